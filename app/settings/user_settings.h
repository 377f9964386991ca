// What a user sets once for all projects, kept by QSettings: units and decimals on screen, theme, language of numbers, cores.
#pragma once

#include "core/base/units.h"

#include <QString>
#include <array>

namespace wr {

struct UserSettings
{
    // By the keys of the frame file: length, force, section, stress, mass, angle. Empty: as the file says.
    static constexpr std::array<const char*, 6> kUnits{"length", "force", "section", "stress", "mass", "angle"};
    std::array<QString, 6> units;
    std::array<signed char, kQuantityCount> decimals = UnitSystem::noDecimals(); // by Quantity; -1: about four digits
    bool dark = false;                                                           // the theme slate
    bool comma = false;                                                          // decimal mark of numbers on screen
    int cores = 0;                                                               // 0: all
    bool operator==(const UserSettings&) const = default;

    static UserSettings load();
    void save() const;
    // The units on screen of a frame whose file has these.
    UnitSystem shown(const UnitSystem& file) const;
};

// Those in force. Setting them takes them into use: theme, cores and decimal mark at once; units are the document's to take.
const UserSettings& userSettings();
void useSettings(const UserSettings& s);

// Quantities whose decimals can be set, with what they are called.
struct SettableQuantity
{
    Quantity quantity;
    const char *key, *title;
};
const std::vector<SettableQuantity>& settableQuantities();

} // namespace wr
