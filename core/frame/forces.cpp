#include "core/frame/forces.h"

#include "core/base/fingerprint.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <map>
#include <set>

namespace wr {

namespace {

// What an element's stiffness and weight depend on.
void addElement(Fingerprint& to, const Frame& f, const Element& e)
{
    const SectionProperties& p = f.sections[e.section].properties;
    const Material& m = f.materials[e.material];
    for (const double v : {p.a, p.iy, p.iz, p.it, p.avy, p.avz, m.e, m.g, m.density})
        to.add(v);
}

} // namespace

std::uint64_t sizesFingerprint(const Frame& f)
{
    Fingerprint out;
    for (const Element& e : f.elements.list())
        addElement(out, f, e);
    return out.value();
}

std::uint64_t elementFingerprint(const Frame& f, const Element& e)
{
    Fingerprint out;
    addElement(out, f, e);
    return out.value();
}

void ForceTable::belongTo(const Frame& f)
{
    sizes = sizesFingerprint(f);
    elementSizes.clear();
    for (const Element& e : f.elements.list())
        elementSizes.push_back(elementFingerprint(f, e));
}

int ForceTable::columnOf(int combination, const std::vector<std::pair<int, double>>& terms) const
{
    for (const SolvedAgain& a : again)
        if (a.combination == combination && a.terms == terms) return a.column;
    return -1;
}

std::string setName(const Frame& f, const ForceSet& s)
{
    std::string name = f.combinations[s.combination].id;
    if (s.step >= 0) name += " step " + std::to_string(s.step);
    return s.signs.empty() ? name : name + " " + s.signs;
}

std::string combinationName(const Frame& f, const ForceTable& t, TableSet set)
{
    if (!set.given() || set.at() >= t.sets.size()) return "";
    return setName(f, t.sets[set.at()]);
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
        out.push_back(std::move(s)); // without terms its forces are zero, which a finding says
    }
    return out;
}

namespace {

// Which columns make up each combination. Columns are the given results, and behind them eight for each result of an unsigned
// case.
class GivenSets
{
public:
    GivenSets(const Frame& f, ForceTable& t, std::vector<Finding>& findings) : f_(f), t_(t), findings_(findings)
    {
        int next = static_cast<int>(f.results.size());
        const bool someForces =
            std::any_of(f.results.begin(), f.results.end(), [](const GivenResult& g) { return !g.elements.empty(); });
        for (size_t r = 0; r < f.results.size(); ++r) {
            const GivenResult& g = f.results[r];
            // Displacements and reactions alone say nothing of forces, where other results are of elements.
            if (g.elements.empty() && someForces) continue;
            (g.combination >= 0 ? ofCombination_[g.combination] : ofCase_[g.loadCase]).push_back(static_cast<int>(r));
            if (g.loadCase < 0 || !f.cases[g.loadCase].unsignedResult) continue;
            behind_[static_cast<int>(r)] = next;
            next += 8;
        }
    }

    void fill()
    {
        t_.secondOrderSets.assign(f_.combinations.size(), false);
        for (size_t c = 0; c < f_.combinations.size(); ++c) {
            if (f_.combinations[c].off) continue;
            if (const auto own = ofCombination_.find(static_cast<int>(c)); own != ofCombination_.end())
                ownResults(static_cast<int>(c), own->second);
            else
                superposed(static_cast<int>(c));
        }
        t_.amplified = strength_ > 0 && amplified_ == strength_;
        t_.reducedStiffness = strength_ > 0 && reduced_ == strength_;
        if (said_) t_.notional = said_->notional;
    }

private:
    void ownResults(int combination, const std::vector<int>& results)
    {
        for (const int r : results) {
            t_.sets.push_back({combination, f_.results[r].step, {{r, 1.0}}, {}});
            if (order(r) != ForceOrder::First) t_.secondOrderSets[combination] = true;
            method(combination, r);
        }
    }

    // Of which order a result is: what it says itself, else what the frame says of all, else first.
    ForceOrder order(int r) const
    {
        const GivenResult& g = f_.results[static_cast<size_t>(r)];
        if (g.secondOrder) return g.amplified ? ForceOrder::Amplified : ForceOrder::Second;
        return !g.orderSaid && said_ ? said_->order.value_or(ForceOrder::First) : ForceOrder::First;
    }

