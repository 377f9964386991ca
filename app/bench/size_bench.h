// The bench at Size: the proposal for all groups, adopting it, settling in rounds, what is cheap, the ladder of the group at
// hand, and sizes by hand.
#pragma once

#include "app/size/ladder_editor.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableView>
#include <QToolButton>
#include <QWidget>
#include <functional>

namespace wr {

class Document;
class ProposalModel;
class RoundsChart;
class SizingDesk;

class SizeBench : public QWidget
{
    Q_OBJECT
public:
    SizeBench(Document& doc, SizingDesk& desk, QWidget* parent = nullptr);
    QTableView& proposal() { return *proposal_; }
    ProposalModel& proposalModel() { return *model_; }
    QComboBox& group() { return *group_; }
    QComboBox& ladder() { return *ladder_; }
    QToolButton& change() { return *change_; } // opens the form of the ladder
    LadderEditor& editor() { return *editor_; }
    QComboBox& objective() { return *objective_; }
    QLineEdit& fewer() { return *fewer_; }
    QLineEdit& shallower() { return *shallower_; } // worth of 100 mm (4 in) less depth
    QLineEdit& target() { return *target_; }       // of the group at hand
    QLineEdit& reserve() { return *reserve_; }     // of all groups that say none
    QPushButton& browse() { return *browse_; }
    QPushButton& adopt() { return *adopt_; }
    QPushButton& adoptAndAnalyse() { return *both_; }
    QPushButton& settle() { return *settle_; } // stops it while it runs
    QPushButton& letGo() { return *letGo_; }
    QPushButton& up() { return *up_; }
    QPushButton& down() { return *down_; }
    QComboBox& swapFrom() { return *swapFrom_; }
    QLineEdit& swapTo() { return *swapTo_; }
    QPushButton& swap() { return *swap_; }
    QPushButton& remedies() { return *remedies_; }
    QPushButton& stock() { return *stock_; }
    std::function<QString()> askStock; // the path of a stock list; a test answers instead of a person
    RoundsChart& rounds() { return *rounds_; }
    QString title() const { return title_->text(); }
    QString words() const { return words_->text(); }
    QString trouble() const { return trouble_->text(); }
    QString sectionNow() const; // of the group at hand

Q_SIGNALS:
    void browseSections();
    void wantRemedies();

private:
    void showEvent(QShowEvent* e) override;
    void takeStock();
    void build();
    void connectAll();
    void connectLadder();
    void refresh();
    void refreshProposal();
    void refreshLadder();
    void refreshSwap();
    void say(const QString& trouble);
    void giveLadder(const std::string& id);
    std::optional<double> read(QLineEdit& from, bool& good);
    const Group* designGroup() const;
    Document& doc_;
    SizingDesk& desk_;
    ProposalModel* model_;
    QTableView* proposal_;
    QLabel *title_, *masses_, *words_, *trouble_, *otherSizes_, *ladderWords_, *stockWords_;
    QPushButton *both_, *adopt_, *settle_, *letGo_, *again_, *browse_, *up_, *down_, *swap_, *remedies_, *stock_;
    RoundsChart* rounds_;
    QComboBox *objective_, *group_, *ladder_, *swapFrom_;
    QLineEdit *fewer_, *shallower_, *reserve_, *target_, *swapTo_;
    QToolButton* change_;
    LadderEditor* editor_;
    bool filling_ = false, stale_ = true;
};

} // namespace wr
