#include "app/bench/member_bench.h"

#include "app/bench/check_chart.h"
#include "app/bench/design_editor.h"
#include "app/bench/diagrams.h"
#include "app/shell/document.h"
#include "app/shell/text.h"
#include "app/trace/trace_view.h"
#include "core/checking/steel_name.h"
#include "render/section_picture.h"
#include "render/theme.h"

#include <QHBoxLayout>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolButton>
#include <QVBoxLayout>
#include <algorithm>

namespace wr {

namespace {
constexpr int kHead = 62, kRow = 21;
} // namespace

ModesView::ModesView(Document& doc, QWidget* parent) : QWidget(parent), doc_(doc)
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName("Modes");
}

void ModesView::show(std::optional<size_t> member)
{
    const bool other = member != member_;
    member_ = member;
    rows_.clear();
    if (member_ && doc_.checked()) {
        const MemberResult& r = doc_.report().results[*member_];
        for (size_t i = 0; i < r.outcomes.size(); ++i)
            if (r.outcomes[i].status != Status::NotApplicable) rows_.push_back(static_cast<int>(i));
        const auto rank = [&](int i) {
            const CheckOutcome& o = r.outcomes[i];
            return o.status == Status::Unchecked ? 1e6 : o.counts ? o.ratio : -1 + o.ratio * 1e-3;
        };
        std::stable_sort(rows_.begin(), rows_.end(), [&](int a, int b) { return rank(a) > rank(b); });
        if (other || std::find(rows_.begin(), rows_.end(), chosen_) == rows_.end())
            chosen_ = r.governing >= 0 ? r.governing : rows_.empty() ? -1 : rows_.front();
    } else
        chosen_ = -1;
    setFixedHeight(static_cast<int>(rows_.size()) * kRow + 4);
    update();
}

void ModesView::choose(int outcome)
{
    chosen_ = outcome;
    update();
    Q_EMIT chose(outcome);
}

QRectF ModesView::rowArea(int outcome) const
{
    for (size_t k = 0; k < rows_.size(); ++k)
        if (rows_[k] == outcome) return {0, static_cast<double>(k) * kRow, static_cast<double>(width()), kRow};
    return {};
}

void ModesView::paintEvent(QPaintEvent*)
{
    if (!member_ || !doc_.checked()) return;
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const MemberResult& r = doc_.report().results[*member_];
    const Standard& s = doc_.model().standardOf(*member_);
    for (const int i : rows_) {
        if (static_cast<size_t>(i) >= r.outcomes.size()) continue;
        const CheckOutcome& o = r.outcomes[i];
        const QRectF row = rowArea(i);
        const bool governs = i == r.governing;
        if (i == chosen_) {
            p.setPen(hasFocus() ? QPen(t.violet, 1, Qt::DotLine) : Qt::NoPen);
            p.setBrush(t.violetTint);
            p.drawRoundedRect(row.adjusted(-0.5, 0.5, -0.5, -0.5), 4, 4);
        }
        p.setFont(textFont(12, governs));
        p.setPen(t.ink);
        p.drawText(row.adjusted(5, 0, 0, 0), Qt::AlignVCenter | Qt::AlignLeft, str(s.checks[o.check].title));
        p.setFont(textFont(11));
        p.setPen(t.ink3);
        p.drawText(QRectF(row.width() - 128, row.top(), 42, row.height()), Qt::AlignVCenter | Qt::AlignLeft, str(o.clause));
        if (o.status == Status::Unchecked) {
            p.setFont(textFont(11.5, true));
            p.setPen(t.ink2);
            p.drawText(row.adjusted(0, 0, -4, 0), Qt::AlignVCenter | Qt::AlignRight, "unchecked");
            continue;
        }
        const QRectF bar(row.width() - 82, row.center().y() - 3, 40, 6);
        p.setPen(Qt::NoPen);
        p.setBrush(t.track);
        p.drawRoundedRect(bar, 1.5, 1.5);
        p.setBrush(o.counts ? t.utilisation(o.ratio) : o.ratio > 1 ? t.ochre : t.ink3);
        p.drawRoundedRect(QRectF(bar.left(), bar.top(), bar.width() * std::min(o.ratio, 1.25) / 1.25, bar.height()), 1.5, 1.5);
        p.setFont(textFont(12, governs));
        p.setPen(o.counts && o.ratio > 1 ? t.red : !o.counts && o.ratio > 1 ? t.ochreInk : t.ink);
        p.drawText(row.adjusted(0, 0, -4, 0), Qt::AlignVCenter | Qt::AlignRight, decimal(o.ratio, 2));
    }
}

void ModesView::mousePressEvent(QMouseEvent* e)
{
    const int k = static_cast<int>(e->position().y()) / kRow;
    if (k >= 0 && static_cast<size_t>(k) < rows_.size()) choose(rows_[k]);
}

