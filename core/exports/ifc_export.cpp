#include "core/exports/exported.h"
#include "core/exports/step_writer.h"

#include "core/analysis/storeys.h"
#include "core/files/ifc/ifc_profiles.h"
#include "core/files/text_file.h"
#include "core/members/kind.h"
#include "core/paper/utilisation_ink.h"
#include "core/sections/outline.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace wr {

namespace {

class IfcWriter
{
public:
    IfcWriter(const ExportInput& in, const std::string& file)
        : in_(in), model_(*in.state.model), f_(model_.frame()),
          w_("IFC4", "ReferenceView_V1.2", file, in.moment, in.author.empty() ? "Wren Rail" : in.author)
    {
    }

    std::expected<std::string, std::string> write(Progress& progress)
    {
        begin();
        const std::vector<MemberFacts> facts = memberFacts(in_);
        for (size_t i = 0; i < facts.size(); ++i) {
            if (progress.cancelled()) return std::unexpected("stopped");
            progress.at(static_cast<double>(i) / static_cast<double>(facts.size()), "writing the model");
            product(facts[i]);
        }
        relations();
        return w_.finish();
    }

private:
    std::string id(const std::string& what) const { return stepWords(ifcId(f_, what)); }

    int placement(Vec3 origin, std::optional<Axes> axes = {})
    {
        const int p = w_.point(origin);
        if (!axes) return w_.put("IFCAXIS2PLACEMENT3D", "#{},$,$", p);
        const int z = w_.direction(axes->z), x = w_.direction(axes->x);
        return w_.put("IFCAXIS2PLACEMENT3D", "#{},#{},#{}", p, z, x);
    }
    int localPlacement(int in, int axes)
    {
        return w_.put("IFCLOCALPLACEMENT", "{},#{}", in ? "#" + std::to_string(in) : "$", axes);
    }

    void begin()
    {
        const int metre = w_.add("IFCSIUNIT", "*,.LENGTHUNIT.,$,.METRE."),
                  area = w_.add("IFCSIUNIT", "*,.AREAUNIT.,$,.SQUARE_METRE."),
                  volume = w_.add("IFCSIUNIT", "*,.VOLUMEUNIT.,$,.CUBIC_METRE."),
                  angle = w_.add("IFCSIUNIT", "*,.PLANEANGLEUNIT.,$,.RADIAN."),
                  mass = w_.add("IFCSIUNIT", "*,.MASSUNIT.,.KILO.,.GRAM.");
        const int units = w_.put("IFCUNITASSIGNMENT", "{}", StepWriter::list({metre, area, volume, angle, mass}));
        const int context = w_.put("IFCGEOMETRICREPRESENTATIONCONTEXT", "$,'Model',3,1.E-05,#{},$", placement({0, 0, 0}));
        axis_ = w_.put("IFCGEOMETRICREPRESENTATIONSUBCONTEXT", "'Axis','Model',*,*,*,*,#{},$,.GRAPH_VIEW.,$", context);
        body_ = w_.put("IFCGEOMETRICREPRESENTATIONSUBCONTEXT", "'Body','Model',*,*,*,*,#{},$,.MODEL_VIEW.,$", context);
        const std::string title = f_.title.empty() ? "Frame" : f_.title;
        const int project = w_.put("IFCPROJECT", "{},$,{},$,$,$,$,(#{}),#{}", id("project"), stepWords(title), context, units);
        const int atSite = localPlacement(0, placement({0, 0, 0}));
        const int site = w_.put("IFCSITE", "{},$,'Site',$,$,#{},$,$,.ELEMENT.,$,$,$,$,$", id("site"), atSite);
        const int atBuilding = localPlacement(atSite, placement({0, 0, 0}));
        const int building = w_.put("IFCBUILDING", "{},$,'Building',$,$,#{},$,$,.ELEMENT.,$,$,$", id("building"), atBuilding);
        double lowest = 1e18;
        for (const Node& n : f_.nodes)
            lowest = std::min(lowest, dot(n.at, f_.upward()));
        if (f_.nodes.empty()) lowest = 0;
        levels_.push_back({lowest, "Ground", 0, 0, {}});
        for (const Storey& s : storeysOf(f_)) {
            const double at = lowest + s.level;
            if (at > lowest + 0.05)
                levels_.push_back({at, "Level " + f_.units.text(Quantity::Length, std::round(at * 1e3) / 1e3), 0, 0, {}});
        }
        std::vector<int> storeys;
        for (Level& l : levels_) {
            l.placement = localPlacement(atBuilding, placement({0, 0, l.at}));
            l.storey = w_.put("IFCBUILDINGSTOREY", "{},$,{},$,$,#{},$,$,.ELEMENT.,{}",
                              id(fmt::format("storey {}", storeys.size())), stepWords(l.name), l.placement, stepReal(l.at));
            storeys.push_back(l.storey);
        }
        w_.put("IFCRELAGGREGATES", "{},$,$,$,#{},(#{})", id("in project"), project, site);
        w_.put("IFCRELAGGREGATES", "{},$,$,$,#{},(#{})", id("in site"), site, building);
        w_.put("IFCRELAGGREGATES", "{},$,$,$,#{},{}", id("in building"), building, StepWriter::list(storeys));
    }

