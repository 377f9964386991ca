// Sidings of the document: parked, renamed, taken away and put back, returned to, compared with.
#include "app/shell/document.h"
#include "logging/log.h"

#include <QDateTime>
#include <algorithm>

namespace wr {

void Document::takeSidings(OpenedWork& work)
{
    sidings_ = std::move(work.sidings);
    first_ = work.first ? work.first : work.history.empty() ? work.state.frame : nullptr;
    dropped_.reset();
    comparedTo_.clear();
    beside_.reset();
}

void Document::keepSiding(const Siding& s)
{
    if (!first_) first_ = keeper_->first();
    if (first_) keeper_->part({"siding", s.name, bytesOf(s, *first_)});
}

QString Document::park(const QString& name)
{
    if (!hasFrame()) return "open a frame first";
    Siding s;
    s.name = name.trimmed().toStdString();
    s.when = QDateTime::currentDateTime().toString("yyyy-MM-dd HH:mm").toStdString();
    s.frame = state_.frame;
    s.standing = standingOf(state_);
    s.edits = history_.made();
    if (const auto parked = sidings_.park(s); !parked) return QString::fromStdString(parked.error());
    keepSiding(s);
    logInfo("parked " + s.name);
    Q_EMIT sidingsChanged();
    return {};
}

QString Document::renameSiding(const std::string& from, const QString& to)
{
    const std::string name = to.trimmed().toStdString();
    if (const auto done = sidings_.rename(from, name); !done) return QString::fromStdString(done.error());
    if (from == name) return {};
    keeper_->part({"siding", from, ""});
    keepSiding(*sidings_.find(name));
    const bool compared = comparedTo_ == from;
    if (compared) comparedTo_ = name;
    Q_EMIT sidingsChanged();
    if (compared && !beside_) compareAgain(); // what is on its way is for the old name
    return {};
}

void Document::dropSiding(const std::string& name)
{
    auto gone = sidings_.drop(name);
    if (!gone) return;
    keeper_->part({"siding", name, ""});
    dropped_ = *std::move(gone);
    if (comparedTo_ == name) compareTo({});
    Q_EMIT sidingsChanged();
}

void Document::putBackSiding()
{
    if (!dropped_ || !sidings_.park(*dropped_)) return;
    keepSiding(*dropped_);
    dropped_.reset();
    Q_EMIT sidingsChanged();
}

QString Document::returnTo(const std::string& name)
{
    const Siding* s = sidings_.find(name);
    if (!s) return QString("there is no siding \"%1\"").arg(QString::fromStdString(name));
    auto patch = wr::returnTo(frame(), *s);
    if (!patch) return QString::fromStdString(patch.error());
    return run(Edit{*std::move(patch)});
}

void Document::compareTo(const std::string& siding)
{
    if (siding == comparedTo_) return;
    comparedTo_ = siding;
    beside_.reset();
    jobs_.cancel("siding");
    Q_EMIT comparisonChanged();
    compareAgain();
}

// For the state at hand; the parked one is found once, and stands while its siding is compared.
void Document::compareAgain()
{
    const Siding* s = sidings_.find(comparedTo_);
    if (!s || !state_.checked || !hasForces()) return;
    jobs_.start("siding",
                [this, now = state_, frame = s->frame, name = comparedTo_, store = store_,
                 then = beside_ ? beside_->then : nullptr](Progress& progress) -> Jobs::Finish {
                    auto was = then;
                    if (!was) {
                        progress.at(0, "the siding");
                        auto found = stateOfFrame(now, *frame, store, progress);
                        if (!found) return {};
                        was = std::make_shared<const DesignState>(*std::move(found));
                    }
                    auto out = std::make_shared<Beside>();
                    out->then = was;
                    out->changes = compareStates(*was, now);
                    out->causes = std::make_shared<const CauseFinder>(*was, now);
                    out->rowOf.resize(now.model->members().size());
                    for (size_t k = 0; k < out->changes.members.size(); ++k)
                        if (const auto& at = out->changes.members[k].now) out->rowOf[*at] = k;
                    return [this, name, model = now.model, out] {
                        if (name != comparedTo_ || model != state_.model) return; // another one is on its way
                        beside_ = std::move(*out);
                        Q_EMIT comparisonChanged();
                    };
                });
}

} // namespace wr
