// Linear analysis of a building against CHOLMOD's own factor and solve of the same matrix; re-analysis after a size change;
// second order of 50 combinations; 100 000 elements. Ratios within one run are what counts.
#include "core/analysis/combinations.h"
#include "core/analysis/factor.h"
#include "core/analysis/linear.h"
#include "core/analysis/solver.h"
#include "core/sections/catalogue.h"

#include <Eigen/CholmodSupport>
#include <algorithm>
#include <chrono>
#include <fmt/format.h>
#include <fstream>
#include <thread>

using namespace wr;

namespace {

double seconds(int times, auto&& work)
{
    double best = 1e9;
    for (int k = 0; k < times; ++k) {
        const auto begin = std::chrono::steady_clock::now();
        work();
        best = std::min(best, std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count());
    }
    return best;
}

double megabytes(const char* key)
{
    std::ifstream in("/proc/self/status");
    std::string line;
    while (std::getline(in, line))
        if (line.starts_with(key)) return std::stod(line.substr(line.find(':') + 1)) / 1024;
    return 0;
}

// A building of rigid joints, `along` × `across` bays, with floor loads and wind in every case.
Frame building(int along, int across, int storeys, int cases, int combinations)
{
    Frame f;
    Material m;
    m.id = "S", m.e = 210e9, m.g = 81e9, m.density = 7850, m.fy = 355e6, m.fu = 490e6;
    f.materials.push_back(m);
    for (const char* name : {"HEB300", "IPE400", "IPE360", "HEB320"}) {
        const CatalogueSection* c = shippedCatalogue().find(name);
        FrameSection s;
        s.id = s.name = c->designation, s.shape = c->shape, s.properties = c->properties();
        f.sections.push_back(s);
    }
    const auto node = [&](int x, int y, int z) { return (z * (across + 1) + y) * (along + 1) + x; };
    for (int z = 0; z <= storeys; ++z)
        for (int y = 0; y <= across; ++y)
            for (int x = 0; x <= along; ++x) {
                Node n;
                n.id = fmt::format("{}.{}.{}", x, y, z);
                n.at = {6.0 * x, 6.0 * y, 3.6 * z};
                if (z == 0)
                    for (Support& s : n.support)
                        s.held = true;
                f.nodes.push_back(std::move(n));
            }
    const auto add = [&](int i, int j, int section) {
        Element e;
        e.id = fmt::format("{}", f.elements.size()), e.i = i, e.j = j, e.section = section, e.material = 0;
        f.elements.push_back(std::move(e));
    };
    for (int z = 1; z <= storeys; ++z)
        for (int y = 0; y <= across; ++y)
            for (int x = 0; x <= along; ++x) {
                add(node(x, y, z - 1), node(x, y, z), 0);
                if (x > 0) add(node(x - 1, y, z), node(x, y, z), 1);
                if (y > 0) add(node(x, y - 1, z), node(x, y, z), 2);
            }
    for (int c = 0; c < cases; ++c) {
        LoadCase l;
        l.id = fmt::format("C{}", c);
        if (c == 0) l.selfWeight = 1;
        for (size_t e = 0; e < f.elements.size(); ++e)
            if (f.elements[e].section != 0 && (c < 4 || e % 7 == static_cast<size_t>(c % 7))) {
                const Vec3 q{c % 3 == 2 ? 800.0 : 0.0, 0, -6000.0 + 100 * c};
                l.line.push_back({static_cast<int>(e), LoadAxes::Global, 0, {}, q, q});
            }
        f.cases.push_back(std::move(l));
    }
    for (int k = 0; k < combinations; ++k) {
        Combination u;
        u.id = fmt::format("U{}", k);
        u.terms = {{0, 1.2}, {1 + k % (cases - 1), 1.0 + 0.01 * k}};
        f.combinations.push_back(std::move(u));
    }
    return f;
}

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
            const CombinationResult r = analyseCombinations(part, {.secondOrder = true}, progress);
            for (const CombinationOutcome& c : r.combinations)
                most = std::max(most, c.iterations);
            if (!r.ok) fmt::print("second order FAILED\n");
        });
        fmt::print("second order, {} elements in six pieces: {} combinations in {:.2f} s ({} iterations at most)\n",
                   g.elements.size(), n, time, most);
    }
    return 0;
}
