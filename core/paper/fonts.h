// The faces of printed matter: Inter as it is installed, and for what that does not have whatever face the machine has.
// Measures and draws the same, on pages and as pixels. All functions may be called from many threads.
#pragma once

#include "core/paper/measure.h"
#include "core/paper/pages.h"

#include <cstdint>
#include <expected>
#include <memory>
#include <string>
#include <vector>

struct _cairo; // a drawing of the cairo library

namespace wr {

class PaperFonts final : public TextMeasure
{
public:
    PaperFonts();
    ~PaperFonts() override;
    PaperFonts(const PaperFonts&) = delete;
    PaperFonts& operator=(const PaperFonts&) = delete;

    double advance(std::string_view utf8, Face face, double size) const override;
    // Draws with the transformation that stands.
    void draw(_cairo* to, const std::vector<Mark>& marks) const;

private:
    struct Faces;
    std::unique_ptr<Faces> faces_;
};

// The one of the program.
const PaperFonts& paperFonts();

// The text with the sign for it (U+FFFD) wherever bytes are no UTF-8.
std::string wellFormed(std::string_view s);

// Pixels of a drawing, 0xAARRGGBB row by row; `scale` pixels a point, on white.
struct Pixels
{
    int width = 0, height = 0;
    std::vector<std::uint32_t> values;
};
Pixels paint(const std::vector<Mark>& marks, double width, double height, double scale);

} // namespace wr
