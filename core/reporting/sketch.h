// A picture in the making: lines and words where they are wanted.
#pragma once

#include "core/paper/measure.h"

#include <string>
#include <vector>

namespace wr {

class Sketch
{
public:
    static constexpr double kWords = 7; // pt
    explicit Sketch(const TextMeasure& m) : measure_(m) {}
    std::vector<Mark> marks;

    void line(Spot a, Spot b, Ink ink, double width = 0.5) { marks.emplace_back(lineMark(a, b, ink, width)); }
    // anchor: 0 begins at x, 0.5 is centred there, 1 ends there.
    void words(double x, double y, const std::string& s, Ink ink, double anchor = 0, double size = kWords,
               Face face = Face::Plain)
    {
        marks.emplace_back(TextMark{x - anchor * measure_.advance(s, face, size), y, size, s, ink, face, 0});
    }
    double wide(const std::string& s, double size = kWords) const { return measure_.advance(s, Face::Plain, size); }

private:
    const TextMeasure& measure_;
};

} // namespace wr
