// Every line of a brief does something to a check, and the right thing: one member a line, before and after.
#include "core/briefs/brief_sheet.h"
#include "core/files/frame_reader.h"
#include "core/standards/standard.h"
#include "tests/support.h"

#include <cmath>
#include <map>
#include <set>

using namespace wr;

namespace {

// Frames with the member "M" that the line is stated for; {0} is the design standard.
std::string frame(const std::string& sections, const std::string& nodes, const std::string& elements, const std::string& loads,
                  const std::string& standard, const std::string& members = R"({"id":"M","elements":["1"],"brief":"B"})")
{
    return fmt::format(
        R"({{"format":"wren-frame","version":1,"materials":[{{"id":"S","grade":"EN 10025-2 S275"}}],
"sections":[{}],"nodes":[{}],"elements":[{}],"cases":[{{"id":"Q","action":"live",{}}}],
"combinations":[{{"id":"U","purpose":"strength","terms":{{"Q":1.5}}}},
{{"id":"V","purpose":"service","kind":"characteristic","terms":{{"Q":1}}}}],
"design":{{"standard":"{}","members":[{}],"briefs":[{{"id":"B"}}]}}}})",
        sections, nodes, elements, loads, standard, members);
}
const std::string kAisc = "aisc360-22-lrfd", kEn = "en1993";
std::string section(const std::string& name)
{
    return R"({"id":"A","name":")" + name + R"("})";
}
const std::string kOne = R"({"id":"1","nodes":["a","b"],"section":"A","material":"S"})";
const std::string kFoot = R"("support":{"ux":true,"uy":true,"uz":true,"rz":true})"; // of a pin-ended column
std::string two(double x, double z, const std::string& b)
{
    const std::string& first = x == 0 ? kFoot : test::kPinned;
    return fmt::format(R"({{"id":"a","at":[0,0,0],{}}},{{"id":"b","at":[{},0,{}],{}}})", first, x, z, b);
}
const std::string kFork = R"("support":{"uy":true,"uz":true,"rx":true})";

