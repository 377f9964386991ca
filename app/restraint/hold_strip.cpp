#include "app/restraint/hold_strip.h"

#include "app/restraint/alike.h"
#include "app/shell/text.h"
#include "core/base/entry.h"
#include "core/members/forming_reason.h"
#include "core/restraint/found_holds.h"
#include "render/theme.h"

#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>
#include <algorithm>
#include <cmath>

namespace wr {

namespace {

constexpr double kNamesWide = 98, kRight = 26, kTitle = 22, kMemberTop = 46, kMemberDepth = 18, kLaneTop = 92, kLane = 23;
constexpr double kMomentTop = kLaneTop + HoldStrip::kLanes * kLane + 2, kMomentHigh = 46;
constexpr std::array<const char*, HoldStrip::kLanes> kNames{"Major", "Minor", "Top flange", "Bottom flange", "Twist"};
constexpr std::array<Hold, HoldStrip::kLanes> kHolds{Hold::Major, Hold::Minor, Hold::Top, Hold::Bottom, Hold::Twist};
constexpr std::array<LengthAxis, HoldStrip::kLanes> kAxes{LengthAxis::Major, LengthAxis::Minor, LengthAxis::Top,
                                                          LengthAxis::Bottom, LengthAxis::Torsion};

bool isHeld(const Held& h, int lane)
{
    return std::array{h.major, h.minor, h.top, h.bottom, h.twist}[static_cast<size_t>(lane)];
}

bool doubtfulAt(const HoldPoint& p, int lane)
{
    // A doubt along y is one about the flanges too.
    return !isHeld(p.held, lane) && (lane == 0 ? p.doubtful[0] : lane < 4 && p.doubtful[1]);
}

} // namespace

HoldStrip::HoldStrip(Document& doc, QWidget* parent) : QWidget(parent), doc_(doc), field_(new QLineEdit(this))
{
    setObjectName("holdStrip");
    setAccessibleName("What holds the member");
    setAccessibleDescription("Five lanes: arrow keys move along them, space holds or lets go, return types a length");
    setMouseTracking(true);
    setFocusPolicy(Qt::StrongFocus);
    field_->hide();
    field_->setAccessibleName("Effective length factor, or a length with its unit");
    field_->setAlignment(Qt::AlignCenter);
    connect(field_, &QLineEdit::returnPressed, this, &HoldStrip::takeField);
    connect(field_, &QLineEdit::editingFinished, field_, &QWidget::hide);
    for (const auto signal : {&Document::opened, &Document::modelChanged, &Document::pickChanged, &Document::resultsChanged})
        connect(&doc_, signal, this, &HoldStrip::refresh);
}

std::optional<size_t> HoldStrip::member() const
{
    if (!doc_.hasFrame() || doc_.pick().empty()) return std::nullopt;
    return *doc_.pick().begin();
}

void HoldStrip::refresh()
{
    const auto m = member();
    heading_.clear();
    if (m) {
        const Member& x = doc_.model().members()[*m];
        const FrameSection& s = doc_.frame().sections[x.section];
        heading_ =
            str(x.id) + "  " + str(s.name.empty() ? s.id : s.name) + "  " + str(doc_.units().text(Quantity::Length, x.length));
    }
    update();
}

double HoldStrip::xOf(double at) const
{
    const double l = doc_.model().members()[*member()].length;
    return kNamesWide + (width() - kNamesWide - kRight) * at / l;
}

QPointF HoldStrip::placeAt(int lane, double at) const
{
    return {xOf(at), kLaneTop + kLane * (lane + 0.7)};
}

QRectF HoldStrip::wordsAt(int lane, size_t segment) const
{
    const auto& list = doc_.model().lanes(*member()).of(kAxes[static_cast<size_t>(lane)]);
    const LaneSegment& s = list.at(segment);
    const double y = kLaneTop + kLane * (lane + 0.7), a = xOf(s.from), b = xOf(s.to);
    return {a + 6, y - 17, std::max(0.0, b - a - 12), 14};
}

// A place near a node, a hold or an end is that one's; others are rounded to a centimetre.
double HoldStrip::snapped(double x) const
{
    const Member& m = doc_.model().members()[*member()];
    const double at = std::clamp((x - kNamesWide) / (width() - kNamesWide - kRight), 0.0, 1.0) * m.length;
    double best = at, near = 7;
    const auto offer = [&](double place) {
        if (const double d = std::abs(xOf(place) - x); d < near) {
            near = d;
            best = place;
        }
    };
    for (const auto& [node, place] : nodesAlong(doc_.frame(), m))
        offer(place);
    for (const HoldPoint& p : doc_.model().holds(*member()).points)
        offer(p.at);
    return best == at ? std::clamp(std::round(at * 100) / 100, 0.0, m.length) : best;
}

int HoldStrip::laneAt(double y) const
{
    const int lane = static_cast<int>(std::floor((y - kLaneTop) / kLane));
    return lane >= 0 && lane < kLanes ? lane : -1;
}

void HoldStrip::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), t.panel);
    if (!member()) {
        p.setPen(t.ink3);
        p.setFont(textFont(13));
        p.drawText(rect(), Qt::AlignCenter, "Pick a member to see what holds it; pick several alike to change them together.");
        return;
    }
    p.setPen(t.ink);
    p.setFont(textFont(12, true));
    p.drawText(QRectF(14, 4, width() - 28, kTitle - 4), Qt::AlignLeft | Qt::AlignVCenter, heading_);
    p.setFont(textFont(11));
    p.setPen(t.ink2);
    const size_t alike = alikePicked(doc_).size(), picked = doc_.pick().size();
    const QString right = picked == 1       ? QString("click a lane to hold or let go; click a length to type over it")
                          : alike == picked ? QString("one strip for %1 members").arg(alike)
                                            : QString("one strip for %1 of %2 members of this length").arg(alike).arg(picked);
    p.drawText(QRectF(14, 4, width() - 28, kTitle - 4), Qt::AlignRight | Qt::AlignVCenter, right);
    paintMember(p);
    for (int lane = 0; lane < kLanes; ++lane)
        paintLane(p, lane);
    paintMoment(p);
}

