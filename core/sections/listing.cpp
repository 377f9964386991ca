#include "core/sections/listing.h"

#include "core/base/powers.h"

#include <array>
#include <cmath>

namespace wr {

namespace {

using S = const CatalogueSection&;

double nominal(S s)
{
    return s.nominalThickness > 0 ? s.nominalThickness : s.shape.t;
}

// Elastic moduli of an angle about axes along its legs, to the toe (the farther fibre).
double legModulus(double inertia, double size, double centroid)
{
    const double far = std::max(size - centroid, centroid);
    return far > 0 ? inertia / far : 0;
}

} // namespace

const std::vector<ListedValue>& listedValues()
{
    static const std::vector<ListedValue> rows{
        {"h", "h", "d", "depth", 1, [](S s) { return s.shape.depth(); }, true},
        {"b", "b", "b_f", "width", 1, [](S s) { return s.shape.width(); }, true},
        {"tw", "t_w", "t_w", "web thickness", 1, [](S s) { return s.shape.tw; }, true},
        {"tf", "t_f", "t_f", "flange thickness", 1, [](S s) { return s.shape.tf; }, true},
        {"r", "r", "r", "root radius", 1, [](S s) { return s.shape.r; }, true},
        {"t", "t", "t_des", "wall or leg, design thickness of a tube", 1, [](S s) { return s.shape.t; }, true},
        {"t_nominal", "t", "t_nom", "wall as named", 1, nominal, true},
        {"a", "A", "A", "area", 2, [](S s) { return s.properties().a; }},
        {"iy", "I_y", "I_x", "second moment, major axis", 4, [](S s) { return s.properties().iy; }},
        {"iz", "I_z", "I_y", "second moment, minor axis", 4, [](S s) { return s.properties().iz; }},
        {"wely", "W_el,y", "S_x", "elastic modulus, major axis", 3, [](S s) { return s.properties().wely; }},
        {"welz", "W_el,z", "S_y", "elastic modulus, minor axis", 3, [](S s) { return s.properties().welz; }},
        {"wply", "W_pl,y", "Z_x", "plastic modulus, major axis", 3, [](S s) { return s.properties().wply; }},
        {"wplz", "W_pl,z", "Z_y", "plastic modulus, minor axis", 3, [](S s) { return s.properties().wplz; }},
        {"iy_radius", "i_y", "r_x", "radius of gyration, major axis", 1, [](S s) { return s.properties().ry; }},
        {"iz_radius", "i_z", "r_y", "radius of gyration, minor axis", 1, [](S s) { return s.properties().rz; }},
        {"it", "I_t", "J", "St Venant torsion constant", 4, [](S s) { return s.properties().it; }},
        {"iw", "I_w", "C_w", "warping constant", 6, [](S s) { return s.properties().iw; }},
        {"avy", "A_s,y", "", "shear-stiffness area along y", 2, [](S s) { return s.properties().avy; }},
        {"avz", "A_s,z", "", "shear-stiffness area along z", 2, [](S s) { return s.properties().avz; }},
        {"ro", "i_0", "r_o", "polar radius about the shear centre", 1, [](S s) { return s.properties().ro; }},
        {"rts", "", "r_ts", "effective radius for lateral-torsional buckling", 1, [](S s) { return s.properties().rts; }},
        {"ho", "h_s", "h_o", "between flange centres", 1, [](S s) { return s.properties().ho; }},
        {"perimeter", "", "", "painted perimeter", 1, [](S s) { return s.properties().perimeter; }},
        {"b2", "b_2", "b_f2", "bottom flange width", 1, [](S s) { return s.shape.b2; }, true},
        {"tf2", "t_f2", "t_f2", "bottom flange thickness", 1, [](S s) { return s.shape.tf2; }, true},
        {"r2", "r_2", "r_2", "toe radius", 1, [](S s) { return s.shape.r2; }, true},
        {"slope", "", "", "flange slope, rise over run", 0, [](S s) { return s.shape.slope; }, true},
        {"tf_root", "", "", "flange thickness at the face of the web", 1,
         [](S s) { return s.shape.tf > 0 ? s.shape.tfRoot() : 0; }, true},
        {"tf_toe", "", "", "flange thickness at its tip", 1, [](S s) { return s.shape.tf > 0 ? s.shape.tfToe() : 0; }, true},
        {"corner_out", "r_o", "r_o", "outside corner radius of a tube", 1, [](S s) { return s.shape.ro; }, true},
        {"corner_in", "r_i", "r_i", "inside corner radius of a tube", 1, [](S s) { return s.shape.ri; }, true},
        {"gap", "", "s", "between the angles of a pair", 1, [](S s) { return s.shape.gap; }, true},
        {"cy", "e_y", "x", "centroid from the heel or the web's back", 1,
         [](S s) { return s.shape.kind == ShapeKind::Angle || s.shape.kind == ShapeKind::Channel ? s.properties().cy : 0; }},
        {"cz", "e_z", "y", "centroid from the heel or the flange's face", 1,
         [](S s) {
             const ShapeKind k = s.shape.kind;
             return k == ShapeKind::Angle || k == ShapeKind::Tee || k == ShapeKind::DoubleAngle ? std::abs(s.properties().cz)
                                                                                                : 0;
         }},
        {"ys", "y_s", "x_o", "shear centre from the centroid along y", 1, [](S s) { return s.properties().ys; }},
        {"zs", "z_s", "y_o", "shear centre from the centroid along z", 1, [](S s) { return s.properties().zs; }},
        {"yp", "", "", "equal-area axis from the centroid along y", 1, [](S s) { return s.properties().yp; }},
        {"zp", "", "", "equal-area axis from the centroid along z", 1, [](S s) { return s.properties().zp; }},
        {"flexural", "", "H", "flexural constant 1 - (y_s²+z_s²)/i_0²", 0, [](S s) { return s.properties().flexural; }},
        {"beta_y", "2 z_j", "β_w", "monosymmetry about the major axis", 1, [](S s) { return s.properties().betay; }},
        {"beta_z", "", "β_z", "monosymmetry about the minor axis", 1, [](S s) { return s.properties().betaz; }},
        {"wely_top", "W_el,y,top", "S_xt", "elastic modulus to the upper fibre", 3, [](S s) { return s.properties().welyTop; }},
        {"wely_bottom", "W_el,y,bot", "S_xb", "elastic modulus to the lower fibre", 3,
         [](S s) { return s.properties().welyBottom; }},
        {"welz_plus", "", "", "elastic modulus to the +y fibre", 3, [](S s) { return s.properties().welzPlus; }},
        {"welz_minus", "", "", "elastic modulus to the -y fibre", 3, [](S s) { return s.properties().welzMinus; }},
        {"alpha_deg", "α", "α", "from the legs to the principal axes, degrees", 0,
         [](S s) { return s.properties().principal * 180 / kPi; }},
        {"igy", "I_y", "I_x", "second moment about the axis along leg b", 4, [](S s) { return s.properties().igy; }},
        {"igz", "I_z", "I_y", "second moment about the axis along leg h", 4, [](S s) { return s.properties().igz; }},
        {"igyz", "I_yz", "I_xy", "product of inertia along the legs", 4, [](S s) { return s.properties().igyz; }},
        {"wgely", "W_el,y", "S_x", "elastic modulus about the axis along leg b", 3,
         [](S s) {
             const SectionProperties& p = s.properties();
             return s.shape.kind == ShapeKind::Angle ? legModulus(p.igy, s.shape.h, p.cz) : p.wely;
         }},
        {"wgelz", "W_el,z", "S_y", "elastic modulus about the axis along leg h", 3,
         [](S s) {
             const SectionProperties& p = s.properties();
             return s.shape.kind == ShapeKind::Angle ? legModulus(p.igz, s.shape.b, p.cy) : p.welz;
         }},
        {"wgply", "W_pl,y", "Z_x", "plastic modulus about the axis along leg b", 3, [](S s) { return s.properties().wgply; }},
        {"wgplz", "W_pl,z", "Z_y", "plastic modulus about the axis along leg h", 3, [](S s) { return s.properties().wgplz; }},
    };
    return rows;
}

std::vector<const ListedValue*> listedValuesOf(const CatalogueSection& s)
{
    const bool angle = s.shape.kind == ShapeKind::Angle;
    const bool uneven = angle || s.shape.kind == ShapeKind::Tee || s.shape.kind == ShapeKind::Channel ||
                        s.shape.kind == ShapeKind::IUnequal || s.shape.kind == ShapeKind::DoubleAngle;
    std::vector<const ListedValue*> out;
    const double size = s.shape.depth() + s.shape.width();
    for (const ListedValue& v : listedValues()) {
        const bool legs = v.key.starts_with("ig") || v.key.starts_with("wg");
        const bool fibres = v.key.starts_with("wely_") || v.key.starts_with("welz_") || v.key == "yp" || v.key == "zp";
        if (legs && !angle) continue;
        if ((fibres || v.key == "flexural") && !uneven) continue;
        if ((v.key == "tf_root" || v.key == "tf_toe") && s.shape.slope == 0) continue;
        if (v.key == "t_nominal" && s.nominalThickness == 0) continue;
        if (v.key == "rts" && s.shape.kind != ShapeKind::I && s.shape.kind != ShapeKind::Channel) continue;
        const double value = v.value(s);
        if (std::abs(value) < 1e-9 * std::pow(size, v.power)) continue;
        out.push_back(&v);
    }
    return out;
}

std::string_view notation(const ListedValue& v, const CatalogueSection& s, Notation n)
{
    struct Principal
    {
        std::string_view key, european, american;
    };
    static constexpr std::array<Principal, 8> principal{{{"iy", "I_u", "I_w"},
                                                         {"iz", "I_v", "I_z"},
                                                         {"wely", "W_el,u", "S_w"},
                                                         {"welz", "W_el,v", "S_z"},
                                                         {"wply", "W_pl,u", "Z_w"},
                                                         {"wplz", "W_pl,v", "Z_z"},
                                                         {"iy_radius", "i_u", "r_w"},
                                                         {"iz_radius", "i_v", "r_z"}}};
    if (s.shape.kind == ShapeKind::Angle)
        for (const Principal& p : principal)
            if (p.key == v.key) return n == Notation::European ? p.european : p.american;
    return n == Notation::European ? v.european : v.american;
}

Quantity quantityOfPower(int power)
{
    switch (power) {
    case 2: return Quantity::Area;
    case 3: return Quantity::SectionModulus;
    case 4: return Quantity::Inertia;
    case 6: return Quantity::Warping;
    default: return Quantity::SectionLength;
    }
}

double inMillimetres(const ListedValue& v, const CatalogueSection& s)
{
    const double size = 1000 * (s.shape.depth() + s.shape.width()), x = v.value(s) * std::pow(1000.0, v.power);
    return std::abs(x) < 1e-9 * std::pow(size, v.power) ? 0 : x;
}

} // namespace wr
