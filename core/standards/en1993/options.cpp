#include "core/standards/en1993/options.h"

namespace wr::en1993 {

namespace {

using Kind = Option::Kind;

template <class T> void addC(std::vector<BoundOption<T>>& t)
{
    constexpr std::string_view own = "from the segment's own diagram";
    t.push_back(bind<T, &T::c1>({.key = "c1",
                                 .kind = Kind::Number,
                                 .standing = own,
                                 .clause = "SN003",
                                 .meaning = "C1 of M_cr",
                                 .least = 0,
                                 .above = true,
                                 .title = "C1"}));
    t.push_back(bind<T, &T::c2>({.key = "c2",
                                 .kind = Kind::Number,
                                 .standing = own,
                                 .clause = "SN003",
                                 .meaning = "C2 of M_cr, for loads away from the shear centre",
                                 .needs = "c1",
                                 .title = "C2"}));
    t.push_back(bind<T, &T::c3>({.key = "c3",
                                 .kind = Kind::Number,
                                 .standing = own,
                                 .clause = "SN003",
                                 .meaning = "C3 of M_cr, for unequal flanges",
                                 .needs = "c1",
                                 .title = "C3"}));
}

template <class T, auto Member> BoundOption<T> flag(std::string_view key, std::string_view clause, std::string_view meaning,
                                                    std::string_view title, std::string_view standing = "false")
{
    return bind<T, Member>(
        {.key = key, .kind = Kind::Flag, .standing = standing, .clause = clause, .meaning = meaning, .title = title});
}
template <class T, auto Member> BoundOption<T> number(std::string_view key, std::string_view standing, std::string_view clause,
                                                      std::string_view meaning, double least, double most,
                                                      std::string_view title)
{
    return bind<T, Member>({.key = key,
                            .kind = Kind::Number,
                            .standing = standing,
                            .clause = clause,
                            .meaning = meaning,
                            .least = least,
                            .most = most,
                            .title = title});
}

template <class T>
void addChoices(std::vector<BoundOption<T>>& t, std::string_view ltb, std::string_view interaction, std::string_view strength)
{
    t.push_back(bind<T, &T::ltb>({.key = "ltb",
                                  .kind = Kind::Word,
                                  .standing = ltb,
                                  .clause = "6.3.2",
                                  .meaning = "lateral-torsional buckling by 6.3.2.2 (general), 6.3.2.3 (rolled) or 6.3.2.4 "
                                             "(simplified)",
                                  .words = {"", "general", "rolled", "simplified"},
                                  .title = "Lateral-torsional buckling"}));
    t.push_back(bind<T, &T::interaction>({.key = "interaction",
                                          .kind = Kind::Word,
                                          .standing = interaction,
                                          .clause = "6.3.3",
                                          .meaning = "6.3.3 with Annex A or Annex B, or the general method of 6.3.4",
                                          .words = {"", "annex-a", "annex-b", "general"},
                                          .title = "Bending with force"}));
    t.push_back(bind<T, &T::strength>({.key = "strength",
                                       .kind = Kind::Word,
                                       .standing = strength,
                                       .clause = "3.2.1(1)",
                                       .meaning = "strength by Table 3.1 or by the steps of the product standard",
                                       .words = {"", "table-3.1", "product"},
                                       .title = "Strength by"}));
}

std::vector<BoundOption<Options>> makeOptions()
{
    using O = Options;
    std::vector<BoundOption<O>> t;
    t.push_back(bind<O, &O::parameters>({.key = "parameters",
                                         .kind = Kind::Text,
                                         .standing = "the frame's",
                                         .clause = "National Annex",
                                         .meaning = "key of the set of national parameters for this brief",
                                         .title = "Parameters"}));
    addChoices(t, "the set's", "the set's", "the set's");
    addC(t);
    const auto fixity = [](std::string_view key, std::string_view title, std::string_view what) {
        return Option{.key = key,
                      .kind = Kind::Number,
                      .standing = "1",
                      .clause = "SN003",
                      .meaning = what,
                      .numbers = {1, 0.7, 0.5},
                      .title = title};
    };
    t.push_back(bind<O, &O::kz>(fixity("k", "Ends held in plan",
                                       "how the ends of a segment are held in plan, for M_cr: 1 free, 0.7 one end, 0.5 both")));
    t.push_back(bind<O, &O::kw>(
        fixity("kw", "Ends held against warping", "how they are held against warping: 1 free, 0.7 one end, 0.5 both")));
    t.push_back(flag<O, &O::rigidEndPost>("rigidEndPost", "EN 1993-1-5 5.3", "rigid end posts", "Rigid end posts"));
    t.push_back(flag<O, &O::torsionHeld>("torsionHeld", "6.3.2, 6.3.1.4",
                                         "twist is held all along: no lateral-torsional and no torsional buckling",
                                         "Twist held all along"));
    t.push_back(flag<O, &O::elasticSection>("elasticSection", "6.2.1(5)", "elastic resistance of classes 1 and 2 as well",
                                            "Classes 1 and 2 elastic"));
    t.push_back(
        flag<O, &O::latticeAngle>("latticeAngle", "BB.1.2", "a single angle as web member of a lattice", "Angle in a lattice"));
    t.push_back(bind<O, &O::flangeHoles>({.key = "flangeHoles",
                                          .kind = Kind::Number,
                                          .standing = "1",
                                          .clause = "6.2.5(4)",
                                          .meaning = "net over gross area of the tension flange; I sections and channels",
                                          .least = 0,
                                          .most = 1,
                                          .above = true,
                                          .title = "Tension flange, net over gross"}));
    return t;
}

std::vector<BoundOption<National>> makeNational()
{
    using N = National;
    std::vector<BoundOption<N>> t;
    t.push_back(number<N, &N::gammaM0>("gammaM0", "1", "6.1(1)", "partial factor of cross-sections", 0.9, 2, "γ_M0"));
    t.push_back(number<N, &N::gammaM1>("gammaM1", "1", "6.1(1)", "partial factor of members in instability", 0.9, 2, "γ_M1"));
    t.push_back(
        number<N, &N::gammaM2>("gammaM2", "1.25", "6.1(1)", "partial factor of net sections in rupture", 0.9, 2, "γ_M2"));
    t.push_back(number<N, &N::lambdaLT0>("lambdaLT0", "0.4", "6.3.2.3(1)", "plateau of the curves for rolled sections", 0.2,
                                         0.4, "λ_LT,0"));
    t.push_back(number<N, &N::beta>("beta", "0.75", "6.3.2.3(1)", "β of the curves for rolled sections", 0.75, 1, "β"));
    t.push_back(number<N, &N::curveDAbove>("curveDAbove", "never", "6.3.2.3(1)", "h/b above which rolled I take curve d", 2,
                                           1000, "Curve d above h/b"));
    t.push_back(number<N, &N::lambdaC0>("lambdaC0", "0.5", "6.3.2.4(1)", "λ_c0 of the simplified method", 0.2, 1, "λ_c0"));
    t.push_back(number<N, &N::kfl>("kfl", "1.1", "6.3.2.4(2)", "k_fl of the simplified method", 1, 1.2, "k_fl"));
    t.push_back(number<N, &N::eta>("eta", "1.2", "EN 1993-1-5 5.1(2)", "η to S460; 1 above", 1, 1.2, "η"));
    t.push_back(
        number<N, &N::alphaCr>("alphaCr", "10", "5.2.1(3)", "α_cr above which first order will do", 3, 30, "α_cr, elastic"));
    t.push_back(number<N, &N::alphaCrPlastic>("alphaCrPlastic", "15", "5.2.1(3)", "the same for plastic analysis", 3, 30,
                                              "α_cr, plastic"));
    addChoices(t, "general", "annex-b", "product");
    t.push_back(
        flag<N, &N::momentShape>("momentShape", "6.3.2.3(2)", "the factor f for the shape of the moments", "Factor f", "true"));
    t.push_back(flag<N, &N::kcFromC1>("kcFromC1", "6.3.2.3(2)", "k_c = 1/√C1 instead of Table 6.6", "k_c from C1"));
    t.push_back(flag<N, &N::rolledOnly>("rolledOnly", "6.3.2.3", "6.3.2.3 for rolled sections only, 6.3.2.2 for welded ones",
                                        "6.3.2.3 for rolled only"));
    return t;
}

} // namespace

const std::vector<BoundOption<Options>>& optionTable()
{
    static const auto table = makeOptions();
    return table;
}
const std::vector<BoundOption<National>>& nationalTable()
{
    static const auto table = makeNational();
    return table;
}

std::shared_ptr<const Rules> rulesOf(const Brief& b, const NationalSet* national)
{
    auto out = std::make_shared<EnRules>();
    out->deflection = deflectionLimits(b, national);
    if (const auto own = b.options.find(kFamily); own != b.options.end()) applyStated(optionTable(), own->second, out->options);
    if (national) applyStated(nationalTable(), national->values, out->national);
    return out;
}

} // namespace wr::en1993
