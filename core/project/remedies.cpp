#include "core/project/remedies.h"

#include "core/grades/grades.h"
#include "core/project/edited_state.h"
#include "core/project/member_ref.h"
#include "core/project/settle.h"
#include "core/sizing/plan.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

std::string_view remedyTitle(RemedyKind k)
{
    constexpr std::array<std::string_view, 5> names{"The next rung", "Another family", "Another grade", "One more hold",
                                                    "A stiffer end"};
    return names[static_cast<size_t>(k)];
}

namespace {

class Remedies
{
public:
    Remedies(const DesignState& s, size_t member, const Catalogue& catalogue, Progress& progress,
             const std::function<void(const Remedy&)>& told)
        : s_(s), f_(*s.frame), worst_(member), catalogue_(catalogue), progress_(progress), told_(told)
    {
        const Member& m = s.model->members()[member];
        SizingChoice only;
        only.members = {member};
        SizingPlan plan = planSizes(*s.model, catalogue, only, progress);
        if (!plan.groups.empty()) plan_ = std::move(plan.groups.front());
        name_ = m.group.empty() ? m.id : m.group;
        for (size_t i = 0; i < s.model->members().size(); ++i)
            if (const Member& o = s.model->members()[i];
                (i == member || (!m.group.empty() && o.group == m.group)) && !o.exclude)
                members_.push_back(i);
        for (const size_t i : members_)
            if (s.report->results[i].utilisation > s.report->results[worst_].utilisation) worst_ = i;
    }

    std::vector<Remedy> run()
    {
        if (!s_.hasForces()) {
            for (const RemedyKind k :
                 {RemedyKind::Rung, RemedyKind::Family, RemedyKind::Grade, RemedyKind::Hold, RemedyKind::End})
                none(k, "there are no forces: analyse the frame first");
            return std::move(out_);
        }
        for (const auto& step : {&Remedies::rung, &Remedies::families, &Remedies::grades, &Remedies::hold, &Remedies::ends}) {
            if (progress_.cancelled()) break;
            progress_.at(static_cast<double>(out_.size()) / 6, "trying remedies");
            (this->*step)();
        }
        return std::move(out_);
    }

private:
    void add(Remedy r)
    {
        if (progress_.cancelled()) return;
        r.target = plan_.target;
        out_.push_back(std::move(r));
        if (told_) told_(out_.back());
    }
    void none(RemedyKind kind, std::string why)
    {
        Remedy r;
        r.kind = kind;
        r.why = std::move(why);
        add(std::move(r));
    }

    struct Tried
    {
        DesignState state;
        double utilisation = 0;
        bool works = false;
    };
    // With an edit: the members it is about checked with the forces at hand, or with those of an analysis of the frame.
    std::optional<Tried> tried(const Edit& edit, bool analyse = false)
    {
        auto edited = editedState(s_, edit);
        if (!edited || progress_.cancelled()) return std::nullopt;
        Tried t{*std::move(edited), 0, true};
        if (analyse) {
            auto r = analysedAnew(*t.state.frame, choiceFor(*t.state.frame), progress_, memory_);
            if (progress_.cancelled()) return std::nullopt;
            if (!r->forces.ok) {
                t.works = false;
                return t;
            }
            auto done = checkedWhole(withResults(t.state, std::move(r)), progress_);
            if (!done) return std::nullopt;
            t.state = *std::move(done);
        }
        for (const size_t i : members_) {
            const auto at = t.state.model->find(s_.model->members()[i].id);
            if (!at) continue;
            const MemberResult r = analyse ? t.state.report->results[*at] : t.state.model->check(*at);
            if (r.status == Status::Unchecked || r.status == Status::Over) t.works = false;
            if (r.govern()) t.utilisation = std::max(t.utilisation, r.utilisation);
        }
        t.works = t.works && t.utilisation <= plan_.target * (1 + 1e-9);
        return t;
    }
    Remedy remedy(RemedyKind kind, std::string words, const Tried& t, Edit edit) const
    {
        Remedy r;
        r.kind = kind;
        r.words = std::move(words);
        r.utilisation = t.utilisation;
        r.mass = t.state.mass() - s_.mass();
        r.edit = std::move(edit);
        return r;
    }

