#include "core/picks/pick.h"

#include "core/frame/design.h"
#include "core/standards/standard.h"

#include <array>

namespace wr {

namespace {

using Row = PickNameRow;
using T = PickNameRow::Type;
using Q = Quantity;

constexpr std::array kNames{
    Row{PickName::Id, "id", T::Text, Q::Ratio, "name of the member"},
    Row{PickName::Group, "group", T::Text, Q::Ratio, "design group"},
    Row{PickName::Brief, "brief", T::Text, Q::Ratio, "brief"},
    Row{PickName::Section, "section", T::Text, Q::Ratio, "section by its designation"},
    Row{PickName::Family, "family", T::Text, Q::Ratio, "family of the catalogue, or shape of a section of the frame's own"},
    Row{PickName::Grade, "grade", T::Text, Q::Ratio, "grade of the steel, or name of the material"},
    Row{PickName::Kind, "kind", T::Word, Q::Ratio, "column, beam, brace or other, by slope and releases or by hand"},
    Row{PickName::Level, "level", T::Level, Q::Length, "height of a level member, or of the lower end"},
    Row{PickName::Status, "status", T::Word, Q::Ratio, "over, unchecked, warned, ok or left-out"},
    Row{PickName::Util, "util", T::Number, Q::Ratio, "utilisation"},
    Row{PickName::Mode, "mode", T::Word, Q::Ratio, "the check that governs"},
    Row{PickName::Combination, "combination", T::Text, Q::Ratio, "the combination that governs"},
    Row{PickName::Length, "length", T::Number, Q::Length, "length of the member"},
    Row{PickName::Mass, "mass", T::Number, Q::Mass, "mass of the member"},
    Row{PickName::Depth, "depth", T::Number, Q::SectionLength, "depth of the section"},
    Row{PickName::Standard, "standard", T::Word, Q::Ratio, "design standard it is checked to"},
    Row{PickName::Slenderness, "slenderness", T::Number, Q::Ratio, "L/r, where there is axial force"},
    Row{PickName::Restrained, "restrained", T::YesNo, Q::Ratio, "held sideways between its ends"},
};
constexpr std::array kFlags{
    PickFlagRow{PickFlag::Over, "over", "over its limit"},
    PickFlagRow{PickFlag::Unchecked, "unchecked", "with something that could not be checked"},
    PickFlagRow{PickFlag::Warned, "warned", "with a warning"},
    PickFlagRow{PickFlag::Ok, "ok", "checked, and nothing to say"},
    PickFlagRow{PickFlag::LeftOut, "left-out", "left out of design"},
    PickFlagRow{PickFlag::Changed, "changed", "its size has changed since the analysis"},
    PickFlagRow{PickFlag::Slender, "slender", "more slender than is required or advised"},
    PickFlagRow{PickFlag::Restrained, "restrained", "held sideways between its ends"},
};
constexpr std::array kReady{
    ReadyPick{"Over", "over"},           ReadyPick{"Near the limit", "util >= 0.9 and util <= 1"},
    ReadyPick{"Wasteful", "util < 0.4"}, ReadyPick{"Unchecked", "unchecked"},
    ReadyPick{"Warned", "warned"},       ReadyPick{"Changed since analysis", "changed"},
    ReadyPick{"Slender", "slender"},
};

} // namespace

std::span<const PickNameRow> pickNames()
{
    return kNames;
}
const PickNameRow& rowOf(PickName n)
{
    return kNames[static_cast<size_t>(n)];
}
std::span<const PickFlagRow> pickFlags()
{
    return kFlags;
}
std::span<const ReadyPick> readyPicks()
{
    return kReady;
}

std::vector<std::string> pickWords(PickName n)
{
    std::vector<std::string> out;
    switch (n) {
    case PickName::Kind:
        for (const MemberKind k : {MemberKind::Column, MemberKind::Beam, MemberKind::Brace, MemberKind::Other})
            out.emplace_back(memberKindName(k));
        break;
    case PickName::Status: out = {"over", "unchecked", "warned", "ok", "left-out"}; break;
    case PickName::Mode:
        for (const std::string_view k : checkKeys())
            out.emplace_back(k);
        break;
    case PickName::Standard:
        for (const Standard& s : shippedStandards())
            out.emplace_back(s.key);
        break;
    case PickName::Restrained: out = {"yes", "no"}; break;
    default: break;
    }
    return out;
}

} // namespace wr
