#include "render/theme.h"

#include "core/paper/utilisation_ink.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace wr {

namespace {

// On a dark ground the ramp brightens towards the limit instead.
constexpr std::array kDarkRamp{InkAnchor{0.00, 0x39474E}, InkAnchor{0.25, 0x3C5F68}, InkAnchor{0.50, 0x438491},
                               InkAnchor{0.75, 0x58ABB6}, InkAnchor{0.90, 0x86CBCF}, InkAnchor{1.00, 0xC4E9E6}};
constexpr std::array kDarkOver{InkAnchor{1.00, 0xFF8A4C}, InkAnchor{2.00, 0xFF5A3C}};

} // namespace

QColor Theme::utilisation(double u) const
{
    if (!std::isfinite(u)) return unchecked;
    if (!dark) return QColor::fromRgb(utilisationInk(u));
    return QColor::fromRgb(u <= 1.0 ? inkAlong(kDarkRamp, u) : inkAlong(kDarkOver, u));
}

const Theme& paperTheme()
{
    static const Theme t{"paper",   "#F4F1EA", "#FBFAF6", "#EFEDE7", "#D9D4C8", "#1F2A33", "#5B6670", "#8A8F98",
                         "#5B4B9A", "#ECE8F5", "#E7E3D9", "#FFF4EA", "#C99A2E", "#FFF6E0", "#B8390E", "#8A8F98",
                         "#3F8A98", "#E8590C", "#E6E2D8", "#1F2A33", "#FBFAF6", "#A8814F", "#8A6411", "#E6D3A0",
                         "#B9B2A2", "#EFEBE2", "#CFC9BB", "#FFFFFF", "#8A5A3A", "#3E9B74", "#1D6478", false};
    return t;
}

const Theme& slateTheme()
{
    static const Theme t{"slate",   "#1E2429", "#252C32", "#1A2024", "#39434B", "#E8ECEE", "#AEB8BF", "#7F8A92",
                         "#A99BEA", "#3A3560", "#39434B", "#3A2418", "#E0B75A", "#3B3320", "#FF8A4C", "#8A949B",
                         "#58ABB6", "#FF8A4C", "#252D33", "#E8ECEE", "#1E2429", "#C9A06A", "#E0B75A", "#5A4A24",
                         "#515D66", "#2D353B", "#4A555D", "#1A2024", "#C99A72", "#5FBF95", "#86CBCF", true};
    return t;
}

namespace {
bool darkInUse = false;
}

const Theme& theme()
{
    return darkInUse ? slateTheme() : paperTheme();
}

void useTheme(bool dark)
{
    darkInUse = dark;
}

QFont textFont(double pixels, bool strong)
{
    QFont f("Inter");
    f.setStyleHint(QFont::SansSerif);
    f.setPixelSize(static_cast<int>(std::lround(pixels)));
    if (strong) f.setWeight(QFont::DemiBold);
    return f;
}

QColor Theme::briefHue(size_t place) const
{
    static const std::array<QColor, 12> hues{QColor("#8E3B53"), QColor("#B27068"), QColor("#2F5283"), QColor("#7D8B44"),
                                             QColor("#65759A"), QColor("#908463"), QColor("#1F7A57"), QColor("#6B4A36"),
                                             QColor("#5B90C6"), QColor("#B5739D"), QColor("#5F6B3A"), QColor("#8A8F98")};
    return hues[place % hues.size()];
}

} // namespace wr
