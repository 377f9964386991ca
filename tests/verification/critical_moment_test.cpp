// M_cr by the energy method (en1993/critical_moment) against published coefficients and against a finite element solution in
// sideways displacement and twist, written apart from it.
#include "core/standards/en1993/critical_moment.h"
#include "core/standards/en1993/section.h"
#include "tests/support.h"

#include <Eigen/Dense>
#include <cmath>
#include <functional>

using namespace wr;
using namespace wr::en1993;
using Catch::Matchers::WithinRel;

namespace {

// A diagram over 0 … 1 and its loads (place, N along -z).
struct Diagram
{
    std::function<double(double)> m;
    std::function<double(double)> q = [](double) { return 0.0; }; // N/m
    std::vector<std::pair<double, double>> points = {};
};

Segment segmentOf(const Diagram& d, double length)
{
    Segment s;
    s.length = length;
    const double h = 1.0 / (Segment::kSamples - 1);
    for (size_t i = 0; i < Segment::kSamples; ++i) {
        const double x = static_cast<double>(i) * h;
        s.m[i] = d.m(x);
        s.largest = std::max(s.largest, std::abs(s.m[i]));
        s.q[i] = d.q(x) * length * h * (i == 0 || i + 1 == Segment::kSamples ? 0.5 : 1.0);
    }
    for (const auto& [x, p] : d.points)
        s.q[std::lround(x / h)] += p;
    return s;
}

// Hermite cubics for v and φ over n elements: K x + λ H x = 0 with H_vφ = ∫M v''φ, H_φφ = -∫Mβφ'φ' - Σ q zg φφ.
double byElements(const SectionStiffness& s, const Diagram& d, double length, double zg, bool planFixed, bool warpFixed,
                  bool cantilever = false, int n = 20)
{
    const int nodes = n + 1, dofs = 4 * nodes; // v v' φ φ' of each node
    Eigen::MatrixXd k = Eigen::MatrixXd::Zero(dofs, dofs), h = Eigen::MatrixXd::Zero(dofs, dofs);
    const double l = length / n;
    const double gauss[4] = {-0.8611363115940526, -0.3399810435848563, 0.3399810435848563, 0.8611363115940526},
                 weight[4] = {0.3478548451374538, 0.6521451548625461, 0.6521451548625461, 0.3478548451374538};
    const auto shape = [&](double t) {
        return std::array<double, 4>{1 - 3 * t * t + 2 * t * t * t, l * (t - 2 * t * t + t * t * t), 3 * t * t - 2 * t * t * t,
                                     l * (t * t * t - t * t)};
    };
    for (int e = 0; e < n; ++e)
        for (int g = 0; g < 4; ++g) {
            const double t = (1 + gauss[g]) / 2, w = weight[g] / 2 * l, x = (e + t) / n, m = d.m(x);
            const std::array<double, 4> f = shape(t),
                                        f1{(-6 * t + 6 * t * t) / l, 1 - 4 * t + 3 * t * t, (6 * t - 6 * t * t) / l,
                                           3 * t * t - 2 * t},
                                        f2{(-6 + 12 * t) / (l * l), (-4 + 6 * t) / l, (6 - 12 * t) / (l * l), (6 * t - 2) / l};
            for (int a = 0; a < 4; ++a)
                for (int b = 0; b < 4; ++b) {
                    const int va = 4 * (e + a / 2) + a % 2, vb = 4 * (e + b / 2) + b % 2, pa = va + 2, pb = vb + 2;
                    const auto i = static_cast<size_t>(a), j = static_cast<size_t>(b);
                    k(va, vb) += w * s.eiz * f2[i] * f2[j];
                    k(pa, pb) += w * (s.eiw * f2[i] * f2[j] + s.git * f1[i] * f1[j]);
                    h(va, pb) += w * m * f2[i] * f[j];
                    h(pb, va) += w * m * f2[i] * f[j];
                    h(pa, pb) -= w * (m * s.beta * f1[i] * f1[j] + zg * d.q(x) * f[i] * f[j]);
                }
        }
    for (const auto& [x, p] : d.points) {
        const int node = static_cast<int>(std::lround(x * n));
        h(4 * node + 2, 4 * node + 2) -= zg * p;
    }
    std::vector<int> keep;
    for (int i = 0; i < dofs; ++i) {
        const int node = i / 4, what = i % 4;
        const bool end = node == 0 || (node == n && !cantilever);
        const bool held = end && (what == 0 || what == 2 || (what == 1 && (planFixed || cantilever)) ||
                                  (what == 3 && (warpFixed || cantilever)));
        if (!held) keep.push_back(i);
    }
    const auto small = [&](const Eigen::MatrixXd& whole) {
        Eigen::MatrixXd out(keep.size(), keep.size());
        for (size_t i = 0; i < keep.size(); ++i)
            for (size_t j = 0; j < keep.size(); ++j)
                out(static_cast<Eigen::Index>(i), static_cast<Eigen::Index>(j)) = whole(keep[i], keep[j]);
        return out;
    };
    const Eigen::GeneralizedSelfAdjointEigenSolver<Eigen::MatrixXd> solver(-small(h), small(k), Eigen::EigenvaluesOnly);
    double largest = 0;
    for (int i = 0; i <= 200; ++i)
        largest = std::max(largest, std::abs(d.m(i / 200.0)));
    return largest / solver.eigenvalues().maxCoeff();
}

SectionStiffness stiffness(const char* name)
{
    const SectionProperties& p = test::Alone::find(name).properties();
    return {210e9 * p.iz, 210e9 * p.iw, 80.77e9 * p.it, p.betay};
}

Diagram linear(double psi)
{
    return {[psi](double x) { return 1e3 * (1 - x + psi * x); }};
}
Diagram uniformLoad(double length)
{
    return {[=](double x) { return 1e3 * length * length * x * (1 - x) / 2; }, [](double) { return 1e3; }};
}
Diagram midPoint(double length)
{
    return {[=](double x) { return 1e3 * length * std::min(x, 1 - x) / 2; }, [](double) { return 0.0; }, {{0.5, 1e3}}};
}
Diagram fixedEnds(double length)
{
    return {[=](double x) { return 1e3 * length * length * (x * (1 - x) / 2 - 1.0 / 12); }, [](double) { return 1e3; }};
}
Diagram cantileverTip(double length)
{
    return {[=](double x) { return -1e3 * length * (1 - x); }, [](double) { return 0.0; }, {{1.0, 1e3}}};
}

} // namespace

