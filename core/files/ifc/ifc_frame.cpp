#include "core/files/ifc/ifc_frame.h"

#include "core/base/printable.h"

#include <cmath>
#include <fmt/format.h>

namespace wr {

std::string IfcFrame::uniqueName(const std::string& wanted, const StepRecord& of, std::set<std::string>& taken)
{
    std::string name = wanted;
    if (name.empty() || taken.contains(name)) name = of[0].text;
    if (name.empty()) name = "#" + std::to_string(of.id);
    std::string own = name;
    for (int k = 2; !taken.insert(own).second; ++k)
        own = name + " (" + std::to_string(k) + ")";
    return own;
}

std::string IfcFrame::elementName(const StepRecord& product)
{
    return uniqueName(IfcModel::nameOf(product), product, names_);
}

void IfcFrame::makeOf(Element& e, std::uint32_t product, const StepRecord& profile)
{
    IfcMadeOf made = ifcMadeOf(m, product);
    if (!profile.keyword.empty()) made.profile = profile;
    std::string grade;
    if (made.profile.keyword.empty()) {
        a.section("a member without a profile", nullptr);
    } else
        e.section = ifcSection(a, m, made.profile, &grade);
    std::string steel = made.material;
    // Materials of building models are often a word that says nothing of strength ("Steel").
    if (!steel.empty() && !findGrade(steel) && !a.recipe.grades.contains(steel) && (!grade.empty() || !a.recipe.grade.empty()))
        steel.clear();
    if (steel.empty()) steel = !grade.empty() ? grade : a.recipe.grade;
    if (!steel.empty())
        e.material = a.material(steel);
    else if (!gradeTold_) {
        gradeTold_ = true;
        a.faults.add("intake.grade-missing", nullptr,
                     "the model states no material for its members: give a grade for what states none");
    }
}

void IfcFrame::rollTo(Element& e, Vec3 z)
{
    e.roll = 0;
    const Axes own = rolledAxes(frame(), e);
    const double c = dot(own.z, z), s = dot(own.y, z);
    // Turning right-handed about x takes z towards -y.
    if (std::hypot(c, s) > 1e-6) e.roll = std::atan2(-s, c);
    if (std::abs(e.roll) < 1e-9) e.roll = 0;
    const auto& sections = std::as_const(frame()).sections;
    if (e.section >= 0 && sections[static_cast<size_t>(e.section)].shape.kind == ShapeKind::Angle) e.rollToLegs = true;
}

Intake readIfc(std::string bytes, const std::string& file, const Recipe& recipe, const IfcChoice& choice, Progress& progress)
{
    const std::vector<Book> none;
    Assembly a(none, recipe, progress);
    auto step = StepFile::read(std::move(bytes), progress);
    if (!step) {
        if (!progress.cancelled()) a.out.findings.push_back(finding("intake.file", file, "", step.error()));
        return std::move(a.out);
    }
    if (!step->schema().starts_with("IFC")) {
        a.out.findings.push_back(
            finding("intake.file", file, "", fmt::format("the file is of the schema {}, not IFC", printable(step->schema()))));
        return std::move(a.out);
    }
    const IfcModel model(*step);
    IfcFrame f(a, model, choice);
    Frame& frame = f.frame();
    frame.title = file.substr(0, file.rfind('.'));
    frame.units = UnitSystem{};
    if (const std::string length = model.unitName(Quantity::Length); length == "ft" || length == "in")
        frame.units = UnitSystem{"ft", "kip", "in", "ksi", "deg", "lb"};
    if (!recipe.standard.empty()) {
        frame.hasDesign = true;
        frame.design.standard = recipe.standard;
    }
    for (const std::uint32_t id : step->all("IFCPROJECT"))
        if (const std::string name = IfcModel::nameOf(model.at(id)); !name.empty()) frame.title = name;
    progress.at(0.5, "elements");
    if (!takeAnalysisModel(f)) takeBuilding(f);
    if (progress.cancelled()) {
        a.out.findings.clear();
        return std::move(a.out);
    }
    if (std::as_const(frame).elements.empty())
        a.faults.add(
            "intake.table", nullptr,
            "there are neither members of a structural analysis model nor beams, columns or members of a building in the file");
    if (step->damaged() > 0)
        a.faults.add("intake.left-out", nullptr,
                     fmt::format("{} instance{} could not be read, the first is #{}", step->damaged(),
                                 step->damaged() == 1 ? "" : "s", step->firstDamaged()));
    std::string words;
    for (const auto& [what, n] : f.leftOut)
        words += (words.empty() ? "" : ", ") + std::to_string(n) + " " + what;
    if (!words.empty()) a.faults.add("intake.left-out", nullptr, "left out, for it is not understood here: " + words);
    finishIntake(a);
    return std::move(a.out);
}

} // namespace wr
