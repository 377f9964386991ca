#include "tests/support.h"

#include <set>

using namespace wr;

TEST_CASE("findings: codes are unique and every code has a meaning", "[findings]")
{
    std::set<std::string_view> seen;
    for (const FindingKind& k : findingKinds()) {
        CHECK(seen.insert(k.code).second);
        CHECK_FALSE(k.meaning.empty());
    }
    CHECK_THROWS(finding("no.such-code", "", "", ""));
}
