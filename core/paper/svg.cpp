#include "core/paper/svg.h"

#include <fmt/format.h>

namespace wr {

std::string xmlText(std::string_view s)
{
    std::string out;
    out.reserve(s.size());
    for (const char c : s)
        switch (c) {
        case '&': out += "&amp;"; break;
        case '<': out += "&lt;"; break;
        case '>': out += "&gt;"; break;
        case '"': out += "&quot;"; break;
        default:
            if (static_cast<unsigned char>(c) >= 32 || c == '\n' || c == '\t') out += c;
        }
    return out;
}

namespace {

std::string colour(const std::optional<Ink>& i)
{
    return i ? fmt::format("#{:06x}", *i) : "none";
}

void path(std::string& out, const PathMark& p)
{
    out += "<path d=\"";
    size_t k = 0;
    for (const PathMark::Op op : p.ops)
        switch (op) {
        case PathMark::Op::Move: out += fmt::format("M{:.5g} {:.5g}", p.spots[k].x, p.spots[k].y), ++k; break;
        case PathMark::Op::Line: out += fmt::format("L{:.5g} {:.5g}", p.spots[k].x, p.spots[k].y), ++k; break;
        case PathMark::Op::Curve:
            out += fmt::format("C{:.5g} {:.5g} {:.5g} {:.5g} {:.5g} {:.5g}", p.spots[k].x, p.spots[k].y, p.spots[k + 1].x,
                               p.spots[k + 1].y, p.spots[k + 2].x, p.spots[k + 2].y);
            k += 3;
            break;
        case PathMark::Op::Close: out += "Z"; break;
        }
    out += fmt::format("\" fill=\"{}\"", colour(p.fill));
    if (p.fill) out += " fill-rule=\"evenodd\"";
    if (p.stroke) out += fmt::format(" stroke=\"{}\" stroke-width=\"{:.4g}\"", colour(p.stroke), p.width);
    if (p.stroke && p.dash[0] > 0) out += fmt::format(" stroke-dasharray=\"{:.4g} {:.4g}\"", p.dash[0], p.dash[1]);
    out += "/>\n";
}

void words(std::string& out, const TextMark& t)
{
    out += fmt::format("<text x=\"{:.5g}\" y=\"{:.5g}\" font-size=\"{:.4g}\" fill=\"{}\"", t.x, t.y, t.size, colour(t.ink));
    if (t.face == Face::Strong) out += " font-weight=\"600\"";
    if (t.face == Face::Italic) out += " font-style=\"italic\"";
    if (t.turn != 0) out += fmt::format(" transform=\"rotate({:.4g} {:.5g} {:.5g})\"", -t.turn, t.x, t.y);
    out += ">" + xmlText(t.text) + "</text>\n";
}

} // namespace

std::string svgOf(const Picture& p, bool alone)
{
    std::string out;
    if (alone) out += "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n";
    out += fmt::format("<svg xmlns=\"http://www.w3.org/2000/svg\" viewBox=\"0 0 {:.5g} {:.5g}\"", p.width, p.height);
    if (alone)
        out += fmt::format(" width=\"{:.5g}pt\" height=\"{:.5g}pt\"", p.width, p.height);
    else
        out += fmt::format(" role=\"img\" style=\"width:100%;max-width:{:.0f}px;height:auto;font-family:Inter,sans-serif\"",
                           p.width * 4 / 3);
    out += alone ? " font-family=\"Inter, sans-serif\">\n" : ">\n";
    if (!p.about.empty()) out += "<title>" + xmlText(p.about) + "</title>\n";
    for (const Mark& m : p.marks)
        if (const auto* t = std::get_if<TextMark>(&m))
            words(out, *t);
        else
            path(out, std::get<PathMark>(m));
    return out + "</svg>\n";
}

} // namespace wr
