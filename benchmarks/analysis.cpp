// Linear analysis of a building against CHOLMOD's own factor and solve of the same matrix; re-analysis after a size change;
// second order of 50 combinations; 100 000 elements. Ratios within one run are what counts.
#include "benchmarks/frames.h"
#include "core/analysis/combinations.h"
#include "core/analysis/factor.h"
#include "core/analysis/linear.h"
#include "core/analysis/solver.h"

#include <Eigen/CholmodSupport>
#include <fmt/format.h>
#include <thread>

using namespace wr;
using namespace wr::benchmark;

namespace {

// Factor and solve of the same matrix with the same right-hand sides, by the library alone.
double cholmodAlone(const Frame& f, const char* words)
{
    const FrameSystem system(f, true);
    std::vector<FrameSystem::Idle> idle;
    const SparseMatrix k = system.stiffness({}, idle);
    std::vector<Finding> findings;
    const std::vector<CaseLoads> loads = makeCaseLoads(system, findings);
    Eigen::MatrixXd rhs(system.unknowns(), static_cast<Eigen::Index>(f.cases.size()));
    for (size_t c = 0; c < f.cases.size(); ++c)
        rhs.col(static_cast<Eigen::Index>(c)) = loads[c].rhs;
    return seconds(3, [&] {
        Eigen::CholmodSupernodalLLT<SparseMatrix> own;
        own.compute(k);
        const Eigen::MatrixXd u = own.solve(rhs);
        if (own.info() != Eigen::Success || !u.allFinite()) fmt::print("{}: CHOLMOD failed\n", words);
    });
}

} // namespace

int main(int argc, char** argv)
{
    SilentProgress progress;
    fmt::print("{} cores\n", std::thread::hardware_concurrency());
    if (argc > 1 && std::string(argv[1]) == "large") {
        const Frame f = building(100, 40, 8, 20, 0);
        const double before = megabytes("VmRSS");
        double own = 0;
        const double time = seconds(1, [&] {
            const AnalysisResult r = analyseLinear(f, {}, progress);
            own = r.ok ? 1 : 0;
        });
        const double peak = megabytes("VmHWM");
        fmt::print("{} elements, {} nodes, 20 cases: {:.1f} s{}, peak memory {:.0f} MB ({:.0f} MB of it the frame itself)\n",
                   f.elements.size(), f.nodes.size(), time, own > 0 ? "" : " FAILED", peak, before);
        const double alone = cholmodAlone(f, "large");
        fmt::print("CHOLMOD alone {:.1f} s; ratio {:.2f} (limit 1.5)\n", alone, time / alone);
        return 0;
    }
    Frame f = building(11, 11, 25, 20, 0);
    const double alone = cholmodAlone(f, "building");
    const double whole = seconds(3, [&] {
        const AnalysisResult r = analyseLinear(f, {}, progress);
        if (!r.ok) fmt::print("FAILED\n");
    });
    fmt::print("{} elements, {} nodes, 20 cases: whole analysis {:.3f} s, CHOLMOD alone {:.3f} s; ratio {:.2f} (limit 1.5)\n",
               f.elements.size(), f.nodes.size(), whole, alone, whole / alone);
    const auto memory = std::make_shared<AnalysisMemory>();
    analyseLinear(f, {.memory = memory}, progress);
    f.sections[1].properties.iy *= 1.2;
    const double again = seconds(3, [&] { analyseLinear(f, {.memory = memory}, progress); });
    fmt::print("after a change of size: {:.3f} s with the kept symbolic factorisation; ratio {:.2f} to the first analysis\n",
               again, again / whole);
    // Second order: every combination by itself, six pieces to a beam.
    Frame g = building(5, 5, 10, 20, 50);
    for (const int n : {1, 50}) {
        Frame part = g;
        part.combinations.resize(static_cast<size_t>(n));
        int most = 0;
        const double time = seconds(1, [&] {
            const CombinationResult r = analyseCombinations(part, {.secondOrder = true}, {}, progress);
            for (const CombinationOutcome& c : r.combinations)
                most = std::max(most, c.iterations);
            if (!r.ok) fmt::print("second order FAILED\n");
        });
        fmt::print("second order, {} elements in six pieces: {} combinations in {:.2f} s ({} iterations at most)\n",
                   g.elements.size(), n, time, most);
    }
    return 0;
}
