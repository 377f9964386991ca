// Pages as they will be printed, and what joins them: links, places they lead to, the outline.
#pragma once

#include "core/paper/mark.h"

#include <string>
#include <vector>

namespace wr {

struct PaperSize
{
    double width = 595.28, height = 841.89; // pt
};
inline constexpr PaperSize kA4{595.28, 841.89}, kLetter{612, 792};

struct PageLink
{
    double x = 0, y = 0, width = 0, height = 0;
    std::string to; // name of a place
};
struct PagePlace
{
    std::string name;
    double y = 0;
};

struct Page
{
    std::vector<Mark> marks;
    std::vector<PageLink> links;
    std::vector<PagePlace> places;
};

// A line of the outline that readers of PDF show beside the pages.
struct OutlineEntry
{
    std::string title, place;
    int level = 0; // 0: top
};

} // namespace wr
