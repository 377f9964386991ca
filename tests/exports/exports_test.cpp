// What leaves for others, opened by others: models by the asset import library and by our own readers, databases by their
// library, packages part by part.
#include "core/exports/export_tables.h"
#include "core/exports/exports.h"
#include "core/exports/solid.h"
#include "core/files/dxf_reader.h"
#include "core/files/ifc/ifc_reader.h"
#include "core/files/text_file.h"
#include "core/frame/plain_outline.h"
#include "core/tables/open_book.h"
#include "core/tables/package.h"
#include "tests/reporting/checked.h"

#include <SQLiteCpp/SQLiteCpp.h>
#include <assimp/Importer.hpp>
#include <assimp/postprocess.h>
#include <assimp/scene.h>
#include <cmath>
#include <filesystem>
#include <random>
#include <set>
#include <unistd.h>

using namespace wr;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

namespace fs = std::filesystem;

class Place
{
public:
    Place() : path_(fs::temp_directory_path() / ("wren-exports-" + std::to_string(getpid()))) { fs::create_directories(path_); }
    ~Place() { fs::remove_all(path_); }
    fs::path operator/(const std::string& name) const { return path_ / name; }

private:
    fs::path path_;
};

ExportInput inputOf(const DesignState& s)
{
    ExportInput in;
    in.state = s;
    in.moment = "2026-03-01T09:30:00Z";
    in.author = "A. Checker";
    return in;
}

void write(const ExportInput& in, const fs::path& path)
{
    SilentProgress p;
    const Exported done = exportFrame(in, {}, {}, path, p);
    if (!done) UNSCOPED_INFO(done.error());
    REQUIRE(done.has_value());
}

// A frame that leans every way: shapes of all kinds, skew, rolled, run against each other, in two groups, one member over.
const DesignState& mixed()
{
    static const DesignState s = [] {
        const char* const sections[] = {R"("name":"IPE300")",
                                        R"("name":"UPE200")",
                                        R"("name":"L150X90X12")",
                                        R"("shape":"tee","h":150,"b":200,"tw":8,"tf":12,"r":10)",
                                        R"("name":"CHS 168.3x6.3")",
                                        R"("name":"RHS 200x100x6")",
                                        R"("shape":"i-unequal","h":400,"b":200,"tf":16,"b2":150,"tf2":12,"tw":8)",
                                        R"("shape":"double-angle","h":90,"b":90,"t":9,"r":10,"gap":10,"back":"long")",
                                        R"("shape":"bar-flat","h":120,"b":20)",
                                        R"("shape":"bar-round","d":60)"};
        std::string list, nodes, elements, members;
        int k = 0;
        for (const char* section : sections) {
            const double x = 3.0 * k, turn = 17.0 * k;
            list += fmt::format(R"({}{{"id":"S{}",{}}})", k ? "," : "", k, section);
            nodes += fmt::format(
                R"({}{{"id":"a{}","at":[{},0,0],"support":{{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}}}},{{"id":"b{}","at":[{},{},3]}})",
                k ? "," : "", k, x, k, x + 0.3 * k, 0.2 * k);
            const bool turned = k % 2 == 1;
            elements += fmt::format(R"({}{{"id":"e{}","nodes":["{}{}","{}{}"],"section":"S{}","material":"M","roll":{}}})",
                                    k ? "," : "", k, turned ? "b" : "a", k, turned ? "a" : "b", k, k, turn);
            members += fmt::format(R"({}{{"id":"Post {} <&\"'é","elements":["e{}"],"group":"{}"}})", k ? "," : "", k, k,
                                   k % 2 ? "odd ; posts" : "even");
            ++k;
        }
        return test::wholeState(test::frameOf(
            R"({"format":"wren-frame","version":1,"title":"Mixed","materials":[{"id":"M","grade":"EN 10025-2 S355"}],"sections":[)" +
            list + R"(],"nodes":[)" + nodes + R"(],"elements":[)" + elements +
            R"(],"cases":[{"id":"G","action":"dead","nodal":[{"node":"b0","f":[900,0,-10]},{"node":"b4","f":[0,2,-5]}]}],
"combinations":[{"id":"U","terms":{"G":1.35}}],"design":{"standard":"en1993","members":[)" +
            members + R"(]}})"));
    }();
    return s;
}

