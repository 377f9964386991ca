// Two states member by member as rows; members that changed alike fold into one.
#pragma once

#include "core/project/compare.h"

#include <QAbstractTableModel>
#include <vector>

namespace wr {

class Document;

class ChangesModel : public QAbstractTableModel
{
    Q_OBJECT
public:
    enum Column { Mark, Member, Group, Section, Then, Now, Bar, Change, Mass, MassChange, Columns };
    enum Role { KindRole = Qt::UserRole + 1, ThenRole, NowRole };
    ChangesModel(Document& doc, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    void sort(int column, Qt::SortOrder order) override;
    void showAll(bool on); // those that did not change as well
    bool all() const { return all_; }
    struct Row
    {
        size_t first = 0;            // of Comparison::members
        std::vector<size_t> members; // all that are folded into it, rows of the same
    };
    const Row& row(int r) const { return rows_[static_cast<size_t>(r)]; }
    size_t membersShown() const;

private:
    void rebuild();
    const MemberChange& change(int row) const;
    Document& doc_;
    std::vector<Row> rows_;
    bool all_ = false;
    int sortBy_ = -1;
    Qt::SortOrder order_ = Qt::AscendingOrder;
};

} // namespace wr
