// A frame while its nodes and elements are changed: rows are added behind, those that go keep their places until all is done,
// and what became of each is written down, so that loads and decisions follow.
#pragma once

#include "core/base/cells.h"
#include "core/shaping/carry_references.h"
#include "core/shaping/fresh_names.h"
#include "core/shaping/lineage.h"

#include <optional>
#include <string>
#include <vector>

namespace wr {

// Nearer than that, places are one, m.
inline constexpr double kOnePlace = 1e-3;

class Reshape
{
public:
    explicit Reshape(const Frame& before);

    const Frame& before() const { return before_; }
    const Frame& now() const { return next_; } // with rows that are gone still in it
    bool nodeGone(int n) const { return nodeGone_[static_cast<size_t>(n)]; }
    bool elementGone(int e) const { return elementGone_[static_cast<size_t>(e)]; }
    Node& node(int n) { return next_.nodes.edit()[static_cast<size_t>(n)]; }
    Element& element(int e) { return next_.elements.edit()[static_cast<size_t>(e)]; }
    Frame& frame() { return next_; } // the other tables

    int addNode(Vec3 at);                               // numbered on
    int addNode(Node like);                             // the same, with what the row says besides its name
    int addElement(Element e, const std::string& like); // with a name of that kind
    void dropNode(int n) { nodeGone_[static_cast<size_t>(n)] = 1; }
    void dropElement(int e);
    // Elements and supports of a node pass to another, which stands for it from here on. Elements between the two go.
    void mergeNode(int n, int into);
    // In pieces at shares of its length, between 0 and 1 and rising; all pieces, the first is the element itself. Nodes stand
    // where the pieces meet: those given (-1: made).
    std::vector<int> divide(int e, const std::vector<double>& at, const std::vector<int>& nodes);
    // Several that run on from each other, from one end of a line to the other, become one of them, which keeps its name and
    // its sense; the nodes between are for the caller to drop.
    struct Part
    {
        int element;
        bool turned; // it runs against the line
    };
    void join(const std::vector<Part>& line, int into);

    // The element runs the other way now (its row says so already): what stood along it stands where it stood.
    void turn(int e);

    void tell(std::string words) { told_.push_back(std::move(words)); }

    struct Done
    {
        Frame frame;
        Lineage lineage;
        std::vector<std::string> told;    // what was left out, a sentence each
        std::vector<int> nodes, elements; // where rows of now() stand in the frame; -1: gone
    };
    // Drops what is gone, and carries over everything that names nodes and elements.
    Done finish(const Laid* laid = nullptr);

private:
    int push(Node n);
    const Frame& before_;
    Frame next_;
    Lineage lineage_;
    std::vector<char> nodeGone_, elementGone_;
    std::vector<std::vector<std::pair<int, size_t>>> origins_; // by element now: shares of lineage_ that lie in it
    std::vector<std::string> told_;
    FreshNames nodeNames_, elementNames_;
    std::string lastNode_;
};

// Nodes by place, to find those near one.
class NodesNear
{
public:
    explicit NodesNear(const Reshape& r);
    void add(int n);
    // The nearest within kOnePlace that is not gone and not `but`; -1: none.
    int at(Vec3 place, int but = -1) const;
    // Those on the way from a to b, not at its ends, with their shares of it, in order.
    std::vector<std::pair<double, int>> between(Vec3 a, Vec3 b) const;
    std::vector<std::pair<double, int>> between(Vec3 a, Vec3 b, const std::vector<int>& of) const;

private:
    std::optional<double> share(Vec3 a, Vec3 b, int n) const;
    const Reshape& r_;
    Cells cells_;
};

// Nodes that stand in elements without being joined to them divide these; `nodes`: those that came or moved, `elements`: those
// that came or whose ends moved. Elements that carry axial force only are not divided, which is told.
void connect(Reshape& r, const std::vector<int>& nodes, const std::vector<int>& elements);
// Nodes that came to stand on others are one with them.
void mergeMoved(Reshape& r, const std::vector<int>& moved);

} // namespace wr
