#include "core/reporting/page_setter.h"

#include "core/reporting/table_setter.h"
#include "core/reporting/trace_layout.h"

#include <algorithm>

namespace wr {

PageStyle pageStyle(bool letter)
{
    PageStyle s;
    if (letter) s.paper = kLetter;
    return s;
}

namespace {

class Setter
{
public:
    Setter(const UnitSystem& units, const PageStyle& style, const TextMeasure& measure)
        : units_(units), style_(style), measure_(measure)
    {
        turn();
    }

    void part(const ReportPart& p, int depth)
    {
        const std::vector<ReportBlock> blocks = p.content();
        if (!p.title.empty())
            title(p, depth, blocks.empty() ? 0 : firstHeight(blocks.front()));
        else
            place(p.key);
        if (!p.key.empty() && !p.title.empty()) out_.outline.push_back({p.title, p.key, depth});
        const size_t first = out_.pages.size() - 1;
        const double from = y_;
        for (const ReportBlock& b : blocks)
            std::visit([&](const auto& x) { set(x); }, b);
        if (p.changed)
            for (size_t k = first; k < out_.pages.size(); ++k)
                bar(out_.pages[k], k == first ? std::max(style_.top, from - 16) : style_.top,
                    k + 1 == out_.pages.size() ? y_ - 4 : end());
        for (const ReportPart& inner : p.parts)
            if (!inner.ownPages) part(inner, depth + 1);
    }

    SetPart done()
    {
        if (out_.pages.size() > 1 && out_.pages.back().marks.empty() && out_.pages.back().places.empty()) out_.pages.pop_back();
        out_.end = y_;
        return std::move(out_);
    }

private:
    Page& page() { return out_.pages.back(); }
    double left() const { return style_.left; }
    double end() const { return style_.paper.height - style_.bottom; }
    double room() const { return end() - y_; }
    bool fresh() const { return y_ <= style_.top + 0.01; }

    void turn()
    {
        out_.pages.emplace_back();
        y_ = style_.top;
    }
    // A new page where so much does not stand on this one any more.
    void need(double height)
    {
        if (height > room() && !fresh()) turn();
    }
    // In the margin: this differs.
    void bar(Page& on, double from, double to) const
    {
        if (to > from) on.marks.emplace_back(lineMark({style_.left - 10, from}, {style_.left - 10, to}, inks::current, 1.6));
    }
    void place(const std::string& name)
    {
        if (!name.empty()) page().places.push_back({name, std::max(0.0, y_ - 6)});
    }
    void write(double x, double y, std::string_view text, double size, Ink ink, Face face = Face::Plain)
    {
        page().marks.emplace_back(TextMark{x, y, size, std::string(text), ink, face, 0});
    }

    // Roughly what has to stay with a heading.
    double firstHeight(const ReportBlock& b) const
    {
        if (const auto* p = std::get_if<PictureBlock>(&b)) return std::min(p->picture.height + 10, style_.height() * 0.7);
        if (std::holds_alternative<TableBlock>(b)) return 60;
        return 40;
    }

    void title(const ReportPart& p, int depth, double with)
    {
        const double size = depth <= 0 ? 15 : depth == 1 ? 11.5 : 10, above = depth <= 0 ? 0 : depth == 1 ? 14 : 10;
        const double asideSize = depth <= 1 ? 11 : 10;
        const double aside = p.aside.empty() ? 0 : measure_.advance(p.aside, Face::Strong, asideSize) + 14;
        constexpr std::string_view kBack = "↑ summary";
        const double back = p.back.empty() ? 0 : measure_.advance(kBack, Face::Plain, 7.5) + 6;
        const auto lines = wrapped(p.title, Face::Strong, size, style_.width() - aside - back, measure_);
        const double height = above + static_cast<double>(lines.size()) * size * 1.25 + 6;
        need(height + with);
        if (!fresh()) y_ += above;
        place(p.key);
        for (const std::string& line : lines) {
            y_ += size;
            write(left(), y_, line, size, inks::text, Face::Strong);
            if (aside > 0 && &line == &lines.front())
                write(left() + style_.width() - aside + 14, y_, p.aside, asideSize, inkOf(p.tone), Face::Strong);
            if (!p.back.empty() && &line == &lines.front()) {
                const double x = left() + style_.width() - aside - back;
                write(x, y_, kBack, 7.5, inks::current);
                page().links.push_back({x, y_ - 8, back - 6, 11, p.back});
            }
            y_ += 0.25 * size;
        }
        y_ += 4;
        if (depth <= 1) {
            page().marks.emplace_back(lineMark({left(), y_ - 2}, {left() + style_.width(), y_ - 2}, inks::hairline, 0.7));
            y_ += 3;
        }
    }

    void set(const Paragraph& p)
    {
        using Look = Paragraph::Look;
        const double size = p.look == Look::Lead ? 11 : p.look == Look::Plain ? style_.size : 8;
        const Face face = p.look == Look::Lead ? Face::Strong : Face::Plain;
        const Ink ink = p.tone != Tone::Plain                           ? inkOf(p.tone)
                        : p.look == Look::Small || p.look == Look::Note ? inks::second
                                                                        : inks::text;
        const double indent = p.look == Look::Note ? 8 : 0;
        for (const std::string& line : wrapped(p.text, face, size, style_.width() - indent, measure_)) {
            need(size * 1.4);
            write(left() + indent, y_ + size, line, size, ink, face);
            y_ += size * 1.4;
        }
        y_ += 3;
    }

