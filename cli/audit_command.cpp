#include "cli/choice.h"
#include "cli/commands.h"
#include "cli/frame_argument.h"
#include "cli/whole_way.h"

#include "core/base/nearest.h"
#include "core/base/printable.h"
#include "core/files/audit_answer.h"
#include "core/files/frame_writer.h"
#include "core/project/compare.h"
#include "core/project/ways_out.h"

#include <algorithm>
#include <chrono>
#include <fmt/chrono.h>
#include <memory>

namespace wr::cli {

namespace {

struct AuditArguments
{
    std::string frame, json, out, stop, severity, reason, name;
    std::vector<std::string> standard, settle, accept, forget;
    bool stability = false;
    ChoiceArguments choice;
};

std::string today()
{
    const std::time_t now = std::chrono::system_clock::to_time_t(std::chrono::system_clock::now());
    return fmt::format("{:%Y-%m-%d}", fmt::localtime(now));
}

// A row by what a user types: its id.
const AuditRow* rowOf(const std::vector<AuditRow>& rows, const std::string& id)
{
    const auto it = std::find_if(rows.begin(), rows.end(), [&](const AuditRow& r) { return r.id == id; });
    if (it != rows.end()) return &*it;
    std::vector<std::string> ids;
    for (const AuditRow& r : rows)
        ids.push_back(r.id);
    complain("error: there is no finding \"{}\"{}\n", printable(id), didYouMean(id, ids));
    return nullptr;
}

// "hold.doubtful B7#2": the second way out; without a number the first that is an edit.
std::optional<Edit> wayOf(const DesignState& s, const std::vector<AuditRow>& rows, const std::string& asked)
{
    const size_t hash = asked.rfind('#');
    const std::string id = asked.substr(0, hash);
    const AuditRow* row = rowOf(rows, id);
    if (!row) return std::nullopt;
    const std::vector<WayOut> ways = waysOut(s, row->finding);
    const WayOut* way = nullptr;
    if (hash == std::string::npos) {
        const auto it = std::find_if(ways.begin(), ways.end(), [](const WayOut& w) { return w.isEdit(); });
        if (it != ways.end()) way = &*it;
    } else {
        const std::string digits = asked.substr(hash + 1);
        size_t n = 0;
        for (const char c : digits)
            n = c >= '0' && c <= '9' && n < 1000 ? n * 10 + static_cast<size_t>(c - '0') : 1000;
        if (n >= 1 && n <= ways.size()) way = &ways[n - 1];
    }
    if (!way) {
        complain("error: {} has no such way out that changes the frame; it has {}\n", printable(id),
                 ways.empty() ? "none" : fmt::format("{}", counted(ways.size(), "way", "ways")));
        return std::nullopt;
    }
    auto edit = editOf(s, *way);
    if (!edit) {
        complain("error: {}\n", printable(edit.error()));
        return std::nullopt;
    }
    return *std::move(edit);
}

// Makes the change and looks at the frame again.
bool change(DesignState& s, const Edit& e)
{
    Frame next = *s.frame;
    const auto patch = applyEdit(next, e);
    if (!patch) {
        complain("error: {}\n", printable(patch.error()));
        return false;
    }
    tell("{}\n", printable(patch->words));
    TerminalProgress progress;
    const auto after = stateOfFrame(s, next, ResultStore{}, progress);
    if (!after) return false;
    s = judgedFrame(*after);
    return true;
}

void list(const DesignState& s, const std::vector<AuditRow>& rows, const AuditArguments& a)
{
    for (int stop = 0; stop < kWorkStops; ++stop) {
        const auto here = static_cast<WorkStop>(stop);
        std::vector<const AuditRow*> shown;
        size_t open = 0, accepted = 0;
        for (const AuditRow& r : rows) {
            const FindingKind* kind = findKind(r.finding.code);
            if (!kind || kind->stop != here || (!a.stop.empty() && a.stop != workStopWord(here)) ||
                (!a.severity.empty() && a.severity != severityWord(r.finding.severity)))
                continue;
            shown.push_back(&r);
            ++(r.accepted ? accepted : open);
        }
        if (shown.empty()) continue;
        std::stable_sort(shown.begin(), shown.end(), [](const AuditRow* x, const AuditRow* y) {
            if (x->open() != y->open()) return x->open();
            return x->finding.severity > y->finding.severity;
        });
        std::string title(workStopWord(here));
        title[0] = static_cast<char>(title[0] - 'a' + 'A');
        put("{}: {} open{}\n", title, open, accepted > 0 ? fmt::format(", {} accepted", accepted) : "");
        for (const AuditRow* r : shown) {
            put("  {:<8} {}\n           {}\n", severityWord(r->finding.severity), printable(r->id), printable(r->finding.text));
            if (r->accepted)
                put("           accepted by {}{}: {}\n", printable(r->accepted->name),
                    r->accepted->date.empty() ? "" : " on " + printable(r->accepted->date), printable(r->accepted->reason));
            if (r->fallenBack)
                put("           was accepted by {} ({}), but what it is about has changed\n", printable(r->fallenBack->name),
                    printable(r->fallenBack->reason));
            size_t n = 0;
            for (const WayOut& w : waysOut(s, r->finding))
                put("           {} {}. {}\n", w.isEdit() ? "→" : "·", ++n, printable(w.words));
        }
    }
}

void statement(const DesignState& s)
{
    const std::vector<StabilityLine> lines = s.stability();
    if (lines.empty()) return put("{}: no forces, nothing can be said of stability\n", s.model->standard().title);
    put("Stability by {}\n", s.model->standard().title);
    for (const StabilityLine& l : lines)
        put("  {:<11} {} ({})\n              asked: {}\n              held:  {}\n", verdictWord(l.verdict), l.topic, l.clause,
            l.asked, printable(l.holds));
}

Report run(const AuditArguments& a)
{
    Report out;
    const bool changes = !a.settle.empty() || !a.accept.empty() || !a.forget.empty();
    if (changes && a.out.empty()) {
        complain("error: --settle, --accept and --forget change the frame: say with --out where it is to be written\n");
        out.badInput = true;
        return out;
    }
    if (!a.accept.empty() && (a.reason.empty() || a.name.empty())) {
        complain("error: --accept needs --reason and --by\n");
        out.badInput = true;
        return out;
    }
    auto loaded = readFrameFor(a.frame, a.json);
    const DesignState::Standards standards = allStandards();
    out.badInput = !loaded.ok() || !standardsKnown(a.standard, *standards) || !canWrite(a.out);
    if (out.badInput) return out;
    if (!a.standard.empty()) loaded.value->design.standard = a.standard.front();
    DesignState s = judgedFrame(checkedFrame(std::move(*loaded.value), std::move(loaded.findings), standards, a.choice));
    std::vector<AuditRow> rows = auditRows(s);
    const auto make = [&](const std::optional<Edit>& e) {
        if (!e || !change(s, *e)) out.badInput = true;
        rows = auditRows(s);
        return !out.badInput;
    };
    for (const std::string& id : a.settle)
        if (!make(wayOf(s, rows, id))) return out;
    for (const std::string& id : a.accept) {
        const AuditRow* row = rowOf(rows, id);
        if (!make(row ? std::optional<Edit>(Accept{acceptanceOf(s, row->finding, a.reason, a.name, today())}) : std::nullopt))
            return out;
    }
    for (const std::string& id : a.forget)
        if (!make(Edit{DropAcceptance{id}})) return out;
    if (!a.out.empty() && !writeOut(writeFrame(frameToWrite(s)), a.out)) out.badInput = true;
    if (!a.json.empty() && !writeOut(writeAudit(s, rows), a.json)) out.badInput = true;
    if (a.json != "-") {
        if (a.stability)
            statement(s);
        else
            list(s, rows, a);
    }
    out.openErrors = std::any_of(rows.begin(), rows.end(),
                                 [](const AuditRow& r) { return r.open() && r.finding.severity == Severity::Error; });
    return out;
}

} // namespace

Command auditCommand()
{
    auto a = std::make_shared<AuditArguments>();
    std::vector<Argument> list{
        {.name = "FRAME", .help = "frame file (.frame.json) or project (.wren)", .into = &a->frame, .must = true}};
    for (Argument& x : a->choice.arguments())
        list.push_back(std::move(x));
    list.push_back(
        {.name = "--standard", .help = "design standard instead of the file's", .into = &a->standard, .value = "KEY"});
    list.push_back({.name = "--stop",
                    .help = "only what is settled at this stop",
                    .into = &a->stop,
                    .words = {"frame", "members", "restraint", "briefs", "check", "size"}});
    list.push_back({.name = "--severity", .help = "only those", .into = &a->severity, .words = {"error", "warning", "note"}});
    list.push_back(
        {.name = "--stability",
         .help = "what the analysis holds of what the standard asks for stability, line by line, instead of the list",
         .into = &a->stability});
    list.push_back({.name = "--settle",
                    .help = "carry out a way out of a finding, by its name as listed (\"hold.doubtful B7#2\": the second way); "
                            "may be given again",
                    .into = &a->settle,
                    .value = "FINDING"});
    list.push_back({.name = "--accept",
                    .help = "let a finding stand, with --reason and --by; it falls back when what it is about changes",
                    .into = &a->accept,
                    .value = "FINDING"});
    list.push_back({.name = "--forget", .help = "take an acceptance back", .into = &a->forget, .value = "FINDING"});
    list.push_back({.name = "--reason", .help = "why it is accepted", .into = &a->reason, .value = "TEXT"});
    list.push_back({.name = "--by", .help = "who accepts it", .into = &a->name, .value = "NAME"});
    list.push_back({.name = "--out", .help = "write the changed frame to this file", .into = &a->out, .value = "FILE"});
    list.push_back(
        {.name = "--json", .help = "write the answer to this file; - for standard output", .into = &a->json, .value = "FILE"});
    return {
        "audit",
        "Everything a careful engineer would notice about a frame, with its ways out. Exit status 1 where an error is open.",
        std::move(list),
        [a] { return run(*a); },
        {{"audit hall.frame.json", "every finding, stop by stop, with its ways out"},
         {"audit hall.frame.json --stability", "what the analysis holds of what the standard asks for stability"},
         {"audit hall.frame.json --settle combination.service --out hall2.frame.json", "the service combinations are made"},
         {"audit hall.frame.json --accept \"member.free-end P3\" --reason \"parapet post\" --by AB --out hall2.frame.json",
          "a finding that may stand"}}};
}

} // namespace wr::cli
