#include "core/files/recipe_json.h"

#include "core/files/frame_text.h"
#include "core/files/json_cursor.h"
#include "core/files/json_value.h"
#include "core/files/units_json.h"
#include "core/frame/frame.h"
#include "core/tables/sheet.h"

#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

constexpr int kVersion = 1;
constexpr double kMostRow = static_cast<double>(kMostRows);

class RecipeReader
{
public:
    RecipeReader(const Json& json, std::vector<Finding>& findings) : top_(json, "", findings), findings_(findings) {}

    Recipe read()
    {
        if (!top_.isObject()) return {};
        const auto format = top_.text("format", true);
        if (format && *format != "wren-recipe") {
            top_.fault("file.format", "format", "this is a " + inQuotes(*format) + " file; a recipe says \"wren-recipe\"");
            return {};
        }
        const auto version = top_.number("version", true);
        if (version && *version != kVersion) {
            top_.fault("file.version", "version",
                       fmt::format("the recipe has version {}, this program reads version {}", *version, kVersion));
            return {};
        }
        r_.name = top_.text("name").value_or("");
        if (const auto up = top_.text("up")) {
            if (*up != "z" && *up != "y")
                top_.fault("frame.value", "up", inQuotes(*up) + " is not an axis that can point up; allowed: z, y");
            r_.up = *up;
        }
        r_.standard = top_.text("standard").value_or("");
        r_.grade = top_.text("grade").value_or("");
        if (const auto order = top_.text("order")) {
            if (*order != "first" && *order != "second")
                top_.fault("frame.value", "order", inQuotes(*order) + " is not known here; allowed: first, second");
            r_.order = *order;
        }
        r_.decimalMark = mark("decimalMark", ".,");
        r_.delimiter = mark("delimiter", "");
        readUnits(top_, r_.units, findings_);
        names("sections", r_.sections);
        names("grades", r_.grades);
        names("actions", r_.actions);
        eachObject(top_.array("tables", true), "/tables", findings_, [&](Cursor& c, size_t) { table(c); });
        top_.finish();
        return std::move(r_);
    }

private:
    std::optional<char> mark(std::string_view key, std::string_view allowed)
    {
        const auto t = top_.text(key);
        if (!t) return std::nullopt;
        if (t->size() == 1 && (allowed.empty() || allowed.find((*t)[0]) != std::string_view::npos)) return (*t)[0];
        top_.fault("frame.value", key, inQuotes(*t) + " is not one character of those allowed here");
        return std::nullopt;
    }

    void names(std::string_view key, std::map<std::string, std::string>& into)
    {
        const Json* v = top_.object(key);
        if (!v) return;
        Cursor c(*v, top_.at(key), findings_);
        for (const auto& [name, meant] : v->items())
            if (const auto t = c.text(name)) into[name] = *t;
        c.finish();
    }

    // Rows and columns as a spreadsheet counts them.
    std::optional<size_t> rowAt(Cursor& c, std::string_view key, bool must)
    {
        const auto v = c.number(key, must);
        if (!v) return std::nullopt;
        if (*v >= 1 && *v <= kMostRow && *v == std::floor(*v)) return static_cast<size_t>(*v) - 1;
        c.fault("frame.value", key, "a row is a whole number from 1 on");
        return std::nullopt;
    }

    void table(Cursor& c)
    {
        TableUse t;
        t.file = c.text("file").value_or("");
        t.sheet = c.text("sheet").value_or("");
        std::string kinds;
        for (size_t k = 1; k < kTableKinds; ++k)
            kinds += (k > 1 ? ", " : "") + std::string(tableKindWord(static_cast<TableKind>(k)));
        if (const auto k = c.word("kind", tableKindFromWord, kinds, true)) t.kind = *k;
        t.heading = rowAt(c, "heading", false).value_or(0);
        t.headingRows = static_cast<size_t>(std::clamp(c.number("headingRows").value_or(1), 1.0, 5.0));
        t.first = rowAt(c, "first", false).value_or(t.heading + 1);
        if (const auto last = rowAt(c, "last", false)) t.last = *last + 1;
        if (const auto s = c.word("signs", forceSignsFromWord, "ours, vectors, ends")) t.signs = *s;
        if (const auto s = c.word("stations", stationAsFromWord, "from-i, from-j, share")) t.stations = *s;
        t.fillDown = c.flag("fillDown").value_or(false);
        if (const Json* v = c.object("always")) {
            Cursor always(*v, c.at("always"), findings_);
            for (const auto& [name, value] : v->items())
                if (const auto x = always.text(name)) {
                    if (!findField(t.kind, name))
                        always.fault("frame.value", name,
                                     inQuotes(name) + " is no field of " + std::string(tableKindWord(t.kind)));
                    t.always[name] = *x;
                }
            always.finish();
        }
        eachObject(c.array("columns", true), c.at("columns"), findings_, [&](Cursor& k, size_t) { column(k, t); });
        c.finish();
        r_.tables.push_back(std::move(t));
    }

