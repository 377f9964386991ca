#include "core/checking/runner.h"

#include "core/checking/lane_findings.h"
#include "core/checking/member_deflections.h"
#include "core/grades/grades.h"
#include "core/standards/common/deflection.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <fmt/format.h>
#include <tbb/blocked_range.h>
#include <tbb/enumerable_thread_specific.h>
#include <tbb/parallel_for.h>

namespace wr {

namespace {

bool anyCompression(const ForceTable& t)
{
    constexpr double kLeast = 1.0; // N
    for (size_t i = 0; i < t.values.size(); i += 6)
        if (t.values[i] < -kLeast) return true;
    return false;
}

// "N and Mz under 2 % of their yield values are taken as nothing …", of one set or of how many.
std::string neglectedWords(const Brief& b, const Demands& d, SetRow set)
{
    std::array<int, 3> count{};
    for (size_t i = 0; i < d.neglected.size(); ++i)
        for (size_t k = 0; k < 3; ++k)
            if (!set.given() || set.at() == i) count[k] += (d.neglected[i] >> k) & 1;
    constexpr std::array<const char*, 3> names{"N", "My", "Mz"};
    std::string which;
    for (size_t k = 0; k < 3; ++k)
        if (count[k] > 0)
            which += fmt::format("{}{}{}", which.empty() ? "" : ", ", names[k],
                                 set.given() ? "" : fmt::format(" in {} of {} combinations", count[k], d.neglected.size()));
    return fmt::format("Taken as nothing, being under {:.3g} % of what makes the section yield (brief {}: neglectBelow): {}.",
                       100 * b.neglectBelow.value_or(0), b.id, which);
}

} // namespace

CheckModel::CheckModel(std::shared_ptr<const Frame> frame, std::shared_ptr<const ForceTable> forces, Standards standards,
                       Motions motions, Restraint restraint)
    : motions_(std::move(motions)), frame_(std::move(frame)), forces_(std::move(forces)), standards_(std::move(standards)),
      restraint_(std::move(restraint)), compressed_(anyCompression(*forces_))
{
    formed_ = std::make_shared<const Formed>(formMembers(*frame_, formingFindings_));
    elementsAt_ = std::make_shared<const std::vector<std::vector<int>>>(elementsAtNodes(*frame_));
    assignment_ = std::make_shared<const Assignment>(*frame_, members(), standards_, nullptr);
    sets_ = std::make_shared<const ForceSets>(*frame_, *forces_, *standards_, *assignment_);
    support(nullptr, nullptr);
    addPurposes(nullptr, nullptr);
}

CheckModel::CheckModel(std::shared_ptr<const Frame> frame, std::shared_ptr<const ForceTable> forces, Motions motions,
                       Restraint restraint, const CheckModel& before, const Changed& changed)
    : motions_(std::move(motions)), frame_(std::move(frame)), forces_(std::move(forces)), standards_(before.standards_),
      formed_(before.formed_), elementsAt_(before.elementsAt_), restraint_(std::move(restraint)),
      formingFindings_(before.formingFindings_),
      compressed_(forces_ == before.forces_ ? before.compressed_ : anyCompression(*forces_))
{
    if (changed.forming) {
        const FormedBefore formed{*before.formed_, changed.elements, changed.members};
        formingFindings_.clear();
        formed_ = std::make_shared<const Formed>(formMembers(*frame_, formingFindings_, &formed));
    }
    const bool sameMembers = formed_ == before.formed_;
    assignment_ = sameMembers && before.assignment_->holdsFor(*frame_)
                      ? before.assignment_
                      : std::make_shared<const Assignment>(*frame_, members(), standards_, before.assignment_.get());
    const bool sameSets = forces_ == before.forces_ && assignment_ == before.assignment_ &&
                          frame_->combinations.shares(before.frame_->combinations);
    sets_ = sameSets ? before.sets_ : std::make_shared<const ForceSets>(*frame_, *forces_, *standards_, *assignment_);
    support(&before, &changed);
    addPurposes(&before, &changed);
}

bool CheckModel::samePlaces(const CheckModel& other) const
{
    if (formed_ == other.formed_) return true;
    const SharedList<Member>&a = members(), &b = other.members();
    if (a.size() != b.size()) return false;
    for (size_t i = 0; i < a.size(); ++i)
        if (a.item(i) != b.item(i) && a[i].id != b[i].id) return false;
    return true;
}

std::vector<Finding> CheckModel::findings() const
{
    std::vector<Finding> out = formingFindings_;
    laneFindings(*this, out);
    out.insert(out.end(), assignment_->findings().begin(), assignment_->findings().end());
    return out;
}

bool CheckModel::sameCheck(size_t member, const CheckModel& other, size_t there) const
{
    const Frame &f = *frame_, &g = *other.frame_;
    return forces_ == other.forces_ && members().item(member) == other.members().item(there) &&
           (lanes_.item(member) == other.lanes_.item(there) || lanes(member).checksLike(other.lanes(there))) &&
           assignment_->item(member) == other.assignment_->item(there) && samePurposes(member, other, there) &&
           f.combinations.shares(g.combinations) && f.design.swayX == g.design.swayX && f.design.swayY == g.design.swayY;
}

TableSet CheckModel::setOf(size_t member, const CheckOutcome& o) const
{
    const auto in = [](std::span<const TableSet> sets, size_t row) { return row < sets.size() ? sets[row] : TableSet(); };
    const CheckModel& by = modelOf(o);
    if (o.serviceSet.given()) return in(by.serviceSetsOf(member), o.serviceSet.at());
    if (!o.set.given()) return {};
    const Standard& s = standardOf(member);
    return in(o.stage < 0 ? by.setsOf(member) : sets_->stage(s, static_cast<size_t>(o.stage)), o.set.at());
}

std::string CheckModel::combinationOf(size_t member, const CheckOutcome& o) const
{
    return combinationName(*frame_, *forces_, setOf(member, o));
}

MemberPlan CheckModel::plan(size_t member) const
{
    const Member& m = members()[member];
    const FrameSection& s = frame_->sections[m.section];
    const Brief& b = briefOf(member);
    MemberPlan out =
        planMember(m, lanes(member), *forces_, s.properties.principal, b.anglesAboutLegs() && s.shape.kind == ShapeKind::Angle);
    out.keepForces = standardOf(member).wantsStations;
    if (b.liveLoad.asked()) reduceLive(member, out, nullptr);
    if (b.neglectBelow)
        if (const MemberInput in = input(member); in.steel.reason.empty())
            out.neglect = {*b.neglectBelow * in.steel.fy * s.properties.a, *b.neglectBelow * in.steel.fy * s.properties.wply,
                           *b.neglectBelow * in.steel.fy * s.properties.wplz};
    if (standardOf(member).amplifiesMembers && !b.secondOrderIncluded) {
        out.firstOrder.resize(forces_->sets.size());
        for (size_t k = 0; k < out.firstOrder.size(); ++k)
            out.firstOrder[k] = !forces_->inSecond(forces_->sets[k].combination);
    }
    return out;
}

// The sets of one combination; all where none is asked for.
std::vector<TableSet> CheckModel::ofCombination(std::span<const TableSet> sets, int combination) const
{
    std::vector<TableSet> out(sets.begin(), sets.end());
    if (combination >= 0) std::erase_if(out, [&](TableSet s) { return forces_->sets[s.at()].combination != combination; });
    return out;
}

void CheckModel::demandsInto(size_t member, std::vector<double>& buffer, Demands& d, const Asked& asked) const
{
    MemberPlan p = plan(member);
    if (asked.small) p.neglect = {};
    const Brief& b = briefOf(member);
    const Standard& standard = standardOf(member);
    // A service combination asks for its deflections only: what is for strength stays whole, and is left out of the result.
    const bool service = asked.combination >= 0 && frame_->combinations[asked.combination].purpose == Purpose::Service;
    const std::vector<TableSet> chosen = ofCombination(setsOf(member), service ? -1 : asked.combination),
                                inService = ofCombination(serviceSetsOf(member), service ? asked.combination : -1);
    const std::span<const TableSet> sets = chosen;
    const std::unique_ptr<Gatherer> own = standard.gather ? standard.gather({b, sets.size()}) : nullptr;
    reduceInto(p, *forces_, sets, buffer, d, own.get());
    d.own = own ? own->finish() : nullptr;
    d.deflections.clear();
    d.alone = asked.combination >= 0;
    d.further.clear();
    d.furtherFor.clear();
    for (size_t k = 0; asked.further && k < kPurposeCount; ++k)
        if (const CheckModel* by = forPurpose(member, static_cast<Purpose>(k))) {
            d.furtherFor.push_back(static_cast<Purpose>(k));
            std::vector<double> more;
            by->demandsInto(member, more, d.further.emplace_back(), asked);
        }
    const auto& limits = assignment_->of(member).rules->deflection;
    if (limits.empty()) return;
    using Part = DeflectionLimit::Part;
    const auto asks = [&](Part part) {
        return std::any_of(limits.begin(), limits.end(), [&](const DeflectionLimit& l) { return l.part == part; });
    };
    deflectionsInto(p,
                    {*frame_, members()[member], lanes(member), *forces_, *elementsAt_, inService, motions_.get(),
                     b.deflection.from, floors_.get(), asks(Part::Total), asks(Part::Variable)},
                    buffer, d);
}

Demands CheckModel::demands(size_t member) const
{
    Demands out;
    std::vector<double> buffer;
    demandsInto(member, buffer, out, {});
    return out;
}

Demands CheckModel::allDemands(size_t member) const
{
    Demands out;
    std::vector<double> buffer;
    demandsInto(member, buffer, out, {.small = true});
    return out;
}

MemberInput CheckModel::inputWith(size_t member, const Shape& shape, const SectionProperties& p) const
{
    const Member& m = members()[member];
    const Assigned& a = assignment_->of(member);
    return {shape,
            p,
            steelOf(frame_->materials[m.material], a.steels[m.material], shape),
            lanes(member),
            a.brief,
            m.length,
            a.rules.get(),
            !forces_->rigidInShear};
}

MemberInput CheckModel::input(size_t member) const
{
    const FrameSection& s = frame_->sections[members()[member].section];
    return inputWith(member, s.shape, s.properties);
}

MemberResult CheckModel::checkWith(size_t member, std::vector<double>& buffer, Demands& d, int combination) const
{
    MemberResult r;
    const Member& m = members()[member];
    const auto unchecked = [&](std::string why) {
        CheckOutcome o;
        o.check = 0;
        o.reason = std::move(why);
        r.outcomes.push_back(std::move(o));
        r.settle();
        return r;
    };
    if (m.exclude) return unchecked("left out of checking by the engineer");
    if (!m.broken.empty()) return unchecked(m.broken);
    if (forces_->empty()) return unchecked("the frame has no forces yet: analyse it");
    if (combination >= 0)
        if (const CheckModel* by = forPurpose(member, frame_->combinations[combination].purpose)) {
            r = by->checkWith(member, buffer, d, combination);
            for (CheckOutcome& o : r.outcomes)
                o.settings = static_cast<int>(*by->only_);
            return r;
        }
    demandsInto(member, buffer, d, {.further = combination < 0, .combination = combination});
    judge(member, input(member), d, r);
    if (combination >= 0) onlyOf(member, combination, r);
    return r;
}

// Outcomes of one combination alone: its rows are found again among those of all, and what is of another purpose is no outcome
// of it.
void CheckModel::onlyOf(size_t member, int combination, MemberResult& r) const
{
    const bool service = frame_->combinations[combination].purpose == Purpose::Service;
    const auto placeIn = [&](std::span<const TableSet> all, size_t row) {
        const std::vector<TableSet> mine = ofCombination(all, combination);
        return row < mine.size() ? static_cast<size_t>(std::find(all.begin(), all.end(), mine[row]) - all.begin()) : row;
    };
    const Standard& s = standardOf(member);
    for (CheckOutcome& o : r.outcomes) {
        if ((s.kindOf(o) == CheckKind::Deflection) != service) {
            o.status = Status::NotApplicable;
            o.ratio = 0;
            o.reason = "not of the purpose of this combination";
        } else if (o.set.given() && o.stage < 0)
            o.set = SetRow(placeIn(setsOf(member), o.set.at()));
        else if (o.serviceSet.given())
            o.serviceSet = ServiceRow(placeIn(serviceSetsOf(member), o.serviceSet.at()));
    }
    r.settle();
}

// The input with the demands of the further stages that the standard asks for, if any, handed on.
template <class F> auto CheckModel::staged(size_t member, const MemberInput& in, F&& use) const
{
    const Standard& s = standardOf(member);
    if (s.stages.empty()) return use(in);
    const MemberPlan p = plan(member);
    std::vector<Demands> demands(s.stages.size());
    std::vector<MemberStage> stages;
    std::vector<double> buffer;
    for (size_t k = 0; k < s.stages.size(); ++k) {
        reduceInto(p, *forces_, sets_->stage(s, k), buffer, demands[k]);
        stages.push_back({s.stages[k].name, static_cast<int>(k), in.lanes, demands[k]});
    }
    MemberInput with = in;
    with.stages = stages;
    return use(with);
}

// By the member's own settings; what the forces as a whole leave open is for judge().
void CheckModel::judgeOwn(size_t member, const MemberInput& in, const Demands& d, MemberResult& r) const
{
    staged(member, in, [&](const MemberInput& x) { standardOf(member).run(x, d, r); });
    noteBrief(member, d, r);
}

// What the brief makes of forces and strength that no clause says.
void CheckModel::noteBrief(size_t member, const Demands& d, MemberResult& r) const
{
    const Brief& b = briefOf(member);
    if (!b.grade.empty() && findGrade(b.grade))
        r.notes.push_back(fmt::format("Strength of {} by the brief {}.", b.grade, b.id));
    if (!d.neglected.empty()) r.notes.push_back(neglectedWords(b, d, {}));
    if (b.liveLoad.asked()) {
        MemberPlan none;
        std::string words;
        reduceLive(member, none, &words);
        r.notes.push_back(std::move(words));
    }
}

bool CheckModel::swayMatters() const
{
    const bool braced = frame_->design.swayX == false && frame_->design.swayY == false; // so stated, in both directions
    return !braced && compressed_;
}

// First-order forces where the standard asks for second order: P-δ of the member is in its checks by now, what sway adds is
// not.
void CheckModel::warnOfSway(size_t member, const Demands& d, MemberResult& r) const
{
    if (!swayMatters()) return;
    const auto firstOrder = [](const Demands& x) {
        return std::any_of(x.sets.begin(), x.sets.end(), [](const SetDemand& set) { return set.firstOrder; });
    };
    if (!firstOrder(d) && std::none_of(d.further.begin(), d.further.end(), firstOrder)) return;
    if (r.status == Status::Ok) r.status = Status::Warned;
    r.notes.push_back(fmt::format("First-order forces: {} is applied to the member's own moments, what sway adds is missing.",
                                  standardOf(member).amplifiesMembers));
}

MemberResult CheckModel::check(size_t member) const
{
    std::vector<double> buffer;
    Demands d;
    return checkWith(member, buffer, d);
}

Trace CheckModel::explain(size_t member, const CheckOutcome& o) const
{
    if (const CheckModel& by = modelOf(o); &by != this) return by.explain(member, o);
    if (o.status == Status::Unchecked || o.status == Status::NotApplicable || forces_->empty()) {
        Trace t;
        t.note(o.reason);
        return t;
    }
    const std::optional<Demands> d = demandsOf(member, o);
    if (!d) {
        Trace t;
        t.note("What holds the member has changed: it is being checked again.");
        return t;
    }
    Trace out = staged(member, input(member), [&](const MemberInput& x) { return standardOf(member).explain(x, *d, o); });
    if (const Brief& b = briefOf(member); o.set.given() && o.set.at() < d->neglected.size() && d->neglected[o.set.at()] != 0)
        out.note(neglectedWords(b, *d, o.set));
    return out;
}

std::optional<Demands> CheckModel::demandsOf(size_t member, const CheckOutcome& o) const
{
    Demands d = demands(member);
    if (o.span >= std::ssize(d.spans)) return std::nullopt;
    return d;
}

std::vector<BraceRow> CheckModel::bracing(size_t member) const
{
    const Standard& s = standardOf(member);
    const Member& m = members()[member];
    if (!s.bracing || forces_->empty() || m.exclude || !m.broken.empty()) return {};
    const Demands d = demands(member);
    if (!d.valid || d.sets.empty()) return {};
    return s.bracing(input(member), d);
}

std::optional<LengthCurve> CheckModel::lengthCurve(size_t member, const CheckOutcome& o) const
{
    if (const CheckModel& by = modelOf(o); &by != this) return by.lengthCurve(member, o);
    const Standard& s = standardOf(member);
    if (!s.lengthCurve || o.status == Status::Unchecked || o.status == Status::NotApplicable || forces_->empty()) return {};
    const std::optional<Demands> d = demandsOf(member, o);
    return d ? s.lengthCurve(input(member), *d, o) : std::nullopt;
}

std::optional<InteractionDiagram> CheckModel::interactionDiagram(size_t member, const CheckOutcome& o) const
{
    if (const CheckModel& by = modelOf(o); &by != this) return by.interactionDiagram(member, o);
    const Standard& s = standardOf(member);
    if (!s.interactionDiagram || o.status == Status::Unchecked || o.status == Status::NotApplicable || forces_->empty())
        return {};
    const std::optional<Demands> d = demandsOf(member, o);
    return d ? s.interactionDiagram(input(member), *d, o) : std::nullopt;
}

std::optional<DeflectionCurve> CheckModel::deflectionCurve(size_t member, const CheckOutcome& o) const
{
    if (const CheckModel& by = modelOf(o); &by != this) return by.deflectionCurve(member, o);
    if (!o.serviceSet.given() || o.status == Status::Unchecked || o.status == Status::NotApplicable || forces_->empty())
        return {};
    return wr::deflectionCurve(input(member), demands(member));
}

bool CheckModel::checkAll(CheckReport& report, Progress& progress, std::span<const size_t> which, int combination) const
{
    report.standard = standard().key;
    static const auto none = std::make_shared<const MemberResult>();
    report.results.resize(members().size(), none);
    const size_t n = which.empty() ? members().size() : which.size();
    std::atomic<size_t> done{0};
    struct Local
    {
        std::vector<double> buffer;
        Demands demands;
    };
    tbb::enumerable_thread_specific<Local> locals;
    tbb::parallel_for(tbb::blocked_range<size_t>(0, n, 16), [&](const tbb::blocked_range<size_t>& range) {
        if (progress.cancelled()) return;
        Local& local = locals.local();
        for (size_t i = range.begin(); i < range.end(); ++i) {
            const size_t m = which.empty() ? i : which[i];
            report.results.set(m, checkWith(m, local.buffer, local.demands, combination));
        }
        const size_t now = done += range.size();
        progress.at(static_cast<double>(now) / static_cast<double>(n), "checking");
    });
    report.cancelled = progress.cancelled();
    report.count(members());
    return !report.cancelled;
}

} // namespace wr
