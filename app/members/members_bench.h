// The bench at the stop Members: the chain of the picked member with its reason, what can be changed of it, and the rule for
// all, with its effect before it is taken.
#pragma once

#include "core/frame/design.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QWidget>
#include <array>
#include <vector>

class QGridLayout;
class QVBoxLayout;

namespace wr {

class ChainStrip;
class Document;

class MembersBench : public QWidget
{
    Q_OBJECT
public:
    explicit MembersBench(Document& doc, QWidget* parent = nullptr);
    void refresh();
    // For tests.
    QPushButton& join(bool atEnd) { return *join_[atEnd]; }
    QPushButton& split() { return *split_; }
    QComboBox& splitAt() { return *splitAt_; }
    QPushButton& turn() { return *turn_; }
    QPushButton& byRule() { return *byRule_; }
    QPushButton& joinPicked() { return *joinPicked_; }
    QPushButton& joinEach() { return *joinEach_; }
    QLineEdit& angle() { return *angle_; }
    QCheckBox& beamsAtColumns() { return *beams_; }
    QCheckBox& columnsAtLevels() { return *columns_; }
    QPushButton& take() { return *take_; }
    QPushButton& letGo() { return *letGo_; }
    QString effect() const { return effect_->text(); }
    QString reason() const { return why_->text(); }
    QString trouble() const { return trouble_->text(); }

Q_SIGNALS:
    void tried(const std::vector<int>& nodes); // ends that a rule being tried would make or take away

protected:
    void showEvent(QShowEvent*) override { refresh(); }

private:
    void buildChange(QVBoxLayout& all);
    void buildRule(QVBoxLayout& all);
    void refreshOne();
    void refreshMany();
    void refreshRule();
    void tryRule();
    FormingRule ruleTyped(QString& why) const;
    void say(const QString& trouble);
    std::vector<std::string> pickedIds() const;
    void runJoinEach();

    Document& doc_;
    QLabel *title_, *length_, *facts_, *why_, *places_, *effect_, *trouble_, *counts_;
    ChainStrip* strip_;
    QWidget *one_, *many_;
    std::array<QPushButton*, 2> join_;
    std::array<QLabel*, 2> joined_;
    std::array<std::string, 2> joinTo_;
    QPushButton *split_, *turn_, *byRule_, *turnMany_, *byRuleMany_, *joinPicked_, *joinEach_, *take_, *letGo_;
    QComboBox* splitAt_;
    QLabel *turnWords_, *byRuleWords_;
    QLineEdit* angle_;
    QCheckBox *beams_, *columns_;
    bool filling_ = false;
};

} // namespace wr
