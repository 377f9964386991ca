#include "core/sizing/fewest.h"

#include <algorithm>
#include <limits>
#include <set>

namespace wr {

namespace {

constexpr double kNone = std::numeric_limits<double>::infinity();
constexpr long kWork = 400'000; // steps of a search

bool fits(const MassOf& m, size_t group, size_t section)
{
    return m[group][section] >= 0;
}

// Each group with the lightest of the sections at hand.
Fewest with(const MassOf& m, const std::set<int>& sections)
{
    Fewest out;
    std::set<int> used;
    for (const auto& group : m) {
        int best = -1;
        for (const int s : sections)
            if (group[static_cast<size_t>(s)] >= 0 &&
                (best < 0 || group[static_cast<size_t>(s)] < group[static_cast<size_t>(best)]))
                best = s;
        out.chosen.push_back(best);
        if (best < 0) continue;
        used.insert(best);
        out.mass += group[static_cast<size_t>(best)];
    }
    out.different = used.size();
    return out;
}

std::set<int> allOf(const MassOf& m)
{
    std::set<int> out;
    for (size_t s = 0; !m.empty() && s < m.front().size(); ++s)
        out.insert(out.end(), static_cast<int>(s));
    return out;
}

// Covers the groups with at most `most` sections, lighter than what is known.
class Search
{
public:
    Search(const MassOf& m, size_t most) : m_(m), most_(most)
    {
        for (size_t g = 0; g < m.size(); ++g) {
            std::vector<int> list;
            for (size_t s = 0; s < m[g].size(); ++s)
                if (fits(m, g, s)) list.push_back(static_cast<int>(s));
            if (!list.empty()) groups_.push_back({g, std::move(list)});
        }
        // The hardest to fit first: fewest branches.
        std::stable_sort(groups_.begin(), groups_.end(),
                         [](const auto& a, const auto& b) { return a.second.size() < b.second.size(); });
    }

    bool run(Fewest& best)
    {
        go(best);
        return work_ < kWork;
    }

private:
    void go(Fewest& best)
    {
        if (++work_ >= kWork) return;
        const std::vector<int>* open = nullptr;
        double least = 0; // what the choice weighs at least: groups that none fits yet may take any
        for (const auto& [g, list] : groups_) {
            double mine = kNone, any = kNone;
            for (const int s : list) {
                any = std::min(any, m_[g][static_cast<size_t>(s)]);
                if (chosen_.contains(s)) mine = std::min(mine, m_[g][static_cast<size_t>(s)]);
            }
            if (mine == kNone && !open) open = &list;
            least += chosen_.size() < most_ ? any : mine;
        }
        if (!open) {
            if (const Fewest now = with(m_, chosen_); now.mass < best.mass - 1e-9 * std::abs(best.mass)) best = now;
            // A further section may make it lighter, as long as there is room.
            if (chosen_.size() >= most_) return;
        }
        if (chosen_.size() >= most_ || least >= best.mass) return;
        const std::set<int> before = banned_;
        if (open)
            branch(*open, best);
        else
            for (const auto& [g, list] : groups_)
                branch(list, best);
        banned_ = before;
    }

    void branch(const std::vector<int>& list, Fewest& best)
    {
        for (const int s : list) {
            if (chosen_.contains(s) || banned_.contains(s)) continue;
            chosen_.insert(s);
            go(best);
            chosen_.erase(s);
            banned_.insert(s); // all with it were looked at
        }
    }

    const MassOf& m_;
    size_t most_;
    std::vector<std::pair<size_t, std::vector<int>>> groups_;
    std::set<int> chosen_, banned_;
    long work_ = 0;
};

// Takes the section that fits most groups left, the lightest of those.
Fewest greedy(const MassOf& m)
{
    std::set<int> chosen;
    std::vector<char> done(m.size(), 0);
    for (;;) {
        int best = -1;
        size_t most = 0;
        double mass = kNone;
        for (size_t s = 0; !m.empty() && s < m.front().size(); ++s) {
            size_t n = 0;
            double w = 0;
            for (size_t g = 0; g < m.size(); ++g)
                if (!done[g] && fits(m, g, s)) ++n, w += m[g][s];
            if (n > most || (n == most && n > 0 && w < mass)) best = static_cast<int>(s), most = n, mass = w;
        }
        if (best < 0) break;
        chosen.insert(best);
        for (size_t g = 0; g < m.size(); ++g)
            if (fits(m, g, static_cast<size_t>(best))) done[g] = 1;
    }
    return with(m, chosen);
}

} // namespace

Fewest fewestSections(const MassOf& mass)
{
    Fewest best = greedy(mass);
    if (best.different == 0) {
        best.proved = true;
        return best;
    }
    bool proved = true;
    // From one on: the first number that fits all is the fewest.
    for (size_t n = 1; n <= best.different; ++n) {
        Fewest found;
        found.mass = n == best.different ? best.mass * (1 + 1e-9) : kNone;
        const bool whole = Search(mass, n).run(found);
        if (!found.chosen.empty()) {
            found.proved = proved && whole;
            return found;
        }
        proved = proved && whole;
    }
    best.proved = proved;
    return best;
}

Fewest fewerSections(const MassOf& mass, double perSection)
{
    std::set<int> at;
    for (const int s : with(mass, allOf(mass)).chosen)
        if (s >= 0) at.insert(s);
    const auto all = [&](const Fewest& f, size_t groups) {
        return std::count(f.chosen.begin(), f.chosen.end(), -1) == static_cast<long>(groups);
    };
    Fewest now = with(mass, at);
    const auto unfit = static_cast<size_t>(std::count(now.chosen.begin(), now.chosen.end(), -1));
    const auto worth = [&](const Fewest& f) { return f.mass + perSection * static_cast<double>(f.different); };
    for (bool better = true; better;) {
        better = false;
        std::set<int> best = at;
        Fewest bestIs = now;
        const auto look = [&](const std::set<int>& sections) {
            const Fewest f = with(mass, sections);
            if (all(f, unfit) && worth(f) < worth(bestIs) - 1e-9 * std::abs(worth(bestIs)))
                best = sections, bestIs = f, better = true;
        };
        // One away; one in place of one or of two.
        const std::set<int> any = allOf(mass);
        for (const int s : at) {
            std::set<int> less = at;
            less.erase(s);
            look(less);
            for (const int other : any) {
                if (at.contains(other)) continue;
                std::set<int> instead = less;
                instead.insert(other);
                look(instead);
                for (const int third : less) {
                    std::set<int> two = instead;
                    two.erase(third);
                    look(two);
                }
            }
        }
        at = best;
        now = bestIs;
    }
    return now;
}

} // namespace wr
