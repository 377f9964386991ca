// The table under the frame at the stop Members: one row a member, with what its ends meet and why it is one.
#pragma once

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
    void enter(); // the table is made when it is looked at
    QTableView& table() { return *table_; }

private:
    void refresh();
    size_t memberOf(int element) const;
    void fromPick();
    void toPick();
    Document& doc_;
    TableModel* model_;
    QTableView* table_;
    bool stale_ = true, syncing_ = false;
};

} // namespace wr
