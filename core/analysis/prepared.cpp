#include "core/analysis/prepared.h"

#include <algorithm>
#include <atomic>
#include <optional>
#include <tbb/parallel_for.h>

namespace wr {

Prepared::Prepared(Refined r, size_t originalNodes, bool shearDeformation, std::shared_ptr<AnalysisMemory> memory)
    : nodes(originalNodes), fine(std::move(r)), system(fine.frame, shearDeformation), linear(system, std::move(memory))
{
}

bool Prepared::factor(std::vector<Finding>& findings)
{
    findings.insert(findings.end(), system.faults().begin(), system.faults().end());
    if (anyError(findings)) return false;
    std::vector<Finding> own;
    cases = makeCaseLoads(system, own);
    const bool good = !anyError(own) && linear.factor({}, own);
    placesOfOriginal(fine, nodes, own);
    findings.insert(findings.end(), own.begin(), own.end());
    return good;
}

void solveEach(const Prepared& p, size_t count, Progress& progress, double from, std::string_view words,
               std::vector<Finding>& findings, const std::function<void(size_t, std::vector<Finding>&)>& solve)
{
    std::vector<std::vector<Finding>> own(count);
    std::atomic<size_t> done{0};
    std::optional<OneThreadBlas> alone;
    if (count > 1) alone.emplace();
    std::atomic<size_t> next{0}; // in their order, whichever core is free
    tbb::parallel_for(size_t{0}, count, [&](size_t) {
        const size_t c = next++;
        if (progress.cancelled()) return;
        solve(c, own[c]);
        placesOfOriginal(p.fine, p.nodes, own[c]);
        progress.at(from + (1 - from) * static_cast<double>(++done) / static_cast<double>(count), words);
    });
    for (std::vector<Finding>& list : own)
        for (Finding& x : list) {
            const auto same = [&](const Finding& y) { return y.code == x.code && y.place == x.place && y.text == x.text; };
            if (std::none_of(findings.begin(), findings.end(), same)) findings.push_back(std::move(x));
        }
}

} // namespace wr
