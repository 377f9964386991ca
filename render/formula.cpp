#include "render/formula.h"

#include "render/theme.h"

#include <QFontMetricsF>
#include <QPainterPath>
#include <algorithm>
#include <array>
#include <utility>

namespace wr {

namespace {

using Kind = Expression::Kind;

constexpr std::array<std::pair<std::string_view, const char*>, 19> kGreek{{{"lambda", "λ"},
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
                                                                           {"lambdabar", "λ̄"},
                                                                           {"epsilon", "ε"},
                                                                           {"Phi", "Φ"},
                                                                           {"rho", "ρ"},
                                                                           {"mu", "μ"},
                                                                           {"Delta", "Δ"},
                                                                           {"theta", "θ"}}};

QString greek(std::string_view s)
{
    for (const auto& [name, letter] : kGreek)
        if (s == name) return QString::fromUtf8(letter);
    return QString::fromUtf8(s.data(), static_cast<qsizetype>(s.size()));
}

MathBox text(const QString& s, double px, const QColor& ink, bool strong = false)
{
    const QFont font = textFont(px, strong);
    const QFontMetricsF m(font);
    MathBox b;
    b.width = m.horizontalAdvance(s);
    b.ascent = m.ascent() * 0.82;
    b.descent = m.descent() * 0.8;
    b.draw = [=](QPainter& p, double x, double y) {
        p.setFont(font);
        p.setPen(ink);
        p.drawText(QPointF(x, y), s);
    };
    return b;
}

MathBox raised(MathBox base, MathBox exponent, double px)
{
    MathBox b;
    const double up = base.ascent - exponent.descent - 0.30 * px + std::max(0.0, base.height() - 1.3 * px) * 0.2;
    const double lift = std::max(up, 0.35 * px);
    b.width = base.width + exponent.width + 1;
    b.ascent = std::max(base.ascent, lift + exponent.ascent);
    b.descent = base.descent;
    b.draw = [=](QPainter& p, double x, double y) {
        base.draw(p, x, y);
        exponent.draw(p, x + base.width + 1, y - lift);
    };
    return b;
}

MathBox fraction(MathBox top, MathBox bottom, double px, const QColor& ink)
{
    MathBox b;
    const double axis = 0.30 * px, gap = 0.16 * px;
    b.width = std::max(top.width, bottom.width) + 0.4 * px;
    b.ascent = axis + gap + top.height();
    b.descent = bottom.height() + gap - axis;
    b.draw = [=](QPainter& p, double x, double y) {
        top.draw(p, x + (b.width - top.width) / 2, y - axis - gap - top.descent);
        bottom.draw(p, x + (b.width - bottom.width) / 2, y - axis + gap + bottom.ascent);
        p.setPen(QPen(ink, std::max(1.0, px / 13)));
        p.drawLine(QPointF(x + 1, y - axis), QPointF(x + b.width - 1, y - axis));
    };
    return b;
}

MathBox root(MathBox inside, double px, const QColor& ink)
{
    MathBox b;
    const double lead = 0.62 * px, over = 0.16 * px;
    b.width = inside.width + lead + 0.2 * px;
    b.ascent = inside.ascent + over + 1;
    b.descent = inside.descent;
    b.draw = [=](QPainter& p, double x, double y) {
        inside.draw(p, x + lead, y);
        QPainterPath path;
        const double topY = y - inside.ascent - over, low = y + inside.descent;
        path.moveTo(x + 1, y - 0.28 * px);
        path.lineTo(x + 0.18 * px, y - 0.36 * px);
        path.lineTo(x + 0.36 * px, low);
        path.lineTo(x + 0.56 * px, topY);
        path.lineTo(x + b.width, topY);
        p.setPen(QPen(ink, std::max(1.0, px / 13)));
        p.setBrush(Qt::NoBrush);
        p.drawPath(path);
    };
    return b;
}

MathBox bracketed(MathBox inside, double px, const QColor& ink)
{
    if (inside.height() < 1.5 * px) return inRow({text("(", px, ink), std::move(inside), text(")", px, ink)}, 0);
    MathBox b;
    const double w = 0.36 * px;
    b.width = inside.width + 2 * w;
    b.ascent = inside.ascent;
    b.descent = inside.descent;
    b.draw = [=](QPainter& p, double x, double y) {
        inside.draw(p, x + w, y);
        p.setPen(QPen(ink, std::max(1.0, px / 13)));
        p.setBrush(Qt::NoBrush);
        const double t = y - inside.ascent, d = y + inside.descent;
        for (const bool right : {false, true}) {
            QPainterPath path;
            const double a = right ? x + b.width - w + 1 : x + w - 1, c = right ? x + b.width - 1 : x + 1;
            path.moveTo(a, t);
            path.cubicTo(c, t + (d - t) * 0.25, c, t + (d - t) * 0.75, a, d);
            p.drawPath(path);
        }
    };
    return b;
}

class Typesetter
{
public:
    Typesetter(const QColor& ink, const SymbolText& values) : ink_(ink), values_(values) {}

