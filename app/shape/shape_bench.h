// The page "Change" of the bench at Frame: the tools, the fields of the one at hand, what it would do, the grid.
#pragma once

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
class ShapeDesk;

class ShapeBench : public QWidget
{
    Q_OBJECT
public:
    ShapeBench(Document& doc, ShapeDesk& desk, QWidget* parent = nullptr);
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
    void refresh();
    void runAct();
    void runGrid();
    Document& doc_;
    ShapeDesk& desk_;
    std::map<std::string, QToolButton*> tools_;
    std::map<std::string, QWidget*> fields_;
    std::map<std::string, QLineEdit*> grid_;
    QWidget* form_ = nullptr;
    std::string asked_; // the tool whose fields stand
    QLabel *about_, *picked_, *effect_, *trouble_, *gridTrouble_;
    QPushButton *act_, *setGrid_;
    QWidget* gridForm_;
};

} // namespace wr
