#include "core/shaping/shape_tools.h"

#include "core/base/entry.h"
#include "core/base/split.h"
#include "core/shaping/load_tools.h"
#include "core/shaping/typed.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

constexpr std::array kGoes{"supports", "releases", "groups", "briefs", "holds", "loads"};

void addGoes(std::vector<ShapeField>& out)
{
    for (const char* key : kGoes) {
        ShapeField f{key, std::string(1, static_cast<char>(key[0] - 0x20)) + (key + 1), ShapeField::Kind::Flag};
        f.value = "yes";
        f.meaning = fmt::format("{} go along with the copy", key);
        out.push_back(std::move(f));
    }
}

GoesAlong goesOf(Typed& t)
{
    return {t.flag("supports"), t.flag("releases"), t.flag("groups"), t.flag("briefs"), t.flag("holds"), t.flag("loads")};
}

std::array<bool, 6> pinnedEnd(bool on)
{
    std::array<bool, 6> out{};
    out[static_cast<size_t>(Force::My)] = out[static_cast<size_t>(Force::Mz)] = on;
    return out;
}

} // namespace

const std::vector<ShapeTool>& shapeTools()
{
    using enum ToolKind;
    static const std::vector<ShapeTool> list{
        {"draw", "Draw", "elements from place to place", false, false},
        {"copy", "Copy along", "copies along a vector, with what goes along", true, true},
        {"turn", "Turn", "copies round an axis, or the parts themselves", true, true},
        {"mirror", "Mirror", "the mirror image in a plane, or the parts themselves", true, true},
        {"move", "Move nodes", "nodes with what hangs on them", false, true},
        {"divide", "Divide", "elements in parts, at places or where they cross", true, false},
        {"join", "Join", "elements that run on from each other", true, false},
        {"delete", "Delete", "elements and nodes with what hangs on them", true, true},
        {"section", "Section, steel", "which section and steel elements are of", true, false},
        {"ends", "Ends", "how elements are joined at their ends", true, false},
        {"stand", "Roll, offsets", "how elements stand between their nodes", true, false},
        {"support", "Supports", "what holds nodes to the ground", false, true},
        {"nodal", "Nodal", "forces and moments at nodes", false, true, Loads},
        {"line", "Line", "loads along members: even, changing, over a part", true, false, Loads},
        {"point", "Point", "forces and moments at places of members", true, false, Loads},
        {"area", "Area", "pressures on panels between corners, or between beams", true, true, Loads},
        {"temperature", "Temperature", "temperature of members", true, false, Loads},
        {"settlement", "Settlement", "movements of supports", false, true, Loads},
        {"alter", "Turn, spread", "loads that are there: times a factor, in another direction, spread in another way", true,
         true, Loads},
        {"lift", "Take off", "loads of what is picked", true, true, Loads},
        {"case", "Case", "a case of loads: a new one, or what one says", false, false, Loads},
        {"nocase", "Drop case", "a case with its loads, and its terms in combinations", false, false, Loads},
    };
    return list;
}

const ShapeTool* shapeTool(std::string_view key)
{
    const auto& list = shapeTools();
    const auto at = std::find_if(list.begin(), list.end(), [&](const ShapeTool& t) { return t.key == key; });
    return at == list.end() ? nullptr : &*at;
}

