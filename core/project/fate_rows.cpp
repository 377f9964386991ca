// What became of each element, in words for a list.
#include "core/project/taken_again.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

using Kind = FateRow::Kind;

std::string sizeOf(const Frame& f, const Element& e)
{
    const FrameSection& s = f.sections[static_cast<size_t>(e.section)];
    return s.name.empty() ? s.id : s.name;
}
std::string steelOf(const Frame& f, const Element& e)
{
    const Material& m = f.materials[static_cast<size_t>(e.material)];
    return m.grade.empty() ? m.id : m.grade;
}

// The largest of each force over all results that came, by element.
std::vector<std::array<double, 6>> largest(const Frame& f)
{
    std::vector<std::array<double, 6>> out(f.elements.size());
    for (const GivenResult& r : f.results.list())
        for (const GivenElement& e : r.elements)
            for (const GivenStation& s : e.stations)
                for (size_t k = 0; k < 6; ++k) {
                    double& most = out[static_cast<size_t>(e.element)][k];
                    if (std::abs(s.force[k]) > std::abs(most)) most = s.force[k];
                }
    return out;
}

class Words
{
public:
    Words(const TakenAgain& a, const Frame& then)
        : a_(a), then_(then), now_(a.frame), before_(largest(then)), after_(largest(a.frame))
    {
    }

    FateRow row(int k) const
    {
        const auto at = static_cast<size_t>(k);
        const ElementFate& fate = a_.fates[at];
        const Element& e = now_.elements[at];
        FateRow out;
        out.now = k;
        out.id = e.id;
        out.kind = fate.fresh     ? Kind::Fresh
                   : fate.moved   ? Kind::Moved
                   : fate.resized ? Kind::Resized
                   : fate.changed ? Kind::Changed
                                  : Kind::Reloaded;
        const auto add = [&](const std::string& t) { out.words += (out.words.empty() ? "" : "; ") + t; };
        if (fate.fresh) {
            add(sizeOf(now_, e) + ", " + now_.units.text(Quantity::Length, now_.length(e)));
            return out;
        }
        out.then = a_.then[at].front();
        const Element& was = then_.elements[static_cast<size_t>(out.then)];
        if (was.id != e.id) add("was " + was.id);
        if (fate.moved) add(moved(at, was, e));
        if (sizeOf(then_, was) != sizeOf(now_, e)) add(sizeOf(then_, was) + " → " + sizeOf(now_, e));
        if (steelOf(then_, was) != steelOf(now_, e)) add(steelOf(then_, was) + " → " + steelOf(now_, e));
        if (fate.changed) add(changed(was, e));
        if (fate.reloaded) add(loads(static_cast<size_t>(out.then), at));
        return out;
    }

private:
    std::string moved(size_t at, const Element& was, const Element& e) const
    {
        if (a_.then[at].size() > 1) return fmt::format("{} elements became one", a_.then[at].size());
        if (const size_t n = a_.now[static_cast<size_t>(a_.then[at].front())].size(); n > 1)
            return fmt::format("one of the {} pieces of {}", n, was.id);
        const Vec3 i0 = then_.endI(was), j0 = then_.endJ(was), i1 = now_.endI(e), j1 = now_.endJ(e);
        const double by = std::min(std::max(norm(i0 - i1), norm(j0 - j1)), std::max(norm(i0 - j1), norm(j0 - i1)));
        return "by " + now_.units.text(Quantity::Length, by);
    }
    static std::string changed(const Element& was, const Element& e)
    {
        if (was.behaviour != e.behaviour)
            return fmt::format("{} → {}", behaviourName(was.behaviour), behaviourName(e.behaviour));
        return was.roll != e.roll && was.releaseI == e.releaseI && was.releaseJ == e.releaseJ ? "roll" : "releases";
    }
    // The force that changed most, against the largest force or moment of either.
    std::string loads(size_t then, size_t now) const
    {
        if (then_.results.empty() || now_.results.empty()) return "other loads";
        const auto &a = before_[then], &b = after_[now];
        std::array<double, 2> scale{};
        for (size_t k = 0; k < 6; ++k)
            scale[k >= 3] = std::max({scale[k >= 3], std::abs(a[k]), std::abs(b[k])});
        size_t worst = 0;
        double most = 0;
        for (size_t k = 0; k < 6; ++k)
            if (const double d = scale[k >= 3] > 0 ? std::abs(std::abs(a[k]) - std::abs(b[k])) / scale[k >= 3] : 0; d > most)
                most = d, worst = k;
        if (most < 0.005) return "other forces, their largest as they were";
        const Quantity q = worst >= 3 ? Quantity::Moment : Quantity::Force;
        constexpr std::array<const char*, 6> names{"N", "Vy", "Vz", "T", "My", "Mz"}; // by Force
        return fmt::format("largest {} {} → {}", names[worst], now_.units.text(q, a[worst], false),
                           now_.units.text(q, b[worst]));
    }

    const TakenAgain& a_;
    const Frame &then_, &now_;
    std::vector<std::array<double, 6>> before_, after_;
};

} // namespace

std::string_view fateWord(FateRow::Kind k)
{
    constexpr std::array<std::string_view, 6> words{"new", "gone", "moved", "resized", "changed at its ends", "re-loaded"};
    return words[static_cast<size_t>(k)];
}

std::vector<FateRow> fateRows(const TakenAgain& again, const Frame& then)
{
    const Words words(again, then);
    std::vector<FateRow> out;
    for (size_t k = 0; k < again.fates.size(); ++k)
        if (again.fates[k].any()) out.push_back(words.row(static_cast<int>(k)));
    for (const int k : again.gone) {
        const Element& e = then.elements[static_cast<size_t>(k)];
        out.push_back({Kind::Gone, -1, k, e.id, sizeOf(then, e) + ", " + then.units.text(Quantity::Length, then.length(e))});
    }
    const auto place = [](const FateRow& r) { return r.kind == Kind::Gone ? 99 : static_cast<int>(r.kind); };
    std::stable_sort(out.begin(), out.end(), [&](const FateRow& a, const FateRow& b) { return place(a) < place(b); });
    return out;
}

} // namespace wr
