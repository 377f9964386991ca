// Section forces: rows of numbers to results of cases and combinations, whichever way they are told.
#include "core/base/nearest.h"
#include "core/base/printable.h"
#include "core/intake/assembly.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>
#include <tuple>

namespace wr {

namespace {

enum class Bound : std::uint8_t { None, Least, Most }; // of an envelope

// A row, ready: the station on its element, forces with our signs.
struct ForceRow
{
    int element = -1;
    int set = -1;
    double s = 0;
    size_t row = 0;
    Bound bound = Bound::None;
    bool unplaced = false; // nothing says where on the element it stands
    bool ofMember = false; // given along a member of several elements
    bool turned = false;   // whose element runs against it
    std::array<double, 6> force{};
};

struct Set
{
    Assembly::Load load;
    int step = -1;
    auto operator<=>(const Set&) const = default;
};

constexpr size_t kN = 0, kVy = 1, kVz = 2, kT = 3, kMy = 4, kMz = 5; // order of Force

class ForceTaking
{
public:
    explicit ForceTaking(Assembly& a) : a_(a) {}

    void table(const TableRows& rows)
    {
        rows_.clear();
        read(rows);
        if (a_.progress.cancelled()) return;
        std::stable_sort(rows_.begin(), rows_.end(), [](const ForceRow& x, const ForceRow& y) {
            const auto key = [](const ForceRow& r) { return std::tie(r.set, r.element, r.s); };
            if (key(x) != key(y)) return key(x) < key(y);
            return x.turned ? x.row > y.row : x.row < y.row;
        });
        place(rows);
    }

    void finish()
    {
        std::vector<std::pair<Set, int>> order(sets_.begin(), sets_.end());
        std::sort(order.begin(), order.end(), [](const auto& x, const auto& y) { return x.second < y.second; });
        for (const auto& [set, index] : order) {
            GivenResult& r = results_[static_cast<size_t>(index)];
            r.loadCase = set.load.loadCase;
            r.combination = set.load.combination;
            r.step = set.step;
            r.orderSaid = !a_.recipe.order.empty();
            r.secondOrder = a_.recipe.order == "second";
            if (!r.elements.empty() || !r.nodes.empty()) a_.frame().results.push_back(std::move(r));
        }
        if (envelopes_ > 0)
            a_.faults.add(
                "intake.envelope", nullptr,
                fmt::format("{} load{} with largest and least values that need not occur together: every combination of the "
                            "two for N, My "
                            "and Mz is checked as a step, which is on the safe side; forces that belong together check lower",
                            envelopes_, envelopes_ == 1 ? " is an envelope" : "s are envelopes"));
        if (constant_ > 0)
            a_.faults.add(
                "intake.constant", nullptr,
                fmt::format(
                    "{} time{} an element has a single row and nothing says where it stands: taken for the whole element",
                    constant_, constant_ == 1 ? "" : "s"));
        if (extended_ > 0)
            a_.faults.add("intake.extended", nullptr,
                          fmt::format("stations of {} element{} end short of the element's ends (as at the face of a joint): "
                                      "the last values are taken "
                                      "to the end",
                                      extended_, extended_ == 1 ? "" : "s"));
    }

private:
    void read(const TableRows& rows)
    {
        const FieldOfRows element = rows.field("element"), member = rows.field("member"), load = rows.field("load"),
                          step = rows.field("step"), at = rows.field("s"), node = rows.field("node");
        std::array<FieldOfRows, 6> force;
        constexpr std::array<std::string_view, 6> keys{"n", "vy", "vz", "t", "my", "mz"};
        for (size_t k = 0; k < 6; ++k)
            force[k] = rows.field(keys[k]);
        const TableUse& use = rows.table();
        std::string whoBuffer, loadBuffer, stepBuffer, placeBuffer, lastLoad;
        Assembly::Load lastIs;
        size_t count = 0;
        rows.each([&](size_t r) {
            if (a_.progress.cancelled()) return;
            if (++count % 20000 == 0)
                a_.progress.at(0.15 + 0.7 * static_cast<double>(r) / static_cast<double>(std::max<size_t>(rows.end(), 1)),
                               "forces");
            // Which element, or which member.
            const FieldOfRows& whoField = element.there() ? element : member;
            const std::string_view who = rows.nameView(whoField, r, whoBuffer);
            int index = -1;
            const std::vector<ChainPiece>* chain = nullptr;
            if (const auto e = a_.elements.find(who); e != a_.elements.end() && (element.there() || !a_.members.contains(who)))
                index = e->second;
            else if (const auto m = a_.members.find(who); m != a_.members.end())
                chain = &a_.pieces[static_cast<size_t>(m->second)];
            if (index < 0 && (!chain || chain->empty())) {
                rows.fault("intake.reference", whoField, r,
                           who.empty()
                               ? std::string("the element is missing")
                               : fmt::format("there is no {} {}", element.there() ? "element" : "member", inMarks(who)));
                return;
            }
            const std::string_view name = rows.nameView(load, r, loadBuffer);
            if (count == 1 || name != lastLoad) {
                lastLoad = name;
                lastIs = a_.load(rows, load, r, name);
            }
            if (lastIs.loadCase < 0 && lastIs.combination < 0) return;
            ForceRow row;
            row.row = r;
            const std::string_view stepWords = rows.nameView(step, r, stepBuffer);
            Set set{lastIs, stepOf(stepWords, row.bound)};
            // Where it stands.
            const double length = index >= 0 ? lengthOf(index) : chain->back().from + lengthOf(chain->back().element);
            bool atJ = false;
            if (!station(rows, at, node, r, index, chain, length, row, atJ, placeBuffer)) return;
            for (size_t k = 0; k < 6; ++k)
                row.force[k] = rows.number(force[k], r).value_or(0);
            toOurSigns(use.signs, atJ, row.force);
            row.set = setIndex(set);
            if (index >= 0) {
                row.element = index;
                rows_.push_back(row);
                return;
            }
            along(*chain, row);
        });
    }

