// Axes of bending and the fibres that moments compress, for every standard.
#pragma once

namespace wr {

// Axis of bending: y of the core is the major one, z the minor.
enum class Axis { Major, Minor, Y = Major, Z = Minor };
// Fibre that a moment compresses: +z or +y, or the opposite one.
enum class Side { Plus, Minus };

} // namespace wr
