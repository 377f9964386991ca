#include "core/files/report_json.h"

#include "core/files/report_contents.h"

#include <fmt/format.h>

namespace wr {

namespace {

// Text keys, and where each goes.
constexpr std::array<std::pair<const char*, std::string ReportChoice::*>, 8> kWords{{{"subject", &ReportChoice::subject},
                                                                                     {"for", &ReportChoice::forWhom},
                                                                                     {"by", &ReportChoice::by},
                                                                                     {"checkedBy", &ReportChoice::checkedBy},
                                                                                     {"revision", &ReportChoice::revision},
                                                                                     {"date", &ReportChoice::date},
                                                                                     {"words", &ReportChoice::words},
                                                                                     {"pick", &ReportChoice::pick}}};

std::optional<bool> letterFromName(std::string_view n)
{
    return n == "letter" ? std::optional(true) : n == "a4" ? std::optional(false) : std::nullopt;
}

} // namespace

ReportChoice readReportChoice(const Json& value, const std::string& pointer, std::vector<Finding>& findings)
{
    ReportChoice out;
    Cursor c(value, pointer, findings);
    for (const auto& [key, into] : kWords)
        out.*into = c.text(key).value_or("");
    out.without = c.words("without");
    out.members = c.words("members");
    out.formats = c.words("formats");
    out.letter = c.word<bool>("paper", &letterFromName, "a4, letter").value_or(false);
    out.everyCombination = c.flag("everyCombination").value_or(false);
    constexpr const char* kDepths = "line, summary, full";
    out.otherDepth = c.word<ReportDepth>("otherDepth", &reportDepthFromName, kDepths).value_or(ReportDepth::Line);
    if (const Json* depth = c.object("depth")) {
        Cursor groups(*depth, c.at("depth"), findings);
        for (const auto& [group, word] : depth->items())
            if (const auto d = groups.word<ReportDepth>(group, &reportDepthFromName, kDepths)) out.depth[group] = *d;
    }
    out.extras = c.finish();
    return out;
}

Json reportChoiceJson(const ReportChoice& r)
{
    Json o = Json::object();
    for (const auto& [key, from] : kWords)
        if (!(r.*from).empty()) o[key] = r.*from;
    if (!r.without.empty()) o["without"] = r.without;
    if (!r.members.empty()) o["members"] = r.members;
    for (const auto& [group, depth] : r.depth)
        o["depth"][group] = std::string(reportDepthName(depth));
    if (r.otherDepth != ReportDepth::Line) o["otherDepth"] = std::string(reportDepthName(r.otherDepth));
    if (r.letter) o["paper"] = "letter";
    if (r.everyCombination) o["everyCombination"] = true;
    if (!r.formats.empty()) o["formats"] = r.formats;
    for (const auto& [key, text] : r.extras)
        o[key] = Json::parse(text);
    return o;
}

std::expected<ReportChoice, std::string> readContents(const std::string& bytes)
{
    const Json value = Json::parse(bytes, nullptr, false);
    if (value.is_discarded()) return std::unexpected("it is no JSON");
    if (!value.is_object()) return std::unexpected("an object with the keys of \"report\" was expected");
    std::vector<Finding> findings;
    ReportChoice out = readReportChoice(value, "", findings);
    for (const Finding& f : findings)
        if (f.severity == Severity::Error) return std::unexpected(f.place + ": " + f.text);
    return out;
}

std::string writeContents(const ReportChoice& c)
{
    return reportChoiceJson(c).dump(1) + "\n";
}

} // namespace wr
