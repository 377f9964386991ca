#include "tests/support.h"

#include <random>

using namespace wr;

namespace {

// Reading damaged text must end in a frame or in findings, never in a crash; a frame that is accepted can be analysed and
// checked.
void feed(const std::string& text)
{
    const auto r = readFrame(text);
    CHECK(r.ok() != anyError(r.findings));
    if (!r.ok()) return;
    SilentProgress p;
    const AnalysisResult a = analyseLinear(*r.value, {}, p);
    if (!a.ok) return;
    const CheckModel m(std::make_shared<const Frame>(*r.value), std::make_shared<const ForceTable>(a.forces),
                       std::make_shared<const std::vector<Standard>>(shippedStandards()));
    CheckReport report;
    m.checkAll(report, p);
}

} // namespace

TEST_CASE("fuzz: damaged frame files never crash the reader, the analysis or the checks", "[fuzz]")
{
    const std::string good = test::demo("tern-street");
    std::mt19937 random(20261123);
    const auto upTo = [&](size_t n) { return std::uniform_int_distribution<size_t>(0, n - 1)(random); };
    const std::string spice = "{}[]\",:0123456789.-+eE \n\tntfx\\/\xff";
    for (int round = 0; round < 250; ++round) {
        std::string text = good;
        for (size_t k = 0, n = 1 + upTo(4); k < n; ++k) {
            const size_t at = upTo(text.size());
            switch (upTo(5)) {
            case 0: text[at] = spice[upTo(spice.size())]; break;
            case 1: text.erase(at, 1 + upTo(40)); break;
            case 2: text.insert(at, 1, spice[upTo(spice.size())]); break;
            case 3: text.resize(at + 1); break;
            default: text.insert(at, text.substr(upTo(text.size()), upTo(60))); break;
            }
        }
        CAPTURE(round);
        feed(text);
    }
}

TEST_CASE("fuzz: wild numbers in a well-formed file", "[fuzz]")
{
    const std::string good = test::demo("tern-street");
    std::mt19937 random(7);
    const char* wild[] = {"0",    "-1",    "1e300", "-1e300", "1e-300",    "4294967296", "true",
                          "null", "\"5\"", "[]",    "{}",     "0.0000001", "1e12"};
    for (int round = 0; round < 250; ++round) {
        std::string text = good;
        // Replaces one number token somewhere.
        const size_t at = text.find_first_of("0123456789", std::uniform_int_distribution<size_t>(0, text.size() - 2)(random));
        if (at == std::string::npos) continue;
        const size_t end = text.find_first_not_of("0123456789.eE+-", at);
        text.replace(at, end - at, wild[std::uniform_int_distribution<size_t>(0, std::size(wild) - 1)(random)]);
        CAPTURE(round);
        feed(text);
    }
}
