// The tools that change a frame, as data: what each asks for, and the edit that comes of what was typed. Window and command
// line ask for the same.
#pragma once

#include "core/shaping/shape_edit.h"

#include <map>
#include <string>
#include <string_view>
#include <vector>

namespace wr {

struct ShapeField
{
    enum class Kind { Measure, Vector, Count, Flag, Word, Section, Steel, Text };
    std::string key, title;
    Kind kind = Kind::Measure;
    Quantity quantity = Quantity::Length;
    std::string value = {};              // where nothing is typed; of a Flag "yes" or "no"
    std::vector<std::string> words = {}; // of Word
    std::string meaning = {};            // one line
    // It counts only where one of these fields has that word; empty: always.
    std::vector<std::string> where = {};
    std::string word = {};
};

enum class ToolKind { Shape, Loads };

struct ShapeTool
{
    std::string_view key, title, meaning;
    bool elements, nodes; // what it is done to: picked elements, picked nodes
    ToolKind kind = ToolKind::Shape;
};
const std::vector<ShapeTool>& shapeTools();
const ShapeTool* shapeTool(std::string_view key); // null: there is none
std::vector<ShapeField> shapeFields(std::string_view tool, const Frame& f);

struct ShapeFault
{
    std::string key, text; // of the field; "" for what no one field is about
};
// `typed` by key; what is missing stands at its default. Lengths in the units of the frame where they have none of their own.
std::expected<ShapeEdit, ShapeFault> shapeEdit(std::string_view tool, const std::map<std::string, std::string>& typed,
                                               const Frame& f, std::vector<int> elements, std::vector<int> nodes);

// The name of a line across y: A, B … Z, AA.
std::string gridLetters(size_t k);
// A grid as it is typed: spacings along x and y ("4 × 6 m, 5 m"), storey heights, where it begins and how it is turned. Lines
// across x are 1, 2 …, across y A, B …, levels by their heights.
std::expected<Grid, ShapeFault> typedGrid(const std::string& x, const std::string& y, const std::string& levels,
                                          const std::string& origin, const std::string& turn, const Frame& f);
// Where lines of a grid cross on a level, m.
std::vector<Vec3> crossings(const Frame& f);

} // namespace wr
