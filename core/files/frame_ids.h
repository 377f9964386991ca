// Ids of a frame file while it is read: unique per kind, and looked up with a fault that names the place.
#pragma once

#include "core/files/json_cursor.h"

#include <string>
#include <unordered_map>

namespace wr {

class IdTable
{
public:
    // Reads "id" of the object; a second one of the same name is a fault.
    std::string add(Cursor& c)
    {
        const auto id = c.text("id", true);
        if (!id) {
            ++count_;
            return "";
        }
        if (id->empty()) c.fault("frame.value", "id", "an id must not be empty");
        const auto [it, fresh] = index_.emplace(*id, count_++);
        if (!fresh) c.fault("frame.duplicate", "id", inQuotes(*id) + " is the id of two objects of this kind");
        return *id;
    }

    int find(const std::string& id, const std::string& place, const char* kind, std::vector<Finding>& findings) const
    {
        const auto it = index_.find(id);
        if (it != index_.end()) return it->second;
        findings.push_back(
            finding("frame.reference", place, "", "there is no " + std::string(kind) + " with the id " + inQuotes(id)));
        return -1;
    }

    // Reads a key that must name an object of this table.
    int refer(Cursor& c, std::string_view key, const char* kind, std::vector<Finding>& findings) const
    {
        const auto id = c.text(key, true);
        return id ? find(*id, c.at(key), kind, findings) : -1;
    }

    int lookUp(const std::string& id) const
    {
        const auto it = index_.find(id);
        return it == index_.end() ? -1 : it->second;
    }

private:
    std::unordered_map<std::string, int> index_;
    int count_ = 0;
};

struct FrameIds
{
    IdTable materials, sections, nodes, elements, diaphragms, cases, combinations;
};

} // namespace wr