std::vector<ShapeField> shapeFields(std::string_view tool, const Frame& f)
{
    using K = ShapeField::Kind;
    std::vector<ShapeField> out;
    const auto add = [&](const char* key, const char* title, K kind, Quantity q, std::string value, const char* meaning,
                         std::vector<std::string> words = {}) {
        out.push_back({key, title, kind, q, std::move(value), std::move(words), meaning});
    };
    const auto only = [&](std::vector<std::string> where, const char* word) {
        out.back().where = std::move(where);
        out.back().word = word;
    };
    const auto length = [&](double v) { return f.units.text(Quantity::Length, v); };
    const std::string nothing = "0; 0; 0", up = f.up == Up::Z ? "z" : "y";
    if (tool == "draw") {
        const std::string section = f.sections.empty() ? "" : f.sections.list().front().id,
                          steel = f.materials.empty() ? "S355" : f.materials.list().front().id;
        add("from", "From", K::Vector, Quantity::Length, "", "a place, as in \"0; 6 m; 3 m\"");
        add("to", "To", K::Vector, Quantity::Length, "", "a place, or from there on a length along an axis: \"4.2 m up\"");
        add("section", "Section", K::Section, Quantity::Ratio, section, "of the frame or of the catalogue");
        add("steel", "Steel", K::Steel, Quantity::Ratio, steel, "of the frame or a grade");
        add("ends", "Ends", K::Word, Quantity::Ratio, "rigid", "how it is joined",
            {"rigid", "pinned", "pinned at first", "pinned at last"});
        add("carries", "Carries", K::Word, Quantity::Ratio, "beam", "all forces, or force along it alone",
            {"beam", "axial", "tension-only", "compression-only"});
        add("roll", "Roll", K::Measure, Quantity::Angle, "0", "turn about its axis");
        add("group", "Group", K::Text, Quantity::Ratio, "", "of its member");
        add("brief", "Brief", K::Text, Quantity::Ratio, "", "of its member");
    } else if (tool == "copy") {
        add("by", "By", K::Vector, Quantity::Length, length(6) + " y", "from one to the next");
        add("times", "Times", K::Count, Quantity::Ratio, "1", "how many copies");
        add("inplace", "Move, not copy", K::Flag, Quantity::Ratio, "no", "the parts themselves, moved");
        addGoes(out);
    } else if (tool == "turn") {
        add("about", "About", K::Text, Quantity::Ratio, up, "the direction of the axis: x, y, z or three numbers");
        add("through", "Through", K::Vector, Quantity::Length, nothing, "a place on the axis");
        add("angle", "Angle", K::Measure, Quantity::Angle, f.units.text(Quantity::Angle, std::numbers::pi / 2, false),
            "from one to the next");
        add("times", "Times", K::Count, Quantity::Ratio, "1", "how many copies");
        add("inplace", "Move, not copy", K::Flag, Quantity::Ratio, "no", "the parts themselves, turned");
        addGoes(out);
    } else if (tool == "mirror") {
        add("across", "Across", K::Text, Quantity::Ratio, "x",
            "the direction at right angles to the plane: x, y, z or three numbers");
        add("through", "Through", K::Vector, Quantity::Length, nothing, "a place in the plane");
        add("inplace", "Move, not copy", K::Flag, Quantity::Ratio, "no", "the parts themselves, mirrored");
        addGoes(out);
    } else if (tool == "move")
        add("by", "By", K::Vector, Quantity::Length, nothing, "how far, in which direction");
    else if (tool == "divide") {
        add("way", "Where", K::Word, Quantity::Ratio, "equal parts", "where they are divided",
            {"equal parts", "at places", "where they cross"});
        add("parts", "Parts", K::Count, Quantity::Ratio, "2", "equal ones");
        only({"way"}, "equal parts");
        add("at", "Places", K::Text, Quantity::Length, "", "from the first end, or with − from the last: \"1.2 m; -0.5 m\"");
        only({"way"}, "at places");
    } else if (tool == "delete")
        add("loose", "Loose nodes too", K::Flag, Quantity::Ratio, "yes", "nodes that nothing else stands on go as well");
    else if (tool == "section") {
        add("section", "Section", K::Section, Quantity::Ratio, "", "of the frame or of the catalogue; empty: as it is");
        add("steel", "Steel", K::Steel, Quantity::Ratio, "", "of the frame or a grade; empty: as it is");
    } else if (tool == "ends") {
        const std::vector<std::string> ways{"as it is",      "rigid",  "pinned", "pinned, twists",
                                            "pinned, slips", "twists", "spring"};
        add("first", "First end", K::Word, Quantity::Ratio, "pinned",
            "pinned: bending is released about both axes; twists, slips: torsion, or force along it, too", ways);
        add("last", "Last end", K::Word, Quantity::Ratio, "pinned", "the same at the last end", ways);
        add("ky", "Spring about y", K::Measure, Quantity::SpringMoment, "0",
            "of a spring: stiffness about the major axis; 0: rigid");
        only({"first", "last"}, "spring");
        add("kz", "Spring about z", K::Measure, Quantity::SpringMoment, "0", "the same about the minor axis");
        only({"first", "last"}, "spring");
        add("carries", "Carries", K::Word, Quantity::Ratio, "as it is", "all forces, or force along it alone",
            {"as it is", "beam", "axial", "tension-only", "compression-only"});
    } else if (tool == "stand") {
        add("roll", "Roll", K::Text, Quantity::Angle, "", "turn about its axis; empty: as it is");
        add("first", "Offset at first end", K::Text, Quantity::Length, "",
            "from the node to the element's end: \"0; 0; -0.2 m\"; empty: as it is");
        add("last", "Offset at last end", K::Text, Quantity::Length, "", "the same at its last end");
    } else if (tool == "support") {
        add("kind", "Support", K::Word, Quantity::Ratio, "pinned", "what is held",
            {"none", "pinned", "fixed", "roller along x", std::string("roller along ") + acrossName(f), "springs"});
        for (const char* k : {"ux", "uy", "uz", "rx", "ry", "rz"}) {
            const bool turn = k[0] == 'r';
            const std::string title = std::string(turn ? "About " : "Along ") + k[1];
            add(k, title.c_str(), K::Text, turn ? Quantity::SpringMoment : Quantity::SpringForce, turn ? "free" : "held",
                "held, free, or a stiffness");
            only({"kind"}, "springs");
        }
    } else if (shapeTool(tool))
        return loadFields(tool, f);
    return out;
}

