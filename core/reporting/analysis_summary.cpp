#include "core/reporting/analysis_summary.h"

#include "core/analysis/combinations.h"
#include "core/analysis/shares.h"
#include "core/analysis/storeys.h"
#include "core/base/counted.h"
#include "core/checking/runner.h"
#include "core/shaping/load_words.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <numeric>

namespace wr {

namespace {

constexpr double kNearBuckling = 10; // below it the deformed shape counts (EN 1993-1-1 5.2.1(3), elastic)

class Summary
{
public:
    explicit Summary(const SummaryInput& in) : in_(in), f_(in.frame) {}

    std::vector<SummaryLine> write()
    {
        frame();
        loads();
        if (in_.forces) movements();
        buckling();
        vibration();
        combinations();
        return std::move(out_);
    }

private:
    SummaryLine& say(const char* topic, std::string what, std::string value, std::string more = {})
    {
        out_.push_back({topic, std::move(what), std::move(value), std::move(more)});
        return out_.back();
    }
    std::string length(double v) const { return f_.units.text(Quantity::Length, v); }

    void frame()
    {
        if (f_.nodes.empty()) return;
        Vec3 low = f_.nodes[0].at, high = low;
        for (const Node& n : f_.nodes.list())
            for (int k = 0; k < 3; ++k) {
                low[k] = std::min(low[k], n.at[k]);
                high[k] = std::max(high[k], n.at[k]);
            }
        const Vec3 d = high - low;
        const bool z = f_.up == Up::Z;
        say("Frame", "Extent",
            fmt::format("{} × {} in plan, {} high", f_.units.text(Quantity::Length, d.x, false), length(z ? d.y : d.z),
                        length(z ? d.z : d.y)),
            fmt::format("{}, {}", counted(f_.elements.size(), "element"), counted(f_.nodes.size(), "node")));
        double mass = 0, heaviest = 0, slenderest = 0;
        int heavy = -1, slender = -1;
        for (size_t k = 0; k < f_.elements.size(); ++k) {
            const Element& e = f_.elements[k];
            const SectionProperties& s = f_.sections[static_cast<size_t>(e.section)].properties;
            const double l = f_.length(e), m = s.a * f_.materials[static_cast<size_t>(e.material)].density * l;
            mass += m;
            if (m > heaviest) heaviest = m, heavy = static_cast<int>(k);
            const double i = s.a > 0 ? std::sqrt(std::min(s.iy, s.iz) / s.a) : 0;
            if (i > 0 && l / i > slenderest) slenderest = l / i, slender = static_cast<int>(k);
        }
        say("Frame", "Mass", f_.units.text(Quantity::Mass, mass), "of the elements");
        if (heavy >= 0) {
            SummaryLine& line = say("Frame", "Heaviest element", f_.units.text(Quantity::Mass, heaviest),
                                    f_.elements[static_cast<size_t>(heavy)].id);
            line.element = heavy;
        }
        if (slender >= 0) {
            SummaryLine& line = say("Frame", "Slenderest element", fmt::format("L/i = {:.0f}", slenderest),
                                    f_.elements[static_cast<size_t>(slender)].id);
            line.element = slender;
        }
    }

    void loads()
    {
        std::vector<ShownLoad> shown;
        if (in_.forces) shown = shownLoads(f_, *in_.forces);
        for (size_t c = 0; c < f_.cases.size(); ++c) {
            const LoadCase& x = f_.cases[c];
            const Vec3 total = loadTotals(f_, x).sum();
            std::string more;
            bool warns = false;
            if (x.handSum) {
                warns = !sumsAgree(*x.handSum, total);
                more = warns ? "by hand " + vectorText(f_, Quantity::Force, *x.handSum) : "as by hand";
            }
            // Second-order cases stand in no column; their combinations balance then.
            const auto at = std::find_if(shown.begin(), shown.end(),
                                         [&](const ShownLoad& l) { return l.loadCase == static_cast<int>(c) && l.step < 0; });
            if (at != shown.end()) {
                const NodeMotion m = motionOf(*in_.forces, at->columns);
                if (!m.f.empty()) {
                    const Vec3 reaction = std::accumulate(m.f.begin(), m.f.end(), Vec3{});
                    const double rest = norm(total + reaction);
                    const bool balanced = rest <= 1e-5 * std::max({norm(total), largestOf(m.f), 1.0});
                    warns |= !balanced;
                    more += more.empty() ? "" : "; ";
                    more += balanced ? "balanced by reactions"
                                     : fmt::format("reactions {}: {} is missing", vectorText(f_, Quantity::Force, reaction),
                                                   f_.units.text(Quantity::Force, rest));
                }
            }
            SummaryLine& line = say("Loads", x.title.empty() ? x.id : x.id + " · " + x.title,
                                    vectorText(f_, Quantity::Force, total), std::move(more));
            line.warns = warns;
            line.load = x.id;
        }
    }

    static double largestOf(const std::vector<Vec3>& list)
    {
        double out = 0;
        for (const Vec3& v : list)
            out = std::max(out, norm(v));
        return out;
    }

    // Under combinations for service where there are any, else under all.
    std::vector<ShownLoad> forMovements() const
    {
        std::vector<ShownLoad> all = shownLoads(f_, *in_.forces), service;
        for (const ShownLoad& l : all)
            if (l.combination >= 0 && f_.combinations[static_cast<size_t>(l.combination)].purpose == Purpose::Service)
                service.push_back(l);
        return service.empty() ? all : service;
    }

