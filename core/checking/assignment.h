// Who is checked how: the brief, the standard and the rules of every member. A stage between lengths and demands.
#pragma once

#include "core/members/members.h"
#include "core/standards/standard.h"

#include <memory>
#include <vector>

namespace wr {

// One way of checking, shared by all members of a brief.
struct Assigned
{
    Brief brief; // the defaults where the member has none
    const Standard* standard = nullptr;
    std::shared_ptr<const Rules> rules; // may be null
    std::vector<StrengthSteps> steels;  // by material
};

class Assignment
{
public:
    using Standards = std::shared_ptr<const std::vector<Standard>>;
    // Ways that are as they were are taken over from `before`, so that one pointer stands for one way from state to state.
    Assignment(const Frame& f, const SharedList<Member>& members, const Standards& standards, const Assignment* before);

    // Would it come out the same for a later state of the frame, if the members are the same?
    bool holdsFor(const Frame& f) const;

    const Standard& standard() const { return *standard_; } // of the frame
    const Assigned& of(size_t member) const { return *members_[member]; }
    const std::shared_ptr<const Assigned>& item(size_t member) const { return members_[member]; }
    const Assigned& plain() const { return *plain_; } // of a member without a brief
    const std::vector<Finding>& findings() const { return findings_; }

private:
    std::shared_ptr<const Assigned> make(const Frame& f, const Brief& b, const Assignment* before);
    const Standard* byKey(std::string_view key) const;
    void lookFor(const Frame& f, const std::string& set, std::string_view place, const std::string& brief);

    Standards standards_;
    const Standard* standard_ = nullptr;
    std::vector<std::shared_ptr<const Assigned>> members_, ways_;
    std::shared_ptr<const Assigned> plain_;
    std::vector<Finding> findings_;
    // What the ways were made of, besides the briefs: the tables themselves, so that a later state can tell.
    Rows<Brief> briefs_;
    Rows<Material> materials_;
    Rows<NationalSet> sets_;
    std::string set_, wanted_;
};

} // namespace wr
