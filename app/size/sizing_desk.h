// What the stop Size works on: the proposal for all groups, settling in rounds, remedies, what a kilogram buys of a limit, and
// what of it is taken. Nothing changes in the frame until something is adopted.
#pragma once

#include "app/shell/jobs.h"
#include "core/project/proven.h"
#include "core/project/remedies.h"
#include "core/sizing/stiffness.h"

#include <QObject>
#include <QString>
#include <QTimer>
#include <map>
#include <memory>
#include <optional>
#include <set>
#include <string>
#include <vector>

namespace wr {

class Document;

class SizingDesk : public QObject
{
    Q_OBJECT
public:
    explicit SizingDesk(Document& doc, QObject* parent = nullptr);
    void enter(bool here); // the stop: from then on the proposal follows every change

    // 1. The proposal. It may be one of a frame that has been edited since: then nothing of it can be adopted.
    const SizingChoice& choice() const { return choice_; }
    void setChoice(const SizingChoice& c);
    bool finding() const;
    bool known() const { return plan_.has_value(); }
    bool current() const; // it is of the frame at hand
    const SizingPlan& plan() const { return *plan_; }
    const DesignState& of() const { return of_; } // what it was made for
    double seconds() const { return seconds_; }
    size_t evaluations() const { return evaluations_; } // rungs times members of them
    // What of it was refused by the check of the whole: sentences.
    const std::vector<std::string>& refused() const { return refused_; }
    // Of a member once the proposal is taken, with the forces there are (or those it was settled with); nothing where it is not
    // known.
    std::optional<double> becomes(size_t member) const;
    // 1: its group grows, −1: it shrinks, 0: it stays.
    int changeOf(size_t member) const;
    const std::vector<int>& changes() const { return change_; }

    // The group at hand; -1: there is none.
    int group() const { return group_; }
    const GroupPlan* groupPlan() const;
    void pickGroup(int group); // and its members
    void propose(int rung);    // by hand, for the group at hand
    bool byHand() const { return !hand_.empty(); }
    void letGo(); // what was chosen by hand, ticked off or settled
    bool ticked(const std::string& group) const { return !off_.contains(group); }
    void tick(const std::string& group, bool on);
    std::vector<std::string> toAdopt() const; // groups that change and are ticked
    // Makes it so, as one step; the state before is parked as a siding. The trouble, if any.
    QString adopt(bool analyse);

    // 2. Rounds.
    void settle();
    void stop(); // at the round it is in: the last one that was kept stands
    bool settling() const;
    const std::vector<SettleRound>& rounds() const { return rounds_; }
    // Those that led to the sizes the frame was given last; empty: none did.
    const std::vector<SettleRound>& adoptedRounds() const { return adopted_; }
    const Settled* settled() const { return settled_ ? &*settled_ : nullptr; } // its sizes are the proposal

    // 3. Remedies of the group of a member.
    void findRemedies(size_t member);
    bool findingRemedies() const;
    const std::vector<Remedy>& remedies() const { return remedies_; }
    const std::string& remediesOf() const { return remediesOf_; } // the group, or the member
    QString take(const Remedy& r);

    // 4. What a kilogram buys of the limit of the frame that is nearest.
    void findStiffness();
    bool findingStiffness() const;
    struct Ranking
    {
        std::vector<StiffnessWorth> rows;
        std::optional<StandingLimit> at; // the limit it is of; none: it is not known
        std::string limit, trouble;
    };
    const Ranking& ranking() const { return ranking_; }

    // 5. By hand: the groups of the picked members (else the group at hand) a rung up or down their ladders.
    QString step(int by);
    // All members of a section get another.
    QString swap(const QString& from, const QString& to);

Q_SIGNALS:
    void planChanged();
    void streamed(const QString& group); // its rungs are evaluated: partial() has them
    void groupChanged();
    void roundsChanged();
    void remediesChanged();
    void rankingChanged();
    void stepped(const QString& words);

public:
    const RungTable* partial(const std::string& group) const; // while the proposal is being found

private:
    void find();
    void receive(SizingPlan plan, const DesignState& of);
    void prove();
    Jobs::Finish finishProof(Proven found, const DesignState& s, std::optional<double> seconds);
    void outdated();
    void changed();
    void followPick();
    std::string parkBefore();
    void tellShift(const QString& what, double before);
    Document& doc_;
    QTimer later_;
    bool here_ = false;
    SizingChoice choice_;
    std::optional<SizingPlan> plan_;
    DesignState of_, then_;
    std::vector<std::string> refused_;
    std::vector<int> change_;
    double seconds_ = 0;
    size_t evaluations_ = 0;
    std::map<std::string, RungTable> partial_;
    int group_ = -1;
    std::string groupId_;
    bool picking_ = false;
    std::map<std::string, std::string> hand_; // group: section
    std::set<std::string> off_;
    std::optional<Settled> settled_;
    std::shared_ptr<Progress> rounding_;
    std::vector<SettleRound> rounds_, adopted_;
    std::vector<Remedy> remedies_;
    std::string remediesOf_;
    Ranking ranking_;
    int rungsTurn_ = 0, roundsTurn_ = 0, remediesTurn_ = 0; // of what is told from the background: older ones are not heard
};

} // namespace wr
