// The tables at the stop Frame: a summary of the analysis, cases, loads and combinations to be made and edited, results of the
// load that is shown.
#pragma once

#include "app/frame/limits_bar.h"
#include "app/frame/table_model.h"
#include "core/combos/make.h"
#include "core/project/edits.h"
#include "core/reporting/analysis_summary.h"
#include "core/shaping/load_words.h"

#include <QButtonGroup>
#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableView>

class QHBoxLayout;

namespace wr {

class Document;
class ResultLayer;
class SummaryFinder;

class FrameTablesView : public QWidget
{
    Q_OBJECT
public:
    enum Page {
        Summary,
        Cases,
        Loads, // each, or their totals against the reactions
        Combinations,
        Reactions,
        Displacements,
        Drift,
        Limits,
        Stability,
        Forces,
        Deflections,
        Modes,
        Pages
    };
    FrameTablesView(Document& doc, ResultLayer* results, QWidget* parent = nullptr);
    void setPage(Page p);
    Page page() const { return page_; }
    QTableView& view() { return *view_; }
    TableModel& model() { return *model_; }
    QComboBox& loading() { return *loading_; }
    QComboBox& notional() { return *notional_; }
    QComboBox& subsets() { return *subsets_; }
    QLineEdit& sds() { return *sds_; }
    QLineEdit& overstrength() { return *overstrength_; }
    QString possibleWords() const { return possible_->text(); } // how many sets could be made
    QPushButton& make() { return *make_; }
    QPushButton& add() { return *add_; }
    QPushButton& remove() { return *remove_; }
    QLabel& message() { return *message_; }
    LimitsBar& limits() { return *limits_; }
    bool exportTo(const QString& path); // the page at hand as CSV

private:
    QHBoxLayout* buildTabs();
    void tell(const QString& words); // under the tabs, on every page; nothing: no line
    void buildMaker();
    void connectAll();
    void refresh();
    void makeThem();
    void addOne();
    void removeOne();
    void exportAsk();
    bool mayEdit(int row, int column) const;
    bool edit(int row, int column, const QString& text);
    bool editCase(int row, int column, const QString& text);
    bool editLoad(int row, int column, const QString& text);
    LoadPlace placeOf(int row) const; // of the load of a row
    void offer();
    QColor inkOf(int row, int column) const;
    void summarise();
    void showMode(const SummaryLine& line);
    void later(SetLoads edit);
    std::optional<MakeOptions> makeOptions(QString* why) const; // none: an entry is no number
    void tellPossible();
    bool run(std::vector<Combination> list, const std::string& words);
    void pickRow(const QModelIndex& index);

    Document& doc_;
    ResultLayer* results_;
    Page page_ = Combinations;
    bool editing_ = false; // an edit is on its way
    QButtonGroup* tabs_;
    QWidget* maker_;
    QComboBox *loading_, *notional_, *subsets_;
    QCheckBox *service_, *construction_;
    QWidget* seismic_; // where there are seismic cases
    QLineEdit *sds_, *overstrength_;
    QCheckBox* across_;
    QLabel* possible_; // the number of sets before they are made
    QPushButton *make_, *add_, *remove_, *export_;
    QLabel* message_;
    LimitsBar* limits_;
    QTableView* view_;
    TableModel* model_;
    SummaryFinder* finder_;
    std::vector<SummaryLine> summary_; // of the page Summary, as its rows stand
    bool balance_ = false;             // Loads: totals against reactions
    bool lending_ = false;             // the summary shows a mode
};

// A plain number or an expression ("1.2*0.7").
std::optional<double> typedNumber(const QString& text);

} // namespace wr
