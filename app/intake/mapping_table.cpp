#include "app/intake/mapping_table.h"

#include "app/intake/intake_session.h"
#include "core/intake/guess.h"
#include "core/intake/headings.h"
#include "core/intake/table_rows.h"
#include "core/intake/unit_words.h"
#include "render/theme.h"

#include <QComboBox>
#include <QHeaderView>
#include <QLineEdit>
#include <algorithm>

namespace wr {

namespace {

constexpr size_t kShown = 60; // rows of data

// What turning the sign of a column round is called.
QStringList signWords(std::string_view key)
{
    if (key == "n") return {"tension +", "compression +"};
    if (key == "my") return {"compresses +z +", "stretches +z +"};
    if (key == "mz") return {"compresses +y +", "stretches +y +"};
    return {"as it is", "turned round"};
}

bool signed_(TableKind k, const FieldRow& f)
{
    return f.form == FieldRow::Form::Number && f.quantity != Quantity::Ratio && f.key != "s" &&
           (k == TableKind::Forces || k == TableKind::Displacements || k == TableKind::Reactions || k == TableKind::Nodes ||
            f.key == "roll");
}

QStringList unitsFor(Quantity q)
{
    switch (q) {
    case Quantity::Length: return {"m", "mm", "cm", "ft", "in"};
    case Quantity::SectionLength:
    case Quantity::Displacement: return {"mm", "cm", "m", "in", "ft"};
    case Quantity::Force: return {"kN", "N", "MN", "kip", "lbf", "t"};
    case Quantity::Moment: return {"kN·m", "N·mm", "kN·cm", "kip·ft", "kip·in", "lbf·ft", "t·m"};
    case Quantity::Stress: return {"MPa", "kN/cm²", "GPa", "Pa", "ksi", "psi"};
    case Quantity::Area: return {"cm²", "mm²", "m²", "in²"};
    case Quantity::SectionModulus: return {"cm³", "mm³", "m³", "in³"};
    case Quantity::Inertia: return {"cm⁴", "mm⁴", "m⁴", "in⁴"};
    case Quantity::Warping: return {"cm⁶", "mm⁶", "in⁶"};
    case Quantity::Density: return {"kg/m³", "kN/m³", "lb/ft³"};
    case Quantity::Angle: return {"deg", "rad"};
    case Quantity::Rotation: return {"rad", "mrad", "deg"};
    case Quantity::SpringForce: return {"kN/m", "kN/mm", "N/mm", "kip/in"};
    case Quantity::SpringMoment: return {"kN·m/rad", "kip·ft/rad"};
    default: return {};
    }
}

QComboBox* quietBox(const QString& name)
{
    auto* b = new QComboBox;
    b->setAccessibleName(name);
    b->setFocusPolicy(Qt::StrongFocus);
    b->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    b->setMinimumContentsLength(6);
    b->view()->setMinimumWidth(190);
    return b;
}

} // namespace

MappingTable::MappingTable(IntakeSession& session, QWidget* parent) : QTableWidget(parent), session_(session)
{
    setAccessibleName("What the columns mean, and the first rows as they are read");
    setEditTriggers(QAbstractItemView::NoEditTriggers);
    setSelectionMode(QAbstractItemView::SingleSelection);
    setFrameShape(QFrame::NoFrame);
    setShowGrid(false);
    setCornerButtonEnabled(false);
    verticalHeader()->setDefaultSectionSize(22);
    horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    setHorizontalScrollMode(QAbstractItemView::ScrollPerPixel);
}

const TableUse* MappingTable::use() const
{
    const auto& tables = session_.recipe().tables;
    return table_ >= 0 && table_ < static_cast<int>(tables.size()) ? &tables[static_cast<size_t>(table_)] : nullptr;
}

int MappingTable::columnAt(size_t sheetColumn) const
{
    const auto at = std::find(columns_.begin(), columns_.end(), sheetColumn);
    return at == columns_.end() ? -1 : static_cast<int>(at - columns_.begin());
}

void MappingTable::show(int table)
{
    table_ = table;
    clear();
    columns_.clear();
    const TableUse* t = use();
    const Sheet* sheet = t ? sheetOf(session_.books(), *t) : nullptr;
    if (!sheet) {
        setRowCount(0);
        setColumnCount(0);
        return;
    }
    // Of a sheet that is left out, what stands in it.
    std::vector<ColumnUse> columns = t->columns;
    if (columns.empty())
        for (size_t k = 0; k < std::min<size_t>(sheet->columns(), 60); ++k)
            columns.push_back({k, "", "", "", "", false, 0, true});
    setColumnCount(static_cast<int>(columns.size()));
    QStringList headings;
    for (const ColumnUse& c : columns) {
        columns_.push_back(c.column);
        headings += c.heading.empty() ? QString::fromStdString(columnLetters(c.column)) : QString::fromStdString(c.heading);
    }
    rows_.clear();
    const size_t from = t->kind == TableKind::None ? 0 : t->first,
                 end = std::min(t->last.value_or(sheet->rows()), sheet->rows());
    for (size_t r = from; r < end && rows_.size() < kShown; ++r)
        if (const auto [a, b] = sheet->row(r); a != b) rows_.push_back(r);
    setRowCount(kFirstRow + static_cast<int>(rows_.size()));
    setHorizontalHeaderLabels(headings);
    QStringList left{"means", "unit", "sign"};
    for (const size_t r : rows_)
        left += QString::number(r + 1);
    setVerticalHeaderLabels(left);
    for (int k = 0; k < columnCount(); ++k) {
        fillColumn(k, columns[static_cast<size_t>(k)]);
        setColumnWidth(k, std::clamp(fontMetrics().horizontalAdvance(headings[k]) + 24, 96, 170));
    }
    for (int r = 0; r < kFirstRow; ++r)
        setRowHeight(r, 26);
    refreshRows();
}

void MappingTable::fillColumn(int k, const ColumnUse& c)
{
    const TableUse& t = *use();
    const QString heading = horizontalHeaderItem(k)->text();
    auto* means = quietBox("Meaning of column " + heading);
    means->addItem("—", QString());
    for (const FieldRow& f : fieldsOf(t.kind)) {
        means->addItem(QString::fromUtf8(f.title.data(), static_cast<int>(f.title.size())),
                       QString::fromUtf8(f.key.data(), static_cast<int>(f.key.size())));
        means->setItemData(means->count() - 1, QString::fromUtf8(f.meaning.data(), static_cast<int>(f.meaning.size())),
                           Qt::ToolTipRole);
    }
    means->setCurrentIndex(std::max(0, means->findData(QString::fromStdString(c.as))));
    means->setEnabled(t.kind != TableKind::None);
    // A guess that is not sure is to be looked at.
    if (!c.as.empty() && c.sure < 0.75) {
        means->setStyleSheet(
            QString("QComboBox { border-color: %1; background: %2; }").arg(theme().ochreEdge.name(), theme().ochreTint.name()));
        means->setToolTip("Guessed from words that can mean several things: please look");
    }
    connect(means, &QComboBox::activated, this,
            [this, k, means] { setMeaning(k, means->currentData().toString().toStdString()); });
    setCellWidget(kMeaning, k, means);
    fillUnitAndSign(k, c);
}

void MappingTable::setMeaning(int k, const std::string& key)
{
    const size_t column = columns_[static_cast<size_t>(k)];
    session_.change([&](Recipe& r) {
        TableUse& table = r.tables[static_cast<size_t>(table_)];
        for (ColumnUse& x : table.columns) {
            if (x.column != column) continue;
            x.as = key;
            x.sure = 1;
            x.of = key == "factorOf" ? x.heading : "";
            const FieldRow* f = findField(table.kind, key);
            if (!f || f->form != FieldRow::Form::Number || unitFactor(f->quantity, x.unit)) continue;
            // What the heading says, where it measures that.
            const std::string stated = headingParts(x.heading).unit;
            x.unitStated = unitFactor(f->quantity, stated).has_value();
            x.unit = x.unitStated ? stated : unitsFor(f->quantity).value(0).toStdString();
        }
    });
    // The box at hand stays where it is: a person may be stepping through it.
    if (auto* box = qobject_cast<QComboBox*>(cellWidget(kMeaning, k))) box->setStyleSheet({});
    for (const ColumnUse& x : use()->columns)
        if (x.column == column) fillUnitAndSign(k, x);
    refreshRows();
}

void MappingTable::fillUnitAndSign(int k, const ColumnUse& c)
{
    const TableUse& t = *use();
    const size_t column = c.column;
    const QString heading = horizontalHeaderItem(k)->text();
    removeCellWidget(kUnit, k);
    removeCellWidget(kSign, k);
    const FieldRow* f = findField(t.kind, c.as);
    const bool number =
        f && f->form != FieldRow::Form::Name && f->form != FieldRow::Form::Words && f->quantity != Quantity::Ratio;
    if (number) {
        auto* unit = quietBox("Unit of column " + heading);
        unit->setEditable(true);
        unit->addItems(unitsFor(f->quantity));
        unit->setEditText(QString::fromStdString(c.unit));
        if (!c.unitStated) {
            unit->setStyleSheet(QString("QComboBox { border-color: %1; background: %2; }")
                                    .arg(theme().ochreEdge.name(), theme().ochreTint.name()));
            unit->setToolTip("The file does not state this unit: please look");
        }
        const auto entered = [this, unit, column] {
            const std::string u = unit->currentText().trimmed().toStdString();
            session_.change([this, u, column](Recipe& r) {
                for (ColumnUse& x : r.tables[static_cast<size_t>(table_)].columns)
                    if (x.column == column) {
                        x.unit = u;
                        x.unitStated = true;
                    }
            });
            unit->setStyleSheet({});
        };
        connect(unit, &QComboBox::activated, this, entered);
        connect(unit->lineEdit(), &QLineEdit::editingFinished, this, [unit, entered] {
            if (unit->lineEdit()->isModified()) {
                unit->lineEdit()->setModified(false);
                entered();
            }
        });
        setCellWidget(kUnit, k, unit);
    }
    if (f && signed_(t.kind, *f)) {
        auto* sign = quietBox("Sign of column " + heading);
        sign->addItems(signWords(f->key));
        sign->setCurrentIndex(c.reversed ? 1 : 0);
        connect(sign, &QComboBox::activated, this, [this, sign, column] {
            const bool reversed = sign->currentIndex() == 1;
            session_.change([this, reversed, column](Recipe& r) {
                for (ColumnUse& x : r.tables[static_cast<size_t>(table_)].columns)
                    if (x.column == column) x.reversed = reversed;
            });
        });
        setCellWidget(kSign, k, sign);
    }
}

void MappingTable::refreshRows()
{
    const TableUse* t = use();
    const Book* book = nullptr;
    const Sheet* sheet = t ? sheetOf(session_.books(), *t, &book) : nullptr;
    if (!sheet) return;
    RowFaults unused;
    const TableRows rows(*t, *book, *sheet, unused);
    const UnitSystem& u = session_.recipe().units;
    for (int k = 0; k < columnCount(); ++k) {
        const auto c = std::find_if(t->columns.begin(), t->columns.end(),
                                    [&](const ColumnUse& x) { return x.column == columns_[static_cast<size_t>(k)]; });
        const FieldRow* f = c == t->columns.end() ? nullptr : findField(t->kind, c->as);
        const FieldOfRows field = f ? rows.field(*c) : FieldOfRows();
        for (size_t i = 0; i < rows_.size(); ++i) {
            const size_t r = rows_[i];
            QString words = QString::fromStdString(sheet->shown(r, columns_[static_cast<size_t>(k)]));
            const bool isData = t->kind != TableKind::None && rows.isData(r);
            if (f && isData && f->form == FieldRow::Form::Number && f->quantity != Quantity::Ratio &&
                !(f->key == "s" && t->stations == StationAs::Share)) {
                if (const auto v = rows.number(field, r)) words = QString::fromStdString(u.text(f->quantity, *v, false));
            }
            auto* item = new QTableWidgetItem(words);
            item->setForeground(f && isData ? theme().ink : theme().ink3);
            setItem(kFirstRow + static_cast<int>(i), k, item);
        }
    }
    if (!session_.known()) return;
    for (const Finding& x : session_.result().findings) {
        if (x.figures.size() < 2 || x.about.size() < 2 || x.about[0] != t->file || x.about[1] != t->sheet) continue;
        const auto row = std::find(rows_.begin(), rows_.end(), static_cast<size_t>(x.figure("row")));
        if (row == rows_.end()) continue;
        const int at = kFirstRow + static_cast<int>(row - rows_.begin());
        const int k = x.figure("column") >= 0 ? columnAt(static_cast<size_t>(x.figure("column"))) : 0;
        if (QTableWidgetItem* cell = item(at, std::max(k, 0))) {
            cell->setBackground(x.severity == Severity::Error ? theme().casing : theme().ochreTint);
            cell->setForeground(theme().red);
            cell->setToolTip(QString::fromStdString(x.text));
            if (cell->text().isEmpty()) cell->setText("missing");
        }
    }
}

void MappingTable::goTo(size_t row, size_t column)
{
    const auto r = std::find(rows_.begin(), rows_.end(), row);
    const int k = columnAt(column);
    if (r == rows_.end()) return;
    setCurrentCell(kFirstRow + static_cast<int>(r - rows_.begin()), std::max(0, k));
}

} // namespace wr
