#include "core/files/frame_text.h"

#include "core/files/json_cursor.h"
#include "core/frame/frame.h"

#include <cmath>
#include <cstring>
#include <fmt/format.h>
#include <unordered_set>

namespace wr {

namespace {

// Line and column (from 1) of a byte, for people with an editor.
std::string lineAndColumn(std::string_view text, size_t byte)
{
    const auto head = text.substr(0, std::min(byte, text.size()));
    const auto line = std::count(head.begin(), head.end(), '\n') + 1;
    const auto start = head.rfind('\n');
    return fmt::format("line {}, column {}", line, head.size() - (start == std::string_view::npos ? 0 : start + 1));
}

// Keys of one object while it is read. Most objects have a handful: a list that keeps its strings' memory; a set takes over
// where there are many.
struct SeenKeys
{
    std::vector<std::string> few;
    size_t count = 0;
    std::unordered_set<std::string> many;

    void clear()
    {
        count = 0;
        many.clear();
    }
    bool add(const std::string& key) // false: it was there
    {
        constexpr size_t kFew = 32;
        for (size_t i = 0; i < std::min(count, kFew); ++i)
            if (few[i] == key) return false;
        if (count >= kFew) return many.insert(key).second;
        if (few.size() <= count) few.emplace_back();
        few[count++] = key;
        return true;
    }
};

// Takes the parser's events and grows the tree.
class Builder
{
public:
    using number_integer_t = Json::number_integer_t;
    using number_unsigned_t = Json::number_unsigned_t;
    using number_float_t = Json::number_float_t;
    using string_t = Json::string_t;
    using binary_t = Json::binary_t;

    Builder(std::string_view text, std::vector<Finding>& findings) : text_(text), findings_(findings) {}
    Json root;

    bool null() { return value(nullptr); }
    bool boolean(bool v) { return value(v); }
    bool number_integer(number_integer_t v) { return captured(static_cast<double>(v)) || value(v); }
    bool number_unsigned(number_unsigned_t v) { return captured(static_cast<double>(v)) || value(v); }
    bool number_float(number_float_t v, const string_t&) { return captured(v) || value(v); }
    bool string(string_t& v) { return value(std::move(v)); }
    bool binary(binary_t&) { return true; } // not in text
    bool start_object(std::size_t)
    {
        if (capturing_ && !inStation_) {
            inStation_ = true;
            station_ = {};
            return true;
        }
        if (!open(Json::object())) return false;
        Level& l = levels_[depth_ - 1];
        l.seen.clear();
        return true;
    }
    bool key(string_t& k)
    {
        if (capturing_) {
            const size_t i = stationIndex(k);
            if (i != kNoStationKey && std::isnan(station_.v[i])) {
                component_ = i;
                keyWaits_ = true;
                return true;
            }
            spill();
        }
        Level& l = levels_[depth_ - 1];
        if (!l.seen.add(k))
            findings_.push_back(finding("frame.duplicate", "", "",
                                        "the key " + inQuotes(k) + " stands twice in one object; only one value can count"));
        l.key = std::move(k);
        return true;
    }
    bool end_object()
    {
        if (capturing_) { // in a station: others are no captures
            block_.push_back(station_);
            inStation_ = false;
            return true;
        }
        --depth_;
        return true;
    }
    bool start_array(std::size_t)
    {
        if (!open(Json::array())) return false;
        // results → [i] → elements → [i] → stations
        capturing_ = depth_ == 6 && levels_[0].key == "results" && levels_[2].key == "elements" && levels_[4].key == "stations";
        return true;
    }
    bool end_array()
    {
        if (capturing_) {
            Json::binary_t::container_type bytes(block_.size() * sizeof(StationNumbers));
            if (!block_.empty()) std::memcpy(bytes.data(), block_.data(), bytes.size());
            *levels_[depth_ - 1].at = block_.empty() ? Json::array() : Json::binary(std::move(bytes));
            block_.clear();
            capturing_ = false;
        }
        --depth_;
        return true;
    }
    bool parse_error(std::size_t at, const std::string&, const Json::exception& e)
    {
        const bool cut = at >= text_.size();
        fail(fmt::format("{}: {}", lineAndColumn(text_, at),
                         cut ? "the file ends in the middle of its JSON; it may have been cut off"
                             : "this is not JSON: " + std::string(e.what())));
        return false;
    }

private:
    struct Level
    {
        Json* at = nullptr;
        std::string key; // of an object: the one whose value comes
        SeenKeys seen;
    };

