// fuzz_readers [READER] [COUNT] [SEED]: executes a reader, or each of them, on damaged input. Ends with 1 at the first that
// does what it must not, which is left in fuzz-found.bin.
#include "tests/fuzz/readers.h"

#include <chrono>
#include <cstdio>
#include <cstdlib>
#include <fstream>

int main(int argc, char** argv)
{
    const std::string only = argc > 1 ? argv[1] : "all";
    const long count = argc > 2 ? std::atol(argv[2]) : 10'000;
    const auto seed = static_cast<unsigned long>(argc > 3 ? std::atol(argv[3]) : 1);
    bool any = false;
    for (const wr::fuzz::Reader& r : wr::fuzz::readers()) {
        if (only != "all" && only != r.name) continue;
        any = true;
        std::mt19937_64 random(seed);
        const auto begun = std::chrono::steady_clock::now();
        for (long k = 0; k < count; ++k) {
            const std::string input = wr::fuzz::mutated(r, random);
            // Left beside for what ends the program at once.
            if (std::getenv("WREN_FUZZ_KEEP")) std::ofstream("fuzz-found.bin", std::ios::binary) << input;
            const auto before = std::chrono::steady_clock::now();
            const std::string wrong = r.run(input);
            const double took = std::chrono::duration<double>(std::chrono::steady_clock::now() - before).count();
            if (wrong.empty() && took < 5) continue;
            std::ofstream("fuzz-found.bin", std::ios::binary) << input;
            std::fprintf(stderr, "%s, execution %ld of seed %lu: %s (%.1f s)\n", r.name.c_str(), k, seed, wrong.c_str(), took);
            return 1;
        }
        std::printf("%-14s %9ld executions, %.1f s\n", r.name.c_str(), count,
                    std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count());
        std::fflush(stdout);
    }
    if (!any) std::fprintf(stderr, "there is no reader %s\n", only.c_str());
    return any ? 0 : 2;
}
