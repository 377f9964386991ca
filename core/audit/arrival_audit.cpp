// Forces that came with the file: whether their axes, signs and places can be what they are taken for.
#include "core/audit/families.h"
#include "core/audit/told.h"

#include "core/analysis/shares.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace wr {

namespace {

constexpr size_t kN = 0, kVy = 1, kVz = 2, kT = 3, kMy = 4, kMz = 5; // order of Force

class Arrival
{
public:
    Arrival(const Frame& f, const ForceTable& t, std::vector<Finding>& out) : f_(f), t_(t), out_(out) {}

    void all()
    {
        axes();
        stations();
        balance();
    }

private:
    bool known(int station, size_t column) const { return !std::isnan(t_.at(station, column)[0]); }

    // Beams that bend about their minor axis more than about the major one: theirs and ours are probably named the other way.
    void axes()
    {
        Told told;
        size_t beams = 0;
        for (size_t e = 0; e < f_.elements.size(); ++e) {
            const Element& x = f_.elements[e];
            const SectionProperties& p = f_.sections[x.section].properties;
            if (p.iy < 1.5 * p.iz || std::abs(dot(rolledAxes(f_, x).x, f_.upward())) > 0.5) continue;
            double major = 0, minor = 0;
            for (int s = t_.first[e]; s < t_.first[e + 1]; ++s)
                for (size_t c = 0; c < t_.columns; ++c)
                    if (known(s, c)) {
                        major = std::max(major, std::abs(t_.at(s, c)[kMy]));
                        minor = std::max(minor, std::abs(t_.at(s, c)[kMz]));
                    }
            if (major + minor == 0) continue;
            ++beams;
            if (minor > 1.2 * major) told.add(x.id, x.id);
        }
        if (told.count < 3 || told.count * 2 < beams) return;
        const size_t n = told.count;
        const std::string list = told.list;
        told.put(out_, "forces.axes", "/results",
                 fmt::format("in {} of {} level elements the larger moment is about the minor axis ({}): is their y our z? "
                             "Take the forces in again with the two moments, and the two "
                             "shears, the other way round",
                             n, beams, list));
    }

    // Moments between stations follow from moments and shears at them: with few stations and no shear that says so they are not
    // known.
    void stations()
    {
        constexpr int kFew = 5; // AISC 360 F1-1 and the diagrams of EN 1993 need quarter points
        Told told;
        size_t bending = 0;
        for (size_t e = 0; e < f_.elements.size(); ++e) {
            const int from = t_.first[e], to = t_.first[e + 1];
            if (to - from < 2) continue;
            bool any = false, unknown = false;
            for (size_t c = 0; c < t_.columns && !unknown; ++c)
                for (int s = from; s + 1 < to; ++s) {
                    const double l = t_.s[static_cast<size_t>(s) + 1] - t_.s[static_cast<size_t>(s)];
                    if (!known(s, c) || !known(s + 1, c) || !(l > 0)) continue;
                    const double *a = t_.at(s, c), *b = t_.at(s + 1, c);
                    for (const auto& [m, v] : {std::pair{kMy, kVz}, {kMz, kVy}}) {
                        const double scale = std::max(std::abs(a[m]), std::abs(b[m]));
                        if (scale == 0) continue;
                        any = true;
                        // Shears that are not the slope of the moments between them, or are not there.
                        const double slope = (b[m] - a[m]) / l, shear = (a[v] + b[v]) / 2;
                        unknown = unknown || std::abs(slope - shear) * l > 0.1 * scale;
                    }
                }
            bending += any;
            const std::set<double> places(t_.s.begin() + from, t_.s.begin() + to);
            if (any && unknown && places.size() < static_cast<size_t>(kFew)) told.add(f_.elements[e].id, f_.elements[e].id);
        }
        const size_t n = told.count;
        const std::string list = told.list;
        told.put(out_, "forces.stations", "/results",
                 fmt::format("{} of {} elements that bend have forces at fewer than {} places, and shears that do not say how "
                             "the moment runs between them ({}): moments between, and "
                             "factors for their diagram, are not known; give more stations",
                             n, bending, kFew, list));
    }

    // What an element's end does to its node, global.
    Vec3 onNode(size_t e, bool atJ, size_t column) const
    {
        const int s = atJ ? t_.first[e + 1] - 1 : t_.first[e];
        const double* x = t_.at(s, column);
        const Axes a = elementAxes(f_, f_.elements[e]);
        // Section forces on the +x face are (n, -vy, -vz): docs/frame-format.md, signs.
        const Vec3 face = a.toGlobal({x[kN], -x[kVy], -x[kVz]});
        return atJ ? -face : face;
    }

    // Loads at nodes of a column of results, where the frame has them; nothing where it has no loads at all.
    std::optional<std::vector<Vec3>> nodalLoads(size_t column) const
    {
        const bool any = std::any_of(f_.cases.begin(), f_.cases.end(), [](const LoadCase& c) {
            return !c.nodal.empty() || !c.line.empty() || !c.point.empty() || !c.area.empty() || c.selfWeight != 0 ||
                   c.notional;
        });
        if (!any || column >= f_.results.size()) return std::nullopt;
        const GivenResult& r = f_.results[column];
        std::vector<std::pair<int, double>> terms{{r.loadCase, 1.0}};
        if (r.combination >= 0) terms = f_.combinations[r.combination].terms;
        std::vector<Vec3> out(f_.nodes.size());
        for (const auto& [c, factor] : terms) {
            if (c < 0) continue;
            if (f_.cases[c].notional || !f_.cases[c].area.empty())
                return std::nullopt; // they go to nodes by rules of the analysis
            for (const NodalLoad& l : f_.cases[c].nodal)
                out[static_cast<size_t>(l.node)] = out[static_cast<size_t>(l.node)] + factor * l.f;
        }
        return out;
    }

