// Pages under one another as they will be printed: at the width of the list, whole, or as small pictures to leaf through.
#pragma once

#include "core/paper/pages.h"

#include <QAbstractScrollArea>
#include <QImage>
#include <functional>
#include <map>

namespace wr {

class PageList : public QAbstractScrollArea
{
    Q_OBJECT
public:
    enum class Fit { Width, Whole, Small };
    explicit PageList(Fit fit, QWidget* parent = nullptr);
    // `page` gives a page by its number; it is asked for those in sight only.
    void show(size_t count, PaperSize size, std::function<Page(size_t)> page);
    void setFit(Fit f);
    Fit fit() const { return fit_; }
    size_t count() const { return count_; }
    size_t current() const { return current_; }
    void goTo(size_t page, double y = 0); // y: pt from its top
    QRectF pageArea(size_t page) const;   // in the viewport
    QSize sizeHint() const override { return {120, 400}; }

Q_SIGNALS:
    void went(size_t page);              // another page is the one in sight
    void chosen(size_t page);            // clicked
    void followed(const QString& place); // a link was clicked

protected:
    void paintEvent(QPaintEvent* e) override;
    void resizeEvent(QResizeEvent* e) override;
    void mousePressEvent(QMouseEvent* e) override;
    void mouseMoveEvent(QMouseEvent* e) override;
    void keyPressEvent(QKeyEvent* e) override;
    void scrollContentsBy(int dx, int dy) override;

private:
    void layOut();
    double scale() const; // pixels of the screen a pt
    double step() const;  // from one page to the next
    QImage& picture(size_t page);
    const PageLink* linkAt(QPointF at, size_t* page = nullptr);
    Fit fit_;
    size_t count_ = 0, current_ = 0;
    PaperSize size_;
    std::function<Page(size_t)> page_;
    std::map<size_t, QImage> pictures_;
    std::map<size_t, Page> pages_;
};

} // namespace wr
