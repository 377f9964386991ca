#include "core/project/settle.h"

#include "core/checking/frame_limits.h"
#include "core/project/edited_state.h"
#include "core/project/proven.h"
#include "core/project/settle_moves.h"
#include "core/sizing/plan_groups.h"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>
#include <tuple>

namespace wr {

namespace {

class Settling
{
public:
    Settling(const Catalogue& catalogue, const SettleChoice& choice, Progress& progress,
             const std::function<void(const SettleRound&)>& told)
        : catalogue_(catalogue), choice_(choice), progress_(progress), told_(told)
    {
    }

    Settled run(const DesignState& begin)
    {
        out_.state = begin;
        if (!begin.hasForces()) return refused("there are no forces: analyse the frame first");
        auto first = begin.checked && begin.stale.empty() ? std::optional(begin) : checkedWhole(begin, progress_);
        if (!first || !plan(*first)) return stopped();
        out_.state = *std::move(first);
        seen_.insert(sizesFingerprint(*out_.state.frame));
        for (const GroupPlan& g : out_.plan.groups)
            began_[g.id] = {g.from, g.massNow};
        tell(out_.state, 0, {}, true, 0);
        if (begin.forces().given) return once();
        if (!grow() || !better()) {
            if (out_.why.empty()) return stopped();
            standing();
            return std::move(out_);
        }
        verdict();
        return std::move(out_);
    }

private:
    Settled refused(std::string why)
    {
        out_.why = std::move(why);
        return std::move(out_);
    }
    Settled stopped()
    {
        out_.stopped = true;
        standing();
        return refused("stopped: the last sizes that were kept stand");
    }

    // Stopped: the plan there was stays, whole.
    bool plan(const DesignState& s)
    {
        SizingPlan next = planSizes(*s.model, catalogue_, choice_.sizing, progress_);
        if (next.cancelled) return false;
        out_.plan = std::move(next);
        return true;
    }

    // The plan may be of a round before: what it says every group has is what the state has.
    void standing()
    {
        const Frame& f = *out_.state.frame;
        for (GroupPlan& g : out_.plan.groups) {
            std::set<std::string> now;
            g.massNow = 0;
            for (const size_t m : g.rungs.members) {
                const Member& x = out_.state.model->members()[m];
                now.insert(sectionNameOf(f, x.section));
                g.massNow += x.length * f.sections[static_cast<size_t>(x.section)].properties.a *
                             f.materials[static_cast<size_t>(x.material)].density;
            }
            if (now.size() == 1) g.from = *now.begin();
            g.chosen = g.rungs.find(g.from);
            if (const auto first = began_.find(g.id); first != began_.end()) std::tie(g.fromFirst, g.massFirst) = first->second;
        }
    }

    void tell(const DesignState& s, int round, std::vector<std::string> changes, bool kept, double seconds)
    {
        SettleRound r;
        r.round = round;
        r.kept = kept;
        r.mass = s.mass();
        for (const MemberResult& m : s.report->results) {
            r.over += m.status == Status::Over;
            if (m.govern()) r.top = std::max(r.top, m.utilisation);
        }
        r.unchecked = static_cast<size_t>(s.report->counts.unchecked);
        r.ratio = worstLimit(s, &r.limit);
        r.changes = std::move(changes);
        r.seconds = seconds;
        out_.rounds.push_back(std::move(r));
        if (told_) told_(out_.rounds.back());
    }

    // Forces from elsewhere: sized with them, and that is all there is.
    Settled once()
    {
        Proven proven = provenSizes(out_.state, out_.plan, choice_.sizing, progress_);
        if (!proven.whole) return stopped();
        out_.plan = std::move(proven.plan);
        if (const auto edit = editOf(out_.plan, out_.state)) {
            const auto changes = changesOf(out_.plan, {});
            const auto next = editedState(out_.state, Edit{*edit});
            if (!next) return refused(next.error());
            auto done = checkedWhole(*next, progress_);
            if (!done) return stopped();
            out_.state = *std::move(done);
            tell(out_.state, 1, changes, true, 0);
            if (!plan(out_.state)) return stopped();
        }
        out_.settled = true;
        out_.why = "the forces came with the file: sized once, with the forces of the sizes there were";
        verdict();
        return std::move(out_);
    }

