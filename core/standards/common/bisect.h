// A value found by halving.
#pragma once

namespace wr {

// Where `below` turns from true to false between lo (true) and hi (false): halved until the range is `share` of the value, at
// most 200 times.
template <class F> double bisect(double lo, double hi, F&& below, double share = 1e-15)
{
    for (int k = 0; k < 200 && hi - lo > share * hi; ++k) {
        const double mid = (lo + hi) / 2;
        (below(mid) ? lo : hi) = mid;
    }
    return (lo + hi) / 2;
}

} // namespace wr
