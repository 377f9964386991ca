#include "core/files/brief_json.h"

#include "core/files/option_json.h"
#include "core/standards/common/brief_options.h"
#include "core/standards/standard.h"

namespace wr {

namespace {

const std::vector<Option>& briefRows()
{
    static const std::vector<Option> rows = rowsOf(briefTable());
    return rows;
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
        applyStated(briefTable(), readOptions(c_, briefRows(), u_, findings_), b_);
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
    putOptions(j, briefRows(), statedOf(briefTable(), b), u);
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
