#include "core/members/forming_reason.h"

#include "core/members/forming.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace wr {

namespace {

constexpr double kDegree = std::numbers::pi / 180;

std::string faultWords(const LineFault& x, const std::string& next, const ElementName& name)
{
    switch (x.why) {
    case LineEnd::GoesOn: return {};
    case LineEnd::NotBeam: return fmt::format("{} goes on, but one of the two carries axial force only", next);
    case LineEnd::Section: return fmt::format("{} goes on with another section", next);
    case LineEnd::Material: return fmt::format("{} goes on with another material", next);
    case LineEnd::Offset: return fmt::format("{} goes on, parted by a rigid offset", next);
    case LineEnd::Released: return fmt::format("{} goes on, but bending is released at the joint", next);
    case LineEnd::Kink: return fmt::format("{} goes on at a kink of {:.3g}°", next, x.angle / kDegree);
    case LineEnd::Web: return fmt::format("{} goes on with its web in another plane", next);
    case LineEnd::Mirrored: return fmt::format("{} goes on, but its section stands the other way round", next);
    case LineEnd::Column: return fmt::format("{} goes on, but column {} takes bending here", next, name(x.other));
    case LineEnd::Floor:
        return x.other < 0 ? fmt::format("{} goes on; a diaphragm makes a floor here", next)
                           : fmt::format("{} goes on; level member {} makes a floor here", next, name(x.other));
    }
    return {};
}

Vec3 alongMember(const Frame& f, const MemberPiece& p)
{
    const Element& e = f.elements[p.element];
    const Vec3 d = normalized(f.endJ(e) - f.endI(e));
    return p.reversed ? -d : d;
}

} // namespace

std::vector<std::pair<int, double>> nodesAlong(const Frame& f, const Member& m)
{
    std::vector<std::pair<int, double>> out{{m.startNode, 0.0}};
    for (const MemberPiece& p : m.pieces) {
        const Element& e = f.elements[p.element];
        out.emplace_back(p.reversed ? e.i : e.j, p.start + p.length);
    }
    return out;
}

ElementName memberNames(const Formed& formed)
{
    return [&formed](int e) -> const std::string& { return formed.members()[static_cast<size_t>(formed.ofElement(e))].id; };
}

FormingReason formingReason(const Frame& f, const Member& m, const std::vector<std::vector<int>>& elementsAt,
                            const ElementName& name)
{
    FormingReason out;
    const JoinRule rule(f);
    for (const bool last : {false, true}) {
        MemberEnd& end = out.ends[last];
        const MemberPiece& piece = last ? m.pieces.back() : m.pieces.front();
        end.node = last ? m.endNode : m.startNode;
        end.supported = f.nodes[end.node].supported();
        const Vec3 outwards = last ? alongMember(f, piece) : -alongMember(f, piece);
        double nearest = std::cos(45 * kDegree);
        for (const int e : elementsAt[end.node]) {
            const auto own = [e](const MemberPiece& p) { return p.element == e; };
            if (std::any_of(m.pieces.begin(), m.pieces.end(), own)) continue;
            end.meets.push_back(e);
            const Element& x = f.elements[e];
            const Vec3 away = normalized(x.i == end.node ? f.endJ(x) - f.endI(x) : f.endI(x) - f.endJ(x));
            if (const double c = dot(outwards, away); c > nearest) {
                nearest = c;
                end.next = e;
            }
        }
        if (end.next < 0) continue;
        const LineFault fault = rule.between(piece.element, end.next, end.node);
        const std::string& next = name(end.next);
        end.stops = fault.why != LineEnd::GoesOn ? faultWords(fault, next, name)
                    : m.ofRule()                 ? fmt::format("{} goes on, but so do others, or an entry has it", next)
                                                 : fmt::format("{} would go on by rule; the entry ends here", next);
    }
    out.chord = norm(f.nodes[m.endNode].at - f.nodes[m.startNode].at);
    for (size_t k = 0; k + 1 < m.pieces.size(); ++k) {
        const double c = dot(alongMember(f, m.pieces[k]), alongMember(f, m.pieces[k + 1]));
        const double turn = std::acos(std::clamp(c, -1.0, 1.0));
        out.turning += turn;
        if (turn > rule.angle() + 1e-9) ++out.kinks;
    }
    const std::string origin = m.ofRule() ? "" : m.byHand ? "put together by hand: " : "listed in the file: ";
    if (!m.broken.empty())
        out.why = origin + m.broken;
    else if (m.pieces.size() == 1)
        out.why = origin + "one element";
    else if (out.kinks > 0)
        out.why = fmt::format("{}{} elements with {} kink{}, {:.3g}° in all", origin, m.pieces.size(), out.kinks,
                              out.kinks == 1 ? "" : "s", out.turning / kDegree);
    else
        out.why = fmt::format("{}{} elements in one line within {:.3g}°, one section, bending carried through", origin,
                              m.pieces.size(), rule.angle() / kDegree);
    return out;
}

std::string endWords(const Frame& f, const MemberEnd& end, const ElementName& name)
{
    std::string out;
    if (end.supported) out = "support of node " + f.nodes[end.node].id;
    // A member that runs through is named once.
    std::vector<std::string> names;
    for (const int e : end.meets)
        if (std::find(names.begin(), names.end(), name(e)) == names.end()) names.push_back(name(e));
    constexpr size_t kNamed = 3;
    for (size_t k = 0; k < std::min(names.size(), kNamed); ++k)
        out += (out.empty() ? "" : ", ") + names[k];
    if (names.size() > kNamed) out += fmt::format(" and {} more", names.size() - kNamed);
    if (out.empty()) out = "free";
    if (!end.stops.empty()) out += "; " + end.stops;
    return out;
}

} // namespace wr
