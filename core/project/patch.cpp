#include "core/project/patch.h"

#include <algorithm>
#include <fmt/format.h>
#include <unordered_map>

namespace wr {

namespace {

template <class T> std::string keyOf(const T& row)
{
    return row.id;
}
std::string keyOf(const DesignRestraint& r)
{
    return fmt::format("{}@{}", r.member, r.at);
}
std::string keyOf(const DesignLength& l)
{
    return fmt::format("{}/{}@{}", l.member, static_cast<int>(l.axis), l.from.value_or(-1));
}

// How often each key still stands in what is left of a table.
class Remaining
{
public:
    template <class T> void fill(const std::vector<T>& rows, size_t from)
    {
        for (size_t i = from; i < rows.size(); ++i)
            ++count_[keyOf(rows[i])];
    }
    bool has(const std::string& key) const
    {
        const auto it = count_.find(key);
        return it != count_.end() && it->second > 0;
    }
    void take(const std::string& key) { --count_[key]; }

private:
    std::unordered_map<std::string, int> count_;
};

template <class T> bool sameKey(const T& a, const T& b)
{
    if constexpr (requires { a.id; })
        return a.id == b.id;
    else
        return keyOf(a) == keyOf(b);
}

template <class T> RowsPatch<T> between(const Rows<T>& tableBefore, const Rows<T>& tableAfter)
{
    RowsPatch<T> out;
    if (tableBefore.shares(tableAfter)) return out;
    const std::vector<T>&before = tableBefore.list(), &after = tableAfter.list();
    size_t i = 0, j = 0;
    // Mostly rows stay where they are: what else is left of either table is counted only when one does not.
    std::optional<std::pair<Remaining, Remaining>> left;
    const auto count = [&] {
        if (left) return;
        left.emplace();
        left->first.fill(before, i), left->second.fill(after, j);
    };
    while (i < before.size() && j < after.size()) {
        if (sameKey(before[i], after[j])) {
            if (!(before[i] == after[j])) out.changed.push_back({i, j, before[i], after[j]});
            if (left) left->first.take(keyOf(before[i])), left->second.take(keyOf(after[j]));
            ++i, ++j;
            continue;
        }
        count();
        const std::string a = keyOf(before[i]), b = keyOf(after[j]);
        if (!left->second.has(a) || left->first.has(b)) {
            // Gone, or moved behind: then it comes again among the rows that are added.
            out.removed.push_back({i, before[i]});
            left->first.take(a);
            ++i;
        } else {
            out.added.push_back({j, after[j]});
            left->second.take(b);
            ++j;
        }
    }
    for (; i < before.size(); ++i)
        out.removed.push_back({i, before[i]});
    for (; j < after.size(); ++j)
        out.added.push_back({j, after[j]});
    return out;
}

template <class T> RowsPatch<T> swapped(const RowsPatch<T>& p)
{
    RowsPatch<T> out{p.added, p.removed, p.changed};
    for (auto& c : out.changed) {
        std::swap(c.from, c.at);
        std::swap(c.before, c.after);
    }
    return out;
}

template <class T> bool fits(const Rows<T>& table, const RowsPatch<T>& p)
{
    const std::vector<T>& rows = table.list();
    for (const auto& r : p.removed)
        if (r.at >= rows.size() || !(rows[r.at] == r.row)) return false;
    for (const auto& c : p.changed)
        if (c.from >= rows.size() || !(rows[c.from] == c.before)) return false;
    return rows.size() >= p.removed.size();
}

template <class T> void apply(Rows<T>& table, const RowsPatch<T>& p)
{
    if (p.empty()) return;
    if (p.removed.empty() && p.added.empty()) {
        std::vector<T>& rows = table.edit();
        for (const auto& c : p.changed)
            rows[c.at] = c.after;
        return;
    }
    const std::vector<T>& rows = table.list();
    std::vector<T> out;
    out.reserve(rows.size() + p.added.size() - p.removed.size());
    size_t gone = 0, come = 0;
    for (size_t i = 0; i <= rows.size(); ++i) {
        while (come < p.added.size() && p.added[come].at == out.size())
            out.push_back(p.added[come++].row);
        if (i == rows.size()) break;
        if (gone < p.removed.size() && p.removed[gone].at == i)
            ++gone;
        else
            out.push_back(rows[i]);
    }
    while (come < p.added.size())
        out.push_back(p.added[come++].row);
    for (const auto& c : p.changed)
        out[c.at] = c.after;
    table = std::move(out);
}

// Every table of a frame that a patch has a part for.
template <class F, class G, class H, class Each> void eachTable(F& f, G& g, H& p, Each&& each)
{
    each(f.materials, g.materials, p.materials);
    each(f.sections, g.sections, p.sections);
    each(f.nodes, g.nodes, p.nodes);
    each(f.elements, g.elements, p.elements);
    each(f.diaphragms, g.diaphragms, p.diaphragms);
    each(f.links, g.links, p.links);
    each(f.cases, g.cases, p.cases);
    each(f.combinations, g.combinations, p.combinations);
    each(f.design.members, g.design.members, p.members);
    each(f.design.restraints, g.design.restraints, p.restraints);
    each(f.design.lengths, g.design.lengths, p.lengths);
    each(f.design.briefs, g.design.briefs, p.briefs);
    each(f.design.groups, g.design.groups, p.groups);
    each(f.design.ladders, g.design.ladders, p.ladders);
    each(f.design.stock, g.design.stock, p.stock);
    each(f.design.parameterSets, g.design.parameterSets, p.parameterSets);
    each(f.design.picks, g.design.picks, p.picks);
    each(f.design.frameLimits, g.design.frameLimits, p.frameLimits);
    each(f.design.acceptances, g.design.acceptances, p.acceptances);
}

} // namespace

namespace {

FrameWords wordsOf(const Frame& f)
{
    return {f.title, f.up, f.grid, f.extras};
}

} // namespace

DesignSettings settingsOf(const Frame& f)
{
    const Design& d = f.design;
    return {f.hasDesign, d.standard, d.nationalParameters, d.analysis, d.givenForces, d.swayX, d.swayY, d.forming, d.plates,
            d.target,    d.report};
}

bool Patch::empty() const
{
    return materials.empty() && sections.empty() && nodes.empty() && elements.empty() && diaphragms.empty() && links.empty() &&
           cases.empty() && combinations.empty() && members.empty() && restraints.empty() && lengths.empty() &&
           briefs.empty() && groups.empty() && ladders.empty() && stock.empty() && parameterSets.empty() && picks.empty() &&
           frameLimits.empty() && acceptances.empty() && !settings && !frame && !came;
}

Patch differences(const Frame& before, const Frame& after, std::string words)
{
    Patch p;
    p.words = std::move(words);
    eachTable(before, after, p, [](const auto& a, const auto& b, auto& part) { part = between(a, b); });
    if (const DesignSettings a = settingsOf(before), b = settingsOf(after); !(a == b)) p.settings.emplace(a, b);
    if (const FrameWords a = wordsOf(before), b = wordsOf(after); !(a == b)) p.frame.emplace(a, b);
    if (!(before.came == after.came)) p.came.emplace(before.came, after.came);
    return p;
}

Patch inverseOf(const Patch& p)
{
    Patch out;
    out.words = p.words;
    out.materials = swapped(p.materials);
    out.sections = swapped(p.sections);
    out.nodes = swapped(p.nodes);
    out.elements = swapped(p.elements);
    out.diaphragms = swapped(p.diaphragms);
    out.links = swapped(p.links);
    out.cases = swapped(p.cases);
    out.combinations = swapped(p.combinations);
    out.members = swapped(p.members);
    out.restraints = swapped(p.restraints);
    out.lengths = swapped(p.lengths);
    out.briefs = swapped(p.briefs);
    out.groups = swapped(p.groups);
    out.ladders = swapped(p.ladders);
    out.stock = swapped(p.stock);
    out.parameterSets = swapped(p.parameterSets);
    out.picks = swapped(p.picks);
    out.frameLimits = swapped(p.frameLimits);
    out.acceptances = swapped(p.acceptances);
    if (p.settings) out.settings.emplace(p.settings->second, p.settings->first);
    if (p.frame) out.frame.emplace(p.frame->second, p.frame->first);
    if (p.came) out.came.emplace(p.came->second, p.came->first);
    return out;
}

bool applyPatch(Frame& f, const Patch& p)
{
    bool ok = (!p.settings || settingsOf(f) == p.settings->first) && (!p.frame || wordsOf(f) == p.frame->first) &&
              (!p.came || f.came == p.came->first);
    const Frame& now = f;
    eachTable(now, now, p, [&](const auto& table, const auto&, const auto& part) { ok = ok && fits(table, part); });
    if (!ok) return false;
    eachTable(f, now, p, [](auto& table, const auto&, const auto& part) { apply(table, part); });
    if (p.settings) {
        const DesignSettings& s = p.settings->second;
        Design& d = f.design;
        f.hasDesign = s.hasDesign;
        d.standard = s.standard;
        d.nationalParameters = s.nationalParameters;
        d.analysis = s.analysis;
        d.givenForces = s.givenForces;
        d.target = s.target;
        d.report = s.report;
        d.swayX = s.swayX;
        d.forming = s.forming;
        d.plates = s.plates;
        d.swayY = s.swayY;
    }
    if (p.frame) {
        f.title = p.frame->second.title;
        f.up = p.frame->second.up;
        f.grid = p.frame->second.grid;
        f.extras = p.frame->second.extras;
    }
    if (p.came) f.came = p.came->second;
    return true;
}

} // namespace wr
