#include "core/standards/common/refusal.h"

#include <algorithm>

namespace wr {

std::string refusal(const MemberInput& in, const Demands& d)
{
    if (!in.steel.reason.empty()) return in.steel.reason;
    if (d.sets.empty()) return "no strength combination of this standard: make combinations for it, or write one";
    if (!d.valid)
        return "forces of its elements are missing or too large for numbers: analyse the frame, or give results for all "
               "elements";
    const ShapeKind k = in.shape.kind;
    if ((k == ShapeKind::I || k == ShapeKind::IUnequal || k == ShapeKind::Channel) && in.section.iz > in.section.iy)
        return "Iz is larger than Iy: y must be the major axis";
    return {};
}

bool asked(const Demands& d, std::initializer_list<Extreme SetDemand::*> list)
{
    return std::any_of(d.sets.begin(), d.sets.end(), [&](const SetDemand& x) {
        return std::any_of(list.begin(), list.end(), [&](Extreme SetDemand::*e) { return (x.*e).value > 0; });
    });
}

void spoil(Outcomes& out, const Demands& d, std::string_view why, std::initializer_list<int> rows,
           std::initializer_list<Extreme SetDemand::*> by)
{
    if (why.empty() || !asked(d, by)) return;
    for (const int row : rows)
        out.unchecked(row, why);
}

double largestTorsion(const Demands& d)
{
    double out = 0;
    for (const SetDemand& x : d.sets)
        out = std::max(out, x.torsion.value);
    return out;
}

bool openTorsionMatters(Outcomes& out, int row, MemberResult& r, const MemberInput& in, double share, std::string_view what,
                        std::string_view beyond)
{
    const double limit = torsionLimit(in.brief);
    if (share > limit && in.shape.kind != ShapeKind::None) return true;
    if (share > limit)
        out.unchecked(row, "torsion of a section without dimensions: give \"shape\" and dimensions" + std::string(beyond));
    else
        out.notApplicable(row, "no torsion to speak of");
    if (share > 1e-9 && share <= limit) noteNeglectedTorsion(r, limit, what);
    return false;
}

} // namespace wr
