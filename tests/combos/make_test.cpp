// Combinations made from actions, against the standards' equations written out by hand.
#include "core/combos/make.h"
#include "tests/support.h"

#include <array>
#include <cmath>
#include <map>
#include <optional>
#include <random>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

struct Case
{
    const char* id;
    Action action;
    bool reversible = false;
    const char* exclusive = "";
    const char* category = "";
};

Frame frameWith(const std::vector<Case>& cases)
{
    Frame f;
    for (const Case& c : cases) {
        LoadCase l;
        l.id = c.id;
        l.action = c.action;
        l.reversible = c.reversible;
        l.exclusive = c.exclusive;
        l.category = c.category;
        f.cases.push_back(l);
    }
    return f;
}

using Factors = std::map<std::string, double>;

bool has(const MadeCombinations& m, const Factors& wanted, Purpose p = Purpose::Strength, const std::string& made = "")
{
    for (const Combination& c : m.combinations) {
        if (c.purpose != p || (!made.empty() && c.made != made) || c.terms.size() != wanted.size()) continue;
        bool same = true;
        for (const auto& [index, k] : c.terms) {
            const auto it = wanted.find(m.cases[index].id);
            same = same && it != wanted.end() && std::abs(it->second - k) < 1e-9;
        }
        if (same) return true;
    }
    return false;
}

int count(const MadeCombinations& m, Purpose p)
{
    return static_cast<int>(
        std::count_if(m.combinations.begin(), m.combinations.end(), [&](const Combination& c) { return c.purpose == p; }));
}

// Findings that ask for something, without the notes.
std::vector<Finding> asked(const MadeCombinations& m)
{
    std::vector<Finding> out;
    for (const Finding& f : m.findings)
        if (f.severity != Severity::Note) out.push_back(f);
    return out;
}

// Least and largest sum of an effect over the sets of a purpose.
std::pair<double, double> range(const MadeCombinations& m, Purpose p, const double* effect)
{
    std::pair<double, double> r{1e9, -1e9};
    for (const Combination& c : m.combinations) {
        if (c.purpose != p) continue;
        double sum = 0;
        for (const auto& [i, k] : c.terms)
            sum += k * effect[i];
        r = {std::min(r.first, sum), std::max(r.second, sum)};
    }
    return r;
}

const std::vector<Case> kBuilding{{"D", Action::Dead},       {"SD", Action::Superimposed}, {"L", Action::Live},
                                  {"Lr", Action::RoofLive},  {"S", Action::Snow},          {"W1", Action::Wind},
                                  {"W2", Action::Wind, true}};

} // namespace

