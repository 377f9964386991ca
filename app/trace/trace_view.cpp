#include "app/trace/trace_view.h"

#include "app/shell/text.h"
#include "render/theme.h"

#include <QApplication>
#include <QClipboard>
#include <QContextMenuEvent>
#include <QMenu>
#include <QPainter>
#include <map>

namespace wr {

namespace {
constexpr double kSize = 12, kIndent = 14, kMargin = 2;
// Words that wrap at the width, each a box.
std::vector<MathBox> words(const QString& text, double px, const QColor& ink)
{
    std::vector<MathBox> out;
    for (const QString& w : text.split(' ', Qt::SkipEmptyParts))
        out.push_back(layoutText(w, px, ink));
    return out;
}
} // namespace

TraceView::TraceView(QWidget* parent) : QWidget(parent)
{
    setAccessibleName("Trace of the check");
    setFocusPolicy(Qt::TabFocus);
}

void TraceView::show(Trace trace, const UnitSystem& units)
{
    trace_ = std::move(trace);
    units_ = units;
    layOut();
    setAccessibleDescription(plainText());
    update();
}

QString TraceView::plainText() const
{
    QString out;
    for (const TraceStep& s : trace_.steps)
        out += plainStep(s, units_) + "\n";
    return out;
}

// Boxes flow into lines; a line is as high as its highest box.
void TraceView::flow(const std::vector<MathBox>& boxes, double indent, double hanging)
{
    const double right = width() - kMargin;
    size_t i = 0;
    double start = indent;
    while (i < boxes.size()) {
        double x = start, ascent = 0, descent = 0;
        const size_t from = i;
        while (i < boxes.size() && (i == from || x + boxes[i].width <= right)) {
            x += boxes[i].width + 4;
            ascent = std::max(ascent, boxes[i].ascent);
            descent = std::max(descent, boxes[i].descent);
            ++i;
        }
        bottom_ += ascent;
        x = start;
        for (size_t k = from; k < i; ++k) {
            rows_.push_back({x, bottom_, boxes[k]});
            x += boxes[k].width + 4;
        }
        bottom_ += descent + 3;
        start = hanging;
    }
}

// The formula with numbers put in. Numbers with units run wide: what does not fit a line is set smaller, down to what can still
// be read, and then without its units, which stand in the lines above.
MathBox TraceView::numbersPutIn(const Expression& e, const Seen& seen) const
{
    const Theme& t = theme();
    const auto numbers = [&](double size, bool units) {
        return layoutFormula(e, size, t.ink2, [&](const std::string& symbol) -> std::optional<QString> {
            const auto it = seen.find(symbol);
            if (it == seen.end()) return std::nullopt;
            return units ? it->second.text : it->second.number;
        });
    };
    const double room = width() - 2 * kMargin - kIndent - 2;
    MathBox put = numbers(kSize - 1, true);
    if (put.width > room) put = numbers(std::max(7.5, (kSize - 1) * room / put.width), true);
    if (put.width > room) put = numbers(kSize - 1, false);
    if (put.width > room) put = numbers(std::max(7.0, (kSize - 1) * room / put.width), false);
    return put;
}

void TraceView::layOutValue(const TraceStep& s, Seen& seen)
{
    const Theme& t = theme();
    const QString value = QString::fromStdString(units_.text(s.label.quantity, s.value));
    std::vector<MathBox> line{layoutSymbol(s.label.symbol, kSize, t.ink), layoutText("=", kSize, t.ink2)};
    if (const auto e = parseExpression(s.label.formula); e && !s.label.formula.empty()) {
        ++formulas_;
        line.push_back(layoutFormula(*e, kSize, t.ink));
        line.push_back(layoutText("=", kSize, t.ink2));
        // The same with numbers put in, unless it is a bare symbol.
        if (e->kind != Expression::Kind::Symbol && e->kind != Expression::Kind::Number) {
            line.push_back(numbersPutIn(*e, seen));
            line.push_back(layoutText("=", kSize, t.ink2));
        }
    }
    line.push_back(layoutText(value, kSize, t.ink, !s.label.formula.empty()));
    if (!s.label.clause.empty()) line.push_back(layoutText(" " + str(s.label.clause), kSize - 2, t.ink3));
    flow(line, kMargin, kMargin + kIndent);
    bottom_ += s.label.formula.empty() ? 0 : 2;
    const QString unit = " " + QString::fromStdString(units_.textUnit(s.label.quantity));
    seen[std::string(s.label.symbol)] = {value, value.endsWith(unit) ? value.chopped(unit.size()) : value};
}

void TraceView::layOut()
{
    const Theme& t = theme();
    rows_.clear();
    rules_.clear();
    formulas_ = 0;
    bottom_ = 4;
    Seen seen;
    for (const TraceStep& s : trace_.steps) {
        if (s.kind == TraceStep::Kind::Heading) {
            bottom_ += 9;
            flow({layoutText(QString::fromStdString(s.text), kSize, t.ink, true),
                  layoutText(str(s.label.clause), kSize - 1, t.ink3)},
                 kMargin, kMargin);
            rules_.push_back(bottom_);
            bottom_ += 5;
        } else if (s.kind == TraceStep::Kind::Note) {
            flow(words(QString::fromStdString(s.text), kSize - 1, t.ink2), kMargin, kMargin);
            bottom_ += 2;
        } else
            layOutValue(s, seen);
    }
    setMinimumHeight(static_cast<int>(bottom_) + 8);
    setMaximumHeight(static_cast<int>(bottom_) + 8);
}

void TraceView::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(t.hairline, 1));
    for (const double y : rules_)
        p.drawLine(QPointF(kMargin, y), QPointF(width() - kMargin, y));
    for (const Row& r : rows_)
        r.box.draw(p, r.x, r.y);
}

void TraceView::resizeEvent(QResizeEvent* e)
{
    QWidget::resizeEvent(e);
    layOut();
}

void TraceView::contextMenuEvent(QContextMenuEvent* e)
{
    QMenu menu(this);
    menu.addAction("Copy the trace", this, [this] { QApplication::clipboard()->setText(plainText()); });
    menu.exec(e->globalPos());
}

} // namespace wr
