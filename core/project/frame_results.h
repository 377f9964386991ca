// Results beside the frame: what was analysed or came with the file, shared between states and kept by what it belongs to, so
// that an edit never copies them and undoing one brings its forces back.
#pragma once

#include "core/analysis/analyse.h"
#include "core/frame/frame.h"
#include "core/lengths/frame_restraint.h"

#include <deque>
#include <memory>
#include <optional>

namespace wr {

struct FrameResults
{
    FrameForces forces;      // with the findings of the analysis, or of reading what was given
    Rows<GivenResult> given; // as they came with the file; they are written back with it
    Extras modes;            // "buckling" and "vibration" beside them, JSON text
};

// What results belong to: the sizes of the elements, the cases and combinations, and the way of analysis.
struct ResultKey
{
    std::uint64_t sizes = 0; // sizesFingerprint()
    Rows<LoadCase> cases;
    Rows<Combination> combinations;
    std::optional<StatedAnalysis> method;
    bool operator==(const ResultKey&) const = default;
};
ResultKey resultKeyOf(const Frame& f);

// The last results of a frame that is open, each with its key.
class ResultStore
{
public:
    void put(ResultKey key, std::shared_ptr<const FrameResults> results);
    std::shared_ptr<const FrameResults> find(const ResultKey& key) const; // null: none are kept for it
    // What holds the members under results that are kept.
    void hold(const std::shared_ptr<const FrameResults>& results, std::shared_ptr<const FrameRestraint> restraint);
    std::shared_ptr<const FrameRestraint> restraintOf(const std::shared_ptr<const FrameResults>& results) const;

private:
    static constexpr size_t kKept = 8;
    static constexpr size_t kBytes = size_t{400} << 20; // of all but the newest
    struct Kept
    {
        ResultKey key;
        std::shared_ptr<const FrameResults> results;
        std::shared_ptr<const FrameRestraint> restraint = nullptr;
    };
    std::deque<Kept> kept_; // newest first
};

// Results that came with a file, under other cases and combinations: those whose case or combination is still the same, by name
// and what is in it, with their new places.
Rows<GivenResult> resultsThatFit(const Rows<GivenResult>& given, const Frame& before, const Frame& after);

// Of a frame whose file brought results: they are moved beside it.
std::shared_ptr<const FrameResults> takeResults(Frame& f);
// The same rows looked up for a frame that differs in its loads.
std::shared_ptr<const FrameResults> refitted(const FrameResults& r, const Frame& before, const Frame& after);

} // namespace wr