    // Where a row stands on its element or member. False: told as a fault.
    bool station(const TableRows& rows, const FieldOfRows& at, const FieldOfRows& node, size_t r, int index,
                 const std::vector<ChainPiece>* chain, double length, ForceRow& row, bool& atJ, std::string& buffer)
    {
        const TableUse& use = rows.table();
        if (!at.there() && node.there()) {
            const std::string_view id = rows.nameView(node, r, buffer);
            const Frame& f = std::as_const(a_.frame());
            const Element& first = f.elements[static_cast<size_t>(index >= 0 ? index : chain->front().element)];
            const Element& last = f.elements[static_cast<size_t>(index >= 0 ? index : chain->back().element)];
            const int i = index < 0 && chain->front().turned ? first.j : first.i,
                      j = index < 0 && chain->back().turned ? last.i : last.j;
            if (i >= 0 && f.nodes[static_cast<size_t>(i)].id == id)
                row.s = 0;
            else if (j >= 0 && f.nodes[static_cast<size_t>(j)].id == id)
                row.s = length;
            else {
                rows.fault("intake.reference", node, r, fmt::format("node {} is no end of it", inMarks(id)));
                return false;
            }
        } else if (!at.there()) {
            row.unplaced = true;
            return true;
        } else {
            const std::string_view words = rows.nameView(at, r, buffer);
            const std::string low = lowered(words);
            if (low == "i" || low == "start" || low == "begin" || low == "left" || low == "bottom" || low == "i-end" ||
                low == "end i")
                row.s = 0;
            else if (low == "j" || low == "end" || low == "right" || low == "top" || low == "j-end" || low == "end j")
                row.s = length;
            else if (low == "mid" || low == "middle" || low == "midspan" || low == "centre" || low == "center")
                row.s = length / 2;
            else {
                const auto v = rows.number(at, r);
                if (!v) {
                    if (words.empty()) rows.fault("intake.cell", at, r, "the station is missing");
                    return false;
                }
                row.s = use.stations == StationAs::Share ? *v * length : *v;
            }
            if (use.stations == StationAs::FromJ) row.s = length - row.s;
        }
        // What a table rounds may lie a little beyond the end.
        const double beyond = std::max(0.003 * length, 0.002);
        if (row.s < -beyond || row.s > length + beyond) {
            const UnitSystem& u = a_.frame().units;
            rows.fault("intake.station", at, r,
                       fmt::format("the station {} is not on it: it is {} long; look at the unit of stations",
                                   u.text(Quantity::Length, row.s), u.text(Quantity::Length, length)));
            return false;
        }
        row.s = std::clamp(row.s, 0.0, length);
        if (std::abs(row.s - length) < 0.5e-3 + 1e-6 * length) row.s = length;
        atJ = row.s > length / 2;
        if (use.signs == ForceSigns::Ends && row.s != 0 && row.s != length) {
            rows.fault("intake.station", at, r,
                       "what acts on the ends of an element is given between them: are these section forces?");
            return false;
        }
        return true;
    }

