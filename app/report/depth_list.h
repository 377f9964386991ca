// How deep each group is reported: a dot on a line of three stops, and the pages it comes to.
#pragma once

#include "core/frame/report_choice.h"

#include <QWidget>
#include <string>
#include <vector>

namespace wr {

class DepthList : public QWidget
{
    Q_OBJECT
public:
    struct Row
    {
        std::string group;     // "" of members in none
        QString name, members; // "3 of 28"
        ReportDepth depth = ReportDepth::Line;
        QString pages;
    };
    explicit DepthList(QWidget* parent = nullptr);
    void show(std::vector<Row> rows);
    const std::vector<Row>& rows() const { return rows_; }
    QRectF stopArea(size_t row, ReportDepth d) const;
    QSize sizeHint() const override;

Q_SIGNALS:
    void chosen(const QString& group, ReportDepth d);

protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* e) override;
    void keyPressEvent(QKeyEvent* e) override;
    bool event(QEvent* e) override;

private:
    std::vector<Row> rows_;
    size_t at_ = 0; // the row of the keys
};

} // namespace wr
