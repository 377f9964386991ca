// What was typed for a tool, read field by field; the first fault is kept.
#pragma once

#include "core/shaping/shape_tools.h"

namespace wr {

// The axis that stands upright: 1 or 2.
inline int upAxis(const Frame& f)
{
    return f.up == Up::Z ? 2 : 1;
}
// The level direction besides x.
inline char acrossName(const Frame& f)
{
    return f.up == Up::Z ? 'y' : 'z';
}

class Typed
{
public:
    Typed(std::string_view tool, const std::map<std::string, std::string>& typed, const Frame& f);

    const std::optional<ShapeFault>& fault() const { return fault_; }
    std::string text(const std::string& key) const;
    bool empty(const std::string& key) const; // nothing, or blanks
    double measure(const std::string& key);
    double measure(const std::string& key, Quantity q); // in another quantity than the field's own
    Vec3 vector(const std::string& key);                // of the field's quantity
    Vec3 direction(const std::string& key);             // an axis by its name, or three numbers
    int count(const std::string& key, int least, int most);
    bool flag(const std::string& key);
    std::string word(const std::string& key);
    std::vector<double> places(const std::string& key); // m, ";" between them
    void say(const std::string& key, std::string words);

private:
    const ShapeField& field(const std::string& key) const;
    std::vector<ShapeField> fields_;
    const std::map<std::string, std::string>& typed_;
    const Frame& f_;
    std::optional<ShapeFault> fault_;
};

} // namespace wr
