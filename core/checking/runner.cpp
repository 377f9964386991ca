#include "core/checking/runner.h"

#include "core/checking/member_deflections.h"
#include "core/frame/strength.h"
#include "core/standards/deflection.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <fmt/format.h>
#include <tbb/blocked_range.h>
#include <tbb/enumerable_thread_specific.h>
#include <tbb/parallel_for.h>

namespace wr {

Steel steelOf(const Material& m, const Shape& s, bool byTable31)
{
    Steel out;
    out.e = m.e;
    out.g = m.g;
    const Strength strength = byTable31 ? strengthByTable31(m, s) : strengthOf(m, s);
    out.fy = strength.fy;
    out.fu = strength.fu;
    out.fyNominal = std::max(out.fy, nominalYield(m));
    if ((!m.grade.empty() || !m.steps.empty()) && !(out.fy > 0 && out.fu > 0))
        out.reason = fmt::format("{} states no strength for a thickness of {:.1f} mm: give fy and fu, or another grade",
                                 m.grade.empty() ? "material " + m.id : m.grade, thickestWall(s) * 1000);
    if (out.reason.empty() && !(out.fy > 0)) out.reason = "material " + m.id + " has no yield strength: give fy, or a grade";
    if (out.reason.empty() && !(out.fu > 0)) out.reason = "material " + m.id + " has no tensile strength: give fu, or a grade";
    return out;
}

void CheckReport::count(const std::vector<Member>& members)
{
    counts = {};
    for (size_t i = 0; i < results.size(); ++i) {
        if (members[i].exclude) {
            ++counts.excluded;
            continue;
        }
        ++counts.checked;
        const MemberResult& r = results[i];
        counts.over += r.status == Status::Over;
        counts.unchecked += r.status == Status::Unchecked;
        counts.warned += r.status == Status::Warned;
        counts.ok += r.status == Status::Ok;
        counts.top = std::max(counts.top, r.utilisation);
    }
}

namespace {

bool anyCompression(const ForceTable& t)
{
    constexpr double kLeast = 1.0; // N
    for (size_t i = 0; i < t.values.size(); i += 6)
        if (t.values[i] < -kLeast) return true;
    return false;
}

} // namespace

CheckModel::CheckModel(std::shared_ptr<const Frame> frame, std::shared_ptr<const ForceTable> forces,
                       std::shared_ptr<const std::vector<Standard>> standards,
                       std::shared_ptr<const std::vector<NodeMotion>> motions)
    : motions_(std::move(motions)), frame_(std::move(frame)), forces_(std::move(forces)), standards_(std::move(standards))
{
    const Frame& f = *frame_;
    const auto byKey = [&](std::string_view key) -> const Standard* {
        for (const Standard& s : *standards_)
            if (s.key == key) return &s;
        return nullptr;
    };
    const std::string wanted = f.design.standard.empty() ? std::string(kDefaultStandard) : f.design.standard;
    standard_ = byKey(wanted);
    if (!standard_) {
        std::string known;
        for (const Standard& s : *standards_)
            known += (known.empty() ? "" : ", ") + std::string(s.key);
        findings_.push_back(finding("standard.unknown", "/design/standard", "",
                                    fmt::format("the standard \"{}\" is not shipped; checked by {} instead (shipped: {})",
                                                wanted, standards_->front().key, known)));
        standard_ = &standards_->front();
    }
    members_ = formMembers(f, findings_);
    compressed_ = anyCompression(*forces_);
    elementsAt_ = elementsAtNodes(f);
    const DesignIndex design(f);
    for (size_t i = 0; i < members_.size(); ++i) {
        const Member& m = members_[i];
        const Brief* brief = &defaults_;
        for (const Brief& b : f.design.briefs)
            if (b.id == m.brief) brief = &b;
        lanes_.push_back(buildLanes(f, m, design, elementsAt_, !forces_->given, *brief));
        const Lanes& l = lanes_.back();
        if (l.freeStart || l.freeEnd)
            findings_.push_back(finding(
                "member.free-end", "", m.id,
                fmt::format("{} of member {} is held by nothing that stands across it: it is checked as a cantilever (K = "
                            "2); a restraint there says otherwise",
                            l.freeStart && l.freeEnd ? "each end"
                            : l.freeStart            ? "the first end"
                                                     : "the last end",
                            m.id)));
        memberBrief_.push_back(brief);
        const Standard* own = brief->standard.empty() ? standard_ : byKey(brief->standard);
        if (!own)
            findings_.push_back(finding("standard.unknown", "/design/briefs", brief->id,
                                        fmt::format("the brief \"{}\" asks for the standard \"{}\", which is not shipped",
                                                    brief->id, brief->standard)));
        memberStandard_.push_back(own ? own : standard_);
        memberNational_.push_back(nationalOf(brief->en1993.parameters, brief->id));
    }
    for (const Standard& s : *standards_) {
        std::vector<int>& sets = sets_.emplace_back();
        for (size_t k = 0; k < forces_->sets.size(); ++k) {
            const Combination& c = f.combinations[forces_->sets[k].combination];
            if (forStrength(c.purpose) && (c.basis.empty() || c.basis == s.basis)) sets.push_back(static_cast<int>(k));
        }
    }
    for (size_t k = 0; k < forces_->sets.size(); ++k)
        if (f.combinations[forces_->sets[k].combination].purpose == Purpose::Service) service_.push_back(static_cast<int>(k));
}

int CheckModel::setOf(size_t member, const CheckOutcome& o) const
{
    const auto sets = o.service ? serviceSets() : setsFor(standardOf(member));
    return o.set >= 0 && static_cast<size_t>(o.set) < sets.size() ? sets[o.set] : -1;
}

std::string CheckModel::combinationOf(size_t member, const CheckOutcome& o) const
{
    return combinationName(*frame_, *forces_, setOf(member, o));
}

const NationalParameters* CheckModel::nationalOf(const std::string& stated, const std::string& brief)
{
    const Design& d = frame_->design;
    const std::string& key = stated.empty() ? d.nationalParameters : stated;
    if (key.empty()) return nullptr;
    for (const std::vector<NationalParameters>* list : {&d.parameterSets, &shippedNationalParameters()})
        for (const NationalParameters& n : *list)
            if (n.id == key) return &n;
    findings_.push_back(
        finding("national.unknown", stated.empty() ? "/design/nationalParameters" : "/design/briefs", brief,
                fmt::format("there is no set of national parameters \"{}\": recommended values are taken", key)));
    return nullptr;
}

const Standard& CheckModel::standardOf(size_t member) const
{
    return *memberStandard_[member];
}
const Brief& CheckModel::briefOf(size_t member) const
{
    return *memberBrief_[member];
}

const NationalParameters* CheckModel::nationalFor(size_t member) const
{
    return standardOf(member).key.starts_with("en1993") ? memberNational_[member] : nullptr;
}

std::span<const int> CheckModel::setsFor(const Standard& s) const
{
    return sets_[&s - standards_->data()];
}

MemberPlan CheckModel::plan(size_t member) const
{
    const Member& m = members_[member];
    const FrameSection& s = frame_->sections[m.section];
    const Brief& b = briefOf(member);
    MemberPlan out = planMember(m, lanes_[member], *forces_, s.properties.principal,
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
    const auto& limits = deflectionLimits(b, nationalFor(member));
    if (limits.empty()) return;
    using Part = DeflectionLimit::Part;
    const auto asks = [&](Part part) {
        return std::any_of(limits.begin(), limits.end(), [&](const DeflectionLimit& l) { return l.part == part; });
    };
    deflectionsInto(p,
                    {*frame_, members_[member], lanes_[member], *forces_, elementsAt_, service_, motions_.get(),
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
    using Source = En1993Options::Strength;
    const Member& m = members_[member];
    const NationalParameters* national = nationalFor(member);
    Source source = briefOf(member).en1993.strength;
    if (!standardOf(member).key.starts_with("en1993"))
        source = Source::Product;
    else if (source == Source::Unstated && national)
        source = national->strength;
    const bool table = source == Source::Table31;
    return {shape,
            p,
            steelOf(frame_->materials[m.material], shape, table),
            lanes_[member],
            briefOf(member),
            m.length,
            national,
            !forces_->rigidInShear};
}

MemberInput CheckModel::input(size_t member) const
{
    const FrameSection& s = frame_->sections[members_[member].section];
    return inputWith(member, s.shape, s.properties);
}

MemberResult CheckModel::checkWith(size_t member, std::vector<double>& buffer, Demands& d) const
{
    MemberResult r;
    const Member& m = members_[member];
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
    standardOf(member).run(in, d, r);
    warnOfSway(member, d, r);
    if (!forces_->lacks.empty()) { // what is over stays over; the rest may be
        r.notes.push_back("unchecked: " + forces_->lacks);
        if (r.status != Status::Over) r.status = Status::Unchecked;
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
    const Member& m = members_[member];
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
    if (!o.service || o.status == Status::Unchecked || o.status == Status::NotApplicable || forces_->empty()) return {};
    return wr::deflectionCurve(input(member), demands(member));
}

bool CheckModel::checkAll(CheckReport& report, Progress& progress, std::span<const size_t> which) const
{
    report.standard = standard_->key;
    report.results.resize(members_.size());
    const size_t n = which.empty() ? members_.size() : which.size();
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
            report.results[m] = checkWith(m, local.buffer, local.demands);
        }
        const size_t now = done += range.size();
        progress.at(static_cast<double>(now) / static_cast<double>(n), "checking");
    });
    report.cancelled = progress.cancelled();
    report.count(members_);
    return !report.cancelled;
}

std::string combinationName(const Frame& f, const ForceTable& t, int set)
{
    if (set < 0 || static_cast<size_t>(set) >= t.sets.size()) return "";
    return setName(f, t.sets[set]);
}

} // namespace wr