    // A profile about the centroid: one of those with dimensions where the standard has it, else an outline.
    int profile(int section)
    {
        int& held = profiles_[section];
        if (held) return held;
        const FrameSection& s = f_.sections[static_cast<size_t>(section)];
        const Shape& h = s.shape;
        const std::string name = stepWords(s.name.empty() ? s.id : s.name);
        const auto real = stepReal;
        const Outline o = h.kind == ShapeKind::None ? Outline{} : outlineOf(h);
        std::string at = "$";
        if (h.kind != ShapeKind::None) {
            const Point2 m = ifcBoxMiddle(h);
            const int p = w_.flatPoint(m.y, m.z);
            at = fmt::format("#{}", w_.put("IFCAXIS2PLACEMENT2D", "#{},$", p));
        }
        const auto or0 = [&](double v) { return v > 0 ? real(v) : std::string("$"); };
        const auto put = [&](std::string_view keyword, const std::string& dimensions) {
            return w_.put(keyword, ".AREA.,{},{},{}", name, at, dimensions);
        };
        switch (h.kind) {
        case ShapeKind::I:
            if (h.r2 > 0 || h.slope > 0) break;
            return held = put("IFCISHAPEPROFILEDEF",
                              fmt::format("{},{},{},{},{},$,$", real(h.b), real(h.h), real(h.tw), real(h.tf), or0(h.r)));
        case ShapeKind::IUnequal:
            return held = put("IFCASYMMETRICISHAPEPROFILEDEF",
                              fmt::format("{},{},{},{},{},{},{},{},$,$,$,$", real(h.b2), real(h.h), real(h.tw), real(h.tf2),
                                          or0(h.r), real(h.b), real(h.tf), or0(h.r)));
        case ShapeKind::Channel:
            if (h.slope > 0) break;
            return held = put("IFCUSHAPEPROFILEDEF", fmt::format("{},{},{},{},{},{},$", real(h.h), real(h.b), real(h.tw),
                                                                 real(h.tf), or0(h.r), or0(h.r2)));
        case ShapeKind::Tee:
            if (h.r2 > 0 || h.slope > 0) break;
            return held = put("IFCTSHAPEPROFILEDEF",
                              fmt::format("{},{},{},{},{},$,$,$,$", real(h.h), real(h.b), real(h.tw), real(h.tf), or0(h.r)));
        case ShapeKind::Angle:
            return held = put("IFCLSHAPEPROFILEDEF",
                              fmt::format("{},{},{},{},{},$", real(h.h), real(h.b), real(h.t), or0(h.r), or0(h.r2)));
        case ShapeKind::Rhs:
            return held = put("IFCRECTANGLEHOLLOWPROFILEDEF",
                              fmt::format("{},{},{},{},{}", real(h.b), real(h.h), real(h.t), or0(h.ri), or0(h.ro)));
        case ShapeKind::Chs: return held = put("IFCCIRCLEHOLLOWPROFILEDEF", fmt::format("{},{}", real(h.d / 2), real(h.t)));
        case ShapeKind::BarRound: return held = put("IFCCIRCLEPROFILEDEF", real(h.d / 2));
        case ShapeKind::BarFlat: return held = put("IFCRECTANGLEPROFILEDEF", fmt::format("{},{}", real(h.b), real(h.h)));
        default: break;
        }
        return held = outline(o, s, name);
    }