    std::vector<MemberRef> refs() const
    {
        std::vector<MemberRef> out;
        for (const size_t i : members_)
            out.push_back(refOf(s_.model->members()[i]));
        return out;
    }
    std::string forName() const { return " for " + name_; }

    // The lightest of a plan that works by a full check of the state with it: holds and lengths may be others then.
    bool firstThatWorks(const GroupPlan& g, RemedyKind kind)
    {
        for (const Rung& r : g.rungs.rungs) {
            if (!r.meets(plan_.target) || r.section->designation == plan_.from) continue;
            if (progress_.cancelled()) return false;
            const Edit edit = sectionFor(*s_.model, members_, *r.section);
            const auto t = tried(edit);
            if (!t || !t->works) continue;
            add(remedy(kind, r.section->designation + forName(), *t, edit));
            return true;
        }
        return false;
    }

    void rung()
    {
        if (plan_.rungs.rungs.empty()) return none(RemedyKind::Rung, plan_.why.empty() ? "it has no ladder" : plan_.why);
        if (!firstThatWorks(plan_, RemedyKind::Rung))
            none(RemedyKind::Rung, fmt::format("no section of {} brings it to {:.2f}: {}", plan_.ladder, plan_.target,
                                               plan_.why.empty() ? "none holds when it is checked whole" : plan_.why));
    }

    // Families of the same kind of shape, under the limits of the ladder it has; the lightest of each, the best three.
    void families()
    {
        const Member& m = s_.model->members()[worst_];
        const ShapeKind shape = f_.sections[static_cast<size_t>(m.section)].shape.kind;
        std::set<std::string> own{familyOf(f_, m.section, catalogue_), plan_.rules.family};
        own.insert(plan_.rules.families.begin(), plan_.rules.families.end());
        std::vector<RungsWanted> wanted;
        for (const std::string& name : catalogue_.families()) {
            const auto list = catalogue_.family(name);
            if (own.contains(name) || list.empty() || list.front()->shape.kind != shape) continue;
            RungsWanted w{members_, {}};
            for (const CatalogueSection* c : list)
                w.sections.emplace_back(RungSection(), c);
            wanted.push_back(std::move(w));
        }
        if (wanted.empty()) return none(RemedyKind::Family, "no other family has this kind of shape");
        // Of the place its own comes from, where there are any: who buys W sections does not get HEA.
        const CatalogueSection* mine = catalogue_.find(plan_.from);
        const auto place = [](const CatalogueSection& c) { return c.standard.substr(0, c.standard.find(' ')); };
        const auto near = [&](const RungsWanted& w) { return mine && place(*w.sections.front()) == place(*mine); };
        if (std::any_of(wanted.begin(), wanted.end(), near))
            std::erase_if(wanted, [&](const RungsWanted& w) { return !near(w); });
        auto tables = evaluateGroups(*s_.model, wanted, progress_);
        // Each family as if it were the ladder: all limits of the one it has hold.
        std::vector<Rung> best;
        for (RungTable& t : tables) {
            SizingPlan one;
            one.groups.push_back(plan_);
            GroupPlan& g = one.groups.front();
            g.rungs = std::move(t);
            g.sameAs.clear();
            chooseAgain(one, *s_.model, {});
            if (g.chosen >= 0) best.push_back(g.rungs.rungs[static_cast<size_t>(g.chosen)]);
        }
        std::sort(best.begin(), best.end(), [](const Rung& a, const Rung& b) {
            return a.groupMass != b.groupMass ? a.groupMass < b.groupMass : a.section->designation < b.section->designation;
        });
        size_t found = 0;
        for (const Rung& r : best) {
            const Edit edit = sectionFor(*s_.model, members_, *r.section);
            const auto t = tried(edit);
            if (!t || !t->works) continue;
            add(remedy(RemedyKind::Family, fmt::format("{} ({}){}", r.section->designation, r.section->family, forName()), *t,
                       edit));
            if (++found == 3) return;
        }
        if (found == 0)
            none(RemedyKind::Family,
                 fmt::format("none works: no section of the {} other families of this shape brings it to {:.2f}", wanted.size(),
                             plan_.target));
    }

