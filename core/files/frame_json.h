// What the writers of a frame share: numbers in the units of the file, rows by their names.
#pragma once

#include "core/base/numbers.h"
#include "core/files/json_value.h"
#include "core/frame/frame.h"

#include <string>

namespace wr {

class FrameJson
{
public:
    explicit FrameJson(const Frame& f) : f_(f) {}

protected:
    // Twelve significant digits: unit factors leave no dust behind, and nothing an engineer gave is lost.
    static double clean(double v) { return rounded(v, 12); }
    double out(Quantity q, double si) const { return clean(f_.writtenUnits().show(q, si)); }
    Json vec(Vec3 v, Quantity q) const { return {out(q, v.x), out(q, v.y), out(q, v.z)}; }
    const std::string& nodeId(int n) const { return f_.nodes[n].id; }
    const std::string& elementId(int e) const { return f_.elements[e].id; }
    const std::string& caseId(int c) const { return f_.cases[c].id; }

    static Json with(Json o, const Extras& extras)
    {
        for (const auto& [key, text] : extras)
            o[key] = Json::parse(text);
        return o;
    }

    template <class List, class F> static void list(Json& j, const char* key, const List& items, F each)
    {
        if (items.empty()) return;
        Json array = Json::array();
        for (const auto& t : items)
            array.push_back(each(t));
        j[key] = std::move(array);
    }

    const Frame& f_;
};

} // namespace wr
