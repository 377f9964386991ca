// The pages "Change" and "Loads" of the bench at Frame: the tools, the fields of the one at hand, what it would do; the grid,
// or the case at hand.
#pragma once

#include "core/shaping/shape_tools.h"

#include <QWidget>
#include <map>
#include <string>

class QGridLayout;
class QLabel;
class QLineEdit;
class QPushButton;
class QToolButton;

namespace wr {

class Document;
class CaseBar;
class ShapeDesk;

class ShapeBench : public QWidget
{
    Q_OBJECT
public:
    ShapeBench(Document& doc, ShapeDesk& desk, ToolKind kind, QWidget* parent = nullptr);
    CaseBar& cases() { return *cases_; } // of the tools for loads
    QToolButton& tool(const std::string& key) const { return *tools_.at(key); }
    // The field of a key of the tool at hand: a line, a box to tick or a list; null: there is none.
    QWidget* field(const std::string& key) const;
    QPushButton& act() { return *act_; }
    QLineEdit& grid(const std::string& key) const { return *grid_.at(key); } // x, y, levels, origin, turn
    QPushButton& setGrid() { return *setGrid_; }
    QString effect() const;
    QString trouble() const;

protected:
    void showEvent(QShowEvent*) override;
    void hideEvent(QHideEvent*) override;

private:
    void buildGrid();
    void ask(); // the fields of the tool
    QString standing(const std::string& key) const;
    void refresh();
    void runAct();
    void runGrid();
    Document& doc_;
    ShapeDesk& desk_;
    ToolKind kind_;
    CaseBar* cases_ = nullptr; // null: the tools are not for loads
    std::map<std::string, QToolButton*> tools_;
    std::map<std::string, QWidget*> fields_;
    std::map<std::string, QLineEdit*> grid_;
    QWidget* form_ = nullptr;
    std::string asked_, askedFor_; // the tool whose fields stand, and what they are about
    QLabel *about_, *picked_, *effect_, *trouble_, *gridTrouble_;
    QPushButton *act_, *setGrid_;
    QWidget* gridForm_;
};

} // namespace wr
