#include "core/shaping/sound.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

std::string faultOf(const Frame& f, const Element& e)
{
    const Node &i = f.nodes[static_cast<size_t>(e.i)], &j = f.nodes[static_cast<size_t>(e.j)];
    const Vec3 nodes = j.at - i.at, own = f.endJ(e) - f.endI(e);
    if (!(norm(nodes) > 1e-6)) return fmt::format("element {} would have no length", e.id);
    if (!(norm(own) > 1e-6) || dot(nodes, own) <= 0)
        return fmt::format("the rigid offsets would leave nothing of element {}", e.id);
    const FrameSection& s = f.sections[static_cast<size_t>(e.section)];
    if (e.rollToLegs && s.shape.kind != ShapeKind::Angle)
        return fmt::format("element {} is turned to legs, and {} is no angle", e.id, s.id);
    if (e.behaviour != Behaviour::Beam) {
        const auto sprung = [](const std::array<double, 6>& v) {
            return std::any_of(v.begin(), v.end(), [](double k) { return k != 0; });
        };
        if (sprung(e.springI) || sprung(e.springJ))
            return fmt::format("element {} carries axial force only: it has no joints to soften", e.id);
        return {};
    }
    constexpr auto n = static_cast<size_t>(Force::N);
    if (e.releaseI[n] && e.releaseJ[n])
        return fmt::format("element {} would slide away along its axis: n is released at both ends", e.id);
    for (size_t k = 0; k < 6; ++k)
        if ((e.releaseI[k] && e.springI[k] != 0) || (e.releaseJ[k] && e.springJ[k] != 0))
            return fmt::format("element {} is released where it has a spring", e.id);
    if (!canBend(s)) return fmt::format("section {} states no inertia: element {} can only be axial", s.id, e.id);
    return {};
}

} // namespace

bool canBend(const FrameSection& s)
{
    return s.shape.kind != ShapeKind::None || s.stated.empty() || (s.stated.iy && s.stated.iz && s.stated.it);
}

std::string unsound(const Frame& f)
{
    for (const Node& n : f.nodes.list())
        if (!std::isfinite(n.at.x) || !std::isfinite(n.at.y) || !std::isfinite(n.at.z))
            return fmt::format("node {} would stand at no place", n.id);
    for (const Element& e : f.elements.list())
        if (std::string fault = faultOf(f, e); !fault.empty()) return fault;
    std::vector<const Diaphragm*> owner(f.nodes.size(), nullptr);
    const bool y = f.up == Up::Y;
    for (const Diaphragm& d : f.diaphragms.list())
        for (const int k : d.nodes) {
            const Node& n = f.nodes[static_cast<size_t>(k)];
            if (owner[static_cast<size_t>(k)])
                return fmt::format("node {} would be in two floors, {} and {}", n.id, owner[static_cast<size_t>(k)]->id, d.id);
            owner[static_cast<size_t>(k)] = &d;
            if (n.support[0].held || n.support[y ? 2 : 1].held || n.support[y ? 4 : 5].held)
                return fmt::format("node {} is of floor {}, which would be held in its plane there", n.id, d.id);
        }
    return {};
}

} // namespace wr
