#include "app/report/report_view.h"

#include "app/report/drawings_view.h"
#include "app/report/report_desk.h"
#include "app/shell/document.h"
#include "app/shell/labels.h"
#include "app/shell/tab.h"
#include "app/shell/text.h"

#include <QButtonGroup>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QStackedWidget>
#include <QVBoxLayout>
#include <algorithm>
#include <map>

namespace wr {

namespace {

constexpr int kKey = Qt::UserRole;

} // namespace

ContentsView::ContentsView(Document& doc, ReportDesk& desk, QWidget* parent)
    : QWidget(parent), doc_(doc), desk_(desk), tree_(new QTreeWidget), total_(named("quiet"))
{
    setObjectName("tray");
    tree_->setColumnCount(2);
    tree_->setHeaderHidden(true);
    tree_->setAccessibleName("Contents of the report");
    tree_->setIndentation(13);
    tree_->setFrameShape(QFrame::NoFrame);
    tree_->header()->setStretchLastSection(false);
    tree_->header()->setMinimumSectionSize(20);
    tree_->header()->setSectionResizeMode(0, QHeaderView::Stretch);
    tree_->header()->setSectionResizeMode(1, QHeaderView::ResizeToContents);
    tree_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    tree_->setTextElideMode(Qt::ElideRight);
    auto* head = new QHBoxLayout;
    head->setContentsMargins(14, 12, 10, 2);
    head->addWidget(named("head", "Contents"));
    head->addStretch();
    head->addWidget(named("quiet", "pages"));
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(2);
    all->addLayout(head);
    all->addWidget(tree_, 1);
    total_->setContentsMargins(14, 6, 12, 10);
    all->addWidget(total_);
    connect(tree_, &QTreeWidget::itemChanged, this, [this](QTreeWidgetItem* i, int column) {
        if (filling_ || column != 0) return;
        desk_.tick(i->data(0, kKey).toString().toStdString(), i->checkState(0) != Qt::Unchecked);
    });
    connect(tree_, &QTreeWidget::currentItemChanged, this, [this](QTreeWidgetItem* i) {
        if (!filling_ && i) Q_EMIT chosen(i->data(0, kKey).toString());
    });
    connect(tree_, &QTreeWidget::itemClicked, this, [this](QTreeWidgetItem* i) { Q_EMIT chosen(i->data(0, kKey).toString()); });
    connect(&desk_, &ReportDesk::changed, this, &ContentsView::refresh);
    refresh();
}

QTreeWidgetItem* ContentsView::item(const QString& key) const
{
    for (QTreeWidgetItemIterator it(tree_); *it; ++it)
        if ((*it)->data(0, kKey).toString() == key) return *it;
    return nullptr;
}

void ContentsView::refresh()
{
    filling_ = true;
    const ReportChoice& c = desk_.choice();
    if (tree_->topLevelItemCount() == 0) {
        QTreeWidgetItem* last = nullptr;
        for (const ReportTopic& t : reportTopics()) {
            auto* i = t.depth == 0 ? new QTreeWidgetItem(tree_) : new QTreeWidgetItem(last);
            if (t.depth == 0) last = i;
            i->setText(0, QString::fromStdString(t.title));
            i->setData(0, kKey, QString::fromStdString(t.key));
            i->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable | Qt::ItemIsUserCheckable);
            i->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
            QFont f = tree_->font();
            f.setWeight(t.depth == 0 ? QFont::DemiBold : QFont::Normal);
            i->setFont(0, f);
            i->setFont(1, f);
        }
        for (const char* key : {"basis", "results", "calculations"})
            if (QTreeWidgetItem* i = item(key)) i->setExpanded(true);
    }
    addGroups();
    const ReportPages* pages = desk_.pages();
    for (QTreeWidgetItemIterator it(tree_); *it; ++it) {
        QTreeWidgetItem* i = *it;
        const std::string key = i->data(0, kKey).toString().toStdString();
        // A dash where some of what is in it is left out.
        bool some = false;
        for (const std::string& w : c.without)
            some |= w.starts_with(key + ".");
        if (i->flags() & Qt::ItemIsUserCheckable)
            i->setCheckState(0, !c.holds(key) ? Qt::Unchecked : some ? Qt::PartiallyChecked : Qt::Checked);
        const auto range = pages ? pages->rangeOf(key) : std::nullopt;
        i->setText(1, range ? QString::number(range->count) : "");
        i->setToolTip(0, c.holds(key) && pages && !range ? i->text(0) + ": there is nothing to say here"
                                                         : i->text(0)); // a title may be cut
    }
    total_->setText(!desk_.trouble().isEmpty() ? desk_.trouble()
                    : pages && desk_.current() ? QString("Ticked: %1 pages").arg(pages->count())
                                               : "Setting the pages…");
    filling_ = false;
}

