// A hall: portal frames across x, one behind the other along y, with haunches, purlins and rails on lines, and bracing in the
// first and the last bay.
#include "core/shaping/shape_tools.h"
#include "core/start/kinds.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <numbers>

namespace wr {

std::vector<StartField> hallFields(const StartSetting& s)
{
    return Asks(s)
        .lengths("spans", "Spans", "20 m", "60 ft", "across, one after the other: 2 × 18 m")
        .lengths("bays", "Bays", "4 × 6 m", "4 × 20 ft", "from frame to frame")
        .measure("eaves", "Height at the eaves", Quantity::Length, "6 m", "20 ft", "of the columns")
        .measure("rise", "Rise to the ridge", Quantity::Length, "1.5 m", "5 ft", "in the middle of every span")
        .measure("haunch", "Haunch", Quantity::Length, "2 m", "6 ft", "its length along the rafter; 0: none")
        .measure("purlins", "Purlins every", Quantity::Length, "2.0 m", "6 ft", "along the slope, at most")
        .measure("rails", "Rails every", Quantity::Length, "2.0 m", "7 ft", "up the walls, at most")
        .word("base", "Bases", {"pinned", "fixed"}, "of the columns")
        .word("bracing", "Bracing", {"both end bays", "first bay", "none"}, "of roof and walls")
        .measure("dead", "Roof", Quantity::AreaLoad, "0.3 kPa", "8 psf", "cladding and services, along the slope")
        .measure("walls", "Walls", Quantity::AreaLoad, "0.2 kPa", "5 psf", "cladding")
        .measure("live", "Imposed on the roof", Quantity::AreaLoad, "0.6 kPa", "20 psf", "on plan")
        .measure("snow", "Snow", Quantity::AreaLoad, "0.8 kPa", "25 psf", "on plan")
        .measure("windward", "Wind, windward wall", Quantity::AreaLoad, "0.6 kPa", "15 psf",
                 "pressure; the roof and the other wall below")
        .measure("leeward", "Wind, leeward wall", Quantity::AreaLoad, "0.3 kPa", "8 psf", "suction")
        .measure("suction", "Wind, roof", Quantity::AreaLoad, "0.5 kPa", "12 psf", "suction, at right angles to it")
        .section("columns", "Columns", "HEA280", "W14X61")
        .section("rafters", "Rafters", "IPE400", "W18X40")
        .section("purlin", "Purlins", "IPE180", "W8X18")
        .section("rail", "Rails", "IPE120", "W6X9")
        .section("strut", "Eaves beams", "SHS 100x5", "HSS4X4X1/4")
        .section("brace", "Bracing", "CHS 88.9x5", "HSS3.500X0.216")
        .steel()
        .done();
}

namespace {

struct Hall
{
    std::vector<double> spans, bays;
    double eaves = 0, rise = 0, haunch = 0, purlins = 0, rails = 0;
    bool fixed = false, first = false, last = false;
    int column = -1, rafter = -1, haunched = -1, purlin = -1, rail = -1, strut = -1, brace = -1;
    std::vector<double> x, y; // of columns, of frames
    // Half a roof from a column's head to the ridge: distances along x at which purlins stand.
    std::vector<double> purlinsOf(double half) const
    {
        const double slope = std::hypot(half, rise), cut = haunch > 0 ? std::min(haunch, slope / 2) : 0;
        std::vector<double> out{0};
        if (cut > 0) out.push_back(cut * half / slope);
        const double rest = slope - cut;
        const int parts = std::max(1, static_cast<int>(std::ceil(rest / purlins - 1e-9)));
        for (int k = 1; k <= parts; ++k)
            out.push_back((cut + rest * k / parts) * half / slope);
        return out;
    }
};

// The purlin lines of one half of one span, from its eaves or valley to the ridge: (x, z).
std::vector<std::pair<double, double>> slopeOf(const Hall& h, size_t span, bool right)
{
    const double half = h.spans[span] / 2;
    std::vector<std::pair<double, double>> out;
    for (const double a : h.purlinsOf(half))
        out.emplace_back(right ? h.x[span + 1] - a : h.x[span] + a, h.eaves + h.rise * a / half);
    return out;
}

void frames(const Hall& h, Draft& d)
{
    const int rails = std::max(1, static_cast<int>(std::ceil(h.eaves / h.rails - 1e-9)));
    for (size_t f = 0; f < h.y.size(); ++f) {
        Draft::Line l;
        l.brief = "Frames";
        for (size_t c = 0; c < h.x.size(); ++c) {
            const bool outer = c == 0 || c + 1 == h.x.size();
            std::vector<int> nodes;
            for (int k = 0; k <= (outer ? rails : 1); ++k)
                nodes.push_back(d.node({h.x[c], h.y[f], h.eaves * k / (outer ? rails : 1)}));
            d.support(nodes.front(), h.fixed ? Draft::Foot::Fixed : Draft::Foot::Pinned);
            if (!h.fixed) d.hold(nodes.front(), "rz"); // a base plate keeps the column from turning about itself
            l.member = fmt::format("C{}{}", gridLetters(c), f + 1);
            l.group = outer ? "Columns" : "Valley columns";
            l.section = h.column;
            d.line(nodes, l);
        }
        for (size_t s = 0; s < h.spans.size(); ++s)
            for (const bool right : {false, true}) {
                std::vector<int> nodes;
                for (const auto& [x, z] : slopeOf(h, s, right))
                    nodes.push_back(d.node({x, h.y[f], z}));
                const std::string name = fmt::format("{}{}{}", gridLetters(s), f + 1, right ? "R" : "L");
                if (h.haunched >= 0) {
                    l.member = "H" + name;
                    l.group = "Haunches";
                    l.section = h.haunched;
                    d.line({nodes[0], nodes[1]}, l);
                    nodes.erase(nodes.begin());
                }
                l.member = "R" + name;
                l.group = "Rafters";
                l.section = h.rafter;
                d.line(nodes, l);
            }
    }
}

// Purlins, eaves beams and rails in every bay; loads of roof and walls on panels between their lines.
void lines(const Hall& h, Draft& d, double dead, double walls, double live, double snow, double windward, double leeward,
           double suction)
{
    const int cd = d.caseOf("D", "Dead", Action::Dead, true), cl = d.caseOf("LR", "Imposed on the roof", Action::RoofLive),
              cs = d.caseOf("S", "Snow", Action::Snow), right = d.caseOf("WR", "Wind to the right", Action::Wind),
              left = d.caseOf("WL", "Wind to the left", Action::Wind), along = d.caseOf("WY", "Wind along", Action::Wind);
    d.loads(cl).category = "H";
    for (const int w : {right, left, along})
        d.loads(w).exclusive = "wind";
    Draft::Line l;
    l.ends = Draft::Ends::Pinned;
    for (size_t b = 0; b + 1 < h.y.size(); ++b) {
        const double y0 = h.y[b], y1 = h.y[b + 1];
        for (size_t s = 0; s < h.spans.size(); ++s)
            for (const bool rightHalf : {false, true}) {
                const auto slope = slopeOf(h, s, rightHalf);
                const double turn = std::atan2(h.rise, h.spans[s] / 2) * (rightHalf ? 1 : -1);
                for (size_t k = 0; k < slope.size(); ++k) {
                    const auto& [x, z] = slope[k];
                    const bool ridge = k + 1 == slope.size(), eaves = k == 0;
                    if ((ridge && rightHalf) || (eaves && !rightHalf && s > 0)) continue; // the ridge and valleys have one line
                    l.member = fmt::format("{}{}{}{}-{}", eaves ? "E" : "P", gridLetters(s), rightHalf ? "R" : "L", k, b + 1);
                    l.group = eaves ? "Eaves beams" : "Purlins";
                    l.brief = eaves ? "Frames" : "Secondary";
                    l.section = eaves ? h.strut : h.purlin;
                    l.roll = eaves ? 0 : ridge ? 0 : turn;
                    d.line({d.node({x, y0, z}), d.node({x, y1, z})}, l);
                }
                for (size_t k = 0; k + 1 < slope.size(); ++k) {
                    const Vec3 p{slope[k].first, y0, slope[k].second}, q{slope[k + 1].first, y0, slope[k + 1].second};
                    const Vec3 go{0, y1 - y0, 0};
                    // Round the panel so that its normal looks outwards.
                    std::vector<int> corners{d.node(p), d.node(q), d.node(q + go), d.node(p + go)};
                    if (rightHalf) std::reverse(corners.begin(), corners.end());
                    const Vec3 span = normalized(q - p);
                    d.panel(cd, corners, {0, 0, -dead}, LoadAxes::Global, span);
                    d.panel(cl, corners, {0, 0, -live}, LoadAxes::Projected, span);
                    d.panel(cs, corners, {0, 0, -snow}, LoadAxes::Projected, span);
                    for (const int w : {right, left})
                        d.panel(w, corners, {0, 0, suction}, LoadAxes::Local, span);
                }
            }
        // Rails and the walls' loads.
        const int rails = std::max(1, static_cast<int>(std::ceil(h.eaves / h.rails - 1e-9)));
        for (const bool far : {false, true}) {
            const double x = far ? h.x.back() : h.x.front();
            for (int k = 0; k < rails; ++k) {
                const double z0 = h.eaves * k / rails, z1 = h.eaves * (k + 1) / rails;
                const std::vector<int> corners{d.node({x, y0, z0}), d.node({x, y1, z0}), d.node({x, y1, z1}),
                                               d.node({x, y0, z1})};
                // Over the lowest strip there is no rail at the ground: it spans from column to column.
                const std::optional<Vec3> span = k == 0 ? Vec3{0, 1, 0} : Vec3{0, 0, 1};
                d.panel(cd, corners, {0, 0, -walls}, LoadAxes::Global, Vec3{0, 1, 0});
                d.panel(right, corners, {far ? leeward : windward, 0, 0}, LoadAxes::Global, span);
                d.panel(left, corners, {far ? -windward : -leeward, 0, 0}, LoadAxes::Global, span);
                if (k == 0) continue;
                l.member = fmt::format("W{}{}-{}", far ? "R" : "L", k, b + 1);
                l.group = "Rails";
                l.brief = "Secondary";
                l.section = h.rail;
                l.roll = std::numbers::pi / 2 * (far ? 1 : -1);
                d.line({corners[0], corners[1]}, l);
            }
        }
    }
    // Wind along: on the gables, half of which goes to the ground; to the heads of the first and the last frame by their width.
    for (const bool lee : {false, true}) {
        const double y = lee ? h.y.back() : h.y.front(), q = lee ? leeward : windward;
        for (size_t s = 0; s < h.spans.size(); ++s) {
            const double half = h.spans[s] / 2, area = half * (h.eaves + h.rise / 2) / 2; // of half a span, upper half
            for (const bool rightHalf : {false, true}) {
                const Vec3 head{rightHalf ? h.x[s + 1] : h.x[s], y, h.eaves}, ridge{h.x[s] + half, y, h.eaves + h.rise};
                d.nodal(along, d.node(head), {0, q * area / 2, 0});
                d.nodal(along, d.node(ridge), {0, q * area / 2, 0});
            }
        }
    }
}

// One diagonal in every strip, turn and turn about: none crosses another.
void bracing(const Hall& h, Draft& d)
{
    const int rails = std::max(1, static_cast<int>(std::ceil(h.eaves / h.rails - 1e-9)));
    Draft::Line l;
    l.behaviour = Behaviour::Axial;
    l.section = h.brace;
    l.brief = "Frames";
    const size_t bays = h.bays.size();
    for (size_t b = 0; b < bays; ++b) {
        if (!(b == 0 && h.first) && !(b + 1 == bays && h.last)) continue;
        const double y0 = h.y[b], y1 = h.y[b + 1];
        const auto diagonal = [&](const std::string& name, const std::string& group, Vec3 p, Vec3 q, bool turned) {
            l.member = name;
            l.group = group;
            p.y = turned ? y1 : y0;
            q.y = turned ? y0 : y1;
            d.line({d.node(p), d.node(q)}, l);
        };
        for (size_t s = 0; s < h.spans.size(); ++s)
            for (const bool right : {false, true}) {
                const auto slope = slopeOf(h, s, right);
                for (size_t k = 0; k + 1 < slope.size(); ++k)
                    diagonal(fmt::format("X{}{}{}-{}", gridLetters(s), right ? "R" : "L", k + 1, b + 1), "Roof bracing",
                             {slope[k].first, 0, slope[k].second}, {slope[k + 1].first, 0, slope[k + 1].second}, k % 2 == 1);
            }
        for (size_t c = 0; c < h.x.size(); ++c) {
            const bool outer = c == 0 || c + 1 == h.x.size();
            const int strips = outer ? rails : 1;
            for (int k = 0; k < strips; ++k)
                diagonal(fmt::format("Y{}{}-{}", gridLetters(c), k + 1, b + 1), "Wall bracing",
                         {h.x[c], 0, h.eaves * k / strips}, {h.x[c], 0, h.eaves * (k + 1) / strips}, k % 2 == 1);
        }
    }
}

} // namespace

void buildHall(Given& g, Draft& d)
{
    Hall h;
    h.spans = g.lengths("spans", 2, 200);
    h.bays = g.lengths("bays", 1, 50);
    h.eaves = g.measure("eaves", 1, 60);
    h.rise = g.measure("rise", 0.01, 60);
    h.haunch = g.measure("haunch", 0, 30);
    h.purlins = g.measure("purlins", 0.3, 30);
    h.rails = g.measure("rails", 0.3, 30);
    h.fixed = g.word("base") == "fixed";
    const std::string braced = g.word("bracing");
    h.first = braced != "none";
    h.last = braced == "both end bays" && h.bays.size() > 1;
    const double dead = g.measure("dead", 0, 1e6), walls = g.measure("walls", 0, 1e6), live = g.measure("live", 0, 1e6),
                 snow = g.measure("snow", 0, 1e6), windward = g.measure("windward", 0, 1e6),
                 leeward = g.measure("leeward", 0, 1e6), suction = g.measure("suction", 0, 1e6);
    h.column = d.section("columns");
    h.rafter = d.section("rafters");
    h.purlin = d.section("purlin");
    h.rail = d.section("rail");
    h.strut = d.section("strut");
    h.brace = d.section("brace");
    if (h.haunch > 0 && h.haunch < 0.3) g.fault("haunch", "Haunch: 0, or 0.3 m or longer");
    if (!g.sound()) return;
    d.secondOrder(); // portal frames sway
    h.x.push_back(0);
    for (const double s : h.spans)
        h.x.push_back(h.x.back() + s);
    h.y.push_back(0);
    for (const double b : h.bays)
        h.y.push_back(h.y.back() + b);
    if (h.haunch > 0) {
        // As deep as it is in its middle: half as deep again as the rafter, of its flanges and web.
        Shape s = d.frame().sections[static_cast<size_t>(h.rafter)].shape;
        if (s.kind == ShapeKind::I) {
            s.h *= 1.5;
            s.r = s.r2 = s.slope = 0;
            s.welded = true;
            h.haunched = d.ownSection("Haunch", s);
        } else
            h.haunched = h.rafter;
    }
    Brief frames1 = deflectionBrief("Frames", "columns, rafters, bracing", 200);
    d.brief(std::move(frames1));
    Brief secondary = deflectionBrief("Secondary", "purlins and rails, held by the cladding at the outer flange", 150);
    secondary.along = {Hold::Top};
    d.brief(std::move(secondary));
    frames(h, d);
    lines(h, d, dead, walls, live, snow, windward, leeward, suction);
    if (h.first) bracing(h, d);
}

} // namespace wr