TEST_CASE("combinations: ASCE 7-22 strength by hand", "[combos]")
{
    const MadeCombinations m = makeCombinations(frameWith(kBuilding), {.service = false, .construction = false});
    CHECK(asked(m).empty());
    REQUIRE(m.findings.size() == 2); // what never stands together
    CHECK(m.findings[0].text == "one wind at a time: W1, W2");
    CHECK(has(m, {{"D", 1.4}, {"SD", 1.4}}, Purpose::Strength, "ASCE 7-22 2.3.1 (1)"));
    CHECK(has(m, {{"D", 1.2}, {"SD", 1.2}, {"L", 1.6}, {"Lr", 0.5}}));
    CHECK(has(m, {{"D", 1.2}, {"SD", 1.2}, {"L", 1.6}, {"S", 0.3}}));
    CHECK(has(m, {{"D", 1.2}, {"SD", 1.2}, {"S", 1.0}, {"L", 1.0}}));
    CHECK(has(m, {{"D", 1.2}, {"SD", 1.2}, {"Lr", 1.6}, {"W2", -0.5}}));
    CHECK(has(m, {{"D", 1.2}, {"SD", 1.2}, {"W1", 1.0}, {"L", 1.0}, {"S", 0.3}}));
    CHECK(has(m, {{"D", 0.9}, {"SD", 0.9}, {"W2", -1.0}}, Purpose::Strength, "ASCE 7-22 2.3.1 (5)"));
    // (1), (2) L or not × roof in three ways less dead load alone, (3) 2 roofs × L or not, 2 roofs × 3 winds, (4) 3 winds × L
    // or not × roof in three ways, (5) 3: winds exclude one another, W2 has two signs.
    CHECK(count(m, Purpose::Strength) == 1 + 5 + 4 + 6 + 18 + 3);
    CHECK(has(m, {{"D", 1.2}, {"SD", 1.2}, {"L", 1.6}})); // the roof loads may relieve
    CHECK(has(m, {{"D", 1.2}, {"SD", 1.2}, {"W1", 1.0}}));
    for (const Combination& c : m.combinations) {
        CHECK(c.basis == "lrfd");
        CHECK_FALSE(c.title.empty());
    }
    // 7-16: snow is a service-level load; the exception halves live loads but not storage.
    std::vector<Case> more = kBuilding;
    more.push_back({"St", Action::Storage});
    const MadeCombinations old = makeCombinations(
        frameWith(more), {.standard = LoadingStandard::Asce16Lrfd, .service = false, .construction = false, .halfLive = true});
    CHECK(has(old, {{"D", 1.2}, {"SD", 1.2}, {"S", 1.6}, {"L", 0.5}, {"St", 1.0}}));
    CHECK(has(old, {{"D", 1.2}, {"SD", 1.2}, {"L", 1.6}, {"St", 1.6}, {"S", 0.5}}));
}

TEST_CASE("combinations: ASCE 7 ASD and earthquake by hand", "[combos]")
{
    std::vector<Case> cases = kBuilding;
    cases.push_back({"E", Action::Seismic, true});
    const MadeCombinations m = makeCombinations(
        frameWith(cases),
        {.standard = LoadingStandard::Asce22Asd, .service = false, .construction = false, .sds = 1.0, .redundancy = 1.3});
    CHECK(has(m, {{"D", 1}, {"SD", 1}, {"L", 0.75}, {"S", 0.525}}));
    CHECK(has(m, {{"D", 1}, {"SD", 1}, {"L", 0.75}, {"S", 0.525}, {"W1", 0.45}}));
    CHECK(has(m, {{"D", 0.6}, {"SD", 0.6}, {"W2", -0.6}}));
    CHECK(has(m, {{"D", 1.14}, {"SD", 1.14}, {"E", -0.91}}, Purpose::Seismic)); // 1 + 0.7·0.2, 0.7·1.3
    CHECK(has(m, {{"D", 1.105}, {"SD", 1.105}, {"E", 0.6825}, {"L", 0.75}, {"S", 0.1}}, Purpose::Seismic));
    CHECK(has(m, {{"D", 0.46}, {"SD", 0.46}, {"E", 0.91}}, Purpose::Seismic));
    CHECK(asked(m).empty());
    CHECK(makeCombinations(frameWith(cases), {}).findings.front().code == "combination.vertical-seismic");
    const MadeCombinations lrfd = makeCombinations(frameWith(cases), {.sds = 1.0});
    CHECK(has(lrfd, {{"D", 1.4}, {"SD", 1.4}, {"E", 1}, {"L", 1}, {"S", 0.15}}, Purpose::Seismic));
    CHECK(has(lrfd, {{"D", 0.7}, {"SD", 0.7}, {"E", -1}}, Purpose::Seismic));
    CHECK(has(lrfd, {{"D", 1}, {"SD", 1}, {"L", 0.5}, {"W1", 0.42}}, Purpose::Service));
    CHECK(has(lrfd, {{"L", 1}}, Purpose::Service));
}

