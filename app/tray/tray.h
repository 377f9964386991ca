// The tray: groups with their worst utilisation, and levels. A click picks.
#pragma once

#include <QString>
#include <QWidget>
#include <vector>

namespace wr {

class Document;

class Tray : public QWidget
{
    Q_OBJECT
public:
    Tray(Document& doc, QWidget* parent = nullptr);

    struct Row
    {
        QString name;
        std::vector<size_t> members;
        double worst = -1; // -1: no figure
        bool group = false;
        QRectF area;
    };
    const std::vector<Row>& rows() const { return rows_; }

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;
    QSize sizeHint() const override { return {206, 400}; }

private:
    void rebuild();
    void choose(size_t row, bool add);
    Document& doc_;
    std::vector<Row> rows_;
    int current_ = 0;
};

} // namespace wr