    // Of the region of its standard: the weakest that works.
    void grades()
    {
        const std::string region(gradeRegion(s_.model->standardOf(worst_).key));
        std::vector<std::pair<double, const Grade*>> stronger;
        double fy = 0;
        for (const size_t i : members_)
            fy = std::max(fy, s_.model->input(i).steel.fy);
        for (const Grade* g : gradesFor(region)) {
            if (!g->standard.starts_with(region) && !g->name.starts_with(region)) continue;
            const auto strength = g->steps.empty() ? std::nullopt : std::optional(g->steps.front().fy);
            if (strength && *strength > fy * (1 + 1e-9)) stronger.emplace_back(*strength, g);
        }
        std::stable_sort(stronger.begin(), stronger.end(), [](const auto& a, const auto& b) { return a.first < b.first; });
        double nearest = 1e300;
        size_t found = 0;
        for (const auto& [strength, g] : stronger) {
            if (progress_.cancelled()) return;
            const Edit edit = SetGrade{refs(), g->name};
            const auto t = tried(edit);
            if (!t) continue;
            nearest = std::min(nearest, t->utilisation > 0 ? t->utilisation : 1e300);
            if (!t->works) continue;
            add(remedy(RemedyKind::Grade, g->name + forName(), *t, edit));
            if (++found == 2) return;
        }
        if (found > 0) return;
        none(RemedyKind::Grade, stronger.empty()  ? "no stronger grade of the list goes with its standard"
                                : nearest > 1e299 ? "none works: no stronger grade can be checked"
                                                  : fmt::format("none works: the best of {} stronger grades leaves {:.2f}",
                                                                stronger.size(), nearest));
    }

    // Members of it that are over, each with a hold at that share of its length.
    std::optional<Edit> holdEdit(double share, const std::vector<Hold>& holds) const
    {
        Frame changed = f_;
        size_t n = 0;
        for (const size_t i : members_) {
            const MemberResult& r = s_.report->results[i];
            const bool over = r.status == Status::Over || r.utilisation > plan_.target * (1 + 1e-9);
            if (!over && i != worst_) continue;
            const Member& m = s_.model->members()[i];
            GiveHolds e{{refOf(m)}, {HoldPlaces::By::Distances, 0, 0, {share * m.length}}, holds};
            if (!applyEdit(changed, e)) return std::nullopt;
            ++n;
        }
        if (n == 0) return std::nullopt;
        return Edit{differences(
            f_, changed,
            fmt::format("One more hold for {}", n == 1 ? s_.model->members()[worst_].id : fmt::format("{} members", n)))};
    }

    static std::string holdWords(const std::vector<Hold>& holds)
    {
        if (holds.size() > 1) return "sideways and against twist";
        switch (holds.front()) {
        case Hold::Major: return "along z";
        case Hold::Minor: return "along y";
        case Hold::Top: return "of the top flange";
        case Hold::Bottom: return "of the bottom flange";
        case Hold::Twist: return "against twist";
        case Hold::Warping: break;
        }
        return "against warping";
    }