TEST_CASE("combinations: EN 1990 by hand", "[combos]")
{
    const std::vector<Case> cases{{"G", Action::Dead},     {"Q", Action::Live, false, "", "C"}, {"S", Action::Snow},
                                  {"H", Action::RoofLive}, {"W", Action::Wind, true},           {"A", Action::Seismic}};
    const MadeCombinations m = makeCombinations(frameWith(cases), {.standard = LoadingStandard::En610});
    CHECK(has(m, {{"G", 1.35}}));
    CHECK(has(m, {{"G", 1.35}, {"Q", 1.5}, {"S", 0.75}, {"W", -0.9}})); // 1.5·0.5, 1.5·0.6; ψ0 of roofs is 0
    CHECK(has(m, {{"G", 1.35}, {"S", 1.5}, {"Q", 1.05}, {"W", 0.9}}));
    CHECK(has(m, {{"G", 1.35}, {"W", 1.5}, {"Q", 1.05}, {"S", 0.75}}));
    CHECK(has(m, {{"G", 1.35}, {"H", 1.5}, {"Q", 1.05}})); // no snow, no wind beside imposed load on roofs
    CHECK(has(m, {{"G", 1.0}, {"W", -1.5}}));
    CHECK(has(m, {{"G", 1.0}, {"A", 1.0}, {"Q", 0.6}}, Purpose::Seismic));
    CHECK(has(m, {{"G", 1}, {"Q", 1}, {"S", 0.5}, {"W", 0.6}}, Purpose::Service, "EN 1990 6.14b"));
    CHECK(has(m, {{"G", 1}, {"W", 0.2}, {"Q", 0.6}}, Purpose::Service, "EN 1990 6.15b"));
    CHECK(has(m, {{"G", 1}, {"Q", 0.6}}, Purpose::Service, "EN 1990 6.16b"));
    const MadeCombinations ab = makeCombinations(frameWith(cases), {.standard = LoadingStandard::En610ab});
    CHECK(has(ab, {{"G", 1.35}, {"Q", 1.05}, {"S", 0.75}, {"W", 0.9}}, Purpose::Strength, "EN 1990 6.10a"));
    CHECK(has(ab, {{"G", 0.85 * 1.35}, {"Q", 1.5}, {"S", 0.75}, {"W", 0.9}}, Purpose::Strength, "EN 1990 6.10b"));
    CHECK_FALSE(has(ab, {{"G", 1.35}, {"Q", 1.5}, {"S", 0.75}, {"W", 0.9}}));
    CHECK_THAT(imperfection(9, 3), WithinRel(2.0 / 3 * std::sqrt(2.0 / 3) / 200, 1e-12));
    CHECK_THAT(imperfection(3, 1), WithinRel(1.0 / 200, 1e-12));
}

TEST_CASE("combinations: IS 800 Table 4 by hand", "[combos]")
{
    const MadeCombinations m = makeCombinations(frameWith({{"DL", Action::Dead},
                                                           {"LL", Action::Live},
                                                           {"CL", Action::Crane},
                                                           {"WL", Action::Wind, true},
                                                           {"ER", Action::Construction}}),
                                                {.standard = LoadingStandard::Is800});
    CHECK(has(m, {{"DL", 1.5}, {"LL", 1.5}, {"CL", 1.05}}));
    CHECK(has(m, {{"DL", 1.5}, {"LL", 1.05}, {"CL", 1.5}}));
    CHECK(has(m, {{"DL", 1.2}, {"LL", 1.2}, {"CL", 1.05}, {"WL", 0.6}}));
    CHECK(has(m, {{"DL", 1.2}, {"LL", 1.2}, {"CL", 0.53}, {"WL", -1.2}}));
    CHECK(has(m, {{"DL", 0.9}, {"WL", 1.5}}));
    CHECK(has(m, {{"DL", 1.2}, {"ER", 1.2}}, Purpose::Construction));
    CHECK(has(m, {{"DL", 1}, {"LL", 0.8}, {"CL", 0.8}, {"WL", 0.8}}, Purpose::Service));
}

