#include "core/files/ifc/ifc_frame.h"

#include "core/base/printable.h"

#include <array>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

std::uint64_t cellKey(std::int64_t x, std::int64_t y, std::int64_t z)
{
    const auto mix = [](std::int64_t v) { return static_cast<std::uint64_t>(v + (1 << 20)) & 0x1FFFFF; };
    return mix(x) | (mix(y) << 21) | (mix(z) << 42);
}

} // namespace

int IfcFrame::nodeAt(Vec3 at)
{
    // Cells of twice the tolerance: what is near lies in this one or a neighbour.
    const double cell = std::max(2 * choice.together, 1e-6);
    const auto place = [&](double v) { return static_cast<std::int64_t>(std::floor(v / cell)); };
    const auto& nodes = std::as_const(frame()).nodes;
    const std::int64_t x = place(at.x), y = place(at.y), z = place(at.z);
    for (std::int64_t i = -1; i <= 1; ++i)
        for (std::int64_t j = -1; j <= 1; ++j)
            for (std::int64_t k = -1; k <= 1; ++k)
                if (const auto here = grid_.find(cellKey(x + i, y + j, z + k)); here != grid_.end())
                    for (const int n : here->second)
                        if (norm(nodes[static_cast<size_t>(n)].at - at) <= choice.together) return n;
    const int index = static_cast<int>(nodes.size());
    Node n;
    n.id = std::to_string(index + 1);
    n.at = at;
    a.nodes.emplace(n.id, index);
    frame().nodes.push_back(std::move(n));
    grid_[cellKey(x, y, z)].push_back(index);
    return index;
}

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