    double lengthOf(int element) const
    {
        const Frame& f = a_.out.frame;
        const Element& e = f.elements[static_cast<size_t>(element)];
        return e.i >= 0 && e.j >= 0 ? f.length(e) : 0;
    }

    int stepOf(std::string_view words, Bound& bound)
    {
        if (words.empty()) return -1;
        const std::string low = lowered(words);
        if (low.find("max") != std::string::npos) {
            bound = Bound::Most;
            return -1;
        }
        if (low.find("min") != std::string::npos) {
            bound = Bound::Least;
            return -1;
        }
        int v = 0;
        const auto [end, error] = std::from_chars(words.data(), words.data() + words.size(), v);
        if (error == std::errc{} && end == words.data() + words.size() && v >= 0) return v;
        return steps_.emplace(std::string(words), static_cast<int>(steps_.size())).first->second;
    }

    int setIndex(const Set& s)
    {
        if (const auto at = sets_.find(s); at != sets_.end()) return at->second;
        const int index = static_cast<int>(results_.size());
        sets_.emplace(s, index);
        results_.emplace_back();
        return index;
    }

    // A station of a member on the element it falls on; at a joint on both, so that each has its ends.
    void along(const std::vector<ChainPiece>& chain, ForceRow row)
    {
        const double s = row.s;
        for (const ChainPiece& p : chain) {
            const double l = lengthOf(p.element);
            constexpr double kJoint = 1e-3;
            if (!row.unplaced && (s < p.from - kJoint || s > p.from + l + kJoint)) continue;
            ForceRow here = row;
            here.element = p.element;
            here.ofMember = chain.size() > 1;
            here.turned = p.turned;
            here.s = std::clamp(s - p.from, 0.0, l);
            if (p.turned) {
                here.s = l - here.s;
                turn(p.element, here.force);
            }
            rows_.push_back(here);
        }
    }

    // Seen from the other end: x turns round, and with it the local axis that is made from it (docs/frame-format.md,
    // orientation).
    void turn(int element, std::array<double, 6>& f) const
    {
        const Frame& frame = a_.out.frame;
        Element reversed = frame.elements[static_cast<size_t>(element)];
        const auto axes = [&] { return reversed.section >= 0 ? elementAxes(frame, reversed) : rolledAxes(frame, reversed); };
        const Axes own = axes();
        std::swap(reversed.i, reversed.j);
        reversed.roll = -reversed.roll;
        const Axes other = axes();
        const bool yTurned = dot(own.y, other.y) < 0, zTurned = dot(own.z, other.z) < 0;
        if (zTurned) f[kMy] = -f[kMy];
        if (yTurned) f[kMz] = -f[kMz];
        if (!zTurned) f[kVz] = -f[kVz];
        if (!yTurned) f[kVy] = -f[kVy];
        for (double& v : f)
            if (v == 0) v = 0;
    }