TEST_CASE("combinations: exclusive cases, notional loads, hand-written ones, cases left out", "[combos]")
{
    Frame f = frameWith({{"D", Action::Dead},
                         {"P1", Action::Live, false, "pattern"},
                         {"P2", Action::Live, false, "pattern"},
                         {"W", Action::Wind},
                         {"T", Action::Thermal}});
    Combination own;
    own.id = "U2";
    own.terms = {{0, 1.0}};
    f.combinations.push_back(own);
    MakeOptions o{.service = false, .construction = false, .notional = NotionalUse::GravityOnly};
    const MadeCombinations m = makeCombinations(f, o);
    CHECK(m.combinations.front() == own);
    for (const Combination& c : m.combinations) // patterns never together
        CHECK_FALSE((std::any_of(c.terms.begin(), c.terms.end(), [](auto& t) { return t.first == 1; }) &&
                     std::any_of(c.terms.begin(), c.terms.end(), [](auto& t) { return t.first == 2; })));
    CHECK(std::count_if(m.combinations.begin(), m.combinations.end(), [](const Combination& c) { return c.id == "U2"; }) == 1);
    // 1.4 D in four directions; with wind none.
    CHECK(has(m, {{"D", 1.4}, {"Nx:D", 1.4}}));
    CHECK(has(m, {{"D", 1.4}, {"Ny:D", -1.4}}));
    CHECK(has(m, {{"D", 1.2}, {"P1", 1.6}, {"Nx:D", -1.2}, {"Nx:P1", -1.6}}));
    CHECK(has(m, {{"D", 0.9}, {"W", 1.0}}));
    CHECK(m.cases.size() == 5 + 6);
    CHECK(m.cases.back().notional->factor == 0.002);
    // Made again: the same, nothing doubled.
    Frame again = f;
    again.cases = m.cases;
    again.combinations = m.combinations;
    const MadeCombinations twice = makeCombinations(again, o);
    CHECK(twice.cases == m.cases);
    CHECK(twice.combinations == m.combinations);
    again.combinations.back().off = true;
    CHECK(makeCombinations(again, o).combinations.back().off);
    const MadeCombinations indian = makeCombinations(f, {.standard = LoadingStandard::Is800, .notional = NotionalUse::All});
    CHECK(indian.cases.back().notional->factor == 0.005); // IS 800 4.3.6
    const MadeCombinations is = makeCombinations(f, {.standard = LoadingStandard::Is800});
    REQUIRE(asked(is).size() == 1);
    CHECK(asked(is)[0].code == "combination.left-out");
    CHECK(asked(is)[0].subject == "T");
    CHECK(is.findings[0].text == "never together, group pattern: P1, P2");
}

TEST_CASE("combinations: garages keep their live load, cranes lead, thermal loads alone, service sets apart", "[combos]")
{
    const std::vector<Case> garage{{"D", Action::Dead}, {"L", Action::Live, false, "", "F"}, {"W", Action::Wind}};
    const MadeCombinations m = makeCombinations(frameWith(garage), {.standard = LoadingStandard::Asce22Lrfd, .halfLive = true});
    CHECK(has(m, {{"D", 1.2}, {"L", 1.0}, {"W", 1.0}}));
    CHECK_FALSE(has(m, {{"D", 1.2}, {"L", 0.5}, {"W", 1.0}}));
    CHECK(has(m, {{"W", 0.42}}, Purpose::Service));
    const MadeCombinations asd = makeCombinations(frameWith({{"D", Action::Dead}, {"T", Action::Thermal}, {"S", Action::Snow}}),
                                                  {.standard = LoadingStandard::Asce22Asd});
    CHECK(has(asd, {{"D", 1}, {"T", 1}}));
    CHECK(has(asd, {{"D", 1}, {"S", 0.7}}, Purpose::Service));
    CHECK(has(asd, {{"S", 0.7}}, Purpose::Service));
    const MadeCombinations is = makeCombinations(frameWith({{"DL", Action::Dead}, {"CL", Action::Crane}, {"WL", Action::Wind}}),
                                                 {.standard = LoadingStandard::Is800});
    CHECK(has(is, {{"DL", 1.2}, {"CL", 1.2}, {"WL", 1.2}}));
    CHECK(has(is, {{"DL", 1.2}, {"CL", 1.2}, {"WL", 0.6}}));
    const MadeCombinations en = makeCombinations(
        frameWith({{"G", Action::Dead}, {"A", Action::Live, false, "", "B"}, {"B", Action::Live}, {"C", Action::Crane}}),
        {.standard = LoadingStandard::En610});
    CHECK(has(en, {{"G", 1.35}, {"A", 1.5}, {"B", 1.5}})); // without a category: B, one action
    CHECK(has(en, {{"G", 1.0}, {"C", 1.35}}));             // EN 1991-3 Table A.1
    CHECK(has(en, {{"G", 1.0}, {"A", 1.5}, {"B", 1.5}, {"C", 1.35}}, Purpose::Strength, "EN 1990 6.10, G inf"));
}

