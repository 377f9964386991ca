#include "core/restraint/restraint.h"

#include "core/base/powers.h"
#include "core/members/holds.h"
#include "core/restraint/lines.h"
#include "core/restraint/place_test.h"

#include <algorithm>
#include <cmath>
#include <tbb/parallel_for.h>

namespace wr {

namespace {

constexpr double kBelow = 0.98;     // of an Euler load: where tangents stand
constexpr double kMostLevel = 1e3;  // load factors above it count as this
constexpr double kDust = 1e-3;      // of what its own Euler load would need: that direction is not pressed
constexpr double kMoves = 0.1;      // of the largest movement of a mode: a place takes part in it
constexpr double kTakesPart = 0.01; // of the largest share: a member takes part in a mode

constexpr size_t kNoLine = std::numeric_limits<size_t>::max(); // an element of a member that is no line

// A line of members in one force set: which places count, and the level that follows.
struct State
{
    Thrust thrust;
    std::array<std::vector<char>, 2> counted;
    double factor = std::numeric_limits<double>::infinity(); // load factor of the first segment's Euler load
    double relief = 1;                                       // the frame gives way at less, without a place to let go

    double stands() const { return kBelow * relief * factor; }
    bool presses() const { return std::isfinite(factor); }
};

class Restraint
{
public:
    Restraint(const Frame& f, const SharedList<Member>& members, const ForceTable& forces, const RestraintOptions& o,
              Progress& progress)
        : f_(f), of_(members), forces_(forces), o_(o), progress_(progress), elementsAt_(elementsAtNodes(f)),
          lines_(linesOf(f, members, elementsAt_)), joined_(joinedNodes(f)), tangent_(f, o.shearDeformation, oneWayShares(f)),
          lineOf_(f.elements.size(), kNoLine)
    {
        out_.members.resize(lines_.lines.size());
        for (size_t i = 0; i < lines_.lines.size(); ++i)
            for (const MemberPiece& p : chain(i).pieces)
                lineOf_[static_cast<size_t>(p.element)] = i;
    }

    RestraintResult run()
    {
        for (size_t i = 0; i < lines_.lines.size(); ++i)
            for (Candidate& c : candidatesOf(f_, chain(i), elementsAt_, joined_))
                out_.members[i].places.push_back({std::move(c)});
        for (const MemberRestraint& r : out_.members) {
            constexpr double kNone = std::numeric_limits<double>::quiet_NaN();
            idle_.emplace_back(r.places.size(), std::array<double, 2>{kNone, kNone});
        }
        chooseSets();
        if (!tangent_.sound()) return taken();
        for (size_t k = 0; k < out_.sets.size() && !progress_.cancelled(); ++k)
            work(out_.sets[k], static_cast<double>(k) / static_cast<double>(out_.sets.size()));
        out_.tangents = tangent_.factorised();
        out_.complete = !progress_.cancelled() && !failed_;
        if (out_.complete) settle();
        return taken();
    }

private:
    const Member& chain(size_t i) const { return lines_.lines[i].chain; }

    // Places of the lines given to the members they lie on.
    RestraintResult taken()
    {
        std::vector<MemberRestraint> ofMembers(of_.size());
        for (size_t i = 0; i < lines_.lines.size(); ++i)
            for (const LinePart& part : lines_.lines[i].parts) {
                const Member& m = of_[part.member];
                MemberRestraint& r = ofMembers[part.member];
                for (const PlaceTest& p : out_.members[i].places) {
                    const double at = p.place.at - part.at;
                    if (at < -1e-6 * m.length || at > (1 + 1e-6) * m.length) continue;
                    r.places.push_back(p);
                    r.places.back().place.at = std::clamp(part.reversed ? m.length - at : at, 0.0, m.length);
                }
                if (part.reversed) std::reverse(r.places.begin(), r.places.end());
            }
        out_.members = std::move(ofMembers);
        return std::move(out_);
    }

