// The bench at Check while a siding is compared: both states in figures, where the kilograms went, why the picked member
// changed.
#pragma once

#include <QWidget>
#include <optional>

class QLabel;
class QPushButton;

namespace wr {

class Document;

// The drawn part.
class CompareFigures : public QWidget
{
    Q_OBJECT
public:
    CompareFigures(Document& doc, QWidget* parent = nullptr);
    // Lines as drawn, for readers of screens and tests: "Over the limit: 3 → 2 (−1)".
    QStringList lines() const;

protected:
    void paintEvent(QPaintEvent*) override;

private:
    double drawFigures(QPainter& p, double y) const;
    double drawGroups(QPainter& p, double y) const;
    double drawWhy(QPainter& p, double y) const;
    void refresh();
    Document& doc_;
};

class CompareBench : public QWidget
{
    Q_OBJECT
public:
    CompareBench(Document& doc, QWidget* parent = nullptr);
    QPushButton& returnTo() { return *return_; }
    QPushButton& end() { return *end_; }
    CompareFigures& figures() { return *figures_; }
    QString headline() const;

private:
    void refresh();
    Document& doc_;
    QLabel *title_, *when_, *trouble_;
    CompareFigures* figures_;
    QPushButton *return_, *end_;
};

} // namespace wr
