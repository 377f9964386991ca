// The bench at Check: the picked member with its diagrams, its modes with ratio bars, the trace of the chosen one, and what may
// be changed.
#pragma once

#include <QLabel>
#include <QPushButton>
#include <QWidget>
#include <optional>

class QStackedWidget;
class QToolButton;

namespace wr {

class Document;
class Diagrams;
class DesignEditor;
class TraceView;

// The modes of a member as rows with bars; one is chosen.
class ModesView : public QWidget
{
    Q_OBJECT
public:
    ModesView(Document& doc, QWidget* parent = nullptr);
    void show(std::optional<size_t> member);
    int chosen() const { return chosen_; } // row of outcomes
    void choose(int outcome);
    QRectF rowArea(int outcome) const;

Q_SIGNALS:
    void chose(int outcome);

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;

private:
    Document& doc_;
    std::optional<size_t> member_;
    std::vector<int> rows_;
    int chosen_ = -1;
};

class CheckChart;

class MemberBench : public QWidget
{
    Q_OBJECT
public:
    MemberBench(Document& doc, QWidget* parent = nullptr);
    void refresh();
    ModesView& modes() { return *modes_; }
    TraceView& trace() { return *trace_; }
    Diagrams& diagrams() { return *diagrams_; }
    CheckChart& chart() { return *chart_; }
    QString headline() const { return headline_->text(); }
    DesignEditor& editor() { return *editor_; }
    void showDesign(bool on);
    QPushButton& makeCombinations() { return *lacks_; } // shown at a deflection that no combination is for

Q_SIGNALS:
    void wantCombinations();

protected:
    void paintEvent(QPaintEvent*) override;

private:
    void showTrace(int outcome);
    QString governingWords() const;
    Document& doc_;
    ModesView* modes_;
    TraceView* trace_;
    Diagrams* diagrams_;
    DesignEditor* editor_;
    QWidget* checkPage_;
    CheckChart* chart_;
    QLabel *headline_, *notes_, *hint_;
    QPushButton* lacks_;
    QToolButton *checkTab_, *designTab_;
    std::optional<size_t> member_;
    bool design_ = false;
};

} // namespace wr