// A simple beam of 8 m that carries 10 kN/m.
std::string beam(const std::string& standard, const std::string& name = "IPE360")
{
    return frame(section(name), two(8, 0, kFork), kOne, R"("line":[{"element":"1","q":[[0,0,-10],[0,0,-10]]}])", standard);
}
// The same with a fixed first end and nothing at the second.
std::string cantilever(const std::string& standard)
{
    return frame(section("IPE360"), R"({"id":"a","at":[0,0,0],)" + test::kFixed + R"(},{"id":"b","at":[4,0,0]})", kOne,
                 R"("line":[{"element":"1","q":[[0,0,-10],[0,0,-10]]}])", standard);
}
const char* const kBrief = R"(,"brief":"B")";
// A beam held by joists at its thirds, which are half its depth or more.
// `whose`: which members have the brief, M or the joists.
std::string framed(const std::string& standard, const std::string& whose, double q)
{
    std::string nodes = two(9, 0, kFork), elements;
    for (int k = 1; k <= 2; ++k) {
        nodes += fmt::format(R"(,{{"id":"m{0}","at":[{1},0,0]}},{{"id":"f{0}","at":[{1},3,0],{2}}})", k, 3 * k,
                             R"("support":{"ux":true,"uy":true,"uz":true,"rx":true,"rz":true})");
        elements += fmt::format(
            R"(,{{"id":"j{0}","nodes":["m{0}","f{0}"],"section":"J","material":"S","release":{{"i":["my","mz"],"j":["my","mz"]}}}})",
            k);
    }
    const char* pieces[3][3] = {{"1", "a", "m1"}, {"2", "m1", "m2"}, {"3", "m2", "b"}};
    std::string own, line;
    for (const auto& p : pieces) {
        own += fmt::format(R"({}{{"id":"{}","nodes":["{}","{}"],"section":"A","material":"S"}})", own.empty() ? "" : ",", p[0],
                           p[1], p[2]);
        line += fmt::format(R"({}{{"element":"{}","q":[[0,0,{}],[0,0,{}]]}})", line.empty() ? "" : ",", p[0], q, q);
    }
    return frame(
        section("IPE360") + R"(,{"id":"J","name":"IPE120"})", nodes, own + elements, R"("line":[)" + line + "]", standard,
        fmt::format(
            R"({{"id":"M","elements":["1","2","3"]{}}},{{"id":"J1","elements":["j1"]{}}},{{"id":"J2","elements":["j2"]{}}})",
            whose == "M" ? kBrief : "", whose == "J" ? kBrief : "", whose == "J" ? kBrief : ""));
}
// A pin-ended column of 5 m under 200 kN.
std::string strut(const std::string& standard, const std::string& name, double n = 200, double length = 5)
{
    return frame(section(name), two(0, length, R"("support":{"ux":true,"uy":true})"), kOne,
                 fmt::format(R"("nodal":[{{"node":"b","f":[0,0,{}]}}])", -n), standard);
}
std::string tie(const std::string& standard)
{
    return strut(standard, "IPE200", -300);
}
// A beam-column: 200 kN and 4 kN/m sideways.
std::string both(const std::string& standard, double load = 4)
{
    return frame(
        section("HEA200"), two(0, 5, R"("support":{"ux":true,"uy":true})"), kOne,
        fmt::format(R"("nodal":[{{"node":"b","f":[0,0,-200]}}],"line":[{{"element":"1","q":[[{0},0,0],[{0},0,0]]}}])", load),
        standard);
}
// A column of a sway portal with fixed feet: M, its twin, and the beam.
std::string portal(const std::string& standard)
{
    return frame(
        section("HEA200") + R"(,{"id":"J","name":"IPE300"})",
        R"({"id":"a","at":[0,0,0],)" + test::kFixed +
            R"(},{"id":"b","at":[0,0,5],"support":{"uy":true}},{"id":"c","at":[6,0,5],"support":{"uy":true}},{"id":"d","at":[6,0,0],)" +
            test::kFixed + "}",
        R"({"id":"1","nodes":["a","b"],"section":"A","material":"S","roll":90},{"id":"2","nodes":["d","c"],"section":"A","material":"S","roll":90},{"id":"3","nodes":["b","c"],"section":"J","material":"S"})",
        R"("nodal":[{"node":"b","f":[5,0,-300]},{"node":"c","f":[0,0,-300]}])", standard,
        R"({"id":"M","elements":["1"],"brief":"B"},{"id":"N","elements":["2"]},{"id":"O","elements":["3"]})");
}
// A welded girder with a thin web.
std::string girder(const std::string& standard)
{
    return frame(R"({"id":"A","shape":"i","h":1200,"b":300,"tw":6,"tf":20,"a":5})", two(8, 0, kFork), kOne,
                 R"("line":[{"element":"1","q":[[0,0,-60],[0,0,-60]]}])", standard);
}
std::string twisted(const std::string& standard, double moment)
{
    return frame(section("IPE360"), R"({"id":"a","at":[0,0,0],)" + test::kFixed + R"(},{"id":"b","at":[4,0,0]})", kOne,
                 fmt::format(R"("point":[{{"element":"1","at":3.9,"f":[0,0,-2],"m":[{},0,0]}}])", moment), standard);
}

struct Row
{
    std::string key, text, frame, check;
    // What becomes of the ratio: times this; 0: the check is no more one; above and below 1 without a number: Up, Down.
    double factor;
    std::string first = {}, firstText = {}; // another line that stands before and after
};
constexpr double kUp = 1e9, kDown = -1e9, kGone = 0, kChecked = -2e9; // kChecked: it was unchecked before

