// Members: chains of elements that a code check sees as one, formed by rule or declared in the design block.
#pragma once

#include "core/base/finding.h"
#include "core/base/shared_list.h"
#include "core/frame/frame.h"

#include <memory>
#include <mutex>
#include <optional>
#include <set>
#include <string>
#include <string_view>
#include <unordered_map>
#include <vector>

namespace wr {

struct MemberPiece
{
    int element = -1;
    bool reversed = false; // the element runs against the member
    double start = 0, length = 0;
    double ySign = 1, zSign = 1; // of the element's local axes against the member's
};

struct Member
{
    Member();
    Member(const Member&);
    Member(Member&&) noexcept;
    Member& operator=(const Member&);
    Member& operator=(Member&&) noexcept;
    ~Member();

    std::string id, group, brief;
    bool exclude = false;
    std::optional<MemberKind> kind; // by hand; else memberKind()
    bool byRule = false;            // by the rule of forming.h; else an entry of design.members
    bool byHand = false;            // an entry that was put together in the program
    bool followsRule = false;       // an entry that lists what the rule makes
    bool ofRule() const { return byRule || followsRule; }
    std::string broken; // why its elements do not form one line; then it cannot be checked
    std::vector<MemberPiece> pieces;
    double length = 0;
    Axes axes; // of its first piece, running with the member
    int section = -1, material = -1;
    int startNode = -1, endNode = -1;
};

// The members of a frame, and where to find them.
class Formed
{
public:
    const SharedList<Member>& members() const { return members_; }
    int ofElement(int element) const { return ofElement_[static_cast<size_t>(element)]; } // every element is of one member
    std::optional<size_t> find(std::string_view id) const;

private:
    friend class Former;
    // Made when first asked for; states whose members stand in the same order share it.
    struct Names
    {
        std::once_flag once;
        std::unordered_map<std::string, size_t> places;
    };
    SharedList<Member> members_;
    std::vector<int> ofElement_;
    std::shared_ptr<Names> names_ = std::make_shared<Names>();
};

// Members of an earlier state of the frame, for those that are still the same.
struct FormedBefore
{
    const Formed& formed;
    const std::vector<char>& elements; // per element: something of it (or of its section, material) has changed; empty: none
    const std::set<std::string>& rows; // entries of design.members that have changed, came or went
};

// All members of a frame: declared ones first, then the rest by rule (collinear within 1°, one section, material and web plane,
// bending carried through the joint). A member runs like its first element in the file. Every element belongs to exactly one
// member. What stands in `before` unchanged is taken from there.
Formed formMembers(const Frame& f, std::vector<Finding>& findings, const FormedBefore* before = nullptr);

} // namespace wr