    // 1. What is over grows, then what limits of the frame ask for.
    bool grow()
    {
        double before = 1e300;
        for (;;) {
            Groups all = growing(out_.state, out_.plan, unmet_);
            if (all.empty()) {
                const double now = worstLimit(out_.state);
                if (now > 1 && now < before * (1 - 1e-3)) all = stiffening(out_.state, out_.plan, progress_, notStiffened_);
                before = now;
            }
            if (progress_.cancelled()) return false;
            if (all.empty()) return true;
            if (analyses_ >= choice_.rounds) return true;
            if (!take(all, true)) return false;
            if (!kept_) return true; // it goes round in a circle
        }
    }

    // Where limits of the frame stand near: no proposal goes further than they allow, as far as that can be told beforehand.
    void keepStiff()
    {
        const double now = worstLimit(out_.state);
        if (now < 0.5) return; // what sizing by strength alone does to a movement rarely doubles it; an analysis tells
        std::vector<int> wanted;
        for (GroupPlan& g : out_.plan.groups) {
            wanted.push_back(g.chosen);
            if (const int k = g.rungs.find(g.from); k >= 0) g.chosen = k;
        }
        auto stiff = stiffnessOf(out_.state, out_.plan, 0.4, progress_, notStiffened_);
        for (size_t g = 0; g < wanted.size(); ++g)
            out_.plan.groups[g].chosen = wanted[g];
        if (!stiff) return;
        const double allowed = std::max(kAim, now);
        std::vector<std::pair<double, size_t>> order;
        for (size_t g = 0; g < wanted.size(); ++g)
            if (out_.plan.groups[g].changes()) order.emplace_back(-saving(out_.plan.groups[g]), g);
        std::sort(order.begin(), order.end());
        for (const auto& [_, g] : order) {
            GroupPlan& p = out_.plan.groups[g];
            const auto keeps = [&](size_t k) {
                for (size_t r = 0; r < stiff->rows(); ++r)
                    if (const double with = stiff->movedWith(r, g, k) / stiff->limit(r).allowed;
                        with > allowed && with > stiff->ratio(r) + 1e-12)
                        return false;
                return true;
            };
            int take = keeps(static_cast<size_t>(p.chosen)) ? p.chosen : -1;
            for (size_t k = 0; k < p.rungs.rungs.size() && take < 0; ++k) { // what saves less, and keeps them
                p.chosen = static_cast<int>(k);
                if (p.rungs.rungs[k].meets(p.target) && saving(p) > 1e-9 && keeps(k)) take = p.chosen;
            }
            if (take < 0) take = p.rungs.find(p.from);
            p.chosen = take;
            if (take >= 0) stiff->take(g, static_cast<size_t>(take));
        }
    }

    // 2. What is better by the objective, as long as all stays within.
    bool better()
    {
        std::set<std::string> closed;
        for (;;) {
            keepStiff();
            // Those that would change, the ones that save most first.
            std::vector<std::pair<double, std::string>> open;
            for (const GroupPlan& g : out_.plan.groups)
                if (g.changes() && !closed.contains(g.id) && !unmet_.contains(g.id)) open.emplace_back(-saving(g), g.id);
            std::sort(open.begin(), open.end());
            if (open.empty()) {
                out_.settled = true;
                return true;
            }
            bool kept = false;
            for (size_t n = open.size(); n > 0 && !kept; n = n == 1 ? 0 : (n + 1) / 2) {
                if (analyses_ >= choice_.rounds) return true;
                Groups some;
                for (size_t k = 0; k < n; ++k)
                    some.push_back(open[k].second);
                const int before = analyses_;
                if (!take(some, false)) return false;
                kept = kept_;
                if (!kept && n == 1) closed.insert(some.front());
                if (analyses_ == before && !before_) { // no better by the objective
                    closed.insert(some.begin(), some.end());
                    break;
                }
            }
        }
    }