std::expected<ShapeEdit, ShapeFault> shapeEdit(std::string_view tool, const std::map<std::string, std::string>& typed,
                                               const Frame& f, std::vector<int> elements, std::vector<int> nodes)
{
    const ShapeTool* row = shapeTool(tool);
    if (!row) return std::unexpected(ShapeFault{"", fmt::format("there is no tool \"{}\"", tool)});
    Typed t(tool, typed, f);
    ShapeEdit out;
    if (tool == "draw") {
        DrawElements d;
        const Vec3 from = t.vector("from");
        const std::string to = t.text("to");
        // Three numbers are a place, one along an axis goes on from the first.
        Vec3 end = t.vector("to");
        if (to.find_first_of(";,") == std::string::npos) end = from + end;
        d.lines = {{from, end}};
        d.section = t.text("section");
        d.steel = t.text("steel");
        if (d.section.empty()) t.say("section", "Section: name one of the catalogue, as IPE300 or W12X26");
        d.roll = t.measure("roll");
        const std::string ends = t.word("ends");
        d.pinned = {ends == "pinned" || ends == "pinned at first", ends == "pinned" || ends == "pinned at last"};
        d.behaviour = behaviourFromName(t.word("carries")).value_or(Behaviour::Beam);
        d.group = t.text("group");
        d.brief = t.text("brief");
        out = std::move(d);
    } else if (tool == "copy" || tool == "turn" || tool == "mirror") {
        CopyParts c;
        c.elements = std::move(elements);
        c.nodes = std::move(nodes);
        c.move = t.flag("inplace");
        c.goes = goesOf(t);
        if (tool == "copy")
            c.by = t.vector("by");
        else {
            c.how = tool == "turn" ? CopyParts::How::Turned : CopyParts::How::Mirrored;
            c.axis = t.direction(tool == "turn" ? "about" : "across");
            c.through = t.vector("through");
        }
        if (tool == "turn") c.angle = t.measure("angle");
        if (tool != "mirror") c.times = t.count("times", 1, 1000);
        out = std::move(c);
    } else if (tool == "move")
        out = MoveNodes{std::move(nodes), t.vector("by")};
    else if (tool == "divide") {
        DivideElements d;
        d.elements = std::move(elements);
        const std::string way = t.word("way");
        d.by = way == "at places"          ? DivideElements::By::Places
               : way == "where they cross" ? DivideElements::By::Crossings
                                           : DivideElements::By::Parts;
        if (d.by == DivideElements::By::Parts) d.parts = t.count("parts", 2, 1000);
        if (d.by == DivideElements::By::Places) d.at = t.places("at");
        out = std::move(d);
    } else if (tool == "join")
        out = JoinElements{std::move(elements)};
    else if (tool == "delete") {
        const bool loose = t.flag("loose");
        out = DeleteParts{std::move(elements), std::move(nodes), loose};
    } else if (tool == "section") {
        SetElements s;
        s.elements = std::move(elements);
        s.section = t.text("section");
        s.steel = t.text("steel");
        if (s.section.empty() && s.steel.empty()) t.say("section", "say a section, as IPE300 or W12X26, or a steel");
        out = std::move(s);
    } else if (tool == "ends") {
        SetElements s;
        s.elements = std::move(elements);
        const auto end = [&](const char* key, auto& release, auto& spring) {
            const std::string way = t.word(key);
            if (way == "as it is") return;
            std::array<bool, 6> r = pinnedEnd(way.starts_with("pinned"));
            r[static_cast<size_t>(Force::N)] = way.ends_with("slips");
            r[static_cast<size_t>(Force::T)] = way.ends_with("twists");
            std::array<double, 6> k{};
            if (way == "spring") {
                k[static_cast<size_t>(Force::My)] = t.measure("ky");
                k[static_cast<size_t>(Force::Mz)] = t.measure("kz");
            }
            release = r;
            spring = k;
        };
        end("first", s.releaseI, s.springI);
        end("last", s.releaseJ, s.springJ);
        const std::string carries = t.word("carries");
        if (carries != "as it is") s.behaviour = behaviourFromName(carries);
        if (s.behaviour && *s.behaviour != Behaviour::Beam) { // it has no joints
            s.releaseI.reset(), s.releaseJ.reset(), s.springI.reset(), s.springJ.reset();
        } else if (t.text("first") == "pinned" && t.text("last") == "pinned")
            s.words = fmt::format("Pinned ends of {} element{}", s.elements.size(), s.elements.size() == 1 ? "" : "s");
        out = std::move(s);
    } else if (tool == "stand") {
        SetElements s;
        s.elements = std::move(elements);
        if (!t.text("roll").empty()) s.roll = t.measure("roll");
        if (!t.text("first").empty()) s.offsetI = t.vector("first");
        if (!t.text("last").empty()) s.offsetJ = t.vector("last");
        if (!s.roll && !s.offsetI && !s.offsetJ) t.say("", "say a roll or an offset");
        out = std::move(s);
    } else if (row->kind == ToolKind::Loads)
        out = loadEdit(tool, t, f, std::move(elements), std::move(nodes));
    else {
        SetSupports s;
        s.nodes = std::move(nodes);
        const std::string kind = t.word("kind");
        for (size_t k = 0; k < 6; ++k) {
            Support& x = s.support[k];
            if (kind == "pinned")
                x.held = k < 3;
            else if (kind == "fixed")
                x.held = true;
            else if (kind == "roller along x")
                x.held = k < 3 && k != 0;
            else if (kind.starts_with("roller")) // along the other level direction
                x.held = k < 3 && k != static_cast<size_t>(acrossName(f) - 'x');
            else if (kind == "springs") {
                const std::string key = std::string(k < 3 ? "u" : "r") + static_cast<char>('x' + k % 3);
                const std::string v = t.text(key);
                x.held = v == "held";
                if (v != "held" && v != "free") x.spring = t.measure(key);
            }
        }
        s.words = kind == "none"      ? "No support"
                  : kind == "pinned"  ? "Pinned support"
                  : kind == "fixed"   ? "Fixed support"
                  : kind == "springs" ? "Support by springs"
                                      : "Roller";
        out = std::move(s);
    }
    if (t.fault()) return std::unexpected(*t.fault());
    return out;
}

