#include "core/exports/dxf_writer.h"
#include "core/exports/exported.h"

#include <algorithm>
#include <array>
#include <map>

namespace wr {

Exported exportDxf(const ExportInput& in, const std::filesystem::path& path, Progress& progress)
{
    const CheckModel& model = *in.state.model;
    const Frame& f = model.frame();
    const std::vector<MemberFacts> facts = memberFacts(in);
    constexpr std::array colours{5, 3, 6, 4, 30, 140, 200, 94, 40, 174};
    std::map<std::string, int> groups;
    for (const MemberFacts& x : facts)
        groups.try_emplace(x.group.empty() ? "in no group" : x.group, 0);
    std::vector<DxfLayer> layers;
    for (auto& [name, colour] : groups) {
        colour = colours[layers.size() % colours.size()];
        layers.push_back({name, colour});
    }
    layers.push_back({"member names", 8});
    layers.push_back({"supports", 1});
    auto out = DxfWriter::open(path, layers);
    if (!out) return std::unexpected(out.error());
    for (size_t i = 0; i < facts.size(); ++i) {
        if (progress.cancelled()) return std::unexpected("stopped");
        progress.at(static_cast<double>(i) / static_cast<double>(facts.size()), "writing the drawing");
        const MemberFacts& x = facts[i];
        const Member& m = model.members()[x.member];
        Vec3 middle;
        for (const MemberPiece& p : m.pieces) {
            const Element& e = f.elements[static_cast<size_t>(p.element)];
            const Vec3 a = f.endI(e), b = f.endJ(e);
            out->line(a, b, x.group.empty() ? "in no group" : x.group);
            if (p.start <= m.length / 2) middle = a + 0.5 * (b - a);
        }
        out->text(middle, 0.12, 0, x.id, "member names");
    }
    for (const Node& n : f.nodes)
        if (n.supported()) out->circle(n.at, 0.1, "supports");
    return out->close();
}

} // namespace wr
