#include "core/checking/assignment.h"

#include "core/grades/grades.h"

#include <algorithm>
#include <fmt/format.h>
#include <unordered_map>

namespace wr {

namespace {

const Brief* lastNamed(const Frame& f, std::string_view id)
{
    const Brief* out = nullptr;
    for (const Brief& b : f.design.briefs.list())
        if (b.id == id) out = &b;
    return out;
}

// The brief that `b` names for a purpose; null: none, itself, or one there is not.
const Brief* namedFor(const Frame& f, const Brief& b, size_t purpose)
{
    const std::string& name = b.settings[purpose];
    return name.empty() || name == b.id ? nullptr : lastNamed(f, name);
}

} // namespace

Assignment::Assignment(const Frame& f, const SharedList<Member>& members, const Standards& standards, const Assignment* before,
                       std::optional<Purpose> only)
    : standards_(standards), only_(only), briefs_(f.design.briefs), materials_(f.materials), sets_(f.design.parameterSets),
      set_(f.design.nationalParameters), wanted_(f.design.standard)
{
    const std::string wanted = f.design.standard.empty() ? std::string(kDefaultStandard) : f.design.standard;
    standard_ = byKey(wanted);
    if (!standard_) {
        std::string known;
        for (const Standard& s : *standards_)
            known += (known.empty() ? "" : ", ") + std::string(s.key);
        findings_.push_back(finding("standard.unknown", "/design/standard", "",
                                    fmt::format("the standard \"{}\" is not shipped; checked by {} instead (shipped: {})",
                                                wanted, standards_->front().key, known)));
        standard_ = &standards_->front();
    }
    if (!set_.empty()) lookFor(f, set_, "/design/nationalParameters", "");
    plain_ = make(f, Brief{}, before);
    std::unordered_map<std::string_view, std::shared_ptr<const Assigned>> byBrief;
    for (const Brief& b : f.design.briefs)
        byBrief.insert_or_assign(b.id, nullptr);
    members_.reserve(members.size());
    for (const Member& m : members) {
        const auto it = m.brief.empty() ? byBrief.end() : byBrief.find(m.brief);
        if (it == byBrief.end()) {
            members_.push_back(plain_);
            continue;
        }
        if (!it->second) {
            const Brief& own = *lastNamed(f, m.brief);
            it->second = make(f, only_ ? settingsOf(f, own, *only_) : own, before);
            for (size_t p = 0; !only_ && p < kPurposeCount; ++p)
                if (it->second->elsewhere[p])
                    further_[it->second.get()][p] = make(f, settingsOf(f, own, static_cast<Purpose>(p)), before);
        }
        members_.push_back(it->second);
    }
    // A brief that others borrow from is made more than once, and tells what is wrong with it once.
    std::vector<Finding> once;
    for (Finding& x : findings_)
        if (std::find(once.begin(), once.end(), x) == once.end()) once.push_back(std::move(x));
    findings_ = std::move(once);
}

std::vector<const Assigned*> Assignment::waysOf(size_t member) const
{
    std::vector<const Assigned*> out{members_[member].get()};
    if (const auto it = further_.find(out.front()); it != further_.end())
        for (const auto& way : it->second)
            if (way) out.push_back(way.get());
    return out;
}

// The settings for combinations of a purpose: those of the brief it names, to the same standard; else its own.
Brief Assignment::settingsOf(const Frame& f, const Brief& b, Purpose p) const
{
    const Brief* other = namedFor(f, b, static_cast<size_t>(p));
    if (!other) return b;
    Brief out = *other;
    out.standard = b.standard;
    out.second.clear();
    out.settings = {};
    return out;
}

bool Assignment::holdsFor(const Frame& f) const
{
    return briefs_.shares(f.design.briefs) && materials_.shares(f.materials) && sets_.shares(f.design.parameterSets) &&
           set_ == f.design.nationalParameters && wanted_ == f.design.standard;
}

const Standard* Assignment::byKey(std::string_view key) const
{
    for (const Standard& s : *standards_)
        if (s.key == key) return &s;
    return nullptr;
}

void Assignment::lookFor(const Frame& f, const std::string& set, std::string_view place, const std::string& brief)
{
    if (!knownNationalSet(f.design, shippedNationalSets(), set))
        findings_.push_back(
            finding("national.unknown", std::string(place), brief,
                    fmt::format("there is no set of national parameters \"{}\": recommended values are taken", set)));
}

std::shared_ptr<const Assigned> Assignment::make(const Frame& f, const Brief& b, const Assignment* before)
{
    const Standard* own = b.standard.empty() ? standard_ : byKey(b.standard);
    if (!own) {
        findings_.push_back(
            finding("standard.unknown", "/design/briefs", b.id,
                    fmt::format("the brief \"{}\" asks for the standard \"{}\", which is not shipped", b.id, b.standard)));
        own = standard_;
    }
    std::array<bool, kPurposeCount> elsewhere{};
    for (size_t p = 0; p < kPurposeCount; ++p) {
        elsewhere[p] = namedFor(f, b, p) != nullptr;
        if (!b.settings[p].empty() && !lastNamed(f, b.settings[p]))
            findings_.push_back(finding("brief.settings", "/design/briefs", b.id,
                                        fmt::format("the brief \"{}\" asks for the settings of \"{}\" in combinations for {}, "
                                                    "and there is no such brief: its own settings are taken",
                                                    b.id, b.settings[p], purposeName(static_cast<Purpose>(p)))));
    }
    std::string stated;
    if (const auto options = b.options.find(own->family); options != b.options.end())
        if (const auto key = options->second.find("parameters"); key != options->second.end())
            if (const auto* name = std::get_if<std::string>(&key->second)) stated = *name;
    if (!stated.empty()) lookFor(f, stated, "/design/briefs", b.id);
    const Grade* grade = b.grade.empty() ? nullptr : findGrade(b.grade);
    if (!b.grade.empty() && !grade)
        findings_.push_back(finding("brief.grade", "/design/briefs", b.id,
                                    fmt::format("the brief \"{}\" asks for the grade \"{}\", which is not in the list: the "
                                                "materials' own strength is taken",
                                                b.id, b.grade)));
    if (before && before->standards_ == standards_ && before->materials_.shares(f.materials) &&
        before->sets_.shares(f.design.parameterSets) && before->set_ == f.design.nationalParameters)
        for (const auto& way : before->ways_)
            if (way->standard == own && way->brief == b && way->elsewhere == elsewhere) {
                ways_.push_back(way);
                return way;
            }
    auto out = std::make_shared<Assigned>();
    out->brief = b;
    out->standard = own;
    out->elsewhere = elsewhere;
    const NationalSet* national = nationalSetFor(f.design, shippedNationalSets(), stated, own->family);
    if (own->rules)
        out->rules = own->rules(out->brief, national);
    else {
        auto plain = std::make_shared<Rules>();
        plain->deflection = deflectionLimits(out->brief, national);
        out->rules = std::move(plain);
    }
    for (const Material& m : f.materials) {
        Material with = m;
        if (grade) {
            with.grade = grade->name;
            with.fy.reset(), with.fu.reset();
            with.steps.clear();
        }
        out->steels.push_back(own->strengthSteps ? own->strengthSteps(with, out->rules.get()) : stepsOf(with));
    }
    ways_.push_back(out);
    return out;
}

} // namespace wr
