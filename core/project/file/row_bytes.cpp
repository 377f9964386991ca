#include "core/project/file/row_bytes.h"

#include "core/base/fingerprint.h"
#include "core/project/file/row_json.h"
#include "core/project/frame_results.h"
#include "core/project/row_fingerprint.h"
#include "core/project/sidings.h"

#include <algorithm>
#include <fmt/format.h>
#include <utility>

namespace wr {

namespace {

template <class T> std::string written(const T& v)
{
    std::string out;
    nlohmann::json::to_cbor(nlohmann::json(v), out);
    return out;
}

template <class T> std::expected<T, std::string> read(std::string_view bytes, const char* what)
{
    try {
        return nlohmann::json::from_cbor(bytes).get<T>();
    } catch (const std::exception& e) { // the library throws for what it cannot read
        return std::unexpected(fmt::format("{} cannot be read: {}", what, e.what()));
    }
}

} // namespace

std::string referenceFault(const Frame& f)
{
    const auto in = [](int i, size_t n) { return i >= 0 && std::cmp_less(i, n); };
    const size_t nodes = f.nodes.size(), elements = f.elements.size();
    for (const Element& e : f.elements.list())
        if (!in(e.i, nodes) || !in(e.j, nodes) || !in(e.section, f.sections.size()) || !in(e.material, f.materials.size()))
            return "element " + e.id;
    const auto all = [&](const std::vector<int>& list, size_t n) {
        return std::all_of(list.begin(), list.end(), [&](int i) { return in(i, n); });
    };
    for (const Diaphragm& d : f.diaphragms.list())
        if (!all(d.nodes, nodes)) return "diaphragm " + d.id;
    for (const Link& l : f.links.list())
        if (!all(l.nodes, nodes)) return "link " + l.id;
    for (const LoadCase& c : f.cases.list()) {
        bool ok = !c.notional || in(c.notional->loadCase, f.cases.size());
        for (const NodalLoad& l : c.nodal)
            ok = ok && in(l.node, nodes);
        for (const LineLoad& l : c.line)
            ok = ok && in(l.element, elements);
        for (const PointLoad& l : c.point)
            ok = ok && in(l.element, elements);
        for (const ThermalLoad& l : c.thermal)
            ok = ok && in(l.element, elements);
        for (const Settlement& l : c.settlement)
            ok = ok && in(l.node, nodes);
        for (const AreaLoad& l : c.area)
            ok = ok && all(l.nodes, nodes);
        if (!ok) return "case " + c.id;
    }
    for (const Combination& c : f.combinations.list())
        for (const auto& [k, factor] : c.terms)
            if (!in(k, f.cases.size())) return "combination " + c.id;
    for (const DesignMember& m : f.design.members.list())
        if (!all(m.elements, elements)) return "member " + m.id;
    for (const FrameLimit& l : f.design.frameLimits.list())
        if (!all(l.nodes, nodes)) return "limit " + l.id;
    return {};
}

std::string bytesOf(const Frame& f)
{
    if (!f.unitsOfFile) return written(f);
    Frame own = f; // in the units of its file, whatever it is shown in
    own.units = f.writtenUnits();
    return written(own);
}
std::string bytesOf(const Patch& p)
{
    return written(p);
}

std::expected<Frame, std::string> frameFromBytes(std::string_view bytes)
{
    auto out = read<Frame>(bytes, "the frame");
    if (!out) return out;
    if (const std::string fault = referenceFault(*out); !fault.empty())
        return std::unexpected(fmt::format("the frame cannot be read: {} refers to something that there is not", fault));
    return out;
}
std::expected<Patch, std::string> patchFromBytes(std::string_view bytes)
{
    return read<Patch>(bytes, "an edit");
}

std::uint64_t loadsFingerprint(const Frame& f)
{
    Fingerprint h;
    h.add(written(f.cases));
    h.add(written(f.combinations));
    h.add(written(f.design.analysis));
    return h.value();
}

std::uint64_t stateFingerprint(const Frame& f)
{
    Fingerprint h;
    h.add(static_cast<double>(loadsFingerprint(f) >> 32)), h.add(static_cast<double>(loadsFingerprint(f) & 0xffffffffu));
    h.add(written(f.nodes));
    h.add(written(f.diaphragms));
    h.add(written(f.links));
    for (const std::uint64_t v : {shapeFingerprint(f), static_cast<std::uint64_t>(f.up)})
        h.add(static_cast<double>(v >> 32)), h.add(static_cast<double>(v & 0xffffffffu));
    h.add(f.came.name);
    h.add(written(f.design.givenForces));
    return h.value();
}

// Rows in fingerprints, and sidings: here, because what makes bytes of a row takes long to compile.
void addRow(Fingerprint& h, const Brief& b)
{
    h.add(written(b));
}
void addRow(Fingerprint& h, const DesignRestraint& r)
{
    h.add(written(r));
}
void addRow(Fingerprint& h, const DesignLength& l)
{
    h.add(written(l));
}
void addRows(Fingerprint& h, const Rows<Combination>& c)
{
    h.add(written(c));
}
void addRows(Fingerprint& h, const Rows<LoadCase>& c)
{
    h.add(written(c));
}

NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Standing, members, sections, over, unchecked, top, mass, painted, checked)

std::string bytesOf(const Siding& s, const Frame& first)
{
    nlohmann::json j = {
        {"when", s.when}, {"edits", s.edits}, {"standing", s.standing}, {"patch", differences(first, *s.frame, s.name)}};
    return written(j);
}

std::expected<Siding, std::string> sidingFromBytes(const std::string& name, std::string_view bytes, const Frame& first)
{
    const auto fault = [&](std::string_view why) {
        return std::unexpected(fmt::format("the siding \"{}\" cannot be read: {}", name, why));
    };
    try {
        const nlohmann::json j = nlohmann::json::from_cbor(bytes);
        Siding out;
        out.name = name;
        out.when = j.value("when", "");
        out.edits = j.value("edits", size_t{0});
        out.standing = j.value("standing", Standing{});
        const auto patch = j.at("patch").get<Patch>();
        Frame f = first;
        if (!applyPatch(f, patch)) return fault("it belongs to another frame");
        if (const std::string wrong = referenceFault(f); !wrong.empty())
            return fault(wrong + " refers to something that there is not");
        out.frame = std::make_shared<const Frame>(std::move(f));
        return out;
    } catch (const std::exception& e) {
        return fault(e.what());
    }
}

} // namespace wr
