#include "core/project/design_state.h"

#include "core/audit/audit.h"
#include "core/audit/families.h"
#include "core/project/acceptances.h"
#include "core/restraint/found_holds.h"
#include "core/standards/standard.h"

#include <algorithm>
#include <chrono>

namespace wr {

namespace {

using Findings = std::shared_ptr<const std::vector<Finding>>;

const Findings& noFindings()
{
    static const auto none = std::make_shared<const std::vector<Finding>>();
    return none;
}

const std::shared_ptr<const std::vector<StandingLimit>>& noLimits()
{
    static const auto none = std::make_shared<const std::vector<StandingLimit>>();
    return none;
}

const SharedList<MemberResult>::Item& noResult()
{
    static const auto none = std::make_shared<const MemberResult>();
    return none;
}

std::shared_ptr<const ForceTable> forcesOf(const std::shared_ptr<const FrameResults>& r)
{
    return {r, &r->forces.forces};
}
CheckModel::Motions motionsOf(const std::shared_ptr<const FrameResults>& r)
{
    return {r, &r->forces.motions};
}

// No result is known: every member is to be checked.
void forget(DesignState& s)
{
    const size_t n = s.model->members().size();
    auto report = std::make_shared<CheckReport>();
    report->standard = s.model->standard().key;
    report->results.assign(n, noResult());
    report->count(s.model->members());
    s.report = std::move(report);
    s.stale.clear();
    for (size_t i = 0; i < n; ++i)
        s.stale.insert(s.stale.end(), i);
    s.checked = false;
    s.ofReport = noFindings();
    s.whole.reset();
    s.wholeKnown = false;
}

// Do the limits of the frame still stand as they were found?
bool sameLimits(const DesignState& s)
{
    const Frame& f = *s.frame;
    return s.limits && s.limitsOf && s.limitsOf->results == s.results && f.design.frameLimits.shares(s.limitsOf->limits) &&
           f.nodes.shares(s.limitsOf->nodes) && f.combinations.shares(s.limitsOf->combinations);
}

// The geometry that was looked at is still the frame's.
bool sameGeometry(const DesignState& s)
{
    const Frame& f = *s.frame;
    return s.geometry && s.geometryOf && f.nodes.shares(s.geometryOf->nodes) && f.elements.shares(s.geometryOf->elements) &&
           f.links.shares(s.geometryOf->links) && f.diaphragms.shares(s.geometryOf->diaphragms) &&
           f.cases.shares(s.geometryOf->cases);
}

// A state whose model was made anew with nothing to go on from.
DesignState fresh(DesignState s, const DesignState::Standards& standards)
{
    s.model = std::make_shared<const CheckModel>(s.frame, forcesOf(s.results), standards, motionsOf(s.results));
    forget(s);
    return auditedState(s);
}

} // namespace

bool DesignState::forcesFit() const
{
    return !hasForces() || forces().sizes == sizesFingerprint(*frame);
}

double DesignState::mass() const
{
    double out = 0;
    for (const Element& e : frame->elements.list())
        out += frame->length(e) * std::as_const(frame->sections)[static_cast<size_t>(e.section)].properties.a *
               frame->materials[static_cast<size_t>(e.material)].density;
    return out;
}

std::vector<Finding> DesignState::findings() const
{
    std::vector<Finding> out = *read;
    for (const std::vector<Finding>* more : {analysis.get(), geometry.get(), audited.get(), ofReport.get()})
        out.insert(out.end(), more->begin(), more->end());
    if (whole) out.push_back(*whole);
    for (Finding& idle : idleAcceptances(*this, out))
        out.push_back(std::move(idle));
    return out;
}

std::vector<StabilityLine> DesignState::stability() const
{
    const Standard& s = model->standard();
    return s.stability && hasForces() ? s.stability(*model, findings()) : std::vector<StabilityLine>{};
}

DesignState beginState(Frame frame, std::vector<Finding> read, const DesignState::Standards& standards,
                       const AnalysisChoice& choice, Progress& progress, std::shared_ptr<AnalysisMemory> memory,
                       std::shared_ptr<const FrameResults> kept)
{
    DesignState s;
    s.read = std::make_shared<const std::vector<Finding>>(std::move(read));
    if (kept)
        s.results = std::move(kept);
    else if (!frame.results.empty())
        s.results = takeResults(frame);
    else if (frame.came.results)
        s.results = cameFor(frame);
    else {
        auto r = std::make_shared<FrameResults>();
        r->forces = analyseForces(frame, choice, secondOrderRules(), progress, std::move(memory), wantedAgain(frame, choice));
        if (!r->forces.ok) {
            r->forces.forces = {};
            r->forces.motions.clear();
        }
        r->modes = std::move(frame.modes);
        frame.modes.clear();
        s.results = std::move(r);
    }
    s.analysis = {s.results, &s.results->forces.findings};
    s.geometry = noFindings();
    s.frame = std::make_shared<const Frame>(std::move(frame));
    return fresh(std::move(s), standards);
}

DesignState auditedState(const DesignState& s)
{
    DesignState out = s;
    if (!sameLimits(s)) {
        out.limits = std::make_shared<const std::vector<StandingLimit>>(s.model->frameLimits());
        out.limitsOf = {s.results, s.frame->design.frameLimits, s.frame->nodes, s.frame->combinations};
    }
    if (!sameGeometry(s)) {
        const Frame& f = *s.frame;
        auto found = std::make_shared<std::vector<Finding>>();
        auditGeometry(f, *found);
        out.geometry = std::move(found);
        out.geometryOf = {f.nodes, f.elements, f.links, f.diaphragms, f.cases};
    }
    std::vector<Finding> found = auditDesign(*s.model);
    for (Finding& x : frameLimitFindings(*s.frame, s.forces(), *out.limits))
        found.push_back(std::move(x));
    out.audited = std::make_shared<const std::vector<Finding>>(std::move(found));
    out.ofReport = s.checked ? std::make_shared<const std::vector<Finding>>(auditResults(*s.model, *s.report)) : noFindings();
    return out;
}

std::pair<DesignState, bool> checkedState(const DesignState& s, Progress& progress)
{
    const std::vector<size_t> which(s.stale.begin(), s.stale.end());
    auto report = std::make_shared<CheckReport>(*s.report);
    const auto begin = std::chrono::steady_clock::now();
    if (!which.empty() && !s.model->checkAll(*report, progress, which)) return {s, false};
    const std::chrono::duration<double> took = std::chrono::steady_clock::now() - begin;
    report->standard = s.model->standard().key;
    report->count(s.model->members());
    DesignState out = s;
    out.report = report;
    out.stale.clear();
    out.checked = true;
    out.checkSeconds = took.count();
    out = auditedState(out);
    if (s.whole) warnOfSway(*s.whole, *s.model, *report); // its finding stands already
    return {std::move(out), true};
}

DesignState judgedState(const DesignState& s, Progress& progress)
{
    DesignState out = s;
    out.whole = auditWhole(*s.model, progress);
    out.wholeKnown = !progress.cancelled();
    if (!out.whole) return out;
    auto report = std::make_shared<CheckReport>(*s.report);
    warnOfSway(*out.whole, *s.model, *report);
    out.report = std::move(report);
    return out;
}

DesignState underStandard(const DesignState& s, const std::string& standard)
{
    auto frame = std::make_shared<Frame>(*s.frame);
    frame->design.standard = standard;
    DesignState out = s;
    out.frame = std::move(frame);
    out.model = std::make_shared<const CheckModel>(out.frame, forcesOf(out.results), motionsOf(out.results),
                                                   s.model->restraint(), *s.model, Changed{});
    forget(out);
    return auditedState(out);
}

std::optional<DesignState> underSecond(const DesignState& s)
{
    auto frame = std::make_shared<Frame>(*s.frame);
    bool any = false;
    for (Brief& b : frame->design.briefs)
        if (!b.second.empty()) {
            b.standard = b.second;
            any = true;
        }
    if (!any) return std::nullopt;
    DesignState out = s;
    out.frame = std::move(frame);
    out.model = std::make_shared<const CheckModel>(out.frame, forcesOf(out.results), motionsOf(out.results),
                                                   s.model->restraint(), *s.model, Changed{});
    forget(out);
    std::erase_if(out.stale, [&](size_t i) { return out.model->briefOf(i).second.empty(); });
    return auditedState(out);
}

DesignState withResults(const DesignState& s, std::shared_ptr<const FrameResults> results)
{
    DesignState out = s;
    out.analysis = {results, &results->forces.findings};
    if (results->forces.ok) out.results = std::move(results);
    out.model =
        std::make_shared<const CheckModel>(out.frame, forcesOf(out.results), motionsOf(out.results),
                                           out.results == s.results ? s.model->restraint() : nullptr, *s.model, Changed{});
    forget(out);
    return auditedState(out);
}

Frame frameToWrite(const DesignState& s)
{
    Frame out = *s.frame;
    out.results = rowsOf(*s.results, out);
    out.came = {};
    out.modes = s.results->modes;
    // Results that came go into the file as they are. Of what sizes they are not is said with them: who reads the file would
    // take them as those of the sizes that stand there now.
    std::vector<std::string> others;
    const ForceTable& t = s.forces();
    if (t.given && !s.forcesFit() && t.elementSizes.size() == out.elements.size())
        for (size_t e = 0; e < out.elements.size(); ++e)
            if (t.elementSizes[e] != elementFingerprint(out, out.elements[e])) others.push_back(out.elements[e].id);
    auto& said = out.design.givenForces;
    if (!others.empty() && !said) said.emplace();
    if (said) said->otherSizes = std::move(others);
    out.hasDesign |= said.has_value();
    return out;
}

namespace {

template <class T, class F> void eachRow(const RowsPatch<T>& p, F&& take)
{
    for (const auto& r : p.removed)
        take(r.row);
    for (const auto& r : p.added)
        take(r.row);
    for (const auto& c : p.changed)
        take(c.before), take(c.after);
}

// Rows of a table that elements point to by place: from here on the places may mean another row.
template <class T> size_t firstMoved(const RowsPatch<T>& p, size_t sizeBefore, size_t sizeAfter)
{
    size_t out = std::min(sizeBefore, sizeAfter);
    for (const auto& r : p.removed)
        out = std::min(out, r.at);
    for (const auto& r : p.added)
        out = std::min(out, r.at);
    return out;
}

// What the rows of a patch touch.
class Reading
{
public:
    Reading(const Patch& p, const Frame& before, const Frame& after) : p_(p), before_(before), after_(after) { read(); }
    Changed changed;
    Staleness stale;

private:
    void read()
    {
        stale.loads = !p_.cases.empty() || !p_.combinations.empty();
        stale.method = p_.settings && p_.settings->first.analysis != p_.settings->second.analysis;
        stale.came = p_.came || (p_.settings && p_.settings->first.givenForces != p_.settings->second.givenForces);
        shape();
        sizes();
        eachRow(p_.members, [&](const DesignMember& m) { changed.members.insert(m.id); });
        changed.forming =
            stale.sizes || !p_.members.empty() || (p_.settings && p_.settings->first.forming != p_.settings->second.forming);
        eachRow(p_.restraints, [&](const DesignRestraint& r) { changed.stated.insert(r.member); });
        eachRow(p_.lengths, [&](const DesignLength& l) { changed.stated.insert(l.member); });
    }
    void shape()
    {
        stale.shape = !p_.nodes.empty() || !p_.diaphragms.empty() || !p_.links.empty() || !p_.elements.removed.empty() ||
                      !p_.elements.added.empty() || (p_.frame && p_.frame->first.up != p_.frame->second.up) ||
                      std::any_of(p_.elements.changed.begin(), p_.elements.changed.end(), [](const auto& c) {
                          Element sized = c.before; // all but its size and what is only kept
                          sized.section = c.after.section, sized.material = c.after.material;
                          sized.extras = c.after.extras;
                          return !(sized == c.after);
                      });
        stale.sizes = stale.shape;
    }
    void sizes()
    {
        if (stale.shape) return; // all is made anew
        if (p_.elements.empty() && p_.sections.empty() && p_.materials.empty()) return;
        changed.elements.assign(after_.elements.size(), 0);
        for (const auto& c : p_.elements.changed) {
            changed.elements[c.at] = 1;
            stale.sizes |= c.before.section != c.after.section || c.before.material != c.after.material;
        }
        std::vector<char> section(after_.sections.size(), 0), material(after_.materials.size(), 0);
        for (const auto& c : p_.sections.changed)
            section[c.at] = 1;
        for (const auto& c : p_.materials.changed)
            material[c.at] = 1;
        const size_t sections = firstMoved(p_.sections, before_.sections.size(), after_.sections.size()),
                     materials = firstMoved(p_.materials, before_.materials.size(), after_.materials.size());
        const std::vector<Element>& elements = after_.elements.list();
        for (size_t e = 0; e < elements.size(); ++e) {
            const auto s = static_cast<size_t>(elements[e].section), m = static_cast<size_t>(elements[e].material);
            if (s < sections && m < materials && !section[s] && !material[m]) continue;
            stale.sizes |= !changed.elements[e];
            changed.elements[e] = 1;
        }
    }

