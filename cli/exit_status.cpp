#include "cli/commands.h"

#include "core/base/printable.h"
#include "core/files/text_file.h"

#include <cstdio>
#include <fmt/format.h>
#include <map>

namespace wr::cli {

int exitStatus(const Report& r)
{
    if (std::fflush(stdout) != 0 || std::ferror(stdout) != 0) {
        complain("error: standard output cannot be written to\n");
        return 2;
    }
    if (r.badInput) return 2;
    if (r.counted && r.counts.over > 0) return 1;
    if (r.counted && r.counts.unchecked > 0) return 4;
    return r.openErrors ? 1 : 0;
}

void printFindings(const std::vector<Finding>& findings)
{
    constexpr size_t kShown = 50; // of one kind: a file with a fault in every line says it once and counts
    std::map<std::string_view, size_t> count;
    for (const Finding& f : findings)
        if ((f.severity == Severity::Error || !quiet()) && ++count[f.code] <= kShown)
            complain("{}{}{}: {}\n", severityWord(f.severity), f.place.empty() ? "" : " at ", printable(f.place),
                     printable(f.text));
    for (const auto& [code, n] : count)
        if (n > kShown) complain("… and {} more of the kind {}\n", n - kShown, code);
}

bool writeOut(const std::string& text, const std::string& path)
{
    return told(writeTextFile(text, path));
}

bool told(const std::expected<void, std::string>& done)
{
    if (!done) complain("error: {}\n", printable(done.error()));
    return done.has_value();
}

bool canWrite(const std::string& path)
{
    return path.empty() || told(writable(path));
}

} // namespace wr::cli
