#include "core/files/design_reader.h"
#include "core/files/report_json.h"

#include "core/files/brief_json.h"
#include "core/files/deflection_json.h"
#include "core/files/national_json.h"

#include <algorithm>
#include <fmt/format.h>
#include <numbers>

namespace wr {

namespace {

class DesignReader
{
public:
    DesignReader(const Json& json, Frame& frame, const FrameIds& ids, std::vector<Finding>& findings)
        : frame_(frame), ids_(ids), findings_(findings), top_(json, "/design", findings)
    {
    }

    static void reduced(Cursor& c, ForceOrder order, bool stiffness)
    {
        if (stiffness && order == ForceOrder::First)
            c.fault("frame.value", "reducedStiffness", "belongs to forces of second order, or amplified ones");
    }

    void read()
    {
        Design& d = frame_.design;
        d.standard = top_.text("standard").value_or("");
        if (const Json* v = top_.object("sway")) {
            Cursor c(*v, "/design/sway", findings_);
            d.swayX = c.flag("x");
            d.swayY = c.flag("y");
            c.finish();
        }
        if (const Json* v = top_.object("analysis")) {
            Cursor c(*v, "/design/analysis", findings_);
            StatedAnalysis& a = d.analysis.emplace();
            a.order = c.word("order", orderFromName, "first, second, amplified", true).value_or(ForceOrder::First);
            a.reducedStiffness = c.flag("reducedStiffness").value_or(false);
            reduced(c, a.order, a.reducedStiffness);
            c.finish();
        }
        if (const Json* v = top_.object("givenForces")) {
            Cursor c(*v, "/design/givenForces", findings_);
            StatedForces& s = d.givenForces.emplace();
            s.order = c.word("order", orderFromName, "first, second, amplified");
            s.reducedStiffness = c.flag("reducedStiffness").value_or(false);
            s.notional = c.flag("notional");
            const auto others = c.words("otherSizes", false);
            for (size_t i = 0; i < others.size(); ++i)
                if (ids_.elements.find(others[i], c.at("otherSizes") + "/" + std::to_string(i), "element", findings_) >= 0)
                    s.otherSizes.push_back(others[i]);
            reduced(c, s.order.value_or(ForceOrder::First), s.reducedStiffness);
            c.finish();
        }
        if (const Json* v = top_.object("forming")) d.forming = readForming(*v);
        d.nationalParameters = top_.text("nationalParameters").value_or("");
        eachObject(top_.array("parameterSets"), "/design/parameterSets", findings_, [&](Cursor& c, size_t) {
            const std::string id = sets_.add(c);
            frame_.design.parameterSets.push_back(readNational(c, id, frame_.units, findings_));
        });
        readBriefs();
        readLadders();
        readStock();
        readGroups();
        readPicks();
        readMembers();
        readRestraints();
        readLengths();
        readFrameLimits();
        readAcceptances();
        d.extras = top_.finish();
    }

private:
    double length(double v) const { return frame_.units.read(Quantity::Length, v); }

    FormingRule readForming(const Json& v)
    {
        Cursor c(v, "/design/forming", findings_);
        FormingRule r;
        r.beams = c.word("beams", beamsRuleFromName, "at-columns, whole").value_or(r.beams);
        r.columns = c.word("columns", columnsRuleFromName, "whole, at-levels").value_or(r.columns);
        if (const auto degrees = c.positive("angle")) {
            constexpr double kMost = 30;
            if (*degrees > kMost)
                c.fault("frame.value", "angle", fmt::format("pieces that turn by more than {:g}° are no line", kMost));
            r.angle = *degrees * std::numbers::pi / 180;
        }
        c.finish();
        return r;
    }

    void readBriefs()
    {
        eachObject(top_.array("briefs"), "/design/briefs", findings_, [&](Cursor& c, size_t) {
            Brief b;
            b.id = briefs_.add(c);
            readBrief(c, frame_.units, findings_, b);
            frame_.design.briefs.push_back(std::move(b));
        });
    }

    // What stands on a ladder: families, sections by name, shapes to be made, and its limits.
    void readRungsOf(Cursor& c, Ladder& l)
    {
        l.family = c.text("family").value_or("");
        l.families = c.words("families");
        l.sections = c.words("sections");
        if (const Json* m = c.object("made")) l.made = readMade(*m, c.at("made"));
        l.wideAs = c.text("wideAs").value_or("");
        l.sameAs = c.text("sameAs").value_or("");
        l.overCarried = c.flag("overCarried").value_or(false);
        l.stock = c.flag("stock").value_or(false);
        if (l.family.empty() && l.families.empty() && l.sections.empty() && !l.made && l.sameAs.empty() && !c.has("family"))
            c.fault("frame.key-missing", "family",
                    "a ladder needs \"family\", \"families\", \"sections\", \"made\" or \"sameAs\"");
        for (const auto& [key, to] : {std::pair{"minWidth", &l.minWidth},
                                      {"maxWidth", &l.maxWidth},
                                      {"minThickness", &l.minThickness},
                                      {"depthWithin", &l.depthWithin}})
            if (const auto v = c.positive(key)) *to = frame_.units.read(Quantity::SectionLength, *v);
        if (const auto v = c.positive("maxMass")) l.maxMass = frame_.units.read(Quantity::MassPerLength, *v);
    }