    int curve(const Loop& l)
    {
        std::vector<int> points;
        for (const Point2& p : l)
            points.push_back(w_.flatPoint(p.y, p.z));
        points.push_back(points.front());
        return w_.put("IFCPOLYLINE", "{}", StepWriter::list(points));
    }

    int outline(const Outline& o, const FrameSection& s, const std::string& name)
    {
        std::vector<Loop> outer, holes;
        for (const Loop& l : o.loops)
            (integrate({l}).a > 0 ? outer : holes).push_back(l);
        if (outer.empty()) { // stated properties only: a square bar of that area stands for it
            const double half = std::sqrt(std::max(1e-8, s.properties.a)) / 2;
            outer.push_back({{-half, -half}, {half, -half}, {half, half}, {-half, half}});
        }
        std::vector<int> parts;
        for (size_t k = 0; k < outer.size(); ++k) {
            std::vector<int> inside;
            if (outer.size() == 1)
                for (const Loop& l : holes)
                    inside.push_back(curve(l));
            const int c = curve(outer[k]);
            parts.push_back(inside.empty() ? w_.put("IFCARBITRARYCLOSEDPROFILEDEF", ".AREA.,{},#{}", name, c)
                                           : w_.put("IFCARBITRARYPROFILEDEFWITHVOIDS", ".AREA.,{},#{},{}", name, c,
                                                    StepWriter::list(inside)));
        }
        return parts.size() == 1 ? parts.front()
                                 : w_.put("IFCCOMPOSITEPROFILEDEF", ".AREA.,{},{},$", name, StepWriter::list(parts));
    }

    int usage(int section, const std::string& steel)
    {
        int& held = usages_[{section, steel}];
        if (held) return held;
        int& material = materials_[steel];
        if (!material) material = w_.put("IFCMATERIAL", "{},$,'steel'", stepWords(steel));
        const FrameSection& s = f_.sections[static_cast<size_t>(section)];
        const std::string name = stepWords(s.name.empty() ? s.id : s.name);
        const int one = w_.put("IFCMATERIALPROFILE", "{},$,#{},#{},$,$", name, material, profile(section));
        const int set = w_.put("IFCMATERIALPROFILESET", "{},$,(#{}),$", name, one);
        return held = w_.put("IFCMATERIALPROFILESETUSAGE", "#{},10,$", set); // 10: by the centroid
    }

    int style(double utilisation)
    {
        const Ink ink = utilisationInk(utilisation);
        int& held = styles_[ink];
        if (held) return held;
        const int colour = w_.put("IFCCOLOURRGB", "$,{},{},{}", stepReal(((ink >> 16) & 0xff) / 255.0),
                                  stepReal(((ink >> 8) & 0xff) / 255.0), stepReal((ink & 0xff) / 255.0));
        const int shading = w_.put("IFCSURFACESTYLESHADING", "#{},0.", colour);
        return held = w_.put("IFCSURFACESTYLE", "'utilisation',.BOTH.,(#{})", shading);
    }

