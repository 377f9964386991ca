#include "core/start/start.h"

#include "core/grades/grades.h"
#include "core/standards/standard.h"
#include "core/start/kinds.h"

#include <algorithm>
#include <array>

namespace wr {

namespace {

struct KindRow
{
    StartKind kind;
    std::vector<StartField> (*fields)(const StartSetting&);
    void (*build)(Given&, Draft&);
};
constexpr std::array<KindRow, 6> kKinds{
    {{{"member", "Single member", "a beam or cantilever with loads of its width"}, memberFields, buildMember},
     {{"hall", "Hall", "portal frames in bays with haunches, purlins, rails and bracing"}, hallFields, buildHall},
     {{"truss", "Truss", "parallel, pitched or of one slope, with kinds of web"}, trussFields, buildTruss},
     {{"floors", "Storey frame", "a grid of columns with primary and secondary beams, braced"}, floorsFields, buildFloors},
     {{"tower", "Tower", "four legs in panels, braced on every face"}, towerFields, buildTower},
     {{"scaffold", "Access scaffold", "standards on base jacks, ledgers, transoms, ties"}, scaffoldFields, buildScaffold}}};

const KindRow* rowOf(std::string_view kind)
{
    const auto it = std::find_if(kKinds.begin(), kKinds.end(), [&](const KindRow& r) { return r.kind.key == kind; });
    return it == kKinds.end() ? nullptr : &*it;
}

} // namespace

const std::vector<StartKind>& startKinds()
{
    static const std::vector<StartKind> all = [] {
        std::vector<StartKind> out;
        for (const KindRow& r : kKinds)
            out.push_back(r.kind);
        return out;
    }();
    return all;
}

std::vector<StartField> startFields(std::string_view kind, const StartSetting& s)
{
    const KindRow* r = rowOf(kind);
    return r ? r->fields(s) : std::vector<StartField>{};
}

std::expected<Started, std::vector<StartFault>>
startFrame(std::string_view kind, const std::map<std::string, std::string>& values, const StartSetting& s)
{
    const KindRow* r = rowOf(kind);
    if (!r) {
        std::string list;
        for (const StartKind& k : startKinds())
            list += (list.empty() ? "" : ", ") + std::string(k.key);
        return std::unexpected(
            std::vector<StartFault>{{"", "there is no kind \"" + std::string(kind) + "\"; there are " + list}});
    }
    if (!s.standard.empty() && !shippedStandard(s.standard))
        return std::unexpected(std::vector<StartFault>{{"", "there is no standard \"" + s.standard + "\""}});
    const std::vector<StartField> fields = r->fields(s);
    Given given(fields, values, s.units);
    Draft draft(given, s, std::string(r->kind.title));
    draft.steel("steel");
    r->build(given, draft);
    if (!given.sound()) return std::unexpected(given.faults());
    return draft.finish();
}

Asks::Asks(const StartSetting& s)
    : customary_(s.units.length == "ft" || s.units.length == "in"),
      region_(gradeRegion(s.standard.empty() ? kDefaultStandard : std::string_view(s.standard)))
{
}

Asks& Asks::measure(std::string key, std::string title, Quantity q, std::string metric, std::string customary,
                    std::string meaning)
{
    fields_.push_back({std::move(key),
                       std::move(title),
                       StartField::Kind::Measure,
                       q,
                       customary_ ? std::move(customary) : std::move(metric),
                       {},
                       std::move(meaning)});
    return *this;
}

Asks& Asks::count(std::string key, std::string title, int value, std::string meaning)
{
    fields_.push_back({std::move(key),
                       std::move(title),
                       StartField::Kind::Count,
                       Quantity::Ratio,
                       std::to_string(value),
                       {},
                       std::move(meaning)});
    return *this;
}

Asks& Asks::word(std::string key, std::string title, std::vector<std::string> words, std::string meaning)
{
    std::string first = words.front();
    fields_.push_back({std::move(key), std::move(title), StartField::Kind::Word, Quantity::Ratio, std::move(first),
                       std::move(words), std::move(meaning)});
    return *this;
}

Asks& Asks::lengths(std::string key, std::string title, std::string metric, std::string customary, std::string meaning)
{
    fields_.push_back({std::move(key),
                       std::move(title),
                       StartField::Kind::Lengths,
                       Quantity::Length,
                       customary_ ? std::move(customary) : std::move(metric),
                       {},
                       std::move(meaning)});
    return *this;
}

Asks& Asks::section(std::string key, std::string title, std::string metric, std::string customary)
{
    fields_.push_back({std::move(key),
                       std::move(title),
                       StartField::Kind::Section,
                       Quantity::Ratio,
                       region_ == "ASTM" ? std::move(customary) : std::move(metric),
                       {},
                       "a section of the catalogue"});
    return *this;
}

Asks& Asks::steel()
{
    fields_.push_back({"steel",
                       "Steel",
                       StartField::Kind::Steel,
                       Quantity::Ratio,
                       region_ == "ASTM" ? "ASTM A992" : "EN 10025-2 S355",
                       {},
                       "grade of all members"});
    return *this;
}

} // namespace wr