    MadeShape readMade(const Json& json, const std::string& place)
    {
        MadeShape out;
        Cursor c(json, place, findings_);
        const auto kind = c.word("shape", shapeFromName, "i, i-unequal, rhs, chs, bar-flat, bar-round", true);
        if (!kind) return out;
        out.kind = *kind;
        for (const auto& [key, must] : dimensionKeys(*kind)) {
            if (!c.has(key)) {
                if (must) c.fault("frame.key-missing", key, "a ladder of made sections needs " + inQuotes(key));
                continue;
            }
            const auto length = [&](double v) { return key == "slope" ? v : frame_.units.read(Quantity::SectionLength, v); };
            MadeDimension d;
            d.key = key;
            if (json.at(std::string(key)).is_object()) {
                Cursor r(*c.object(key), c.at(key), findings_);
                d.plates = r.flag("plates").value_or(false);
                d.from = length(r.positive("from", !d.plates).value_or(0));
                d.to = length(r.positive("to", !d.plates).value_or(0));
                d.step = length(r.positive("step", !d.plates).value_or(0));
                if (d.to > 0 && d.to < d.from) r.fault("frame.value", "to", "\"to\" lies below \"from\"");
                r.finish();
            } else if (const auto v = c.number(key))
                d.from = length(*v);
            out.dimensions.push_back(std::move(d));
        }
        c.finish();
        return out;
    }

    void readStock()
    {
        eachObject(top_.array("stock"), "/design/stock", findings_, [&](Cursor& c, size_t) {
            StockRow r;
            r.id = c.text("section", true).value_or("");
            if (const auto v = c.positive("perKg")) r.perKg = *v / frame_.units.factor(Quantity::Mass);
            if (const auto v = c.positive("perLength")) r.perM = *v / frame_.units.factor(Quantity::Length);
            r.available = c.flag("available").value_or(true);
            c.finish();
            frame_.design.stock.push_back(std::move(r));
        });
        frame_.design.target = top_.positive("target");
        if (const Json* r = top_.object("report")) frame_.design.report = readReportChoice(*r, "/design/report", findings_);
        const Json* plates = top_.array("plates");
        for (size_t k = 0; plates && k < plates->size(); ++k) {
            const Json& t = (*plates)[k];
            if (t.is_number() && t.get<double>() > 0)
                frame_.design.plates.push_back(frame_.units.read(Quantity::SectionLength, t.get<double>()));
            else
                findings_.push_back(finding("frame.value", fmt::format("/design/plates/{}", k), "",
                                            "a thickness greater than zero was expected"));
        }
        std::sort(frame_.design.plates.begin(), frame_.design.plates.end());
    }

    void readLadders()
    {
        eachObject(top_.array("ladders"), "/design/ladders", findings_, [&](Cursor& c, size_t) {
            Ladder l;
            l.id = ladders_.add(c);
            readRungsOf(c, l);
            if (const auto v = c.positive("minDepth")) l.minDepth = frame_.units.read(Quantity::SectionLength, *v);
            if (const auto v = c.positive("maxDepth")) l.maxDepth = frame_.units.read(Quantity::SectionLength, *v);
            l.target = c.positive("target");
            l.extras = c.finish();
            frame_.design.ladders.push_back(std::move(l));
        });
    }

    void readGroups()
    {
        eachObject(top_.array("groups"), "/design/groups", findings_, [&](Cursor& c, size_t) {
            Group g;
            g.id = groups_.add(c);
            if (const auto l = c.text("ladder")) {
                ladders_.find(*l, c.at("ladder"), "ladder", findings_);
                g.ladder = *l;
            }
            g.target = c.positive("target");
            g.extras = c.finish();
            frame_.design.groups.push_back(std::move(g));
        });
    }

    // The expressions are read where they are used: a pick that cannot be read is no reason to refuse a frame.
    void readPicks()
    {
        eachObject(top_.array("picks"), "/design/picks", findings_, [&](Cursor& c, size_t) {
            SavedPick p;
            p.id = picks_.add(c);
            p.expression = c.text("pick", true).value_or("");
            p.extras = c.finish();
            frame_.design.picks.push_back(std::move(p));
        });
    }