std::string gridLetters(size_t k)
{
    std::string out;
    for (size_t n = k + 1; n > 0; n = (n - 1) / 26)
        out.insert(out.begin(), static_cast<char>('A' + (n - 1) % 26));
    return out;
}

std::expected<Grid, ShapeFault> typedGrid(const std::string& x, const std::string& y, const std::string& levels,
                                          const std::string& origin, const std::string& turn, const Frame& f)
{
    Grid g;
    const auto blank = [](const std::string& t) { return t.find_first_not_of(' ') == std::string::npos; };
    if (!blank(origin)) {
        const auto v = readVector(origin, Quantity::Length, f.units, upAxis(f));
        if (!v) return std::unexpected(ShapeFault{"origin", "Begins at: " + v.error()});
        g.origin = {(*v)[0], (*v)[1], (*v)[2]};
    }
    if (!blank(turn)) {
        const auto v = readEntry(turn, Quantity::Angle, f.units);
        if (!v) return std::unexpected(ShapeFault{"turn", "Turned: " + v.error()});
        g.turn = *v;
    }
    const auto lines = [&](const std::string& text, const char* key, std::vector<GridLine>& to,
                           auto name) -> std::optional<ShapeFault> {
        if (blank(text)) return std::nullopt;
        const auto v = readLengths(text, f.units);
        if (!v) return ShapeFault{key, v.error()};
        double at = 0;
        to.push_back({name(0, at), at});
        for (size_t k = 0; k < v->size(); ++k) {
            at += (*v)[k];
            to.push_back({name(k + 1, at), at});
        }
        return std::nullopt;
    };
    if (auto e = lines(x, "x", g.x, [](size_t k, double) { return std::to_string(k + 1); })) return std::unexpected(*e);
    if (auto e = lines(y, "y", g.y, [](size_t k, double) { return gridLetters(k); })) return std::unexpected(*e);
    if (auto e = lines(levels, "levels", g.levels,
                       [&](size_t, double at) { return (at > 0 ? "+" : "") + f.units.text(Quantity::Length, at, false); }))
        return std::unexpected(*e);
    return g;
}

std::vector<Vec3> crossings(const Frame& f)
{
    const Grid& g = f.grid;
    const Vec3 up = f.upward(),
               x{std::cos(g.turn), f.up == Up::Z ? std::sin(g.turn) : 0, f.up == Up::Z ? 0 : -std::sin(g.turn)},
               y = cross(up, x);
    const std::vector<GridLine> none{{"", 0}};
    std::vector<Vec3> out;
    for (const GridLine& l : g.levels.empty() ? none : g.levels)
        for (const GridLine& a : g.x.empty() ? none : g.x)
            for (const GridLine& b : g.y.empty() ? none : g.y)
                out.push_back(g.origin + a.at * x + b.at * y + l.at * up);
    return g.empty() ? std::vector<Vec3>{} : out;
}

} // namespace wr
