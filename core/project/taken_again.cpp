#include "core/project/taken_again.h"

#include "core/project/element_match.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

namespace {

using Envelope = std::array<double, 12>; // least and most of each force

std::vector<Envelope> envelopes(const Frame& f)
{
    std::vector<Envelope> out(f.elements.size());
    for (const GivenResult& r : f.results)
        for (const GivenElement& e : r.elements)
            for (const GivenStation& s : e.stations)
                for (size_t k = 0; k < 6; ++k) {
                    Envelope& x = out[static_cast<size_t>(e.element)];
                    x[2 * k] = std::min(x[2 * k], s.force[k]);
                    x[2 * k + 1] = std::max(x[2 * k + 1], s.force[k]);
                }
    return out;
}

bool differ(const Envelope& a, const Envelope& b)
{
    // Against the largest force and the largest moment of either: what rounding leaves of nothing is no change.
    std::array<double, 2> largest{};
    for (size_t k = 0; k < a.size(); ++k)
        largest[k >= 6] = std::max({largest[k >= 6], std::abs(a[k]), std::abs(b[k])});
    for (size_t k = 0; k < a.size(); ++k)
        if (std::abs(a[k] - b[k]) > 0.01 * largest[k >= 6]) return true;
    return false;
}

// Loads on an element by its case's name, in words that compare.
std::vector<std::string> loadWords(const Frame& f)
{
    std::vector<std::string> out(f.elements.size());
    for (const LoadCase& c : f.cases) {
        for (const LineLoad& l : c.line)
            out[static_cast<size_t>(l.element)] +=
                fmt::format("{} {} {:.4g} {:.4g} {:.4g} {:.4g} {:.4g} {:.4g} {:.4g} {:.4g};", c.id, static_cast<int>(l.axes),
                            l.from, l.to.value_or(-1), l.q0.x, l.q0.y, l.q0.z, l.q1.x, l.q1.y, l.q1.z);
        for (const PointLoad& l : c.point)
            out[static_cast<size_t>(l.element)] +=
                fmt::format("{} {} {:.4g} {:.4g} {:.4g} {:.4g} {:.4g} {:.4g} {:.4g};", c.id, static_cast<int>(l.axes), l.at,
                            l.f.x, l.f.y, l.f.z, l.m.x, l.m.y, l.m.z);
    }
    return out;
}

std::string sectionWords(const Frame& f, const Element& e)
{
    const FrameSection& s = f.sections[e.section];
    const Material& m = f.materials[e.material];
    return (s.name.empty() ? s.id : s.name) + "/" + (m.grade.empty() ? m.id : m.grade);
}

class Again
{
public:
    Again(const Frame& then, Frame now, const MatchChoice& choice) : then_(then), choice_(choice)
    {
        out_.frame = std::move(now);
    }

    TakenAgain take()
    {
        match();
        fates();
        decisions();
        combinations();
        cases();
        return std::move(out_);
    }

private:
    const Frame& now() const { return out_.frame; }

    void match()
    {
        ElementMatch m = matchElements(then_, now(), choice_.tolerance);
        out_.now = std::move(m.now);
        out_.then = std::move(m.then);
        out_.byId = m.byId;
        out_.byPlace = m.byPlace;
        out_.byNeighbours = m.byNeighbours;
        for (size_t k = 0; k < out_.now.size(); ++k)
            if (out_.now[k].empty()) out_.gone.push_back(static_cast<int>(k));
    }