    void product(const MemberFacts& x)
    {
        const Member& m = model_.members()[x.member];
        const MemberKind kind = memberKind(f_, m);
        // What goes on straight with one section is one solid.
        struct Run
        {
            Vec3 from, to;
            int section;
            Axes axes;
        };
        std::vector<Run> runs;
        std::vector<Vec3> line;
        for (const MemberPiece& p : x.pieces) {
            const Element& e = f_.elements[static_cast<size_t>(p.element)];
            if (e.section < 0 || !(f_.length(e) > 1e-6)) continue;
            Axes a = elementAxes(f_, e);
            const FrameSection& s = f_.sections[static_cast<size_t>(e.section)];
            if (s.shape.kind == ShapeKind::Angle) { // its profile lies by its legs
                const double c = std::cos(s.properties.principal), k = std::sin(s.properties.principal);
                a = {a.x, c * a.y + k * a.z, c * a.z - k * a.y};
            }
            a = {zUpwards(f_, a.x), zUpwards(f_, a.y), zUpwards(f_, a.z)};
            // A solid begins where its element does; those that run against the member are drawn the other way round.
            const Vec3 from = zUpwards(f_, p.reversed ? f_.endJ(e) : f_.endI(e)),
                       to = zUpwards(f_, p.reversed ? f_.endI(e) : f_.endJ(e));
            if (line.empty()) line.push_back(from);
            line.push_back(to);
            Run* last = runs.empty() ? nullptr : &runs.back();
            if (last && last->section == e.section && norm(last->to - from) < 1e-6 && norm(last->axes.z - a.z) < 1e-6 &&
                norm(last->axes.x - a.x) < 1e-6)
                last->to = to;
            else
                runs.push_back({from, to, e.section, a});
        }
        if (runs.empty()) return;
        // The lowest level that is not over its lower end.
        const double low = std::min(line.front().z, line.back().z);
        Level* level = &levels_.front();
        for (Level& l : levels_)
            if (l.at <= low + 0.05) level = &l;
        const Vec3 origin = line.front();
        const int place = localPlacement(level->placement, placement(origin - Vec3{0, 0, level->at}));
        std::vector<int> solids;
        for (const Run& r : runs) {
            const bool along = dot(r.to - r.from, r.axes.x) > 0;
            // Profile x is local y, profile y local z; swept along local x.
            const int own = placement((along ? r.from : r.to) - origin, Axes{r.axes.y, r.axes.z, r.axes.x});
            const int up = w_.direction({0, 0, 1});
            const int solid =
                w_.put("IFCEXTRUDEDAREASOLID", "#{},#{},#{},{}", profile(r.section), own, up, stepReal(norm(r.to - r.from)));
            w_.put("IFCSTYLEDITEM", "#{},(#{}),$", solid, style(x.utilisation));
            solids.push_back(solid);
        }
        const int body = w_.put("IFCSHAPEREPRESENTATION", "#{},'Body','SweptSolid',{}", body_, StepWriter::list(solids));
        std::vector<int> shapes{body};
        if (x.line) { // what is no line has no axis
            std::vector<int> points;
            for (const Vec3& p : line)
                points.push_back(w_.point(p - origin));
            const int curve = w_.put("IFCPOLYLINE", "{}", StepWriter::list(points));
            shapes.insert(shapes.begin(), w_.put("IFCSHAPEREPRESENTATION", "#{},'Axis','Curve3D',(#{})", axis_, curve));
        }
        const int shape = w_.put("IFCPRODUCTDEFINITIONSHAPE", "$,$,{}", StepWriter::list(shapes));
        const auto [keyword, word, quantities] = [&] {
            switch (kind) {
            case MemberKind::Column: return std::tuple{"IFCCOLUMN", "COLUMN", "Qto_ColumnBaseQuantities"};
            case MemberKind::Beam: return std::tuple{"IFCBEAM", "BEAM", "Qto_BeamBaseQuantities"};
            case MemberKind::Brace: return std::tuple{"IFCMEMBER", "BRACE", "Qto_MemberBaseQuantities"};
            case MemberKind::Other: break;
            }
            return std::tuple{"IFCMEMBER", "MEMBER", "Qto_MemberBaseQuantities"};
        }();
        const int product = w_.put(keyword, "{},$,{},$,{},#{},#{},{},.{}.", id("member " + x.id), stepWords(x.id),
                                   stepWords(x.section), place, shape, stepWords(x.id), word);
        level->products.push_back(product);
        byUsage_[usage(m.section, x.steel)].push_back(product);
        if (!x.group.empty()) byGroup_[x.group].push_back(product);

        std::vector<int> told;
        const auto tell = [&](std::string_view name, std::string_view type, const std::string& value) {
            told.push_back(w_.put("IFCPROPERTYSINGLEVALUE", "'{}',$,{}({}),$", name, type, value));
        };
        if (!x.status.empty()) tell("Status", "IFCLABEL", stepWords(x.status));
        if (std::isfinite(x.utilisation)) tell("Utilisation", "IFCREAL", stepReal(x.utilisation));
        if (!x.check.empty()) tell("Check", "IFCLABEL", stepWords(x.check));
        if (!x.clause.empty()) tell("Clause", "IFCLABEL", stepWords(x.clause));
        if (!x.combination.empty()) tell("Combination", "IFCLABEL", stepWords(x.combination));
        tell("Standard", "IFCLABEL", stepWords(x.standard));
        if (!x.group.empty()) tell("Group", "IFCLABEL", stepWords(x.group));
        const int set = w_.put("IFCPROPERTYSET", "{},$,'WrenRail_Check',$,{}", id("check " + x.id), StepWriter::list(told));
        w_.put("IFCRELDEFINESBYPROPERTIES", "{},$,$,$,(#{}),#{}", id("of check " + x.id), product, set);
        const int length = w_.put("IFCQUANTITYLENGTH", "'Length',$,$,{},$", stepReal(x.length)),
                  weight = w_.put("IFCQUANTITYWEIGHT", "'NetWeight',$,$,{},$", stepReal(x.mass));
        const int amounts =
            w_.put("IFCELEMENTQUANTITY", "{},$,'{}',$,$,(#{},#{})", id("amounts " + x.id), quantities, length, weight);
        w_.put("IFCRELDEFINESBYPROPERTIES", "{},$,$,$,(#{}),#{}", id("of amounts " + x.id), product, amounts);
    }

