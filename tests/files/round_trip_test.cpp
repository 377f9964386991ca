#include "core/files/frame_writer.h"
#include "tests/support.h"

#include <filesystem>

using namespace wr;

TEST_CASE("writer: written and read again, a frame says the same", "[files]")
{
    for (const char* name : {"marrow-hill", "tern-street"}) {
        const Frame a = test::frameOf(test::demo(name));
        const std::string once = writeFrame(a);
        const Frame b = test::frameOf(once);
        CHECK(writeFrame(b) == once);
        CHECK(validateAgainstSchema(once).empty());
        REQUIRE(b.elements.size() == a.elements.size());
        CHECK(b.elements == a.elements);
        CHECK(b.combinations == a.combinations);
        CHECK(b.design.members == a.design.members);
        CHECK(b.design.groups == a.design.groups);
        for (size_t i = 0; i < a.nodes.size(); ++i)
            CHECK(norm(a.nodes[i].at - b.nodes[i].at) < 1e-11 * (1 + norm(a.nodes[i].at)));
    }
}

TEST_CASE("writer: everything the format has survives", "[files]")
{
    const std::string json =
        R"({"format":"wren-frame","version":1,"title":"All of it",
"units":{"length":"ft","force":"kip","section":"in","stress":"ksi","angle":"deg","mass":"lb"},"up":"y",
"x-mine":{"a":[1,2]},
"materials":[{"id":"A","e":29000,"g":11200,"density":490,"alpha":6.5e-6,"fy":50,"fu":65,"x-note":"own"},
{"id":"B","grade":"ASTM A992","fy":49}],
"sections":[{"id":"1","name":"W12X65"},{"id":"2","shape":"i","h":24,"b":8,"tw":0.5,"tf":1,"a":0.25},
{"id":"3","shape":"i","h":24,"b":8,"tw":0.5,"tf":1,"r":0.5,"properties":{"a":30,"iw":9000}},
 {"id":"4","shape":"channel","h":10,"b":3,"tw":0.3,"tf":0.5,"r":0.3,"slope":0.1,"r2":0.2},
{"id":"5","shape":"double-angle","h":4,"b":3,"t":0.25,"gap":0.375,"back":"short"},
{"id":"6","shape":"rhs","h":6,"b":4,"t":0.25,"process":"hot"},
 {"id":"7","shape":"angle","h":4,"b":4,"t":0.25,"r":0.3},{"id":"8","properties":{"a":10,"iy":100,"iz":50,"it":2}}],
"nodes":[{"id":"a","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":100.5}},{"id":"b","at":[10,0,0],"x-k":1},
{"id":"c","at":[20,0,0],"support":{"uy":true}},{"id":"d","at":[20,5,0]}],
"elements":[{"id":"1","nodes":["a","b"],"section":"3","material":"A","roll":30,"release":{"i":["my"],"j":["t","mz"]}},
{"id":"2","nodes":["b","c"],"section":"7","material":"B","roll":90,"rollTo":"legs","behaviour":"tension-only"},
{"id":"3","nodes":["b","d"],"section":"1","material":"B"}],
"diaphragms":[{"id":"D","nodes":["b","d"]}],
"cases":[{"id":"G","title":"dead","action":"superimposed","selfWeight":1.1,
"nodal":[{"node":"b","f":[1,2,3],"m":[0,0,4]}],"line":[{"element":"1","axes":"projected","from":1,"to":9,
"q":[[0,-1,0],[0,-2,0]]}],"point":[{"element":"1","axes":"local","at":5,"f":[0,0,-3]}],
"thermal":[{"element":"2","uniform":25}],"settlement":[{"node":"c","dof":"uy","value":-0.02}]}],
"combinations":[{"id":"S","title":"service","purpose":"service","kind":"frequent","terms":{"G":0.7}}],
"results":[{"case":"G","step":3,"order":"second","elements":[{"element":"1",
"stations":[{"s":0,"n":-1,"vy":0,"vz":2,"t":0.5,"my":3,"mz":4},{"s":10,"n":-1}]}],
"nodes":[{"node":"b","u":[0,-0.01,0],"r":[0,0,0.001],"f":[0,0,0],"m":[0,0,0]}]}],
"design":{"standard":"aisc360-22-asd","sway":{"x":true,"y":false},
"members":[{"id":"M","elements":["1"],"group":"g","brief":"b","exclude":true,"rule":"none","x-z":0}],
"restraints":[{"member":"M","at":5,"holds":["top","twist"]},{"member":"M","at":0,"free":true}],
 "lengths":[{"member":"M","from":0,"to":5,"axis":"minor","k":0.8},{"member":"M","axis":"torsion","length":7}],
"briefs":[{"id":"b","netAreaRatio":0.85,"shearLag":0.9,"cb":1.1,"torsionBelow":0.02,"slendernessCompression":180,
"slendernessTension":240,"standard":"aisc360-22-lrfd"}],
 "groups":[{"id":"g","ladder":"l"}],"ladders":[{"id":"l","family":"W","minDepth":8,"maxDepth":14,"target":0.95}]}})";
    CHECK(validateAgainstSchema(json).empty());
    const Frame a = test::frameOf(json);
    const std::string once = writeFrame(a);
    const Frame b = test::frameOf(once);
    CHECK(writeFrame(b) == once);
    for (const char* piece : {"\"x-mine\"", "\"x-note\"", "\"x-k\"", "\"x-z\"", "\"rollTo\"", "\"projected\"", "\"frequent\"",
                              "\"step\"", "\"netAreaRatio\"", "\"ladder\"", "\"back\"", "\"free\"", "\"a\":0.25"}) {
        INFO(piece);
        CHECK(once.find(piece) != std::string::npos);
    }
    CHECK(b.design == a.design);
    CHECK(b.elements == a.elements);
    CHECK(b.extras == a.extras);
}

TEST_CASE("writer: a file that cannot be written says why and leaves nothing behind", "[files]")
{
    const Frame f = test::frameOf(test::demo("tern-street"));
    const auto r = writeFrameFile(f, "/nonexistent/folder/x.frame.json");
    REQUIRE_FALSE(r.has_value());
    CHECK(r.error().find("cannot be written") != std::string::npos);
    const auto path = std::filesystem::temp_directory_path() / "wren-writer-test.frame.json";
    REQUIRE(writeFrameFile(f, path).has_value());
    CHECK(readFrameFile(path).ok());
    CHECK_FALSE(std::filesystem::exists(path.string() + ".part"));
    std::filesystem::remove(path);
}
