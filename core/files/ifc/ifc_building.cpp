// Building models: beams, columns and members by their axes and profiles. Their ends stand at faces, not on the axes they meet:
// each is brought to the axis of what it is joined to, which is divided there.
#include "core/files/ifc/ifc_frame.h"

#include "core/base/printable.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <fmt/format.h>

namespace wr {

namespace {

struct Bar
{
    StepRecord product;
    StepRecord profile; // swept along it
    Vec3 from, to;
    std::optional<Vec3> depth; // direction of the profile's y
    IfcPlacement flat;         // of the profile in space
    double half = 0;           // half of its larger side, m
    std::vector<Vec3> cuts;    // where others join it: it goes through these points, wherever its own ends are brought
};

class Building
{
public:
    explicit Building(IfcFrame& f) : f_(f), m_(f.m) {}

    void take()
    {
        const auto& file = m_.file();
        for (const char* kind :
             {"IFCCOLUMN", "IFCCOLUMNSTANDARDCASE", "IFCBEAM", "IFCBEAMSTANDARDCASE", "IFCMEMBER", "IFCMEMBERSTANDARDCASE"})
            for (const std::uint32_t id : file.all(kind)) {
                if (f_.a.progress.cancelled()) return;
                bar(m_.at(id));
            }
        for (const auto& [kind, words] : {std::pair{"IFCWALL", "walls"},
                                          {"IFCWALLSTANDARDCASE", "walls"},
                                          {"IFCSLAB", "slabs"},
                                          {"IFCPLATE", "plates"},
                                          {"IFCFOOTING", "footings"},
                                          {"IFCPILE", "piles"},
                                          {"IFCROOF", "roofs"},
                                          {"IFCSTAIR", "stairs"},
                                          {"IFCRAILING", "railings"},
                                          {"IFCBUILDINGELEMENTPROXY", "proxies"},
                                          {"IFCMECHANICALFASTENER", "fasteners"},
                                          {"IFCFASTENER", "fasteners"},
                                          {"IFCDISCRETEACCESSORY", "accessories"},
                                          {"IFCREINFORCINGBAR", "reinforcing bars"},
                                          {"IFCELEMENTASSEMBLY", "assemblies"},
                                          {"IFCCOVERING", "coverings"},
                                          {"IFCDOOR", "doors"},
                                          {"IFCWINDOW", "windows"}})
            if (const size_t n = file.all(kind).size()) f_.leaveOut(words, n);
        join();
        for (const Bar& b : bars_)
            elements(b);
        if (moved_ > 0)
            f_.a.faults.add("intake.left-out", nullptr,
                            fmt::format("{} ends of members stand up to {:.0f} mm beside the axes they are joined to and were "
                                        "brought there; supports, releases and "
                                        "loads are not in a building model",
                                        moved_, most_ * 1000));
        else if (!bars_.empty())
            f_.a.faults.add("intake.left-out", nullptr, "supports, releases and loads are not in a building model");
    }

private:
    // Behind clippings and maps: the solid that is swept, with the placement that leads to it.
    bool swept(const StepRecord& item, const IfcPlacement& at, Bar& b, int depth = 0)
    {
        if (depth > 12) return false;
        if (item.keyword == "IFCBOOLEANCLIPPINGRESULT" || item.keyword == "IFCBOOLEANRESULT")
            return swept(m_.at(item[1]), at, b, depth + 1);
        if (item.keyword == "IFCMAPPEDITEM") {
            const StepRecord map = m_.at(item[0]), how = m_.at(item[1]);
            const IfcPlacement origin = m_.placement(map[0]);
            IfcPlacement target;
            if (const auto o = m_.point(how[2])) target.origin = *o;
            const auto x = m_.direction(how[0]), y = m_.direction(how[1]), z = m_.direction(how[4]);
            if (x) target.axes.x = *x;
            if (z)
                target.axes.z = *z;
            else if (x && y)
                target.axes.z = cross(*x, *y);
            target.axes.y = cross(target.axes.z, target.axes.x);
            const IfcPlacement moved = at.of(target).of(origin);
            const StepRecord mapped = m_.at(map[1]);
            for (const StepValue& v : mapped[3].parts)
                if (swept(m_.at(v), moved, b, depth + 1)) return true;
            return false;
        }
        if (item.keyword != "IFCEXTRUDEDAREASOLID" && item.keyword != "IFCEXTRUDEDAREASOLIDTAPERED") return false;
        const auto direction = m_.direction(item[2]);
        const auto length = m_.measure(item[3], Quantity::Length);
        if (!direction || !length || !(*length > 0)) return false;
        const IfcPlacement own = at.of(m_.placement(item[1]));
        b.profile = m_.at(item[0]);
        const IfcPlacement flat =
            b.profile[2].given() ? m_.placement(b.profile[2]) : IfcPlacement{}; // the profile's place in its plane
        b.from = own.point(flat.origin);
        b.flat = own.of(flat);
        b.to = b.from + *length * own.direction(*direction);
        b.depth = own.direction(flat.direction({0, 1, 0}));
        return true;
    }

