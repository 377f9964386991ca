// What would bring the group at hand right: a row each with utilisation, kilograms and a button, or why none works.
#pragma once

#include <QLabel>
#include <QPushButton>
#include <QWidget>
#include <vector>

class QGridLayout;

namespace wr {

class Document;
class SizingDesk;

class RemediesView : public QWidget
{
    Q_OBJECT
public:
    RemediesView(Document& doc, SizingDesk& desk, QWidget* parent = nullptr);
    QPushButton& find() { return *find_; }
    void start(); // for the worst of the picked members, else of the group at hand
    const std::vector<QPushButton*>& buttons() const { return buttons_; } // null where there is nothing to be done
    QString words() const { return words_->text(); }
    QString trouble() const { return trouble_->text(); }

private:
    void refresh();
    Document& doc_;
    SizingDesk& desk_;
    QPushButton* find_;
    QLabel *words_, *trouble_;
    QWidget* rows_;
    QGridLayout* grid_ = nullptr;
    std::vector<QPushButton*> buttons_;
};

} // namespace wr
