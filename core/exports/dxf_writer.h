// DXF (AC1015) in metres: lines, circles and texts on layers.
#pragma once

#include "core/base/vec.h"

#include <expected>
#include <filesystem>
#include <memory>
#include <set>
#include <string>
#include <vector>

namespace wr {

struct DxfLayer
{
    std::string name;
    int colour = 7; // of the index of the format; 7: black on white
};

// A layer each, in colours that tell neighbours apart.
std::vector<DxfLayer> dxfLayers(const std::set<std::string>& names);

class DxfWriter
{
public:
    // Names of layers may hold anything: what the format forbids is replaced, names that come out alike are one layer.
    static std::expected<DxfWriter, std::string> open(const std::filesystem::path& path, const std::vector<DxfLayer>& layers);
    DxfWriter(DxfWriter&&) noexcept;
    DxfWriter& operator=(DxfWriter&&) noexcept;
    ~DxfWriter();

    void line(Vec3 a, Vec3 b, const std::string& layer);
    void circle(Vec3 centre, double radius, const std::string& layer);
    // (x, y) of the baseline's beginning, height of capitals in m, angle in degrees anticlockwise.
    void text(Vec3 at, double height, double angle, const std::string& words, const std::string& layer);
    std::expected<void, std::string> close();

private:
    struct Open;
    explicit DxfWriter(std::unique_ptr<Open> open);
    std::unique_ptr<Open> open_;
};

} // namespace wr
