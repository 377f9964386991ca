// The tables under the frame at the stop Briefs: two briefs line by line, the members with their briefs, the groups.
#pragma once

#include <QButtonGroup>
#include <QComboBox>
#include <QLabel>
#include <QTableView>
#include <QWidget>

namespace wr {

class BriefDesk;
class GroupsBar;
class Document;
class TableModel;

class BriefsView : public QWidget
{
    Q_OBJECT
public:
    BriefsView(Document& doc, BriefDesk& desk, QWidget* parent = nullptr);
    enum Page { Compare, Members, Groups, Pages };
    void setPage(Page p);
    void enter();
    QTableView& table() { return *table_; }
    QAbstractButton& tab(Page p) { return *tabs_->button(p); }
    QComboBox& other() { return *other_; }
    GroupsBar& groups() { return *groups_; }
    QString words() const { return words_->text(); }

private:
    void refresh();
    void fillOthers();
    void fromPick();
    void toPick();
    std::vector<size_t> membersOf(int row) const;
    Document& doc_;
    BriefDesk& desk_;
    TableModel* model_;
    QButtonGroup* tabs_;
    QLabel *words_, *first_, *and_;
    QComboBox* other_;
    GroupsBar* groups_;
    QTableView* table_;
    Page page_ = Compare;
    bool stale_ = true, syncing_ = false;
};

} // namespace wr
