#include "core/picks/pick.h"

#include "core/frame/design.h"
#include "core/standards/standard.h"

#include <array>

namespace wr {

namespace {

constexpr std::array kNames{
    PickNameRow{PickName::Id, "id", PickNameRow::Type::Text, Quantity::Ratio, "name of the member"},
    PickNameRow{PickName::Group, "group", PickNameRow::Type::Text, Quantity::Ratio, "design group"},
    PickNameRow{PickName::Brief, "brief", PickNameRow::Type::Text, Quantity::Ratio, "brief"},
    PickNameRow{PickName::Section, "section", PickNameRow::Type::Text, Quantity::Ratio, "section by its designation"},
    PickNameRow{PickName::Family, "family", PickNameRow::Type::Text, Quantity::Ratio,
                "family of the catalogue, or shape of a section of the frame's own"},
    PickNameRow{PickName::Grade, "grade", PickNameRow::Type::Text, Quantity::Ratio,
                "grade of the steel, or name of the material"},
    PickNameRow{PickName::Kind, "kind", PickNameRow::Type::Word, Quantity::Ratio,
                "column, beam, brace or other, by slope and releases or by hand"},
    PickNameRow{PickName::Level, "level", PickNameRow::Type::Level, Quantity::Length,
                "height of a level member, or of the lower end"},
    PickNameRow{PickName::Status, "status", PickNameRow::Type::Word, Quantity::Ratio,
                "over, unchecked, warned, ok or left-out"},
    PickNameRow{PickName::Util, "util", PickNameRow::Type::Number, Quantity::Ratio, "utilisation"},
    PickNameRow{PickName::Mode, "mode", PickNameRow::Type::Word, Quantity::Ratio, "the check that governs"},
    PickNameRow{PickName::Combination, "combination", PickNameRow::Type::Text, Quantity::Ratio, "the combination that governs"},
    PickNameRow{PickName::Length, "length", PickNameRow::Type::Number, Quantity::Length, "length of the member"},
    PickNameRow{PickName::Mass, "mass", PickNameRow::Type::Number, Quantity::Mass, "mass of the member"},
    PickNameRow{PickName::Depth, "depth", PickNameRow::Type::Number, Quantity::SectionLength, "depth of the section"},
    PickNameRow{PickName::Standard, "standard", PickNameRow::Type::Word, Quantity::Ratio, "design standard it is checked to"},
    PickNameRow{PickName::Slenderness, "slenderness", PickNameRow::Type::Number, Quantity::Ratio,
                "L/r, where there is axial force"},
    PickNameRow{PickName::Restrained, "restrained", PickNameRow::Type::YesNo, Quantity::Ratio,
                "held sideways between its ends"},
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
