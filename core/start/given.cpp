#include "core/start/given.h"

#include "core/base/entry.h"
#include "core/base/split.h"

#include <algorithm>
#include <charconv>
#include <cmath>
#include <fmt/format.h>

namespace wr {

Given::Given(const std::vector<StartField>& fields, const std::map<std::string, std::string>& values, const UnitSystem& u)
    : fields_(fields), values_(values), u_(u)
{
    for (const auto& [key, value] : values)
        if (std::none_of(fields.begin(), fields.end(), [&](const StartField& f) { return f.key == key; })) {
            std::string list;
            for (const StartField& f : fields)
                list += (list.empty() ? "" : ", ") + f.key;
            fault(key, fmt::format("there is no \"{}\" here; there are {}", key, list));
        }
}

const StartField& Given::field(const std::string& key) const
{
    return *std::find_if(fields_.begin(), fields_.end(), [&](const StartField& f) { return f.key == key; });
}

std::string Given::text(const std::string& key) const
{
    const auto it = values_.find(key);
    return it == values_.end() || it->second.empty() ? field(key).value : it->second;
}

double Given::measure(const std::string& key, double least, double most)
{
    const StartField& f = field(key);
    const auto v = readEntry(text(key), f.quantity, u_);
    if (!v) {
        fault(key, fmt::format("{}: {}", f.title, v.error()));
        return least;
    }
    if (!std::isfinite(*v) || *v < least || *v > most) {
        fault(key, fmt::format("{}: from {} to {}, this is {}", f.title, u_.text(f.quantity, least), u_.text(f.quantity, most),
                               u_.text(f.quantity, *v)));
        return least;
    }
    return *v;
}

int Given::count(const std::string& key, int least, int most)
{
    const std::string t = text(key);
    int v = 0;
    const auto end = std::from_chars(t.data(), t.data() + t.size(), v);
    if (end.ec != std::errc() || end.ptr != t.data() + t.size() || v < least || v > most) {
        fault(key, fmt::format("{}: a whole number from {} to {}", field(key).title, least, most));
        return least;
    }
    return v;
}

std::string Given::word(const std::string& key)
{
    const StartField& f = field(key);
    const std::string t = text(key);
    if (std::find(f.words.begin(), f.words.end(), t) != f.words.end()) return t;
    std::string list;
    for (const std::string& w : f.words)
        list += (list.empty() ? "" : ", ") + w;
    fault(key, fmt::format("{}: one of {}", f.title, list));
    return f.words.front();
}

std::vector<double> Given::lengths(const std::string& key, double least, double most)
{
    const StartField& f = field(key);
    const auto v = readLengths(text(key), u_);
    if (!v) {
        fault(key, fmt::format("{}: {}", f.title, v.error()));
        return {least};
    }
    for (const double x : *v)
        if (x < least || x > most) {
            fault(key, fmt::format("{}: each from {} to {}", f.title, u_.text(Quantity::Length, least),
                                   u_.text(Quantity::Length, most)));
            return {least};
        }
    return *v;
}

} // namespace wr
