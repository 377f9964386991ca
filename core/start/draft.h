// A frame in the making: nodes by place, elements of members, panels of loads.
#pragma once

#include "core/start/given.h"

#include <array>
#include <map>
#include <optional>
#include <set>
#include <string>
#include <tuple>
#include <vector>

namespace wr {

class Draft
{
public:
    Draft(Given& given, const StartSetting& s, std::string title);

    enum class Ends { Rigid, Pinned, PinnedStart, PinnedEnd };
    enum class Foot { Pinned, Fixed, Roller }; // Roller: up and down, and across the frame
    // The node at a place (within a millimetre), made where there is none yet.
    int node(Vec3 at);
    void support(int node, Foot f);
    void hold(int node, std::string_view dofs); // "uy rx": these alone, beside what is held
    int section(const std::string& key);        // the catalogue section typed for a field
    int ownSection(const std::string& id, const Shape& shape);
    void steel(const std::string& key);

    struct Line
    {
        std::string member, group, brief;
        int section = -1;
        Ends ends = Ends::Rigid;
        Behaviour behaviour = Behaviour::Beam;
        double roll = 0;
    };
    // A member through nodes one after the other; its elements. Ends are released at the first and the last.
    std::vector<int> line(const std::vector<int>& nodes, const Line& l);
    int caseOf(const std::string& id, const std::string& title, Action a, bool selfWeight = false);
    LoadCase& loads(int loadCase);
    void lineLoad(int loadCase, int element, Vec3 q, LoadAxes axes = LoadAxes::Global);
    void nodal(int loadCase, int node, Vec3 f);
    // A panel round nodes; `span`: one way, in that direction.
    void panel(int loadCase, const std::vector<int>& corners, Vec3 q, LoadAxes axes, std::optional<Vec3> span);
    void secondOrder(); // the frame sways: it is analysed in its deformed shape, as the standard wants it
    void brief(Brief b);
    void restraint(DesignRestraint r);
    Frame& frame() { return f_; }

    // With combinations by the loading standard that the design standard takes, and load totals.
    Started finish();

private:
    Given& given_;
    Frame f_;
    std::map<std::tuple<long, long, long>, int> places_;
    std::map<std::string, int> sections_;
    std::set<std::string> groups_;
};

// Brief "name" with a limit of span/n on deflection, whichever combination it is of service.
Brief deflectionBrief(const std::string& id, const std::string& about, double spanOver);

} // namespace wr
