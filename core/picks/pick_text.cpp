// Pick expressions as text: the grammar, what names and values mean, and the way back.
#include "core/base/entry.h"
#include "core/base/nearest.h"
#include "core/picks/pick.h"

#include <algorithm>
#include <fmt/format.h>
#include <tao/pegtl.hpp>
#include <tao/pegtl/contrib/parse_tree.hpp>

namespace wr {

namespace {

namespace pegtl = tao::pegtl;

namespace pick_grammar {
using namespace tao::pegtl;
struct Blank : star<space>
{
};
// Letters of other alphabets are bytes above 127.
struct Letter : sor<alpha, ranges<'\x80', '\xff'>>
{
};
struct NameByte : sor<Letter, digit, one<'_', '-', '.', '/', '*', '?', '+', '#', '@', ':'>>
{
};
template <class Word> struct Keyword : seq<Word, not_at<NameByte>>
{
};
struct AndWord : Keyword<istring<'a', 'n', 'd'>>
{
};
struct OrWord : Keyword<istring<'o', 'r'>>
{
};
struct NotWord : Keyword<istring<'n', 'o', 't'>>
{
};
struct InWord : Keyword<istring<'i', 'n'>>
{
};
struct AnyKeyword : sor<AndWord, OrWord, NotWord, InWord>
{
};
struct Name : seq<not_at<AnyKeyword>, Letter, star<sor<Letter, digit, one<'_', '-'>>>>
{
};
// Two quotes inside stand for one.
struct Quoted : seq<one<'"'>, star<sor<string<'"', '"'>, not_one<'"'>>>, one<'"'>>
{
};
struct OpenQuote : seq<one<'"'>, until<eof>>
{
};
struct Unit : seq<not_at<sor<AndWord, OrWord>>, plus<alpha>, opt<one<'/'>, plus<alpha>>>
{
};
struct Digits : seq<plus<digit>, opt<one<'.'>, star<digit>>, opt<one<'e', 'E'>, opt<one<'-', '+'>>, plus<digit>>>
{
};
struct Figure : seq<Digits, opt<Blank, Unit>>
{
};
struct Number
    : seq<opt<one<'-', '+'>>, sor<Digits, seq<one<'.'>, plus<digit>>>, opt<Blank, Unit>, star<Blank, Figure>, not_at<NameByte>>
{
};
struct Bare : seq<not_at<AnyKeyword>, plus<NameByte>>
{
};
struct Value : sor<Quoted, Number, Bare>
{
};
struct Op : sor<string<'!', '='>, string<'<', '='>, string<'>', '='>, one<'=', '<', '>'>>
{
};
struct Close : one<')'>
{
};
struct ListValue : seq<Value>
{
};
struct ListClose : one<')'>
{
};
struct ListOpen : one<'('>
{
};
struct List : if_must<ListOpen, Blank, ListValue, star<Blank, one<','>, Blank, must<ListValue>>, Blank, ListClose>
{
};
struct OneValue : seq<Value>
{
};
struct SomeList : seq<List>
{
};
struct Compared : if_must<Op, Blank, OneValue>
{
};
struct Among : if_must<InWord, Blank, SomeList>
{
};
struct Test : seq<Name, opt<Blank, sor<Compared, Among>>>
{
};
struct Either;
struct Inside : seq<Either>
{
};
struct Bracket : if_must<one<'('>, Blank, Inside, Blank, Close>
{
};
struct Operand;
struct Negated : seq<Operand>
{
};
struct Not : if_must<NotWord, Blank, Negated>
{
};
struct Operand : sor<Not, Bracket, Test>
{
};
struct Further : seq<Operand>
{
};
struct Both : seq<Operand, star<Blank, if_must<AndWord, Blank, Further>>>
{
};
struct Another : seq<Both>
{
};
struct Either : seq<Both, star<Blank, if_must<OrWord, Blank, Another>>>
{
};
struct First : seq<Either>
{
};
struct End : eof
{
};
struct Whole : must<Blank, First, Blank, End>
{
};

template <class> inline constexpr const char* error_message = nullptr;
template <> inline constexpr auto error_message<Blank> = "a blank";
template <> inline constexpr auto error_message<First> = "a name stands here, as in util > 0.9";
template <> inline constexpr auto error_message<Inside> = "a name stands after an opening bracket";
template <> inline constexpr auto error_message<Negated> = "a name or a bracket stands after not";
template <> inline constexpr auto error_message<Further> = "a name, not or a bracket stands after and";
template <> inline constexpr auto error_message<Another> = "a name, not or a bracket stands after or";
template <> inline constexpr auto error_message<Close> = "the bracket is not closed";
template <> inline constexpr auto error_message<OneValue> = "a value is missing: text in quotes, a word or a number";
template <> inline constexpr auto error_message<ListValue> = "a value is missing in the list";
template <> inline constexpr auto error_message<ListClose> = "the list goes on with a comma or ends with a bracket";
template <> inline constexpr auto error_message<SomeList> = "a list in brackets stands after in: (\"A\", \"B\")";
template <> inline constexpr auto error_message<End> = "and, or, or the end is expected here";
struct Message
{
    template <class Rule> static constexpr auto message = error_message<Rule>;
    template <class> static constexpr bool raise_on_failure = false;
};
template <class Rule> using Control = must_if<Message, normal, false>::control<Rule>; // what cannot fail has no words
template <class Rule> using Selector =
    parse_tree::selector<Rule, parse_tree::store_content::on<Name, Op, InWord, Quoted, Number, Bare, Test, Not, Both, Either>>;
} // namespace pick_grammar

size_t columnOf(std::string_view text, size_t at)
{
    size_t column = 1;
    for (size_t i = 0; i < at && i < text.size(); ++i)
        if ((static_cast<unsigned char>(text[i]) & 0xc0) != 0x80) ++column;
    return column;
}

using Parsed = pegtl::parse_tree::node;

size_t placeOf(const Parsed& n)
{
    return n.begin().byte;
}

// What a value of the text says; quotes are taken off, blanks of numbers are single.
std::string valueOf(const Parsed& n)
{
    std::string text = n.string(), out;
    if (n.is_type<pick_grammar::Quoted>()) {
        for (size_t i = 1; i + 1 < text.size(); ++i) {
            out += text[i];
            if (text[i] == '"') ++i;
        }
        return out;
    }
    if (!n.is_type<pick_grammar::Number>()) return text;
    for (size_t i = 0; i < text.size(); ++i) {
        const bool blank = text[i] == ' ' || text[i] == '\t' || text[i] == '\n' || text[i] == '\r';
        if (blank) {
            if (!out.empty() && out.back() != ' ') out += ' ';
            continue;
        }
        const bool letter = std::isalpha(static_cast<unsigned char>(text[i])) != 0;
        if (letter && i > 0 && std::isdigit(static_cast<unsigned char>(text[i - 1])) && text[i] != 'e' && text[i] != 'E')
            out += ' ';
        out += text[i];
    }
    return out;
}

class Converter
{
public:
    Converter(std::string_view text, const UnitSystem& u) : text_(text), u_(u) {}

