// The project file of 10 000 members with their results: kept, opened, an edit handed over.
#include "benchmarks/frames.h"
#include "core/project/file/project_writer.h"
#include "core/project/file/row_bytes.h"
#include "core/project/history.h"

#include <filesystem>
#include <numeric>
#include <unistd.h>

using namespace wr;
using namespace wr::benchmark;

int main()
{
    const auto frame = manyMembers(10000, 6, 20);
    auto results = std::make_shared<FrameResults>();
    results->forces.ok = true;
    results->forces.forces = *randomForces(*frame, 11);
    ForceTable& t = results->forces.forces;
    t.columnCase.resize(t.columns);
    std::iota(t.columnCase.begin(), t.columnCase.end(), 0);
    const auto path = std::filesystem::temp_directory_path() / fmt::format("wren-benchmark-{}.wren", getpid());
    const double made = seconds(1, [&] {
        ProjectWriter w(*ProjectFile::create(path, *frame));
        w.results(frame, results);
        w.flush();
    });
    size_t members = 0;
    const double opened = seconds(3, [&] {
        auto file = ProjectFile::open(path);
        const auto c = file->read();
        members = c && c->results ? c->frame.elements.size() : 0;
    });
    double handed = 0, written = 0;
    {
        ProjectWriter w(*ProjectFile::open(path));
        Frame f = *frame;
        for (size_t n = 1; n <= 20; ++n) {
            Frame next = f;
            for (size_t k = 0; k < 100; ++k)
                next.design.members.edit()[k].group = fmt::format("G{}", n);
            const Patch p = differences(f, next, "a hundred members");
            f = std::move(next);
            const auto after = std::make_shared<const Frame>(f);
            handed = std::max(handed, seconds(1, [&] { w.add(n, p, after); }));
        }
        written = seconds(1, [&] { w.flush(); });
    }
    fmt::print("{} members, {:.0f} MB\n", members, static_cast<double>(std::filesystem::file_size(path)) / 1e6);
    fmt::print("  kept for the first time, with results   {:7.0f} ms\n", made * 1e3);
    fmt::print("  opened, with results                    {:7.0f} ms (limit 1000)\n", opened * 1e3);
    fmt::print("  an edit of 100 members handed over, at most {:5.2f} ms (limit 5)\n", handed * 1e3);
    fmt::print("  twenty of them written                  {:7.0f} ms\n", written * 1e3);
    for (const char* end : {"", "-wal", "-shm"})
        std::filesystem::remove(path.string() + end);
    return opened < 1 && handed < 0.005 && members == 10000 ? 0 : 1;
}
