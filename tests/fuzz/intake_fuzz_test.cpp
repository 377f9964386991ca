#include "tests/fuzz/readers.h"

#include <catch2/catch.hpp>

TEST_CASE("readers of outside data end in a frame or in findings, whatever they are given", "[fuzz][intake]")
{
#ifdef WREN_SANITIZED
    constexpr int kTimes = 1500;
#else
    constexpr int kTimes = 6000;
#endif
    for (const wr::fuzz::Reader& r : wr::fuzz::readers()) {
        // What is whole is taken first.
        for (const std::string& seed : r.seeds)
            CHECK(r.run(seed).empty());
        std::mt19937_64 random(20261130);
        for (int k = 0; k < kTimes; ++k) {
            const std::string input = wr::fuzz::mutated(r, random);
            const std::string wrong = r.run(input);
            if (!wrong.empty()) FAIL(r.name << ", execution " << k << ": " << wrong);
        }
    }
}
