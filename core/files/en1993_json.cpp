#include "core/files/en1993_json.h"

#include "core/files/deflection_json.h"

#include <algorithm>
#include <fmt/format.h>

namespace wr {

namespace {

// A word of a list as the enumerator at its place; unstated where the key is missing.
template <class E> E choice(Cursor& c, std::string_view key, std::span<const std::string_view> names)
{
    const auto word = c.text(key);
    if (!word) return E::Unstated;
    const auto it = std::find(names.begin() + 1, names.end(), *word);
    if (it == names.end()) {
        c.fault("frame.value", key, inQuotes(*word) + " is not known here; allowed: " + joined(names));
        return E::Unstated;
    }
    return static_cast<E>(it - names.begin());
}

template <class E> void put(Json& j, const char* key, E value, std::span<const std::string_view> names)
{
    if (value != E::Unstated) j[key] = names[static_cast<size_t>(value)];
}

// Fixity of an end: 1 free, 0.7 one end held, 0.5 both.
void fixity(Cursor& c, std::string_view key, double& into)
{
    const auto v = c.number(key);
    if (!v) return;
    if (*v != 0.5 && *v != 0.7 && *v != 1.0)
        c.fault("frame.value", key, "must be 1 (free), 0.7 (one end held) or 0.5 (both ends held)");
    else
        into = *v;
}

} // namespace

void readEn1993(Cursor& c, En1993Options& o)
{
    o.parameters = c.text("parameters").value_or("");
    o.ltb = choice<En1993Options::Ltb>(c, "ltb", ltbMethodNames());
    o.interaction = choice<En1993Options::Interaction>(c, "interaction", interactionMethodNames());
    o.strength = choice<En1993Options::Strength>(c, "strength", strengthSourceNames());
    o.c1 = c.positive("c1");
    o.c2 = c.number("c2");
    o.c3 = c.number("c3");
    if ((o.c2 || o.c3) && !o.c1) c.fault("frame.key-missing", "c1", "c2 and c3 stand only beside c1");
    fixity(c, "k", o.kz), fixity(c, "kw", o.kw);
    o.rigidEndPost = c.flag("rigidEndPost").value_or(false);
    o.torsionHeld = c.flag("torsionHeld").value_or(false);
    o.elasticSection = c.flag("elasticSection").value_or(false);
    o.latticeAngle = c.flag("latticeAngle").value_or(false);
    if ((o.flangeHoles = c.positive("flangeHoles")) && *o.flangeHoles > 1)
        c.fault("frame.value", "flangeHoles", "must be above 0 and at most 1");
}

Json en1993Json(const En1993Options& o)
{
    Json j = Json::object();
    if (!o.parameters.empty()) j["parameters"] = o.parameters;
    put(j, "ltb", o.ltb, ltbMethodNames());
    put(j, "interaction", o.interaction, interactionMethodNames());
    put(j, "strength", o.strength, strengthSourceNames());
    for (const auto& [key, v] : {std::pair{"c1", o.c1}, {"c2", o.c2}, {"c3", o.c3}})
        if (v) j[key] = *v;
    if (o.kz != 1) j["k"] = o.kz;
    if (o.kw != 1) j["kw"] = o.kw;
    for (const auto& [key, v] : {std::pair{"rigidEndPost", o.rigidEndPost},
                                 {"torsionHeld", o.torsionHeld},
                                 {"elasticSection", o.elasticSection},
                                 {"latticeAngle", o.latticeAngle}})
        if (v) j[key] = true;
    if (o.flangeHoles) j["flangeHoles"] = *o.flangeHoles;
    return j;
}

NationalParameters readNational(Cursor& c, std::string id, const UnitSystem& u, std::vector<Finding>& findings)
{
    NationalParameters n;
    n.id = std::move(id);
    n.title = c.text("title").value_or(n.id);
    for (const NationalKey& k : nationalKeys())
        if (const auto v = c.number(k.key)) {
            if (*v < k.least || *v > k.most)
                c.fault("frame.value", k.key, fmt::format("must lie between {} and {}", k.least, k.most));
            else
                n.*k.value = *v;
        }
    using O = En1993Options;
    if (const auto v = choice<O::Ltb>(c, "ltb", ltbMethodNames()); v != O::Ltb::Unstated) n.ltb = v;
    if (const auto v = choice<O::Interaction>(c, "interaction", interactionMethodNames()); v != O::Interaction::Unstated)
        n.interaction = v;
    if (const auto v = choice<O::Strength>(c, "strength", strengthSourceNames()); v != O::Strength::Unstated) n.strength = v;
    n.momentShape = c.flag("momentShape").value_or(n.momentShape);
    n.kcFromC1 = c.flag("kcFromC1").value_or(n.kcFromC1);
    n.rolledOnly = c.flag("rolledOnly").value_or(n.rolledOnly);
    n.deflection = readDeflectionLimits(c.array("deflection"), c.at("deflection"), u, findings);
    n.extras = c.finish();
    return n;
}

Json nationalJson(const NationalParameters& n, const UnitSystem& u)
{
    const NationalParameters base;
    Json j = {{"id", n.id}, {"title", n.title}};
    for (const NationalKey& k : nationalKeys())
        if (n.*k.value != base.*k.value) j[std::string(k.key)] = n.*k.value;
    if (n.ltb != base.ltb) put(j, "ltb", n.ltb, ltbMethodNames());
    if (n.interaction != base.interaction) put(j, "interaction", n.interaction, interactionMethodNames());
    if (n.strength != base.strength) put(j, "strength", n.strength, strengthSourceNames());
    if (n.momentShape != base.momentShape) j["momentShape"] = n.momentShape;
    if (n.kcFromC1 != base.kcFromC1) j["kcFromC1"] = n.kcFromC1;
    if (n.rolledOnly != base.rolledOnly) j["rolledOnly"] = n.rolledOnly;
    if (!n.deflection.empty()) j["deflection"] = deflectionLimitsJson(n.deflection, u);
    for (const auto& [key, text] : n.extras)
        j[key] = Json::parse(text);
    return j;
}

} // namespace wr
