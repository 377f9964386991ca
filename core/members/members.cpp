#include "core/members/members.h"

#include "core/members/forming.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <unordered_set>

namespace wr {

namespace {

int otherEnd(const Element& e, int node)
{
    return e.i == node ? e.j : e.i;
}

// Elements in the order of a walk that runs with the first of them in the file; empty if they are no single open line.
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

// The member of a chain in the order of a walk; a single element runs with itself unless turned.
Member build(const Frame& f, const std::vector<int>& chain, bool turned = false)
{
    Member m;
    int node = -1;
    if (chain.size() == 1)
        node = turned ? f.elements[chain[0]].j : f.elements[chain[0]].i;
    else {
        const Element &a = f.elements[chain[0]], &b = f.elements[chain[1]];
        node = a.i == b.i || a.i == b.j ? a.j : a.i;
    }
    m.startNode = node;
    m.pieces.reserve(chain.size());
    Axes before; // of the member, at the piece before
    for (const int e : chain) {
        const Element& el = f.elements[e];
        MemberPiece p;
        p.element = e;
        p.reversed = el.i != node;
        p.start = m.length;
        p.length = f.length(el);
        const Axes a = elementAxes(f, el);
        const Vec3 along = p.reversed ? -a.x : a.x;
        if (m.pieces.empty()) {
            before = m.axes = p.reversed ? Axes{-a.x, -a.y, a.z} : a;
            m.section = el.section;
            m.material = el.material;
            p.ySign = p.reversed ? -1 : 1;
        } else {
            const PieceAxes meet = piecesMeet(before, a, along, f.sections[el.section].shape);
            if (!meet.onePlane)
                m.broken = fmt::format("the web of element {} does not stand in the plane of the others", el.id);
            else if (!meet.same)
                m.broken =
                    fmt::format("element {} stands the other way round than the others: its section is not symmetric", el.id);
            p.ySign = meet.y < 0 ? -1 : 1;
            p.zSign = meet.z < 0 ? -1 : 1;
            before = {along, p.ySign * a.y, p.zSign * a.z};
        }
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

Member declared(const Frame& f, const DesignMember& d)
{
    std::vector<int> chain = ordered(f, d.elements);
    const bool line = !chain.empty();
    if (d.turned) std::reverse(chain.begin(), chain.end());
    Member m = build(f, line ? chain : std::vector<int>{d.elements.front()}, d.turned);
    if (!line) m.broken = "its elements do not join end to end into one line";
    m.id = d.id;
    m.group = d.group;
    m.brief = d.brief;
    m.exclude = d.exclude;
    m.kind = d.kind;
    m.byHand = d.byHand;
    m.followsRule = d.byRule;
    return m;
}

// Joins the elements that are not used yet into chains.
class Chains
{
public:
    Chains(const Frame& f, std::vector<bool>& used) : f_(f), rule_(f), used_(used), first_(f.nodes.size() + 2, 0)
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
    // The element that carries on from e at a node; where there are two ways on, or two that come here, the rule does not
    // choose.
    int next(int e, int node) const
    {
        const int c = onlyOneOn(e, node);
        return c >= 0 && !used_[c] && onlyOneOn(c, node) == e ? c : -1;
    }
    int onlyOneOn(int e, int node) const
    {
        int found = -1;
        for (int k = first_[node]; k < first_[node + 1]; ++k) {
            const int c = atNode_[k];
            if (c == e || rule_.between(e, c, node).why != LineEnd::GoesOn) continue;
            if (found >= 0) return -1;
            found = c;
        }
        return found;
    }

    const Frame& f_;
    JoinRule rule_;
    std::vector<bool>& used_;
    std::vector<int> first_, atNode_;
};

} // namespace

std::optional<size_t> Formed::find(std::string_view id) const
{
    std::call_once(names_->once, [&] {
        names_->places.reserve(members_.size());
        for (size_t i = 0; i < members_.size(); ++i)
            names_->places.emplace(members_[i].id, i);
    });
    const auto it = names_->places.find(std::string(id));
    return it == names_->places.end() ? std::nullopt : std::optional(it->second);
}

// Forms all members, taking over those of an earlier state that nothing has touched.
class Former
{
public:
    Former(const Frame& f, std::vector<Finding>& findings, const FormedBefore* before)
        : f_(f), findings_(findings), before_(before), used_(f.elements.size(), false)
    {
        out_.ofElement_.assign(f.elements.size(), -1);
        if (!before) return;
        const SharedList<Member>& old = before->formed.members();
        out_.members_.reserve(old.size());
        touched_.assign(old.size(), 0);
        for (size_t e = 0; e < before->elements.size(); ++e)
            if (before->elements[e]) touched_[static_cast<size_t>(before->formed.ofElement(static_cast<int>(e)))] = 1;
        sameOrder_ = before->rows.empty();
    }

    Formed form()
    {
        const std::vector<DesignMember>& rows = f_.design.members.list();
        for (size_t i = 0; i < rows.size(); ++i)
            if (!rows[i].elements.empty()) declare(rows[i], i);
        if (free_ == 0) return finished();
        for (const DesignMember& d : rows)
            declared_.insert(d.id);
        byRule();
        return finished();
    }

private:
    Formed finished()
    {
        if (before_ && sameOrder_ && out_.members_.size() == before_->formed.members().size())
            out_.names_ = before_->formed.names_;
        return std::move(out_);
    }

    void add(SharedList<Member>::Item item, const std::vector<int>& elements)
    {
        for (const int e : elements)
            out_.ofElement_[static_cast<size_t>(e)] = static_cast<int>(out_.members_.size());
        out_.members_.push_back(std::move(item));
    }
    // The member of the earlier state at a place, if nothing of it is touched.
    SharedList<Member>::Item untouched(size_t place) const
    {
        return touched_[place] ? nullptr : before_->formed.members().item(place);
    }

    void declare(const DesignMember& d, size_t row)
    {
        for (const int e : d.elements)
            if (!used_[e]) {
                used_[e] = true;
                --free_;
            }
        SharedList<Member>::Item item;
        // Entries that are the same in the same order stand at the same places.
        if (before_ && sameOrder_)
            item = untouched(out_.members_.size());
        else if (before_ && !before_->rows.contains(d.id))
            if (const auto place = placeOf(d.id, false)) item = untouched(*place);
        add(item ? std::move(item) : std::make_shared<const Member>(declared(f_, d)), d.elements);
        if (const Member& m = out_.members_.back(); !m.broken.empty())
            findings_.push_back(finding("member.chain", fmt::format("/design/members/{}/elements", row), m.id,
                                        fmt::format("member {} cannot be checked: {}", m.id, m.broken)));
    }

    void byRule()
    {
        const size_t byHand = out_.members_.size();
        Chains chains(f_, used_);
        size_t pieces = 0;
        for (size_t e = 0; e < f_.elements.size(); ++e) {
            if (used_[e]) continue;
            const std::vector<int> chain = chains.through(static_cast<int>(e));
            pieces += chain.size();
            const std::string id = freeName(f_.elements[static_cast<size_t>(*std::min_element(chain.begin(), chain.end()))].id);
            SharedList<Member>::Item item = before_ ? sameChain(chain, id) : nullptr;
            if (!item) {
                Member m = build(f_, chain);
                m.id = id;
                m.byRule = true;
                item = std::make_shared<const Member>(std::move(m));
            }
            const size_t place = out_.members_.size();
            sameOrder_ = sameOrder_ && before_ && place < before_->formed.members().size() &&
                         (before_->formed.members().item(place) == item || before_->formed.members()[place].id == id);
            add(std::move(item), chain);
        }
        if (out_.members_.size() > byHand)
            findings_.push_back(
                finding("members.formed", "/design/members", "",
                        fmt::format("{} members were formed by rule from {} elements", out_.members_.size() - byHand, pieces)));
    }
    // A name that an entry has is that entry's, whatever elements it lists.
    std::string freeName(const std::string& wish) const
    {
        std::string id = wish;
        for (int n = 2; declared_.contains(id); ++n)
            id = fmt::format("{} ({})", wish, n);
        return id;
    }
    SharedList<Member>::Item sameChain(const std::vector<int>& chain, const std::string& id) const
    {
        const int place = before_->formed.ofElement(chain.front());
        auto item = untouched(static_cast<size_t>(place));
        if (!item || !item->byRule || item->id != id || item->pieces.size() != chain.size()) return nullptr;
        for (size_t k = 0; k < chain.size(); ++k)
            if (item->pieces[k].element != chain[k]) return nullptr;
        return item;
    }
    std::optional<size_t> placeOf(const std::string& id, bool byRule)
    {
        const SharedList<Member>& old = before_->formed.members();
        const auto is = [&](size_t i) { return old[i].byRule == byRule && old[i].id == id; };
        if (next_ < old.size() && is(next_)) return next_++;
        const auto found = before_->formed.find(id);
        if (!found || !is(*found)) return std::nullopt;
        next_ = *found + 1;
        return found;
    }

    const Frame& f_;
    std::vector<Finding>& findings_;
    const FormedBefore* before_;
    std::vector<bool> used_;
    size_t free_ = f_.elements.size(), next_ = 0;
    std::unordered_set<std::string> declared_; // names of entries
    std::vector<char> touched_;                // per member of the earlier state
    bool sameOrder_ = false;                   // so far the names stand as they stood
    Formed out_;
};

Formed formMembers(const Frame& f, std::vector<Finding>& findings, const FormedBefore* before)
{
    return Former(f, findings, before).form();
}

} // namespace wr
