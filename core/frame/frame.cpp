#include "core/frame/frame.h"

#include <algorithm>
#include <cmath>

namespace wr {

std::array<Vec3, 3> Node::supportDirections() const
{
    if (supportAxes) return {supportAxes->x, supportAxes->y, supportAxes->z};
    return {Vec3{1, 0, 0}, Vec3{0, 1, 0}, Vec3{0, 0, 1}};
}

bool Node::supportHolds(Vec3 along, double least) const
{
    const std::array<Vec3, 3> directions = supportDirections();
    for (size_t d = 0; d < directions.size(); ++d)
        if (!support[d].free() && std::abs(dot(directions[d], along)) > least) return true;
    return false;
}

bool Frame::sways(const Combination& c) const
{
    return std::any_of(c.terms.begin(), c.terms.end(), [&](const auto& term) {
        const LoadCase& k = cases[term.first];
        return term.second != 0 && (lateral(k.action) || k.action == Action::Notional || k.notional);
    });
}

bool Frame::anySupport() const
{
    return std::any_of(nodes.begin(), nodes.end(), [](const Node& n) { return n.supported(); });
}

namespace {

template <class E, size_t N> std::string_view nameOf(const std::array<std::pair<E, std::string_view>, N>& table, E value)
{
    for (const auto& [v, n] : table)
        if (v == value) return n;
    return "";
}

template <class E, size_t N>
std::optional<E> fromName(const std::array<std::pair<E, std::string_view>, N>& table, std::string_view name)
{
    for (const auto& [v, n] : table)
        if (n == name) return v;
    return std::nullopt;
}

template <class E> using P = std::pair<E, std::string_view>;

constexpr std::array kActions{P<Action>{Action::Dead, "dead"},
                              P<Action>{Action::Superimposed, "superimposed"},
                              P<Action>{Action::Live, "live"},
                              P<Action>{Action::RoofLive, "roof-live"},
                              P<Action>{Action::Storage, "storage"},
                              P<Action>{Action::Snow, "snow"},
                              P<Action>{Action::Wind, "wind"},
                              P<Action>{Action::Seismic, "seismic"},
                              P<Action>{Action::Thermal, "thermal"},
                              P<Action>{Action::Crane, "crane"},
                              P<Action>{Action::Construction, "construction"},
                              P<Action>{Action::Rain, "rain"},
                              P<Action>{Action::Fluid, "fluid"},
                              P<Action>{Action::Accidental, "accidental"},
                              P<Action>{Action::Notional, "notional"}};
constexpr std::array kMemberKinds{P<MemberKind>{MemberKind::Column, "column"}, P<MemberKind>{MemberKind::Beam, "beam"},
                                  P<MemberKind>{MemberKind::Brace, "brace"}, P<MemberKind>{MemberKind::Other, "other"}};
constexpr std::array kLimitOf{P<FrameLimit::Of>{FrameLimit::Of::Drift, "drift"},
                              P<FrameLimit::Of>{FrameLimit::Of::Nodes, "nodes"}};
constexpr std::array kLimitAlong{
    P<FrameLimit::Along>{FrameLimit::Along::Plan, "plan"}, P<FrameLimit::Along>{FrameLimit::Along::X, "x"},
    P<FrameLimit::Along>{FrameLimit::Along::Y, "y"}, P<FrameLimit::Along>{FrameLimit::Along::Z, "z"},
    P<FrameLimit::Along>{FrameLimit::Along::Any, "any"}};

constexpr std::array kPurposes{P<Purpose>{Purpose::Strength, "strength"},         P<Purpose>{Purpose::Service, "service"},
                               P<Purpose>{Purpose::Construction, "construction"}, P<Purpose>{Purpose::Fire, "fire"},
                               P<Purpose>{Purpose::Accidental, "accidental"},     P<Purpose>{Purpose::Seismic, "seismic"}};
constexpr std::array kBehaviours{P<Behaviour>{Behaviour::Beam, "beam"}, P<Behaviour>{Behaviour::Axial, "axial"},
                                 P<Behaviour>{Behaviour::TensionOnly, "tension-only"},
                                 P<Behaviour>{Behaviour::CompressionOnly, "compression-only"}};
constexpr std::array kForces{P<Force>{Force::N, "n"}, P<Force>{Force::Vy, "vy"}, P<Force>{Force::Vz, "vz"},
                             P<Force>{Force::T, "t"}, P<Force>{Force::My, "my"}, P<Force>{Force::Mz, "mz"}};
constexpr std::array kDofs{P<Dof>{Dof::Ux, "ux"}, P<Dof>{Dof::Uy, "uy"}, P<Dof>{Dof::Uz, "uz"},
                           P<Dof>{Dof::Rx, "rx"}, P<Dof>{Dof::Ry, "ry"}, P<Dof>{Dof::Rz, "rz"}};
constexpr std::array kLoadAxes{P<LoadAxes>{LoadAxes::Global, "global"}, P<LoadAxes>{LoadAxes::Local, "local"},
                               P<LoadAxes>{LoadAxes::Projected, "projected"}};
constexpr std::array kBeams{P<FormingRule::Beams>{FormingRule::Beams::AtColumns, "at-columns"},
                            P<FormingRule::Beams>{FormingRule::Beams::Whole, "whole"}};
constexpr std::array kColumns{P<FormingRule::Columns>{FormingRule::Columns::Whole, "whole"},
                              P<FormingRule::Columns>{FormingRule::Columns::AtLevels, "at-levels"}};
constexpr std::array kOrders{P<ForceOrder>{ForceOrder::First, "first"}, P<ForceOrder>{ForceOrder::Second, "second"},
                             P<ForceOrder>{ForceOrder::Amplified, "amplified"}};
constexpr std::array kHolds{P<Hold>{Hold::Major, "major"},   P<Hold>{Hold::Minor, "minor"}, P<Hold>{Hold::Top, "top"},
                            P<Hold>{Hold::Bottom, "bottom"}, P<Hold>{Hold::Twist, "twist"}, P<Hold>{Hold::Warping, "warping"}};
constexpr std::array kLengthBy{P<LengthBy>{LengthBy::Safe, "safe"}, P<LengthBy>{LengthBy::System, "system"},
                               P<LengthBy>{LengthBy::Ends, "ends"}, P<LengthBy>{LengthBy::Frame, "frame"},
                               P<LengthBy>{LengthBy::Buckling, "buckling"}};
constexpr std::array kAxes{P<LengthAxis>{LengthAxis::Major, "major"}, P<LengthAxis>{LengthAxis::Minor, "minor"},
                           P<LengthAxis>{LengthAxis::Torsion, "torsion"}, P<LengthAxis>{LengthAxis::Top, "top"},
                           P<LengthAxis>{LengthAxis::Bottom, "bottom"}};

Axes turned(const Axes& a, double angle)
{
    const double c = std::cos(angle), s = std::sin(angle);
    return {a.x, c * a.y + s * a.z, c * a.z - s * a.y};
}

} // namespace

std::string_view actionName(Action a)
{
    return nameOf(kActions, a);
}
std::optional<Action> actionFromName(std::string_view n)
{
    return fromName(kActions, n);
}
std::string_view purposeName(Purpose p)
{
    return nameOf(kPurposes, p);
}
std::optional<Purpose> purposeFromName(std::string_view n)
{
    return fromName(kPurposes, n);
}
std::string_view behaviourName(Behaviour b)
{
    return nameOf(kBehaviours, b);
}
std::optional<Behaviour> behaviourFromName(std::string_view n)
{
    return fromName(kBehaviours, n);
}
std::string_view forceName(Force f)
{
    return nameOf(kForces, f);
}
std::optional<Force> forceFromName(std::string_view n)
{
    return fromName(kForces, n);
}
std::string_view dofName(Dof d)
{
    return nameOf(kDofs, d);
}
std::optional<Dof> dofFromName(std::string_view n)
{
    return fromName(kDofs, n);
}
std::string_view loadAxesName(LoadAxes a)
{
    return nameOf(kLoadAxes, a);
}
std::optional<LoadAxes> loadAxesFromName(std::string_view n)
{
    return fromName(kLoadAxes, n);
}
std::string_view orderName(ForceOrder o)
{
    return nameOf(kOrders, o);
}
std::string_view beamsRuleName(FormingRule::Beams b)
{
    return nameOf(kBeams, b);
}
std::optional<FormingRule::Beams> beamsRuleFromName(std::string_view n)
{
    return fromName(kBeams, n);
}
std::string_view columnsRuleName(FormingRule::Columns c)
{
    return nameOf(kColumns, c);
}
std::optional<FormingRule::Columns> columnsRuleFromName(std::string_view n)
{
    return fromName(kColumns, n);
}
std::optional<ForceOrder> orderFromName(std::string_view n)
{
    return fromName(kOrders, n);
}
std::string_view holdName(Hold h)
{
    return nameOf(kHolds, h);
}
std::optional<Hold> holdFromName(std::string_view n)
{
    return fromName(kHolds, n);
}
std::string_view lengthByName(LengthBy b)
{
    return nameOf(kLengthBy, b);
}
std::optional<LengthBy> lengthByFromName(std::string_view n)
{
    return fromName(kLengthBy, n);
}
std::string_view memberKindName(MemberKind k)
{
    return nameOf(kMemberKinds, k);
}
std::optional<MemberKind> memberKindFromName(std::string_view n)
{
    return fromName(kMemberKinds, n);
}
std::string_view frameLimitOfName(FrameLimit::Of o)
{
    return nameOf(kLimitOf, o);
}
std::optional<FrameLimit::Of> frameLimitOfFromName(std::string_view n)
{
    return fromName(kLimitOf, n);
}
std::string_view frameLimitAlongName(FrameLimit::Along a)
{
    return nameOf(kLimitAlong, a);
}
std::optional<FrameLimit::Along> frameLimitAlongFromName(std::string_view n)
{
    return fromName(kLimitAlong, n);
}
std::string_view lengthAxisName(LengthAxis a)
{
    return nameOf(kAxes, a);
}
std::optional<LengthAxis> lengthAxisFromName(std::string_view n)
{
    return fromName(kAxes, n);
}

std::vector<std::string_view> actionNames()
{
    std::vector<std::string_view> out;
    for (const auto& [v, n] : kActions)
        out.push_back(n);
    return out;
}

Axes rolledAxes(const Frame& f, const Element& e)
{
    Axes a;
    a.x = normalized(f.endJ(e) - f.endI(e));
    const Vec3 up = f.upward();
    constexpr double vertical = 1e-3; // rad off plumb up to which an element counts as vertical
    const Vec3 flat = a.x - dot(a.x, up) * up;
    if (norm(flat) < vertical) {
        a.y = f.up == Up::Z ? Vec3{0, 1, 0} : Vec3{0, 0, 1};
        a.y = normalized(a.y - dot(a.y, a.x) * a.x);
        a.z = cross(a.x, a.y);
    } else {
        a.z = normalized(up - dot(up, a.x) * a.x);
        a.y = cross(a.z, a.x);
    }
    return turned(a, e.roll);
}

Axes elementAxes(const Frame& f, const Element& e)
{
    const Axes a = rolledAxes(f, e);
    const FrameSection& s = f.sections[e.section];
    // With roll to the legs the drawing axes are the legs; the outline was turned by `principal`, so the axes turn back by it.
    return e.rollToLegs ? turned(a, -s.properties.principal) : a;
}

} // namespace wr
