#include "core/sections/catalogue.h"
#include "core/base/nearest.h"

#include "core/base/shipped.h"
#include "core/base/units.h"
#include "core/sections/derived.h"
#include "core/sections/names.h"

#include <algorithm>
#include <cmath>
#include <mutex>
#include <stdexcept>

namespace wr {

struct CatalogueSection::Lazy
{
    std::once_flag once;
    SectionProperties properties;
};

CatalogueSection::CatalogueSection() : lazy_(std::make_shared<Lazy>()) {}

const SectionProperties& CatalogueSection::properties() const
{
    std::call_once(lazy_->once, [this] { lazy_->properties = computeProperties(shape, stated); });
    return lazy_->properties;
}

std::string normalisedName(std::string_view name)
{
    std::string out;
    for (size_t i = 0; i < name.size(); ++i) {
        const auto c = static_cast<unsigned char>(name[i]);
        if (c == ' ' || c == '\t' || c == '_') continue;
        if (c == 0xC3 && i + 1 < name.size() && static_cast<unsigned char>(name[i + 1]) == 0x97) { // "×"
            out += 'X';
            ++i;
            continue;
        }
        out += static_cast<char>(c >= 'a' && c <= 'z' ? c - 'a' + 'A' : c);
    }
    return out;
}

Catalogue::Catalogue(std::vector<CatalogueSection> sections) : sections_(std::move(sections))
{
    index_.reserve(sections_.size());
    for (size_t i = 0; i < sections_.size(); ++i)
        index_.emplace_back(nameKey(sections_[i].designation), i);
    std::sort(index_.begin(), index_.end());
    near_.reserve(index_.size());
    for (const auto& [key, i] : index_)
        near_.push_back({nameParts(key), normalisedName(sections_[i].designation)});
}

std::vector<std::string> Catalogue::families() const
{
    std::vector<std::string> out;
    for (const CatalogueSection& s : sections_)
        if (std::find(out.begin(), out.end(), s.family) == out.end()) out.push_back(s.family);
    return out;
}

std::vector<const CatalogueSection*> Catalogue::family(std::string_view name) const
{
    std::vector<const CatalogueSection*> out;
    for (const CatalogueSection& s : sections_)
        if (normalisedName(s.family) == normalisedName(name)) out.push_back(&s);
    return out;
}

const CatalogueSection* Catalogue::findKey(const std::string& key) const
{
    const auto it =
        std::lower_bound(index_.begin(), index_.end(), key, [](const auto& a, const std::string& b) { return a.first < b; });
    return it != index_.end() && it->first == key ? &sections_[it->second] : nullptr;
}

const CatalogueSection* Catalogue::find(std::string_view name) const
{
    const std::string key = nameKey(name);
    if (const CatalogueSection* s = findKey(key)) return s;
    // "L100x10", "SHS100x5": equal legs and square tubes are often named with one size.
    const NameParts parts = nameParts(key);
    if (parts.numbers.size() == 2)
        for (const std::string_view square : {"L", "ISA", "SHS", "CFSHS", "HSS"})
            if (parts.letters == square) {
                const size_t x = key.find('X', parts.letters.size());
                if (x == std::string::npos) break;
                const std::string side = key.substr(parts.letters.size(), x - parts.letters.size());
                if (const auto* s = findKey(parts.letters + side + "X" + side + key.substr(x))) return s;
            }
    return findMetric(key);
}

// "W310X97", "L102X102X12.7", "HSS152X152X9.5": the SI names of ASTM shapes. A name is taken only where it fits one section.
const CatalogueSection* Catalogue::findMetric(const std::string& key) const
{
    const NameParts parts = nameParts(key);
    if (parts.numbers.size() < 2) return nullptr;
    const CatalogueSection* found = nullptr;
    double best = 0;
    bool twice = false;
    const auto offer = [&](const CatalogueSection& s, double off) {
        if (found && std::abs(off - best) < 1e-9) twice = true;
        if (!found || off < best) {
            found = &s;
            best = off;
            twice = false;
        }
    };
    if (const auto inches = inchSeries(parts.letters, parts.numbers[0]); inches && parts.numbers.size() == 2) {
        const std::string series = nameKey(parts.letters + std::to_string(*inches)) + "X";
        for (const auto& [candidate, i] : index_)
            if (candidate.starts_with(series)) {
                const double off = std::abs(sections_[i].listedMass - parts.numbers[1]);
                if (off <= std::max(0.55, 0.006 * parts.numbers[1])) offer(sections_[i], off);
            }
    } else if ((parts.letters == "L" || parts.letters == "HSS") && parts.numbers[0] > 24) {
        for (const CatalogueSection& s : sections_) {
            if (!s.standard.starts_with("ASTM A6/") && !s.standard.starts_with("ASTM A500")) continue;
            const bool round = s.shape.kind == ShapeKind::Chs;
            if (!((parts.letters == "L" && s.shape.kind == ShapeKind::Angle) ||
                  (parts.letters == "HSS" && (round || s.shape.kind == ShapeKind::Rhs))))
                continue;
            const double t = s.nominalThickness > 0 ? s.nominalThickness : s.shape.t;
            const std::vector<double> own = round ? std::vector{s.shape.d, t} : std::vector{s.shape.h, s.shape.b, t};
            if (own.size() != parts.numbers.size()) continue;
            double off = 0;
            bool fits = true;
            for (size_t k = 0; k < own.size(); ++k) {
                const double d = std::abs(own[k] * 1000 - parts.numbers[k]);
                fits = fits && d <= (k + 1 == own.size() ? 0.06 : 0.6);
                off += d;
            }
            if (fits) offer(s, off);
        }
    }
    return twice ? nullptr : found;
}

std::vector<std::string> Catalogue::suggestions(std::string_view name, size_t most) const
{
    const std::string key = nameKey(name);
    const std::string typed = normalisedName(name);
    const NameParts wanted = nameParts(key);
    struct Candidate
    {
        double off;
        size_t index;
    };
    std::vector<Candidate> near;
    for (size_t n = 0; n < index_.size(); ++n) {
        const auto& [candidate, i] = index_[n];
        const NameParts& parts = near_[n].parts;
        // Numbers near the ones typed count as much as letters: "W12X66" means W12X65 rather than W12X26.
        double numbers = parts.numbers.size() == wanted.numbers.size() ? 0 : 1;
        for (size_t k = 0; k < std::min(parts.numbers.size(), wanted.numbers.size()); ++k) {
            const double larger = std::max({parts.numbers[k], wanted.numbers[k], 1e-9});
            numbers += std::abs(parts.numbers[k] - wanted.numbers[k]) / larger;
        }
        const bool sameFamily = parts.letters == wanted.letters && !wanted.letters.empty();
        const bool sameNumbers = numbers == 0 && !wanted.numbers.empty(); // "2L4x3x3/8": LLBB or SLBB
        const bool nearSize = sameFamily && numbers < 0.1;
        const size_t some = std::max<size_t>(2, key.size() / 3), atMost = sameNumbers ? std::max(some, key.size() / 2) : some;
        const size_t limit = nearSize ? key.size() + candidate.size() : atMost;
        // As typed or as a key, whichever is nearer: "1/3" is one letter from "1/2", 0.3333333 is not.
        const size_t letters = std::min(editDistance(key, candidate, limit), editDistance(typed, near_[n].name, limit));
        if (letters <= atMost || nearSize)
            near.push_back({static_cast<double>(letters) / 4 + 4 * numbers + (sameFamily || sameNumbers ? 0 : 1), i});
    }
    std::stable_sort(near.begin(), near.end(), [](const Candidate& a, const Candidate& b) { return a.off < b.off; });
    std::vector<std::string> out;
    for (size_t i = 0; i < std::min(most, near.size()); ++i)
        out.push_back(sections_[near[i].index].designation);
    return out;
}

const Catalogue& shippedCatalogue()
{
    static const Catalogue catalogue = [] {
        std::vector<CatalogueSection> all;
        all.reserve(6000);
        for (const ShippedFile& f : shippedFiles()) {
            if (!f.name.starts_with("sections/")) continue;
            auto family = readFamily(f.text);
            if (!family) throw std::logic_error(std::string(f.name) + ": " + family.error());
            std::move(family->begin(), family->end(), std::back_inserter(all));
        }
        std::vector<CatalogueSection> more = derivedSections(all);
        std::move(more.begin(), more.end(), std::back_inserter(all));
        return Catalogue(std::move(all));
    }();
    return catalogue;
}

} // namespace wr
