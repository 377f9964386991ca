// The bench at Size: which group, which ladder and limits, the proposal, and adopting it.
#pragma once

#include "core/sizing/rungs.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QWidget>

namespace wr {

class Document;

class SizeBench : public QWidget
{
    Q_OBJECT
public:
    SizeBench(Document& doc, QWidget* parent = nullptr);
    void enter();          // the stop was reached: take the group from the pick, evaluate
    void choose(int rung); // from the chart or the table
    int chosen() const { return chosen_; }
    std::vector<size_t> members() const; // of the group
    QComboBox& group() { return *group_; }
    QComboBox& family() { return *family_; }
    QLineEdit& target() { return *target_; }
    QLineEdit& maxDepth() { return *maxDepth_; }
    QPushButton& browse() { return *browse_; }
    QPushButton& adopt() { return *adopt_; }
    QPushButton& adoptAndAnalyse() { return *both_; }
    double targetValue() const { return limits_.target; }
    QString sectionNow() const;

Q_SIGNALS:
    void chose(int rung);
    void browseSections();

private:
    void connectAll();
    void refill();
    void evaluate();
    void ready();
    void describe();
    void adoptNow(bool analyse);
    Document& doc_;
    QComboBox *group_, *family_;
    QLineEdit *target_, *minDepth_, *maxDepth_;
    QLabel *title_, *words_, *trouble_, *stale_;
    QPushButton *adopt_, *both_, *again_, *browse_;
    LadderLimits limits_;
    int chosen_ = -1;
    bool active_ = false;
};

} // namespace wr
