// What leaves for others beside models: topics, databases, spreadsheets, drawings, opened part by part.
#include "core/exports/export_tables.h"
#include "core/files/dxf_reader.h"
#include "core/tables/open_book.h"
#include "core/tables/package.h"
#include "tests/exports/exported_here.h"

#include <SQLiteCpp/SQLiteCpp.h>
#include <cmath>

using namespace wr;
using namespace wr::test;
using Catch::Matchers::WithinAbs;
using Catch::Matchers::WithinRel;

TEST_CASE("exports: BCF has a topic for what is over and for what is accepted, its member named as in the IFC file",
          "[exports][bcf]")
{
    const Place place;
    DesignState s = mixed();
    // One finding about a member is accepted.
    std::optional<Acceptance> accepted;
    for (const AuditRow& r : auditRows(s))
        if (s.model->find(r.finding.subject)) {
            accepted = acceptanceOf(s, r.finding, "it is looked after <elsewhere>", "B. Checker", "2026-02-28");
            break;
        }
    REQUIRE(accepted.has_value());
    Frame f = *s.frame;
    f.design.acceptances.push_back(*accepted);
    s = wholeState(f);
    const ExportInput in = inputOf(s);
    size_t over = 0;
    for (const MemberFacts& x : memberFacts(in))
        over += x.status == "over";
    REQUIRE(over >= 1);
    write(in, place / "f.bcf");
    write(in, place / "f.ifc");
    const std::string ifc = readTextFile(place / "f.ifc").value();
    const auto zip = Package::open(place / "f.bcf", {});
    REQUIRE(zip.has_value());
    CHECK(zip->whole("bcf.version").value().find("VersionId=\"2.1\"") != std::string::npos);
    size_t topics = 0, closed = 0;
    for (const std::string& name : zip->names()) {
        if (!name.ends_with("/markup.bcf")) continue;
        ++topics;
        const std::string folder = name.substr(0, name.find('/'));
        const std::string markup = zip->whole(name).value(), view = zip->whole(folder + "/viewpoint.bcfv").value(),
                          png = zip->whole(folder + "/snapshot.png").value();
        CHECK(markup.find("Guid=\"" + folder + "\"") != std::string::npos);
        CHECK(png.substr(1, 3) == "PNG");
        CHECK(png.size() > 300);
        closed += markup.find("TopicStatus=\"Closed\"") != std::string::npos;
        const size_t at = view.find("IfcGuid=\"") + 9;
        const std::string id = view.substr(at, 22);
        CHECK(ifc.find("('" + id + "',") != std::string::npos);
        CHECK(view.find("<FieldOfView>45</FieldOfView>") != std::string::npos);
    }
    CHECK(topics == over + 1);
    CHECK(closed == 1);
}

TEST_CASE("exports: the database and the spreadsheet hold every member and every check, with units", "[exports][tables]")
{
    const Place place;
    const DesignState& s = ternStreet();
    const ExportInput in = inputOf(s);
    write(in, place / "f.sqlite");
    const SQLite::Database db((place / "f.sqlite").string());
    const auto one = [&](const std::string& sql) {
        SQLite::Statement q(db, sql);
        REQUIRE(q.executeStep());
        return q.getColumn(0).getDouble();
    };
    CHECK(one("SELECT count(*) FROM members") == static_cast<double>(s.model->members().size()));
    size_t outcomes = 0;
    double top = 0;
    for (size_t i = 0; i < s.model->members().size(); ++i) {
        outcomes += s.report->results[i].outcomes.size();
        if (s.report->results[i].status != Status::Unchecked) top = std::max(top, s.report->results[i].utilisation);
    }
    CHECK(one("SELECT count(*) FROM checks") == static_cast<double>(outcomes));
    CHECK_THAT(one("SELECT max(utilisation) FROM members"), WithinRel(top, 1e-12));
    CHECK_THAT(one("SELECT sum(mass) FROM members"), WithinRel(s.mass(), 1e-9));
    CHECK(one("SELECT count(*) FROM columns WHERE \"table\" = 'members' AND \"column\" = 'length' AND unit = 'm'") == 1);
    CHECK(one("SELECT count(*) FROM about WHERE key = 'up' AND value = '+z'") == 1);
    CHECK(one("SELECT count(*) FROM forces") > 100);
    write(in, place / "f.xlsx");
    SilentProgress p;
    const Loaded<Book> book = openBook(place / "f.xlsx", {}, {}, p);
    REQUIRE(book.ok());
    size_t sheets = 0;
    for (const Sheet& sheet : book.value->sheets) {
        if (sheet.name == "Members") {
            CHECK(sheet.rows() == s.model->members().size() + 1);
            CHECK(sheet.shown(0, 5) == "Length (m)");
            CHECK(sheet.at(1, 5).kind == Cell::Kind::Number);
        }
        ++sheets;
    }
    CHECK(sheets == exportTables(in).size() + 1);
}

