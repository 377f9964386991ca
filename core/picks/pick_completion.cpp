#include "core/picks/pick_completion.h"

#include "core/base/nearest.h"

#include <algorithm>

namespace wr {

Completion completionsAt(std::string_view text, size_t place, const PickSource& s)
{
    // The words before the place: what stands there decides what may follow.
    const std::string_view before = text.substr(0, std::min(place, text.size()));
    struct Token
    {
        size_t from;
        std::string text;
        bool open = false; // a quote that is not closed
    };
    std::vector<Token> tokens;
    for (size_t i = 0; i < before.size();) {
        const char c = before[i];
        if (c == ' ' || c == '\t') {
            ++i;
        } else if (c == '"') {
            const size_t end = before.find('"', i + 1);
            tokens.push_back({i, std::string(before.substr(i, end == std::string_view::npos ? end : end - i + 1)),
                              end == std::string_view::npos});
            i = end == std::string_view::npos ? before.size() : end + 1;
        } else if (std::string_view("()=<>!,").find(c) != std::string_view::npos) {
            const bool two = i + 1 < before.size() && before[i + 1] == '=' && c != '(' && c != ')' && c != ',' && c != '=';
            tokens.push_back({i, std::string(before.substr(i, two ? 2 : 1))});
            i += two ? 2 : 1;
        } else {
            size_t end = i;
            while (end < before.size() && std::string_view(" \t()=<>!,\"").find(before[end]) == std::string_view::npos)
                ++end;
            tokens.push_back({i, std::string(before.substr(i, end - i))});
            i = end;
        }
    }
    Completion out;
    std::string begun;
    out.from = before.size();
    const auto operatorLike = [](const std::string& t) {
        return !t.empty() && std::string_view("()=<>!,").find(t[0]) != std::string_view::npos;
    };
    const bool touching = !tokens.empty() && tokens.back().from + tokens.back().text.size() == before.size();
    if (touching && !operatorLike(tokens.back().text)) {
        begun = tokens.back().text;
        out.from = tokens.back().from;
        tokens.pop_back();
    }
    // The name that a value would belong to.
    const PickNameRow* asked = nullptr;
    bool list = false;
    for (size_t k = tokens.size(); k-- > 0 && !asked;) {
        const std::string word = lowered(tokens[k].text);
        const bool op =
            word == "=" || word == "!=" || word == "<" || word == "<=" || word == ">" || word == ">=" || word == "in";
        if (op) {
            if (k == 0 || (!list && k + 1 != tokens.size())) break;
            for (const PickNameRow& r : pickNames())
                if (r.key == lowered(tokens[k - 1].text)) asked = &r;
            break;
        }
        if (word == "," || (word == "(" && k > 0 && lowered(tokens[k - 1].text) == "in")) {
            if (k + 1 == tokens.size()) list = true;
            continue;
        }
        if (!list) break;
    }
    std::vector<std::string> words;
    if (asked) {
        for (std::string& v : valuesOf(asked->name, s))
            words.push_back(asked->type == PickNameRow::Type::Text || asked->type == PickNameRow::Type::Level ? "\"" + v + "\""
                                                                                                              : v);
    } else {
        const std::string last = tokens.empty() ? "" : lowered(tokens.back().text);
        const bool wantsOperand = last.empty() || last == "and" || last == "or" || last == "not" || last == "(";
        const bool afterName =
            std::any_of(pickNames().begin(), pickNames().end(), [&](const PickNameRow& r) { return r.key == last; });
        if (wantsOperand) {
            for (const PickNameRow& r : pickNames())
                words.emplace_back(r.key);
            for (const PickFlagRow& f : pickFlags())
                if (f.key != "restrained") words.emplace_back(f.key);
            if (last != "not") words.emplace_back("not");
        } else if (afterName)
            words = {"=", "!=", "<", "<=", ">", ">=", "in"};
        else
            words = {"and", "or"};
    }
    const std::string start = lowered(begun);
    for (std::string& w : words) {
        const std::string_view plain =
            w.front() == '"' && (start.empty() || start.front() != '"') ? std::string_view(w).substr(1) : w;
        if (lowered(plain).starts_with(start) && lowered(w) != start) out.words.push_back(std::move(w));
    }
    return out;
}

} // namespace wr
