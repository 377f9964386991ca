// The candidate chart and its table: every rung of the ladder, hover for what governs, click to propose.
#pragma once

#include "core/sizing/rungs.h"
#include "plots/candidate_chart.h"

#include <QAbstractTableModel>
#include <QTableView>
#include <QWidget>
#include <vector>

namespace wr {

class Document;
class SizingDesk;

class RungModel : public QAbstractTableModel
{
    Q_OBJECT
public:
    RungModel(Document& doc, SizingDesk& desk, QObject* parent) : QAbstractTableModel(parent), doc_(doc), desk_(desk) {}
    void reset();
    void setNear(bool on);
    int rungAt(int row) const { return rows_[static_cast<size_t>(row)]; }
    int rowOf(int rung) const; // -1: not shown
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& = {}) const override { return 8; }
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation o, int role) const override;

private:
    Document& doc_;
    SizingDesk& desk_;
    std::vector<int> rows_; // rungs
    bool near_ = false;
};

class CandidateChart : public Chart
{
    Q_OBJECT
public:
    CandidateChart(Document& doc, SizingDesk& desk, QWidget* parent = nullptr);
    void refresh();
    int rungOf(int mark) const { return order_[static_cast<size_t>(mark)]; }

protected:
    void paintEvent(QPaintEvent*) override;

private:
    QString rungWords(int rung) const;
    Document& doc_;
    SizingDesk& desk_;
    std::vector<int> order_;
};

class CandidateView : public QWidget
{
    Q_OBJECT
public:
    CandidateView(Document& doc, SizingDesk& desk, QWidget* parent = nullptr);
    CandidateChart& chart() { return *chart_; }
    QTableView& table() { return *table_; }
    RungModel& model() { return *model_; }
    void setNear(bool on); // only the handful of rungs just under the target

private:
    void refresh();
    Document& doc_;
    SizingDesk& desk_;
    CandidateChart* chart_;
    QTableView* table_;
    RungModel* model_;
    bool own_ = false;
};

} // namespace wr
