#include "core/standards/en1993/run.h"

#include "core/standards/common/deflection.h"
#include "core/standards/common/refusal.h"
#include "core/standards/en1993/rows.h"
#include "core/standards/en1993/section_bound.h"
#include "core/standards/en1993/torsion_open.h"

#include <algorithm>
#include <cmath>

namespace wr::en1993 {

namespace {

class Run
{
public:
    Run(const Context& c, const Demands& d, MemberResult& r)
        : c_(c), d_(d), r_(r), s_(strengths(c, d)), bound_(c, s_), out_(r, kChecks), flanges_(flangesHelpShear(c)),
          way_(interactionWay(c))
    {
    }

    void run()
    {
        if (s_.tube) out_.at(kTorsionRow).quantity = Quantity::Moment;
        const bool open = !s_.tube && openTorsionMatters(out_, kTorsionRow, r_, c_.in, openTorsionShare(c_, largestTorsion(d_)),
                                                         "shear yield stress", "");
        findLeast();
        for (size_t k = 0; k < d_.spans.size(); ++k)
            lookAhead(k);
        lookAheadSection();
        for (size_t i = 0; i < d_.sets.size(); ++i) {
            alone(i);
            stations(i);
            for (size_t k = 0; k < d_.spans.size(); ++k)
                segment(i, k);
            if (open && openTorsionShare(c_, d_.sets[i].torsion.value) > torsionLimit(c_.in.brief)) {
                const OpenTorsion t = openTorsion(c_, d_, i);
                out_.take(kTorsionRow, t.ratio, t.ratio, 1.0, i, -1, t.at, "6.2.7(5)");
            }
        }
        if (!s_.ltb)
            out_.notApplicable(kLtb, c_.options.torsionHeld ? "held against twist all along (brief: torsionHeld)"
                                                            : "this shape does not buckle sideways in bending");
        double slenderness = 0;
        int span = -1;
        for (size_t k = 0; k < s_.spans.size(); ++k)
            if (s_.spans[k].gross.slenderness > slenderness) {
                slenderness = s_.spans[k].gross.slenderness;
                span = static_cast<int>(k);
            }
        slendernessOutcome(out_, kSlenderness, c_.in.brief, d_, slenderness, span, 0, 0, "6.3.1", "6.2.3");
        deflectionOutcome(out_, kDeflection, c_.in, d_, "7.2");
        out_.notApplicableIfUntouched(kInteraction, "no two actions meet");
        spoilUncovered();
        out_.spoilWithoutStrength(kInteraction);
        out_.leaveOut(c_.in.brief);
        r_.settle();
    }

private:
    // One action at a time, from the extremes of the set.
    void alone(size_t i)
    {
        const SetDemand& x = d_.sets[i];
        const auto take = [&](Row row, const Extreme& e, const Resistance& r) {
            out_.take(row, e.value / r.value, e.value, r.value, i, -1, e.at, r.clause);
        };
        take(kTensionRow, x.tension, s_.tension);
        take(kFlexureMajor, x.top, s_.bendingY[0]), take(kFlexureMajor, x.bottom, s_.bendingY[1]);
        take(kFlexureMinor, x.plus, s_.bendingZ[0]), take(kFlexureMinor, x.minus, s_.bendingZ[1]);
        if (s_.tube) take(kTorsionRow, x.torsion, s_.torsion);
        // 6.2.7(9): torsion of a tube takes from its shear resistance; the largest of the set stands for every place.
        const double leaves = torsionLeaves(s_.constants, x.torsion.value);
        const SectionConstants& k = s_.constants;
        const std::string_view clause = leaves < 1 ? "6.2.7(9)" : "6.2.6";
        const auto plastic = [&](Row row, const Extreme& v, double capacity) {
            const double left = std::max(capacity * leaves, 1e-9);
            out_.take(row, v.value / left, v.value, left, i, -1, v.at, clause, leaves < 1 ? kBesideTorsion : kPlasticShear);
        };
        plastic(kShearMajor, x.shearUpright, k.vz), plastic(kShearMinor, x.shearFlat, k.vy);
        // 6.2.6(6): in addition, buckling of plates in shear.
        const auto buckling = [&](Row row, const Extreme& v, double capacity, double torque) {
            const double demand = v.value + torque * x.torsion.value;
            if (capacity < kUncovered)
                out_.take(row, demand / capacity, demand, capacity, i, -1, v.at, "EN 1993-1-5 5.2", kPlateBuckling);
        };
        if (!flanges_) buckling(kShearMajor, x.shearUpright, k.vb, k.torqueZ);
        buckling(kShearMinor, x.shearFlat, k.vbMinor, k.torqueY);
    }

    double sectionKnown() { return std::max(out_.ratio(kSectionRow), aheadSection_ * (1 - 1e-12)); }

