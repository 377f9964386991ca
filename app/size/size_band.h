// The band under the frame at Size: rungs of the group at hand, all groups, the rounds, what would bring a group right, what a
// kilogram buys of a limit.
#pragma once

#include "app/size/candidate_view.h"
#include "app/size/remedies_view.h"

#include <QButtonGroup>
#include <QCheckBox>
#include <QLabel>
#include <QStackedWidget>
#include <QTableView>

namespace wr {

class TableModel;

class SizeBand : public QWidget
{
    Q_OBJECT
public:
    SizeBand(Document& doc, SizingDesk& desk, QWidget* parent = nullptr);
    enum Page { Rungs, Groups, Rounds, Remedies, Stiffness, Pages };
    void setPage(Page p);
    Page page() const { return page_; }
    QAbstractButton& tab(Page p) { return *tabs_->button(p); }
    CandidateView& candidates() { return *candidates_; }
    RemediesView& remedies() { return *remedies_; }
    QTableView& table(Page p) { return *tables_[p]; } // of groups, rounds, stiffness
    QCheckBox& near() { return *near_; }
    QString words() const { return words_->text(); }

private:
    void showEvent(QShowEvent* e) override;
    QTableView* addTable(Page p, const char* name);
    void refresh();
    void refreshWords();
    void toPick(Page p);
    Document& doc_;
    SizingDesk& desk_;
    QButtonGroup* tabs_;
    QStackedWidget* pages_;
    CandidateView* candidates_;
    RemediesView* remedies_;
    QTableView* tables_[Pages]{};
    TableModel* models_[Pages]{};
    QCheckBox* near_;
    QLabel* words_;
    Page page_ = Rungs;
    bool own_ = false;
};

} // namespace wr
