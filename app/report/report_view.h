// The stop Report: contents to tick with their pages, small pages to leaf through, the pages as they will be printed.
#pragma once

#include "app/report/page_list.h"

#include <QLabel>
#include <QToolButton>
#include <QTreeWidget>
#include <QWidget>
#include <memory>

namespace wr {

class Document;
class DrawingsView;
class ReportDesk;
class ReportPages;

// Contents: in place of the tray.
class ContentsView : public QWidget
{
    Q_OBJECT
public:
    ContentsView(Document& doc, ReportDesk& desk, QWidget* parent = nullptr);
    QTreeWidget& tree() { return *tree_; }
    QTreeWidgetItem* item(const QString& key) const; // null: none
    QString total() const { return total_->text(); }

Q_SIGNALS:
    void chosen(const QString& place);

private:
    void refresh();
    void addGroups();
    Document& doc_;
    ReportDesk& desk_;
    QTreeWidget* tree_;
    QLabel* total_;
    bool filling_ = false;
};

// The middle.
class ReportView : public QWidget
{
    Q_OBJECT
public:
    ReportView(Document& doc, ReportDesk& desk, QWidget* parent = nullptr);
    PageList& pages() { return *pages_; }
    PageList& small() { return *small_; }
    QToolButton& whole() { return *whole_; }
    QToolButton& width() { return *width_; }
    QString words() const { return words_->text(); }
    void goTo(const QString& place);
    DrawingsView& drawings() { return *drawings_; }
    QToolButton& tab(bool drawings) { return drawings ? *drawn_ : *paged_; }
    void showDrawings(bool on);
    bool showsDrawings() const { return drawn_->isChecked(); }

private:
    void refresh();
    ReportDesk& desk_;
    DrawingsView* drawings_;
    QToolButton *paged_, *drawn_;
    QWidget* printed_; // small pages and pages
    PageList *pages_, *small_;
    QToolButton *whole_, *width_;
    QLabel* words_;
    std::shared_ptr<const ReportPages> shown_; // the pages in sight
};

} // namespace wr
