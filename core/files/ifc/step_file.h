// Files of ISO 10303-21 (STEP physical files), as IFC models are written: an index over all instances, each read when it is
// asked for. The text is held once; nothing else grows with the file but sixteen bytes an instance.
#pragma once

#include "core/base/progress.h"

#include <cstdint>
#include <expected>
#include <span>
#include <string>
#include <string_view>
#include <unordered_map>
#include <utility>
#include <vector>

namespace wr {

struct StepValue
{
    enum class Kind : std::uint8_t { None, Derived, Number, Text, Word, Reference, List, Typed }; // $ * 1. 'x' .X. #1 (…) X(…)
    Kind kind = Kind::None;
    double number = 0;
    std::uint32_t reference = 0;
    std::string text;             // Text; Word without its points; keyword of Typed
    std::vector<StepValue> parts; // of List and Typed

    bool given() const { return kind != Kind::None && kind != Kind::Derived; }
};

// An instance: its keyword in capitals and its attributes in order.
struct StepRecord
{
    std::uint32_t id = 0;
    std::string keyword;
    std::vector<StepValue> attributes;
    // One that is not there is like one not given: schemas add attributes at the end.
    const StepValue& operator[](size_t k) const&;
    StepValue operator[](size_t k) && { return std::as_const(*this)[k]; } // of a record that is gone at once
};

class StepFile
{
public:
    // The error is a sentence with the line: not of this kind, cut off, cancelled.
    static std::expected<StepFile, std::string> read(std::string bytes, Progress& progress);

    const std::string& schema() const { return schema_; } // "IFC4", "IFC2X3"
    size_t size() const { return index_.size(); }
    bool has(std::uint32_t id) const { return find(id) != nullptr; }
    // In capitals; empty: there is no such instance.
    std::string_view keyword(std::uint32_t id) const;
    // All instances of a keyword, in the order of the file.
    std::span<const std::uint32_t> all(std::string_view keyword) const;
    // How many there are of each keyword.
    std::vector<std::pair<std::string, size_t>> counts() const;
    // An empty record where there is none, or where its attributes cannot be read: told by damaged().
    StepRecord record(std::uint32_t id) const;
    // Instances that could not be read so far, the first of them.
    size_t damaged() const { return damaged_; }
    std::uint32_t firstDamaged() const { return firstDamaged_; }

private:
    struct Entry
    {
        std::uint32_t id = 0;
        std::uint32_t keyword = 0;
        std::uint64_t at = 0; // behind the keyword
    };
    const Entry* find(std::uint32_t id) const;
    std::string text_, schema_;
    std::vector<Entry> index_; // by id
    std::vector<std::string> keywords_;
    std::unordered_map<std::string, std::vector<std::uint32_t>> byKeyword_;
    mutable size_t damaged_ = 0;
    mutable std::uint32_t firstDamaged_ = 0;
};

// The text of a string of the file: ISO 10303-21 writes letters beyond ASCII as \\X2\\00E4\\X0\\, \\X\\E4, \\S\\d.
std::string stepText(std::string_view raw);

} // namespace wr
