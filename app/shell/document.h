// The one open frame as the window sees it: the bridge between the states of the design (core/project/design_state.h) and the
// window's signals. Owns the state at hand, the history and the pick; computes nothing itself.
#pragma once

#include "app/shell/jobs.h"
#include "app/shell/keeper.h"
#include "core/project/acceptances.h"
#include "core/project/design_state.h"
#include "core/project/effect.h"
#include "core/project/sidings.h"
#include "core/project/ways_out.h"

#include <QObject>
#include <QString>
#include <expected>
#include <functional>
#include <memory>
#include <set>
#include <vector>

namespace wr {

class Document : public QObject
{
    Q_OBJECT
public:
    explicit Document(QObject* parent = nullptr);
    ~Document() override;

    // Reads in the background; opened() or faulted() follows.
    void open(const QString& path);
    // A frame taken in from elsewhere, under a name that is no file; with the recipe it was read by. opened() follows.
    void openTaken(const QString& name, Frame frame, std::vector<Finding> findings, std::string recipe);
    // The frame at hand as it came again, decisions and all (core/project/taken_again.h): one edit. The state before is parked.
    QString takeAgain(const QString& from, Frame frame, std::vector<Finding> findings, std::string recipe);
    const std::vector<std::string>& recipes() const { return recipes_; } // those kept with the project, the last one first
    // A .wren: work goes on in that project. Else a frame file, which is a copy where work is kept in a project.
    bool save(const QString& path, QString* why);
    bool hasFrame() const { return state_.model != nullptr; }
    const QString& path() const { return path_; }
    QString title() const;
    // Changes that stand in no file of the engineer's own: kept all the same (keeper()).
    bool modified() const;
    bool isProject() const; // path() is a project that work is kept in
    Keeper& keeper() { return *keeper_; }
    void keepResults();                                   // of the check, with the project
    const std::string& keptView() const { return view_; } // of the project when it was left; empty: none

    const DesignState& state() const { return state_; }
    const Frame& frame() const { return *state_.frame; }
    const CheckModel& model() const { return *state_.model; }
    std::shared_ptr<const CheckModel> sharedModel() const { return state_.model; }
    // What is shown: the worst of all combinations, or one of them alone once that is found.
    const CheckReport& report() const { return ofOne_ ? *ofOne_ : *state_.report; }
    const CheckReport& worstReport() const { return *state_.report; }
    // One combination in place of the worst, by its name; empty: the worst again. resultsChanged() follows.
    void showCombination(const std::string& name);
    const std::string& shownCombination() const { return combination_; }
    // The reserve (what the loads could be multiplied by) in place of the ratio.
    void showReserve(bool on);
    bool showsReserve() const { return reserve_; }
    QString figureOf(const MemberResult& r) const; // "1.23", or in reserve "×0.81"
    bool checked() const { return state_.checked; }
    // What the audit says of the state at hand, and what of it somebody accepts.
    const std::vector<AuditRow>& audit() const { return audit_; }
    size_t openAt(WorkStop s) const; // findings of a stop that are no notes, and that nobody accepted
    // Carries out a way out: an edit is made, the frame analysed, or wantShown() says where to go. The error is a sentence.
    QString carryOut(const WayOut& way);
    // Another standard beside the frame's, member by member, over the same forces; empty key: none.
    void compareWith(const std::string& key);
    const std::string& comparedKey() const { return compared_; }
    bool hasSecond() const { return second_.has_value(); }
    // What the other standard says of a member; null where nothing does (only some briefs ask for a second one).
    const MemberResult* secondOf(size_t member) const;
    QString secondTitle() const; // "EN 1993-1-1:2005", or "second standard" where briefs name it
    const CheckModel& secondModel() const { return *second_->model; }
    const CheckReport& secondReport() const { return *second_->report; }
    bool forcesFit() const { return forcesFit_; }
    bool hasForces() const { return hasFrame() && state_.hasForces(); }
    double checkSeconds() const { return state_.checkSeconds; }
    double mass() const { return mass_; }
    const UnitSystem& units() const;
    void takeUnits(); // those of the user's settings, on screen; files keep theirs

    // Edits. The error, if any, is a sentence for the user.
    // `results`: those of the frame after it, where they are known already.
    QString run(const Edit& e, std::shared_ptr<const FrameResults> results = nullptr);
    // What it would do, in the background; `told` runs on the window's thread unless another is tried meanwhile.
    void tryEdit(const Edit& e, std::function<void(const std::expected<Effect, std::string>&)> told);
    void stopTrying() { jobs_.cancel("effect"); }
    bool canUndo() const { return history_.canUndo(); }
    bool canRedo() const { return history_.canRedo(); }
    const History& history() const { return history_; }
    void undo();
    void redo();
    void analyseAgain();