const aiNode* nodeOf(const aiNode* n, const std::string& name)
{
    if (n->mName.C_Str() == name) return n;
    for (unsigned k = 0; k < n->mNumChildren; ++k)
        if (const aiNode* found = nodeOf(n->mChildren[k], name)) return found;
    return nullptr;
}

// Volume that a node's meshes enclose, by the divergence theorem: right only where triangles are closed and face outwards.
double volume(const aiScene& scene, const aiNode& n, const aiMatrix4x4& above)
{
    const aiMatrix4x4 at = above * n.mTransformation;
    double out = 0;
    for (unsigned m = 0; m < n.mNumMeshes; ++m) {
        const aiMesh& mesh = *scene.mMeshes[n.mMeshes[m]];
        for (unsigned t = 0; t < mesh.mNumFaces; ++t) {
            REQUIRE(mesh.mFaces[t].mNumIndices == 3);
            // From a corner of the mesh: far from the origin single precision would lose the volume of thin plates.
            const aiVector3D from = at * mesh.mVertices[0];
            std::array<Vec3, 3> p;
            for (size_t c = 0; c < 3; ++c) {
                const aiVector3D v = at * mesh.mVertices[mesh.mFaces[t].mIndices[c]] - from;
                p[c] = {v.x, v.y, v.z};
            }
            out += dot(p[0], cross(p[1], p[2])) / 6;
        }
    }
    for (unsigned k = 0; k < n.mNumChildren; ++k)
        out += volume(scene, *n.mChildren[k], at);
    return out;
}

} // namespace

TEST_CASE("exports: glTF opens elsewhere with a closed solid a member, in its place, with what it came to", "[exports][gltf]")
{
    const Place place;
    for (const DesignState* s : {&mixed(), &test::ternStreet()}) {
        const Frame& f = *s->frame;
        const ExportInput in = inputOf(*s);
        write(in, place / "f.glb");
        Assimp::Importer importer;
        const aiScene* scene = importer.ReadFile((place / "f.glb").string(), aiProcess_ValidateDataStructure);
        UNSCOPED_INFO(importer.GetErrorString());
        REQUIRE(scene != nullptr);
        size_t told = 0;
        for (const MemberFacts& x : memberFacts(in)) {
            INFO(x.id);
            const aiNode* n = nodeOf(scene->mRootNode, x.id);
            REQUIRE(n != nullptr);
            const Member& m = s->model->members()[x.member];
            double wanted = 0;
            for (const MemberPiece& p : m.pieces) {
                const Element& e = f.elements[static_cast<size_t>(p.element)];
                wanted += integrate(plainOutline(f.sections[static_cast<size_t>(e.section)])).a * f.length(e);
            }
            CHECK_THAT(volume(*scene, *n, aiMatrix4x4()), WithinRel(wanted, 1e-3)); // single precision
            REQUIRE(n->mMetaData != nullptr);
            aiString text;
            CHECK(n->mMetaData->Get("group", text));
            CHECK(text.C_Str() == x.group);
            CHECK(n->mMetaData->Get("status", text));
            CHECK(text.C_Str() == x.status);
            double u = 0;
            if (std::isfinite(x.utilisation)) {
                const bool have = n->mMetaData->Get("utilisation", u);
                CHECK(have);
                CHECK_THAT(u, WithinRel(x.utilisation, 1e-6));
                ++told;
            }
        }
        CHECK(told > 5);
        // In its place: the ends of one member, y upwards.
        const Member& m = s->model->members()[0];
        const aiNode* n = nodeOf(scene->mRootNode, m.id);
        if (m.pieces.size() == 1) {
            const Vec3 at = yUpwards(f, f.endI(f.elements[static_cast<size_t>(m.pieces[0].element)]));
            const aiMatrix4x4& t = n->mTransformation;
            CHECK_THAT(t.a4, WithinAbs(at.x, 1e-5));
            CHECK_THAT(t.b4, WithinAbs(at.y, 1e-5));
            CHECK_THAT(t.c4, WithinAbs(at.z, 1e-5));
        }
    }
}