    void column(Cursor& c, TableUse& t)
    {
        ColumnUse u;
        u.heading = c.text("heading").value_or("");
        if (const auto letters = c.text("column", true)) {
            u.column = columnOf(*letters);
            if (u.column == std::string_view::npos) {
                c.fault("frame.value", "column", inQuotes(*letters) + " is no column; A to XFD");
                u.column = 0;
            }
        }
        u.as = c.text("as").value_or("");
        if (!u.as.empty() && !findField(t.kind, u.as)) {
            std::string all;
            for (const FieldRow& f : fieldsOf(t.kind))
                all += (all.empty() ? "" : ", ") + std::string(f.key);
            c.fault("frame.value", "as",
                    inQuotes(u.as) + " is no field of " + std::string(tableKindWord(t.kind)) + "; allowed: " + all);
        }
        u.of = c.text("of").value_or("");
        u.unit = c.text("unit").value_or("");
        u.reversed = c.flag("reversed").value_or(false);
        c.finish();
        t.columns.push_back(std::move(u));
    }

    Cursor top_;
    std::vector<Finding>& findings_;
    Recipe r_;
};

Json columnJson(const ColumnUse& c)
{
    Json o = {{"column", columnLetters(c.column)}};
    if (!c.heading.empty()) o["heading"] = c.heading;
    if (!c.as.empty()) o["as"] = c.as;
    if (!c.of.empty()) o["of"] = c.of;
    if (!c.unit.empty()) o["unit"] = c.unit;
    if (c.reversed) o["reversed"] = true;
    return o;
}

Json tableJson(const TableUse& t)
{
    Json o = Json::object();
    if (!t.file.empty()) o["file"] = t.file;
    if (!t.sheet.empty()) o["sheet"] = t.sheet;
    o["kind"] = tableKindWord(t.kind);
    o["heading"] = t.heading + 1;
    if (t.headingRows != 1) o["headingRows"] = t.headingRows;
    o["first"] = t.first + 1;
    if (t.last) o["last"] = *t.last;
    if (t.kind == TableKind::Forces) {
        o["signs"] = forceSignsWord(t.signs);
        o["stations"] = stationAsWord(t.stations);
    }
    if (t.fillDown) o["fillDown"] = true;
    if (!t.always.empty()) o["always"] = t.always;
    o["columns"] = Json::array();
    for (const ColumnUse& c : t.columns)
        o["columns"].push_back(columnJson(c));
    return o;
}

} // namespace

Loaded<Recipe> readRecipe(std::string_view text)
{
    Loaded<Recipe> out;
    const std::optional<Json> json = parseFrameText(text, out.findings);
    if (!json) return out;
    Recipe r = RecipeReader(*json, out.findings).read();
    if (!anyError(out.findings)) out.value = std::move(r);
    return out;
}

std::string writeRecipe(const Recipe& r)
{
    Json o = {{"format", "wren-recipe"}, {"version", kVersion}};
    const auto put = [&](const char* key, const std::string& v) {
        if (!v.empty()) o[key] = v;
    };
    put("name", r.name);
    put("up", r.up);
    put("standard", r.standard);
    put("grade", r.grade);
    put("order", r.order);
    if (r.decimalMark) o["decimalMark"] = std::string(1, *r.decimalMark);
    if (r.delimiter) o["delimiter"] = std::string(1, *r.delimiter);
    o["units"] = unitsJson(r.units);
    for (const auto& [key, names] : {std::pair{"sections", &r.sections}, {"grades", &r.grades}, {"actions", &r.actions}})
        if (!names->empty()) o[key] = *names;
    o["tables"] = Json::array();
    for (const TableUse& t : r.tables)
        if (t.kind != TableKind::None) o["tables"].push_back(tableJson(t));
    return o.dump(1) + "\n";
}

} // namespace wr
