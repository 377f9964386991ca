#include "core/project/element_match.h"

#include <algorithm>
#include <cmath>
#include <map>
#include <set>
#include <tuple>
#include <unordered_map>

namespace wr {

namespace {

class Matching
{
public:
    Matching(const Frame& then, const Frame& now, double tolerance) : then_(then), now_(now), tolerance_(tolerance)
    {
        out_.now.resize(then.elements.size());
        out_.then.resize(now.elements.size());
    }

    ElementMatch find()
    {
        byId();
        byPlace();
        pieces(then_, now_, out_.now, out_.then);
        pieces(now_, then_, out_.then, out_.now);
        byNeighbours();
        return std::move(out_);
    }

private:
    bool same(const Element& a, const Element& b) const
    {
        const Vec3 a0 = then_.endI(a), a1 = then_.endJ(a), b0 = now_.endI(b), b1 = now_.endJ(b);
        const auto near = [&](Vec3 x, Vec3 y) { return norm(x - y) <= tolerance_; };
        return (near(a0, b0) && near(a1, b1)) || (near(a0, b1) && near(a1, b0));
    }

    void pair(size_t a, size_t b)
    {
        out_.now[a].push_back(static_cast<int>(b));
        out_.then[b].push_back(static_cast<int>(a));
    }

    // Names count where they say the same as before: numbers may have been given anew.
    void byId()
    {
        std::unordered_map<std::string, size_t> at;
        for (size_t k = 0; k < now_.elements.size(); ++k)
            at.emplace(now_.elements[k].id, k);
        std::vector<std::pair<size_t, size_t>> named;
        size_t alike = 0;
        for (size_t k = 0; k < then_.elements.size(); ++k)
            if (const auto n = at.find(then_.elements[k].id); n != at.end()) {
                named.emplace_back(k, n->second);
                alike += same(then_.elements[k], now_.elements[n->second]);
            }
        if (named.empty()) return;
        const bool trusted = alike * 2 >= named.size() || movedAsOne(named);
        for (const auto& [a, b] : named)
            if (trusted || same(then_.elements[a], now_.elements[b])) {
                pair(a, b);
                ++out_.byId;
            }
    }

    // The whole frame shifted: names are right though nothing stands where it did.
    bool movedAsOne(const std::vector<std::pair<size_t, size_t>>& named) const
    {
        const auto shift = [&](const std::pair<size_t, size_t>& p) {
            return now_.endI(now_.elements[p.second]) - then_.endI(then_.elements[p.first]);
        };
        const Vec3 first = shift(named.front());
        const auto alike =
            std::count_if(named.begin(), named.end(), [&](const auto& p) { return norm(shift(p) - first) <= tolerance_; });
        return static_cast<size_t>(alike) * 10 >= named.size() * 8;
    }

    using Cell = std::tuple<long, long, long>;
    Cell cellOf(Vec3 p) const
    {
        const double side = 4 * tolerance_;
        return {std::lround(std::floor(p.x / side)), std::lround(std::floor(p.y / side)), std::lround(std::floor(p.z / side))};
    }

    void byPlace()
    {
        std::map<Cell, std::vector<size_t>> middles; // of elements now that are nobody's yet
        for (size_t k = 0; k < now_.elements.size(); ++k)
            if (out_.then[k].empty())
                middles[cellOf(0.5 * (now_.endI(now_.elements[k]) + now_.endJ(now_.elements[k])))].push_back(k);
        for (size_t k = 0; k < then_.elements.size(); ++k) {
            if (!out_.now[k].empty()) continue;
            const auto [x, y, z] = cellOf(0.5 * (then_.endI(then_.elements[k]) + then_.endJ(then_.elements[k])));
            for (long i = -1; i <= 1 && out_.now[k].empty(); ++i)
                for (long j = -1; j <= 1 && out_.now[k].empty(); ++j)
                    for (long l = -1; l <= 1 && out_.now[k].empty(); ++l)
                        if (const auto at = middles.find({x + i, y + j, z + l}); at != middles.end())
                            for (const size_t n : at->second)
                                if (out_.then[n].empty() && same(then_.elements[k], now_.elements[n])) {
                                    pair(k, n);
                                    ++out_.byPlace;
                                    break;
                                }
        }
    }

