// The tray: briefs (at their stop), groups with their worst utilisation, picks that come with the program or were kept, and
// levels. A click picks; on a brief it lays it on the sheet, and a second one picks its members.
#pragma once

#include "app/line/line_view.h"

#include <QLineEdit>
#include <QString>
#include <QWidget>
#include <string>
#include <vector>

namespace wr {

class BriefDesk;

class Document;

class Tray : public QWidget
{
    Q_OBJECT
public:
    Tray(Document& doc, BriefDesk& desk, QWidget* parent = nullptr);
    void setStop(Stop s);

    struct Row
    {
        enum class Kind { Brief, Group, Siding, Pick, Level };
        QString name;
        std::vector<size_t> members;
        double worst = -1, then = -1; // -1: no figure; then: while a siding is compared
        bool group = false;
        Kind kind = Kind::Group;
        std::string key = {}; // the brief, or the expression of a pick
        bool saved = false;   // a pick that was kept, so it can be forgotten
        QString figure = {};  // of a siding: "3 · 74.0 t"; empty with no key: "park this state"
        QRectF area = {};
    };
    const std::vector<Row>& rows() const { return rows_; }
    void askPark(); // under what name this state is parked
    QLineEdit& sidingName() { return *sidingName_; }
    QString trouble() const { return trouble_; } // why a name cannot stand

Q_SIGNALS:
    void expressionChosen(const QString& expression); // of a pick: for the field over the ledger

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    void contextMenuEvent(QContextMenuEvent* e) override;
    bool event(QEvent* e) override;
    QSize sizeHint() const override { return {206, 400}; }

private:
    void rebuild();
    void addBriefs();
    void addGroups();
    void addSidings();
    void askRename(const std::string& siding);
    void placeName();
    void nameEntered();
    void addPicks();
    void addLevels();
    void choose(size_t row, bool add);
    void drawRow(QPainter& p, const Row& r, const QRectF& line) const;
    QString hint(const Row& r) const;
    void forget(const Row& r);
    bool isPicked(const Row& r) const;
    Document& doc_;
    BriefDesk& desk_;
    Stop stop_ = Stop::Check;
    std::vector<Row> rows_;
    int current_ = 0;
    QLineEdit* sidingName_;
    std::string renaming_; // the siding that is; empty: one is parked
    QString trouble_;
};

} // namespace wr