    void fail(std::string why) { findings_ = {finding("file.json", "", "", std::move(why))}; }

    bool captured(double v)
    {
        if (!capturing_ || !inStation_) return false;
        station_.v[component_] = v;
        keyWaits_ = false;
        return true;
    }

    template <class V> Json* put(V&& v)
    {
        if (depth_ == 0) {
            root = Json(std::forward<V>(v));
            return &root;
        }
        Level& l = levels_[depth_ - 1];
        if (l.at->is_array()) {
            l.at->push_back(Json(std::forward<V>(v)));
            return &l.at->back();
        }
        // Straight behind the others: a search for the key would make large objects slow, and twice is a fault anyway.
        auto& object = l.at->get_ref<Json::object_t&>();
        static_cast<Json::object_t::Container&>(object).emplace_back(l.key, Json(std::forward<V>(v)));
        return &object.back().second;
    }

    template <class V> bool value(V&& v)
    {
        if (capturing_) spill();
        put(std::forward<V>(v));
        return true;
    }

    bool open(Json empty)
    {
        if (capturing_) spill();
        // Deeper than any frame: brackets without end would cost more stack than there is wherever the tree is walked.
        constexpr size_t kDeepest = 64;
        if (depth_ > kDeepest) {
            fail("brackets stand more than 64 deep in one another; a frame file has no such place");
            return false;
        }
        Json* at = put(std::move(empty));
        if (levels_.size() <= depth_) levels_.resize(depth_ + 1);
        levels_[depth_++].at = at;
        return true;
    }

    // Something stands among the stations that is none: what was captured becomes a tree, and the rest goes on as one.
    void spill()
    {
        capturing_ = false;
        *levels_[depth_ - 1].at = stationTree(block_);
        block_.clear();
        if (!inStation_) return;
        inStation_ = false;
        const StationNumbers partial = station_;
        start_object(0);
        for (size_t i = 0; i < StationNumbers::kCount; ++i)
            if (!std::isnan(partial.v[i])) {
                sayKey(i);
                value(partial.v[i]);
            }
        if (keyWaits_) sayKey(component_);
        keyWaits_ = false;
    }
    void sayKey(size_t component)
    {
        string_t k(stationKey(component));
        key(k);
    }

    std::string_view text_;
    std::vector<Finding>& findings_;
    std::vector<Level> levels_;
    size_t depth_ = 0;
    bool capturing_ = false, inStation_ = false, keyWaits_ = false;
    size_t component_ = 0;
    StationNumbers station_;
    std::vector<StationNumbers> block_;
};

} // namespace

std::string_view stationKey(size_t index)
{
    return index == 0 ? "s" : forceName(static_cast<Force>(index - 1));
}

size_t stationIndex(std::string_view key)
{
    for (size_t i = 0; i < StationNumbers::kCount; ++i)
        if (stationKey(i) == key) return i;
    return kNoStationKey;
}

std::optional<Json> parseFrameText(std::string_view text, std::vector<Finding>& findings)
{
    // Behind a zero byte the parser sees nothing: it would take what stands before for the whole file.
    if (const size_t zero = text.find('\0'); zero != std::string_view::npos) {
        findings = {
            finding("file.json", "", "", fmt::format("{}: a zero byte; a frame file is text", lineAndColumn(text, zero + 1)))};
        return std::nullopt;
    }
    Builder builder(text, findings);
    if (!Json::sax_parse(text.begin(), text.end(), &builder)) return std::nullopt;
    return std::move(builder.root);
}

std::vector<StationNumbers> stationsOf(const Json& value)
{
    std::vector<StationNumbers> out;
    if (!value.is_binary()) return out;
    const auto& bytes = value.get_binary();
    out.resize(bytes.size() / sizeof(StationNumbers));
    if (!out.empty()) std::memcpy(out.data(), bytes.data(), bytes.size());
    return out;
}

Json stationTree(const std::vector<StationNumbers>& stations)
{
    Json out = Json::array();
    for (const StationNumbers& s : stations) {
        Json o = Json::object();
        for (size_t i = 0; i < StationNumbers::kCount; ++i)
            if (!std::isnan(s.v[i])) o[std::string(stationKey(i))] = s.v[i];
        out.push_back(std::move(o));
    }
    return out;
}

} // namespace wr