void HoldStrip::paintMember(QPainter& p) const
{
    const Theme& t = theme();
    const Frame& f = doc_.frame();
    const Member& m = doc_.model().members()[*member()];
    const auto elementsAt = elementsAtNodes(f);
    const double top = kMemberTop, bottom = kMemberTop + kMemberDepth, middle = (top + bottom) / 2;
    // What frames in, at its angle in the plane of the web.
    for (const auto& [node, at] : nodesAlong(f, m)) {
        const QPointF here(xOf(at), middle);
        for (const int e : elementsAt[static_cast<size_t>(node)]) {
            if (std::any_of(m.pieces.begin(), m.pieces.end(), [e](const MemberPiece& q) { return q.element == e; })) continue;
            const Element& x = f.elements[e];
            const Vec3 d = normalized(f.nodes[x.i == node ? x.j : x.i].at - f.nodes[node].at);
            const double along = dot(d, m.axes.x), up = dot(d, m.axes.z), side = dot(d, m.axes.y);
            const bool across = std::abs(side) > 0.8;
            p.setPen(QPen(t.hairline.darker(118), across ? 1.2 : 3));
            if (across) // towards the eye: its end
                p.drawRect(QRectF(here.x() - 2.5, top - 9, 5, 7));
            else
                p.drawLine(here, here + QPointF(along, -up) * 24);
        }
        if (f.nodes[node].supported()) {
            p.setPen(QPen(t.ink2, 1));
            p.setBrush(t.panel);
            p.drawPolygon(QPolygonF{{{here.x(), bottom + 2}, {here.x() - 5, bottom + 10}, {here.x() + 5, bottom + 10}}});
        }
    }
    p.setPen(QPen(t.ink2, 1.3));
    p.setBrush(t.view);
    p.drawRect(QRectF(QPointF(xOf(0), top), QPointF(xOf(m.length), bottom)));
    p.setPen(QPen(t.ink3, 1));
    for (const double y : {top + 3, bottom - 3})
        p.drawLine(QPointF(xOf(0), y), QPointF(xOf(m.length), y));
}

