#include "core/files/briefs_answer.h"

#include "core/briefs/brief_sheet.h"
#include "core/files/brief_json.h"
#include "core/files/units_json.h"

namespace wr {

std::string writeBriefs(const Frame& f, const SharedList<Member>& members)
{
    const std::vector<std::string_view> families = familiesInUse(f.design);
    Json out = {{"format", "wren-briefs"}, {"version", 1}, {"units", unitsJson(f.units)}, {"briefs", Json::array()}};
    const auto namesOf = [&](const std::string& brief) {
        Json list = Json::array();
        for (const Member& m : members)
            if (m.brief == brief) list.push_back(m.id);
        return list;
    };
    for (const Brief& b : f.design.briefs.list()) {
        const std::vector<SheetLine> sheet = sheetOf(b, families, f.units);
        Json j = {{"id", b.id}, {"members", namesOf(b.id)}, {"lines", sheet.size()}, {"differs", Json::array()}};
        for (const SheetLine& l : sheet) {
            if (!l.differs) continue;
            Json line = {
                {"key", l.key}, {"topic", l.heading}, {"title", l.option->title}, {"text", l.here}, {"default", l.standing}};
            if (!l.option->clause.empty()) line["clause"] = l.option->clause;
            line["meaning"] = l.option->meaning;
            j["differs"].push_back(std::move(line));
        }
        j["brief"] = briefJson(b, f.units);
        out["briefs"].push_back(std::move(j));
    }
    out["without"] = namesOf("");
    return out.dump(1) + "\n";
}

} // namespace wr
