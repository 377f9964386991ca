#include "core/tables/row_stream.h"

#include "core/tables/xml_events.h"

#include <pugixml.hpp>
#include <vector>

namespace wr {

namespace {

constexpr size_t kRun = 1u << 18; // bytes of rows that become a tree at a time
constexpr int kDeepestRow = 60;

} // namespace

struct RowStream::State
{
    State(XmlEvents& events, std::string_view name) : to(events), row(name), plain(events) {}

    XmlEvents& to;
    std::string row, open, close; // "<x:row", "</x:row>" once the first was seen
    XmlReader plain;
    std::string buffer;
    std::vector<const char*> pairs; // names and values of an element
    bool odd = false;

    // Where the next row begins; npos: not in the buffer.
    size_t nextRow(size_t from)
    {
        if (!open.empty()) {
            for (size_t at = buffer.find(open, from); at != std::string::npos; at = buffer.find(open, at + 1))
                if (endsName(at + open.size())) return at;
            return std::string::npos;
        }
        for (size_t at = buffer.find(row, from); at != std::string::npos; at = buffer.find(row, at + 1)) {
            const size_t bracket = buffer.rfind('<', at);
            if (bracket == std::string::npos || at == 0 || !endsName(at + row.size())) continue;
            const std::string_view prefix = std::string_view(buffer).substr(bracket + 1, at - bracket - 1);
            if (!prefix.empty() && (prefix.back() != ':' || prefix.find_first_of(" />\"") != std::string_view::npos)) continue;
            open = buffer.substr(bracket, at + row.size() - bracket);
            close = "</" + open.substr(1) + ">";
            return bracket;
        }
        return std::string::npos;
    }
    bool endsName(size_t at) const
    {
        return at < buffer.size() && std::string_view(" />\t\r\n").find(buffer[at]) != std::string_view::npos;
    }

    // Behind the row that begins at `from`; npos: its end is not in the buffer.
    size_t rowEnd(size_t from) const
    {
        const size_t bracket = buffer.find('>', from);
        if (bracket == std::string::npos) return bracket;
        if (buffer[bracket - 1] == '/') return bracket + 1;
        const size_t end = buffer.find(close, bracket);
        return end == std::string::npos ? end : end + close.size();
    }

    void tell(const pugi::xml_node& node, int depth)
    {
        if (depth > kDeepestRow) {
            odd = true;
            return;
        }
        for (pugi::xml_node n = node.first_child(); n && !to.stopped() && !odd; n = n.next_sibling()) {
            if (n.type() == pugi::node_pcdata) {
                to.text(n.value());
                continue;
            }
            if (n.type() != pugi::node_element) continue;
            const std::string_view name = localName(n.name());
            pairs.clear();
            for (pugi::xml_attribute a = n.first_attribute(); a; a = a.next_attribute()) {
                pairs.push_back(a.name());
                pairs.push_back(a.value());
            }
            pairs.push_back(nullptr);
            to.begin(name, XmlAttributes(pairs.data()));
            tell(n, depth + 1);
            if (!to.stopped()) to.end(name);
        }
    }

    void rows(size_t from, size_t upTo)
    {
        pugi::xml_document tree;
        constexpr unsigned how =
            pugi::parse_minimal | pugi::parse_escapes | pugi::parse_eol | pugi::parse_ws_pcdata | pugi::parse_fragment;
        // In place: the tree's words stand in the buffer.
        const auto done = tree.load_buffer_inplace(buffer.data() + from, upTo - from, how, pugi::encoding_utf8);
        if (!done) {
            odd = true;
            return;
        }
        tell(tree, 0);
    }

    bool run(bool last)
    {
        size_t at = 0;
        while (!odd && !to.stopped()) {
            const size_t first = nextRow(at);
            if (first == std::string::npos) break;
            if (first > at && !plain.feed(std::string_view(buffer).substr(at, first - at))) return false;
            // Rows that follow one another.
            size_t end = first;
            for (size_t next = first; next < buffer.size() && end - first < kRun;) {
                const size_t behind = rowEnd(next);
                if (behind == std::string::npos) break;
                end = behind;
                next = buffer.find_first_not_of(" \t\r\n", end);
                if (next == std::string::npos || !std::string_view(buffer).substr(next).starts_with(open) ||
                    !endsName(next + open.size()))
                    break;
            }
            at = first;
            if (end == first) break; // its end is still to come
            rows(first, end);
            at = end;
        }
        buffer.erase(0, at);
        if (last && !odd && !to.stopped()) {
            const bool ok = plain.feed(buffer, true);
            buffer.clear();
            return ok;
        }
        return !odd && !to.stopped() && plain.error().empty();
    }
};

RowStream::RowStream(XmlEvents& to, std::string_view row) : state_(std::make_unique<State>(to, row)) {}
RowStream::~RowStream() = default;

bool RowStream::feed(std::string_view piece, bool last)
{
    State& s = *state_;
    // Comments, CDATA and document types: what looks like a row in them is none.
    if (piece.find("<!") != std::string_view::npos || (!s.buffer.empty() && s.buffer.back() == '<' && piece.starts_with('!')))
        s.odd = true;
    if (s.odd) return false;
    s.buffer += piece;
    if (!last && s.buffer.size() < kRun) return true;
    return s.run(last);
}

const std::string& RowStream::error() const
{
    return state_->plain.error();
}

bool RowStream::odd() const
{
    return state_->odd;
}

} // namespace wr
