// Frames from IFC models: structural analysis models as they are, building models by the axes and profiles of their members.
#pragma once

#include "core/base/progress.h"
#include "core/files/ifc/step_file.h"
#include "core/intake/intake.h"

#include <filesystem>
#include <string>

namespace wr {

// How far ends of building members may lie from the axis they are joined to: they end at faces, axes run through.
struct IfcChoice
{
    double joint = 0.3;      // m, at most
    double together = 0.002; // m: nodes nearer than that are one
};

// Codes: intake.*. Names of sections and grades are looked up in the recipe first, its grade stands for what states none.
Intake readIfc(std::string bytes, const std::string& file, const Recipe& recipe, const IfcChoice& choice, Progress& progress);

} // namespace wr
