#include "core/shaping/carry_references.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace wr {

namespace {

constexpr double kShareDust = 1e-9; // of an element's length

class References
{
public:
    References(const Frame& before, Frame& next, const Lineage& l, const Placement* placed = nullptr,
               const std::vector<char>* fresh = nullptr, const Laid* laid = nullptr)
        : before_(before), next_(next), lineage_(l), placed_(placed), fresh_(fresh), laid_(laid)
    {
    }

    // Everything once more, behind what there is.
    void copy(std::vector<std::string>& told)
    {
        const auto behind = [](auto& list, const auto& more) { list.insert(list.end(), more.begin(), more.end()); };
        std::vector<LoadCase>& cases = next_.cases.edit();
        for (size_t k = 0; k < cases.size(); ++k) {
            const LoadCase more = carried(before_.cases[k]);
            behind(cases[k].nodal, more.nodal);
            behind(cases[k].line, more.line);
            behind(cases[k].point, more.point);
            behind(cases[k].thermal, more.thermal);
            behind(cases[k].settlement, more.settlement);
            behind(cases[k].area, more.area);
        }
        if (askew_ > 0) told.push_back(fmt::format("{} settlements, whose copies would stand askew to the axes", askew_));
    }

    void carry(std::vector<std::string>& told)
    {
        std::vector<LoadCase> cases;
        cases.reserve(before_.cases.size());
        for (const LoadCase& c : before_.cases.list())
            cases.push_back(carried(c));
        if (!(cases == before_.cases.list())) next_.cases = std::move(cases);
        ties();
        limits();
        if (gone_ > 0)
            told.push_back(gone_ == 1 ? "1 load stood on what is gone" : fmt::format("{} loads stood on what is gone", gone_));
        if (settled_ > 0) told.push_back(fmt::format("{} settlements met others at one node: the first stands", settled_));
        if (lostLimits_ > 0) told.push_back(fmt::format("{} limits of nodes named what is gone", lostLimits_));
        if (!before_.came.name.empty() || !before_.results.empty())
            told.push_back("the results that came are not of this frame");
        next_.results = {};
        next_.came = {};
        next_.modes.clear();
        next_.design.givenForces.reset();
    }

private:
    int node(int n) const { return lineage_.nodes[static_cast<size_t>(n)]; }
    // Where a load of the node goes: of copies to new nodes only.
    int loaded(int n) const
    {
        const int k = node(n);
        return k >= 0 && fresh_ && !(*fresh_)[static_cast<size_t>(k)] ? -1 : k;
    }
    bool turnsGlobal() const { return placed_->keeps(before_.upward()); }
    Vec3 placed(Vec3 v, bool moment) const
    {
        if (!placed_ || !turnsGlobal()) return v;
        return moment ? placed_->moment(v) : placed_->vector(v);
    }
    double lengthBefore(int e) const { return before_.length(before_.elements[static_cast<size_t>(e)]); }
    double lengthNow(int e) const { return next_.length(std::as_const(next_).elements[static_cast<size_t>(e)]); }
    // A vector that is stated in the element's own axes, in those of the one it became; of copies, as the placement lays it.
    Vec3 asStated(Vec3 v, LoadAxes axes, int element, const ElementShare& s, bool moment = false) const
    {
        if (axes != LoadAxes::Local) return placed(v, moment);
        const Placement* by = laid_ && laid_->elements[static_cast<size_t>(element)] ? &laid_->placement : placed_;
        if (!s.reversed() && (!by || by->onlyMoves())) return v;
        const Axes was = elementAxes(before_, before_.elements[static_cast<size_t>(element)]),
                   now = elementAxes(next_, std::as_const(next_).elements[static_cast<size_t>(s.element)]);
        Vec3 g = was.toGlobal(v);
        if (by) g = moment ? by->moment(g) : by->vector(g);
        return now.toLocal(g);
    }
    // Loads per seen length cannot turn with a placement that lies askew to the axes: they are told per true length.
    void squared(LineLoad& l) const
    {
        if (!placed_ || l.axes != LoadAxes::Projected || !turnsGlobal() || placed_->square()) return;
        const Vec3 u = elementAxes(before_, before_.elements[static_cast<size_t>(l.element)]).x;
        for (int k = 0; k < 3; ++k) {
            const double seen = std::sqrt(std::max(0.0, 1 - u[k] * u[k]));
            l.q0[k] *= seen;
            l.q1[k] *= seen;
        }
        l.axes = LoadAxes::Global;
    }
    static double placeOf(double t, const ElementShare& s) // of the new element's length
    {
        return s.start + (t - s.from) / (s.to - s.from) * (s.end - s.start);
    }

