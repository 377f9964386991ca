#include "core/standards/aisc360/options.h"

namespace wr::aisc360 {

namespace {

using Kind = Option::Kind;

template <Safety SafetyTable::*State, double Safety::*Factor> struct SafetyAccess
{
    static double& of(Options& o) { return o.safety.*State.*Factor; }
    static const double& of(const Options& o) { return o.safety.*State.*Factor; }
};

template <Safety SafetyTable::*State> void addSafety(std::vector<BoundOption<Options>>& t, std::string_view phi,
                                                     std::string_view omega, std::string_view clause, std::string_view what,
                                                     std::string_view phiTitle, std::string_view omegaTitle)
{
    t.push_back(bindBy<Options, SafetyAccess<State, &Safety::phi>>({.key = phi,
                                                                    .kind = Kind::Number,
                                                                    .standing = "the standard's",
                                                                    .clause = clause,
                                                                    .meaning = what,
                                                                    .least = 0,
                                                                    .most = 1,
                                                                    .above = true,
                                                                    .title = phiTitle}));
    t.push_back(bindBy<Options, SafetyAccess<State, &Safety::omega>>({.key = omega,
                                                                      .kind = Kind::Number,
                                                                      .standing = "the standard's",
                                                                      .clause = clause,
                                                                      .meaning = what,
                                                                      .least = 1,
                                                                      .title = omegaTitle}));
}

std::vector<BoundOption<Options>> make()
{
    using O = Options;
    std::vector<BoundOption<O>> t;
    t.push_back(bind<O, &O::oneLeg>({.key = "throughOneLeg",
                                     .kind = Kind::Word,
                                     .standing = "no",
                                     .clause = "E5",
                                     .meaning = "a single angle loaded through one leg, as a web member of a planar truss "
                                                "(E5(a)) or of a space truss (E5(b))",
                                     .words = {"", "planar-truss", "space-truss"},
                                     .title = "Loaded through one leg"}));
    t.push_back(bind<O, &O::connectedFlat>({.key = "connectedLeg",
                                            .kind = Kind::Word,
                                            .standing = "h",
                                            .clause = "E5",
                                            .meaning = "the leg it is loaded through",
                                            .words = {"h", "b"},
                                            .title = "The leg connected"}));
    t.push_back(bind<O, &O::interactionH13>({.key = "interaction",
                                             .kind = Kind::Word,
                                             .standing = "H1.1",
                                             .clause = "H1.3",
                                             .meaning = "H1.3 where it applies, else H1.1",
                                             .words = {"H1.1", "H1.3"},
                                             .title = "Force and bending by"}));
    t.push_back(bind<O, &O::tensionRaisesCb>({.key = "tensionRaisesCb",
                                              .kind = Kind::Flag,
                                              .standing = "false",
                                              .clause = "H1.2",
                                              .meaning = "C_b raised by concurrent tension",
                                              .title = "Tension raises C_b"}));
    t.push_back(bind<O, &O::flangeHoles>({.key = "flangeHoles",
                                          .kind = Kind::Number,
                                          .standing = "1",
                                          .clause = "F13.1",
                                          .meaning = "net over gross area of the tension flange",
                                          .least = 0,
                                          .most = 1,
                                          .above = true,
                                          .title = "Tension flange, net over gross"}));
    t.push_back(bind<O, &O::webOpenings>({.key = "webOpenings",
                                          .kind = Kind::Flag,
                                          .standing = "false",
                                          .clause = "G7",
                                          .meaning = "openings in the web: shear is then unchecked",
                                          .title = "Openings in the web"}));
    using S = SafetyTable;
    addSafety<&S::tensionYield>(t, "safety.tensionYield.phi", "safety.tensionYield.omega", "D2(a)",
                                "safety in yielding in tension", "φ, yielding in tension", "Ω, yielding in tension");
    addSafety<&S::tensionRupture>(t, "safety.tensionRupture.phi", "safety.tensionRupture.omega", "D2(b)",
                                  "safety in rupture in tension", "φ, rupture in tension", "Ω, rupture in tension");
    addSafety<&S::compression>(t, "safety.compression.phi", "safety.compression.omega", "E1", "safety in compression",
                               "φ, compression", "Ω, compression");
    addSafety<&S::flexure>(t, "safety.flexure.phi", "safety.flexure.omega", "F1", "safety in flexure", "φ, flexure",
                           "Ω, flexure");
    addSafety<&S::shear>(t, "safety.shear.phi", "safety.shear.omega", "G1", "safety in shear", "φ, shear", "Ω, shear");
    addSafety<&S::shearRolled>(t, "safety.shearRolled.phi", "safety.shearRolled.omega", "G2.1(a)",
                               "safety in shear of webs of rolled I", "φ, shear of webs of rolled I",
                               "Ω, shear of webs of rolled I");
    addSafety<&S::torsion>(t, "safety.torsion.phi", "safety.torsion.omega", "H3", "safety in torsion", "φ, torsion",
                           "Ω, torsion");
    return t;
}

} // namespace

const std::vector<BoundOption<Options>>& optionTable()
{
    static const auto table = make();
    return table;
}

std::shared_ptr<const Rules> rulesOf(const Brief& b, const NationalSet* national)
{
    auto out = std::make_shared<AiscRules>();
    out->deflection = deflectionLimits(b, national);
    if (const auto own = b.options.find(kFamily); own != b.options.end()) applyStated(optionTable(), own->second, out->options);
    return out;
}

} // namespace wr::aisc360
