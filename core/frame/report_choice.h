// What a report is to hold: what was chosen last, kept with the project.
#pragma once

#include <map>
#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace wr {

// How deep a member is reported: a line of the table, its checks, or its whole calculation.
enum class ReportDepth { Line, Summary, Full };
std::string_view reportDepthName(ReportDepth d); // line, summary, full
std::optional<ReportDepth> reportDepthFromName(std::string_view n);

struct ReportChoice
{
    // The cover.
    std::string subject, forWhom, by, checkedBy, revision, date, words;
    std::vector<std::string> without;           // keys of parts that are left out ("basis.stability")
    std::string pick;                           // members that are reported in depth: a pick expression; empty: all
    std::map<std::string, ReportDepth> depth;   // by group, "" for members of none
    ReportDepth otherDepth = ReportDepth::Line; // of groups that are not named
    std::vector<std::string> members;           // in full whatever their group and the pick say
    bool letter = false;                        // paper: US Letter, else A4
    bool everyCombination = false;              // the checks' largest of each combination stand beside the calculation
    std::vector<std::string> formats;           // pdf, html, xlsx, odt, csv; empty: pdf
    std::vector<std::pair<std::string, std::string>> extras; // "x-…" keys kept as JSON text
    bool operator==(const ReportChoice&) const = default;

    ReportDepth depthOf(const std::string& group) const
    {
        const auto it = depth.find(group);
        return it == depth.end() ? otherDepth : it->second;
    }
    bool holds(const std::string& key) const;
};

} // namespace wr
