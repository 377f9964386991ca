// The stability statement of EN 1993-1-1: 5.2 and 5.3, line by line.
#include "core/standards/en1993/stability.h"

#include "core/standards/common/notional_asked.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr::en1993 {

std::vector<StabilityLine> stabilityStatement(const WholeFrame& model, std::span<const Finding> findings)
{
    using V = StabilityVerdict;
    const ForceTable& t = model.forces();
    if (t.empty() || model.setsFor(model.standard()).empty()) return {};
    const auto find = [&](std::initializer_list<std::string_view> codes) -> const Finding* {
        const auto it = std::find_if(findings.begin(), findings.end(), [&](const Finding& f) {
            return std::find(codes.begin(), codes.end(), f.code) != codes.end();
        });
        return it == findings.end() ? nullptr : &*it;
    };
    const Finding* drift = find({"stability.drift", "forces.sway"});
    const double alpha = drift ? drift->figure("alphaCr") : std::numeric_limits<double>::quiet_NaN();
    const double limit = drift && !std::isnan(drift->figure("limit")) ? drift->figure("limit") : 10;
    const bool none = drift && drift->figure("noSway") == 1, above = drift && drift->figure("alphaAbove") >= limit;
    const bool stiff = none || above || alpha >= limit, known = stiff || !std::isnan(alpha);
    const bool second = secondOrder(model);
    const auto [without, first] = withoutImperfection(model);
    std::vector<StabilityLine> out;
    const auto put = [&](const char* topic, const char* clause, std::string asked, std::string holds, V v) {
        out.push_back({topic, clause, std::move(asked), std::move(holds), v});
    };

    put("Critical factor α_cr", "5.2.1(3)", fmt::format("at least {:g} for first-order forces", limit),
        none                 ? "no mode of the frame sways"
        : !std::isnan(alpha) ? fmt::format("{:.2f} of the lowest mode that sways", alpha)
        : above              ? fmt::format("above {:.2f}: no mode up to there sways", drift->figure("alphaAbove"))
                             : "not known: the cases hold no loads, or it was not found yet",
        !known   ? V::Unknown
        : stiff  ? V::Met
        : second ? V::NotNeeded
                 : V::NotMet);
    put("Order of the analysis", "5.2.1",
        stiff   ? "first order will do"
        : known ? "second order, since α_cr is smaller"
                : "second order where α_cr is below the limit",
        t.amplified ? "first-order forces amplified"
        : second    ? "second-order forces"
                    : "first-order forces",
        second || stiff ? V::Met
        : known         ? V::NotMet
                        : V::Unknown);
    const int sets = static_cast<int>(model.setsFor(model.standard()).size());
    put("Sway imperfections", "5.3.2(3)",
        "φ = 1/200·αh·αm in every combination, unless horizontal loads reach 0.15 of the vertical ones (5.3.2(4))",
        t.notional.value_or(false) ? "said to be in the given forces"
        : without == 0             ? "in every strength combination"
                                   : fmt::format("missing in {} ({} first){}", without, first, notionalWords(t)),
        without == 0                         ? V::Met
        : t.given && !t.notional && sets > 0 ? V::Unknown
                                             : V::NotMet);
    const Finding* bow = find({"stability.bow"});
    put("Bow of members", "5.3.2(6)",
        "in the analysis for members with moment-resisting ends above a quarter of their critical load",
        bow ? "not in the analysis: " + bow->subject + " first" : "by the buckling curves; no member asks for more",
        !bow    ? V::Met
        : stiff ? V::NotNeeded
                : V::NotMet);
    const Finding* twice = find({"stability.twice"});
    if (second && without == 0)
        put("Effective lengths", "5.2.2(7)b", "system lengths",
            twice ? "larger factors by hand: " + twice->subject + " first" : "system lengths wherever none is stated",
            twice ? V::NotMet : V::Met);
    else
        put("Effective lengths", second ? "5.2.2(7)b" : "5.2.2(8)",
            stiff ? "lengths between holds" : "buckling lengths of the frame's sway mode",
            "as the holds and ends give, with sway where the frame sways", stiff ? V::Met : V::Unknown);
    put("Stiffness", "5.2", "no reduction", t.reducedStiffness ? "reduced" : "whole",
        t.reducedStiffness ? V::NotNeeded : V::Met);
    return out;
}

} // namespace wr::en1993
