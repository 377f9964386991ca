// What leaves the program for others: models, drawings, coordination topics, tables. One function a format; each says in its
// file what units it is in and which way is up.
#pragma once

#include "core/base/progress.h"
#include "core/project/design_state.h"

#include <expected>
#include <filesystem>
#include <string>
#include <vector>

namespace wr {

struct ExportInput
{
    DesignState state;         // with forces and results where there are any
    std::vector<char> members; // per member: goes along. Empty: all
    std::string moment;        // of the export, for formats that must tell one: "2026-12-01T09:30:00Z"
    std::string author;        // empty: "Wren Rail"

    bool takes(size_t member) const { return members.empty() || members[member]; }
};
using Exported = std::expected<void, std::string>; // else why not

// What is told of a member beside its shape.
struct MemberFacts
{
    size_t member = 0;
    std::string id, group, section, steel, standard;
    std::string status; // as in the answer of `check`; empty: not checked yet
    std::string check, clause, combination;
    double length = 0, mass = 0; // m, kg
    double utilisation = 0;      // NaN: none
    // Its elements. Of a member that is no line they stand one by one, as they run.
    std::vector<MemberPiece> pieces;
    bool line = true;
};
// Of the members that go along, in the frame's order.
std::vector<MemberFacts> memberFacts(const ExportInput& in);

// Directions as other programs have them: z upwards, or y upwards.
Vec3 zUpwards(const Frame& f, Vec3 v);
Vec3 yUpwards(const Frame& f, Vec3 v);

// glTF 2.0, binary: solid members by name with what they came to as properties, coloured by utilisation. Metres, y upwards.
Exported exportGltf(const ExportInput& in, const std::filesystem::path& path, Progress& progress);
// IFC4 (ISO 16739-1:2018): beams, columns and members with their profiles, a property set of results each. Metres, z upwards.
Exported exportIfc(const ExportInput& in, const std::filesystem::path& path, Progress& progress);
// BCF 2.1: a topic for every member that is over its limit and for every accepted finding about a member, with viewpoint and
// picture. Components are named as in the IFC file. Metres, z upwards.
Exported exportBcf(const ExportInput& in, const std::filesystem::path& path, Progress& progress);
// SQLite: a table for each of exportTables(), and `about` and `columns` that tell units and meaning.
Exported exportSqlite(const ExportInput& in, const std::filesystem::path& path, Progress& progress);
// Office Open XML: the same tables, a sheet each. In the frame's units.
Exported exportWorkbook(const ExportInput& in, const std::filesystem::path& path, Progress& progress);
// DXF (AC1015): the frame in space, lines by layers of groups, ids as texts. Metres; upwards as in the frame.
Exported exportDxf(const ExportInput& in, const std::filesystem::path& path, Progress& progress);

// GlobalId of something in IFC ("member B7"), and a GUID as others write them: always the same for the same title of the frame.
std::string ifcId(const Frame& f, const std::string& what);
std::string guidOf(const Frame& f, const std::string& what);

} // namespace wr
