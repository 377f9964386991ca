// OpenDocument 1.2 text: styles for headings, tables, formulas as MathML objects, pictures as SVG.
#include "core/paper/fonts.h"
#include "core/paper/svg.h"
#include "core/reporting/page_setter.h"
#include "core/reporting/report_writers.h"
#include "core/reporting/table_setter.h"
#include "core/reporting/trace_layout.h"
#include "core/reporting/trace_math.h"
#include "core/tables/package_writer.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <memory>

namespace wr {

namespace {

constexpr std::string_view kSpaces =
    R"( xmlns:office="urn:oasis:names:tc:opendocument:xmlns:office:1.0" xmlns:style="urn:oasis:names:tc:opendocument:xmlns:style:1.0" xmlns:text="urn:oasis:names:tc:opendocument:xmlns:text:1.0" xmlns:table="urn:oasis:names:tc:opendocument:xmlns:table:1.0" xmlns:draw="urn:oasis:names:tc:opendocument:xmlns:drawing:1.0" xmlns:fo="urn:oasis:names:tc:opendocument:xmlns:xsl-fo-compatible:1.0" xmlns:svg="urn:oasis:names:tc:opendocument:xmlns:svg-compatible:1.0" xmlns:xlink="http://www.w3.org/1999/xlink" xmlns:dc="http://purl.org/dc/elements/1.1/" xmlns:meta="urn:oasis:names:tc:opendocument:xmlns:meta:1.0" office:version="1.2")";

std::string hex(Ink i)
{
    return fmt::format("#{:06x}", i);
}

// Of tables and formulas: office programs take these from the content's own styles only.
std::string contentStyles()
{
    std::string out;
    out += "<style:style style:name=\"Wide\" style:family=\"table\"><style:table-properties style:rel-width=\"100%\" "
           "table:align=\"margins\"/></style:style>";
    out += "<style:style style:name=\"Head\" style:family=\"table-cell\"><style:table-cell-properties fo:border-bottom=\"0.7pt "
           "solid " +
           hex(inks::faint) +
           "\" fo:padding-top=\"1.5pt\" fo:padding-bottom=\"1.5pt\" fo:padding-left=\"0pt\" fo:padding-right=\"6pt\" "
           "style:vertical-align=\"bottom\"/></style:style>";
    out += "<style:style style:name=\"Cell\" style:family=\"table-cell\"><style:table-cell-properties fo:border-bottom=\"0.3pt "
           "solid " +
           hex(inks::hairline) +
           "\" fo:padding-top=\"1.5pt\" fo:padding-bottom=\"1.5pt\" fo:padding-left=\"0pt\" "
           "fo:padding-right=\"6pt\"/></style:style>";
    out += "<style:style style:name=\"Formula\" style:family=\"graphic\"><style:graphic-properties "
           "style:vertical-pos=\"middle\" style:vertical-rel=\"text\"/></style:style>";
    return out;
}

class OdtWriter
{
public:
    OdtWriter(const ReportTree& t, PackageWriter& zip) : tree_(t), zip_(zip), width_(pageStyle(t.letter).width()) {}

    void part(const ReportPart& p, int depth)
    {
        if (!p.title.empty()) {
            body_ += fmt::format("<text:h text:style-name=\"Heading_20_{}\" text:outline-level=\"{}\">{}",
                                 std::min(4, depth + 1), std::min(4, depth + 1), bookmark(p.key));
            body_ += xmlText(p.title);
            if (!p.aside.empty()) body_ += "<text:s text:c=\"3\"/>" + span(p.aside, p.tone, true);
            body_ += "</text:h>\n";
        } else
            body_ += "<text:p>" + bookmark(p.key) + "</text:p>\n";
        for (const ReportBlock& b : p.content())
            std::visit([&](const auto& x) { set(x); }, b);
    }

    std::string content() const
    {
        return "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<office:document-content" + std::string(kSpaces) +
               "><office:automatic-styles>" + contentStyles() + styles_ +
               "</office:automatic-styles><office:body><office:text>\n" + body_ +
               "</office:text></office:body></office:document-content>\n";
    }
    const std::string& manifest() const { return manifest_; }

    void add(const std::string& name, std::string bytes) { zip_.add(name, std::move(bytes), name == "mimetype"); }

private:
    static std::string bookmark(const std::string& key)
    {
        return key.empty() ? "" : "<text:bookmark text:name=\"" + xmlText(key) + "\"/>";
    }
    static std::string_view toneStyle(Tone t)
    {
        switch (t) {
        case Tone::Good: return "Good";
        case Tone::Warned: return "Warned";
        case Tone::Over: return "Over";
        case Tone::Unchecked: return "Unchecked";
        case Tone::Plain: break;
        }
        return "";
    }
    static std::string span(const std::string& text, Tone t, bool strong = false)
    {
        std::string style(toneStyle(t));
        if (style.empty() && strong) style = "Strong";
        return style.empty() ? xmlText(text) : "<text:span text:style-name=\"" + style + "\">" + xmlText(text) + "</text:span>";
    }

