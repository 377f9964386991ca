// A folder for what is exported, the state it is made of, and a frame that leans every way.
#pragma once

#include "core/exports/exports.h"
#include "core/files/text_file.h"
#include "tests/reporting/checked.h"

#include <filesystem>
#include <unistd.h>

namespace wr::test {

namespace fs = std::filesystem;

class Place
{
public:
    Place() : path_(fs::temp_directory_path() / ("wren-exports-" + std::to_string(getpid()))) { fs::create_directories(path_); }
    ~Place() { fs::remove_all(path_); }
    fs::path operator/(const std::string& name) const { return path_ / name; }

private:
    fs::path path_;
};

inline ExportInput inputOf(const DesignState& s)
{
    ExportInput in;
    in.state = s;
    in.moment = "2026-03-01T09:30:00Z";
    in.author = "A. Checker";
    return in;
}

inline void write(const ExportInput& in, const fs::path& path)
{
    SilentProgress p;
    const Exported done = exportFrame(in, {}, {}, path, p);
    if (!done) UNSCOPED_INFO(done.error());
    REQUIRE(done.has_value());
}

// A frame that leans every way: shapes of all kinds, skew, rolled, run against each other, in two groups, one member over.
inline const DesignState& mixed()
{
    static const DesignState s = [] {
        const char* const sections[] = {R"("name":"IPE300")",
                                        R"("name":"UPE200")",
                                        R"("name":"L150X90X12")",
                                        R"("shape":"tee","h":150,"b":200,"tw":8,"tf":12,"r":10)",
                                        R"("name":"CHS 168.3x6.3")",
                                        R"("name":"RHS 200x100x6")",
                                        R"("shape":"i-unequal","h":400,"b":200,"tf":16,"b2":150,"tf2":12,"tw":8)",
                                        R"("shape":"double-angle","h":90,"b":90,"t":9,"r":10,"gap":10,"back":"long")",
                                        R"("shape":"bar-flat","h":120,"b":20)",
                                        R"("shape":"bar-round","d":60)"};
        std::string list, nodes, elements, members;
        int k = 0;
        for (const char* section : sections) {
            const double x = 3.0 * k, turn = 17.0 * k;
            list += fmt::format(R"({}{{"id":"S{}",{}}})", k ? "," : "", k, section);
            nodes += fmt::format(
                R"({}{{"id":"a{}","at":[{},0,0],"support":{{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}}}},{{"id":"b{}","at":[{},{},3]}})",
                k ? "," : "", k, x, k, x + 0.3 * k, 0.2 * k);
            const bool turned = k % 2 == 1;
            elements += fmt::format(R"({}{{"id":"e{}","nodes":["{}{}","{}{}"],"section":"S{}","material":"M","roll":{}}})",
                                    k ? "," : "", k, turned ? "b" : "a", k, turned ? "a" : "b", k, k, turn);
            members += fmt::format(R"({}{{"id":"Post {} <&\"'é","elements":["e{}"],"group":"{}"}})", k ? "," : "", k, k,
                                   k % 2 ? "odd ; posts" : "even");
            ++k;
        }
        return wholeState(frameOf(
            R"({"format":"wren-frame","version":1,"title":"Mixed","materials":[{"id":"M","grade":"EN 10025-2 S355"}],"sections":[)" +
            list + R"(],"nodes":[)" + nodes + R"(],"elements":[)" + elements +
            R"(],"cases":[{"id":"G","action":"dead","nodal":[{"node":"b0","f":[900,0,-10]},{"node":"b4","f":[0,2,-5]}]}],
"combinations":[{"id":"U","terms":{"G":1.35}}],"design":{"standard":"en1993","members":[)" +
            members + R"(]}})"));
    }();
    return s;
}

} // namespace wr::test