    void fates()
    {
        const bool forces = !then_.results.empty() && !now().results.empty();
        const std::vector<Envelope> before = envelopes(then_), after = envelopes(now());
        const std::vector<std::string> loadsBefore = loadWords(then_), loadsAfter = loadWords(now());
        out_.fates.resize(now().elements.size());
        for (size_t k = 0; k < out_.fates.size(); ++k) {
            ElementFate& fate = out_.fates[k];
            if (out_.then[k].empty()) {
                fate.fresh = true;
                continue;
            }
            const Element& a = then_.elements[static_cast<size_t>(out_.then[k].front())];
            const Element& b = now().elements[k];
            const auto near = [&](Vec3 x, Vec3 y) { return norm(x - y) <= choice_.tolerance; };
            const Vec3 a0 = then_.endI(a), a1 = then_.endJ(a), b0 = now().endI(b), b1 = now().endJ(b);
            const bool same = near(a0, b0) && near(a1, b1), turned = near(a0, b1) && near(a1, b0);
            fate.moved =
                (!same && !turned) || out_.then[k].size() > 1 || out_.now[static_cast<size_t>(out_.then[k].front())].size() > 1;
            fate.resized = sectionWords(then_, a) != sectionWords(now(), b);
            fate.changed =
                a.behaviour != b.behaviour ||
                (same && (a.releaseI != b.releaseI || a.releaseJ != b.releaseJ || std::abs(a.roll - b.roll) > 1e-6)) ||
                (turned && (a.releaseI != b.releaseJ || a.releaseJ != b.releaseI));
            // Of an element that is another piece than before, forces cannot be compared; it has moved.
            if (!fate.moved && same)
                fate.reloaded = forces ? differ(before[static_cast<size_t>(out_.then[k].front())], after[k])
                                       : loadsBefore[static_cast<size_t>(out_.then[k].front())] != loadsAfter[k];
        }
    }

    void lose(const std::string& subject, std::string text)
    {
        out_.lost.push_back(finding("intake.lost", "", subject, std::move(text)));
    }

    double lengthOf(const Frame& f, const std::vector<int>& elements) const
    {
        double l = 0;
        for (const int e : elements)
            l += f.length(f.elements[static_cast<size_t>(e)]);
        return l;
    }

    // Of a member, from its first end to its last as its elements are listed: which way it runs in space.
    static Vec3 directionOf(const Frame& f, const std::vector<int>& elements, bool turned)
    {
        // It runs like the first of them in the file, or against it.
        const Element& first = f.elements[static_cast<size_t>(*std::min_element(elements.begin(), elements.end()))];
        const Vec3 d = f.endJ(first) - f.endI(first);
        return turned ? -d : d;
    }

    void decisions()
    {
        Frame& f = out_.frame;
        const Design own = f.design; // what the new file says itself
        const bool hadOwn = f.hasDesign;
        if (!then_.hasDesign) return;
        f.hasDesign = true;
        f.design = then_.design;
        if (!f.results.empty()) { // what of the old results was of other sizes says nothing of the new ones
            std::vector<std::string> others = own.givenForces ? own.givenForces->otherSizes : std::vector<std::string>{};
            if (!others.empty() && !f.design.givenForces) f.design.givenForces.emplace();
            if (f.design.givenForces) f.design.givenForces->otherSizes = std::move(others);
        }
        if (hadOwn && f.design.standard.empty()) f.design.standard = own.standard;
        f.design.members = {};
        f.design.restraints = {};
        f.design.lengths = {};
        std::set<int> taken;
        std::map<std::string, double> scale; // of places along each member
        std::set<std::string> kept;
        for (const DesignMember& m : then_.design.members) {
            DesignMember n = m;
            n.elements.clear();
            size_t missing = 0;
            for (const int e : m.elements) {
                const auto& became = out_.now[static_cast<size_t>(e)];
                missing += became.empty();
                for (const int k : became)
                    if (std::find(n.elements.begin(), n.elements.end(), k) == n.elements.end()) n.elements.push_back(k);
            }
            const std::string what = saidOf(m);
            if (n.elements.empty()) {
                lose(m.id, fmt::format("member {} is there no more{}", m.id, what.empty() ? "" : ": " + what));
                continue;
            }
            if (std::any_of(n.elements.begin(), n.elements.end(), [&](int k) { return taken.contains(k); })) {
                lose(m.id, fmt::format("member {} now shares elements with another: it is left out{}", m.id,
                                       what.empty() ? "" : "; lost are " + what));
                continue;
            }
            taken.insert(n.elements.begin(), n.elements.end());
            if (missing > 0)
                lose(m.id,
                     fmt::format("{} of {} elements of member {} are gone: what is said of it stands for those that are left",
                                 missing, m.elements.size(), m.id));
            n.turned = false;
            if (dot(directionOf(f, n.elements, false), directionOf(then_, m.elements, m.turned)) < 0) n.turned = true;
            const double before = lengthOf(then_, m.elements), after = lengthOf(f, n.elements);
            // What stood at a distance stands there still, unless the member has another length: then at the same share of it.
            scale[m.id] = std::abs(before - after) <= std::max(choice_.tolerance, 1e-3 * before) ? 1 : after / before;
            kept.insert(n.id);
            f.design.members.push_back(std::move(n));
        }
        entries(scale);
        for (const DesignMember& m : own.members) {
            const bool free = std::none_of(m.elements.begin(), m.elements.end(), [&](int k) { return taken.contains(k); });
            if (!free || kept.contains(m.id)) continue;
            f.design.members.push_back(m);
            for (const DesignLength& l : own.lengths)
                if (l.member == m.id) f.design.lengths.push_back(l);
            if (!m.group.empty() && std::none_of(f.design.groups.list().begin(), f.design.groups.list().end(),
                                                 [&](const Group& g) { return g.id == m.group; }))
                f.design.groups.push_back({m.group, "", {}});
        }
        limits();
    }

