#include "core/files/dxf_reader.h"

#include "core/base/printable.h"
#include "core/intake/node_places.h"
#include "core/tables/text_encoding.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <dxflib/dl_creationadapter.h>
#include <dxflib/dl_dxf.h>
#include <expected>
#include <fmt/format.h>
#include <map>
#include <memory>
#include <set>
#include <sstream>

namespace wr {

namespace {

struct Line
{
    Vec3 from, to;
    std::string layer;
};

constexpr size_t kMostLines = 500'000;
constexpr double kFarthest = 1e6; // m from the origin

class Drawing : public DL_CreationAdapter
{
public:
    std::vector<Line> lines;
    std::map<std::string, size_t> others; // what is no line: how many
    int units = 0;                        // $INSUNITS
    bool tooMany = false;

    void addLine(const DL_LineData& d) override { put({d.x1, d.y1, d.z1}, {d.x2, d.y2, d.z2}); }
    void addPolyline(const DL_PolylineData& d) override
    {
        closed_ = (d.flags & 1) != 0;
        // Meshes and faces are no centre lines.
        mesh_ = (d.flags & (16 | 64)) != 0;
        if (mesh_) ++others["meshes"];
        vertices_.clear();
        bulged_ = false;
    }
    void addVertex(const DL_VertexData& d) override
    {
        if (vertices_.size() > kMostLines) return;
        vertices_.push_back({d.x, d.y, d.z});
        bulged_ = bulged_ || d.bulge != 0;
    }
    void endEntity() override
    {
        if (vertices_.empty()) return;
        if (bulged_ && !mesh_) ++others["polylines with arcs"];
        if (!bulged_ && !mesh_) {
            for (size_t k = 1; k < vertices_.size(); ++k)
                put(vertices_[k - 1], vertices_[k]);
            if (closed_ && vertices_.size() > 2) put(vertices_.back(), vertices_.front());
        }
        vertices_.clear();
    }
    void endSequence() override { endEntity(); }
    void addBlock(const DL_BlockData&) override { inBlock_ = true; }
    void endBlock() override { inBlock_ = false; }
    void setVariableInt(const std::string& key, int value, int) override
    {
        if (key == "$INSUNITS") units = value;
    }

private:
    void put(Vec3 from, Vec3 to)
    {
        if (inBlock_) return; // of a block, which stands wherever it is inserted
        if (lines.size() >= kMostLines) {
            tooMany = true;
            return;
        }
        lines.push_back({from, to, attributes.getLayer()});
    }
    std::vector<Vec3> vertices_;
    bool closed_ = false, mesh_ = false, bulged_ = false, inBlock_ = false;
};

// What the library is given: the header, lines and polylines, which entities are in blocks. Everything else is counted here; it
// never sees a count of points that the file does not have, for which it would ask for memory. The error is a sentence.
std::expected<std::string, std::string> usedPart(const std::string& text, std::map<std::string, size_t>& others)
{
    static const std::map<std::string_view, const char*> names{
        {"ARC", "arcs"},       {"CIRCLE", "circles"},         {"ELLIPSE", "ellipses"},
        {"SPLINE", "splines"}, {"INSERT", "inserted blocks"}, {"TEXT", "texts"},
        {"MTEXT", "texts"},    {"3DFACE", "faces"},           {"SOLID", "solids"},
        {"HATCH", "hatches"},  {"DIMENSION", "dimensions"}};
    constexpr std::array<std::string_view, 5> kEntities{"LINE", "POLYLINE", "VERTEX", "SEQEND", "LWPOLYLINE"};
    std::string out, entity;
    std::string_view section, type;
    size_t number = 0, points = 0;
    long stated = -1;
    bool keep = true, block = false;
    const auto trimmed = [](std::string_view t) {
        while (!t.empty() && (t.back() == '\r' || t.back() == ' '))
            t.remove_suffix(1);
        while (!t.empty() && t.front() == ' ')
            t.remove_prefix(1);
        return t;
    };
    const auto close = [&] {
        // A polyline has as many points as stand in it.
        if (keep && type == "LWPOLYLINE" && stated != static_cast<long>(points))
            ++others["polylines with a wrong count of points"];
        else if (keep)
            out += entity;
        entity.clear();
        points = 0;
        stated = -1;
    };
    size_t at = 0;
    const auto line = [&] {
        const size_t end = std::min(text.find('\n', at), text.size());
        const std::string_view l = trimmed(std::string_view(text).substr(at, end - at));
        at = std::min(end + 1, text.size());
        ++number;
        return l;
    };
    while (at < text.size()) {
        const std::string_view code = line();
        if (code.empty() && at >= text.size()) break;
        long group = -1;
        const auto [end, error] = std::from_chars(code.data(), code.data() + code.size(), group);
        if (error != std::errc{} || end != code.data() + code.size())
            return std::unexpected(fmt::format("line {} is no group code of a drawing", number));
        if (at >= text.size()) return std::unexpected("the drawing is cut off");
        const std::string_view value = line();
        if (group == 0) {
            close();
            type = value;
            if (type == "SECTION") section = {};
            if (type == "BLOCK") block = true;
            const bool frameOf = type == "SECTION" || type == "ENDSEC" || type == "EOF" || type == "BLOCK" || type == "ENDBLK";
            const bool used = std::find(kEntities.begin(), kEntities.end(), type) != kEntities.end();
            keep = frameOf || (used && (section == "ENTITIES" || section == "BLOCKS"));
            if (!keep && section == "ENTITIES" && !block) {
                const auto name = names.find(type);
                ++others[name == names.end() ? "entities of other kinds" : name->second];
            }
            if (type == "ENDBLK") block = false;
        }
        if (group == 2 && type == "SECTION" && section.empty()) section = value;
        if (type == "LWPOLYLINE" && group == 10) ++points;
        if (type == "LWPOLYLINE" && group == 90) {
            if (std::from_chars(value.data(), value.data() + value.size(), stated).ec != std::errc{}) stated = -1;
        }
        if (section != "TABLES" && section != "CLASSES" && section != "OBJECTS")
            entity.append(code).append("\n").append(value).append("\n");
    }
    close();
    return out;
}

// Of $INSUNITS (DXF reference, HEADER); 0: not said.
double metresOf(int units)
{
    switch (units) {
    case 1: return kInch;
    case 2: return kFoot;
    case 4: return 0.001;
    case 5: return 0.01;
    case 6: return 1;
    case 14: return 0.1;
    default: return 0;
    }
}

class DrawingFrame
{
public:
    DrawingFrame(Assembly& a, const DxfChoice& choice) : a_(a), choice_(choice), places_(a, choice.together) {}