TEST_CASE("exports: a picked part goes alone, and the same input is the same file", "[exports]")
{
    const Place place;
    ExportInput in = inputOf(test::ternStreet());
    in.members.assign(in.state.model->members().size(), 0);
    in.members[3] = 1;
    for (const ExportFormat& format : exportFormats()) {
        INFO(format.ending);
        const fs::path a = place / ("a" + std::string(format.ending));
        write(in, a);
        const auto first = readTextFile(a);
        write(in, a);
        REQUIRE(first.has_value());
        if (format.ending != ".sqlite") CHECK(first == readTextFile(a)); // pages of a database carry a counter
        CHECK(first->size() > 100);
    }
    Assimp::Importer importer;
    const aiScene* scene = importer.ReadFile((place / "a.glb").string(), 0);
    REQUIRE(scene != nullptr);
    CHECK(nodeOf(scene->mRootNode, in.state.model->members()[3].id) != nullptr);
    CHECK(nodeOf(scene->mRootNode, in.state.model->members()[0].id) == nullptr);
}

TEST_CASE("exports: IFC4 comes back through the reader: ends, sections, turn, steel", "[exports][ifc]")
{
    const Place place;
    for (const DesignState* s : {&mixed(), &test::ternStreet()}) {
        const Frame& f = *s->frame;
        write(inputOf(*s), place / "f.ifc");
        const auto text = readTextFile(place / "f.ifc");
        REQUIRE(text.has_value());
        Recipe recipe;
        recipe.sections["S7"] = "L90X9"; // a pair has no profile of its own in IFC: by name only
        SilentProgress p;
        const Intake back = readIfc(*text, "f.ifc", recipe, {}, p);
        for (const Finding& x : back.findings)
            UNSCOPED_INFO(x.code << " " << x.text);
        size_t same = 0;
        for (size_t i = 0; i < s->model->members().size(); ++i) {
            const Member& m = s->model->members()[i];
            const auto found = std::find_if(back.frame.design.members.begin(), back.frame.design.members.end(),
                                            [&](const DesignMember& d) { return d.id == m.id; });
            INFO(m.id);
            REQUIRE(found != back.frame.design.members.end());
            const Element &was = f.elements[static_cast<size_t>(m.pieces.front().element)],
                          &is = back.frame.elements[static_cast<size_t>(found->elements.front())];
            const Element& last = back.frame.elements[static_cast<size_t>(found->elements.back())];
            const Vec3 from = f.nodes[static_cast<size_t>(m.startNode)].at, to = f.nodes[static_cast<size_t>(m.endNode)].at;
            CHECK_THAT(norm(back.frame.nodes[static_cast<size_t>(is.i)].at - from), WithinAbs(0, 1e-4));
            CHECK_THAT(norm(back.frame.nodes[static_cast<size_t>(last.j)].at - to), WithinAbs(0, 1e-4));
            const FrameSection &a = f.sections[static_cast<size_t>(was.section)],
                               &b = back.frame.sections[static_cast<size_t>(is.section)];
            if (a.shape.kind == ShapeKind::DoubleAngle) continue;
            CHECK_THAT(b.properties.a, WithinRel(a.properties.a, 1e-6));
            CHECK_THAT(b.properties.iy, WithinRel(a.properties.iy, 1e-6));
            CHECK_THAT(b.properties.iz, WithinRel(a.properties.iz, 1e-6));
            // The same way up: of what has one.
            const Axes w = elementAxes(f, was), v = elementAxes(back.frame, is);
            const bool round = a.shape.kind == ShapeKind::Chs || a.shape.kind == ShapeKind::BarRound;
            const double sign = dot(w.x, v.x) > 0 ? 1 : -1;
            CHECK_THAT(sign * dot(w.x, v.x), WithinAbs(1, 1e-6));
            if (!round && sign > 0) CHECK_THAT(dot(w.z, v.z), WithinAbs(1, 1e-5));
            ++same;
        }
        CHECK(same + 1 >= s->model->members().size());
        // What it came to stands beside it.
        CHECK(text->find("'WrenRail_Check'") != std::string::npos);
        CHECK(text->find("IFCRELASSIGNSTOGROUP") != std::string::npos);
    }
}