    void place(const TableRows& rows)
    {
        for (size_t from = 0; from < rows_.size();) {
            size_t to = from;
            while (to < rows_.size() && rows_[to].set == rows_[from].set && rows_[to].element == rows_[from].element)
                ++to;
            stationsOf(rows, from, to);
            from = to;
        }
    }

    void stationsOf(const TableRows& rows, size_t from, size_t to)
    {
        const double length = lengthOf(rows_[from].element);
        const FieldOfRows at = rows.field("s");
        const size_t n = to - from;
        if (rows_[from].unplaced) {
            if (n > 2 || (n == 2 && rows_[from].ofMember)) {
                rows.fault("intake.station", at, rows_[to - 1].row,
                           "several rows for one element and load, and no column says where on the element they stand");
                return;
            }
            std::sort(rows_.begin() + static_cast<std::ptrdiff_t>(from), rows_.begin() + static_cast<std::ptrdiff_t>(to),
                      [](const ForceRow& x, const ForceRow& y) { return x.row < y.row; });
            rows_[to - 1].s = n == 2 ? length : 0;
            // End actions without a column for the end: the second row is the far end's.
            if (n == 2 && rows.table().signs == ForceSigns::Ends)
                for (double& v : rows_[to - 1].force)
                    v = v == 0 ? 0 : -v;
        }
        const bool envelope =
            std::any_of(rows_.begin() + static_cast<std::ptrdiff_t>(from), rows_.begin() + static_cast<std::ptrdiff_t>(to),
                        [](const ForceRow& r) { return r.bound != Bound::None; });
        if (envelope) return corners(rows, from, to, length);
        // Two rows at a joint of a member: before it of the element that ends there, after it of the one that begins.
        const auto jointTwice = [&](size_t k) {
            if (!rows_[k].ofMember) return false;
            if (rows_[k].s == 0) return k + 1 < to && rows_[k + 1].s == 0;
            return rows_[k].s == length && k > from && rows_[k - 1].s == length;
        };
        std::vector<GivenStation> stations;
        for (size_t k = from; k < to; ++k) {
            const ForceRow& r = rows_[k];
            if (jointTwice(k)) continue;
            const bool same = stations.size() >= 2 && stations.back().s == r.s && stations[stations.size() - 2].s == r.s;
            const bool twice = !stations.empty() && stations.back().s == r.s && stations.back().force == r.force;
            if (twice) continue;
            if (same) {
                rows.fault("intake.duplicate", at, r.row,
                           "a third row for the same place of the same element and load, with other forces");
                return;
            }
            stations.push_back({r.s, r.force});
        }
        put(rows, rows_[from].set, rows_[from].element, std::move(stations), length, rows_[from].row);
    }