TEST_CASE("critical moment: the energy solution against finite elements in v and φ", "[en1993][Mcr]")
{
    for (const char* name : {"IPE300", "HEB300", "IPE600", "UPE300"})
        for (const double length : {2.0, 6.0, 15.0}) {
            const SectionStiffness s = stiffness(name);
            const double h = test::Alone::find(name).shape.h;
            CAPTURE(name, length);
            const auto compare = [&](const Diagram& d, double zg, double k, double kw, double tolerance) {
                CAPTURE(zg, k, kw);
                const double ours = criticalMoment(s, segmentOf(d, length), {k, kw}, zg);
                CHECK_THAT(ours, WithinRel(byElements(s, d, length, zg, k < 0.6, kw < 0.6), tolerance));
            };
            for (const double psi : {1.0, 0.5, 0.0, -0.5, -1.0})
                for (const auto& [k, kw] : {std::pair{1.0, 1.0}, {0.5, 0.5}, {0.5, 1.0}, {1.0, 0.5}})
                    compare(linear(psi), 0, k, kw, 0.003);
            for (const double zg : {0.0, h / 2, -h / 2})
                for (const auto& [k, kw] : {std::pair{1.0, 1.0}, {0.5, 0.5}}) {
                    compare(uniformLoad(length), zg, k, kw, 0.003);
                    compare(midPoint(length), zg, k, kw, 0.006);
                    compare(fixedEnds(length), zg, k, kw, 0.01);
                }
            // Cantilevers, the load at the tip at three heights.
            for (const double zg : {0.0, h / 2, -h / 2}) {
                Segment tip = segmentOf(cantileverTip(length), length);
                tip.cantilever = true;
                CHECK_THAT(criticalMoment(s, tip, {}, zg),
                           WithinRel(byElements(s, cantileverTip(length), length, zg, false, false, true), 0.006));
            }
        }
}

