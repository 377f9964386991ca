// Copies along a vector, turned round an axis or mirrored, with what goes along.
#include "core/base/counted.h"
#include "core/shaping/carry_decisions.h"
#include "core/shaping/carry_references.h"
#include "core/shaping/placement.h"
#include "core/shaping/reshape.h"
#include "core/shaping/steps.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <map>
#include <set>

namespace wr {

namespace {

constexpr int kMostTimes = 1000;

std::expected<std::vector<Placement>, std::string> placements(const CopyParts& e)
{
    const int times = e.move || e.how == CopyParts::How::Mirrored ? 1 : e.times;
    if (times < 1 || times > kMostTimes) return std::unexpected(fmt::format("copy from 1 to {} times", kMostTimes));
    std::vector<Placement> out;
    for (int k = 1; k <= times; ++k)
        switch (e.how) {
        case CopyParts::How::Along:
            if (!(norm(e.by) > kOnePlace) || !std::isfinite(norm(e.by)))
                return std::unexpected("say how far, and in which direction");
            out.push_back(Placement::moved(static_cast<double>(k) * e.by));
            break;
        case CopyParts::How::Turned:
            if (!(norm(e.axis) > 0) || !std::isfinite(norm(e.axis)))
                return std::unexpected("the axis to turn about has no direction");
            if (!(std::abs(e.angle) > 0) || !std::isfinite(e.angle)) return std::unexpected("say by which angle");
            out.push_back(Placement::turned(e.through, e.axis, k * e.angle));
            break;
        case CopyParts::How::Mirrored:
            if (!(norm(e.axis) > 0) || !std::isfinite(norm(e.axis)))
                return std::unexpected("the plane to mirror in has no direction");
            out.push_back(Placement::mirror(e.through, e.axis));
            break;
        }
    return out;
}

// One set of copies: what became of what.
struct Copies
{
    Placement placement;
    std::vector<int> nodes;                     // by node of the frame; -1: not copied
    std::vector<std::pair<int, bool>> elements; // by element: the copy, and whether it runs the other way; -1: none
};

class Copier
{
public:
    Copier(const Frame& f, const CopyParts& e) : f_(f), e_(e) {}

    ReshapedOr copy()
    {
        elements_ = e_.elements;
        nodes_ = e_.nodes;
        if (std::string fault = outOf(elements_, f_.elements.size(), "element"); !fault.empty()) return std::unexpected(fault);
        if (std::string fault = outOf(nodes_, f_.nodes.size(), "node"); !fault.empty()) return std::unexpected(fault);
        if (elements_.empty() && nodes_.empty()) return std::unexpected("pick elements or nodes first");
        std::sort(elements_.begin(), elements_.end());
        for (const int k : elements_) {
            nodes_.push_back(f_.elements[static_cast<size_t>(k)].i);
            nodes_.push_back(f_.elements[static_cast<size_t>(k)].j);
        }
        outOf(nodes_, f_.nodes.size(), "");
        std::sort(nodes_.begin(), nodes_.end());
        const auto where = placements(e_);
        if (!where) return std::unexpected(where.error());
        if (e_.move) return move(where->front());
        Reshape r(f_);
        std::set<std::pair<int, int>> joined;
        for (const Element& x : f_.elements.list())
            joined.insert(std::minmax(x.i, x.j));
        std::vector<Copies> all;
        NodesNear near(r);
        std::vector<int> freshNodes, freshElements;
        for (const Placement& p : *where)
            all.push_back(place(r, near, p, joined, freshNodes, freshElements));
        if (freshNodes.empty() && freshElements.empty()) return std::unexpected("all of it is there already");
        ties(r, all);
        // First the copies as they are, so that what goes along finds them whole; then they are joined to what they meet.
        Reshape::Done done = r.finish();
        Reshaped out;
        out.told = std::move(done.told);
        alongs(done.frame, all, f_.nodes.size(), out.told);
        if (there_ > 0)
            out.told.push_back(
                fmt::format("{} where {} already", counted(there_, "element"), there_ == 1 ? "one stands" : "some stand"));
        return joinedUp(std::move(done.frame), std::move(out), freshNodes, freshElements);
    }

private:
    // `joined`: pairs of nodes between which an element stood before this set. Elements beside each other are copied as such.
    Copies place(Reshape& r, NodesNear& near, const Placement& p, std::set<std::pair<int, int>>& joined,
                 std::vector<int>& freshNodes, std::vector<int>& freshElements)
    {
        Copies c{p, std::vector<int>(f_.nodes.size(), -1), std::vector<std::pair<int, bool>>(f_.elements.size(), {-1, false})};
        for (const int n : nodes_) {
            const Node& from = f_.nodes[static_cast<size_t>(n)];
            const Vec3 at = p.place(from.at);
            int to = near.at(at);
            // Where a node of the pick itself stands, that is it; it may be its own image in a mirror.
            if (to < 0) {
                Node fresh;
                fresh.at = at;
                fresh.extras = from.extras;
                if (e_.goes.supports) placeSupport(from, fresh, p);
                to = r.addNode(std::move(fresh));
                near.add(to);
                freshNodes.push_back(to);
            }
            c.nodes[static_cast<size_t>(n)] = to;
        }
        std::set<std::pair<int, int>> mine;
        for (const int k : elements_) {
            const Element& from = f_.elements[static_cast<size_t>(k)];
            const int i = c.nodes[static_cast<size_t>(from.i)], j = c.nodes[static_cast<size_t>(from.j)];
            if (i == j || joined.contains(std::minmax(i, j))) {
                ++there_;
                continue;
            }
            bool swapped = false;
            Element copy = placedElement(f_, from, r.now(), i, j, p, swapped);
            if (!e_.goes.releases) {
                copy.releaseI = copy.releaseJ = {};
                copy.springI = copy.springJ = {};
            }
            const int to = r.addElement(std::move(copy), from.id);
            c.elements[static_cast<size_t>(k)] = {to, swapped};
            freshElements.push_back(to);
            mine.insert(std::minmax(i, j));
        }
        joined.merge(mine);
        return c;
    }

