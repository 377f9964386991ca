#include "app/frame/table_model.h"

#include "render/theme.h"

#include <algorithm>

namespace wr {

void TableModel::set(Table t)
{
    beginResetModel();
    table_ = std::move(t);
    endResetModel();
}

int TableModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(table_.rows.size());
}

int TableModel::columnCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(table_.columns.size());
}

QVariant TableModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid()) return {};
    const auto r = static_cast<size_t>(index.row()), c = static_cast<size_t>(index.column());
    const bool number = std::holds_alternative<double>(table_.rows[r].cells[c]);
    if (role == Qt::DisplayRole || role == Qt::EditRole) return QString::fromStdString(cellText(table_, r, c));
    if (role == Qt::TextAlignmentRole) return static_cast<int>((number ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
    if (role == Qt::ToolTipRole && !number) return QString::fromStdString(cellText(table_, r, c));
    if (role == Qt::ForegroundRole && ink)
        if (const QColor own = ink(index.row(), index.column()); own.isValid()) return own;
    if (role == Qt::ForegroundRole && number && cellText(table_, r, c) == "–") return theme().ink3;
    return {};
}

QVariant TableModel::headerData(int section, Qt::Orientation o, int role) const
{
    if (o != Qt::Horizontal) return {};
    const TableColumn& c = table_.columns[section];
    if (role == Qt::DisplayRole) return QString::fromStdString(c.unit.empty() ? c.name : c.name + " " + c.unit);
    if (role == Qt::TextAlignmentRole && !table_.rows.empty())
        return static_cast<int>(
            (std::holds_alternative<double>(table_.rows.front().cells[section]) ? Qt::AlignRight : Qt::AlignLeft) |
            Qt::AlignVCenter);
    return {};
}

Qt::ItemFlags TableModel::flags(const QModelIndex& index) const
{
    Qt::ItemFlags f = QAbstractTableModel::flags(index);
    if (editable && editable(index.row(), index.column())) f |= Qt::ItemIsEditable;
    return f;
}

bool TableModel::setData(const QModelIndex& index, const QVariant& value, int role)
{
    if (role != Qt::EditRole || !change) return false;
    if (value.toString() == data(index, Qt::EditRole).toString()) return true;
    return change(index.row(), index.column(), value.toString());
}

void TableModel::sort(int column, Qt::SortOrder order)
{
    if (column < 0 || column >= columnCount()) return;
    beginResetModel();
    std::stable_sort(table_.rows.begin(), table_.rows.end(), [&](const Table::Row& a, const Table::Row& b) {
        const auto &x = a.cells[column], &y = b.cells[column];
        return order == Qt::AscendingOrder ? x < y : y < x;
    });
    endResetModel();
}

} // namespace wr