TEST_CASE("critical moment: monosymmetric I against finite elements, either flange compressed", "[en1993][Mcr]")
{
    Shape shape;
    shape.kind = ShapeKind::IUnequal;
    shape.welded = true;
    shape.h = 0.6;
    shape.b = 0.3;
    shape.tf = 0.02;
    shape.b2 = 0.18;
    shape.tf2 = 0.014;
    shape.tw = 0.01;
    const SectionProperties p = computeProperties(shape);
    const SectionStiffness s{210e9 * p.iz, 210e9 * p.iw, 80.77e9 * p.it, p.betay};
    CHECK(p.betay < 0); // the larger flange is at the top: compressed, it stabilises
    for (const double sign : {1.0, -1.0})
        for (const double psi : {1.0, 0.0, -0.7}) {
            CAPTURE(sign, psi);
            const Diagram d{[=](double x) { return sign * 1e3 * (1 - x + psi * x); }};
            CHECK_THAT(criticalMoment(s, segmentOf(d, 8), {}, 0), WithinRel(byElements(s, d, 8, 0, false, false), 0.004));
        }
    const Diagram up{[](double) { return 1e3; }}, down{[](double) { return -1e3; }};
    CHECK(criticalMoment(s, segmentOf(up, 8), {}, 0) > 1.3 * criticalMoment(s, segmentOf(down, 8), {}, 0));
    // Closed form for uniform moment: π²EIz/L²·(sqrt(Iw/Iz + L²GIt/(π²EIz) + zj²) + zj), zj = -β/2.
    const double n = kPi * kPi * s.eiz / 64, zj = -s.beta / 2;
    CHECK_THAT(criticalMoment(s, segmentOf(up, 8), {}, 0),
               WithinRel(n * (std::sqrt(s.eiw / s.eiz + s.git / n + zj * zj) + zj), 1e-6));
}

TEST_CASE("critical moment: published coefficients C1 and C2", "[en1993][Mcr]")
{
    // NCCI SN003 (Access Steel), k = kw = 1: end moments, uniform load, load at midspan.
    const SectionStiffness s = stiffness("IPE500");
    const double length = 10, reference = uniformCriticalMoment(s, length, {});
    const auto c1 = [&](const Diagram& d, double k = 1) {
        return criticalMoment(s, segmentOf(d, length), {k, k}, 0) / uniformCriticalMoment(s, length, {k, k});
    };
    CHECK_THAT(criticalMoment(s, segmentOf(linear(1), length), {}, 0), WithinRel(reference, 1e-6));
    struct Row
    {
        double psi, c1;
    };
    // The note's values are lower bounds over all lengths; 1.88 - 1.40ψ + 0.52ψ² (ENV 1993-1-1 Annex F) lies above them.
    for (const Row& r : {Row{0.75, 1.14}, Row{0.5, 1.31}, Row{0.25, 1.52}, Row{0, 1.77}, Row{-0.25, 2.05}, Row{-0.5, 2.33}}) {
        CAPTURE(r.psi);
        CHECK(c1(linear(r.psi)) > 0.99 * r.c1);
        CHECK(c1(linear(r.psi)) < 1.02 * (1.88 - 1.40 * r.psi + 0.52 * r.psi * r.psi));
    }
    CHECK_THAT(c1(uniformLoad(length)), WithinRel(1.127, 0.01));
    CHECK_THAT(c1(midPoint(length)), WithinRel(1.348, 0.015));
    // C2 from the top-flange load: M = C1·N·(sqrt(a + (C2 zg)²) - C2 zg), solved for C2.
    const double zg = test::Alone::find("IPE500").shape.h / 2, n = kPi * kPi * s.eiz / (length * length),
                 a = s.eiw / s.eiz + s.git / n;
    const auto c2 = [&](const Diagram& d) {
        const double one = c1(d), m = criticalMoment(s, segmentOf(d, length), {}, zg) / (one * n);
        return (a - m * m) / (2 * m * zg);
    };
    CHECK_THAT(c2(uniformLoad(length)), WithinRel(0.454, 0.03));
    CHECK_THAT(c2(midPoint(length)), WithinRel(0.630, 0.14)); // the table's value; 0.55 in other sources
    // Cantilever with a load at the tip, narrow rectangle: 4.013/L²·sqrt(EIz·GIt) (Timoshenko & Gere 1961, 6.3).
    const SectionStiffness bar{1e5, 0, 2e4, 0};
    Segment tip = segmentOf(cantileverTip(4), 4);
    tip.cantilever = true;
    CHECK_THAT(criticalMoment(bar, tip, {}, 0) / 4, WithinRel(4.013 / 16 * std::sqrt(bar.eiz * bar.git), 0.003));
    // Simply supported narrow rectangle: 16.94/L² with a load at midspan, 28.3/L³ under uniform load.
    CHECK_THAT(criticalMoment(bar, segmentOf(midPoint(4), 4), {}, 0),
               WithinRel(16.94 / 4 / 4 * std::sqrt(bar.eiz * bar.git), 0.003));
    CHECK_THAT(criticalMoment(bar, segmentOf(uniformLoad(4), 4), {}, 0),
               WithinRel(28.3 / 8 / 4 * std::sqrt(bar.eiz * bar.git), 0.003));
}

