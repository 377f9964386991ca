#include "core/project/hold_edits.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

using Words = std::expected<std::string, std::string>;
constexpr double kSame = 1e-3; // m, of two places

std::string namesOf(const std::vector<MemberRef>& members)
{
    return members.size() == 1 ? members.front().id : fmt::format("{} members", members.size());
}

std::string holdNames(const std::vector<Hold>& holds)
{
    std::string out;
    for (const Hold h : holds)
        out += (out.empty() ? "" : ", ") + std::string(holdName(h));
    return out;
}

DesignRestraint& entryAt(std::vector<DesignRestraint>& rows, const std::string& member, double at)
{
    for (DesignRestraint& r : rows)
        if (r.member == member && !r.to && std::abs(r.at - at) < kSame) return r;
    DesignRestraint r;
    r.member = member;
    r.at = at;
    rows.push_back(std::move(r));
    return rows.back();
}

void put(std::vector<Hold>& list, Hold h, bool on)
{
    std::erase(list, h);
    if (on) list.push_back(h);
}

} // namespace

double lengthOf(const Frame& f, const MemberRef& m)
{
    double out = 0;
    for (const int e : m.elements)
        out += f.length(f.elements[static_cast<size_t>(e)]);
    return out;
}

std::expected<std::vector<double>, std::string> placesFor(const Frame& f, const MemberRef& m, const HoldPlaces& p)
{
    using By = HoldPlaces::By;
    const double l = lengthOf(f, m);
    std::vector<double> out;
    constexpr int kMost = 1000;
    switch (p.by) {
    case By::Parts:
        if (p.parts < 2 || p.parts > kMost) return std::unexpected(fmt::format("a member is parted into 2 to {} parts", kMost));
        for (int k = 1; k < p.parts; ++k)
            out.push_back(l * k / p.parts);
        break;
    case By::Spacing:
        if (!(p.spacing > 0)) return std::unexpected("the spacing must be greater than zero");
        if (l / p.spacing > kMost)
            return std::unexpected(fmt::format("over {} holds for member {}: is the spacing right?", kMost, m.id));
        for (double at = p.spacing; at < l - kSame; at += p.spacing)
            out.push_back(at);
        if (out.empty())
            return std::unexpected(
                fmt::format("member {} is {} long: shorter than the spacing", m.id, f.units.text(Quantity::Length, l)));
        break;
    case By::Distances:
        for (const double at : p.at) {
            if (at < 0 || at > l + kSame)
                return std::unexpected(fmt::format("{} lies outside member {}, which is {} long",
                                                   f.units.text(Quantity::Length, at), m.id,
                                                   f.units.text(Quantity::Length, l)));
            out.push_back(std::min(at, l));
        }
        if (out.empty()) return std::unexpected("say at which distances");
        break;
    case By::Nodes: {
        double at = 0;
        for (size_t k = 0; k + 1 < m.elements.size(); ++k) {
            at += f.length(f.elements[static_cast<size_t>(m.elements[k])]);
            out.push_back(at);
        }
        if (out.empty()) return std::unexpected(fmt::format("member {} has no node between its ends", m.id));
        break;
    }
    case By::AllAlong: out = {0.0, l}; break;
    }
    return out;
}

Words applyHoldEdit(Frame& f, const GiveHolds& e)
{
    if (e.holds.empty()) return std::unexpected("say what is held");
    auto& rows = f.design.restraints.edit();
    for (const MemberRef& m : e.members) {
        const auto places = placesFor(f, m, e.places);
        if (!places) return std::unexpected(places.error());
        if (e.places.by == HoldPlaces::By::AllAlong) {
            const auto whole = std::find_if(rows.begin(), rows.end(), [&](const DesignRestraint& r) {
                return r.member == m.id && r.to && r.at<kSame&& * r.to> lengthOf(f, m) - kSame;
            });
            DesignRestraint r;
            r.member = m.id;
            r.to = places->back();
            DesignRestraint& row = whole != rows.end() ? *whole : rows.emplace_back(std::move(r));
            for (const Hold h : e.holds)
                put(row.holds, h, true);
            continue;
        }
        for (const double at : *places) {
            DesignRestraint& r = entryAt(rows, m.id, at);
            r.free = false;
            for (const Hold h : e.holds) {
                put(r.holds, h, true);
                put(r.lets, h, false);
            }
        }
    }
    using By = HoldPlaces::By;
    const std::string where = e.places.by == By::Parts      ? fmt::format("at {} points between", e.places.parts - 1)
                              : e.places.by == By::Spacing  ? "every " + f.units.text(Quantity::Length, e.places.spacing)
                              : e.places.by == By::Nodes    ? "at its nodes"
                              : e.places.by == By::AllAlong ? "all along"
                                                            : "at distances";
    return fmt::format("Held {} ({}): {}", where, holdNames(e.holds), namesOf(e.members));
}

