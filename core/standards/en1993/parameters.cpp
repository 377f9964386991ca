// Sets of national parameters of EN 1993-1-1: data/standards/en1993-national.json. Only what is known for sure; users add their
// own in the frame file.
#include "core/base/shipped.h"
#include "core/standards/en1993/en1993.h"
#include "core/standards/en1993/options.h"

#include <nlohmann/json.hpp>

namespace wr::en1993 {

namespace {

using Json = nlohmann::json;

// The data file is our own: what cannot stand there is a bug.
OptionValue valueOf(const Option& o, const Json& j)
{
    OptionValue v;
    if (o.kind == Option::Kind::Flag)
        v = j.get<bool>();
    else if (o.kind == Option::Kind::Number)
        v = j.get<double>();
    else
        v = j.get<std::string>();
    if (const std::string fault = faultOf(o, v); !fault.empty())
        throw std::logic_error("en1993-national.json: " + std::string(o.key) + " " + fault);
    return v;
}

DeflectionLimit limitOf(const Json& j)
{
    DeflectionLimit limit;
    limit.kind = j.value("kind", "");
    if (j.value("of", "") == "variable") limit.part = DeflectionLimit::Part::Variable;
    if (j.value("members", "") == "level") limit.members = DeflectionLimit::Members::Level;
    limit.span = j.at("span").get<double>();
    if (j.contains("cantilever")) limit.cantilever = j["cantilever"].get<double>();
    return limit;
}

} // namespace

std::vector<NationalSet> shippedSets()
{
    std::vector<NationalSet> out;
    const std::vector<Option> table = rowsOf(nationalTable());
    const auto file = Json::parse(shippedFile("standards/en1993-national.json"));
    for (const auto& j : file.at("sets")) {
        NationalSet n;
        n.family = kFamily;
        for (const auto& [key, value] : j.items()) {
            if (key == "id")
                n.id = value;
            else if (key == "title")
                n.title = value;
            else if (key == "deflection")
                for (const auto& l : value)
                    n.deflection.push_back(limitOf(l));
            else if (const Option* o = findOption(table, key))
                n.values.emplace(key, valueOf(*o, value));
            else
                throw std::logic_error("en1993-national.json: " + key);
        }
        out.push_back(std::move(n));
    }
    return out;
}

} // namespace wr::en1993
