// `report` and `takeoff` as a user runs them, and what other programs make of the files.
#include "tests/cli/run_cli.h"

#include <cstdio>
#include <map>

using namespace wr::test;

namespace {

std::string outputOf(const std::string& command)
{
    FILE* p = popen((command + " 2>&1").c_str(), "r");
    REQUIRE(p != nullptr);
    std::string out;
    std::array<char, 4096> buffer;
    while (const size_t n = fread(buffer.data(), 1, buffer.size(), p))
        out.append(buffer.data(), n);
    pclose(p);
    return out;
}

// Rows of a CSV without quotes that matter, by the first cell.
std::map<std::string, std::vector<std::string>> rowsUnder(const std::string& csv, const std::string& heading)
{
    std::map<std::string, std::vector<std::string>> out;
    std::istringstream in(csv);
    std::string line;
    bool inside = false, head = false;
    while (std::getline(in, line)) {
        if (!line.empty() && line.back() == '\r') line.pop_back();
        if (inside && line.empty()) break;
        if (inside && head) {
            std::vector<std::string> cells;
            std::istringstream cell(line);
            std::string c;
            while (std::getline(cell, c, ','))
                cells.push_back(c);
            if (!cells.empty()) out[cells[0]] = cells;
        } else if (inside)
            head = true;
        else
            inside = line == heading;
    }
    return out;
}

} // namespace

TEST_CASE("report: every format at once, and its numbers are those of check", "[cli][report]")
{
    const Folder folder;
    const std::string frame = demo("tern-street");
    std::string out;
    for (const char* e : {"pdf", "html", "xlsx", "odt", "csv"})
        out += " --out " + folder.file(std::string("r.") + e);
    const Run r = cli("report " + frame + " --pick \"util > 0.9\" --depth full" + out);
    INFO(r.out);
    REQUIRE(r.status == 0);
    REQUIRE(cli("check " + frame + " --json " + folder.file("a.json")).status == 0);
    const Json answer = load(folder.file("a.json"));
    std::ifstream in(folder.file("r.csv"));
    std::stringstream csv;
    csv << in.rdbuf();
    const auto rows = rowsUnder(csv.str(), "All members");
    REQUIRE(rows.size() == answer["members"].size());
    // What other programs read.
    CHECK(outputOf("pdfinfo " + folder.file("r.pdf")).find("Pages:") != std::string::npos);
    const std::string fonts = outputOf("pdffonts " + folder.file("r.pdf"));
    CHECK(fonts.find("Inter") != std::string::npos);
    CHECK(fonts.find(" no  ") == std::string::npos); // all embedded
    const std::string pdf = outputOf("pdftotext -layout " + folder.file("r.pdf") + " -"),
                      html = outputOf("cat " + folder.file("r.html"));
    for (const Json& m : answer["members"]) {
        const std::string id = m["id"];
        CAPTURE(id);
        REQUIRE(rows.contains(id));
        CHECK(std::stod(rows.at(id)[8]) == Approx(m["utilisation"].get<double>()).epsilon(1e-9));
        CHECK(rows.at(id)[9] == m["status"]);
        char shown[32];
        std::snprintf(shown, sizeof shown, "%.3f", m["utilisation"].get<double>());
        CHECK(pdf.find(shown) != std::string::npos);
        CHECK(html.find(std::string(">") + shown + "<") != std::string::npos);
    }
    CHECK(pdf.find("Tern Street market roof") != std::string::npos);
    CHECK(pdf.find("page 1 of ") != std::string::npos);
    CHECK(pdf.find("17.36 MPa") != std::string::npos); // F_e of the purlin's calculation
    CHECK(html.find("<math>") != std::string::npos);
    CHECK(outputOf("tidy -qe " + folder.file("r.html")).find("Error") == std::string::npos);
    CHECK(outputOf("tidy -qe " + folder.file("r.html")).find("Warning") == std::string::npos);
    const std::string office = "cd " + folder.file("") + " && soffice -env:UserInstallation=file://" + folder.file("office") +
                               " --headless --convert-to ";
    outputOf(office + "txt:Text r.odt");
    const std::string text = outputOf("cat " + folder.file("r.txt"));
    CHECK(text.find("Effective lengths") != std::string::npos);
    CHECK(text.find("Yielding in the gross section") != std::string::npos);
    outputOf(office + "'csv:Text - txt - csv (StarCalc):44,34,76,1,,0,false,true,false,false,false,-1' r.xlsx");
    const std::string sheet = outputOf("cat '" + folder.file("r-All members.csv") + "'");
    CHECK(sheet.find("Member,Group,Section,Length (m),Governing check") == 0);
    CHECK(sheet.find("P1L,Purlins,IPE120,5,Axial force and bending,H1.1,U3,2.5,0.92147") != std::string::npos);
}