TEST_CASE("exports: ids of IFC are 22 letters that stay the same and differ from each other", "[exports][ifc]")
{
    Frame f;
    f.title = "T";
    std::set<std::string> ids, guids;
    for (int k = 0; k < 20000; ++k) {
        const std::string id = ifcId(f, "member " + std::to_string(k));
        REQUIRE(id.size() == 22);
        CHECK(id[0] <= '3'); // 128 bits: the first letter is of two
        ids.insert(id);
        guids.insert(guidOf(f, "member " + std::to_string(k)));
    }
    CHECK(ids.size() == 20000);
    CHECK(guids.size() == 20000);
    CHECK(ifcId(f, "member 1") == ifcId(f, "member 1"));
    CHECK(guidOf(f, "x")[14] == '8');
    Frame other;
    other.title = "U";
    CHECK(ifcId(f, "member 1") != ifcId(other, "member 1"));
}

TEST_CASE("exports: BCF has a topic for what is over and for what is accepted, its member named as in the IFC file",
          "[exports][bcf]")
{
    const Place place;
    DesignState s = mixed();
    // One finding about a member is accepted.
    std::optional<Acceptance> accepted;
    for (const AuditRow& r : auditRows(s))
        if (s.model->find(r.finding.subject)) {
            accepted = acceptanceOf(s, r.finding, "it is looked after <elsewhere>", "B. Checker", "2026-02-28");
            break;
        }
    REQUIRE(accepted.has_value());
    Frame f = *s.frame;
    f.design.acceptances.push_back(*accepted);
    s = test::wholeState(f);
    const ExportInput in = inputOf(s);
    size_t over = 0;
    for (const MemberFacts& x : memberFacts(in))
        over += x.status == "over";
    REQUIRE(over >= 1);
    write(in, place / "f.bcf");
    write(in, place / "f.ifc");
    const std::string ifc = readTextFile(place / "f.ifc").value();
    const auto zip = Package::open(place / "f.bcf", {});
    REQUIRE(zip.has_value());
    CHECK(zip->whole("bcf.version").value().find("VersionId=\"2.1\"") != std::string::npos);
    size_t topics = 0, closed = 0;
    for (const std::string& name : zip->names()) {
        if (!name.ends_with("/markup.bcf")) continue;
        ++topics;
        const std::string folder = name.substr(0, name.find('/'));
        const std::string markup = zip->whole(name).value(), view = zip->whole(folder + "/viewpoint.bcfv").value(),
                          png = zip->whole(folder + "/snapshot.png").value();
        CHECK(markup.find("Guid=\"" + folder + "\"") != std::string::npos);
        CHECK(png.substr(1, 3) == "PNG");
        CHECK(png.size() > 300);
        closed += markup.find("TopicStatus=\"Closed\"") != std::string::npos;
        const size_t at = view.find("IfcGuid=\"") + 9;
        const std::string id = view.substr(at, 22);
        CHECK(ifc.find("('" + id + "',") != std::string::npos);
        CHECK(view.find("<FieldOfView>45</FieldOfView>") != std::string::npos);
    }
    CHECK(topics == over + 1);
    CHECK(closed == 1);
}

