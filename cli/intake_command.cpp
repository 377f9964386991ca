#include "cli/commands.h"
#include "cli/frame_argument.h"
#include "cli/whole_way.h"

#include "core/analysis/analyse.h"
#include "core/base/printable.h"
#include "core/base/shipped.h"
#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"
#include "core/files/intake_answer.h"
#include "core/files/intake_files.h"
#include "core/files/recipe_json.h"
#include "core/files/table_writer.h"
#include "core/files/text_file.h"
#include "core/intake/guess.h"
#include "core/project/taken_again.h"
#include "core/standards/standard.h"

#include <algorithm>
#include <fmt/format.h>
#include <memory>

namespace wr::cli {

namespace {

struct IntakeArguments
{
    std::vector<std::string> files;
    std::string recipe, out, saveRecipe, json, grade, standard, templateFile, with, again;
};

std::string columnWords(const TableUse& t, const ColumnUse& c)
{
    const FieldRow* f = findField(t.kind, c.as);
    std::string out = fmt::format("{} \"{}\"", columnLetters(c.column), printable(c.heading));
    if (!f) return out + " left out";
    out += " = " + std::string(f->title);
    if (!c.of.empty()) out += " " + printable(c.of);
    if (!c.unit.empty()) out += fmt::format(" in {}{}", printable(c.unit), c.unitStated ? "" : " (not stated)");
    if (c.reversed) out += ", other sign";
    return out;
}

void tellReading(const Intake& taken, const Recipe& r)
{
    for (size_t k = 0; k < r.tables.size(); ++k) {
        const TableUse& t = r.tables[k];
        if (t.kind == TableKind::None) {
            tell("{} · {}: left out, nothing in it is recognised\n", printable(t.file), printable(t.sheet));
            continue;
        }
        tell("{} · {}: {}, {}\n", printable(t.file), printable(t.sheet), tableKindTitle(t.kind), counted(taken.rows[k], "row"));
        if (t.kind == TableKind::Forces)
            tell("    signs {}, stations {}\n", forceSignsWord(t.signs), stationAsWord(t.stations));
        for (const auto& [field, value] : t.always)
            tell("    {} = {} in every row\n", field, printable(value));
        for (const ColumnUse& c : t.columns)
            tell("    {}\n", columnWords(t, c));
    }
    const Frame& f = taken.frame;
    tell("{}, {}, {}, {}, {}, results of {}\n", counted(f.nodes.size(), "node"), counted(f.elements.size(), "element"),
         counted(f.sections.size(), "section"), counted(f.cases.size(), "case"), counted(f.combinations.size(), "combination"),
         counted(f.results.size(), "load"));
}

Report bad()
{
    Report out;
    out.badInput = true;
    return out;
}

// The market roof with what an analysis of it gives: what a template is filled with where no frame is given.
std::optional<Frame> example()
{
    auto f = readFrame(shippedFile("demo/tern-street.frame.json"));
    if (!f.ok()) return std::nullopt;
    return std::move(*f.value);
}

Report writeTemplate(const IntakeArguments& a)
{
    std::optional<Frame> frame;
    if (a.with.empty())
        frame = example();
    else {
        auto read = readFrameFile(a.with);
        printFindings(read.findings);
        if (!read.ok()) return bad();
        frame = std::move(*read.value);
    }
    if (!frame) return bad();
    if (frame->results.empty()) {
        TerminalProgress progress;
        AnalysisChoice choice = choiceFor(*frame);
        choice.stations = 5;
        const FrameForces r = analyseForces(*frame, choice, secondOrderRules(), progress);
        printFindings(r.findings);
        if (!r.ok) return bad();
        eachResult(*frame, r, [&](const GivenResult& g) { frame->results.push_back(g); });
    }
    std::vector<PlainTable> tables = frameTables(*frame, true);
    const bool folder = !a.templateFile.ends_with(".xlsx");
    std::erase_if(tables, [&](const PlainTable& t) { return t.rows.empty() && folder; });
    if (!folder) tables.insert(tables.begin(), explanation(frame->units));
    const auto done = folder ? writeTextTables(tables, a.templateFile) : writeWorkbook(tables, a.templateFile);
    if (!told(done)) return bad();
    size_t rows = 0;
    for (const PlainTable& t : tables)
        rows += t.rows.size();
    std::string without;
    for (const std::string& w : notInTables(*frame))
        without += (without.empty() ? "" : ", ") + w;
    tell("{}: {}, {}{}\n", printable(a.templateFile), counted(tables.size(), "table"), counted(rows, "row"),
         without.empty() ? "" : "; tables cannot say its " + without);
    return {};
}

// What differs, element by element; the first of each kind.
void tellFates(const TakenAgain& again, const Frame& before)
{
    constexpr size_t kNamed = 12;
    const auto list = [&](const char* word, const std::vector<std::string>& ids) {
        if (ids.empty()) return;
        std::string names;
        for (size_t k = 0; k < std::min(ids.size(), kNamed); ++k)
            names += (k ? ", " : "") + printable(ids[k]);
        tell("    {}: {}{}\n", word, names, ids.size() > kNamed ? fmt::format(" and {} more", ids.size() - kNamed) : "");
    };
    for (const auto& [word, what] : {std::pair{"new", &ElementFate::fresh},
                                     {"moved", &ElementFate::moved},
                                     {"resized", &ElementFate::resized},
                                     {"changed", &ElementFate::changed},
                                     {"re-loaded", &ElementFate::reloaded}}) {
        std::vector<std::string> ids;
        for (size_t k = 0; k < again.fates.size(); ++k)
            if (again.fates[k].*what) ids.push_back(again.frame.elements[k].id);
        list(word, ids);
    }
    std::vector<std::string> gone;
    for (const int k : again.gone)
        gone.push_back(before.elements[static_cast<size_t>(k)].id);
    list("gone", gone);
}

Report finish(const IntakeArguments& a, const Intake& taken, const Recipe& recipe)
{
    tellReading(taken, recipe);
    printFindings(taken.findings);
    if (!a.saveRecipe.empty() && !writeOut(writeRecipe(recipe), a.saveRecipe)) return bad();
    if (!a.json.empty() && !writeOut(writeIntake(taken, recipe), a.json)) return bad();
    if (!taken.sound) {
        if (!a.out.empty()) complain("error: {} is not written\n", printable(a.out));
        return bad();
    }
    if (a.again.empty()) return a.out.empty() || told(writeFrameFile(taken.frame, a.out)) ? Report{} : bad();
    auto before = readFrameFile(a.again);
    if (!before.ok()) {
        printFindings(before.findings);
        return bad();
    }
    const TakenAgain again = takeAgain(*before.value, taken.frame);
    tell("against {}: {}\n", printable(a.again), again.sentence());
    tellFates(again, *before.value);
    printFindings(again.lost);
    return a.out.empty() || told(writeFrameFile(again.frame, a.out)) ? Report{} : bad();
}

Report run(const IntakeArguments& a)
{
    if (!a.templateFile.empty()) return writeTemplate(a);
    if (a.files.empty()) {
        complain("error: give files to take in, or --template FILE.xlsx\n");
        return bad();
    }
    if (a.out.empty() && a.saveRecipe.empty() && a.json.empty()) {
        complain(
            "error: say where the frame goes: --out FRAME; or write the recipe that was guessed with --save-recipe FILE\n");
        return bad();
    }
    if (!canWrite(a.out) || !canWrite(a.saveRecipe) || !canWrite(a.json)) return bad();
    if (!a.standard.empty() && !standardsKnown({a.standard}, *allStandards())) return bad();
    Recipe given;
    if (!a.recipe.empty()) {
        const auto text = readTextFile(a.recipe);
        if (!text) {
            complain("error: {}\n", printable(text.error()));
            return bad();
        }
        auto read = readRecipe(*text);
        printFindings(read.findings);
        if (!read.ok()) return bad();
        given = std::move(*read.value);
    }
    TerminalProgress progress;
    std::vector<std::filesystem::path> paths(a.files.begin(), a.files.end());
    if (std::any_of(paths.begin(), paths.end(), isModel)) {
        if (paths.size() > 1) {
            complain("error: a model is taken in by itself, not beside other files\n");
            return bad();
        }
        if (!a.grade.empty()) given.grade = a.grade;
        if (!a.standard.empty()) given.standard = a.standard;
        const Intake taken = takeModel(paths.front(), given, progress);
        return finish(a, taken, given);
    }
    const OpenedTables opened = openTables(paths, {given.delimiter, given.decimalMark}, progress);
    printFindings(opened.findings);
    if (!opened.ok) return bad();
    for (const Book& b : opened.books)
        tell("{}: {}\n", printable(b.file), printable(b.about));
    Recipe recipe;
    if (a.recipe.empty())
        recipe = guessRecipe(opened.books);
    else if (auto fits = fitted(given, opened.books))
        recipe = std::move(*fits);
    else
        recipe = given; // what it asks for and is not there is told as faults
    if (!a.grade.empty()) recipe.grade = a.grade;
    if (!a.standard.empty()) recipe.standard = a.standard;
    const Intake taken = takeIn(opened.books, recipe, progress);
    return finish(a, taken, recipe);
}

} // namespace

Command intakeCommand()
{
    auto a = std::make_shared<IntakeArguments>();
    return {
        "intake",
        "Take a frame in from tables: workbooks, OpenDocument spreadsheets, text with any delimiter. What the columns mean is "
        "guessed and told, or said by a recipe.",
        {{.name = "FILE", .help = "file of tables, or a folder of them", .into = &a->files},
         {.name = "--out", .help = "where to write the frame; - for standard output", .into = &a->out, .value = "FRAME"},
         {.name = "--recipe", .help = "what the tables mean, from an earlier time", .into = &a->recipe, .value = "FILE"},
         {.name = "--save-recipe",
          .help = "write what was made of the tables, to be changed and used again",
          .into = &a->saveRecipe,
          .value = "FILE"},
         {.name = "--grade", .help = "steel of what states none", .into = &a->grade, .value = "NAME"},
         {.name = "--standard", .help = "design standard of the frame", .into = &a->standard, .value = "KEY"},
         {.name = "--again",
          .help = "the frame or project as it was: its decisions go over to the elements they belong to, what differs is told",
          .into = &a->again,
          .value = "FRAME"},
         {.name = "--json",
          .help = "write what was read and every fault to this file; - for standard output",
          .into = &a->json,
          .value = "FILE"},
         {.name = "--template",
          .help = "write tables to be filled in instead, with an example in them: a workbook, or a folder of text",
          .into = &a->templateFile,
          .value = "FILE.xlsx"},
         {.name = "--with", .help = "the frame that fills the template", .into = &a->with, .value = "FRAME"}},
        [a] { return run(*a); },
        {{"intake roof.xlsx --out roof.frame.json", "a workbook, its columns recognised"},
         {"intake nodes.csv bars.csv forces.csv --save-recipe weekly.json --out hall.frame.json",
          "several tables, and the recipe for next week's"},
         {"intake hall.xlsx --recipe weekly.json --out hall.frame.json", "the same tables again"},
         {"intake week7.xlsx --again hall.wren --out week7.frame.json", "next week's, with every decision of this week's"},
         {"intake --template template.xlsx", "a workbook to fill in"}}};
}

} // namespace wr::cli
