// Rows of the ledger: one per member, group or section, with the texts shown and the keys they are sorted by.
#pragma once

#include "app/ledger/ledger_columns.h"

#include <QAbstractTableModel>
#include <QString>
#include <vector>

namespace wr {

class Document;
struct MemberResult;

class LedgerModel : public QAbstractTableModel
{
    Q_OBJECT
public:
    enum Role { SortRole = Qt::UserRole + 1, UtilisationRole, StatusRole, SpreadRole };

    LedgerModel(Document& doc, QObject* parent = nullptr);
    void show(LedgerKind kind);
    LedgerKind kind() const { return kind_; }
    const std::vector<size_t>& membersOf(int row) const { return rows_[row].members; }
    int utilisationColumn() const;
    int secondColumn() const;           // -1: no other standard
    int columnOf(LedgerColumn c) const; // -1: not in this table
    const LedgerColumnRow& column(int k) const { return *columns_[static_cast<size_t>(k)]; }

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation o, int role) const override;

private:
    struct Row
    {
        std::vector<size_t> members; // one for a member row
        size_t worst = 0;            // the member whose result is shown
    };
    void rebuild();
    void refresh();
    size_t told(const Row& r) const; // of all that a member's row says: equal where nothing of it has changed
    const MemberResult* second(size_t member) const;
    QString text(const Row& r, int column) const;
    QString resultText(const Row& r, LedgerColumn c) const;
    std::vector<double> spread(const Row& r) const; // utilisations of its members
    template <class F> QString shared(const Row& r, F&& word) const;
    QVariant sortKey(const Row& r, int column) const;
    const QVariant& keptKey(int row, int column) const;

    Document& doc_;
    LedgerKind kind_ = LedgerKind::Members;
    std::vector<Row> rows_;
    std::vector<const LedgerColumnRow*> columns_;
    std::vector<size_t> told_; // by row, as the views last heard of them; for members only
    // Keys by column and row, made when a column is first sorted by. Where rows are told of one by one, those that are not
    // told of yet keep the key they are sorted in by.
    mutable std::vector<std::vector<QVariant>> keys_;
};

} // namespace wr