    // A strength that comes out as nothing is no ratio to measure others by: it has to be met again, and told.
    static void remember(double& ahead, double ratio)
    {
        if (std::isfinite(ratio) && ratio > ahead) ahead = ratio;
    }

    // The section at the place that looks worst, before all others: see lookAhead().
    void lookAheadSection()
    {
        const size_t n = d_.x.size();
        double most = 0;
        std::pair<size_t, size_t> at; // set, station
        for (size_t i = 0; i < d_.sets.size(); ++i) {
            if (bound_.atMost(d_.sets[i]) <= most) continue;
            const double* f = d_.concurrent(i);
            for (size_t j = 0; j < n; ++j)
                if (const double look = bound_.atMost(f[j], f[4 * n + j], f[5 * n + j]); look > most) {
                    most = look;
                    at = {i, j};
                }
        }
        if (!(most > 0)) return;
        NoTrace none;
        const Station s = stationOf(d_, at.first, at.second);
        remember(aheadSection_, combined(c_, s_.plates, s_.effective, s_.constants, s, classOf(c_, s_, s.a), none).ratio);
    }

    void stations(size_t i)
    {
        const SetDemand& x = d_.sets[i];
        if (!flanges_ && x.torsion.value == 0 && bound_.smallShear(x.shearMajor.value, x.shearMinor.value) &&
            bound_.atMost(x) <= sectionKnown() && out_.at(kSectionRow).set.given())
            return;
        const size_t n = d_.x.size();
        const double* f = d_.concurrent(i);
        for (size_t j = 0; j < n; ++j) {
            const double vz = std::abs(f[2 * n + j]), vy = std::abs(f[n + j]);
            if (flanges_) {
                NoTrace none;
                const Resistance r = shearWithFlanges(c_, std::abs(f[j]), std::abs(f[4 * n + j]), none);
                out_.take(kShearMajor, vz / r.value, vz, r.value, i, -1, d_.x[j], r.clause, kWithFlanges);
            }
            if (f[3 * n + j] == 0 && bound_.smallShear(vz, vy) &&
                bound_.atMost(f[j], f[4 * n + j], f[5 * n + j]) <= sectionKnown())
                continue;
            place(i, stationOf(d_, i, j), d_.x[j]);
        }
        // Peaks of a moment that lie between stations.
        for (const Extreme* e : {&x.top, &x.bottom, &x.plus, &x.minus})
            if (e->value > 0 && std::none_of(d_.x.begin(), d_.x.end(), [&](double at) { return std::abs(at - e->at) < 1e-9; }))
                place(i, stationAt(d_, i, e->at), e->at);
    }
    void place(size_t i, const Station& s, double at)
    {
        NoTrace none;
        const Combined r = combined(c_, s_.plates, s_.effective, s_.constants, s, classOf(c_, s_, s.a), none);
        out_.take(kSectionRow, r.ratio, r.ratio, 1.0, i, -1, at, r.clause);
    }

    // What one segment comes to under one set; `known`: ratios that are reached anyway, below which nothing needs to be found.
    struct Assessed
    {
        Lateral ltb;
        Stability interaction;
        double my = 0;
        bool lateral = false, together = false; // which of the two was found
    };
    Assessed assess(size_t i, size_t k, const SpanAction& a, double knownLtb, double knownTogether) const
    {
        const SpanStrength& cap = s_.spans[k];
        Assessed out;
        NoTrace none;
        const double my = out.my = std::abs(a.a.my), w = modulusOfClass(c_, s_, a.cls, Axis::Y, a.a.my);
        out.ltb.value = w * c_.fy / c_.gammaM1();
        out.ltb.clause = "6.3.2";
        Critical critical{kUncovered, 1};
        if (s_.ltb && my > 0) {
            if (cap.mcrLeast > 0) {
                const Lateral least = lateralResistance(c_, w, {cap.mcrLeast, 1, 1}, d_.spans[k].lb, my, none);
                if (least.chi >= 1 && ltbMethod(c_) != Options::Ltb::Simplified) {
                    out.ltb = least;
                    critical = {cap.mcrLeast, 1, 1};
                } else if (my / least.value <= knownLtb && bound(a, cap, least, my) <= knownTogether)
                    return out;
            }
            if (!(critical.mcr < kUncovered)) {
                critical = criticalOf(c_, segmentOf(d_, i, k), none, my);
                out.ltb = lateralResistance(c_, w, critical, d_.spans[k].lb, my, none);
            }
            out.lateral = true;
        }
        // 6.3.3 is for bending with compression: without it, and where nothing buckles sideways, the section's own check says
        // all.
        if (!(a.a.n > 0) && !s_.ltb) return out;
        // One action alone has a row of its own.
        constexpr double kDust = 1e-6; // N, N·m
        if ((a.a.n > kDust) + (my > kDust) + (std::abs(a.a.mz) > kDust) < 2) return out;
        if (bound(a, cap, out.ltb, my) <= knownTogether) return out;
        Beamcolumn b = beamcolumnOf(c_, s_, d_, i, k, a);
        b.ltb = out.ltb;
        b.mcr = critical.mcr;
        b.c1 = critical.c1;
        out.interaction = stability(c_, b, none);
        out.together = true;
        return out;
    }

