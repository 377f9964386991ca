#include "core/joints/joint_look.h"

#include "core/base/split.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

// The forces of one set at an end; nothing where the element has none.
std::optional<SectionForces> ownForces(const CheckModel& model, const JointEnd& end, TableSet set)
{
    const ForceTable& t = model.forces();
    if (t.empty()) return std::nullopt;
    const auto e = static_cast<size_t>(end.element);
    if (t.first[e + 1] <= t.first[e]) return std::nullopt;
    const int station = end.atJ ? t.first[e + 1] - 1 : t.first[e];
    SectionForces out{};
    for (const auto& [column, factor] : t.sets[set.at()].terms) {
        const double* x = t.at(station, static_cast<size_t>(column));
        for (size_t k = 0; k < 6; ++k)
            out[k] += factor * x[k];
    }
    if (std::any_of(out.begin(), out.end(), [](double v) { return !std::isfinite(v); })) return std::nullopt;
    return out;
}

double at(const SectionForces& x, Force f)
{
    return x[static_cast<size_t>(f)];
}

} // namespace

std::vector<JointEnd> endsAt(const CheckModel& model, int node)
{
    std::vector<JointEnd> out;
    const Frame& f = model.frame();
    for (size_t e = 0; e < f.elements.size(); ++e)
        for (const bool atJ : {false, true})
            if ((atJ ? f.elements[e].j : f.elements[e].i) == node)
                out.push_back({static_cast<int>(e), model.formed().ofElement(static_cast<int>(e)), atJ});
    return out;
}

EndForces endForces(const CheckModel& model, const JointEnd& end, TableSet set)
{
    EndForces out;
    const auto own = ownForces(model, end, set);
    if (!own) return out;
    out.own = *own;
    const Frame& f = model.frame();
    const Element& e = f.elements[static_cast<size_t>(end.element)];
    const Axes a = elementAxes(f, e);
    // On the +x face the section's forces are (n, -vy, -vz) and its moments (t, -my, mz) as right-handed vectors; that face
    // looks at the node from the i end, and away from it at j.
    const Vec3 force = a.toGlobal({at(*own, Force::N), -at(*own, Force::Vy), -at(*own, Force::Vz)});
    const Vec3 moment = a.toGlobal({at(*own, Force::T), -at(*own, Force::My), at(*own, Force::Mz)});
    const double sign = end.atJ ? -1 : 1;
    out.force = sign * force;
    out.moment = sign * moment + cross(end.atJ ? e.offsetJ : e.offsetI, out.force);
    return out;
}

JointSum jointSum(const CheckModel& model, const std::vector<JointEnd>& ends, TableSet set)
{
    JointSum out;
    for (const JointEnd& end : ends) {
        const EndForces x = endForces(model, end, set);
        out.force = out.force + x.force;
        out.moment = out.moment + x.moment;
    }
    return out;
}

std::vector<LargestForce> largestAt(const CheckModel& model, const std::vector<JointEnd>& ends)
{
    std::vector<LargestForce> out;
    for (const JointEnd& end : ends) {
        std::vector<std::pair<TableSet, SectionForces>> all;
        for (size_t s = 0; s < model.forces().sets.size(); ++s)
            if (const auto x = ownForces(model, end, TableSet(s))) all.emplace_back(TableSet(s), *x);
        double force = 0, moment = 0;
        for (const auto& [set, x] : all)
            for (size_t k = 0; k < 6; ++k)
                (k < 3 ? force : moment) = std::max(k < 3 ? force : moment, std::abs(x[k]));
        for (size_t k = 0; k < 6; ++k) {
            const double nothing = 1e-6 * (k < 3 ? force : moment) + 1e-9;
            const auto by = [&](const auto& a, const auto& b) { return a.second[k] < b.second[k]; };
            const auto low = std::min_element(all.begin(), all.end(), by), high = std::max_element(all.begin(), all.end(), by);
            if (all.empty()) continue;
            if (high->second[k] > nothing) out.push_back({end, static_cast<Force>(k), high->first, high->second});
            if (low->second[k] < -nothing) out.push_back({end, static_cast<Force>(k), low->first, low->second});
        }
    }
    return out;
}

