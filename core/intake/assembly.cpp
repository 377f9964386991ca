#include "core/intake/assembly.h"

#include "core/base/nearest.h"
#include "core/base/printable.h"
#include "core/intake/guess.h"
#include "core/sections/catalogue.h"

#include <algorithm>
#include <fmt/format.h>

namespace wr {

namespace {

std::vector<std::string> keysOf(const NameMap& m)
{
    std::vector<std::string> out;
    if (m.size() > 5000) return out; // too many to look for a near one
    for (const auto& [key, index] : m)
        out.push_back(key);
    return out;
}

// Moduli of steel where a table gives a strength alone (EN 1993-1-1 3.2.6; AISC 360 Notation).
struct Moduli
{
    double e, g;
};
Moduli usualModuli(const UnitSystem& u)
{
    const bool american = u.force == "kip" || u.force == "lbf";
    return american ? Moduli{29000 * kKsi, 11200 * kKsi} : Moduli{210e9, 81e9};
}

} // namespace

bool Assembly::has(TableKind k) const
{
    return std::any_of(recipe.tables.begin(), recipe.tables.end(), [&](const TableUse& t) { return t.kind == k; });
}

void Assembly::eachTable(TableKind k, const std::function<void(const TableRows&)>& f)
{
    for (size_t i = 0; i < recipe.tables.size(); ++i) {
        const TableUse& t = recipe.tables[i];
        if (t.kind != k || progress.cancelled()) continue;
        const Book* book = nullptr;
        const Sheet* sheet = sheetOf(books, t, &book);
        if (!sheet) {
            faults.add("intake.table", &t,
                       fmt::format("there is no sheet {} in the files given; the recipe asks for it",
                                   inMarks(t.sheet.empty() ? t.file : t.sheet)));
            continue;
        }
        const auto missing = missingFields(t);
        for (const std::string& m : missing)
            faults.add("intake.table", &t, fmt::format("{}: {}", tableKindTitle(k), m));
        if (!missing.empty()) continue;
        const TableRows rows(t, *book, *sheet, faults);
        f(rows);
        rows.each([&](size_t) { ++out.rows[i]; });
    }
}

int Assembly::section(const std::string& name, std::string* grade)
{
    if (const auto at = sections.find(name); at != sections.end()) return at->second;
    const auto meant = recipe.sections.find(name);
    const std::string& typed = meant == recipe.sections.end() ? name : meant->second;
    const CatalogueSection* listed = shippedCatalogue().find(typed);
    if (!listed) // with its grade behind it: "IPE 300 S355", "W14X90 (A992)"
        for (size_t cut = typed.find_last_of(" (,/"); cut != std::string::npos && cut > 0;
             cut = typed.find_last_of(" (,/", cut - 1)) {
            std::string tail = typed.substr(cut + 1);
            while (!tail.empty() && (tail.back() == ')' || tail.back() == ' '))
                tail.pop_back();
            const CatalogueSection* front = shippedCatalogue().find(typed.substr(0, cut));
            if (!front || !findGrade(tail)) continue;
            listed = front;
            if (grade) *grade = tail;
            break;
        }
    if (!listed) {
        UnknownName& u = unknownSections[name];
        if (u.rows++ == 0) {
            u.name = name;
            u.near = shippedCatalogue().suggestions(name, 5);
        }
        return -1;
    }
    FrameSection s;
    s.id = name;
    s.name = listed->designation;
    s.shape = listed->shape;
    s.properties = listed->properties();
    const int index = static_cast<int>(frame().sections.size());
    frame().sections.push_back(std::move(s));
    materialOfSection.emplace_back(grade ? *grade : "");
    sections.emplace(name, index);
    return index;
}

int Assembly::material(const std::string& name)
{
    if (const auto at = materials.find(name); at != materials.end()) return at->second;
    const auto meant = recipe.grades.find(name);
    const Grade* g = findGrade(meant == recipe.grades.end() ? name : meant->second);
    if (!g) {
        UnknownName& u = unknownGrades[name];
        if (u.rows++ == 0) {
            u.name = name;
            u.section = false;
            u.near = gradeSuggestions(name, 5);
        }
        return -1;
    }
    Material m;
    m.id = name;
    m.grade = g->name;
    m.e = g->e;
    m.g = g->g;
    m.density = g->density;
    m.alpha = g->alpha;
    const int index = static_cast<int>(frame().materials.size());
    frame().materials.push_back(std::move(m));
    materials.emplace(name, index);
    return index;
}

int Assembly::materialOfStrength(double fy, double fu)
{
    const std::string name = "fy " + frame().units.text(Quantity::Stress, fy);
    if (const auto at = materials.find(name); at != materials.end()) return at->second;
    Material m;
    m.id = name;
    m.fy = fy;
    if (fu > 0) m.fu = fu;
    const Moduli usual = usualModuli(frame().units);
    m.e = usual.e;
    m.g = usual.g;
    m.density = 7850;
    const int index = static_cast<int>(frame().materials.size());
    frame().materials.push_back(std::move(m));
    materials.emplace(name, index);
    return index;
}

int Assembly::add(NameMap& to, const TableRows& rows, const FieldOfRows& f, size_t row, size_t index, std::string_view what)
{
    std::string id = rows.name(f, row);
    if (id.empty()) {
        rows.fault("intake.cell", f, row, fmt::format("the {} has no name", what));
        return -1;
    }
    const auto [at, fresh] = to.emplace(std::move(id), static_cast<int>(index));
    if (fresh) return static_cast<int>(index);
    rows.fault("intake.duplicate", f, row, fmt::format("there is a {} {} already", what, inMarks(at->first)));
    return -1;
}

int Assembly::refer(const NameMap& in, const TableRows& rows, const FieldOfRows& f, size_t row, std::string_view what)
{
    std::string buffer;
    const std::string_view id = rows.nameView(f, row, buffer);
    const auto at = in.find(id);
    if (at != in.end()) return at->second;
    rows.fault("intake.reference", f, row,
               id.empty() ? fmt::format("the {} is missing", what)
                          : fmt::format("there is no {} {}{}", what, inMarks(id), didYouMean(id, keysOf(in))));
    return -1;
}

Assembly::Load Assembly::load(const TableRows& rows, const FieldOfRows& f, size_t row, std::string_view name)
{
    if (const auto k = combinations.find(name); k != combinations.end()) return {-1, k->second};
    if (const auto c = cases.find(name); c != cases.end()) return {c->second, -1};
    if (name.empty()) {
        rows.fault("intake.reference", f, row, "the case or combination is missing");
        return {};
    }
    const bool listsCases = has(TableKind::Cases), listsCombinations = has(TableKind::Combinations);
    if (listsCases && listsCombinations) {
        std::vector<std::string> known = keysOf(combinations);
        for (std::string& c : keysOf(cases))
            known.push_back(std::move(c));
        rows.fault("intake.reference", f, row,
                   fmt::format("there is no case or combination {}{}", inMarks(name), didYouMean(name, known)));
        return {};
    }
    madeLoads.emplace_back(name);
    if (listsCombinations) {
        LoadCase c;
        c.id = name;
        if (const auto action = actionFromWords(name)) c.action = *action;
        cases.emplace(name, static_cast<int>(frame().cases.size()));
        frame().cases.push_back(std::move(c));
        return {static_cast<int>(frame().cases.size()) - 1, -1};
    }
    Combination k;
    k.id = name;
    const std::string low = lowered(name);
    if (low.find("sls") != std::string::npos || low.find("serv") != std::string::npos ||
        low.find("char") != std::string::npos || low.find("freq") != std::string::npos)
        k.purpose = Purpose::Service;
    combinations.emplace(name, static_cast<int>(frame().combinations.size()));
    frame().combinations.push_back(std::move(k));
    return {-1, static_cast<int>(frame().combinations.size()) - 1};
}

namespace {

void tellUnknown(Assembly& a)
{
    for (auto* names : {&a.unknownSections, &a.unknownGrades})
        for (auto& [name, u] : *names) {
            std::string near;
            for (const std::string& n : u.near)
                near += (near.empty() ? "" : ", ") + n;
            Finding f = finding(
                u.section ? "intake.section" : "intake.grade", "", name,
                fmt::format("{} in {} row{}: {}{}; say what is meant", inMarks(name), u.rows, u.rows == 1 ? "" : "s",
                            u.section ? "no section of the catalogue has this name" : "no grade of the list has this name",
                            near.empty() ? "" : ", near are " + near));
            a.out.findings.push_back(std::move(f));
            a.out.unknown.push_back(u);
        }
}

void tellAssumed(Assembly& a)
{
    std::map<std::pair<const TableUse*, std::string>, std::string> unstated; // unit: columns
    for (const TableUse& t : a.recipe.tables)
        for (const ColumnUse& c : t.columns)
            if (!c.as.empty() && !c.unitStated && !c.unit.empty()) {
                std::string& to = unstated[{&t, c.unit}];
                to += (to.empty() ? "" : ", ") + c.heading;
            }
    for (const auto& [key, columns] : unstated)
        a.faults.add("intake.unit-assumed", key.first,
                     fmt::format("no unit is stated for {}: taken as {}", columns, key.second));
    if (!a.madeLoads.empty()) {
        std::string names;
        for (size_t i = 0; i < std::min<size_t>(a.madeLoads.size(), 6); ++i)
            names += (i ? ", " : "") + printable(a.madeLoads[i]);
        if (a.madeLoads.size() > 6) names += fmt::format(" and {} more", a.madeLoads.size() - 6);
        const bool asCases = a.has(TableKind::Combinations);
        a.faults.add(
            "intake.loads-made", nullptr,
            fmt::format("{} stand{} in no table of {}: taken as {}", names, a.madeLoads.size() == 1 ? "s" : "",
                        asCases ? "cases" : "cases or combinations",
                        asCases ? "cases; look at their actions" : "combinations, for strength unless the name says service"));
    }
}

} // namespace

void finishIntake(Assembly& a)
{
    tellUnknown(a);
    tellAssumed(a);
    for (Finding& told : a.faults.all())
        a.out.findings.push_back(std::move(told));
    a.out.sound = !anyError(a.out.findings);
}

Intake takeIn(const std::vector<Book>& books, const Recipe& recipe, Progress& progress)
{
    Assembly a(books, recipe, progress);
    a.out.rows.assign(recipe.tables.size(), 0);
    Frame& f = a.frame();
    f.units = recipe.units;
    f.up = recipe.up == "y" ? Up::Y : Up::Z;
    f.title = !recipe.name.empty() ? recipe.name
              : books.size() != 1  ? "" // none of several files names the frame
                                   : books.front().file.substr(0, books.front().file.rfind('.'));
    if (!recipe.standard.empty()) {
        f.hasDesign = true;
        f.design.standard = recipe.standard;
    }
    struct Stage
    {
        void (*take)(Assembly&);
        double at;
        const char* what;
    };
    for (const Stage& s : {Stage{takeMaterials, 0, "materials"},
                           {takeSections, 0.01, "sections"},
                           {takeNodes, 0.02, "nodes"},
                           {takeElements, 0.05, "elements"},
                           {takeReleases, 0.09, "releases"},
                           {takeCases, 0.1, "cases"},
                           {takeCombinations, 0.11, "combinations"},
                           {takeMembers, 0.12, "members"},
                           {takeForces, 0.15, "forces"},
                           {takeNodeResults, 0.9, "displacements and reactions"}}) {
        if (progress.cancelled()) return std::move(a.out);
        progress.at(s.at, s.what);
        s.take(a);
    }
    if (progress.cancelled()) return std::move(a.out);
    if (f.elements.empty() && !a.faults.any())
        a.faults.add("intake.table", nullptr,
                     "no table has elements, nor members with length and section: say which table they are in");
    finishIntake(a);
    return std::move(a.out);
}

} // namespace wr
