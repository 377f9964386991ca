// A frame that is changed at random, by everything that can be done to it.
#pragma once

#include "core/project/edits.h"
#include "tests/support.h"

#include <numbers>
#include <random>

namespace wr::test {

class RandomEditor
{
public:
    explicit RandomEditor(std::uint64_t seed) : random_(seed) {}

    // Any edit; it may be one that has to be refused.
    Edit edit(const Frame& f)
    {
        switch (below(26)) {
        case 0:
        case 1:
        case 2: return ShapeEdit{drawn(f)};
        case 3: return ShapeEdit{MoveNodes{nodes(f, 3), step()}};
        case 4: return ShapeEdit{DeleteParts{elements(f, 3), below(4) ? std::vector<int>{} : nodes(f, 1), below(2) == 0}};
        case 5:
        case 6:
        case 7: return ShapeEdit{copied(f)};
        case 8: {
            DivideElements d;
            d.elements = elements(f, 4);
            d.by = static_cast<DivideElements::By>(below(3));
            d.parts = static_cast<int>(below(4));
            d.at = {in(-3, 3), in(0, 4)};
            return ShapeEdit{d};
        }
        case 9:
        case 24:
        case 25: return ShapeEdit{JoinElements{below(3) ? all(f) : elements(f, 4)}};
        case 10: return ShapeEdit{ends(f)};
        case 11: {
            SetSupports s;
            s.nodes = nodes(f, 2);
            for (size_t k = 0; k < 6; ++k)
                if (below(3) == 0)
                    s.support[k].spring = in(1e4, 1e7);
                else
                    s.support[k].held = below(2) == 0;
            if (below(4) == 0) {
                const double a = in(0, 6);
                s.axes = Axes{{std::cos(a), std::sin(a), 0}, {-std::sin(a), std::cos(a), 0}, {0, 0, 1}};
            }
            return ShapeEdit{s};
        }
        case 12: return loads(f);
        case 13: return SetGroup{members(f, 3), fmt::format("G{}", below(4))};
        case 14: return SetLengths{members(f, 2), below(2) ? LengthAxis::Minor : LengthAxis::Major, in(0.5, 2), {}};
        case 15: {
            GiveHolds g;
            g.members = members(f, 2);
            g.places.by = below(2) ? HoldPlaces::By::Parts : HoldPlaces::By::Distances;
            g.places.parts = 2 + static_cast<int>(below(3));
            g.places.at = {in(0, 2), in(0, 2)};
            g.holds = {below(2) ? Hold::Minor : Hold::Top};
            return g;
        }
        case 16: return SetSection{members(f, 2), kSections[below(5)], {}};
        case 17: {
            const auto two = members(f, 2);
            if (two.size() == 2) return JoinMembers{{two[0].id, two[1].id}};
            return TurnMembers{{two.empty() ? "none" : two[0].id}};
        }
        case 20:
        case 21: return ShapeEdit{put(f)};
        case 22: {
            AlterLoads a{caseName(f)};
            a.elements = below(3) ? std::vector<int>{} : elements(f, 4);
            a.factor = below(2) ? -1 : in(0.3, 2);
            if (below(3) == 0) a.turn = in(-3, 3);
            if (below(3) == 0) {
                a.axes = static_cast<LoadAxes>(below(3));
                a.toward = Vec3{0, 0, -1};
            }
            if (below(3) == 0) a.spread = static_cast<PanelSpread>(below(3));
            if (below(3) == 0) a.into = caseName(f);
            return ShapeEdit{a};
        }
        case 23: {
            if (below(3) == 0) return ShapeEdit{DropCase{caseName(f)}};
            if (below(2))
                return below(4) ? ShapeEdit{DropLoads{caseName(f)}}
                                : ShapeEdit{DropLoads{caseName(f), elements(f, 3), nodes(f, 3)}};
            PutCase c{below(2) ? caseName(f) : fmt::format("C{}", below(9))};
            c.title = fmt::format("case {}", below(99));
            if (below(2)) c.selfWeight = in(0, 2);
            if (below(2)) c.handSum = std::optional(Vec3{in(-1e4, 1e4), 0, in(-1e4, 1e4)});
            return ShapeEdit{c};
        }
        case 18: return TurnMembers{{members(f, 1).empty() ? "none" : members(f, 1)[0].id}};
        default: {
            Grid g;
            for (size_t k = 0; k < 1 + below(4); ++k)
                g.x.push_back({fmt::format("{}", k + 1), in(0, 20)});
            g.levels = {{"roof", in(1, 9)}};
            return SetGrid{g};
        }
        }
    }

