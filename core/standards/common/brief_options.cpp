#include "core/standards/common/brief_options.h"

#include "core/standards/standard.h"

#include <cmath>

namespace wr {

namespace {

using B = Brief;
using Kind = Option::Kind;

template <size_t Axis> struct FactorAccess
{
    static auto& of(Brief& b) { return b.k[Axis]; }
    static const auto& of(const Brief& b) { return b.k[Axis]; }
};
template <auto Member> struct DeflectionAccess
{
    static auto& of(Brief& b) { return b.deflection.*Member; }
    static const auto& of(const Brief& b) { return b.deflection.*Member; }
};

template <auto Member> struct LiveAccess
{
    static auto& of(Brief& b) { return b.liveLoad.*Member; }
    static const auto& of(const Brief& b) { return b.liveLoad.*Member; }
};
template <Purpose P> struct ChosenAccess
{
    static auto& of(Brief& b) { return b.combinations[static_cast<size_t>(P)]; }
    static const auto& of(const Brief& b) { return b.combinations[static_cast<size_t>(P)]; }
};
template <Purpose P> struct SettingsAccess
{
    static auto& of(Brief& b) { return b.settings[static_cast<size_t>(P)]; }
    static const auto& of(const Brief& b) { return b.settings[static_cast<size_t>(P)]; }
};

template <class Access> void numberBy(std::vector<BoundOption<B>>& t, Option o)
{
    o.kind = Kind::Number;
    if (std::isinf(o.least)) {
        o.least = 0;
        o.above = true;
    }
    t.push_back(bindBy<B, Access>(std::move(o)));
}
template <auto Member> void number(std::vector<BoundOption<B>>& t, Option o)
{
    numberBy<DirectAccess<B, Member>>(t, std::move(o));
}
template <auto Member> void flag(std::vector<BoundOption<B>>& t, Option o)
{
    o.kind = Kind::Flag;
    o.standing = "false";
    t.push_back(bind<B, Member>(std::move(o)));
}
template <auto Member> void text(std::vector<BoundOption<B>>& t, Option o)
{
    o.kind = Kind::Text;
    t.push_back(bind<B, Member>(std::move(o)));
}
template <auto Member> void word(std::vector<BoundOption<B>>& t, Option o)
{
    o.kind = Kind::Word;
    t.push_back(bind<B, Member>(std::move(o)));
}
template <auto Member> void words(std::vector<BoundOption<B>>& t, Option o)
{
    o.kind = Kind::Words;
    t.push_back(bind<B, Member>(std::move(o)));
}
template <size_t Axis> void factor(std::vector<BoundOption<B>>& t, std::string_view key, std::string_view title)
{
    numberBy<FactorAccess<Axis>>(t, {.key = key,
                                     .standing = Axis < 2 ? "as lengths.by says" : "1; 2 for free-ended members in torsion",
                                     .meaning = "effective length factor, where lengths says nothing",
                                     .title = title,
                                     .topic = Topic::Lengths});
}

std::vector<std::string_view> standardKeys()
{
    std::vector<std::string_view> out;
    for (const Standard& s : shippedStandards())
        out.push_back(s.key);
    return out;
}

void whatIsChecked(std::vector<BoundOption<B>>& t)
{
    text<&B::about>(
        t,
        {.key = "about", .standing = "nothing", .meaning = "what the brief is for", .title = "For", .topic = Topic::Checked});
    text<&B::standard>(t, {.key = "standard",
                           .standing = "the frame's",
                           .meaning = "design standard of the members of this brief",
                           .words = standardKeys(),
                           .title = "Standard",
                           .topic = Topic::Checked});
    text<&B::second>(t, {.key = "second",
                         .standing = "none",
                         .meaning = "a second standard, to which its members are checked as well",
                         .words = standardKeys(),
                         .title = "Also to",
                         .topic = Topic::Checked});
    words<&B::leaveOut>(t, {.key = "leaveOut",
                            .standing = "none",
                            .meaning = "checks that are not made; every result lists them",
                            .words = checkKeys(),
                            .title = "Left out",
                            .topic = Topic::Checked});
}

void strength(std::vector<BoundOption<B>>& t)
{
    text<&B::grade>(t, {.key = "grade",
                        .standing = "the material's",
                        .meaning = "grade of the steel, in place of what the material of the elements says of its strength",
                        .title = "Grade",
                        .topic = Topic::Strength});
    number<&B::netAreaRatio>(t, {.key = "netAreaRatio",
                                 .standing = "1",
                                 .meaning = "A_n/A_g for rupture in tension",
                                 .most = 1,
                                 .title = "Net over gross area",
                                 .topic = Topic::Strength});
    number<&B::shearLag>(t, {.key = "shearLag",
                             .standing = "1",
                             .meaning = "U for rupture in tension",
                             .most = 1,
                             .title = "Shear lag",
                             .topic = Topic::Strength});
    number<&B::stiffenerSpacing>(t, {.key = "stiffenerSpacing",
                                     .standing = "none",
                                     .meaning = "clear distance of transverse web stiffeners",
                                     .quantity = Quantity::Length,
                                     .title = "Web stiffeners every",
                                     .topic = Topic::Strength});
    flag<&B::tensionField>(t, {.key = "tensionField",
                               .meaning = "post-buckling strength of webs in shear",
                               .needs = "stiffenerSpacing",
                               .title = "Tension field",
                               .topic = Topic::Strength});
    number<&B::connectorSpacing>(t, {.key = "connectors.spacing",
                                     .standing = "connected at the ends only",
                                     .meaning = "distance of the connectors of a pair of angles",
                                     .quantity = Quantity::Length,
                                     .must = true,
                                     .title = "Pair connected every",
                                     .topic = Topic::Strength});
    word<&B::connectorsJoined>(t, {.key = "connectors.joined",
                                   .standing = "welded",
                                   .meaning = "how they are joined: welded, bolted pretensioned or bolted snug-tight",
                                   .words = {"welded", "snug", "pretensioned"},
                                   .title = "Pair joined",
                                   .topic = Topic::Strength});
    word<&B::angleAxes>(t, {.key = "angleAxes",
                            .standing = "principal",
                            .meaning = "axes about which a single angle bends",
                            .words = {"principal", "legs", "legs-free", "legs-held-at-peak"},
                            .title = "Angles bend about",
                            .topic = Topic::Strength});
    number<&B::ltbStress>(t, {.key = "statedStress.ltb",
                              .standing = "none",
                              .meaning = "critical stress found elsewhere, for sections without dimensions",
                              .quantity = Quantity::Stress,
                              .title = "Critical stress, LTB",
                              .topic = Topic::Strength});
    number<&B::localStress>(t, {.key = "statedStress.local",
                                .standing = "none",
                                .meaning = "critical stress of local buckling, the same",
                                .quantity = Quantity::Stress,
                                .title = "Critical stress, local",
                                .topic = Topic::Strength});
}

void stability(std::vector<BoundOption<B>>& t)
{
    word<&B::loadHeight>(t, {.key = "loadHeight",
                             .standing = "centroid",
                             .meaning = "where loads between the holds act",
                             .words = {"top", "centroid", "bottom"},
                             .title = "Loads act at",
                             .topic = Topic::Stability});
    number<&B::cb>(t, {.key = "cb",
                       .standing = "by the moments; 1 for free-ended cantilevers",
                       .meaning = "C_b stated for every segment",
                       .title = "C_b",
                       .topic = Topic::Stability});
    number<&B::cm>(t, {.key = "cm",
                       .standing = "by the moments; 1 for members loaded along their length",
                       .meaning = "equivalent uniform moment factors stated for all axes",
                       .most = 1,
                       .title = "C_m",
                       .topic = Topic::Stability});
    t.push_back({{.key = "warpingEnds",
                  .kind = Kind::Words,
                  .standing = "free, free",
                  .meaning = "warping at the first and the last end, for torsion of open sections",
                  .words = {"free", "fixed"},
                  .title = "Warping at the ends",
                  .topic = Topic::Stability,
                  .places = 2},
                 [](Brief& b, const Option&, const OptionValue& v) {
                     const auto& list = std::get<std::vector<std::string>>(v);
                     for (size_t k = 0; k < 2; ++k)
                         b.warpingFixed[k] = list[k] == "fixed";
                 },
                 [](const Brief& b, const Option&) -> std::optional<OptionValue> {
                     if (b.warpingFixed == std::array<bool, 2>{}) return std::nullopt;
                     std::vector<std::string> list;
                     for (const bool fixed : b.warpingFixed)
                         list.emplace_back(fixed ? "fixed" : "free");
                     return list;
                 }});
}

void holdsAndLengths(std::vector<BoundOption<B>>& t)
{
    words<&B::along>(t, {.key = "holds.along",
                         .standing = "as found",
                         .meaning = "what holds its members all along",
                         .words = {"major", "minor", "top", "bottom", "twist"},
                         .title = "Held all along",
                         .topic = Topic::Holds});
    words<&B::atJoints>(t,
                        {.key = "holds.joints",
                         .standing = "as found",
                         .meaning = "what holds its members wherever an element frames in between their ends (rails, purlins)",
                         .words = {"major", "minor", "top", "bottom", "twist"},
                         .title = "Held where framed in",
                         .topic = Topic::Holds});
    words<&B::framing>(t, {.key = "holds.framing",
                           .standing = "by their depth",
                           .meaning = "what its members hold of those they frame into, where they hold them sideways at all",
                           .words = {"top", "bottom", "twist"},
                           .title = "Its members hold",
                           .topic = Topic::Holds});
    word<&B::lengthsBy>(t, {.key = "lengths.by",
                            .standing = "safe",
                            .meaning = "which way gives the lengths of buckling about the major and the minor axis",
                            .words = {"safe", "system", "ends", "frame", "buckling"},
                            .title = "Lengths by",
                            .topic = Topic::Lengths});
    word<&B::recommendedEnds>(t, {.key = "lengths.ends",
                                  .standing = "theoretical",
                                  .meaning = "fixed and pinned ends as in theory (G 0 and infinite; 0.5, 0.7, 1, 2) or "
                                             "as recommended for design (G 1 and 10 at bases; 0.65, 0.8, 1.2, 2.1)",
                                  .words = {"theoretical", "recommended"},
                                  .title = "Fixed and pinned ends",
                                  .topic = Topic::Lengths});
    word<&B::base>(t,
                   {.key = "lengths.base",
                    .standing = "as-modelled",
                    .meaning = "how the foot of a column counts for lengths by ends and by the frame, where a support stands",
                    .words = {"as-modelled", "pinned", "fixed"},
                    .title = "Feet of columns",
                    .topic = Topic::Lengths});
    factor<0>(t, "k.major", "Factor, major axis");
    factor<1>(t, "k.minor", "Factor, minor axis");
    factor<2>(t, "k.torsion", "Factor, torsion");
    factor<3>(t, "k.top", "Factor, top flange");
    factor<4>(t, "k.bottom", "Factor, bottom flange");
}

void serviceability(std::vector<BoundOption<B>>& t)
{
    using D = DeflectionRules;
    t.push_back(bindBy<B, DeflectionAccess<&D::limits>>({.key = "deflection.limits",
                                                         .kind = Kind::Limits,
                                                         .standing = "none",
                                                         .meaning = "limits of deflection, all of which are to be met",
                                                         .title = "Limits",
                                                         .topic = Topic::Deflection}));
    t.push_back(bindBy<B, DeflectionAccess<&D::from>>(
        {.key = "deflection.between",
         .kind = Kind::Word,
         .standing = "holds",
         .meaning = "measured from the chord between the holds or between the ends of the member; from its held end (the lower "
                    "one of upright members, else the first); from floor to floor (upright members)",
         .words = {"holds", "ends", "held-end", "storey"},
         .title = "Measured from",
         .topic = Topic::Deflection}));
    t.push_back(bindBy<B, DeflectionAccess<&D::twiceCantilever>>({.key = "deflection.cantilever",
                                                                  .kind = Kind::Word,
                                                                  .standing = "twice",
                                                                  .meaning = "how often the length of a free end counts, "
                                                                             "where a limit states none of its own",
                                                                  .words = {"once", "twice"},
                                                                  .title = "Length of a free end",
                                                                  .topic = Topic::Deflection}));
    numberBy<DeflectionAccess<&D::camber>>(t, {.key = "deflection.camber",
                                               .standing = "0",
                                               .meaning = "built in against gravity, off the total deflection downwards",
                                               .quantity = Quantity::Displacement,
                                               .title = "Camber",
                                               .topic = Topic::Deflection});
    number<&B::slendernessCompression>(t, {.key = "slendernessCompression",
                                           .standing = "as the standard advises",
                                           .meaning = "limit of L/r in compression",
                                           .title = "In compression",
                                           .topic = Topic::Slenderness});
    number<&B::slendernessTension>(t, {.key = "slendernessTension",
                                       .standing = "as the standard advises",
                                       .meaning = "limit of L/r in tension",
                                       .title = "In tension",
                                       .topic = Topic::Slenderness});
    flag<&B::slendernessRequired>(t, {.key = "slendernessRequired",
                                      .meaning = "those limits are required; else they are advice",
                                      .title = "Required",
                                      .topic = Topic::Slenderness});
    flag<&B::noSlenderParts>(
        t,
        {.key = "noSlenderParts",
         .meaning = "sections with parts slender in local buckling (class 4) are not wanted: those that have some are findings",
         .title = "No slender parts (class 4)",
         .topic = Topic::Slenderness});
}

template <Purpose P> void purpose(std::vector<BoundOption<B>>& t, std::string_view chosen, std::string_view settings,
                                  std::string_view title, std::string_view settingsTitle)
{
    t.push_back(bindBy<B, ChosenAccess<P>>(
        {.key = chosen,
         .kind = Kind::Texts,
         .standing = "all of that purpose",
         .meaning = "combinations of that purpose that its members are checked with, by their ids, with * and ?",
         .title = title,
         .topic = Topic::Combinations}));
    if (settings.empty()) return;
    t.push_back(bindBy<B, SettingsAccess<P>>(
        {.key = settings,
         .kind = Kind::Text,
         .standing = "this one",
         .meaning = P == Purpose::Fire
                        ? "the brief by whose settings combinations of that purpose are checked; none: they are not checked"
                        : "the brief whose settings stand for combinations of that purpose",
         .title = settingsTitle,
         .topic = Topic::Combinations}));
}

void combinations(std::vector<BoundOption<B>>& t)
{
    purpose<Purpose::Strength>(t, "combinations.strength", "", "Strength sets", "");
    purpose<Purpose::Service>(t, "combinations.service", "settings.service", "Service sets", "Service by brief");
    purpose<Purpose::Construction>(t, "combinations.construction", "settings.construction", "Construction sets",
                                   "Construction by brief");
    purpose<Purpose::Seismic>(t, "combinations.seismic", "settings.seismic", "Earthquake sets", "Earthquake by brief");
    purpose<Purpose::Fire>(t, "combinations.fire", "settings.fire", "Fire sets", "Fire by brief");
    purpose<Purpose::Accidental>(t, "combinations.accidental", "settings.accidental", "Accident sets", "Accident by brief");
}

void loads(std::vector<BoundOption<B>>& t)
{
    using R = LiveLoadReduction;
    numberBy<LiveAccess<&R::less>>(
        t, {.key = "liveLoad.less",
            .standing = "0",
            .meaning = "share of the live loads that is left out, never of storage; with a rule: at most",
            .most = 0.6,
            .title = "Less live load",
            .topic = Topic::Loads});
    t.push_back(bindBy<B, LiveAccess<&R::by>>({.key = "liveLoad.by",
                                               .kind = Kind::Word,
                                               .standing = "none",
                                               .clause = "ASCE 7 4.7.2, EN 1991-1-1 6.3.1.2, IS 875-2 3.2",
                                               .meaning = "rule by which live loads are reduced for a member",
                                               .words = {"none", "asce7", "en1991", "is875"},
                                               .title = "Live load rule",
                                               .topic = Topic::Loads}));
    numberBy<LiveAccess<&R::area>>(t, {.key = "liveLoad.area",
                                       .standing = "from loads on panels",
                                       .meaning = "floor that each of its members carries, for that rule",
                                       .quantity = Quantity::FloorArea,
                                       .needs = "liveLoad.by",
                                       .title = "Area carried",
                                       .topic = Topic::Loads});
    numberBy<LiveAccess<&R::floors>>(t, {.key = "liveLoad.floors",
                                         .standing = "1",
                                         .meaning = "floors that each of its members carries",
                                         .least = 1,
                                         .most = 200,
                                         .needs = "liveLoad.by",
                                         .title = "Floors carried",
                                         .topic = Topic::Loads});
    numberBy<LiveAccess<&R::kll>>(t, {.key = "liveLoad.kll",
                                      .standing = "1",
                                      .clause = "ASCE 7 Table 4.7-1",
                                      .meaning = "K_LL: what of the frame around loads a member beyond the area it carries",
                                      .least = 1,
                                      .most = 4,
                                      .needs = "liveLoad.by",
                                      .title = "K_LL",
                                      .topic = Topic::Loads});
    flag<&B::secondOrderIncluded>(t, {.key = "secondOrderIncluded",
                                      .meaning = "given forces hold all second-order effects, whatever their order says",
                                      .title = "Second order included",
                                      .topic = Topic::Loads});
    number<&B::neglectBelow>(t, {.key = "neglectBelow",
                                 .standing = "never",
                                 .meaning = "axial force and moments below this share of what makes the section yield are "
                                            "taken as nothing; every result says which",
                                 .most = 0.05,
                                 .title = "Small forces left out",
                                 .topic = Topic::Loads});
    number<&B::torsionBelow>(t,
                             {.key = "torsionBelow",
                              .standing = "0.01",
                              .meaning = "torsion of open sections is neglected while its St Venant shear stress stays under "
                                         "this share of the shear yield stress",
                              .least = 0,
                              .most = 0.2,
                              .title = "Torsion left out below",
                              .topic = Topic::Loads});
}

std::vector<BoundOption<B>> make()
{
    std::vector<BoundOption<B>> t;
    whatIsChecked(t);
    strength(t);
    stability(t);
    holdsAndLengths(t);
    serviceability(t);
    combinations(t);
    loads(t);
    return t;
}

} // namespace

const std::vector<BoundOption<Brief>>& briefTable()
{
    static const auto table = make();
    return table;
}

} // namespace wr
