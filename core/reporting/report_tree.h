// The report as a tree: parts with headings, and in them paragraphs, tables, calculations and pictures. Writers (pages, HTML,
// spreadsheet, text document, CSV) know nothing of frames; builders know nothing of paper.
#pragma once

#include "core/paper/mark.h"
#include "core/reporting/frame_tables.h"
#include "core/standards/trace.h"

#include <functional>
#include <memory>
#include <string>
#include <utility>
#include <variant>
#include <vector>

namespace wr {

enum class Tone { Plain, Good, Warned, Over, Unchecked };
Ink inkOf(Tone t);

struct Paragraph
{
    enum class Look { Plain, Small, Lead, Note };
    std::string text;
    Look look = Look::Plain;
    Tone tone = Tone::Plain;
};

// Label and value, in as many columns beside each other as there is room for.
struct Facts
{
    std::vector<std::pair<std::string, std::string>> rows;
};

struct TableBlock
{
    Table table;
    std::string caption = {};
    int ratio = -1;                     // a column that is a utilisation: drawn with a bar as well
    std::vector<std::string> to = {};   // by row: the part it leads to; empty, or too few: none
    std::vector<std::string> here = {}; // by row: the name of its place
    std::vector<Tone> tones = {};       // by row
    std::vector<char> changed = {};     // by row: differs from the state compared with; marked in the margin
};

// Steps of a trace, word for word as the window shows them.
struct Calculation
{
    Trace trace;
};

struct PictureBlock
{
    Picture picture;
    std::string caption;
};

using ReportBlock = std::variant<Paragraph, Facts, TableBlock, Calculation, PictureBlock>;

struct ReportPart
{
    std::string key;   // "basis.stability", "member.C1": never changes, and is the name of its place
    std::string title; // empty: only what is in it
    std::string aside; // at the right of the title: "over 1.36"
    Tone tone = Tone::Plain;
    std::string back;      // the place that leads here, to go back to
    bool changed = false;  // all of it is marked in the margin
    bool ownPages = false; // begins on a page of its own, and what follows it too
    std::vector<ReportBlock> blocks;
    std::function<std::vector<ReportBlock>()> later; // instead of `blocks`: made when they are written, and not kept
    std::vector<ReportPart> parts;

    std::vector<ReportBlock> content() const { return later ? later() : blocks; }
};

struct ReportTree
{
    std::string title, project, revision, author; // of the cover and of every page's head
    std::string foot;                             // at the foot of every page
    UnitSystem units;
    bool letter = false;
    std::vector<ReportPart> parts;
};

// Every part, outer before inner, with its depth (0: top).
void walk(const std::vector<ReportPart>& parts, const std::function<void(const ReportPart&, int depth)>& see, int depth = 0);

} // namespace wr
