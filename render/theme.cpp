#include "render/theme.h"

#include <algorithm>
#include <array>
#include <cmath>

namespace wr {

namespace {

struct Anchor
{
    double at;
    QRgb colour;
};

// Darkens steadily up to the limit, so that it reads in grey print; past the limit another hue.
constexpr std::array kRamp{Anchor{0.00, 0xFFE4E7E2}, Anchor{0.25, 0xFFB9D2CF}, Anchor{0.50, 0xFF7FB3B5},
                           Anchor{0.75, 0xFF3F8A98}, Anchor{0.90, 0xFF1D6478}, Anchor{1.00, 0xFF0B3F57}};
constexpr std::array kOver{Anchor{1.00, 0xFFE8590C}, Anchor{2.00, 0xFF7A1F0A}};
// On a dark ground the ramp brightens towards the limit instead.
constexpr std::array kDarkRamp{Anchor{0.00, 0xFF39474E}, Anchor{0.25, 0xFF3C5F68}, Anchor{0.50, 0xFF438491},
                               Anchor{0.75, 0xFF58ABB6}, Anchor{0.90, 0xFF86CBCF}, Anchor{1.00, 0xFFC4E9E6}};
constexpr std::array kDarkOver{Anchor{1.00, 0xFFFF8A4C}, Anchor{2.00, 0xFFFF5A3C}};

template <class Ramp> QColor along(const Ramp& ramp, double u)
{
    if (u <= ramp.front().at) return QColor(ramp.front().colour);
    for (size_t i = 0; i + 1 < ramp.size(); ++i)
        if (u <= ramp[i + 1].at) {
            const double k = (u - ramp[i].at) / (ramp[i + 1].at - ramp[i].at);
            const QColor a(ramp[i].colour), b(ramp[i + 1].colour);
            return QColor::fromRgbF(static_cast<float>(a.redF() + k * (b.redF() - a.redF())),
                                    static_cast<float>(a.greenF() + k * (b.greenF() - a.greenF())),
                                    static_cast<float>(a.blueF() + k * (b.blueF() - a.blueF())));
        }
    return QColor(ramp.back().colour);
}

} // namespace

QColor Theme::utilisation(double u) const
{
    if (!std::isfinite(u)) return unchecked;
    if (dark) return u <= 1.0 ? along(kDarkRamp, u) : along(kDarkOver, u);
    return u <= 1.0 ? along(kRamp, u) : along(kOver, u);
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