    size_t below(size_t n) { return std::uniform_int_distribution<size_t>(0, n - 1)(random_); }
    double in(double low, double high) { return std::uniform_real_distribution<double>(low, high)(random_); }

private:
    static constexpr const char* kSections[]{"IPE300", "HEA200", "UPE200", "L100x100x10", "CHS 114.3x5"};

    Vec3 step()
    {
        return below(2) ? Vec3{std::round(in(-3, 3)), std::round(in(-3, 3)), std::round(in(-2, 2))}
                        : Vec3{in(-1, 1), in(-1, 1), in(-1, 1)};
    }
    std::vector<int> some(size_t n, size_t most)
    {
        std::vector<int> out;
        if (n == 0) return out;
        for (size_t k = 0; k < 1 + below(most); ++k)
            out.push_back(static_cast<int>(below(n)));
        return out;
    }
    std::vector<int> elements(const Frame& f, size_t most) { return some(f.elements.size(), most); }
    std::vector<int> nodes(const Frame& f, size_t most) { return some(f.nodes.size(), most); }
    static std::vector<int> all(const Frame& f)
    {
        std::vector<int> out;
        for (size_t k = 0; k < f.elements.size(); ++k)
            out.push_back(static_cast<int>(k));
        return out;
    }
    std::vector<MemberRef> members(const Frame& f, size_t most)
    {
        std::vector<Finding> ignored;
        const Formed formed = formMembers(f, ignored);
        std::vector<MemberRef> out;
        for (const int k : some(formed.members().size(), most)) {
            const Member& m = formed.members()[static_cast<size_t>(k)];
            if (std::any_of(out.begin(), out.end(), [&](const MemberRef& o) { return o.id == m.id; })) continue;
            MemberRef r{m.id, {}};
            for (const MemberPiece& p : m.pieces)
                r.elements.push_back(p.element);
            out.push_back(r);
        }
        return out;
    }
    Vec3 somewhere(const Frame& f)
    {
        if (f.nodes.empty() || below(5) == 0) return {std::round(in(0, 12)), std::round(in(0, 12)), std::round(in(0, 9))};
        const Vec3 at = f.nodes.list()[below(f.nodes.size())].at;
        if (below(3) == 0 || f.elements.empty()) return at;
        const Element& e = f.elements.list()[below(f.elements.size())];
        return below(2) ? at + step() : f.endI(e) + in(0, 1) * (f.endJ(e) - f.endI(e));
    }
    DrawElements drawn(const Frame& f)
    {
        DrawElements d;
        Vec3 at = somewhere(f);
        for (size_t k = 0; k < 1 + below(3); ++k) {
            const Vec3 next = somewhere(f);
            d.lines.emplace_back(at, next);
            at = next;
        }
        d.section = kSections[below(5)];
        d.steel = "S355";
        d.roll = below(2) ? 0 : in(-3, 3);
        d.pinned = {below(2) == 0, below(2) == 0};
        d.behaviour = below(4) ? Behaviour::Beam : Behaviour::TensionOnly;
        if (below(2)) d.group = fmt::format("G{}", below(4));
        return d;
    }
    CopyParts copied(const Frame& f)
    {
        CopyParts c;
        c.elements = elements(f, 6);
        c.how = static_cast<CopyParts::How>(below(3));
        c.by = step();
        c.through = somewhere(f);
        c.axis = below(2) ? Vec3{0, 0, 1} : below(2) ? Vec3{1, 0, 0} : Vec3{in(-1, 1), in(-1, 1), in(-1, 1)};
        c.angle = below(2) ? std::numbers::pi / 2 : in(-3, 3);
        c.times = 1 + static_cast<int>(below(3));
        c.move = below(4) == 0;
        c.goes = {below(4) > 0, below(4) > 0, below(4) > 0, below(4) > 0, below(4) > 0, below(4) > 0};
        return c;
    }
    SetElements ends(const Frame& f)
    {
        SetElements s;
        s.elements = elements(f, 3);
        switch (below(5)) {
        case 0: {
            std::array<bool, 6> r{};
            for (bool& v : r)
                v = below(3) == 0;
            s.releaseI = r;
            s.releaseJ = std::array<bool, 6>{false, false, false, false, true, true};
            break;
        }
        case 1: s.springI = std::array<double, 6>{0, 0, 0, 0, in(1e4, 1e7), 0}; break;
        case 2:
            s.offsetI = 0.2 * step();
            s.offsetJ = below(2) ? Vec3{} : 0.3 * step();
            break;
        case 3: s.roll = in(-3, 3); break;
        default: s.behaviour = static_cast<Behaviour>(below(4));
        }
        return s;
    }
    std::string caseName(const Frame& f) { return f.cases.empty() ? "C1" : f.cases.list()[below(f.cases.size())].id; }
    PutLoads put(const Frame& f)
    {
        PutLoads p;
        p.loadCase = caseName(f);
        p.elements = elements(f, 5);
        p.nodes = nodes(f, 4);
        p.alongMembers = below(3) > 0;
        p.instead = below(3) == 0;
        const auto vec = [&] { return Vec3{in(-9e3, 9e3), in(-9e3, 9e3), in(-9e3, 9e3)}; };
        const auto axes = static_cast<LoadAxes>(below(3));
        switch (below(6)) {
        case 0: p.load = NodalLoad{-1, vec(), vec()}; break;
        case 1: p.load = LineLoad{-1, axes, in(0, 1), below(2) ? std::optional(in(-1, 2)) : std::nullopt, vec(), vec()}; break;
        case 2:
            p.load = PointLoad{-1, axes == LoadAxes::Projected ? LoadAxes::Global : axes, 0, vec(), vec()};
            if (below(2)) p.at = {in(-1, 2), in(0, 1)};
            break;
        case 3:
            p.load = AreaLoad{{}, axes, vec(), false, {}};
            p.elements = below(2) ? all(f) : std::vector<int>{};
            p.spread = static_cast<PanelSpread>(below(3));
            break;
        case 4: p.load = ThermalLoad{-1, in(-30, 30), in(-100, 100), 0}; break;
        default: p.load = std::vector<Settlement>{{-1, static_cast<Dof>(below(6)), in(-0.01, 0.01)}};
        }
        return p;
    }
    SetLoads loads(const Frame& f)
    {
        SetLoads l{f.cases.list(), f.combinations.list(), "loads"};
        if (l.cases.size() < 3) {
            LoadCase c;
            c.id = fmt::format("C{}", l.cases.size() + 1);
            l.cases.push_back(c);
        }
        LoadCase& c = l.cases[below(l.cases.size())];
        const auto vec = [&] { return Vec3{in(-9e3, 9e3), in(-9e3, 9e3), in(-9e3, 9e3)}; };
        if (!f.nodes.empty() && below(2)) c.nodal.push_back({static_cast<int>(below(f.nodes.size())), vec(), vec()});
        if (!f.elements.empty()) {
            const auto e = below(f.elements.size());
            const double length = f.length(f.elements.list()[e]);
            const auto axes = static_cast<LoadAxes>(below(3));
            if (below(2))
                c.line.push_back({static_cast<int>(e), axes, in(0, 0.4) * length,
                                  below(2) ? std::optional(in(0.5, 1) * length) : std::nullopt, vec(), vec()});
            if (below(2))
                c.point.push_back(
                    {static_cast<int>(e), axes == LoadAxes::Projected ? LoadAxes::Global : axes, in(0, length), vec(), {}});
            if (below(4) == 0) c.thermal.push_back({static_cast<int>(e), in(-30, 30), in(-100, 100), 0});
        }
        for (size_t n = 0; n < f.nodes.size() && below(3) == 0; ++n)
            for (int d = 0; d < 6; ++d)
                if (!f.nodes.list()[n].support[static_cast<size_t>(d)].free() && below(6) == 0)
                    c.settlement.push_back({static_cast<int>(n), static_cast<Dof>(d), in(-0.01, 0.01)});
        if (f.nodes.size() >= 3 && below(3) == 0) {
            AreaLoad a;
            const size_t first = below(f.nodes.size() - 2);
            for (size_t k = 0; k < 3; ++k)
                a.nodes.push_back(static_cast<int>(first + k));
            a.q = vec();
            a.axes = static_cast<LoadAxes>(below(3));
            a.oneWay = below(2);
            if (a.oneWay) a.span = {1, 0, 0};
            c.area.push_back(a);
        }
        return l;
    }

    std::mt19937_64 random_;
};

} // namespace wr::test
