#include "render/formula.h"

#include "render/theme.h"

#include <QFontMetricsF>
#include <QPainterPath>
#include <map>
#include <utility>

namespace wr {

namespace {

QFont fontOf(Face face, double size)
{
    QFont f = textFont(size, face == Face::Strong);
    f.setItalic(face == Face::Italic);
    return f;
}

QString wordsOf(std::string_view s)
{
    return QString::fromUtf8(s.data(), static_cast<qsizetype>(s.size()));
}

QPainterPath pathOf(const PathMark& m)
{
    QPainterPath out;
    out.setFillRule(Qt::OddEvenFill);
    size_t k = 0;
    const auto next = [&] {
        const Spot& s = m.spots[k++];
        return QPointF(s.x, s.y);
    };
    for (const PathMark::Op op : m.ops)
        switch (op) {
        case PathMark::Op::Move: out.moveTo(next()); break;
        case PathMark::Op::Line: out.lineTo(next()); break;
        case PathMark::Op::Curve: {
            const QPointF a = next(), b = next();
            out.cubicTo(a, b, next());
            break;
        }
        case PathMark::Op::Close: out.closeSubpath(); break;
        }
    return out;
}

} // namespace

double WindowMeasure::advance(std::string_view utf8, Face face, double size) const
{
    // Of the window's thread alone; kept to the end of the program, when Qt takes no fonts back any more.
    static auto& known = *new std::map<std::pair<Face, double>, QFontMetricsF>;
    auto it = known.find({face, size});
    if (it == known.end()) it = known.emplace(std::pair(face, size), QFontMetricsF(fontOf(face, size))).first;
    return it->second.horizontalAdvance(wordsOf(utf8));
}

const WindowMeasure& windowMeasure()
{
    static const WindowMeasure one;
    return one;
}

Ink inkOf(const QColor& c)
{
    return c.rgb() & 0xFFFFFF;
}

void drawMarks(QPainter& p, const std::vector<Mark>& marks, double x, double y)
{
    p.save();
    p.translate(x, y);
    for (const Mark& m : marks) {
        if (const auto* t = std::get_if<TextMark>(&m)) {
            p.setFont(fontOf(t->face, t->size));
            p.setPen(QColor::fromRgb(t->ink));
            if (t->turn == 0) {
                p.drawText(QPointF(t->x, t->y), wordsOf(t->text));
                continue;
            }
            p.save();
            p.translate(t->x, t->y);
            p.rotate(-t->turn);
            p.drawText(QPointF(0, 0), wordsOf(t->text));
            p.restore();
            continue;
        }
        const auto& path = std::get<PathMark>(m);
        p.setBrush(path.fill ? QBrush(QColor::fromRgb(*path.fill)) : QBrush(Qt::NoBrush));
        QPen pen(Qt::NoPen);
        if (path.stroke) {
            pen = QPen(QColor::fromRgb(*path.stroke), path.width);
            if (path.dash[0] > 0) pen.setDashPattern({path.dash[0] / path.width, path.dash[1] / path.width});
        }
        p.setPen(pen);
        p.drawPath(pathOf(path));
    }
    p.restore();
}

MathBox inRow(std::vector<MathBox> boxes, double gap)
{
    return MathSetter(windowMeasure()).inRow(std::move(boxes), gap);
}

MathBox layoutText(const QString& s, double px, const QColor& ink, bool strong)
{
    return MathSetter(windowMeasure()).text(s.toStdString(), px, inkOf(ink), strong ? Face::Strong : Face::Plain);
}

MathBox layoutSymbol(std::string_view symbol, double px, const QColor& ink)
{
    return MathSetter(windowMeasure()).symbol(symbol, px, inkOf(ink));
}

MathBox layoutFormula(const Expression& e, double px, const QColor& ink)
{
    return MathSetter(windowMeasure()).formula(e, px, inkOf(ink));
}

} // namespace wr