    // What an engineer said of a member, in words.
    std::string saidOf(const DesignMember& m) const
    {
        std::string out;
        const auto add = [&](std::string t) { out += (out.empty() ? "" : ", ") + t; };
        if (!m.group.empty()) add("its group " + m.group);
        if (!m.brief.empty()) add("its brief " + m.brief);
        const auto holds = std::count_if(then_.design.restraints.begin(), then_.design.restraints.end(),
                                         [&](const DesignRestraint& r) { return r.member == m.id; });
        const auto lengths = std::count_if(then_.design.lengths.begin(), then_.design.lengths.end(),
                                           [&](const DesignLength& r) { return r.member == m.id; });
        if (holds) add(fmt::format("{} hold{}", holds, holds == 1 ? "" : "s"));
        if (lengths) add(fmt::format("{} length{}", lengths, lengths == 1 ? "" : "s"));
        return out;
    }

    void entries(const std::map<std::string, double>& scale)
    {
        Design& d = out_.frame.design;
        std::set<std::string> told;
        const auto moved = [&](const std::string& member, double by) {
            if (by != 1 && told.insert(member).second)
                lose(member,
                     fmt::format(
                         "member {} is {:.3g} times as long as before: what holds it stands at the same shares of its length",
                         member, by));
        };
        for (DesignRestraint r : then_.design.restraints) {
            const auto at = scale.find(r.member);
            if (at == scale.end()) continue; // told with its member
            moved(r.member, at->second);
            r.at *= at->second;
            if (r.to) *r.to *= at->second;
            d.restraints.push_back(std::move(r));
        }
        for (DesignLength l : then_.design.lengths) {
            const auto at = scale.find(l.member);
            if (at == scale.end()) continue;
            if (l.from || l.to || l.length) moved(l.member, at->second);
            if (l.from) *l.from *= at->second;
            if (l.to) *l.to *= at->second;
            d.lengths.push_back(std::move(l));
        }
    }

    // What an engineer said of a case stands where the new file says nothing of its own.
    void cases()
    {
        std::map<std::string_view, const LoadCase*> before;
        for (const LoadCase& c : then_.cases.list())
            before.emplace(c.id, &c);
        for (size_t k = 0; k < now().cases.size(); ++k) {
            LoadCase c = now().cases[k];
            const auto at = before.find(c.id);
            if (at == before.end()) continue;
            const LoadCase& was = *at->second;
            if (c.category.empty()) c.category = was.category;
            if (c.exclusive.empty()) c.exclusive = was.exclusive;
            if (c.title.empty()) c.title = was.title;
            c.reversible |= was.reversible;
            if (c.action != was.action) {
                // A file that says nothing of its cases has them all as dead.
                const bool keeps = c.action == Action::Dead;
                lose(c.id, fmt::format("case {} was {} and comes as {}: it is taken as {}", c.id, actionName(was.action),
                                       actionName(c.action), actionName(keeps ? was.action : c.action)));
                if (keeps) c.action = was.action;
            }
            if (!(c == now().cases[k])) out_.frame.cases[k] = c;
        }
    }