    // Sidings: parked states, kept with the project.
    const Sidings& sidings() const { return sidings_; }
    QString park(const QString& name);
    QString renameSiding(const std::string& from, const QString& to);
    void dropSiding(const std::string& name);
    const std::optional<Siding>& droppedSiding() const { return dropped_; } // the last one, while it can be put back
    void putBackSiding();
    QString returnTo(const std::string& name); // an edit
    // One of them beside the state at hand, found in the background; comparisonChanged() follows. Empty: none any more.
    void compareTo(const std::string& siding);
    const std::string& comparedSiding() const { return comparedTo_; }
    struct Beside
    {
        std::shared_ptr<const DesignState> then;
        Comparison changes;
        std::shared_ptr<const CauseFinder> causes;
        std::vector<size_t> rowOf; // by member now: its row of changes
        const MemberChange& of(size_t member) const { return changes.members[rowOf[member]]; }
    };
    const Beside* beside() const { return beside_ ? &*beside_ : nullptr; } // null: not compared, or not found yet
    AnalysisChoice choice() const { return hasFrame() ? choiceFor(frame()) : AnalysisChoice{}; }
    // With what the members buckle with the frame, in the background where it is not known yet; modelChanged() follows.
    // What holds one member, before the test of all is through; looked() tells when it is there.
    void lookAt(size_t member);
    const MemberHolds* firstLook(size_t member) const; // null: there is none, or the test of all is through
    void lookAtBuckling();
    void setChoice(const AnalysisChoice& c); // how the frame is analysed: an edit; analyses at once
    // Forces, movements and outcomes of the analysis at hand, or of the results that came with the file.
    const FrameForces& analysed() const { return state_.results->forces; }

    // The picked members, by their places in the model at hand; kept by name, so that they stay the same where places move.
    const std::set<size_t>& pick() const { return pick_; }
    void setPick(std::set<size_t> members);
    std::vector<MemberRef> refs(const std::set<size_t>& members) const;
    std::vector<MemberRef> pickedRefs() const { return refs(pick_); }
    Jobs& jobs() { return jobs_; }

Q_SIGNALS:
    void opened();                     // another frame
    void faulted(const QString& path); // the file has faults: faults()
    void sizesChanged();               // sections of elements changed
    void resultsChanged();             // check results, some or all
    void findingsChanged();            // one more came from the background
    void figuresChanged();             // ratio or reserve
    void secondChanged();              // the other standard's results, or that there is none
    void modelChanged();               // lanes, groups, members
    void looked();                     // firstLook() of a member is there
    void pickChanged();
    void historyChanged();
    void sidingsChanged();
    void comparisonChanged();
    void wantShown(WorkStop stop, const QString& page);

public:
    const std::vector<Finding>& faults() const { return faults_; }

private:
    void take(DesignState s); // as the state at hand
    void receive(const QString& path, OpenedWork& work, std::shared_ptr<AnalysisMemory> memory);
    void stopAll();
    bool keepAs(const QString& path, QString* why);
    QString beginAs(const QString& path);
    QString keep(Frame next, const Patch& patch); // an edit that was made
    void findingsOfReading(DesignState& s) const;
    void advanceBy(const Patch& patch);
    void adopt(Advanced next);
    void check();
    void checkSecond();
    void checkOne();
    void judge(); // what an analysis of its own finds, in the background after a check
    void placePick();
    void takeSidings(OpenedWork& work);
    void keepSiding(const Siding& s);
    void compareAgain();

    QString path_;
    DesignState state_;
    ResultStore store_;
    struct Look
    {
        std::shared_ptr<const CheckModel> model;
        size_t member = 0;
        MemberHolds holds;
    };
    std::optional<Look> look_;
    std::shared_ptr<AnalysisMemory> memory_; // symbolic factors, so that a size change is analysed again quickly
    std::shared_ptr<const std::vector<Standard>> standards_;
    Keeper* keeper_;
    bool forcesFit_ = true;
    double mass_ = 0;
    std::vector<AuditRow> audit_;
    std::vector<Finding> faults_;
    Sidings sidings_;
    std::shared_ptr<const Frame> first_; // the frame the project began with: what sidings are patches on
    std::optional<Siding> dropped_;
    std::string view_;
    std::vector<std::string> recipes_;
    struct Reading // findings of reading, before and after a step that read the frame anew
    {
        size_t step;
        std::shared_ptr<const std::vector<Finding>> before, after;
    };
    std::vector<Reading> readings_;
    void keepCheck();
    std::shared_ptr<const CheckReport> keptReport_; // as it stands in the project
    std::string comparedTo_;
    std::optional<Beside> beside_;
    std::string combination_; // shown alone; empty: the worst of all
    std::shared_ptr<const CheckReport> ofOne_;
    bool reserve_ = false;
    std::string compared_; // key of the other standard
    std::optional<DesignState> second_;
    History history_;
    std::set<std::string> picked_;
    std::set<size_t> pick_; // the places of those
    Jobs jobs_;
};

} // namespace wr