    void relations()
    {
        for (const Level& l : levels_)
            if (!l.products.empty())
                w_.put("IFCRELCONTAINEDINSPATIALSTRUCTURE", "{},$,$,$,{},#{}", id(fmt::format("at {}", &l - levels_.data())),
                       StepWriter::list(l.products), l.storey);
        for (const auto& [usage, products] : byUsage_)
            w_.put("IFCRELASSOCIATESMATERIAL", "{},$,$,$,{},#{}", id("of steel " + std::to_string(usage)),
                   StepWriter::list(products), usage);
        for (const auto& [group, products] : byGroup_) {
            const int g = w_.put("IFCGROUP", "{},$,{},$,'design group'", id("group " + group), stepWords(group));
            w_.put("IFCRELASSIGNSTOGROUP", "{},$,$,$,{},$,#{}", id("in group " + group), StepWriter::list(products), g);
        }
    }

    struct Level
    {
        double at;
        std::string name;
        int placement, storey;
        std::vector<int> products;
    };
    const ExportInput& in_;
    const CheckModel& model_;
    const Frame& f_;
    StepWriter w_;
    int axis_ = 0, body_ = 0;
    std::vector<Level> levels_;
    std::map<int, int> profiles_;
    std::map<std::pair<int, std::string>, int> usages_;
    std::map<std::string, int> materials_;
    std::map<Ink, int> styles_;
    std::map<int, std::vector<int>> byUsage_;
    std::map<std::string, std::vector<int>> byGroup_;
};

} // namespace

Exported exportIfc(const ExportInput& in, const std::filesystem::path& path, Progress& progress)
{
    const auto text = IfcWriter(in, path.filename().string()).write(progress);
    return text ? writeTextFile(*text, path) : std::unexpected(text.error());
}

} // namespace wr