    const Patch& p_;
    const Frame &before_, &after_;
};

// Results of members that nothing touched go over to the next state, by name where their places have moved. Others keep their
// old one until they are checked again, as long as it can be read: under the same forces and the same standard.
void carryResults(const DesignState& before, DesignState& next)
{
    const CheckModel &was = *before.model, &now = *next.model;
    const SharedList<Member>&old = was.members(), &list = now.members();
    size_t likely = 0;
    const auto placeOf = [&](size_t i) -> std::optional<size_t> {
        if (likely < old.size() && (old.item(likely) == list.item(i) || old[likely].id == list[i].id)) return likely++;
        const auto found = was.find(list[i].id);
        if (found) likely = *found + 1;
        return found;
    };
    std::vector<char> stale(old.size(), 0);
    for (const size_t i : before.stale)
        stale[i] = 1;
    auto report = std::make_shared<CheckReport>();
    report->standard = now.standard().key;
    report->results.reserve(list.size());
    const bool readable = &was.forces() == &now.forces() && was.frame().combinations.shares(now.frame().combinations);
    next.stale.clear();
    size_t same = 0;
    for (size_t i = 0; i < list.size(); ++i) {
        const auto place = placeOf(i);
        const bool kept = place && now.sameCheck(i, was, *place) && !stale[*place];
        if (!kept) next.stale.insert(next.stale.end(), i);
        same += kept;
        const bool shown = place && readable && &was.standardOf(*place) == &now.standardOf(i);
        report->results.push_back(kept || shown ? before.report->results.item(*place) : noResult());
    }
    if (!readable || (same == 0 && !list.empty())) return forget(next);
    report->counts = before.report->counts; // until they are counted again with the check
    next.report = std::move(report);
}

} // namespace

DesignState heldState(const DesignState& s, Progress& progress, bool buckling)
{
    buckling |= s.model->wantsBuckling();
    if (s.model->restraintKnown(buckling)) return s;
    const CheckModel::Restraint before = s.model->restraint();
    const bool known = s.model->restraintKnown(false);
    std::shared_ptr<const FrameRestraint> restraint;
    if (known)
        restraint = std::make_shared<const FrameRestraint>(*before, *s.frame, s.forces(), progress);
    else if (before)
        restraint =
            std::make_shared<const FrameRestraint>(*before, *s.frame, s.model->members(), s.forces(), buckling, progress);
    else
        restraint = std::make_shared<const FrameRestraint>(*s.frame, s.model->members(), s.forces(), buckling, progress);
    if (progress.cancelled()) return s;
    DesignState next = s;
    next.model = std::make_shared<const CheckModel>(next.frame, forcesOf(next.results), motionsOf(next.results),
                                                    std::move(restraint), *s.model, Changed{});
    carryResults(s, next);
    return auditedState(next);
}

std::optional<MemberHolds> firstLook(const DesignState& s, size_t member, Progress& progress)
{
    const SharedList<Member>& members = s.model->members();
    RestraintOptions o;
    o.only = {member};
    const RestraintResult r = testRestraint(*s.frame, members, s.forces(), o, progress);
    if (!r.complete || progress.cancelled()) return std::nullopt;
    const Member& m = members[member];
    const StatedRows stated(*s.frame);
    const auto framing = [&](int element) -> const std::vector<Hold>* {
        return &s.model->briefOf(static_cast<size_t>(s.model->formed().ofElement(element))).framing;
    };
    return holdsFrom(m, foundHolds(*s.frame, m, r.members[member], framing), stated, stated.ruleHolds(m.id),
                     &s.model->briefOf(member));
}

std::optional<Advanced> advance(const DesignState& s, const Patch& patch, const ResultStore& store)
{
    Frame frame = *s.frame;
    if (!applyPatch(frame, patch)) return std::nullopt;
    return advance(s, patch, std::move(frame), store);
}

Advanced advance(const DesignState& s, const Patch& patch, Frame changed, const ResultStore& store)
{
    const auto frame = std::make_shared<const Frame>(std::move(changed));
    Reading read(patch, *s.frame, *frame);
    Advanced out{s, read.stale};
    DesignState& next = out.state;
    next.frame = frame;
    Staleness& stale = out.stale;
    if (stale.shape || stale.came || stale.sizes || stale.loads || stale.method) {
        const bool others = stale.shape || stale.came || stale.loads; // columns or places mean something else
        std::shared_ptr<const FrameResults> kept = store.find(resultKeyOf(*frame));
        if (!kept && others && (s.forces().given || stale.came)) kept = cameFor(*frame);
        if (kept)
            next.results = std::move(kept);
        else if (others) {
            next.results = std::make_shared<const FrameResults>();
            stale.analyse = true;
        } else
            stale.analyse = stale.method;
    }
    if (next.results != s.results) next.analysis = {next.results, &next.results->forces.findings};
    if (stale.shape)
        next.model = std::make_shared<const CheckModel>(next.frame, forcesOf(next.results), s.model->standards(),
                                                        motionsOf(next.results), store.restraintOf(next.results));
    else
        next.model = std::make_shared<const CheckModel>(
            next.frame, forcesOf(next.results), motionsOf(next.results),
            next.results == s.results ? s.model->restraint() : store.restraintOf(next.results), *s.model, read.changed);
    stale.members = !next.model->samePlaces(*s.model);
    stale.again = next.model->wantsAgain(choiceFor(*frame));
    stale.analyse |= stale.again && !stale.sizes; // other sizes are analysed when it is asked for
    const bool sameWhole =
        next.results == s.results && !stale.sizes && !stale.loads && &next.model->standard() == &s.model->standard();
    if (!sameWhole) {
        next.whole.reset();
        next.wholeKnown = false;
    }
    if (!sameLimits(next)) {
        next.limits = noLimits();
        next.limitsOf.reset();
    }
    if (stale.shape)
        forget(next);
    else
        carryResults(s, next);
    return out;
}

} // namespace wr