std::vector<std::string> part(const std::string& text)
{
    std::vector<std::string> out;
    std::stringstream in(text);
    for (std::string one; std::getline(in, one, ';');)
        out.push_back(one);
    return out;
}

struct Outcome
{
    Status status = Status::Unchecked;
    double ratio = 0;
    std::vector<std::string> notes;
};

Outcome outcomeOf(const std::string& json, const Brief* brief, const std::string& check)
{
    Frame f = test::frameOf(json);
    if (brief)
        for (Brief& b : f.design.briefs)
            if (b.id == "B") b = *brief;
    const auto model = test::modelOf(std::move(f));
    const size_t m = *model->find("M");
    const MemberResult r = model->check(m);
    const CheckOutcome& o = test::outcome(*model, r, m, check);
    return {o.status, o.ratio, r.notes};
}

std::vector<Row> rows()
{
    const std::string
        angle = strut(kAisc, "L4X4X1/2", 60, 3),
        loose = strut(kAisc, "2L4X3X3/8X3/8LLBB", 150, 4),
        cross = frame(R"({"id":"A","shape":"cruciform","h":300,"b":300,"tw":8,"tf":8})",
                      two(0, 3, R"("support":{"ux":true,"uy":true})"), kOne, R"("nodal":[{"node":"b","f":[0,0,-200]}])", kAisc),
        f12 = frame(
            R"({"id":"A","properties":{"a":5380,"iy":8.36e7,"iz":6.04e6,"wely":5.57e5,"welz":8.05e4,"wply":6.28e5,"wplz":1.25e5,"it":2e5,"iw":1.26e11}})",
            two(6, 0, kFork), kOne, R"("line":[{"element":"1","q":[[0,0,-5],[0,0,-5]]}])", kAisc);
    std::vector<Row> out{
        {"standard", kAisc, beam(kEn), "flexure-major", kUp}, // φ of 0.9 against γ_M0 of 1
        {"leaveOut", "ltb", beam(kEn), "ltb", kGone},
        {"grade", "EN 10025-2 S355", beam(kEn), "flexure-major", 275.0 / 355},
        {"netAreaRatio", "0.5", tie(kAisc), "tension", kUp},
        {"shearLag", "0.5", tie(kAisc), "tension", kUp},
        {"stiffenerSpacing", "1.2 m", girder(kAisc), "shear-major", kDown},
        {"connectors.spacing", "1 m", loose, "compression", kDown},
        {"connectors.joined", "snug", loose, "compression", kUp, "connectors.spacing", "1 m"},
        {"angleAxes", "legs",
         frame(section("L6X4X1/2"), two(3, 0, kFork), kOne, R"("line":[{"element":"1","q":[[0,0,-3],[0,0,-3]]}])", kAisc),
         "ltb", kDown},
        {"loadHeight", "top", beam(kEn), "ltb", kUp},
        {"cb", "2", beam(kAisc, "W14X30"), "ltb", kDown},
        {"cm", "0.6", both(kEn), "interaction", kDown},
        {"warpingEnds", "fixed, fixed", twisted(kAisc, 1), "torsion", kUp}, // held warping stresses the ends
        {"holds.along", "top, bottom", beam(kEn), "ltb", kDown},
        {"holds.joints", "top, bottom, twist", framed(kEn, "M", 10), "ltb", kDown},
        {"holds.framing", "bottom", framed(kEn, "J", -10), "ltb", kUp},
        {"lengths.by", "ends", portal(kAisc), "compression", kUp},
        {"lengths.ends", "recommended", portal(kAisc), "compression", kUp, "lengths.by", "frame"},
        {"lengths.base", "pinned", portal(kAisc), "compression", kUp, "lengths.by", "frame"},
        {"k.major", "3", strut(kEn, "HEA200"), "compression", kUp},
        {"k.minor", "0.5", strut(kEn, "HEA200"), "compression", kDown},
        {"k.torsion", "4", cross, "compression", kUp},
        {"k.top", "0.5", beam(kEn), "ltb", kDown},
        {"k.bottom", "2",
         frame(section("IPE360"), two(8, 0, kFork), kOne, R"("line":[{"element":"1","q":[[0,0,10],[0,0,10]]}])", kEn), "ltb",
         kUp},
        {"deflection.between", "ends",
         frame(
             section("IPE360"),
             R"({"id":"a","at":[0,0,0],)" + test::kPinned +
                 R"(},{"id":"m","at":[4,0,0],"support":{"uz":true}},{"id":"b","at":[10,0,0],)" + kFork + "}",
             R"({"id":"1","nodes":["a","m"],"section":"A","material":"S"},{"id":"2","nodes":["m","b"],"section":"A","material":"S"})",
             R"("line":[{"element":"1","q":[[0,0,-10],[0,0,-10]]},{"element":"2","q":[[0,0,-10],[0,0,-10]]}])", kEn,
             R"({"id":"M","elements":["1","2"],"brief":"B"})"),
         "deflection", kDown, "deflection.limits", "L/250 total"},
        {"deflection.cantilever", "once", cantilever(kEn), "deflection", 2, "deflection.limits", "L/250 total"},
        {"deflection.camber", "10 mm", beam(kEn), "deflection", kDown, "deflection.limits", "L/250 total"},
        {"deflection.limits", "L/500 total", beam(kEn), "deflection", 2, "deflection.limits", "L/250 total"},
        {"slendernessCompression", "50", strut(kAisc, "W8X31"), "slenderness", 4},
        {"slendernessTension", "150", tie(kAisc), "slenderness", 2},
        {"liveLoad.less", "25 %", strut(kEn, "HEA200"), "compression", 0.75},
        {"liveLoad.area", "100 m²", beam(kEn), "flexure-major", 0.9, "liveLoad.by", "is875"},
        {"liveLoad.floors", "3", strut(kEn, "HEA200"), "compression", 0.8, "liveLoad.by", "is875"},
        {"liveLoad.kll", "4", beam(kAisc), "flexure-major", (0.25 + 4.57 / std::sqrt(160)) / (0.25 + 4.57 / std::sqrt(40)),
         "liveLoad.by;liveLoad.area", "asce7;40 m²"},
        {"combinations.strength", "none", beam(kEn), "flexure-major", kGone},
        {"neglectBelow", "5 %", both(kEn, 0.3), "flexure-major", kGone},
        {"torsionBelow", "20 %", twisted(kAisc, 0.05), "torsion", kGone},
        {"aisc360.throughOneLeg", "planar-truss", angle, "compression", kUp},
        {"aisc360.connectedLeg", "b", strut(kAisc, "L6X4X1/2", 60, 3), "compression", kDown, "aisc360.throughOneLeg",
         "planar-truss"},
        {"aisc360.interaction", "H1.3", both(kAisc, 8), "interaction", kDown},
        {"aisc360.flangeHoles", "0.5", beam(kAisc), "flexure-major", kUp},
        {"en1993.parameters", "de", strut(kEn, "HEA200"), "compression", 1.1},
        {"en1993.ltb", "rolled", beam(kEn), "ltb", kDown},
        {"en1993.interaction", "annex-a", both(kEn), "interaction", kDown},
        {"en1993.c1", "2", beam(kEn), "ltb", kDown},
        {"en1993.c2", "1", beam(kEn), "ltb", kUp, "loadHeight;en1993.c1", "top;1.13"},
        {"en1993.k", "0.5", beam(kEn), "ltb", kDown},
        {"en1993.kw", "0.5", beam(kEn), "ltb", kDown},
        {"en1993.rigidEndPost", "yes", girder(kEn), "shear-major", kDown},
        {"en1993.torsionHeld", "yes", beam(kEn), "ltb", kGone},
        {"en1993.elasticSection", "yes", beam(kEn), "flexure-major", kUp},
        {"en1993.flangeHoles", "0.5", beam(kEn), "flexure-major", kUp},
        {"en1993.latticeAngle", "yes", strut(kEn, "L100X100X10", 60, 3), "compression", kDown},
        {"statedStress.ltb", "200 MPa", f12, "flexure-major", kChecked, "statedStress.local", "250 MPa"},
        {"statedStress.local", "250 MPa", f12, "flexure-major", kChecked, "statedStress.ltb", "200 MPa"},
    };
    // φ of a state: half of it doubles the ratio (ω of the allowable-stress method).
    const std::map<std::string, std::pair<std::string, std::string>> safety{
        {"tensionYield", {tie(kAisc), "tension"}},
        {"tensionRupture", {tie(kAisc), "tension"}},
        {"compression", {strut(kAisc, "W8X31"), "compression"}},
        {"flexure", {beam(kAisc), "flexure-major"}},
        {"shear", {girder(kAisc), "shear-major"}},
        {"shearRolled", {beam(kAisc, "W14X30"), "shear-major"}}};
    for (const auto& [state, what] : safety) {
        const bool rupture = state == "tensionRupture";
        out.push_back({"aisc360.safety." + state + ".phi", "0.3", what.first, what.second, kUp, rupture ? "netAreaRatio" : "",
                       rupture ? "0.6" : ""});
        std::string asd = what.first;
        asd.replace(asd.find("lrfd"), 4, "asd");
        out.push_back({"aisc360.safety." + state + ".omega", "5", asd, what.second, kUp, rupture ? "netAreaRatio" : "",
                       rupture ? "0.6" : ""});
    }
    return out;
}

} // namespace