TEST_CASE("exports: the database and the spreadsheet hold every member and every check, with units", "[exports][tables]")
{
    const Place place;
    const DesignState& s = test::ternStreet();
    const ExportInput in = inputOf(s);
    write(in, place / "f.sqlite");
    const SQLite::Database db((place / "f.sqlite").string());
    const auto one = [&](const std::string& sql) {
        SQLite::Statement q(db, sql);
        REQUIRE(q.executeStep());
        return q.getColumn(0).getDouble();
    };
    CHECK(one("SELECT count(*) FROM members") == static_cast<double>(s.model->members().size()));
    size_t outcomes = 0;
    double top = 0;
    for (size_t i = 0; i < s.model->members().size(); ++i) {
        outcomes += s.report->results[i].outcomes.size();
        if (s.report->results[i].status != Status::Unchecked) top = std::max(top, s.report->results[i].utilisation);
    }
    CHECK(one("SELECT count(*) FROM checks") == static_cast<double>(outcomes));
    CHECK_THAT(one("SELECT max(utilisation) FROM members"), WithinRel(top, 1e-12));
    CHECK_THAT(one("SELECT sum(mass) FROM members"), WithinRel(s.mass(), 1e-9));
    CHECK(one("SELECT count(*) FROM columns WHERE \"table\" = 'members' AND \"column\" = 'length' AND unit = 'm'") == 1);
    CHECK(one("SELECT count(*) FROM about WHERE key = 'up' AND value = '+z'") == 1);
    CHECK(one("SELECT count(*) FROM forces") > 100);
    write(in, place / "f.xlsx");
    SilentProgress p;
    const Loaded<Book> book = openBook(place / "f.xlsx", {}, {}, p);
    REQUIRE(book.ok());
    size_t sheets = 0;
    for (const Sheet& sheet : book.value->sheets) {
        if (sheet.name == "Members") {
            CHECK(sheet.rows() == s.model->members().size() + 1);
            CHECK(sheet.shown(0, 5) == "Length (m)");
            CHECK(sheet.at(1, 5).kind == Cell::Kind::Number);
        }
        ++sheets;
    }
    CHECK(sheets == exportTables(in).size() + 1);
}

TEST_CASE("exports: DXF in space comes back through the reader; a drawing is flat, in metres, by layers", "[exports][dxf]")
{
    const Place place;
    const DesignState& s = mixed();
    write(inputOf(s), place / "f.dxf");
    SilentProgress p;
    Recipe recipe;
    recipe.grade = "S355";
    recipe.sections["odd _ posts"] = "IPE300";
    recipe.sections["even"] = "IPE300";
    const Intake back = readDxf(readTextFile(place / "f.dxf").value(), "f.dxf", recipe, {}, p);
    for (const Finding& x : back.findings)
        UNSCOPED_INFO(x.code << " " << x.text);
    CHECK(back.frame.elements.size() == s.frame->elements.size());
    for (const Element& e : s.frame->elements) {
        const Vec3 a = s.frame->endI(e), b = s.frame->endJ(e);
        CHECK(std::any_of(back.frame.elements.begin(), back.frame.elements.end(), [&](const Element& o) {
            return norm(back.frame.endI(o) - a) + norm(back.frame.endJ(o) - b) < 1e-4;
        }));
    }
    // An elevation of the roof: its lines lie in the plane and are as long as the elements in it.
    const DesignState& roof = test::ternStreet();
    const auto all = drawingsOf(*roof.frame);
    const auto elevation =
        std::find_if(all.begin(), all.end(), [](const DrawnFrom& d) { return d.title.starts_with("Elevation"); });
    REQUIRE(elevation != all.end());
    REQUIRE(exportFrame(inputOf(roof), *elevation, {}, place / "e.dxf", p).has_value());
    const std::string text = readTextFile(place / "e.dxf").value();
    CHECK(text.find("letters") != std::string::npos);
    CHECK(text.find("$INSUNITS") != std::string::npos);
    double wanted = 0;
    for (const Element& e : roof.frame->elements) {
        const auto in = [&](Vec3 v) {
            const double d = dot(v, elevation->normal());
            return d >= elevation->slice->first && d <= elevation->slice->second;
        };
        if (in(roof.frame->endI(e)) && in(roof.frame->endJ(e))) wanted += roof.frame->length(e);
    }
    double got = 0;
    std::istringstream lines(text);
    std::string code, value, layer;
    std::array<double, 4> xy{};
    bool inLine = false;
    const auto end = [&] {
        if (inLine && layer != "sheet" && layer != "supports" && layer != "releases")
            got += std::hypot(xy[2] - xy[0], xy[3] - xy[1]);
        inLine = false;
    };
    while (std::getline(lines, code) && std::getline(lines, value)) {
        while (!value.empty() && (value.back() == '\r' || value.back() == ' '))
            value.pop_back();
        const int c = std::atoi(code.c_str());
        if (c == 0) {
            end();
            inLine = value == "LINE";
        } else if (c == 8)
            layer = value;
        else if (c == 10 || c == 20 || c == 11 || c == 21)
            xy[static_cast<size_t>((c % 10) * 2 + (c >= 20 ? 1 : 0))] = std::atof(value.c_str());
    }
    CHECK_THAT(got, WithinRel(wanted, 1e-6));
}

