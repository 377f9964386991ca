// Over the table of the frame's limits: the limits as a line to type, what is wrong with it, and the way to service
// combinations where there are none.
#pragma once

#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QWidget>

namespace wr {

class Document;

class LimitsBar : public QWidget
{
    Q_OBJECT
public:
    explicit LimitsBar(Document& doc, QWidget* parent = nullptr);
    void refresh();
    QLineEdit& field() { return *field_; }
    QPushButton& makeCombinations() { return *make_; }
    QString trouble() const { return trouble_->text(); }

Q_SIGNALS:
    void wantCombinations();

private:
    void take();
    Document& doc_;
    QLineEdit* field_;
    QLabel *trouble_, *state_;
    QPushButton* make_;
};

} // namespace wr