    // One that was divided: free elements of `other` that lie on it from end to end. Called the other way round it finds those
    // that were joined.
    void pieces(const Frame& whole, const Frame& other, std::vector<std::vector<int>>& ofWhole,
                std::vector<std::vector<int>>& ofOther)
    {
        std::vector<size_t> free;
        for (size_t k = 0; k < other.elements.size(); ++k)
            if (ofOther[k].empty()) free.push_back(k);
        if (free.size() < 2) return;
        for (size_t w = 0; w < whole.elements.size(); ++w) {
            if (!ofWhole[w].empty()) continue;
            const Vec3 from = whole.endI(whole.elements[w]), d = whole.endJ(whole.elements[w]) - from;
            const double length = norm(d);
            const Vec3 u = (1 / length) * d;
            std::vector<std::pair<double, size_t>> on;
            double covered = 0;
            for (const size_t k : free) {
                if (!ofOther[k].empty()) continue;
                const Vec3 a = other.endI(other.elements[k]), b = other.endJ(other.elements[k]);
                const double s = dot(a - from, u), t = dot(b - from, u);
                if (std::min(s, t) < -tolerance_ || std::max(s, t) > length + tolerance_) continue;
                if (norm(a - from - s * u) > tolerance_ || norm(b - from - t * u) > tolerance_) continue;
                on.emplace_back(std::min(s, t), k);
                covered += std::abs(t - s);
            }
            if (on.size() < 2 || std::abs(covered - length) > static_cast<double>(on.size()) * tolerance_) continue;
            std::sort(on.begin(), on.end());
            for (const auto& [s, k] : on) {
                ofWhole[w].push_back(static_cast<int>(k));
                ofOther[k].push_back(static_cast<int>(w));
                ++out_.byPlace;
            }
        }
    }

    // What hangs between two nodes that are known again, wherever those stand now.
    void byNeighbours()
    {
        std::map<int, std::map<int, int>> votes; // node then: node now, how often
        for (size_t a = 0; a < out_.now.size(); ++a) {
            if (out_.now[a].size() != 1) continue;
            const Element &x = then_.elements[a], &y = now_.elements[static_cast<size_t>(out_.now[a].front())];
            if (out_.then[static_cast<size_t>(out_.now[a].front())].size() != 1) continue;
            const double straight = norm(then_.endI(x) - now_.endI(y)) + norm(then_.endJ(x) - now_.endJ(y)),
                         turned = norm(then_.endI(x) - now_.endJ(y)) + norm(then_.endJ(x) - now_.endI(y));
            const bool back = turned < straight;
            ++votes[x.i][back ? y.j : y.i];
            ++votes[x.j][back ? y.i : y.j];
        }
        std::map<int, int> node;
        for (const auto& [a, to] : votes)
            node[a] =
                std::max_element(to.begin(), to.end(), [](const auto& p, const auto& q) { return p.second < q.second; })->first;
        std::map<std::pair<int, int>, std::vector<size_t>> between;
        for (size_t k = 0; k < now_.elements.size(); ++k)
            if (out_.then[k].empty()) between[std::minmax(now_.elements[k].i, now_.elements[k].j)].push_back(k);
        for (size_t a = 0; a < out_.now.size(); ++a) {
            if (!out_.now[a].empty()) continue;
            const auto i = node.find(then_.elements[a].i), j = node.find(then_.elements[a].j);
            if (i == node.end() || j == node.end()) continue;
            const auto at = between.find(std::minmax(i->second, j->second));
            if (at == between.end() || at->second.empty()) continue;
            pair(a, at->second.front());
            at->second.erase(at->second.begin());
            ++out_.byNeighbours;
        }
    }

    const Frame &then_, &now_;
    double tolerance_;
    ElementMatch out_;
};

} // namespace

ElementMatch matchElements(const Frame& then, const Frame& now, double tolerance)
{
    return Matching(then, now, tolerance).find();
}

} // namespace wr