TEST_CASE("combinations: the hull of random frames against the equations read a second time", "[combos]")
{
    // For one effect the worst set needs no list: of every companion its worst state, or nothing where it relieves.
    std::mt19937 random(14);
    const auto u = [&](int n) { return std::uniform_int_distribution<int>(0, n - 1)(random); };
    constexpr std::array kActions{Action::Dead, Action::Live,  Action::RoofLive, Action::Snow,
                                  Action::Wind, Action::Crane, Action::Rain,     Action::Fluid};
    for (int n = 0; n < 400; ++n) {
        std::vector<Case> cases;
        const int number = 1 + u(8);
        std::vector<std::string> ids;
        for (int c = 0; c < number; ++c)
            ids.push_back("C" + std::to_string(c));
        for (int c = 0; c < number; ++c)
            cases.push_back({ids[c].c_str(), c == 0 ? Action::Dead : kActions[u(8)], u(4) == 0});
        const Frame f = frameWith(cases);
        std::vector<double> effect;
        for (int c = 0; c < number; ++c)
            effect.push_back(std::uniform_real_distribution<double>(-1, 1)(random));
        // The worst an action does by itself, each of its cases there or not but one at least (one wind at a time); nothing: it
        // is not there.
        const auto worst = [&](Action a) -> std::optional<double> {
            std::optional<double> sum;
            for (int c = 0; c < number; ++c) {
                if (cases[c].action != a) continue;
                const double e = cases[c].reversible ? std::abs(effect[c]) : effect[c];
                sum = !sum ? e : a == Action::Wind || *sum < 0 || e < 0 ? std::max(*sum, e) : *sum + e;
            }
            return sum;
        };
        const auto with = [&](Action a, double k) { return std::max(0.0, k * worst(a).value_or(0)); };
        double dead = 0;
        for (int c = 0; c < number; ++c) // permanent loads have no two signs unless so said
            if (cases[c].action == Action::Dead) dead += cases[c].reversible ? std::abs(effect[c]) : effect[c];
        const auto largest = [&](const MadeCombinations& m) {
            double out = -1e9;
            for (const Combination& c : m.combinations) {
                double sum = 0;
                for (const auto& [i, k] : c.terms)
                    sum += k * effect[i];
                out = std::max(out, sum);
            }
            return out;
        };
        const bool anyReversibleDead =
            std::any_of(cases.begin(), cases.end(), [](const Case& c) { return c.action == Action::Dead && c.reversible; });
        if (anyReversibleDead) continue;
        double en = 1.35 * dead;
        const auto psi = [](Action a) {
            return a == Action::Live                          ? 0.7
                   : a == Action::Snow                        ? 0.5
                   : a == Action::Wind                        ? 0.6
                   : a == Action::Crane || a == Action::Fluid ? 1.0
                   : a == Action::Rain                        ? 0.7
                                                              : 0.0;
        };
        const auto gamma = [](Action a) { return a == Action::Crane ? 1.35 : 1.5; };
        for (size_t lead = 1; lead < kActions.size(); ++lead) {
            if (!worst(kActions[lead])) continue;
            double sum = gamma(kActions[lead]) * *worst(kActions[lead]);
            for (size_t other = 1; other < kActions.size(); ++other) {
                if (other == lead) continue;
                const bool roof =
                    kActions[lead] == Action::RoofLive && (kActions[other] == Action::Snow || kActions[other] == Action::Wind);
                if (!roof) sum += with(kActions[other], gamma(kActions[other]) * psi(kActions[other]));
            }
            en = std::max({en, 1.35 * dead + sum, dead + sum});
        }
        CAPTURE(n, number);
        CHECK_THAT(largest(makeCombinations(f, {.standard = LoadingStandard::En610, .service = false, .construction = false})),
                   WithinRel(en, 1e-9));
        // ASCE 7-22 2.3.1; cranes are live loads.
        const auto live = [&](double k) { return with(Action::Live, k) + with(Action::Crane, k); };
        const double roofBeside = std::max({with(Action::RoofLive, 0.5), with(Action::Snow, 0.3), with(Action::Rain, 0.5)});
        const auto permanent = [&](double k) { return k * dead + with(Action::Fluid, k); }; // F goes with D, or does not act
        double us = std::max(permanent(1.4), permanent(1.2) + live(1.6) + roofBeside);
        for (const auto& [a, k] : {std::pair{Action::RoofLive, 1.6}, {Action::Snow, 1.0}, {Action::Rain, 1.6}})
            if (worst(a)) {
                us = std::max(us, permanent(1.2) + k * *worst(a) + live(1.0));
                if (worst(Action::Wind)) us = std::max(us, permanent(1.2) + k * *worst(a) + 0.5 * *worst(Action::Wind));
            }
        if (const auto w = worst(Action::Wind))
            us = std::max({us, permanent(1.2) + *w + live(1.0) + roofBeside, permanent(0.9) + *w});
        const bool plain = dead >= 0; // permanent loads alone by 1.2 are left out: 1.4 holds all of them
        if (plain || us > 1.2 * dead * (1 - 1e-9))
            CHECK_THAT(largest(makeCombinations(f, {.service = false, .construction = false})), WithinRel(us, 1e-9));
    }
}

