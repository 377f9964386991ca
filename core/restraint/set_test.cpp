#include "core/restraint/set_test.h"

#include "core/restraint/place_test.h"

#include <algorithm>
#include <cmath>
#include <tbb/parallel_for.h>

namespace wr {

namespace {

constexpr double kMostLevel = 1e3;  // load factors above it count as this
constexpr double kDust = 1e-3;      // of what its own Euler load would need: that direction is not pressed
constexpr double kMoves = 0.1;      // of the largest movement of a mode: a place takes part in it
constexpr double kTakesPart = 0.01; // of the largest share: a member takes part in a mode

} // namespace

SetTest::SetTest(const TestedLines& lines, const Struts& struts, const ForceTable& forces, int set,
                 const RestraintOptions& options, const std::vector<char>& asked, Progress& progress)
    : lines_(lines), struts_(struts), f_(lines.frame()), o_(options), progress_(progress), asked_(asked),
      press_(pressOf(f_, forces, forces.sets[static_cast<size_t>(set)]))
{
    for (size_t i = 0; i < lines.size(); ++i)
        out_.emplace_back(lines.places(i).size());
}

double SetTest::levelOf(const LineState& s) const
{
    return std::clamp(s.stands(), 1e-6, kMostLevel);
}

// What may be tested in the tangent of a level.
double SetTest::lowest(double level) const
{
    return level > o_.light ? std::max(level / o_.lightStep, o_.light) : level / o_.step;
}

bool SetTest::open(size_t line) const
{
    return states_[line].presses() && !settled_[line] && (asked_.empty() || asked_[line]);
}

bool SetTest::run(TangentFrame& tangent)
{
    tangent_ = &tangent;
    for (size_t i = 0; i < lines_.size(); ++i)
        states_.push_back(lines_.firstState(i, press_));
    weakStruts();
    settled_.assign(lines_.size(), 0);
    while (!progress_.cancelled()) {
        // From the highest that is left down, so that every tangent serves all that stand a little under it.
        double level = 0;
        for (size_t i = 0; i < lines_.size(); ++i)
            if (open(i)) level = std::max(level, levelOf(states_[i]));
        if (level == 0) break;
        if (!tangentAt(level)) return false;
        // What passes stays: places let go elsewhere only lower the loads others stand under. (Some were let go just now, in
        // the mode of another.)
        std::vector<size_t> here;
        for (size_t i = 0; i < lines_.size(); ++i)
            if (open(i) && levelOf(states_[i]) >= lowest(level) * (1 - 1e-12)) here.push_back(i);
        testAll(here);
    }
    // What did not hold in this set.
    for (size_t i = 0; i < lines_.size(); ++i)
        record(i);
    return !progress_.cancelled();
}

// What leans on a strut that cannot carry 1 % of it is not held by it, however stiff it is.
void SetTest::weakStruts()
{
    const auto ratios = struts_.ratios(states_);
    for (size_t i = 0; i < lines_.size(); ++i) {
        LineState& s = states_[i];
        bool any = false;
        for (size_t k = 0; k < ratios[i].size(); ++k)
            for (size_t c = 0; c < 2; ++c) {
                out_[i][k][c].strut = ratios[i][k][c];
                if (!(ratios[i][k][c] < 1) || lines_.places(i)[k].fixed[c]) continue;
                out_[i][k][c].verdict = HoldVerdict::TooWeak;
                s.counted[c][k] = 0;
                any = true;
            }
        if (any) s.factor = lines_.factorOf(i, s);
    }
}

// A tangent at a level, letting go what the frame buckles with; false: stopped, or no tangent can be had.
bool SetTest::tangentAt(double level)
{
    constexpr int kTries = 200;
    for (int k = 0; k < kTries && !progress_.cancelled(); ++k) {
        axial_.assign(f_.elements.size(), 0.0);
        for (size_t e = 0; e < axial_.size(); ++e) {
            const double n = press_[e].axial;
            const size_t line = lines_.ofElement(e);
            const bool pressed = n < 0 && line != kNoLine;
            axial_[e] = n * std::min(level, pressed ? states_[line].stands() : 1.0);
        }
        if (tangent_->factor(axial_)) return true;
        const TangentFrame::Mode mode = tangent_->firstMode(axial_);
        if (mode.u.size() == 0) return false;
        letGo(mode);
    }
    return false;
}

// Places of the members of a mode that move in it are not held. Where none moves, those members stand at less.
void SetTest::letGo(const TangentFrame::Mode& mode)
{
    double largest = 0;
    for (size_t n = 0; n < f_.nodes.size(); ++n)
        largest = std::max(largest, mode.u.segment<3>(static_cast<Eigen::Index>(6 * n)).norm());
    std::vector<double> share(lines_.size(), 0.0);
    for (size_t e = 0; e < axial_.size(); ++e) {
        const size_t line = lines_.ofElement(e);
        if (!(axial_[e] < 0) || line == kNoLine) continue;
        const Vector12 u = tangent_->system().elementDisplacements(e, mode.u);
        const Matrix12 less = tangent_->tangent(e, 0) - tangent_->tangent(e, axial_[e]);
        share[line] += u.dot(less * u);
    }
    const double most = *std::max_element(share.begin(), share.end());
    bool any = false;
    for (size_t i = 0; i < lines_.size(); ++i) {
        if (share[i] < kTakesPart * most) continue;
        LineState& s = states_[i];
        const auto& places = lines_.places(i);
        for (size_t k = 0; k < places.size(); ++k)
            for (const Across d : kAcross) {
                const auto c = static_cast<size_t>(d);
                const HoldCandidate& p = places[k];
                if (!s.counted[c][k] || p.fixed[c]) continue;
                const Eigen::Vector3d u = mode.u.segment<3>(6 * static_cast<Eigen::Index>(p.node));
                const Vec3 along = d == Across::Major ? p.axes.z : p.axes.y;
                if (std::abs(dot({u(0), u(1), u(2)}, along)) < kMoves * largest) continue;
                s.counted[c][k] = 0;
                any = true;
            }
        s.factor = lines_.factorOf(i, s);
    }
    if (any) return;
    for (size_t i = 0; i < lines_.size(); ++i)
        if (share[i] >= kTakesPart * most) states_[i].relief *= 0.95 * mode.part;
}

// All at once in the tangent at hand.
void SetTest::testAll(const std::vector<size_t>& list)
{
    if (list.empty() || progress_.cancelled()) return;
    tangent_->flexibilities(inverse_);
    tbb::parallel_for(size_t{0}, list.size(), [&](size_t k) {
        const size_t i = list[k];
        const PlaceProbe probe(*tangent_, f_, lines_.chain(i), lines_.places(i), states_[i].counted);
        settled_[i] = judge(i, probe.offered(inverse_, axial_));
    });
}

// False: some place was found too soft and is let go.
bool SetTest::judge(size_t i, const std::vector<std::array<double, 2>>& offered)
{
    const std::vector<HoldCandidate>& places = lines_.places(i);
    LineState& s = states_[i];
    const double stands = std::min(s.stands(), kMostLevel);
    double worst = 1;
    std::vector<std::array<double, 2>> ratio(places.size(), {1e300, 1e300});
    for (const Across d : kAcross) {
        const auto c = static_cast<size_t>(d);
        const LineSegments line = lines_.segments(i, s.counted[c]);
        for (size_t k = 0; k < places.size(); ++k) {
            if (!s.counted[c][k] || places[k].fixed[c]) continue;
            const double needed = TestedLines::neededAt(s.thrust, d, line, places[k].at, stands);
            if (!(needed > kDust * lines_.neededAtEuler(i, d, line, places[k].at))) {
                out_[i][k][c].idle = offered[k][c];
                continue;
            }
            ratio[k][c] = offered[k][c] / needed;
            worst = std::min(worst, ratio[k][c]);
            out_[i][k][c].offered = offered[k][c];
            out_[i][k][c].needed = needed;
        }
    }
    if (worst >= 1) return true;
    // The softest first: what is let go changes what the others need.
    const double limit = worst > 0 ? std::min(1.0, 1.05 * worst) : worst / 1.05;
    for (size_t k = 0; k < places.size(); ++k)
        for (size_t c = 0; c < 2; ++c)
            if (ratio[k][c] < 1 && ratio[k][c] <= limit) s.counted[c][k] = 0;
    s.factor = lines_.factorOf(i, s);
    return false;
}

void SetTest::record(size_t i)
{
    const LineState& s = states_[i];
    for (size_t k = 0; k < out_[i].size(); ++k)
        for (size_t c = 0; c < 2; ++c)
            if (PlaceRatio& p = out_[i][k][c]; !s.counted[c][k] && p.verdict == HoldVerdict::Unknown)
                p.verdict = p.offered < p.needed ? HoldVerdict::TooSoft : HoldVerdict::InMode;
}

} // namespace wr
