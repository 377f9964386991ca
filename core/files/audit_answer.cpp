#include "core/files/audit_answer.h"

#include "core/files/json_value.h"
#include "core/project/ways_out.h"

namespace wr {

namespace {

Json wayJson(const WayOut& w)
{
    Json j = {{"words", w.words}};
    if (const auto* show = std::get_if<WayOut::Show>(&w.act)) {
        j["does"] = "show";
        j["stop"] = workStopWord(show->stop);
        if (!show->page.empty()) j["page"] = show->page;
    } else
        j["does"] = w.isEdit() ? "edit" : "analyse";
    return j;
}

Json acceptanceJson(const Acceptance& a)
{
    Json j = {{"reason", a.reason}, {"name", a.name}};
    if (!a.date.empty()) j["date"] = a.date;
    return j;
}

} // namespace

std::string writeAudit(const DesignState& s, const std::vector<AuditRow>& rows)
{
    Json out = {{"format", "wren-audit"}, {"version", 1}, {"standard", s.model->standard().key}, {"findings", Json::array()}};
    size_t open = 0, accepted = 0, fallen = 0;
    for (const AuditRow& r : rows) {
        const Finding& x = r.finding;
        const FindingKind* kind = findKind(x.code);
        Json j = {{"id", r.id},
                  {"code", x.code},
                  {"severity", severityWord(x.severity)},
                  {"stop", workStopWord(kind ? kind->stop : WorkStop::Frame)}};
        if (!x.place.empty()) j["place"] = x.place;
        if (!x.subject.empty()) j["subject"] = x.subject;
        if (!x.about.empty()) j["about"] = x.about;
        j["text"] = x.text;
        for (const auto& [name, value] : x.figures)
            j["figures"][name] = value;
        j["status"] = r.accepted ? "accepted" : r.fallenBack ? "fallen-back" : "open";
        if (r.accepted) j["acceptance"] = acceptanceJson(*r.accepted);
        if (r.fallenBack) j["acceptance"] = acceptanceJson(*r.fallenBack);
        ++(r.accepted ? accepted : r.fallenBack ? fallen : open);
        j["ways"] = Json::array();
        for (const WayOut& w : waysOut(s, x))
            j["ways"].push_back(wayJson(w));
        out["findings"].push_back(std::move(j));
    }
    out["counts"] = {{"open", open}, {"accepted", accepted}, {"fallenBack", fallen}};
    out["stability"] = Json::array();
    for (const StabilityLine& l : s.stability())
        out["stability"].push_back({{"topic", l.topic},
                                    {"clause", l.clause},
                                    {"asked", l.asked},
                                    {"holds", l.holds},
                                    {"verdict", verdictWord(l.verdict)}});
    return out.dump(1) + "\n";
}

} // namespace wr