TEST_CASE("combinations: of many subsets those that govern some effect are kept, with the number told", "[combos]")
{
    std::vector<Case> cases{{"G", Action::Dead}, {"Q", Action::Live},  {"A", Action::Live, false, "", "C"},
                            {"S", Action::Snow}, {"C", Action::Crane}, {"T", Action::Thermal, true}};
    std::vector<std::string> ids;
    for (int w = 0; w < 4; ++w)
        ids.push_back("W" + std::to_string(w));
    for (const std::string& id : ids)
        cases.push_back({id.c_str(), Action::Wind, true});
    const Frame f = frameWith(cases);
    std::mt19937 random(5);
    auto effects = std::make_shared<CaseEffects>();
    effects->cases = cases.size();
    for (int i = 0; i < 40; ++i)
        for (size_t c = 0; c < cases.size(); ++c)
            effects->values.push_back(std::uniform_real_distribution<double>(-1, 1)(random));
    MakeOptions o{.standard = LoadingStandard::En610, .subsets = Subsets::All};
    const MadeCombinations all = makeCombinations(f, o);
    o.subsets = Subsets::Governing;
    o.effects = [&] { return effects; };
    const MadeCombinations few = makeCombinations(f, o);
    CHECK(all.made == all.possible);
    CHECK(few.possible == all.possible);
    CHECK(few.made < all.made / 4);
    REQUIRE(few.findings.size() > 2);
    CHECK(few.findings[0].code == "combination.subsets");
    CHECK(few.findings[0].text.find(fmt::format("{:.0f}", all.possible)) == 0);
    CHECK(few.findings[1].code == "combination.not-governing"); // by equation
    CHECK(few.findings.back().text == "one wind at a time: W0, W1, W2, W3");
    for (size_t e = 0; e < 40; ++e)
        for (const Purpose p : {Purpose::Strength, Purpose::Service}) {
            const double* effect = effects->values.data() + e * cases.size();
            CHECK_THAT(range(few, p, effect).first, WithinAbs(range(all, p, effect).first, 1e-8));
            CHECK_THAT(range(few, p, effect).second, WithinAbs(range(all, p, effect).second, 1e-8));
        }
}

