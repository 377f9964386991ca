#include "core/exports/exported.h"
#include "core/exports/solid.h"

#include "core/files/text_file.h"
#include "core/frame/plain_outline.h"
#include "core/paper/utilisation_ink.h"

#include <algorithm>
#include <cmath>
#include <cstring>
#include <map>
#include <sstream>
#include <tiny_gltf.h>

namespace wr {

namespace {

constexpr int kFloats = 5126, kIndices = 5125, kVertices = 34962, kElements = 34963; // of glTF 2.0

// A number of linear light of a channel of a colour (sRGB), as base colours are given.
double linear(Ink ink, int shift)
{
    const double c = ((ink >> shift) & 0xff) / 255.0;
    return c <= 0.04045 ? c / 12.92 : std::pow((c + 0.055) / 1.055, 2.4);
}

class GltfModel
{
public:
    GltfModel()
    {
        model_.asset.version = "2.0";
        model_.asset.generator = "Wren Rail";
        model_.asset.copyright = "";
        model_.buffers.emplace_back();
        model_.scenes.emplace_back();
        model_.defaultScene = 0;
    }

    // One of so many steps of colour: members are told apart by hundredths.
    int material(double utilisation)
    {
        const int step =
            std::isfinite(utilisation) ? static_cast<int>(std::lround(std::clamp(utilisation, 0.0, 2.0) * 100)) : -1;
        const auto [it, fresh] = materials_.try_emplace(step, static_cast<int>(model_.materials.size()));
        if (fresh) {
            // What is over keeps its hue: a hundredth over is not drawn as one that is just within.
            const bool over = std::isfinite(utilisation) && utilisation > 1;
            const double at = step < 0 ? utilisation : over ? std::max(step / 100.0, 1.0000001) : step / 100.0;
            const Ink ink = utilisationInk(at);
            tinygltf::Material m;
            m.name = step < 0 ? "unchecked" : "utilisation " + std::to_string(step / 100.0).substr(0, 4);
            m.pbrMetallicRoughness.baseColorFactor = {linear(ink, 16), linear(ink, 8), linear(ink, 0), 1};
            m.pbrMetallicRoughness.metallicFactor = 0;
            m.pbrMetallicRoughness.roughnessFactor = 0.8;
            model_.materials.push_back(std::move(m));
        }
        return it->second;
    }

    // The solid of a section in one colour; those of a section share their corners.
    int mesh(const Frame& f, int section, int material)
    {
        const auto [it, fresh] = meshes_.try_emplace({section, material}, static_cast<int>(model_.meshes.size()));
        if (!fresh) return it->second;
        const auto [held, first] = solids_.try_emplace(section);
        if (first) held->second = put(sweptSolid(plainOutline(f.sections[static_cast<size_t>(section)])));
        tinygltf::Mesh mesh;
        tinygltf::Primitive p;
        p.attributes = {{"POSITION", held->second[0]}, {"NORMAL", held->second[1]}};
        p.indices = held->second[2];
        p.material = material;
        p.mode = 4;
        mesh.primitives.push_back(std::move(p));
        const FrameSection& s = f.sections[static_cast<size_t>(section)];
        mesh.name = s.name.empty() ? s.id : s.name;
        model_.meshes.push_back(std::move(mesh));
        return it->second;
    }

    int node(tinygltf::Node n)
    {
        model_.nodes.push_back(std::move(n));
        return static_cast<int>(model_.nodes.size() - 1);
    }
    void top(int node) { model_.scenes[0].nodes.push_back(node); }
    void say(tinygltf::Value v) { model_.asset.extras = std::move(v); }

