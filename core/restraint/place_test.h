// One member in the tangent of its frame: what the rest offers at its places, by the flexibilities there inverted together less
// the member's own condensed stiffness.
#pragma once

#include "core/restraint/candidates.h"
#include "core/restraint/tangent_frame.h"

#include <array>
#include <vector>

namespace wr {

class PlaceProbe
{
public:
    // counted: places that count, by Across.
    PlaceProbe(const TangentFrame& t, const Frame& f, const Member& m, const std::vector<HoldCandidate>& places,
               const std::array<std::vector<char>, 2>& counted);
    // N/m by place and direction; axial: of all elements, as the tangent was made. Infinite at rigid supports.
    std::vector<std::array<double, 2>> offered(const SelectedInverse& inverse, const std::vector<double>& axial) const;

private:
    Eigen::Index columns() const { return static_cast<Eigen::Index>(freedoms_.size()); }
    struct Freedom
    {
        int node;
        Vec3 direction;
        bool rotation;
        double scale; // a turn counts by the member's length
        int place;    // of the candidates; -1: end rotation
        int across;
    };
    Eigen::MatrixXd own(const std::vector<double>& axial) const;
    const TangentFrame& t_;
    const Frame& f_;
    const Member& m_;
    const std::vector<HoldCandidate>& places_;
    std::vector<Freedom> freedoms_;
    std::vector<Freedom> held_; // by rigid supports
};

} // namespace wr