    Pick convert(const Parsed& n)
    {
        namespace g = pick_grammar;
        if (n.is_type<g::Test>()) return test(n);
        Pick out;
        if (n.is_type<g::Not>()) {
            out.kind = Pick::Kind::Not;
            out.parts.push_back(convert(*n.children.front()));
            return out;
        }
        if (n.children.size() == 1) return convert(*n.children.front());
        out.kind = n.is_type<g::Both>() ? Pick::Kind::Both : Pick::Kind::Either;
        for (const auto& part : n.children)
            out.parts.push_back(convert(*part));
        return out;
    }

private:
    [[noreturn]] void fail(const Parsed& n, std::string words, std::string nearest = "") const
    {
        PickFault f;
        f.at = placeOf(n);
        f.length = n.string_view().size();
        f.words = std::move(words);
        f.nearest = std::move(nearest);
        f.column = columnOf(text_, f.at);
        throw f;
    }
    [[noreturn]] void unknown(const Parsed& n, std::string_view what, const std::vector<std::string>& known) const
    {
        const std::string word = valueOf(n);
        const auto near = nearestWord(word, known);
        std::string list;
        for (const std::string& k : known)
            list += (list.empty() ? "" : ", ") + k;
        fail(n,
             fmt::format("there is no {} \"{}\"{}", what, word,
                         near ? "; did you mean " + *near + "?" : fmt::format(": it is one of {}", list)),
             near.value_or(""));
    }