void ModesView::keyPressEvent(QKeyEvent* e)
{
    const auto at = std::find(rows_.begin(), rows_.end(), chosen_);
    if (e->key() == Qt::Key_Down && at != rows_.end() && at + 1 != rows_.end())
        choose(*(at + 1));
    else if (e->key() == Qt::Key_Up && at != rows_.end() && at != rows_.begin())
        choose(*(at - 1));
    else
        QWidget::keyPressEvent(e);
}

MemberBench::MemberBench(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), modes_(new ModesView(doc)), trace_(new TraceView), diagrams_(new Diagrams(doc)),
      editor_(new DesignEditor(doc)), checkPage_(new QWidget), chart_(new CheckChart(doc)), headline_(new QLabel),
      notes_(new QLabel), hint_(new QLabel), lacks_(new QPushButton("make service combinations")), checkTab_(new QToolButton),
      designTab_(new QToolButton)
{
    auto* page = new QVBoxLayout(checkPage_);
    page->setContentsMargins(0, 0, 0, 0);
    page->setSpacing(6);
    page->addWidget(headline_);
    page->addWidget(diagrams_);
    page->addWidget(modes_);
    page->addWidget(chart_);
    page->addWidget(notes_);
    page->addWidget(trace_);
    page->addWidget(lacks_);
    page->addStretch();
    headline_->setWordWrap(true);
    headline_->setObjectName("quiet");
    notes_->setWordWrap(true);
    notes_->setObjectName("quiet");
    hint_->setWordWrap(true);
    hint_->setObjectName("quiet");
    lacks_->setObjectName("link");
    lacks_->setAccessibleName("Make service combinations");
    auto* tabs = new QHBoxLayout;
    for (auto* b : {checkTab_, designTab_}) {
        b->setCheckable(true);
        b->setAutoExclusive(true);
        b->setObjectName("tab");
        tabs->addWidget(b);
    }
    tabs->addStretch();
    checkTab_->setText("Check");
    designTab_->setText("Change");
    checkTab_->setChecked(true);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(16, kHead, 14, 12);
    all->setSpacing(6);
    all->addLayout(tabs);
    all->addWidget(checkPage_);
    all->addWidget(editor_);
    all->addWidget(hint_);
    all->addStretch();
    connect(checkTab_, &QToolButton::clicked, this, [this] { showDesign(false); });
    connect(designTab_, &QToolButton::clicked, this, [this] { showDesign(true); });
    connect(lacks_, &QPushButton::clicked, this, &MemberBench::wantCombinations);
    connect(modes_, &ModesView::chose, this, &MemberBench::showTrace);
    connect(chart_, &CheckChart::choseSet, diagrams_, &Diagrams::chooseSet);
    for (const auto signal : {&Document::opened, &Document::resultsChanged, &Document::modelChanged, &Document::pickChanged,
                              &Document::secondChanged})
        connect(&doc_, signal, this, &MemberBench::refresh);
    refresh();
}

void MemberBench::showDesign(bool on)
{
    design_ = on;
    (on ? designTab_ : checkTab_)->setChecked(true);
    refresh();
}

void MemberBench::refresh()
{
    const auto& pick = doc_.pick();
    const bool any = doc_.hasFrame() && !pick.empty();
    member_.reset();
    if (any && doc_.checked())
        // With several picked, the worst of them is shown and the edits go to all.
        for (const size_t i : pick)
            if (!member_ || doc_.report().results[i].utilisation > doc_.report().results[*member_].utilisation) member_ = i;
    if (any && !member_) member_ = *pick.begin();
    checkTab_->setVisible(any);
    designTab_->setVisible(any);
    checkPage_->setVisible(any && !design_);
    editor_->setVisible(any && design_);
    hint_->setVisible(!any);
    hint_->setText(doc_.hasFrame() ? "Pick a member in the view, in the ledger or by its group: its modes, the combination "
                                     "that governs and the whole calculation stand here."
                                   : "");
    editor_->refresh();
    modes_->show(any ? member_ : std::nullopt);
    TableSet set;
    QStringList notes;
    if (any && doc_.checked()) {
        const MemberResult& r = doc_.report().results[*member_];
        if (const CheckOutcome* g = r.govern()) set = doc_.model().setOf(*member_, *g);
        for (const std::string& n : r.notes)
            notes << QString::fromStdString(n);
    }
    notes_->setText(notes.join("\n"));
    notes_->setVisible(!notes.isEmpty());
    headline_->setText(any ? governingWords() : "");
    headline_->setVisible(!headline_->text().isEmpty());
    diagrams_->show(any ? member_ : std::nullopt, set);
    showTrace(modes_->chosen());
    update();
}