    bool byMass() const { return choice_.sizing.objective == Objective::Mass || choice_.sizing.objective == Objective::Few; }
    // What the section a group has comes to by the objective. A section beside its ladder has no depth or price to go by: what
    // is on it is better.
    double valueNow(const GroupPlan& g) const
    {
        const int at = g.rungs.find(g.from);
        if (at < 0) return byMass() ? g.massNow : kUnpriced;
        const Rung& r = g.rungs.rungs[static_cast<size_t>(at)];
        const double v = valueOf(r, choice_.sizing);
        if (byMass()) return v - r.groupMass + g.massNow; // the frame may state properties of its own
        return std::isnan(v) ? kUnpriced : v;
    }
    double valueThen(const GroupPlan& g) const { return valueOf(g.rungs.rungs[static_cast<size_t>(g.chosen)], choice_.sizing); }
    double saving(const GroupPlan& g) const { return valueNow(g) - valueThen(g); }

    // The objective over all groups of a plan, with those listed as proposed: less is better, the second where the first ties.
    std::pair<double, double> worth(const SizingPlan& plan, const Groups& changed) const
    {
        double mass = 0, value = 0;
        std::set<std::string> sections;
        for (const GroupPlan& g : plan.groups) {
            const bool moves = std::find(changed.begin(), changed.end(), g.id) != changed.end();
            mass += moves ? g.massThen() : g.massNow;
            value += moves ? valueThen(g) : valueNow(g);
            sections.insert(moves ? g.to() : g.from);
        }
        const auto count = static_cast<double>(sections.size());
        if (choice_.sizing.objective == Objective::Few) return {count, mass};
        return {value + (byMass() ? choice_.sizing.perSection * count : 0), mass};
    }

    static std::vector<std::string> changesOf(const SizingPlan& plan, const Groups& only)
    {
        std::vector<std::string> out;
        for (const GroupPlan& g : plan.groups)
            if (g.changes() && (only.empty() || std::find(only.begin(), only.end(), g.id) != only.end()))
                out.push_back(fmt::format("{} {} → {}", g.id, g.from, g.to()));
        return out;
    }
    // Of a state that is tried, against the one that stands.
    std::vector<std::string> changesTo(const SizingPlan& plan, const Groups& growing) const
    {
        std::vector<std::string> out;
        for (size_t k = 0; k < plan.groups.size(); ++k) {
            const GroupPlan& g = plan.groups[k];
            const bool grows = std::find(growing.begin(), growing.end(), g.id) != growing.end();
            const std::string to = grows ? g.to() : g.from;
            if (to != out_.plan.groups[k].from) out.push_back(fmt::format("{} {} → {}", g.id, out_.plan.groups[k].from, to));
        }
        return out;
    }

    // A state with other sizes, analysed and checked. `stands`: it could be analysed; else the state is the one there was.
    // Nothing: stopped, or the edit was refused (why).
    struct Tried
    {
        DesignState state;
        bool stands = false;
        double seconds = 0;
        bool before = false; // these very sizes were tried and refused before: nothing is analysed
    };
    std::optional<Tried> tried(const DesignState& s, const SetSections& edit)
    {
        const auto start = std::chrono::steady_clock::now();
        const auto took = [&] { return std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count(); };
        const auto next = editedState(s, Edit{edit});
        if (!next) {
            out_.why = next.error();
            return std::nullopt;
        }
        if (!seen_.insert(sizesFingerprint(*next->frame)).second) return Tried{s, false, 0, true};
        auto r = analysedAnew(*next->frame, choice_.analysis.value_or(choiceFor(*next->frame)), progress_, memory_);
        ++analyses_;
        if (progress_.cancelled()) return std::nullopt;
        if (!r->forces.ok) {
            lost_ = r->forces.findings.empty() ? std::string("it does not stand") : r->forces.findings.front().text;
            return Tried{s, false, took()};
        }
        auto done = checkedWhole(withResults(*next, std::move(r)), progress_);
        if (!done) return std::nullopt;
        return Tried{*std::move(done), true, took()};
    }

    void tellLost(std::vector<std::string> changes, double seconds)
    {
        SettleRound lost = out_.rounds.back();
        lost.round = analyses_, lost.kept = false, lost.changes = std::move(changes), lost.seconds = seconds;
        out_.rounds.push_back(lost);
        if (told_) told_(lost);
    }

