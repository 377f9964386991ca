#include "core/files/frame_reader.h"

#include "core/files/design_reader.h"
#include "core/files/frame_ids.h"
#include "core/files/joint_reader.h"
#include "core/files/json_cursor.h"
#include "core/files/load_reader.h"
#include "core/grades/grades.h"
#include "core/sections/catalogue.h"

#include <cerrno>
#include <cmath>
#include <cstring>
#include <fmt/format.h>
#include <fstream>
#include <unordered_set>

namespace wr {

namespace {

constexpr int kVersion = 1;

class Reader
{
public:
    Reader(const Json& json, std::vector<Finding>& findings) : findings_(findings), top_(json, "", findings) {}

    Frame read()
    {
        if (!top_.isObject() || !readHead()) return {};
        readUnits();
        readMaterials();
        readSections();
        readNodes();
        readElements();
        readDiaphragms();
        readLinks(top_.array("links"), frame_, ids_, findings_);
        readCases(top_.array("cases"), frame_, ids_, findings_);
        readCombinations();
        readResults(top_.array("results"), frame_, ids_, findings_);
        for (const char* key : {"buckling", "vibration"})
            if (const Json* v = top_.any(key)) frame_.modes.emplace_back(key, v->dump());
        if (const Json* design = top_.object("design")) {
            frame_.hasDesign = true;
            readDesign(*design, frame_, ids_, findings_);
        }
        frame_.extras = top_.finish();
        return std::move(frame_);
    }

private:
    double si(Quantity q, double v) const { return frame_.units.read(q, v); }

    Vec3 vec(const std::vector<double>& v, Quantity q) const { return {si(q, v[0]), si(q, v[1]), si(q, v[2])}; }

    bool readHead()
    {
        const auto format = top_.text("format", true);
        if (format && *format != "wren-frame") {
            top_.fault("file.format", "format", "this is a " + inQuotes(*format) + " file; a frame file says \"wren-frame\"");
            return false;
        }
        if (!format) return false;
        const auto version = top_.number("version", true);
        if (!version) return false;
        if (*version > kVersion) {
            top_.fault("file.version", "version",
                       fmt::format("the file has version {}, this program reads up to {}: open it with a newer Wren Rail",
                                   *version, kVersion));
            return false;
        }
        if (*version != kVersion) {
            top_.fault("frame.value", "version", "the version must be 1");
            return false;
        }
        frame_.title = top_.text("title").value_or("");
        if (const auto up = top_.text("up")) {
            if (*up != "z" && *up != "y")
                top_.fault("frame.value", "up", inQuotes(*up) + " is not an axis that can point up; allowed: z, y");
            frame_.up = *up == "y" ? Up::Y : Up::Z;
        }
        return true;
    }

