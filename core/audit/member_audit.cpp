// Members: supports inside them that count for nothing, proportions, what is left out.
#include "core/audit/families.h"
#include "core/audit/inner_supports.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace wr {

std::vector<InnerSupport> innerSupports(const CheckModel& model)
{
    const Frame& f = model.frame();
    std::map<std::string_view, std::vector<double>> named; // by member: places of its restraints
    for (const DesignRestraint& r : f.design.restraints)
        named[r.member].push_back(r.at);
    std::vector<InnerSupport> out;
    for (size_t i = 0; i < model.members().size(); ++i) {
        const Member& m = model.members()[i];
        if (m.exclude || !m.broken.empty() || model.tested(i)) continue; // tested: what holds there was found
        const std::vector<double>& places = named[m.id];
        for (size_t k = 1; k < m.pieces.size(); ++k) {
            const MemberPiece& p = m.pieces[k];
            const Element& e = f.elements[p.element];
            const int node = p.reversed ? e.j : e.i;
            const Node& n = f.nodes[node];
            InnerSupport s{i, p.start, node, {}};
            // Movement along z is bending about the major axis.
            if (n.supportHolds(m.axes.z, 0.5)) s.holds.push_back(Hold::Major);
            if (n.supportHolds(m.axes.y, 0.5)) s.holds.push_back(Hold::Minor);
            const std::array<Vec3, 3> directions = n.supportDirections();
            for (size_t d = 0; d < directions.size(); ++d)
                if (!n.support[3 + d].free() && std::abs(dot(directions[d], m.axes.x)) > 0.5) {
                    s.holds.push_back(Hold::Twist);
                    break;
                }
            const bool said =
                std::any_of(places.begin(), places.end(), [&](double at) { return std::abs(at - p.start) <= 1e-6 * m.length; });
            if (!s.holds.empty() && !said) out.push_back(std::move(s));
        }
    }
    return out;
}

namespace {

void auditInnerSupports(const CheckModel& model, std::vector<Finding>& out)
{
    constexpr size_t kNamed = 5;
    const Frame& f = model.frame();
    const std::vector<InnerSupport> found = innerSupports(model);
    if (found.empty()) return;
    std::string list;
    std::vector<std::string> about;
    for (const InnerSupport& s : found) {
        const std::string& id = model.members()[s.member].id;
        if (about.empty() || about.back() != id) about.push_back(id);
        if (const auto k = static_cast<size_t>(&s - found.data()); k < kNamed)
            list += fmt::format("{}{} at {} (node {})", k ? ", " : "", id, f.units.text(Quantity::Length, s.at),
                                f.nodes[s.node].id);
    }
    if (found.size() > kNamed) list += fmt::format(" and {} more", found.size() - kNamed);
    out.push_back(finding("restraint.inner-support", "/design/restraints", about.front(),
                          fmt::format("supports inside members hold nothing in their checks: {}; name there what each holds "
                                      "(design.restraints), or the members are checked over the whole length",
                                      list)));
    out.back().about = std::move(about);
}

// Shorter than deep: a stub, a rigid piece, or a length in another unit. Simple bending theory says little of it.
void auditProportions(const CheckModel& model, std::vector<Finding>& out)
{
    constexpr size_t kNamed = 5;
    const Frame& f = model.frame();
    std::vector<std::string> about;
    std::string list;
    for (const Member& m : model.members()) {
        if (m.exclude || !m.broken.empty() || m.section < 0) continue;
        const double depth = f.sections[m.section].properties.depth;
        if (!(depth > 0) || m.length >= depth) continue;
        if (about.size() < kNamed)
            list += fmt::format("{}{} ({} long, {} deep)", about.empty() ? "" : ", ", m.id,
                                f.units.text(Quantity::Length, m.length), f.units.text(Quantity::SectionLength, depth));
        about.push_back(m.id);
    }
    if (about.empty()) return;
    if (about.size() > kNamed) list += fmt::format(" and {} more", about.size() - kNamed);
    out.push_back(finding(
        "member.proportion", "", about.front(),
        fmt::format("members shorter than they are deep: {}; are they members of their own, or pieces of others?", list)));
    out.back().about = std::move(about);
}

} // namespace

void auditMembers(const CheckModel& model, std::vector<Finding>& out)
{
    auditInnerSupports(model, out);
    auditProportions(model, out);
    for (const Member& m : model.members())
        if (m.exclude)
            out.push_back(finding("member.excluded", "", m.id, fmt::format("member {} is left out of checking", m.id)));
}

} // namespace wr
