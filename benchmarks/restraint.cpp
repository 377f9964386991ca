// What holds the members of a building, by the tangent stiffness of its frame, against one factorisation of its stiffness.
// Arguments: bays along x, bays along y, storeys (default 6 6 10).
#include "core/restraint/restraint.h"
#include "benchmarks/frames.h"
#include "core/analysis/analyse.h"
#include "core/analysis/factor.h"
#include "core/analysis/system.h"
#include "core/standards/standard.h"

#include <cstdlib>
#include <fmt/format.h>
#include <sys/resource.h>

using namespace wr;
using namespace wr::benchmark;

namespace {

double gigabytes() // at most so far
{
    rusage use{};
    getrusage(RUSAGE_SELF, &use);
    return static_cast<double>(use.ru_maxrss) / 1e6;
}

} // namespace

int main(int argc, char** argv)
{
    const auto number = [&](int k, int otherwise) { return argc > k ? std::atoi(argv[k]) : otherwise; };
    SilentProgress progress;
    const Frame f = building(number(1, 6), number(2, 6), number(3, 10), 12, 12);
    const FrameForces r = analyseForces(f, {}, secondOrderRules(), progress);
    std::vector<Finding> findings;
    const Formed formed = formMembers(f, findings);
    double once = 0;
    int unknowns = 0;
    { // what it is measured by takes no memory while it runs
        const FrameSystem system(f, true);
        std::vector<FrameSystem::Idle> idle;
        const SparseMatrix k = system.stiffness({}, idle);
        SymmetricFactor factor;
        factor.compute(k);
        once = seconds(3, [&] { factor.compute(k); });
        unknowns = system.unknowns();
    }
    fmt::print(stderr, "one factorisation {:.3f} s, {:.2f} GB so far\n", once, gigabytes());
    RestraintResult found;
    const double all = seconds(1, [&] { found = testRestraint(f, formed.members(), r.forces, {}, progress); });
    fmt::print("{} elements, {} members, {} unknowns, {} force sets worked, {} tangents: {:.2f} s, {:.0f} factorisations of "
               "{:.3f} s (limit 60), {:.2f} GB at most\n",
               f.elements.size(), formed.members().size(), unknowns, found.sets.size(), found.tangents, all, all / once, once,
               gigabytes());
    return found.complete ? 0 : 1;
}
