#include "core/members/members.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace wr {

namespace {

constexpr double kCollinear = 0.017453292519943295; // 1 degree

int otherEnd(const Element& e, int node)
{
    return e.i == node ? e.j : e.i;
}

// Elements in the order of a walk from one end to the other; empty if they are no single open line.
std::vector<int> ordered(const Frame& f, const std::vector<int>& elements)
{
    std::map<int, std::vector<int>> at;
    for (const int e : elements) {
        at[f.elements[e].i].push_back(e);
        at[f.elements[e].j].push_back(e);
    }
    std::vector<int> ends;
    for (const auto& [n, list] : at) {
        if (list.size() == 1)
            ends.push_back(n);
        else if (list.size() > 2)
            return {};
    }
    if (ends.size() != 2) return {};
    // Start where the first element of the file begins to run.
    const int lead = *std::min_element(elements.begin(), elements.end());
    const auto walk = [&](int node) {
        std::vector<int> out;
        int last = -1;
        while (true) {
            int next = -1;
            for (const int e : at[node])
                if (e != last) next = e;
            if (next < 0) break;
            out.push_back(next);
            node = otherEnd(f.elements[next], node);
            last = next;
        }
        return out;
    };
    for (const int start : ends) {
        const auto out = walk(start);
        if (out.size() != elements.size()) return {};
        int node = start;
        for (const int e : out) {
            const Element& el = f.elements[e];
            if (e == lead && el.i == node) return out;
            node = otherEnd(el, node);
        }
    }
    return {};
}

Vec3 direction(const Frame& f, const Element& e, int from)
{
    const Vec3 d = normalized(f.endJ(e) - f.endI(e));
    return e.i == from ? d : -d;
}

Member build(const Frame& f, const std::vector<int>& chain)
{
    Member m;
    int node = -1;
    if (chain.size() == 1)
        node = f.elements[chain[0]].i;
    else {
        const Element &a = f.elements[chain[0]], &b = f.elements[chain[1]];
        node = a.i == b.i || a.i == b.j ? a.j : a.i;
    }
    m.startNode = node;
    for (const int e : chain) {
        const Element& el = f.elements[e];
        MemberPiece p;
        p.element = e;
        p.reversed = el.i != node;
        p.start = m.length;
        p.length = f.length(el);
        const Axes a = elementAxes(f, el);
        if (m.pieces.empty()) {
            m.axes = p.reversed ? Axes{-a.x, -a.y, a.z} : a;
            m.section = el.section;
            m.material = el.material;
        }
        const double y = dot(a.y, m.axes.y), z = dot(a.z, m.axes.z);
        // A kink leans the axes a little; anything between is a web turned out of the member's plane.
        if (std::abs(y) < 0.9 || std::abs(z) < 0.9)
            m.broken = fmt::format("the web of element {} does not stand in the plane of the others", el.id);
        p.ySign = y < 0 ? -1 : 1;
        p.zSign = z < 0 ? -1 : 1;
        if (el.section != m.section && !(f.sections[el.section].properties == f.sections[m.section].properties))
            m.broken = fmt::format("element {} has another section than the first element", el.id);
        if (el.material != m.material) m.broken = fmt::format("element {} has another material than the first element", el.id);
        m.pieces.push_back(p);
        m.length += p.length;
        node = otherEnd(el, node);
    }
    m.endNode = node;
    return m;
}

// Does element b carry on straight from a at the node they share, as one member by rule?
bool continues(const Frame& f, int a, int b, int node)
{
    const Element &ea = f.elements[a], &eb = f.elements[b];
    if (ea.behaviour != Behaviour::Beam || eb.behaviour != Behaviour::Beam) return false;
    if (ea.section != eb.section || ea.material != eb.material) return false;
    const Vec3 gap = (ea.i == node ? f.endI(ea) : f.endJ(ea)) - (eb.i == node ? f.endI(eb) : f.endJ(eb));
    if (norm(gap) > 1e-6) return false; // rigid offsets part them
    for (const Element* e : {&ea, &eb}) {
        const auto& r = e->i == node ? e->releaseI : e->releaseJ;
        if (r[static_cast<size_t>(Force::My)] || r[static_cast<size_t>(Force::Mz)]) return false;
    }
    const Vec3 da = direction(f, ea, node), db = direction(f, eb, node);
    if (dot(da, db) > -std::cos(kCollinear)) return false;
    const Axes xa = elementAxes(f, ea), xb = elementAxes(f, eb);
    return std::abs(dot(xa.z, xb.z)) > std::cos(2 * kCollinear); // one web plane; 180° is the same for checks, signs are kept
}

} // namespace

