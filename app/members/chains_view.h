// The tables under the frame at the stop Members: members with what their ends meet and why they are one, their elements, where
// a line is broken, and what is left over.
#pragma once

#include <QButtonGroup>
#include <QLabel>
#include <QTableView>
#include <QWidget>
#include <vector>

namespace wr {

class Document;
class TableModel;

class ChainsView : public QWidget
{
    Q_OBJECT
public:
    explicit ChainsView(Document& doc, QWidget* parent = nullptr);
    enum Page { Members, Elements, Breaks, LeftOver, Pages };
    void setPage(Page p);
    void enter(); // the table is made when it is looked at
    QTableView& table() { return *table_; }
    QAbstractButton& tab(Page p) { return *tabs_->button(p); }
    QString words() const { return words_->text(); } // how many of how many are shown

private:
    void refresh();
    size_t memberOf(int element) const;
    void fromPick();
    void toPick();
    Document& doc_;
    TableModel* model_;
    QButtonGroup* tabs_;
    QLabel* words_;
    Page page_ = Members;
    QTableView* table_;
    bool stale_ = true, syncing_ = false;
};

} // namespace wr
