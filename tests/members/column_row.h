// Columns side by side, tied at mid-height: what holds one holds all, or all move together.
#pragma once

#include "tests/support.h"

namespace wr::test {

// n columns of 2 × 3 m side by side, 5 m apart along x, pinned at foot and head, tied at mid-height to a wall by struts of the
// section T, which is as stiff lengthwise as S and bends as it is told.
inline Frame columnRow(int n, double strutEi, double force, bool wall = true)
{
    std::string nodes, elements, loads;
    for (int k = 0; k < n; ++k) {
        nodes += fmt::format(R"({0}{{"id":"a{1}","at":[{2},0,0],"support":{{"ux":true,"uy":true,"uz":true,"rz":true}}}},
{{"id":"b{1}","at":[{2},0,3],"support":{{"uy":true}}}},{{"id":"c{1}","at":[{2},0,6],"support":{{"ux":true,"uy":true}}}})",
                             k ? "," : "", k, 5 * k);
        elements += fmt::format(R"({0}{{"id":"L{1}","nodes":["a{1}","b{1}"],"section":"S","material":"M"}},
{{"id":"U{1}","nodes":["b{1}","c{1}"],"section":"S","material":"M"}})",
                                k ? "," : "", k);
        if (k)
            elements += fmt::format(R"(,{{"id":"T{}","nodes":["b{}","b{}"],"section":"T","material":"M","behaviour":"axial"}})",
                                    k, k - 1, k);
        loads += fmt::format(R"({}{{"node":"c{}","f":[0,0,{}]}})", k ? "," : "", k, -force);
    }
    if (wall) {
        nodes += R"(,{"id":"w","at":[-5,0,3],)" + kFixed + "}";
        elements += R"(,{"id":"W","nodes":["w","b0"],"section":"T","material":"M","behaviour":"axial"})";
    }
    std::string json =
        beam("\"nodes\":[" + nodes + "],\"elements\":[" + elements + "]", R"({"id":"G","nodal":[)" + loads + "]}",
             R"(,"combinations":[{"id":"U","purpose":"strength","terms":{"G":1}}])");
    json.insert(json.find("],\"nodes\""), R"(,{"id":"T","shape":"bar-flat","h":200,"b":100,"properties":{"avy":0,"avz":0}})");
    Frame f = frameOf(json);
    f.sections[1].properties.iy = f.sections[1].properties.iz = strutEi / 200e9;
    return f;
}

} // namespace wr::test