TEST_CASE("report: what cannot be written or is unknown is told at once", "[cli][report]")
{
    const Folder folder;
    const std::string frame = demo("tern-street");
    const auto refused = [&](const std::string& more) {
        const Run r = cli("report " + frame + " " + more);
        CHECK(r.status == 2);
        return r.out;
    };
    CHECK(refused("--out " + folder.file("r.doc")).find("a report ends in .pdf, .html, .xlsx, .odt or .csv") !=
          std::string::npos);
    CHECK(refused("--out /nowhere/r.pdf").find("/nowhere/r.pdf") != std::string::npos);
    CHECK(refused("--out " + folder.file("r.pdf") + " --without basis.all")
              .find("has no part \"basis.all\"; there are cover, basis") != std::string::npos);
    CHECK(refused("--out " + folder.file("r.pdf") + " --pick \"weight > 3\"").find("weight") != std::string::npos);
    CHECK(refused("--out " + folder.file("r.pdf") + " --contents " + folder.write("c.json", "{\"depth\":3}")).find("c.json") !=
          std::string::npos);
    CHECK(refused("--out " + folder.file("r.pdf") + " --contents " + folder.file("none.json")).find("none.json") !=
          std::string::npos);
    // Contents from a file, fewer parts, Letter.
    const Run r = cli(
        "report " + frame + " --contents " +
        folder.write(
            "c.json",
            R"({"subject":"Purlins of the roof","by":"M. Tarn","revision":"B","paper":"letter","depth":{"Purlins":"full"},"without":["frame","members"]})") +
        " --out " + folder.file("r.pdf"));
    INFO(r.out);
    CHECK(r.status == 0);
    const std::string info = outputOf("pdfinfo " + folder.file("r.pdf"));
    CHECK(info.find("612 x 792") != std::string::npos);
    CHECK(info.find("Purlins of the roof") != std::string::npos);
    CHECK(info.find("M. Tarn") != std::string::npos);
    const std::string text = outputOf("pdftotext -layout " + folder.file("r.pdf") + " -");
    CHECK(text.find("revision B") != std::string::npos);
    CHECK(text.find("Loads against reactions") == std::string::npos);
    CHECK(text.find("P3R") != std::string::npos);
}

TEST_CASE("report: picked members are in full where no depth is said", "[cli][report]")
{
    const Folder folder;
    const auto textOf = [&](const std::string& more) {
        REQUIRE(
            cli("report " + demo("tern-street") + " --pick \"id = P1L\" " + more + " --out " + folder.file("r.pdf")).status ==
            0);
        return outputOf("pdftotext -layout " + folder.file("r.pdf") + " -");
    };
    CHECK(textOf("").find("17.36 MPa") != std::string::npos);
    CHECK(textOf("--depth line").find("17.36 MPa") == std::string::npos);
    CHECK(textOf("--depth summary").find("17.36 MPa") == std::string::npos);
}

TEST_CASE("takeoff: by section, grade, group and level, with prices and against another frame", "[cli][takeoff]")
{
    const Folder folder;
    const std::string frame = demo("tern-street");
    const std::string prices = folder.write("prices.csv", "section,price per kg\nIPE*,1.5\nHEA*,1.4\n");
    const Run r = cli("takeoff " + frame + " --prices " + prices + " --bars 12 --json " + folder.file("t.json") + " --csv " +
                      folder.file("t.csv"));
    INFO(r.out);
    REQUIRE(r.status == 0);
    const Json t = load(folder.file("t.json"));
    double mass = 0, cost = 0;
    for (const Json& l : t["section"]) {
        mass += l["mass"].get<double>();
        if (l["name"].get<std::string>().starts_with("IPE"))
            CHECK(l["cost"].get<double>() == Approx(1.5 * l["mass"].get<double>()));
        cost += l["cost"].get<double>();
    }
    CHECK(mass == Approx(t["total"]["mass"].get<double>()));
    CHECK(cost == Approx(t["total"]["cost"].get<double>()));
    CHECK(t["total"]["unpriced"] == 9); // the bracing's tubes
    for (const char* by : {"grade", "group", "level"}) {
        double sum = 0;
        for (const Json& l : t[by])
            sum += l["mass"].get<double>();
        CHECK(sum == Approx(mass));
    }
    CHECK(r.out.find("Bars of 12") != std::string::npos);
    // Sized, against what it was.
    REQUIRE(cli("size " + frame + " --rounds 10 --target 0.95 --write " + folder.file("s.frame.json")).status == 0);
    REQUIRE(cli("takeoff " + folder.file("s.frame.json") + " --against " + frame + " --json " + folder.file("d.json")).status ==
            0);
    const Json d = load(folder.file("d.json"));
    CHECK(d["totalThen"]["mass"].get<double>() == Approx(mass));
    CHECK(d["total"]["mass"].get<double>() < mass);
    double change = 0;
    for (const Json& c : d["changes"])
        change += c["now"]["mass"].get<double>() - c["then"]["mass"].get<double>();
    CHECK(change == Approx(d["total"]["mass"].get<double>() - mass));
    const Run picked = cli("takeoff " + frame + " --pick \"util > 0.5 and group = Columns\" --json -");
    CHECK(picked.status == 0);
    CHECK(Json::parse(picked.out)["total"]["pieces"].get<int>() > 0);
    CHECK(Json::parse(picked.out)["total"]["pieces"].get<int>() < 8);
}