void HoldStrip::paintLane(QPainter& p, int lane) const
{
    const Theme& t = theme();
    const size_t m = *member();
    const MemberHolds& holds = doc_.model().holds(m);
    const auto& segments = doc_.model().lanes(m).of(kAxes[static_cast<size_t>(lane)]);
    const double l = doc_.model().members()[m].length, y = placeAt(lane, 0).y();
    p.setFont(textFont(11));
    p.setPen(hasFocus() && cursor_ && cursor_->lane == lane ? t.violet : t.ink);
    p.drawText(QRectF(14, y - 9, kNamesWide - 18, 18), Qt::AlignLeft | Qt::AlignVCenter, kNames[static_cast<size_t>(lane)]);
    p.setPen(QPen(t.hairline, 1.4));
    p.drawLine(placeAt(lane, 0), placeAt(lane, l));
    for (const HeldStretch& s : holds.stretches)
        if (isHeld(s.held, lane)) {
            p.setPen(QPen(s.origin == HoldOrigin::Brief ? t.ink2 : t.violet, 4, Qt::SolidLine, Qt::FlatCap));
            p.drawLine(placeAt(lane, s.from), placeAt(lane, s.to));
        }
    p.setFont(textFont(10));
    const QFontMetricsF fm(p.font());
    const UnitSystem& u = doc_.units();
    for (size_t k = 0; k < segments.size(); ++k) {
        const LaneSegment& s = segments[k];
        const double span = u.show(Quantity::Length, s.span());
        QString words = s.continuous   ? QString("held all along")
                        : s.beyond > 0 ? QString("%1 to the next hold").arg(decimal(u.show(Quantity::Length, s.length), 2))
                                       : QString("%1 × %2").arg(decimal(span, 2), QString::number(s.k, 'g', 3));
        const QRectF box = wordsAt(lane, k);
        if (fm.horizontalAdvance(words) > box.width()) words = QString::number(s.k, 'g', 3);
        if (fm.horizontalAdvance(words) > box.width()) continue;
        p.setPen(s.byHand ? t.violet : s.sway || s.cantilever ? t.ochre.darker(125) : t.ink2);
        p.drawText(box, Qt::AlignCenter, words);
    }
    for (const HoldPoint& q : holds.points) {
        const QPointF c = placeAt(lane, q.at);
        const bool over = q.origin == HoldOrigin::Stated || (q.origin == HoldOrigin::Brief && q.evidence < 0);
        const bool held = isHeld(q.held, lane), found = over && isHeld(q.found, lane);
        const bool byHand = q.origin == HoldOrigin::Stated && held != isHeld(q.found, lane);
        const bool byBrief = q.origin == HoldOrigin::Brief && (q.evidence < 0 ? held != found : lane >= 2);
        if (held && byBrief) { // half filled
            p.setPen(QPen(t.ink, 1.4));
            p.setBrush(t.panel);
            p.drawEllipse(c, 4.6, 4.6);
            p.setPen(Qt::NoPen);
            p.setBrush(t.ink);
            p.drawPie(QRectF(c.x() - 4.6, c.y() - 4.6, 9.2, 9.2), 180 * 16, 180 * 16);
        } else if (held) {
            p.setPen(Qt::NoPen);
            p.setBrush(byHand ? t.violet : t.ink);
            p.drawEllipse(c, 4.6, 4.6);
        } else if (found || byHand) { // let go by hand: what was found stays to be seen
            p.setPen(QPen(t.violet, 1.6));
            p.setBrush(t.panel);
            p.drawEllipse(c, 4.2, 4.2);
            p.drawLine(c + QPointF(-3, 3), c + QPointF(3, -3));
        } else if (doubtfulAt(q, lane)) {
            p.setPen(QPen(t.ochre, 1.6));
            p.setBrush(t.panel);
            p.drawEllipse(c, 5, 5);
            p.setFont(textFont(9, true));
            p.drawText(QRectF(c.x() - 5, c.y() - 6, 10, 12), Qt::AlignCenter, "?");
        }
    }
    const std::optional<Cursor>& mark = hover_ ? hover_ : hasFocus() ? cursor_ : std::optional<Cursor>();
    if (mark && mark->lane == lane) {
        p.setPen(QPen(t.violet, 1.2));
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(placeAt(lane, mark->at), 7.5, 7.5);
    }
}

void HoldStrip::paintMoment(QPainter& p) const
{
    const Theme& t = theme();
    const size_t m = *member();
    if (!doc_.hasForces() || !doc_.model().members()[m].broken.empty()) return;
    const MemberPlan plan = doc_.model().plan(m);
    const size_t n = plan.stations();
    if (!plan.complete || n < 2) return;
    std::vector<double> low(n, 0), high(n, 0), values;
    for (const TableSet s : doc_.model().setsOf(m)) {
        combine(plan, plan.standing(doc_.model().forces().sets[s.at()], s), values);
        for (size_t k = 0; k < n; ++k) {
            const double v = values[static_cast<size_t>(Force::My) * n + k];
            low[k] = std::min(low[k], v);
            high[k] = std::max(high[k], v);
        }
    }
    double most = 0;
    for (size_t k = 0; k < n; ++k)
        most = std::max({most, high[k], -low[k]});
    const double y = kMomentTop + kMomentHigh / 2 + 4;
    p.setFont(textFont(11));
    p.setPen(t.ink);
    p.drawText(QRectF(14, y - 9, kNamesWide - 18, 18), Qt::AlignLeft | Qt::AlignVCenter, "Moment");
    if (!(most > 0)) return;
    // Drawn on the side it stretches: what presses the top is below the line.
    for (const bool top : {true, false}) {
        QPolygonF area;
        area << QPointF(xOf(plan.x.front()), y);
        for (size_t k = 0; k < n; ++k)
            area << QPointF(xOf(plan.x[k]), y + (top ? high[k] : low[k]) / most * kMomentHigh / 2);
        area << QPointF(xOf(plan.x.back()), y);
        QColor fill = top ? t.topFlange : t.bottomFlange;
        p.setPen(QPen(fill, 1.2));
        fill.setAlphaF(0.18F);
        p.setBrush(fill);
        p.drawPolygon(area);
    }
    p.setPen(QPen(t.ink3, 1));
    p.drawLine(QPointF(xOf(0), y), QPointF(xOf(doc_.model().members()[m].length), y));
    p.setFont(textFont(10));
    p.setPen(t.ink2);
    p.drawText(QRectF(kNamesWide, y + kMomentHigh / 2, width() - kNamesWide - kRight, 13), Qt::AlignCenter,
               QString("envelope of all combinations, up to %1: below the line the top flange is compressed")
                   .arg(str(doc_.units().text(Quantity::Moment, most))));
}

