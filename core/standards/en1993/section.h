// What EN 1993-1-1 asks of a section: its symbols, partial factors, and the plates whose slenderness counts. Axes y (major) and
// z (minor); for angles the principal ones. Stresses and axial forces here: compression positive.
#pragma once

#include "core/base/powers.h"
#include "core/standards/check.h"
#include "core/standards/common/axes.h"
#include "core/standards/common/steps.h"
#include "core/standards/en1993/options.h"

#include <array>
#include <cmath>
#include <limits>
#include <string_view>

namespace wr::en1993 {

struct Context
{
    const MemberInput& in;
    std::shared_ptr<const Rules> own; // where the input brings none: those of its brief
    const National& national;
    const Options& options;
    const Shape& s;
    const SectionProperties& p;
    double e, g, fy, fu;
    double epsilon; // sqrt(235 MPa / fy)

    explicit Context(const MemberInput& input)
        : in(input), own(input.rules ? nullptr : rulesOf(input.brief, nullptr)), national(rules().national),
          options(rules().options), s(input.shape), p(input.section), e(input.steel.e), g(input.steel.g), fy(input.steel.fy),
          fu(input.steel.fu), epsilon(std::sqrt(235e6 / fy))
    {
    }
    const EnRules& rules() const { return static_cast<const EnRules&>(in.rules ? *in.rules : *own); }
    // Recommended values stand for every part of EN 1993 the set does not name.
    double gammaM0() const { return national.gammaM0; }
    double gammaM1() const { return national.gammaM1; }
    double eta() const { return fy <= 460e6 * (1 + 1e-9) ? national.eta : 1.0; } // EN 1993-1-5 5.1(2)
    bool doublySymmetricI() const
    {
        return s.kind == ShapeKind::I || (s.kind == ShapeKind::IUnequal && s.b == s.b2 && s.tf == s.tf2);
    }
    bool iShape() const { return s.kind == ShapeKind::I || s.kind == ShapeKind::IUnequal; }
};

// Resistance of what is not covered: infinite, so that a demand of zero costs nothing; any other makes the check unchecked.
constexpr double kUncovered = std::numeric_limits<double>::infinity();

// A flat part of Table 5.2, its flat width from end 1 to end 2 along the centre line. End 2 of an outstand is free.
struct Plate
{
    std::string_view name;
    bool internal = false;
    double c = 0, t = 0; // m
    double y1 = 0, z1 = 0, y2 = 0, z2 = 0;
};
struct Plates
{
    std::array<Plate, 6> list{};
    size_t count = 0;
    void add(const Plate& p) { list[count++] = p; }
    const Plate* begin() const { return list.data(); }
    const Plate* end() const { return list.data() + count; }
};
// Table 5.2: widths from the toes of fillets or welds; walls of a rectangular tube c = outside - 3t. Round tubes, bars: none.
Plates platesOf(const Context& c);

// Axial force (compression positive) and moments of one place: my compresses the top (+z), mz the +y fibre. N, N·m.
struct Action3
{
    double n = 0, my = 0, mz = 0;
};

// Depth between the flanges of an I or channel.
double webClear(const Shape& s);

template <class Sink> void putSteel(const Context& c, Sink& sink)
{
    given(sink, "f_y", Quantity::Stress, c.fy, "3.2");
    given(sink, "E", Quantity::Stress, c.e, "3.2.6");
}
template <class Sink> double putM0(const Context& c, Sink& sink)
{
    return given(sink, "gamma_M0", Quantity::Ratio, c.gammaM0(), "6.1");
}
template <class Sink> double putM1(const Context& c, Sink& sink)
{
    return given(sink, "gamma_M1", Quantity::Ratio, c.gammaM1(), "6.1");
}

} // namespace wr::en1993
