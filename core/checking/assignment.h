// Who is checked how: the brief, the standard and the rules of every member. A stage between lengths and demands.
#pragma once

#include "core/members/members.h"
#include "core/standards/standard.h"

#include <array>
#include <map>
#include <memory>
#include <optional>
#include <vector>

namespace wr {

// One way of checking, shared by all members of a brief.
struct Assigned
{
    Brief brief; // the defaults where the member has none
    const Standard* standard = nullptr;
    std::shared_ptr<const Rules> rules; // may be null
    std::vector<StrengthSteps> steels;  // by material
    // By Purpose: its combinations are judged by the settings of another brief (Brief::settings), which there is.
    std::array<bool, kPurposeCount> elsewhere{};
};

class Assignment
{
public:
    using Standards = std::shared_ptr<const std::vector<Standard>>;
    // Ways that are as they were are taken over from `before`, so that one pointer stands for one way from state to state.
    // `only`: for combinations of that purpose; members whose brief names another for it get that one.
    Assignment(const Frame& f, const SharedList<Member>& members, const Standards& standards, const Assignment* before,
               std::optional<Purpose> only = {});

    // Would it come out the same for a later state of the frame, if the members are the same?
    bool holdsFor(const Frame& f) const;

    const Standard& standard() const { return *standard_; } // of the frame
    const Assigned& of(size_t member) const { return *members_[member]; }
    const std::shared_ptr<const Assigned>& item(size_t member) const { return members_[member]; }
    // Every way a member is checked by, its own first.
    std::vector<const Assigned*> waysOf(size_t member) const;
    const std::vector<std::shared_ptr<const Assigned>>& ways() const { return ways_; }
    const Assigned& plain() const { return *plain_; } // of a member without a brief
    const std::vector<Finding>& findings() const { return findings_; }

private:
    std::shared_ptr<const Assigned> make(const Frame& f, const Brief& b, const Assignment* before);
    Brief settingsOf(const Frame& f, const Brief& b, Purpose p) const;
    const Standard* byKey(std::string_view key) const;
    void lookFor(const Frame& f, const std::string& set, std::string_view place, const std::string& brief);

    Standards standards_;
    const Standard* standard_ = nullptr;
    std::vector<std::shared_ptr<const Assigned>> members_, ways_;
    std::shared_ptr<const Assigned> plain_;
    std::optional<Purpose> only_;
    // Without `only`: by Purpose, for the members of a way, the way of the brief it names.
    std::map<const Assigned*, std::array<std::shared_ptr<const Assigned>, kPurposeCount>> further_;
    std::vector<Finding> findings_;
    // What the ways were made of, besides the briefs: the tables themselves, so that a later state can tell.
    Rows<Brief> briefs_;
    Rows<Material> materials_;
    Rows<NationalSet> sets_;
    std::string set_, wanted_;
};

} // namespace wr
