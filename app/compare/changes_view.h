// The lower band at Check while a siding is compared: what changed, member by member. A row picks its members.
#pragma once

#include <QWidget>

class QLabel;
class QTableView;
class QToolButton;

namespace wr {

class ChangesModel;
class Document;

class ChangesView : public QWidget
{
    Q_OBJECT
public:
    ChangesView(Document& doc, QWidget* parent = nullptr);
    QTableView& table() { return *table_; }
    ChangesModel& model() { return *model_; }
    QToolButton& all() { return *all_; }
    QString shownWords() const;

private:
    void pickFromTable();
    void tableFromPick();
    Document& doc_;
    ChangesModel* model_;
    QTableView* table_;
    QToolButton* all_;
    QLabel *words_, *count_;
    bool own_ = false;
};

} // namespace wr
