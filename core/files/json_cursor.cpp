#include "core/files/json_cursor.h"

#include <algorithm>
#include <cmath>

namespace wr {

std::string pointerToken(std::string_view key)
{
    std::string out;
    for (const char c : key)
        out += c == '~' ? "~0" : c == '/' ? "~1" : std::string(1, c);
    return out;
}

std::string inQuotes(std::string_view s)
{
    return "\"" + std::string(s) + "\"";
}

std::string joined(std::span<const std::string_view> words)
{
    std::string out;
    for (const auto w : words)
        if (!w.empty()) out += (out.empty() ? "" : ", ") + std::string(w);
    return out;
}

std::string jsonKind(const Json& v)
{
    switch (v.type()) {
    case Json::value_t::null: return "null";
    case Json::value_t::object: return "an object";
    case Json::value_t::array: return "an array";
    case Json::value_t::string: return "text";
    case Json::value_t::boolean: return v.get<bool>() ? "true" : "false";
    default: return "a number";
    }
}

Cursor::Cursor(const Json& value, std::string pointer, std::vector<Finding>& findings)
    : value_(value), pointer_(std::move(pointer)), findings_(findings)
{
    if (!value_.is_object()) fault("frame.type", "", "an object was expected, this is " + jsonKind(value_));
}

void Cursor::fault(std::string_view code, std::string_view key, std::string text) const
{
    findings_.push_back(finding(code, key.empty() ? pointer_ : at(key), "", std::move(text)));
}

bool Cursor::has(std::string_view key) const
{
    return value_.is_object() && value_.contains(key);
}

const Json* Cursor::take(std::string_view key, bool must)
{
    seen_.push_back(key);
    if (!value_.is_object()) return nullptr;
    const auto it = value_.find(key);
    if (it == value_.end()) {
        if (must) fault("frame.key-missing", "", inQuotes(key) + " is missing here");
        return nullptr;
    }
    return &*it;
}

std::optional<std::string> Cursor::text(std::string_view key, bool must)
{
    const Json* v = take(key, must);
    if (!v) return std::nullopt;
    if (v->is_string()) return v->get<std::string>();
    fault("frame.type", key, "text was expected, this is " + jsonKind(*v) + (v->is_number() ? " (put it in quotes)" : ""));
    return std::nullopt;
}

std::optional<bool> Cursor::flag(std::string_view key, bool must)
{
    const Json* v = take(key, must);
    if (!v) return std::nullopt;
    if (v->is_boolean()) return v->get<bool>();
    fault("frame.type", key, "true or false was expected, this is " + jsonKind(*v));
    return std::nullopt;
}

std::optional<double> Cursor::number(std::string_view key, bool must)
{
    const Json* v = take(key, must);
    if (!v) return std::nullopt;
    if (v->is_number()) {
        const auto d = v->get<double>();
        if (std::isfinite(d)) return d;
        fault("frame.value", key, "the number is not finite");
        return std::nullopt;
    }
    fault("frame.type", key, "a number was expected, this is " + jsonKind(*v));
    return std::nullopt;
}

std::optional<double> Cursor::positive(std::string_view key, bool must)
{
    const auto v = number(key, must);
    if (!v || *v > 0) return v;
    fault("frame.value", key, "must be greater than zero");
    return std::nullopt;
}

const Json* Cursor::array(std::string_view key, bool must)
{
    const Json* v = take(key, must);
    if (!v || v->is_array()) return v;
    fault("frame.type", key, "an array was expected, this is " + jsonKind(*v));
    return nullptr;
}

const Json* Cursor::object(std::string_view key, bool must)
{
    const Json* v = take(key, must);
    if (!v || v->is_object()) return v;
    fault("frame.type", key, "an object was expected, this is " + jsonKind(*v));
    return nullptr;
}

const Json* Cursor::any(std::string_view key)
{
    return take(key, false);
}

std::vector<std::string> Cursor::words(std::string_view key, bool must)
{
    std::vector<std::string> out;
    const Json* v = array(key, must);
    if (!v) return out;
    for (size_t i = 0; i < v->size(); ++i) {
        if ((*v)[i].is_string())
            out.push_back((*v)[i].get<std::string>());
        else
            findings_.push_back(finding("frame.type", at(key) + "/" + std::to_string(i), "",
                                        "text was expected, this is " + jsonKind((*v)[i])));
    }
    return out;
}

std::optional<std::vector<double>> Cursor::numbers(std::string_view key, size_t count, bool must)
{
    const Json* v = array(key, must);
    if (!v) return std::nullopt;
    if (v->size() != count) {
        fault("frame.value", key, std::to_string(count) + " numbers were expected, there are " + std::to_string(v->size()));
        return std::nullopt;
    }
    std::vector<double> out;
    for (size_t i = 0; i < count; ++i) {
        const Json& x = (*v)[i];
        if (!x.is_number() || !std::isfinite(x.get<double>())) {
            findings_.push_back(
                finding("frame.type", at(key) + "/" + std::to_string(i), "", "a number was expected, this is " + jsonKind(x)));
            return std::nullopt;
        }
        out.push_back(x.get<double>());
    }
    return out;
}

Extras Cursor::finish()
{
    Extras extras;
    if (!value_.is_object()) return extras;
    for (const auto& [key, v] : value_.items()) {
        if (key.starts_with("x-"))
            extras.emplace_back(key, v.dump());
        else if (std::find(seen_.begin(), seen_.end(), key) == seen_.end())
            fault("frame.key-unknown", key, inQuotes(key) + " is not a key of this object; keys of your own start with \"x-\"");
    }
    return extras;
}

void eachObject(const Json* array, const std::string& pointer, std::vector<Finding>& findings,
                const std::function<void(Cursor&, size_t)>& each)
{
    if (!array) return;
    for (size_t i = 0; i < array->size(); ++i) {
        Cursor c((*array)[i], pointer + "/" + std::to_string(i), findings);
        if (c.isObject()) each(c, i);
    }
}

} // namespace wr
