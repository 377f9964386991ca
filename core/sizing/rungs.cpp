#include "core/sizing/rungs.h"

#include <algorithm>
#include <atomic>
#include <fmt/format.h>
#include <mutex>
#include <tbb/parallel_for.h>
#include <tuple>
#include <utility>

namespace wr {

namespace {

std::string brokenLimit(const CatalogueSection& s, const LadderLimits& l, const UnitSystem& u)
{
    const double d = s.properties().depth;
    if (l.maxDepth && d > *l.maxDepth * (1 + 1e-9))
        return fmt::format("deeper than {}", u.text(Quantity::SectionLength, *l.maxDepth));
    if (l.minDepth && d < *l.minDepth * (1 - 1e-9))
        return fmt::format("shallower than {}", u.text(Quantity::SectionLength, *l.minDepth));
    return {};
}

// Worse: over before unchecked before the rest, then the larger ratio.
bool worse(const MemberResult& a, Status status, double utilisation)
{
    const auto rank = [](Status s) { return s == Status::Over ? 2 : s == Status::Unchecked ? 1 : 0; };
    if (rank(a.status) != rank(status)) return rank(a.status) > rank(status);
    return a.utilisation > utilisation;
}

// What of a group does not depend on the rung.
struct GroupWork
{
    const RungsWanted* wanted = nullptr;
    RungTable table;
    std::vector<Demands> demands;
    double perArea = 0; // kg per m² of section, all members
    double density = 0; // of the first member
    std::atomic<size_t> left{0};
    std::mutex merging;
};

// One member with one rung: what it comes to, where that is worse than what is there. What ties stands with the first member.
void take(Rung& r, size_t member, const MemberResult& result)
{
    const auto m = static_cast<int>(member);
    if (r.member >= 0) {
        const bool ties =
            !worse(result, r.status, r.utilisation) && result.status == r.status && result.utilisation == r.utilisation;
        if (!worse(result, r.status, r.utilisation) && !(ties && m < r.member)) return;
    }
    r.member = m;
    r.status = result.status;
    r.utilisation = result.utilisation;
    r.check = result.govern() ? result.govern()->check : -1;
    r.reason.clear();
    for (const CheckOutcome& o : result.outcomes)
        if (o.status == Status::Unchecked) r.reason = o.reason;
}

void take(Rung& r, Rung&& other)
{
    const auto rank = [](const Rung& x) { return x.status == Status::Over ? 2 : x.status == Status::Unchecked ? 1 : 0; };
    if (r.member >= 0) {
        const auto worth = [&](const Rung& x) { return std::tuple(rank(x), x.utilisation, -x.member); };
        if (!(worth(other) > worth(r))) return;
    }
    r.member = other.member, r.status = other.status, r.utilisation = other.utilisation, r.check = other.check;
    r.reason = std::move(other.reason);
}

void sort(RungTable& t)
{
    std::sort(t.rungs.begin(), t.rungs.end(), [](const Rung& a, const Rung& b) {
        if (a.mass != b.mass) return a.mass < b.mass;
        if (a.depth != b.depth) return a.depth < b.depth;
        return a.section->designation < b.section->designation;
    });
}

} // namespace

int RungTable::find(std::string_view designation) const
{
    for (size_t k = 0; k < rungs.size(); ++k)
        if (rungs[k].section->designation == designation) return static_cast<int>(k);
    return -1;
}

std::string governingKey(const CheckModel& model, const Rung& r)
{
    if (r.member < 0 || r.check < 0 || static_cast<size_t>(r.member) >= model.members().size()) return {};
    CheckOutcome o;
    o.check = r.check;
    const CheckRow* row = model.standardOf(static_cast<size_t>(r.member)).row(o);
    return row ? std::string(row->key) : std::string();
}

int lightestThatMeets(const RungTable& t, double target)
{
    for (size_t k = 0; k < t.rungs.size(); ++k)
        if (t.rungs[k].meets(target)) return static_cast<int>(k);
    return -1;
}

std::vector<RungTable> evaluateGroups(const CheckModel& model, std::span<const RungsWanted> wanted, Progress& progress,
                                      const std::function<void(size_t, const RungTable&)>& told)
{
    const Frame& f = model.frame();
    std::vector<GroupWork> groups(wanted.size());
    constexpr size_t kChunk = 64;                   // rungs at a time: a group of one member is shared among the cores as well
    std::vector<std::pair<size_t, size_t>> demands; // group and place in it
    struct Piece
    {
        size_t group, member, rung;
    };
    std::vector<Piece> work;
    for (size_t g = 0; g < wanted.size(); ++g) {
        GroupWork& x = groups[g];
        x.wanted = &wanted[g];
        for (const size_t m : wanted[g].members) {
            const Member& member = model.members()[m];
            if (member.exclude || !member.broken.empty()) continue;
            const Material& mat = f.materials[static_cast<size_t>(member.material)];
            x.table.massNow += member.length * f.sections[static_cast<size_t>(member.section)].properties.a * mat.density;
            x.perArea += member.length * mat.density;
            if (x.table.members.empty()) x.density = mat.density;
            x.table.members.push_back(m);
        }
        if (x.table.members.empty() || model.forces().empty()) continue;
        x.demands.resize(x.table.members.size());
        x.table.sections = wanted[g].sections;
        x.table.rungs.resize(wanted[g].sections.size());
        tbb::parallel_for(size_t{0}, x.table.rungs.size(), [&](size_t k) { // properties of a section are computed at first use
            const CatalogueSection& section = *wanted[g].sections[k];
            Rung& r = x.table.rungs[k];
            r.section = &section;
            r.depth = section.properties().depth;
            r.groupMass = x.perArea * section.properties().a;
            r.mass = section.properties().a * x.density;
            r.status = Status::Ok;
        });
        for (size_t i = 0; i < x.demands.size(); ++i) {
            demands.emplace_back(g, i);
            for (size_t k = 0; k < x.table.rungs.size(); k += kChunk)
                work.push_back({g, i, k});
        }
        x.left = x.demands.size() * ((x.table.rungs.size() + kChunk - 1) / kChunk);
    }
    tbb::parallel_for(size_t{0}, demands.size(), [&](size_t k) {
        const auto [g, i] = demands[k];
        if (!progress.cancelled()) groups[g].demands[i] = model.allDemands(groups[g].table.members[i]);
    });
    std::atomic<size_t> done{0};
    tbb::parallel_for(size_t{0}, work.size(), [&](size_t w) {
        if (progress.cancelled()) return;
        const Piece& p = work[w];
        GroupWork& x = groups[p.group];
        const size_t end = std::min(x.table.rungs.size(), p.rung + kChunk), m = x.table.members[p.member];
        // A member with one section after the other: what hangs on its forces alone is still at hand.
        std::vector<Rung> found(end - p.rung);
        MemberResult result;
        for (size_t k = p.rung; k < end; ++k) {
            const CatalogueSection& section = *x.wanted->sections[k];
            model.judge(m, model.inputWith(m, section.shape, section.properties()), x.demands[p.member], result);
            take(found[k - p.rung], m, result);
        }
        {
            const std::lock_guard<std::mutex> lock(x.merging);
            for (size_t k = p.rung; k < end; ++k)
                take(x.table.rungs[k], std::move(found[k - p.rung]));
        }
        progress.at(static_cast<double>(++done) / static_cast<double>(work.size()), "evaluating rungs");
        if (--x.left > 0) return;
        sort(x.table);
        if (told) told(p.group, x.table);
    });
    std::vector<RungTable> out;
    out.reserve(groups.size());
    for (GroupWork& g : groups) {
        g.table.cancelled = progress.cancelled();
        out.push_back(std::move(g.table));
    }
    return out;
}

RungTable evaluateRungs(const CheckModel& model, const Catalogue& catalogue, const std::vector<size_t>& members,
                        const LadderLimits& limits, Progress& progress)
{
    RungsWanted w{members, {}};
    for (const CatalogueSection* s : catalogue.family(limits.family))
        w.sections.emplace_back(RungSection(), s);
    RungTable out = std::move(evaluateGroups(model, {&w, 1}, progress).front());
    if (out.cancelled) return out;
    for (Rung& r : out.rungs)
        r.limit = brokenLimit(*r.section, limits, model.frame().units);
    out.proposed = lightestThatMeets(out, limits.target);
    return out;
}

} // namespace wr
