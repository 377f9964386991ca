// The stability statement of AISC 360: C1 to C3, Appendix 7 and 8, line by line.
#include "core/standards/aisc360/stability.h"

#include "core/standards/common/notional_asked.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr::aisc360 {

namespace {

using V = StabilityVerdict;

class Statement
{
public:
    Statement(const WholeFrame& model, std::span<const Finding> findings)
        : model_(model), t_(model.forces()), first_(firstOrder(model)), direct_(!first_ && t_.reducedStiffness),
          findings_(findings)
    {
        if (const Finding* drift = find("stability.drift")) ratio_ = drift->figure("ratio");
    }

    std::vector<StabilityLine> lines()
    {
        method();
        order();
        notional();
        stiffness();
        sway();
        lengths();
        thrust();
        return std::move(out_);
    }

private:
    const Finding* find(std::string_view code) const
    {
        const auto it = std::find_if(findings_.begin(), findings_.end(), [&](const Finding& f) { return f.code == code; });
        return it == findings_.end() ? nullptr : &*it;
    }
    bool known() const { return !std::isnan(ratio_); }
    void put(const char* topic, const char* clause, std::string asked, std::string holds, V verdict)
    {
        out_.push_back({topic, clause, std::move(asked), std::move(holds), verdict});
    }
    bool noSway() const
    {
        const Design& d = model_.frame().design;
        return d.swayX == false && d.swayY == false;
    }

    void method()
    {
        const double limit = 1.5;
        if (direct_) return put("Method", "C1.1", "a method of Chapter C or Appendix 7", "direct analysis method", V::Met);
        const char* asked = first_ ? "the first-order method is allowed where Δ2nd/Δ1st does not exceed 1.5 (7.3.1)"
                                   : "the effective length method is allowed where Δ2nd/Δ1st does not exceed 1.5 (7.2.1)";
        put("Method", "App. 7", asked, first_ ? "first-order analysis" : "effective length method",
            !known()          ? V::Unknown
            : ratio_ <= limit ? V::Met
                              : V::NotMet);
    }

    void order()
    {
        const char* asked = "P-Δ and P-δ effects";
        if (!first_)
            return put("Order of the analysis", "C2.1(b)", asked,
                       t_.amplified ? "first-order forces amplified by B1 and B2 (Appendix 8)" : "second-order forces", V::Met);
        if (noSway())
            return put("Order of the analysis", "C2.1(b)", asked,
                       "first-order forces, B1 on members' moments; the frame is stated not to sway", V::Met);
        put("Order of the analysis", "C2.1(b)", asked, "first-order forces, B1 on members' moments; what sway adds is missing",
            V::NotMet);
    }

    void notional()
    {
        const auto without = withoutNotional(model_);
        const auto sets = model_.setsFor(model_.standard());
        const char* asked = first_ ? "2.1·α·(Δ/L)·Yi, at least 0.0042·Yi, in every combination (7.3.2)"
                            : known() && ratio_ > (direct_ ? 1.7 : 1.5)
                                ? "0.002·α·Yi in every combination, since Δ2nd/Δ1st is larger (C2.2b)"
                                : "0.002·α·Yi in combinations of gravity alone (C2.2b)";
        if (sets.empty()) return put("Notional loads", "C2.2b", asked, "no strength combinations", V::Unknown);
        if (!without.empty())
            return put("Notional loads", first_ ? "App. 7.3.2" : "C2.2b", asked,
                       fmt::format("none in {}{}", firstOf(without), notionalWords(t_)),
                       !t_.given || t_.notional == false ? V::NotMet
                       : t_.notional                     ? V::Met
                                                         : V::Unknown);
        const bool inAll = first_ || (known() && ratio_ > (direct_ ? 1.7 : 1.5));
        put("Notional loads", first_ ? "App. 7.3.2" : "C2.2b", asked,
            "every combination holds notional loads or loads that push sideways", inAll ? V::Unknown : V::Met);
    }

