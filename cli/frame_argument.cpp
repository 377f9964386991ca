#include "cli/frame_argument.h"

#include "cli/commands.h"
#include "core/files/frame_reader.h"

namespace wr::cli {

Loaded<Frame> readFrameFor(const std::string& path, const std::string& output)
{
    if (!canWrite(output)) return {};
    auto loaded = readFrameFile(path);
    if (!loaded.ok()) printFindings(loaded.findings);
    return loaded;
}

} // namespace wr::cli