QString MemberBench::governingWords() const
{
    if (!member_ || !doc_.checked()) return "";
    const MemberResult& r = doc_.report().results[*member_];
    const auto words = [&](int row) {
        const CheckOutcome& o = r.outcomes[row];
        QStringList out{str(o.clause)};
        if (o.ofForces()) out << QString::fromStdString(doc_.model().combinationOf(*member_, o));
        const auto length = [&](double v) { return decimal(doc_.units().show(Quantity::Length, v), 2); };
        const QString unit = QString::fromStdString(doc_.units().symbol(Quantity::Length));
        if (o.span >= 0) {
            const MemberPlan plan = doc_.model().modelOf(o).plan(*member_);
            const Span& span = plan.spans[o.span];
            out << QString("%1 to %2 %3").arg(length(span.from), length(span.to), unit);
        } else if (o.ofForces())
            out << QString("at %1 %2").arg(length(o.at), unit);
        return out.join(" · ") + QString(" · %1").arg(decimal(o.ratio, 2));
    };
    QString out;
    if (r.governing >= 0) out = "Governs: " + words(r.governing);
    if (r.runnerUp >= 0 && r.outcomes[r.runnerUp].ratio > 0) out += "\nNext: " + words(r.runnerUp);
    if (const MemberResult* second = doc_.secondOf(*member_)) {
        const MemberResult& other = *second;
        const Standard& by = doc_.secondModel().standardOf(*member_);
        out += "\nBy " + str(by.title) + ": ";
        if (const CheckOutcome* g = other.govern())
            out += QString("%1 · %2").arg(str(g->clause)).arg(decimal(other.utilisation, 2));
        else
            out += other.outcomes.empty() ? "unchecked" : QString::fromStdString(other.outcomes.front().reason);
    }
    return out;
}

void MemberBench::showTrace(int outcome)
{
    chart_->show(member_, outcome);
    const CheckOutcome* chosen = nullptr;
    if (member_ && doc_.checked() && outcome >= 0 &&
        static_cast<size_t>(outcome) < doc_.report().results[*member_].outcomes.size())
        chosen = &doc_.report().results[*member_].outcomes[outcome];
    // The diagrams show the combination of the mode that is read.
    if (const TableSet set = chosen ? doc_.model().setOf(*member_, *chosen) : TableSet(); set.given())
        diagrams_->show(member_, set);
    // Held otherwise by the brief of another purpose: its spans are not those that are drawn.
    diagrams_->setSpan(chosen && chosen->settings < 0 ? chosen->span : -1);
    Trace t;
    if (chosen) {
        const CheckOutcome& o = *chosen;
        const Standard& s = doc_.model().standardOf(*member_);
        QString place = str(s.checks[o.check].title);
        if (o.ofForces())
            place += QString(": combination %1 at %2")
                         .arg(QString::fromStdString(doc_.model().combinationOf(*member_, o)),
                              QString::fromStdString(doc_.units().text(Quantity::Length, o.at)));
        if (o.settings >= 0) place += QString(", by the brief %1").arg(str(doc_.model().modelOf(o).briefOf(*member_).id));
        t = doc_.model().explain(*member_, o);
        Trace head;
        head.note(place.toStdString() + ".");
        t.steps.insert(t.steps.begin(), head.steps.begin(), head.steps.end());
    }
    trace_->show(std::move(t), doc_.units());
    const bool deflection = chosen && doc_.model().standardOf(*member_).kindOf(*chosen) == CheckKind::Deflection;
    lacks_->setVisible(deflection && chosen->status == Status::Unchecked && chosen->reason.find("make") != std::string::npos);
}

void MemberBench::paintEvent(QPaintEvent*)
{
    if (!member_) return;
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Member& m = doc_.model().members()[*member_];
    const FrameSection& s = doc_.frame().sections[m.section];
    const size_t n = doc_.pick().size();
    const QRectF head(16, 10, width() - 30, 24);
    p.setPen(t.ink);
    p.setFont(textFont(16, true));
    p.drawText(head, Qt::AlignLeft | Qt::AlignVCenter, n == 1 ? QString::fromStdString(m.id) : QString("%1 members").arg(n));
    if (doc_.checked()) {
        const MemberResult& r = doc_.report().results[*member_];
        p.setFont(textFont(18, true));
        p.setPen(r.status == Status::Over ? t.red : t.ink);
        if (r.governing >= 0) p.drawText(head, Qt::AlignRight | Qt::AlignVCenter, decimal(r.utilisation, 2));
        if (r.status == Status::Unchecked) {
            p.setFont(textFont(11, true));
            p.setPen(t.ink2);
            p.drawText(head.translated(0, 19), Qt::AlignRight | Qt::AlignVCenter, "not fully checked");
        }
    }
    drawSection(p, QRectF(16, 37, 18, 20), s.shape, t);
    QStringList words{QString::fromStdString(s.name.empty() ? s.id : s.name),
                      QString::fromStdString(steelName(doc_.model(), *member_)),
                      QString::fromStdString(doc_.units().text(Quantity::Length, m.length))};
    if (!m.group.empty()) words.insert(2, QString::fromStdString(m.group));
    if (n > 1) words.prepend("worst " + QString::fromStdString(m.id));
    p.setFont(textFont(11.5));
    p.setPen(t.ink2);
    p.drawText(QRectF(40, 37, width() - 54, 18), Qt::AlignLeft | Qt::AlignVCenter,
               QFontMetricsF(p.font()).elidedText(words.join(" · "), Qt::ElideRight, width() - 54));
}

} // namespace wr
