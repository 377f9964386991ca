#include "core/analysis/element.h"

#include "core/analysis/panels.h"

#include <array>
#include <cmath>

namespace wr {

namespace {

// Functions of q = v² (negative: in tension) that are smooth through zero: v·cot v, sin v / v, and (sin v / v - cos v) / v².
struct StabilityFunctions
{
    double vCot, sinc, bulge;
    explicit StabilityFunctions(double q)
    {
        if (std::abs(q) < 0.01) {
            vCot = 1 - q * (1.0 / 3 + q * (1.0 / 45 + q * (2.0 / 945 + q / 4725)));
            sinc = 1 - q * (1.0 / 6 - q * (1.0 / 120 - q * (1.0 / 5040 - q / 362880)));
            bulge = 1.0 / 3 - q * (1.0 / 30 - q * (1.0 / 840 - q * (1.0 / 45360 - q / 3991680)));
            return;
        }
        const double v = std::sqrt(std::abs(q)), c = q > 0 ? std::cos(v) : std::cosh(v), s = q > 0 ? std::sin(v) : std::sinh(v);
        vCot = v * c / s;
        sinc = s / v;
        bulge = (sinc - c) / q;
    }
};

// Bending stiffness in one plane: w, θ = dw/ds at both ends (θ in the sense of the slope), under a constant axial force.
// Exact: ends turned against each other, and alike, solve EIθ'' + (C + Pθ)/(1 - P/GA) = 0 (shear by Engesser 1891; without it
// the stability functions of Livesley and Chandler 1956; without compression Przemieniecki's Φ).
struct PlaneStiffness
{
    double k1, k2, k3, k4;
    PlaneStiffness(double ei, double ga, double l, double compression = 0)
    {
        const double phi = ga > 0 ? 12 * ei / (ga * l * l) : 0.0;
        const double a = ga > 0 ? 1 - compression / ga : 1.0;
        const StabilityFunctions f(ei > 0 ? compression * l * l / (4 * ei * a) : 0.0);
        const double apart = 2 * ei / l * f.vCot, alike = 2 * ei / l * f.sinc / (f.bulge + f.sinc * phi / 3);
        k1 = 2 * alike / (l * l) - compression / l;
        k2 = alike / l;
        k3 = (alike + apart) / 2;
        k4 = (alike - apart) / 2;
    }
};

// turn: +1 where the rotation about the local axis equals the slope (v, rz), -1 where it is its negative (w, ry).
void addBending(Matrix12& k, const PlaneStiffness& p, int w, int r, double turn)
{
    const std::array<int, 4> d{w, r, w + 6, r + 6};
    const double t = turn;
    const double m[4][4] = {{p.k1, t * p.k2, -p.k1, t * p.k2},
                            {t * p.k2, p.k3, -t * p.k2, p.k4},
                            {-p.k1, -t * p.k2, p.k1, -t * p.k2},
                            {t * p.k2, p.k4, -t * p.k2, p.k3}};
    for (int i = 0; i < 4; ++i)
        for (int j = 0; j < 4; ++j)
            k(d[i], d[j]) += m[i][j];
}

} // namespace

ElementModel::ElementModel(const Frame& f, const Element& e, bool shearDeformation, double bending, double tension)
    : raw_(Matrix12::Zero())
{
    const SectionProperties& p = f.sections[e.section].properties;
    const Material& m = f.materials[e.material];
    length_ = f.length(e);
    axes_ = elementAxes(f, e);
    armI_ = e.offsetI;
    armJ_ = e.offsetJ;
    ea_ = m.e * p.a;
    gj_ = m.g * p.it;
    eiy_ = bending * m.e * p.iy;
    eiz_ = bending * m.e * p.iz;
    if (shearDeformation) {
        gay_ = m.g * p.avy;
        gaz_ = m.g * p.avz;
    }
    const double axial = ea_ / length_, twist = gj_ / length_;
    for (const auto& [dof, k] : {std::pair{0, axial}, std::pair{3, twist}}) {
        raw_(dof, dof) += k;
        raw_(dof + 6, dof + 6) += k;
        raw_(dof, dof + 6) -= k;
        raw_(dof + 6, dof) -= k;
    }
    addBending(raw_, PlaneStiffness(eiy_, gaz_, length_, -tension), 2, 4, -1);
    addBending(raw_, PlaneStiffness(eiz_, gay_, length_, -tension), 1, 5, +1);

    k_ = raw_;
    std::array<bool, 12> released{};
    constexpr std::array<int, 6> dofOf{0, 1, 2, 3, 4, 5}; // n vy vz t my mz release ux uy uz rx ry rz of the element's end
    for (size_t k = 0; k < 6; ++k) {
        released[dofOf[k]] = e.releaseI[k];
        released[dofOf[k] + 6] = e.releaseJ[k];
    }
    if (e.behaviour != Behaviour::Beam) {
        released.fill(false);
        for (const size_t d : {3u, 4u, 5u, 9u, 10u, 11u})
            released[d] = true;
    }
    axialOnly_ = e.behaviour != Behaviour::Beam;
    for (int d = 0; d < 12; ++d) {
        const double joint = (d < 6 ? e.springI : e.springJ)[d % 6];
        if (joint > 0 && !released[d] && !axialOnly_ && k_(d, d) > 0) {
            // A spring between node and element end: the element's own freedom is condensed, the node's stays.
            const Vector12 column = k_.col(d) / (k_(d, d) + joint);
            releases_.push_back({d, k_(d, d) + joint, column, false});
            k_ -= column * k_.row(d).eval();
            continue;
        }
        if (!released[d]) continue;
        const double pivot = k_(d, d);
        if (pivot <= 1e-9 * raw_(d, d)) {
            releases_.push_back({d, 0.0, Vector12::Zero(), true});
            k_.row(d).setZero();
            k_.col(d).setZero();
            continue;
        }
        const Vector12 column = k_.col(d) / pivot;
        releases_.push_back({d, pivot, column, true});
        k_ -= column * k_.row(d).eval();
        k_.row(d).setZero();
        k_.col(d).setZero();
    }
    if (e.behaviour != Behaviour::Beam) {
        // What elimination leaves beside the axial stiffness is dust.
        k_.setZero();
        k_(0, 0) = k_(6, 6) = axial;
        k_(0, 6) = k_(6, 0) = -axial;
        if (tension != 0) k_ += geometric(tension); // a string
    }
}

Vector12 ElementModel::toLocal(const Vector12& g) const
{
    Vector12 out;
    for (int b = 0; b < 12; b += 3) {
        const Vec3 v = axes_.toLocal({g(b), g(b + 1), g(b + 2)});
        out(b) = v.x;
        out(b + 1) = v.y;
        out(b + 2) = v.z;
    }
    for (const auto& [b, arm] : {std::pair{0, armI_}, std::pair{6, armJ_}}) {
        if (arm == Vec3{}) continue;
        const Vec3 v = axes_.toLocal(cross({g(b + 3), g(b + 4), g(b + 5)}, arm)); // the end swings round the node
        out(b) += v.x;
        out(b + 1) += v.y;
        out(b + 2) += v.z;
    }
    return out;
}

Vector12 ElementModel::toGlobal(const Vector12& l) const
{
    Vector12 out;
    for (int b = 0; b < 12; b += 3) {
        const Vec3 v = axes_.toGlobal({l(b), l(b + 1), l(b + 2)});
        out(b) = v.x;
        out(b + 1) = v.y;
        out(b + 2) = v.z;
    }
    for (const auto& [b, arm] : {std::pair{0, armI_}, std::pair{6, armJ_}}) {
        if (arm == Vec3{}) continue;
        const Vec3 m = cross(arm, {out(b), out(b + 1), out(b + 2)});
        out(b + 3) += m.x;
        out(b + 4) += m.y;
        out(b + 5) += m.z;
    }
    return out;
}

Matrix12 ElementModel::turned(const Matrix12& k) const
{
    Eigen::Matrix3d r; // rows are the local axes
    r << axes_.x.x, axes_.x.y, axes_.x.z, axes_.y.x, axes_.y.y, axes_.y.z, axes_.z.x, axes_.z.y, axes_.z.z;
    Matrix12 out;
    for (int i = 0; i < 12; i += 3)
        for (int j = 0; j < 12; j += 3)
            out.block<3, 3>(i, j) = r.transpose() * k.block<3, 3>(i, j) * r;
    if (armI_ == Vec3{} && armJ_ == Vec3{}) return out;
    Matrix12 swing = Matrix12::Identity(); // ends by nodes: u + θ × arm
    for (const auto& [b, a] : {std::pair{0, armI_}, std::pair{6, armJ_}})
        swing.block<3, 3>(b, b + 3) << 0, a.z, -a.y, -a.z, 0, a.x, a.y, -a.x, 0;
    return swing.transpose() * out * swing;
}

Matrix12 ElementModel::globalStiffness() const
{
    return turned(k_);
}

Matrix12 ElementModel::globalGeometric(double axial) const
{
    return turned(geometric(axial));
}

Matrix12 ElementModel::offsetGeometric(const Vector12& ends) const
{
    Matrix12 out = Matrix12::Zero();
    for (const auto& [b, a] : {std::pair{0, armI_}, std::pair{6, armJ_}}) {
        const Vec3 force = axes_.toGlobal({ends(b), ends(b + 1), ends(b + 2)});
        // (θ × r) × f = r (f·θ) − (r·f) θ
        const Eigen::Vector3d r(a.x, a.y, a.z), f(force.x, force.y, force.z);
        out.block<3, 3>(b + 3, b + 3) = (r * f.transpose() + f * r.transpose()) / 2 - r.dot(f) * Eigen::Matrix3d::Identity();
    }
    return out;
}

namespace {

// ∫ w'² with cubic w: (1/30L)·[36 3L -36 3L; …]; turn as in addBending.
void addGeometric(Matrix12& k, double n, double l, int w, int r, double turn)
{
    const double c = n / (30 * l), t = turn;
    const std::array<int, 4> d{w, r, w + 6, r + 6};
    const double m[4][4] = {{36, t * 3 * l, -36, t * 3 * l},
                            {t * 3 * l, 4 * l * l, -t * 3 * l, -l * l},
                            {-36, -t * 3 * l, 36, -t * 3 * l},
                            {t * 3 * l, -l * l, -t * 3 * l, 4 * l * l}};
    for (int i = 0; i < 4; ++i)
        for (int j = 0; j < 4; ++j)
            k(d[i], d[j]) += c * m[i][j];
}

} // namespace

Matrix12 ElementModel::geometric(double axial) const
{
    Matrix12 g = Matrix12::Zero();
    if (axialOnly_) {
        const double c = axial / length_;
        for (const int d : {1, 2}) {
            g(d, d) += c;
            g(d + 6, d + 6) += c;
            g(d, d + 6) -= c;
            g(d + 6, d) -= c;
        }
        return g;
    }
    addGeometric(g, axial, length_, 2, 4, -1);
    addGeometric(g, axial, length_, 1, 5, +1);
    if (releases_.empty()) return g;
    Matrix12 follow; // element's own freedoms by those of the nodes
    for (int d = 0; d < 12; ++d)
        follow.col(d) = inner(Vector12::Unit(d));
    return follow.transpose() * g * follow;
}

Matrix12 ElementModel::globalMass(double perLength, double polarPerLength) const
{
    Matrix12 m = Matrix12::Zero();
    const double l = length_, ml = perLength * l;
    for (const auto& [d, total] : {std::pair{0, ml}, std::pair{3, polarPerLength * l}}) {
        // The mean of the consistent and the lumped matrix: their errors have opposite signs, what is left is of fourth order.
        m(d, d) = m(d + 6, d + 6) = total * 5 / 12;
        m(d, d + 6) = m(d + 6, d) = total / 12;
    }
    if (axialOnly_) {
        m.block<3, 3>(3, 3).setZero(), m.block<3, 3>(9, 9).setZero();
        m(3, 9) = m(9, 3) = 0;
        for (const int d : {1, 2}) {
            m(d, d) = m(d + 6, d + 6) = ml / 3;
            m(d, d + 6) = m(d + 6, d) = ml / 6;
        }
        return turned(m);
    }
    for (const auto& [w, r, t] : {std::tuple{2, 4, -1.0}, std::tuple{1, 5, 1.0}}) {
        const std::array<int, 4> d{w, r, w + 6, r + 6};
        const double k[4][4] = {{156, t * 22 * l, 54, -t * 13 * l},
                                {t * 22 * l, 4 * l * l, t * 13 * l, -3 * l * l},
                                {54, t * 13 * l, 156, -t * 22 * l},
                                {-t * 13 * l, -3 * l * l, -t * 22 * l, 4 * l * l}};
        for (int i = 0; i < 4; ++i)
            for (int j = 0; j < 4; ++j)
                m(d[i], d[j]) += ml / 420 * k[i][j];
    }
    if (!releases_.empty()) {
        Matrix12 follow;
        for (int d = 0; d < 12; ++d)
            follow.col(d) = inner(Vector12::Unit(d));
        m = follow.transpose() * m * follow;
    }
    return turned(m);
}

Vector12 ElementModel::inner(const Vector12& moved) const
{
    Vector12 u = moved;
    for (const Release& r : releases_)
        if (r.free) u(r.dof) = 0;
    // Last eliminated first: an earlier one depends on the later ones.
    for (auto r = releases_.rbegin(); r != releases_.rend(); ++r) {
        if (r->pivot == 0) continue;
        double own = r->free ? 0.0 : (1 - r->column(r->dof)) * moved(r->dof);
        for (int j = 0; j < 12; ++j)
            if (j != r->dof) own -= r->column(j) * u(j);
        u(r->dof) = own;
    }
    return u;
}

SectionForces ElementModel::deformedForces(const SpanLoads& loads, const Vector12& e, const Vector12& moved, double axial,
                                           double s, bool after) const
{
    SectionForces f = sectionForces(loads, e, s, after);
    const Vector12 u = inner(moved);
    const double l = length_, x = s / l;
    double w = 0, v = 0, dw = 0, dv = 0; // deflection from end i and slope
    if (axialOnly_) {
        w = x * (u(8) - u(2));
        v = x * (u(7) - u(1));
        dw = (u(8) - u(2)) / l;
        dv = (u(7) - u(1)) / l;
    } else {
        const double h2 = 3 * x * x - 2 * x * x * x, h1 = x - 2 * x * x + x * x * x, h3 = -x * x + x * x * x;
        const double d2 = (6 * x - 6 * x * x) / l, d1 = 1 - 4 * x + 3 * x * x, d3 = -2 * x + 3 * x * x;
        w = h2 * (u(8) - u(2)) - l * (h1 * u(4) + h3 * u(10));
        dw = d2 * (u(8) - u(2)) - (d1 * u(4) + d3 * u(10));
        v = h2 * (u(7) - u(1)) + l * (h1 * u(5) + h3 * u(11));
        dv = d2 * (u(7) - u(1)) + (d1 * u(5) + d3 * u(11));
    }
    f[4] += axial * w;
    f[5] += axial * v;
    f[2] += axial * dw;
    f[1] += axial * dv;
    return f;
}

namespace {

// Calls use(a, weight·dl, q(a)) at Gauss points of a line load: three points, exact up to degree 5.
template <class F> void overLine(const SpanLoads::Line& line, F use)
{
    static const double g[3] = {0.5 - std::sqrt(0.15), 0.5, 0.5 + std::sqrt(0.15)}, w[3] = {5.0 / 18, 8.0 / 18, 5.0 / 18};
    const double l = line.to - line.from;
    for (int k = 0; k < 3; ++k)
        use(line.from + g[k] * l, w[k] * l, line.q0 + g[k] * (line.q1 - line.q0));
}

} // namespace

Vector12 ElementModel::clampedForces(const SpanLoads& loads) const
{
    // Displacement of end j of the cantilever clamped at i, then the forces at j that bring it back, then equilibrium.
    const double l = length_;
    Eigen::Matrix<double, 6, 1> d = Eigen::Matrix<double, 6, 1>::Zero();
    Vec3 sumF, sumM; // resultant at i
    const auto force = [&](double a, Vec3 f) {
        d(0) += f.x * a / ea_;
        const double wz = f.z * (a * a * (3 * l - a) / (6 * eiy_) + (gaz_ > 0 ? a / gaz_ : 0.0)), sz = f.z * a * a / (2 * eiy_);
        const double wy = f.y * (a * a * (3 * l - a) / (6 * eiz_) + (gay_ > 0 ? a / gay_ : 0.0)), sy = f.y * a * a / (2 * eiz_);
        d(2) += wz;
        d(4) -= sz;
        d(1) += wy;
        d(5) += sy;
        sumF = sumF + f;
        sumM = sumM + Vec3{0, -a * f.z, a * f.y};
    };
    for (const auto& line : loads.lines)
        overLine(line, [&](double a, double dl, Vec3 q) { force(a, dl * q); });
    for (const auto& p : loads.points) {
        force(p.at, p.f);
        const double a = p.at;
        if (p.m.x != 0) d(3) += p.m.x * a / gj_;
        const double my = -p.m.y; // in the sense of the slope dw/ds
        d(2) += my * a * (2 * l - a) / (2 * eiy_);
        d(4) -= my * a / eiy_;
        d(1) += p.m.z * a * (2 * l - a) / (2 * eiz_);
        d(5) += p.m.z * a / eiz_;
        sumM = sumM + p.m;
    }
    d(0) += loads.elongation * l;
    d(2) += loads.curveY * l * l / 2;
    d(4) -= loads.curveY * l;
    d(1) += loads.curveZ * l * l / 2;
    d(5) += loads.curveZ * l;
    const Eigen::Matrix<double, 6, 1> fj = -raw_.block<6, 6>(6, 6) * d;
    Vector12 out;
    out.segment<6>(6) = fj;
    out(0) = -sumF.x - fj(0);
    out(1) = -sumF.y - fj(1);
    out(2) = -sumF.z - fj(2);
    out(3) = -sumM.x - fj(3);
    out(4) = -sumM.y - fj(4) + l * fj(2);
    out(5) = -sumM.z - fj(5) - l * fj(1);
    return out;
}

bool ElementModel::fixedEnd(const SpanLoads& loads, Vector12& out) const
{
    out = clampedForces(loads);
    const double size = out.cwiseAbs().maxCoeff();
    bool resisted = true;
    for (const Release& r : releases_) {
        if (r.pivot == 0) {
            if (std::abs(out(r.dof)) > 1e-7 * size) resisted = false;
        } else {
            const double f = out(r.dof);
            out -= f * r.column;
        }
        if (r.free) out(r.dof) = 0;
    }
    return resisted;
}

SectionForces ElementModel::sectionForces(const SpanLoads& loads, const Vector12& e, double s, bool after) const
{
    double n = -e(0), vy = e(1), vz = e(2), t = -e(3), my = e(4) + e(2) * s, mz = -e(5) + e(1) * s;
    const double eps = 1e-9 * length_;
    for (const auto& line : loads.lines) {
        if (s <= line.from) continue;
        SpanLoads::Line part = line;
        if (s < line.to) {
            part.q1 = line.q0 + ((s - line.from) / (line.to - line.from)) * (line.q1 - line.q0);
            part.to = s;
        }
        overLine(part, [&](double a, double dl, Vec3 q) {
            n -= q.x * dl;
            vy += q.y * dl;
            vz += q.z * dl;
            my += q.z * dl * (s - a);
            mz += q.y * dl * (s - a);
        });
    }
    for (const auto& p : loads.points) {
        if (after ? p.at > s + eps : p.at >= s - eps) continue;
        n -= p.f.x;
        vy += p.f.y;
        vz += p.f.z;
        t -= p.m.x;
        my += p.f.z * (s - p.at) + p.m.y;
        mz += p.f.y * (s - p.at) - p.m.z;
    }
    return {n, vy, vz, t, my, mz};
}

std::vector<SpanLoads> spanLoads(const Frame& f, const LoadCase& c)
{
    std::vector<SpanLoads> out(f.elements.size());
    std::vector<Axes> axes(f.elements.size());
    for (size_t e = 0; e < f.elements.size(); ++e)
        axes[e] = elementAxes(f, f.elements[e]);
    // Load components per true length, local.
    const auto local = [&](int e, LoadAxes a, Vec3 q) {
        const Axes& x = axes[e];
        if (a == LoadAxes::Local) return q;
        if (a == LoadAxes::Projected)
            for (int k = 0; k < 3; ++k)
                q[k] *= std::sqrt(std::max(0.0, 1 - x.x[k] * x.x[k]));
        return x.toLocal(q);
    };
    if (c.selfWeight != 0)
        for (size_t e = 0; e < f.elements.size(); ++e) {
            const Element& el = f.elements[e];
            const double weight =
                c.selfWeight * kGravity * f.materials[el.material].density * f.sections[el.section].properties.a;
            const Vec3 q = axes[e].toLocal(-weight * f.upward());
            out[e].lines.push_back({0, f.length(el), q, q});
        }
    for (const LineLoad& l : c.line) {
        const double end = l.to.value_or(f.length(f.elements[l.element]));
        if (end > l.from)
            out[l.element].lines.push_back({l.from, end, local(l.element, l.axes, l.q0), local(l.element, l.axes, l.q1)});
    }
    for (const PanelLoad& panel : panelLoads(f, c))
        for (const LineLoad& l : panel.lines)
            out[l.element].lines.push_back({l.from, *l.to, local(l.element, l.axes, l.q0), local(l.element, l.axes, l.q1)});
    for (const PointLoad& p : c.point) {
        // A point load has no length to project: projected means global here.
        const LoadAxes a = p.axes == LoadAxes::Local ? LoadAxes::Local : LoadAxes::Global;
        out[p.element].points.push_back({p.at, local(p.element, a, p.f), local(p.element, a, p.m)});
    }
    for (const ThermalLoad& t : c.thermal) {
        const Material& m = f.materials[f.elements[t.element].material];
        out[t.element].elongation += m.alpha * t.uniform;
        // Warmer towards +z lengthens the upper fibre: the axis curves downwards.
        out[t.element].curveY -= m.alpha * t.gradientZ;
        out[t.element].curveZ -= m.alpha * t.gradientY;
    }
    return out;
}

} // namespace wr