    void readMembers()
    {
        std::vector<int> owner(frame_.elements.size(), -1);
        eachObject(top_.array("members"), "/design/members", findings_, [&](Cursor& c, size_t index) {
            DesignMember m;
            m.id = members_.add(c);
            const auto names = c.words("elements", true);
            if (c.has("elements") && names.empty()) c.fault("frame.value", "elements", "a member needs at least one element");
            for (size_t i = 0; i < names.size(); ++i) {
                const std::string at = c.at("elements") + "/" + std::to_string(i);
                const int e = ids_.elements.find(names[i], at, "element", findings_);
                if (e < 0) continue;
                if (owner[e] >= 0)
                    findings_.push_back(
                        finding("frame.value", at, "", "element " + inQuotes(names[i]) + " is already part of another member"));
                owner[e] = static_cast<int>(index);
                m.elements.push_back(e);
            }
            m.group = c.text("group").value_or("");
            if (const auto b = c.text("brief")) {
                // A name without rules of its own stands for the defaults, unless the file lists briefs at all.
                if (!frame_.design.briefs.empty()) briefs_.find(*b, c.at("brief"), "brief", findings_);
                m.brief = *b;
            }
            m.exclude = c.flag("exclude").value_or(false);
            if (const auto r = c.text("rule")) {
                if (*r != "none") c.fault("frame.value", "rule", inQuotes(*r) + " is not known here; allowed: none");
                m.ruleHolds = *r != "none";
            }
            m.turned = c.flag("turned").value_or(false);
            if (const auto by = c.text("by")) {
                if (*by != "hand" && *by != "rule")
                    c.fault("frame.value", "by", inQuotes(*by) + " is not known here; allowed: hand, rule");
                m.byHand = *by == "hand";
                m.byRule = *by == "rule";
            }
            m.kind = c.word("kind", memberKindFromName, "column, beam, brace, other");
            m.extras = c.finish();
            frame_.design.members.push_back(std::move(m));
        });
    }

    void readHolds(Cursor& c, std::string_view key, std::vector<Hold>& into)
    {
        const auto names = c.words(key);
        for (size_t i = 0; i < names.size(); ++i) {
            if (const auto h = holdFromName(names[i]))
                into.push_back(*h);
            else
                findings_.push_back(
                    finding("frame.value", c.at(key) + "/" + std::to_string(i), "",
                            inQuotes(names[i]) + " is not known here; allowed: major, minor, top, bottom, twist, warping"));
        }
    }

    // A member may be declared here or formed later by rule (then named after its first element).
    std::string memberName(Cursor& c)
    {
        const auto m = c.text("member", true);
        if (!m) return "";
        if (members_.lookUp(*m) < 0 && ids_.elements.lookUp(*m) < 0)
            c.fault("frame.reference", "member", "there is no member with the id " + inQuotes(*m));
        return *m;
    }

    void readRestraints()
    {
        eachObject(top_.array("restraints"), "/design/restraints", findings_, [&](Cursor& c, size_t) {
            DesignRestraint r;
            r.member = memberName(c);
            r.at = length(c.number("at", true).value_or(0));
            readHolds(c, "holds", r.holds);
            readHolds(c, "lets", r.lets);
            r.free = c.flag("free").value_or(false);
            if (const auto v = c.number("to")) {
                r.to = length(*v);
                checkInside(c, "to", r.member, *r.to);
                if (*r.to <= r.at) c.fault("frame.value", "to", "\"to\" must lie after \"at\"");
            }
            if (r.holds.empty() && r.lets.empty() && !r.free)
                c.fault("frame.key-missing", "", "a restraint needs \"holds\", \"lets\" or \"free\"");
            checkInside(c, "at", r.member, r.at);
            r.extras = c.finish();
            frame_.design.restraints.push_back(std::move(r));
        });
    }