TEST_CASE("exports: ends of solids are closed, also around holes and for pairs", "[exports]")
{
    for (const DesignState* s : {&mixed()})
        for (const FrameSection& x : s->frame->sections) {
            INFO(x.id);
            const auto loops = plainOutline(x);
            double area = 0;
            for (const auto& t : filled(loops)) {
                const double one = ((t[1].y - t[0].y) * (t[2].z - t[0].z) - (t[2].y - t[0].y) * (t[1].z - t[0].z)) / 2;
                CHECK(one >= -1e-15); // all the same way round
                area += one;
            }
            CHECK_THAT(area, WithinRel(integrate(loops).a, 1e-9));
        }
}

TEST_CASE("exports: formats and drawings that are not there are refused in words; an empty frame does no harm", "[exports]")
{
    const Place place;
    const ExportInput in = inputOf(test::ternStreet());
    SilentProgress p;
    CHECK(exportFrame(in, {}, {}, place / "f.step", p).error().find(".glb") != std::string::npos);
    CHECK_FALSE(exportFrame(in, {}, {}, place / "no" / "such" / "f.glb", p).has_value());
    CHECK_FALSE(exportFrame(in, {}, {}, place / "no/such/f.bcf", p).has_value());
    CHECK_FALSE(exportFrame(in, {}, {}, place / "no/such/f.dxf", p).has_value());
    CHECK_FALSE(exportFrame(in, {}, {}, place / "no/such/f.sqlite", p).has_value());
    const auto wrong = drawnFromWords(*in.state.frame, "Plan at noon");
    REQUIRE_FALSE(wrong.has_value());
    CHECK(wrong.error().find("View") != std::string::npos);
    CHECK(drawnFromWords(*in.state.frame, "view").has_value()); // whatever its case
    ExportInput none = in;
    none.members.assign(in.state.model->members().size(), 0);
    for (const ExportFormat& f : exportFormats()) {
        INFO(f.ending);
        CHECK(exportFrame(none, {}, {}, place / ("n" + std::string(f.ending)), p).has_value());
    }
}

