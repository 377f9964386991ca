// One table of a file: their headings, what each column means, its unit and sign, and the first rows as they will be read.
#pragma once

#include "core/intake/recipe.h"
#include "core/tables/sheet.h"

#include <QTableWidget>

namespace wr {

class IntakeSession;

class MappingTable : public QTableWidget
{
    Q_OBJECT
public:
    explicit MappingTable(IntakeSession& session, QWidget* parent = nullptr);
    // The table of the recipe that is shown; -1: none.
    void show(int table);
    int shown() const { return table_; }
    static constexpr int kMeaning = 0, kUnit = 1, kSign = 2, kFirstRow = 3; // its rows; then rows of data
    void refreshRows();                   // data and faults, after the frame was put together anew
    void goTo(size_t row, size_t column); // a cell of the sheet, where it is among those shown

private:
    const TableUse* use() const;
    int columnAt(size_t sheetColumn) const;
    void fillColumn(int k, const ColumnUse& c);
    void fillUnitAndSign(int k, const ColumnUse& c);
    void setMeaning(int k, const std::string& key);
    IntakeSession& session_;
    int table_ = -1;
    std::vector<size_t> rows_;    // of the sheet that are shown
    std::vector<size_t> columns_; // of the sheet, by ours
};

} // namespace wr