    MathBox set(const Expression& e, double px) const
    {
        switch (e.kind) {
        case Kind::Number: return text(QString::fromStdString(e.text), px, ink_);
        case Kind::Symbol: return symbol(e.text, px);
        case Kind::Negative: return inRow({text("−", px, ink_), set(e.parts[0], px)}, 0.05 * px);
        case Kind::Sum: return inRow({set(e.parts[0], px), text("+", px, ink_), set(e.parts[1], px)}, 0.22 * px);
        case Kind::Difference: return inRow({set(e.parts[0], px), text("−", px, ink_), term(e.parts[1], px)}, 0.22 * px);
        case Kind::Product:
            return inRow({term(e.parts[0], px), text(values_ ? "·" : " ", px, ink_), term(e.parts[1], px)},
                         values_ ? 0.12 * px : 0.0);
        case Kind::Quotient: return fraction(set(e.parts[0], 0.92 * px), set(e.parts[1], 0.92 * px), px, ink_);
        case Kind::Power: return power(e, px);
        case Kind::Call: return call(e, px);
        }
        return {};
    }

private:
    static bool isSum(const Expression& e)
    {
        return e.kind == Kind::Sum || e.kind == Kind::Difference || e.kind == Kind::Negative;
    }

    MathBox term(const Expression& e, double px) const { return isSum(e) ? bracketed(set(e, px), px, ink_) : set(e, px); }

    MathBox symbol(const std::string& s, double px) const
    {
        if (values_)
            if (const auto v = values_(s)) return text(*v, px, ink_);
        return layoutSymbol(s, px, ink_);
    }

    MathBox power(const Expression& e, double px) const
    {
        const Expression& base = e.parts[0];
        const bool plain =
            base.kind == Kind::Number || base.kind == Kind::Symbol || (base.kind == Kind::Call && base.text == "pi");
        // A value with a unit needs brackets before it is raised.
        const bool bare = plain && !(values_ && base.kind == Kind::Symbol);
        MathBox b = set(base, px);
        return raised(bare ? std::move(b) : bracketed(std::move(b), px, ink_), set(e.parts[1], 0.74 * px), px);
    }

    MathBox call(const Expression& e, double px) const
    {
        if (e.text == "pi") return text("π", px, ink_);
        if (e.text == "sqrt") return root(set(e.parts[0], px), px, ink_);
        std::vector<MathBox> inside;
        for (size_t i = 0; i < e.parts.size(); ++i) {
            if (i > 0) inside.push_back(text(", ", px, ink_));
            inside.push_back(set(e.parts[i], px));
        }
        return inRow({text(QString::fromStdString(e.text), px, ink_), bracketed(inRow(std::move(inside), 0), px, ink_)},
                     0.08 * px);
    }

    QColor ink_;
    const SymbolText& values_;
};

} // namespace

MathBox inRow(std::vector<MathBox> boxes, double gap)
{
    MathBox b;
    for (size_t i = 0; i < boxes.size(); ++i) {
        b.width += boxes[i].width + (i > 0 ? gap : 0);
        b.ascent = std::max(b.ascent, boxes[i].ascent);
        b.descent = std::max(b.descent, boxes[i].descent);
    }
    b.draw = [boxes = std::move(boxes), gap](QPainter& p, double x, double y) {
        for (const MathBox& m : boxes) {
            m.draw(p, x, y);
            x += m.width + gap;
        }
    };
    return b;
}

MathBox layoutText(const QString& s, double px, const QColor& ink, bool strong)
{
    return text(s, px, ink, strong);
}

MathBox layoutSymbol(std::string_view symbol, double px, const QColor& ink)
{
    const auto cut = symbol.find('_');
    MathBox main = text(greek(symbol.substr(0, cut)), px, ink);
    if (cut == std::string_view::npos) return main;
    MathBox sub = text(greek(symbol.substr(cut + 1)), 0.72 * px, ink);
    MathBox b;
    const double down = 0.24 * px;
    b.width = main.width + sub.width + 0.5;
    b.ascent = main.ascent;
    b.descent = std::max(main.descent, down + sub.descent);
    b.draw = [=](QPainter& p, double x, double y) {
        main.draw(p, x, y);
        sub.draw(p, x + main.width + 0.5, y + down);
    };
    return b;
}

MathBox layoutFormula(const Expression& e, double px, const QColor& ink, const SymbolText& values)
{
    return Typesetter(ink, values).set(e, px);
}

QString plainStep(const TraceStep& s, const UnitSystem& u)
{
    const auto q = [](std::string_view v) { return QString::fromUtf8(v.data(), static_cast<qsizetype>(v.size())); };
    if (s.kind == TraceStep::Kind::Heading) return QString("%1  [%2]").arg(QString::fromStdString(s.text), q(s.label.clause));
    if (s.kind == TraceStep::Kind::Note) return QString::fromStdString(s.text);
    QString out = q(s.label.symbol) + " = ";
    if (!s.label.formula.empty()) out += q(s.label.formula) + " = ";
    out += QString::fromStdString(u.text(s.label.quantity, s.value));
    if (!s.label.clause.empty()) out += "  [" + q(s.label.clause) + "]";
    return out;
}

} // namespace wr