// Under the calculations: the groups that have some, with their members.
void ContentsView::addGroups()
{
    QTreeWidgetItem* calculations = item("calculations");
    if (!calculations) return;
    const QString at = tree_->currentItem() ? tree_->currentItem()->data(0, kKey).toString() : QString();
    std::map<QString, bool> open;
    for (int k = 0; k < calculations->childCount(); ++k)
        open[calculations->child(k)->data(0, kKey).toString()] = calculations->child(k)->isExpanded();
    qDeleteAll(calculations->takeChildren());
    if (!desk_.tree()) return;
    for (const ReportPart& p : desk_.tree()->parts) {
        if (p.key != "calculations") continue;
        for (const ReportPart& g : p.parts) {
            auto* group = new QTreeWidgetItem(calculations);
            group->setText(0, QString::fromStdString(g.title));
            group->setData(0, kKey, QString::fromStdString(g.key));
            group->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable); // how deep they are is said at the bench
            group->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
            constexpr size_t kListed = 200;
            for (size_t k = 0; k < std::min(g.parts.size(), kListed); ++k) {
                auto* m = new QTreeWidgetItem(group);
                m->setText(0, QString::fromStdString(g.parts[k].title));
                m->setData(0, kKey, QString::fromStdString(g.parts[k].key));
                m->setFlags(Qt::ItemIsEnabled | Qt::ItemIsSelectable);
                m->setTextAlignment(1, Qt::AlignRight | Qt::AlignVCenter);
            }
            group->setExpanded(open[QString::fromStdString(g.key)]);
        }
    }
    if (!at.isEmpty())
        if (QTreeWidgetItem* i = item(at)) tree_->setCurrentItem(i);
}

ReportView::ReportView(Document& doc, ReportDesk& desk, QWidget* parent)
    : QWidget(parent), desk_(desk), drawings_(new DrawingsView(doc)), paged_(makeTab("Pages")), drawn_(makeTab("Drawings")),
      printed_(new QWidget), pages_(new PageList(PageList::Fit::Whole)), small_(new PageList(PageList::Fit::Small)),
      whole_(new QToolButton), width_(new QToolButton), words_(named("quiet"))
{
    for (const auto& [button, text] : {std::pair{whole_, "Page"}, std::pair{width_, "Width"}}) {
        button->setText(text);
        button->setObjectName("view");
        button->setCheckable(true);
    }
    whole_->setAccessibleName("Whole pages");
    width_->setAccessibleName("Pages as wide as there is room");
    auto* one = new QButtonGroup(this);
    one->addButton(whole_);
    one->addButton(width_);
    whole_->setChecked(true);
    connect(whole_, &QToolButton::clicked, this, [this] { pages_->setFit(PageList::Fit::Whole); });
    connect(width_, &QToolButton::clicked, this, [this] { pages_->setFit(PageList::Fit::Width); });
    auto* bar = new QHBoxLayout;
    bar->setContentsMargins(10, 8, 10, 6);
    bar->setSpacing(6);
    auto* tabs = new QButtonGroup(this);
    for (QToolButton* b : {paged_, drawn_}) {
        tabs->addButton(b);
        bar->addWidget(b);
    }
    paged_->setChecked(true);
    connect(paged_, &QToolButton::clicked, this, [this] { showDrawings(false); });
    connect(drawn_, &QToolButton::clicked, this, [this] { showDrawings(true); });
    bar->addSpacing(10);
    bar->addWidget(whole_);
    bar->addWidget(width_);
    bar->addWidget(words_, 1);
    words_->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
    words_->setWordWrap(false);
    auto* both = new QHBoxLayout(printed_);
    both->setContentsMargins(0, 0, 0, 0);
    both->setSpacing(0);
    both->addWidget(small_);
    both->addWidget(pages_, 1);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addLayout(bar);
    all->addWidget(printed_, 1);
    all->addWidget(drawings_, 1);
    drawings_->hide();
    pages_->setProperty("picture", true);
    connect(small_, &PageList::chosen, this, [this](size_t k) {
        pages_->goTo(k);
        refresh();
    });
    connect(pages_, &PageList::went, this, [this](size_t k) {
        small_->goTo(k);
        refresh();
    });
    connect(pages_, &PageList::followed, this, &ReportView::goTo);
    connect(&desk_, &ReportDesk::changed, this, &ReportView::refresh);
    refresh();
}

void ReportView::showDrawings(bool on)
{
    (on ? drawn_ : paged_)->setChecked(true);
    printed_->setVisible(!on);
    drawings_->setVisible(on);
    for (QToolButton* b : {whole_, width_})
        b->setVisible(!on);
    refresh();
    if (on) drawings_->enter();
}

void ReportView::goTo(const QString& place)
{
    showDrawings(false);
    const ReportPages* pages = desk_.pages();
    if (!pages) return;
    const std::string key = place.toStdString();
    auto at = pages->pageOf(key);
    double y = 0;
    if (at) {
        for (const PagePlace& p : pages->page(*at).places)
            if (p.name == key && p.y > 90) y = p.y - 10;
    } else if (const auto range = pages->rangeOf(key))
        at = range->first;
    if (!at) return;
    pages_->goTo(*at, pages_->fit() == PageList::Fit::Width ? y : 0);
    small_->goTo(*at);
    refresh();
}

void ReportView::refresh()
{
    const std::shared_ptr<const ReportPages> pages = desk_.sharedPages();
    if (pages != shown_) {
        shown_ = pages;
        const auto page = [pages](size_t k) { return pages->page(k); };
        for (PageList* l : {pages_, small_})
            l->show(pages ? pages->count() : 0, pages ? pages->style().paper : kA4,
                    pages ? std::function<Page(size_t)>(page) : nullptr);
    }
    if (showsDrawings())
        words_->clear(); // the drawing has words of its own
    else if (!desk_.trouble().isEmpty())
        words_->setText(desk_.trouble());
    else if (!pages || !desk_.current())
        words_->setText("Setting the pages…");
    else
        words_->setText(QString("page %1 of %2 · set in %3 s")
                            .arg(pages_->current() + 1)
                            .arg(pages->count())
                            .arg(decimal(desk_.seconds(), 2)));
}

} // namespace wr
