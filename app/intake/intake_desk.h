// The page of taking a frame in: the files and their tables, the frame as it comes, what the columns mean, and what is still
// asked.
#pragma once

#include "app/intake/intake_session.h"

#include <QLabel>
#include <QWidget>
#include <functional>

class QCheckBox;
class QComboBox;
class QFormLayout;
class QLineEdit;
class QListWidget;
class QRadioButton;
class QStackedWidget;
class QToolButton;
class QPushButton;
class QSpinBox;
class QTableWidget;
class QVBoxLayout;

namespace wr {

class Document;
class FatesView;
class MappingTable;
class SignPicture;
class SketchView;

class IntakeDesk : public QWidget
{
    Q_OBJECT
public:
    explicit IntakeDesk(Document& doc, QWidget* parent = nullptr);
    void begin(const QStringList& paths);
    IntakeSession& session() { return session_; }
    MappingTable& mapping() { return *mapping_; }
    SketchView& sketch() { return *sketch_; }
    QListWidget& tables() { return *tables_; }
    QTableWidget& faults() { return *faults_; }
    QPushButton& takeButton() { return *take_; }
    QPushButton& recipeButton() { return *saveRecipe_; }
    FatesView& fates() { return *fates_; }
    QRadioButton& asVersion() { return *asVersion_; } // of the frame at hand
    QRadioButton& asOwn() { return *asOwn_; }
    QToolButton& columnsTab() { return *columnsTab_; }
    QToolButton& fatesTab() { return *fatesTab_; }
    bool takesAgain() const;        // as a new version of the frame at hand
    std::function<bool()> mayLeave; // the work at hand; none: it may
    void showTable(int table);      // of the recipe

Q_SIGNALS:
    void left();  // back to the frame at hand
    void taken(); // the frame goes to the document

private:
    QWidget* buildList();
    QWidget* buildMiddle();
    QWidget* buildBench();
    void opened();
    void refresh(); // after the frame was put together anew
    void refreshList();
    void refreshBench();
    void refreshNames();
    void refreshFaults();
    void refreshAgain();
    void showFates(bool on);
    QWidget* buildAgain();
    void setKind(int kind);
    void takeIn();
    void saveRecipe();
    std::vector<Recipe> knownRecipes() const;
    int current() const;

    Document& doc_;
    IntakeSession session_;
    QListWidget* tables_;
    SketchView* sketch_;
    MappingTable* mapping_;
    SignPicture* picture_;
    QLabel *title_, *about_, *tablesHead_, *offered_, *counts_, *tableTitle_;
    QComboBox *kind_, *signs_, *stations_, *up_, *grade_, *standard_, *order_;
    QSpinBox *heading_, *first_;
    QCheckBox* fillDown_;
    QFormLayout* frameRows_;
    QWidget *lower_, *ofTable_, *ofForces_, *names_;
    QVBoxLayout *nameRows_, *benchParts_; // parts: what is asked, over what is wrong
    QTableWidget* faults_;
    QPushButton *take_, *saveRecipe_, *anew_;
    FatesView* fates_;
    QWidget* again_; // whether it is a new version
    QRadioButton *asVersion_, *asOwn_;
    QLabel* differs_;
    QToolButton *columnsTab_, *fatesTab_;
    QStackedWidget* lowerPages_;
    bool chose_ = false; // by hand, which of the two it is
    bool filling_ = false;
};

// Where recipes of the user are kept, and the last ones first.
QString recipeFolder();

} // namespace wr
