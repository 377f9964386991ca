#include "core/exports/exported.h"

#include "core/paper/pdf.h"
#include "core/paper/svg.h"
#include "core/project/acceptances.h"
#include "core/tables/package_writer.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace wr {

namespace {

constexpr double kHalfField = std::numbers::pi / 8; // of a camera of 45°

struct BcfTopic
{
    size_t member = 0;
    std::string key, title, text, comment, priority, status;
};

// How a topic is looked at: from aside and a little from above, as far off as its member is long.
struct BcfView
{
    Vec3 eye, towards, up, right;
    double reach = 0; // m, half of what is seen
};

BcfView viewOf(const Frame& f, const Member& m)
{
    Vec3 low{1e18, 1e18, 1e18}, high{-1e18, -1e18, -1e18};
    for (const MemberPiece& p : m.pieces)
        for (const Vec3& at : {zUpwards(f, f.endI(f.elements[static_cast<size_t>(p.element)])),
                               zUpwards(f, f.endJ(f.elements[static_cast<size_t>(p.element)]))})
            for (int k = 0; k < 3; ++k) {
                low[k] = std::min(low[k], at[k]);
                high[k] = std::max(high[k], at[k]);
            }
    const Vec3 middle = 0.5 * (low + high);
    BcfView v;
    v.reach = std::max(0.75 * norm(high - low), 1.0);
    v.towards = normalized({0.5, 0.8, -0.33});
    // A member that runs towards the eye is looked at from the other quarter.
    if (std::abs(dot(v.towards, normalized(high - low + Vec3{1e-9, 0, 0}))) > 0.8) v.towards = normalized({-0.8, 0.5, -0.33});
    v.right = normalized(cross(v.towards, {0, 0, 1}));
    v.up = cross(v.right, v.towards);
    v.eye = middle - (v.reach / std::tan(kHalfField)) * v.towards; // a field of 45°
    return v;
}

// The member in its ink, what is around it grey.
std::string pictureOf(const CheckModel& model, size_t member, const BcfView& v, bool over)
{
    const Frame& f = model.frame();
    constexpr double w = 320, h = 240;
    const double k = h / 2 / v.reach;
    const Vec3 middle = v.eye + (v.reach / std::tan(kHalfField)) * v.towards;
    Picture p{w, h, {}, "member " + model.members()[member].id};
    const auto draw = [&](size_t m, Ink ink, double width) {
        for (const MemberPiece& piece : model.members()[m].pieces) {
            const Element& e = f.elements[static_cast<size_t>(piece.element)];
            Vec3 a = zUpwards(f, f.endI(e)) - middle, b = zUpwards(f, f.endJ(e)) - middle;
            const double near = 3 * v.reach;
            if (norm(0.5 * (a + b)) - norm(b - a) / 2 > near) continue; // far from it
            const auto at = [&](Vec3 x) { return Spot{w / 2 + k * dot(x, v.right), h / 2 - k * dot(x, v.up)}; };
            const Spot s = at(a), t = at(b);
            if (std::max(s.x, t.x) < 0 || std::min(s.x, t.x) > w || std::max(s.y, t.y) < 0 || std::min(s.y, t.y) > h) continue;
            p.marks.emplace_back(lineMark(s, t, ink, width));
        }
    };
    p.marks.emplace_back(boxMark(0, 0, w, h, inks::white));
    for (size_t m = 0; m < model.members().size(); ++m)
        if (m != member) draw(m, inks::faint, 0.8);
    draw(member, over ? inks::over : inks::current, 3.2);
    return picturePng(p, 1.5);
}

std::vector<BcfTopic> topicsOf(const ExportInput& in)
{
    const CheckModel& model = *in.state.model;
    std::vector<BcfTopic> out;
    for (const MemberFacts& x : memberFacts(in)) {
        if (x.status != statusWord(Status::Over)) continue;
        BcfTopic t;
        t.member = x.member;
        t.key = "over " + x.id;
        t.title = fmt::format("{} is over its limit: {}", x.id, significant(x.utilisation, 3));
        t.text = fmt::format("{}, {}: {} ({}) comes to {} of its limit", x.section, x.steel, x.check, x.clause,
                             significant(x.utilisation, 3));
        t.text += x.combination.empty() ? "." : " under " + x.combination + ".";
        t.priority = "High";
        t.status = "Open";
        out.push_back(std::move(t));
    }
    for (const AuditRow& r : auditRows(in.state)) {
        if (!r.accepted) continue;
        const auto m = model.find(r.finding.subject);
        if (!m || !in.takes(*m)) continue;
        BcfTopic t;
        t.member = *m;
        t.key = "accepted " + r.id;
        t.title = fmt::format("{}: accepted", r.finding.subject);
        t.text = r.finding.text;
        t.comment = fmt::format("Accepted by {} on {}: {}", r.accepted->name, r.accepted->date, r.accepted->reason);
        t.priority = "Normal";
        t.status = "Closed";
        out.push_back(std::move(t));
    }
    return out;
}

std::string vec(std::string_view tag, Vec3 v)
{
    return fmt::format("<{0}><X>{1:.6f}</X><Y>{2:.6f}</Y><Z>{3:.6f}</Z></{0}>", tag, v.x, v.y, v.z);
}

constexpr std::string_view kHead = "<?xml version=\"1.0\" encoding=\"UTF-8\"?>\n";

} // namespace