    void take(const Drawing& d, double unit)
    {
        std::vector<Line> lines;
        size_t short_ = 0, far = 0;
        std::set<std::tuple<int, int>> pairs;
        for (Line l : d.lines) {
            l.from = unit * l.from;
            l.to = unit * l.to;
            // Also what is no number.
            if (!(std::max(norm(l.from), norm(l.to)) < kFarthest))
                ++far;
            else if (norm(l.to - l.from) <= 2 * choice_.together)
                ++short_;
            else
                lines.push_back(std::move(l));
        }
        if (short_ > 0) a_.faults.add("intake.left-out", nullptr, fmt::format("{} lines without length", short_));
        if (far > 0)
            a_.faults.add("intake.left-out", nullptr,
                          fmt::format("{} lines more than {} km from the origin", far, kFarthest / 1000));
        for (const Line& l : lines) {
            nodeAt(l.from);
            nodeAt(l.to);
        }
        const std::vector<std::vector<double>> cuts = cutsOf(lines);
        if (a_.progress.cancelled()) return;
        size_t twice = 0;
        for (size_t k = 0; k < lines.size(); ++k) {
            std::vector<double> at = cuts[k];
            at.push_back(0);
            at.push_back(1);
            std::sort(at.begin(), at.end());
            const Vec3 d01 = lines[k].to - lines[k].from;
            int before = -1;
            for (const double t : at) {
                const int n = nodeAt(lines[k].from + t * d01);
                if (before >= 0 && n != before) {
                    if (pairs.insert({std::min(n, before), std::max(n, before)}).second)
                        element(before, n, lines[k].layer);
                    else
                        ++twice;
                }
                before = n;
            }
        }
        if (twice > 0)
            a_.faults.add("intake.left-out", nullptr, fmt::format("{} lines lie on others and were left out", twice));
    }

private:
    int nodeAt(Vec3 p) { return places_.at(p); }

    // Where ends of others, or crossings, lie on a line: shares of its length. Lines are compared by the order of their left
    // ends.
    std::vector<std::vector<double>> cutsOf(const std::vector<Line>& lines) const
    {
        std::vector<std::vector<double>> out(lines.size());
        std::vector<size_t> order(lines.size());
        for (size_t k = 0; k < order.size(); ++k)
            order[k] = k;
        const auto left = [&](size_t k) { return std::min(lines[k].from.x, lines[k].to.x) - choice_.together; };
        const auto right = [&](size_t k) { return std::max(lines[k].from.x, lines[k].to.x) + choice_.together; };
        std::sort(order.begin(), order.end(), [&](size_t a, size_t b) { return left(a) < left(b); });
        const auto apart = [&](size_t a, size_t b, auto&& of) {
            return std::max(of(lines[a].from), of(lines[a].to)) + choice_.together <
                   std::min(of(lines[b].from), of(lines[b].to)) - choice_.together;
        };
        for (size_t i = 0; i < order.size(); ++i) {
            if (i % 500 == 0 && a_.progress.cancelled()) return out;
            for (size_t j = i + 1; j < order.size() && left(order[j]) <= right(order[i]); ++j) {
                const size_t p = order[i], q = order[j];
                const auto y = [](const Vec3& v) { return v.y; };
                const auto z = [](const Vec3& v) { return v.z; };
                if (apart(p, q, y) || apart(q, p, y) || apart(p, q, z) || apart(q, p, z)) continue;
                cross(lines, p, q, out);
            }
        }
        return out;
    }