    // Tried with the worst member over its length: places where something frames in, and every eighth.
    void hold()
    {
        const Member& m = s_.model->members()[worst_];
        std::set<double> shares;
        for (int k = 1; k < 8; ++k)
            shares.insert(k / 8.0);
        double at = 0;
        for (size_t k = 0; k + 1 < m.pieces.size(); ++k) {
            at += f_.length(f_.elements[static_cast<size_t>(m.pieces[k].element)]);
            const double share = at / m.length;
            // In place of an eighth next to it.
            std::erase_if(shares, [&](double x) { return std::abs(x - share) < 0.03; });
            shares.insert(share);
        }
        const std::vector<std::vector<Hold>> kinds{
            {Hold::Minor}, {Hold::Top}, {Hold::Bottom}, {Hold::Major}, {Hold::Minor, Hold::Twist}};
        const double now = s_.report->results[worst_].utilisation;
        struct Best
        {
            double utilisation = 1e300, share = 0;
            size_t kind = 0;
        } best, any;
        for (size_t k = 0; k < kinds.size(); ++k)
            for (const double share : shares) {
                if (progress_.cancelled()) return;
                const GiveHolds e{{refOf(m)}, {HoldPlaces::By::Distances, 0, 0, {share * m.length}}, kinds[k]};
                const auto with = editedState(s_, Edit{e});
                const auto place = with ? with->model->find(m.id) : std::nullopt;
                if (!place) continue;
                const MemberResult r = with->model->check(*place);
                if (r.status == Status::Unchecked || !r.govern()) continue;
                const double u = r.utilisation;
                if (u < any.utilisation * (1 - 1e-6)) any = {u, share, k};
                // The plainest that works; of its places the best.
                const bool works = r.status != Status::Over && u <= plan_.target * (1 + 1e-9);
                if (works && (best.utilisation > 1e299 || best.kind == k) && u < best.utilisation * (1 - 1e-6))
                    best = {u, share, k};
            }
        if (best.utilisation > 1e299) {
            none(RemedyKind::Hold,
                 any.utilisation > now * (1 - 1e-6) || any.utilisation > 1e299
                     ? fmt::format("none works: no hold inside {} changes what governs it ({:.2f})", m.id, now)
                     : fmt::format("none works: the best, {} at {} of {}, leaves {:.2f}", holdWords(kinds[any.kind]),
                                   f_.units.text(Quantity::Length, any.share * m.length), m.id, any.utilisation));
            return;
        }
        const auto edit = holdEdit(best.share, kinds[best.kind]);
        const auto t = edit ? tried(*edit) : std::nullopt;
        const std::string place = f_.units.text(Quantity::Length, best.share * m.length);
        if (!t || !t->works) {
            none(RemedyKind::Hold, fmt::format("{} at {} brings {} to {:.2f}, but not every member of {} right",
                                               holdWords(kinds[best.kind]), place, m.id, best.utilisation, name_));
            return;
        }
        Remedy r =
            remedy(RemedyKind::Hold, fmt::format("a hold {} at {} of {}", holdWords(kinds[best.kind]), place, m.id), *t, *edit);
        r.carries = carried(t->state, m.id, best.share * m.length);
        add(std::move(r));
    }

    // The most of what the standard asks of a hold at a place, or why it says nothing.
    std::string carried(const DesignState& s, const std::string& id, double at) const
    {
        const auto place = s.model->find(id);
        if (!place) return {};
        const BraceRow* most = nullptr;
        const auto rows = s.model->bracing(*place);
        for (const BraceRow& r : rows)
            if (std::abs(r.at - at) < 1e-6 && r.by != "panel" && (!most || r.strength > most->strength)) most = &r;
        if (!most) return {};
        const UnitSystem& u = f_.units;
        std::string out = u.text(most->twist ? Quantity::Moment : Quantity::Force, most->strength);
        if (most->stiffness > 0)
            out += ", " + u.text(most->twist ? Quantity::SpringMoment : Quantity::SpringForce, most->stiffness);
        return fmt::format("{} ({})", out, most->clause);
    }

