// A member alone for the clause functions of EN 1993: SI, E = 210 000 MPa.
#pragma once

#include "core/standards/en1993/strengths.h"
#include "tests/support.h"

namespace wr::test {

// A member alone: section by name or shape, fy in MPa, E = 210 000.
struct EnAlone
{
    Shape shape;
    SectionProperties section;
    Lanes lanes;
    Brief brief;
    MemberInput input;

    EnAlone(const Shape& s, double fy, double fu = 490)
        : shape(s), section(computeProperties(s)), input{shape, section, Steel{210e9, 210e9 / 2.6, fy * 1e6, fu * 1e6, {}},
                                                         lanes, brief,   1}
    {
    }
    EnAlone(const char* name, double fy) : EnAlone(Alone::find(name).shape, fy) {}
    EnAlone(const EnAlone&) = delete;
};

// Utilisation of the section under forces at one place.
inline double sectionRatio(const EnAlone& m, const en1993::Station& at)
{
    using namespace en1993;
    NoTrace none;
    const Context c(m.input);
    const Strengths s = strengths(c, {});
    return combined(c, s.plates, s.effective, s.constants, at, classOf(c, s, at.a), none).ratio;
}

} // namespace wr::test