    void readLengths()
    {
        eachObject(top_.array("lengths"), "/design/lengths", findings_, [&](Cursor& c, size_t) {
            DesignLength l;
            l.member = memberName(c);
            if (const auto v = c.number("from")) {
                l.from = length(*v);
                checkInside(c, "from", l.member, *l.from);
            }
            if (const auto v = c.number("to")) {
                l.to = length(*v);
                checkInside(c, "to", l.member, *l.to);
            }
            if (l.from && l.to && *l.to <= *l.from) c.fault("frame.value", "to", "\"to\" must lie after \"from\"");
            if (const auto a = c.word("axis", lengthAxisFromName, "major, minor, torsion, top, bottom", true)) l.axis = *a;
            l.k = c.positive("k");
            if (const auto v = c.positive("length")) l.length = length(*v);
            l.way = c.word("way", lengthByFromName, "safe, system, ends, frame, buckling", false);
            if (c.has("k") + c.has("length") + c.has("way") != 1)
                c.fault("frame.value", "", "give \"k\", \"length\" or \"way\", one of them");
            if (l.way && l.axis != LengthAxis::Major && l.axis != LengthAxis::Minor)
                c.fault("frame.value", "way", "\"way\" is for the major and the minor axis");
            if (l.length && *l.length > 10 * extent())
                c.fault("frame.value", "length",
                        fmt::format("{} is over ten times the frame, which is {} across",
                                    frame_.units.text(Quantity::Length, *l.length),
                                    frame_.units.text(Quantity::Length, extent())));
            l.extras = c.finish();
            frame_.design.lengths.push_back(std::move(l));
        });
    }

    void readFrameLimits()
    {
        eachObject(top_.array("frameLimits"), "/design/frameLimits", findings_, [&](Cursor& c, size_t) {
            FrameLimit l;
            l.id = limits_.add(c);
            l.of = c.word("of", frameLimitOfFromName, "drift, nodes", true).value_or(l.of);
            l.along = c.word("along", frameLimitAlongFromName, "plan, x, y, z, any").value_or(l.along);
            l.kind = readServiceKind(c);
            l.over = c.positive("over");
            if (const auto v = c.positive("most")) l.most = frame_.units.read(Quantity::Displacement, *v);
            const auto names = c.words("nodes");
            for (size_t i = 0; i < names.size(); ++i)
                if (const int n = ids_.nodes.find(names[i], c.at("nodes") + "/" + std::to_string(i), "node", findings_); n >= 0)
                    l.nodes.push_back(n);
            if (l.of == FrameLimit::Of::Drift && c.has("nodes"))
                c.fault("frame.value", "nodes", "belongs to limits of nodes, not of drift");
            if (!l.over && !l.most)
                c.fault("frame.key-missing", "", "a limit of the frame needs \"over\" (height over it), \"most\", or both");
            l.extras = c.finish();
            frame_.design.frameLimits.push_back(std::move(l));
        });
    }

    void readAcceptances()
    {
        eachObject(top_.array("acceptances"), "/design/acceptances", findings_, [&](Cursor& c, size_t) {
            Acceptance a;
            a.id = acceptances_.add(c);
            a.code = c.text("code", true).value_or("");
            if (!a.code.empty() && !findKind(a.code))
                c.fault("frame.value", "code", inQuotes(a.code) + " is not the code of a finding");
            a.subject = c.text("subject").value_or("");
            a.reason = c.text("reason", true).value_or("");
            a.name = c.text("name", true).value_or("");
            a.date = c.text("date").value_or("");
            a.about = c.text("about").value_or("");
            a.extras = c.finish();
            frame_.design.acceptances.push_back(std::move(a));
        });
    }

    // From corner to corner of all nodes, m.
    double extent() const
    {
        Vec3 low{1e300, 1e300, 1e300}, high{-1e300, -1e300, -1e300};
        for (const Node& n : frame_.nodes.list()) {
            low = {std::min(low.x, n.at.x), std::min(low.y, n.at.y), std::min(low.z, n.at.z)};
            high = {std::max(high.x, n.at.x), std::max(high.y, n.at.y), std::max(high.z, n.at.z)};
        }
        return frame_.nodes.empty() ? 0 : norm(high - low);
    }

    void checkInside(Cursor& c, std::string_view key, const std::string& member, double at)
    {
        const int m = members_.lookUp(member);
        if (m < 0 || static_cast<size_t>(m) >= frame_.design.members.size()) return;
        double total = 0;
        for (const int e : frame_.design.members[m].elements) {
            const Element& el = frame_.elements[e];
            if (el.i < 0 || el.j < 0) return;
            total += frame_.length(el);
        }
        if (at < -1e-9 || at > total * (1 + 1e-6))
            c.fault("member.restraint-outside", key,
                    fmt::format("{} lies outside member {}, which is {} long", frame_.units.text(Quantity::Length, at),
                                inQuotes(member), frame_.units.text(Quantity::Length, total)));
    }

    Frame& frame_;
    const FrameIds& ids_;
    std::vector<Finding>& findings_;
    Cursor top_;
    IdTable members_, briefs_, groups_, ladders_, sets_, picks_, limits_, acceptances_;
};

} // namespace

void readDesign(const Json& json, Frame& frame, const FrameIds& ids, std::vector<Finding>& findings)
{
    DesignReader(json, frame, ids, findings).read();
}

} // namespace wr