TEST_CASE("briefs: every line does to a check what it says", "[briefs][options]")
{
    std::set<std::string> shown;
    for (const Row& row : rows()) {
        CAPTURE(row.key, row.text, row.check);
        shown.insert(row.key);
        const UnitSystem u;
        Brief before;
        before.id = "B";
        for (size_t k = 0, n = part(row.first).size(); k < n && row.first != row.key; ++k) {
            const auto with = withLine(before, part(row.first)[k], part(row.firstText)[k], u);
            if (!with) FAIL(with.error());
            before = *with;
        }
        if (row.first == row.key) before = *withLine(before, row.key, row.firstText, u);
        const auto after = withLine(before, row.key, row.text, u);
        if (!after) FAIL(after.error());
        const Outcome a = outcomeOf(row.frame, &before, row.check), b = outcomeOf(row.frame, &*after, row.check);
        if (row.factor == kChecked) {
            CHECK(a.status == Status::Unchecked);
            CHECK(b.status != Status::Unchecked);
            continue;
        }
        CHECK(a.status != Status::Unchecked);
        CHECK(a.status != Status::NotApplicable);
        CHECK(a.ratio > 0);
        if (row.factor == kGone) {
            CHECK((b.status == Status::NotApplicable || b.ratio == 0));
            if (b.status == Status::NotApplicable && row.key == "leaveOut") CHECK_FALSE(b.notes.empty());
        } else if (row.factor == kUp)
            CHECK(b.ratio > 1.0005 * a.ratio);
        else if (row.factor == kDown)
            CHECK(b.ratio < 0.9995 * a.ratio);
        else
            CHECK(b.ratio == Approx(row.factor * a.ratio).epsilon(2e-3));
    }
    // The rest is proved where it is at home, and by name here so that a new line cannot be forgotten.
    const std::map<std::string, std::string> elsewhere{
        {"about", "words only"},
        {"liveLoad.by", "live_load_test.cpp"},
        {"combinations.service", "purposes_test.cpp"},
        {"combinations.construction", "purposes_test.cpp"},
        {"combinations.seismic", "as construction"},
        {"combinations.fire", "as construction"},
        {"combinations.accidental", "as construction"},
        {"settings.service", "purposes_test.cpp"},
        {"settings.construction", "purposes_test.cpp"},
        {"settings.seismic", "as construction"},
        {"settings.fire", "purposes_test.cpp"},
        {"settings.accidental", "as construction"},
        {"tensionField", "interior panels, G2.2: aisc_shapes_test.cpp"},
        {"second", "cli: a brief's second standard stands beside the first"},
        {"slendernessRequired", "briefs: a required slenderness is a failure"},
        {"noSlenderParts", "audit: utilisations that no unit explains, and parts more slender than a brief allows"},
        {"secondOrderIncluded", "given forces, App. 8: members_by_hand_test.cpp"},
        {"aisc360.tensionRaisesCb", "H1.2: aisc_hand_test.cpp"},
        {"aisc360.webOpenings", "briefs: openings leave shear unchecked"},
        {"aisc360.safety.torsion.phi", "H3: aisc_shapes_test.cpp"},
        {"aisc360.safety.torsion.omega", "H3: aisc_shapes_test.cpp"},
        {"en1993.strength", "Table 3.1 against the product standard: en_tables_test.cpp"},
        {"en1993.c3", "unequal flanges: critical_moment_test.cpp"}};
    const auto families = standardFamilies();
    for (const SheetLine& l : sheetOf(Brief{}, families, UnitSystem{})) {
        CAPTURE(l.key);
        CHECK(shown.contains(l.key) != elsewhere.contains(l.key));
    }
}

