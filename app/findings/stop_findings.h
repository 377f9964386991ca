// The findings of one stop at the foot of its bench, those about the picked member first, each with its best way out.
#pragma once

#include "core/base/finding.h"

#include <QWidget>
#include <string>
#include <vector>

class QLabel;
class QPushButton;
class QVBoxLayout;

namespace wr {

class Document;
struct AuditRow;

class StopFindings : public QWidget
{
    Q_OBJECT
public:
    StopFindings(Document& doc, WorkStop stop, QWidget* parent = nullptr);
    struct Row
    {
        std::string id;
        QString words;
        QPushButton *way = nullptr, *more = nullptr; // the best way out, or null; leads to the list
    };
    const std::vector<Row>& rows() const { return rows_; }
    QPushButton& all() { return *all_; }
    QString headline() const;

Q_SIGNALS:
    void wantList(WorkStop stop, const QString& id); // an id: that one chosen

protected:
    void showEvent(QShowEvent* e) override;

private:
    void later(); // not while what brought it about is still under way: a field may be losing its focus
    void refresh();
    void add(const AuditRow& r);
    void clear();
    Document& doc_;
    WorkStop stop_;
    QLabel* head_;
    QPushButton* all_;
    QVBoxLayout* list_;
    std::vector<QWidget*> parts_;
    std::vector<Row> rows_;
    bool stale_ = true, asked_ = false;
};

} // namespace wr