    void cross(const std::vector<Line>& lines, size_t p, size_t q, std::vector<std::vector<double>>& out) const
    {
        const Vec3 a = lines[p].from, b = lines[q].from, u = lines[p].to - a, v = lines[q].to - b;
        const double tol = choice_.together, lu = norm(u), lv = norm(v);
        const auto inside = [&](double t, double l) { return t * l > tol && (1 - t) * l > tol; };
        const auto foot = [&](Vec3 x, Vec3 from, Vec3 d, double l) -> std::optional<double> {
            const double t = dot(x - from, d) / (l * l);
            return inside(t, l) && norm(from + t * d - x) <= tol ? std::optional(t) : std::nullopt;
        };
        for (const Vec3& x : {b, b + v})
            if (const auto t = foot(x, a, u, lu)) out[p].push_back(*t);
        for (const Vec3& x : {a, a + u})
            if (const auto t = foot(x, b, v, lv)) out[q].push_back(*t);
        const Vec3 n = wr::cross(u, v);
        if (norm(n) < 1e-6 * lu * lv) return;
        const double t = dot(wr::cross(b - a, v), n) / dot(n, n), s = dot(wr::cross(b - a, u), n) / dot(n, n);
        if (inside(t, lu) && inside(s, lv) && norm(a + t * u - b - s * v) <= tol) {
            out[p].push_back(t);
            out[q].push_back(s);
        }
    }

    void element(int i, int j, const std::string& layer)
    {
        Frame& f = a_.frame();
        Element e;
        e.id = std::to_string(f.elements.size() + 1);
        e.i = i;
        e.j = j;
        std::string grade;
        e.section = a_.section(layer.empty() ? "0" : layer, &grade);
        if (grade.empty()) grade = a_.recipe.grade;
        if (!grade.empty())
            e.material = a_.material(grade);
        else if (!told_) {
            told_ = true;
            a_.faults.add("intake.grade-missing", nullptr, "a drawing states no steel: give a grade for what states none");
        }
        a_.elements.emplace(e.id, static_cast<int>(f.elements.size()));
        f.elements.push_back(std::move(e));
    }

    Assembly& a_;
    const DxfChoice& choice_;
    NodePlaces places_;
    bool told_ = false;
};

} // namespace

Intake readDxf(const std::string& text, const std::string& file, const Recipe& recipe, const DxfChoice& choice,
               Progress& progress)
{
    const std::vector<Book> none;
    Assembly a(none, recipe, progress);
    Drawing drawing;
    DL_Dxf reader;
    progress.at(0, "reading the drawing");
    const bool binary = text.substr(0, 32).find(" Binary DXF\r\n") != std::string::npos;
    if (binary || text.find('\0') != std::string::npos) {
        a.out.findings.push_back(finding("intake.file", file, "",
                                         binary ? "the drawing is in binary form: save it as DXF text"
                                                : "the drawing is no text: there are zero bytes in it"));
        return std::move(a.out);
    }
    const auto used = usedPart(isUtf8(text) ? text : decodeText(text).text, drawing.others);
    if (!used) {
        a.out.findings.push_back(finding("intake.file", file, "", used.error()));
        return std::move(a.out);
    }
    std::stringstream stream(*used);
    reader.in(stream, &drawing);
    Frame& f = a.frame();
    f.title = file.substr(0, file.rfind('.'));
    f.units = recipe.units;
    if (!recipe.standard.empty()) {
        f.hasDesign = true;
        f.design.standard = recipe.standard;
    }
    double most = 0;
    for (const Line& l : drawing.lines)
        for (const Vec3& p : {l.from, l.to})
            most = std::max({most, std::abs(p.x), std::abs(p.y), std::abs(p.z)});
    double unit = choice.drawn > 0 ? choice.drawn : metresOf(drawing.units);
    if (unit == 0) {
        unit = most > 1200 ? 0.001 : 1;
        if (!drawing.lines.empty())
            a.faults.add("intake.unit-assumed", nullptr,
                         fmt::format("the drawing does not say its unit: taken as {} by its size", unit == 1 ? "m" : "mm"));
    }
    progress.at(0.5, "elements");
    DrawingFrame(a, choice).take(drawing, unit);
    if (progress.cancelled()) {
        a.out.findings.clear();
        return std::move(a.out);
    }
    if (drawing.tooMany)
        a.faults.add("intake.table", nullptr,
                     fmt::format("the drawing has more than {} lines: cut it into several", kMostLines));
    if (drawing.lines.empty()) a.faults.add("intake.table", nullptr, "there are no lines in the drawing");
    std::string words;
    for (const auto& [what, n] : drawing.others)
        words += (words.empty() ? "" : ", ") + std::to_string(n) + " " + what;
    if (!words.empty()) a.faults.add("intake.left-out", nullptr, "left out, for only straight lines are elements: " + words);
    finishIntake(a);
    return std::move(a.out);
}

} // namespace wr
