#include "core/restraint/restraint.h"

#include "core/restraint/set_test.h"
#include "core/restraint/twist.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <map>
#include <memory>
#include <tbb/parallel_for.h>
#include <tbb/task_arena.h>

namespace wr {

namespace {

std::vector<int> elementsOf(const Member& chain)
{
    std::vector<int> out;
    for (const MemberPiece& p : chain.pieces)
        out.push_back(p.reversed ? -1 - p.element : p.element);
    return out;
}

// Places of the lines given to the members they lie on.
void giveToMembers(RestraintResult& r, const std::vector<MemberLine>& lines, const SharedList<Member>& members)
{
    r.members.assign(members.size(), {});
    for (size_t i = 0; i < lines.size(); ++i)
        for (const LinePart& part : lines[i].parts) {
            const Member& m = members[part.member];
            MemberRestraint& own = r.members[part.member];
            for (const PlaceTest& p : r.lines[i].found.places) {
                const double at = p.place.at - part.at;
                if (at < -1e-6 * m.length || at > (1 + 1e-6) * m.length) continue;
                own.places.push_back(p);
                own.places.back().place.at = std::clamp(part.reversed ? m.length - at : at, 0.0, m.length);
            }
            if (part.reversed) std::reverse(own.places.begin(), own.places.end());
        }
}

class Restraint
{
public:
    Restraint(const Frame& f, const SharedList<Member>& members, const ForceTable& forces, const RestraintOptions& o,
              Progress& progress)
        : f_(f), of_(members), forces_(forces), o_(o), progress_(progress), lines_(f, members)
    {
        out_.members.resize(lines_.size());
        for (size_t i = 0; i < lines_.size(); ++i)
            for (const HoldCandidate& c : lines_.places(i))
                out_.members[i].places.push_back({c});
        constexpr size_t kLargeFrame = 5000;
        if (f.elements.size() >= kLargeFrame) o_.step = o.largeStep;
        if (!o.only.empty()) {
            asked_.assign(lines_.size(), 0);
            for (size_t i = 0; i < lines_.size(); ++i)
                for (const LinePart& part : lines_.line(i).parts)
                    if (std::find(o.only.begin(), o.only.end(), part.member) != o.only.end()) asked_[i] = 1;
        }
        for (const MemberRestraint& r : out_.members) {
            constexpr double kNone = std::numeric_limits<double>::quiet_NaN();
            idle_.emplace_back(r.places.size(), std::array<double, 2>{kNone, kNone});
        }
    }

    RestraintResult run()
    {
        const OneThreadBlas one; // sets beside each other, and lines within them
        chooseSets();
        const Struts struts(lines_);
        const std::vector<double> shares = oneWayShares(f_);
        if (out_.sets.empty() && !TangentFrame(f_, o_.shearDeformation, shares, {}).sound()) return taken();
        std::vector<std::unique_ptr<SetTest>> tests(out_.sets.size());
        std::vector<char> whole(tests.size(), 0);
        std::atomic<int> done{0}, tangents{0};
        const auto memory = std::make_shared<AnalysisMemory>();
        const auto work = [&](size_t k) {
            // Threads that wait for the lines of one set must not begin with another set: its memory would come on top.
            tests[k] = std::make_unique<SetTest>(lines_, struts, forces_, out_.sets[k], o_, asked_, progress_);
            TangentFrame tangent(f_, o_.shearDeformation, shares, lines_.together(asked_), memory);
            if (!tangent.sound()) return; // a mechanism, or supports that contradict each other
            whole[k] = tbb::this_task_arena::isolate([&] { return tests[k]->run(tangent); });
            tangents += tangent.factorised();
            progress_.at(static_cast<double>(++done) / static_cast<double>(tests.size()), "what holds the members");
        };
        // Beside each other while their factors are small.
        constexpr size_t kLarge = 30000; // elements
        if (f_.elements.size() < kLarge)
            tbb::parallel_for(size_t{0}, tests.size(), work);
        else
            for (size_t k = 0; k < tests.size(); ++k)
                work(k);
        out_.tangents = tangents;
        out_.complete = !progress_.cancelled() && std::all_of(whole.begin(), whole.end(), [](char w) { return w; });
        if (out_.complete) {
            for (size_t k = 0; k < tests.size(); ++k)
                take(*tests[k], out_.sets[k]);
            settle();
            for (size_t i = 0; i < lines_.size(); ++i)
                twist(i, tests);
        }
        return taken();
    }

private:
    RestraintResult taken()
    {
        std::vector<MemberLine> lines;
        for (size_t i = 0; i < lines_.size(); ++i) {
            lines.push_back(lines_.line(i));
            out_.lines.push_back({elementsOf(lines_.chain(i)), lines_.chain(i).section, std::move(out_.members[i])});
        }
        giveToMembers(out_, lines, of_);
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
            for (size_t i = 0; i < lines_.size(); ++i)
                level[k].push_back(asked_.empty() || asked_[i] ? lines_.firstState(i, press).factor
                                                               : std::numeric_limits<double>::infinity());
        }
        // Greedily: the set that comes nearest to every member's worst, with those chosen before it.
        std::vector<double> best(lines_.size(), std::numeric_limits<double>::infinity()), worst = best;
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
                for (size_t i = 0; i < lines_.size(); ++i)
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
            for (size_t i = 0; i < lines_.size(); ++i)
                best[i] = std::min(best[i], level[static_cast<size_t>(next)][i]);
        }
    }

