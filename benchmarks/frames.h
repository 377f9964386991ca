// Frames that the benchmarks share, and how they are timed.
#pragma once

#include "core/frame/forces.h"
#include "core/grades/grades.h"
#include "core/sections/catalogue.h"

#include <algorithm>
#include <chrono>
#include <fmt/format.h>
#include <fstream>
#include <memory>
#include <random>
#include <string>

namespace wr::benchmark {

// The best of so many runs, in seconds.
inline double seconds(int times, auto&& job)
{
    double best = 1e9;
    for (int k = 0; k < times; ++k) {
        const auto begin = std::chrono::steady_clock::now();
        job();
        best = std::min(best, std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count());
    }
    return best;
}

// "VmHWM:" (peak) or "VmRSS:" of this process.
inline double megabytes(const char* key)
{
    std::ifstream in("/proc/self/status");
    std::string line;
    while (std::getline(in, line))
        if (line.starts_with(key)) return std::stod(line.substr(line.find(':') + 1)) / 1024;
    return 0;
}

// A building of rigid joints, `along` × `across` bays, with floor loads and wind in every case.
inline Frame building(int along, int across, int storeys, int cases, int combinations)
{
    Frame f;
    Material m;
    m.id = "S";
    m.e = 210e9;
    m.g = 81e9;
    m.density = 7850;
    m.fy = 355e6;
    m.fu = 490e6;
    f.materials.push_back(m);
    for (const char* name : {"HEB300", "IPE400", "IPE360", "HEB320"}) {
        const CatalogueSection* c = shippedCatalogue().find(name);
        FrameSection s;
        s.id = s.name = c->designation;
        s.shape = c->shape;
        s.properties = c->properties();
        f.sections.push_back(s);
    }
    const auto node = [&](int x, int y, int z) { return (z * (across + 1) + y) * (along + 1) + x; };
    for (int z = 0; z <= storeys; ++z)
        for (int y = 0; y <= across; ++y)
            for (int x = 0; x <= along; ++x) {
                Node n;
                n.id = fmt::format("{}.{}.{}", x, y, z);
                n.at = {6.0 * x, 6.0 * y, 3.6 * z};
                if (z == 0)
                    for (Support& s : n.support)
                        s.held = true;
                f.nodes.push_back(std::move(n));
            }
    const auto add = [&](int i, int j, int section) {
        Element e;
        e.id = fmt::format("{}", f.elements.size());
        e.i = i;
        e.j = j;
        e.section = section;
        e.material = 0;
        f.elements.push_back(std::move(e));
    };
    for (int z = 1; z <= storeys; ++z)
        for (int y = 0; y <= across; ++y)
            for (int x = 0; x <= along; ++x) {
                add(node(x, y, z - 1), node(x, y, z), 0);
                if (x > 0) add(node(x - 1, y, z), node(x, y, z), 1);
                if (y > 0) add(node(x, y - 1, z), node(x, y, z), 2);
            }
    for (int c = 0; c < cases; ++c) {
        LoadCase l;
        l.id = fmt::format("C{}", c);
        if (c == 0) l.selfWeight = 1;
        for (size_t e = 0; e < f.elements.size(); ++e)
            if (f.elements[e].section != 0 && (c < 4 || e % 7 == static_cast<size_t>(c % 7))) {
                const Vec3 q{c % 3 == 2 ? 800.0 : 0.0, 0, -6000.0 + 100 * c};
                l.line.push_back({static_cast<int>(e), LoadAxes::Global, 0, {}, q, q});
            }
        f.cases.push_back(std::move(l));
    }
    for (int k = 0; k < combinations; ++k) {
        Combination u;
        u.id = fmt::format("U{}", k);
        u.terms = {{0, 1.2}, {1 + k % (cases - 1), 1.0 + 0.01 * k}};
        f.combinations.push_back(std::move(u));
    }
    return f;
}

// So many single members of 6 m with given forces, a hundred a group.
inline std::shared_ptr<Frame> manyMembers(int n, int cases, int combinations)
{
    auto f = std::make_shared<Frame>();
    const Grade* steel = findGrade("A992");
    Material m;
    m.id = "A992";
    m.grade = steel->name;
    m.e = steel->e;
    m.g = steel->g;
    m.density = steel->density;
    f->materials.push_back(m);
    for (const char* name : {"W14X90", "W18X50", "W12X65", "W21X62", "HSS8X8X3/8"}) {
        const CatalogueSection* c = shippedCatalogue().find(name);
        FrameSection s;
        s.id = s.name = c->designation;
        s.shape = c->shape;
        s.properties = c->properties();
        f->sections.push_back(s);
    }
    for (int k = 0; k < n; ++k) {
        for (const double x : {0.0, 6.0}) {
            Node node;
            node.id = fmt::format("{}{}", x > 0 ? "j" : "i", k);
            node.at = {x, 2.0 * k, 0};
            f->nodes.push_back(node);
        }
        Element e;
        e.id = fmt::format("e{}", k);
        e.i = 2 * k;
        e.j = 2 * k + 1;
        e.section = k % 5;
        e.material = 0;
        f->elements.push_back(e);
        DesignMember d;
        d.id = fmt::format("M{}", k);
        d.elements = {k};
        d.group = fmt::format("G{}", k / 100);
        f->design.members.push_back(d);
    }
    std::mt19937 random(1);
    std::uniform_real_distribution<double> factor(-1.6, 1.6);
    for (int c = 0; c < cases; ++c) {
        LoadCase l;
        l.id = fmt::format("C{}", c);
        f->cases.push_back(l);
    }
    for (int c = 0; c < combinations; ++c) {
        Combination k;
        k.id = fmt::format("U{}", c);
        for (int t = 0; t < 6; ++t)
            k.terms.emplace_back((c * 7 + t * 3) % cases, factor(random));
        std::sort(k.terms.begin(), k.terms.end());
        f->combinations.push_back(k);
    }
    return f;
}

inline std::shared_ptr<ForceTable> randomForces(const Frame& f, int stations)
{
    auto t = std::make_shared<ForceTable>();
    t->given = true;
    t->columns = f.cases.size();
    std::mt19937 random(2);
    std::uniform_real_distribution<double> u(-1, 1);
    t->first.push_back(0);
    for (size_t e = 0; e < f.elements.size(); ++e) {
        for (int k = 0; k < stations; ++k)
            t->s.push_back(6.0 * k / (stations - 1));
        t->first.push_back(static_cast<int>(t->s.size()));
    }
    t->values.resize(t->s.size() * t->columns * 6);
    for (size_t e = 0; e < f.elements.size(); ++e)
        for (size_t c = 0; c < t->columns; ++c) {
            const double n = 1e5 * u(random), q = 4e3 * u(random), m0 = 2e4 * u(random), mz = 3e3 * u(random);
            for (int k = 0; k < stations; ++k) {
                double* v = t->at(t->first[e] + k, c);
                const double s = 6.0 * k / (stations - 1);
                v[0] = n;
                v[1] = mz / 6;
                v[2] = q * (3 - s);
                v[3] = 0;
                v[4] = m0 + q * s * (6 - s) / 2;
                v[5] = mz * s / 6;
            }
        }
    t->sets = setsFromCases(f);
    t->sizes = sizesFingerprint(f);
    return t;
}

} // namespace wr::benchmark