    // Floors take in copies in their plane; floors and links whose nodes were all copied are there once more.
    void ties(Reshape& r, const std::vector<Copies>& all)
    {
        if (!e_.goes.supports) return;
        const auto images = [&](const Copies& c, const std::vector<int>& nodes) {
            std::vector<int> out;
            for (const int n : nodes)
                if (const int k = c.nodes[static_cast<size_t>(n)]; k >= 0) out.push_back(k);
            return out;
        };
        const Vec3 up = f_.upward();
        const auto height = [&](int n) { return dot(r.now().nodes[static_cast<size_t>(n)].at, up); };
        FreshNames names(f_.diaphragms.list()), linkNames(f_.links.list());
        std::vector<Diaphragm> floors = f_.diaphragms.list();
        std::vector<Link> links = f_.links.list();
        for (const Copies& c : all) {
            for (size_t d = 0; d < f_.diaphragms.size(); ++d) {
                const Diaphragm& was = f_.diaphragms[d];
                const auto to = images(c, was.nodes);
                if (to.empty()) continue;
                if (std::abs(height(to.front()) - height(was.nodes.front())) <= kOnePlace && c.placement.keeps(up))
                    for (const int n : to) { // those that stood there have their own say
                        if (static_cast<size_t>(n) >= f_.nodes.size()) join(floors[d].nodes, {n});
                    }
                else if (to.size() == was.nodes.size() && fresh(to))
                    floors.push_back({names.like(was.id), to, was.extras});
            }
            for (const Link& was : f_.links.list()) {
                const auto to = images(c, was.nodes);
                if (to.size() != was.nodes.size() || !fresh(to)) continue;
                Node from, copy; // directions of a link turn like those of a support
                for (size_t k = 0; k < was.dofs.size(); ++k)
                    from.support[k].held = was.dofs[k];
                placeSupport(from, copy, c.placement);
                if (copy.supportAxes) {
                    r.tell(fmt::format("link {}, whose copy would stand askew to the axes", was.id));
                    continue;
                }
                Link l{linkNames.like(was.id), to, {}, was.extras};
                for (size_t k = 0; k < l.dofs.size(); ++k)
                    l.dofs[k] = copy.support[k].held;
                links.push_back(std::move(l));
            }
        }
        floors_ = std::move(floors);
        links_ = std::move(links);
    }
    bool fresh(const std::vector<int>& nodes) const
    {
        return std::any_of(nodes.begin(), nodes.end(), [&](int n) { return static_cast<size_t>(n) >= f_.nodes.size(); });
    }
    static void join(std::vector<int>& nodes, const std::vector<int>& more)
    {
        for (const int n : more)
            if (std::find(nodes.begin(), nodes.end(), n) == nodes.end()) nodes.push_back(n);
    }

    void alongs(Frame& next, const std::vector<Copies>& all, size_t old, std::vector<std::string>& told)
    {
        if (!floors_.empty() && !(floors_ == std::as_const(next).diaphragms.list())) next.diaphragms = floors_;
        if (!links_.empty() && !(links_ == std::as_const(next).links.list())) next.links = links_;
        std::vector<char> freshNode(next.nodes.size(), 0);
        std::fill(freshNode.begin() + static_cast<std::ptrdiff_t>(old), freshNode.end(), 1);
        for (const Copies& c : all) {
            Lineage l;
            l.nodes = c.nodes;
            l.elements.resize(f_.elements.size());
            for (size_t k = 0; k < c.elements.size(); ++k)
                if (c.elements[k].first >= 0) {
                    ElementShare s;
                    s.element = c.elements[k].first;
                    if (c.elements[k].second) std::swap(s.start, s.end);
                    l.elements[k] = {s};
                }
            if (e_.goes.loads) copyReferences(f_, next, l, c.placement, freshNode, told);
            copyDecisions(f_, next, l, {e_.goes.groups, e_.goes.briefs, e_.goes.holds});
            for (const int n : c.nodes) // its loads stand now: the next copy brings them no second time
                if (n >= 0) freshNode[static_cast<size_t>(n)] = 0;
        }
    }