    Pick test(const Parsed& n)
    {
        const Parsed& name = *n.children.front();
        const std::string key = lowered(name.string());
        Pick out;
        if (n.children.size() == 1) return flag(name, key);
        const auto rows = pickNames();
        const auto row = std::find_if(rows.begin(), rows.end(), [&](const PickNameRow& r) { return r.key == key; });
        if (row == rows.end()) {
            std::vector<std::string> known;
            for (const PickNameRow& r : rows)
                known.emplace_back(r.key);
            unknown(name, "name", known);
        }
        out.kind = Pick::Kind::Test;
        out.name = row->name;
        const Parsed& op = *n.children[1];
        out.op = opOf(op);
        const bool ordered = row->type == PickNameRow::Type::Number || row->type == PickNameRow::Type::Level;
        if (!ordered && out.op != PickOp::Equal && out.op != PickOp::NotEqual && out.op != PickOp::In)
            fail(op, fmt::format("{} is text: it is compared by =, != or in", row->key));
        for (size_t i = 2; i < n.children.size(); ++i)
            out.values.push_back({value(*row, *n.children[i])});
        return out;
    }

    Pick flag(const Parsed& name, const std::string& key) const
    {
        Pick out;
        out.kind = Pick::Kind::Flag;
        std::vector<std::string> known;
        for (const PickFlagRow& f : pickFlags()) {
            known.emplace_back(f.key);
            if (f.key != key) continue;
            out.flag = f.flag;
            return out;
        }
        for (const PickNameRow& r : pickNames())
            if (r.key == key) fail(name, fmt::format("{} is compared with something: {}", key, exampleOf(r)));
        for (const PickNameRow& r : pickNames())
            known.emplace_back(r.key);
        unknown(name, "name", known);
    }

    static PickOp opOf(const Parsed& n)
    {
        const std::string s = n.string();
        if (s == "=") return PickOp::Equal;
        if (s == "!=") return PickOp::NotEqual;
        if (s == "<") return PickOp::Less;
        if (s == "<=") return PickOp::AtMost;
        if (s == ">") return PickOp::Greater;
        return s == ">=" ? PickOp::AtLeast : PickOp::In;
    }
    std::string exampleOf(const PickNameRow& r) const
    {
        switch (r.type) {
        case PickNameRow::Type::Number:
            return r.quantity == Quantity::Ratio ? fmt::format("{} > 0.9", r.key)
                                                 : fmt::format("{} > 6 {}", r.key, u_.symbol(r.quantity));
        case PickNameRow::Type::Level: return "level = \"+3.20\"";
        case PickNameRow::Type::Text: return fmt::format("{} = \"A*\"", r.key);
        default: return fmt::format("{} = {}", r.key, pickWords(r.name).front());
        }
    }

    std::string value(const PickNameRow& row, const Parsed& n) const
    {
        std::string text = valueOf(n);
        switch (row.type) {
        case PickNameRow::Type::Text: return text;
        case PickNameRow::Type::Word:
        case PickNameRow::Type::YesNo: {
            const std::vector<std::string> known = pickWords(row.name);
            const std::string wanted = lowered(text);
            const bool pattern = row.type == PickNameRow::Type::Word && text.find_first_of("*?") != std::string::npos;
            if (pattern) return wanted;
            if (std::find(known.begin(), known.end(), wanted) == known.end()) unknown(n, row.key, known);
            return wanted;
        }
        case PickNameRow::Type::Level:
        case PickNameRow::Type::Number: break;
        }
        if (row.type == PickNameRow::Type::Number && !n.is_type<pick_grammar::Number>())
            fail(n, fmt::format("{} is compared with a number: {}", row.key, exampleOf(row)));
        if (row.type == PickNameRow::Type::Level && text.find_first_of("0123456789") == std::string::npos)
            fail(n, fmt::format("{} is compared with a height: {}", row.key, exampleOf(row)));
        const auto read = readPickNumber(text, row, u_);
        if (!read) fail(n, fmt::format("{}: {}", row.key, read.error()));
        return text;
    }

