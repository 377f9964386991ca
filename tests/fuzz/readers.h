// The readers of outside data for fuzzing: what they are begun from, and one execution of each. A reader must end in a frame or
// in findings, whatever it is given; what it takes as sound is written and read again.
#pragma once

#include <random>
#include <string>
#include <vector>

namespace wr::fuzz {

struct Reader
{
    std::string name;
    std::vector<std::string> seeds;  // whole inputs
    std::vector<std::string> words;  // put in here and there
    std::string (*run)(std::string); // what is wrong with what it did; empty: nothing
};
std::vector<Reader> readers();

// A damaged copy: bytes changed, taken out, doubled, words put in, two seeds joined.
std::string mutated(const Reader& r, std::mt19937_64& random);

} // namespace wr::fuzz