TEST_CASE("combinations: cases of one action act together or one without the other, however many there are", "[combos]")
{
    const MadeCombinations two = makeCombinations(frameWith({{"G", Action::Dead}, {"Q1", Action::Live}, {"Q2", Action::Live}}),
                                                  {.standard = LoadingStandard::En610});
    CHECK(has(two, {{"G", 1.35}, {"Q1", 1.5}, {"Q2", 1.5}}));
    CHECK(has(two, {{"G", 1.35}, {"Q2", 1.5}})); // patterns: a free action (EN 1991-1-1 6.2.1)
    // 30 cases: 2^30 sets are not written out; slot by slot the extremes are those a hand sum finds.
    std::vector<std::string> ids;
    for (int i = 0; i < 30; ++i)
        ids.push_back(fmt::format("Q{}", i));
    std::vector<Case> cases{{"G", Action::Dead}};
    for (const std::string& id : ids)
        cases.push_back({id.c_str(), id < "Q2" ? Action::Snow : Action::Live});
    const Frame f = frameWith(cases);
    std::mt19937 random(7);
    auto effects = std::make_shared<CaseEffects>();
    effects->cases = cases.size();
    for (size_t i = 0; i < 20 * cases.size(); ++i)
        effects->values.push_back(std::uniform_real_distribution<double>(-1, 1)(random));
    MakeOptions o{.standard = LoadingStandard::En610, .service = false, .construction = false, .subsets = Subsets::All};
    const MadeCombinations none = makeCombinations(f, o);
    CHECK(none.made == 0);
    REQUIRE(asked(none).size() == 1);
    CHECK(asked(none)[0].code == "combination.too-many");
    o.subsets = Subsets::Governing;
    CHECK(makeCombinations(f, o).findings.front().code == "combination.too-many"); // nothing to find them by
    o.effects = [&] { return effects; };
    const MadeCombinations m = makeCombinations(f, o);
    CHECK(m.possible > 1e9);
    CHECK(m.made <= 40);
    for (size_t e = 0; e < 20; ++e) {
        const double* v = effects->values.data() + e * cases.size();
        double snow = 0, live = 0, snowLead = -1e9, liveLead = -1e9;
        for (size_t c = 1; c < cases.size(); ++c) {
            (cases[c].action == Action::Snow ? snow : live) += std::max(0.0, v[c]);
            (cases[c].action == Action::Snow ? snowLead : liveLead) =
                std::max(cases[c].action == Action::Snow ? snowLead : liveLead, v[c]);
        }
        const double lead =
            std::max(1.5 * (snow > 0 ? snow : snowLead) + 1.05 * live, 1.5 * (live > 0 ? live : liveLead) + 0.75 * snow);
        CHECK_THAT(range(m, Purpose::Strength, v).second,
                   WithinRel(std::max({1.35 * v[0], 1.35 * v[0] + lead, v[0] + lead}), 1e-9));
    }
}

