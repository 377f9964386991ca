// The one list of standards, and what is asked of it by key.
#include "core/standards/aisc360/aisc360.h"
#include "core/standards/en1993/en1993.h"
#include "core/standards/standard.h"

#include <algorithm>

namespace wr {

std::vector<Standard> shippedStandards()
{
    std::vector<Standard> out = aisc360Standards();
    for (Standard& s : en1993Standards())
        out.push_back(std::move(s));
    return out;
}

namespace {

const std::vector<Standard>& all()
{
    static const std::vector<Standard> list = shippedStandards();
    return list;
}

// Standards that are asked for by name before they are shipped.
struct Region
{
    std::string_view begins, grades, loading;
};
constexpr Region kRegions[] = {{"is", "IS ", "is875"}, {"bs", "EN ", "en1990-6.10"}, {"en", "EN ", "en1990-6.10"}};

const Region* regionOf(std::string_view design)
{
    for (const Region& r : kRegions)
        if (design.starts_with(r.begins)) return &r;
    return nullptr;
}

} // namespace

const Standard* shippedStandard(std::string_view key)
{
    if (key.empty()) key = kDefaultStandard;
    for (const Standard& s : all())
        if (s.key == key) return &s;
    return nullptr;
}

const SecondOrderRules& secondOrderRules()
{
    static const SecondOrderRules plain;
    for (const Standard& s : all())
        if (s.secondOrder) return *s.secondOrder;
    return plain;
}

const Standard* standardOfFamily(std::string_view family)
{
    for (const Standard& s : all())
        if (s.family == family) return &s;
    return nullptr;
}

std::vector<std::string_view> standardFamilies()
{
    std::vector<std::string_view> out;
    for (const Standard& s : all())
        if (std::find(out.begin(), out.end(), s.family) == out.end()) out.push_back(s.family);
    return out;
}

std::vector<std::string_view> checkKeys()
{
    std::vector<std::string_view> out;
    for (const Standard& s : all())
        for (const CheckRow& r : s.checks)
            if (std::find(out.begin(), out.end(), r.key) == out.end()) out.push_back(r.key);
    return out;
}

const std::vector<NationalSet>& shippedNationalSets()
{
    static const std::vector<NationalSet> sets = [] {
        std::vector<NationalSet> out;
        for (const std::string_view family : standardFamilies())
            if (const Standard* s = standardOfFamily(family); s->nationalSets)
                for (NationalSet& n : s->nationalSets())
                    out.push_back(std::move(n));
        return out;
    }();
    return sets;
}

std::string_view loadingKeyFor(std::string_view design)
{
    if (const Standard* s = shippedStandard(design)) return s->loading.front();
    if (const Region* r = regionOf(design)) return r->loading;
    return shippedStandard({})->loading.front();
}

std::string_view gradeRegion(std::string_view design)
{
    if (design.empty()) return {};
    if (const Standard* s = shippedStandard(design)) return s->grades;
    const Region* r = regionOf(design);
    return r ? r->grades : std::string_view{};
}

} // namespace wr