QString HoldStrip::tip(int lane, double at) const
{
    const size_t m = *member();
    for (const HoldPoint& q : doc_.model().holds(m).points)
        if (std::abs(q.at - at) < 1e-3)
            return QString("%1: %2. %3")
                .arg(str(doc_.units().text(Quantity::Length, q.at)), isHeld(q.held, lane) ? "held" : "not held",
                     str(holdWords(doc_.frame(), doc_.model().forces(), q)));
    return QString("%1: nothing frames in; click to hold it here").arg(str(doc_.units().text(Quantity::Length, at)));
}

bool HoldStrip::event(QEvent* e)
{
    if (e->type() == QEvent::ToolTip && member()) {
        const auto* h = static_cast<QHelpEvent*>(e);
        const int lane = laneAt(h->pos().y());
        if (lane >= 0 && h->pos().x() > kNamesWide - 8)
            QToolTip::showText(h->globalPos(), tip(lane, snapped(h->pos().x())), this);
        return true;
    }
    return QWidget::event(e);
}

void HoldStrip::mouseMoveEvent(QMouseEvent* e)
{
    hover_.reset();
    if (member())
        if (const int lane = laneAt(e->position().y()); lane >= 0 && e->position().x() > kNamesWide - 8)
            hover_ = Cursor{lane, snapped(e->position().x())};
    setCursor(hover_ ? Qt::PointingHandCursor : Qt::ArrowCursor);
    update();
}

void HoldStrip::leaveEvent(QEvent*)
{
    hover_.reset();
    update();
}

void HoldStrip::mousePressEvent(QMouseEvent* e)
{
    if (!member() || e->button() != Qt::LeftButton) return;
    const QPointF at = e->position();
    const int lane = laneAt(at.y());
    if (lane < 0 || at.x() < kNamesWide - 8) return;
    // The words over a segment are typed over; the line itself is held or let go.
    if (at.y() < placeAt(lane, 0).y() - 5) {
        const auto& segments = doc_.model().lanes(*member()).of(kAxes[static_cast<size_t>(lane)]);
        for (size_t k = 0; k < segments.size(); ++k)
            if (wordsAt(lane, k).contains(at)) return openField(lane, k);
    }
    cursor_ = Cursor{lane, snapped(at.x())};
    toggle(lane, cursor_->at);
}

void HoldStrip::toggle(int lane, double at)
{
    const auto i = static_cast<size_t>(lane);
    const size_t first = *member();
    const MemberHolds& mine = doc_.model().holds(first);
    bool on = true;
    for (const HoldPoint& p : mine.points)
        if (std::abs(p.at - at) < 1e-3) on = !isHeld(p.held, lane);
    std::vector<Edit> edits;
    const std::vector<size_t> alike = alikePicked(doc_);
    const std::vector<MemberRef> refs = refsOf(doc_, alike);
    for (size_t k = 0; k < alike.size(); ++k) {
        const double place = at / doc_.model().members()[first].length * doc_.model().members()[alike[k]].length;
        bool found = false;
        for (const HoldPoint& p : doc_.model().holds(alike[k]).points)
            if (std::abs(p.at - place) < 1e-3) found = isHeld(p.origin == HoldOrigin::Stated ? p.found : p.held, lane);
        edits.emplace_back(SetHold{refs[k], place, kHolds[i], on, found});
    }
    const std::string who = alike.size() == 1 ? refs.front().id : fmt::format("{} members", alike.size());
    say(runTogether(doc_, edits,
                    fmt::format("{} {} at {}: {}", who, on ? "held" : "not held", doc_.units().text(Quantity::Length, at),
                                holdName(kHolds[i]))));
}

