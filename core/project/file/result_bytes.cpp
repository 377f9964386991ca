#include "core/project/file/result_bytes.h"

#include "core/project/file/row_json.h"

#include <algorithm>
#include <cstring>
#include <fmt/format.h>
#include <utility>

namespace wr {

namespace {

using Cbor = nlohmann::json;

template <class T> Cbor run(const std::vector<T>& v)
{
    static_assert(std::is_trivially_copyable_v<T>);
    std::vector<std::uint8_t> out(v.size() * sizeof(T));
    if (!v.empty()) std::memcpy(out.data(), v.data(), out.size());
    return Cbor::binary(std::move(out));
}
template <class T> void run(const Cbor& j, const char* key, std::vector<T>& into)
{
    const Cbor::binary_t& b = j.at(key).get_binary();
    if (b.size() % sizeof(T) != 0) throw std::invalid_argument(fmt::format("{} is cut short", key));
    into.resize(b.size() / sizeof(T));
    if (!b.empty()) std::memcpy(into.data(), b.data(), b.size());
}

Cbor motionJson(const NodeMotion& m)
{
    return {{"u", run(m.u)}, {"r", run(m.r)}, {"f", run(m.f)}, {"m", run(m.m)}};
}
NodeMotion motionFrom(const Cbor& j)
{
    NodeMotion m;
    run(j, "u", m.u), run(j, "r", m.r), run(j, "f", m.f), run(j, "m", m.m);
    return m;
}

Cbor outcomeJson(const CombinationOutcome& c)
{
    return {{"solved", c.solved},      {"iterations", c.iterations},     {"change", c.change},       {"residual", c.residual},
            {"scale", c.scale},        {"reduced", c.reduced},           {"stiffness", c.stiffness}, {"leastTau", c.leastTau},
            {"active", run(c.active)}, {"motion", motionJson(c.motion)}, {"factor", c.mode.factor},  {"modeU", run(c.mode.u)},
            {"modeR", run(c.mode.r)}};
}
CombinationOutcome outcomeFrom(const Cbor& j)
{
    CombinationOutcome c;
    c.solved = j.at("solved"), c.iterations = j.at("iterations"), c.change = j.at("change"), c.residual = j.at("residual");
    c.scale = j.at("scale"), c.reduced = j.at("reduced"), c.stiffness = j.at("stiffness"), c.leastTau = j.at("leastTau");
    run(j, "active", c.active);
    c.motion = motionFrom(j.at("motion"));
    c.mode.factor = j.at("factor");
    run(j, "modeU", c.mode.u), run(j, "modeR", c.mode.r);
    return c;
}

Cbor tableJson(const ForceTable& t)
{
    Cbor sets = Cbor::array(), again = Cbor::array();
    for (const ForceSet& s : t.sets)
        sets.push_back({s.combination, s.step, s.terms, s.signs});
    for (const SolvedAgain& a : t.again)
        again.push_back({a.combination, a.terms, a.column});
    return {{"first", run(t.first)},
            {"s", run(t.s)},
            {"columns", t.columns},
            {"values", run(t.values)},
            {"columnCase", run(t.columnCase)},
            {"columnStep", run(t.columnStep)},
            {"sets", std::move(sets)},
            {"again", std::move(again)},
            {"secondOrder", t.secondOrder},
            {"amplified", t.amplified},
            {"reducedStiffness", t.reducedStiffness},
            {"given", t.given},
            {"rigidInShear", t.rigidInShear},
            {"lacks", t.lacks},
            {"sizes", t.sizes},
            {"elementSizes", run(t.elementSizes)},
            {"secondOrderSets", t.secondOrderSets}};
}
ForceTable tableFrom(const Cbor& j)
{
    ForceTable t;
    run(j, "first", t.first), run(j, "s", t.s), run(j, "values", t.values);
    run(j, "columnCase", t.columnCase), run(j, "columnStep", t.columnStep), run(j, "elementSizes", t.elementSizes);
    t.columns = j.at("columns");
    for (const Cbor& s : j.at("sets"))
        t.sets.push_back({s.at(0), s.at(1), s.at(2), s.at(3)});
    for (const Cbor& a : j.at("again"))
        t.again.push_back({a.at(0), a.at(1), a.at(2)});
    t.secondOrder = j.at("secondOrder"), t.amplified = j.at("amplified"), t.reducedStiffness = j.at("reducedStiffness");
    t.given = j.at("given"), t.rigidInShear = j.at("rigidInShear"), t.lacks = j.at("lacks"), t.sizes = j.at("sizes");
    t.secondOrderSets = j.at("secondOrderSets").get<std::vector<bool>>();
    return t;
}

// What does not fit the frame, in words; empty: it does.
std::string misfit(const FrameForces& r, const Frame& f)
{
    const ForceTable& t = r.forces;
    const auto column = [&](int c) { return c >= 0 && std::cmp_less(c, t.columns); };
    if (t.empty() && t.columns == 0) return {};
    if (t.first.size() != f.elements.size() + 1 || t.first.front() != 0 || !std::is_sorted(t.first.begin(), t.first.end()) ||
        std::cmp_not_equal(t.first.back(), t.s.size()))
        return "the stations";
    if (t.values.size() != t.s.size() * t.columns * 6) return "the forces";
    if (t.columnCase.size() != t.columns || (!t.columnStep.empty() && t.columnStep.size() != t.columns)) return "the columns";
    if (!t.elementSizes.empty() && t.elementSizes.size() != f.elements.size()) return "the sizes";
    for (const int c : t.columnCase)
        if (c < -1 || std::cmp_greater_equal(c, f.cases.size())) return "a case";
    for (const ForceSet& s : t.sets) {
        if (s.combination < 0 || std::cmp_greater_equal(s.combination, f.combinations.size())) return "a combination";
        for (const auto& [c, k] : s.terms)
            if (!column(c)) return "a set";
    }
    for (const SolvedAgain& a : t.again)
        if (!column(a.column)) return "a set";
    for (const NodeMotion& m : r.motions)
        for (const auto* v : {&m.u, &m.r, &m.f, &m.m})
            if (!v->empty() && v->size() != f.nodes.size()) return "the movements";
    return {};
}

} // namespace

std::string bytesOf(const FrameResults& r)
{
    Cbor motions = Cbor::array(), outcomes = Cbor::array(), findings = Cbor::array();
    for (const NodeMotion& m : r.forces.motions)
        motions.push_back(motionJson(m));
    for (const CombinationOutcome& c : r.forces.outcomes)
        outcomes.push_back(outcomeJson(c));
    for (const Finding& x : r.forces.findings)
        findings.push_back({x.code, x.place, x.subject, x.text});
    const Cbor all{{"ok", r.forces.ok},
                   {"table", tableJson(r.forces.forces)},
                   {"motions", std::move(motions)},
                   {"outcomes", std::move(outcomes)},
                   {"findings", std::move(findings)},
                   {"residual", r.forces.residual},
                   {"accuracy", r.forces.accuracy},
                   {"freedoms", r.forces.freedoms},
                   {"given", r.given},
                   {"modes", r.modes}};
    std::string out;
    Cbor::to_cbor(all, out);
    return out;
}

std::expected<std::shared_ptr<const FrameResults>, std::string> resultsFromBytes(std::string_view bytes, const Frame& f)
{
    try {
        const Cbor all = Cbor::from_cbor(bytes);
        auto out = std::make_shared<FrameResults>();
        FrameForces& r = out->forces;
        r.ok = all.at("ok");
        r.forces = tableFrom(all.at("table"));
        for (const Cbor& m : all.at("motions"))
            r.motions.push_back(motionFrom(m));
        for (const Cbor& c : all.at("outcomes"))
            r.outcomes.push_back(outcomeFrom(c));
        for (const Cbor& x : all.at("findings"))
            if (findKind(x.at(0).get<std::string>()))
                r.findings.push_back(finding(x.at(0).get<std::string>(), x.at(1), x.at(2), x.at(3)));
        r.residual = all.at("residual"), r.accuracy = all.at("accuracy"), r.freedoms = all.at("freedoms");
        out->given = all.at("given").get<Rows<GivenResult>>();
        out->modes = all.at("modes").get<Extras>();
        for (const GivenResult& g : out->given.list()) {
            const auto in = [](int i, size_t n) { return i >= 0 && std::cmp_less(i, n); };
            bool fits = g.loadCase >= 0 ? in(g.loadCase, f.cases.size()) : in(g.combination, f.combinations.size());
            for (const GivenElement& e : g.elements)
                fits = fits && in(e.element, f.elements.size());
            for (const NodeResult& n : g.nodes)
                fits = fits && in(n.node, f.nodes.size());
            if (!fits) return std::unexpected("the results do not fit the frame: given results");
        }
        if (const std::string what = misfit(r, f); !what.empty())
            return std::unexpected(fmt::format("the results do not fit the frame: {}", what));
        return out;
    } catch (const std::exception& e) { // the library throws for what it cannot read
        return std::unexpected(fmt::format("the results cannot be read: {}", e.what()));
    }
}

} // namespace wr