TEST_CASE("briefs: a required slenderness is a failure, openings leave shear unchecked, small forces are told",
          "[briefs][options]")
{
    const UnitSystem u;
    Brief b;
    b.id = "B";
    const Brief advised = *withLine(b, "slendernessCompression", "50", u),
                required = *withLine(advised, "slendernessRequired", "yes", u);
    const std::string column = strut(kAisc, "W8X31");
    CHECK(outcomeOf(column, &advised, "slenderness").status == Status::Warned);
    CHECK(outcomeOf(column, &required, "slenderness").status == Status::Over);
    const Brief holes = *withLine(b, "aisc360.webOpenings", "yes", u);
    CHECK(outcomeOf(beam(kAisc), &holes, "shear-major").status == Status::Unchecked);
    // Neglected: the rest of the combination stays as it is, the interaction is no more one, and the result says so.
    const Brief small = *withLine(b, "neglectBelow", "5 %", u);
    const Outcome with = outcomeOf(both(kEn, 0.3), &b, "compression"),
                  without = outcomeOf(both(kEn, 0.3), &small, "compression");
    CHECK(with.ratio == Approx(without.ratio));
    CHECK(outcomeOf(both(kEn, 0.3), &small, "interaction").status == Status::NotApplicable);
    CHECK(std::any_of(without.notes.begin(), without.notes.end(), [](const std::string& n) {
        return n.find("under 5 %") != std::string::npos && n.find("My in 1 of 1 combinations") != std::string::npos;
    }));
    CHECK_FALSE(std::any_of(with.notes.begin(), with.notes.end(),
                            [](const std::string& n) { return n.find("neglectBelow") != std::string::npos; }));
    // At the edge: 4 kN/m is more than that, and stays.
    CHECK(outcomeOf(both(kEn), &small, "flexure-major").ratio == Approx(outcomeOf(both(kEn), &b, "flexure-major").ratio));
    // An unknown grade is a finding, and the material's own strength stands.
    Frame f = test::frameOf(beam(kEn));
    for (Brief& x : f.design.briefs)
        x.grade = "Unobtainium";
    const auto model = test::modelOf(std::move(f));
    CHECK(model->check(0).utilisation == Approx(test::modelOf(test::frameOf(beam(kEn)))->check(0).utilisation));
    const auto findings = model->findings();
    CHECK(std::any_of(findings.begin(), findings.end(), [](const Finding& x) { return x.code == "brief.grade"; }));
}
