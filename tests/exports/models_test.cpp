// Models for others, opened by others: glTF by the asset import library, IFC by our own reader.
#include "core/exports/solid.h"
#include "core/files/ifc/ifc_reader.h"
#include "core/frame/plain_outline.h"
#include "core/tables/package.h"
#include "tests/exports/exported_here.h"

#include <assimp/Importer.hpp>
#include <assimp/postprocess.h>
#include <assimp/scene.h>
#include <cmath>
#include <random>
#include <set>

using namespace wr;
using namespace wr::test;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

namespace {

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
    for (const DesignState* s : {&mixed(), &ternStreet()}) {
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
    ExportInput in = inputOf(ternStreet());
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
    for (const DesignState* s : {&mixed(), &ternStreet()}) {
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
            const DesignState s = wholeState(frameOf(
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
    const DesignState s = beginState(*ternStreet().frame, {}, allStandards(), {}, p);
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

TEST_CASE("exports: a member that is no line leaves with all its elements and all its steel", "[exports][gltf][ifc]")
{
    const Place place;
    const DesignState s = wholeState(frameOf(
        R"({"format":"wren-frame","version":1,"title":"Knee","materials":[{"id":"M","grade":"EN 10025-2 S355"}],
"sections":[{"id":"S","name":"IPE300"}],"nodes":[{"id":"1","at":[0,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},
{"id":"2","at":[0,0,3]},{"id":"3","at":[5,0,0],"support":{"ux":true,"uy":true,"uz":true,"rx":true,"ry":true,"rz":true}},{"id":"4","at":[5,0,2]}],"elements":[{"id":"e1","nodes":["1","2"],"section":"S","material":"M"},
{"id":"e2","nodes":["3","4"],"section":"S","material":"M"}],"cases":[{"id":"G","selfWeight":1}],
"combinations":[{"id":"U","terms":{"G":1.35}}],"design":{"standard":"en1993","members":[{"id":"K","elements":["e1","e2"]}]}})"));
    REQUIRE_FALSE(s.model->members()[0].broken.empty());
    const ExportInput in = inputOf(s);
    REQUIRE(memberFacts(in).size() == 1);
    CHECK_THAT(memberFacts(in)[0].length, WithinRel(5.0, 1e-12));
    CHECK_THAT(memberFacts(in)[0].mass, WithinRel(s.mass(), 1e-12));
    CHECK_FALSE(std::isfinite(memberFacts(in)[0].utilisation));
    write(in, place / "k.glb");
    Assimp::Importer importer;
    const aiScene* scene = importer.ReadFile((place / "k.glb").string(), 0);
    REQUIRE(scene != nullptr);
    CHECK_THAT(volume(*scene, *nodeOf(scene->mRootNode, "K"), aiMatrix4x4()),
               WithinRel(5 * integrate(plainOutline(s.frame->sections[0])).a, 1e-3));
    write(in, place / "k.ifc");
    const std::string ifc = readTextFile(place / "k.ifc").value();
    size_t solids = 0;
    for (size_t at = ifc.find("=IFCEXTRUDEDAREASOLID("); at != std::string::npos;
         at = ifc.find("=IFCEXTRUDEDAREASOLID(", at + 1))
        ++solids;
    CHECK(solids == 2);
    CHECK(ifc.find("'Axis','Curve3D'") == std::string::npos);
}
