#include "core/standards/aisc360/own_demands.h"

#include <algorithm>
#include <cmath>

namespace wr::aisc360 {

namespace {

// From the largest shear to the nearest place on either side where it is zero or changes sign, else the member's end; the
// longer of the two where both sides count.
double shearLength(const double* v, const double* x, size_t n)
{
    size_t top = 0;
    for (size_t i = 1; i < n; ++i)
        if (std::abs(v[i]) > std::abs(v[top])) top = i;
    if (v[top] == 0) return 0;
    const auto way = [&](int step) {
        for (auto i = static_cast<long>(top); i + step >= 0 && i + step < static_cast<long>(n); i += step) {
            const double a = v[i], b = v[i + step];
            if (a * b > 0) continue;
            const double share = a == b ? 1.0 : a / (a - b);
            return std::abs(x[i] + share * (x[i + step] - x[i]) - x[top]);
        }
        return std::abs((step > 0 ? x[n - 1] : x[0]) - x[top]);
    };
    return std::max(way(1), way(-1));
}

class Gathered final : public Gatherer
{
public:
    explicit Gathered(const GatherInput& in) : panel_(in.brief.tensionField ? in.brief.stiffenerSpacing.value_or(0) : 0)
    {
        if (panel_ > 0) out_->panels.resize(in.sets);
    }

    void take(const SetForces& f) override
    {
        const size_t n = f.stations;
        const double *x = f.x, *vz = f.of(Force::Vz);
        for (const double* v : {vz, f.of(Force::Vy)})
            out_->shearLength = std::max(out_->shearLength, shearLength(v, x, n));
        if (!(panel_ > 0)) return;
        PanelShear& p = out_->panels[f.row.at()];
        for (size_t i = 0; i < n; ++i) {
            const bool end = x[i] < panel_ || x[i] > x[n - 1] - panel_;
            (end ? p.end : p.inside).take(std::abs(vz[i]), x[i]);
        }
    }
    std::shared_ptr<const OwnDemands> finish() override { return out_; }

private:
    double panel_; // m, 0: not told apart
    std::shared_ptr<AiscDemands> out_ = std::make_shared<AiscDemands>();
};

} // namespace

std::unique_ptr<Gatherer> gatherer(const GatherInput& in)
{
    return std::make_unique<Gathered>(in);
}

const AiscDemands& ownOf(const Demands& d)
{
    static const AiscDemands nothing;
    return d.own ? static_cast<const AiscDemands&>(*d.own) : nothing;
}

} // namespace wr::aisc360
