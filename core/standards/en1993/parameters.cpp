// Sets of national parameters of EN 1993-1-1: data/standards/en1993-national.json. Only what is known for sure; users add their
// own in the frame file.
#include "core/base/shipped.h"
#include "core/frame/national.h"
#include "core/standards/check.h"

#include <algorithm>
#include <nlohmann/json.hpp>

namespace wr {

namespace {

// The place of a word in its list; the data files are our own, so a word that is not there is a bug.
template <class E> E word(const nlohmann::json& j, const char* key, std::span<const std::string_view> names, E otherwise)
{
    if (!j.contains(key)) return otherwise;
    const auto it = std::find(names.begin(), names.end(), j[key].get<std::string>());
    if (it == names.end()) throw std::logic_error(std::string("en1993-national.json: ") + key);
    return static_cast<E>(it - names.begin());
}

} // namespace

const std::vector<NationalParameters>& shippedNationalParameters()
{
    static const std::vector<NationalParameters> sets = [] {
        std::vector<NationalParameters> out;
        const auto file = nlohmann::json::parse(shippedFile("standards/en1993-national.json"));
        for (const auto& j : file.at("sets")) {
            NationalParameters n;
            n.id = j.at("id");
            n.title = j.at("title");
            for (const NationalKey& k : nationalKeys())
                if (j.contains(k.key)) n.*k.value = j[std::string(k.key)];
            n.ltb = word(j, "ltb", ltbMethodNames(), n.ltb);
            n.interaction = word(j, "interaction", interactionMethodNames(), n.interaction);
            n.strength = word(j, "strength", strengthSourceNames(), n.strength);
            n.momentShape = j.value("momentShape", n.momentShape);
            n.kcFromC1 = j.value("kcFromC1", n.kcFromC1);
            n.rolledOnly = j.value("rolledOnly", n.rolledOnly);
            for (const auto& l : j.value("deflection", nlohmann::json::array())) {
                DeflectionLimit limit;
                limit.kind = l.value("kind", "");
                if (l.value("of", "") == "variable") limit.part = DeflectionLimit::Part::Variable;
                if (l.value("members", "") == "level") limit.members = DeflectionLimit::Members::Level;
                limit.span = l.at("span").get<double>();
                if (l.contains("cantilever")) limit.cantilever = l["cantilever"].get<double>();
                n.deflection.push_back(std::move(limit));
            }
            out.push_back(std::move(n));
        }
        return out;
    }();
    return sets;
}

} // namespace wr