    void balance()
    {
        std::vector<std::vector<std::pair<size_t, bool>>> ends(f_.nodes.size());
        for (size_t e = 0; e < f_.elements.size(); ++e) {
            ends[static_cast<size_t>(f_.elements[e].i)].push_back({e, false});
            ends[static_cast<size_t>(f_.elements[e].j)].push_back({e, true});
        }
        std::vector<bool> tied(f_.nodes.size(), false);
        for (const Diaphragm& d : f_.diaphragms)
            for (const int n : d.nodes)
                tied[static_cast<size_t>(n)] = true;
        for (const Link& l : f_.links)
            for (const int n : l.nodes)
                tied[static_cast<size_t>(n)] = true;
        // A few loads tell as much as all; magnitudes and envelopes balance nowhere.
        constexpr size_t kLoads = 4;
        size_t looked = 0, nodes = 0, supports = 0;
        Told open, reactions;
        double worst = 0;
        std::set<size_t> openNodes, wrongSupports;
        for (size_t c = 0; c < f_.results.size() && looked < kLoads; ++c) {
            const GivenResult& r = f_.results[c];
            if (r.elements.size() < f_.elements.size() || r.step >= 0) continue;
            if (r.loadCase >= 0 && f_.cases[r.loadCase].unsignedResult) continue;
            ++looked;
            const auto loads = nodalLoads(c);
            std::vector<const NodeResult*> given(f_.nodes.size(), nullptr);
            for (const NodeResult& x : r.nodes)
                given[static_cast<size_t>(x.node)] = &x;
            double largest = 0;
            for (size_t e = 0; e < f_.elements.size(); ++e)
                largest = std::max(largest, norm(onNode(e, true, c)));
            for (size_t n = 0; n < f_.nodes.size(); ++n) {
                if (tied[n] || ends[n].empty()) continue;
                Vec3 sum = loads ? (*loads)[n] : Vec3{};
                double scale = norm(sum);
                for (const auto& [e, atJ] : ends[n]) {
                    const Vec3 x = onNode(e, atJ, c);
                    sum = sum + x;
                    scale = std::max(scale, norm(x));
                }
                if (scale < 1e-3 * largest) continue;
                if (f_.nodes[n].supported()) {
                    if (!given[n] || norm(given[n]->f) == 0) continue;
                    ++supports;
                    if (norm(sum + given[n]->f) > 0.05 * std::max(scale, norm(given[n]->f)) && wrongSupports.insert(n).second)
                        reactions.add(f_.nodes[n].id, f_.nodes[n].id);
                } else if (ends[n].size() > 1) {
                    ++nodes;
                    if (norm(sum) > 0.05 * scale && openNodes.insert(n).second) {
                        open.add(f_.nodes[n].id, f_.nodes[n].id);
                        worst = std::max(worst, norm(sum));
                    }
                }
            }
        }
        // Where loads at nodes are not in the file, some nodes are open; many are a convention that is told wrongly.
        if (open.count >= 3 && open.count * 4 * looked >= nodes) {
            const size_t n = open.count;
            const std::string list = open.list;
            open.put(out_, "forces.balance", "/results",
                     fmt::format("forces do not balance at {} nodes ({}; up to {} are left over): signs, axes or ends may be "
                                 "told wrongly, or loads act at nodes that the file does "
                                 "not have",
                                 n, list, f_.units.text(Quantity::Force, worst)));
        }
        if (reactions.count >= 2 && reactions.count * 4 * looked >= supports) {
            const size_t n = reactions.count;
            const std::string list = reactions.list;
            reactions.put(out_, "forces.reactions", "/results",
                          fmt::format("reactions at {} supports are not what the elements there bring ({}): their sign "
                                      "(support on structure) or the forces' convention may be told "
                                      "wrongly",
                                      n, list));
        }
        totals();
    }

    // Load totals of cases against the sum of their reactions.
    void totals()
    {
        Told told;
        for (const GivenResult& r : f_.results) {
            if (r.loadCase < 0 || r.step >= 0 || f_.cases[r.loadCase].unsignedResult || r.nodes.empty()) continue;
            const LoadCase& c = f_.cases[r.loadCase];
            Vec3 sum;
            size_t with = 0;
            for (const NodeResult& n : r.nodes)
                if (f_.nodes[n.node].supported()) {
                    sum = sum + n.f;
                    with += norm(n.f) > 0;
                }
            const LoadTotals total = loadTotals(f_, c);
            const double scale = std::max(norm(total.sum()), norm(sum));
            if (with == 0 || norm(total.sum()) == 0) continue;
            if (norm(sum + total.sum()) > 0.02 * scale)
                told.add(c.id,
                         fmt::format("{}: loads {}, reactions {}", c.id, f_.units.text(Quantity::Force, norm(total.sum())),
                                     f_.units.text(Quantity::Force, norm(sum))));
        }
        const std::string list = told.list;
        told.put(
            out_, "forces.totals", "/results",
            fmt::format("reactions do not add up to the loads ({}): loads are missing, or the results belong to others", list));
    }

    const Frame& f_;
    const ForceTable& t_;
    std::vector<Finding>& out_;
};

} // namespace

void auditArrival(const Frame& f, const ForceTable& t, std::vector<Finding>& out)
{
    if (t.given && !t.empty() && !f.results.empty()) Arrival(f, t, out).all();
}

} // namespace wr
