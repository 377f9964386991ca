// Things of one kind told in one finding, the first few by name.
#pragma once

#include "core/base/finding.h"

#include <string>
#include <vector>

namespace wr {

struct Told
{
    size_t count = 0;
    std::string list, first;
    std::vector<std::string> about;
    void add(const std::string& subject, const std::string& words)
    {
        constexpr size_t kNamed = 5;
        if (count++ == 0) first = subject;
        about.push_back(subject);
        if (count <= kNamed) list += (list.empty() ? "" : ", ") + words;
        if (count == kNamed + 1) list += " and more";
    }
    void put(std::vector<Finding>& out, const char* code, const char* place, const std::string& text)
    {
        if (count == 0) return;
        out.push_back(finding(code, place, first, text));
        out.back().about = std::move(about);
    }
};

} // namespace wr
