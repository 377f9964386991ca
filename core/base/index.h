// A place in one certain list: two lists' places do not mix.
#pragma once

#include <compare>
#include <cstddef>

namespace wr {

template <class List> class Index
{
public:
    constexpr Index() = default; // no place
    constexpr explicit Index(size_t at) : at_(static_cast<int>(at)) {}
    constexpr bool given() const { return at_ >= 0; }
    constexpr size_t at() const { return static_cast<size_t>(at_); } // only where given()
    constexpr auto operator<=>(const Index&) const = default;

private:
    int at_ = -1;
};

} // namespace wr
