// Nodes moved, with what hangs on them; parts taken away.
#include "core/base/counted.h"
#include "core/shaping/reshape.h"
#include "core/shaping/steps.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace wr {

ReshapedOr reshape(const Frame& f, const MoveNodes& e)
{
    std::vector<int> nodes = e.nodes;
    if (const std::string fault = outOf(nodes, f.nodes.size(), "node"); !fault.empty()) return std::unexpected(fault);
    if (nodes.empty()) return std::unexpected("pick nodes first");
    if (!(norm(e.by) > 0) || !std::isfinite(norm(e.by))) return std::unexpected("say by how much they move");
    Reshape r(f);
    for (const int n : nodes) {
        Vec3& at = r.node(n).at;
        at = at + e.by;
    }
    const size_t count = f.elements.size();
    mergeMoved(r, nodes);
    std::vector<int> stretched;
    const std::set<int> moved(nodes.begin(), nodes.end());
    std::string flat;
    for (size_t k = 0; k < count; ++k) {
        const Element& was = f.elements[k];
        if (!moved.contains(was.i) && !moved.contains(was.j)) continue;
        if (r.elementGone(static_cast<int>(k)))
            r.tell(fmt::format("element {}: its ends are one now", was.id));
        else if (!(r.now().length(r.now().elements[k]) > 2 * kOnePlace))
            flat = was.id;
        else
            stretched.push_back(static_cast<int>(k));
    }
    if (!flat.empty()) return std::unexpected(fmt::format("element {} would have no length", flat));
    connect(r, nodes, stretched);
    Reshape::Done done = r.finish();
    Reshaped out;
    for (const int k : stretched)
        if (const int now = done.elements[static_cast<size_t>(k)]; now >= 0) out.elements.push_back(now);
    for (const int n : nodes)
        if (const int now = done.lineage.nodes[static_cast<size_t>(n)]; now >= 0) out.nodes.push_back(now);
    out.words = fmt::format("Move {} by {}",
                            nodes.size() == 1 ? "node " + f.nodes[static_cast<size_t>(nodes.front())].id
                                              : counted(nodes.size(), "node"),
                            f.units.text(Quantity::Length, norm(e.by)));
    out.frame = std::move(done.frame);
    out.told = std::move(done.told);
    return out;
}

ReshapedOr reshape(const Frame& f, const DeleteParts& e)
{
    std::vector<int> elements = e.elements, nodes = e.nodes;
    if (const std::string fault = outOf(elements, f.elements.size(), "element"); !fault.empty()) return std::unexpected(fault);
    if (const std::string fault = outOf(nodes, f.nodes.size(), "node"); !fault.empty()) return std::unexpected(fault);
    if (elements.empty() && nodes.empty()) return std::unexpected("pick elements or nodes first");
    const std::set<int> named(nodes.begin(), nodes.end());
    std::set<int> gone(elements.begin(), elements.end());
    for (size_t k = 0; k < f.elements.size(); ++k)
        if (named.contains(f.elements[k].i) || named.contains(f.elements[k].j)) gone.insert(static_cast<int>(k));
    Reshape r(f);
    std::vector<char> used(f.nodes.size(), 0);
    for (size_t k = 0; k < f.elements.size(); ++k)
        if (!gone.contains(static_cast<int>(k)))
            used[static_cast<size_t>(f.elements[k].i)] = used[static_cast<size_t>(f.elements[k].j)] = 1;
    size_t loose = 0;
    for (const int k : gone) {
        r.dropElement(k);
        if (!e.looseNodes) continue;
        for (const int n : {f.elements[static_cast<size_t>(k)].i, f.elements[static_cast<size_t>(k)].j})
            if (!used[static_cast<size_t>(n)] && !named.contains(n) && !r.nodeGone(n)) {
                r.dropNode(n);
                ++loose;
            }
    }
    for (const int n : nodes)
        r.dropNode(n);
    Reshaped out;
    const size_t along = gone.size() - elements.size();
    out.words = "Delete ";
    if (!elements.empty())
        out.words += elements.size() == 1 ? "element " + f.elements[static_cast<size_t>(elements.front())].id
                                          : counted(elements.size(), "element");
    if (!nodes.empty())
        out.words += fmt::format("{}{}", elements.empty() ? "" : " and ",
                                 nodes.size() == 1 ? "node " + f.nodes[static_cast<size_t>(nodes.front())].id
                                                   : counted(nodes.size(), "node"));
    if (along > 0) r.tell(fmt::format("{} at these nodes", counted(along, "element")));
    if (loose > 0) r.tell(fmt::format("{} that nothing else stands on", counted(loose, "node")));
    // A node's row takes what is said of it along in the lineage: there is nothing it could have become.
    Reshape::Done done = r.finish();
    out.frame = std::move(done.frame);
    out.told = std::move(done.told);
    return out;
}

} // namespace wr