    void movements()
    {
        struct Most
        {
            double value = 0;
            int node = -1;
            std::string load, words;
        };
        std::array<Most, 4> most; // x, y, z, all
        Most drift;
        const std::vector<Storey> storeys = storeysOf(f_);
        for (const ShownLoad& l : forMovements()) {
            const NodeMotion m = motionOf(*in_.forces, l.columns);
            for (size_t n = 0; n < m.u.size(); ++n)
                for (size_t k = 0; k < 4; ++k)
                    if (const double v = k < 3 ? m.u[n][static_cast<int>(k)] : norm(m.u[n]);
                        std::abs(v) > std::abs(most[k].value))
                        most[k] = {v, static_cast<int>(n), l.name, {}};
            if (m.u.empty()) continue;
            for (const StoreyDrift& d : storeyDrifts(f_, storeys, m)) {
                const Storey& s = storeys[static_cast<size_t>(d.storey)];
                const double size = norm(d.drift);
                if (!(s.height() > 0) || size / s.height() <= drift.value) continue;
                drift = {size / s.height(), d.node, l.name,
                         fmt::format("{} = h/{:.0f}", f_.units.text(Quantity::Displacement, size), s.height() / size)};
            }
        }
        static constexpr const char* names[]{"Along x", "Along y", "Along z", "Largest displacement"};
        for (const size_t k : {size_t{3}, size_t{0}, size_t{1}, size_t{2}})
            if (most[k].node >= 0)
                place("Movement", names[k], f_.units.text(Quantity::Displacement, most[k].value), most[k].node, most[k].load);
        if (drift.node >= 0) place("Movement", "Largest storey drift", drift.words, drift.node, drift.load);
    }

    void place(const char* topic, const char* what, std::string value, int node, const std::string& load)
    {
        SummaryLine& line =
            say(topic, what, std::move(value), fmt::format("node {} under {}", f_.nodes[static_cast<size_t>(node)].id, load));
        line.node = node;
        line.load = load;
    }

    void buckling()
    {
        if (!in_.buckling) return;
        const std::vector<WholeLoad> loads = wholeLoads(f_, false);
        std::vector<std::pair<double, size_t>> factors;
        for (size_t k = 0; k < std::min(loads.size(), in_.buckling->combinations.size()); ++k)
            if (const auto& modes = in_.buckling->combinations[k]; !modes.empty())
                factors.emplace_back(modes.front().factor, k);
        std::sort(factors.begin(), factors.end());
        if (factors.empty()) say("Buckling", "Critical factor", "–", "no combination presses enough to buckle anything");
        constexpr size_t kShown = 5;
        for (size_t i = 0; i < std::min(kShown, factors.size()); ++i) {
            const auto& [factor, k] = factors[i];
            const bool near = factor < kNearBuckling;
            SummaryLine& line = say("Buckling", loads[k].name, "× " + significant(factor),
                                    near ? "near: the deformed shape counts below 10" : "");
            line.warns = near;
            line.load = loads[k].name;
            line.buckling = static_cast<int>(k);
        }
        if (factors.size() > kShown)
            say("Buckling", "Others", "× " + significant(factors[kShown].first) + " and more",
                counted(factors.size() - kShown, "combination"));
    }

    void vibration()
    {
        if (!in_.vibration) return;
        constexpr size_t kShown = 3;
        const auto& modes = in_.vibration->modes;
        for (size_t k = 0; k < std::min(kShown, modes.size()); ++k) {
            const VibrationMode& m = modes[k];
            int way = 0;
            for (int d = 1; d < 3; ++d)
                if (m.participation[d] > m.participation[way]) way = d;
            say("Vibration", fmt::format("Mode {}", k + 1),
                fmt::format("{} Hz, {} s", significant(m.frequency), significant(1 / m.frequency, 3)),
                m.participation[way] > 0.01
                    ? fmt::format("{:.0f} % of the mass along {}", 100 * m.participation[way], static_cast<char>('x' + way))
                    : std::string("a part of it alone"));
        }
    }

    void combinations()
    {
        if (!in_.model || !in_.report) return;
        struct Ruled
        {
            size_t members = 0;
            double top = -1;
            std::string member;
        };
        std::map<std::string, Ruled> by;
        for (size_t m = 0; m < in_.report->results.size(); ++m) {
            const CheckOutcome* o = in_.report->results[m].govern();
            if (!o || !o->ofForces()) continue;
            Ruled& r = by[in_.model->combinationOf(m, *o)];
            ++r.members;
            if (o->ratio > r.top) r.top = o->ratio, r.member = in_.model->members()[m].id;
        }
        std::vector<std::pair<std::string, Ruled>> list(by.begin(), by.end());
        std::stable_sort(list.begin(), list.end(), [](const auto& a, const auto& b) { return a.second.top > b.second.top; });
        for (const auto& [name, r] : list) {
            SummaryLine& line =
                say("Rules", name, counted(r.members, "member"), fmt::format("top {:.2f}, {}", r.top, r.member));
            line.warns = r.top > 1;
            line.load = name;
        }
    }

    const SummaryInput& in_;
    const Frame& f_;
    std::vector<SummaryLine> out_;
};

} // namespace

std::vector<SummaryLine> analysisSummary(const SummaryInput& in)
{
    return Summary(in).write();
}

Table summaryTable(const std::vector<SummaryLine>& lines)
{
    Table t;
    t.title = "Summary of the analysis";
    t.columns = {{"About", ""}, {"What", ""}, {"Value", ""}, {"Where", ""}};
    std::string topic;
    for (size_t k = 0; k < lines.size(); ++k) {
        const SummaryLine& l = lines[k];
        Table::Row row;
        row.cells = {l.topic == topic ? std::string() : l.topic, l.what, l.value, l.more};
        row.node = l.node;
        row.element = l.element;
        row.place = static_cast<int>(k);
        topic = l.topic;
        t.rows.push_back(std::move(row));
    }
    return t;
}

} // namespace wr
