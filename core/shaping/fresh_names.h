// Names for new rows that go on from those there are: behind "B12" comes the number after the largest of "B…".
#pragma once

#include <map>
#include <set>
#include <string>

namespace wr {

class FreshNames
{
public:
    template <class Rows> explicit FreshNames(const Rows& rows)
    {
        for (const auto& r : rows)
            take(r.id);
    }
    void take(const std::string& id);
    // A name of that kind that nobody has; it is taken from here on.
    std::string like(const std::string& id);

private:
    std::set<std::string> taken_;
    std::map<std::string, long> largest_; // by what stands before the number
};

} // namespace wr