    // How the strength combinations were found: one that is said otherwise takes the name from all.
    void method(int combination, int r)
    {
        const GivenResult& g = f_.results[static_cast<size_t>(r)];
        if (!g.orderSaid && !(said_ && said_->order)) t_.orderSaid = false;
        if (!forStrength(f_.combinations[static_cast<size_t>(combination)].purpose)) return;
        ++strength_;
        const ForceOrder o = order(r);
        amplified_ += o == ForceOrder::Amplified;
        reduced_ += o != ForceOrder::First && (g.orderSaid || !said_ ? g.reducedStiffness : said_->reducedStiffness);
    }

    void noForces(int combination, const std::string& why)
    {
        const Combination& k = f_.combinations[combination];
        if (forStrength(k.purpose) && t_.lacks.empty()) t_.lacks = "combination " + k.id + " has no forces";
        findings_.push_back(finding("forces.none", "/combinations/" + std::to_string(combination), k.id,
                                    "combination " + k.id + " has no forces: " + why + "; give its own results"));
    }

    void superposed(int combination)
    {
        ForceSet set{combination, -1, {}, {}};
        std::vector<std::pair<int, double>> magnitudes;                  // result, factor
        std::vector<std::pair<const std::vector<int>*, double>> stepped; // results of one case
        std::string why;
        for (const auto& [loadCase, factor] : f_.combinations[combination].terms) {
            if (factor == 0) continue;
            const auto own = ofCase_.find(loadCase);
            if (own == ofCase_.end())
                why = "case " + f_.cases[loadCase].id + " has no results";
            else if (order(own->second.front()) != ForceOrder::First)
                why = "second-order results of cases do not superpose";
            else if (f_.cases[loadCase].unsignedResult && own->second.size() == 1)
                magnitudes.emplace_back(own->second.front(), factor);
            else if (own->second.size() == 1)
                set.terms.emplace_back(own->second.front(), factor);
            else
                stepped.emplace_back(&own->second, factor);
        }
        if (stepped.size() > 1) why = "more than one of its cases has steps";
        if (why.empty() && !magnitudes.empty() && (!stepped.empty() || magnitudes.size() > 1))
            why = "of several unsigned or stepped cases it is not known which values belong together";
        if (!why.empty()) return noForces(combination, why);
        if (!magnitudes.empty())
            everySign(set, magnitudes.front().first, std::abs(magnitudes.front().second));
        else if (!stepped.empty())
            everyStep(set, *stepped.front().first, stepped.front().second);
        else
            t_.sets.push_back(set);
        for (const auto& [loadCase, factor] : f_.combinations[combination].terms)
            if (const auto own = ofCase_.find(loadCase); factor != 0 && own != ofCase_.end())
                method(combination, own->second.front());
    }

    void everySign(const ForceSet& set, int result, double factor)
    {
        for (int signs = 0; signs < 8; ++signs) {
            ForceSet one = set;
            one.terms.emplace_back(behind_.at(result) + signs, factor);
            one.signs = std::string(signs & 1 ? "N-" : "N+") + (signs & 2 ? " My-" : " My+") + (signs & 4 ? " Mz-" : " Mz+");
            t_.sets.push_back(std::move(one));
        }
    }

    void everyStep(const ForceSet& set, const std::vector<int>& results, double factor)
    {
        for (const int r : results) {
            ForceSet one = set;
            one.step = f_.results[r].step;
            one.terms.emplace_back(r, factor);
            t_.sets.push_back(std::move(one));
        }
    }

    const Frame& f_;
    const std::optional<StatedForces>& said_ = f_.design.givenForces;
    ForceTable& t_;
    std::vector<Finding>& findings_;
    int strength_ = 0, amplified_ = 0, reduced_ = 0;         // results of strength combinations
    std::map<int, int> behind_;                              // result: first of its eight columns
    std::map<int, std::vector<int>> ofCombination_, ofCase_; // results, one per step
};

} // namespace

