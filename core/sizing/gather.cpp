#include "core/sizing/gather.h"

#include "core/members/kind.h"
#include "core/sizing/ladder.h"
#include "core/sizing/rungs.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <tuple>

namespace wr {

namespace {

// Largest N, My and Mz of a member over all combinations for strength.
using CarriedForces = std::array<double, 3>;
CarriedForces carriedBy(const CheckModel& model, size_t member)
{
    CarriedForces out{};
    if (model.forces().empty()) return out;
    for (const SetDemand& d : model.allDemands(member).sets) {
        out[0] = std::max({out[0], d.tension.value, d.compression.value});
        out[1] = std::max(out[1], d.major().value);
        out[2] = std::max(out[2], d.minor().value);
    }
    return out;
}

std::string familyOf(const CheckModel& model, size_t member)
{
    return familyOf(model.frame(), model.members()[member].section, shippedCatalogue());
}

struct Candidate
{
    size_t member;
    double length;
    CarriedForces carried;
    double sum; // of the forces, each over its largest of all
};

// How much less of a force counts as the same, whatever the limit: of the largest of all members.
constexpr double kTrifle = 0.02;

bool fits(const Candidate& c, const Candidate& first, const CarriedForces& largest, const GatherLimits& limits)
{
    if (std::abs(c.length - first.length) > limits.length * std::max(c.length, first.length) + 1e-9) return false;
    for (size_t k = 0; k < 3; ++k) {
        const double more = std::max(c.carried[k], first.carried[k]), off = std::abs(c.carried[k] - first.carried[k]);
        if (off > limits.forces * more && off > kTrifle * largest[k]) return false;
    }
    return true;
}

const char* plural(MemberKind k)
{
    switch (k) {
    case MemberKind::Column: return "Columns";
    case MemberKind::Beam: return "Beams";
    case MemberKind::Brace: return "Braces";
    case MemberKind::Other: break;
    }
    return "Others";
}

// Names that occur more than once get a number.
void tellApart(std::vector<Alike>& groups)
{
    std::map<std::string, int> count;
    for (Alike& a : groups)
        if (const int n = ++count[a.name]; n > 1) a.name = fmt::format("{} ({})", a.name, n);
}

} // namespace

std::vector<Alike> gatherAlike(const CheckModel& model, std::span<const size_t> members, const GatherLimits& limits)
{
    const Frame& f = model.frame();
    using Key = std::tuple<MemberKind, std::string, std::string, ShapeKind>;
    std::map<Key, std::vector<Candidate>> classes;
    CarriedForces largest{};
    for (const size_t i : members) {
        const Member& m = model.members()[i];
        if (m.exclude || !m.broken.empty()) continue;
        const Candidate c{i, m.length, carriedBy(model, i), 0};
        for (size_t k = 0; k < 3; ++k)
            largest[k] = std::max(largest[k], c.carried[k]);
        classes[{memberKind(f, m), m.brief, familyOf(model, i), f.sections[m.section].shape.kind}].push_back(c);
    }
    std::vector<Alike> out;
    for (auto& [key, list] : classes) {
        for (Candidate& c : list)
            for (size_t k = 0; k < 3; ++k)
                c.sum += largest[k] > 0 ? c.carried[k] / largest[k] : 0;
        std::sort(list.begin(), list.end(), [&](const Candidate& a, const Candidate& b) {
            if (a.sum != b.sum) return a.sum > b.sum;
            return model.members()[a.member].id < model.members()[b.member].id;
        });
        std::vector<std::pair<Candidate, Alike>> groups;
        for (const Candidate& c : list) {
            const auto at =
                std::find_if(groups.begin(), groups.end(), [&](const auto& g) { return fits(c, g.first, largest, limits); });
            if (at != groups.end()) {
                at->second.members.push_back(c.member);
                continue;
            }
            Alike a;
            a.members = {c.member};
            a.name =
                fmt::format("{} {:.2f} {}", plural(std::get<0>(key)), f.units.show(Quantity::Length, c.length), f.units.length);
            groups.emplace_back(c, std::move(a));
        }
        for (auto& [first, a] : groups)
            out.push_back(std::move(a));
    }
    tellApart(out);
    return out;
}

bool costOfSharing(std::vector<Alike>& groups, const CheckModel& model, const Catalogue& catalogue, double target,
                   Progress& progress)
{
    SilentProgress silent;
    for (size_t g = 0; g < groups.size(); ++g) {
        if (progress.cancelled()) return false;
        progress.at(static_cast<double>(g) / static_cast<double>(groups.size()), "what sharing costs");
        Alike& a = groups[g];
        const LadderLimits ladder{familyOf(model, a.members.front()), {}, {}, target};
        a.costed = !ladder.family.empty();
        a.alone = a.shared = 0;
        if (!a.costed) continue;
        const RungTable all = evaluateRungs(model, catalogue, a.members, ladder, silent);
        if (all.proposed < 0) {
            a.costed = false;
            continue;
        }
        const Rung& shared = all.rungs[static_cast<size_t>(all.proposed)];
        a.section = shared.section->designation;
        a.shared = shared.groupMass;
        for (const size_t m : a.members) {
            if (progress.cancelled()) return false;
            const RungTable one = a.members.size() == 1 ? all : evaluateRungs(model, catalogue, {m}, ladder, silent);
            if (one.proposed >= 0) a.alone += one.rungs[static_cast<size_t>(one.proposed)].groupMass;
        }
    }
    return true;
}

std::vector<std::pair<size_t, std::string>> groupNames(const CheckModel& model, std::span<const size_t> members, GroupBy by)
{
    const Frame& f = model.frame();
    std::vector<std::pair<size_t, std::string>> out;
    for (const size_t i : members) {
        const Member& m = model.members()[i];
        const FrameSection& s = f.sections[m.section];
        switch (by) {
        case GroupBy::Section: out.emplace_back(i, s.name.empty() ? s.id : s.name); break;
        case GroupBy::Kind: out.emplace_back(i, plural(memberKind(f, m))); break;
        case GroupBy::Level: {
            const double z = f.units.show(Quantity::Length, levelOf(f, m));
            out.emplace_back(i, fmt::format("{} {:+.2f}", plural(memberKind(f, m)), std::abs(z) < 5e-3 ? 0.0 : z));
            break;
        }
        }
    }
    return out;
}

} // namespace wr
