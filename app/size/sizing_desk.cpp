#include "app/size/sizing_desk.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/project/member_ref.h"

#include <QElapsedTimer>
#include <algorithm>
#include <cmath>
#include <fmt/format.h>

namespace wr {

SizingDesk::SizingDesk(Document& doc, QObject* parent) : QObject(parent), doc_(doc)
{
    later_.setSingleShot(true);
    later_.setInterval(0); // several signals of one edit are one change
    connect(&later_, &QTimer::timeout, this, &SizingDesk::find);
    connect(&doc_, &Document::resultsChanged, this, &SizingDesk::outdated);
    connect(&doc_, &Document::historyChanged, this, &SizingDesk::outdated);
    connect(&doc_, &Document::opened, this, [this] {
        plan_.reset();
        settled_.reset();
        adopted_.clear();
        rounds_.clear();
        remedies_.clear();
        hand_.clear(), off_.clear(), groupId_.clear();
        group_ = -1;
        change_.clear();
        ranking_ = {};
        ++rungsTurn_, ++roundsTurn_, ++remediesTurn_; // what is still on its way is of the frame before
        outdated();
        Q_EMIT planChanged();
    });
    connect(&doc_, &Document::pickChanged, this, &SizingDesk::followPick);
}

void SizingDesk::enter(bool here)
{
    here_ = here;
    if (!here) return;
    if (!current()) outdated();
    followPick();
}

bool SizingDesk::current() const
{
    return plan_ && doc_.hasFrame() && of_.frame == doc_.state().frame && of_.results == doc_.state().results;
}

bool SizingDesk::finding() const
{
    return doc_.jobs().running("rungs");
}

void SizingDesk::outdated()
{
    if (!doc_.hasFrame()) return;
    if (plan_ && (!of_.model->samePlaces(doc_.model()))) {
        plan_.reset();
        change_.clear();
    }
    if (of_.frame != doc_.state().frame) {
        settled_.reset();
        if (rounding_) rounding_->cancel();
        if (remedies_.size() + remediesOf_.size() > 0) {
            doc_.jobs().cancel("remedies");
            ++remediesTurn_;
            remedies_.clear();
            remediesOf_.clear();
            Q_EMIT remediesChanged();
        }
        ranking_ = {};
    }
    if (here_) later_.start();
}

void SizingDesk::setChoice(const SizingChoice& c)
{
    choice_ = c;
    hand_.clear();
    settled_.reset();
    if (!current()) return outdated();
    for (GroupPlan& g : plan_->groups)
        for (Rung& r : g.rungs.rungs)
            r.refused.clear();
    chooseAgain(*plan_, *of_.model, choice_);
    prove();
}

void SizingDesk::find()
{
    if (!here_ || !doc_.hasFrame() || !doc_.checked()) return;
    if (current() && of_.model == doc_.state().model) return; // only ratios came in
    if (settled_ && current()) return;                        // that is the proposal
    partial_.clear();
    doc_.jobs().start(
        "rungs", [this, s = doc_.state(), choice = choice_, turn = ++rungsTurn_](Progress& progress) -> Jobs::Finish {
            QElapsedTimer time;
            time.start();
            SizingPlan plan = planSizes(*s.model, shippedCatalogue(), choice, progress, [this, turn](const GroupPlan& g) {
                // Called on any thread.
                auto table = std::make_shared<RungTable>(g.rungs);
                QMetaObject::invokeMethod(
                    this,
                    [this, turn, id = g.id, table] {
                        if (turn != rungsTurn_) return;
                        partial_[id] = *table;
                        Q_EMIT streamed(str(id));
                    },
                    Qt::QueuedConnection);
            });
            if (plan.cancelled) return {};
            const double seconds = static_cast<double>(time.nsecsElapsed()) * 1e-9;
            return finishProof(provenSizes(s, std::move(plan), choice, progress), s, seconds);
        });
}

// On the worker's thread: what is to be done with sizes that were proved for a state.
Jobs::Finish SizingDesk::finishProof(Proven found, const DesignState& s, std::optional<double> seconds)
{
    if (!found.whole) return {};
    auto proven = std::make_shared<Proven>(std::move(found));
    return [this, s, proven, seconds] {
        // Edited, or settled, meanwhile.
        if (s.frame != doc_.state().frame || s.results != doc_.state().results || settled_) return;
        if (seconds) seconds_ = *seconds;
        refused_ = proven->refused;
        then_ = proven->then;
        receive(std::move(proven->plan), s);
    };
}

void SizingDesk::receive(SizingPlan plan, const DesignState& of)
{
    plan_ = std::move(plan);
    of_ = of;
    partial_.clear();
    evaluations_ = 0;
    for (GroupPlan& g : plan_->groups) {
        evaluations_ += g.rungs.rungs.size() * g.rungs.members.size();
        if (const auto h = hand_.find(g.id); h != hand_.end())
            if (const int k = g.rungs.find(h->second); k >= 0) g.chosen = k;
    }
    group_ = -1;
    for (size_t k = 0; k < plan_->groups.size(); ++k)
        if (plan_->groups[k].id == groupId_) group_ = static_cast<int>(k);
    if (group_ < 0 && !plan_->groups.empty()) followPick();
    changed();
    if (group_ < 0 && !plan_->groups.empty()) {
        // Nothing picked: the group with the worst member.
        double worst = -1;
        for (size_t k = 0; k < plan_->groups.size(); ++k)
            for (const size_t m : plan_->groups[k].rungs.members)
                if (const double u = of_.report->results[m].utilisation; u > worst) worst = u, group_ = static_cast<int>(k);
        if (group_ >= 0) groupId_ = plan_->groups[static_cast<size_t>(group_)].id;
        Q_EMIT groupChanged();
    }
}

// The proposal with what was changed in it, checked whole in the background.
void SizingDesk::prove()
{
    changed();
    doc_.jobs().start("rungs", [this, s = of_, plan = *plan_, choice = choice_](Progress& progress) -> Jobs::Finish {
        return finishProof(provenSizes(s, plan, choice, progress), s, std::nullopt);
    });
}

void SizingDesk::changed()
{
    change_.assign(of_.model->members().size(), 0);
    for (const GroupPlan& g : plan_->groups)
        if (g.changes())
            for (const size_t m : g.rungs.members)
                change_[m] = g.massThen() > g.massNow * (1 + 1e-12) ? 1 : -1;
    Q_EMIT planChanged();
}

std::optional<double> SizingDesk::becomes(size_t member) const
{
    const DesignState& s = settled_ ? settled_->state : then_;
    if (!current() || !s.report || member >= s.report->results.size() || !s.report->results[member].govern())
        return std::nullopt;
    return s.report->results[member].utilisation;
}

int SizingDesk::changeOf(size_t member) const
{
    return member < change_.size() ? change_[member] : 0;
}

const GroupPlan* SizingDesk::groupPlan() const
{
    return plan_ && group_ >= 0 && static_cast<size_t>(group_) < plan_->groups.size()
               ? &plan_->groups[static_cast<size_t>(group_)]
               : nullptr;
}

const RungTable* SizingDesk::partial(const std::string& group) const
{
    const auto at = partial_.find(group);
    return at == partial_.end() ? nullptr : &at->second;
}

void SizingDesk::pickGroup(int group)
{
    if (!plan_ || group < 0 || static_cast<size_t>(group) >= plan_->groups.size()) return;
    const GroupPlan& g = plan_->groups[static_cast<size_t>(group)];
    group_ = group;
    groupId_ = g.id;
    picking_ = true;
    doc_.setPick({g.members.begin(), g.members.end()});
    picking_ = false;
    Q_EMIT groupChanged();
}

void SizingDesk::followPick()
{
    if (picking_ || !plan_ || doc_.pick().empty()) return;
    for (size_t k = 0; k < plan_->groups.size(); ++k) {
        const auto& members = plan_->groups[k].members;
        if (std::find(members.begin(), members.end(), *doc_.pick().begin()) == members.end()) continue;
        if (group_ == static_cast<int>(k)) return;
        group_ = static_cast<int>(k);
        groupId_ = plan_->groups[k].id;
        Q_EMIT groupChanged();
        return;
    }
}

void SizingDesk::propose(int rung)
{
    if (!groupPlan() || rung < 0) return;
    GroupPlan& g = plan_->groups[static_cast<size_t>(group_)];
    if (static_cast<size_t>(rung) >= g.rungs.rungs.size() || g.chosen == rung) return;
    settled_.reset();
    g.chosen = rung;
    hand_[g.id] = g.to();
    then_ = {};
    changed();
}

void SizingDesk::letGo()
{
    hand_.clear();
    off_.clear();
    settled_.reset();
    rounds_.clear();
    Q_EMIT roundsChanged();
    plan_.reset();
    change_.clear();
    Q_EMIT planChanged();
    outdated();
}

void SizingDesk::tick(const std::string& group, bool on)
{
    on ? (void)off_.erase(group) : (void)off_.insert(group);
    Q_EMIT planChanged();
}

std::vector<std::string> SizingDesk::toAdopt() const
{
    std::vector<std::string> out;
    if (!current()) return out;
    for (const GroupPlan& g : plan_->groups)
        if (g.changes() && ticked(g.id)) out.push_back(g.id);
    return out;
}

std::string SizingDesk::parkBefore()
{
    for (int n = 1;; ++n) {
        const std::string name = n == 1 ? "before sizing" : fmt::format("before sizing {}", n);
        if (doc_.sidings().find(name)) continue;
        return doc_.park(str(name)).toStdString();
    }
}

QString SizingDesk::adopt(bool analyse)
{
    const auto groups = toAdopt();
    if (groups.empty()) return "nothing changes";
    auto edit = editOf(*plan_, of_, groups);
    if (!edit) return "nothing changes";
    size_t changing = 0;
    for (const GroupPlan& g : plan_->groups)
        changing += g.changes();
    if (const std::string trouble = parkBefore(); !trouble.empty()) return str(trouble);
    // Settled and taken as a whole: its forces are known.
    const bool whole = settled_ && changing == groups.size();
    if (whole) edit->words += fmt::format(", settled in {} rounds", rounds_.empty() ? 0 : rounds_.back().round);
    const auto results = whole ? settled_->state.results : nullptr;
    if (whole) adopted_ = rounds_;
    settled_.reset();
    hand_.clear();
    const QString trouble = doc_.run(*edit, results);
    if (trouble.isEmpty() && analyse && !doc_.forcesFit()) doc_.analyseAgain();
    return trouble;
}

namespace {

// Cancelled by its own button or with the job it runs in.
class Rounding final : public Progress
{
public:
    void within(Progress* job) { job_ = job; }
    void at(double fraction, std::string_view what) override
    {
        if (job_->cancelled()) cancel();
        job_->at(fraction, what);
    }

private:
    Progress* job_ = nullptr;
};

} // namespace

bool SizingDesk::settling() const
{
    return doc_.jobs().running("settle");
}

void SizingDesk::settle()
{
    if (!doc_.hasFrame() || !doc_.checked() || settling()) return;
    settled_.reset();
    rounds_.clear();
    Q_EMIT roundsChanged();
    auto progress = std::make_shared<Rounding>();
    rounding_ = progress;
    SettleChoice choice;
    choice.sizing = choice_;
    doc_.jobs().start(
        "settle", [this, s = doc_.state(), choice, progress, turn = ++roundsTurn_](Progress& job) -> Jobs::Finish {
            progress->within(&job);
            auto done =
                std::make_shared<Settled>(wr::settle(s, shippedCatalogue(), choice, *progress, [&](const SettleRound& r) {
                    if (job.cancelled()) progress->cancel();
                    job.at(0.1 * (r.round % 10), fmt::format("sizing, round {}", r.round));
                    QMetaObject::invokeMethod(
                        this,
                        [this, turn, r] {
                            if (turn != roundsTurn_) return;
                            rounds_.push_back(r);
                            Q_EMIT roundsChanged();
                        },
                        Qt::QueuedConnection);
                }));
            return [this, s, done] {
                rounding_.reset();
                if (s.frame != doc_.state().frame) return Q_EMIT roundsChanged(); // edited meanwhile
                rounds_ = done->rounds;
                settled_ = std::move(*done);
                // As a proposal for the frame at hand: what each group had before the first round.
                SizingPlan plan = settled_->plan;
                for (GroupPlan& g : plan.groups) {
                    const int now = g.rungs.find(g.from);
                    g.from = g.before();
                    g.massNow = g.massBefore();
                    if (now >= 0) g.chosen = now;
                }
                hand_.clear();
                refused_.clear();
                then_ = settled_->state;
                receive(std::move(plan), s);
                Q_EMIT roundsChanged();
            };
        });
    Q_EMIT roundsChanged();
}

void SizingDesk::stop()
{
    if (rounding_) rounding_->cancel();
}

bool SizingDesk::findingRemedies() const
{
    return doc_.jobs().running("remedies");
}

void SizingDesk::findRemedies(size_t member)
{
    if (!doc_.hasFrame() || !doc_.checked() || member >= doc_.model().members().size()) return;
    const Member& m = doc_.model().members()[member];
    remedies_.clear();
    remediesOf_ = m.group.empty() ? m.id : m.group;
    doc_.jobs().start("remedies", [this, s = doc_.state(), member, turn = ++remediesTurn_](Progress& progress) -> Jobs::Finish {
        remediesFor(s, member, shippedCatalogue(), progress, [&](const Remedy& r) {
            QMetaObject::invokeMethod(
                this,
                [this, turn, r] {
                    if (turn != remediesTurn_) return;
                    remedies_.push_back(r);
                    Q_EMIT remediesChanged();
                },
                Qt::QueuedConnection);
        });
        return [this] { Q_EMIT remediesChanged(); };
    });
    Q_EMIT remediesChanged();
}

QString SizingDesk::take(const Remedy& r)
{
    if (!r.edit) return "there is nothing to be done";
    const Edit edit = *r.edit; // the list goes with the edit
    const bool analyse = r.analysed;
    const QString trouble = doc_.run(edit);
    if (trouble.isEmpty() && analyse && !doc_.forcesFit()) doc_.analyseAgain();
    return trouble;
}

bool SizingDesk::findingStiffness() const
{
    return doc_.jobs().running("stiffness");
}

void SizingDesk::findStiffness()
{
    if (!current() || findingStiffness() || settled_) return;
    const StandingLimit* worst = nullptr;
    for (const StandingLimit& l : *doc_.state().limits)
        if (l.reason.empty() && (!worst || l.ratio > worst->ratio)) worst = &l;
    ranking_ = {};
    if (!worst) {
        ranking_.trouble = doc_.frame().design.frameLimits.empty()
                               ? "the frame has no limit of drift or displacement: state one at the stop Frame"
                               : "no limit of the frame could be checked";
        return Q_EMIT rankingChanged();
    }
    doc_.jobs().start("stiffness", [this, s = of_, plan = *plan_, row = *worst](Progress& progress) -> Jobs::Finish {
        progress.at(0, "unit loads");
        auto out = std::make_shared<Ranking>();
        out->limit = frameLimitText(*s.frame, s.frame->design.frameLimits.list()[row.limit]);
        auto shares = movementShares(*s.frame, s.results->forces, {&row, 1}, progress);
        if (!shares)
            out->trouble = shares.error();
        else {
            out->rows = stiffnessRanking(Stiffening(*s.model, plan, *std::move(shares)), plan, 0);
            out->at = row;
        }
        return [this, s, out] {
            if (s.frame != doc_.state().frame) return;
            ranking_ = *out;
            Q_EMIT rankingChanged();
        };
    });
    Q_EMIT rankingChanged();
}

} // namespace wr