Exported exportBcf(const ExportInput& in, const std::filesystem::path& path, Progress& progress)
{
    const Frame& f = in.state.model->frame();
    auto zip = PackageWriter::open(path);
    if (!zip) return std::unexpected(zip.error());
    zip->add("bcf.version",
             std::string(kHead) + "<Version VersionId=\"2.1\"><DetailedVersion>2.1</DetailedVersion></Version>\n");
    zip->add("project.bcfp", std::string(kHead) + "<ProjectExtension><Project ProjectId=\"" + guidOf(f, "project") +
                                 "\"><Name>" + xmlText(f.title.empty() ? "Frame" : f.title) +
                                 "</Name></Project><ExtensionSchema></ExtensionSchema></ProjectExtension>\n");
    const std::string author = xmlText(in.author.empty() ? "Wren Rail" : in.author), moment = xmlText(in.moment);
    const std::vector<BcfTopic> topics = topicsOf(in);
    for (size_t i = 0; i < topics.size(); ++i) {
        if (progress.cancelled()) return std::unexpected("stopped");
        progress.at(static_cast<double>(i) / static_cast<double>(topics.size()), "writing topics");
        const BcfTopic& t = topics[i];
        const Member& m = in.state.model->members()[t.member];
        const std::string folder = guidOf(f, "topic " + t.key), viewpoint = guidOf(f, "view " + t.key);
        const BcfView v = viewOf(f, m);
        std::string markup = std::string(kHead) + "<Markup><Header><File IfcProject=\"" + ifcId(f, "project") +
                             "\" isExternal=\"true\"><Filename>" + xmlText(f.title.empty() ? "frame" : f.title) +
                             ".ifc</Filename></File></Header>";
        markup +=
            fmt::format("<Topic Guid=\"{}\" TopicType=\"Issue\" TopicStatus=\"{}\"><Title>{}</Title><Priority>{}</Priority>"
                        "<Index>{}</Index>",
                        folder, t.status, xmlText(t.title), t.priority, i + 1);
        if (!m.group.empty()) markup += "<Labels>" + xmlText(m.group) + "</Labels>";
        markup += "<CreationDate>" + moment + "</CreationDate><CreationAuthor>" + author + "</CreationAuthor><Description>" +
                  xmlText(t.text) + "</Description></Topic>";
        if (!t.comment.empty())
            markup += fmt::format("<Comment Guid=\"{}\"><Date>{}</Date><Author>{}</Author><Comment>{}</Comment><Viewpoint "
                                  "Guid=\"{}\"/></Comment>",
                                  guidOf(f, "comment " + t.key), moment, author, xmlText(t.comment), viewpoint);
        markup += fmt::format("<Viewpoints Guid=\"{}\"><Viewpoint>viewpoint.bcfv</Viewpoint><Snapshot>snapshot.png</Snapshot>"
                              "</Viewpoints></Markup>\n",
                              viewpoint);
        const std::string view = fmt::format(
            "{}<VisualizationInfo Guid=\"{}\"><Components><Selection><Component IfcGuid=\"{}\"><OriginatingSystem>Wren "
            "Rail</OriginatingSystem><AuthoringToolId>{}</AuthoringToolId></Component></Selection><Visibility "
            "DefaultVisibility=\"true\"/></Components><PerspectiveCamera>{}{}{}<FieldOfView>45</FieldOfView></"
            "PerspectiveCamera></VisualizationInfo>\n",
            kHead, viewpoint, xmlText(ifcId(f, "member " + m.id)), xmlText(m.id), vec("CameraViewPoint", v.eye),
            vec("CameraDirection", v.towards), vec("CameraUpVector", v.up));
        zip->add(folder + "/markup.bcf", markup);
        zip->add(folder + "/viewpoint.bcfv", view);
        zip->add(folder + "/snapshot.png", pictureOf(*in.state.model, t.member, v, t.status == "Open"));
    }
    return zip->close();
}

} // namespace wr
