// Findings that somebody lets stand: which of them do, and which have fallen back because what they were about has changed.
#pragma once

#include "core/project/design_state.h"

#include <string>
#include <vector>

namespace wr {

// Of all findings of one code about one subject: "hold.doubtful B7".
std::string acceptanceId(const Finding& x);

struct AuditRow
{
    Finding finding;
    std::string id;                       // acceptanceId()
    std::optional<Acceptance> accepted;   // it stands
    std::optional<Acceptance> fallenBack; // there is one, for another state of what it is about
    bool open() const { return !accepted; }
};

// Every finding with what was said of it, in the order of DesignState::findings(); those of acceptances that match nothing
// any more behind them.
std::vector<AuditRow> auditRows(const DesignState& s);
// Acceptances that match no finding, once all findings are known.
std::vector<Finding> idleAcceptances(const DesignState& s, const std::vector<Finding>& findings);
// Of a finding at hand, with the fingerprint of what it is about.
Acceptance acceptanceOf(const DesignState& s, const Finding& x, std::string reason, std::string name, std::string date);

} // namespace wr