std::optional<BoltedEnd> boltsAt(const CheckModel& model, const JointEnd& end, const BoltLayout& bolts,
                                 std::optional<TableSet> set)
{
    const auto member = static_cast<size_t>(end.member);
    const Standard& s = model.standardOf(member);
    if (!s.bolts) return std::nullopt;
    std::optional<BoltedEnd> out;
    const Rules* rules = model.input(member).rules;
    for (size_t k = 0; k < model.forces().sets.size(); ++k) {
        if (set && set->at() != k) continue;
        const auto x = ownForces(model, end, TableSet(k));
        const int combination = model.forces().sets[k].combination;
        if (!x || (!set && combination >= 0 && model.frame().combinations[combination].purpose != Purpose::Strength)) continue;
        BoltedEnd one;
        one.set = TableSet(k);
        one.forces = {std::hypot(at(*x, Force::Vy), at(*x, Force::Vz)), std::max(0.0, at(*x, Force::N))};
        one.bending = std::max(std::abs(at(*x, Force::My)), std::abs(at(*x, Force::Mz)));
        one.look = s.bolts(bolts, one.forces, rules);
        if (!out || one.look.top() > out->look.top()) out = std::move(one);
    }
    return out;
}

std::expected<BoltLayout, std::string> boltsFromWords(const std::string& words, const Standard& s)
{
    const auto bad = [&] {
        return std::unexpected(fmt::format("\"{}\": bolts are a number, a size and a grade, as in \"4 M20 {}\"", words,
                                           s.boltGrades.empty() ? std::string_view("8.8") : s.boltGrades.front()));
    };
    std::vector<std::string> parts = split(words, " ");
    // "3/4 in" is one size.
    for (size_t k = 1; k < parts.size(); ++k)
        if (parts[k] == "in" || parts[k] == "mm") {
            parts[k - 1] += parts[k];
            parts.erase(parts.begin() + static_cast<std::ptrdiff_t>(k));
        }
    if (parts.size() != 3) return bad();
    const auto number = [](std::string_view t) -> std::optional<double> {
        double v = 0;
        const auto end = std::from_chars(t.data(), t.data() + t.size(), v);
        if (end.ec != std::errc() || end.ptr != t.data() + t.size()) return std::nullopt;
        return v;
    };
    BoltLayout out;
    const auto count = number(parts[0]);
    if (!count || *count != std::floor(*count) || *count < 1 || *count > 1000) return bad();
    out.count = static_cast<int>(*count);
    std::string size = parts[1];
    double unit = 0.001;
    if (size.ends_with("in")) {
        unit = 0.0254;
        size.resize(size.size() - 2);
    } else if (size.ends_with("mm"))
        size.resize(size.size() - 2);
    else if (size.starts_with('M') || size.starts_with('m'))
        size.erase(0, 1);
    else
        return bad();
    std::optional<double> d = number(size);
    if (const size_t slash = size.find('/'); slash != std::string::npos) {
        const auto above = number(std::string_view(size).substr(0, slash)),
                   under = number(std::string_view(size).substr(slash + 1));
        if (above && under && *under > 0) d = *above / *under;
    }
    if (!d || !(*d > 0)) return bad();
    out.diameter = *d * unit;
    out.grade = parts[2];
    if (std::find(s.boltGrades.begin(), s.boltGrades.end(), out.grade) == s.boltGrades.end()) {
        std::string list;
        for (const std::string_view g : s.boltGrades)
            list += (list.empty() ? "" : ", ") + std::string(g);
        return std::unexpected(fmt::format("there are no bolts of grade \"{}\" in {}; there are {}", out.grade, s.title, list));
    }
    return out;
}

} // namespace wr