    // A straight axis: two points of a polyline.
    bool axis(const StepRecord& item, const IfcPlacement& at, Bar& b, bool& curved)
    {
        std::vector<Vec3> points;
        if (item.keyword == "IFCPOLYLINE") {
            for (const StepValue& v : item[0].parts)
                if (const auto p = m_.point(v)) points.push_back(*p);
        } else if (item.keyword == "IFCINDEXEDPOLYCURVE") {
            const StepRecord list = m_.at(item[0]);
            for (const StepValue& p : list[0].parts) {
                Vec3 v;
                for (size_t k = 0; k < std::min<size_t>(3, p.parts.size()); ++k)
                    v[static_cast<int>(k)] = m_.measure(p.parts[k], Quantity::Length).value_or(0);
                points.push_back(v);
            }
        } else if (item.keyword == "IFCTRIMMEDCURVE") {
            const StepRecord basis = m_.at(item[0]);
            if (basis.keyword != "IFCLINE") {
                curved = true;
                return false;
            }
            const StepRecord vector = m_.at(basis[1]);
            const auto origin = m_.point(basis[0]);
            const auto d = m_.direction(vector[0]);
            for (const size_t trim : {size_t{1}, size_t{2}})
                for (const StepValue& v : item[trim].parts) {
                    if (const auto p = m_.point(v))
                        points.push_back(*p);
                    else if (const auto t = IfcModel::number(v); t && origin && d)
                        points.push_back(*origin +
                                         *t * IfcModel::number(vector[1]).value_or(1) * m_.unit(Quantity::Length) * *d);
                    else
                        continue;
                    break;
                }
        } else
            return false;
        if (points.size() < 2) return false;
        const Vec3 x = points.back() - points.front();
        for (const Vec3& p : points)
            if (norm(cross(p - points.front(), x)) > 1e-3 * std::max(norm(x), 1e-9)) curved = true;
        if (curved) return false;
        b.from = at.point(points.front());
        b.to = at.point(points.back());
        return true;
    }

    void bar(const StepRecord& r)
    {
        Bar b;
        b.product = r;
        const IfcPlacement at = m_.placement(r[5]);
        bool curved = false, line = false, solid = false;
        for (const StepRecord& item : m_.items(r, "Body"))
            solid = solid || swept(item, at, b);
        const Vec3 from = b.from, to = b.to;
        for (const StepRecord& item : m_.items(r, "Axis"))
            line = line || axis(item, at, b, curved);
        if (curved) return f_.leaveOut("curved members");
        if (!line && !solid) return f_.leaveOut("members whose shape is no extrusion and that have no axis");
        // The axis may lie at the top of a beam: the solid says where its centre is, in length and place.
        if (line && solid && norm(cross(normalized(to - from), normalized(b.to - b.from))) < 0.02) {
            // Of angles, channels and tees the middle of the profile's box is beside the centroid: an axis that runs there
            // stands.
            Vec3 aside{1, 0, 0};
            if (const auto shape = ifcShape(m_, b.profile); shape && shapeFaults(*shape).empty()) {
                const Point2 middle = ifcBoxMiddle(*shape);
                const Vec3 centroid = b.flat.point({-middle.y, -middle.z, 0});
                if (std::hypot(middle.y, middle.z) > f_.choice.together)
                    aside = cross(centroid - b.from, normalized(b.to - b.from));
            }
            if (norm(aside) > f_.choice.together) {
                b.from = from;
                b.to = to;
            }
        }
        if (!placeable(b.from) || !placeable(b.to)) return f_.leaveOut("members without a place");
        if (!(norm(b.to - b.from) > 0.01)) return f_.leaveOut("members without length");
        IfcMadeOf made = ifcMadeOf(m_, r.id);
        if (b.profile.keyword.empty()) b.profile = made.profile;
        if (const auto shape = ifcShape(m_, b.profile)) b.half = std::max(shape->depth(), shape->width()) / 2;
        bars_.push_back(std::move(b));
    }

