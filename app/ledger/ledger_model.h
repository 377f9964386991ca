// Rows of the ledger: one per member, group or section, with the texts shown and the keys they are sorted by.
#pragma once

#include <QAbstractTableModel>
#include <QString>
#include <vector>

namespace wr {

class Document;
struct MemberResult;

enum class LedgerKind { Members, Groups, Sections };

class LedgerModel : public QAbstractTableModel
{
    Q_OBJECT
public:
    enum Role { SortRole = Qt::UserRole + 1, UtilisationRole, StatusRole };

    LedgerModel(Document& doc, QObject* parent = nullptr);
    void show(LedgerKind kind);
    LedgerKind kind() const { return kind_; }
    const std::vector<size_t>& membersOf(int row) const { return rows_[row].members; }
    int utilisationColumn() const;
    int secondColumn() const; // -1: no other standard

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
    QStringList columns() const; // the other standard's after the utilisation, where there is one
    const MemberResult* second(size_t member) const;
    QString text(const Row& r, int column) const;
    QVariant sortKey(const Row& r, int column) const;

    Document& doc_;
    LedgerKind kind_ = LedgerKind::Members;
    std::vector<Row> rows_;
    QStringList shownColumns_; // as the last reset found them
};

} // namespace wr
