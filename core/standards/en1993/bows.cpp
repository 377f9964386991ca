// EN 1993-1-1 5.3.2(6): members whose own bow belongs into the analysis of a frame that is sensitive to second-order effects.
#include "core/members/holds.h"
#include "core/standards/en1993/buckling.h"
#include "core/standards/en1993/stability.h"

#include <algorithm>
#include <fmt/format.h>

namespace wr::en1993 {

namespace {

// Can this end of a member carry a moment about its major (or minor) axis into the rest of the frame?
bool resistsMoment(const Frame& f, const std::vector<std::vector<int>>& at, const Member& m, bool start, bool major)
{
    const MemberPiece& piece = start ? m.pieces.front() : m.pieces.back();
    const Element& e = f.elements[piece.element];
    const auto& released = (start != piece.reversed) ? e.releaseI : e.releaseJ;
    constexpr size_t my = 4, mz = 5;
    if (e.behaviour != Behaviour::Beam || released[major ? my : mz]) return false;
    const int node = start ? m.startNode : m.endNode;
    const Node& n = f.nodes[node];
    // The support's turning about the member's axis of bending, by its own axes.
    const Axes frame = n.supportAxes.value_or(Axes{{1, 0, 0}, {0, 1, 0}, {0, 0, 1}});
    const Vec3 axis = frame.toLocal(major ? m.axes.y : m.axes.z);
    const double along[3] = {axis.x, axis.y, axis.z};
    for (size_t k = 0; k < 3; ++k)
        if (std::abs(along[k]) > 0.7 && !n.support[3 + k].free()) return true;
    return std::any_of(at[node].begin(), at[node].end(), [&](int other) {
        const Element& o = f.elements[other];
        if (other == piece.element || o.behaviour != Behaviour::Beam) return false;
        const auto& there = o.i == node ? o.releaseI : o.releaseJ;
        return !there[my] || !there[mz];
    });
}

struct Bowed
{
    std::string id;
    bool major = true;
    double share = 0; // N_Ed over the critical load of the hinged member
    double e0 = 0, n = 0, length = 0;
    TableSet set;
};

} // namespace

void auditBows(const WholeFrame& model, std::vector<Finding>& out)
{
    const ForceTable& t = model.forces();
    const Frame& f = model.frame();
    if (t.empty()) return;
    const auto at = elementsAtNodes(f);
    std::vector<Bowed> found;
    for (size_t i = 0; i < model.members().size(); ++i) {
        const Member& m = model.members()[i];
        if (m.exclude || !m.broken.empty() || model.standardOf(i).family != kFamily) continue;
        bool ends[2] = {false, false};
        for (const bool major : {true, false})
            ends[major] = resistsMoment(f, at, m, true, major) || resistsMoment(f, at, m, false, major);
        if (!ends[0] && !ends[1]) continue;
        const Demands d = model.demands(i);
        const auto worst = std::max_element(d.sets.begin(), d.sets.end(), [](const SetDemand& a, const SetDemand& b) {
            return a.compression.value < b.compression.value;
        });
        if (!d.valid || worst == d.sets.end() || !(worst->compression.value > 0)) continue;
        const MemberInput in = model.input(i);
        const Context c(in);
        for (const bool major : {true, false}) {
            if (!ends[major]) continue;
            double length = 0;
            for (const LaneSegment& s : model.lanes(i).of(major ? LengthAxis::Major : LengthAxis::Minor))
                if (!s.continuous && !s.cantilever) length = std::max(length, s.span());
            if (!(length > 0)) continue;
            const double ncr = kPi * kPi * c.e * (major ? c.p.iy : c.p.iz) / (length * length),
                         share = worst->compression.value / ncr;
            // λ̄ > 0.5·√(A·fy/N_Ed) is N_Ed > N_cr/4.
            if (share <= 0.25) continue;
            Bowed b;
            b.id = m.id;
            b.major = major;
            b.share = share;
            b.n = worst->compression.value;
            b.length = length;
            b.e0 = length * bowImperfection(columnCurve(c, major ? Axis::Y : Axis::Z), !c.options.elasticSection);
            b.set = model.setsOf(i)[static_cast<size_t>(worst - d.sets.begin())];
            found.push_back(std::move(b));
        }
    }
    if (found.empty()) return;
    std::sort(found.begin(), found.end(), [](const Bowed& a, const Bowed& b) { return a.share > b.share; });
    std::string list;
    for (size_t k = 0; k < found.size() && k < 4; ++k) {
        const Bowed& b = found[k];
        list += fmt::format(
            "{}{} about {}: e0 = {}, as a load {} with {} at its ends the other way (combination {}, N over N_cr {:.2f})",
            k ? "; " : "", b.id, b.major ? "y" : "z", f.units.text(Quantity::Displacement, b.e0),
            f.units.text(Quantity::LineLoad, 8 * b.n * b.e0 / (b.length * b.length)),
            f.units.text(Quantity::Force, 4 * b.n * b.e0 / b.length), combinationName(f, t, b.set), b.share);
    }
    if (found.size() > 4) list += fmt::format("; and {} more", found.size() - 4);
    out.push_back(
        finding("stability.bow", "", found.front().id,
                "5.3.2(6) wants the bow of these members in the analysis, since a joint of theirs resists moments and "
                "they carry more than a quarter of their own critical load: " +
                    list));
}

} // namespace wr::en1993
