// The entries of the design block by member, so that thousands of members do not each read all of them.
#pragma once

#include "core/frame/frame.h"

#include <string>
#include <unordered_map>
#include <unordered_set>
#include <vector>

namespace wr {

class StatedRows
{
public:
    explicit StatedRows(const Frame& f) : anySupport_(f.anySupport())
    {
        const Design& d = f.design;
        for (const DesignRestraint& r : d.restraints)
            restraints_[r.member].push_back(&r);
        for (const DesignLength& l : d.lengths)
            lengths_[l.member].push_back(&l);
        for (const DesignMember& m : d.members)
            if (!m.ruleHolds) noRule_.insert(m.id);
    }
    bool anySupport() const { return anySupport_; }
    bool ruleHolds(const std::string& member) const { return !noRule_.contains(member); } // not "rule": "none"
    const std::vector<const DesignRestraint*>& restraints(const std::string& member) const { return of(restraints_, member); }
    const std::vector<const DesignLength*>& lengths(const std::string& member) const { return of(lengths_, member); }

private:
    bool anySupport_;
    std::unordered_set<std::string> noRule_;
    template <class T> using Table = std::unordered_map<std::string, std::vector<const T*>>;
    template <class T> static const std::vector<const T*>& of(const Table<T>& table, const std::string& member)
    {
        static const std::vector<const T*> none;
        const auto it = table.find(member);
        return it == table.end() ? none : it->second;
    }
    Table<DesignRestraint> restraints_;
    Table<DesignLength> lengths_;
};

} // namespace wr