    // M_b,Rd of a segment is not below this whatever the class and the diagram; nothing where that is not known.
    void findLeast()
    {
        const bool known = way_ == Options::Interaction::AnnexB && !c_.in.brief.cm && s_.worst <= 3 &&
                           ltbMethod(c_) != Options::Ltb::Simplified;
        leastMb_.assign(d_.spans.size(), 0.0);
        if (!known) return;
        NoTrace none;
        for (size_t k = 0; k < d_.spans.size(); ++k) {
            if (s_.ltb && !(s_.spans[k].mcrLeast > 0)) continue;
            double least = kUncovered;
            for (const int cls : {1, 3})
                for (const double side : {1.0, -1.0}) {
                    const double w = modulusOfClass(c_, s_, cls, Axis::Y, side);
                    least = std::min(
                        least, s_.ltb ? lateralResistance(c_, w, {s_.spans[k].mcrLeast, 1, 1}, d_.spans[k].lb, 0, none).value
                                      : w * c_.fy / c_.gammaM1());
                }
            leastMb_[k] = least;
        }
    }
    // Can nothing of this segment be more than what is known anyway? By bounds that need no class and no diagram.
    bool withinKnown(size_t k, const SpanDemand& x, double knownLtb, double knownTogether) const
    {
        if (!(leastMb_[k] > 0)) return false;
        const double my = x.largest(), moment = my / leastMb_[k];
        if (s_.ltb && !(moment <= knownLtb)) return false;
        const Column& col = s_.spans[k].gross;
        const double m1 = c_.gammaM1(), nrk = c_.p.a * c_.fy, n = x.compression.value;
        const double ny = n / (col.y.chi * nrk / m1), nz = n / (col.z.chi * nrk / m1);
        const double mz = x.minor().value * m1 / (s_.leastMz * c_.gammaM0());
        return std::max(ny, nz) + (1 + 0.8 * ny) * moment + (1 + 1.4 * nz) * mz <= knownTogether;
    }

    // The ratios of the set that looks worst in a segment, found in full before the others: most of those are then told from
    // their bounds alone.
    void lookAhead(size_t k)
    {
        size_t worst = 0;
        double most = -1;
        for (size_t i = 0; i < d_.sets.size(); ++i) {
            const SpanDemand& x = d_.of(i, k);
            const double look = x.compression.value / s_.leastN + x.largest() / s_.leastMy + x.minor().value / s_.leastMz;
            if (look > most) {
                most = look;
                worst = i;
            }
        }
        const SpanAction a = spanAction(c_, s_, d_, worst, k);
        if (!(most > 0) || !(a.a.n > 0 || a.a.my != 0 || a.a.mz != 0)) return;
        const Assessed x = assess(worst, k, a, -1, -1);
        if (x.lateral) remember(aheadLtb_, x.my / x.ltb.value);
        if (x.together) remember(aheadTogether_, x.interaction.ratio);
    }

    void segment(size_t i, size_t k)
    {
        const SpanDemand& x = d_.of(i, k);
        const SpanStrength& cap = s_.spans[k];
        const int at = static_cast<int>(k);
        const Column& column = s_.compressed == 4 ? cap.effective : cap.gross;
        out_.take(kCompressionRow, x.compression.value / column.value, x.compression.value, column.value, i, at,
                  x.compression.at, column.clause);
        // A hair below: the set that was looked at ahead is found again, and takes its row.
        const auto known = [](double ratio, double ahead) { return std::max(ratio, ahead * (1 - 1e-12)); };
        const double knownLtb = known(out_.ratio(kLtb), aheadLtb_),
                     knownTogether = known(out_.ratio(kInteraction), aheadTogether_);
        if ((!s_.ltb || out_.at(kLtb).set.given()) && withinKnown(k, x, knownLtb, knownTogether)) return;
        const SpanAction a = spanAction(c_, s_, d_, i, k);
        if (!(a.a.n > 0 || a.a.my != 0 || a.a.mz != 0)) {
            if (s_.ltb && !out_.at(kLtb).set.given()) out_.take(kLtb, 0, 0, s_.bendingY[0].value, i, at, a.at, "6.3.2");
            return;
        }
        const Assessed y = assess(i, k, a, knownLtb, knownTogether);
        if (y.lateral) out_.take(kLtb, y.my / y.ltb.value, y.my, y.ltb.value, i, at, a.at, y.ltb.clause);
        if (y.together)
            out_.take(kInteraction, y.interaction.ratio, y.interaction.ratio, 1.0, i, at, a.at, y.interaction.clause);
    }

