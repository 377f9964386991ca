#include "core/files/brief_json.h"

#include "core/files/deflection_json.h"
#include "core/files/en1993_json.h"

#include <algorithm>
#include <array>

namespace wr {

namespace {

constexpr std::array<std::string_view, 7> kStates{"tensionYield", "tensionRupture", "compression", "flexure",
                                                  "shear",        "shearRolled",    "torsion"};
// The checks of every standard have these keys (docs/frame-format.md, "The command line's answer").
constexpr std::array<std::string_view, 12> kCheckKeys{"tension",     "compression", "flexure-major", "flexure-minor",
                                                      "ltb",         "shear-major", "shear-minor",   "torsion",
                                                      "interaction", "slenderness", "deflection",    "section"};

std::optional<LoadHeight> heightFromName(std::string_view n)
{
    if (n == "top") return LoadHeight::Top;
    if (n == "centroid") return LoadHeight::Centroid;
    if (n == "bottom") return LoadHeight::Bottom;
    return std::nullopt;
}
std::optional<bool> snugFromName(std::string_view n)
{
    if (n == "snug") return true;
    if (n == "welded" || n == "pretensioned") return false;
    return std::nullopt;
}
std::optional<bool> fixedFromName(std::string_view n)
{
    if (n == "fixed") return true;
    if (n == "free") return false;
    return std::nullopt;
}
std::optional<Aisc360Options::OneLeg> oneLegFromName(std::string_view n)
{
    using L = Aisc360Options::OneLeg;
    if (n == "planar-truss") return L::PlanarTruss;
    if (n == "space-truss") return L::SpaceTruss;
    return std::nullopt;
}
std::optional<bool> uprightFromName(std::string_view n)
{
    if (n == "h") return true;
    if (n == "b") return false;
    return std::nullopt;
}
constexpr std::array<std::string_view, 4> kAngleAxes{"principal", "legs", "legs-free", "legs-held-at-peak"};
std::optional<AngleAxes> angleAxesFromName(std::string_view n)
{
    const auto it = std::find(kAngleAxes.begin(), kAngleAxes.end(), n);
    if (it == kAngleAxes.end()) return std::nullopt;
    return static_cast<AngleAxes>(it - kAngleAxes.begin());
}
std::optional<bool> h13FromName(std::string_view n)
{
    if (n == "H1.1") return false;
    if (n == "H1.3") return true;
    return std::nullopt;
}

class BriefReader
{
public:
    BriefReader(Cursor& c, const UnitSystem& u, std::vector<Finding>& findings, Brief& b)
        : c_(c), u_(u), findings_(findings), b_(b)
    {
    }

