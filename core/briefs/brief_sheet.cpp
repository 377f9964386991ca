#include "core/briefs/brief_sheet.h"

#include "core/base/entry.h"
#include "core/base/nearest.h"
#include "core/briefs/limit_text.h"
#include "core/standards/common/brief_options.h"
#include "core/standards/standard.h"

#include <algorithm>
#include <fmt/format.h>

namespace wr {

namespace {

const std::vector<Option>& generalRows()
{
    static const std::vector<Option> rows = rowsOf(briefTable());
    return rows;
}

// The table a key belongs to, and its key there.
struct Place
{
    std::string_view family; // empty: of any standard
    std::span<const Option> table;
    std::string_view key;
};
Place placeOf(std::string_view key)
{
    if (const size_t dot = key.find('.'); dot != std::string_view::npos)
        if (const Standard* s = standardOfFamily(key.substr(0, dot))) return {s->family, s->options, key.substr(dot + 1)};
    return {"", generalRows(), key};
}

StatedOptions statedIn(const Brief& b, const Place& at)
{
    if (at.family.empty()) return statedOf(briefTable(), b);
    const auto own = b.options.find(at.family);
    return own == b.options.end() ? StatedOptions{} : own->second;
}

std::string_view familyTitle(std::string_view family)
{
    return standardOfFamily(family)->familyTitle;
}

std::string standingText(const Option& o)
{
    if (o.kind == Option::Kind::Flag) return o.standing == "true" ? "yes" : "no";
    return std::string(o.standing);
}

SheetLine lineOf(const Option& o, std::string_view family, const StatedOptions& stated, const UnitSystem& u)
{
    SheetLine out;
    out.topic = family.empty() ? o.topic : Topic::Standard;
    out.heading = family.empty() ? topicTitle(o.topic) : familyTitle(family);
    out.key = family.empty() ? std::string(o.key) : fmt::format("{}.{}", family, o.key);
    out.option = &o;
    out.standing = standingText(o);
    const auto it = stated.find(o.key);
    out.differs = it != stated.end();
    out.here = out.differs ? valueText(o, it->second, u) : out.standing;
    return out;
}

// Words as they were typed, each known word in the option's own spelling.
std::vector<std::string> wordsIn(std::string_view text)
{
    std::vector<std::string> out;
    std::string word;
    for (const char c : std::string(text) + " ")
        if (c == ' ' || c == ',' || c == ';' || c == '\t') {
            if (!word.empty()) out.push_back(std::move(word));
            word.clear();
        } else
            word += c;
    return out;
}
std::string spelled(const Option& o, const std::string& word)
{
    for (const std::string_view w : o.words)
        if (lowered(w) == lowered(word)) return std::string(w);
    return word;
}

std::expected<OptionValue, std::string> readValue(const Option& o, std::string_view text, const UnitSystem& u)
{
    const std::string low = lowered(text);
    switch (o.kind) {
    case Option::Kind::Flag:
        if (low == "yes" || low == "true") return true;
        if (low == "no" || low == "false") return false;
        return std::unexpected(fmt::format("\"{}\" is neither yes nor no", text));
    case Option::Kind::Number: {
        const bool percent = o.quantity == Quantity::Ratio && text.ends_with('%');
        const auto v = readEntry(percent ? text.substr(0, text.size() - 1) : text, o.quantity, u);
        if (!v) return std::unexpected(v.error());
        return percent ? *v / 100 : *v;
    }
    case Option::Kind::Word: return spelled(o, std::string(text));
    case Option::Kind::Text: return spelled(o, std::string(text));
    case Option::Kind::Words: {
        if (low == "none") return std::vector<std::string>{};
        std::vector<std::string> out;
        for (const std::string& w : wordsIn(text)) {
            std::string word = spelled(o, w);
            if (o.places > 0 || std::find(out.begin(), out.end(), word) == out.end()) out.push_back(std::move(word));
        }
        return out;
    }
    case Option::Kind::Texts: {
        std::vector<std::string> out;
        for (size_t from = 0; from <= text.size();) { // names may hold blanks
            const size_t end = std::min(text.find_first_of(",;", from), text.size());
            std::string_view name = text.substr(from, end - from);
            while (!name.empty() && name.front() == ' ')
                name.remove_prefix(1);
            while (!name.empty() && name.back() == ' ')
                name.remove_suffix(1);
            if (!name.empty()) out.emplace_back(name);
            from = end + 1;
        }
        return out;
    }
    case Option::Kind::Limits: {
        if (low == "none") return std::vector<DeflectionLimit>{};
        auto limits = readLimits(text, u);
        if (!limits) return std::unexpected(limits.error());
        return *std::move(limits);
    }
    }
    return std::unexpected("nothing can be read here");
}

// A brief that its own file would refuse: a line that means nothing without another.
std::string faultTogether(std::span<const Option> table, const StatedOptions& stated)
{
    const auto titleOf = [&](std::string_view key) {
        const Option* o = findOption(table, key);
        return o && !o->title.empty() ? o->title : key;
    };
    for (const Option& o : table) {
        if (!o.needs.empty() && stated.contains(o.key) && !stated.contains(o.needs))
            return fmt::format("\"{}\" means nothing without \"{}\": state that first", o.title, titleOf(o.needs));
        if (!o.must || stated.contains(o.key)) continue;
        const std::string_view group = o.key.substr(0, o.key.find('.') + 1);
        for (const auto& [key, value] : stated)
            if (!group.empty() && key.starts_with(group))
                return fmt::format("\"{}\" means nothing without \"{}\": state that first", titleOf(key), o.title);
    }
    return {};
}

} // namespace

std::string valueText(const Option& o, const OptionValue& v, const UnitSystem& u)
{
    if (const bool* flag = std::get_if<bool>(&v)) return *flag ? "yes" : "no";
    if (const double* x = std::get_if<double>(&v)) {
        if (o.quantity == Quantity::Ratio) return fmt::format("{:.10g}", *x);
        return fmt::format("{:.10g} {}", u.show(o.quantity, *x), u.symbol(o.quantity));
    }
    if (const auto* list = std::get_if<std::vector<std::string>>(&v)) {
        std::string out;
        for (const std::string& w : *list)
            out += (out.empty() ? "" : ", ") + w;
        return out.empty() ? "none" : out;
    }
    if (const auto* limits = std::get_if<std::vector<DeflectionLimit>>(&v)) return limitsText(*limits, u);
    return std::get<std::string>(v);
}

std::vector<SheetLine> sheetOf(const Brief& b, std::span<const std::string_view> families, const UnitSystem& u)
{
    std::vector<SheetLine> out;
    const StatedOptions general = statedOf(briefTable(), b);
    for (const Option& o : generalRows())
        out.push_back(lineOf(o, "", general, u));
    std::stable_sort(out.begin(), out.end(), [](const SheetLine& x, const SheetLine& y) { return x.topic < y.topic; });
    for (const std::string_view family : families)
        if (const Standard* s = standardOfFamily(family)) {
            const StatedOptions own = statedIn(b, {s->family, s->options, ""});
            for (const Option& o : s->options)
                out.push_back(lineOf(o, s->family, own, u));
        }
    return out;
}

int differing(std::span<const SheetLine> sheet)
{
    return static_cast<int>(std::count_if(sheet.begin(), sheet.end(), [](const SheetLine& l) { return l.differs; }));
}

std::vector<ComparedLine> comparedSheets(const Brief& a, const Brief& b, std::span<const std::string_view> families,
                                         const UnitSystem& u)
{
    std::vector<ComparedLine> out;
    const auto one = sheetOf(a, families, u), two = sheetOf(b, families, u);
    for (size_t k = 0; k < one.size(); ++k)
        if (one[k].here != two[k].here) out.push_back({one[k], two[k]});
    return out;
}

std::optional<OptionValue> statedLine(const Brief& b, std::string_view key)
{
    const Place at = placeOf(key);
    const StatedOptions stated = statedIn(b, at);
    const auto it = stated.find(at.key);
    return it == stated.end() ? std::nullopt : std::optional(it->second);
}

std::expected<Brief, std::string> withLine(const Brief& b, std::string_view key, std::string_view text, const UnitSystem& u)
{
    const Place at = placeOf(key);
    const Option* o = findOption(at.table, at.key);
    if (!o) return std::unexpected(fmt::format("a brief has no line \"{}\"", key));
    while (!text.empty() && text.front() == ' ')
        text.remove_prefix(1);
    while (!text.empty() && text.back() == ' ')
        text.remove_suffix(1);
    StatedOptions stated = statedIn(b, at);
    if (text.empty() || lowered(text) == "default" || lowered(text) == lowered(standingText(*o)))
        stated.erase(std::string(o->key));
    else {
        auto value = readValue(*o, text, u);
        if (!value) return std::unexpected(value.error());
        if (const std::string fault = faultOf(*o, *value); !fault.empty())
            return std::unexpected(fmt::format("{} {}", o->title, fault));
        stated.insert_or_assign(std::string(o->key), *std::move(value));
    }
    if (const std::string fault = faultTogether(at.table, stated); !fault.empty()) return std::unexpected(fault);
    Brief out = b;
    if (at.family.empty()) {
        Brief fresh;
        fresh.id = b.id;
        fresh.options = b.options;
        fresh.extras = b.extras;
        applyStated(briefTable(), stated, fresh);
        out = std::move(fresh);
    } else if (stated.empty())
        out.options.erase(std::string(at.family));
    else
        out.options.insert_or_assign(std::string(at.family), std::move(stated));
    return out;
}

std::vector<std::string_view> familiesInUse(const Design& d)
{
    std::vector<std::string_view> out;
    const auto add = [&](const std::string& key) {
        const Standard* s = shippedStandard(key);
        if (s && std::find(out.begin(), out.end(), s->family) == out.end()) out.push_back(s->family);
    };
    add(d.standard);
    for (const Brief& b : d.briefs.list()) {
        if (!b.standard.empty()) add(b.standard);
        if (!b.second.empty()) add(b.second);
    }
    return out;
}

} // namespace wr
