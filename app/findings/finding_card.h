// One finding in full: its sentence, what it is about, its ways out as buttons, and whether it is accepted.
#pragma once

#include <QWidget>
#include <optional>
#include <string>
#include <vector>

class QLabel;
class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace wr {

class Document;
struct AuditRow;

class FindingCard : public QWidget
{
    Q_OBJECT
public:
    FindingCard(Document& doc, QWidget* parent = nullptr);
    void show(const AuditRow* row); // null: none is chosen
    const std::vector<QPushButton*>& ways() const { return ways_; }
    QLineEdit& reason() { return *reason_; }
    QLineEdit& name() { return *name_; }
    QPushButton& accept() { return *accept_; }
    QPushButton& takeBack() { return *takeBack_; }
    QString words() const;

private:
    void carryOut(size_t way);
    void acceptIt();
    void clearWays();
    Document& doc_;
    QLabel *text_, *code_, *said_, *trouble_;
    QVBoxLayout* wayRow_;
    QWidget* acceptPart_;
    QLineEdit *reason_, *name_;
    QPushButton *accept_, *takeBack_;
    std::vector<QPushButton*> ways_;
    std::string shown_; // id of the row
    QString shownText_;
};

} // namespace wr
