// Random frames through text tables in every unit system, with every delimiter and decimal mark, headings in any case and order
// of columns and rows: they come back as they were.
#include "tests/intake/books.h"

#include <map>
#include <numeric>
#include <random>

using namespace wr;
using namespace wr::test;

namespace {

Frame randomFrame(std::mt19937& random)
{
    const auto real = [&](double a, double b) { return std::uniform_real_distribution<>(a, b)(random); };
    const auto one = [&](unsigned n) { return random() % n; };
    Frame f;
    const std::array<UnitSystem, 4> units{UnitSystem{}, UnitSystem{"mm", "N", "mm", "MPa", "deg", "kg"},
                                          UnitSystem{"ft", "kip", "in", "ksi", "deg", "lb"},
                                          UnitSystem{"cm", "kN", "cm", "GPa", "rad", "t"}};
    f.units = units[one(4)];
    for (const char* name : {"IPE 300", "HEA 200", "CHS 114.3x6.3", "W12X65"}) {
        const CatalogueSection* s = shippedCatalogue().find(name);
        REQUIRE(s);
        FrameSection x;
        x.id = fmt::format("S{}", f.sections.size());
        x.name = s->designation;
        x.shape = s->shape;
        x.properties = s->properties();
        f.sections.push_back(x);
    }
    for (const char* grade : {"EN 10025-2 S355", "ASTM A992"}) {
        const Grade* g = findGrade(grade);
        REQUIRE(g);
        Material m;
        m.id = m.grade = g->name;
        m.e = g->e;
        m.g = g->g;
        m.density = g->density;
        f.materials.push_back(m);
    }
    Material own;
    own.id = "own";
    own.e = 205e9;
    own.g = 80e9;
    own.density = 7800;
    own.fy = 300e6;
    own.fu = 420e6;
    f.materials.push_back(own);
    const int nodes = 4 + static_cast<int>(one(12));
    for (int k = 0; k < nodes; ++k) {
        Node n;
        n.id = fmt::format("{}{}", one(2) ? "N" : "", k + 1);
        n.at = {real(-20, 20), real(-20, 20), k * 1.5 + real(0, 1)};
        if (k < 2)
            for (Support& s : n.support)
                s = one(3) == 0 ? Support{} : one(3) == 0 ? Support{false, real(1e4, 1e8)} : Support{true, 0};
        f.nodes.push_back(n);
    }
    for (int k = 0; k + 1 < nodes; ++k) {
        Element e;
        e.id = fmt::format("{}-{}", one(2) ? "e" : "B", k + 1);
        e.i = k;
        e.j = k + 1;
        e.section = static_cast<int>(one(4));
        e.material = static_cast<int>(one(3));
        if (one(3) == 0) e.roll = real(-1.5, 1.5);
        if (one(5) == 0) e.behaviour = static_cast<Behaviour>(one(4));
        for (size_t d = 1; d < 6; ++d) {
            e.releaseI[d] = one(6) == 0;
            e.releaseJ[d] = one(6) == 0;
        }
        f.elements.push_back(e);
    }
    for (const auto& [id, action] : {std::pair{"G", Action::Dead}, {"Q 1", Action::Live}, {"W+x", Action::Wind}}) {
        LoadCase c;
        c.id = id;
        c.action = action;
        f.cases.push_back(c);
    }
    for (int k = 0; k < 4; ++k) {
        Combination c;
        c.id = fmt::format("U{}", k + 1);
        c.purpose = k == 3 ? Purpose::Service : Purpose::Strength;
        for (int i = 0; i < 3; ++i)
            if (one(3)) c.terms.emplace_back(i, std::round(real(-2, 2) * 100) / 100);
        std::erase_if(c.terms, [](const auto& t) { return t.second == 0; });
        if (c.terms.empty()) c.terms.emplace_back(0, 1.35);
        f.combinations.push_back(c);
    }
    for (int c = 0; c < 3; ++c) {
        GivenResult r;
        r.loadCase = c;
        for (size_t e = 0; e < f.elements.size(); ++e) {
            GivenElement g{static_cast<int>(e), {}};
            const double l = f.length(f.elements[e]);
            const int n = 2 + static_cast<int>(one(5));
            for (int s = 0; s < n; ++s) {
                GivenStation x;
                x.s = l * s / (n - 1);
                for (double& v : x.force)
                    v = one(6) == 0 ? 0 : real(-1e6, 1e6);
                g.stations.push_back(x);
            }
            r.elements.push_back(std::move(g));
        }
        f.results.push_back(std::move(r));
    }
    return f;
}

// A table as text, its columns and rows in another order.
std::string written(const PlainTable& t, char delimiter, char mark, std::mt19937& random)
{
    std::vector<size_t> columns(t.headings.size()), rows(t.rows.size());
    std::iota(columns.begin(), columns.end(), 0u);
    std::iota(rows.begin(), rows.end(), 0u);
    std::shuffle(columns.begin(), columns.end(), random);
    // Stations stay in their order only where two stand at one place, which these frames have not; combinations keep their
    // rows.
    if (t.kind != TableKind::Combinations && t.kind != TableKind::Cases && t.kind != TableKind::Nodes &&
        t.kind != TableKind::Elements && t.kind != TableKind::Sections && t.kind != TableKind::Materials)
        std::shuffle(rows.begin(), rows.end(), random);
    const int letters = static_cast<int>(random() % 3);
    std::string out;
    for (const size_t k : columns) {
        std::string h = t.headings[k];
        const size_t unit = std::min(h.find('['), h.size());
        for (size_t i = 0; i < unit; ++i)
            if (letters == 1 || (letters == 2 && i == 0))
                h[i] = static_cast<char>(std::toupper(static_cast<unsigned char>(h[i])));
        out += (out.empty() ? "" : std::string(1, delimiter)) + h;
    }
    out += "\n";
    for (const size_t r : rows) {
        std::string line;
        bool first = true;
        for (const size_t k : columns) {
            if (!first) line += delimiter;
            first = false;
            if (const auto* v = std::get_if<double>(&t.rows[r][k])) {
                std::string number = fmt::format("{:.15g}", *v);
                std::replace(number.begin(), number.end(), '.', mark);
                line += number;
            }
            if (const auto* v = std::get_if<std::string>(&t.rows[r][k])) line += *v;
        }
        out += line + "\n";
    }
    return out;
}

} // namespace