    void read()
    {
        b_.standard = c_.text("standard").value_or("");
        share(c_, "netAreaRatio", b_.netAreaRatio);
        share(c_, "shearLag", b_.shearLag);
        b_.cb = c_.positive("cb");
        share(c_, "cm", b_.cm);
        b_.secondOrderIncluded = c_.flag("secondOrderIncluded").value_or(false);
        if (const auto v = c_.number("torsionBelow")) {
            if (*v < 0 || *v > 0.2) c_.fault("frame.value", "torsionBelow", "must lie between 0 and 0.2");
            b_.torsionBelow = *v;
        }
        b_.slendernessCompression = c_.positive("slendernessCompression");
        b_.slendernessTension = c_.positive("slendernessTension");
        b_.slendernessRequired = c_.flag("slendernessRequired").value_or(false);
        if (const auto v = c_.positive("stiffenerSpacing")) b_.stiffenerSpacing = u_.read(Quantity::Length, *v);
        b_.tensionField = c_.flag("tensionField").value_or(false);
        if (b_.tensionField && !b_.stiffenerSpacing)
            c_.fault("frame.key-missing", "tensionField", "tension field action needs \"stiffenerSpacing\"");
        b_.loadHeight = c_.word("loadHeight", heightFromName, "top, centroid, bottom").value_or(LoadHeight::Centroid);
        inside("connectors", [&](Cursor& k) {
            if (const auto v = k.positive("spacing", true)) b_.connectorSpacing = u_.read(Quantity::Length, *v);
            b_.connectorsSnug = k.word("joined", snugFromName, "welded, pretensioned, snug").value_or(false);
        });
        inside("k", [&](Cursor& k) {
            for (size_t a = 0; a < b_.k.size(); ++a)
                b_.k[a] = k.positive(lengthAxisName(static_cast<LengthAxis>(a)));
        });
        inside("statedStress", [&](Cursor& k) {
            if (const auto v = k.positive("ltb", true)) b_.ltbStress = u_.read(Quantity::Stress, *v);
            if (const auto v = k.positive("local", true)) b_.localStress = u_.read(Quantity::Stress, *v);
        });
        b_.angleAxes = c_.word("angleAxes", angleAxesFromName, "principal, legs, legs-free, legs-held-at-peak")
                           .value_or(AngleAxes::Principal);
        leaveOut();
        warping();
        inside("deflection", [&](Cursor& k) { readDeflection(k, u_, findings_, b_.deflection); });
        inside("aisc360", [&](Cursor& k) { aisc(k); });
        inside("en1993", [&](Cursor& k) { readEn1993(k, b_.en1993); });
        b_.extras = c_.finish();
    }

private:
    template <class F> void inside(std::string_view key, F&& read)
    {
        const Json* v = c_.object(key);
        if (!v) return;
        Cursor k(*v, c_.at(key), findings_);
        read(k);
        k.finish();
    }
    static void share(Cursor& c, std::string_view key, std::optional<double>& into)
    {
        if (const auto v = c.positive(key)) {
            if (*v > 1) c.fault("frame.value", key, "must be at most 1");
            into = *v;
        }
    }
    void leaveOut()
    {
        b_.leaveOut = c_.words("leaveOut");
        for (const std::string& key : b_.leaveOut)
            if (std::find(kCheckKeys.begin(), kCheckKeys.end(), key) == kCheckKeys.end())
                c_.fault("frame.value", "leaveOut", inQuotes(key) + " is no check; allowed: " + joined(kCheckKeys));
    }
    void warping()
    {
        if (!c_.has("warpingEnds")) return;
        const auto ends = c_.words("warpingEnds");
        for (size_t i = 0; i < ends.size(); ++i)
            if (const auto f = fixedFromName(ends[i]); !f || ends.size() != 2) {
                c_.fault("frame.value", "warpingEnds", "give two words, for the first and the last end: \"free\" or \"fixed\"");
                return;
            } else
                b_.warpingFixed[i] = *f;
        if (ends.empty())
            c_.fault("frame.value", "warpingEnds", "give two words, for the first and the last end: \"free\" or \"fixed\"");
    }
    void aisc(Cursor& k)
    {
        Aisc360Options& o = b_.aisc360;
        o.oneLeg = k.word("throughOneLeg", oneLegFromName, "planar-truss, space-truss").value_or(Aisc360Options::OneLeg::No);
        o.connectedUpright = k.word("connectedLeg", uprightFromName, "h, b").value_or(true);
        o.interactionH13 = k.word("interaction", h13FromName, "H1.1, H1.3").value_or(false);
        o.tensionRaisesCb = k.flag("tensionRaisesCb").value_or(false);
        share(k, "flangeHoles", o.flangeHoles);
        o.webOpenings = k.flag("webOpenings").value_or(false);
        const Json* safety = k.object("safety");
        if (!safety) return;
        Cursor s(*safety, k.at("safety"), findings_);
        for (const std::string_view state : kStates) {
            const Json* v = s.object(state);
            if (!v) continue;
            Cursor f(*v, s.at(state), findings_);
            StatedSafety stated;
            stated.state = state;
            share(f, "phi", stated.phi);
            stated.omega = f.positive("omega");
            if (stated.omega && *stated.omega < 1) f.fault("frame.value", "omega", "must be at least 1");
            f.finish();
            o.safety.push_back(std::move(stated));
        }
        s.finish();
    }

