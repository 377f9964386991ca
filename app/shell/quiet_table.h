// The look of every list in the window: rows, no grid, one choice.
#pragma once

#include <QHeaderView>
#include <QTableView>

namespace wr {

inline void makeQuiet(QTableView& t, const char* accessibleName)
{
    t.setAccessibleName(accessibleName);
    t.setSelectionBehavior(QAbstractItemView::SelectRows);
    t.setSelectionMode(QAbstractItemView::SingleSelection);
    t.setShowGrid(false);
    t.setFrameShape(QFrame::NoFrame);
    t.verticalHeader()->hide();
    t.verticalHeader()->setDefaultSectionSize(20);
    t.horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    t.horizontalHeader()->setStretchLastSection(true);
}

} // namespace wr
