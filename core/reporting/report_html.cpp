#include "core/paper/mathml.h"
#include "core/paper/svg.h"
#include "core/reporting/report_writers.h"
#include "core/reporting/trace_math.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <fstream>
#include <set>

namespace wr {

namespace {

constexpr std::string_view kStyle = R"(
:root{color-scheme:light}
body{font-family:Inter,system-ui,sans-serif;font-size:15px;line-height:1.45;color:#1f2933;background:#fff;max-width:62rem;margin:0 auto;padding:1rem}
h1{font-size:1.7rem;margin:.2em 0}h2{font-size:1.3rem;margin:2em 0 .4em;border-bottom:1px solid #d5d2c8}h3{font-size:1.08rem;margin:1.6em 0 .3em}h4,h5,h6{font-size:1rem;margin:1.3em 0 .3em}
h2 .aside,h3 .aside,h4 .aside,h5 .aside{float:right}
.lead{font-weight:600}.small,.note,.back,footer{color:#5b6770;font-size:.85rem}
.over{color:#b5300f}.warned{color:#8a5a00}.unchecked{color:#6d6a61}.good{color:#0d6b6b}
a{color:#5c4b9b}nav ul{list-style:none;padding-left:1.1rem;margin:.2em 0}nav>ul{padding:0}
dl{display:grid;grid-template-columns:minmax(7rem,max-content) 1fr;gap:.1rem .9rem;margin:.4em 0}dt{color:#5b6770}dd{margin:0}
.wide{overflow-x:auto}table{border-collapse:collapse;font-size:.85rem;margin:.4em 0 1em}
th{font-weight:400;color:#5b6770;text-align:left;vertical-align:bottom;border-bottom:1px solid #8a949b;padding:.15rem .6rem .15rem 0}
td{border-bottom:1px solid #ece9df;padding:.15rem .6rem .15rem 0;vertical-align:top}.n{text-align:right;white-space:nowrap}
.step{margin:.45em 0 .45em 1em;overflow-x:auto}.step .clause{color:#8a949b;font-size:.8rem;margin-left:.6rem}
section.changed{border-left:3px solid #5c4b9b;padding-left:.6rem}tr.changed>td:first-child{box-shadow:inset 3px 0 #5c4b9b;padding-left:.5rem}
figure{margin:.6em 0}figcaption{color:#5b6770;font-size:.85rem}math{font-size:1.05rem}
@media print{.back,nav{display:none}h2{break-before:page}}
)";

std::string_view toneClass(Tone t)
{
    switch (t) {
    case Tone::Good: return "good";
    case Tone::Warned: return "warned";
    case Tone::Over: return "over";
    case Tone::Unchecked: return "unchecked";
    case Tone::Plain: break;
    }
    return "";
}

// Names of places: what HTML takes without question.
std::string idOf(const std::string& key)
{
    std::string out = "p-";
    for (const char c : key)
        if (std::isalnum(static_cast<unsigned char>(c)) && static_cast<unsigned char>(c) < 128)
            out += c;
        else
            out += fmt::format("_{:02x}", static_cast<unsigned char>(c));
    return out;
}

class HtmlWriter
{
public:
    HtmlWriter(std::ostream& out, const ReportTree& t, std::set<std::string> places)
        : out_(out), tree_(t), places_(std::move(places))
    {
    }

    void part(const ReportPart& p, int depth)
    {
        const int level = std::min(6, depth + 2);
        out_ << fmt::format("<section id=\"{}\"{}>\n", idOf(p.key), p.changed ? " class=\"changed\"" : "");
        if (!p.title.empty()) {
            out_ << fmt::format("<h{}>{}", level, xmlText(p.title));
            if (!p.aside.empty())
                out_ << fmt::format(" <span class=\"aside {}\">{}</span>", toneClass(p.tone), xmlText(p.aside));
            out_ << fmt::format("</h{}>\n", level);
        }
        if (!p.back.empty() && places_.contains(p.back))
            out_ << fmt::format("<p class=\"back\"><a href=\"#{}\">↑ summary</a></p>\n", idOf(p.back));
        for (const ReportBlock& b : p.content())
            std::visit([&](const auto& x) { set(x); }, b);
    }
    void close() { out_ << "</section>\n"; }

private:
    void set(const Paragraph& p)
    {
        using Look = Paragraph::Look;
        std::string cls(p.look == Look::Lead ? "lead" : p.look == Look::Small ? "small" : p.look == Look::Note ? "note" : "");
        if (const auto tone = toneClass(p.tone); !tone.empty()) cls += (cls.empty() ? "" : " ") + std::string(tone);
        out_ << (cls.empty() ? std::string("<p>") : "<p class=\"" + cls + "\">") << xmlText(p.text) << "</p>\n";
    }
    void set(const Facts& f)
    {
        if (f.rows.empty()) return;
        out_ << "<dl>\n";
        for (const auto& [name, value] : f.rows)
            out_ << "<dt>" << xmlText(name) << "</dt><dd>" << xmlText(value) << "</dd>\n";
        out_ << "</dl>\n";
    }
    void set(const TableBlock& b)
    {
        const Table& t = b.table;
        out_ << "<div class=\"wide\"><table>\n";
        if (!b.caption.empty())
            out_ << "<caption class=\"lead\" style=\"text-align:left\">" << xmlText(b.caption) << "</caption>\n";
        std::vector<char> number(t.columns.size(), 0);
        for (const Table::Row& r : t.rows)
            for (size_t c = 0; c < std::min(r.cells.size(), number.size()); ++c)
                number[c] |= std::holds_alternative<double>(r.cells[c]);
        out_ << "<thead><tr>";
        for (size_t c = 0; c < t.columns.size(); ++c)
            out_ << fmt::format("<th scope=\"col\"{}>{}{}</th>", number[c] ? " class=\"n\"" : "", xmlText(t.columns[c].name),
                                t.columns[c].unit.empty() ? "" : "<br>" + xmlText(t.columns[c].unit));
        out_ << "</tr></thead>\n<tbody>\n";
        for (size_t r = 0; r < t.rows.size(); ++r) {
            out_ << "<tr" << (r < b.here.size() && !b.here[r].empty() ? " id=\"" + idOf(b.here[r]) + "\"" : std::string())
                 << (r < b.changed.size() && b.changed[r] ? " class=\"changed\">" : ">");
            for (size_t c = 0; c < t.rows[r].cells.size(); ++c) {
                std::string cls(std::holds_alternative<double>(t.rows[r].cells[c]) ? "n" : "");
                if (static_cast<int>(c) == b.ratio && r < b.tones.size()) cls += " " + std::string(toneClass(b.tones[r]));
                std::string text = xmlText(cellText(t, r, c));
                if (c == 0 && r < b.to.size() && places_.contains(b.to[r]))
                    text = "<a href=\"#" + idOf(b.to[r]) + "\">" + text + "</a>";
                out_ << (cls.empty() ? std::string("<td>") : "<td class=\"" + cls + "\">") << text << "</td>";
            }
            out_ << "</tr>\n";
        }
        if (t.rows.empty()) out_ << "<tr><td>None.</td></tr>\n";
        out_ << "</tbody></table></div>\n";
    }
    void set(const Calculation& c)
    {
        TraceMath math(tree_.units);
        for (const TraceStep& s : c.trace.steps) {
            const std::string clause =
                s.label.clause.empty() ? "" : "<span class=\"clause\">" + xmlText(s.label.clause) + "</span>";
            if (s.kind == TraceStep::Kind::Heading)
                out_ << "<p class=\"lead\">" << xmlText(s.text) << " " << clause << "</p>\n";
            else if (s.kind == TraceStep::Kind::Note)
                out_ << "<p class=\"note\">" << xmlText(s.text) << "</p>\n";
            else
                out_ << "<div class=\"step\"><math>" << math.line(s) << "</math>" << clause << "</div>\n";
        }
    }
    void set(const PictureBlock& p)
    {
        out_ << "<figure>\n" << svgOf(p.picture, false);
        if (!p.caption.empty()) out_ << "<figcaption>" << xmlText(p.caption) << "</figcaption>\n";
        out_ << "</figure>\n";
    }

    std::ostream& out_;
    const ReportTree& tree_;
    std::set<std::string> places_;
};

void contents(std::ostream& out, const std::vector<ReportPart>& parts)
{
    out << "<ul>\n";
    for (const ReportPart& p : parts) {
        if (p.title.empty()) continue;
        out << "<li><a href=\"#" << idOf(p.key) << "\">" << xmlText(p.title) << "</a>";
        if (std::any_of(p.parts.begin(), p.parts.end(), [](const ReportPart& x) { return !x.title.empty(); }))
            contents(out, p.parts);
        out << "</li>\n";
    }
    out << "</ul>\n";
}

void writeParts(HtmlWriter& w, const std::vector<ReportPart>& parts, int depth, Progress& progress, size_t& done, size_t all)
{
    for (const ReportPart& p : parts) {
        if (progress.cancelled()) return;
        w.part(p, depth);
        progress.at(static_cast<double>(++done) / static_cast<double>(all), "writing the page");
        writeParts(w, p.parts, depth + 1, progress, done, all);
        w.close();
    }
}

} // namespace

WrittenOr writeReportHtml(const ReportTree& t, const std::filesystem::path& path, Progress& progress)
{
    std::ofstream out(path, std::ios::binary);
    std::set<std::string> places;
    size_t all = 0;
    walk(t.parts, [&](const ReportPart& p, int) {
        ++all;
        places.insert(p.key);
        for (const ReportBlock& b : p.blocks)
            if (const auto* x = std::get_if<TableBlock>(&b)) places.insert(x->here.begin(), x->here.end());
    });
    out << "<!DOCTYPE html>\n<html lang=\"en\">\n<head>\n<meta charset=\"utf-8\">\n"
        << "<meta name=\"viewport\" content=\"width=device-width, initial-scale=1\">\n"
        << "<title>" << xmlText(t.project.empty() ? t.title : t.project + " · " + t.title) << "</title>\n<style>" << kStyle
        << "</style>\n</head>\n<body>\n";
    out << "<h1>" << xmlText(t.title) << "</h1>\n<nav aria-label=\"Contents\">\n";
    contents(out, t.parts);
    out << "</nav>\n";
    HtmlWriter w(out, t, std::move(places));
    size_t done = 0;
    writeParts(w, t.parts, 0, progress, done, all);
    out << "<footer>" << xmlText(t.foot) << "</footer>\n</body>\n</html>\n";
    out.flush();
    if (progress.cancelled()) return std::unexpected("stopped");
    if (!out) return std::unexpected(path.string() + " cannot be written");
    return {};
}

} // namespace wr
