// Small frames and members for tests, and the way from JSON text to a check.
#pragma once

#include "core/analysis/analyse.h"
#include "core/analysis/linear.h"
#include "core/checking/runner.h"
#include "core/files/frame_reader.h"
#include "core/sections/catalogue.h"

#include <catch2/catch.hpp>
#include <fmt/format.h>
#include <fstream>
#include <memory>
#include <sstream>
#include <string>

namespace wr::test {

inline std::string slurp(const std::string& path)
{
    std::ifstream in(path, std::ios::binary);
    std::stringstream s;
    s << in.rdbuf();
    return s.str();
}

inline std::string demo(const std::string& name)
{
    return slurp(std::string(WREN_SOURCE) + "/data/demo/" + name + ".frame.json");
}

inline Frame frameOf(const std::string& json)
{
    auto loaded = readFrame(json);
    for (const Finding& f : loaded.findings)
        UNSCOPED_INFO(f.place << " " << f.text);
    REQUIRE(loaded.ok());
    return *loaded.value;
}

inline AnalysisResult analysed(const Frame& f, AnalysisOptions o = {})
{
    SilentProgress p;
    AnalysisResult r = analyseLinear(f, o, p);
    for (const Finding& x : r.findings)
        UNSCOPED_INFO(x.code << ": " << x.text);
    REQUIRE(r.ok);
    return r;
}

// The same by any way of analysis.
inline FrameForces forcesOf(const Frame& f, const AnalysisChoice& choice = {})
{
    SilentProgress p;
    FrameForces r = analyseForces(f, choice, secondOrderRules(), p);
    for (const Finding& x : r.findings)
        UNSCOPED_INFO(x.code << ": " << x.text);
    REQUIRE(r.ok);
    return r;
}

// Given forces where the frame has results, else by that analysis (first order).
inline std::unique_ptr<CheckModel> modelOf(Frame frame, const AnalysisChoice& choice = {})
{
    auto f = std::make_shared<const Frame>(std::move(frame));
    auto t = std::make_shared<ForceTable>();
    std::vector<Finding> findings;
    if (!f->results.empty())
        *t = givenForces(*f, findings);
    else
        *t = forcesOf(*f, choice).forces;
    auto ends = std::make_unique<CheckModel>(f, t, std::make_shared<const std::vector<Standard>>(shippedStandards()));
    if (ends->restraintKnown(false)) return ends;
    SilentProgress p;
    return std::make_unique<CheckModel>(
        f, t, nullptr, std::make_shared<const FrameRestraint>(*f, ends->members(), *t, false, p), *ends, Changed{});
}

inline const CheckOutcome& outcome(const CheckModel& m, const MemberResult& r, size_t member, std::string_view key)
{
    for (const CheckOutcome& o : r.outcomes)
        if (m.standardOf(member).checks[o.check].key == key) return o;
    FAIL("no outcome " << key);
    return r.outcomes.front();
}

// States an option of a family of standards in a brief.
inline void option(Brief& b, const std::string& family, const std::string& key, OptionValue value)
{
    b.options[family].insert_or_assign(key, std::move(value));
}

// A member alone, for the clause functions: section by name, strengths in ksi.
struct Alone
{
    Shape shape;
    SectionProperties section;
    Lanes lanes;
    Brief brief;
    MemberInput input;

    Alone(const std::string& name, double fy, double fu, double length = 1.0)
        : shape(find(name).shape),
          section(find(name).properties()), input{shape, section, Steel{29000.0_ksi, 11200.0_ksi, fy * kKsi, fu * kKsi, {}},
                                                  lanes, brief,   length}
    {
    }
    Alone(const Shape& s, double fy, double fu, double length = 1.0)
        : shape(s),
          section(computeProperties(s)), input{shape, section, Steel{29000.0_ksi, 11200.0_ksi, fy * kKsi, fu * kKsi, {}},
                                               lanes, brief,   length}
    {
    }
    Alone(const Alone&) = delete;

    static const CatalogueSection& find(const std::string& name)
    {
        const CatalogueSection* s = shippedCatalogue().find(name);
        INFO(name);
        REQUIRE(s != nullptr);
        return *s;
    }
};

// A straight beam along x in kN, m with a 0.1 x 0.2 bar of E = 200 GPa: EI major 13.33 MNm².
inline std::string beam(const std::string& nodesAndElements, const std::string& cases, const std::string& more = "")
{
    return R"({"format":"wren-frame","version":1,
"materials":[{"id":"M","e":200000,"g":80000,"density":7850,"alpha":1.2e-5,"fy":355,"fu":470}],
"sections":[{"id":"S","shape":"bar-flat","h":200,"b":100,"properties":{"avy":0,"avz":0}}],)" +
           nodesAndElements + ",\"cases\":[" + cases + "]" + more + "}";
}

// Supports of a node: all held, a pin and a roller of a beam along x.
inline const std::string kFixed = R"("support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true})";
inline const std::string kPinned = R"("support":{"ux":true,"uy":true,"uz":true,"rx":true})";
inline const std::string kRoller = R"("support":{"uy":true,"uz":true})";

constexpr double kEi = 200e9 * 0.1 * 0.2 * 0.2 * 0.2 / 12;  // N·m², about y
constexpr double kEiz = 200e9 * 0.2 * 0.1 * 0.1 * 0.1 / 12; // about z

} // namespace wr::test
