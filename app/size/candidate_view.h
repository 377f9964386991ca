// The candidate chart and its table: every rung of the ladder, hover for what governs, click to propose.
#pragma once

#include "plots/candidate_chart.h"

#include <QAbstractTableModel>
#include <QTableView>
#include <QWidget>

namespace wr {

class Document;
class SizeBench;

class RungModel : public QAbstractTableModel
{
    Q_OBJECT
public:
    RungModel(Document& doc, QObject* parent) : QAbstractTableModel(parent), doc_(doc) {}
    void reset()
    {
        beginResetModel();
        endResetModel();
    }
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& = {}) const override { return 8; }
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation o, int role) const override;

private:
    Document& doc_;
};

class CandidateChart : public Chart
{
    Q_OBJECT
public:
    CandidateChart(Document& doc, SizeBench& bench, QWidget* parent = nullptr);
    void refresh();
    int rungOf(int mark) const { return order_[mark]; }

protected:
    void paintEvent(QPaintEvent*) override;

private:
    QString rungWords(int rung) const;
    Document& doc_;
    SizeBench& bench_;
    std::vector<int> order_;
};

class CandidateView : public QWidget
{
    Q_OBJECT
public:
    CandidateView(Document& doc, SizeBench& bench, QWidget* parent = nullptr);
    CandidateChart& chart() { return *chart_; }
    QTableView& table() { return *table_; }

private:
    void refresh();
    Document& doc_;
    SizeBench& bench_;
    CandidateChart* chart_;
    QTableView* table_;
    RungModel* model_;
    bool own_ = false;
};

} // namespace wr
