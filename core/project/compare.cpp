#include "core/project/compare.h"

#include "core/project/edited_state.h"
#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

namespace {

const FrameSection& sectionOf(const DesignState& s, const Member& m)
{
    return s.frame->sections[static_cast<size_t>(m.section)];
}

std::string nameOf(const FrameSection& s)
{
    return s.name.empty() ? s.id : s.name;
}

double massOf(const DesignState& s, const Member& m)
{
    double out = 0;
    for (const MemberPiece& p : m.pieces) {
        const Element& e = s.frame->elements[p.element];
        out += s.frame->length(e) * s.frame->sections[e.section].properties.a * s.frame->materials[e.material].density;
    }
    return out;
}

// One side of a change.
void fill(const DesignState& s, size_t i, std::string& section, double& mass, double& ratio, Status& status)
{
    const Member& m = s.model->members()[i];
    const MemberResult& r = s.report->results[i];
    if (m.section >= 0) section = nameOf(sectionOf(s, m));
    mass = massOf(s, m);
    status = r.status;
    if (r.govern() && !m.exclude) ratio = r.utilisation;
}

MemberChange::Kind kindOf(const MemberChange& c)
{
    using K = MemberChange::Kind;
    if (!c.then) return K::New;
    if (!c.now) return K::Gone;
    const bool wasOver = c.statusThen == Status::Over, isOver = c.statusNow == Status::Over;
    if (isOver && !wasOver) return K::BecameOver;
    if (wasOver && !isOver && c.statusNow != Status::Unchecked) return K::CameRight;
    if (c.statusNow == Status::Unchecked && c.statusThen != Status::Unchecked) return K::BecameUnchecked;
    constexpr double kGram = 1e-3;
    if (c.massNow > c.massThen + kGram) return K::Heavier;
    if (c.massNow < c.massThen - kGram) return K::Lighter;
    constexpr double kSeen = 5e-3; // of the ratio: what two decimals show
    const bool ratio = std::isnan(c.ratioThen) != std::isnan(c.ratioNow) || std::abs(c.ratioChange()) > kSeen;
    return ratio || c.sectionThen != c.sectionNow || c.statusThen != c.statusNow ? K::Other : K::Same;
}

bool crosses(MemberChange::Kind k)
{
    using K = MemberChange::Kind;
    return k == K::BecameOver || k == K::CameRight || k == K::BecameUnchecked;
}

} // namespace

std::string_view changeWord(MemberChange::Kind k)
{
    using K = MemberChange::Kind;
    switch (k) {
    case K::BecameOver: return "became over";
    case K::CameRight: return "came right";
    case K::BecameUnchecked: return "became unchecked";
    case K::New: return "new";
    case K::Gone: return "gone";
    case K::Heavier: return "heavier";
    case K::Lighter: return "lighter";
    case K::Other: return "changed";
    case K::Same: break;
    }
    return "as it was";
}

Standing standingOf(const DesignState& s)
{
    Standing out;
    out.members = s.model->members().size();
    out.over = s.report->counts.over;
    out.unchecked = s.report->counts.unchecked;
    out.top = s.report->counts.top;
    out.checked = s.checked;
    out.mass = s.mass();
    std::set<std::string> sections;
    for (const Element& e : s.frame->elements.list()) {
        const FrameSection& x = s.frame->sections[e.section];
        out.painted += s.frame->length(e) * x.properties.perimeter;
        sections.insert(nameOf(x));
    }
    out.sections = sections.size();
    return out;
}

Comparison compareStates(const DesignState& then, const DesignState& now)
{
    Comparison out;
    out.then = standingOf(then);
    out.now = standingOf(now);
    std::map<std::string, double> groups;
    const SharedList<Member>&before = then.model->members(), &after = now.model->members();
    for (size_t i = 0; i < after.size(); ++i) {
        MemberChange c;
        c.id = after[i].id;
        c.group = after[i].group;
        c.now = i;
        c.then = i < before.size() && before[i].id == c.id ? std::optional(i) : then.model->find(c.id);
        fill(now, i, c.sectionNow, c.massNow, c.ratioNow, c.statusNow);
        if (c.then) fill(then, *c.then, c.sectionThen, c.massThen, c.ratioThen, c.statusThen);
        out.members.push_back(std::move(c));
    }
    for (size_t i = 0; i < before.size(); ++i)
        if (!now.model->find(before[i].id)) {
            MemberChange c;
            c.id = before[i].id;
            c.group = before[i].group;
            c.then = i;
            fill(then, i, c.sectionThen, c.massThen, c.ratioThen, c.statusThen);
            out.members.push_back(std::move(c));
        }
    for (MemberChange& c : out.members) {
        c.kind = kindOf(c);
        groups[c.group] += c.massNow - c.massThen;
    }
    const auto size = [](const MemberChange& c) { return std::isnan(c.ratioChange()) ? 1e9 : std::abs(c.ratioChange()); };
    std::stable_sort(out.members.begin(), out.members.end(), [&](const MemberChange& a, const MemberChange& b) {
        const auto rank = [](const MemberChange& c) {
            return crosses(c.kind) ? 0 : c.kind == MemberChange::Kind::Same ? 2 : 1;
        };
        if (rank(a) != rank(b)) return rank(a) < rank(b);
        if (rank(a) == 0 && a.kind != b.kind) return a.kind < b.kind;
        return size(a) > size(b);
    });
    constexpr double kSeen = 0.05; // kg
    for (const auto& [group, kg] : groups)
        if (std::abs(kg) > kSeen) out.groups.emplace_back(group, kg);
    std::stable_sort(out.groups.begin(), out.groups.end(),
                     [](const auto& a, const auto& b) { return std::abs(a.second) > std::abs(b.second); });
    return out;
}

