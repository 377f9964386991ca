#include "core/exports/dxf_writer.h"
#include "core/exports/exported.h"

#include <set>

namespace wr {

Exported exportDxf(const ExportInput& in, const std::filesystem::path& path, Progress& progress)
{
    const CheckModel& model = *in.state.model;
    const Frame& f = model.frame();
    const std::vector<MemberFacts> facts = memberFacts(in);
    const auto groupOf = [](const MemberFacts& x) { return x.group.empty() ? std::string("in no group") : x.group; };
    std::set<std::string> groups;
    for (const MemberFacts& x : facts)
        groups.insert(groupOf(x));
    std::vector<DxfLayer> layers = dxfLayers(groups);
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
        for (const MemberPiece& p : x.pieces) {
            const Element& e = f.elements[static_cast<size_t>(p.element)];
            const Vec3 a = f.endI(e), b = f.endJ(e);
            out->line(a, b, groupOf(x));
            if (p.start <= m.length / 2) middle = a + 0.5 * (b - a);
        }
        out->text(middle, 0.12, 0, x.id, "member names");
    }
    for (const Node& n : f.nodes)
        if (n.supported()) out->circle(n.at, 0.1, "supports");
    return out->close();
}

} // namespace wr
