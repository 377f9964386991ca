// What of a check hangs on the purpose of combinations and on single load cases: settings of other briefs by purpose, live
// loads that are reduced, floors that deflections are measured from. Part of CheckModel (runner.h).
#include "core/analysis/storeys.h"
#include "core/checking/runner.h"

#include <algorithm>
#include <fmt/format.h>

namespace wr {

CheckModel::CheckModel(const CheckModel& main, Purpose only, const CheckModel* before, const Changed* changed)
    : motions_(main.motions_), frame_(main.frame_), forces_(main.forces_), standards_(main.standards_), formed_(main.formed_),
      elementsAt_(main.elementsAt_), restraint_(main.restraint_), only_(only), compressed_(main.compressed_)
{
    assignment_ = std::make_shared<const Assignment>(*frame_, members(), standards_,
                                                     before ? before->assignment_.get() : main.assignment_.get(), only);
    sets_ = std::make_shared<const ForceSets>(*frame_, *forces_, *standards_, *assignment_, only);
    support(before, before ? changed : nullptr);
    addPurposes(nullptr, nullptr);
}

void CheckModel::addPurposes(const CheckModel* before, const Changed* changed)
{
    const auto any = [&](auto&& asks) {
        return std::any_of(assignment_->ways().begin(), assignment_->ways().end(), [&](const auto& way) { return asks(*way); });
    };
    if (any([](const Assigned& w) { return w.brief.deflection.from == DeflectionFrom::Storey; })) {
        auto floors = std::make_shared<std::vector<char>>(frame_->nodes.size(), 0);
        for (const Storey& s : storeysOf(*frame_))
            for (const int n : s.nodes)
                (*floors)[static_cast<size_t>(n)] = 1;
        floors_ = std::move(floors);
    }
    if (any([](const Assigned& w) { return w.brief.liveLoad.asked(); })) live_ = std::make_shared<const LiveLoads>(*frame_);
    if (only_) return;
    for (size_t p = 0; p < kPurposeCount; ++p)
        if (any([&](const Assigned& w) { return w.elsewhere[p]; }))
            purposes_[p] = std::shared_ptr<const CheckModel>(
                new CheckModel(*this, static_cast<Purpose>(p), before ? before->purposes_[p].get() : nullptr, changed));
}

bool CheckModel::wantsAgain(const AnalysisChoice& choice) const
{
    if (forces_->given || forces_->empty()) return false;
    const std::vector<SolvedAgain> wanted = wantedAgain(*frame_, choice, members(), *assignment_);
    return std::any_of(wanted.begin(), wanted.end(),
                       [&](const SolvedAgain& a) { return forces_->columnOf(a.combination, a.terms) < 0; });
}

std::vector<StandingLimit> CheckModel::frameLimits() const
{
    return standingLimits(*frame_, *forces_, motions_ ? std::span(*motions_) : std::span<const NodeMotion>());
}

const CheckModel* CheckModel::forPurpose(size_t member, Purpose p) const
{
    const auto k = static_cast<size_t>(p);
    return assignment_->of(member).elsewhere[k] ? purposes_[k].get() : nullptr;
}

bool CheckModel::samePurposes(size_t member, const CheckModel& other, size_t there) const
{
    for (size_t p = 0; p < kPurposeCount; ++p)
        if (const CheckModel* by = forPurpose(member, static_cast<Purpose>(p))) {
            const CheckModel* was = other.forPurpose(there, static_cast<Purpose>(p));
            if (!was || !by->sameCheck(member, *was, there)) return false;
        }
    return true;
}

const CheckModel& CheckModel::modelOf(const CheckOutcome& o) const
{
    if (o.settings < 0 || only_ || !purposes_[static_cast<size_t>(o.settings)]) return *this;
    return *purposes_[static_cast<size_t>(o.settings)];
}

void CheckModel::judge(size_t member, const MemberInput& in, const Demands& d, MemberResult& r) const
{
    judgeOwn(member, in, d, r);
    bool any = false;
    for (size_t k = 0; k < d.further.size(); ++k) {
        const CheckModel* by = forPurpose(member, d.furtherFor[k]);
        const bool service = d.furtherFor[k] == Purpose::Service;
        if (!by || (service ? by->serviceSetsOf(member) : by->setsOf(member)).empty()) continue;
        MemberResult other;
        by->judgeOwn(member, by->inputWith(member, in.shape, in.section), d.further[k], other);
        takeWorst(member, d.furtherFor[k], *by, other, r);
        any = true;
    }
    if (any) r.settle();
    warnOfSway(member, d, r);
    if (forces_->lacks.empty()) return;
    r.notes.push_back("unchecked: " + forces_->lacks); // what is over stays over; the rest may be
    if (r.status != Status::Over) r.status = Status::Unchecked;
}

namespace {

// Over before unchecked before the rest; a check that does not apply last.
int rank(const CheckOutcome& o)
{
    switch (o.status) {
    case Status::Over: return 3;
    case Status::Unchecked: return 2;
    case Status::NotApplicable: return 0;
    default: return 1;
    }
}

bool worse(const CheckOutcome& a, const CheckOutcome& b)
{
    return rank(a) != rank(b) ? rank(a) > rank(b) : a.ratio > b.ratio;
}

} // namespace

// Each check of `other` where it is worse than what stands: deflections for service, all others for the rest.
void CheckModel::takeWorst(size_t member, Purpose p, const CheckModel& by, const MemberResult& other, MemberResult& r) const
{
    const Standard& s = standardOf(member);
    const std::string whose = fmt::format("Combinations for {} by the brief {}", purposeName(p), by.briefOf(member).id);
    for (CheckOutcome its : other.outcomes) {
        const bool deflection = s.kindOf(its) == CheckKind::Deflection;
        if (deflection != (p == Purpose::Service)) continue;
        its.settings = static_cast<int>(p);
        const auto mine =
            std::find_if(r.outcomes.begin(), r.outcomes.end(), [&](const auto& o) { return o.check == its.check; });
        if (mine == r.outcomes.end()) {
            r.outcomes.push_back(std::move(its));
            continue;
        }
        // Without a service combination of its own there is nothing that its own settings could say.
        const bool replaced = (deflection && serviceSetsOf(member).empty()) || worse(its, *mine);
        if (replaced) std::swap(its, *mine);
        if (its.status == Status::Unchecked && mine->status == Status::Over)
            r.notes.push_back(
                fmt::format("{}: {} unchecked, {}", replaced ? "By its own brief" : whose, s.row(its)->title, its.reason));
    }
    r.notes.push_back(whose + (other.notes.empty() ? "." : ":"));
    for (const std::string& n : other.notes)
        if (std::find(r.notes.begin(), r.notes.end(), n) == r.notes.end()) r.notes.push_back(n);
}

void CheckModel::reduceLive(size_t member, MemberPlan& plan, std::string* words) const
{
    const LiveLoad l = live_->of(members()[member], briefOf(member));
    if (words) *words = l.words;
    if (!l.reduces()) return;
    plan.instead.assign(forces_->sets.size(), {});
    size_t missing = 0, rounded = 0;
    for (size_t k = 0; k < forces_->sets.size(); ++k) {
        bool found = false;
        plan.instead[k] = live_->reduced(*forces_, l, forces_->sets[k], found);
        missing += !found;
        rounded += found && plan.instead[k].terms.size() == 1 && plan.instead[k].terms != forces_->sets[k].terms &&
                   forces_->columnOf(forces_->sets[k].combination, live_->terms(l, forces_->sets[k].combination, true)) >= 0;
    }
    if (!words) return;
    if (rounded > 0) *words += " Forces of whole combinations were found again with that part, rounded up to steps of 5 %.";
    if (missing > 0)
        *words += fmt::format(" In {} combination{} all of it stands: forces of whole combinations cannot be split{}.", missing,
                              missing == 1 ? "" : "s", forces_->given ? ", and they came from elsewhere" : "; analyse again");
}

} // namespace wr
