#include "core/files/brief_json.h"

#include "core/files/deflection_json.h"
#include "core/files/option_json.h"
#include "core/standards/common/brief_options.h"
#include "core/standards/standard.h"

#include <algorithm>
#include <array>

namespace wr {

namespace {

const std::vector<Option>& briefRows()
{
    static const std::vector<Option> rows = rowsOf(briefTable());
    return rows;
}

std::optional<bool> fixedFromName(std::string_view n)
{
    if (n == "fixed") return true;
    if (n == "free") return false;
    return std::nullopt;
}

class BriefReader
{
public:
    BriefReader(Cursor& c, const UnitSystem& u, std::vector<Finding>& findings, Brief& b)
        : c_(c), u_(u), findings_(findings), b_(b)
    {
    }

    void read()
    {
        b_.standard = c_.text("standard").value_or("");
        applyStated(briefTable(), readOptions(c_, briefRows(), u_, findings_), b_);
        leaveOut();
        warping();
        inside("holds", [&](Cursor& k) {
            holds(k, "framing", b_.framing, {Hold::Top, Hold::Bottom, Hold::Twist});
            holds(k, "along", b_.along, {Hold::Major, Hold::Minor, Hold::Top, Hold::Bottom, Hold::Twist});
        });
        inside("deflection", [&](Cursor& k) { readDeflection(k, u_, findings_, b_.deflection); });
        for (const std::string_view family : standardFamilies())
            inside(family, [&](Cursor& k) {
                StatedOptions stated = readOptions(k, standardOfFamily(family)->options, u_, findings_);
                if (!stated.empty()) b_.options.emplace(std::string(family), std::move(stated));
            });
        b_.extras = c_.finish();
    }

private:
    template <class F> void inside(std::string_view key, F&& read)
    {
        const Json* v = c_.object(key);
        if (!v) return;
        Cursor k(*v, c_.at(key), findings_);
        read(k);
        k.finish();
    }
    void leaveOut()
    {
        b_.leaveOut = c_.words("leaveOut");
        const std::vector<std::string_view> known = checkKeys();
        for (const std::string& key : b_.leaveOut)
            if (std::find(known.begin(), known.end(), key) == known.end())
                c_.fault("frame.value", "leaveOut", inQuotes(key) + " is no check; allowed: " + joined(known));
    }
    void holds(Cursor& c, std::string_view key, std::vector<Hold>& into, std::initializer_list<Hold> allowed)
    {
        std::vector<std::string_view> names;
        for (const Hold h : allowed)
            names.push_back(holdName(h));
        for (const std::string& word : c.words(key)) {
            const auto it = std::find(names.begin(), names.end(), word);
            if (it == names.end())
                c.fault("frame.value", key, inQuotes(word) + " is not known here; allowed: " + joined(names));
            else if (const Hold h = allowed.begin()[it - names.begin()]; std::find(into.begin(), into.end(), h) == into.end())
                into.push_back(h);
        }
    }
    void warping()
    {
        if (!c_.has("warpingEnds")) return;
        const auto ends = c_.words("warpingEnds");
        for (size_t i = 0; i < ends.size(); ++i)
            if (const auto f = fixedFromName(ends[i]); !f || ends.size() != 2) {
                c_.fault("frame.value", "warpingEnds", "give two words, for the first and the last end: \"free\" or \"fixed\"");
                return;
            } else
                b_.warpingFixed[i] = *f;
        if (ends.empty())
            c_.fault("frame.value", "warpingEnds", "give two words, for the first and the last end: \"free\" or \"fixed\"");
    }

    Cursor& c_;
    const UnitSystem& u_;
    std::vector<Finding>& findings_;
    Brief& b_;
};

} // namespace

void readBrief(Cursor& c, const UnitSystem& u, std::vector<Finding>& findings, Brief& b)
{
    BriefReader(c, u, findings, b).read();
}

Json briefJson(const Brief& b, const UnitSystem& u)
{
    Json j = {{"id", b.id}};
    if (!b.standard.empty()) j["standard"] = b.standard;
    putOptions(j, briefRows(), statedOf(briefTable(), b), u);
    if (!b.leaveOut.empty()) j["leaveOut"] = b.leaveOut;
    if (b.warpingFixed != std::array<bool, 2>{})
        j["warpingEnds"] = {b.warpingFixed[0] ? "fixed" : "free", b.warpingFixed[1] ? "fixed" : "free"};
    Json holds = Json::object();
    for (const auto& [key, list] : {std::pair{"framing", &b.framing}, std::pair{"along", &b.along}})
        for (const Hold h : *list)
            holds[key].push_back(holdName(h));
    if (!holds.empty()) j["holds"] = std::move(holds);
    if (const Json d = deflectionJson(b.deflection, u); !d.empty()) j["deflection"] = d;
    for (const auto& [family, stated] : b.options)
        if (const Standard* s = standardOfFamily(family)) {
            Json own = Json::object();
            putOptions(own, s->options, stated, u);
            if (!own.empty()) j[family] = std::move(own);
        }
    for (const auto& [key, text] : b.extras)
        j[key] = Json::parse(text);
    return j;
}

} // namespace wr
