// The list of findings under the frame, at any stop: filtered by stop and severity, the chosen one in full beside it.
#pragma once

#include "app/findings/findings_model.h"

#include <QWidget>
#include <array>

class QLabel;
class QTableView;
class QToolButton;

namespace wr {

class FindingCard;

class FindingsView : public QWidget
{
    Q_OBJECT
public:
    FindingsView(Document& doc, QWidget* parent = nullptr);
    void open(std::optional<WorkStop> stop, const std::string& id = {}); // with a finding chosen, by its id
    QTableView& table() { return *table_; }
    FindingsModel& model() { return *model_; }
    FindingCard& card() { return *card_; }
    QToolButton& stopTab(std::optional<WorkStop> stop) { return *stops_[stop ? static_cast<size_t>(*stop) + 1 : 0]; }
    enum Kind { Errors, Warnings, Notes, Accepted };
    QToolButton& kind(Kind k) { return *kinds_[k]; }
    QString shownWords() const;

Q_SIGNALS:
    void closed();

protected:
    void keyPressEvent(QKeyEvent* e) override;
    void showEvent(QShowEvent* e) override;

private:
    void refresh();
    void setFilter(FindingFilter f);
    void choose(int row);
    void showChosen();
    void setWords();
    Document& doc_;
    FindingsModel* model_;
    QTableView* table_;
    FindingCard* card_;
    QLabel* count_;
    std::array<QToolButton*, kWorkStops + 1> stops_{};
    std::array<QToolButton*, 4> kinds_{};
    std::string chosen_;
    bool own_ = false, stale_ = true;
};

} // namespace wr
