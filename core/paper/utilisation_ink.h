// The colour of a utilisation on paper and in files: one hue that darkens towards the limit, another one past it.
#pragma once

#include "core/paper/mark.h"

namespace wr {

// Not finite: that of what was not checked.
Ink utilisationInk(double utilisation);

// A place of a ramp of colours, and the colour between two of them.
struct InkAnchor
{
    double at;
    Ink ink;
};
template <class Ramp> Ink inkAlong(const Ramp& ramp, double at)
{
    if (at <= ramp.front().at) return ramp.front().ink;
    for (size_t i = 0; i + 1 < ramp.size(); ++i)
        if (at <= ramp[i + 1].at) {
            const double k = (at - ramp[i].at) / (ramp[i + 1].at - ramp[i].at);
            Ink out = 0;
            for (const int shift : {16, 8, 0}) {
                const double a = (ramp[i].ink >> shift) & 0xff, b = (ramp[i + 1].ink >> shift) & 0xff;
                out |= static_cast<Ink>(a + k * (b - a) + 0.5) << shift;
            }
            return out;
        }
    return ramp.back().ink;
}

} // namespace wr
