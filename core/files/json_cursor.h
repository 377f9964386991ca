// Reads one JSON object key by key, notes every fault with its JSON pointer, and names keys that nobody asked for.
#pragma once

#include "core/base/finding.h"
#include "core/base/units.h"
#include "core/files/json_value.h"
#include "core/frame/design.h"

#include <functional>
#include <span>
#include <string>
#include <vector>

namespace wr {

std::string pointerToken(std::string_view key); // "~" and "/" escaped (RFC 6901)
std::string jsonKind(const Json& v);            // "a number", "an object" …
std::string inQuotes(std::string_view s);
std::string joined(std::span<const std::string_view> words); // "a, b, c", empty ones left out

class Cursor
{
public:
    Cursor(const Json& value, std::string pointer, std::vector<Finding>& findings);

    bool isObject() const { return value_.is_object(); }
    bool has(std::string_view key) const;
    const std::string& pointer() const { return pointer_; }
    std::string at(std::string_view key) const { return pointer_ + "/" + pointerToken(key); }
    void fault(std::string_view code, std::string_view key, std::string text) const; // key "" means the object itself

    // Each takes the key; a missing one is a fault if `must`. A wrong kind is a fault and gives nothing.
    std::optional<std::string> text(std::string_view key, bool must = false);
    std::optional<bool> flag(std::string_view key, bool must = false);
    std::optional<double> number(std::string_view key, bool must = false);
    std::optional<double> positive(std::string_view key, bool must = false);
    const Json* array(std::string_view key, bool must = false);
    const Json* object(std::string_view key, bool must = false);
    const Json* any(std::string_view key);
    std::vector<std::string> words(std::string_view key, bool must = false); // array of strings
    std::optional<std::vector<double>> numbers(std::string_view key, size_t count, bool must = false);

    // A word out of a list; an unknown one is a fault that says which are allowed.
    template <class E> std::optional<E> word(std::string_view key, std::optional<E> (*fromName)(std::string_view),
                                             const std::string& allowed, bool must = false)
    {
        const auto t = text(key, must);
        if (!t) return std::nullopt;
        if (const auto e = fromName(*t)) return e;
        fault("frame.value", key, inQuotes(*t) + " is not known here; allowed: " + allowed);
        return std::nullopt;
    }

    // To be called last: unknown keys become faults, "x-" keys are handed back.
    Extras finish();

private:
    const Json* take(std::string_view key, bool must);
    const Json& value_;
    std::string pointer_;
    std::vector<Finding>& findings_;
    std::vector<std::string_view> seen_;
};

// Calls `each` with a cursor for every object of an array; other kinds of entry are faults.
void eachObject(const Json* array, const std::string& pointer, std::vector<Finding>& findings,
                const std::function<void(Cursor&, size_t)>& each);

} // namespace wr
