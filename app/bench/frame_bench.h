// The bench at Frame: what the frame is made of, and the findings. A click on a finding picks what it is about.
#pragma once

#include <QLabel>
#include <QListWidget>
#include <QWidget>

namespace wr {

class Document;
class ResultBench;

class FrameBench : public QWidget
{
    Q_OBJECT
public:
    FrameBench(Document& doc, QWidget* parent = nullptr);
    QListWidget& findings() { return *list_; }
    ResultBench& results() { return *results_; }

Q_SIGNALS:
    void wantCombinations(); // a finding that lacks some was chosen
    void wantLimits();       // a finding of the frame's own limits was chosen

private:
    void refresh();
    Document& doc_;
    QLabel *title_, *facts_, *head_;
    QListWidget* list_;
    ResultBench* results_;
};

} // namespace wr
