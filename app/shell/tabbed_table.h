// The head of tabs over a quiet table of which several are shown in turn, with words at the right.
#pragma once

#include "app/shell/quiet_table.h"
#include "app/shell/tab.h"

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QLabel>
#include <span>

namespace wr {

// Puts the tabs into a new row; what stands between them and the words is put behind by the caller, then words().
inline QHBoxLayout* tabHead(QButtonGroup& tabs, std::span<const char* const> names)
{
    auto* head = new QHBoxLayout;
    head->setContentsMargins(10, 0, 12, 0);
    head->setSpacing(11);
    for (size_t k = 0; k < names.size(); ++k) {
        QToolButton* b = makeTab(names[k]);
        tabs.addButton(b, static_cast<int>(k));
        head->addWidget(b);
    }
    tabs.button(0)->setChecked(true);
    return head;
}

// Sorted by its heads, many rows to pick, no order of its own yet.
inline void makeSortedTable(QTableView& t, QAbstractItemModel& model, const char* accessibleName)
{
    makeQuiet(t, accessibleName);
    t.setSelectionMode(QAbstractItemView::ExtendedSelection);
    t.setModel(&model);
    t.setWordWrap(false);
    t.setSortingEnabled(true);
    t.horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
}

} // namespace wr
