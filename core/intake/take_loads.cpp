// Cases and combinations.
#include "core/base/nearest.h"
#include "core/base/printable.h"
#include "core/intake/assembly.h"
#include "core/intake/headings.h"
#include "core/tables/cell_number.h"

#include <algorithm>
#include <fmt/format.h>

namespace wr {

namespace {

std::optional<Purpose> purposeFromWords(const std::string& text)
{
    const std::string w = lowered(text);
    if (const auto p = purposeFromName(w)) return p;
    const auto says = [&](std::string_view x) { return w.find(x) != std::string::npos; };
    if (says("accid")) return Purpose::Accidental;
    if (says("seism")) return Purpose::Seismic;
    if (says("fire")) return Purpose::Fire;
    if (says("constr") || says("erect")) return Purpose::Construction;
    if (says("sls") || says("serv") || says("defl")) return Purpose::Service;
    if (says("uls") || says("strength") || says("ultimate") || says("str")) return Purpose::Strength;
    return std::nullopt;
}

// "1.35 G + 1.5*Q - 0.9 W" in its parts: each time a factor and a name of the ones known, the longest that fits; where none are
// known, what stands up to a blank or a sign. Nothing where it is not such a sum.
std::optional<std::vector<std::pair<std::string, double>>> termsOf(std::string_view text, const NameMap& cases, char mark)
{
    std::vector<std::pair<std::string, double>> out;
    const auto skip = [&](std::string_view what) {
        while (!text.empty() && what.find(text.front()) != std::string_view::npos)
            text.remove_prefix(1);
    };
    while (true) {
        skip(" \t");
        if (text.empty()) break;
        double factor = 1;
        while (!text.empty() && (text.front() == '+' || text.front() == '-')) {
            if (text.front() == '-') factor = -factor;
            text.remove_prefix(1);
            skip(" \t");
        }
        size_t digits = 0;
        while (digits < text.size() &&
               (std::isdigit(static_cast<unsigned char>(text[digits])) || text[digits] == '.' || text[digits] == ','))
            ++digits;
        // Digits that are a case's name by themselves ("1 + 2") are not its factor.
        const bool alone = digits > 0 && cases.contains(text.substr(0, digits)) &&
                           (digits == text.size() || std::string_view(" +").find(text[digits]) != std::string_view::npos) &&
                           !(digits + 1 < text.size() && std::isalnum(static_cast<unsigned char>(text[digits + 1])));
        if (digits > 0 && !alone) {
            const auto v = cellNumber(text.substr(0, digits), mark);
            if (!v) return std::nullopt;
            factor *= *v;
            text.remove_prefix(digits);
            skip(" \t");
            if (text.starts_with("·")) text.remove_prefix(std::string_view("·").size());
            if (text.starts_with("×")) text.remove_prefix(std::string_view("×").size());
            skip("* \t");
        }
        std::string name;
        for (const auto& [id, index] : cases)
            if (id.size() > name.size() && text.starts_with(id) &&
                (id.size() == text.size() || std::string_view(" +-\t").find(text[id.size()]) != std::string_view::npos))
                name = id;
        if (name.empty() && cases.empty())
            name = std::string(text.substr(0, std::min(text.find_first_of(" +\t"), text.size())));
        if (name.empty()) return std::nullopt;
        text.remove_prefix(name.size());
        out.emplace_back(std::move(name), factor);
    }
    return out.empty() ? std::nullopt : std::optional(out);
}

int caseNamed(Assembly& a, const std::string& name)
{
    if (const auto at = a.cases.find(name); at != a.cases.end()) return at->second;
    const int index = static_cast<int>(a.frame().cases.size());
    LoadCase c;
    c.id = name;
    if (const auto action = actionFromWords(name)) c.action = *action;
    a.frame().cases.push_back(std::move(c));
    a.cases.emplace(name, index);
    return index;
}

} // namespace

void takeCases(Assembly& a)
{
    a.eachTable(TableKind::Cases, [&](const TableRows& rows) {
        const FieldOfRows id = rows.field("case"), title = rows.field("title"), action = rows.field("action"),
                          self = rows.field("selfWeight"), magnitudes = rows.field("unsigned");
        rows.each([&](size_t r) {
            if (a.add(a.cases, rows, id, r, a.frame().cases.size(), "case") < 0) return;
            LoadCase c;
            c.id = rows.name(id, r);
            c.title = rows.name(title, r);
            const std::string words = rows.name(action, r);
            const auto meant = a.recipe.actions.find(c.id);
            std::optional<Action> is = meant != a.recipe.actions.end() ? actionFromName(meant->second) : actionFromWords(words);
            if (!is && words.empty()) {
                is = actionFromWords(c.title);
                if (!is) is = actionFromWords(c.id);
            }
            if (is)
                c.action = *is;
            else
                rows.fault(
                    "intake.action", words.empty() ? id : action, r,
                    fmt::format("what acts in case {} is not known: taken as dead; say it in the recipe, or at the stop Frame",
                                inMarks(c.id)));
            if (const auto v = rows.number(self, r)) c.selfWeight = *v;
            if (const auto v = rows.flag(magnitudes, r)) c.unsignedResult = v->yes;
            a.frame().cases.push_back(std::move(c));
        });
    });
}

void takeCombinations(Assembly& a)
{
    a.eachTable(TableKind::Combinations, [&](const TableRows& rows) {
        const FieldOfRows id = rows.field("combination"), title = rows.field("title"), purpose = rows.field("purpose"),
                          basis = rows.field("basis"), kind = rows.field("kind"), terms = rows.field("terms"),
                          ofCase = rows.field("case"), factor = rows.field("factor");
        std::vector<std::pair<FieldOfRows, std::string>> wide;
        for (const ColumnUse& c : rows.table().columns)
            if (c.as == "factorOf") wide.emplace_back(rows.field(c), c.of);
        const bool listed = a.has(TableKind::Cases);
        const bool oneARow = ofCase.there() && factor.there();
        std::string last;
        rows.each([&](size_t r) {
            std::string name = rows.name(id, r);
            // One case a row: the name may stand in the first row only.
            if (name.empty() && oneARow) name = last;
            last = name;
            if (name.empty()) {
                rows.fault("intake.cell", id, r, "the combination has no name");
                return;
            }
            auto at = a.combinations.find(name);
            if (at != a.combinations.end() && !oneARow) {
                rows.fault("intake.duplicate", id, r, "there is a combination " + inMarks(name) + " already");
                return;
            }
            if (at == a.combinations.end()) {
                at = a.combinations.emplace(name, static_cast<int>(a.frame().combinations.size())).first;
                Combination k;
                k.id = name;
                k.title = rows.name(title, r);
                k.basis = lowered(rows.name(basis, r));
                const std::string words = rows.name(purpose, r);
                auto is = purposeFromWords(words);
                if (!words.empty() && !is)
                    rows.fault("intake.cell", purpose, r,
                               inMarks(words) + " is no purpose: strength, service, construction, fire, accidental, seismic");
                if (words.empty()) is = purposeFromWords(name);
                if (words.empty() && !is) is = purposeFromWords(k.title);
                if (is) k.purpose = *is;
                const std::string service = lowered(rows.name(kind, r));
                if (std::find(kServiceKinds.begin(), kServiceKinds.end(), service) != kServiceKinds.end())
                    k.kind = service;
                else if (!service.empty())
                    rows.fault("intake.cell", kind, r,
                               inMarks(service) + " is no kind: characteristic, frequent, quasi-permanent, live-only");
                a.frame().combinations.push_back(std::move(k));
            }
            const auto index = static_cast<size_t>(at->second);
            const auto put = [&](const FieldOfRows& f, const std::string& of, double v) {
                if (v == 0) return;
                if (listed && !a.cases.contains(of)) {
                    rows.fault("intake.reference", f, r, fmt::format("there is no case {}", inMarks(of)));
                    return;
                }
                const int c = caseNamed(a, of);
                auto& t = a.frame().combinations[index].terms;
                const auto have = std::find_if(t.begin(), t.end(), [&](const auto& x) { return x.first == c; });
                if (have != t.end())
                    rows.fault("intake.duplicate", f, r,
                               fmt::format("case {} stands twice in combination {}", inMarks(of), inMarks(name)));
                else
                    t.emplace_back(c, v);
            };
            if (const std::string words = rows.name(terms, r); !words.empty()) {
                const auto parts = termsOf(words, a.cases, rows.decimalMark());
                if (!parts)
                    rows.fault("intake.cell", terms, r,
                               inMarks(words) + " is no sum of cases with factors, such as 1.35 G + 1.5 Q");
                else
                    for (const auto& [of, v] : *parts)
                        put(terms, of, v);
            }
            if (oneARow) {
                const std::string of = rows.name(ofCase, r);
                const auto v = rows.number(factor, r);
                if (of.empty() != !v.has_value())
                    rows.fault("intake.cell", of.empty() ? ofCase : factor, r,
                               of.empty() ? "the case is missing" : "the factor is missing");
                if (!of.empty() && v) put(factor, of, *v);
            }
            for (const auto& [f, of] : wide)
                if (const auto v = rows.number(f, r)) put(f, of, *v);
        });
    });
    for (Combination& k : a.frame().combinations)
        std::sort(k.terms.begin(), k.terms.end());
}

} // namespace wr
