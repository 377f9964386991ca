#include "app/findings/stop_findings.h"

#include "app/findings/findings_model.h"
#include "app/shell/document.h"
#include "render/theme.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>
#include <algorithm>
#include <utility>

namespace wr {

namespace {

constexpr size_t kShown = 2, kShownAtFrame = 5;

bool isAbout(const AuditRow& r, const std::string& member)
{
    return r.finding.subject == member ||
           std::find(r.finding.about.begin(), r.finding.about.end(), member) != r.finding.about.end();
}

// A sentence in two lines at most.
QString shortened(const QString& text, const QFont& font, int width)
{
    const QFontMetrics fm(font);
    return fm.elidedText(text, Qt::ElideRight, 2 * width - 40);
}

} // namespace

StopFindings::StopFindings(Document& doc, WorkStop stop, QWidget* parent)
    : QWidget(parent), doc_(doc), stop_(stop), head_(new QLabel), all_(new QPushButton("all of them →")), list_(new QVBoxLayout)
{
    setObjectName("bench");
    setAccessibleName(workStopTitle(stop) + ": findings");
    head_->setObjectName("head");
    all_->setObjectName("link");
    auto* top = new QHBoxLayout;
    top->addWidget(head_, 1);
    top->addWidget(all_);
    list_->setSpacing(1);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(16, 2, 14, 8);
    all->setSpacing(2);
    all->addLayout(top);
    all->addLayout(list_);
    connect(all_, &QPushButton::clicked, this, [this] { Q_EMIT wantList(stop_, {}); });
    for (const auto signal : {&Document::opened, &Document::resultsChanged, &Document::modelChanged, &Document::findingsChanged,
                              &Document::pickChanged})
        connect(&doc_, signal, this, &StopFindings::later);
    refresh();
}

void StopFindings::later()
{
    stale_ = true;
    if (std::exchange(asked_, true)) return;
    QMetaObject::invokeMethod(this, &StopFindings::refresh, Qt::QueuedConnection);
}

void StopFindings::clear()
{
    for (QWidget* w : std::exchange(parts_, {})) {
        list_->removeWidget(w);
        w->hide();
        w->deleteLater();
    }
    rows_.clear();
}

void StopFindings::showEvent(QShowEvent* e)
{
    QWidget::showEvent(e);
    if (stale_) refresh();
}

void StopFindings::refresh()
{
    asked_ = false;
    if (!parentWidget() || !parentWidget()->isVisible()) {
        stale_ = true;
        return;
    }
    stale_ = false;
    clear();
    if (!doc_.hasFrame()) return hide();
    const auto& picked = doc_.pick();
    const std::string member = picked.size() == 1 ? doc_.model().members()[*picked.begin()].id : std::string();
    std::vector<const AuditRow*> mine, here;
    size_t open = 0;
    for (const AuditRow& r : doc_.audit()) {
        if (!r.open() || r.finding.severity == Severity::Note) continue;
        const FindingKind* kind = findKind(r.finding.code);
        const bool at = kind && kind->stop == stop_;
        open += at;
        if (stop_ == WorkStop::Check && r.finding.code == "member.over")
            continue; // the ledger has them, the bench its headline
        if (!member.empty() && isAbout(r, member))
            mine.push_back(&r);
        else if (at)
            here.push_back(&r);
    }
    const auto graver = [](const AuditRow* a, const AuditRow* b) { return a->finding.severity > b->finding.severity; };
    std::stable_sort(mine.begin(), mine.end(), graver);
    std::stable_sort(here.begin(), here.end(), graver);
    setVisible(open > 0 || !mine.empty());
    head_->setText(
        open == 0 ? QString("About %1").arg(QString::fromStdString(member))
                  : QString("%1 open at this stop").arg(open == 1 ? QString("1 finding") : QString("%1 findings").arg(open)));
    const size_t room = stop_ == WorkStop::Frame   ? kShownAtFrame
                        : stop_ == WorkStop::Check ? 1
                                                   : kShown; // there the trace wants the room
    for (const auto* list : {&mine, &here})
        for (const AuditRow* r : *list)
            if (rows_.size() < room) add(*r);
}

void StopFindings::add(const AuditRow& r)
{
    const Theme& t = theme();
    Row row;
    row.id = r.id;
    row.words = QString::fromStdString(r.finding.text);
    if (!row.words.isEmpty()) row.words[0] = row.words[0].toUpper();
    auto* part = new QWidget;
    auto* lines = new QVBoxLayout(part);
    lines->setContentsMargins(0, 3, 0, 0);
    lines->setSpacing(0);
    auto* label = new QLabel(shortened(row.words, textFont(12), 288));
    label->setWordWrap(true);
    label->setToolTip(row.words);
    label->setStyleSheet(QString("color: %1").arg((r.finding.severity == Severity::Error ? t.red : t.ochreInk).name()));
    lines->addWidget(label);
    auto* links = new QHBoxLayout;
    links->setSpacing(12);
    const std::vector<WayOut> ways = waysOut(doc_.state(), r.finding);
    if (!ways.empty()) {
        QString words = QString::fromStdString(ways.front().words);
        words[0] = words[0].toUpper();
        row.way = new QPushButton(QFontMetrics(textFont(12)).elidedText(words, Qt::ElideRight, 220));
        row.way->setObjectName("link");
        row.way->setToolTip(words + (ways.front().isEdit() ? "\nChanges the frame; can be undone" : ""));
        links->addWidget(row.way);
        connect(row.way, &QPushButton::clicked, this, [this, way = ways.front()] { doc_.carryOut(way); });
    }
    row.more = new QPushButton(ways.size() > 1 ? QString("%1 more…").arg(ways.size() - 1) : "more…");
    row.more->setObjectName("link");
    row.more->setToolTip("The whole sentence, its other ways out, and letting it stand");
    links->addWidget(row.more);
    links->addStretch();
    lines->addLayout(links);
    connect(row.more, &QPushButton::clicked, this, [this, id = r.id] { Q_EMIT wantList(stop_, QString::fromStdString(id)); });
    list_->addWidget(part);
    parts_.push_back(part);
    rows_.push_back(std::move(row));
}

QString StopFindings::headline() const
{
    return head_->text();
}

} // namespace wr