    void set(const Paragraph& p)
    {
        using Look = Paragraph::Look;
        const char* style = p.look == Look::Lead ? "Lead" : p.look == Look::Plain ? "Text" : "Small";
        body_ += fmt::format("<text:p text:style-name=\"{}\">{}</text:p>\n", style, span(p.text, p.tone));
    }
    void set(const Facts& f)
    {
        for (const auto& [name, value] : f.rows)
            body_ += "<text:p text:style-name=\"Fact\"><text:span text:style-name=\"Faint\">" + xmlText(name) +
                     "</text:span><text:tab/>" + xmlText(value) + "</text:p>\n";
    }
    void set(const TableBlock& b)
    {
        if (!b.caption.empty()) body_ += "<text:p text:style-name=\"Lead\">" + xmlText(b.caption) + "</text:p>\n";
        const Table& t = b.table;
        const std::string name = fmt::format("Table{}", ++tables_);
        body_ += "<table:table table:name=\"" + name + "\" table:style-name=\"Wide\">";
        const std::vector<double> widths = TableSetter(b, width_, paperFonts()).widths();
        for (size_t c = 0; c < widths.size(); ++c) {
            styles_ +=
                fmt::format("<style:style style:name=\"{0}.{1}\" style:family=\"table-column\"><style:table-column-properties "
                            "style:column-width=\"{2:.1f}pt\" style:rel-column-width=\"{3}*\"/></style:style>",
                            name, c, widths[c] + 7, std::lround(100 * (widths[c] + 7)));
            body_ += fmt::format("<table:table-column table:style-name=\"{}.{}\"/>", name, c);
        }
        body_ += "<table:table-header-rows><table:table-row>";
        for (const TableColumn& c : t.columns)
            body_ += "<table:table-cell table:style-name=\"Head\" office:value-type=\"string\"><text:p "
                     "text:style-name=\"CellHead\">" +
                     xmlText(c.unit.empty() ? c.name : c.name + " (" + c.unit + ")") + "</text:p></table:table-cell>";
        body_ += "</table:table-row></table:table-header-rows>\n";
        for (size_t r = 0; r < t.rows.size(); ++r) {
            body_ += "<table:table-row>";
            for (size_t c = 0; c < t.columns.size(); ++c) {
                const bool there = c < t.rows[r].cells.size();
                const auto* v = there ? std::get_if<double>(&t.rows[r].cells[c]) : nullptr;
                const std::string text = there ? cellText(t, r, c) : "";
                const Tone tone = static_cast<int>(c) == b.ratio && r < b.tones.size() ? b.tones[r] : Tone::Plain;
                std::string inside = span(text, tone);
                if (c == 0 && r < b.to.size() && !b.to[r].empty())
                    inside = "<text:a xlink:type=\"simple\" xlink:href=\"#" + xmlText(b.to[r]) + "\">" + inside + "</text:a>";
                if (c == 0 && r < b.here.size()) inside = bookmark(b.here[r]) + inside;
                if (v && std::isfinite(*v))
                    body_ +=
                        fmt::format("<table:table-cell table:style-name=\"Cell\" office:value-type=\"float\" "
                                    "office:value=\"{}\"><text:p text:style-name=\"CellNumber\">{}</text:p></table:table-cell>",
                                    *v, inside);
                else
                    body_ += "<table:table-cell table:style-name=\"Cell\" office:value-type=\"string\"><text:p "
                             "text:style-name=\"CellText\">" +
                             inside + "</text:p></table:table-cell>";
            }
            body_ += "</table:table-row>\n";
        }
        body_ += "</table:table><text:p text:style-name=\"Small\"/>\n";
    }
    void set(const Calculation& c)
    {
        // The lines as the printed page sets them say how large a formula is.
        TraceMath math(tree_.units);
        for (const TraceStep& s : c.trace.steps) {
            const std::string clause = s.label.clause.empty() ? ""
                                                              : "<text:s text:c=\"3\"/><text:span text:style-name=\"Faint\">" +
                                                                    xmlText(s.label.clause) + "</text:span>";
            if (s.kind == TraceStep::Kind::Heading) {
                body_ += "<text:p text:style-name=\"Lead\">" + xmlText(s.text) + clause + "</text:p>\n";
                continue;
            }
            if (s.kind == TraceStep::Kind::Note) {
                body_ += "<text:p text:style-name=\"Small\">" + xmlText(s.text) + "</text:p>\n";
                continue;
            }
            const std::string object = fmt::format("Object {}", ++objects_);
            add(object + "/content.xml",
                "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<math "
                "xmlns=\"http://www.w3.org/1998/Math/MathML\" display=\"block\"><semantics><mstyle mathsize=\"9pt\">" +
                    math.line(s) + "</mstyle></semantics></math>\n");
            manifest_ += fmt::format("<manifest:file-entry manifest:full-path=\"{0}/\" "
                                     "manifest:media-type=\"application/vnd.oasis.opendocument.formula\"/><manifest:file-entry "
                                     "manifest:full-path=\"{0}/content.xml\" manifest:media-type=\"text/xml\"/>\n",
                                     object);
            Trace one;
            one.steps.push_back(s);
            double height = 0;
            for (const TraceLine& l : layOutTrace(one, tree_.units, 1e6, 9, paperFonts()))
                height = std::max(height, l.height);
            body_ +=
                fmt::format("<text:p text:style-name=\"Step\"><draw:frame draw:style-name=\"Formula\" draw:name=\"{0}\" "
                            "text:anchor-type=\"as-char\" svg:height=\"{1:.1f}pt\"><draw:object xlink:href=\"./{0}\" "
                            "xlink:type=\"simple\" xlink:show=\"embed\" xlink:actuate=\"onLoad\"/></draw:frame>{2}</text:p>\n",
                            object, height * 0.92, clause);
        }
    }
    void set(const PictureBlock& p)
    {
        const std::string name = fmt::format("Pictures/{}.svg", ++pictures_);
        add(name, svgOf(p.picture, true));
        manifest_ += "<manifest:file-entry manifest:full-path=\"" + name + "\" manifest:media-type=\"image/svg+xml\"/>\n";
        const double k = std::min(1.0, width_ / p.picture.width);
        body_ += fmt::format(
            "<text:p text:style-name=\"Text\"><draw:frame draw:name=\"{}\" text:anchor-type=\"as-char\" svg:width=\"{:.1f}pt\" "
            "svg:height=\"{:.1f}pt\"><draw:image xlink:href=\"{}\" xlink:type=\"simple\" xlink:show=\"embed\" "
            "xlink:actuate=\"onLoad\"/><svg:title>{}</svg:title></draw:frame></text:p>\n",
            fmt::format("Picture {}", pictures_), p.picture.width * k, p.picture.height * k, name, xmlText(p.picture.about));
        if (!p.caption.empty()) body_ += "<text:p text:style-name=\"Small\">" + xmlText(p.caption) + "</text:p>\n";
    }

