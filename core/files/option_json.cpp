#include "core/files/option_json.h"

#include "core/files/deflection_json.h"
#include "core/files/option_schema.h"
#include "core/standards/common/brief_options.h"
#include "core/standards/standard.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

using Kind = Option::Kind;

class OptionReader
{
public:
    OptionReader(std::span<const Option> table, const UnitSystem& u, std::vector<Finding>& findings)
        : table_(table), u_(u), findings_(findings)
    {
    }

    // Keys of one object: those of the table that begin with `prefix`; what has a dot behind it stands in an object of its own.
    void level(Cursor& c, const std::string& prefix)
    {
        std::vector<std::string_view> groups;
        for (const Option& o : table_) {
            if (!o.key.starts_with(prefix)) continue;
            const std::string_view rest = o.key.substr(prefix.size());
            const size_t dot = rest.find('.');
            if (dot == std::string_view::npos) {
                one(c, o, rest);
                continue;
            }
            const std::string_view group = rest.substr(0, dot);
            if (std::find(groups.begin(), groups.end(), group) != groups.end()) continue;
            groups.push_back(group);
            if (const Json* v = c.object(group)) {
                Cursor inside(*v, c.at(group), findings_);
                level(inside, prefix + std::string(group) + ".");
                inside.finish();
            }
        }
        for (const Option& o : table_)
            if (o.key.starts_with(prefix) && !o.needs.empty() && stated_.contains(o.key) && !stated_.contains(o.needs))
                c.fault("frame.key-missing", o.key.substr(prefix.size()),
                        fmt::format("means nothing without {}", inQuotes(o.needs.substr(prefix.size()))));
    }
    StatedOptions take() { return std::move(stated_); }

private:
    void one(Cursor& c, const Option& o, std::string_view key)
    {
        std::optional<OptionValue> value;
        if (o.kind == Kind::Flag) {
            if (const auto v = c.flag(key, o.must)) value = *v;
        } else if (o.kind == Kind::Number) {
            if (const auto v = c.number(key, o.must)) value = u_.read(o.quantity, *v);
        } else if (o.kind == Kind::Limits) {
            if (c.has(key)) value = readDeflectionLimits(c.array(key), c.at(key), u_, findings_);
        } else if (o.kind == Kind::Texts) {
            if (c.has(key)) value = c.words(key);
        } else if (o.kind == Kind::Words) {
            if (c.has(key)) value = once(c.words(key), o.places);
        } else if (const auto v = c.text(key, o.must))
            value = *v;
        if (!value) return;
        if (const std::string fault = faultOf(o, *value); !fault.empty()) return c.fault("frame.value", key, fault);
        stated_.emplace(std::string(o.key), *std::move(value));
    }

    static std::vector<std::string> once(std::vector<std::string> list, size_t places)
    {
        if (places > 0) return list;
        std::vector<std::string> out;
        for (std::string& w : list)
            if (std::find(out.begin(), out.end(), w) == out.end()) out.push_back(std::move(w));
        return out;
    }

    std::span<const Option> table_;
    const UnitSystem& u_;
    std::vector<Finding>& findings_;
    StatedOptions stated_;
};

// The object that a dotted key's last part belongs into.
Json& placeOf(Json& into, std::string_view key, std::string& last)
{
    Json* at = &into;
    size_t from = 0;
    for (size_t dot = key.find('.'); dot != std::string_view::npos; dot = key.find('.', from)) {
        at = &(*at)[std::string(key.substr(from, dot - from))];
        from = dot + 1;
    }
    last = std::string(key.substr(from));
    return *at;
}

} // namespace

StatedOptions readOptions(Cursor& c, std::span<const Option> table, const UnitSystem& u, std::vector<Finding>& findings)
{
    OptionReader r(table, u, findings);
    r.level(c, "");
    return r.take();
}

void putOptions(Json& into, std::span<const Option> table, const StatedOptions& stated, const UnitSystem& u)
{
    for (const Option& o : table) {
        const auto it = stated.find(o.key);
        if (it == stated.end()) continue;
        std::string key;
        Json& at = placeOf(into, o.key, key);
        std::visit(
            [&](const auto& v) {
                using V = std::remove_cvref_t<decltype(v)>;
                if constexpr (std::is_same_v<V, double>)
                    at[key] = u.show(o.quantity, v);
                else if constexpr (std::is_same_v<V, std::vector<DeflectionLimit>>)
                    at[key] = deflectionLimitsJson(v, u);
                else
                    at[key] = v;
            },
            it->second);
    }
}

namespace {

Json objectSchema(Json properties)
{
    return {{"type", "object"},
            {"properties", std::move(properties)},
            {"required", Json::array()},
            {"patternProperties", {{"^x-", Json::object()}}},
            {"additionalProperties", false}};
}

Json schemaOfOne(const Option& o)
{
    Json j;
    switch (o.kind) {
    case Kind::Flag: j["type"] = "boolean"; break;
    case Kind::Text: j["type"] = "string"; break;
    case Kind::Texts: j = {{"type", "array"}, {"items", {{"type", "string"}, {"minLength", 1}}}, {"minItems", 1}}; break;
    case Kind::Words:
        j = {{"type", "array"}, {"items", {{"enum", o.words}}}};
        if (o.places > 0) j["minItems"] = j["maxItems"] = o.places;
        break;
    case Kind::Limits: j = {{"type", "array"}, {"items", objectSchema(deflectionLimitProperties())}}; break;
    case Kind::Word:
        for (const std::string_view w : o.words)
            if (!w.empty()) j["enum"].push_back(w);
        break;
    case Kind::Number:
        if (!o.numbers.empty()) {
            j["enum"] = o.numbers;
            break;
        }
        j["type"] = "number";
        if (std::isfinite(o.least)) j[o.above ? "exclusiveMinimum" : "minimum"] = o.least;
        if (std::isfinite(o.most)) j["maximum"] = o.most;
        break;
    }
    return j;
}

} // namespace

namespace {

// A table as the "properties" of an object.
Json propertiesOf(std::span<const Option> table)
{
    Json out = Json::object();
    for (const Option& o : table) {
        Json* at = &out;
        size_t from = 0;
        for (size_t dot = o.key.find('.'); dot != std::string_view::npos; dot = o.key.find('.', from)) {
            Json& group = (*at)[std::string(o.key.substr(from, dot - from))];
            if (group.is_null()) group = objectSchema(Json::object());
            if (o.must && o.key.find('.', dot + 1) == std::string_view::npos)
                group["required"].push_back(o.key.substr(dot + 1));
            at = &group["properties"];
            from = dot + 1;
        }
        (*at)[std::string(o.key.substr(from))] = schemaOfOne(o);
    }
    return out;
}

} // namespace

std::string optionSchema()
{
    Json out = Json::object();
    out["brief"] = propertiesOf(rowsOf(briefTable()));
    for (const std::string_view family : standardFamilies()) {
        const Standard& s = *standardOfFamily(family);
        out["brief"][std::string(family)] = objectSchema(propertiesOf(s.options));
        if (!s.nationalOptions.empty()) out["nationalSet"][std::string(family)] = propertiesOf(s.nationalOptions);
    }
    return out.dump(1) + "\n";
}

} // namespace wr
