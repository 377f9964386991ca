// Groups that change by the proposal: now → proposed, and the worst they come to. Ticked ones are adopted.
#pragma once

#include <QAbstractTableModel>
#include <QStyledItemDelegate>
#include <vector>

namespace wr {

class Document;
class SizingDesk;

class ProposalModel : public QAbstractTableModel
{
    Q_OBJECT
public:
    ProposalModel(Document& doc, SizingDesk& desk, QObject* parent);
    void reset();
    int groupAt(int row) const { return rows_[static_cast<size_t>(row)]; } // of the plan
    int rowOf(int group) const;                                            // -1: it does not change
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override { return parent.isValid() ? 0 : 1; }
    QVariant data(const QModelIndex& index, int role) const override;
    Qt::ItemFlags flags(const QModelIndex& index) const override;
    bool setData(const QModelIndex& index, const QVariant& value, int role) override;

private:
    Document& doc_;
    SizingDesk& desk_;
    std::vector<int> rows_;
};

// Two lines a group: its name and the worst it comes to; now → proposed and the kilograms.
class ProposalDelegate : public QStyledItemDelegate
{
public:
    ProposalDelegate(Document& doc, SizingDesk& desk, ProposalModel& model)
        : QStyledItemDelegate(&model), doc_(doc), desk_(desk), model_(model)
    {
    }
    static constexpr int kHeight = 35;
    QSize sizeHint(const QStyleOptionViewItem&, const QModelIndex&) const override { return {200, kHeight}; }
    void paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const override;

private:
    Document& doc_;
    SizingDesk& desk_;
    ProposalModel& model_;
};

} // namespace wr
