#include "core/files/deflection_json.h"

#include "core/frame/loads.h"

#include <algorithm>
#include <array>

namespace wr {

namespace {

using L = DeflectionLimit;
constexpr std::array<std::string_view, 2> kParts{"total", "variable"};
constexpr std::array<std::string_view, 3> kAlong{"any", "major", "minor"};
constexpr std::array<std::string_view, 3> kMembers{"any", "level", "upright"};

// A word of a list as the place it has there; the first where it is not stated.
template <class E, size_t N> E choice(Cursor& c, std::string_view key, const std::array<std::string_view, N>& words)
{
    const auto t = c.text(key);
    if (!t) return E{};
    const auto it = std::find(words.begin(), words.end(), *t);
    if (it == words.end()) {
        c.fault("frame.value", key, inQuotes(*t) + " is not known here; allowed: " + joined({words.begin(), words.end()}));
        return E{};
    }
    return static_cast<E>(it - words.begin());
}

} // namespace

std::string readServiceKind(Cursor& c)
{
    const std::string kind = c.text("kind").value_or("");
    if (c.has("kind") && std::find(kServiceKinds.begin(), kServiceKinds.end(), kind) == kServiceKinds.end())
        c.fault("frame.value", "kind",
                inQuotes(kind) + " is not known here; allowed: " + joined({kServiceKinds.begin(), kServiceKinds.end()}));
    return kind;
}

std::vector<DeflectionLimit> readDeflectionLimits(const Json* array, const std::string& pointer, const UnitSystem& u,
                                                  std::vector<Finding>& findings)
{
    std::vector<DeflectionLimit> out;
    if (!array) return out;
    eachObject(array, pointer, findings, [&](Cursor& c, size_t) {
        DeflectionLimit l;
        l.kind = readServiceKind(c);
        l.part = choice<L::Part>(c, "of", kParts);
        l.along = choice<L::Along>(c, "along", kAlong);
        l.members = choice<L::Members>(c, "members", kMembers);
        l.span = c.positive("span");
        l.cantilever = c.positive("cantilever");
        if (const auto v = c.positive("most")) l.most = u.read(Quantity::Displacement, *v);
        if (!l.span && !l.most)
            c.fault("frame.key-missing", "", "a limit of deflection needs \"span\" (length over it), \"most\", or both");
        c.finish();
        out.push_back(std::move(l));
    });
    return out;
}

Json deflectionLimitsJson(const std::vector<DeflectionLimit>& limits, const UnitSystem& u)
{
    Json out = Json::array();
    for (const DeflectionLimit& l : limits) {
        Json j = Json::object();
        if (!l.kind.empty()) j["kind"] = l.kind;
        if (l.part != L::Part::Total) j["of"] = kParts[static_cast<size_t>(l.part)];
        if (l.along != L::Along::Any) j["along"] = kAlong[static_cast<size_t>(l.along)];
        if (l.members != L::Members::Any) j["members"] = kMembers[static_cast<size_t>(l.members)];
        if (l.span) j["span"] = *l.span;
        if (l.cantilever) j["cantilever"] = *l.cantilever;
        if (l.most) j["most"] = u.show(Quantity::Displacement, *l.most);
        out.push_back(std::move(j));
    }
    return out;
}

Json deflectionLimitProperties()
{
    const auto number = [] { return Json{{"type", "number"}, {"exclusiveMinimum", 0}}; };
    return {{"kind", {{"enum", kServiceKinds}}},
            {"of", {{"enum", kParts}}},
            {"along", {{"enum", kAlong}}},
            {"members", {{"enum", kMembers}}},
            {"span", number()},
            {"cantilever", number()},
            {"most", number()}};
}

} // namespace wr
