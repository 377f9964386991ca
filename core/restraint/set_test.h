// What holds the lines of members under one set of forces: tangents from the highest level of load down, tests in them, the
// softest places let go until those that are left hold.
#pragma once

#include "core/base/progress.h"
#include "core/frame/forces.h"
#include "core/restraint/restraint.h"
#include "core/restraint/struts.h"
#include "core/restraint/tested_lines.h"

#include <vector>

namespace wr {

// Of a place in one direction.
struct PlaceRatio
{
    HoldVerdict verdict = HoldVerdict::Unknown;             // Unknown: not let go
    double offered = 0, needed = 0;                         // N/m, of the last test; needed 0: nothing presses it
    double strut = kUntested;                               // what struts there carry over 1 % of the thrust on them (struts.h)
    double idle = std::numeric_limits<double>::quiet_NaN(); // N/m offered where nothing presses; NaN: not found
};

class SetTest
{
public:
    // asked: lines that are tested; empty: all.
    SetTest(const TestedLines& lines, const Struts& struts, const ForceTable& forces, int set, const RestraintOptions& options,
            const std::vector<char>& asked, Progress& progress);
    // False: stopped, or a tangent could not be had; then what is not known to hold must not count.
    bool run(TangentFrame& tangent);
    const std::vector<ElementPress>& press() const { return press_; }
    // By line, place and Across.
    const std::vector<std::vector<std::array<PlaceRatio, 2>>>& places() const { return out_; }

private:
    double levelOf(const LineState& s) const;
    double lowest(double level) const;
    bool tangentAt(double level);
    void letGo(const TangentFrame::Mode& mode);
    void testAll(const std::vector<size_t>& list);
    void weakStruts();
    bool judge(size_t i, const std::vector<std::array<double, 2>>& offered);
    void record(size_t i);

    const TestedLines& lines_;
    const Struts& struts_;
    const Frame& f_;
    RestraintOptions o_;
    Progress& progress_;
    TangentFrame* tangent_ = nullptr; // while it runs
    bool open(size_t line) const;     // still to be tested
    const std::vector<char>& asked_;
    std::vector<ElementPress> press_;
    std::vector<LineState> states_;
    std::vector<char> settled_;
    SelectedInverse inverse_;
    std::vector<double> axial_; // as the tangent at hand was made
    std::vector<std::vector<std::array<PlaceRatio, 2>>> out_;
};

} // namespace wr
