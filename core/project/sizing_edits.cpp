#include "core/project/sizing_edits.h"

#include "core/sections/catalogue.h"
#include "core/shaping/rows_for.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <set>

namespace wr {

namespace {

using Words = std::expected<std::string, std::string>;

// The section that an edit names, ready to use; or why it cannot be had.
std::expected<FrameSection, std::string> sectionFor(const Frame& f, const SetSection& e)
{
    FrameSection s;
    const CatalogueSection* listed = shippedCatalogue().find(e.designation);
    if (e.shape) {
        if (e.designation.empty()) return std::unexpected("give the section a name of its own");
        if (const auto faults = shapeFaults(*e.shape); !faults.empty()) return std::unexpected(faults.front().second);
        if (listed)
            return std::unexpected(
                fmt::format("{} is a section of the catalogue; give your own another name", listed->designation));
        for (const FrameSection& other : f.sections)
            if (normalisedName(other.name.empty() ? other.id : other.name) == normalisedName(e.designation) &&
                !(other.shape == *e.shape && other.stated.empty()))
                return std::unexpected(
                    fmt::format("the frame has a section {} of other dimensions; give this one another name", e.designation));
        s.name = e.designation;
        s.shape = *e.shape;
        s.properties = computeProperties(s.shape);
        return s;
    }
    return sectionNamed(f, e.designation);
}

// What cannot be on a ladder, in words; empty: all can.
std::string ladderFault(const Frame& f, const Ladder& l)
{
    if (l.id.empty()) return "a ladder needs a name";
    if (l.family.empty() && l.families.empty() && l.sections.empty() && !l.made && l.sameAs.empty())
        return "a ladder needs a family, sections, or a shape to be made";
    for (const auto& v : {l.minDepth, l.maxDepth, l.minWidth, l.maxWidth, l.maxMass, l.minThickness, l.depthWithin, l.target})
        if (v && !(*v > 0 && std::isfinite(*v))) return "the limits of a ladder are greater than zero";
    if (l.minDepth && l.maxDepth && *l.minDepth > *l.maxDepth) return "the least depth is more than the largest";
    if (l.minWidth && l.maxWidth && *l.minWidth > *l.maxWidth) return "the least width is more than the largest";
    for (const std::string& g : {l.wideAs, l.sameAs})
        if (!g.empty() && std::none_of(f.design.groups.list().begin(), f.design.groups.list().end(),
                                       [&](const Group& x) { return x.id == g; }))
            return fmt::format("there is no group \"{}\"", g);
    return {};
}

} // namespace

Words applySizingEdit(Frame& f, const SetSection& e)
{
    auto wanted = sectionFor(f, e);
    if (!wanted) return std::unexpected(wanted.error());
    const std::string shown = wanted->name.empty() ? wanted->id : wanted->name;
    for (const MemberRef& m : e.members)
        for (const int el : m.elements)
            if (f.elements[el].rollToLegs && wanted->shape.kind != ShapeKind::Angle)
                return std::unexpected(
                    fmt::format("element {} is turned to the legs of an angle; {} is no angle", f.elements[el].id, shown));
    const int index = rowOf(f, *std::move(wanted));
    std::vector<Element>& elements = f.elements.edit();
    for (const MemberRef& m : e.members)
        for (const int el : m.elements)
            elements[el].section = index;
    return fmt::format("Section {} for {}", shown, forMembers(e.members));
}

Words applySizingEdit(Frame& f, const SetSections& e)
{
    size_t members = 0;
    for (const SetSection& s : e.groups) {
        if (const auto done = applySizingEdit(f, s); !done) return done;
        members += s.members.size();
    }
    if (e.groups.empty()) return std::unexpected("no sizes are proposed");
    return e.words.empty() ? fmt::format("Sections for {} members", members) : e.words;
}

Words applySizingEdit(Frame& f, const PutLadder& e)
{
    if (const std::string fault = ladderFault(f, e.ladder); !fault.empty()) return std::unexpected(fault);
    f.hasDesign = true;
    for (Ladder& l : f.design.ladders)
        if (l.id == e.ladder.id) {
            l = e.ladder;
            return fmt::format("Ladder {}", l.id);
        }
    f.design.ladders.push_back(e.ladder);
    return fmt::format("Ladder {}", e.ladder.id);
}

Words applySizingEdit(Frame& f, const DropLadder& e)
{
    if (erase_if(f.design.ladders, [&](const Ladder& l) { return l.id == e.id; }) == 0)
        return std::unexpected(fmt::format("there is no ladder \"{}\"", e.id));
    for (size_t k = 0; k < f.design.groups.size(); ++k)
        if (f.design.groups.list()[k].ladder == e.id) f.design.groups[k].ladder.clear();
    return fmt::format("Ladder {} taken away", e.id);
}

Words applySizingEdit(Frame& f, const GiveLadder& e)
{
    const auto& ladders = f.design.ladders.list();
    if (!e.ladder.empty() && std::none_of(ladders.begin(), ladders.end(), [&](const Ladder& l) { return l.id == e.ladder; }))
        return std::unexpected(fmt::format("there is no ladder \"{}\"", e.ladder));
    if (e.target && !(*e.target > 0 && std::isfinite(*e.target)))
        return std::unexpected("a target utilisation is greater than zero");
    if (e.groups.empty()) return std::unexpected("no group is named");
    f.hasDesign = true;
    for (const std::string& id : e.groups) {
        const auto at = std::find_if(f.design.groups.list().begin(), f.design.groups.list().end(),
                                     [&](const Group& g) { return g.id == id; });
        Group g = at == f.design.groups.list().end() ? Group{id, "", {}} : *at;
        g.ladder = e.ladder;
        g.target = e.target;
        if (at == f.design.groups.list().end())
            f.design.groups.push_back(std::move(g));
        else
            f.design.groups[static_cast<size_t>(at - f.design.groups.list().begin())] = std::move(g);
    }
    return fmt::format("Ladder {} for {}", e.ladder.empty() ? "none" : e.ladder,
                       e.groups.size() == 1 ? e.groups.front() : fmt::format("{} groups", e.groups.size()));
}

Words applySizingEdit(Frame& f, const SetStock& e)
{
    std::set<std::string> names;
    for (const StockRow& r : e.stock) {
        if (r.id.empty()) return std::unexpected("a row of the stock list needs a section");
        if (!names.insert(normalisedName(r.id)).second)
            return std::unexpected(fmt::format("{} stands twice in the stock list", r.id));
        for (const auto& p : {r.perKg, r.perM})
            if (p && !(*p >= 0 && std::isfinite(*p))) return std::unexpected(fmt::format("the price of {} is no number", r.id));
    }
    for (const double t : e.plates)
        if (!(t > 0 && std::isfinite(t))) return std::unexpected("a plate needs a thickness greater than zero");
    f.hasDesign = true;
    f.design.stock = e.stock;
    f.design.plates = e.plates;
    std::sort(f.design.plates.begin(), f.design.plates.end());
    return fmt::format("Stock list of {} rows, {} plates", e.stock.size(), e.plates.size());
}

Words applySizingEdit(Frame& f, const SetTarget& e)
{
    if (e.target && !(*e.target > 0 && std::isfinite(*e.target)))
        return std::unexpected("a target is a utilisation greater than zero");
    f.hasDesign = true;
    f.design.target = e.target;
    return e.target ? fmt::format("Target {:g} of all groups", *e.target) : std::string("No target of all groups");
}

} // namespace wr