size_t Comparison::count(MemberChange::Kind k) const
{
    return static_cast<size_t>(
        std::count_if(members.begin(), members.end(), [&](const MemberChange& c) { return c.kind == k; }));
}

bool Comparison::same() const
{
    return count(MemberChange::Kind::Same) == members.size();
}

std::string Comparison::sentence() const
{
    using K = MemberChange::Kind;
    std::string out;
    bool any = false;
    for (const K k : {K::CameRight, K::BecameOver, K::BecameUnchecked, K::Heavier, K::Lighter, K::New, K::Gone, K::Other})
        if (const size_t n = count(k); n > 0) {
            const bool more = any && (k == K::Heavier || k == K::Lighter) && (count(K::CameRight) + count(K::BecameOver) > 0);
            out += fmt::format("{}{} {}{}", any ? ", " : "", n, more && k == K::Heavier ? "more " : "", changeWord(k));
            any = true;
        }
    if (!any) out = "nothing differs";
    const auto tonnes = [](double kg) { return fmt::format("{:.1f}", kg / 1000); };
    out += tonnes(then.mass) == tonnes(now.mass) && std::abs(then.mass - now.mass) < 0.5
               ? fmt::format("; {} t", tonnes(now.mass))
               : fmt::format("; {} → {} t", tonnes(then.mass), tonnes(now.mass));
    return out;
}

namespace {

bool correspond(const DesignState& a, const DesignState& b)
{
    const Frame &f = *a.frame, &g = *b.frame;
    const auto alike = [](const auto& x, const auto& y) {
        return x.shares(y) || std::equal(x.list().begin(), x.list().end(), y.list().begin(), y.list().end(),
                                         [](const auto& p, const auto& q) { return p.id == q.id; });
    };
    return a.hasForces() && b.hasForces() && alike(f.elements, g.elements) && alike(f.nodes, g.nodes) &&
           alike(f.combinations, g.combinations) && alike(f.cases, g.cases);
}

} // namespace

CauseFinder::CauseFinder(const DesignState& then, const DesignState& now) : then_(then), now_(now)
{
    if (!correspond(then, now)) return;
    const auto forces = std::shared_ptr<const ForceTable>(now.results, &now.results->forces.forces);
    const CheckModel::Motions motions(now.results, &now.results->forces.motions);
    forces_ = std::make_shared<const CheckModel>(then.frame, forces, motions, then.model->restraint(), *then.model, Changed{});
    auto held = std::make_shared<Frame>(*now.frame);
    held->design.restraints = then.frame->design.restraints;
    held->design.lengths = then.frame->design.lengths;
    strengths_ = std::make_shared<const CheckModel>(held, forces, now.model->standards(), motions, then.model->restraint());
}

std::optional<ChangeCauses> CauseFinder::of(const MemberChange& c) const
{
    if (!able() || !c.then || !c.now || std::isnan(c.ratioThen) || std::isnan(c.ratioNow)) return std::nullopt;
    const auto between = strengths_->find(c.id);
    if (!between) return std::nullopt;
    const MemberResult demand = forces_->check(*c.then), strength = strengths_->check(*between);
    if (!demand.govern() || !strength.govern()) return std::nullopt;
    ChangeCauses out;
    out.demand = demand.utilisation - c.ratioThen;
    out.strength = strength.utilisation - demand.utilisation;
    out.lengths = c.ratioNow - strength.utilisation;
    // The check that governs now, and what it asked for then.
    const CheckOutcome& g = *now_.report->results[*c.now].govern();
    const Standard& s = now_.model->standardOf(*c.now);
    if (const CheckRow* row = s.row(g)) {
        out.check = row->title;
        out.quantity = g.quantity;
        out.demandNow = g.demand;
        for (const CheckOutcome& o : then_.report->results[*c.then].outcomes)
            if (o.check == g.check && &then_.model->standardOf(*c.then) == &s) out.demandThen = o.demand;
    }
    return out;
}

std::optional<DesignState> stateOfFrame(const DesignState& like, const Frame& frame, const ResultStore& store,
                                        Progress& progress)
{
    auto next = advance(like, differences(*like.frame, frame, ""), frame, store);
    DesignState s = std::move(next.state);
    if (next.stale.analyse || (next.stale.sizes && !s.forces().given && !s.forcesFit())) {
        auto r = analysedAnew(frame, choiceFor(frame), progress);
        if (progress.cancelled()) return std::nullopt;
        s = withResults(s, std::move(r));
    }
    return checkedWhole(s, progress);
}

} // namespace wr
