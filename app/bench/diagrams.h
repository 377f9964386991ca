// Member drawn straight with what holds it, and its force diagrams for one combination.
#pragma once

#include "core/checking/plan.h"

#include <QComboBox>
#include <QWidget>
#include <functional>

namespace wr {

class Document;

class Diagrams : public QWidget
{
    Q_OBJECT
public:
    Diagrams(Document& doc, QWidget* parent = nullptr);
    void show(std::optional<size_t> member, TableSet set);
    void chooseSet(TableSet set) { combinations_->setCurrentIndex(set.given() ? static_cast<int>(set.at()) : -1); }
    // The unbraced segment the chosen mode belongs to, tinted under the moments; -1: none.
    void setSpan(int span);
    size_t segments() const { return plan_.spans.size(); }
    QComboBox& combinations() { return *combinations_; }
    double largestMoment() const { return largestMoment_; } // of the diagram shown, SI

protected:
    void paintEvent(QPaintEvent*) override;

private:
    struct Shown
    {
        QString name;
        Force component;
        Quantity quantity;
    };
    std::vector<Shown> shownForces() const;
    void drawHolds(QPainter& p, const Member& m, const std::function<double(double)>& x) const;
    void drawSegments(QPainter& p, const Member& m, const std::function<double(double)>& x, double top) const;
    void combineNow();
    Document& doc_;
    QComboBox *combinations_, *plane_;
    std::optional<size_t> member_;
    MemberPlan plan_;
    std::vector<double> forces_;
    int span_ = -1;
    double largestMoment_ = 0;
};

} // namespace wr
