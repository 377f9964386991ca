// Members: chains of elements that a code check sees as one, formed by rule or declared in the design block.
#pragma once

#include "core/base/finding.h"
#include "core/base/shared_list.h"
#include "core/frame/frame.h"

#include <set>
#include <string>
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
    bool byRule = false;
    std::string broken; // why its elements do not form one line; then it cannot be checked
    std::vector<MemberPiece> pieces;
    double length = 0;
    Axes axes; // of its first piece, running with the member
    int section = -1, material = -1;
    int startNode = -1, endNode = -1;
};

// Members of an earlier state of the frame, for those that are still the same.
struct FormedBefore
{
    const SharedList<Member>& members;
    const std::vector<char>& elements;       // per element: something of it (or of its section, material, nodes) has changed
    const std::set<std::string>& rows;       // entries of design.members that have changed
};

// All members of a frame: declared ones first, then the rest by rule (collinear within 1°, one section, material and web plane,
// bending carried through the joint). A member runs like its first element in the file. Every element belongs to exactly one
// member. What stands in `before` unchanged is taken from there.
SharedList<Member> formMembers(const Frame& f, std::vector<Finding>& findings, const FormedBefore* before = nullptr);

} // namespace wr
