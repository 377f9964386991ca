#include "app/shell/document.h"

#include "app/settings/user_settings.h"
#include "app/shell/text.h"

#include "core/audit/audit.h"
#include "core/files/frame_writer.h"
#include "core/project/member_ref.h"
#include "core/standards/standard.h"
#include "logging/log.h"

#include <QFileInfo>
#include <algorithm>

namespace wr {

Document::Document(QObject* parent)
    : QObject(parent), standards_(std::make_shared<const std::vector<Standard>>(shippedStandards())), keeper_(new Keeper(this)),
      jobs_(this)
{
}

Document::~Document()
{
    jobs_.cancelAll();
}

QString Document::title() const
{
    if (!hasFrame()) return "Wren Rail";
    return frame().title.empty() ? QFileInfo(path_).fileName() : QString::fromStdString(frame().title);
}

const UnitSystem& Document::units() const
{
    static const UnitSystem none;
    return hasFrame() ? frame().units : none;
}

void Document::open(const QString& path)
{
    // The project at hand: all of it is here already, and its lock is ours.
    if (hasFrame() && !keeper_->path().isEmpty() && QFileInfo(path) == QFileInfo(keeper_->path())) {
        Q_EMIT opened();
        return;
    }
    stopAll();
    jobs_.start("open", [this, path](Progress& progress) -> Jobs::Finish {
        progress.at(0.0, "reading");
        const LogTime time("read and analysed");
        auto memory = analysisMemory();
        auto work = std::make_shared<OpenedWork>(
            openWork(path, standards_, progress, memory,
                     [settings = userSettings()](const UnitSystem& u) { return settings.shown(u); }));
        if (!work->faults.empty() || !work->state.frame)
            return [this, path, work] {
                logWarning(path.toStdString() + " has " + std::to_string(work->faults.size()) + " faults");
                faults_ = work->faults;
                Q_EMIT faulted(path);
            };
        return [this, path, work, memory] { receive(path, *work, memory); };
    });
}

void Document::openTaken(const QString& name, Frame frame, std::vector<Finding> findings, std::string recipe)
{
    stopAll();
    auto taken = std::make_shared<Frame>(std::move(frame));
    jobs_.start(
        "open",
        [this, name, taken, findings = std::move(findings), recipe = std::move(recipe)](Progress& progress) -> Jobs::Finish {
            const LogTime time("taken in and analysed");
            auto memory = analysisMemory();
            auto work = std::make_shared<OpenedWork>(
                takenWork(name, std::move(*taken), findings, standards_, progress, memory,
                          [settings = userSettings()](const UnitSystem& u) { return settings.shown(u); }));
            return [this, name, work, memory, recipe] {
                work->recipes.insert(work->recipes.begin(), recipe);
                receive(name, *work, memory);
                // Kept at once: it is in no file yet.
                if (!recipe.empty()) keeper_->part({"recipe", name.toStdString(), recipe});
            };
        });
}

void Document::stopAll()
{
    for (const char* kind : {"check", "rungs", "drift", "compare", "modes", "analyse", "effect", "gather", "combination",
                             "settle", "remedies", "stiffness", "summary"})
        jobs_.cancel(kind);
}

void Document::receive(const QString& path, OpenedWork& work, std::shared_ptr<AnalysisMemory> memory)
{
    logInfo("opened " + path.toStdString());
    path_ = path;
    takeSidings(work);
    view_ = work.view;
    recipes_ = std::move(work.recipes);
    keeper_->begin(work);
    history_ = std::move(work.history);
    readings_.clear();
    audit_.clear();
    combination_.clear();
    picked_.clear();
    memory_ = std::move(memory);
    store_ = {};
    store_.put(resultKeyOf(*work.state.frame), work.state.results);
    keeper_->results(work.state.frame, work.state.results);
    second_.reset();
    take(std::move(work.state));
    Q_EMIT opened();
    Q_EMIT historyChanged();
    Q_EMIT pickChanged();
    check();
}

void Document::take(DesignState s)
{
    const bool other = state_.frame != s.frame || state_.results != s.results;
    if (s.model != state_.model || s.report != state_.report) ofOne_.reset(); // of another state
    const auto said = [](const DesignState& d) {
        return std::tuple(d.read, d.analysis, d.geometry, d.audited, d.ofReport, d.wholeKnown);
    };
    // After an edit the audit follows with the check: until then its findings stand as they were.
    const bool findings = audit_.empty() || said(s) != said(state_) || !state_.frame ||
                          !s.frame->design.acceptances.shares(state_.frame->design.acceptances);
    state_ = std::move(s);
    if (findings) audit_ = auditRows(state_);
    if (other) {
        forcesFit_ = state_.forcesFit();
        mass_ = state_.mass();
    }
    placePick();
}

// The places of the picked members in the model at hand.
void Document::placePick()
{
    pick_.clear();
    if (picked_.empty()) return;
    const SharedList<Member>& list = model().members();
    for (size_t i = 0; i < list.size(); ++i)
        if (picked_.contains(list[i].id)) pick_.insert(pick_.end(), i);
}

void Document::compareWith(const std::string& key)
{
    if (key == compared_) return;
    compared_ = key;
    second_.reset();
    Q_EMIT secondChanged();
    checkSecond();
}

void Document::showCombination(const std::string& name)
{
    if (name == combination_) return;
    combination_ = name;
    ofOne_.reset();
    if (name.empty()) jobs_.cancel("combination");
    Q_EMIT resultsChanged();
    checkOne();
}

void Document::showReserve(bool on)
{
    if (on == reserve_) return;
    reserve_ = on;
    Q_EMIT figuresChanged();
}

QString Document::figureOf(const MemberResult& r) const
{
    if (!reserve_) return decimal(r.utilisation, 2);
    const auto reserve = reserveOf(r);
    return reserve ? QString("×%1").arg(decimal(std::min(*reserve, 999.0), *reserve < 10 ? 2 : 0)) : QString("–");
}

// The combination that is shown alone, for the state at hand; until it is there, or where it is no more, the worst stands.
void Document::checkOne()
{
    if (combination_.empty() || !state_.checked || !hasForces()) return;
    const auto& list = frame().combinations.list();
    const auto at = std::find_if(list.begin(), list.end(), [&](const Combination& c) { return c.id == combination_; });
    if (at == list.end()) {
        combination_.clear();
        Q_EMIT resultsChanged();
        return;
    }
    jobs_.start(
        "combination",
        [this, s = state_, name = combination_, k = static_cast<int>(at - list.begin())](Progress& progress) -> Jobs::Finish {
            auto report = std::make_shared<CheckReport>();
            if (!s.model->checkAll(*report, progress, {}, k)) return {};
            return [this, s, name, report] {
                if (s.model != state_.model || name != combination_) return; // a newer one is on its way
                ofOne_ = report;
                Q_EMIT resultsChanged();
            };
        });
}

void Document::checkSecond()
{
    const auto& briefs = hasFrame() ? frame().design.briefs.list() : Rows<Brief>{}.list();
    const bool asked = std::any_of(briefs.begin(), briefs.end(), [](const Brief& b) { return !b.second.empty(); });
    if (compared_.empty() && !asked && second_) { // the brief that asked for it does no more
        second_.reset();
        Q_EMIT secondChanged();
    }
    if ((compared_.empty() && !asked) || !hasForces()) return;
    // The one chosen in the menu, else those that briefs ask for.
    jobs_.start("compare", [this, s = state_, key = compared_](Progress& progress) -> Jobs::Finish {
        const auto begun = key.empty() ? underSecond(s) : std::optional(underStandard(s, key));
        if (!begun) return {};
        auto other = std::make_shared<DesignState>(checkedState(heldState(*begun, progress), progress).first);
        return [this, model = s.model, key, other] {
            if (model != state_.model || key != compared_) return; // a newer one is on its way
            second_ = std::move(*other);
            Q_EMIT secondChanged();
        };
    });
}

const MemberResult* Document::secondOf(size_t member) const
{
    if (!second_ || member >= second_->report->results.size()) return nullptr;
    const MemberResult& r = second_->report->results[member];
    return r.outcomes.empty() ? nullptr : &r;
}

QString Document::secondTitle() const
{
    if (!second_) return {};
    return compared_.empty() ? QString("second standard")
                             : QString::fromUtf8(second_->model->standard().title.data(),
                                                 static_cast<qsizetype>(second_->model->standard().title.size()));
}

void Document::judge()
{
    if (state_.wholeKnown || !hasForces()) return;
    jobs_.start("drift", [this, s = state_](Progress& progress) -> Jobs::Finish {
        progress.at(0, "storey drift");
        auto judged = std::make_shared<DesignState>(judgedState(s, progress));
        return [this, s, judged] {
            if (s.results != state_.results) return; // other forces since; a check is on its way
            DesignState next = state_;
            next.whole = judged->whole;
            next.wholeKnown = judged->wholeKnown;
            if (s.model == state_.model && s.report == state_.report)
                next.report = judged->report;
            else if (next.whole) { // checked again meanwhile
                auto report = std::make_shared<CheckReport>(*next.report);
                warnOfSway(*next.whole, *next.model, *report);
                next.report = std::move(report);
            }
            const bool members = next.report != state_.report;
            take(std::move(next));
            if (members) Q_EMIT resultsChanged();
            if (members) checkOne();
            Q_EMIT findingsChanged();
        };
    });
}

void Document::takeUnits()
{
    if (!hasFrame()) return;
    Frame f = frame();
    const UnitSystem own = f.writtenUnits(), shown = userSettings().shown(own);
    if (f.units == shown) return;
    f.units = shown;
    f.unitsOfFile.reset();
    if (!(shown == own)) f.unitsOfFile = own;
    beside_.reset();
    adopt(advance(state_, Patch{}, std::move(f), store_)); // nothing but the words of findings is another
}

QString Document::run(const Edit& e, std::shared_ptr<const FrameResults> results)
{
    if (!hasFrame()) return "open a frame first";
    if (!keeper_->lookOnly().isEmpty()) return keeper_->lookOnly();
    Frame next = frame();
    const auto patch = applyEdit(next, e);
    if (!patch) return QString::fromStdString(patch.error());
    std::erase_if(readings_, [&](const Reading& r) { return r.step > history_.made(); });
    if (results && results->forces.forces.sizes != sizesFingerprint(next)) results = nullptr; // of other sizes
    if (results) store_.put(resultKeyOf(next), results);
    const QString trouble = keep(std::move(next), *patch);
    if (results && trouble.isEmpty()) keeper_->results(state_.frame, results);
    return trouble;
}

QString Document::keep(Frame next, const Patch& patch)
{
    if (!keeper_->lookOnly().isEmpty()) return keeper_->lookOnly();
    history_.add(patch);
    adopt(advance(state_, patch, std::move(next), store_));
    keeper_->add(history_.made(), patch, state_.frame);
    return {};
}

void Document::tryEdit(const Edit& e, std::function<void(const std::expected<Effect, std::string>&)> told)
{
    if (!hasFrame()) return;
    jobs_.start("effect", [this, s = state_, e, told = std::move(told)](Progress& progress) -> Jobs::Finish {
        auto effect = std::make_shared<std::expected<Effect, std::string>>(effectOf(s, e, ResultStore{}, progress));
        return [this, s, effect, told] {
            if (s.frame == state_.frame) told(*effect); // edited meanwhile: it says nothing of this state
        };
    });
}

void Document::undo()
{
    if (!hasFrame()) return;
    if (const auto patch = history_.undo()) advanceBy(*patch);
    keeper_->stepTo(history_.made());
}

void Document::redo()
{
    if (!hasFrame()) return;
    if (const Patch* patch = history_.redo()) advanceBy(*patch);
    keeper_->stepTo(history_.made());
}

void Document::advanceBy(const Patch& patch)
{
    auto next = advance(state_, patch, store_);
    if (!next) return logError("a change does not fit the frame: " + patch.words);
    adopt(std::move(*next));
}

void Document::adopt(Advanced next)
{
    const Staleness stale = next.stale;
    const bool wasChecked = state_.checked;
    const std::set<size_t> before = pick_;
    findingsOfReading(next.state);
    take(std::move(next.state));
    if (wasChecked && !state_.checked) second_.reset();
    if (pick_ != before || stale.members) Q_EMIT pickChanged();
    Q_EMIT historyChanged();
    Q_EMIT modelChanged();
    if (stale.sizes) Q_EMIT sizesChanged();
    stale.analyse ? analyseAgain() : check();
}

// Members whose results are stale, in the background; the audit with them.
void Document::check()
{
    jobs_.start("check", [this, s = state_](Progress& progress) -> Jobs::Finish {
        auto done = std::make_shared<DesignState>();
        const DesignState held = heldState(s, progress);
        if (auto [state, whole] = checkedState(held, progress); whole)
            *done = std::move(state);
        else
            return {};
        return [this, s, done] {
            if (s.model != state_.model) return; // a newer edit is being checked; it has these members too
            DesignState next = std::move(*done);
            const bool lanes = next.model != state_.model; // what holds the members was found with it
            if (lanes) store_.hold(next.results, next.model->restraint());
            if (state_.wholeKnown && !next.wholeKnown) { // found meanwhile
                next.whole = state_.whole;
                next.wholeKnown = true;
            }
            take(std::move(next));
            if (lanes) Q_EMIT modelChanged();
            Q_EMIT resultsChanged();
            judge();
            checkSecond();
            checkOne();
            compareAgain();
            keepCheck();
        };
    });
}

void Document::lookAt(size_t member)
{
    if (!hasForces() || state_.model->restraintKnown(false) || firstLook(member)) return;
    jobs_.start("look", [this, s = state_, member](Progress& progress) -> Jobs::Finish {
        auto holds = std::make_shared<std::optional<MemberHolds>>(wr::firstLook(s, member, progress));
        return [this, s, member, holds] {
            if (!*holds || s.model != state_.model) return;
            look_ = Look{s.model, member, std::move(**holds)};
            Q_EMIT looked();
        };
    });
}

const MemberHolds* Document::firstLook(size_t member) const
{
    return look_ && look_->model == state_.model && look_->member == member ? &look_->holds : nullptr;
}

void Document::lookAtBuckling()
{
    if (!hasForces() || !state_.checked || state_.model->restraintKnown(true) || jobs_.running("buckling")) return;
    jobs_.start("buckling", [this, s = state_](Progress& progress) -> Jobs::Finish {
        progress.at(0, "buckling of the frame");
        auto next = std::make_shared<DesignState>(heldState(s, progress, true));
        return [this, s, next] {
            if (next->model == s.model) return;                                                // stopped
            if (s.model != state_.model || s.report != state_.report) return lookAtBuckling(); // edited meanwhile
            store_.hold(next->results, next->model->restraint());
            DesignState with = std::move(*next);
            with.whole = state_.whole;
            with.wholeKnown = state_.wholeKnown;
            with.checked = true;
            take(std::move(with));
            Q_EMIT modelChanged();
            Q_EMIT findingsChanged();
            if (!state_.stale.empty()) check();
        };
    });
}

void Document::setChoice(const AnalysisChoice& c)
{
    if (choice() == c) return;
    run(SetAnalysis{{c.order, c.reducedStiffness}});
}

void Document::analyseAgain()
{
    if (!hasFrame() || jobs_.running("open")) return; // another frame is on its way: it comes with its own forces
    jobs_.start("analyse", [this, s = state_, choice = choice(), memory = memory_](Progress& progress) -> Jobs::Finish {
        const LogTime time("analysed again");
        auto results = std::make_shared<FrameResults>();
        results->forces = analyseForces(*s.frame, choice, secondOrderRules(), progress, memory, wantedAgain(*s.frame, choice));
        auto next = std::make_shared<DesignState>(withResults(s, results));
        return [this, s, results, next] {
            if (s.frame != state_.frame) return analyseAgain(); // edited meanwhile
            if (results->forces.ok) {
                store_.put(resultKeyOf(*s.frame), results);
                keeper_->results(s.frame, results);
            }
            second_.reset();
            take(std::move(*next));
            Q_EMIT modelChanged();
            check();
        };
    });
}

void Document::setPick(std::set<size_t> members)
{
    if (hasFrame()) std::erase_if(members, [&](size_t i) { return i >= model().members().size(); });
    if (members == pick_) return;
    pick_ = std::move(members);
    picked_.clear();
    for (const size_t i : pick_)
        picked_.insert(model().members()[i].id);
    Q_EMIT pickChanged();
}

std::vector<MemberRef> Document::refs(const std::set<size_t>& members) const
{
    std::vector<MemberRef> out;
    for (const size_t i : members)
        out.push_back(refOf(model().members()[i]));
    return out;
}

} // namespace wr