    LoadCase carried(const LoadCase& c)
    {
        LoadCase out = c;
        out.nodal.clear();
        for (NodalLoad l : c.nodal) {
            if ((l.node = loaded(l.node)) < 0) {
                ++gone_;
                continue;
            }
            l.f = placed(l.f, false);
            l.m = placed(l.m, true);
            out.nodal.push_back(l);
        }
        out.settlement.clear();
        for (Settlement s : c.settlement) {
            const int was = s.node;
            if ((s.node = loaded(s.node)) < 0)
                ++gone_;
            else if (placed_ && !place(s, was))
                ++askew_;
            else if (std::as_const(next_).nodes[static_cast<size_t>(s.node)].support[static_cast<size_t>(s.dof)].free())
                ++gone_; // nothing holds it there that could settle
            else if (std::any_of(out.settlement.begin(), out.settlement.end(),
                                 [&](const Settlement& o) { return o.node == s.node && o.dof == s.dof; }))
                ++settled_;
            else
                out.settlement.push_back(s);
        }
        out.line.clear();
        for (const LineLoad& l : c.line)
            line(l, out.line);
        out.point.clear();
        for (const PointLoad& l : c.point)
            point(l, out.point);
        out.thermal.clear();
        for (const ThermalLoad& l : c.thermal)
            thermal(l, out.thermal);
        out.area.clear();
        for (const AreaLoad& a : c.area)
            area(a, out.area);
        return out;
    }

    // A settlement is along the axes of its support.
    bool place(Settlement& s, int was) const
    {
        if (placed_->onlyMoves()) return true;
        const auto d = static_cast<size_t>(s.dof) % 3;
        const bool turn = static_cast<size_t>(s.dof) >= 3;
        const Node &from = before_.nodes[static_cast<size_t>(was)],
                   &to = std::as_const(next_).nodes[static_cast<size_t>(s.node)];
        const Vec3 image = turn ? placed_->moment(from.supportDirections()[d]) : placed_->vector(from.supportDirections()[d]);
        const auto now = to.supportDirections();
        for (size_t k = 0; k < now.size(); ++k)
            if (const double along = dot(now[k], image); std::abs(std::abs(along) - 1) < 1e-9) {
                s.dof = static_cast<Dof>(k + (turn ? 3 : 0));
                if (along < 0) s.value = -s.value;
                return true;
            }
        return false;
    }

    void line(LineLoad l, std::vector<LineLoad>& out)
    {
        squared(l);
        const auto& shares = lineage_.elements[static_cast<size_t>(l.element)];
        if (shares.empty()) return void(++gone_);
        const double length = lengthBefore(l.element), a = l.from / length, b = l.to ? *l.to / length : 1;
        for (const ElementShare& s : shares) {
            const double from = std::max(a, s.from), to = std::min(b, s.to);
            if (to - from <= kShareDust) continue;
            const auto at = [&](double t) { return b - a > kShareDust ? l.q0 + (t - a) / (b - a) * (l.q1 - l.q0) : l.q0; };
            const double now = lengthNow(s.element);
            LineLoad n = l;
            n.element = s.element;
            double p = placeOf(from, s), q = placeOf(to, s);
            Vec3 qp = asStated(at(from), l.axes, l.element, s), qq = asStated(at(to), l.axes, l.element, s);
            if (s.reversed()) std::swap(p, q), std::swap(qp, qq);
            // What nothing moved keeps its last digit.
            const bool as = lineage_.whole(l.element) && now == length;
            n.from = as ? l.from : p <= kShareDust ? 0 : p * now;
            n.to = as ? l.to : q >= 1 - kShareDust ? std::nullopt : std::optional(q * now);
            if (!as || placed_ || laid_) n.q0 = qp, n.q1 = qq;
            out.push_back(n);
        }
    }
    void point(const PointLoad& l, std::vector<PointLoad>& out)
    {
        const auto& shares = lineage_.elements[static_cast<size_t>(l.element)];
        const double length = lengthBefore(l.element), t = l.at / length;
        for (const ElementShare& s : shares) {
            if (t < s.from - kShareDust || t > s.to + kShareDust) continue;
            PointLoad n = l;
            n.element = s.element;
            const double now = lengthNow(s.element);
            if (!lineage_.whole(l.element) || now != length) n.at = std::clamp(placeOf(t, s), 0.0, 1.0) * now;
            n.f = asStated(l.f, l.axes, l.element, s);
            n.m = asStated(l.m, l.axes, l.element, s, true);
            out.push_back(n);
            return;
        }
        ++gone_;
    }
    void thermal(const ThermalLoad& l, std::vector<ThermalLoad>& out)
    {
        const auto& shares = lineage_.elements[static_cast<size_t>(l.element)];
        if (shares.empty()) ++gone_;
        for (const ElementShare& s : shares) {
            ThermalLoad n = l;
            n.element = s.element;
            const Vec3 g = asStated({0, l.gradientY, l.gradientZ}, LoadAxes::Local, l.element, s);
            n.gradientY = g.y;
            n.gradientZ = g.z;
            // Several that became one have the same (join.h): it is told once, by the first of them.
            if (std::min(s.start, s.end) <= kShareDust) out.push_back(n);
        }
    }
    void area(AreaLoad a, std::vector<AreaLoad>& out)
    {
        std::vector<int> corners;
        bool missing = false, fresh = !fresh_;
        for (const int n : a.nodes) {
            const int k = node(n);
            missing |= k < 0;
            fresh |= k >= 0 && fresh_ && (*fresh_)[static_cast<size_t>(k)];
            if (k >= 0 && std::find(corners.begin(), corners.end(), k) == corners.end()) corners.push_back(k);
        }
        if (missing || !fresh || corners.size() < 3) return void(++gone_);
        if (placed_ && placed_->mirrored) { // the same normal, seen in the mirror, and the same first edge
            std::reverse(corners.begin() + 2, corners.end());
            std::swap(corners[0], corners[1]);
        }
        if (placed_) turn(a);
        a.nodes = std::move(corners);
        out.push_back(std::move(a));
    }