ForceTable givenForces(const Frame& f, std::vector<Finding>& findings)
{
    ForceTable t;
    t.given = true;
    t.belongTo(f);
    if (const auto& said = f.design.givenForces; said && !said->otherSizes.empty()) {
        // Of sizes that are not known any more: they fit none.
        const std::set<std::string> others(said->otherSizes.begin(), said->otherSizes.end());
        for (size_t e = 0; e < f.elements.size(); ++e)
            if (others.contains(f.elements[e].id)) t.elementSizes[e] = ~t.elementSizes[e], t.sizes = ~sizesFingerprint(f);
    }
    t.columns = f.results.size();
    std::vector<size_t> magnitudes; // results of unsigned cases
    for (size_t r = 0; r < f.results.size(); ++r)
        if (const int c = f.results[r].loadCase; c >= 0 && f.cases[c].unsignedResult) magnitudes.push_back(r);
    t.columns += 8 * magnitudes.size();
    t.columnCase.assign(t.columns, -1);
    t.columnStep.assign(t.columns, -1);
    for (size_t r = 0; r < f.results.size(); ++r) {
        t.columnCase[r] = f.results[r].loadCase;
        t.columnStep[r] = f.results[r].step;
    }
    // Stations of an element: the union over all results; a place that stands twice in one stays twice.
    std::vector<std::vector<double>> places(f.elements.size());
    for (const GivenResult& r : f.results)
        for (const GivenElement& e : r.elements) {
            auto& p = places[e.element];
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
            const int begin = t.first[e.element], end = t.first[static_cast<size_t>(e.element) + 1];
            for (int k = begin; k < end; ++k) {
                const bool second = k > begin && t.s[k] == t.s[k - 1];
                const SectionForces v = interpolate(one, 0, t.s[k], 0, second || k == begin);
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
    GivenSets(f, t, findings).fill();
    return t;
}

SectionForces interpolate(const ForceTable& t, int element, double s, size_t column, bool after)
{
    const int begin = t.first[element], end = t.first[element + 1];
    const auto from = t.s.begin() + begin, to = t.s.begin() + end;
    const double eps = 1e-9 * (t.s[end - 1] - t.s[begin]);
    s = std::clamp(s, t.s[begin], t.s[end - 1]); // nothing is known beyond the ends
    // The last station at or before s (after), or the first at or after it.
    int k = after ? static_cast<int>(std::upper_bound(from, to, s + eps) - t.s.begin()) - 1
                  : static_cast<int>(std::lower_bound(from, to, s - eps) - t.s.begin());
    k = std::clamp(k, begin, end - 1);
    SectionForces out{};
    if (std::abs(t.s[k] - s) <= eps) {
        std::copy_n(t.at(k, column), 6, out.begin());
        return out;
    }
    const int a = after ? k : std::max(k - 1, begin), b = std::min(a + 1, end - 1);
    const double sa = t.s[a], h = t.s[b] - sa;
    const double *fa = t.at(a, column), *fb = t.at(b, column);
    if (h <= 0) {
        std::copy_n(fa, 6, out.begin());
        return out;
    }
    const double x = (s - sa) / h;
    for (int i = 0; i < 6; ++i)
        out[i] = fa[i] + x * (fb[i] - fa[i]);
    const double h00 = (1 + 2 * x) * (1 - x) * (1 - x), h10 = x * (1 - x) * (1 - x), h01 = x * x * (3 - 2 * x),
                 h11 = x * x * (x - 1);
    const double d00 = 6 * x * (x - 1) / h, d10 = (1 - x) * (1 - 3 * x), d11 = x * (3 * x - 2);
    // my with slope vz, mz with slope vy; the shear is the slope of the same cubic.
    for (const auto& [m, v] : {std::pair{4, 2}, std::pair{5, 1}}) {
        out[m] = h00 * fa[m] + h10 * h * fa[v] + h01 * fb[m] + h11 * h * fb[v];
        out[v] = d00 * (fa[m] - fb[m]) + d10 * fa[v] + d11 * fb[v];
    }
    return out;
}

} // namespace wr
