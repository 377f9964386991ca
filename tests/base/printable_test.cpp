#include "core/base/printable.h"

#include <catch2/catch.hpp>

using wr::printable;

TEST_CASE("printable: escape sequences, broken UTF-8 and control characters are made harmless, letters stay", "[base]")
{
    CHECK(printable("Träger 12, φ·M ≤ 1") == "Träger 12, φ·M ≤ 1");
    CHECK(printable("\x1b[31mX") == "\xEF\xBF\xBD[31mX");
    CHECK(printable("a\nb\tc") == "a b c");
    CHECK(printable(std::string_view("a\0b", 3)) == "a\xEF\xBF\xBD"
                                                    "b");
    CHECK(printable("\xC2\x9B"
                    "31m") == "\xEF\xBF\xBD"
                              "31m"); // the one-byte form of an escape
    // Cut off, overlong, a surrogate, over the last code point: each byte by itself.
    CHECK(printable("\xE2\x82") == "\xEF\xBF\xBD\xEF\xBF\xBD");
    CHECK(printable("\xC0\xAF") == "\xEF\xBF\xBD\xEF\xBF\xBD");
    CHECK(printable("\xED\xA0\x80").size() == 9);
    CHECK(printable("\xF4\x90\x80\x80").size() == 12);
    CHECK(printable("\xF0\x9F\x8C\x89") == "\xF0\x9F\x8C\x89");
}
