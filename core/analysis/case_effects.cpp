#include "core/analysis/case_effects.h"

#include "core/analysis/linear.h"

#include <cmath>

namespace wr {

namespace {

enum { N, Vy, Vz, T, My, Mz }; // of a station

// N/A ± My/Wy ± Mz/Wz; none where the section states no moduli.
void corners(const SectionProperties& p, const std::vector<const double*>& byCase, std::vector<double>& out)
{
    if (!(p.a > 0) || !(p.wely > 0) || !(p.welz > 0)) return;
    for (const double y : {1.0, -1.0})
        for (const double z : {1.0, -1.0})
            for (const double* f : byCase)
                out.push_back(f[N] / p.a + y * f[My] / p.wely + z * f[Mz] / p.welz);
}

} // namespace

std::shared_ptr<const CaseEffects> caseEffects(const Frame& f, Progress& progress)
{
    AnalysisOptions o;
    o.stations = 5;
    Frame both = f; // one-way elements act both ways: cases are compared, not checked
    for (Element& e : both.elements)
        if (e.behaviour == Behaviour::TensionOnly || e.behaviour == Behaviour::CompressionOnly) e.behaviour = Behaviour::Axial;
    const AnalysisResult r = analyseLinear(both, o, progress);
    if (!r.ok) return nullptr;
    auto out = std::make_shared<CaseEffects>();
    out->cases = f.cases.size();
    const ForceTable& t = r.forces;
    std::vector<const double*> byCase(out->cases);
    for (size_t e = 0; e < f.elements.size(); ++e)
        for (int s = t.first[e]; s < t.first[e + 1]; ++s) {
            for (size_t c = 0; c < out->cases; ++c)
                byCase[c] = t.at(s, c);
            for (int i = N; i <= Mz; ++i)
                for (const double* at : byCase)
                    out->values.push_back(at[i]);
            corners(f.sections[f.elements[e].section].properties, byCase, out->values);
        }
    for (size_t n = 0; n < f.nodes.size(); ++n)
        for (const double Vec3::*axis : {&Vec3::x, &Vec3::y, &Vec3::z})
            for (const NodeMotion& m : r.cases)
                out->values.push_back(m.u[n].*axis);
    for (size_t n = 0; n < f.nodes.size(); ++n) { // reactions
        if (!f.nodes[n].supported()) continue;
        for (const auto kind : {&NodeMotion::f, &NodeMotion::m})
            for (const double Vec3::*axis : {&Vec3::x, &Vec3::y, &Vec3::z})
                for (const NodeMotion& m : r.cases)
                    out->values.push_back((m.*kind)[n].*axis);
    }
    return out;
}

} // namespace wr