TEST_CASE("exports: random bars of every shape, either way up, come back from IFC where they stood and turned as they were",
          "[exports][ifc]")
{
    const Place place;
    std::mt19937 random(11);
    std::uniform_real_distribution<double> any(-1, 1);
    const char* const sections[] = {"IPE300",        "HEB200",        "UPE200", "L150X90X12", "L100X10",
                                    "CHS 168.3x6.3", "RHS 200x100x6", "W14X22", "C10X20",     "WT5X6"};
    for (const bool yUp : {false, true})
        for (int round = 0; round < 4; ++round) {
            std::string nodes, elements;
            const auto at = [&](Vec3 v) { return fmt::format("[{},{},{}]", v.x, v.y, v.z); };
            for (int k = 0; k < 12; ++k) {
                // Far from each other: nothing joins.
                const Vec3 from{20.0 * k, 3 * any(random), 3 * any(random)},
                    to = from + Vec3{3 * any(random), 3 * any(random), 4 + any(random)};
                nodes += fmt::format(
                    R"({}{{"id":"a{}","at":{},"support":{{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}}}},{{"id":"b{}","at":{}}})",
                    k ? "," : "", k, at(from), k, at(to));
                const bool turned = any(random) > 0;
                elements +=
                    fmt::format(R"({}{{"id":"e{}","nodes":["{}{}","{}{}"],"section":"{}","material":"M","roll":{}}})",
                                k ? "," : "", k, turned ? "b" : "a", k, turned ? "a" : "b", k, k % 10, 180 * any(random));
            }
            std::string list;
            for (int k = 0; k < 10; ++k)
                list += fmt::format(R"({}{{"id":"{}","name":"{}"}})", k ? "," : "", k, sections[k]);
            const DesignState s = test::wholeState(test::frameOf(
                R"({"format":"wren-frame","version":1,"title":"Random","up":")" + std::string(yUp ? "y" : "z") +
                R"(","materials":[{"id":"M","grade":"EN 10025-2 S355"}],"sections":[)" + list + R"(],"nodes":[)" + nodes +
                R"(],"elements":[)" + elements +
                R"(],"cases":[{"id":"G","selfWeight":1}],"combinations":[{"id":"U","terms":{"G":1.35}}],"design":{"standard":"en1993"}})"));
            const Frame& f = *s.frame;
            write(inputOf(s), place / "r.ifc");
            SilentProgress p;
            const Intake back = readIfc(readTextFile(place / "r.ifc").value(), "r.ifc", {}, {}, p);
            REQUIRE(back.frame.elements.size() == f.elements.size());
            for (const Element& was : f.elements) {
                const auto is = std::find_if(back.frame.elements.begin(), back.frame.elements.end(),
                                             [&](const Element& e) { return e.id == was.id; });
                INFO((yUp ? "y up, " : "z up, ") << was.id << " " << f.sections[static_cast<size_t>(was.section)].name);
                REQUIRE(is != back.frame.elements.end());
                const Vec3 a = zUpwards(f, f.endI(was)), b = zUpwards(f, f.endJ(was));
                const Vec3 c = back.frame.endI(*is), d = back.frame.endJ(*is);
                const bool same = norm(c - a) + norm(d - b) < 2e-4, turned = norm(c - b) + norm(d - a) < 2e-4;
                CHECK((same || turned));
                const FrameSection &x = f.sections[static_cast<size_t>(was.section)],
                                   &y = back.frame.sections[static_cast<size_t>(is->section)];
                CHECK_THAT(y.properties.a, WithinRel(x.properties.a, 1e-9));
                if (x.shape.kind == ShapeKind::Chs || turned) continue;
                const Axes w = elementAxes(f, was), v = elementAxes(back.frame, *is);
                CHECK_THAT(dot(zUpwards(f, w.z), v.z), WithinAbs(1, 1e-5));
                CHECK_THAT(dot(zUpwards(f, w.y), v.y), WithinAbs(1, 1e-5));
            }
            // The solid model stands in the same places, y upwards.
            write(inputOf(s), place / "r.glb");
            Assimp::Importer importer;
            const aiScene* scene = importer.ReadFile((place / "r.glb").string(), 0);
            REQUIRE(scene != nullptr);
            for (const Element& e : f.elements) {
                const aiNode* n = nodeOf(scene->mRootNode, e.id);
                REQUIRE(n != nullptr);
                const Vec3 at1 = yUpwards(f, f.endI(e)), along = yUpwards(f, f.endJ(e) - f.endI(e));
                const aiMatrix4x4& m = n->mTransformation;
                CHECK_THAT(norm(at1 - Vec3{m.a4, m.b4, m.c4}), WithinAbs(0, 1e-4));
                CHECK_THAT(norm(along - Vec3{m.a1, m.b1, m.c1}), WithinAbs(0, 1e-4));
            }
        }
}

TEST_CASE("exports: a frame whose members are not checked goes out grey and without a verdict", "[exports]")
{
    const Place place;
    SilentProgress p;
    const DesignState s = beginState(*test::ternStreet().frame, {}, test::allStandards(), {}, p);
    const ExportInput in = inputOf(s);
    for (const MemberFacts& x : memberFacts(in)) {
        CHECK_FALSE(std::isfinite(x.utilisation));
        CHECK(x.check.empty());
    }
    write(in, place / "u.glb");
    Assimp::Importer importer;
    const aiScene* scene = importer.ReadFile((place / "u.glb").string(), 0);
    REQUIRE(scene != nullptr);
    size_t judged = 0;
    for (unsigned k = 0; k < scene->mNumMaterials; ++k)
        judged += std::string(scene->mMaterials[k]->GetName().C_Str()).starts_with("utilisation");
    CHECK(judged == 0); // only the grey one, and what the library adds
    write(in, place / "u.bcf");
    const auto zip = Package::open(place / "u.bcf", {});
    REQUIRE(zip.has_value());
    CHECK(zip->names().size() == 2); // nothing is known to be over
    write(in, place / "u.ifc");
    CHECK(readTextFile(place / "u.ifc").value().find("'Utilisation'") == std::string::npos);
}
