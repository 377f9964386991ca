#include "core/project/file/result_bytes.h"

#include "core/project/file/row_json.h"

#include <algorithm>
#include <charconv>
#include <cstring>
#include <fmt/format.h>
#include <utility>

namespace wr {

namespace {

using Cbor = nlohmann::json;
constexpr size_t kSizeDigits = 16; // of the CBOR, in front of it

// Large tables stand behind the CBOR as they are in memory; in it stands where.
class Runs
{
public:
    template <class T> Cbor put(const std::vector<T>& v)
    {
        static_assert(std::is_trivially_copyable_v<T>);
        const size_t at = bytes_.size();
        if (!v.empty()) bytes_.append(reinterpret_cast<const char*>(v.data()), v.size() * sizeof(T));
        return Cbor{at, v.size() * sizeof(T)};
    }
    const std::string& bytes() const { return bytes_; }

private:
    std::string bytes_;
};
class RunsRead
{
public:
    explicit RunsRead(std::string_view bytes) : bytes_(bytes) {}
    template <class T> void get(const Cbor& j, const char* key, std::vector<T>& into) const
    {
        const auto at = j.at(key).at(0).get<size_t>(), size = j.at(key).at(1).get<size_t>();
        if (at > bytes_.size() || size > bytes_.size() - at || size % sizeof(T) != 0)
            throw std::invalid_argument(fmt::format("{} is cut short", key));
        into.resize(size / sizeof(T));
        if (size > 0) std::memcpy(into.data(), bytes_.data() + at, size);
    }

private:
    std::string_view bytes_;
};

Cbor motionJson(const NodeMotion& m, Runs& runs)
{
    return {{"u", runs.put(m.u)}, {"r", runs.put(m.r)}, {"f", runs.put(m.f)}, {"m", runs.put(m.m)}};
}
NodeMotion motionFrom(const Cbor& j, const RunsRead& runs)
{
    NodeMotion m;
    runs.get(j, "u", m.u), runs.get(j, "r", m.r), runs.get(j, "f", m.f), runs.get(j, "m", m.m);
    return m;
}

Cbor outcomeJson(const CombinationOutcome& c, Runs& runs)
{
    return {{"solved", c.solved},
            {"iterations", c.iterations},
            {"change", c.change},
            {"residual", c.residual},
            {"scale", c.scale},
            {"reduced", c.reduced},
            {"stiffness", c.stiffness},
            {"leastTau", c.leastTau},
            {"active", runs.put(c.active)},
            {"motion", motionJson(c.motion, runs)},
            {"factor", c.mode.factor},
            {"modeU", runs.put(c.mode.u)},
            {"modeR", runs.put(c.mode.r)}};
}
CombinationOutcome outcomeFrom(const Cbor& j, const RunsRead& runs)
{
    CombinationOutcome c;
    c.solved = j.at("solved"), c.iterations = j.at("iterations"), c.change = j.at("change"), c.residual = j.at("residual");
    c.scale = j.at("scale"), c.reduced = j.at("reduced"), c.stiffness = j.at("stiffness"), c.leastTau = j.at("leastTau");
    runs.get(j, "active", c.active);
    c.motion = motionFrom(j.at("motion"), runs);
    c.mode.factor = j.at("factor");
    runs.get(j, "modeU", c.mode.u), runs.get(j, "modeR", c.mode.r);
    return c;
}

Cbor tableJson(const ForceTable& t, Runs& runs)
{
    Cbor sets = Cbor::array(), again = Cbor::array();
    for (const ForceSet& s : t.sets)
        sets.push_back({s.combination, s.step, s.terms, s.signs});
    for (const SolvedAgain& a : t.again)
        again.push_back({a.combination, a.terms, a.column});
    return {{"first", runs.put(t.first)},
            {"s", runs.put(t.s)},
            {"columns", t.columns},
            {"values", runs.put(t.values)},
            {"columnCase", runs.put(t.columnCase)},
            {"columnStep", runs.put(t.columnStep)},
            {"sets", std::move(sets)},
            {"again", std::move(again)},
            {"secondOrder", t.secondOrder},
            {"amplified", t.amplified},
            {"reducedStiffness", t.reducedStiffness},
            {"given", t.given},
            {"rigidInShear", t.rigidInShear},
            {"lacks", t.lacks},
            {"sizes", t.sizes},
            {"elementSizes", runs.put(t.elementSizes)},
            {"secondOrderSets", t.secondOrderSets},
            {"orderSaid", t.orderSaid},
            {"notional", t.notional}};
}
ForceTable tableFrom(const Cbor& j, const RunsRead& runs)
{
    ForceTable t;
    runs.get(j, "first", t.first), runs.get(j, "s", t.s), runs.get(j, "values", t.values);
    runs.get(j, "columnCase", t.columnCase), runs.get(j, "columnStep", t.columnStep),
        runs.get(j, "elementSizes", t.elementSizes);
    t.columns = j.at("columns");
    for (const Cbor& s : j.at("sets"))
        t.sets.push_back({s.at(0), s.at(1), s.at(2), s.at(3)});
    for (const Cbor& a : j.at("again"))
        t.again.push_back({a.at(0), a.at(1), a.at(2)});
    t.secondOrder = j.at("secondOrder"), t.amplified = j.at("amplified"), t.reducedStiffness = j.at("reducedStiffness");
    t.given = j.at("given"), t.rigidInShear = j.at("rigidInShear"), t.lacks = j.at("lacks"), t.sizes = j.at("sizes");
    t.secondOrderSets = j.at("secondOrderSets").get<std::vector<bool>>();
    t.orderSaid = j.value("orderSaid", true);
    if (j.contains("notional")) t.notional = j.at("notional").get<std::optional<bool>>();
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

// Mostly the same list for many results: each stands once.
Cbor asJson(const AsGiven& as, Runs& runs)
{
    Cbor results = Cbor::array(), parts = Cbor::array(), nodes = Cbor::array();
    const std::vector<AsGiven::Part>* lastParts = nullptr;
    const std::vector<int>* lastNodes = nullptr;
    for (const AsGiven::Result& r : as.results) {
        if (r.parts.get() != lastParts) {
            std::vector<int> elements, counts, at;
            for (const AsGiven::Part& p : *r.parts) {
                elements.push_back(p.element), counts.push_back(static_cast<int>(p.at.size()));
                at.insert(at.end(), p.at.begin(), p.at.end());
            }
            parts.push_back({{"elements", runs.put(elements)}, {"counts", runs.put(counts)}, {"at", runs.put(at)}});
        }
        if (r.nodes.get() != lastNodes) nodes.push_back({{"nodes", runs.put(*r.nodes)}});
        lastParts = r.parts.get(), lastNodes = r.nodes.get();
        results.push_back({r.head, parts.size() - 1, nodes.size() - 1});
    }
    return {{"results", std::move(results)}, {"parts", std::move(parts)},
            {"nodes", std::move(nodes)},     {"said", as.said},
            {"frameNodes", as.nodes},        {"frameElements", as.elements},
            {"frameCases", as.cases},        {"frameCombinations", as.combinations}};
}
std::shared_ptr<const AsGiven> asFrom(const Cbor& j, const RunsRead& runs)
{
    auto out = std::make_shared<AsGiven>();
    out->said = j.at("said").get<std::optional<StatedForces>>();
    out->nodes = j.at("frameNodes").get<Rows<Node>>();
    out->elements = j.at("frameElements").get<Rows<Element>>();
    out->cases = j.at("frameCases").get<Rows<LoadCase>>();
    out->combinations = j.at("frameCombinations").get<Rows<Combination>>();
    std::vector<std::shared_ptr<const std::vector<AsGiven::Part>>> parts;
    for (const Cbor& p : j.at("parts")) {
        std::vector<int> elements, counts, at;
        runs.get(p, "elements", elements), runs.get(p, "counts", counts), runs.get(p, "at", at);
        if (elements.size() != counts.size()) throw std::invalid_argument("the stations are cut short");
        std::vector<AsGiven::Part> list;
        size_t from = 0;
        for (size_t k = 0; k < elements.size(); ++k) {
            if (counts[k] < 0 || std::cmp_greater(counts[k], at.size() - from))
                throw std::invalid_argument("the stations are cut short");
            const auto begin = at.begin() + static_cast<long>(from);
            list.push_back({elements[k], {begin, begin + counts[k]}});
            from += static_cast<size_t>(counts[k]);
        }
        parts.push_back(std::make_shared<const std::vector<AsGiven::Part>>(std::move(list)));
    }
    std::vector<std::shared_ptr<const std::vector<int>>> nodes;
    for (const Cbor& n : j.at("nodes")) {
        std::vector<int> list;
        runs.get(n, "nodes", list);
        nodes.push_back(std::make_shared<const std::vector<int>>(std::move(list)));
    }
    for (const Cbor& r : j.at("results"))
        out->results.push_back({r.at(0).get<GivenResult>(), parts.at(r.at(1).get<size_t>()), nodes.at(r.at(2).get<size_t>())});
    return out;
}

// What does not fit in what came; empty: all does.
std::string misfit(const AsGiven& as, const FrameForces& r)
{
    const auto in = [](int i, size_t n) { return i >= 0 && std::cmp_less(i, n); };
    const ForceTable& t = r.forces;
    if (as.results.size() > t.columns || as.results.size() != r.motions.size()) return "given results";
    for (const Element& e : as.elements.list())
        if (!in(e.i, as.nodes.size()) || !in(e.j, as.nodes.size())) return "given elements";
    for (const Combination& c : as.combinations.list())
        for (const auto& [k, factor] : c.terms)
            if (!in(k, as.cases.size())) return "given combinations";
    if (t.first.size() != as.elements.size() + 1) return "given elements";
    for (size_t k = 0; k < as.results.size(); ++k) {
        const AsGiven::Result& g = as.results[k];
        if (g.head.loadCase >= 0 ? !in(g.head.loadCase, as.cases.size()) : !in(g.head.combination, as.combinations.size()))
            return "given results";
        for (const AsGiven::Part& p : *g.parts) {
            if (!in(p.element, as.elements.size())) return "given elements";
            const auto e = static_cast<size_t>(p.element);
            for (const int at : p.at)
                if (at < 0 || at >= t.first[e + 1] - t.first[e]) return "given stations";
        }
        if (!g.nodes->empty() && r.motions[k].u.size() != as.nodes.size()) return "given nodes";
        for (const int n : *g.nodes)
            if (!in(n, as.nodes.size())) return "given nodes";
    }
    return {};
}

// Rows of an older file that refer to what there is not; empty: none do.
std::string resultFault(const std::vector<GivenResult>& rows, const Frame& f)
{
    const auto in = [](int i, size_t n) { return i >= 0 && std::cmp_less(i, n); };
    for (const GivenResult& g : rows) {
        bool fits = g.loadCase >= 0 ? in(g.loadCase, f.cases.size()) : in(g.combination, f.combinations.size());
        for (const GivenElement& e : g.elements)
            fits = fits && in(e.element, f.elements.size());
        for (const NodeResult& n : g.nodes)
            fits = fits && in(n.node, f.nodes.size());
        if (!fits) return "given results";
    }
    return {};
}

std::expected<std::shared_ptr<const FrameResults>, std::string> readResults(std::string_view bytes, const Frame* f)
{
    try {
        size_t size = 0;
        const auto [end, error] = std::from_chars(bytes.data(), bytes.data() + std::min(kSizeDigits, bytes.size()), size, 16);
        if (bytes.size() < kSizeDigits || error != std::errc() || end != bytes.data() + kSizeDigits ||
            size > bytes.size() - kSizeDigits)
            return std::unexpected("the results cannot be read: they are cut short");
        const Cbor all = Cbor::from_cbor(bytes.substr(kSizeDigits, size));
        const RunsRead runs(bytes.substr(kSizeDigits + size));
        auto out = std::make_shared<FrameResults>();
        FrameForces& r = out->forces;
        r.ok = all.at("ok");
        r.forces = tableFrom(all.at("table"), runs);
        for (const Cbor& m : all.at("motions"))
            r.motions.push_back(motionFrom(m, runs));
        for (const Cbor& c : all.at("outcomes"))
            r.outcomes.push_back(outcomeFrom(c, runs));
        for (const Cbor& x : all.at("findings"))
            if (findKind(x.at(0).get<std::string>())) {
                r.findings.push_back(finding(x.at(0).get<std::string>(), x.at(1), x.at(2), x.at(3)));
                if (x.size() > 4) r.findings.back().about = x.at(4).get<std::vector<std::string>>();
            }
        r.residual = all.at("residual"), r.accuracy = all.at("accuracy"), r.freedoms = all.at("freedoms");
        out->modes = all.at("modes").get<Extras>();
        if (all.contains("as")) out->as = asFrom(all.at("as"), runs);
        Frame own;
        if (!f && !out->as) return std::unexpected("the results cannot be read: they name no frame");
        if (!f) {
            own.nodes = out->as->nodes, own.elements = out->as->elements;
            own.cases = out->as->cases, own.combinations = out->as->combinations;
            f = &own;
        }
        if (const std::string what = misfit(r, *f); !what.empty())
            return std::unexpected(fmt::format("the results do not fit the frame: {}", what));
        // An older version kept the rows that came beside their table.
        if (const auto rows = all.value("given", std::vector<GivenResult>{}); !out->as && !rows.empty()) {
            if (const std::string fault = resultFault(rows, *f); !fault.empty())
                return std::unexpected(fmt::format("the results do not fit the frame: {}", fault));
            out->as = asGiven(rows, r.forces, *f);
        }
        if (out->as)
            if (const std::string what = misfit(*out->as, r); !what.empty())
                return std::unexpected(fmt::format("the results do not fit the frame: {}", what));
        return out;
    } catch (const std::exception& e) { // the library throws for what it cannot read
        return std::unexpected(fmt::format("the results cannot be read: {}", e.what()));
    }
}

} // namespace

std::string bytesOf(const FrameResults& r)
{
    Runs runs;
    Cbor motions = Cbor::array(), outcomes = Cbor::array(), findings = Cbor::array();
    for (const NodeMotion& m : r.forces.motions)
        motions.push_back(motionJson(m, runs));
    for (const CombinationOutcome& c : r.forces.outcomes)
        outcomes.push_back(outcomeJson(c, runs));
    for (const Finding& x : r.forces.findings)
        findings.push_back({x.code, x.place, x.subject, x.text, x.about});
    Cbor all{{"ok", r.forces.ok},
             {"table", tableJson(r.forces.forces, runs)},
             {"motions", std::move(motions)},
             {"outcomes", std::move(outcomes)},
             {"findings", std::move(findings)},
             {"residual", r.forces.residual},
             {"accuracy", r.forces.accuracy},
             {"freedoms", r.forces.freedoms},
             {"modes", r.modes}};
    if (r.as) all["as"] = asJson(*r.as, runs);
    std::string head;
    Cbor::to_cbor(all, head);
    return fmt::format("{:016x}", head.size()) + head + runs.bytes();
}

std::expected<std::shared_ptr<const FrameResults>, std::string> resultsFromBytes(std::string_view bytes, const Frame& f)
{
    return readResults(bytes, &f);
}

std::expected<std::shared_ptr<const FrameResults>, std::string> cameFromBytes(std::string_view bytes)
{
    return readResults(bytes, nullptr);
}

} // namespace wr