    void readUnits()
    {
        const Json* v = top_.object("units");
        if (!v) return;
        Cursor c(*v, "/units", findings_);
        const auto unit = [&](const char* key, std::string& into) {
            const auto name = c.text(key);
            if (!name) return;
            const auto allowed = allowedUnits(key);
            if (std::find(allowed.begin(), allowed.end(), *name) == allowed.end())
                c.fault("frame.value", key, inQuotes(*name) + " is not a unit known here; allowed: " + joined(allowed));
            else
                into = *name;
        };
        unit("length", frame_.units.length);
        unit("force", frame_.units.force);
        unit("section", frame_.units.section);
        unit("stress", frame_.units.stress);
        unit("angle", frame_.units.angle);
        unit("mass", frame_.units.mass);
        c.finish();
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
                    m.grade = g->name, m.e = g->e, m.g = g->g, m.density = g->density, m.alpha = g->alpha;
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
            s.thickness = si(Quantity::SectionLength, *to), s.fy = si(Quantity::Stress, *fy), s.fu = si(Quantity::Stress, *fu);
            if (s.fu < s.fy) step.fault("frame.value", "fu", "the tensile strength fu is below the yield strength fy");
            if (!m.steps.empty() && s.thickness <= m.steps.back().thickness)
                step.fault("frame.value", "to", "thicknesses must rise from one step to the next");
            m.steps.push_back(s);
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
                    s.name = found->designation, s.shape = found->shape;
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
                    if ((k.key == "a" || k.key == "iy" || k.key == "iz" || k.key == "it") && !(s.stated.*k.stated))
                        c.fault("frame.key-missing", "properties", inQuotes(k.key) + " must be stated where no shape gives it");
            s.extras = c.finish();
            if (sound) s.properties = computeProperties(s.shape, s.stated);
            frame_.sections.push_back(std::move(s));
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
        const auto kind =
            c.word("shape", shapeFromName, "i, i-unequal, channel, tee, angle, double-angle, rhs, chs, bar-round, bar-flat");
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

    void readNodes()
    {
        eachObject(top_.array("nodes", true), "/nodes", findings_, [&](Cursor& c, size_t) {
            Node n;
            n.id = ids_.nodes.add(c);
            if (const auto at = c.numbers("at", 3, true)) n.at = vec(*at, Quantity::Length);
            if (const Json* v = c.object("support")) {
                Cursor s(*v, c.at("support"), findings_);
                for (int d = 0; d < 6; ++d) {
                    const auto name = dofName(static_cast<Dof>(d));
                    const Json* x = s.any(name);
                    if (!x) continue;
                    Support& support = n.support[static_cast<size_t>(d)];
                    // A boolean is held or free; only a real number is a stiffness.
                    if (x->is_boolean())
                        support.held = x->get<bool>();
                    else if (x->is_number()) {
                        const double k = x->get<double>();
                        if (!(k > 0) || !std::isfinite(k))
                            s.fault("frame.value", name,
                                    "a spring must be stiffer than zero; write false for a free direction");
                        else
                            support.spring = si(d < 3 ? Quantity::SpringForce : Quantity::SpringMoment, k);
                    } else
                        s.fault("frame.type", name, "true, false or a spring stiffness was expected, this is " + jsonKind(*x));
                }
                s.finish();
            }
            readSupportAxes(c, n);
            n.extras = c.finish();
            frame_.nodes.push_back(std::move(n));
        });
    }

    void readRelease(Cursor& c, std::string_view key, std::array<bool, 6>& into)
    {
        const auto names = c.words(key);
        for (size_t i = 0; i < names.size(); ++i) {
            if (const auto f = forceFromName(names[i]))
                into[static_cast<size_t>(*f)] = true;
            else
                findings_.push_back(finding("frame.value", c.at(key) + "/" + std::to_string(i), "",
                                            inQuotes(names[i]) + " is not known here; allowed: n, vy, vz, t, my, mz"));
        }
    }

    void readElements()
    {
        eachObject(top_.array("elements", true), "/elements", findings_, [&](Cursor& c, size_t) {
            Element e;
            e.id = ids_.elements.add(c);
            const auto ends = c.words("nodes", true);
            if (c.has("nodes") && ends.size() != 2) c.fault("frame.value", "nodes", "an element has two nodes, i and j");
            if (ends.size() == 2) {
                e.i = ids_.nodes.find(ends[0], c.at("nodes") + "/0", "node", findings_);
                e.j = ids_.nodes.find(ends[1], c.at("nodes") + "/1", "node", findings_);
            }
            if (e.i >= 0 && e.j >= 0) {
                const double l = norm(frame_.nodes[static_cast<size_t>(e.j)].at - frame_.nodes[static_cast<size_t>(e.i)].at);
                if (!(l > 1e-6))
                    c.fault("frame.zero-length", "nodes",
                            fmt::format("element {} has no length: nodes {} and {} are at one place", inQuotes(e.id), ends[0],
                                        ends[1]));
            }
            e.section = ids_.sections.refer(c, "section", "section", findings_);
            e.material = ids_.materials.refer(c, "material", "material", findings_);
            if (const auto r = c.number("roll")) e.roll = si(Quantity::Angle, *r);
            if (const auto r = c.text("rollTo")) {
                if (*r != "legs") c.fault("frame.value", "rollTo", inQuotes(*r) + " is not known here; allowed: legs");
                const bool angle =
                    e.section >= 0 && frame_.sections[static_cast<size_t>(e.section)].shape.kind == ShapeKind::Angle;
                if (e.section >= 0 && !angle) c.fault("frame.value", "rollTo", "only an angle has legs to place");
                e.rollToLegs = true;
            }
            if (const auto b = c.word("behaviour", behaviourFromName, "beam, axial, tension-only, compression-only"))
                e.behaviour = *b;
            if (const Json* v = c.object("release")) {
                Cursor r(*v, c.at("release"), findings_);
                readRelease(r, "i", e.releaseI);
                readRelease(r, "j", e.releaseJ);
                r.finish();
                if (e.behaviour == Behaviour::Beam && e.releaseI[0] && e.releaseJ[0])
                    c.fault("frame.value", "release",
                            "n is released at both ends: the element would slide away along its axis");
            }
            readSprings(c, e, frame_.units, findings_);
            e.extras = c.finish();
            frame_.elements.push_back(std::move(e));
        });
    }

    void readDiaphragms()
    {
        std::vector<int> owner(frame_.nodes.size(), -1);
        eachObject(top_.array("diaphragms"), "/diaphragms", findings_, [&](Cursor& c, size_t index) {
            Diaphragm d;
            d.id = ids_.diaphragms.add(c);
            const auto names = c.words("nodes", true);
            for (size_t i = 0; i < names.size(); ++i) {
                const std::string at = c.at("nodes") + "/" + std::to_string(i);
                const int n = ids_.nodes.find(names[i], at, "node", findings_);
                if (n < 0) continue;
                const auto& node = frame_.nodes[static_cast<size_t>(n)];
                int& o = owner[static_cast<size_t>(n)];
                if (o >= 0)
                    findings_.push_back(finding("frame.value", at, "",
                                                "node " + inQuotes(names[i]) + " is in two diaphragms, or twice in one"));
                o = static_cast<int>(index);
                const bool y = frame_.up == Up::Y;
                if (node.support[0].held || node.support[y ? 2 : 1].held || node.support[y ? 4 : 5].held)
                    findings_.push_back(finding("frame.value", at, "",
                                                "node " + inQuotes(names[i]) +
                                                    " is held in the plane of the diaphragm; hold the diaphragm by another "
                                                    "node's element or a spring"));
                d.nodes.push_back(n);
            }
            d.extras = c.finish();
            frame_.diaphragms.push_back(std::move(d));
        });
    }

    void readCombinations()
    {
        eachObject(top_.array("combinations"), "/combinations", findings_, [&](Cursor& c, size_t) {
            Combination k;
            k.id = ids_.combinations.add(c);
            k.title = c.text("title").value_or("");
            if (const auto p = c.word("purpose", purposeFromName, "strength, service, construction, fire, accidental, seismic"))
                k.purpose = *p;
            k.basis = c.text("basis").value_or("");
            if (const auto kind = c.text("kind")) {
                if (*kind != "characteristic" && *kind != "frequent" && *kind != "quasi-permanent" && *kind != "live-only")
                    c.fault("frame.value", "kind",
                            inQuotes(*kind) +
                                " is not known here; allowed: characteristic, frequent, quasi-permanent, live-only");
                k.kind = *kind;
            }
            if (const Json* t = c.object("terms", true)) {
                Cursor terms(*t, c.at("terms"), findings_);
                for (const auto& [id, v] : t->items()) {
                    const int index = ids_.cases.find(id, c.at("terms") + "/" + pointerToken(id), "case", findings_);
                    const auto factor = terms.number(id);
                    if (index >= 0 && factor) k.terms.emplace_back(index, *factor);
                }
                std::sort(k.terms.begin(), k.terms.end());
            }
            k.extras = c.finish();
            frame_.combinations.push_back(std::move(k));
        });
    }

    std::vector<Finding>& findings_;
    Cursor top_;
    Frame frame_;
    FrameIds ids_;
};

// Line and column (from 1) of a byte, for people with an editor.
std::string lineAndColumn(std::string_view text, size_t byte)
{
    const auto head = text.substr(0, std::min(byte, text.size()));
    const auto line = std::count(head.begin(), head.end(), '\n') + 1;
    const auto start = head.rfind('\n');
    return fmt::format("line {}, column {}", line, head.size() - (start == std::string_view::npos ? 0 : start + 1));
}

// A key that stands twice in one object would silently lose its first value.
class DuplicateKeys
{
public:
    explicit DuplicateKeys(std::vector<Finding>& findings) : findings_(findings) {}
    bool operator()(int depth, Json::parse_event_t event, Json& parsed)
    {
        const auto d = static_cast<size_t>(depth);
        if (event == Json::parse_event_t::object_start) {
            if (levels_.size() <= d + 1) levels_.resize(d + 2);
            levels_[d + 1].count = 0;
            levels_[d + 1].many.clear();
        } else if (event == Json::parse_event_t::key) {
            const auto& key = parsed.get_ref<const std::string&>();
            if (levels_.size() <= d) levels_.resize(d + 1);
            if (levels_[d].seen(key))
                findings_.push_back(
                    finding("frame.duplicate", "", "",
                            "the key " + inQuotes(key) + " stands twice in one object; only one value can count"));
        }
        return true;
    }

private:
    // Most objects have a handful of keys: a list that keeps its strings' memory; a set takes over where there are many.
    struct Level
    {
        std::vector<std::string> few;
        size_t count = 0;
        std::unordered_set<std::string> many;