    // Joints of its ends made rigid, feet fixed, what frames in at its ends a rung up: each analysed.
    void ends()
    {
        if (s_.forces().given)
            return none(RemedyKind::End, "the forces came with the file: what a stiffer end does to them cannot be found here");
        struct Way
        {
            std::string words;
            Patch patch;
        };
        std::vector<Way> ways;
        const Member& m = s_.model->members()[worst_];
        const auto way = [&](Frame changed, const std::string& words) {
            Patch p = differences(f_, changed, words);
            if (!p.empty()) ways.push_back({words, std::move(p)});
        };
        // Joints: of every member it is about, so that the group stays alike.
        {
            Frame rigid = f_;
            bool any = false;
            auto& elements = rigid.elements.edit();
            for (const size_t i : members_)
                for (const MemberPiece& p : s_.model->members()[i].pieces) {
                    Element& e = elements[static_cast<size_t>(p.element)];
                    if (e.behaviour != Behaviour::Beam) continue;
                    for (auto* release : {&e.releaseI, &e.releaseJ})
                        for (const size_t k : {size_t{4}, size_t{5}})
                            if ((*release)[k]) (*release)[k] = false, any = true;
                    for (auto* spring : {&e.springI, &e.springJ})
                        for (const size_t k : {size_t{4}, size_t{5}})
                            if ((*spring)[k] > 0) (*spring)[k] = 0, any = true;
                }
            if (any) way(std::move(rigid), "rigid joints at the ends of " + name_);
        }
        {
            Frame fixed = f_;
            bool any = false;
            auto& nodes = fixed.nodes.edit();
            for (const size_t i : members_)
                for (const int n : {s_.model->members()[i].startNode, s_.model->members()[i].endNode}) {
                    Node& node = nodes[static_cast<size_t>(n)];
                    const bool foot = node.support[0].held && node.support[1].held && node.support[2].held;
                    if (!foot) continue;
                    for (const size_t k : {size_t{3}, size_t{4}, size_t{5}})
                        if (!node.support[k].held) node.support[k] = {true, 0}, any = true;
                }
            if (any) way(std::move(fixed), "fixed feet of " + name_);
        }
        // What frames in at the ends of the worst member, with its group a rung heavier that meets.
        std::set<std::string> groups;
        for (size_t i = 0; i < s_.model->members().size(); ++i) {
            const Member& o = s_.model->members()[i];
            if (o.exclude || i == worst_ || (!m.group.empty() && o.group == m.group)) continue;
            const bool meets =
                o.startNode == m.startNode || o.startNode == m.endNode || o.endNode == m.startNode || o.endNode == m.endNode;
            if (meets && !jointed(o)) groups.insert(o.group.empty() ? o.id : o.group);
        }
        if (!groups.empty() && groups.size() <= 3) {
            SizingChoice only;
            only.groups = {groups.begin(), groups.end()};
            const SizingPlan plan = planSizes(*s_.model, catalogue_, only, progress_);
            for (const GroupPlan& g : plan.groups) {
                const int at = g.rungs.find(g.from);
                if (at < 0) continue;
                const SectionProperties& now = g.rungs.rungs[static_cast<size_t>(at)].section->properties();
                for (size_t k = static_cast<size_t>(at) + 1; k < g.rungs.rungs.size(); ++k) {
                    const Rung& r = g.rungs.rungs[k];
                    if (!r.meets(g.target) || r.section->properties().iy < 1.2 * now.iy) continue;
                    Frame stiffer = f_;
                    if (applyEdit(stiffer, Edit{sectionFor(*s_.model, g.rungs.members, *r.section)}))
                        way(std::move(stiffer), fmt::format("{} for {}, which holds its end", r.section->designation, g.id));
                    break;
                }
            }
        }
        if (ways.empty())
            return none(RemedyKind::End,
                        "its joints and feet are rigid already, and nothing that frames in at its ends can be stiffer");
        double nearest = 1e300;
        size_t found = 0;
        for (Way& w : ways) {
            if (progress_.cancelled()) return;
            const auto t = tried(Edit{w.patch}, true);
            if (!t) continue;
            if (t->utilisation > 0) nearest = std::min(nearest, t->utilisation);
            if (!t->works) continue;
            Remedy r = remedy(RemedyKind::End, w.words, *t, Edit{std::move(w.patch)});
            r.analysed = true;
            for (size_t i = 0; i < t->state.report->results.size(); ++i) {
                if (t->state.report->results[i].status != Status::Over) continue;
                const auto was = s_.model->find(t->state.model->members()[i].id);
                r.elsewhere += !was || s_.report->results[*was].status != Status::Over;
            }
            add(std::move(r));
            ++found;
        }
        if (found == 0)
            none(RemedyKind::End, nearest > 1e299
                                      ? fmt::format("none works: the frame does not stand with it")
                                      : fmt::format("none works: the best of {} leaves {:.2f}", ways.size(), nearest));
    }

    // Do both ends of a member turn freely?
    bool jointed(const Member& m) const
    {
        const Element& first = f_.elements[static_cast<size_t>(m.pieces.front().element)];
        const Element& last = f_.elements[static_cast<size_t>(m.pieces.back().element)];
        if (first.behaviour != Behaviour::Beam) return true;
        const bool i = first.i == m.startNode ? first.releaseI[4] : first.releaseJ[4];
        const bool j = last.j == m.endNode ? last.releaseJ[4] : last.releaseI[4];
        return i && j;
    }

    const DesignState& s_;
    const Frame& f_;
    size_t worst_;
    const Catalogue& catalogue_;
    Progress& progress_;
    const std::function<void(const Remedy&)>& told_;
    std::string name_;
    std::vector<size_t> members_;
    GroupPlan plan_;
    std::shared_ptr<AnalysisMemory> memory_ = analysisMemory();
    std::vector<Remedy> out_;
};

} // namespace

std::vector<Remedy> remediesFor(const DesignState& s, size_t member, const Catalogue& catalogue, Progress& progress,
                                const std::function<void(const Remedy&)>& told)
{
    return Remedies(s, member, catalogue, progress, told).run();
}

} // namespace wr
