#include "core/analysis/linear.h"

#include "core/analysis/solver.h"

#include <algorithm>
#include <atomic>
#include <cmath>
#include <fmt/format.h>
#include <tbb/blocked_range.h>
#include <tbb/parallel_for.h>
#include <tbb/parallel_invoke.h>

namespace wr {

namespace {

class LinearAnalysis
{
public:
    LinearAnalysis(const Frame& f, const AnalysisOptions& o, Progress& p)
        : f_(f), options_(o), progress_(p), system_(f, o.shearDeformation)
    {
    }

    AnalysisResult run()
    {
        out_.findings = coverage(f_);
        for (size_t e = 0; e < f_.elements.size() && out_.findings.empty(); ++e)
            if (f_.elements[e].behaviour == Behaviour::TensionOnly || f_.elements[e].behaviour == Behaviour::CompressionOnly)
                out_.findings.push_back(finding("analysis.not-covered", fmt::format("/elements/{}/behaviour", e),
                                                f_.elements[e].id,
                                                fmt::format("element {} acts in one sense only: its forces do not superpose, "
                                                            "analyse the combinations as wholes",
                                                            f_.elements[e].id)));
        out_.findings.insert(out_.findings.end(), system_.faults().begin(), system_.faults().end());
        if (!out_.findings.empty()) return std::move(out_);
        progress_.at(0.05, "assembling");
        out_.freedoms = system_.unknowns();
        auto solver = std::make_unique<FrameSolver>(system_, options_.memory);
        std::vector<Finding> ofLoads, ofFactor;
        bool factored = false;
        tbb::parallel_invoke([&] { loads_ = makeCaseLoads(system_, ofLoads); },
                             [&] { factored = solver->factor({}, ofFactor); });
        for (const auto& list : {ofLoads, ofFactor})
            out_.findings.insert(out_.findings.end(), list.begin(), list.end());
        if (!factored || anyError(ofLoads) || progress_.cancelled()) return std::move(out_);
        out_.accuracy = solver->accuracy();
        progress_.at(0.5, "solving");
        Eigen::MatrixXd rhs(system_.unknowns(), static_cast<Eigen::Index>(f_.cases.size()));
        for (size_t c = 0; c < f_.cases.size(); ++c)
            rhs.col(static_cast<Eigen::Index>(c)) = loads_[c].rhs;
        if (!solver->idleMomentsVanish(
                rhs, [&](Eigen::Index c) { return "case " + f_.cases[c].id; }, out_.findings))
            return std::move(out_);
        q_ = solver->solve(rhs, out_.residual);
        solver.reset(); // the factor is the largest thing here: gone before the table of forces is made
        rhs.resize(0, 0);
        if (progress_.cancelled()) return std::move(out_);
        progress_.at(0.7, "section forces");
        out_.forces = stationTable(f_, loads_, options_.stations, f_.cases.size());
        for (size_t c = 0; c < f_.cases.size(); ++c)
            out_.forces.columnCase.push_back(static_cast<int>(c));
        out_.forces.sets = setsFromCases(f_);
        recover();
        if (progress_.cancelled()) return {};
        checkBalance();
        out_.ok = true;
        progress_.at(1.0, "analysed");
        return std::move(out_);
    }

private:
    Vector12 ends(size_t e, size_t c) const
    {
        const ElementModel& m = system_.models()[e];
        return m.stiffness() * m.toLocal(system_.elementDisplacements(e, moved_[c])) + loads_[c].fixed[e];
    }

    void recover()
    {
        // Reactions need only the elements that meet a support.
        std::vector<size_t> atSupports;
        for (size_t e = 0; e < f_.elements.size(); ++e)
            if (f_.nodes[f_.elements[e].i].supported() || f_.nodes[f_.elements[e].j].supported()) atSupports.push_back(e);
        out_.cases.resize(f_.cases.size());
        moved_.resize(f_.cases.size());
        tbb::parallel_for(size_t{0}, f_.cases.size(), [&](size_t c) {
            moved_[c] = system_.displacements(q_.col(static_cast<Eigen::Index>(c)), loads_[c].prescribed);
            Eigen::VectorXd sum = Eigen::VectorXd::Zero(moved_[c].size());
            for (const size_t e : atSupports)
                addToNodes(f_.elements[e], system_.models()[e].toGlobal(ends(e, c)), sum);
            out_.cases[c] = system_.motion(moved_[c], loads_[c].prescribed, sum, loads_[c].nodal);
        });
        // Element by element: what is written lies together.
        std::atomic<size_t> done{0};
        tbb::parallel_for(tbb::blocked_range<size_t>(0, f_.elements.size(), 64), [&](const tbb::blocked_range<size_t>& block) {
            if (progress_.cancelled()) return;
            for (size_t e = block.begin(); e < block.end(); ++e)
                for (size_t c = 0; c < f_.cases.size(); ++c) {
                    const Vector12 at = ends(e, c);
                    fillStations(out_.forces, e, c, [&](double s, bool after) {
                        return system_.models()[e].sectionForces(loads_[c].spans[e], at, s, after);
                    });
                }
            done += block.size();
            progress_.at(0.7 + 0.3 * static_cast<double>(done) / static_cast<double>(f_.elements.size()), "section forces");
        });
    }

    void checkBalance()
    {
        if (out_.residual > 1e-6)
            out_.findings.push_back(
                finding("analysis.ill-conditioned", "", "",
                        fmt::format("the solution leaves a residual of {:.1e} of the loads: look for stiffnesses "
                                    "that differ by many orders of magnitude",
                                    out_.residual)));
        for (size_t c = 0; c < f_.cases.size(); ++c) {
            Vec3 reactions;
            for (const Vec3& r : out_.cases[c].f)
                reactions = reactions + r;
            const double off = norm(loads_[c].total + reactions);
            if (off > 1e-6 * loads_[c].size && off > 1e-6)
                out_.findings.push_back(finding("analysis.unbalanced", fmt::format("/cases/{}", c), f_.cases[c].id,
                                                fmt::format("the reactions of case {} miss its loads by {}", f_.cases[c].id,
                                                            f_.units.text(Quantity::Force, off))));
        }
    }

    const Frame& f_;
    AnalysisOptions options_;
    Progress& progress_;
    FrameSystem system_;
    AnalysisResult out_;
    std::vector<CaseLoads> loads_;
    Eigen::MatrixXd q_;
    std::vector<Eigen::VectorXd> moved_; // per case: global displacements of all nodes
};

} // namespace

AnalysisResult analyseLinear(const Frame& f, const AnalysisOptions& options, Progress& progress)
{
    return LinearAnalysis(f, options, progress).run();
}

} // namespace wr
