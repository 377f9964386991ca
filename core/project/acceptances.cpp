#include "core/project/acceptances.h"

#include "core/project/row_fingerprint.h"

#include <algorithm>
#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

namespace {

void add(Fingerprint& h, Vec3 v)
{
    h.add(v.x), h.add(v.y), h.add(v.z);
}

// What a member is, where it stands and how it is held and checked.
void addMember(Fingerprint& h, const DesignState& s, size_t i)
{
    const Frame& f = *s.frame;
    const Member& m = s.model->members()[i];
    h.add(m.id), h.add(m.group), h.add(m.exclude ? 1.0 : 0.0);
    for (const MemberPiece& p : m.pieces) {
        const Element& e = f.elements[p.element];
        h.add(e.id);
        add(h, f.endI(e)), add(h, f.endJ(e));
        const FrameSection& x = f.sections[e.section];
        h.add(x.id), h.add(x.properties.a), h.add(x.properties.iy), h.add(x.properties.iz);
        const Material& steel = f.materials[e.material];
        h.add(steel.id), h.add(steel.fy.value_or(0));
        h.add(e.roll), h.add(static_cast<double>(e.behaviour));
        for (size_t d = 0; d < 6; ++d)
            h.add((e.releaseI[d] ? 1.0 : 0.0) + (e.releaseJ[d] ? 2.0 : 0.0));
    }
    h.add(s.model->standardOf(i).key);
    addRow(h, s.model->briefOf(i));
    for (const DesignRestraint& r : f.design.restraints.list())
        if (r.member == m.id) addRow(h, r);
    for (const DesignLength& l : f.design.lengths.list())
        if (l.member == m.id) addRow(h, l);
}

// Fingerprint of what findings of one id are about: what they say, the members, or the tables of the frame they name.
std::string aboutOf(const DesignState& s, const std::vector<const Finding*>& findings)
{
    Fingerprint h;
    std::set<std::string> texts, members;
    for (const Finding* x : findings) {
        texts.insert(x->text);
        if (!x->subject.empty()) members.insert(x->subject);
        members.insert(x->about.begin(), x->about.end());
    }
    for (const std::string& t : texts)
        h.add(t);
    bool any = false;
    for (const std::string& id : members)
        if (const auto place = s.model->find(id)) {
            addMember(h, s, *place);
            any = true;
        }
    const std::string& code = findings.front()->code;
    const std::string_view area = std::string_view(code).substr(0, code.find('.'));
    const std::string& place = findings.front()->place;
    if (place.starts_with("/combinations") || place.starts_with("/cases")) {
        addRows(h, s.frame->combinations);
        addRows(h, s.frame->cases);
    }
    if (!any && (area == "forces" || area == "stability" || area == "analysis")) {
        const Design& d = s.frame->design;
        h.add(d.standard);
        if (d.analysis) h.add(static_cast<double>(d.analysis->order) + (d.analysis->reducedStiffness ? 10 : 0));
        if (const auto& g = d.givenForces)
            h.add((g->order ? static_cast<double>(*g->order) : 3) + (g->reducedStiffness ? 10 : 0) +
                  (g->notional ? *g->notional ? 100 : 200 : 0));
        h.add(s.frame->came.name);
        h.add(static_cast<double>(sizesFingerprint(*s.frame) >> 11)); // 53 bits of it
    }
    return fmt::format("{:016x}", h.value());
}

} // namespace

std::string acceptanceId(const Finding& x)
{
    return x.subject.empty() ? x.code : x.code + " " + x.subject;
}

std::vector<AuditRow> auditRows(const DesignState& s)
{
    std::vector<AuditRow> out;
    std::vector<Finding> findings = s.findings();
    out.reserve(findings.size());
    for (Finding& x : findings) {
        std::string id = acceptanceId(x);
        out.push_back({std::move(x), std::move(id), {}, {}});
    }
    const auto& list = s.frame->design.acceptances.list();
    if (list.empty()) return out;
    std::map<std::string, std::vector<size_t>> rows; // by id, of those that somebody accepted
    for (const Acceptance& a : list)
        rows[a.id];
    for (size_t i = 0; i < out.size(); ++i)
        if (const auto it = rows.find(out[i].id); it != rows.end()) it->second.push_back(i);
    for (const Acceptance& a : list) {
        const std::vector<size_t>& mine = rows[a.id];
        if (mine.empty()) continue;
        std::vector<const Finding*> findingsOf;
        for (const size_t i : mine)
            findingsOf.push_back(&out[i].finding);
        const bool stands = a.about == aboutOf(s, findingsOf);
        for (const size_t i : mine)
            (stands ? out[i].accepted : out[i].fallenBack) = a;
    }
    return out;
}

std::vector<Finding> idleAcceptances(const DesignState& s, const std::vector<Finding>& findings)
{
    std::vector<Finding> out;
    const auto& list = s.frame->design.acceptances.list();
    if (list.empty() || !s.checked) return out;
    std::set<std::string> ids;
    for (const Finding& x : findings)
        ids.insert(acceptanceId(x));
    for (size_t i = 0; i < list.size(); ++i) {
        const Acceptance& a = list[i];
        const bool ofWhole = a.code == "stability.drift" || a.code == "forces.sway"; // found last
        if (ids.contains(a.id) || (ofWhole && !s.wholeKnown)) continue;
        out.push_back(finding("acceptance.nothing", fmt::format("/design/acceptances/{}", i), a.subject,
                              fmt::format("{} accepted {}{} (\"{}\"), which no finding says any more", a.name, a.code,
                                          a.subject.empty() ? "" : " of " + a.subject, a.reason)));
    }
    return out;
}

Acceptance acceptanceOf(const DesignState& s, const Finding& x, std::string reason, std::string name, std::string date)
{
    Acceptance a;
    a.id = acceptanceId(x);
    a.code = x.code;
    a.subject = x.subject;
    a.reason = std::move(reason);
    a.name = std::move(name);
    a.date = std::move(date);
    const std::vector<Finding> all = s.findings();
    std::vector<const Finding*> mine;
    for (const Finding& f : all)
        if (acceptanceId(f) == a.id) mine.push_back(&f);
    if (mine.empty()) mine.push_back(&x);
    a.about = aboutOf(s, mine);
    return a;
}

} // namespace wr
