#include "core/checking/runner.h"

#include "core/checking/member_deflections.h"
#include "core/members/lengths.h"
#include "core/standards/common/deflection.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <fmt/format.h>
#include <tbb/blocked_range.h>
#include <tbb/enumerable_thread_specific.h>
#include <tbb/parallel_for.h>
#include <unordered_map>

namespace wr {

namespace {

bool anyCompression(const ForceTable& t)
{
    constexpr double kLeast = 1.0; // N
    for (size_t i = 0; i < t.values.size(); i += 6)
        if (t.values[i] < -kLeast) return true;
    return false;
}

} // namespace

CheckModel::CheckModel(std::shared_ptr<const Frame> frame, std::shared_ptr<const ForceTable> forces, Standards standards,
                       Motions motions)
    : motions_(std::move(motions)), frame_(std::move(frame)), forces_(std::move(forces)), standards_(std::move(standards)),
      compressed_(anyCompression(*forces_))
{
    members_ = std::make_shared<const SharedList<Member>>(formMembers(*frame_, formingFindings_));
    elementsAt_ = std::make_shared<const std::vector<std::vector<int>>>(elementsAtNodes(*frame_));
    assignment_ = std::make_shared<const Assignment>(*frame_, *members_, standards_, nullptr);
    sets_ = std::make_shared<const ForceSets>(*frame_, *forces_, *standards_);
    support(nullptr, nullptr);
}

CheckModel::CheckModel(std::shared_ptr<const Frame> frame, std::shared_ptr<const ForceTable> forces, Motions motions,
                       const CheckModel& before, const Changed& changed)
    : motions_(std::move(motions)), frame_(std::move(frame)), forces_(std::move(forces)), standards_(before.standards_),
      members_(before.members_), elementsAt_(before.elementsAt_), formingFindings_(before.formingFindings_),
      compressed_(forces_ == before.forces_ ? before.compressed_ : anyCompression(*forces_))
{
    if (changed.forming) {
        const std::vector<char> none(changed.elements.empty() ? frame_->elements.size() : 0, 0);
        const FormedBefore formed{*before.members_, changed.elements.empty() ? none : changed.elements, changed.members};
        formingFindings_.clear();
        members_ = std::make_shared<const SharedList<Member>>(formMembers(*frame_, formingFindings_, &formed));
    }
    assignment_ = std::make_shared<const Assignment>(*frame_, *members_, standards_, before.assignment_.get());
    const bool sameSets = forces_ == before.forces_ && frame_->combinations.shares(before.frame_->combinations);
    sets_ = sameSets ? before.sets_ : std::make_shared<const ForceSets>(*frame_, *forces_, *standards_);
    support(&before, &changed);
}

// Holds and lengths of every member: those of a member that is the same, held and checked as before, are taken over.
void CheckModel::support(const CheckModel* before, const Changed* changed)
{
    const Frame& f = *frame_;
    std::optional<StatedRows> stated;
    std::unordered_map<const Member*, size_t> places;
    const auto placeBefore = [&](size_t i) -> std::optional<size_t> {
        const auto& item = members_->item(i);
        const SharedList<Member>& list = before->members();
        if (i < list.size() && list.item(i) == item) return i;
        if (places.empty())
            for (size_t k = 0; k < list.size(); ++k)
                places.emplace(&list[k], k);
        const auto it = places.find(item.get());
        return it == places.end() ? std::nullopt : std::optional(it->second);
    };
    const bool reuse = before && before->forces_->given == forces_->given;
    lanes_.reserve(members_->size());
    findings_ = formingFindings_;
    for (size_t i = 0; i < members_->size(); ++i) {
        const Member& m = (*members_)[i];
        SharedList<MemberLanes>::Item item;
        if (reuse && !changed->stated.contains(m.id))
            if (const auto place = placeBefore(i); place && before->briefOf(*place).k == briefOf(i).k)
                item = before->lanes_.item(*place);
        if (!item) {
            if (!stated) stated.emplace(f);
            auto made = std::make_shared<MemberLanes>();
            made->holds = holdsOf(f, m, *stated, *elementsAt_, !forces_->given);
            made->lanes = lengthsOf(m, made->holds, *stated, briefOf(i));
            item = std::move(made);
        }
        lanes_.push_back(std::move(item));
        const Lanes& l = lanes_.back().lanes;
        if (l.freeStart || l.freeEnd)
            findings_.push_back(finding(
                "member.free-end", "", m.id,
                fmt::format("{} of member {} is held by nothing that stands across it: it is checked as a cantilever (K = "
                            "2); a restraint there says otherwise",
                            l.freeStart && l.freeEnd ? "each end"
                            : l.freeStart            ? "the first end"
                                                     : "the last end",
                            m.id)));
    }
    findings_.insert(findings_.end(), assignment_->findings().begin(), assignment_->findings().end());
}

bool CheckModel::sameCheck(size_t member, const CheckModel& other, size_t there) const
{
    const Frame &f = *frame_, &g = *other.frame_;
    return forces_ == other.forces_ && members_->item(member) == other.members_->item(there) &&
           lanes_.item(member) == other.lanes_.item(there) && assignment_->item(member) == other.assignment_->item(there) &&
           f.combinations.shares(g.combinations) && f.design.swayX == g.design.swayX && f.design.swayY == g.design.swayY;
}

TableSet CheckModel::setOf(size_t member, const CheckOutcome& o) const
{
    const auto in = [](std::span<const TableSet> sets, size_t row) { return row < sets.size() ? sets[row] : TableSet(); };
    if (o.serviceSet.given()) return in(serviceSets(), o.serviceSet.at());
    return o.set.given() ? in(setsFor(standardOf(member)), o.set.at()) : TableSet();
}

std::string CheckModel::combinationOf(size_t member, const CheckOutcome& o) const
{
    return combinationName(*frame_, *forces_, setOf(member, o));
}

MemberPlan CheckModel::plan(size_t member) const
{
    const Member& m = (*members_)[member];
    const FrameSection& s = frame_->sections[m.section];
    const Brief& b = briefOf(member);
    MemberPlan out = planMember(m, lanes(member), *forces_, s.properties.principal,
                                b.anglesAboutLegs() && s.shape.kind == ShapeKind::Angle);
    out.keepForces = standardOf(member).wantsStations;
    if (b.tensionField) out.endPanel = b.stiffenerSpacing.value_or(0);
    out.shearLengths = s.shape.kind == ShapeKind::Chs;
    if (standardOf(member).amplifiesMembers && !b.secondOrderIncluded) {
        out.firstOrder.resize(forces_->sets.size());
        for (size_t k = 0; k < out.firstOrder.size(); ++k)
            out.firstOrder[k] = !forces_->inSecond(forces_->sets[k].combination);
    }
    return out;
}

void CheckModel::demandsInto(size_t member, std::vector<double>& buffer, Demands& d) const
{
    const MemberPlan p = plan(member);
    reduceInto(p, *forces_, setsFor(standardOf(member)), buffer, d);
    d.deflections.clear();
    const Brief& b = briefOf(member);
    const auto& limits = assignment_->of(member).rules->deflection;
    if (limits.empty()) return;
    using Part = DeflectionLimit::Part;
    const auto asks = [&](Part part) {
        return std::any_of(limits.begin(), limits.end(), [&](const DeflectionLimit& l) { return l.part == part; });
    };
    deflectionsInto(p,
                    {*frame_, (*members_)[member], lanes(member), *forces_, *elementsAt_, serviceSets(), motions_.get(),
                     b.deflection.betweenEnds, asks(Part::Total), asks(Part::Variable)},
                    buffer, d);
}

Demands CheckModel::demands(size_t member) const
{
    Demands out;
    std::vector<double> buffer;
    demandsInto(member, buffer, out);
    return out;
}

MemberInput CheckModel::inputWith(size_t member, const Shape& shape, const SectionProperties& p) const
{
    const Member& m = (*members_)[member];
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
    const FrameSection& s = frame_->sections[(*members_)[member].section];
    return inputWith(member, s.shape, s.properties);
}

MemberResult CheckModel::checkWith(size_t member, std::vector<double>& buffer, Demands& d) const
{
    MemberResult r;
    const Member& m = (*members_)[member];
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
    demandsInto(member, buffer, d);
    judge(member, input(member), d, r);
    return r;
}

void CheckModel::judge(size_t member, const MemberInput& in, const Demands& d, MemberResult& r) const
{
    runStandard(member, in, d, r);
    warnOfSway(member, d, r);
    if (!forces_->lacks.empty()) { // what is over stays over; the rest may be
        r.notes.push_back("unchecked: " + forces_->lacks);
        if (r.status != Status::Over) r.status = Status::Unchecked;
    }
}

// With the demands of the further stages that the standard asks for, if any.
void CheckModel::runStandard(size_t member, const MemberInput& in, const Demands& d, MemberResult& r) const
{
    const Standard& s = standardOf(member);
    if (s.stages.empty()) return s.run(in, d, r);
    const MemberPlan p = plan(member);
    std::vector<Demands> demands(s.stages.size());
    std::vector<MemberStage> stages;
    std::vector<double> buffer;
    for (size_t k = 0; k < s.stages.size(); ++k) {
        reduceInto(p, *forces_, sets_->stage(s, k), buffer, demands[k]);
        stages.push_back({s.stages[k].name, in.lanes, demands[k]});
    }
    MemberInput staged = in;
    staged.stages = stages;
    s.run(staged, d, r);
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
    if (!std::any_of(d.sets.begin(), d.sets.end(), [](const SetDemand& x) { return x.firstOrder; })) return;
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
    if (o.status == Status::Unchecked || o.status == Status::NotApplicable || forces_->empty()) {
        Trace t;
        t.note(o.reason);
        return t;
    }
    return standardOf(member).explain(input(member), demands(member), o);
}

std::vector<BraceRow> CheckModel::bracing(size_t member) const
{
    const Standard& s = standardOf(member);
    const Member& m = (*members_)[member];
    if (!s.bracing || forces_->empty() || m.exclude || !m.broken.empty()) return {};
    const Demands d = demands(member);
    if (!d.valid || d.sets.empty()) return {};
    return s.bracing(input(member), d);
}

std::optional<LengthCurve> CheckModel::lengthCurve(size_t member, const CheckOutcome& o) const
{
    const Standard& s = standardOf(member);
    if (!s.lengthCurve || o.status == Status::Unchecked || o.status == Status::NotApplicable || forces_->empty()) return {};
    return s.lengthCurve(input(member), demands(member), o);
}

std::optional<InteractionDiagram> CheckModel::interactionDiagram(size_t member, const CheckOutcome& o) const
{
    const Standard& s = standardOf(member);
    if (!s.interactionDiagram || o.status == Status::Unchecked || o.status == Status::NotApplicable || forces_->empty())
        return {};
    return s.interactionDiagram(input(member), demands(member), o);
}

std::optional<DeflectionCurve> CheckModel::deflectionCurve(size_t member, const CheckOutcome& o) const
{
    if (!o.serviceSet.given() || o.status == Status::Unchecked || o.status == Status::NotApplicable || forces_->empty()) return {};
    return wr::deflectionCurve(input(member), demands(member));
}

bool CheckModel::checkAll(CheckReport& report, Progress& progress, std::span<const size_t> which) const
{
    report.standard = standard().key;
    static const auto none = std::make_shared<const MemberResult>();
    report.results.resize(members_->size(), none);
    const size_t n = which.empty() ? members_->size() : which.size();
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
            report.results.set(m, checkWith(m, local.buffer, local.demands));
        }
        const size_t now = done += range.size();
        progress.at(static_cast<double>(now) / static_cast<double>(n), "checking");
    });
    report.cancelled = progress.cancelled();
    report.count(*members_);
    return !report.cancelled;
}

} // namespace wr