namespace {

Member declared(const Frame& f, size_t index, std::vector<Finding>& findings)
{
    const DesignMember& d = f.design.members[index];
    const std::vector<int> chain = ordered(f, d.elements);
    const bool line = !chain.empty();
    Member m = build(f, line ? chain : std::vector<int>{d.elements.front()});
    if (!line) m.broken = "its elements do not join end to end into one line";
    m.id = d.id;
    m.group = d.group;
    m.brief = d.brief;
    m.exclude = d.exclude;
    if (!m.broken.empty())
        findings.push_back(finding("member.chain", fmt::format("/design/members/{}/elements", index), m.id,
                                   fmt::format("member {} cannot be checked: {}", m.id, m.broken)));
    return m;
}

// Joins the elements that are not used yet into chains.
class Chains
{
public:
    Chains(const Frame& f, std::vector<bool>& used) : f_(f), used_(used), atNode_(f.nodes.size())
    {
        for (size_t e = 0; e < f.elements.size(); ++e)
            if (!used[e])
                for (const int n : {f.elements[e].i, f.elements[e].j})
                    atNode_[n].push_back(static_cast<int>(e));
    }

    // The chain through an element that no other has.
    std::vector<int> through(int element)
    {
        used_[element] = true;
        std::vector<int> chain{element};
        for (const bool forward : {true, false}) {
            int at = element, node = forward ? f_.elements[element].j : f_.elements[element].i;
            for (int n = next(at, node); n >= 0; n = next(at, node)) {
                used_[n] = true;
                chain.insert(forward ? chain.end() : chain.begin(), n);
                node = otherEnd(f_.elements[n], node);
                at = n;
            }
        }
        return chain;
    }

private:
    int next(int e, int node) const
    {
        int found = -1;
        for (const int c : atNode_[node]) {
            if (c == e || used_[c] || !continues(f_, e, c, node)) continue;
            if (found >= 0) return -1; // two ways on: the rule does not choose
            found = c;
        }
        return found;
    }

    const Frame& f_;
    std::vector<bool>& used_;
    std::vector<std::vector<int>> atNode_;
};

} // namespace

std::vector<Member> formMembers(const Frame& f, std::vector<Finding>& findings)
{
    std::vector<Member> out;
    std::vector<bool> used(f.elements.size(), false);
    for (size_t i = 0; i < f.design.members.size(); ++i) {
        if (f.design.members[i].elements.empty()) continue;
        for (const int e : f.design.members[i].elements)
            used[e] = true;
        out.push_back(declared(f, i, findings));
    }
    const size_t byHand = out.size();
    Chains chains(f, used);
    size_t pieces = 0;
    for (size_t e = 0; e < f.elements.size(); ++e) {
        if (used[e]) continue;
        const std::vector<int> chain = chains.through(static_cast<int>(e));
        Member m = build(f, chain);
        m.id = f.elements[*std::min_element(chain.begin(), chain.end())].id;
        m.byRule = true;
        pieces += m.pieces.size();
        out.push_back(std::move(m));
    }
    if (out.size() > byHand)
        findings.push_back(
            finding("members.formed", "/design/members", "",
                    fmt::format("{} members were formed by rule from {} elements", out.size() - byHand, pieces)));
    return out;
}

} // namespace wr