    // Labels and values in columns: one where a value is long, else two.
    void set(const Facts& f)
    {
        const double size = style_.size, half = style_.width() / 2;
        double label = 0;
        for (const auto& [name, value] : f.rows)
            label = std::max(label, measure_.advance(name, Face::Plain, size));
        label = std::min(label + 10, half * 0.6);
        const auto fits = [&](const std::string& v) { return measure_.advance(v, Face::Plain, size) <= half - label - 12; };
        for (size_t k = 0; k < f.rows.size();) {
            const bool two = k + 1 < f.rows.size() && fits(f.rows[k].second) && fits(f.rows[k + 1].second);
            const auto lines =
                wrapped(f.rows[k].second, Face::Plain, size, two ? half - label : style_.width() - label, measure_);
            need(size * 1.45);
            write(left(), y_ + size, cutToWidth(f.rows[k].first, Face::Plain, size, label - 4, measure_), size, inks::second);
            if (two) {
                write(left() + label, y_ + size, lines.front(), size, inks::text);
                write(left() + half, y_ + size, cutToWidth(f.rows[k + 1].first, Face::Plain, size, label - 4, measure_), size,
                      inks::second);
                write(left() + half + label, y_ + size, f.rows[k + 1].second, size, inks::text);
                y_ += size * 1.45;
                k += 2;
                continue;
            }
            for (const std::string& line : lines) {
                need(size * 1.45);
                write(left() + label, y_ + size, line, size, inks::text);
                y_ += size * 1.45;
            }
            ++k;
        }
        y_ += 4;
    }

    void set(const TableBlock& t)
    {
        if (!t.caption.empty()) {
            need(52);
            write(left(), y_ + style_.size, t.caption, style_.size, inks::text, Face::Strong);
            y_ += style_.size * 1.6;
        }
        const TableSetter table(t, style_.width(), measure_);
        need(table.headHeight() + (t.table.rows.empty() ? 0 : table.rowHeight(0)) + 2);
        const auto head = [&] {
            appendShifted(page().marks, table.head(), left(), y_);
            y_ += table.headHeight();
        };
        head();
        for (size_t r = 0; r < t.table.rows.size(); ++r) {
            const double h = table.rowHeight(r);
            if (h > room() && !fresh()) {
                turn();
                head();
            }
            if (r < t.here.size()) place(t.here[r]);
            if (r < t.to.size() && !t.to[r].empty()) page().links.push_back({left(), y_, style_.width(), h, t.to[r]});
            appendShifted(page().marks, table.row(r), left(), y_);
            if (r < t.changed.size() && t.changed[r]) bar(page(), y_ + 0.5, y_ + h - 0.5);
            y_ += h;
        }
        if (t.table.rows.empty()) {
            write(left(), y_ + style_.size, "None.", style_.size, inks::second);
            y_ += style_.size * 1.5;
        }
        y_ += 8;
    }

    void set(const Calculation& c)
    {
        const auto lines = layOutTrace(c.trace, units_, style_.width(), style_.size, measure_);
        for (size_t k = 0; k < lines.size(); ++k) {
            const TraceLine& line = lines[k];
            // A heading stays with the two lines behind it.
            double with = line.height;
            if (line.heading)
                for (size_t n = k + 1; n < std::min(lines.size(), k + 3); ++n)
                    with += lines[n].height;
            need(with);
            appendShifted(page().marks, line.marks, left(), y_);
            if (line.rule)
                page().marks.emplace_back(
                    lineMark({left(), y_ + line.ruleAt}, {left() + style_.width(), y_ + line.ruleAt}, inks::hairline));
            y_ += line.height;
        }
        y_ += 4;
    }

    void set(const PictureBlock& p)
    {
        const double fits = std::min({1.0, style_.width() / p.picture.width, style_.height() / p.picture.height});
        need(p.picture.height * fits + (p.caption.empty() ? 0 : 12));
        std::vector<Mark> marks = p.picture.marks;
        if (fits < 1)
            for (Mark& m : marks)
                scale(m, fits);
        appendShifted(page().marks, marks, left() + (style_.width() - p.picture.width * fits) / 2, y_);
        y_ += p.picture.height * fits + 4;
        if (!p.caption.empty()) {
            write(left(), y_ + 8, p.caption, 8, inks::second);
            y_ += 12;
        }
        y_ += 4;
    }

    static void scale(Mark& m, double k)
    {
        if (auto* t = std::get_if<TextMark>(&m)) {
            t->x *= k, t->y *= k, t->size *= k;
            return;
        }
        auto& p = std::get<PathMark>(m);
        for (Spot& s : p.spots)
            s.x *= k, s.y *= k;
        p.width *= k;
    }

    const UnitSystem& units_;
    const PageStyle& style_;
    const TextMeasure& measure_;
    SetPart out_;
    double y_ = 0;
};

} // namespace

SetPart setPart(const ReportPart& part, int depth, const UnitSystem& units, const PageStyle& style, const TextMeasure& measure)
{
    Setter s(units, style, measure);
    s.part(part, depth);
    return s.done();
}

} // namespace wr