TEST_CASE("critical moment: Timoshenko and Gere's tables for I beams, loads at three heights", "[en1993][Mcr]")
{
    // 6.3, simply supported: P_cr and (qL)_cr = γ·sqrt(EIz·GIt)/L² by L²GIt/EIw; loads at the top flange, the centroid, the
    // bottom flange, h between the flanges' centres (Iw = Iz·h²/4). Three digits in the tables.
    struct Row
    {
        double kappa, top, middle, bottom;
    };
    const auto compare = [](const Row& r, bool point, double tolerance) {
        const double l = 10, eiz = 4e6, git = 1e5, eiw = git * l * l / r.kappa, h = 2 * std::sqrt(eiw / eiz);
        const SectionStiffness s{eiz, eiw, git, 0};
        const Segment g = segmentOf(point ? midPoint(l) : uniformLoad(l), l);
        const auto gamma = [&](double zg) {
            return criticalMoment(s, g, {}, zg) * (point ? 4 : 8) / l * l * l / std::sqrt(eiz * git);
        };
        CAPTURE(point, r.kappa);
        CHECK_THAT(gamma(h / 2), WithinRel(r.top, tolerance));
        CHECK_THAT(gamma(0), WithinRel(r.middle, tolerance));
        CHECK_THAT(gamma(-h / 2), WithinRel(r.bottom, tolerance));
    };
    for (const Row& r : {Row{0.4, 51.5, 86.4, 147}, Row{4, 20.1, 31.9, 50.0}, Row{8, 16.9, 25.6, 38.2},
                         Row{16, 15.4, 21.8, 30.3}, Row{32, 14.9, 19.6, 25.4}, Row{96, 15.1, 17.9, 21.1}})
        compare(r, true, 0.01);
    for (const Row& r : {Row{0.4, 92.9, 143, 223}, Row{4, 36.3, 53.0, 77.4}, Row{8, 30.4, 42.6, 59.6},
                         Row{16, 27.5, 36.3, 48.0}, Row{32, 26.1, 32.6, 40.5}})
        compare(r, false, 0.01);
}

TEST_CASE("critical moment: C1 of ENV 1993-1-1 Table F.1.1, end moments", "[en1993][Mcr]")
{
    const double published[] = {1.000, 1.141, 1.323, 1.563, 1.879, 2.281, 2.704, 2.927, 2.752};
    for (const double kappa : {0.3, 3.0, 30.0}) {
        const double l = 10, eiz = 4e6, git = 1e5;
        const SectionStiffness s{eiz, git * l * l / kappa, git, 0};
        for (int i = 0; i <= 8; ++i) {
            const double psi = 1 - 0.25 * i,
                         c1 = criticalMoment(s, segmentOf(linear(psi), l), {}, 0) / uniformCriticalMoment(s, l, {});
            CAPTURE(kappa, psi, c1);
            // The table is a fit; it lies up to 8 % above the solution (ours and that by finite elements) where the moment
            // reverses in a segment that mostly twists, and within 2 % for end moments of one sign where warping counts.
            CHECK(c1 < 1.01 * published[i]);
            CHECK(c1 > (i <= 4 && kappa < 10 ? 0.98 : 0.92) * published[i]);
        }
    }
}
