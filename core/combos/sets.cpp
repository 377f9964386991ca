#include "core/combos/sets.h"

#include <algorithm>
#include <limits>
#include <unordered_set>

namespace wr {

namespace {

void add(Terms& t, const Terms& more)
{
    for (const auto& [c, k] : more)
        t[c] += k;
}

// Does something of every part that must stand?
bool complete(const SetRule& r, const std::vector<int>& chosen)
{
    return std::all_of(r.must.begin(), r.must.end(), [&](int part) {
        for (size_t s = 0; s < r.slots.size(); ++s)
            if (chosen[s] >= 0 && r.slots[s].ways[chosen[s]].part == part) return true;
        return false;
    });
}

Terms termsOf(const SetRule& r, const std::vector<int>& chosen)
{
    Terms t = r.base;
    for (size_t s = 0; s < r.slots.size(); ++s)
        if (chosen[s] >= 0) add(t, r.slots[s].ways[chosen[s]].terms);
    return t;
}

// The ways of a rule's slots with what each does to one effect.
class Chooser
{
public:
    explicit Chooser(const SetRule& r) : r_(r), chosen_(r.slots.size(), -1), value_(r.slots.size())
    {
        for (size_t s = 0; s < r.slots.size(); ++s)
            value_[s].resize(r.slots[s].ways.size());
    }
    // sense 1: the largest, -1: the least. v: what each case does.
    const std::vector<int>& best(const double* v, double sense)
    {
        for (size_t s = 0; s < r_.slots.size(); ++s) {
            const Slot& slot = r_.slots[s];
            chosen_[s] = -1;
            double most = slot.mayBeAbsent ? 0 : -std::numeric_limits<double>::infinity();
            for (size_t w = 0; w < slot.ways.size(); ++w) {
                double sum = 0;
                for (const auto& [c, k] : slot.ways[w].terms)
                    sum += k * v[c];
                value_[s][w] = sense * sum;
                if (value_[s][w] > most) {
                    most = value_[s][w];
                    chosen_[s] = static_cast<int>(w);
                }
            }
        }
        for (const int part : r_.must)
            demand(part);
        return chosen_;
    }

private:
    bool needed(int part) const { return std::find(r_.must.begin(), r_.must.end(), part) != r_.must.end(); }

    // Where nothing of a part stands: that of it which costs least.
    void demand(int part)
    {
        int slot = -1, way = -1;
        double least = std::numeric_limits<double>::infinity();
        for (size_t s = 0; s < r_.slots.size(); ++s) {
            const int now = chosen_[s];
            if (now >= 0 && r_.slots[s].ways[now].part == part) return;
            if (now >= 0 && needed(r_.slots[s].ways[now].part)) continue;
            const double from = now >= 0 ? value_[s][now] : 0;
            for (size_t w = 0; w < r_.slots[s].ways.size(); ++w)
                if (r_.slots[s].ways[w].part == part && from - value_[s][w] < least) {
                    least = from - value_[s][w];
                    slot = static_cast<int>(s);
                    way = static_cast<int>(w);
                }
        }
        if (slot >= 0) chosen_[slot] = way;
    }

    const SetRule& r_;
    std::vector<int> chosen_;
    std::vector<std::vector<double>> value_; // [slot][way]
};

} // namespace

void mergeGroups(std::vector<Slot>& slots)
{
    std::vector<Slot> out;
    for (Slot& s : slots) {
        const auto same =
            std::find_if(out.begin(), out.end(), [&](const Slot& o) { return !s.group.empty() && o.group == s.group; });
        if (same == out.end()) {
            out.push_back(std::move(s));
            continue;
        }
        same->ways.insert(same->ways.end(), s.ways.begin(), s.ways.end());
        same->mayBeAbsent = same->mayBeAbsent && s.mayBeAbsent;
    }
    slots = std::move(out);
}

double waysOf(const SetRule& r)
{
    double n = 1;
    for (const Slot& s : r.slots)
        n *= static_cast<double>(s.ways.size()) + (s.mayBeAbsent ? 1 : 0);
    return n;
}

void everySet(const SetRule& r, const std::function<void(const Terms&)>& take)
{
    // Counts through the ways of all slots; -1: absent.
    std::vector<int> chosen;
    for (const Slot& s : r.slots)
        chosen.push_back(s.mayBeAbsent ? -1 : 0);
    for (;;) {
        if (complete(r, chosen)) take(termsOf(r, chosen));
        size_t s = 0;
        for (; s < chosen.size(); ++s) {
            if (++chosen[s] < static_cast<int>(r.slots[s].ways.size())) break;
            chosen[s] = r.slots[s].mayBeAbsent ? -1 : 0;
        }
        if (s == chosen.size()) return;
    }
}

void extremeSets(const SetRule& r, const CaseEffects& effects, const std::function<void(const Terms&)>& take)
{
    Chooser chooser(r);
    std::unordered_set<std::string> taken;
    for (size_t at = 0; at + effects.cases <= effects.values.size(); at += effects.cases)
        for (const double sense : {1.0, -1.0}) {
            const std::vector<int>& chosen = chooser.best(effects.values.data() + at, sense);
            if (!complete(r, chosen)) continue; // a part that must stand has no case left for it
            std::string key(reinterpret_cast<const char*>(chosen.data()), chosen.size() * sizeof(int));
            if (taken.insert(std::move(key)).second) take(termsOf(r, chosen));
        }
}

} // namespace wr
