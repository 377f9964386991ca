#include "core/files/section_reader.h"

#include "core/grades/grades.h"
#include "core/sections/catalogue.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

class SectionReader
{
public:
    SectionReader(Cursor& top, Frame& f, FrameIds& ids, std::vector<Finding>& findings)
        : top_(top), frame_(f), ids_(ids), findings_(findings)
    {
    }

    void readMaterials()
    {
        eachObject(top_.array("materials"), "/materials", findings_, [&](Cursor& c, size_t) {
            Material m;
            m.id = ids_.materials.add(c);
            const bool named = c.has("grade");
            if (const auto grade = c.text("grade")) {
                const Grade* g = findGrade(*grade);
                if (!g) {
                    std::string near;
                    for (const auto& n : gradeSuggestions(*grade))
                        near += (near.empty() ? "" : ", ") + n;
                    c.fault("grade.unknown", "grade",
                            inQuotes(*grade) + " is not a grade of the list" +
                                (near.empty() ? "" : "; did you mean " + near + "?") +
                                " A steel of your own states e, g, density and fy, fu or strengths instead");
                } else {
                    m.grade = g->name;
                    m.e = g->e;
                    m.g = g->g;
                    m.density = g->density;
                    m.alpha = g->alpha;
                }
            }
            if (const auto v = c.positive("e", !named)) m.e = si(Quantity::Stress, *v);
            if (const auto v = c.positive("g", !named)) m.g = si(Quantity::Stress, *v);
            if (const auto v = c.number("density", !named)) {
                if (*v < 0) c.fault("frame.value", "density", "must not be negative");
                m.density = si(Quantity::Density, *v);
            }
            if (const auto v = c.number("alpha")) m.alpha = *v;
            if (const auto v = c.positive("fy", false)) m.fy = si(Quantity::Stress, *v);
            if (const auto v = c.positive("fu", false)) m.fu = si(Quantity::Stress, *v);
            if (m.fy && m.fu && *m.fu < *m.fy)
                c.fault("frame.value", "fu", "the tensile strength fu is below the yield strength fy");
            readStrengths(c, m);
            m.extras = c.finish();
            frame_.materials.push_back(std::move(m));
        });
    }

    void readSections()
    {
        eachObject(top_.array("sections"), "/sections", findings_, [&](Cursor& c, size_t) {
            FrameSection s;
            s.id = ids_.sections.add(c);
            bool sound = true;
            if (const auto name = c.text("name")) {
                if (const CatalogueSection* found = shippedCatalogue().find(*name)) {
                    s.name = found->designation;
                    s.shape = found->shape;
                } else if (!c.has("shape")) {
                    sound = false;
                    std::string near;
                    for (const auto& n : shippedCatalogue().suggestions(*name))
                        near += (near.empty() ? "" : ", ") + n;
                    c.fault("section.unknown", "name",
                            inQuotes(*name) + " is not in the catalogue" +
                                (near.empty() ? "" : "; did you mean " + near + "?") +
                                " A section of your own has \"shape\" and dimensions");
                } else
                    s.name = *name;
            }
            if (c.has("shape")) {
                sound = readShape(c, s) && sound;
                if (sound) doubtOwn(c, s);
            }
            const bool stated = readStated(c, s);
            if (!c.has("name") && !c.has("shape") && !stated) {
                c.fault("frame.key-missing", "",
                        "a section needs \"name\", or \"shape\" with its dimensions, or \"properties\"");
                sound = false;
            }
            if (s.shape.kind == ShapeKind::None && stated)
                for (const StatedKey& k : statedKeys())
                    // Without moments of inertia it can serve elements that only push and pull.
                    if (k.key == "a" && !(s.stated.*k.stated))
                        c.fault("frame.key-missing", "properties", inQuotes(k.key) + " must be stated where no shape gives it");
            s.extras = c.finish();
            if (sound) s.properties = computeProperties(s.shape, s.stated);
            frame_.sections.push_back(std::move(s));
        });
    }

private:
    double si(Quantity q, double v) const { return frame_.units.read(q, v); }

    // "strengths": [{"to": 16, "fy": 355, "fu": 470}, …]: a steel of one's own whose strength falls with thickness.
    void readStrengths(Cursor& c, Material& m)
    {
        if (!c.has("strengths")) return;
        if (!m.grade.empty() || m.fy || m.fu)
            c.fault("frame.value", "strengths", "a material has a grade, or fy and fu, or strengths by thickness: one of them");
        eachObject(c.array("strengths"), c.at("strengths"), findings_, [&](Cursor& step, size_t) {
            GradeStep s;
            const auto to = step.positive("to", true), fy = step.positive("fy", true), fu = step.positive("fu", true);
            step.finish();
            if (!to || !fy || !fu) return;
            s.thickness = si(Quantity::SectionLength, *to);
            s.fy = si(Quantity::Stress, *fy);
            s.fu = si(Quantity::Stress, *fu);
            if (s.fu < s.fy) step.fault("frame.value", "fu", "the tensile strength fu is below the yield strength fy");
            if (!m.steps.empty() && s.thickness <= m.steps.back().thickness)
                step.fault("frame.value", "to", "thicknesses must rise from one step to the next");
            m.steps.push_back(s);
        });
    }

