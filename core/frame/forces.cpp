#include "core/frame/forces.h"

#include <algorithm>
#include <bit>
#include <cmath>
#include <limits>
#include <map>

namespace wr {

std::uint64_t sizesFingerprint(const Frame& f)
{
    std::uint64_t h = 1469598103934665603ull; // FNV-1a
    const auto add = [&](double v) {
        auto bits = std::bit_cast<std::uint64_t>(v);
        for (int k = 0; k < 8; ++k, bits >>= 8)
            h = (h ^ (bits & 0xff)) * 1099511628211ull;
    };
    for (const Element& e : f.elements) {
        const SectionProperties& p = f.sections[static_cast<size_t>(e.section)].properties;
        const Material& m = f.materials[static_cast<size_t>(e.material)];
        for (const double v : {p.a, p.iy, p.iz, p.it, p.avy, p.avz, m.e, m.g, m.density})
            add(v);
    }
    return h;
}

std::string setName(const Frame& f, const ForceSet& s)
{
    std::string name = f.combinations[static_cast<size_t>(s.combination)].id;
    if (s.step >= 0) name += " step " + std::to_string(s.step);
    return s.signs.empty() ? name : name + " " + s.signs;
}

std::vector<ForceSet> setsFromCases(const Frame& f)
{
    std::vector<ForceSet> out;
    for (size_t c = 0; c < f.combinations.size(); ++c) {
        if (f.combinations[c].off) continue;
        ForceSet s;
        s.combination = static_cast<int>(c);
        for (const auto& [k, factor] : f.combinations[c].terms)
            if (factor != 0) s.terms.emplace_back(k, factor);
        if (!s.terms.empty()) out.push_back(std::move(s));
    }
    return out;
}

namespace {

// Columns are the given results, and behind them eight for each result of an unsigned case; this finds which of them make up
// each combination.
void setsFromGiven(const Frame& f, ForceTable& t, std::vector<Finding>& findings)
{
    std::map<int, int> behind; // result: first of its eight columns
    int next = static_cast<int>(f.results.size());
    for (size_t r = 0; r < f.results.size(); ++r)
        if (const int c = f.results[r].loadCase; c >= 0 && f.cases[static_cast<size_t>(c)].unsignedResult)
            behind[static_cast<int>(r)] = next, next += 8;
    const auto signedColumn = [&](int result, int signs) { return behind.at(result) + signs; };
    std::map<int, std::vector<int>> ofCombination, ofCase; // columns, one per step
    for (size_t r = 0; r < f.results.size(); ++r) {
        const GivenResult& g = f.results[r];
        (g.combination >= 0 ? ofCombination[g.combination] : ofCase[g.loadCase]).push_back(static_cast<int>(r));
    }
    t.secondOrderSets.assign(f.combinations.size(), false);
    for (size_t c = 0; c < f.combinations.size(); ++c) {
        const Combination& k = f.combinations[c];
        if (k.off) continue;
        if (const auto own = ofCombination.find(static_cast<int>(c)); own != ofCombination.end()) {
            for (const int r : own->second) {
                const GivenResult& g = f.results[static_cast<size_t>(r)];
                t.sets.push_back({static_cast<int>(c), g.step, {{r, 1.0}}, {}});
                if (g.secondOrder) t.secondOrderSets[c] = true;
            }
            continue;
        }
        ForceSet set{static_cast<int>(c), -1, {}, {}};
        std::vector<std::pair<int, double>> magnitudes; // result, factor
        std::vector<std::pair<const std::vector<int>*, double>> stepped;
        std::string why;
        for (const auto& [loadCase, factor] : k.terms) {
            if (factor == 0) continue;
            const auto own = ofCase.find(loadCase);
            if (own == ofCase.end())
                why = "case " + f.cases[static_cast<size_t>(loadCase)].id + " has no results";
            else if (f.results[static_cast<size_t>(own->second.front())].secondOrder)
                why = "second-order results of cases do not superpose";
            else if (f.cases[static_cast<size_t>(loadCase)].unsignedResult && own->second.size() == 1)
                magnitudes.emplace_back(own->second.front(), factor);
            else if (own->second.size() == 1)
                set.terms.emplace_back(own->second.front(), factor);
            else
                stepped.emplace_back(&own->second, factor);
        }
        if (stepped.size() > 1) why = "more than one of its cases has steps";
        if (!why.empty()) {
            findings.push_back(finding("forces.none", "/combinations/" + std::to_string(c), k.id,
                                       "combination " + k.id + " has no forces: " + why + "; give its own results"));
            continue;
        }
        if (!magnitudes.empty() && (!stepped.empty() || magnitudes.size() > 1)) {
            findings.push_back(finding("forces.none", "/combinations/" + std::to_string(c), k.id,
                                       "combination " + k.id +
                                           " has no forces: of several unsigned or stepped cases it is not known which "
                                           "values belong together; give its own results"));
            continue;
        }
        if (!magnitudes.empty()) {
            for (int signs = 0; signs < 8; ++signs) {
                ForceSet one = set;
                one.terms.emplace_back(signedColumn(magnitudes.front().first, signs), std::abs(magnitudes.front().second));
                one.signs =
                    std::string(signs & 1 ? "N-" : "N+") + (signs & 2 ? " My-" : " My+") + (signs & 4 ? " Mz-" : " Mz+");
                t.sets.push_back(std::move(one));
            }
            continue;
        }
        if (stepped.empty()) {
            if (!set.terms.empty()) t.sets.push_back(set);
            continue;
        }
        for (const int r : *stepped.front().first) {
            ForceSet one = set;
            one.step = f.results[static_cast<size_t>(r)].step;
            one.terms.emplace_back(r, stepped.front().second);
            t.sets.push_back(std::move(one));
        }
    }
}

} // namespace

ForceTable givenForces(const Frame& f, std::vector<Finding>& findings)
{
    ForceTable t;
    t.given = true;
    t.sizes = sizesFingerprint(f);
    t.columns = f.results.size();
    std::vector<size_t> magnitudes; // results of unsigned cases
    for (size_t r = 0; r < f.results.size(); ++r)
        if (const int c = f.results[r].loadCase; c >= 0 && f.cases[static_cast<size_t>(c)].unsignedResult)
            magnitudes.push_back(r);
    t.columns += 8 * magnitudes.size();
    // Stations of an element: the union over all results; a place that stands twice in one stays twice.
    std::vector<std::vector<double>> places(f.elements.size());
    for (const GivenResult& r : f.results)
        for (const GivenElement& e : r.elements) {
            auto& p = places[static_cast<size_t>(e.element)];
            std::vector<double> mine, merged;
            for (const GivenStation& s : e.stations)
                mine.push_back(s.s);
            std::set_union(p.begin(), p.end(), mine.begin(), mine.end(), std::back_inserter(merged));
            p = std::move(merged);
        }
    t.first.push_back(0);
    for (size_t e = 0; e < f.elements.size(); ++e) {
        if (places[e].empty()) places[e] = {0.0, f.length(f.elements[e])};
        t.s.insert(t.s.end(), places[e].begin(), places[e].end());
        t.first.push_back(static_cast<int>(t.s.size()));
    }
    t.values.assign(t.s.size() * t.columns * 6, std::numeric_limits<double>::quiet_NaN());
    for (size_t r = 0; r < f.results.size(); ++r)
        for (const GivenElement& e : f.results[r].elements) {
            // One result as a table of its own, looked up at the union's stations.
            ForceTable one;
            one.columns = 1;
            one.first = {0, static_cast<int>(e.stations.size())};
            for (const GivenStation& s : e.stations) {
                one.s.push_back(s.s);
                one.values.insert(one.values.end(), s.force.begin(), s.force.end());
            }
            const int begin = t.first[static_cast<size_t>(e.element)], end = t.first[static_cast<size_t>(e.element) + 1];
            for (int k = begin; k < end; ++k) {
                const bool second = k > begin && t.s[static_cast<size_t>(k)] == t.s[static_cast<size_t>(k - 1)];
                const SectionForces v = interpolate(one, 0, t.s[static_cast<size_t>(k)], 0, second || k == begin);
                std::copy(v.begin(), v.end(), t.at(k, r));
            }
        }
    for (size_t i = 0; i < magnitudes.size(); ++i)
        for (int k = 0; k < t.first.back(); ++k)
            for (int signs = 0; signs < 8; ++signs) {
                const double n = signs & 1 ? -1 : 1, y = signs & 2 ? -1 : 1, z = signs & 4 ? -1 : 1;
                const std::array<double, 6> sign{n, z, y, n, y, z};
                double* to = t.at(k, f.results.size() + 8 * i + static_cast<size_t>(signs));
                for (size_t q = 0; q < 6; ++q)
                    to[q] = sign[q] * std::abs(t.at(k, magnitudes[i])[q]);
            }
    setsFromGiven(f, t, findings);
    return t;
}

SectionForces interpolate(const ForceTable& t, int element, double s, size_t column, bool after)
{
    const int begin = t.first[static_cast<size_t>(element)], end = t.first[static_cast<size_t>(element) + 1];
    const auto from = t.s.begin() + begin, to = t.s.begin() + end;
    const double eps = 1e-9 * (t.s[static_cast<size_t>(end - 1)] - t.s[static_cast<size_t>(begin)]);
    s = std::clamp(s, t.s[static_cast<size_t>(begin)], t.s[static_cast<size_t>(end - 1)]); // nothing is known beyond the ends
    // The last station at or before s (after), or the first at or after it.
    int k = after ? static_cast<int>(std::upper_bound(from, to, s + eps) - t.s.begin()) - 1
                  : static_cast<int>(std::lower_bound(from, to, s - eps) - t.s.begin());
    k = std::clamp(k, begin, end - 1);
    SectionForces out{};
    if (std::abs(t.s[static_cast<size_t>(k)] - s) <= eps) {
        std::copy_n(t.at(k, column), 6, out.begin());
        return out;
    }
    const int a = after ? k : std::max(k - 1, begin), b = std::min(a + 1, end - 1);
    const double sa = t.s[static_cast<size_t>(a)], h = t.s[static_cast<size_t>(b)] - sa;
    const double *fa = t.at(a, column), *fb = t.at(b, column);
    if (h <= 0) {
        std::copy_n(fa, 6, out.begin());
        return out;
    }
    const double x = (s - sa) / h;
    for (int i = 0; i < 6; ++i)
        out[static_cast<size_t>(i)] = fa[i] + x * (fb[i] - fa[i]);
    const double h00 = (1 + 2 * x) * (1 - x) * (1 - x), h10 = x * (1 - x) * (1 - x), h01 = x * x * (3 - 2 * x),
                 h11 = x * x * (x - 1);
    const double d00 = 6 * x * (x - 1) / h, d10 = (1 - x) * (1 - 3 * x), d11 = x * (3 * x - 2);
    // my with slope vz, mz with slope vy; the shear is the slope of the same cubic.
    for (const auto& [m, v] : {std::pair{4, 2}, std::pair{5, 1}}) {
        out[static_cast<size_t>(m)] = h00 * fa[m] + h10 * h * fa[v] + h01 * fb[m] + h11 * h * fb[v];
        out[static_cast<size_t>(v)] = d00 * (fa[m] - fb[m]) + d10 * fa[v] + d11 * fb[v];
    }
    return out;
}

} // namespace wr
