// Members: which elements they are made of, or the members alone where nobody has the frame.
#include "core/base/nearest.h"
#include "core/base/printable.h"
#include "core/intake/assembly.h"

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>
#include <fmt/format.h>
#include <map>

namespace wr {

namespace {

std::optional<int> whole(std::string_view t)
{
    int v = 0;
    const auto [end, error] = std::from_chars(t.data(), t.data() + t.size(), v);
    return error == std::errc{} && end == t.data() + t.size() ? std::optional(v) : std::nullopt;
}

// "12 13 14", "12, 13", "12-15", "12 to 15".
std::vector<std::string> listed(std::string_view text, const NameMap& known)
{
    std::vector<std::string> words;
    std::string now;
    for (const char c : std::string(text) + ",")
        if (c == ',' || c == ';' || c == ' ' || c == '\n') {
            if (!now.empty()) words.push_back(now);
            now.clear();
        } else
            now += c;
    std::vector<std::string> out;
    const auto range = [&](std::string_view from, std::string_view to) {
        const auto a = whole(from), b = whole(to);
        if (!a || !b || *b < *a || *b - *a > 10000) return false;
        for (int k = *a; k <= *b; ++k)
            out.push_back(std::to_string(k));
        return true;
    };
    for (size_t i = 0; i < words.size(); ++i) {
        if (i + 2 < words.size() && lowered(words[i + 1]) == "to" && range(words[i], words[i + 2])) {
            i += 2;
            continue;
        }
        const size_t dash = words[i].find('-', 1);
        if (!known.contains(words[i]) && dash != std::string::npos &&
            range(std::string_view(words[i]).substr(0, dash), std::string_view(words[i]).substr(dash + 1)))
            continue;
        out.push_back(words[i]);
    }
    return out;
}

// The elements of a member from end to end, whatever the order in which they are listed; as listed where they are no chain.
std::vector<int> endToEnd(const Frame& f, std::vector<int> elements)
{
    std::map<int, std::vector<int>> at; // node: elements
    for (const int k : elements) {
        const Element& e = f.elements[static_cast<size_t>(k)];
        at[e.i].push_back(k);
        at[e.j].push_back(k);
    }
    // From the end at which the first one listed stands, or else the one nearest to it in the list.
    std::vector<int> ends;
    for (const auto& [node, here] : at) {
        if (here.size() > 2) return elements;
        if (here.size() == 1) ends.push_back(node);
    }
    if (ends.size() != 2) return elements;
    const auto place = [&](int node) {
        return std::find(elements.begin(), elements.end(), at[node].front()) - elements.begin();
    };
    int node = place(ends[0]) <= place(ends[1]) ? ends[0] : ends[1];
    std::vector<int> out;
    while (out.size() < elements.size()) {
        int next = -1;
        for (const int k : at[node])
            if (std::find(out.begin(), out.end(), k) == out.end()) next = k;
        if (next < 0) return elements;
        out.push_back(next);
        const Element& e = f.elements[static_cast<size_t>(next)];
        node = e.i == node ? e.j : e.i;
    }
    return out;
}

// Elements of a member in their order, each with the way it runs. Told where they are no chain.
std::vector<ChainPiece> chained(const Frame& f, const std::vector<int>& elements, bool& broken)
{
    std::vector<ChainPiece> out;
    double from = 0;
    broken = false;
    for (size_t k = 0; k < elements.size(); ++k) {
        const Element& e = f.elements[static_cast<size_t>(elements[k])];
        ChainPiece p{elements[k], false, from};
        if (e.i < 0 || e.j < 0) {
            broken = true;
            continue;
        }
        if (!out.empty()) {
            const Element& before = f.elements[static_cast<size_t>(out.back().element)];
            const int reached = out.back().turned ? before.i : before.j;
            p.turned = e.j == reached;
            broken = broken || (e.i != reached && e.j != reached);
        } else if (elements.size() > 1) {
            const Element& next = f.elements[static_cast<size_t>(elements[1])];
            p.turned = e.i == next.i || e.i == next.j;
        }
        from += f.length(e);
        out.push_back(p);
    }
    return out;
}

struct MemberFields
{
    explicit MemberFields(const TableRows& rows)
        : member(rows.field("member")), elements(rows.field("elements")), length(rows.field("length")),
          section(rows.field("section")), material(rows.field("material")), fy(rows.field("fy")), fu(rows.field("fu")),
          kind(rows.field("kind")), group(rows.field("group")), brief(rows.field("brief"))
    {
    }
    FieldOfRows member, elements, length, section, material, fy, fu, kind, group, brief;
};

// A member without a frame: an element on a line of its own, beside the others so that they can be seen apart.
int standAlone(Assembly& a, const TableRows& rows, const MemberFields& f, size_t row, const std::string& id,
               std::optional<MemberKind> kind)
{
    const auto length = rows.number(f.length, row);
    if (!length || !(*length > 0)) {
        rows.fault("intake.cell", f.length, row, "the length is missing, or not greater than zero");
        return -1;
    }
    std::string grade;
    const std::string section = rows.name(f.section, row);
    if (section.empty()) {
        rows.fault("intake.cell", f.section, row, "the section is missing");
        return -1;
    }
    Frame& frame = a.frame();
    Element e;
    e.id = id;
    e.section = a.section(section, &grade);
    std::string steel = rows.name(f.material, row);
    const auto fy = rows.number(f.fy, row), fu = rows.number(f.fu, row);
    if (steel.empty()) steel = grade;
    if (steel.empty() && e.section >= 0) steel = a.materialOfSection[static_cast<size_t>(e.section)];
    if (steel.empty() && !fy) steel = a.recipe.grade;
    if (!steel.empty())
        e.material = a.material(steel);
    else if (fy && *fy > 0)
        e.material = a.materialOfStrength(*fy, fu.value_or(0));
    else
        rows.fault("intake.grade-missing", f.material, row,
                   "neither a grade nor a yield strength is stated; give a grade for what states none");
    const bool upright = kind.value_or(MemberKind::Column) == MemberKind::Column;
    const double across = 2.5 * static_cast<double>(frame.elements.size());
    Node i, j;
    i.id = id + ".i";
    j.id = id + ".j";
    i.at = upright ? Vec3{across, 0, 0} : Vec3{0, -2 - across, 0};
    j.at = i.at + *length * (upright ? frame.upward() : Vec3{1, 0, 0});
    e.i = static_cast<int>(frame.nodes.size());
    e.j = e.i + 1;
    a.nodes.emplace(i.id, e.i);
    a.nodes.emplace(j.id, e.j);
    frame.nodes.push_back(std::move(i));
    frame.nodes.push_back(std::move(j));
    const int index = static_cast<int>(frame.elements.size());
    a.elements.emplace(id, index);
    frame.elements.push_back(std::move(e));
    return index;
}

} // namespace

void takeMembers(Assembly& a)
{
    Frame& f = a.frame();
    std::map<int, std::string> owner; // of elements
    const auto addMember = [&](const std::string& id, const std::vector<int>& listed) {
        bool broken = false;
        const std::vector<int> elements = endToEnd(f, listed);
        for (const int e : elements)
            owner[e] = id;
        a.members.emplace(id, static_cast<int>(a.pieces.size()));
        a.pieces.push_back(chained(f, elements, broken));
        DesignMember m;
        m.id = id;
        m.elements = elements;
        if (!a.pieces.back().empty()) m.turned = a.pieces.back().front().turned;
        f.hasDesign = true;
        f.design.members.push_back(std::move(m));
        return !broken;
    };
    // The member an element is of; empty: none yet.
    const auto memberOf = [&](int element) -> const std::string& {
        static const std::string none;
        const auto at = owner.find(element);
        return at == owner.end() ? none : at->second;
    };
    const auto groupOf = [&](const std::string& name) {
        if (name.empty()) return;
        const auto& groups = std::as_const(f).design.groups;
        if (std::none_of(groups.begin(), groups.end(), [&](const Group& g) { return g.id == name; }))
            f.design.groups.push_back({name, "", {}});
    };
    a.eachTable(TableKind::Members, [&](const TableRows& rows) {
        const MemberFields fields(rows);
        struct Given
        {
            FieldOfRows field;
            LengthAxis axis;
            bool factor;
        };
        std::vector<Given> lengths;
        for (const auto& [key, axis, factor] : {std::tuple{"lengthMajor", LengthAxis::Major, false},
                                                {"lengthMinor", LengthAxis::Minor, false},
                                                {"lengthLtb", LengthAxis::Top, false},
                                                {"lengthLtb", LengthAxis::Bottom, false},
                                                {"kMajor", LengthAxis::Major, true},
                                                {"kMinor", LengthAxis::Minor, true}})
            if (FieldOfRows x = rows.field(key); x.there()) lengths.push_back({std::move(x), axis, factor});
        rows.each([&](size_t r) {
            const std::string id = rows.name(fields.member, r);
            if (a.add(a.members, rows, fields.member, r, a.pieces.size(), "member") < 0) return;
            a.members.erase(id);
            const std::string words = lowered(rows.name(fields.kind, r));
            std::optional<MemberKind> kind = memberKindFromName(words);
            for (const auto& [word, is] : {std::pair{"col", MemberKind::Column},
                                           {"beam", MemberKind::Beam},
                                           {"brac", MemberKind::Brace},
                                           {"girder", MemberKind::Beam},
                                           {"rafter", MemberKind::Beam}})
                if (!kind && words.find(word) != std::string::npos) kind = is;
            std::vector<int> elements;
            if (const std::string pieces = rows.name(fields.elements, r); !pieces.empty()) {
                for (const std::string& e : listed(pieces, a.elements)) {
                    const auto at = a.elements.find(e);
                    if (at == a.elements.end())
                        rows.fault("intake.reference", fields.elements, r, fmt::format("there is no element {}", inMarks(e)));
                    else
                        elements.push_back(at->second);
                }
            } else if (const auto at = a.elementsOfMember.find(id); at != a.elementsOfMember.end()) {
                for (const std::string& e : at->second)
                    elements.push_back(a.elements.find(e)->second);
                a.elementsOfMember.erase(at);
            } else if (const auto own = a.elements.find(id); own != a.elements.end())
                elements.push_back(own->second);
            else if (const int made = standAlone(a, rows, fields, r, id, kind); made >= 0)
                elements.push_back(made);
            if (elements.empty()) return;
            bool free = true;
            for (const int e : elements) {
                const std::string& other = memberOf(e);
                if (other.empty() && std::count(elements.begin(), elements.end(), e) == 1) continue;
                free = false;
                rows.fault("intake.duplicate", fields.elements.there() ? fields.elements : fields.member, r,
                           fmt::format("element {} is already part of member {}",
                                       inMarks(std::as_const(f).elements[static_cast<size_t>(e)].id),
                                       inMarks(other.empty() ? id : other)));
            }
            if (!free) return;
            if (!addMember(id, elements))
                rows.fault("intake.cell", fields.elements, r,
                           fmt::format("the elements of member {} are no chain: each must begin where the one before it ends",
                                       inMarks(id)));
            DesignMember& m = f.design.members.back();
            m.group = rows.name(fields.group, r);
            m.kind = kind;
            groupOf(m.group);
            for (const Given& g : lengths)
                if (const auto v = rows.number(g.field, r)) {
                    if (!(*v > 0)) {
                        rows.fault("intake.cell", g.field, r, "must be greater than zero");
                        continue;
                    }
                    DesignLength l;
                    l.member = id;
                    l.axis = g.axis;
                    (g.factor ? l.k : l.length) = *v;
                    const auto& have = std::as_const(f).design.lengths;
                    // A length says more than a factor.
                    if (std::none_of(have.begin(), have.end(),
                                     [&](const DesignLength& x) { return x.member == id && x.axis == g.axis; }))
                        f.design.lengths.push_back(std::move(l));
                }
        });
    });
    // Members that stand in the table of elements alone.
    for (const auto& [id, names] : a.elementsOfMember) {
        std::vector<int> elements;
        for (const std::string& e : names)
            if (const int k = a.elements.find(e)->second; memberOf(k).empty())
                elements.push_back(k);
            else
                a.faults.add("intake.duplicate", nullptr,
                             fmt::format("element {} is of member {} here and of member {} there", inMarks(e), inMarks(id),
                                         inMarks(memberOf(k))));
        if (elements.empty() || a.members.contains(id)) continue;
        if (!addMember(id, elements))
            a.faults.add("intake.cell", nullptr,
                         fmt::format("the elements of member {} are no chain: each must begin where the one before it ends",
                                     inMarks(id)));
    }
}

} // namespace wr