TEST_CASE("exports: DXF in space comes back through the reader; a drawing is flat, in metres, by layers", "[exports][dxf]")
{
    const Place place;
    const DesignState& s = mixed();
    write(inputOf(s), place / "f.dxf");
    SilentProgress p;
    Recipe recipe;
    recipe.grade = "S355";
    recipe.sections["odd _ posts"] = "IPE300";
    recipe.sections["even"] = "IPE300";
    const Intake back = readDxf(readTextFile(place / "f.dxf").value(), "f.dxf", recipe, {}, p);
    for (const Finding& x : back.findings)
        UNSCOPED_INFO(x.code << " " << x.text);
    CHECK(back.frame.elements.size() == s.frame->elements.size());
    for (const Element& e : s.frame->elements) {
        const Vec3 a = s.frame->endI(e), b = s.frame->endJ(e);
        CHECK(std::any_of(back.frame.elements.begin(), back.frame.elements.end(), [&](const Element& o) {
            return norm(back.frame.endI(o) - a) + norm(back.frame.endJ(o) - b) < 1e-4;
        }));
    }
    // An elevation of the roof: its lines lie in the plane and are as long as the elements in it.
    const DesignState& roof = ternStreet();
    const auto all = drawingsOf(*roof.frame);
    const auto elevation =
        std::find_if(all.begin(), all.end(), [](const DrawnFrom& d) { return d.title.starts_with("Elevation"); });
    REQUIRE(elevation != all.end());
    REQUIRE(exportFrame(inputOf(roof), *elevation, {}, place / "e.dxf", p).has_value());
    const std::string text = readTextFile(place / "e.dxf").value();
    CHECK(text.find("letters") != std::string::npos);
    CHECK(text.find("$INSUNITS") != std::string::npos);
    double wanted = 0;
    for (const Element& e : roof.frame->elements) {
        const auto in = [&](Vec3 v) {
            const double d = dot(v, elevation->normal());
            return d >= elevation->slice->first && d <= elevation->slice->second;
        };
        if (in(roof.frame->endI(e)) && in(roof.frame->endJ(e))) wanted += roof.frame->length(e);
    }
    double got = 0;
    std::istringstream lines(text);
    std::string code, value, layer;
    std::array<double, 4> xy{};
    bool inLine = false;
    const auto end = [&] {
        if (inLine && layer != "sheet" && layer != "supports" && layer != "releases")
            got += std::hypot(xy[2] - xy[0], xy[3] - xy[1]);
        inLine = false;
    };
    while (std::getline(lines, code) && std::getline(lines, value)) {
        while (!value.empty() && (value.back() == '\r' || value.back() == ' '))
            value.pop_back();
        const int c = std::atoi(code.c_str());
        if (c == 0) {
            end();
            inLine = value == "LINE";
        } else if (c == 8)
            layer = value;
        else if (c == 10 || c == 20 || c == 11 || c == 21)
            xy[static_cast<size_t>((c % 10) * 2 + (c >= 20 ? 1 : 0))] = std::atof(value.c_str());
    }
    CHECK_THAT(got, WithinRel(wanted, 1e-6));
}

TEST_CASE("exports: formats and drawings that are not there are refused in words; an empty frame does no harm", "[exports]")
{
    const Place place;
    const ExportInput in = inputOf(ternStreet());
    SilentProgress p;
    CHECK(exportFrame(in, {}, {}, place / "f.step", p).error().find(".glb") != std::string::npos);
    CHECK_FALSE(exportFrame(in, {}, {}, place / "no" / "such" / "f.glb", p).has_value());
    CHECK_FALSE(exportFrame(in, {}, {}, place / "no/such/f.bcf", p).has_value());
    CHECK_FALSE(exportFrame(in, {}, {}, place / "no/such/f.dxf", p).has_value());
    CHECK_FALSE(exportFrame(in, {}, {}, place / "no/such/f.sqlite", p).has_value());
    const auto wrong = drawnFromWords(*in.state.frame, "Plan at noon");
    REQUIRE_FALSE(wrong.has_value());
    CHECK(wrong.error().find("View") != std::string::npos);
    CHECK(drawnFromWords(*in.state.frame, "view").has_value()); // whatever its case
    ExportInput none = in;
    none.members.assign(in.state.model->members().size(), 0);
    for (const ExportFormat& f : exportFormats()) {
        INFO(f.ending);
        CHECK(exportFrame(none, {}, {}, place / ("n" + std::string(f.ending)), p).has_value());
    }
}