    // Sets for strength, those first that press the most members most; a set that presses none is not worked.
    void chooseSets()
    {
        std::vector<size_t> list;
        for (size_t s = 0; s < forces_.sets.size(); ++s)
            if (forStrength(f_.combinations[forces_.sets[s].combination].purpose)) list.push_back(s);
        std::vector<std::vector<double>> level(list.size());
        for (size_t k = 0; k < list.size(); ++k) {
            const auto press = pressOf(f_, forces_, forces_.sets[list[k]]);
            for (size_t i = 0; i < lines_.lines.size(); ++i)
                level[k].push_back(firstState(i, press).factor);
        }
        // Greedily: the set that comes nearest to every member's worst, with those chosen before it.
        std::vector<double> best(lines_.lines.size(), std::numeric_limits<double>::infinity()), worst = best;
        for (const auto& l : level)
            for (size_t i = 0; i < l.size(); ++i)
                worst[i] = std::min(worst[i], l[i]);
        std::vector<char> used(list.size(), 0);
        for (int n = 0; n < o_.sets; ++n) {
            int next = -1;
            double gain = 0;
            for (size_t k = 0; k < list.size(); ++k) {
                if (used[k]) continue;
                double sum = 0;
                for (size_t i = 0; i < lines_.lines.size(); ++i)
                    if (std::isfinite(worst[i]))
                        sum += worst[i] / std::min(level[k][i], best[i]) - (std::isfinite(best[i]) ? worst[i] / best[i] : 0);
                if (sum > gain + 1e-9) {
                    gain = sum;
                    next = static_cast<int>(k);
                }
            }
            if (next < 0) break;
            used[static_cast<size_t>(next)] = 1;
            out_.sets.push_back(static_cast<int>(list[static_cast<size_t>(next)]));
            for (size_t i = 0; i < lines_.lines.size(); ++i)
                best[i] = std::min(best[i], level[static_cast<size_t>(next)][i]);
        }
    }

    State firstState(size_t i, const std::vector<ElementPress>& press) const
    {
        State s{Thrust(f_, chain(i), press), {}};
        for (auto& c : s.counted)
            c.assign(out_.members[i].places.size(), 1);
        s.factor = factorOf(i, s);
        return s;
    }

    // Places that count in a direction, in order, with the member's ends; whether an end is held.
    struct Segments
    {
        std::vector<double> at;
        bool startHeld = false, endHeld = false;
    };
    Segments segmentsOf(size_t i, const State& s, Across d) const
    {
        const double l = chain(i).length, eps = 1e-6 * l;
        Segments out;
        const auto& places = out_.members[i].places;
        for (size_t k = 0; k < places.size(); ++k)
            if (s.counted[static_cast<size_t>(d)][k]) out.at.push_back(places[k].place.at);
        out.startHeld = !out.at.empty() && out.at.front() < eps;
        out.endHeld = !out.at.empty() && out.at.back() > l - eps;
        if (!out.startHeld) out.at.insert(out.at.begin(), 0.0);
        if (!out.endHeld) out.at.push_back(l);
        return out;
    }
    double factorOf(size_t i, const State& s) const
    {
        double out = std::numeric_limits<double>::infinity();
        for (const Across d : kAcross) {
            const Segments line = segmentsOf(i, s, d);
            for (size_t k = 0; k + 1 < line.at.size(); ++k) {
                const bool free = (k == 0 && !line.startHeld) || (k + 2 == line.at.size() && !line.endHeld);
                out = std::min(out, s.thrust.factor(d, line.at[k], line.at[k + 1], free ? 2 : 1));
            }
        }
        return out;
    }

    int stepOf(const State& s) const
    {
        return static_cast<int>(std::ceil(std::log(std::clamp(s.stands(), 1e-6, kMostLevel)) / std::log(o_.step) - 1e-9));
    }

