#include "core/files/ifc/step_file.h"

#include "core/base/numbers.h"
#include "core/tables/text_encoding.h"

#include <algorithm>
#include <charconv>
#include <fmt/format.h>
#include <tao/pegtl.hpp>

namespace wr {

namespace {

namespace pegtl = tao::pegtl;

constexpr int kDeepestBrackets = 40;   // brackets in brackets
constexpr size_t kLargest = 4'000'000; // bytes of one instance

namespace grammar {
using namespace tao::pegtl;
struct Comment : seq<string<'/', '*'>, until<string<'*', '/'>>>
{
};
struct Blank : star<sor<space, Comment>>
{
};
struct Quoted : seq<one<'\''>, star<sor<string<'\'', '\''>, not_one<'\''>>>, one<'\''>>
{
};
struct Keyword : seq<ranges<'A', 'Z', 'a', 'z'>, star<sor<alnum, one<'_'>>>>
{
};
struct Id : plus<digit>
{
};
// An instance as a whole: its attributes are passed over.
struct Body : star<sor<Quoted, Comment, not_one<';', '\''>>>
{
};
struct Instance : seq<Blank, one<'#'>, Id, Blank, one<'='>, Blank, Keyword, Blank, at<one<'('>>, Body, one<';'>>
{
};
// Several keywords in one instance, which IFC does not use.
struct Complex : seq<Blank, one<'#'>, plus<digit>, Blank, one<'='>, Blank, one<'('>, Body, one<';'>>
{
};
struct Section : seq<Blank, sor<TAO_PEGTL_STRING("DATA"), TAO_PEGTL_STRING("HEADER")>, Body, one<';'>>
{
};
struct EndOfSection : seq<Blank, TAO_PEGTL_STRING("ENDSEC"), Blank, one<';'>>
{
};
struct Statement
    : seq<Blank, not_at<sor<one<'#'>, TAO_PEGTL_STRING("DATA"), TAO_PEGTL_STRING("ENDSEC")>>, Keyword, Body, one<';'>>
{
};
struct First : seq<Blank, TAO_PEGTL_STRING("ISO-10303-21"), Blank, one<';'>>
{
};
struct FileSchema : seq<until<TAO_PEGTL_STRING("FILE_SCHEMA")>, Blank, one<'('>, Blank, one<'('>, Blank, one<'\''>, Keyword>
{
};

// Attributes.
struct Value;
struct None : one<'$'>
{
};
struct Derived : one<'*'>
{
};
struct Number
    : seq<opt<one<'+', '-'>>, plus<digit>, opt<one<'.'>, star<digit>>, opt<one<'E', 'e'>, opt<one<'+', '-'>>, plus<digit>>>
{
};
struct Text : Quoted
{
};
struct Word : seq<one<'.'>, plus<sor<alnum, one<'_'>>>, one<'.'>>
{
};
struct Reference : seq<one<'#'>, plus<digit>>
{
};
struct Binary : seq<one<'"'>, star<xdigit>, one<'"'>>
{
};
struct Open : one<'('>
{
};
struct Close : one<')'>
{
};
struct TypedName : Keyword
{
};
struct Values : opt<list<Value, seq<Blank, one<','>, Blank>>>
{
};
struct List : seq<Open, Blank, Values, Blank, Close>
{
};
struct Typed : seq<TypedName, Blank, List>
{
};
struct Value : sor<None, Derived, Number, Text, Word, Reference, Binary, Typed, List>
{
};
struct Attributes : seq<Blank, List, Blank, one<';'>>
{
};
} // namespace grammar

// Values as they come: the innermost list that is open takes them.
struct StepBuilding
{
    std::vector<StepValue> open; // the outermost first
    StepValue done;
    std::string typed; // keyword in front of the list that opens next
    void put(StepValue v) { open.empty() ? void(done = std::move(v)) : open.back().parts.push_back(std::move(v)); }
};

template <class Rule> struct Act : pegtl::nothing<Rule>
{
};
template <> struct Act<grammar::None>
{
    static void apply0(StepBuilding& b) { b.put({}); }
};
template <> struct Act<grammar::Derived>
{
    static void apply0(StepBuilding& b)
    {
        StepValue v;
        v.kind = StepValue::Kind::Derived;
        b.put(std::move(v));
    }
};
template <> struct Act<grammar::Binary>
{
    static void apply0(StepBuilding& b) { b.put({}); }
};
template <> struct Act<grammar::Number>
{
    template <class Input> static void apply(const Input& in, StepBuilding& b)
    {
        StepValue v;
        v.kind = StepValue::Kind::Number;
        std::string_view t = in.string_view();
        const bool negative = t.front() == '-';
        if (negative || t.front() == '+') t.remove_prefix(1);
        v.number = numberFrom(t);
        if (negative) v.number = -v.number;
        b.put(std::move(v));
    }
};
template <> struct Act<grammar::Text>
{
    template <class Input> static void apply(const Input& in, StepBuilding& b)
    {
        StepValue v;
        v.kind = StepValue::Kind::Text;
        const std::string_view t = in.string_view();
        v.text = stepText(t.substr(1, t.size() - 2));
        b.put(std::move(v));
    }
};
template <> struct Act<grammar::Word>
{
    template <class Input> static void apply(const Input& in, StepBuilding& b)
    {
        StepValue v;
        v.kind = StepValue::Kind::Word;
        const std::string_view t = in.string_view();
        v.text = t.substr(1, t.size() - 2);
        b.put(std::move(v));
    }
};
template <> struct Act<grammar::Reference>
{
    template <class Input> static void apply(const Input& in, StepBuilding& b)
    {
        StepValue v;
        v.kind = StepValue::Kind::Reference;
        const std::string_view t = in.string_view().substr(1);
        if (std::from_chars(t.data(), t.data() + t.size(), v.reference).ec != std::errc{}) v.reference = 0;
        b.put(std::move(v));
    }
};
template <> struct Act<grammar::TypedName>
{
    template <class Input> static void apply(const Input& in, StepBuilding& b) { b.typed = in.string(); }
};
template <> struct Act<grammar::Open>
{
    static void apply0(StepBuilding& b)
    {
        StepValue v;
        v.kind = b.typed.empty() ? StepValue::Kind::List : StepValue::Kind::Typed;
        v.text = std::move(b.typed);
        b.typed.clear();
        b.open.push_back(std::move(v));
    }
};
template <> struct Act<grammar::Close>
{
    static void apply0(StepBuilding& b)
    {
        StepValue v = std::move(b.open.back());
        b.open.pop_back();
        b.put(std::move(v));
    }
};

// An instance's id and keyword.
struct Head
{
    std::uint32_t id = 0;
    bool large = false; // the id is no number of 32 bits
    std::string_view keyword;
};
template <class Rule> struct ActHead : pegtl::nothing<Rule>
{
};
template <> struct ActHead<grammar::Id>
{
    template <class Input> static void apply(const Input& in, Head& h)
    {
        const std::string_view t = in.string_view();
        h.large = std::from_chars(t.data(), t.data() + t.size(), h.id).ec != std::errc{};
    }
};
template <> struct ActHead<grammar::Keyword>
{
    template <class Input> static void apply(const Input& in, Head& h) { h.keyword = in.string_view(); }
};

std::string capitals(std::string_view t)
{
    std::string out(t);
    std::transform(out.begin(), out.end(), out.begin(),
                   [](char c) { return c >= 'a' && c <= 'z' ? static_cast<char>(c - 32) : c; });
    return out;
}

// Deepest nesting of brackets up to the end of the instance; strings do not count.
bool tooDeep(std::string_view t)
{
    int depth = 0;
    bool quoted = false;
    for (const char c : t.substr(0, kLargest)) {
        if (c == '\'') quoted = !quoted;
        if (quoted) continue;
        if (c == ';') return false;
        if (c == '(' && ++depth > kDeepestBrackets) return true;
        if (c == ')') --depth;
    }
    return false;
}

void appendUtf8(std::string& out, std::uint32_t c)
{
    if (c < 0x80)
        out += static_cast<char>(c);
    else if (c < 0x800) {
        out += static_cast<char>(0xC0 | (c >> 6));
        out += static_cast<char>(0x80 | (c & 0x3F));
    } else if (c < 0x10000) {
        if (c >= 0xD800 && c < 0xE000) c = 0xFFFD;
        out += static_cast<char>(0xE0 | (c >> 12));
        out += static_cast<char>(0x80 | ((c >> 6) & 0x3F));
        out += static_cast<char>(0x80 | (c & 0x3F));
    } else if (c < 0x110000) {
        out += static_cast<char>(0xF0 | (c >> 18));
        out += static_cast<char>(0x80 | ((c >> 12) & 0x3F));
        out += static_cast<char>(0x80 | ((c >> 6) & 0x3F));
        out += static_cast<char>(0x80 | (c & 0x3F));
    }
}

} // namespace

std::string stepText(std::string_view raw)
{
    std::string out;
    const auto hex = [&](size_t at, size_t digits) {
        std::uint32_t v = 0xFFFD;
        if (at + digits <= raw.size()) std::from_chars(raw.data() + at, raw.data() + at + digits, v, 16);
        return v;
    };
    for (size_t i = 0; i < raw.size();) {
        const std::string_view rest = raw.substr(i);
        if (rest.starts_with("''")) {
            out += '\'';
            i += 2;
        } else if (rest.starts_with("\\\\")) {
            out += '\\';
            i += 2;
        } else if (rest.starts_with("\\X2\\") || rest.starts_with("\\X4\\")) {
            const size_t digits = rest[2] == '2' ? 4 : 8;
            i += 4;
            while (i + digits <= raw.size() && raw[i] != '\\') {
                appendUtf8(out, hex(i, digits));
                i += digits;
            }
            if (raw.substr(std::min(i, raw.size())).starts_with("\\X0\\")) i += 4;
        } else if (rest.starts_with("\\X\\") && rest.size() >= 5) {
            appendUtf8(out, hex(i + 3, 2));
            i += 5;
        } else if (rest.starts_with("\\S\\") && rest.size() >= 4) {
            appendUtf8(out, static_cast<unsigned char>(rest[3]) + 128u);
            i += 4;
        } else {
            out += raw[i++];
        }
    }
    for (char& c : out)
        if (static_cast<unsigned char>(c) < 0x20) c = ' ';
    // Letters written as they are, which the standard does not allow, in some code page.
    return isUtf8(out) ? out : decodeText(std::move(out)).text;
}

const StepValue& StepRecord::operator[](size_t k) const&
{
    static const StepValue none;
    return k < attributes.size() ? attributes[k] : none;
}

std::expected<StepFile, std::string> StepFile::read(std::string bytes, Progress& progress)
{
    StepFile out;
    out.text_ = std::move(bytes);
    const std::string& text = out.text_;
    // Lines are counted only where something is wrong.
    using Input = pegtl::memory_input<pegtl::tracking_mode::lazy>;
    Input in(text.data(), text.data() + text.size(), "");
    const auto wrong = [&](std::string_view what) {
        const size_t line = 1 + static_cast<size_t>(std::count(text.data(), in.current(), '\n'));
        return std::unexpected(fmt::format("{} at line {}", what, line));
    };
    if (!pegtl::parse<grammar::First>(in)) return std::unexpected("the file does not begin as ISO 10303-21 says");
    {
        Head head;
        Input schema(text.data(), text.data() + std::min<size_t>(text.size(), 200'000), "");
        if (pegtl::parse<grammar::FileSchema, ActHead>(schema, head)) out.schema_ = capitals(head.keyword);
    }
    std::unordered_map<std::string_view, std::uint32_t> known; // as it stands in the text
    size_t statements = 0;
    bool ended = false;
    while (!in.empty()) {
        if (++statements % 20000 == 0) {
            progress.at(static_cast<double>(in.current() - text.data()) / static_cast<double>(text.size()),
                        "reading the model");
            if (progress.cancelled()) return std::unexpected("cancelled");
        }
        Head head;
        if (pegtl::parse<grammar::Instance, ActHead>(in, head)) {
            if (head.large) return wrong("the number of an instance is too large");
            const auto [at, fresh] = known.emplace(head.keyword, static_cast<std::uint32_t>(out.keywords_.size()));
            if (fresh) {
                const std::string word = capitals(head.keyword);
                const auto same = std::find(out.keywords_.begin(), out.keywords_.end(), word);
                if (same != out.keywords_.end())
                    at->second = static_cast<std::uint32_t>(same - out.keywords_.begin());
                else
                    out.keywords_.push_back(word);
            }
            out.index_.push_back(
                {head.id, at->second, static_cast<std::uint64_t>(head.keyword.data() + head.keyword.size() - text.data())});
            continue;
        }
        if (pegtl::parse<pegtl::seq<grammar::Blank, TAO_PEGTL_STRING("END-ISO-10303-21"), grammar::Blank, pegtl::one<';'>>>(
                in)) {
            ended = true;
            break;
        }
        if (pegtl::parse<pegtl::sor<grammar::EndOfSection, grammar::Section, grammar::Complex, grammar::Statement>>(in))
            continue;
        pegtl::parse<grammar::Blank>(in);
        if (in.empty()) break;
        return wrong("this is no instance");
    }
    if (!ended) return wrong("the file is cut off");
    if (out.index_.size() > std::numeric_limits<std::uint32_t>::max())
        return std::unexpected("the file has too many instances");
    for (const Entry& e : out.index_)
        out.byKeyword_[out.keywords_[e.keyword]].push_back(e.id);
    const auto byId = [](const Entry& a, const Entry& b) { return a.id < b.id; };
    if (!std::is_sorted(out.index_.begin(), out.index_.end(), byId))
        std::stable_sort(out.index_.begin(), out.index_.end(), byId);
    for (size_t k = 1; k < out.index_.size(); ++k)
        if (out.index_[k].id == out.index_[k - 1].id)
            return std::unexpected(fmt::format("#{} stands twice in the file", out.index_[k].id));
    return out;
}

const StepFile::Entry* StepFile::find(std::uint32_t id) const
{
    const auto at =
        std::lower_bound(index_.begin(), index_.end(), id, [](const Entry& e, std::uint32_t v) { return e.id < v; });
    return at != index_.end() && at->id == id ? &*at : nullptr;
}

std::string_view StepFile::keyword(std::uint32_t id) const
{
    const Entry* e = find(id);
    return e ? std::string_view(keywords_[e->keyword]) : std::string_view();
}

std::span<const std::uint32_t> StepFile::all(std::string_view keyword) const
{
    const auto at = byKeyword_.find(std::string(keyword));
    return at == byKeyword_.end() ? std::span<const std::uint32_t>() : std::span<const std::uint32_t>(at->second);
}

std::vector<std::pair<std::string, size_t>> StepFile::counts() const
{
    std::vector<std::pair<std::string, size_t>> out;
    for (const auto& [word, ids] : byKeyword_)
        out.emplace_back(word, ids.size());
    std::sort(out.begin(), out.end());
    return out;
}

StepRecord StepFile::record(std::uint32_t id) const
{
    StepRecord out;
    const Entry* e = find(id);
    if (!e) return out;
    const std::string_view rest = std::string_view(text_).substr(e->at);
    StepBuilding b;
    pegtl::memory_input<pegtl::tracking_mode::lazy> in(rest.data(), rest.data() + std::min(rest.size(), kLargest), "");
    if (tooDeep(rest) || !pegtl::parse<grammar::Attributes, Act>(in, b)) {
        if (damaged_++ == 0) firstDamaged_ = id;
        return out;
    }
    out.id = id;
    out.keyword = keywords_[e->keyword];
    out.attributes = std::move(b.done.parts);
    return out;
}

} // namespace wr
