// The page of taking a frame in: the files and their tables, the frame as it comes, what the columns mean, and what is still
// asked.
#pragma once

#include "app/intake/intake_session.h"

#include <QLabel>
#include <QWidget>

class QCheckBox;
class QComboBox;
class QFormLayout;
class QLineEdit;
class QListWidget;
class QPushButton;
class QSpinBox;
class QTableWidget;
class QVBoxLayout;

namespace wr {

class Document;
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
    void showTable(int table); // of the recipe

Q_SIGNALS:
    void left();  // without taking anything in
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
    bool filling_ = false;
};

// Where recipes of the user are kept, and the last ones first.
QString recipeFolder();

} // namespace wr
