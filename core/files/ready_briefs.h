// Briefs that come with the program for common kinds of members: a start that is changed. data/briefs/ready.json.
#pragma once

#include "core/frame/design.h"

#include <map>
#include <string>
#include <vector>

namespace wr {

struct ReadyBrief
{
    Brief brief;                                             // its id is the kind
    std::map<std::string, std::string, std::less<>> reasons; // by the key of a line that differs
};

const std::vector<ReadyBrief>& readyBriefs();

} // namespace wr