void HoldStrip::openField(int lane, size_t segment)
{
    fieldLane_ = lane;
    fieldSegment_ = segment;
    const LaneSegment& s = doc_.model().lanes(*member()).of(kAxes[static_cast<size_t>(lane)])[segment];
    QRectF box = wordsAt(lane, segment);
    const double w = std::clamp(box.width(), 90.0, 150.0);
    field_->setGeometry(QRectF(std::clamp(box.center().x() - w / 2, 0.0, width() - w), box.top() - 3, w, 21).toRect());
    field_->setText(QString::number(s.k, 'g', 4));
    field_->setPlaceholderText("factor, or length with unit");
    field_->show();
    field_->setFocus();
    field_->selectAll();
}

// "0.8" is a factor, "3.2 m" a length; nothing gives the segment back to the rule.
void HoldStrip::takeField()
{
    const auto m = member();
    const QString text = field_->text().trimmed();
    field_->hide();
    if (!m || fieldLane_ < 0) return;
    const LengthAxis axis = kAxes[static_cast<size_t>(fieldLane_)];
    const auto& segments = doc_.model().lanes(*m).of(axis);
    if (fieldSegment_ >= segments.size()) return;
    SetLengths e;
    e.axis = axis;
    const LaneSegment s = segments[fieldSegment_];
    if (!text.isEmpty()) {
        bool number = false;
        const double k = QString(text).replace(',', '.').toDouble(&number);
        if (number)
            e.k = k;
        else {
            const auto length = readEntry(text.toStdString(), Quantity::Length, doc_.units());
            if (!length) return say(str(length.error()));
            e.length = *length;
        }
    }
    const double own = doc_.model().members()[*m].length;
    std::vector<Edit> edits;
    const std::vector<size_t> alike = alikePicked(doc_);
    for (const size_t i : alike) {
        const double scale = doc_.model().members()[i].length / own;
        e.members = refsOf(doc_, {i});
        if (segments.size() > 1) {
            e.from = s.from * scale;
            e.to = s.to * scale;
        }
        edits.emplace_back(e);
    }
    say(runTogether(doc_, edits,
                    fmt::format("{} {} for {}", lengthAxisName(axis),
                                e.k        ? fmt::format("factor {:g}", *e.k)
                                : e.length ? "length " + doc_.units().text(Quantity::Length, *e.length)
                                           : std::string("length by rule"),
                                alike.size() == 1 ? doc_.model().members()[*m].id : fmt::format("{} members", alike.size()))));
}

void HoldStrip::say(const QString& trouble)
{
    trouble_ = trouble;
    Q_EMIT changed();
}

void HoldStrip::keyPressEvent(QKeyEvent* e)
{
    if (!member()) return QWidget::keyPressEvent(e);
    if (!cursor_) cursor_ = Cursor{};
    std::vector<double> places;
    for (const auto& [node, at] : nodesAlong(doc_.frame(), doc_.model().members()[*member()]))
        places.push_back(at);
    for (const HoldPoint& p : doc_.model().holds(*member()).points)
        places.push_back(p.at);
    std::sort(places.begin(), places.end());
    const auto step = [&](bool forward) {
        double best = cursor_->at;
        if (forward) {
            const auto it = std::find_if(places.begin(), places.end(), [&](double x) { return x > cursor_->at + 1e-6; });
            if (it != places.end()) best = *it;
        } else
            for (const double x : places)
                if (x < cursor_->at - 1e-6) best = x;
        cursor_->at = best;
    };
    switch (e->key()) {
    case Qt::Key_Up: cursor_->lane = std::max(0, cursor_->lane - 1); break;
    case Qt::Key_Down: cursor_->lane = std::min(kLanes - 1, cursor_->lane + 1); break;
    case Qt::Key_Left: step(false); break;
    case Qt::Key_Right: step(true); break;
    case Qt::Key_Space: toggle(cursor_->lane, cursor_->at); break;
    case Qt::Key_Return:
    case Qt::Key_Enter: {
        const auto& segments = doc_.model().lanes(*member()).of(kAxes[static_cast<size_t>(cursor_->lane)]);
        for (size_t k = 0; k < segments.size(); ++k)
            if (cursor_->at >= segments[k].from - 1e-6 && (cursor_->at < segments[k].to - 1e-6 || k + 1 == segments.size())) {
                openField(cursor_->lane, k);
                break;
            }
        break;
    }
    default: return QWidget::keyPressEvent(e);
    }
    update();
}

} // namespace wr