    ReshapedOr joinedUp(Frame next, Reshaped out, const std::vector<int>& freshNodes, const std::vector<int>& freshElements)
    {
        Reshape r(next);
        connect(r, freshNodes, freshElements);
        Reshape::Done done = r.finish();
        for (const int k : freshElements)
            for (const ElementShare& s : done.lineage.elements[static_cast<size_t>(k)])
                out.elements.push_back(s.element);
        for (const int n : freshNodes)
            out.nodes.push_back(done.lineage.nodes[static_cast<size_t>(n)]);
        out.told.insert(out.told.end(), done.told.begin(), done.told.end());
        out.frame = std::move(done.frame);
        const char* how = e_.how == CopyParts::How::Along    ? "Copy"
                          : e_.how == CopyParts::How::Turned ? "Copy round an axis:"
                                                             : "Mirror";
        out.words = fmt::format("{} {}{}", how, picked(),
                                e_.times > 1 && e_.how != CopyParts::How::Mirrored ? fmt::format(", {} times", e_.times) : "");
        return out;
    }
    std::string picked() const
    {
        return elements_.empty() ? counted(nodes_.size(), "node") : counted(elements_.size(), "element");
    }

    // The parts themselves: nodes that others stand on as well stay, and the part gets one of its own.
    ReshapedOr move(const Placement& p)
    {
        Reshape r(f_);
        const std::set<int> mine(elements_.begin(), elements_.end());
        std::set<int> others;
        for (size_t k = 0; k < f_.elements.size(); ++k)
            if (!mine.contains(static_cast<int>(k))) others.insert({f_.elements[k].i, f_.elements[k].j});
        std::vector<int> to(f_.nodes.size(), -1), nodes;
        for (const int n : nodes_) {
            const Node from = f_.nodes[static_cast<size_t>(n)];
            int& k = to[static_cast<size_t>(n)];
            if (others.contains(n)) {
                Node fresh;
                if (e_.goes.supports) placeSupport(from, fresh, p);
                fresh.at = p.place(from.at);
                k = r.addNode(std::move(fresh));
            } else {
                k = n;
                Node& x = r.node(n);
                placeSupport(from, x, p);
                x.at = p.place(from.at);
            }
            nodes.push_back(k);
        }
        for (const int k : elements_) {
            const Element& from = f_.elements[static_cast<size_t>(k)];
            bool swapped = false;
            Element placed =
                placedElement(f_, from, r.now(), to[static_cast<size_t>(from.i)], to[static_cast<size_t>(from.j)], p, swapped);
            r.element(k) = std::move(placed);
            if (swapped) r.turn(k);
        }
        mergeMoved(r, nodes);
        for (const int k : elements_)
            if (r.elementGone(k))
                return std::unexpected(fmt::format("element {} would have no length", f_.elements[static_cast<size_t>(k)].id));
        std::vector<int> stand;
        for (const int n : nodes)
            if (!r.nodeGone(n)) stand.push_back(n);
        connect(r, stand, elements_);
        Laid laid{p, std::vector<char>(f_.elements.size(), 0)};
        for (const int k : elements_)
            laid.elements[static_cast<size_t>(k)] = 1;
        Reshape::Done done = r.finish(&laid);
        Reshaped out;
        for (const int k : elements_)
            for (const ElementShare& x : done.lineage.elements[static_cast<size_t>(k)])
                out.elements.push_back(x.element);
        for (const int n : stand)
            out.nodes.push_back(done.nodes[static_cast<size_t>(n)]);
        out.words = fmt::format("{} {}",
                                e_.how == CopyParts::How::Along    ? "Move"
                                : e_.how == CopyParts::How::Turned ? "Turn"
                                                                   : "Mirror in place:",
                                picked());
        out.frame = std::move(done.frame);
        out.told = std::move(done.told);
        return out;
    }

    const Frame& f_;
    const CopyParts& e_;
    std::vector<int> elements_, nodes_;
    std::vector<Diaphragm> floors_;
    std::vector<Link> links_;
    size_t there_ = 0;
};

} // namespace

ReshapedOr reshape(const Frame& f, const CopyParts& e)
{
    return Copier(f, e).copy();
}

} // namespace wr
