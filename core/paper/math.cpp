#include "core/paper/math.h"

#include <algorithm>
#include <array>
#include <utility>

namespace wr {

namespace {

using Kind = Expression::Kind;

constexpr std::array<std::pair<std::string_view, std::string_view>, 18> kGreek{{{"lambda", "λ"},
                                                                                {"phi", "φ"},
                                                                                {"Omega", "Ω"},
                                                                                {"pi", "π"},
                                                                                {"alpha", "α"},
                                                                                {"beta", "β"},
                                                                                {"gamma", "γ"},
                                                                                {"chi", "χ"},
                                                                                {"sigma", "σ"},
                                                                                {"tau", "τ"},
                                                                                {"eta", "η"},
                                                                                {"psi", "ψ"},
                                                                                {"epsilon", "ε"},
                                                                                {"Phi", "Φ"},
                                                                                {"rho", "ρ"},
                                                                                {"mu", "μ"},
                                                                                {"Delta", "Δ"},
                                                                                {"theta", "θ"}}};

void place(MathBox& into, const MathBox& box, double x, double y)
{
    appendShifted(into.marks, box.marks, x, y);
}

double strokeOf(double size)
{
    return std::max(0.4, size / 18);
}

MathBox raised(const MathBox& base, const MathBox& exponent, double size)
{
    MathBox b;
    const double up = base.ascent - exponent.descent - 0.30 * size + std::max(0.0, base.height() - 1.3 * size) * 0.2;
    const double lift = std::max(up, 0.35 * size), gap = 0.06 * size;
    b.width = base.width + exponent.width + gap;
    b.ascent = std::max(base.ascent, lift + exponent.ascent);
    b.descent = base.descent;
    place(b, base, 0, 0);
    place(b, exponent, base.width + gap, -lift);
    return b;
}

MathBox fraction(const MathBox& top, const MathBox& bottom, double size, Ink ink)
{
    MathBox b;
    const double axis = 0.30 * size, gap = 0.16 * size;
    b.width = std::max(top.width, bottom.width) + 0.4 * size;
    b.ascent = axis + gap + top.height();
    b.descent = bottom.height() + gap - axis;
    place(b, top, (b.width - top.width) / 2, -axis - gap - top.descent);
    place(b, bottom, (b.width - bottom.width) / 2, -axis + gap + bottom.ascent);
    b.marks.push_back(lineMark({0.08 * size, -axis}, {b.width - 0.08 * size, -axis}, ink, strokeOf(size)));
    return b;
}

MathBox root(const MathBox& inside, double size, Ink ink)
{
    MathBox b;
    const double lead = 0.62 * size, over = 0.16 * size;
    b.width = inside.width + lead + 0.2 * size;
    b.ascent = inside.ascent + over + strokeOf(size);
    b.descent = inside.descent;
    place(b, inside, lead, 0);
    const double top = -inside.ascent - over;
    PathMark p;
    p.move(0.08 * size, -0.28 * size).line(0.18 * size, -0.36 * size).line(0.36 * size, inside.descent);
    p.line(0.56 * size, top).line(b.width, top);
    p.stroke = ink;
    p.width = strokeOf(size);
    b.marks.emplace_back(std::move(p));
    return b;
}

class Typesetter
{
public:
    Typesetter(const MathSetter& m, Ink ink, const MathSetter::SymbolText& values) : m_(m), ink_(ink), values_(values) {}

    MathBox set(const Expression& e, double size) const
    {
        switch (e.kind) {
        case Kind::Number: return words(e.text, size);
        case Kind::Symbol: return symbol(e.text, size);
        case Kind::Negative: return m_.inRow({words("−", size), set(e.parts[0], size)}, 0.05 * size);
        case Kind::Sum: return m_.inRow({set(e.parts[0], size), words("+", size), set(e.parts[1], size)}, 0.22 * size);
        case Kind::Difference: return m_.inRow({set(e.parts[0], size), words("−", size), term(e.parts[1], size)}, 0.22 * size);
        case Kind::Product:
            return m_.inRow({term(e.parts[0], size), words(values_ ? "·" : " ", size), term(e.parts[1], size)},
                            values_ ? 0.12 * size : 0.0);
        case Kind::Quotient: return fraction(set(e.parts[0], 0.92 * size), set(e.parts[1], 0.92 * size), size, ink_);
        case Kind::Power: return power(e, size);
        case Kind::Call: return call(e, size);
        }
        return {};
    }

private:
    static bool isSum(const Expression& e)
    {
        return e.kind == Kind::Sum || e.kind == Kind::Difference || e.kind == Kind::Negative;
    }

    MathBox words(std::string_view s, double size) const { return m_.text(s, size, ink_); }
    MathBox term(const Expression& e, double size) const { return isSum(e) ? bracketed(set(e, size), size) : set(e, size); }

