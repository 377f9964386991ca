#include "cli/commands.h"

#include "core/files/frame_writer.h"

#include <cstdio>
#include <fmt/format.h>

namespace wr::cli {

int exitStatus(const Report& r)
{
    if (r.badInput) return 2;
    if (r.counted && r.counts.over > 0) return 1;
    if (r.counted && r.counts.unchecked > 0) return 4;
    return 0;
}

void printFindings(const std::vector<Finding>& findings)
{
    for (const Finding& f : findings)
        fmt::print(stderr, "{}{}{}: {}\n", severityWord(f.severity), f.place.empty() ? "" : " at ", f.place, f.text);
}

bool writeOut(const std::string& text, const std::string& path)
{
    if (path == "-") {
        std::fwrite(text.data(), 1, text.size(), stdout);
        return true;
    }
    if (const auto written = writeTextFile(text, path); !written) {
        fmt::print(stderr, "error: {}\n", written.error());
        return false;
    }
    return true;
}

} // namespace wr::cli
