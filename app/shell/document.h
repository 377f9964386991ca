// The one open frame as the window sees it: owns frame, forces, check results, history and the pick, and turns changes into
// signals.
#pragma once

#include "app/shell/jobs.h"
#include "core/analysis/analyse.h"
#include "core/checking/runner.h"
#include "core/project/history.h"
#include "core/sizing/rungs.h"

#include <QObject>
#include <QString>
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
    bool save(const QString& path, QString* why);
    bool hasFrame() const { return model_ != nullptr; }
    const QString& path() const { return path_; }
    QString title() const;
    bool modified() const { return !history_.saved(); }

    const Frame& frame() const { return *frame_; }
    const CheckModel& model() const { return *model_; }
    std::shared_ptr<const CheckModel> sharedModel() const { return model_; }
    const CheckReport& report() const { return report_; }
    bool checked() const { return checked_; }
    const std::vector<Finding>& findings() const { return findings_; }
    // Another standard beside the frame's, member by member, over the same forces; empty key: none.
    void compareWith(const std::string& key);
    const std::string& comparedKey() const { return compared_; }
    bool hasSecond() const { return second_ != nullptr; }
    const CheckModel& secondModel() const { return *second_; }
    const CheckReport& secondReport() const { return secondReport_; }
    bool forcesFit() const { return forcesFit_; }
    bool hasForces() const { return model_ && !model_->forces().empty(); }
    double checkSeconds() const { return checkSeconds_; }
    double mass() const { return mass_; }
    const UnitSystem& units() const;

    // Edits. The error, if any, is a sentence for the user.
    QString run(const Edit& e);
    bool canUndo() const { return history_.canUndo(); }
    bool canRedo() const { return history_.canRedo(); }
    const History& history() const { return history_; }
    void undo();
    void redo();
    void analyseAgain();
    AnalysisChoice choice() const { return frame_ ? choiceFor(*frame_) : AnalysisChoice{}; }
    void setChoice(const AnalysisChoice& c); // how the frame is analysed: an edit; analyses at once
    // Forces, movements and outcomes of the analysis at hand, or of the results that came with the file.
    const FrameForces& analysed() const { return *analysed_; }
    void evaluate(const std::vector<size_t>& members, const LadderLimits& limits); // rungsReady() follows
    const RungTable& rungs() const { return rungs_; }

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
    void secondChanged();              // the other standard's results, or that there is none
    void modelChanged();               // lanes, groups, members
    void pickChanged();
    void historyChanged();
    void rungsReady();

public:
    const std::vector<Finding>& faults() const { return faults_; }

private:
    void adopt(std::shared_ptr<Frame> frame, std::shared_ptr<const FrameForces> analysed, std::vector<Finding> findings);
    std::shared_ptr<const ForceTable> forces() const { return {analysed_, &analysed_->forces}; }
    std::shared_ptr<const std::vector<NodeMotion>> motions() const { return {analysed_, &analysed_->motions}; }
    void applied(const Applied& a);
    void rebuild();
    void check(const std::vector<std::string>& touched);
    void collectFindings();
    void checkSecond();
    void judgeDrift(); // Δ2nd/Δ1st or α_cr by an analysis of its own, in the background after a check
    void forgetResults();

    QString path_;
    std::shared_ptr<const Frame> frame_;
    std::shared_ptr<const FrameForces> analysed_;
    std::shared_ptr<AnalysisMemory> memory_; // symbolic factors, so that a size change is analysed again quickly
    std::shared_ptr<const std::vector<Standard>> standards_;
    std::shared_ptr<const CheckModel> model_;
    CheckReport report_;
    bool checked_ = false, forcesFit_ = true;
    double checkSeconds_ = 0, mass_ = 0;
    std::vector<Finding> readFindings_, findings_, faults_;
    std::string compared_; // key of the other standard
    std::shared_ptr<const CheckModel> second_;
    CheckReport secondReport_;
    std::optional<Finding> drift_;
    bool driftKnown_ = false; // for the forces and the standard at hand
    History history_;
    std::set<size_t> pick_;
    std::set<size_t> pending_; // members whose results are stale
    RungTable rungs_;
    Jobs jobs_;
};

} // namespace wr
