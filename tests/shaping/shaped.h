// A shape edit done, or why it is refused.
#pragma once

#include "core/shaping/shape_edit.h"
#include "tests/support.h"

namespace wr::test {

inline Reshaped done(const Frame& f, const ShapeEdit& e)
{
    auto out = reshaped(f, e);
    if (!out) UNSCOPED_INFO(out.error());
    REQUIRE(out.has_value());
    return *std::move(out);
}

inline std::string refusal(const Frame& f, const ShapeEdit& e)
{
    const auto out = reshaped(f, e);
    return out ? "" : out.error();
}

} // namespace wr::test
