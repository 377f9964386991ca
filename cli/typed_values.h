// Forms on the command line: what may be stated, and what is, as key=value.
#pragma once

#include "cli/commands.h"
#include "core/base/printable.h"

#include <map>
#include <optional>
#include <string>
#include <vector>

namespace wr::cli {

// By key. Nothing, with a message, where a word has no value.
inline std::optional<std::map<std::string, std::string>> typedValues(const std::vector<std::string>& words)
{
    std::map<std::string, std::string> out;
    for (const std::string& w : words) {
        const size_t at = w.find('=');
        if (at == std::string::npos) {
            complain("error: \"{}\": values are given as key=value; --list tells the keys\n", printable(w));
            return std::nullopt;
        }
        out[w.substr(0, at)] = w.substr(at + 1);
    }
    return out;
}

// A line for each field: its key, what stands where nothing is typed, what it means.
template <class Field> void putFields(const std::vector<Field>& fields)
{
    for (const Field& f : fields) {
        std::string words;
        for (const std::string& w : f.words)
            words += (words.empty() ? " (" : ", ") + w;
        put("{:<11} = {:<18} {}: {}{}\n", f.key, f.value, f.title, f.meaning, words.empty() ? "" : words + ")");
    }
}

} // namespace wr::cli