    // The listed groups with what is proposed for them: analysed and checked, and kept where all stays within, or in any case.
    // What comes over by that grows a few times, as long as the objective still gets better than it was.
    // False: stopped, or an edit was refused (why).
    bool take(const Groups& asked, bool always)
    {
        kept_ = before_ = false;
        const Groups groups = together(out_.plan, asked);
        if (groups.empty()) return true;
        const auto edit = editOf(out_.plan, out_.state, groups);
        if (!edit) return true;
        const auto now = worth(out_.plan, {});
        if (!always && !lessThan(worth(out_.plan, groups), now)) return true;
        std::vector<std::string> changes = changesOf(out_.plan, groups);
        auto next = tried(out_.state, *edit);
        if (!next) return false;
        before_ = next->before;
        if (next->before) return true;
        if (!next->stands) { // it does not stand with these sizes
            if (always) {
                out_.why = "the frame cannot be analysed with the sizes that are needed: " + lost_;
                return false;
            }
            tellLost(std::move(changes), next->seconds);
            return true;
        }
        kept_ = always || (standsAsWell(next->state) && onLadders(next->state));
        if (progress_.cancelled()) return false;
        tell(next->state, analyses_, changes, kept_, next->seconds);
        for (int repair = 0; !kept_ && repair < kRepairs && analyses_ < choice_.rounds; ++repair) {
            SizingPlan there = planSizes(*next->state.model, catalogue_, choice_.sizing, progress_);
            if (there.cancelled) return false;
            std::set<std::string> none = unmet_;
            Groups more = growing(next->state, there, none);
            if (more.empty()) more = stiffening(next->state, there, progress_, notStiffened_);
            more = together(there, more);
            const auto grown = editOf(there, next->state, more);
            if (more.empty() || !grown || none.size() > unmet_.size() || !lessThan(worth(there, more), now)) break;
            changes = changesTo(there, more);
            auto again = tried(next->state, *grown);
            if (!again) return false;
            if (again->before) break;
            if (!again->stands) {
                tellLost(std::move(changes), again->seconds);
                break;
            }
            next = std::move(again);
            kept_ = standsAsWell(next->state) && onLadders(next->state);
            if (progress_.cancelled()) return false;
            tell(next->state, analyses_, changes, kept_, next->seconds);
        }
        if (!kept_) return true;
        out_.state = std::move(next->state);
        return plan(out_.state);
    }

    static bool lessThan(const std::pair<double, double>& a, const std::pair<double, double>& b)
    {
        const auto less = [](double x, double y) { return x < y - 1e-9 * std::max(std::abs(x), std::abs(y)); };
        return less(a.first, b.first) || (!less(b.first, a.first) && less(a.second, b.second));
    }

    // Every group that was within is so still, and nothing else came over: members that are not sized, limits of the frame.
    bool standsAsWell(const DesignState& s) const
    {
        std::set<size_t> sized;
        for (const GroupPlan& g : out_.plan.groups) {
            sized.insert(g.rungs.members.begin(), g.rungs.members.end());
            if (!unmet_.contains(g.id) && !within(s, g)) return false;
            if (unmet_.contains(g.id) && worstOf(s, g) > worstOf(out_.state, g) * (1 + 1e-9)) return false;
        }
        for (size_t m = 0; m < s.report->results.size(); ++m) {
            if (sized.contains(m)) continue;
            const Status was = out_.state.report->results[m].status, is = s.report->results[m].status;
            if (is == Status::Over && was != Status::Over) return false;
            if (is == Status::Unchecked && was != Status::Unchecked && was != Status::Over) return false;
        }
        const double before = worstLimit(out_.state), after = worstLimit(s);
        return after <= std::max(1.0, before) + 1e-9;
    }

    // No section breaks a limit of its ladder that hangs on another group's and was kept before.
    bool onLadders(const DesignState& s)
    {
        const auto linked = [](const GroupPlan& g) {
            return !g.sameAs.empty() || !g.rules.wideAs.empty() || g.rules.overCarried;
        };
        if (std::none_of(out_.plan.groups.begin(), out_.plan.groups.end(), linked)) return true;
        const SizingPlan there = planSizes(*s.model, catalogue_, choice_.sizing, progress_);
        if (there.cancelled) return false;
        std::set<std::string> before;
        for (const auto& [id, limit] : brokenNow(out_.plan, *out_.state.model, choice_.sizing))
            before.insert(id);
        const auto now = brokenNow(there, *s.model, choice_.sizing);
        return std::all_of(now.begin(), now.end(), [&](const auto& b) { return before.contains(b.first); });
    }