    // Limits of nodes name them by their places in the table.
    void limits()
    {
        if (then_.design.frameLimits.empty()) return;
        std::map<std::string_view, int> byName;
        for (size_t k = 0; k < now().nodes.size(); ++k)
            byName.emplace(now().nodes[k].id, static_cast<int>(k));
        const auto became = [&](int node) {
            const Node& n = then_.nodes[static_cast<size_t>(node)];
            const auto named = byName.find(n.id);
            if (named != byName.end() && norm(now().nodes[static_cast<size_t>(named->second)].at - n.at) <= choice_.tolerance)
                return named->second;
            for (size_t k = 0; k < now().nodes.size(); ++k)
                if (norm(now().nodes[k].at - n.at) <= choice_.tolerance) return static_cast<int>(k);
            return named != byName.end() ? named->second : -1;
        };
        Rows<FrameLimit> list;
        for (FrameLimit l : then_.design.frameLimits.list()) {
            const size_t before = l.nodes.size();
            std::vector<int> nodes;
            for (const int n : l.nodes)
                if (const int k = became(n); k >= 0) nodes.push_back(k);
            if (nodes.size() < before)
                lose(l.id, fmt::format("limit {}: {} of its {} nodes are gone{}", l.id, before - nodes.size(), before,
                                       nodes.empty() ? "; it is left out" : ""));
            if (before > 0 && nodes.empty()) continue;
            l.nodes = std::move(nodes);
            list.push_back(std::move(l));
        }
        out_.frame.design.frameLimits = std::move(list);
    }

    // Combinations made in the program stay where the new file has none of that name and all their cases.
    void combinations()
    {
        Frame& f = out_.frame;
        std::set<std::string> have;
        for (const Combination& k : std::as_const(f).combinations)
            have.insert(k.id);
        std::map<std::string, int> cases;
        for (size_t c = 0; c < f.cases.size(); ++c)
            cases[std::as_const(f).cases[c].id] = static_cast<int>(c);
        for (const Combination& k : then_.combinations) {
            if (have.contains(k.id) || k.terms.empty()) continue;
            Combination mine = k;
            mine.terms.clear();
            bool whole = true;
            for (const auto& [c, factor] : k.terms) {
                const auto at = cases.find(then_.cases[static_cast<size_t>(c)].id);
                whole = whole && at != cases.end();
                if (whole) mine.terms.emplace_back(at->second, factor);
            }
            if (!whole) {
                lose(k.id, fmt::format("combination {} names a case that is there no more", k.id));
                continue;
            }
            std::sort(mine.terms.begin(), mine.terms.end());
            f.combinations.push_back(std::move(mine));
        }
    }

    const Frame& then_;
    const MatchChoice& choice_;
    TakenAgain out_;
};

} // namespace

size_t TakenAgain::count(bool ElementFate::*what) const
{
    return static_cast<size_t>(std::count_if(fates.begin(), fates.end(), [&](const ElementFate& f) { return f.*what; }));
}

std::string TakenAgain::sentence() const
{
    std::string out;
    const auto add = [&](size_t n, const char* word) {
        if (n > 0) out += (out.empty() ? "" : ", ") + fmt::format("{} {}", n, word);
    };
    add(count(&ElementFate::fresh), "new");
    add(gone.size(), "gone");
    add(count(&ElementFate::moved), "moved");
    add(count(&ElementFate::resized), "resized");
    add(count(&ElementFate::changed), "changed at their ends");
    add(count(&ElementFate::reloaded), "re-loaded");
    if (out.empty()) out = "no element differs";
    if (!lost.empty()) out += fmt::format("; {} decision{} to look at", lost.size(), lost.size() == 1 ? "" : "s");
    return out;
}

TakenAgain takeAgain(const Frame& then, Frame now, const MatchChoice& choice)
{
    return Again(then, std::move(now), choice).take();
}

} // namespace wr
