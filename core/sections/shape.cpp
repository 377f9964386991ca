#include "core/sections/shape.h"

#include <array>
#include <cmath>

namespace wr {

namespace {

struct Row
{
    ShapeKind kind;
    std::string_view name, title;
};

constexpr std::array kRows{
    Row{ShapeKind::I, "i", "I section"},
    Row{ShapeKind::IUnequal, "i-unequal", "I section, unequal flanges"},
    Row{ShapeKind::Channel, "channel", "Channel"},
    Row{ShapeKind::Tee, "tee", "Tee"},
    Row{ShapeKind::Angle, "angle", "Angle"},
    Row{ShapeKind::DoubleAngle, "double-angle", "Double angle"},
    Row{ShapeKind::Rhs, "rhs", "Rectangular hollow section"},
    Row{ShapeKind::Chs, "chs", "Circular hollow section"},
    Row{ShapeKind::BarRound, "bar-round", "Round bar"},
    Row{ShapeKind::BarFlat, "bar-flat", "Flat bar"},
    Row{ShapeKind::Cruciform, "cruciform", "Cruciform of plates"},
};

} // namespace

std::string_view shapeName(ShapeKind k)
{
    for (const Row& r : kRows)
        if (r.kind == k) return r.name;
    return "";
}

std::optional<ShapeKind> shapeFromName(std::string_view name)
{
    for (const Row& r : kRows)
        if (r.name == name) return r.kind;
    return std::nullopt;
}

std::string_view shapeTitle(ShapeKind k)
{
    for (const Row& r : kRows)
        if (r.kind == k) return r.title;
    return "Stated properties";
}

double Shape::depth() const
{
    return kind == ShapeKind::Chs || kind == ShapeKind::BarRound ? d : h;
}

double Shape::width() const
{
    if (kind == ShapeKind::Chs || kind == ShapeKind::BarRound) return d;
    if (kind == ShapeKind::IUnequal) return std::max(b, b2);
    if (kind == ShapeKind::DoubleAngle) return 2 * b + gap;
    return b;
}

namespace {

// From the face of the web to where tf is stated.
double tfStation(const Shape& s)
{
    const double outstand = s.kind == ShapeKind::Channel ? s.b - s.tw : (s.b - s.tw) / 2;
    return s.tfAtHalfWidth ? s.b / 2 - s.tw : outstand / 2;
}

} // namespace

double Shape::tfRoot() const
{
    return tf + slope * tfStation(*this);
}

double Shape::tfToe() const
{
    const double outstand = kind == ShapeKind::Channel ? b - tw : (b - tw) / 2;
    return tfRoot() - slope * outstand;
}

std::vector<std::pair<std::string_view, bool>> dimensionKeys(ShapeKind k)
{
    switch (k) {
    case ShapeKind::I:
        return {{"h", true},  {"b", true},  {"tw", true},     {"tf", true},
                {"r", false}, {"a", false}, {"slope", false}, {"r2", false}};
    case ShapeKind::IUnequal:
        return {{"h", true}, {"b", true}, {"tf", true}, {"b2", true}, {"tf2", true}, {"tw", true}, {"r", false}, {"a", false}};
    case ShapeKind::Channel:
        return {{"h", true}, {"b", true}, {"tw", true}, {"tf", true}, {"r", false}, {"slope", false}, {"r2", false}};
    case ShapeKind::Tee:
        return {{"h", true}, {"b", true}, {"tw", true}, {"tf", true}, {"r", false}, {"slope", false}, {"r2", false}};
    case ShapeKind::Angle: return {{"h", true}, {"b", true}, {"t", true}, {"r", false}, {"r2", false}};
    case ShapeKind::DoubleAngle: return {{"h", true}, {"b", true}, {"t", true}, {"r", false}, {"r2", false}, {"gap", false}};
    case ShapeKind::Rhs: return {{"h", true}, {"b", true}, {"t", true}, {"ro", false}, {"ri", false}};
    case ShapeKind::Chs: return {{"d", true}, {"t", true}};
    case ShapeKind::BarRound: return {{"d", true}};
    case ShapeKind::BarFlat: return {{"h", true}, {"b", true}};
    case ShapeKind::Cruciform: return {{"h", true}, {"b", true}, {"tw", true}, {"tf", true}, {"a", false}};
    case ShapeKind::None: break;
    }
    return {};
}

double* dimension(Shape& s, std::string_view key)
{
    if (key == "h") return &s.h;
    if (key == "b") return &s.b;
    if (key == "tw") return &s.tw;
    if (key == "tf") return &s.tf;
    if (key == "b2") return &s.b2;
    if (key == "tf2") return &s.tf2;
    if (key == "r") return &s.r;
    if (key == "r2") return &s.r2;
    if (key == "a") return &s.a;
    if (key == "slope") return &s.slope;
    if (key == "t") return &s.t;
    if (key == "ro") return &s.ro;
    if (key == "ri") return &s.ri;
    if (key == "d") return &s.d;
    if (key == "gap") return &s.gap;
    return nullptr;
}

namespace {

using Faults = std::vector<std::pair<std::string, std::string>>;

class FaultList
{
public:
    explicit FaultList(Faults& out) : out_(out) {}
    void operator()(bool wrong, const char* key, const char* text)
    {
        if (wrong) out_.emplace_back(key, text);
    }

private:
    Faults& out_;
};

void slopeFaults(const Shape& s, FaultList& fault)
{
    fault(s.slope >= 0.5, "slope", "a flange slope is rise over run and less than 0.5 (8 % is 0.08)");
    fault(s.slope > 0 && s.slope < 0.5 && s.tfToe() <= 0, "slope", "the sloped flange has no thickness left at its toe");
    fault(s.slope > 0 && s.slope < 0.5 && 2 * s.tfRoot() >= s.h, "slope", "the sloped flanges meet at the web");
    const double taken = s.r2 * (std::hypot(1.0, s.slope) - s.slope); // of the tip's thickness, by the rounding
    fault(s.r2 > 0 && taken > s.tfToe() * (1 + 1e-9), "r2", "the toe radius does not fit on the flange's tip");
}

// Sections of flanges and webs.
void flangedFaults(const Shape& s, FaultList& fault)
{
    switch (s.kind) {
    case ShapeKind::I:
        slopeFaults(s, fault);
        fault(2 * s.tf >= s.h, "tf", "the two flanges are together as thick as the section is deep: tf must be less than h/2");
        fault(s.tw >= s.b, "tw", "the web is as thick as the flange is wide: tw must be less than b");
        fault(2 * s.tf < s.h && 2 * (s.tf + s.r) > s.h * (1 + 1e-9), "r",
              "the fillets do not fit between the flanges: r must be at most h/2 - tf");
        fault(s.tw + 2 * s.r > s.b * (1 + 1e-9), "r", "the fillets are wider than the flange: r must be at most (b - tw)/2");
        break;
    case ShapeKind::IUnequal:
        fault(s.tf + s.tf2 >= s.h, "tf",
              "the two flanges are together as thick as the section is deep: tf + tf2 must be less than h");
        fault(s.tw >= std::min(s.b, s.b2), "tw", "the web is as thick as a flange is wide: tw must be less than b and b2");
        fault(s.tf + s.tf2 + 2 * s.r > s.h * (1 + 1e-9), "r", "the fillets do not fit between the flanges");
        break;
    case ShapeKind::Channel:
        fault(2 * s.tf >= s.h, "tf", "the two flanges are together as thick as the section is deep: tf must be less than h/2");
        fault(s.tw >= s.b, "tw", "the web is as thick as the flange is wide: tw must be less than b");
        slopeFaults(s, fault);
        fault(s.tw + s.r + s.r2 > s.b * (1 + 1e-9), "r", "root and toe radius do not fit on the flange");
        fault(s.tf + s.r > s.h / 2 * (1 + 1e-9), "r", "the fillets do not fit between the flanges: r must be at most h/2 - tf");
        break;
    case ShapeKind::Tee:
        fault(s.tf >= s.h, "tf", "the flange is as thick as the tee is deep: tf must be less than h");
        fault(s.tw >= s.b, "tw", "the web is as thick as the flange is wide: tw must be less than b");
        fault(s.tf + s.r > s.h || s.tw + 2 * s.r > s.b * (1 + 1e-9), "r", "the fillets do not fit");
        slopeFaults(s, fault);
        break;
    default: break;
    }
}

// Angles, tubes and crosses.
void otherFaults(const Shape& s, FaultList& fault)
{
    switch (s.kind) {
    case ShapeKind::Angle:
    case ShapeKind::DoubleAngle:
        fault(s.t >= s.h || s.t >= s.b, "t", "the leg is as thick as it is long: t must be less than h and b");
        fault(s.t + s.r + s.r2 > std::min(s.h, s.b), "r", "root and toe radius do not fit on the legs");
        fault(s.r2 > s.t * (1 + 1e-9), "r2", "the toe radius is larger than the leg is thick");
        break;
    case ShapeKind::Rhs:
        fault(2 * s.t >= std::min(s.h, s.b), "t", "the walls meet: t must be less than half of h and of b");
        fault(2 * s.ro > std::min(s.h, s.b) * (1 + 1e-9), "ro",
              "the outside corner radius is more than half of the smaller side");
        fault(s.ri > s.ro + 1e-12 && s.ri > 0, "ri", "the inside corner radius is larger than the outside one");
        break;
    case ShapeKind::Chs: fault(2 * s.t >= s.d, "t", "the wall fills the tube: t must be less than d/2"); break;
    case ShapeKind::Cruciform:
        fault(s.tw >= s.b, "tw", "the upright plate is as thick as the other is wide: tw must be less than b");
        fault(s.tf >= s.h, "tf", "the flat plate is as thick as the other is deep: tf must be less than h");
        break;
    default: break;
    }
}

} // namespace

std::vector<std::pair<std::string, std::string>> shapeFaults(const Shape& shape)
{
    std::vector<std::pair<std::string, std::string>> out;
    Shape s = shape;
    const auto keys = dimensionKeys(s.kind);
    for (const auto& [key, must] : keys) {
        const double v = *dimension(s, key);
        if (!std::isfinite(v))
            out.emplace_back(key, std::string(key) + " is not a finite number");
        else if (must && v <= 0)
            out.emplace_back(key, std::string(key) + " must be greater than zero");
        else if (v < 0)
            out.emplace_back(key, std::string(key) + " must not be negative");
    }
    if (!out.empty()) return out;
    FaultList fault(out);
    flangedFaults(s, fault);
    otherFaults(s, fault);
    return out;
}

} // namespace wr
