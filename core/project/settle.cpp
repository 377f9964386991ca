#include "core/project/settle.h"

#include "core/checking/frame_limits.h"
#include "core/checking/live_load.h"

#include <algorithm>
#include <chrono>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>
#include <tuple>

namespace wr {

namespace {

using Groups = std::vector<std::string>;

double worstLimit(const DesignState& s, std::string* name = nullptr)
{
    double out = 0;
    for (const StandingLimit& l : *s.limits)
        if (l.reason.empty() && l.ratio > out) {
            out = l.ratio;
            if (name) *name = frameLimitText(*s.frame, s.frame->design.frameLimits.list()[l.limit]);
        }
    return out;
}

// Checked whole, with what holds the members; nothing where it was stopped.
std::optional<DesignState> checked(const DesignState& s, Progress& progress)
{
    auto [out, whole] = checkedState(heldState(s, progress), progress);
    if (!whole || progress.cancelled()) return std::nullopt;
    return std::move(out);
}

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
        auto first = begin.checked && begin.stale.empty() ? std::optional(begin) : checked(begin, progress_);
        if (!first || !plan(*first)) return stopped();
        out_.state = *std::move(first);
        for (const GroupPlan& g : out_.plan.groups)
            began_[g.id] = {g.from, g.massNow};
        tell(out_.state, 0, {}, true, 0);
        if (begin.forces().given) return once();
        if (!grow() || !better()) return out_.why.empty() ? stopped() : std::move(out_);
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
        return refused("stopped: the last sizes that were kept stand");
    }