    // Above every ratio of Annex B: all C_m 1, all k at the ends of their ranges. Infinite for the other methods.
    double bound(const SpanAction& a, const SpanStrength& cap, const Lateral& ltb, double my) const
    {
        if (way_ != Options::Interaction::AnnexB || c_.in.brief.cm || a.cls == 4) return kUncovered;
        const Column& col = cap.gross;
        const double m1 = c_.gammaM1(), nrk = c_.p.a * c_.fy, n = a.a.n;
        const double ny = n / (col.y.chi * nrk / m1), nz = n / (col.z.chi * nrk / m1);
        return std::max(ny, nz) + (1 + 0.8 * ny) * my / ltb.value +
               (1 + 1.4 * nz) * std::abs(a.a.mz) / (modulusOfClass(c_, s_, a.cls, Axis::Z, a.a.mz) * c_.fy / m1);
    }

    // What is not covered stays unchecked and takes the sums with it, unless nothing asks for it.
    void spoilUncovered()
    {
        using D = SetDemand;
        const auto spoil = [&](Row row, std::string_view why, std::initializer_list<Extreme SetDemand::*> by) {
            wr::spoil(out_, d_, why, {row, kSectionRow, kInteraction}, by);
        };
        for (const SpanStrength& x : s_.spans)
            spoil(kCompressionRow, s_.compressed == 4 ? x.effective.uncovered : x.gross.uncovered, {&D::compression});
        for (const Resistance& x : s_.bendingY)
            spoil(kFlexureMajor, x.uncovered, {&D::top, &D::bottom});
        for (const Resistance& x : s_.bendingZ)
            spoil(kFlexureMinor, x.uncovered, {&D::plus, &D::minus});
        if (c_.s.kind == ShapeKind::None) {
            constexpr std::string_view why = "a section without dimensions has no class: give \"shape\" and dimensions";
            spoil(kFlexureMajor, why, {&D::top, &D::bottom}), spoil(kFlexureMinor, why, {&D::plus, &D::minus});
            spoil(kShearMajor, why, {&D::shearUpright}), spoil(kShearMinor, why, {&D::shearFlat});
        }
        if (c_.s.kind == ShapeKind::DoubleAngle) {
            const std::string_view why = pairReason();
            spoil(kCompressionRow, why, {&D::compression});
        }
    }

    // 6.4.4(1), Table 6.9: closely spaced parts joined at no more than 15 i_min act as one.
    std::string_view pairReason() const
    {
        Shape one = c_.s;
        one.kind = ShapeKind::Angle;
        const double least = computeProperties(one).rz;
        if (c_.in.brief.connectorSpacing && *c_.in.brief.connectorSpacing <= 15 * least * (1 + 1e-9)) return {};
        return "a pair acts as one where its connectors are at most 15·i_min apart (6.4.4): state \"connectors\" with such a "
               "spacing";
    }

    const Context& c_;
    const Demands& d_;
    MemberResult& r_;
    Strengths s_;
    SectionBound bound_;
    Outcomes out_;
    bool flanges_; // EN 1993-1-5 5.4: the shear resistance depends on the moment beside it
    Options::Interaction way_;
    std::vector<double> leastMb_;                                // per segment, N·m
    double aheadLtb_ = 0, aheadTogether_ = 0, aheadSection_ = 0; // ratios that some set reaches
};

std::string refused(const MemberInput& in, const Demands& d)
{
    if (std::string why = refusal(in, d); !why.empty()) return why;
    if (d.forces.empty()) return "the forces of the stations are not at hand";
    if (in.brief.angleAxes != AngleAxes::Principal && in.shape.kind == ShapeKind::Angle)
        return "angles are checked about their principal axes by this standard: set \"angleAxes\" to principal";
    return {};
}

} // namespace

void runChecks(const MemberInput& in, const Demands& d, MemberResult& r)
{
    r = {};
    if (const std::string reason = refused(in, d); !reason.empty()) return allUnchecked(r, kChecks, reason);
    const Context c(in);
    Run(c, d, r).run();
}

std::string slenderParts(const MemberInput& in, const Demands& d, const MemberResult&)
{
    const Context c(in);
    const Strengths s = strengths(c, d);
    for (size_t set = 0; set < d.sets.size(); ++set)
        for (size_t span = 0; span < d.spans.size(); ++span) {
            const SpanAction x = spanAction(c, s, d, set, span);
            if (x.cls == 4) return "class 4 under its axial force and moments (Table 5.2)";
        }
    return {};
}

} // namespace wr::en1993
