// The builders of a report's parts (report_builder.cpp puts them together).
#pragma once

#include "core/reporting/report_builder.h"

#include <set>
#include <string>
#include <vector>

namespace wr {

struct ReportContext
{
    ReportContext(const ReportInput& i, const ReportChoice& c)
        : in(i), choice(c), frame(*i.state.frame), model(*i.state.model), report(*i.state.report), units(frame.units)
    {
    }
    const ReportInput& in;
    const ReportChoice& choice;
    const Frame& frame;
    const CheckModel& model;
    const CheckReport& report;
    const UnitSystem& units;
    std::string fingerprint;       // of the input; of the cover and the pages' feet
    std::set<std::string> changed; // members that differ from the state compared with

    ReportDepth depthOf(size_t member) const { return reportDepthOf(in, choice, member); }
};

// Parts with the key and the title of their topic; those inside that are left out are not in them.
ReportPart topicPart(const std::string& key);
void addTopic(ReportPart& to, const ReportContext& c, const std::string& key, std::vector<ReportBlock> blocks);

ReportPart coverPart(const ReportContext& c);
ReportPart basisPart(const ReportContext& c);
ReportPart framePart(const ReportContext& c);
ReportPart membersPart(const ReportContext& c);
ReportPart briefsPart(const ReportContext& c);
ReportPart resultsPart(const ReportContext& c);
ReportPart calculationsPart(const ReportContext& c);
ReportPart movementsPart(const ReportContext& c);
ReportPart changesPart(const ReportContext& c);
ReportPart findingsPart(const ReportContext& c);
ReportPart takeOffPart(const ReportContext& c);

// Names of places.
std::string memberKey(const std::string& id);  // of a member's calculation
std::string memberLine(const std::string& id); // of its line in the table of all
Tone toneOf(Status s);

// One line a member: group, section, length, what governs with its clause, combination and place, ratio, verdict. Column
// kMemberRatio is the utilisation.
inline constexpr int kMemberRatio = 8;
TableBlock memberLines(const ReportContext& c, const std::vector<size_t>& members);

} // namespace wr