        bool seen(const std::string& key)
        {
            constexpr size_t kFew = 32;
            for (size_t i = 0; i < std::min(count, kFew); ++i)
                if (few[i] == key) return true;
            if (count >= kFew) return !many.insert(key).second;
            if (few.size() <= count) few.emplace_back();
            few[count++] = key;
            return false;
        }
    };
    std::vector<Finding>& findings_;
    std::vector<Level> levels_;
};

} // namespace

Loaded<Frame> readFrame(std::string_view text)
{
    Loaded<Frame> out;
    Json json;
    try {
        json = Json::parse(text.begin(), text.end(), DuplicateKeys(out.findings));
    } catch (const Json::parse_error& e) {
        const bool cut = e.byte >= text.size();
        out.findings = {finding("file.json", "", "",
                                fmt::format("{}: {}", lineAndColumn(text, e.byte),
                                            cut ? "the file ends in the middle of its JSON; it may have been cut off"
                                                : "this is not JSON: " + std::string(e.what())))};
        return out;
    } catch (const Json::exception& e) {
        out.findings = {finding("file.json", "", "", std::string("this is not JSON that can be read: ") + e.what())};
        return out;
    }
    Reader reader(json, out.findings);
    Frame frame = reader.read();
    // The shipped schema as a second net for files that people edit; the very large ones come from programs and are read once.
    constexpr size_t kSchemaUpTo = 4u << 20;
    if (!anyError(out.findings) && text.size() <= kSchemaUpTo)
        for (Finding& f : validateAgainstSchema(text))
            out.findings.push_back(std::move(f));
    if (!anyError(out.findings)) out.value = std::move(frame);
    return out;
}

Loaded<Frame> readFrameFile(const std::filesystem::path& path)
{
    Loaded<Frame> out;
    std::error_code error;
    if (std::filesystem::is_directory(path, error)) {
        out.findings = {finding("file.unreadable", "", "", path.string() + " is a folder, not a file")};
        return out;
    }
    std::ifstream in(path, std::ios::binary | std::ios::ate);
    if (!in) {
        out.findings = {finding("file.unreadable", "", "", path.string() + " cannot be opened: " + std::strerror(errno))};
        return out;
    }
    std::string text(static_cast<size_t>(in.tellg()), '\0');
    in.seekg(0);
    in.read(text.data(), static_cast<std::streamsize>(text.size()));
    if (!in) {
        out.findings = {finding("file.unreadable", "", "", path.string() + " cannot be read to its end")};
        return out;
    }
    if (text.starts_with("\xEF\xBB\xBF")) text.erase(0, 3); // a byte order mark says nothing in UTF-8
    return readFrame(text);
}

} // namespace wr
