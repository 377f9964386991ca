#include "core/project/sidings.h"

#include <algorithm>
#include <fmt/format.h>

namespace wr {

const Siding* Sidings::find(std::string_view name) const
{
    const auto it = std::find_if(list_.begin(), list_.end(), [&](const Siding& s) { return s.name == name; });
    return it == list_.end() ? nullptr : &*it;
}

std::expected<void, std::string> Sidings::park(Siding s)
{
    if (s.name.find_first_not_of(' ') == std::string::npos) return std::unexpected("a siding needs a name");
    if (find(s.name)) return std::unexpected(fmt::format("there is a siding \"{}\" already", s.name));
    list_.push_back(std::move(s));
    return {};
}

std::expected<void, std::string> Sidings::rename(const std::string& from, const std::string& to)
{
    if (from == to) return {};
    if (to.find_first_not_of(' ') == std::string::npos) return std::unexpected("a siding needs a name");
    if (find(to)) return std::unexpected(fmt::format("there is a siding \"{}\" already", to));
    for (Siding& s : list_)
        if (s.name == from) {
            s.name = to;
            return {};
        }
    return std::unexpected(fmt::format("there is no siding \"{}\"", from));
}

std::expected<Siding, std::string> Sidings::drop(const std::string& name)
{
    const auto it = std::find_if(list_.begin(), list_.end(), [&](const Siding& s) { return s.name == name; });
    if (it == list_.end()) return std::unexpected(fmt::format("there is no siding \"{}\"", name));
    Siding out = std::move(*it);
    list_.erase(it);
    return out;
}

std::expected<Patch, std::string> returnTo(const Frame& now, const Siding& s)
{
    Patch p = differences(now, *s.frame, fmt::format("Return to \"{}\"", s.name));
    if (p.empty()) return std::unexpected(fmt::format("nothing differs from \"{}\"", s.name));
    return p;
}

} // namespace wr
