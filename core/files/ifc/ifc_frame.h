// What both kinds of IFC models need to become a frame: nodes by place, axes of elements, names that are used once.
#pragma once

#include "core/files/ifc/ifc_profiles.h"
#include "core/files/ifc/ifc_reader.h"
#include "core/intake/node_places.h"

#include <map>
#include <set>
#include <unordered_map>

namespace wr {

// Nearer to the origin than that, in m, is every building; also no place is there that is no number.
inline bool placeable(Vec3 p)
{
    return norm(p) < 1e6;
}

class IfcFrame
{
public:
    IfcFrame(Assembly& assembly, const IfcModel& ifc, const IfcChoice& how)
        : a(assembly), m(ifc), choice(how), places_(assembly, how.together)
    {
    }

    Assembly& a;
    const IfcModel& m;
    const IfcChoice& choice;
    std::map<std::string, size_t> leftOut; // what was not understood: words, how many

    Frame& frame() { return a.frame(); }
    int nodeAt(Vec3 at) { return places_.at(at); }
    // A name that no other object of the kind has: its own, else its GlobalId, else with a number.
    std::string elementName(const StepRecord& product);
    // Section and material of a product; the section's own grade where no material is known. False: told.
    void makeOf(Element& e, std::uint32_t product, const StepRecord& profile);
    // Roll that brings local z as near to a direction as it can be.
    void rollTo(Element& e, Vec3 z);
    void leaveOut(const std::string& what, size_t n = 1) { leftOut[what] += n; }

    // A name that is not among those taken: the one wanted, else the GlobalId, else with a number.
    static std::string uniqueName(const std::string& wanted, const StepRecord& of, std::set<std::string>& taken);

private:
    NodePlaces places_;
    std::set<std::string> names_;
    bool gradeTold_ = false;
};

// IfcStructuralAnalysisModel. False: there is none in the file.
bool takeAnalysisModel(IfcFrame& f);
void takeIfcLoads(IfcFrame& f, const std::unordered_map<std::uint32_t, std::vector<ChainPiece>>& members,
                  const std::unordered_map<std::uint32_t, int>& nodes);
void takeIfcResults(IfcFrame& f, const std::unordered_map<std::uint32_t, std::vector<ChainPiece>>& members,
                    const std::unordered_map<std::uint32_t, int>& nodes,
                    const std::unordered_map<std::uint32_t, Assembly::Load>& loads);
// Beams, columns and members of a building.
void takeBuilding(IfcFrame& f);

} // namespace wr
