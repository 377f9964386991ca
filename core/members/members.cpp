#include "core/members/members.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <unordered_map>

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
    if (elements.size() == 1) return f.elements[elements[0]].i != f.elements[elements[0]].j ? elements : std::vector<int>{};
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

// What an earlier forming can lend: members whose elements and entries have not changed since.
class Lender
{
public:
    explicit Lender(const FormedBefore* before) : before_(before) {}

    // The member of that name, if it is as it was. `place`: where it most likely stood.
    SharedList<Member>::Item declared(const DesignMember& d, size_t place)
    {
        if (!before_ || before_->rows.contains(d.id)) return nullptr;
        return untouched(find(d.id, place, false));
    }
    SharedList<Member>::Item chain(const std::string& id, const std::vector<int>& chain, size_t place)
    {
        if (!before_) return nullptr;
        auto item = untouched(find(id, place, true));
        if (!item || item->pieces.size() != chain.size()) return nullptr;
        for (size_t k = 0; k < chain.size(); ++k)
            if (item->pieces[k].element != chain[k]) return nullptr;
        return item;
    }

private:
    SharedList<Member>::Item untouched(SharedList<Member>::Item item) const
    {
        if (!item) return nullptr;
        for (const MemberPiece& p : item->pieces)
            if (before_->elements[p.element]) return nullptr;
        return item;
    }
    SharedList<Member>::Item find(const std::string& id, size_t place, bool byRule)
    {
        const SharedList<Member>& list = before_->members;
        const auto is = [&](const Member& m) { return m.byRule == byRule && m.id == id; };
        if (place < list.size() && is(list[place])) return list.item(place);
        if (places_.empty())
            for (size_t i = 0; i < list.size(); ++i)
                places_.emplace(list[i].id, i);
        const auto range = places_.equal_range(id);
        for (auto it = range.first; it != range.second; ++it)
            if (is(list[it->second])) return list.item(it->second);
        return nullptr;
    }

    const FormedBefore* before_;
    std::unordered_multimap<std::string_view, size_t> places_;
};

Member declared(const Frame& f, const DesignMember& d)
{
    const std::vector<int> chain = ordered(f, d.elements);
    const bool line = !chain.empty();
    Member m = build(f, line ? chain : std::vector<int>{d.elements.front()});
    if (!line) m.broken = "its elements do not join end to end into one line";
    m.id = d.id;
    m.group = d.group;
    m.brief = d.brief;
    m.exclude = d.exclude;
    return m;
}

// Joins the elements that are not used yet into chains.
class Chains
{
public:
    Chains(const Frame& f, std::vector<bool>& used) : f_(f), used_(used), first_(f.nodes.size() + 2, 0)
    {
        // Elements at each node in one array: those of node n stand from first_[n] to first_[n + 1].
        for (size_t e = 0; e < f.elements.size(); ++e)
            if (!used[e]) ++first_[f.elements[e].i + 2], ++first_[f.elements[e].j + 2];
        for (size_t n = 2; n < first_.size(); ++n)
            first_[n] += first_[n - 1];
        atNode_.resize(first_.back());
        for (size_t e = 0; e < f.elements.size(); ++e)
            if (!used[e])
                for (const int n : {f.elements[e].i, f.elements[e].j})
                    atNode_[first_[n + 1]++] = static_cast<int>(e);
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
        for (int k = first_[node]; k < first_[node + 1]; ++k) {
            const int c = atNode_[k];
            if (c == e || used_[c] || !continues(f_, e, c, node)) continue;
            if (found >= 0) return -1; // two ways on: the rule does not choose
            found = c;
        }
        return found;
    }

    const Frame& f_;
    std::vector<bool>& used_;
    std::vector<int> first_, atNode_;
};

} // namespace

SharedList<Member> formMembers(const Frame& f, std::vector<Finding>& findings, const FormedBefore* before)
{
    SharedList<Member> out;
    out.reserve(before ? before->members.size() : f.elements.size());
    Lender lender(before);
    std::vector<bool> used(f.elements.size(), false);
    size_t free = f.elements.size();
    for (size_t i = 0; i < f.design.members.size(); ++i) {
        const DesignMember& d = f.design.members[i];
        if (d.elements.empty()) continue;
        for (const int e : d.elements)
            if (!used[e]) {
                used[e] = true;
                --free;
            }
        if (auto item = lender.declared(d, out.size()))
            out.push_back(std::move(item));
        else
            out.push_back(declared(f, d));
        if (const Member& m = out.back(); !m.broken.empty())
            findings.push_back(finding("member.chain", fmt::format("/design/members/{}/elements", i), m.id,
                                       fmt::format("member {} cannot be checked: {}", m.id, m.broken)));
    }
    if (free == 0) return out;
    const size_t byHand = out.size();
    Chains chains(f, used);
    size_t pieces = 0;
    for (size_t e = 0; e < f.elements.size(); ++e) {
        if (used[e]) continue;
        const std::vector<int> chain = chains.through(static_cast<int>(e));
        const std::string& id = f.elements[*std::min_element(chain.begin(), chain.end())].id;
        pieces += chain.size();
        if (auto item = lender.chain(id, chain, out.size())) {
            out.push_back(std::move(item));
            continue;
        }
        Member m = build(f, chain);
        m.id = id;
        m.byRule = true;
        out.push_back(std::move(m));
    }
    if (out.size() > byHand)
        findings.push_back(
            finding("members.formed", "/design/members", "",
                    fmt::format("{} members were formed by rule from {} elements", out.size() - byHand, pieces)));
    return out;
}

} // namespace wr
