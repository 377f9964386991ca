#include "app/restraint/restraint_bench.h"

#include "app/frameview/result_layer.h"
#include "app/restraint/alike.h"
#include "app/restraint/bench_parts.h"
#include "app/restraint/hold_strip.h"
#include "app/shell/text.h"
#include "core/base/entry.h"
#include "core/restraint/found_holds.h"
#include "render/theme.h"

#include <QHBoxLayout>
#include <algorithm>
#include <cmath>

namespace wr {

namespace {

QString directionsOf(const Held& h)
{
    QStringList out;
    if (h.major) out << "major";
    if (h.minor && !(h.top && h.bottom)) out << "minor";
    if (h.top && h.bottom && h.minor)
        out << "minor, both flanges";
    else if (h.top || h.bottom)
        out << (h.top && h.bottom ? "both flanges" : h.top ? "top flange" : "bottom flange");
    if (h.twist) out << "twist";
    return out.isEmpty() ? QString("nothing") : out.join(", ");
}

// What stands there, as the start of a sentence: "Element e123".
QString who(const Frame& f, const HoldPoint& p)
{
    const bool stated = p.origin == HoldOrigin::Stated;
    QString out =
        str(evidenceOf(f, stated ? p.foundOrigin : p.origin, stated ? p.foundEvidence : p.evidence)).remove(" frames in");
    if (!out.isEmpty()) out[0] = out[0].toUpper();
    return out;
}

// "5.2 × needed", the least of both directions.
QString ratioOf(const HoldPoint& p)
{
    double least = std::numeric_limits<double>::infinity();
    for (const size_t d : {size_t{0}, size_t{1}})
        if (const bool held = d == 0 ? p.held.major : p.held.minor; held && !std::isnan(p.ratio(d)))
            least = std::min(least, p.ratio(d));
    return std::isfinite(least) ? QString("%1 ×").arg(QString::number(least, 'g', 2)) : QString("—");
}

} // namespace

RestraintBench::RestraintBench(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), title_(label("title", this)), facts_(label("quiet", this)), trouble_(label("trouble", this)),
      why_(label("quiet", this)), holdsPlace_(new QVBoxLayout), lengthsPlace_(new QVBoxLayout), give2_(new QWidget(this)),
      rest_(new QWidget(this))
{
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(16, 10, 14, 10);
    all->setSpacing(6);
    all->addWidget(title_);
    all->addWidget(facts_);
    all->addWidget(trouble_);
    all->addLayout(holdsPlace_);
    all->addLayout(lengthsPlace_);
    all->addWidget(why_);
    drawMode_ = new QPushButton(kDrawMode, this);
    drawMode_->setObjectName("link");
    connect(drawMode_, &QPushButton::clicked, this, &RestraintBench::runDrawMode);
    all->addWidget(drawMode_, 0, Qt::AlignLeft);
    buildGive(*all);
    all->addStretch();
    trouble_->hide();
    for (const auto signal :
         {&Document::opened, &Document::modelChanged, &Document::pickChanged, &Document::resultsChanged, &Document::looked})
        connect(&doc_, signal, this, [this] {
            if (isVisible()) refresh();
        });
}

void RestraintBench::watch(const HoldStrip* strip)
{
    strip_ = strip;
    connect(strip, &HoldStrip::changed, this, [this] { say(strip_->trouble()); });
}

void RestraintBench::enter()
{
    doc_.lookAtBuckling();
}

void RestraintBench::buildGive(QVBoxLayout& all)
{
    auto* g = new QVBoxLayout(give2_);
    g->setContentsMargins(0, 4, 0, 4);
    g->setSpacing(4);
    g->addWidget(label("head", give2_, "Give holds"));
    auto* line = new QHBoxLayout;
    where_ = new QComboBox(give2_);
    where_->setAccessibleName("Where the members are held");
    where_->addItems({"in equal parts:", "at a spacing of", "at distances", "at every node", "all along"});
    number_ = new QLineEdit("3", give2_);
    number_->setAccessibleName("Parts, spacing or distances");
    number_->setFixedWidth(80);
    line->addWidget(where_, 1);
    line->addWidget(number_);
    g->addLayout(line);
    auto* boxes = new QGridLayout;
    boxes->setHorizontalSpacing(10);
    boxes->setVerticalSpacing(2);
    int cell = 0;
    for (const auto& [h, words] : {std::pair{Hold::Major, "major"},
                                   {Hold::Minor, "minor"},
                                   {Hold::Twist, "twist"},
                                   {Hold::Top, "top flange"},
                                   {Hold::Bottom, "bottom flange"}}) {
        auto* c = new QCheckBox(words, give2_);
        c->setChecked(h == Hold::Minor || h == Hold::Top);
        directions_[static_cast<size_t>(h)] = c;
        boxes->addWidget(c, cell / 3, cell % 3);
        ++cell;
    }
    g->addLayout(boxes);
    auto* buttons = new QHBoxLayout;
    give_ = new QPushButton("Give to picked", give2_);
    give_->setObjectName("primary");
    drop_ = new QPushButton("As found", give2_);
    drop_->setToolTip("Take away all that is held by hand");
    buttons->addWidget(give_);
    buttons->addWidget(drop_);
    buttons->addStretch();
    g->addLayout(buttons);
    auto* same = new QHBoxLayout;
    same->addWidget(new QLabel("Same as", give2_));
    like_ = new QLineEdit(give2_);
    like_->setAccessibleName("Member to take holds and lengths over from");
    like_->setPlaceholderText("member");
    like_->setFixedWidth(72);
    byFraction_ = new QCheckBox("by fraction", give2_);
    byFraction_->setChecked(true);
    takeOver_ = new QPushButton("Take", give2_);
    takeOver_->setToolTip("Holds and lengths of that member for the picked ones");
    same->addWidget(like_);
    same->addWidget(byFraction_);
    same->addWidget(takeOver_);
    same->addStretch();
    g->addLayout(same);
    all.addWidget(give2_);
    connect(where_, &QComboBox::currentIndexChanged, this, [this](int k) {
        number_->setVisible(k < 3);
        number_->setText(k == 0 ? "3" : "");
        number_->setPlaceholderText(k == 1 ? "1.5 m" : "1.2; 3.4");
    });
    connect(give_, &QPushButton::clicked, this, &RestraintBench::runGive);
    connect(number_, &QLineEdit::returnPressed, this, &RestraintBench::runGive);
    connect(drop_, &QPushButton::clicked, this, [this] { say(doc_.run(DropHolds{doc_.pickedRefs()})); });
    connect(takeOver_, &QPushButton::clicked, this, &RestraintBench::runTakeOver);
    connect(like_, &QLineEdit::returnPressed, this, &RestraintBench::runTakeOver);
}

void RestraintBench::runGive()
{
    GiveHolds e{doc_.pickedRefs(), {}, {}};
    for (const Hold h : {Hold::Major, Hold::Minor, Hold::Top, Hold::Bottom, Hold::Twist})
        if (direction(h).isChecked()) e.holds.push_back(h);
    const UnitSystem& u = doc_.units();
    const QString text = number_->text().trimmed();
    e.places.by = static_cast<HoldPlaces::By>(where_->currentIndex());
    if (e.places.by == HoldPlaces::By::Parts) {
        bool number = false;
        e.places.parts = text.toInt(&number);
        if (!number) return say("Say in how many equal parts: 2, 3, 4 …");
    } else if (e.places.by == HoldPlaces::By::Spacing) {
        const auto v = readEntry(text.toStdString(), Quantity::Length, u);
        if (!v) return say(str(v.error()));
        e.places.spacing = *v;
    } else if (e.places.by == HoldPlaces::By::Distances) {
        for (const QString& part : text.split(';', Qt::SkipEmptyParts)) {
            const auto v = readEntry(part.trimmed().toStdString(), Quantity::Length, u);
            if (!v) return say(str(v.error()));
            e.places.at.push_back(*v);
        }
    }
    say(doc_.run(e));
}

void RestraintBench::runTakeOver()
{
    const auto from = doc_.model().find(like_->text().trimmed().toStdString());
    if (!from) return say("There is no member " + like_->text().trimmed() + ".");
    say(doc_.run(SameHolds{doc_.refs({*from}).front(), doc_.pickedRefs(), byFraction_->isChecked()}));
}

// What frames in is counted in the directions in doubt: sideways with the flange that it would hold.
void RestraintBench::runCount(size_t place)
{
    const size_t i = *doc_.pick().begin();
    const HoldPoint& p = doc_.model().holds(i).points[place];
    const MemberRef ref = doc_.refs({i}).front();
    std::vector<Edit> edits;
    const auto hold = [&](Hold h) { edits.emplace_back(SetHold{ref, p.at, h, true, false}); };
    if (p.doubtful[0] && !p.held.major) hold(Hold::Major);
    if (p.doubtful[1] && !p.held.minor) {
        hold(Hold::Minor);
        hold(Hold::Top);
    }
    say(runTogether(doc_, edits, fmt::format("{} counted as held at {}", ref.id, doc_.units().text(Quantity::Length, p.at))));
}

void RestraintBench::say(const QString& trouble)
{
    trouble_->setText(trouble);
    trouble_->setVisible(!trouble.isEmpty());
    if (trouble.isEmpty() && isVisible()) refresh();
}

QPushButton* RestraintBench::way(LengthAxis axis, LengthBy by) const
{
    for (const Way& w : ways_)
        if (w.axis == axis && w.by == by) return w.button;
    return nullptr;
}

void RestraintBench::refresh()
{
    for (QWidget* old : {holds_, lengths_})
        if (old) { // one of its buttons may be what was clicked
            old->hide();
            old->deleteLater();
        }
    holds_ = lengths_ = nullptr;
    count_.clear();
    open_.clear();
    ways_.clear();
    if (!doc_.hasFrame()) return;
    const auto& pick = doc_.pick();
    give2_->setVisible(!pick.empty());
    why_->setVisible(!pick.empty());
    drawMode_->hide();
    if (results_) results_->takeBack();
    facts_->setVisible(true);
    if (pick.empty()) {
        title_->setText("Restraint");
        size_t doubtful = 0, leaning = 0;
        for (const AuditRow& r : doc_.audit()) {
            if (!r.open()) continue;
            const std::string& code = r.finding.code;
            doubtful += code == "hold.doubtful" || code == "hold.floating";
            leaning += code == "member.leaning" || code == "member.free-end";
        }
        const auto& r = doc_.model().restraint();
        QStringList sets;
        if (r)
            for (const int k : r->result().sets)
                sets << str(setName(doc_.frame(), doc_.model().forces().sets[static_cast<size_t>(k)]));
        facts_->setText(
            !doc_.model().restraintKnown(false) ? QString("What holds the members is being found.")
            : !r ? QString("The forces were given without a frame that stands: members are held at their ends, and where the "
                           "file says.")
                 : QString("Stiffness tested under %1.\n%2 members with a doubtful hold, %3 with a free or leaning end.\n"
                           "Pick a member to see what holds it.")
                       .arg(sets.isEmpty() ? QString("no forces that press") : sets.join(", "))
                       .arg(doubtful)
                       .arg(leaning));
        refreshOpen();
        return;
    }
    const size_t first = *pick.begin();
    const Member& m = doc_.model().members()[first];
    title_->setText(pick.size() == 1 ? str(m.id) : QString("%1 members").arg(pick.size()));
    const Brief& b = doc_.model().briefOf(first);
    facts_->setText(pick.size() == 1
                        ? QStringList{str(m.group), b.id.empty() ? QString("no brief") : "brief " + str(b.id)}.join(" · ")
                        : "strip and lists show " + str(m.id));
    refreshHolds(first);
    refreshLengths(first);
}

// With nothing picked: the members with something open, each a way to it.
void RestraintBench::refreshOpen()
{
    holds_ = new QWidget(this);
    auto* all = new QVBoxLayout(holds_);
    all->setContentsMargins(0, 4, 0, 0);
    all->setSpacing(1);
    constexpr size_t kRows = 16;
    std::vector<std::pair<size_t, QString>> open;
    for (const auto& [code, what] : {std::pair{"hold.floating", "moves with the frame"},
                                     {"hold.doubtful", "doubtful hold"},
                                     {"member.leaning", "leans on the frame"},
                                     {"member.free-end", "free end"}})
        for (const AuditRow& r : doc_.audit())
            if (r.open() && r.finding.code == code)
                if (const auto i = doc_.model().find(r.finding.subject)) open.emplace_back(*i, what);
    if (!open.empty()) all->addWidget(label("head", holds_, "Open"));
    for (size_t k = 0; k < std::min(open.size(), kRows); ++k) {
        const size_t i = open[k].first;
        auto* b = new QPushButton(str(doc_.model().members()[i].id) + "  " + open[k].second, holds_);
        b->setObjectName("link");
        connect(b, &QPushButton::clicked, this, [this, i] { doc_.setPick({i}); });
        all->addWidget(b, 0, Qt::AlignLeft);
        open_.push_back(b);
    }
    if (open.size() > kRows) all->addWidget(label("quiet", holds_, QString("and %1 more").arg(open.size() - kRows)));
    holdsPlace_->addWidget(holds_);
}

void RestraintBench::refreshHolds(size_t member)
{
    holds_ = new QWidget(this);
    auto* g = new QGridLayout(holds_);
    g->setContentsMargins(0, 0, 0, 0);
    g->setHorizontalSpacing(8);
    g->setVerticalSpacing(2);
    const Frame& f = doc_.frame();
    const UnitSystem& u = doc_.units();
    // Before the test of all is through: the picked member's own.
    const bool known = doc_.model().restraintKnown(false);
    if (!known) doc_.lookAt(member);
    const MemberHolds* look = doc_.firstLook(member);
    const MemberHolds& holds = look ? *look : doc_.model().holds(member);
    int row = 0;
    const auto line = [&](const QString& place, const QString& what, const QString& number, const QString& tip,
                          const char* name) {
        auto* a = label(name, holds_, place);
        auto* b = label(name, holds_, what);
        auto* c = label(name, holds_, number);
        for (auto* l : {a, b, c})
            l->setToolTip(tip);
        a->setWordWrap(false);
        c->setWordWrap(false);
        c->setAlignment(Qt::AlignRight | Qt::AlignTop);
        g->addWidget(a, row, 0, Qt::AlignTop);
        g->addWidget(b, row, 1);
        g->addWidget(c, row++, 2);
    };
    const auto at = [&](double v) { return decimal(u.show(Quantity::Length, v), 2); };
    const auto head = [&](const QString& text) { g->addWidget(label("head", holds_, text), row++, 0, 1, 3); };
    head(known  ? "Holds, offered ÷ needed, what they carry"
         : look ? "Holds at first look; the test of all members is still being made"
                : "Holds: being found");
    // What the standard asks each hold to carry: the most of it in words, all of it in the tip.
    const std::vector<BraceRow> asked = doc_.model().bracing(member);
    const auto carries = [&](double place, bool all) {
        QStringList tip;
        const BraceRow* most = nullptr;
        for (const BraceRow& r : asked) {
            if (std::abs(r.at - place) > 1e-6) continue;
            tip << QString("%1, %2: %3%4 (%5)")
                       .arg(str(r.kind), str(r.by), str(u.text(r.twist ? Quantity::Moment : Quantity::Force, r.strength)),
                            r.stiffness > 0
                                ? ", " + str(u.text(r.twist ? Quantity::SpringMoment : Quantity::SpringForce, r.stiffness))
                                : QString(),
                            str(r.clause));
            if (!r.twist && r.by != "panel" && (!most || r.strength > most->strength)) most = &r;
        }
        if (all) return tip.join("\n");
        if (!most) return QString();
        return "\n" + QString::number(u.show(Quantity::Force, most->strength), 'g', 3) + " " + str(u.symbol(Quantity::Force));
    };
    constexpr int kRows = 9;
    int shown = 0, more = 0;
    for (const HoldPoint& p : holds.points) {
        if (p.held.nothing()) continue;
        if (shown++ >= kRows) {
            ++more;
            continue;
        }
        const QString who = p.origin == HoldOrigin::Stated ? "by hand" : str(evidenceOf(f, p));
        const QString tip = str(holdWords(f, doc_.model().forces(), p)), load = carries(p.at, true);
        line(at(p.at), directionsOf(p.held) + "\n" + who, ratioOf(p) + carries(p.at, false),
             load.isEmpty() ? tip : tip + "\nTo be carried:\n" + load, "fact");
    }
    if (more > 0) line("", QString("and %1 more: see the strip").arg(more), "", "", "quiet");
    for (const HeldStretch& s : holds.stretches)
        line(at(s.from) + "–" + at(s.to),
             directionsOf(s.held) + (s.origin == HoldOrigin::Brief ? "\nby its brief, all along" : "\nby hand, all along"), "",
             "", "fact");
    for (size_t k = 0; k < holds.points.size(); ++k) {
        const HoldPoint& p = holds.points[k];
        QStringList doubts;
        for (const size_t d : {size_t{0}, size_t{1}}) {
            if (!p.doubtful[d] || (d == 0 ? p.held.major : p.held.minor)) continue;
            const QString along = d == 0 ? "along z" : "along y";
            doubts << (p.byFrame[d] ? along + " by itself; the frame's buckling analysis shows it held, to be confirmed"
                       : p.verdict[d] == HoldVerdict::InMode ? along + " the frame buckles with it moving"
                       : p.verdict[d] == HoldVerdict::TooWeak
                           ? QString("%1 its struts carry %2 of 1 % of the thrust on them")
                                 .arg(along, QString::number(p.strut[d], 'g', 2))
                           : QString("%1 it offers %2 of what is needed")
                                 .arg(along, QString::number(std::max(0.0, p.ratio(d)), 'g', 2)));
        }
        if (doubts.isEmpty() || count_.size() >= 3 || !known) continue;
        auto* box = new QWidget(holds_);
        auto* all = new QVBoxLayout(box);
        all->setContentsMargins(0, 4, 0, 2);
        all->setSpacing(1);
        const double ratio = p.doubtful[1] && p.verdict[1] == HoldVerdict::TooSoft ? p.ratio(1)
                             : p.verdict[0] == HoldVerdict::TooSoft                ? p.ratio(0)
                                                                                   : 0;
        all->addWidget(
            label("warning", box,
                  QString("%1 at %2 does not hold: %3.%4")
                      .arg(who(f, p), at(p.at), doubts.join("; "),
                           ratio > 0.01 ? QString(" %1 times as stiff, it would.").arg(QString::number(1 / ratio, 'g', 2))
                                        : QString(" It needs a way to something that stands."))));
        auto* b = new QPushButton("Count it anyway", box);
        b->setObjectName("link");
        connect(b, &QPushButton::clicked, this, [this, k] { runCount(k); });
        all->addWidget(b, 0, Qt::AlignLeft);
        count_.push_back(b);
        g->addWidget(box, row++, 0, 1, 3);
    }
    g->setColumnStretch(1, 1);
    holdsPlace_->addWidget(holds_);
}

} // namespace wr
