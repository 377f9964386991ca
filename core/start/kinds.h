// The kinds of frames: what each asks for, and how it is built. A kind is a row of the table in start.cpp.
#pragma once

#include "core/start/draft.h"

namespace wr {

// Makes fields with defaults for the setting: metric or feet and pounds, sections of its region.
class Asks
{
public:
    explicit Asks(const StartSetting& s);
    Asks& measure(std::string key, std::string title, Quantity q, std::string metric, std::string customary,
                  std::string meaning);
    Asks& count(std::string key, std::string title, int value, std::string meaning);
    Asks& word(std::string key, std::string title, std::vector<std::string> words, std::string meaning); // the first is usual
    Asks& lengths(std::string key, std::string title, std::string metric, std::string customary, std::string meaning);
    Asks& section(std::string key, std::string title, std::string metric, std::string customary);
    Asks& steel();
    std::vector<StartField> done() { return std::move(fields_); }

private:
    bool customary_;
    std::string region_;
    std::vector<StartField> fields_;
};

std::vector<StartField> memberFields(const StartSetting& s);
void buildMember(Given& g, Draft& d);
std::vector<StartField> hallFields(const StartSetting& s);
void buildHall(Given& g, Draft& d);
std::vector<StartField> trussFields(const StartSetting& s);
void buildTruss(Given& g, Draft& d);
std::vector<StartField> floorsFields(const StartSetting& s);
void buildFloors(Given& g, Draft& d);
std::vector<StartField> towerFields(const StartSetting& s);
void buildTower(Given& g, Draft& d);
std::vector<StartField> scaffoldFields(const StartSetting& s);
void buildScaffold(Given& g, Draft& d);

} // namespace wr
