#include "core/files/intake_answer.h"

#include "core/files/json_value.h"

namespace wr {

std::string writeIntake(const Intake& taken, const Recipe& recipe)
{
    Json o = {{"format", "wren-intake"}, {"version", 1}, {"sound", taken.sound}};
    Json& tables = o["tables"] = Json::array();
    for (size_t k = 0; k < recipe.tables.size(); ++k) {
        const TableUse& t = recipe.tables[k];
        Json row = {{"file", t.file},
                    {"sheet", t.sheet},
                    {"kind", tableKindWord(t.kind)},
                    {"rows", k < taken.rows.size() ? taken.rows[k] : 0}};
        tables.push_back(std::move(row));
    }
    const Frame& f = taken.frame;
    o["frame"] = {{"nodes", f.nodes.size()},    {"elements", f.elements.size()},         {"sections", f.sections.size()},
                  {"cases", f.cases.size()},    {"combinations", f.combinations.size()}, {"members", f.design.members.size()},
                  {"results", f.results.size()}};
    Json& unknown = o["unknown"] = Json::array();
    for (const UnknownName& u : taken.unknown)
        unknown.push_back({{"name", u.name}, {"kind", u.section ? "section" : "grade"}, {"rows", u.rows}, {"near", u.near}});
    Json& findings = o["findings"] = Json::array();
    for (const Finding& x : taken.findings)
        findings.push_back({{"severity", severityWord(x.severity)}, {"code", x.code}, {"place", x.place}, {"text", x.text}});
    return o.dump(1) + "\n";
}

} // namespace wr
