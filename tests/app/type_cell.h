// Types over a cell of the tables at Frame as a person does.
#pragma once

#include "app/frame/frame_tables_view.h"
#include "tests/app/window.h"

#include <QLineEdit>

namespace wr::test {

inline void typeCell(Window& w, int row, int column, const QString& text)
{
    QTableView& view = w.window.tables().view();
    const QModelIndex at = w.window.tables().model().index(row, column);
    view.scrollTo(at);
    view.setCurrentIndex(at);
    view.edit(at);
    auto* field = view.findChild<QLineEdit*>();
    REQUIRE(field != nullptr);
    field->selectAll();
    QTest::keyClicks(field, text);
    QTest::keyClick(field, Qt::Key_Return);
    // It hands its text over when it has closed, and that is run when the table is done with it.
    for (int k = 0; k < 4 || w.doc().jobs().running(); ++k)
        QCoreApplication::processEvents();
    w.paint();
}

} // namespace wr::test
