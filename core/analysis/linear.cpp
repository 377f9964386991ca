#include "core/analysis/linear.h"

#include "core/analysis/results.h"
#include "core/analysis/solver.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

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
        loads_ = makeCaseLoads(system_, out_.findings);
        if (anyError(out_.findings)) return std::move(out_);
        if (progress_.cancelled()) return std::move(out_);
        progress_.at(0.2, "solving");
        FrameSolver solver(system_);
        if (!solver.factor({}, out_.findings)) return std::move(out_);
        out_.softness = solver.softness();
        Eigen::MatrixXd rhs(system_.unknowns(), static_cast<Eigen::Index>(f_.cases.size()));
        for (size_t c = 0; c < f_.cases.size(); ++c)
            rhs.col(static_cast<Eigen::Index>(c)) = loads_[c].rhs;
        if (!solver.idleMomentsVanish(
                rhs, [&](Eigen::Index c) { return "case " + f_.cases[static_cast<size_t>(c)].id; }, out_.findings))
            return std::move(out_);
        q_ = solver.solve(rhs, out_.residual, out_.findings);
        if (progress_.cancelled()) return std::move(out_);
        progress_.at(0.7, "section forces");
        out_.forces = stationTable(f_, loads_, options_.stations, f_.cases.size());
        for (size_t c = 0; c < f_.cases.size(); ++c)
            out_.forces.columnCase.push_back(static_cast<int>(c));
        out_.forces.sets = setsFromCases(f_);
        recover();
        checkBalance();
        out_.ok = true;
        progress_.at(1.0, "analysed");
        return std::move(out_);
    }

private:
    void recover()
    {
        for (size_t c = 0; c < f_.cases.size(); ++c) {
            const Eigen::VectorXd u = system_.displacements(q_.col(static_cast<Eigen::Index>(c)), loads_[c].prescribed);
            Eigen::VectorXd sum = Eigen::VectorXd::Zero(u.size());
            for (size_t e = 0; e < f_.elements.size(); ++e) {
                const ElementModel& m = system_.models()[e];
                const Vector12 ends = m.stiffness() * m.toLocal(system_.elementDisplacements(e, u)) + loads_[c].fixed[e];
                addToNodes(f_.elements[e], m.toGlobal(ends), sum);
                fillStations(out_.forces, e, c,
                             [&](double s, bool after) { return m.sectionForces(loads_[c].spans[e], ends, s, after); });
            }
            out_.cases.push_back(system_.motion(u, loads_[c].prescribed, sum, loads_[c].nodal));
            progress_.at(0.7 + 0.3 * static_cast<double>(c + 1) / static_cast<double>(f_.cases.size()), "section forces");
        }
    }

    void checkBalance()
    {
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
};

} // namespace

AnalysisResult analyseLinear(const Frame& f, const AnalysisOptions& options, Progress& progress)
{
    return LinearAnalysis(f, options, progress).run();
}

Frame withResults(const Frame& f, const AnalysisResult& r)
{
    Frame out = f;
    out.results.clear();
    out.modes.clear();
    const auto add = [&](int combination, int loadCase, const std::vector<std::pair<int, double>>& terms) {
        GivenResult g =
            resultOf(f, r.forces, terms, [&](int c) -> const NodeMotion& { return r.cases[static_cast<size_t>(c)]; });
        g.combination = combination, g.loadCase = loadCase;
        out.results.push_back(std::move(g));
    };
    for (size_t c = 0; c < f.cases.size(); ++c)
        add(-1, static_cast<int>(c), {{static_cast<int>(c), 1.0}});
    for (size_t c = 0; c < f.combinations.size(); ++c)
        add(static_cast<int>(c), -1, f.combinations[c].terms);
    return out;
}

} // namespace wr