    // Of several sets the one with the smallest ratio decides; what one lets go does not count.
    void take(const SetTest& t, int set)
    {
        for (size_t i = 0; i < lines_.size(); ++i)
            for (size_t k = 0; k < out_.members[i].places.size(); ++k)
                for (size_t c = 0; c < 2; ++c) {
                    const PlaceRatio& x = t.places()[i][k][c];
                    PlaceTest& p = out_.members[i].places[k];
                    if (!std::isnan(x.idle)) idle_[i][k][c] = x.idle;
                    if (!(p.strut[c] <= x.strut)) p.strut[c] = x.strut;
                    const bool letGo = x.verdict != HoldVerdict::Unknown;
                    if (x.needed > 0 && (p.set[c] < 0 || x.offered * p.needed[c] < p.offered[c] * x.needed)) {
                        p.offered[c] = x.offered;
                        p.needed[c] = x.needed;
                        p.set[c] = set;
                    }
                    if (letGo) {
                        p.verdict[c] = x.verdict;
                        p.set[c] = set;
                    }
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
        const double l = lines_.chain(i).length, eps = 1e-6 * l;
        while (true) {
            LineSegments line;
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
                p.needed[c] = lines_.neededAtEuler(i, d, line, p.place.at);
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

    // The least ratio of the sets, of places that hold the line's whole depth sideways; what the softest would leave to the
    // others they need as well.
    void twist(size_t i, const std::vector<std::unique_ptr<SetTest>>& tests)
    {
        auto& places = out_.members[i].places;
        const std::vector<double> offered = twistOffered(lines_, i);
        if (std::all_of(offered.begin(), offered.end(), [](double x) { return std::isnan(x); })) return;
        const Shape& shape = f_.sections[lines_.chain(i).section].shape;
        std::vector<char> bears, counted;
        for (const PlaceTest& p : places) {
            const bool whole = std::any_of(p.place.elements.begin(), p.place.elements.end(),
                                           [&](int e) { return holdsDepth(f_, p.place, shape, f_.elements[e]); });
            counted.push_back(whole && p.holds(Across::Minor));
            bears.push_back(p.holds(Across::Major) && p.verdict[0] != HoldVerdict::NotPressed);
        }
        const LineSegments spans = lines_.segments(i, bears);
        while (true) {
            std::vector<double> ratio(places.size(), std::numeric_limits<double>::infinity());
            for (const auto& t : tests) {
                const std::vector<double> needed = twistNeeded(lines_, i, spans, t->press(), counted);
                for (size_t k = 0; k < places.size(); ++k)
                    if (!std::isnan(offered[k]) && needed[k] > 0) ratio[k] = std::min(ratio[k], offered[k] / needed[k]);
            }
            size_t softest = places.size();
            for (size_t k = 0; k < places.size(); ++k) {
                if (std::isfinite(ratio[k]) && (counted[k] || std::isnan(places[k].twist))) places[k].twist = ratio[k];
                if (counted[k] && ratio[k] < 1 && (softest == places.size() || ratio[k] < ratio[softest])) softest = k;
            }
            if (softest == places.size()) return;
            counted[softest] = 0;
        }
    }

    const Frame& f_;
    const SharedList<Member>& of_;
    const ForceTable& forces_;
    RestraintOptions o_;
    Progress& progress_;
    std::vector<char> asked_;                              // lines that are tested; empty: all
    TestedLines lines_;                                    // what is tested: a line at a time
    std::vector<std::vector<std::array<double, 2>>> idle_; // by line and place: N/m offered where nothing presses
    RestraintResult out_;
};

} // namespace

RestraintResult testRestraint(const Frame& f, const SharedList<Member>& members, const ForceTable& forces,
                              const RestraintOptions& options, Progress& progress)
{
    return Restraint(f, members, forces, options, progress).run();
}

std::optional<RestraintResult> restraintOfOthers(const RestraintResult& before, const Frame& f,
                                                 const SharedList<Member>& members)
{
    if (!before.complete) return std::nullopt;
    const MemberLines lines = linesOf(f, members, elementsAtNodes(f));
    std::map<std::vector<int>, const LineRestraint*> known;
    for (const LineRestraint& l : before.lines)
        known.emplace(l.elements, &l);
    RestraintResult out;
    out.sets = before.sets;
    out.complete = true;
    for (const MemberLine& l : lines.lines) {
        const auto it = known.find(elementsOf(l.chain));
        if (it == known.end() || it->second->section != l.chain.section) return std::nullopt;
        out.lines.push_back(*it->second);
    }
    giveToMembers(out, lines.lines, members);
    return out;
}

} // namespace wr
