// A table of loads or results as rows for a view; cells of the combinations can be typed over.
#pragma once

#include "core/reporting/frame_tables.h"

#include <QAbstractTableModel>
#include <QColor>
#include <functional>

namespace wr {

class TableModel : public QAbstractTableModel
{
    Q_OBJECT
public:
    using QAbstractTableModel::QAbstractTableModel;
    void set(Table t);
    const Table& table() const { return table_; }
    // Answers whether a cell may be changed, and changes it.
    std::function<bool(int row, int column)> editable;
    std::function<QColor(int row, int column)> ink; // of the words of a cell; invalid: as ever
    std::function<bool(int row, int column, const QString& text)> change;

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation o, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;
    void sort(int column, Qt::SortOrder order) override;

private:
    Table table_;
};

} // namespace wr
