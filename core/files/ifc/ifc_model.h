// An IFC model (ISO 16739; IFC4 and IFC2X3) as far as frames need it: units, placements, points, names, what belongs to what.
#pragma once

#include "core/base/units.h"
#include "core/base/vec.h"
#include "core/files/ifc/step_file.h"

#include <map>
#include <optional>
#include <string>
#include <unordered_map>
#include <vector>

namespace wr {

// A place and three directions: local to global is origin + x·l.x + y·l.y + z·l.z, all in m.
struct IfcPlacement
{
    Vec3 origin;
    Axes axes;
    Vec3 point(Vec3 local) const { return origin + axes.toGlobal(local); }
    Vec3 direction(Vec3 local) const { return axes.toGlobal(local); }
    IfcPlacement of(const IfcPlacement& local) const
    {
        return {point(local.origin), {direction(local.axes.x), direction(local.axes.y), direction(local.axes.z)}};
    }
};

class IfcModel
{
public:
    explicit IfcModel(const StepFile& file);

    const StepFile& file() const { return file_; }
    bool older() const { return older_; } // IFC2X3
    StepRecord at(const StepValue& reference) const;
    StepRecord at(std::uint32_t id) const { return file_.record(id); }

    // SI value of one unit of the model's own for a quantity. IfcUnitAssignment; what is not assigned follows from length and
    // force.
    double unit(Quantity q) const;
    std::string unitName(Quantity q) const; // of length and force, for the frame: "mm", "kN", or ""
    // A number, also inside a type: IFCLENGTHMEASURE(3.). Nothing where it is none.
    static std::optional<double> number(const StepValue& v);
    std::optional<double> measure(const StepValue& v, Quantity q) const;

    Vec3 pointOf(const StepRecord& cartesianPoint) const; // m
    std::optional<Vec3> point(const StepValue& reference) const;
    std::optional<Vec3> direction(const StepValue& reference) const; // unit
    IfcPlacement
    placement(const StepValue& reference) const; // IfcObjectPlacement, IfcAxis2Placement3D; the model's own where there is none

    // Items of the representations of a product: those of a kind ("Axis", "Body"), or all where it is empty.
    std::vector<StepRecord> items(const StepRecord& product, std::string_view identifier) const;

    // Name, else GlobalId.
    static std::string nameOf(const StepRecord& root);
    // The relations of a kind that name an object in one of their attributes.
    const std::vector<std::uint32_t>& naming(std::uint32_t object, std::string_view relation, size_t attribute) const;

private:
    void readUnits();
    double derivedUnit(const StepRecord& derived) const;
    double namedUnit(const StepRecord& unit) const;

    const StepFile& file_;
    bool older_ = false;
    std::map<std::string, double> units_; // by the type of unit
    std::map<std::string, std::string> names_;
    using Relations = std::unordered_map<std::uint32_t, std::vector<std::uint32_t>>;
    mutable std::map<std::pair<std::string, size_t>, Relations> relations_; // by keyword and attribute
};

} // namespace wr
