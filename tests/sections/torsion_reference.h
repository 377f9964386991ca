// St Venant torsion solved numerically on the exact outline: an independent witness for the formulas of core/sections/torsion.
#pragma once

#include "core/sections/outline.h"

#include <Eigen/SparseCore>
#include <Eigen/SparseLU>
#include <algorithm>
#include <cmath>
#include <map>

namespace wr::test {

// J = 2 ∫φ dA with ∇²φ = -2 inside and φ = 0 on the edge (Prandtl). Finite differences on a square grid whose stencils are
// cut at the edge where it crosses them (Shortley & Weller), so that the error falls with the square of the step. One loop.
inline double prandtl(const Loop& loop, double step)
{
    double y0 = 1e300, y1 = -1e300, z0 = 1e300, z1 = -1e300;
    for (const Point2& p : loop) {
        y0 = std::min(y0, p.y);
        y1 = std::max(y1, p.y);
        z0 = std::min(z0, p.z);
        z1 = std::max(z1, p.z);
    }
    // Crossings of every grid row (z = const) and column (y = const) with the outline, sorted.
    const auto crossings = [&](bool row, double at) {
        std::vector<double> out;
        for (size_t i = 0; i < loop.size(); ++i) {
            const Point2 p = loop[i], q = loop[(i + 1) % loop.size()];
            const double a = row ? p.z : p.y, b = row ? q.z : q.y;
            if ((a <= at) == (b <= at)) continue;
            const double k = (at - a) / (b - a);
            out.push_back(row ? p.y + k * (q.y - p.y) : p.z + k * (q.z - p.z));
        }
        std::sort(out.begin(), out.end());
        return out;
    };
    const double oy = y0 + 0.317 * step, oz = z0 + 0.271 * step; // off the straight edges
    const int ny = static_cast<int>((y1 - oy) / step) + 1, nz = static_cast<int>((z1 - oz) / step) + 1;
    std::map<std::pair<int, int>, int> number;
    std::vector<std::vector<double>> rows(static_cast<size_t>(nz)), columns(static_cast<size_t>(ny));
    for (int j = 0; j < nz; ++j) {
        auto& cut = rows[j];
        cut = crossings(true, oz + j * step);
        for (size_t c = 0; c + 1 < cut.size(); c += 2)
            for (int i = std::max(0, static_cast<int>(std::ceil((cut[c] - oy) / step))); i < ny && oy + i * step < cut[c + 1];
                 ++i)
                if (oy + i * step > cut[c]) number.emplace(std::pair{i, j}, 0);
    }
    for (int i = 0; i < ny; ++i)
        columns[i] = crossings(false, oy + i * step);
    int n = 0;
    for (auto& [at, k] : number)
        k = n++;
    // Distance from a point along its row or column to the edge, at most one step.
    const auto reach = [&](const std::vector<double>& cut, double at, bool forward) {
        double best = step;
        for (const double c : cut)
            if (forward ? c > at : c < at) best = std::min(best, std::abs(c - at));
        return std::max(best, 1e-9 * step);
    };
    std::vector<Eigen::Triplet<double>> entries;
    Eigen::VectorXd load = Eigen::VectorXd::Constant(n, 2.0);
    for (const auto& [at, k] : number) {
        const auto [i, j] = at;
        const double y = oy + i * step, z = oz + j * step;
        const auto axis = [&](const std::vector<double>& cut, double where, std::pair<int, int> back,
                              std::pair<int, int> ahead) {
            const double hb = reach(cut, where, false), hf = reach(cut, where, true);
            entries.emplace_back(k, k, 2 / (hb * hf));
            if (const auto it = number.find(back); hb >= step && it != number.end())
                entries.emplace_back(k, it->second, -2 / (hb * (hb + hf)));
            if (const auto it = number.find(ahead); hf >= step && it != number.end())
                entries.emplace_back(k, it->second, -2 / (hf * (hb + hf)));
        };
        axis(rows[j], y, {i - 1, j}, {i + 1, j});
        axis(columns[i], z, {i, j - 1}, {i, j + 1});
    }
    Eigen::SparseMatrix<double> m(n, n);
    m.setFromTriplets(entries.begin(), entries.end());
    Eigen::SparseLU<Eigen::SparseMatrix<double>> solver(m);
    const Eigen::VectorXd phi = solver.solve(load);
    return 2 * phi.sum() * step * step;
}

// Two grids and Richardson's extrapolation of the squared step.
inline double torsionReference(const Loop& loop, double step)
{
    const double coarse = prandtl(loop, step), fine = prandtl(loop, step / 2);
    return fine + (fine - coarse) / 3;
}

} // namespace wr::test
