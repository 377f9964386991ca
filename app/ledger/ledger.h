// The ledger: the table under the frame, sortable, filtered by a pick expression or words, in step with the pick both ways.
#pragma once

#include "app/ledger/ledger_model.h"

#include <QWidget>

class QLabel;
class QLineEdit;
class QTableView;
class QToolButton;

class QHBoxLayout;

namespace wr {

class Document;
class PickField;
class PickProxy;

class Ledger : public QWidget
{
    Q_OBJECT
public:
    Ledger(Document& doc, QWidget* parent = nullptr);
    QTableView& table() { return *table_; }
    LedgerModel& model() { return *model_; }
    QString shownWords() const; // "198 of 198 shown"
    void show(LedgerKind kind);
    void focusFilter();
    void showColumn(LedgerColumn column, bool on);
    QString textOfRows() const; // what Ctrl+C copies
    PickField& field() { return *filter_; }
    QString trouble() const; // why the expression cannot be read, or empty
    void setExpression(const QString& expression);
    QToolButton& keep() { return *keep_; }
    QLineEdit& pickName() { return *name_; }

private:
    void buildTable();
    QHBoxLayout* buildBar();
    void connectAll();
    void pickFromTable();
    void tableFromPick();
    void updateCount();
    void filterRows();
    void showColumns();
    void offerColumns(QPoint at);
    QString settingOf(int column) const;
    void pickShown();
    void keepPick();
    Document& doc_;
    LedgerModel* model_;
    PickProxy* proxy_;
    QTableView* table_;
    QLabel* count_;
    PickField* filter_;
    QLabel* fault_;
    QToolButton* keep_; // the expression under a name
    QLineEdit* name_;
    std::array<QToolButton*, 3> tabs_{};
    bool own_ = false;
    std::pair<LedgerKind, int> shown_{LedgerKind::Members, -1}; // the table as it was set up last: its kind, its columns
    QByteArray header_;                                         // order and widths over a reset
    int place_ = 0;
    bool fresh_ = false; // another frame was opened, its results are not here yet
};

} // namespace wr
