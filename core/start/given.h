// What was typed for the fields of a kind, read when a builder asks for it; faults are gathered.
#pragma once

#include "core/start/start.h"

#include <vector>

namespace wr {

class Given
{
public:
    Given(const std::vector<StartField>& fields, const std::map<std::string, std::string>& values, const UnitSystem& u);

    double measure(const std::string& key, double least, double most); // SI
    int count(const std::string& key, int least, int most);
    std::string word(const std::string& key);
    std::string text(const std::string& key) const; // sections, steels
    std::vector<double> lengths(const std::string& key, double least, double most);
    void fault(const std::string& key, std::string words) { faults_.push_back({key, std::move(words)}); }
    bool sound() const { return faults_.empty(); }
    std::vector<StartFault> faults() { return std::move(faults_); }
    const UnitSystem& units() const { return u_; }

private:
    const StartField& field(const std::string& key) const;
    const std::vector<StartField>& fields_;
    const std::map<std::string, std::string>& values_;
    const UnitSystem& u_;
    std::vector<StartFault> faults_;
};

} // namespace wr
