// Every colour and font of the program in one place.
#pragma once

#include <QColor>
#include <QFont>
#include <QString>

namespace wr {

struct Theme
{
    QString name;
    QColor window, panel, view, hairline, ink, ink2, ink3;
    QColor violet, violetTint;    // picked or current
    QColor track;                 // empty part of a bar
    QColor casing;                // around members past the limit
    QColor ochre, ochreTint, red; // warnings, over
    QColor unchecked;
    QColor topFlange, bottomFlange; // moment that compresses top, bottom
    QColor ground, tooltip, tooltipInk;
    QColor chain;                    // every other member, where chains are told apart
    QColor ochreInk, ochreEdge;      // words of warnings, the edge around them
    QColor rail, row, scroll, field; // of the line; between rows; of scroll bars; what is typed into
    QColor heavier, lighter, forces; // two states compared; curves of forces
    bool dark = false;

    // Hues that tell briefs apart, none of them violet, teal or orange; by the place of the brief, over again after the last.
    QColor briefHue(size_t place) const;
    // Colour of a utilisation: one hue that darkens towards the limit, another one past it.
    QColor utilisation(double u) const;
};

const Theme& paperTheme();
const Theme& slateTheme();
// The one in use: paper, until another is chosen.
const Theme& theme();
void useTheme(bool dark);

// Text in the interface's face; size in pixels.
QFont textFont(double pixels, bool strong = false);

} // namespace wr