    std::string_view text_;
    const UnitSystem& u_;
};

// Brackets and nots as deep as nobody writes them would be as deep a recursion.
std::optional<PickFault> tooMuch(std::string_view text)
{
    constexpr size_t kLongest = 10'000, kDeepest = 64;
    size_t depth = 0, nots = 0;
    bool quoted = false;
    const auto fault = [&](size_t at, std::string words) {
        PickFault f;
        f.at = at;
        f.column = columnOf(text, at);
        f.words = std::move(words);
        return f;
    };
    if (text.size() > kLongest) return fault(kLongest, fmt::format("an expression has at most {} characters", kLongest));
    for (size_t i = 0; i < text.size(); ++i) {
        if (text[i] == '"') quoted = !quoted;
        if (quoted) continue;
        if (text[i] == '(') ++depth;
        if (text[i] == ')' && depth > 0) --depth;
        if (lowered(text.substr(i, 3)) == "not") {
            ++nots;
            i += 2;
        } else if (text[i] != ' ' && text[i] != '(')
            nots = 0;
        if (depth + nots > kDeepest) return fault(i, fmt::format("brackets stand more than {} deep", kDeepest));
    }
    if (quoted) return fault(text.rfind('"'), "the quote is not closed");
    return std::nullopt;
}

} // namespace

std::expected<double, std::string> readPickNumber(std::string_view text, const PickNameRow& row, const UnitSystem& u)
{
    if (row.type == PickNameRow::Type::Level && text.starts_with('+')) text.remove_prefix(1);
    if (text.starts_with("\u2212")) return readEntry("-" + std::string(text.substr(3)), row.quantity, u);
    return readEntry(text, row.quantity, u);
}

std::string PickFault::sentence() const
{
    return fmt::format("column {}: {}", column, words);
}

std::expected<Pick, PickFault> parsePick(std::string_view text, const UnitSystem& u)
{
    if (text.find_first_not_of(" \t\r\n") == std::string_view::npos) return Pick{};
    if (auto fault = tooMuch(text)) return std::unexpected(*std::move(fault));
    pegtl::memory_input input(text.data(), text.data() + text.size(), "pick");
    try {
        namespace g = pick_grammar;
        const auto root = pegtl::parse_tree::parse<g::Whole, Parsed, g::Selector, pegtl::nothing, g::Control>(input);
        return Converter(text, u).convert(*root->children.front());
    } catch (const pegtl::parse_error& e) {
        PickFault f;
        f.at = e.positions().front().byte;
        f.column = columnOf(text, f.at);
        f.words = e.message();
        return std::unexpected(std::move(f));
    } catch (PickFault& f) {
        return std::unexpected(std::move(f));
    }
}

namespace {

bool bareWord(std::string_view s)
{
    for (const std::string_view k : {"and", "or", "not", "in"})
        if (lowered(s) == k) return false;
    const bool letter = !s.empty() && (std::isalpha(static_cast<unsigned char>(s.front())) || (s.front() & 0x80));
    return letter && std::all_of(s.begin(), s.end(), [](char c) {
               return std::isalnum(static_cast<unsigned char>(c)) || (c & 0x80) ||
                      std::string_view("_-./*?+#@:").find(c) != std::string_view::npos;
           });
}

std::string valueText(const PickNameRow& row, const std::string& v)
{
    if (row.type == PickNameRow::Type::Number) return v;
    if (row.type != PickNameRow::Type::Text && row.type != PickNameRow::Type::Level && bareWord(v)) return v;
    std::string out = "\"";
    for (const char c : v)
        out += c == '"' ? std::string("\"\"") : std::string(1, c);
    return out + "\"";
}

} // namespace

std::string printPick(const Pick& p)
{
    const auto joined = [&](std::string_view word, bool bracketEither) {
        std::string out;
        for (const Pick& part : p.parts) {
            const bool bracket = part.kind == p.kind || (bracketEither && part.kind == Pick::Kind::Either);
            out += (out.empty() ? "" : std::string(word)) + (bracket ? "(" + printPick(part) + ")" : printPick(part));
        }
        return out;
    };
    switch (p.kind) {
    case Pick::Kind::All: return "";
    case Pick::Kind::Both: return joined(" and ", true);
    case Pick::Kind::Either: return joined(" or ", false);
    case Pick::Kind::Not: {
        const Pick& inner = p.parts.front();
        const bool bracket =
            inner.kind == Pick::Kind::Both || inner.kind == Pick::Kind::Either || inner.kind == Pick::Kind::Test;
        return bracket ? "not (" + printPick(inner) + ")" : "not " + printPick(inner);
    }
    case Pick::Kind::Flag:
        for (const PickFlagRow& f : pickFlags())
            if (f.flag == p.flag) return std::string(f.key);
        return "";
    case Pick::Kind::Test: break;
    }
    const PickNameRow& row = rowOf(p.name);
    constexpr std::string_view kOps[]{"=", "!=", "<", "<=", ">", ">="};
    if (p.op != PickOp::In)
        return fmt::format("{} {} {}", row.key, kOps[static_cast<size_t>(p.op)], valueText(row, p.values.front().text));
    std::string list;
    for (const PickValue& v : p.values)
        list += (list.empty() ? "" : ", ") + valueText(row, v.text);
    return fmt::format("{} in ({})", row.key, list);
}

} // namespace wr
