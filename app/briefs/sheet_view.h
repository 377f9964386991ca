// The brief at hand as a sheet: topics with their lines, what stands, what stands by itself in grey, the clause. A line is
// opened where it stands and says its effect before it is taken.
#pragma once

#include "core/briefs/brief_sheet.h"

#include <QComboBox>
#include <QLineEdit>
#include <QWidget>
#include <set>
#include <string>
#include <vector>

namespace wr {

class BriefDesk;
class Document;

class SheetView : public QWidget
{
    Q_OBJECT
public:
    SheetView(Document& doc, BriefDesk& desk, QWidget* parent = nullptr);
    const std::vector<SheetLine>& lines() const { return lines_; }
    void open(const std::string& key); // begins to change a line
    bool isOpen() const { return open_ >= 0; }
    QRectF lineRect(const std::string& key) const; // for tests
    QString effectWords() const;                   // under the open line
    // What is typed in, or chosen from, for tests; only one is seen.
    QLineEdit& field() { return *field_; }
    QComboBox& choice() { return *choice_; }
    void setOnlyDiffering(bool on);

Q_SIGNALS:
    void trouble(const QString& words);
    void opened(const QRectF& line); // to be brought into sight

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    void focusInEvent(QFocusEvent*) override { update(); }
    void focusOutEvent(QFocusEvent*) override { update(); }
    void resizeEvent(QResizeEvent*) override { place(); }
    bool event(QEvent* e) override;
    bool eventFilter(QObject* watched, QEvent* e) override;

private:
    struct Row
    {
        int line = -1; // of lines_; -1: a heading
        QString heading;
        double top = 0, height = 0;
    };
    void rebuild();
    void place();
    void take();
    void letGo();
    void tryText(const QString& text);
    void complete(const Option& o);
    void drawLine(QPainter& p, const Row& r) const;
    void drawTrial(QPainter& p, const Row& r) const;
    int rowAt(double y) const;
    QString explain(const SheetLine& l) const;
    Document& doc_;
    BriefDesk& desk_;
    std::vector<SheetLine> lines_;
    std::vector<Row> rows_;
    std::set<QString> folded_;
    bool onlyDiffering_ = false;
    int open_ = -1;    // of lines_, being changed
    int current_ = -1; // of rows_, by the keyboard
    QLineEdit* field_;
    QComboBox* choice_;
    QString was_;
};

} // namespace wr
