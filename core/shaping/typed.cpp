#include "core/shaping/typed.h"

#include "core/base/entry.h"
#include "core/base/split.h"

#include <algorithm>
#include <charconv>
#include <fmt/format.h>

namespace wr {

Typed::Typed(std::string_view tool, const std::map<std::string, std::string>& typed, const Frame& f)
    : fields_(shapeFields(tool, f)), typed_(typed), f_(f)
{
    for (const auto& [key, value] : typed)
        if (std::none_of(fields_.begin(), fields_.end(), [&, k = key](const ShapeField& x) { return x.key == k; })) {
            std::string list;
            for (const ShapeField& x : fields_)
                list += (list.empty() ? "" : ", ") + x.key;
            say(key, fmt::format("there is no \"{}\" here; there are {}", key, list.empty() ? "none" : list));
        }
}

const ShapeField& Typed::field(const std::string& key) const
{
    return *std::find_if(fields_.begin(), fields_.end(), [&](const ShapeField& x) { return x.key == key; });
}

void Typed::say(const std::string& key, std::string words)
{
    if (!fault_) fault_ = ShapeFault{key, std::move(words)};
}

std::string Typed::text(const std::string& key) const
{
    const auto at = typed_.find(key);
    return at == typed_.end() ? field(key).value : at->second;
}

bool Typed::empty(const std::string& key) const
{
    return text(key).find_first_not_of(" \t") == std::string::npos;
}

double Typed::measure(const std::string& key)
{
    return measure(key, field(key).quantity);
}

double Typed::measure(const std::string& key, Quantity q)
{
    const auto v = readEntry(text(key), q, f_.units);
    if (!v) say(key, fmt::format("{}: {}", field(key).title, v.error()));
    return v.value_or(0);
}

Vec3 Typed::vector(const std::string& key)
{
    const auto v = readVector(text(key), field(key).quantity, f_.units, upAxis(f_));
    if (!v) {
        say(key, fmt::format("{}: {}", field(key).title, v.error()));
        return {};
    }
    return {(*v)[0], (*v)[1], (*v)[2]};
}

Vec3 Typed::direction(const std::string& key)
{
    const std::string t = text(key);
    Vec3 out;
    for (int k = 0; k < 3; ++k)
        if (t == std::string(1, static_cast<char>('x' + k)) || (k == upAxis(f_) && t == "up")) {
            out[k] = 1;
            return out;
        }
    const auto parts = split(t, ";,");
    bool read = parts.size() == 3;
    for (size_t k = 0; read && k < 3; ++k) {
        const auto v = readEntry(parts[k], Quantity::Ratio, f_.units);
        read = v.has_value();
        if (v) out[static_cast<int>(k)] = *v;
    }
    if (!read || !(norm(out) > 0))
        say(key, fmt::format("{}: x, y, z, up, or three numbers as in \"1; 1; 0\"", field(key).title));
    return out;
}

int Typed::count(const std::string& key, int least, int most)
{
    std::string t = text(key);
    std::erase(t, ' ');
    int v = 0;
    const auto end = std::from_chars(t.data(), t.data() + t.size(), v);
    if (end.ec != std::errc() || end.ptr != t.data() + t.size() || v < least || v > most)
        say(key, fmt::format("{}: a number from {} to {}", field(key).title, least, most));
    return v;
}

bool Typed::flag(const std::string& key)
{
    const std::string t = text(key);
    if (t != "yes" && t != "no") say(key, fmt::format("{}: yes or no", field(key).title));
    return t == "yes";
}

std::string Typed::word(const std::string& key)
{
    const std::string t = text(key);
    const auto& words = field(key).words;
    if (std::find(words.begin(), words.end(), t) == words.end()) {
        std::string list;
        for (const std::string& w : words)
            list += (list.empty() ? "" : ", ") + w;
        say(key, fmt::format("{}: one of {}", field(key).title, list));
    }
    return t;
}

std::vector<double> Typed::places(const std::string& key)
{
    std::vector<double> out;
    for (const std::string& place : split(text(key), ";")) {
        const auto v = readEntry(place, Quantity::Length, f_.units);
        if (!v)
            say(key, fmt::format("{}: {}", field(key).title, v.error()));
        else
            out.push_back(*v);
    }
    return out;
}

} // namespace wr