    // How an end meets another bar: it is brought along its own line to where that comes nearest to the other's axis.
    struct Joint
    {
        size_t bar = 0, other = 0;
        bool atEnd = false;          // which end of `bar`
        double aside = 0, ahead = 0; // from its line to the axis; along its line
        double cost() const { return aside + 0.2 * std::abs(ahead); }
    };

    std::optional<Joint> jointOf(size_t k, bool atEnd, size_t o) const
    {
        const Vec3 p = atEnd ? bars_[k].to : bars_[k].from;
        const Vec3 u = normalized(atEnd ? bars_[k].to - bars_[k].from : bars_[k].from - bars_[k].to);
        const Bar& other = bars_[o];
        const double length = norm(other.to - other.from);
        const Vec3 v = (1 / length) * (other.to - other.from);
        const double along = dot(u, v);
        Vec3 foot;
        if (std::abs(along) > 0.98) // one goes on in the other: end to end
            foot = norm(other.from - p) < norm(other.to - p) ? other.from : other.to;
        else {
            const double s = (dot(p - other.from, v) - along * dot(p - other.from, u)) / (1 - along * along);
            foot = other.from + std::clamp(s, 0.0, length) * v;
        }
        Joint j{k, o, atEnd, 0, dot(foot - p, u)};
        j.aside = norm(foot - p - j.ahead * u);
        const double reach =
            std::max(f_.choice.together, std::min(f_.choice.joint + other.half, other.half + bars_[k].half + 0.05));
        const double beside = std::max(f_.choice.together, 0.6 * other.half + 0.02);
        return std::abs(j.ahead) <= reach && j.aside <= beside ? std::optional(j) : std::nullopt;
    }

    // Bars by cells, so that those of large buildings are not compared each with each.
    static constexpr double kCell = 1.5; // m
    static std::int64_t cellOf(Vec3 p)
    {
        const auto c = [](double v) { return (static_cast<std::int64_t>(std::floor(v / kCell)) + (1 << 19)) & 0xFFFFF; };
        return c(p.x) | (c(p.y) << 20) | (c(p.z) << 40);
    }
    std::unordered_map<std::int64_t, std::vector<size_t>> cells() const
    {
        std::unordered_map<std::int64_t, std::vector<size_t>> out;
        for (size_t k = 0; k < bars_.size(); ++k) {
            const int steps = std::min(20000, static_cast<int>(norm(bars_[k].to - bars_[k].from) / kCell) + 1);
            std::set<std::int64_t> seen;
            for (int i = 0; i <= steps; ++i)
                if (const auto c = cellOf(bars_[k].from + (static_cast<double>(i) / steps) * (bars_[k].to - bars_[k].from));
                    seen.insert(c).second)
                    out[c].push_back(k);
        }
        return out;
    }

    void join()
    {
        const auto byCell = cells();
        std::vector<Joint> joints;
        for (size_t k = 0; k < bars_.size(); ++k)
            for (const bool atEnd : {false, true}) {
                const Vec3 p = atEnd ? bars_[k].to : bars_[k].from;
                std::set<size_t> near;
                for (int i = -1; i <= 1; ++i)
                    for (int j = -1; j <= 1; ++j)
                        for (int l = -1; l <= 1; ++l)
                            if (const auto c = byCell.find(cellOf(p + Vec3{i * kCell, j * kCell, l * kCell}));
                                c != byCell.end())
                                near.insert(c->second.begin(), c->second.end());
                std::optional<Joint> best;
                for (const size_t o : near)
                    if (const auto j = o != k ? jointOf(k, atEnd, o) : std::nullopt;
                        j && (!best || j->cost() < best->cost() - 1e-9))
                        best = j;
                if (best) joints.push_back(*best);
            }
        // The clearest first: an end that others came to stays where it is.
        std::stable_sort(joints.begin(), joints.end(), [](const Joint& x, const Joint& y) { return x.cost() < y.cost(); });
        std::set<std::pair<size_t, bool>> settled;
        for (const Joint& j : joints)
            if (!settled.contains({j.bar, j.atEnd})) bring(j, settled);
    }