TEST_CASE("combinations: earthquakes across one another, overstrength, accidents", "[combos]")
{
    const std::vector<Case> cases{{"D", Action::Dead},           {"L", Action::Live},
                                  {"Ex", Action::Seismic, true}, {"Ex2", Action::Seismic, true},
                                  {"Ey", Action::Seismic, true}, {"A", Action::Accidental}};
    MakeOptions o{.service = false, .construction = false, .sds = 1};
    o.resultant = [](const Frame&, const LoadCase& c) { return c.id == "Ey" ? Vec3{0, 90, -5} : Vec3{100, 3, -20}; };
    const MadeCombinations us = makeCombinations(frameWith(cases), o);
    CHECK(has(us, {{"D", 1.4}, {"Ex", 1}}, Purpose::Seismic));
    CHECK(has(us, {{"D", 1.4}, {"Ex", 1}, {"Ey", -0.3}, {"L", 1}}, Purpose::Seismic));
    CHECK(has(us, {{"D", 0.7}, {"Ey", -1}, {"Ex2", 0.3}}, Purpose::Seismic));
    for (const Combination& c : us.combinations) // never two of one direction
        CHECK(std::count_if(c.terms.begin(), c.terms.end(), [](const auto& t) { return t.first == 2 || t.first == 3; }) <= 1);
    CHECK(asked(us).empty());
    CHECK(has(us, {{"D", 0.9}, {"A", 1}}, Purpose::Accidental));
    CHECK(has(us, {{"D", 1.2}, {"A", 1}, {"L", 0.5}}, Purpose::Accidental, "ASCE 7-22 2.5.2.1"));
    CHECK_FALSE(has(us, {{"D", 1.4}, {"Ex", 2.5}}, Purpose::Seismic));
    o.overstrength = 2.5;
    CHECK(has(makeCombinations(frameWith(cases), o), {{"D", 1.4}, {"Ex", 2.5}, {"Ey", 0.75}}, Purpose::Seismic,
              "ASCE 7-22 2.3.6 (6), Omega0"));
    o.standard = LoadingStandard::Asce22Asd; // (8): 1 + 0.14·SDS, 0.7·Ω0
    CHECK(has(makeCombinations(frameWith(cases), o), {{"D", 1.14}, {"Ex2", 1.75}}, Purpose::Seismic,
              "ASCE 7-22 2.4.5 (8), Omega0"));
    o.orthogonal = 0;
    for (const Combination& c : makeCombinations(frameWith(cases), o).combinations)
        CHECK(std::count_if(c.terms.begin(), c.terms.end(), [](const auto& t) { return t.first >= 2 && t.first <= 4; }) <= 1);
    MakeOptions blind{.standard = LoadingStandard::En610};
    const MadeCombinations en = makeCombinations(frameWith(cases), blind); // nothing tells where they come from
    REQUIRE(asked(en).size() == 1);
    CHECK(asked(en)[0].code == "combination.orthogonal");
    CHECK(asked(en)[0].text.find("Ex, Ex2, Ey") == 0);
    CHECK(has(en, {{"D", 1}, {"A", 1}, {"L", 0.5}}, Purpose::Accidental, "EN 1990 6.11b")); // ψ1 of category B
    const MadeCombinations is = makeCombinations(frameWith(cases), {.standard = LoadingStandard::Is800});
    CHECK(has(is, {{"D", 1}, {"L", 0.35}, {"A", 1}}, Purpose::Accidental));
    // Directions named as groups.
    const MadeCombinations named = makeCombinations(
        frameWith({{"D", Action::Dead}, {"E1", Action::Seismic, false, "x"}, {"E2", Action::Seismic, false, "y"}}), blind);
    CHECK(has(named, {{"D", 1}, {"E1", 1}, {"E2", 0.3}}, Purpose::Seismic));
    CHECK_FALSE(has(named, {{"D", 1}, {"E1", 1}, {"E2", 1}}, Purpose::Seismic));
    CHECK(asked(named).empty());
}

TEST_CASE("combinations: a group excludes across actions", "[combos]")
{
    const MadeCombinations m = makeCombinations(
        frameWith({{"D", Action::Dead}, {"S", Action::Snow, false, "x"}, {"W", Action::Wind, false, "x"}, {"L", Action::Live}}),
        {.standard = LoadingStandard::En610});
    for (const Combination& c : m.combinations)
        CHECK(std::count_if(c.terms.begin(), c.terms.end(), [](const auto& t) { return t.first == 1 || t.first == 2; }) <= 1);
    CHECK(has(m, {{"D", 1.35}, {"S", 1.5}, {"L", 1.05}}));
    CHECK(has(m, {{"D", 1.0}, {"W", 1.5}, {"L", 1.05}}));
}
