#include "core/files/frame_reader.h"

#include "core/files/deflection_json.h"
#include "core/files/design_reader.h"
#include "core/files/frame_ids.h"
#include "core/files/frame_text.h"
#include "core/files/joint_reader.h"
#include "core/files/json_cursor.h"
#include "core/files/load_reader.h"
#include "core/files/project_reader.h"
#include "core/files/section_reader.h"
#include "core/files/text_file.h"
#include "core/files/units_json.h"
#include "core/project/file/project_file.h"

#include <cmath>
#include <fmt/format.h>
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
        readUnits(top_, frame_.units, findings_);
        readGrid();
        readMaterialsAndSections(top_, frame_, ids_, findings_);
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

    void readGrid()
    {
        const Json* v = top_.object("grid");
        if (!v) return;
        Cursor c(*v, "/grid", findings_);
        if (const auto at = c.numbers("origin", 3)) frame_.grid.origin = vec(*at, Quantity::Length);
        if (const auto t = c.number("turn")) frame_.grid.turn = si(Quantity::Angle, *t);
        for (const auto& [key, lines] :
             {std::pair{"x", &frame_.grid.x}, std::pair{"y", &frame_.grid.y}, std::pair{"levels", &frame_.grid.levels}}) {
            IdTable names;
            eachObject(c.array(key), c.at(key), findings_, [&, lines = lines](Cursor& line, size_t) {
                GridLine g;
                g.id = names.add(line);
                g.at = si(Quantity::Length, line.number("at", true).value_or(0));
                line.finish();
                lines->push_back(std::move(g));
            });
        }
        c.finish();
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
                    Support& support = n.support[d];
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
                const double l = norm(frame_.nodes[e.j].at - frame_.nodes[e.i].at);
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
                const bool angle = e.section >= 0 && frame_.sections[e.section].shape.kind == ShapeKind::Angle;
                if (e.section >= 0 && !angle) c.fault("frame.value", "rollTo", "only an angle has legs to place");
                e.rollToLegs = true;
            }
            if (const auto b = c.word("behaviour", behaviourFromName, "beam, axial, tension-only, compression-only"))
                e.behaviour = *b;
            if (e.section >= 0 && e.behaviour == Behaviour::Beam) needInertia(c, frame_.sections[e.section]);
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
            if (e.i >= 0 && e.j >= 0 && e.section >= 0) readOffsets(c, e, frame_, findings_);
            e.extras = c.finish();
            frame_.elements.push_back(std::move(e));
        });
    }

    // A beam bends and twists; a section of which only the area is known cannot.
    void needInertia(Cursor& c, const FrameSection& s)
    {
        if (s.shape.kind != ShapeKind::None || s.stated.empty()) return;
        for (const StatedKey& k : statedKeys())
            if ((k.key == "iy" || k.key == "iz" || k.key == "it") && !(s.stated.*k.stated))
                c.fault("frame.value", "section",
                        fmt::format("section {} states no {}: state it in its properties, or let the element be axial",
                                    inQuotes(s.id), inQuotes(k.key)));
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
                const auto& node = frame_.nodes[n];
                int& o = owner[n];
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
            k.kind = readServiceKind(c);
            k.off = c.flag("off").value_or(false);
            k.made = c.text("made").value_or("");
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

} // namespace

Loaded<Frame> readFrame(std::string_view text)
{
    Loaded<Frame> out;
    const std::optional<Json> json = parseFrameText(text, out.findings);
    if (!json) return out;
    Frame frame = Reader(*json, out.findings).read();
    // The shipped schema as a second net for files that people edit; those of programs are read once.
    constexpr size_t kSchemaUpTo = 256u << 10;
    if (!anyError(out.findings) && text.size() <= kSchemaUpTo)
        for (Finding& f : validateAgainstSchema(text))
            out.findings.push_back(std::move(f));
    if (!anyError(out.findings)) out.value = std::move(frame);
    return out;
}

Loaded<Frame> readFrameFile(const std::filesystem::path& path)
{
    if (ProjectFile::isProject(path)) return readProjectFrame(path);
    Loaded<Frame> out;
    auto read = readTextFile(path);
    if (!read) {
        out.findings = {finding("file.unreadable", "", "", read.error())};
        return out;
    }
    std::string& text = *read;
    if (text.starts_with("\xEF\xBB\xBF")) text.erase(0, 3); // a byte order mark says nothing in UTF-8
    return readFrame(text);
}

} // namespace wr