    // Warnings about a section of one's own: a name that means another section, a size that asks which unit was meant.
    void doubtOwn(const Cursor& c, const FrameSection& s)
    {
        const CatalogueSection* listed = s.name.empty() ? nullptr : shippedCatalogue().find(s.name);
        if (listed && !(listed->shape == s.shape))
            c.fault("section.name-taken", "name",
                    inQuotes(s.name) + " is a section of the catalogue with other dimensions; the dimensions given here count, "
                                       "but give the section a name of its own");
        if (!s.name.empty() && !listed)
            for (const FrameSection& other : frame_.sections)
                if (other.name == s.name && !(other.shape == s.shape)) {
                    c.fault("section.name-taken", "name",
                            inQuotes(s.name) + " is also the name of section " + inQuotes(other.id) +
                                ", which has other dimensions; give each its own name");
                    break;
                }
        const double size = std::max(s.shape.depth(), s.shape.width());
        double wall = size;
        for (const double t : {s.shape.tw, s.shape.tf, s.shape.tf2, s.shape.t})
            if (t > 0) wall = std::min(wall, t);
        const std::string unit = frame_.units.symbol(Quantity::SectionLength);
        const auto told = [&](double m) { return fmt::format("{:g} {}", m / si(Quantity::SectionLength, 1.0), unit); };
        if (size > 3.0 || size < 0.005)
            c.fault("section.size-unlikely", "",
                    fmt::format("a section {} across ({:.3g} m) is unusual: are its dimensions in the file's section unit, {}?",
                                told(size), size, unit));
        else if (wall < 0.0008)
            c.fault("section.size-unlikely", "",
                    fmt::format("a wall {} thick ({:.2g} mm) is unusual: are all dimensions in one unit, {}?", told(wall),
                                wall * 1000, unit));
    }

    bool readShape(Cursor& c, FrameSection& s)
    {
        const auto kind = c.word("shape", shapeFromName,
                                 "i, i-unequal, channel, tee, angle, double-angle, rhs, chs, bar-round, bar-flat, cruciform");
        if (!kind) {
            for (const auto k :
                 {"h", "b", "tw", "tf", "b2", "tf2", "r", "r2", "a", "slope", "t", "ro", "ri", "d", "gap", "back", "process"})
                c.any(k);
            return false;
        }
        s.shape = Shape{};
        s.shape.kind = *kind;
        bool sound = true;
        for (const auto& [key, must] : dimensionKeys(*kind)) {
            const auto v = c.number(key, must);
            if (must && !v) sound = false;
            if (v) *dimension(s.shape, key) = key == "slope" ? *v : si(Quantity::SectionLength, *v);
        }
        if (*kind == ShapeKind::DoubleAngle)
            if (const auto back = c.text("back")) {
                if (*back != "long" && *back != "short")
                    c.fault("frame.value", "back", inQuotes(*back) + " is not known here; allowed: long, short");
                s.shape.longBack = *back == "long";
            }
        if (const auto p = c.text("process")) {
            if (*p != "hot" && *p != "cold")
                c.fault("frame.value", "process", inQuotes(*p) + " is not known here; allowed: hot, cold");
            s.shape.process = *p == "hot" ? Process::Hot : Process::Cold;
        }
        if (c.has("r") && c.has("a")) c.fault("frame.value", "a", "a section is rolled (\"r\") or welded (\"a\"), not both");
        s.shape.welded = c.has("a") || ((*kind == ShapeKind::I || *kind == ShapeKind::IUnequal) && !c.has("r"));
        if (*kind == ShapeKind::Rhs && sound) {
            // Corners where the file gives none: outside 2t and inside t, the ASTM A500 assumption.
            if (!c.has("ro")) s.shape.ro = std::min(2 * s.shape.t, std::min(s.shape.h, s.shape.b) / 2);
            if (!c.has("ri")) s.shape.ri = std::max(0.0, s.shape.ro - s.shape.t);
        }
        if (!sound) return false;
        for (const auto& [key, text] : shapeFaults(s.shape)) {
            c.fault("section.dimension", key, text);
            sound = false;
        }
        return sound;
    }

    bool readStated(Cursor& c, FrameSection& s)
    {
        const Json* p = c.object("properties");
        if (!p) return false;
        Cursor v(*p, c.at("properties"), findings_);
        for (const StatedKey& k : statedKeys())
            if (const auto x = v.number(k.key)) {
                if (*x < 0 || (*x == 0 && k.key != "iw" && k.key != "avy" && k.key != "avz"))
                    v.fault("frame.value", k.key, "must be greater than zero");
                s.stated.*k.stated = *x * std::pow(si(Quantity::SectionLength, 1.0), k.power);
            }
        v.finish();
        return true;
    }

    Cursor& top_;
    Frame& frame_;
    FrameIds& ids_;
    std::vector<Finding>& findings_;
};

} // namespace

void readMaterialsAndSections(Cursor& top, Frame& f, FrameIds& ids, std::vector<Finding>& findings)
{
    SectionReader reader(top, f, ids, findings);
    reader.readMaterials();
    reader.readSections();
}

} // namespace wr
