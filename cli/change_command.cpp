#include "cli/commands.h"
#include "cli/frame_argument.h"
#include "cli/typed_values.h"

#include "core/base/printable.h"
#include "core/base/split.h"
#include "core/files/frame_writer.h"
#include "core/members/members.h"
#include "core/project/edits.h"
#include "core/shaping/shape_tools.h"

#include <memory>

namespace wr::cli {

namespace {

struct ChangeArguments
{
    std::string frame, tool, elements, nodes, members, write;
    std::vector<std::string> values;
    bool list = false;
};

// Places of rows by their names, comma between them; "all": every one. Nothing, with a message, where there is no such row.
template <class Rows> std::optional<std::vector<int>> placesOf(const Rows& rows, const std::string& names, const char* what)
{
    std::vector<int> out;
    if (names == "all")
        for (size_t k = 0; k < rows.size(); ++k)
            out.push_back(static_cast<int>(k));
    else
        for (const std::string& name : split(names, ",")) {
            const auto at = std::find_if(rows.begin(), rows.end(), [&](const auto& r) { return r.id == name; });
            if (at == rows.end()) {
                complain("error: there is no {} \"{}\"\n", what, printable(name));
                return std::nullopt;
            }
            out.push_back(static_cast<int>(at - rows.begin()));
        }
    return out;
}

void tellTools()
{
    for (const ShapeTool& t : shapeTools())
        put("{:<8} {}: {}\n", t.key, t.title, t.meaning);
}

Report run(const ChangeArguments& a)
{
    Report out;
    out.badInput = true;
    if (a.frame.empty()) {
        tellTools();
        out.badInput = false;
        return out;
    }
    auto loaded = readFrameFor(a.frame, a.write);
    if (!loaded.ok()) return out;
    Frame f = std::move(*loaded.value);
    if (!shapeTool(a.tool)) {
        complain("error: there is no tool \"{}\"; there are:\n", printable(a.tool));
        tellTools();
        return out;
    }
    if (a.list) {
        putFields(shapeFields(a.tool, f));
        out.badInput = false;
        return out;
    }
    const auto typed = typedValues(a.values);
    if (!typed) return out;
    auto elements = placesOf(f.elements.list(), a.elements, "element");
    const auto nodes = placesOf(f.nodes.list(), a.nodes, "node");
    if (!elements || !nodes) return out;
    std::vector<Finding> ignored;
    const Formed formed = formMembers(f, ignored);
    for (const std::string& name : split(a.members, ",")) {
        const auto m = formed.find(name);
        if (!m) {
            complain("error: there is no member \"{}\"\n", printable(name));
            return out;
        }
        for (const MemberPiece& p : formed.members()[*m].pieces)
            elements->push_back(p.element);
    }
    const auto edit = shapeEdit(a.tool, *typed, f, *elements, *nodes);
    if (!edit) {
        complain("error: {}\n", printable(edit.error().text));
        return out;
    }
    const auto done = reshaped(f, *edit);
    if (!done) {
        complain("error: {}\n", printable(done.error()));
        return out;
    }
    if (a.write.empty()) {
        complain("error: --write says where the changed frame goes\n");
        return out;
    }
    if (!canWrite(a.write) || !writeOut(writeFrame(done->frame), a.write)) return out;
    if (a.write != "-") {
        tell("{}: {} elements, {} nodes\n", printable(done->words), done->frame.elements.size(), done->frame.nodes.size());
        for (const std::string& t : done->told)
            tell("  {}: {}\n", a.tool == "delete" || a.tool == "nocase" ? "with it" : "left out", printable(t));
    }
    out.badInput = false;
    return out;
}

} // namespace

Command changeCommand()
{
    auto a = std::make_shared<ChangeArguments>();
    std::vector<Argument> list{
        {.name = "FRAME", .help = "frame file or project; without it the tools are listed", .into = &a->frame},
        {.name = "TOOL",
         .help =
             "draw, copy, turn, mirror, move, divide, join, delete, section, ends, stand, support; nodal, line, point, area, "
             "temperature, settlement, alter, lift, case or nocase",
         .into = &a->tool},
        {.name = "VALUES", .help = "what is stated, as key=value: \"by=6 m y\" times=3", .into = &a->values},
        {.name = "--list", .help = "tells what may be stated for that tool", .into = &a->list},
        {.name = "--elements",
         .help = "what it is done to, comma between them, or all",
         .into = &a->elements,
         .value = "NAMES"},
        {.name = "--members", .help = "the same by members", .into = &a->members, .value = "NAMES"},
        {.name = "--nodes", .help = "the same for nodes", .into = &a->nodes, .value = "NAMES"},
        {.name = "--write", .help = "frame file; - for standard output", .into = &a->write, .value = "FILE"}};
    return {"change",
            "Change the shape and the loads of a frame: draw, copy, divide, supports; line and area loads, cases.",
            std::move(list),
            [a] { return run(*a); },
            {{"change", "the tools there are"},
             {"change roof.frame.json copy --list", "what copying asks for"},
             {"change roof.frame.json copy \"by=5 m y\" times=2 --elements all --write long.frame.json", "two bays more"},
             {"change roof.frame.json support kind=fixed --nodes 1,4 --write fixed.frame.json", "fixed feet"},
             {"change roof.frame.json line case=W \"load=3*1.2 kN/m\" \"way=along x\" --members C1 --write windy.frame.json",
              "a line load"},
             {"change roof.frame.json area case=S \"load=0.8 kN/m²\" \"way=down, on plan\" --elements all --write s.json",
              "snow on the panels between beams"}}};
}

} // namespace wr::cli
