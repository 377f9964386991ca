#include "core/lengths/buckling_lengths.h"

#include "core/analysis/modes.h"
#include "core/analysis/whole.h"
#include "core/base/powers.h"
#include "core/restraint/thrust.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <numbers>

namespace wr {

namespace {

constexpr double kActive = 0.05;   // of the energy of the member that bends most
constexpr double kSubspace = 1e-3; // factors that close are one subspace: any mixture of its modes is a mode

class Lengths
{
public:
    Lengths(const Frame& f, const SharedList<Member>& members, const ForceTable& forces) : f_(f), members_(members), t_(forces)
    {
        out_.elements.resize(f.elements.size());
    }

    void take(int set, const std::vector<BucklingMode>& modes)
    {
        if (modes.empty()) return;
        const auto press = pressOf(f_, t_, t_.sets[static_cast<size_t>(set)]);
        out_.critical.emplace_back(set, modes.front().factor);
        std::vector<std::array<char, 2>> done(f_.elements.size(), {0, 0});
        for (size_t from = 0; from < modes.size();) {
            size_t to = from + 1;
            while (to < modes.size() && modes[to].factor < modes[from].factor * (1 + kSubspace))
                ++to;
            // What each member's bending takes of the subspace: the sum over its modes is the same for any mixture of them.
            std::vector<std::array<double, 2>> energy(members_.size(), {0, 0});
            double most = 0;
            for (size_t i = 0; i < members_.size(); ++i)
                for (const size_t axis : {size_t{0}, size_t{1}}) {
                    for (const MemberPiece& p : members_[i].pieces)
                        for (size_t k = from; k < to; ++k)
                            energy[i][axis] += modes[k].bending[static_cast<size_t>(p.element)][axis];
                    most = std::max(most, energy[i][axis]);
                }
            const bool last = to == modes.size();
            for (size_t i = 0; i < members_.size(); ++i)
                for (const size_t axis : {size_t{0}, size_t{1}}) {
                    const bool active = most > 0 && energy[i][axis] >= kActive * most;
                    if (!active && !last) continue;
                    for (const MemberPiece& p : members_[i].pieces) {
                        auto& there = done[static_cast<size_t>(p.element)][axis];
                        if (!there) put(p.element, axis, modes[from], press, active, set);
                        there = 1;
                    }
                }
            from = to;
        }
    }
    BucklingLengths out_;

private:
    void put(int element, size_t axis, const BucklingMode& mode, const std::vector<ElementPress>& press, bool active, int set)
    {
        const double factor = mode.factor;
        const double thrust = -press[static_cast<size_t>(element)].axial;
        if (!(thrust > 0)) return;
        const Element& e = f_.elements[element];
        const SectionProperties& p = f_.sections[e.section].properties;
        BucklingLength& l = out_.elements[static_cast<size_t>(element)][axis];
        const double ei = f_.materials[e.material].e * (axis == 0 ? p.iy : p.iz);
        const double length = std::numbers::pi * std::sqrt(ei / (factor * thrust));
        constexpr double kNothing = 1e3; // times its own length: what presses it is dust of the analysis
        if (length > kNothing * f_.length(e)) return;
        l.everywhere &= active;
        l.longest = l.everywhere ? std::fmax(l.longest, length) : std::numeric_limits<double>::quiet_NaN();
        // An active mode beats one that is not; of two alike the one that comes at the smaller load.
        if (l.set >= 0 && (l.active > active || (l.active == active && l.factor <= factor))) return;
        l = {length, active, factor, set, l.longest, l.everywhere, shapeOf(mode, set)};
    }

    int shapeOf(const BucklingMode& mode, int set)
    {
        const auto [it, fresh] = shapes_.try_emplace({set, mode.factor}, static_cast<int>(out_.shapes.size()));
        if (fresh) out_.shapes.push_back(mode);
        return it->second;
    }

    const Frame& f_;
    const SharedList<Member>& members_;
    const ForceTable& t_;
    std::map<std::pair<int, double>, int> shapes_; // by set and factor
};

} // namespace

BucklingLengths bucklingLengths(const Frame& f, const SharedList<Member>& members, const ForceTable& forces,
                                std::span<const int> sets, int modes, Progress& progress)
{
    Lengths lengths(f, members, forces);
    BucklingOptions o;
    o.modes = modes;
    o.shearDeformation = false;
    o.wanted = [&](const WholeLoad& load) {
        return load.combination >= 0 && std::any_of(sets.begin(), sets.end(), [&](int s) {
                   return forces.sets[static_cast<size_t>(s)].combination == load.combination;
               });
    };
    const BucklingResult r = analyseBuckling(f, o, progress);
    for (const int s : sets)
        if (const auto c = static_cast<size_t>(forces.sets[static_cast<size_t>(s)].combination); c < r.combinations.size())
            lengths.take(s, r.combinations[c]);
    lengths.out_.complete = r.ok && !progress.cancelled();
    return std::move(lengths.out_);
}

} // namespace wr
