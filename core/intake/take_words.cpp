// Words in cells: what a support holds, an end lets go, a case is.
#include "core/base/nearest.h"
#include "core/base/table_text.h"
#include "core/intake/assembly.h"
#include "core/intake/headings.h"

#include <algorithm>
#include <array>

namespace wr {

namespace {

std::vector<std::string> wordsOf(std::string_view text)
{
    std::vector<std::string> out;
    std::string now;
    for (const char c : lowered(text) + " ")
        if (std::string_view(" ,;/+&\t").find(c) != std::string_view::npos) {
            if (!now.empty()) out.push_back(now);
            now.clear();
        } else
            now += c;
    return out;
}

// "111000", "xxxfff", "RRRFFF": six letters, one a direction.
bool sixLetters(std::string_view word, std::string_view yes, std::string_view no, std::array<bool, 6>& into)
{
    if (word.size() != 6) return false;
    for (size_t k = 0; k < 6; ++k) {
        if (yes.find(word[k]) != std::string_view::npos)
            into[k] = true;
        else if (no.find(word[k]) != std::string_view::npos)
            into[k] = false;
        else
            return false;
    }
    return true;
}

bool among(std::string_view word, std::initializer_list<std::string_view> words)
{
    return std::find(words.begin(), words.end(), word) != words.end();
}

} // namespace

bool supportFromWords(std::string_view text, Up up, std::array<Support, 6>& into)
{
    std::array<bool, 6> held{};
    const std::string whole = headingKey(text);
    if (among(whole, {"fixed", "encastre", "built in", "rigid", "full", "clamped", "fix"}))
        held.fill(true);
    else if (among(whole, {"pinned", "pin", "hinged", "hinge", "simple"}))
        held = {true, true, true, false, false, false};
    else if (among(whole, {"roller", "vertical", "slider"}))
        held[up == Up::Z ? 2 : 1] = true;
    else if (among(whole, {"free", "none", "", "no"}))
        held = {};
    else if (!sixLetters(whole, "1xry", "0fn", held)) {
        for (const std::string& w : wordsOf(text)) {
            const auto dof = dofFromName(w);
            const bool all = w == "u" || w == "r";
            if (!dof && !all && !among(w, {"x", "y", "z"})) return false;
            if (dof) held[static_cast<size_t>(*dof)] = true;
            if (w == "x" || w == "y" || w == "z") held[static_cast<size_t>(w[0] - 'x')] = true;
            if (all)
                for (size_t k = 0; k < 3; ++k)
                    held[k + (w == "r" ? 3 : 0)] = true;
        }
    }
    for (size_t k = 0; k < 6; ++k)
        if (held[k]) into[k].held = true;
    return true;
}

bool releaseFromWords(std::string_view text, std::array<bool, 6>& into)
{
    const std::string whole = headingKey(text);
    if (among(whole, {"pinned", "pin", "hinged", "hinge", "free", "simple"})) {
        into[static_cast<size_t>(Force::My)] = into[static_cast<size_t>(Force::Mz)] = true;
        return true;
    }
    if (among(whole, {"fixed", "rigid", "none", "no", "", "continuous", "fix"})) return true;
    if (std::array<bool, 6> six{}; sixLetters(whole, "1xry", "0fn", six)) {
        for (size_t k = 0; k < 6; ++k)
            into[k] = into[k] || six[k];
        return true;
    }
    std::array<bool, 6> let = into;
    for (const std::string& w : wordsOf(text)) {
        const auto force = forceFromName(w);
        if (!force) return false;
        let[static_cast<size_t>(*force)] = true;
    }
    into = let;
    return true;
}

std::optional<Action> actionFromWords(std::string_view text)
{
    const std::string key = headingKey(text);
    if (const auto a = actionFromName(lowered(text))) return a;
    const std::string padded = " " + key + " ";
    const auto says = [&](std::initializer_list<std::string_view> words) {
        return std::any_of(words.begin(), words.end(), [&](std::string_view w) {
            // Short ones as whole words only.
            return w.size() <= 3 ? padded.find(" " + std::string(w) + " ") != std::string::npos
                                 : key.find(w) != std::string::npos;
        });
    };
    if (says({"superimposed", "super dead", "superdead", "sdl", "sd", "cladding", "services", "finishes", "g2"}))
        return Action::Superimposed;
    if (says({"roof live", "rooflive", "lr", "qr"})) return Action::RoofLive;
    if (says({"notional", "nhf", "imperfection", "ehf"})) return Action::Notional;
    if (says({"crane"})) return Action::Crane;
    if (says({"construction", "erection"})) return Action::Construction;
    if (says({"storage"})) return Action::Storage;
    if (says({"dead", "permanent", "self", "own weight", "g", "dl", "d", "sw", "g1", "g0"})) return Action::Dead;
    if (says({"live", "imposed", "variable", "ll", "q", "l", "use"})) return Action::Live;
    if (says({"snow", "sn", "s"})) return Action::Snow;
    if (says({"wind", "wl", "w", "wx", "wy"})) return Action::Wind;
    if (says({"seismic", "quake", "spectrum", "eq", "ex", "ey", "e"})) return Action::Seismic;
    if (says({"thermal", "temperature", "temp", "t"})) return Action::Thermal;
    if (says({"rain", "pond"})) return Action::Rain;
    if (says({"accident", "impact", "explosion"})) return Action::Accidental;
    return std::nullopt;
}

} // namespace wr