    bool plan(const DesignState& s)
    {
        out_.plan = planSizes(*s.model, catalogue_, choice_.sizing, progress_);
        return !out_.plan.cancelled;
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
        if (const auto edit = editOf(out_.plan, out_.state)) {
            const auto changes = changesOf(out_.plan, {});
            auto next = advanced(*edit);
            auto done = next ? checked(*next, progress_) : std::nullopt;
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

    // A member's worst over what its group may come to; above 1 it is over.
    double worstOf(const DesignState& s, const GroupPlan& g) const
    {
        double out = 0;
        for (const size_t m : g.rungs.members) {
            const MemberResult& r = s.report->results[m];
            if (r.status == Status::Over || r.status == Status::Unchecked) out = std::max(out, 1 + 1e-6);
            if (r.govern()) out = std::max(out, r.utilisation / g.target);
        }
        return out;
    }

    // Every group as the state has it: over, not checked, or outside its ladder.
    bool within(const DesignState& s, const GroupPlan& g) const { return worstOf(s, g) <= 1 + 1e-9; }
    bool onLadder(const GroupPlan& g) const
    {
        const int k = g.rungs.find(g.from);
        return k >= 0 && g.rungs.rungs[static_cast<size_t>(k)].limit.empty();
    }

    // 1. What is over takes the best of what is no lighter than it has.
    bool grow()
    {
        for (;;) {
            Groups growing;
            for (GroupPlan& g : out_.plan.groups) {
                if (within(out_.state, g) && onLadder(g)) continue;
                if (g.rungs.rungs.empty() || unmet_.contains(g.id)) continue;
                int best = -1;
                const bool heavier = !within(out_.state, g);
                for (size_t k = 0; k < g.rungs.rungs.size() && best < 0; ++k)
                    if (const Rung& r = g.rungs.rungs[k]; r.meets(g.target) &&
                                                          (!heavier || r.groupMass > g.massNow * (1 - 1e-9)) &&
                                                          r.section->designation != g.from)
                        best = static_cast<int>(k);
                if (best < 0) best = g.changes() ? g.chosen : -1; // another family, perhaps lighter
                if (best < 0) {
                    unmet_.insert(g.id);
                    continue;
                }
                g.chosen = best;
                growing.push_back(g.id);
            }
            if (growing.empty()) return true;
            if (analyses_ >= choice_.rounds) return true;
            if (!take(growing, true)) return false;
        }
    }

    // 2. What is better by the objective, as long as all stays within.
    bool better()
    {
        std::set<std::string> closed;
        for (;;) {
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
                if (analyses_ == before) closed.insert(some.begin(), some.end()); // no better by the objective
                if (analyses_ == before) break;
            }
        }
    }

    double saving(const GroupPlan& g) const
    {
        const Rung& to = g.rungs.rungs[static_cast<size_t>(g.chosen)];
        const int at = g.rungs.find(g.from);
        if (choice_.sizing.objective == Objective::Depth)
            return at < 0 ? 1e6 : g.rungs.rungs[static_cast<size_t>(at)].depth - to.depth;
        if (choice_.sizing.objective == Objective::Cost)
            return at < 0 || std::isnan(g.rungs.rungs[static_cast<size_t>(at)].cost)
                       ? 1e9
                       : g.rungs.rungs[static_cast<size_t>(at)].cost - to.cost;
        return g.massNow - to.groupMass;
    }

    // The objective over all groups, with those listed as proposed: less is better, the second where the first ties.
    std::pair<double, double> worth(const Groups& changed) const
    {
        double mass = 0, depth = 0, cost = 0;
        std::set<std::string> sections;
        for (const GroupPlan& g : out_.plan.groups) {
            const bool moves = std::find(changed.begin(), changed.end(), g.id) != changed.end();
            const int k = moves ? g.chosen : g.rungs.find(g.from);
            mass += moves ? g.massThen() : g.massNow;
            sections.insert(moves ? g.to() : g.from);
            if (k < 0) continue;
            depth += g.rungs.rungs[static_cast<size_t>(k)].depth;
            cost += std::isnan(g.rungs.rungs[static_cast<size_t>(k)].cost) ? 1e12 : g.rungs.rungs[static_cast<size_t>(k)].cost;
        }
        const auto count = static_cast<double>(sections.size());
        switch (choice_.sizing.objective) {
        case Objective::Depth: return {depth, mass};
        case Objective::Cost: return {cost, mass};
        case Objective::Few: return {count, mass};
        case Objective::Mass: break;
        }
        return {mass + choice_.sizing.perSection * count, mass};
    }

    static std::vector<std::string> changesOf(const SizingPlan& plan, const Groups& only)
    {
        std::vector<std::string> out;
        for (const GroupPlan& g : plan.groups)
            if (g.changes() && (only.empty() || std::find(only.begin(), only.end(), g.id) != only.end()))
                out.push_back(fmt::format("{} {} → {}", g.id, g.from, g.to()));
        return out;
    }

    std::optional<DesignState> advanced(const SetSections& edit)
    {
        Frame changed = *out_.state.frame;
        const auto patch = applyEdit(changed, Edit{edit});
        if (!patch) {
            out_.why = patch.error();
            return std::nullopt;
        }
        return advance(out_.state, *patch, std::move(changed), ResultStore{}).state;
    }

    // The listed groups with what is proposed for them: analysed and checked, and kept where all stays within, or in any case.
    // False: stopped, or an edit was refused (why).
    bool take(const Groups& groups, bool always)
    {
        kept_ = false;
        const auto edit = editOf(out_.plan, out_.state, groups);
        if (!edit) return true;
        if (!always && !lessThan(worth(groups), worth({}))) return true;
        const auto start = std::chrono::steady_clock::now();
        auto next = advanced(*edit);
        if (!next) return false;
        const AnalysisChoice how = choice_.analysis.value_or(choiceFor(*next->frame));
        auto r = std::make_shared<FrameResults>();
        r->forces = analyseForces(*next->frame, how, secondOrderRules(), progress_, memory_, wantedAgain(*next->frame, how));
        ++analyses_;
        if (progress_.cancelled()) return false;
        const std::vector<std::string> changes = changesOf(out_.plan, groups);
        const auto took = [&] { return std::chrono::duration<double>(std::chrono::steady_clock::now() - start).count(); };
        if (!r->forces.ok) { // it does not stand with these sizes
            if (always) {
                out_.why = "the frame cannot be analysed with the sizes that are needed: " +
                           (r->forces.findings.empty() ? std::string("it does not stand") : r->forces.findings.front().text);
                return false;
            }
            SettleRound lost = out_.rounds.back();
            lost.round = analyses_, lost.kept = false, lost.changes = changes, lost.seconds = took();
            out_.rounds.push_back(lost);
            if (told_) told_(lost);
            return true;
        }
        const auto done = checked(withResults(*next, std::move(r)), progress_);
        if (!done) return false;
        kept_ = always || standsAsWell(*done);
        tell(*done, analyses_, changes, kept_, took());
        if (!kept_) return true;
        out_.state = *done;
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

    void verdict()
    {
        const auto add = [&](const std::string& t) { out_.why += (out_.why.empty() ? "" : "; ") + t; };
        if (!out_.settled) add(fmt::format("stopped after {} analyses: more may be found", choice_.rounds));
        for (const GroupPlan& g : out_.plan.groups)
            if (!within(out_.state, g))
                add(g.id + ": " + (g.why.empty() ? "over the target with the sizes that were kept" : g.why));
        std::string name;
        if (const double ratio = worstLimit(out_.state, &name); ratio > 1) add(fmt::format("{} is over: {:.2f}", name, ratio));
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
        SetSection one;
        one.designation = to.designation;
        if (to.family == "made") one.shape = to.shape;
        for (const size_t i : g.rungs.members) {
            const Member& m = s.model->members()[i];
            MemberRef r{m.id, {}};
            for (const MemberPiece& p : m.pieces)
                r.elements.push_back(p.element);
            one.members.push_back(std::move(r));
        }
        out.groups.push_back(std::move(one));
        out.words = fmt::format("Size of {}: {}", g.id, to.designation);
    }
    if (out.groups.empty()) return std::nullopt;
    if (out.groups.size() > 1) out.words = fmt::format("Sizes of {} groups", out.groups.size());
    return out;
}

} // namespace wr
