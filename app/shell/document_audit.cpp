// What the document does with findings.
#include "app/shell/document.h"

#include <algorithm>

namespace wr {

size_t Document::openAt(WorkStop s) const
{
    return static_cast<size_t>(std::count_if(audit_.begin(), audit_.end(), [&](const AuditRow& r) {
        const FindingKind* kind = findKind(r.finding.code);
        return r.open() && r.finding.severity != Severity::Note && kind && kind->stop == s;
    }));
}

QString Document::carryOut(const WayOut& way)
{
    if (!hasFrame()) return "open a frame first";
    if (const auto* show = std::get_if<WayOut::Show>(&way.act)) {
        std::set<size_t> pick;
        for (const std::string& id : show->members)
            if (const auto i = model().find(id)) pick.insert(*i);
        if (!pick.empty()) setPick(std::move(pick));
        Q_EMIT wantShown(show->stop, QString::fromStdString(show->page));
        return {};
    }
    if (std::holds_alternative<WayOut::Analyse>(way.act)) {
        analyseAgain();
        return {};
    }
    const auto edit = editOf(state_, way);
    return edit ? run(*edit) : QString::fromStdString(edit.error());
}

} // namespace wr
