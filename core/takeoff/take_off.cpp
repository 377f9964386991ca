#include "core/takeoff/take_off.h"

#include "core/checking/steel_name.h"
#include "core/members/kind.h"
#include "core/sizing/plan_groups.h"
#include "core/sizing/stock.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <map>

namespace wr {

namespace {

constexpr std::array<std::pair<TakeOffBy, std::string_view>, 4> kBy{
    {{TakeOffBy::Section, "section"}, {TakeOffBy::Grade, "grade"}, {TakeOffBy::Group, "group"}, {TakeOffBy::Level, "level"}}};

// Numbers inside names count as numbers: IPE 80 before IPE 100.
bool before(const std::string& a, const std::string& b)
{
    size_t i = 0, j = 0;
    const auto digit = [](char c) { return c >= '0' && c <= '9'; };
    while (i < a.size() && j < b.size()) {
        if (digit(a[i]) && digit(b[j])) {
            const auto number = [&](const std::string& s, size_t& k) {
                double v = 0;
                while (k < s.size() && digit(s[k]))
                    v = v * 10 + (s[k++] - '0');
                return v;
            };
            if (const double x = number(a, i), y = number(b, j); x != y) return x < y;
            continue;
        }
        if (a[i] != b[j]) return a[i] < b[j];
        ++i, ++j;
    }
    return a.size() - i < b.size() - j;
}

void add(TakeOffLine& to, const TakeOffLine& x)
{
    to.pieces += x.pieces;
    to.length += x.length;
    to.mass += x.mass;
    to.painted += x.painted;
    to.cost += x.cost;
    to.unpriced += x.unpriced;
}

} // namespace

std::vector<TakeOffLine> memberSteel(const CheckModel& model)
{
    const Frame& f = model.frame();
    std::vector<TakeOffLine> out(model.members().size());
    for (size_t e = 0; e < f.elements.size(); ++e) {
        const int member = model.formed().ofElement(static_cast<int>(e));
        if (member < 0) continue;
        const Element& el = f.elements[e];
        const SectionProperties& p = f.sections[static_cast<size_t>(el.section)].properties;
        const double l = f.length(el);
        TakeOffLine& x = out[static_cast<size_t>(member)];
        x.pieces = 1;
        x.length += l;
        x.mass += l * p.a * f.materials[static_cast<size_t>(el.material)].density;
        x.painted += l * p.perimeter;
    }
    return out;
}

std::string_view takeOffName(TakeOffBy by)
{
    return kBy[static_cast<size_t>(by)].second;
}

std::optional<TakeOffBy> takeOffFromName(std::string_view n)
{
    for (const auto& [by, name] : kBy)
        if (name == n) return by;
    return {};
}

TakeOff takeOff(const CheckModel& model, TakeOffBy by, std::span<const char> only)
{
    const Frame& f = model.frame();
    const std::vector<TakeOffLine> members = memberSteel(model);
    TakeOff out;
    out.by = by;
    std::map<std::pair<std::string, std::string>, std::pair<TakeOffLine, double>> lines; // and its level
    for (size_t i = 0; i < model.members().size(); ++i) {
        if (!only.empty() && !only[i]) continue;
        const Member& m = model.members()[i];
        if (m.section < 0 || m.material < 0) continue;
        TakeOffLine x = members[i];
        if (x.pieces == 0) continue;
        const std::string section = sectionNameOf(f, m.section);
        const std::optional<double> perM = pricePerMetre(stockOf(f.design, section), x.length > 0 ? x.mass / x.length : 0);
        if (perM)
            x.cost = *perM * x.length, out.priced = true;
        else
            x.unpriced = 1;
        const double level = by == TakeOffBy::Level ? levelOf(f, m) : 0;
        std::string name;
        switch (by) {
        case TakeOffBy::Section: name = section; break;
        case TakeOffBy::Grade: name = steelName(model, i); break;
        case TakeOffBy::Group: name = m.group.empty() ? "in no group" : m.group; break;
        case TakeOffBy::Level: name = f.units.text(Quantity::Length, std::round(level * 1e3) / 1e3); break;
        }
        const std::string grade = by == TakeOffBy::Section ? steelName(model, i) : "";
        auto& [line, at] = lines[{name, grade}];
        line.name = name;
        line.grade = grade;
        at = level;
        add(line, x);
        add(out.total, x);
    }
    std::vector<std::pair<TakeOffLine, double>> sorted;
    for (auto& [key, line] : lines)
        sorted.push_back(std::move(line));
    std::stable_sort(sorted.begin(), sorted.end(), [&](const auto& a, const auto& b) {
        if (by == TakeOffBy::Level && a.second != b.second) return a.second < b.second;
        return before(a.first.name, b.first.name);
    });
    for (auto& [line, at] : sorted)
        out.lines.push_back(std::move(line));
    out.total.name = "Total";
    return out;
}

std::vector<CutLine> cutList(const CheckModel& model, double barLength, double saw, std::span<const char> only)
{
    const Frame& f = model.frame();
    struct Pile
    {
        std::vector<double> lengths;
        double perM = 0;
    };
    const std::vector<TakeOffLine> members = memberSteel(model);
    std::map<std::pair<std::string, std::string>, Pile> piles;
    for (size_t i = 0; i < model.members().size(); ++i) {
        const Member& m = model.members()[i];
        if ((!only.empty() && !only[i]) || m.section < 0 || m.material < 0) continue;
        Pile& p = piles[{sectionNameOf(f, m.section), steelName(model, i)}];
        p.lengths.push_back(members[i].length);
        p.perM = f.sections[static_cast<size_t>(m.section)].properties.a * f.materials[static_cast<size_t>(m.material)].density;
    }
    std::vector<CutLine> out;
    for (auto& [key, pile] : piles) {
        CutLine line;
        std::tie(line.section, line.grade) = key;
        line.pieces = static_cast<int>(pile.lengths.size());
        std::sort(pile.lengths.rbegin(), pile.lengths.rend());
        std::vector<double> left; // of each bar
        for (const double l : pile.lengths) {
            line.used += l;
            if (l > barLength + 1e-9) {
                ++line.tooLong;
                // Whole bars and a piece of one.
                const double whole = std::floor(l / barLength + 1e-9);
                line.bars += static_cast<int>(whole);
                line.bought += whole * barLength;
                if (l - whole * barLength < 1e-6) continue;
                left.push_back(barLength - (l - whole * barLength) - saw);
                continue;
            }
            const auto bar = std::find_if(left.begin(), left.end(), [&](double r) { return r >= l - 1e-9; });
            if (bar == left.end())
                left.push_back(barLength - l - saw);
            else
                *bar -= l + saw;
        }
        line.bars += static_cast<int>(left.size());
        line.bought += static_cast<double>(left.size()) * barLength;
        line.massBought = line.bought * pile.perM;
        out.push_back(std::move(line));
    }
    std::stable_sort(out.begin(), out.end(), [](const CutLine& a, const CutLine& b) { return before(a.section, b.section); });
    return out;
}

std::vector<TakeOffChange> takeOffChanges(const TakeOff& then, const TakeOff& now)
{
    std::vector<TakeOffChange> out;
    const auto same = [](const TakeOffLine& a) {
        return [&a](const TakeOffLine& b) { return a.name == b.name && a.grade == b.grade; };
    };
    for (const TakeOffLine& n : now.lines) {
        TakeOffChange c{{}, n};
        const auto it = std::find_if(then.lines.begin(), then.lines.end(), same(n));
        if (it != then.lines.end()) c.then = *it;
        c.then.name = n.name, c.then.grade = n.grade;
        out.push_back(std::move(c));
    }
    for (const TakeOffLine& t : then.lines)
        if (std::none_of(now.lines.begin(), now.lines.end(), same(t))) {
            TakeOffChange c{t, {}};
            c.now.name = t.name, c.now.grade = t.grade;
            out.push_back(std::move(c));
        }
    std::stable_sort(out.begin(), out.end(), [](const TakeOffChange& a, const TakeOffChange& b) {
        return std::abs(a.now.mass - a.then.mass) > std::abs(b.now.mass - b.then.mass) + 1e-9;
    });
    return out;
}

} // namespace wr