    // Of an envelope: every corner of least and most for N, My and Mz, with the shear and torsion that go with them.
    void corners(const TableRows& rows, size_t from, size_t to, double length)
    {
        struct Bounds
        {
            std::array<double, 6> least{}, most{};
            bool hasLeast = false, hasMost = false;
            size_t row = 0;
        };
        std::map<double, Bounds> at;
        for (size_t k = from; k < to; ++k) {
            Bounds& b = at[rows_[k].s];
            b.row = rows_[k].row;
            if (rows_[k].bound == Bound::None) {
                rows.fault("intake.envelope-half", rows.field("step"), rows_[k].row,
                           "a row that is neither the largest nor the least stands among those that are");
                return;
            }
            const bool most = rows_[k].bound == Bound::Most;
            (most ? b.most : b.least) = rows_[k].force;
            (most ? b.hasMost : b.hasLeast) = true;
        }
        for (const auto& [s, b] : at)
            if (!b.hasLeast || !b.hasMost) {
                rows.fault("intake.envelope-half", rows.field("step"), b.row,
                           fmt::format("the {} value of this place is missing", b.hasMost ? "least" : "largest"));
                return;
            }
        const ForceRow first = rows_[from];
        Set base;
        for (const auto& [s, index] : sets_)
            if (index == first.set) base = s;
        if (envelopesOf_.emplace(base).second) ++envelopes_;
        for (int corner = 0; corner < 8; ++corner) {
            std::vector<GivenStation> stations;
            for (const auto& [s, b] : at) {
                GivenStation g{s, {}};
                for (const auto& [force, bit] : {std::pair{kN, 0}, {kT, 0}, {kMy, 1}, {kVz, 1}, {kMz, 2}, {kVy, 2}}) {
                    // A turned sign swaps what is least and what is most.
                    const double lo = std::min(b.least[force], b.most[force]), hi = std::max(b.least[force], b.most[force]);
                    g.force[force] = corner >> bit & 1 ? hi : lo;
                }
                stations.push_back(g);
            }
            put(rows, setIndex({base.load, corner}), first.element, std::move(stations), length, first.row);
        }
    }

    void put(const TableRows& rows, int set, int element, std::vector<GivenStation> stations, double length, size_t row)
    {
        const FieldOfRows at = rows.field("s");
        if (stations.size() == 1 && (rows_.empty() || !at.there())) {
            ++constant_;
            stations.push_back({length, stations.front().force});
            stations.front().s = 0;
        }
        const double gap = std::max(stations.front().s, length - stations.back().s);
        if (gap > 1e-6 * length + 1e-9) {
            if (stations.size() < 2 || gap > 0.15 * length) {
                const UnitSystem& u = a_.frame().units;
                rows.fault("intake.station", at, row,
                           fmt::format("the stations of element {} reach from {} to {}; the element is {} long",
                                       inMarks(std::as_const(a_.frame()).elements[static_cast<size_t>(element)].id),
                                       u.text(Quantity::Length, stations.front().s),
                                       u.text(Quantity::Length, stations.back().s), u.text(Quantity::Length, length)));
                return;
            }
            if (stations.front().s > 1e-6 * length + 1e-9) stations.insert(stations.begin(), {0, stations.front().force});
            if (length - stations.back().s > 1e-6 * length + 1e-9) stations.push_back({length, stations.back().force});
            ++extended_;
        }
        GivenResult& r = results_[static_cast<size_t>(set)];
        if (!r.elements.empty() && !taken_.insert({set, element}).second) {
            rows.fault("intake.duplicate", at, row,
                       fmt::format("forces of element {} under this load stand in another table already",
                                   inMarks(std::as_const(a_.frame()).elements[static_cast<size_t>(element)].id)));
            return;
        }
        taken_.insert({set, element});
        r.elements.push_back({element, std::move(stations)});
    }

    Assembly& a_;
    std::vector<ForceRow> rows_;
    std::map<Set, int> sets_;
    std::vector<GivenResult> results_;
    std::map<std::string, int> steps_;
    std::set<Set> envelopesOf_;
    std::set<std::pair<int, int>> taken_;
    size_t envelopes_ = 0, constant_ = 0, extended_ = 0;
};

} // namespace

void toOurSigns(ForceSigns signs, bool atJ, std::array<double, 6>& f)
{
    if (signs == ForceSigns::Ours) return;
    if (signs == ForceSigns::Ends && !atJ)
        for (double& v : f)
            v = -v;
    f[kMy] = -f[kMy];
    f[kVz] = -f[kVz];
    f[kVy] = -f[kVy];
    for (double& v : f)
        if (v == 0) v = 0; // no -0 in files
}

void takeForces(Assembly& a)
{
    ForceTaking taking(a);
    a.eachTable(TableKind::Forces, [&](const TableRows& rows) { taking.table(rows); });
    taking.finish();
}

} // namespace wr