    std::string bytes()
    {
        model_.scenes[0].name = "frame";
        std::ostringstream out;
        tinygltf::TinyGLTF writer;
        writer.WriteGltfSceneToStream(&model_, out, false, true);
        return out.str();
    }

private:
    int view(const void* data, size_t bytes, int target)
    {
        std::vector<unsigned char>& b = model_.buffers[0].data;
        tinygltf::BufferView v;
        v.buffer = 0;
        v.byteOffset = b.size();
        v.byteLength = bytes;
        v.target = target;
        b.resize(b.size() + (bytes + 3) / 4 * 4);
        std::memcpy(b.data() + v.byteOffset, data, bytes);
        model_.bufferViews.push_back(std::move(v));
        return static_cast<int>(model_.bufferViews.size() - 1);
    }
    int vectors(const std::vector<Vec3>& list, bool bounds)
    {
        std::vector<float> v;
        for (const Vec3& p : list)
            for (int k = 0; k < 3; ++k)
                v.push_back(static_cast<float>(p[k]));
        tinygltf::Accessor a;
        a.bufferView = view(v.data(), v.size() * sizeof(float), kVertices);
        a.componentType = kFloats;
        a.count = list.size();
        a.type = TINYGLTF_TYPE_VEC3;
        if (bounds) {
            a.minValues.assign(3, 1e30);
            a.maxValues.assign(3, -1e30);
            for (size_t i = 0; i < v.size(); ++i) {
                a.minValues[i % 3] = std::min<double>(a.minValues[i % 3], v[i]);
                a.maxValues[i % 3] = std::max<double>(a.maxValues[i % 3], v[i]);
            }
        }
        model_.accessors.push_back(std::move(a));
        return static_cast<int>(model_.accessors.size() - 1);
    }
    std::array<int, 3> put(const SolidMesh& s)
    {
        const int at = vectors(s.at, true), normal = vectors(s.normal, false);
        tinygltf::Accessor a;
        a.bufferView = view(s.corners.data(), s.corners.size() * sizeof(std::uint32_t), kElements);
        a.componentType = kIndices;
        a.count = s.corners.size();
        a.type = TINYGLTF_TYPE_SCALAR;
        model_.accessors.push_back(std::move(a));
        return {at, normal, static_cast<int>(model_.accessors.size() - 1)};
    }

    tinygltf::Model model_;
    std::map<int, int> materials_;
    std::map<std::pair<int, int>, int> meshes_;
    std::map<int, std::array<int, 3>> solids_;
};

} // namespace

Exported exportGltf(const ExportInput& in, const std::filesystem::path& path, Progress& progress)
{
    const CheckModel& model = *in.state.model;
    const Frame& f = model.frame();
    GltfModel out;
    const auto words = [](const std::string& s) { return tinygltf::Value(s); };
    out.say(tinygltf::Value(tinygltf::Value::Object{
        {"title", words(f.title)}, {"length", words("m")}, {"mass", words("kg")}, {"up", words("+Y")}}));
    const std::vector<MemberFacts> facts = memberFacts(in);
    for (size_t i = 0; i < facts.size(); ++i) {
        if (progress.cancelled()) return std::unexpected("stopped");
        progress.at(static_cast<double>(i) / static_cast<double>(facts.size()), "writing the model");
        const MemberFacts& x = facts[i];
        tinygltf::Value::Object told{{"group", words(x.group)},        {"section", words(x.section)},
                                     {"steel", words(x.steel)},        {"standard", words(x.standard)},
                                     {"status", words(x.status)},      {"length", tinygltf::Value(x.length)},
                                     {"mass", tinygltf::Value(x.mass)}};
        if (std::isfinite(x.utilisation)) told.emplace("utilisation", tinygltf::Value(x.utilisation));
        for (const auto& [key, value] : {std::pair{"check", x.check}, {"clause", x.clause}, {"combination", x.combination}})
            if (!value.empty()) told.emplace(key, words(value));
        const int material = out.material(x.utilisation);
        std::vector<tinygltf::Node> pieces;
        for (const MemberPiece& p : x.pieces) {
            const Element& e = f.elements[static_cast<size_t>(p.element)];
            const double length = f.length(e);
            if (e.section < 0 || !(length > 0)) continue;
            const Axes a = elementAxes(f, e);
            tinygltf::Node n;
            n.mesh = out.mesh(f, e.section, material);
            // By columns: along the element stretched to its length, across as it is.
            for (const Vec3& v : {length * yUpwards(f, a.x), yUpwards(f, a.y), yUpwards(f, a.z)})
                n.matrix.insert(n.matrix.end(), {v.x, v.y, v.z, 0});
            const Vec3 at = yUpwards(f, f.endI(e));
            n.matrix.insert(n.matrix.end(), {at.x, at.y, at.z, 1});
            n.name = e.id;
            pieces.push_back(std::move(n));
        }
        if (pieces.empty()) continue;
        tinygltf::Node whole;
        if (pieces.size() == 1)
            whole = std::move(pieces.front());
        else
            for (tinygltf::Node& n : pieces)
                whole.children.push_back(out.node(std::move(n)));
        whole.name = x.id;
        whole.extras = tinygltf::Value(std::move(told));
        out.top(out.node(std::move(whole)));
    }
    return writeTextFile(out.bytes(), path);
}

} // namespace wr