    const ReportTree& tree_;
    PackageWriter& zip_;
    double width_;
    std::string styles_, body_, manifest_;
    int tables_ = 0, objects_ = 0, pictures_ = 0;
};

std::string stylesOf(const ReportTree& t)
{
    const PageStyle page = pageStyle(t.letter);
    std::string out =
        "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<office:document-styles" + std::string(kSpaces) + "><office:styles>";
    out += "<style:default-style style:family=\"paragraph\"><style:text-properties style:font-name=\"Inter\" "
           "fo:font-family=\"Inter\" fo:font-size=\"9pt\" fo:language=\"en\" fo:country=\"GB\"/></style:default-style>";
    const auto paragraph = [&](const std::string& name, const std::string& shown, const std::string& shape,
                               const std::string& letters, int level = 0) {
        out += fmt::format(
            "<style:style style:name=\"{}\" style:display-name=\"{}\" style:family=\"paragraph\"{}><style:paragraph-properties "
            "{}/><style:text-properties {}/></style:style>",
            name, shown, level > 0 ? fmt::format(" style:default-outline-level=\"{}\"", level) : "", shape, letters);
    };
    const double sizes[] = {16, 12.5, 11, 10};
    for (int k = 1; k <= 4; ++k)
        paragraph(fmt::format("Heading_20_{}", k), fmt::format("Heading {}", k),
                  fmt::format("fo:margin-top=\"{}pt\" fo:margin-bottom=\"4pt\" fo:keep-with-next=\"always\"", k == 1 ? 18 : 10),
                  fmt::format("fo:font-size=\"{}pt\" fo:font-weight=\"bold\"", sizes[k - 1]), k);
    paragraph("Text", "Text", "fo:margin-bottom=\"3pt\"", "fo:font-size=\"9pt\"");
    paragraph("Lead", "Lead", "fo:margin-top=\"6pt\" fo:margin-bottom=\"3pt\" fo:keep-with-next=\"always\"",
              "fo:font-size=\"10pt\" fo:font-weight=\"bold\"");
    paragraph("Small", "Small", "fo:margin-bottom=\"2pt\"", "fo:font-size=\"8pt\" fo:color=\"" + hex(inks::second) + "\"");
    out += "<style:style style:name=\"Fact\" "
           "style:family=\"paragraph\"><style:paragraph-properties><style:tab-stops><style:tab-stop "
           "style:position=\"90pt\"/></style:tab-stops></style:paragraph-properties></style:style>";
    paragraph("Step", "Step", "fo:margin-left=\"8pt\" fo:margin-bottom=\"3pt\"", "fo:font-size=\"9pt\"");
    paragraph("CellHead", "Table heading", "", "fo:font-size=\"7pt\" fo:color=\"" + hex(inks::second) + "\"");
    paragraph("CellText", "Table text", "", "fo:font-size=\"7.5pt\"");
    paragraph("CellNumber", "Table number", "fo:text-align=\"end\"", "fo:font-size=\"7.5pt\"");
    const std::pair<const char*, Ink> tones[] = {{"Good", inks::good},
                                                 {"Warned", inks::warned},
                                                 {"Over", inks::over},
                                                 {"Unchecked", inks::unchecked},
                                                 {"Faint", inks::second}};
    for (const auto& [name, ink] : tones)
        out += fmt::format(
            "<style:style style:name=\"{}\" style:family=\"text\"><style:text-properties fo:color=\"{}\"{}/></style:style>",
            name, hex(ink), std::string_view(name) == "Over" ? " fo:font-weight=\"bold\"" : "");
    out += "<style:style style:name=\"Strong\" style:family=\"text\"><style:text-properties "
           "fo:font-weight=\"bold\"/></style:style>";
    out += "</office:styles><office:automatic-styles><style:page-layout style:name=\"Page\">";
    out += fmt::format("<style:page-layout-properties fo:page-width=\"{:.2f}pt\" fo:page-height=\"{:.2f}pt\" "
                       "fo:margin-left=\"{}pt\" fo:margin-right=\"{}pt\" fo:margin-top=\"40pt\" fo:margin-bottom=\"30pt\"/>",
                       page.paper.width, page.paper.height, page.left, page.right);
    out += "<style:header-style/><style:footer-style/></style:page-layout></"
           "office:automatic-styles><office:master-styles><style:master-page style:name=\"Standard\" "
           "style:page-layout-name=\"Page\">";
    out += "<style:header><text:p text:style-name=\"Small\">" + xmlText(t.project.empty() ? t.title : t.project) +
           (t.revision.empty() ? "" : " · revision " + xmlText(t.revision)) + "</text:p></style:header>";
    out += "<style:footer><text:p text:style-name=\"Small\">" + xmlText(t.foot) +
           " · page <text:page-number/> of <text:page-count/></text:p></style:footer>";
    return out + "</style:master-page></office:master-styles></office:document-styles>\n";
}

} // namespace

WrittenOr writeReportOdt(const ReportTree& t, const std::filesystem::path& path, Progress& progress)
{
    auto zip = PackageWriter::open(path);
    if (!zip) return std::unexpected(zip.error());
    OdtWriter w(t, *zip);
    w.add("mimetype", "application/vnd.oasis.opendocument.text");
    size_t done = 0, all = 0;
    walk(t.parts, [&](const ReportPart&, int) { ++all; });
    walk(t.parts, [&](const ReportPart& p, int depth) {
        if (progress.cancelled()) return;
        w.part(p, depth);
        progress.at(static_cast<double>(++done) / static_cast<double>(all), "writing the document");
    });
    w.add("content.xml", w.content());
    w.add("styles.xml", stylesOf(t));
    w.add("meta.xml", "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<office:document-meta" + std::string(kSpaces) +
                          "><office:meta><meta:generator>Wren Rail</meta:generator><dc:title>" + xmlText(t.title) +
                          "</dc:title><dc:creator>" + xmlText(t.author) +
                          "</dc:creator></office:meta></office:document-meta>\n");
    w.add("META-INF/manifest.xml",
          "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n<manifest:manifest "
          "xmlns:manifest=\"urn:oasis:names:tc:opendocument:xmlns:manifest:1.0\" manifest:version=\"1.2\">"
          "<manifest:file-entry manifest:full-path=\"/\" manifest:version=\"1.2\" "
          "manifest:media-type=\"application/vnd.oasis.opendocument.text\"/>"
          "<manifest:file-entry manifest:full-path=\"content.xml\" manifest:media-type=\"text/xml\"/><manifest:file-entry "
          "manifest:full-path=\"styles.xml\" manifest:media-type=\"text/xml\"/><manifest:file-entry "
          "manifest:full-path=\"meta.xml\" manifest:media-type=\"text/xml\"/>\n" +
              w.manifest() + "</manifest:manifest>\n");
    if (progress.cancelled()) return std::unexpected("stopped");
    return zip->close();
}

} // namespace wr
