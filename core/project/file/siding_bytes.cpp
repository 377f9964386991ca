#include "core/project/file/row_bytes.h"
#include "core/project/file/row_json.h"
#include "core/project/sidings.h"

#include <fmt/format.h>

namespace wr {

NLOHMANN_DEFINE_TYPE_NON_INTRUSIVE_WITH_DEFAULT(Standing, members, sections, over, unchecked, top, mass, painted, checked)

std::string bytesOf(const Siding& s, const Frame& first)
{
    nlohmann::json j = {
        {"when", s.when}, {"edits", s.edits}, {"standing", s.standing}, {"patch", differences(first, *s.frame, s.name)}};
    std::string out;
    nlohmann::json::to_cbor(j, out);
    return out;
}

std::expected<Siding, std::string> sidingFromBytes(const std::string& name, std::string_view bytes, const Frame& first)
{
    const auto fault = [&](std::string_view why) {
        return std::unexpected(fmt::format("the siding \"{}\" cannot be read: {}", name, why));
    };
    try {
        const nlohmann::json j = nlohmann::json::from_cbor(bytes);
        Siding out;
        out.name = name;
        out.when = j.value("when", "");
        out.edits = j.value("edits", size_t{0});
        out.standing = j.value("standing", Standing{});
        const auto patch = j.at("patch").get<Patch>();
        Frame f = first;
        if (!applyPatch(f, patch)) return fault("it belongs to another frame");
        if (const std::string wrong = referenceFault(f); !wrong.empty())
            return fault(wrong + " refers to something that there is not");
        out.frame = std::make_shared<const Frame>(std::move(f));
        return out;
    } catch (const std::exception& e) {
        return fault(e.what());
    }
}

} // namespace wr
