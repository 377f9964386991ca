// A file of ISO 10303-21, written instance by instance.
#pragma once

#include "core/base/vec.h"

#include <fmt/format.h>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

// Values as they stand between brackets.
std::string stepReal(double v);            // 3.5, 0., 1.E-05
std::string stepWords(std::string_view v); // in quotes, letters beyond ASCII by their codes

class StepWriter
{
public:
    // schema: "IFC4". Of the header: name of the file, moment, author.
    StepWriter(std::string_view schema, std::string_view view, const std::string& file, const std::string& moment,
               const std::string& author);

    // An instance of a keyword with its attributes as written; its number.
    int add(std::string_view keyword, std::string_view attributes);
    template <class... A> int put(std::string_view keyword, fmt::format_string<A...> attributes, A&&... values)
    {
        return add(keyword, fmt::format(attributes, std::forward<A>(values)...));
    }
    int point(Vec3 p);
    int flatPoint(double x, double y);
    int direction(Vec3 d);
    static std::string list(const std::vector<int>& instances); // (#1,#2)

    std::string finish(); // the whole file

private:
    std::string text_;
    int last_ = 0;
};

} // namespace wr
