// The bench at the stop Restraint: holds found with their numbers, doubtful ones with ways out, giving holds to all picked,
// taking them over from another member, and effective lengths by every way.
#pragma once

#include "core/frame/design.h"

#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>
#include <QWidget>
#include <array>
#include <optional>
#include <vector>

namespace wr {

class Document;
class HoldStrip;
class ResultLayer;

class RestraintBench : public QWidget
{
    Q_OBJECT
public:
    explicit RestraintBench(Document& doc, QWidget* parent = nullptr);
    void watch(const HoldStrip* strip); // its edits' troubles are said here
    void watch(ResultLayer* results);   // where modes of buckling are drawn
    void enter();                       // the stop was ridden to
    // For tests.
    QComboBox& where() { return *where_; }
    QLineEdit& number() { return *number_; }
    QCheckBox& direction(Hold h) { return *directions_[static_cast<size_t>(h)]; }
    QPushButton& give() { return *give_; }
    QPushButton& drop() { return *drop_; }
    QLineEdit& like() { return *like_; }
    QPushButton& takeOver() { return *takeOver_; }
    QPushButton* countAnyway() { return count_.empty() ? nullptr : count_.front(); }
    QPushButton* open() { return open_.empty() ? nullptr : open_.front(); } // the first of what is open
    QPushButton* way(LengthAxis axis, LengthBy by) const;
    QString trouble() const { return trouble_->text(); }
    QString why() const { return why_->text(); }
    QPushButton& drawMode() { return *drawMode_; }

protected:
    void showEvent(QShowEvent*) override { refresh(); }

private:
    void buildGive(QVBoxLayout& all);
    void refresh();
    void refreshOpen();
    void refreshHolds(size_t member);
    void refreshLengths(size_t member);
    void say(const QString& trouble);
    void runGive();
    void runTakeOver();
    void runCount(size_t place);
    void runDrawMode();
    QString girders(size_t member, LengthAxis axis, double at) const;
    std::optional<int> shapeOf(size_t member) const; // of BucklingLengths::shapes, the mode at the lowest factor

    Document& doc_;
    QLabel *title_, *facts_, *trouble_, *why_;
    QWidget* holds_ = nullptr;
    QWidget* lengths_ = nullptr;
    QVBoxLayout *holdsPlace_, *lengthsPlace_;
    QWidget *give2_, *rest_;
    QComboBox* where_;
    QLineEdit *number_, *like_;
    std::array<QCheckBox*, 6> directions_{};
    QPushButton *give_, *drop_, *takeOver_, *drawMode_;
    ResultLayer* results_ = nullptr;
    QCheckBox* byFraction_;
    std::vector<QPushButton*> count_, open_;
    struct Way
    {
        LengthAxis axis;
        LengthBy by;
        QPushButton* button;
    };
    std::vector<Way> ways_;
    const HoldStrip* strip_ = nullptr;
};

} // namespace wr