Words applyHoldEdit(Frame& f, const SetHold& e)
{
    const double l = lengthOf(f, e.member);
    if (e.at < -kSame || e.at > l + kSame)
        return std::unexpected(fmt::format("{} lies outside member {}, which is {} long", f.units.text(Quantity::Length, e.at),
                                           e.member.id, f.units.text(Quantity::Length, l)));
    auto& rows = f.design.restraints.edit();
    DesignRestraint& r = entryAt(rows, e.member.id, std::clamp(e.at, 0.0, l));
    put(r.holds, e.hold, e.on && !e.found);
    put(r.lets, e.hold, !e.on && e.found);
    if (e.on) r.free = false;
    std::erase_if(rows,
                  [](const DesignRestraint& x) { return x.holds.empty() && x.lets.empty() && !x.free && x.extras.empty(); });
    return fmt::format("{} {} {} at {}", e.member.id, e.on ? "held:" : "not held:", holdName(e.hold),
                       f.units.text(Quantity::Length, e.at));
}

Words applyHoldEdit(Frame& f, const DropHolds& e)
{
    auto& rows = f.design.restraints.edit();
    const size_t before = rows.size();
    std::erase_if(rows, [&](const DesignRestraint& r) {
        return std::any_of(e.members.begin(), e.members.end(), [&](const MemberRef& m) { return m.id == r.member; });
    });
    if (rows.size() == before) return std::unexpected("nothing is held by hand there");
    return "Holds as found: " + namesOf(e.members);
}

Words applyHoldEdit(Frame& f, const SameHolds& e)
{
    const double l = lengthOf(f, e.from);
    std::vector<DesignRestraint> holds;
    std::vector<DesignLength> lengths;
    for (const DesignRestraint& r : f.design.restraints.list())
        if (e.holds && r.member == e.from.id) holds.push_back(r);
    for (const DesignLength& x : f.design.lengths.list())
        if (e.lengths && x.member == e.from.id) lengths.push_back(x);
    auto& rows = f.design.restraints.edit();
    auto& list = f.design.lengths.edit();
    for (const MemberRef& m : e.to) {
        if (m.id == e.from.id) continue;
        const double mine = lengthOf(f, m);
        if (e.holds) std::erase_if(rows, [&](const DesignRestraint& r) { return r.member == m.id; });
        if (e.lengths) std::erase_if(list, [&](const DesignLength& r) { return r.member == m.id; });
        const auto place = [&](double at) { return e.byFraction ? at / l * mine : at; };
        for (DesignRestraint r : holds) {
            r.member = m.id;
            r.at = place(r.at);
            if (r.to) r.to = std::min(place(*r.to), mine);
            if (r.at <= mine + kSame && (!r.to || *r.to > r.at)) rows.push_back(std::move(r));
        }
        for (DesignLength x : lengths) {
            x.member = m.id;
            if (x.from) x.from = place(*x.from);
            if (x.to) x.to = std::min(place(*x.to), mine);
            if (x.from.value_or(0) < mine - kSame && (!x.to || *x.to > x.from.value_or(0))) list.push_back(std::move(x));
        }
    }
    return fmt::format("{} as {}: {}",
                       e.holds && e.lengths ? "Holds and lengths"
                       : e.holds            ? "Holds"
                                            : "Lengths",
                       e.from.id, namesOf(e.to));
}

} // namespace wr