    MathBox symbol(const std::string& s, double size) const
    {
        if (values_)
            if (const auto v = values_(s)) return words(*v, size);
        return m_.symbol(s, size, ink_);
    }

    MathBox bracketed(MathBox inside, double size) const
    {
        if (inside.height() < 1.5 * size) return m_.inRow({words("(", size), std::move(inside), words(")", size)}, 0);
        MathBox b;
        const double w = 0.36 * size;
        b.width = inside.width + 2 * w;
        b.ascent = inside.ascent;
        b.descent = inside.descent;
        place(b, inside, w, 0);
        const double t = -inside.ascent, d = inside.descent, edge = 0.08 * size;
        for (const bool right : {false, true}) {
            const double a = right ? b.width - w + edge : w - edge, c = right ? b.width - edge : edge;
            PathMark p;
            p.move(a, t).curve({c, t + (d - t) * 0.25}, {c, t + (d - t) * 0.75}, {a, d});
            p.stroke = ink_;
            p.width = strokeOf(size);
            b.marks.emplace_back(std::move(p));
        }
        return b;
    }

    MathBox power(const Expression& e, double size) const
    {
        const Expression& base = e.parts[0];
        const bool plain =
            base.kind == Kind::Number || base.kind == Kind::Symbol || (base.kind == Kind::Call && base.text == "pi");
        // A value with a unit needs brackets before it is raised.
        const bool bare = plain && !(values_ && base.kind == Kind::Symbol);
        MathBox b = set(base, size);
        return raised(bare ? std::move(b) : bracketed(std::move(b), size), set(e.parts[1], 0.74 * size), size);
    }

    MathBox call(const Expression& e, double size) const
    {
        if (e.text == "pi") return words("π", size);
        if (e.text == "sqrt") return root(set(e.parts[0], size), size, ink_);
        std::vector<MathBox> inside;
        for (size_t i = 0; i < e.parts.size(); ++i) {
            if (i > 0) inside.push_back(words(", ", size));
            inside.push_back(set(e.parts[i], size));
        }
        return m_.inRow({words(e.text, size), bracketed(m_.inRow(std::move(inside), 0), size)}, 0.08 * size);
    }

    const MathSetter& m_;
    Ink ink_;
    const MathSetter::SymbolText& values_;
};

} // namespace

std::string letterOf(std::string_view name)
{
    for (const auto& [word, letter] : kGreek)
        if (name == word) return std::string(letter);
    return std::string(name);
}

std::optional<std::string> barredLetter(std::string_view name)
{
    if (!name.ends_with("bar") || name.size() <= 3) return {};
    return letterOf(name.substr(0, name.size() - 3));
}

MathBox MathSetter::inRow(std::vector<MathBox> boxes, double gap) const
{
    MathBox b;
    for (size_t i = 0; i < boxes.size(); ++i) {
        if (i > 0) b.width += gap;
        place(b, boxes[i], b.width, 0);
        b.width += boxes[i].width;
        b.ascent = std::max(b.ascent, boxes[i].ascent);
        b.descent = std::max(b.descent, boxes[i].descent);
    }
    return b;
}

MathBox MathSetter::text(std::string_view s, double size, Ink ink, Face face) const
{
    MathBox b;
    b.width = measure_.advance(s, face, size);
    b.ascent = measure_.ascent() * size;
    b.descent = measure_.descent() * size;
    b.marks.emplace_back(TextMark{0, 0, size, std::string(s), ink, face, 0});
    return b;
}

MathBox MathSetter::symbol(std::string_view name, double size, Ink ink) const
{
    const auto cut = name.find('_');
    const std::string_view letter = name.substr(0, cut);
    const auto barred = barredLetter(letter);
    MathBox b = text(barred ? *barred : letterOf(letter), size, ink, Face::Italic);
    if (barred) {
        const double y = -0.84 * size;
        b.marks.emplace_back(lineMark({0.06 * size, y}, {b.width - 0.04 * size, y}, ink, strokeOf(size)));
        b.ascent = std::max(b.ascent, 0.9 * size);
    }
    if (cut == std::string_view::npos) return b;
    const MathBox sub = text(letterOf(name.substr(cut + 1)), 0.72 * size, ink);
    const double down = 0.24 * size, gap = 0.04 * size;
    place(b, sub, b.width + gap, down);
    b.width += sub.width + gap;
    b.descent = std::max(b.descent, down + sub.descent);
    return b;
}

MathBox MathSetter::formula(const Expression& e, double size, Ink ink, const SymbolText& values) const
{
    return Typesetter(*this, ink, values).set(e, size);
}

} // namespace wr