    void stiffness()
    {
        if (direct_) return put("Stiffness", "C2.3", "0.8·τb of all that gives stability", "reduced: 0.8·τb", V::Met);
        put("Stiffness", "C2.3", "the whole stiffness, by this method", t_.reducedStiffness ? "reduced" : "whole",
            t_.reducedStiffness ? V::NotMet : V::NotNeeded);
    }

    void sway()
    {
        const double limit = direct_ ? 1.7 : 1.5;
        const char* asked = direct_ ? "up to 1.7 notional loads beside gravity alone will do (C2.2b)" : "at most 1.5";
        put("Δ2nd/Δ1st",
            direct_  ? "C2.2b"
            : first_ ? "App. 7.3.1"
                     : "App. 7.2.1",
            asked,
            known() ? fmt::format("{:.2f}, as B2 of Appendix 8", ratio_)
                    : "not known: no storeys, one-way elements, or forces from elsewhere",
            !known()          ? V::Unknown
            : ratio_ <= limit ? V::Met
                              : V::NotMet);
    }

    // Members with a factor below 1 about either axis.
    std::vector<std::string> shorter() const
    {
        std::vector<std::string> out;
        for (size_t i = 0; i < model_.members().size(); ++i)
            for (const LengthAxis a : {LengthAxis::Major, LengthAxis::Minor})
                for (const LaneSegment& s : model_.lanes(i).of(a))
                    if (!s.continuous && s.k < 1 - 1e-9 && (out.empty() || out.back() != model_.members()[i].id))
                        out.push_back(model_.members()[i].id);
        return out;
    }

    void lengths()
    {
        if (direct_ || first_) {
            const StatedFactors s = statedFactors(model_);
            const char* clause = direct_ ? "C3" : "App. 7.3.3";
            const std::vector<std::string> less = shorter();
            if (!s.above.empty() && direct_)
                return put("Effective lengths", clause, "K = 1", fmt::format("larger factors by hand for {}", firstOf(s.above)),
                           V::NotMet);
            return put("Effective lengths", clause, "K = 1",
                       less.empty() ? "K = 1 or more everywhere" : fmt::format("K below 1 for {}", firstOf(less)),
                       less.empty() ? V::Met : V::NotMet);
        }
        if (known() && ratio_ <= 1.1)
            return put("Effective lengths", "App. 7.2.3", "K = 1 may be taken, since Δ2nd/Δ1st is at most 1.1",
                       "as the holds and ends give, never less", V::Met);
        std::vector<std::string> one;
        for (size_t i = 0; i < model_.members().size(); ++i)
            for (const LengthAxis a : {LengthAxis::Major, LengthAxis::Minor})
                for (const LaneSegment& s : model_.lanes(i).of(a))
                    if (!s.continuous && s.sway && !s.leaning && s.k <= 1 + 1e-9 &&
                        (one.empty() || one.back() != model_.members()[i].id))
                        one.push_back(model_.members()[i].id);
        put("Effective lengths", "App. 7.2.3", "K of columns that resist sway from a buckling analysis",
            one.empty() ? "K above 1 for every member that sways" : fmt::format("K = 1 for {}, which sway", firstOf(one)),
            one.empty() ? V::Met : V::NotMet);
    }

    void thrust()
    {
        if (!first_)
            return put("Thrust of sway members", "App. 7.3.1", "by the first-order method only", "not that method",
                       V::NotNeeded);
        const Finding* over = find("stability.thrust");
        put("Thrust of sway members", "App. 7.3.1", "α·Pr at most half of Pns",
            over ? "more in " + over->subject : "not above half in any member", over ? V::NotMet : V::Met);
    }

    const WholeFrame& model_;
    const ForceTable& t_;
    bool first_, direct_;
    std::span<const Finding> findings_;
    double ratio_ = std::numeric_limits<double>::quiet_NaN();
    std::vector<StabilityLine> out_;
};

} // namespace

std::vector<StabilityLine> stabilityStatement(const WholeFrame& model, std::span<const Finding> findings)
{
    if (model.forces().empty()) return {};
    return Statement(model, findings).lines();
}

} // namespace wr::aisc360
