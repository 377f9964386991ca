// The bench at the stop Briefs: the brief at hand as a sheet; giving it to the picked, new ones from it or from those that come
// with the program, taking over from a member, deleting.
#pragma once

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QScrollArea>
#include <QToolButton>
#include <QWidget>
#include <array>

namespace wr {

class BriefDesk;
class Document;
class SheetView;

class BriefsBench : public QWidget
{
    Q_OBJECT
public:
    BriefsBench(Document& doc, BriefDesk& desk, QWidget* parent = nullptr);
    void enter(); // the stop was ridden to
    SheetView& sheet() { return *sheet_; }
    // For tests.
    QLineEdit& name() { return *name_; }
    QPushButton& give() { return *give_; }
    QToolButton& more() { return *new_; }
    QMenu& newMenu() { return *menu_; }
    QToolButton& onlyDiffering() { return *differing_; }
    QLineEdit& from() { return *from_; }
    QPushButton& takeOver() { return *takeOver_; }
    QCheckBox& tick(size_t k) { return *ticks_[k]; } // brief, holds, lengths, group
    QPushButton& drop() { return *drop_; }
    QComboBox& heir() { return *heir_; }
    QPushButton& dropNow() { return *dropNow_; }
    QPushButton& lacks() { return *lacks_; }
    QString trouble() const { return trouble_->text(); }

protected:
    void showEvent(QShowEvent*) override { refresh(); }

Q_SIGNALS:
    void wantCombinations();

private:
    QLayout* buildHead();
    QLayout* buildGive();
    QWidget* buildTakeOver();
    QWidget* buildDrop();
    void fillMenu();
    void refresh();
    void say(const QString& words);
    void runTakeOver();
    Document& doc_;
    BriefDesk& desk_;
    QLabel *mark_, *count_, *about_, *trouble_, *empty_;
    QLineEdit *name_, *from_;
    QToolButton *differing_, *new_;
    QMenu* menu_;
    QScrollArea* area_;
    SheetView* sheet_;
    QPushButton *give_, *takeOver_, *drop_, *dropNow_, *lacks_; // lacks_: service combinations, for the limits stated
    std::array<QCheckBox*, 4> ticks_{};
    QWidget *takeOverBox_, *dropBox_, *dropAsk_;
    QComboBox* heir_;
};

} // namespace wr