    void work(int set, double from)
    {
        press_ = pressOf(f_, forces_, forces_.sets[static_cast<size_t>(set)]);
        states_.clear();
        int step = std::numeric_limits<int>::min();
        for (size_t i = 0; i < lines_.lines.size(); ++i) {
            states_.push_back(firstState(i, press_));
            if (states_.back().presses()) step = std::max(step, stepOf(states_.back()));
        }
        std::vector<char> settled(lines_.lines.size(), 0);
        while (step > std::numeric_limits<int>::min() && !progress_.cancelled()) {
            const double level = std::pow(o_.step, step);
            std::vector<size_t> here;
            for (size_t i = 0; i < lines_.lines.size(); ++i)
                if (states_[i].presses() && !settled[i] && stepOf(states_[i]) >= step) here.push_back(i);
            if (!tangentAt(level)) {
                failed_ = true; // what is not known to hold must not count
                return;
            }
            std::erase_if(here, [&](size_t i) { return stepOf(states_[i]) < step; }); // let go in the mode of another
            // What passes stays: places let go elsewhere only lower the loads others stand under.
            testAll(here, set, settled);
            int next = std::numeric_limits<int>::min();
            for (size_t i = 0; i < lines_.lines.size(); ++i)
                if (states_[i].presses() && !settled[i]) next = std::max(next, stepOf(states_[i]));
            step = next;
            progress_.at(from, "what holds the members");
        }
        // What did not hold in this set.
        for (size_t i = 0; i < lines_.lines.size(); ++i)
            record(i, set);
    }

    // A tangent at a level, letting go what the frame buckles with; false: stopped, or no tangent can be had.
    bool tangentAt(double level)
    {
        constexpr int kTries = 200;
        for (int k = 0; k < kTries && !progress_.cancelled(); ++k) {
            axial_.assign(f_.elements.size(), 0.0);
            for (size_t e = 0; e < axial_.size(); ++e) {
                const double n = press_[e].axial;
                const bool pressed = n < 0 && lineOf_[e] != kNoLine;
                axial_[e] = n * std::min(level, pressed ? states_[lineOf_[e]].stands() : 1.0);
            }
            if (tangent_.factor(axial_)) return true;
            const TangentFrame::Mode mode = tangent_.firstMode(axial_);
            if (mode.u.size() == 0) return false;
            letGo(mode);
        }
        return false;
    }

    // Places of the members of a mode that move in it are not held. Where none moves, those members stand at less.
    void letGo(const TangentFrame::Mode& mode)
    {
        double largest = 0;
        for (size_t n = 0; n < f_.nodes.size(); ++n)
            largest = std::max(largest, mode.u.segment<3>(static_cast<Eigen::Index>(6 * n)).norm());
        std::vector<double> share(lines_.lines.size(), 0.0);
        for (size_t e = 0; e < axial_.size(); ++e) {
            if (!(axial_[e] < 0) || lineOf_[e] == kNoLine) continue;
            const Vector12 u = tangent_.system().elementDisplacements(e, mode.u);
            const Matrix12 less = tangent_.tangent(e, 0) - tangent_.tangent(e, axial_[e]);
            share[lineOf_[e]] += u.dot(less * u);
        }
        const double most = *std::max_element(share.begin(), share.end());
        bool any = false;
        for (size_t i = 0; i < lines_.lines.size(); ++i) {
            if (share[i] < kTakesPart * most) continue;
            State& s = states_[i];
            const auto& places = out_.members[i].places;
            for (size_t k = 0; k < places.size(); ++k)
                for (const Across d : kAcross) {
                    const auto c = static_cast<size_t>(d);
                    const Candidate& p = places[k].place;
                    if (!s.counted[c][k] || p.fixed[c]) continue;
                    const Eigen::Vector3d u = mode.u.segment<3>(6 * static_cast<Eigen::Index>(p.node));
                    const Vec3 along = d == Across::Major ? p.axes.z : p.axes.y;
                    if (std::abs(dot({u(0), u(1), u(2)}, along)) < kMoves * largest) continue;
                    s.counted[c][k] = 0;
                    any = true;
                }
            s.factor = factorOf(i, s);
        }
        if (any) return;
        for (size_t i = 0; i < lines_.lines.size(); ++i)
            if (share[i] >= kTakesPart * most) states_[i].relief *= 0.95 * mode.part;
    }