    void bring(const Joint& planned, std::set<std::pair<size_t, bool>>& settled)
    {
        const auto now = jointOf(planned.bar, planned.atEnd, planned.other); // the other may have been moved since
        if (!now) return;
        Bar &mine = bars_[planned.bar], &other = bars_[planned.other];
        Vec3& end = planned.atEnd ? mine.to : mine.from;
        const Vec3& far = planned.atEnd ? mine.from : mine.to;
        const double length = norm(other.to - other.from);
        const Vec3 v = (1 / length) * (other.to - other.from), u = normalized(end - far);
        const double s = std::clamp(dot(end + now->ahead * u - other.from, v), 0.0, length);
        const double near = std::max(other.half, f_.choice.together);
        Vec3 to = other.from + s * v;
        if (s < near) to = other.from;
        if (s > length - near) to = other.to;
        for (const Vec3& c : other.cuts)
            if (norm(c - to) < near) to = c;
        if (norm(far - to) < 0.01) return; // nothing would be left of it
        if (const double off = norm(end - to); off > f_.choice.together) {
            ++moved_;
            most_ = std::max(most_, off);
        }
        end = to;
        settled.insert({planned.bar, planned.atEnd});
        if (norm(to - other.from) <= f_.choice.together)
            settled.insert({planned.other, false});
        else if (norm(to - other.to) <= f_.choice.together)
            settled.insert({planned.other, true});
        else
            other.cuts.push_back(to);
    }

    void elements(const Bar& b)
    {
        Frame& frame = f_.frame();
        const std::string name = f_.elementName(b.product);
        Element common;
        f_.makeOf(common, b.product.id, b.profile);
        std::vector<Vec3> points = b.cuts;
        points.push_back(b.from);
        points.push_back(b.to);
        const Vec3 along = normalized(b.to - b.from);
        const auto place = [&](const Vec3& p) { return dot(p - b.from, along); };
        std::sort(points.begin(), points.end(), [&](const Vec3& x, const Vec3& y) { return place(x) < place(y); });
        points.erase(std::unique(points.begin(), points.end(),
                                 [&](const Vec3& x, const Vec3& y) { return norm(y - x) < 2 * f_.choice.together; }),
                     points.end());
        DesignMember whole;
        whole.id = name;
        const auto kindOf = [&] {
            if (b.product.keyword.starts_with("IFCCOLUMN")) return MemberKind::Column;
            if (b.product.keyword.starts_with("IFCBEAM")) return MemberKind::Beam;
            return MemberKind::Other;
        }();
        if (kindOf != MemberKind::Other) whole.kind = kindOf;
        for (size_t k = 0; k + 1 < points.size(); ++k) {
            Element e = common;
            e.id = points.size() > 2 ? name + "." + std::to_string(k + 1) : name;
            e.i = f_.nodeAt(points[k]);
            e.j = f_.nodeAt(points[k + 1]);
            if (e.i == e.j) continue;
            if (b.depth) f_.rollTo(e, *b.depth);
            const int index = static_cast<int>(frame.elements.size());
            whole.elements.push_back(index);
            f_.a.elements.emplace(e.id, index);
            frame.elements.push_back(std::move(e));
        }
        if (whole.elements.empty()) return f_.leaveOut("members that join to nothing");
        frame.hasDesign = true;
        frame.design.members.push_back(std::move(whole));
    }

    IfcFrame& f_;
    const IfcModel& m_;
    std::vector<Bar> bars_;
    size_t moved_ = 0;
    double most_ = 0;
};

} // namespace

void takeBuilding(IfcFrame& f)
{
    Building(f).take();
}

} // namespace wr