    void verdict()
    {
        const auto add = [&](const std::string& t) { out_.why += (out_.why.empty() ? "" : "; ") + t; };
        if (!out_.settled) add(fmt::format("stopped after {} analyses: more may be found", choice_.rounds));
        for (const GroupPlan& g : out_.plan.groups)
            if (!within(out_.state, g))
                add(g.id + ": " + (g.why.empty() ? "over the target with the sizes that were kept" : g.why));
        for (const auto& [id, limit] : brokenNow(out_.plan, *out_.state.model, choice_.sizing))
            add(id + ": " + limit);
        std::string name;
        if (const double ratio = worstLimit(out_.state, &name); ratio > 1)
            add(fmt::format("{} is over: {:.2f}{}", name, ratio,
                            !notStiffened_.empty() ? ", " + notStiffened_
                            : out_.settled         ? ", no section of their ladders makes it stiff enough"
                                                   : ""));
        // What stands is what the plan says: nothing of it is open.
        for (GroupPlan& g : out_.plan.groups)
            if (out_.settled && within(out_.state, g) && onLadder(g)) g.chosen = g.rungs.find(g.from);
        for (GroupPlan& g : out_.plan.groups)
            std::tie(g.fromFirst, g.massFirst) = began_[g.id];
    }

    const Catalogue& catalogue_;
    const SettleChoice& choice_;
    Progress& progress_;
    const std::function<void(const SettleRound&)>& told_;
    static constexpr int kRepairs = 4;
    static constexpr double kUnpriced = 1e12; // in place of a price that is not known: anything with one is better
    std::set<std::uint64_t> seen_;            // sizes that were analysed
    bool before_ = false;                     // take() met sizes that were refused before
    std::string notStiffened_;                // why nothing can be said of what moves
    std::string lost_;                        // why the last state that was tried does not stand
    std::shared_ptr<AnalysisMemory> memory_ = analysisMemory();
    std::set<std::string> unmet_;                                 // nothing on their ladder is strong enough
    std::map<std::string, std::pair<std::string, double>> began_; // section and mass of each group
    int analyses_ = 0;
    bool kept_ = false;
    Settled out_;
};

} // namespace

Settled settle(const DesignState& s, const Catalogue& catalogue, const SettleChoice& choice, Progress& progress,
               const std::function<void(const SettleRound&)>& told)
{
    return Settling(catalogue, choice, progress, told).run(s);
}

bool Settled::meets() const
{
    if (!settled || rounds.empty()) return false;
    for (const GroupPlan& g : plan.groups) {
        if (g.chosen < 0) return false;
        for (const size_t m : g.rungs.members) {
            const MemberResult& r = state.report->results[m];
            if (r.status == Status::Over || r.status == Status::Unchecked ||
                (r.govern() && r.utilisation > g.target * (1 + 1e-9)))
                return false;
        }
    }
    return std::none_of(state.limits->begin(), state.limits->end(), [](const StandingLimit& l) { return l.over(); });
}

std::optional<SetSections> editOf(const SizingPlan& plan, const DesignState& s, const std::vector<std::string>& groups)
{
    SetSections out;
    for (const GroupPlan& g : plan.groups) {
        if (!g.changes() || (!groups.empty() && std::find(groups.begin(), groups.end(), g.id) == groups.end())) continue;
        const CatalogueSection& to = *g.rungs.rungs[static_cast<size_t>(g.chosen)].section;
        out.groups.push_back(sectionFor(*s.model, g.rungs.members, to));
        out.words = fmt::format("Size of {}: {}", g.id, to.designation);
    }
    if (out.groups.empty()) return std::nullopt;
    if (out.groups.size() > 1) out.words = fmt::format("Sizes of {} groups", out.groups.size());
    return out;
}

} // namespace wr