    Cursor& c_;
    const UnitSystem& u_;
    std::vector<Finding>& findings_;
    Brief& b_;
};

Json aiscJson(const Aisc360Options& o)
{
    using L = Aisc360Options::OneLeg;
    Json j = Json::object();
    if (o.oneLeg != L::No) j["throughOneLeg"] = o.oneLeg == L::PlanarTruss ? "planar-truss" : "space-truss";
    if (!o.connectedUpright) j["connectedLeg"] = "b";
    if (o.interactionH13) j["interaction"] = "H1.3";
    if (o.tensionRaisesCb) j["tensionRaisesCb"] = true;
    if (o.flangeHoles) j["flangeHoles"] = *o.flangeHoles;
    if (o.webOpenings) j["webOpenings"] = true;
    for (const StatedSafety& s : o.safety) {
        Json f = Json::object();
        if (s.phi) f["phi"] = *s.phi;
        if (s.omega) f["omega"] = *s.omega;
        j["safety"][s.state] = std::move(f);
    }
    return j;
}

} // namespace

void readBrief(Cursor& c, const UnitSystem& u, std::vector<Finding>& findings, Brief& b)
{
    BriefReader(c, u, findings, b).read();
}

Json briefJson(const Brief& b, const UnitSystem& u)
{
    Json j = {{"id", b.id}};
    if (!b.standard.empty()) j["standard"] = b.standard;
    const auto put = [&](const char* key, const std::optional<double>& v, std::optional<Quantity> q = {}) {
        if (v) j[key] = q ? u.show(*q, *v) : *v;
    };
    put("netAreaRatio", b.netAreaRatio);
    put("shearLag", b.shearLag);
    put("cb", b.cb);
    put("cm", b.cm);
    if (b.secondOrderIncluded) j["secondOrderIncluded"] = true;
    put("torsionBelow", b.torsionBelow);
    put("slendernessCompression", b.slendernessCompression);
    put("slendernessTension", b.slendernessTension);
    if (b.slendernessRequired) j["slendernessRequired"] = true;
    put("stiffenerSpacing", b.stiffenerSpacing, Quantity::Length);
    if (b.tensionField) j["tensionField"] = true;
    if (b.loadHeight != LoadHeight::Centroid) j["loadHeight"] = b.loadHeight == LoadHeight::Top ? "top" : "bottom";
    if (b.connectorSpacing)
        j["connectors"] = {{"spacing", u.show(Quantity::Length, *b.connectorSpacing)},
                           {"joined", b.connectorsSnug ? "snug" : "welded"}};
    for (size_t a = 0; a < b.k.size(); ++a)
        if (b.k[a]) j["k"][std::string(lengthAxisName(static_cast<LengthAxis>(a)))] = *b.k[a];
    if (b.ltbStress && b.localStress)
        j["statedStress"] = {{"ltb", u.show(Quantity::Stress, *b.ltbStress)},
                             {"local", u.show(Quantity::Stress, *b.localStress)}};
    if (b.anglesAboutLegs()) j["angleAxes"] = kAngleAxes[static_cast<size_t>(b.angleAxes)];
    if (!b.leaveOut.empty()) j["leaveOut"] = b.leaveOut;
    if (b.warpingFixed != std::array<bool, 2>{})
        j["warpingEnds"] = {b.warpingFixed[0] ? "fixed" : "free", b.warpingFixed[1] ? "fixed" : "free"};
    if (const Json d = deflectionJson(b.deflection, u); !d.empty()) j["deflection"] = d;
    if (const Json a = aiscJson(b.aisc360); !a.empty()) j["aisc360"] = a;
    if (const Json e = en1993Json(b.en1993); !e.empty()) j["en1993"] = e;
    for (const auto& [key, text] : b.extras)
        j[key] = Json::parse(text);
    return j;
}

} // namespace wr
