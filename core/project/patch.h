// Patches: what a frame's tables differ in between two states, as keyed rows before and after. The inverse is the swap, so undo
// of any edit is one mechanism, and what an edit touches is read off its rows.
#pragma once

#include "core/frame/frame.h"

#include <optional>
#include <string>
#include <utility>
#include <vector>

namespace wr {

// Rows of one table that went, came or changed; the others keep their order.
template <class T> struct RowsPatch
{
    struct Row
    {
        size_t at; // in the table it stands in: before for `removed`, after for `added`
        T row;
    };
    struct Change
    {
        size_t from, at; // its places in the tables before and after
        T before, after;
    };
    std::vector<Row> removed, added;
    std::vector<Change> changed;
    bool empty() const { return removed.empty() && added.empty() && changed.empty(); }
};

// What stands once in a frame, besides its units: those are of the screen and of the file.
struct FrameWords
{
    std::string title;
    Up up = Up::Z;
    Grid grid;
    Extras extras;
    bool operator==(const FrameWords&) const = default;
};

// What stands once in a design block.
struct DesignSettings
{
    bool hasDesign = false;
    std::string standard, nationalParameters;
    std::optional<StatedAnalysis> analysis;
    std::optional<StatedForces> givenForces;
    std::optional<bool> swayX, swayY;
    std::optional<FormingRule> forming;
    std::vector<double> plates;
    std::optional<double> target;
    ReportChoice report;
    bool operator==(const DesignSettings&) const = default;
};
DesignSettings settingsOf(const Frame& f);

struct Patch
{
    std::string words; // "Section W12X65 for 4 members", for the undo menu
    RowsPatch<Material> materials;
    RowsPatch<FrameSection> sections;
    RowsPatch<Node> nodes;
    RowsPatch<Element> elements;
    RowsPatch<Diaphragm> diaphragms;
    RowsPatch<Link> links;
    RowsPatch<LoadCase> cases;
    RowsPatch<Combination> combinations;
    RowsPatch<DesignMember> members;
    RowsPatch<DesignRestraint> restraints;
    RowsPatch<DesignLength> lengths;
    RowsPatch<Brief> briefs;
    RowsPatch<Group> groups;
    RowsPatch<Ladder> ladders;
    RowsPatch<StockRow> stock;
    RowsPatch<NationalSet> parameterSets;
    RowsPatch<SavedPick> picks;
    RowsPatch<FrameLimit> frameLimits;
    RowsPatch<Acceptance> acceptances;
    std::optional<std::pair<DesignSettings, DesignSettings>> settings; // before, after
    std::optional<std::pair<FrameWords, FrameWords>> frame;
    std::optional<std::pair<CameWith, CameWith>> came; // other results came with it

    bool empty() const;
};

// What leads from one state to the other. Tables that both share are not looked at. Results that are not taken in yet
// (Frame::results) and the units are no part of it.
Patch differences(const Frame& before, const Frame& after, std::string words);
Patch inverseOf(const Patch& p);
// Makes the change. False, and the frame as it was, where a row is not what the patch says it was before.
bool applyPatch(Frame& f, const Patch& p);

} // namespace wr
