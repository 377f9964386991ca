// The lower half of the bench at Restraint: lengths by every way, beams that make G, the mode of buckling a length is of.
#include "app/frameview/result_layer.h"
#include "app/restraint/bench_parts.h"
#include "app/restraint/restraint_bench.h"
#include "app/shell/document.h"
#include "app/shell/text.h"

#include <algorithm>
#include <cmath>

namespace wr {

// " (B12, B14)": the beams that make G there.
QString RestraintBench::girders(size_t member, LengthAxis axis, double at) const
{
    QStringList names;
    for (const JointGirder& g : doc_.model().joint(member, axis, at).girders) {
        const auto of = static_cast<size_t>(doc_.model().formed().ofElement(g.element));
        names << str(doc_.model().members()[of].id);
    }
    names.removeDuplicates();
    return names.isEmpty() ? QString() : " (" + names.join(", ") + ")";
}

std::optional<int> RestraintBench::shapeOf(size_t member) const
{
    const auto& r = doc_.model().restraint();
    const BucklingLengths* all = r ? r->buckling() : nullptr;
    if (!all) return {};
    const BucklingLength* best = nullptr;
    for (const MemberPiece& p : doc_.model().members()[member].pieces)
        for (const BucklingLength& l : all->elements[static_cast<size_t>(p.element)])
            if (l.active && (!best || l.factor < best->factor)) best = &l;
    return best ? std::optional(best->shape) : std::nullopt;
}

// The mode of buckling that the picked member's length is of, in the view; once more takes it away.
void RestraintBench::runDrawMode()
{
    if (!results_) return;
    if (results_->lent()) return results_->takeBack();
    if (doc_.pick().empty()) return;
    const auto shape = shapeOf(*doc_.pick().begin());
    if (!shape) return;
    const ModeShape& mode = doc_.model().restraint()->buckling()->shapes[static_cast<size_t>(*shape)];
    results_->lend(mode, QString("of the frame at %1 times its loads").arg(mode.factor, 0, 'g', 4));
}

void RestraintBench::watch(ResultLayer* results)
{
    results_ = results;
    connect(results_, &ResultLayer::changed, this,
            [this] { drawMode_->setText(results_->lent() ? "Hide the mode" : kDrawMode); });
}

void RestraintBench::refreshLengths(size_t member)
{
    lengths_ = new QWidget(this);
    auto* g = new QGridLayout(lengths_);
    g->setContentsMargins(0, 0, 0, 0);
    g->setHorizontalSpacing(4);
    g->setVerticalSpacing(2);
    const UnitSystem& u = doc_.units();
    g->addWidget(label("head", lengths_, "Lengths"), 0, 0);
    constexpr std::array kHeads{"system", "ends", "frame", "buckl.", "used"};
    for (size_t k = 0; k < kHeads.size(); ++k) {
        auto* h = label("quiet", lengths_, kHeads[k]);
        h->setAlignment(Qt::AlignRight);
        g->addWidget(h, 0, static_cast<int>(k) + 1);
    }
    QStringList why;
    int row = 1;
    for (const auto& [axis, name] : {std::pair{LengthAxis::Major, "Major"},
                                     {LengthAxis::Minor, "Minor"},
                                     {LengthAxis::Torsion, "Torsion"},
                                     {LengthAxis::Top, "LTB top"},
                                     {LengthAxis::Bottom, "LTB bottom"}}) {
        const auto& lane = doc_.model().lanes(member).of(axis);
        const auto it = std::max_element(lane.begin(), lane.end(),
                                         [](const LaneSegment& a, const LaneSegment& b) { return a.length < b.length; });
        const LaneSegment& s = *it;
        g->addWidget(label("fact", lengths_, name), row, 0);
        const auto value = [&](double k) {
            return std::isnan(k) ? QString("—") : decimal(u.show(Quantity::Length, k * s.span()), 2);
        };
        const bool column = axis == LengthAxis::Major || axis == LengthAxis::Minor;
        const std::array<std::pair<LengthBy, LengthSource>, 4> ways{
            {{LengthBy::System, LengthSource::System},
             {LengthBy::Ends, LengthSource::Ends},
             {LengthBy::Frame, s.sway ? LengthSource::FrameSway : LengthSource::FrameBraced},
             {LengthBy::Buckling, LengthSource::Buckling}}};
        for (size_t k = 0; k < ways.size(); ++k) {
            const double factor = s.alternative(ways[k].second);
            auto* b = new QPushButton(value(factor), lengths_);
            b->setObjectName("link");
            b->setEnabled(column && !std::isnan(factor) && !s.continuous);
            b->setAccessibleName(QString("%1 length by %2").arg(name, str(lengthByName(ways[k].first))));
            QFont font = b->font();
            font.setBold(s.source == ways[k].second && !s.continuous);
            b->setFont(font);
            b->setToolTip(b->isEnabled()
                              ? QString("K = %1; click to use this way for the picked").arg(QString::number(factor, 'g', 4))
                              : QString());
            const LengthBy by = ways[k].first;
            connect(b, &QPushButton::clicked, this, [this, axis = axis, by] {
                SetLengths e;
                e.members = doc_.pickedRefs();
                e.axis = axis;
                e.way = by;
                say(doc_.run(e));
            });
            g->addWidget(b, row, static_cast<int>(k) + 1, Qt::AlignRight);
            if (column) ways_.push_back({axis, by, b});
        }
        auto* used = label("fact", lengths_, QString("<b>%1</b>").arg(decimal(u.show(Quantity::Length, s.length), 2)));
        used->setAlignment(Qt::AlignRight);
        g->addWidget(used, row++, 5);
        if (!column) continue;
        const auto gOf = [](double v) { return std::isinf(v) ? QString("∞") : QString::number(v, 'g', 3); };
        QString words;
        if (s.beyond > 0)
            words = "the line goes on beyond the end with nothing holding it";
        else if (s.leaning)
            words = "an end can move and nothing keeps it from turning: it leans on the frame";
        else if (s.sway && !std::isnan(s.g[0]))
            words = QString("an end can move sideways; G %1%2 and %3%4")
                        .arg(gOf(s.g[0]), girders(member, axis, s.from), gOf(s.g[1]), girders(member, axis, s.to));
        else if (s.cantilever)
            words = "a free end";
        if (s.source == LengthSource::Stated) words = "given by hand";
        if (!words.isEmpty()) why << QString(name) + ": " + words;
    }
    g->setColumnStretch(0, 1);
    if (doc_.model().restraint() && !doc_.model().restraint()->bucklingTried()) why << "buckling of the frame is being found";
    if (doc_.hasForces() && doc_.model().secondOrderHolds())
        why << "forces hold second order and sway imperfections: system lengths stand";
    why_->setText("Longest segment of each. " + why.join("; ") + (why.isEmpty() ? "" : "."));
    lengthsPlace_->addWidget(lengths_);
    drawMode_->setVisible(results_ && shapeOf(member).has_value());
}

} // namespace wr