    // All at once in the tangent at hand, their unit groups solved for in batches.
    void testAll(const std::vector<size_t>& list, int set, std::vector<char>& settled)
    {
        constexpr Eigen::Index kBatch = 240;
        for (size_t from = 0; from < list.size() && !progress_.cancelled();) {
            std::vector<std::vector<Candidate>> places;
            std::vector<PlaceProbe> probes;
            places.reserve(list.size() - from); // probes look at them
            Eigen::Index columns = 0;
            size_t to = from;
            for (; to < list.size() && (to == from || columns < kBatch); ++to) {
                const size_t i = list[to];
                auto& mine = places.emplace_back();
                for (const PlaceTest& p : out_.members[i].places)
                    mine.push_back(p.place);
                probes.emplace_back(tangent_, f_, chain(i), mine, states_[i].counted);
                columns += probes.back().columns();
            }
            Eigen::MatrixXd rhs = Eigen::MatrixXd::Zero(tangent_.system().unknowns(), columns);
            Eigen::Index at = 0;
            for (const PlaceProbe& p : probes) {
                p.load(rhs.middleCols(at, p.columns()));
                at += p.columns();
            }
            const Eigen::MatrixXd solved = tangent_.solve(rhs);
            std::vector<Eigen::Index> first(probes.size(), 0);
            for (size_t k = 1; k < probes.size(); ++k)
                first[k] = first[k - 1] + probes[k - 1].columns();
            tbb::parallel_for(size_t{0}, probes.size(), [&](size_t k) {
                const size_t i = list[from + k];
                settled[i] =
                    judge(i, set, places[k], probes[k].offered(solved.middleCols(first[k], probes[k].columns()), axial_));
            });
            from = to;
        }
    }

    // False: some place was found too soft and is let go.
    bool judge(size_t i, int set, const std::vector<Candidate>& places, const std::vector<std::array<double, 2>>& offered)
    {
        State& s = states_[i];
        MemberRestraint& r = out_.members[i];
        const double stands = std::min(s.stands(), kMostLevel);
        double worst = 1;
        std::vector<std::array<double, 2>> ratio(places.size(), {1e300, 1e300});
        for (const Across d : kAcross) {
            const auto c = static_cast<size_t>(d);
            const Segments line = segmentsOf(i, s, d);
            for (size_t k = 0; k < places.size(); ++k) {
                if (!s.counted[c][k] || places[k].fixed[c]) continue;
                const double needed = neededAt(s.thrust, d, line, places[k].at, stands);
                if (!(needed > kDust * neededAtEuler(i, d, line, places[k].at))) {
                    idle_[i][k][c] = offered[k][c];
                    continue;
                }
                ratio[k][c] = offered[k][c] / needed;
                worst = std::min(worst, ratio[k][c]);
                PlaceTest& p = r.places[k];
                // The set that decides is the one with the smallest ratio.
                if (p.set[c] < 0 || p.set[c] == set || offered[k][c] * p.needed[c] < p.offered[c] * needed) {
                    p.offered[c] = offered[k][c];
                    p.needed[c] = needed;
                    p.set[c] = set;
                }
            }
        }
        if (worst >= 1) return true;
        // The softest first: what is let go changes what the others need.
        const double limit = worst > 0 ? std::min(1.0, 1.05 * worst) : worst / 1.05;
        for (size_t k = 0; k < places.size(); ++k)
            for (size_t c = 0; c < 2; ++c)
                if (ratio[k][c] < 1 && ratio[k][c] <= limit) s.counted[c][k] = 0;
        s.factor = factorOf(i, s);
        return false;
    }

    static double neededAt(const Thrust& t, Across d, const Segments& line, double at, double level)
    {
        double sum = 0;
        int sides = 0;
        for (size_t k = 0; k + 1 < line.at.size(); ++k) {
            const double a = line.at[k], b = line.at[k + 1];
            if (std::abs(a - at) > 1e-9 && std::abs(b - at) > 1e-9) continue;
            sum += t.most(d, a, b) * level / (b - a);
            ++sides;
        }
        return (sides == 1 ? 8 : 4) * sum;
    }