    void turn(AreaLoad& a) const
    {
        a.span = placed_->vector(a.span);
        if (a.axes == LoadAxes::Local) {
            if (placed_->mirrored) a.q.x = -a.q.x; // its first edge runs the other way
            return;
        }
        if (a.axes == LoadAxes::Projected && turnsGlobal() && !placed_->square()) {
            Vec3 twice; // area along the normal
            const auto at = [&](size_t k) { return before_.nodes[static_cast<size_t>(a.nodes[k % a.nodes.size()])].at; };
            for (size_t k = 0; k < a.nodes.size(); ++k)
                twice = twice + cross(at(k) - at(0), at(k + 1) - at(0));
            const Vec3 normal = normalized(twice);
            for (int k = 0; k < 3; ++k)
                a.q[k] *= std::abs(normal[k]);
            a.axes = LoadAxes::Global;
        }
        a.q = placed(a.q, false);
    }

    template <class Tie> static bool tieLess(const Tie& t) { return t.nodes.size() < 2; }
    void ties()
    {
        const auto carriedNodes = [&](const std::vector<int>& nodes) {
            std::vector<int> out;
            for (const int n : nodes)
                if (const int k = node(n); k >= 0 && std::find(out.begin(), out.end(), k) == out.end()) out.push_back(k);
            return out;
        };
        const auto all = [&](const auto& list, auto& to) {
            auto next = list.list();
            for (auto& t : next)
                t.nodes = carriedNodes(t.nodes);
            std::erase_if(next, [](const auto& t) { return tieLess(t); });
            if (!(next == list.list())) to = std::move(next);
        };
        all(before_.diaphragms, next_.diaphragms);
        all(before_.links, next_.links);
    }
    void limits()
    {
        std::vector<FrameLimit> next;
        for (FrameLimit l : before_.design.frameLimits.list()) {
            const size_t had = l.nodes.size();
            std::vector<int> nodes;
            for (const int n : l.nodes)
                if (const int k = node(n); k >= 0 && std::find(nodes.begin(), nodes.end(), k) == nodes.end())
                    nodes.push_back(k);
            l.nodes = std::move(nodes);
            if (had > 0 && l.nodes.empty()) {
                ++lostLimits_; // without nodes it would be of all
                continue;
            }
            next.push_back(std::move(l));
        }
        if (!(next == before_.design.frameLimits.list())) next_.design.frameLimits = std::move(next);
    }

    const Frame& before_;
    Frame& next_;
    const Lineage& lineage_;
    const Placement* placed_;
    const std::vector<char>* fresh_;
    const Laid* laid_;
    size_t askew_ = 0;
    size_t gone_ = 0, settled_ = 0, lostLimits_ = 0;
};

} // namespace

void copyReferences(const Frame& before, Frame& next, const Lineage& copies, const Placement& placement,
                    const std::vector<char>& fresh, std::vector<std::string>& told)
{
    References(before, next, copies, &placement, &fresh).copy(told);
}

void carryReferences(const Frame& before, Frame& next, const Lineage& lineage, std::vector<std::string>& told, const Laid* laid)
{
    References(before, next, lineage, nullptr, nullptr, laid).carry(told);
}

} // namespace wr
