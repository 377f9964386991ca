// Results beside the frame: what was analysed or came with the file, shared between states and kept by what it belongs to, so
// that an edit never copies them and undoing one brings its forces back. Numbers that came stand once, in the table that checks
// read; what else was said of them stands beside it.
#pragma once

#include "core/analysis/analyse.h"
#include "core/frame/frame.h"
#include "core/lengths/frame_restraint.h"

#include <deque>
#include <memory>
#include <optional>

namespace wr {

// Of results that came with a file: what the table of forces does not hold, and the frame they came with, so that they are
// found again under edits and written back as they came. Column k of the table is result k.
struct AsGiven
{
    struct Part
    {
        int element = -1;
        std::vector<int> at; // stations it states, counted within the element; empty: every one of the table
        bool operator==(const Part&) const = default;
    };
    struct Result
    {
        GivenResult head;                               // without elements and nodes
        std::shared_ptr<const std::vector<Part>> parts; // in the order of the file; mostly the same for many results
        std::shared_ptr<const std::vector<int>> nodes;
    };
    std::vector<Result> results;
    std::optional<StatedForces> said; // what the frame said of them when the table was made
    Rows<Node> nodes;
    Rows<Element> elements;
    Rows<LoadCase> cases;
    Rows<Combination> combinations;
};

struct FrameResults
{
    FrameForces forces;                // with the findings of the analysis, or of reading what was given
    std::shared_ptr<const AsGiven> as; // null: analysed
    Extras modes;                      // "buckling" and "vibration" beside them, JSON text
};

// What results belong to: the elements and their sizes, what holds and ties them, the cases and combinations, the way of
// analysis, and what came with the file.
struct ResultKey
{
    std::uint64_t sizes = 0;    // sizesFingerprint()
    std::uint64_t elements = 0; // their ends, releases, behaviour …
    Up up = Up::Z;
    Rows<Node> nodes;
    Rows<Link> links;
    Rows<Diaphragm> diaphragms;
    Rows<LoadCase> cases;
    Rows<Combination> combinations;
    std::optional<StatedAnalysis> method;
    std::optional<StatedForces> said;
    CameWith came;
    bool operator==(const ResultKey&) const = default;
};
ResultKey resultKeyOf(const Frame& f);
// Of what an analysis reads of the elements besides their sizes: ends, releases, behaviour …
std::uint64_t shapeFingerprint(const Frame& f);

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

// Of a frame whose file brought results: they are moved beside it, and it names them (Frame::came).
std::shared_ptr<const FrameResults> takeResults(Frame& f);
// What came, for the frame as it is now: the results whose case or combination is still the same, by name and what is in it, of
// elements and nodes that stand where they stood. The very same where nothing differs; null where nothing came.
std::shared_ptr<const FrameResults> cameFor(const Frame& f);
// As rows for a file of that frame; exactly the numbers that came.
std::vector<GivenResult> rowsOf(const FrameResults& r, const Frame& f);
// Fingerprint of all that came.
std::string nameOf(const FrameResults& r);
// For results whose rows are at hand beside their table (of an older project file).
std::shared_ptr<const AsGiven> asGiven(const Rows<GivenResult>& rows, const ForceTable& t, const Frame& f);

} // namespace wr