TEST_CASE("random frames come back through text tables of every form", "[intake][random]")
{
    std::mt19937 random(30);
    for (int k = 0; k < 60; ++k) {
        const Frame f = randomFrame(random);
        const auto [delimiter, mark] =
            std::array<std::pair<char, char>, 4>{{{',', '.'}, {';', ','}, {'\t', '.'}, {'|', ','}}}[random() % 4];
        std::vector<Book> books;
        for (const PlainTable& t : frameTables(f, false, 15))
            books.push_back(bookOf(t.name + ".csv", written(t, delimiter, mark, random)));
        CAPTURE(k, delimiter, mark, f.units.length, f.units.stress);
        const Intake taken = test::taken(books);
        REQUIRE(taken.sound);
        const Frame& g = taken.frame;
        REQUIRE(g.nodes.size() == f.nodes.size());
        for (size_t n = 0; n < f.nodes.size(); ++n) {
            REQUIRE(g.nodes[n].id == f.nodes[n].id);
            REQUIRE(norm(g.nodes[n].at - f.nodes[n].at) < 1e-9);
            for (size_t d = 0; d < 6; ++d) {
                REQUIRE(g.nodes[n].support[d].held == f.nodes[n].support[d].held);
                REQUIRE_THAT(g.nodes[n].support[d].spring, Catch::WithinRel(f.nodes[n].support[d].spring, 1e-9));
            }
        }
        REQUIRE(g.elements.size() == f.elements.size());
        for (size_t e = 0; e < f.elements.size(); ++e) {
            const Element &a = f.elements[e], &b = g.elements[e];
            CAPTURE(a.id);
            REQUIRE((a.id == b.id && a.i == b.i && a.j == b.j && a.behaviour == b.behaviour));
            REQUIRE((a.releaseI == b.releaseI && a.releaseJ == b.releaseJ));
            REQUIRE_THAT(b.roll, Catch::WithinAbs(a.roll, 1e-9));
            REQUIRE(f.sections[a.section].name == g.sections[b.section].name);
            const Material &m = f.materials[a.material], &n = g.materials[b.material];
            REQUIRE(m.grade == n.grade);
            if (m.fy) REQUIRE_THAT(*n.fy, Catch::WithinRel(*m.fy, 1e-9));
            REQUIRE_THAT(n.e, Catch::WithinRel(m.e, 1e-9));
        }
        for (size_t c = 0; c < f.combinations.size(); ++c) {
            REQUIRE(g.combinations[c].terms == f.combinations[c].terms);
            REQUIRE(g.combinations[c].purpose == f.combinations[c].purpose);
        }
        // Results by case: whatever the order of rows, the same forces at the same places.
        std::map<std::pair<std::string, int>, const GivenElement*> at;
        for (const GivenResult& r : g.results)
            for (const GivenElement& e : r.elements)
                at[{g.cases[static_cast<size_t>(r.loadCase)].id, e.element}] = &e;
        for (const GivenResult& r : f.results)
            for (const GivenElement& e : r.elements) {
                const auto have = at.find({f.cases[static_cast<size_t>(r.loadCase)].id, e.element});
                REQUIRE(have != at.end());
                REQUIRE(have->second->stations.size() == e.stations.size());
                for (size_t s = 0; s < e.stations.size(); ++s)
                    for (size_t i = 0; i < 6; ++i)
                        REQUIRE_THAT(have->second->stations[s].force[i], Catch::WithinAbs(e.stations[s].force[i], 1e-6));
            }
    }
}