    // What the place would need if its segments stood at their own Euler loads in this direction.
    double neededAtEuler(size_t i, Across d, const Segments& line, double at) const
    {
        double ei = std::numeric_limits<double>::infinity(); // the lesser of what meets there
        for (const MemberPiece& piece : chain(i).pieces) {
            if (piece.start > at + 1e-9 || piece.start + piece.length < at - 1e-9) continue;
            const Element& e = f_.elements[piece.element];
            const SectionProperties& p = f_.sections[e.section].properties;
            ei = std::min(ei, f_.materials[e.material].e * (d == Across::Major ? p.iy : p.iz));
        }
        double sum = 0;
        for (size_t k = 0; k + 1 < line.at.size(); ++k) {
            const double a = line.at[k], b = line.at[k + 1];
            if (std::abs(a - at) < 1e-9 || std::abs(b - at) < 1e-9) sum += sqr(kPi) * ei / cube(b - a);
        }
        return 4 * sum;
    }

    void record(size_t i, int set)
    {
        const State& s = states_[i];
        MemberRestraint& r = out_.members[i];
        for (size_t k = 0; k < r.places.size(); ++k)
            for (size_t c = 0; c < 2; ++c)
                if (!s.counted[c][k]) {
                    PlaceTest& p = r.places[k];
                    const bool soft = p.set[c] == set && p.offered[c] < p.needed[c];
                    p.verdict[c] = soft ? HoldVerdict::TooSoft : HoldVerdict::InMode;
                    p.set[c] = set;
                }
    }

    // What no set let go.
    void settle()
    {
        for (size_t i = 0; i < out_.members.size(); ++i) {
            for (PlaceTest& p : out_.members[i].places)
                for (size_t c = 0; c < 2; ++c)
                    if (p.verdict[c] == HoldVerdict::Unknown)
                        p.verdict[c] = p.place.fixed[c]  ? HoldVerdict::Support
                                       : p.needed[c] > 0 ? HoldVerdict::Holds
                                                         : HoldVerdict::NotPressed;
            for (const Across d : kAcross)
                measureIdle(i, d);
        }
    }

    // A direction in which no set presses the line: what frames in between its ends holds if it would at the line's own Euler
    // load. (A beam that only crosses it bears nothing, and deflections must not be measured from there.)
    void measureIdle(size_t i, Across d)
    {
        const auto c = static_cast<size_t>(d);
        auto& places = out_.members[i].places;
        const double l = chain(i).length, eps = 1e-6 * l;
        while (true) {
            Segments line;
            for (const PlaceTest& p : places)
                if (p.holds(d)) line.at.push_back(p.place.at);
            if (line.at.empty() || line.at.front() > eps) line.at.insert(line.at.begin(), 0.0);
            if (line.at.back() < l - eps) line.at.push_back(l);
            double worst = 1;
            PlaceTest* softest = nullptr;
            for (size_t k = 0; k < places.size(); ++k) {
                PlaceTest& p = places[k];
                const double idle = idle_[i][k][c];
                if (p.verdict[c] != HoldVerdict::NotPressed || std::isnan(idle) || p.place.at < eps || p.place.at > l - eps)
                    continue;
                p.offered[c] = idle;
                p.needed[c] = neededAtEuler(i, d, line, p.place.at);
                if (p.ratio(d) < worst) {
                    worst = p.ratio(d);
                    softest = &p;
                }
            }
            if (!softest) break;
            softest->verdict[c] = HoldVerdict::TooSoft;
        }
        for (PlaceTest& p : places)
            if (p.verdict[c] == HoldVerdict::NotPressed && p.needed[c] > 0) p.verdict[c] = HoldVerdict::Holds;
    }

    const Frame& f_;
    const SharedList<Member>& of_;
    const ForceTable& forces_;
    RestraintOptions o_;
    Progress& progress_;
    std::vector<std::vector<int>> elementsAt_;
    MemberLines lines_; // what is tested: a line at a time
    std::vector<char> joined_;
    TangentFrame tangent_;
    std::vector<size_t> lineOf_; // by element
    RestraintResult out_;
    std::vector<ElementPress> press_;
    std::vector<State> states_;
    std::vector<std::vector<std::array<double, 2>>> idle_; // by line and place: N/m offered where nothing presses
    bool failed_ = false;                                  // no tangent could be had
    std::vector<double> axial_;                            // as the tangent at hand was made
};

} // namespace

RestraintResult testRestraint(const Frame& f, const SharedList<Member>& members, const ForceTable& forces,
                              const RestraintOptions& options, Progress& progress)
{
    return Restraint(f, members, forces, options, progress).run();
}

} // namespace wr
