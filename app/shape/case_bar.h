// The case that loads are put into: which one, what its forces come to, and whether that is what the engineer's own sum says.
#pragma once

#include <QWidget>

class QComboBox;
class QLabel;
class QLineEdit;

namespace wr {

class Document;
class ShapeDesk;

class CaseBar : public QWidget
{
    Q_OBJECT
public:
    CaseBar(Document& doc, ShapeDesk& desk, QWidget* parent = nullptr);
    void refresh();
    QComboBox& cases() { return *cases_; }
    QLineEdit& hand() { return *hand_; }
    QString totalWords() const;
    QString agreement() const; // "agrees", or by how much it is off; empty: no sum by hand

private:
    void takeHand();
    Document& doc_;
    ShapeDesk& desk_;
    QComboBox* cases_;
    QLabel *total_, *agrees_;
    QLineEdit* hand_;
};

} // namespace wr
