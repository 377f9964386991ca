// Holds and lengths of the members of a model (runner.h), and what of them may be taken over from the state before.
#include "core/checking/runner.h"
#include "core/lengths/storey_sway.h"
#include "core/restraint/found_holds.h"

#include <algorithm>
#include <cmath>
#include <optional>
#include <tbb/blocked_range.h>
#include <tbb/parallel_for.h>

namespace wr {

// Holds and lengths of every member: those of a member that is the same, held and checked as before, are taken over.
void CheckModel::support(const CheckModel* before, const Changed* changed)
{
    const Frame& f = *frame_;
    const SharedList<Member>& list = members();
    whole_ = !forces_->given || (restraint_ && restraint_->result().complete);
    if (whole_) {
        const SecondOrderRules* rules = standard().secondOrder;
        secondOrder_ = systemLengthsStand(f, *forces_, rules && rules->stiffness < 1);
        lines_ = before && before->lines_ && before->formed_ == formed_
                     ? before->lines_
                     : std::make_shared<const MemberLines>(linesOf(f, list, *elementsAt_));
        const bool pressed = restraint_ && !restraint_->result().sets.empty();
        joints_ = std::make_unique<const Joints>(
            f, *elementsAt_,
            pressed ? pressOf(f, *forces_, forces_->sets[static_cast<size_t>(restraint_->result().sets.front())])
                    : std::vector<ElementPress>());
    }
    std::vector<char> again(list.size(), 0);
    if (changed)
        for (const std::string& id : changed->stated)
            if (const auto place = find(id)) again[*place] = 1;
    size_t next = 0; // where the member most likely stood
    const auto placeBefore = [&](size_t i) -> std::optional<size_t> {
        const SharedList<Member>& old = before->members();
        if (next < old.size() && old.item(next) == list.item(i)) return next++;
        const auto found = before->find(list[i].id);
        if (!found || old.item(*found) != list.item(i)) return std::nullopt;
        next = *found + 1;
        return found;
    };
    const bool reuse = before && changed && sameLanes(*before, *changed);
    std::vector<SharedList<MemberLanes>::Item> items(list.size());
    std::vector<size_t> fresh;
    const auto make = [&](size_t i) {
        items[i] = nullptr;
        fresh.push_back(i);
    };
    for (size_t i = 0; i < list.size(); ++i) {
        if (reuse)
            if (const auto place = placeBefore(i); place && !again[i] && sameFactors(i, *before, *place))
                items[i] = before->lanes_.item(*place);
        if (!items[i]) make(i);
    }
    // What goes on in another member hangs on that one's holds.
    if (lines_ && !fresh.empty())
        for (size_t k = 0, n = fresh.size(); k < n; ++k)
            for (const LinePart& p : lines_->of(fresh[k]).parts)
                if (items[p.member]) make(p.member);
    if (!fresh.empty()) {
        const StatedRows stated(f);
        std::vector<std::shared_ptr<MemberLanes>> made(list.size());
        const auto each = [&](auto&& work) {
            tbb::parallel_for(tbb::blocked_range<size_t>(0, fresh.size(), 64), [&](const tbb::blocked_range<size_t>& block) {
                for (size_t k = block.begin(); k < block.end(); ++k)
                    work(fresh[k]);
            });
        };
        each([&](size_t i) {
            made[i] = std::make_shared<MemberLanes>();
            made[i]->holds = holdsFor(i, stated);
        });
        LengthContext c = context();
        c.holdsOf = [&](size_t i) -> const MemberHolds& { return made[i] ? made[i]->holds : items[i]->holds; };
        each([&](size_t i) {
            made[i]->lanes = lengthsOf(list[i], made[i]->holds, stated, briefOf(i), joints_ ? &c : nullptr, i);
        });
        for (const size_t i : fresh)
            items[i] = std::move(made[i]);
    }
    lanes_.reserve(list.size());
    for (auto& item : items)
        lanes_.push_back(std::move(item));
    lean(before);
}

// May lanes of the state before stand for members that are the same? They hang on the forces, on what holds, on the joints of
// columns and on what is stated of the frame's sway.
bool CheckModel::sameLanes(const CheckModel& before, const Changed& changed) const
{
    const Design &a = frame_->design, &b = before.frame_->design;
    if (whole_ != before.whole_ || !sameFraming(before)) return false;
    return !whole_ || (forces_ == before.forces_ && restraint_ == before.restraint_ && changed.elements.empty() &&
                       secondOrder_ == before.secondOrder_ && a.swayX == b.swayX && a.swayY == b.swayY);
}

// Does what frames in hold by its brief what it did?
bool CheckModel::sameFraming(const CheckModel& before) const
{
    if (assignment_ == before.assignment_) return true;
    const auto says = [](const CheckModel& m) {
        return std::any_of(m.frame_->design.briefs.list().begin(), m.frame_->design.briefs.list().end(),
                           [](const Brief& b) { return !b.framing.empty(); });
    };
    if (!says(*this) && !says(before)) return true;
    if (formed_ != before.formed_) return false;
    for (size_t i = 0; i < members().size(); ++i)
        if (assignment_->item(i) != before.assignment_->item(i) && briefOf(i).framing != before.briefOf(i).framing)
            return false;
    return true;
}

LengthContext CheckModel::context() const
{
    return {frame_.get(),
            elementsAt_.get(),
            joints_.get(),
            secondOrder_,
            restraint_ ? restraint_->buckling() : nullptr,
            lines_.get(),
            {}};
}

MemberHolds CheckModel::holdsFor(size_t member, const StatedRows& stated) const
{
    const Member& m = members()[member];
    if (const MemberRestraint* found = tested(member))
        return holdsFrom(m, foundByFrame(member, *found), stated, stated.ruleHolds(m.id), &briefOf(member));
    return holdsOf(*frame_, m, stated, *elementsAt_, whole_, &briefOf(member));
}

// What was tested, with what the briefs of the members that frame in say they hold, and what the frame's buckling shows.
std::vector<HoldPoint> CheckModel::foundByFrame(size_t member, const MemberRestraint& found) const
{
    const Member& m = members()[member];
    std::vector<HoldPoint> out = foundHolds(*frame_, m, found, [&](int e) -> const std::vector<Hold>* {
        return &briefOf(static_cast<size_t>(formed_->ofElement(e))).framing;
    });
    const BucklingLengths* buckling = restraint_ ? restraint_->buckling() : nullptr;
    if (!buckling) return out;
    for (size_t k = 1; k + 1 < out.size(); ++k)
        for (const size_t d : {size_t{0}, size_t{1}}) {
            if (out[k].verdict[d] != HoldVerdict::TooSoft && out[k].verdict[d] != HoldVerdict::InMode) continue;
            // Both stretches beside it buckle in lengths that they could only have if it held, in every set that presses them
            // (crossed bars that help each other: not by a tension that another combination lacks).
            size_t held = 0;
            for (const MemberPiece& p : m.pieces) {
                const double from = p.start, to = p.start + p.length;
                for (const auto& [a, b] : {std::pair{out[k - 1].at, out[k].at}, std::pair{out[k].at, out[k + 1].at}}) {
                    if (std::abs(from - b) > 1e-6 && std::abs(to - a) > 1e-6 && from >= a - 1e-6 && to <= b + 1e-6) {
                        const BucklingLength& l = buckling->elements[static_cast<size_t>(p.element)][d];
                        held += l.longest <= 1.05 * (b - a);
                    }
                }
            }
            if (held < 2) continue;
            out[k].byFrame[d] = true;
            out[k].doubtful[d] = true;
        }
    return out;
}

// K with what leans, of the set of forces that presses each most; NaN: its own stands.
std::vector<double> CheckModel::factorsOf(std::vector<SwayColumn> columns) const
{
    std::vector<double> factor(columns.size(), kNoFactor), most(columns.size(), 0.0);
    for (const int set : restraint_->result().sets) {
        const auto press = pressOf(*frame_, *forces_, forces_->sets[static_cast<size_t>(set)]);
        for (SwayColumn& c : columns) {
            const LaneSegment& s = lanes_[c.member].lanes.of(c.axis)[c.segment];
            c.thrust = Thrust(*frame_, members()[c.member], press).most(Across::Major, s.from, s.to);
        }
        const std::vector<double> leaned = leanedFactors(columns);
        for (size_t k = 0; k < columns.size(); ++k)
            if (!std::isnan(leaned[k]) && columns[k].thrust > most[k]) {
                most[k] = columns[k].thrust;
                factor[k] = leaned[k];
            }
    }
    return factor;
}

// Columns that sway, without their thrusts, and the factors that came of them.
struct CheckModel::Leaned
{
    std::vector<SwayColumn> columns;
    std::vector<double> factor; // NaN: its own stands
};

namespace {

bool alike(const SwayColumn& a, const SwayColumn& b)
{
    return a.member == b.member && a.segment == b.segment && a.axis == b.axis && a.moves == b.moves && a.across == b.across &&
           a.low == b.low && a.high == b.high && a.at == b.at && a.diaphragm == b.diaphragm && a.euler == b.euler &&
           (a.factor == b.factor || (std::isnan(a.factor) && std::isnan(b.factor)));
}

} // namespace

// What leans on the storeys of columns that sway. Of several sets of forces the one that presses a column most stands for it.
// Where columns, members and forces are those of the state before, what was found then stands.
void CheckModel::lean(const CheckModel* before)
{
    if (!joints_ || secondOrder_ || !restraint_) return;
    std::vector<SwayColumn> columns;
    const std::vector<int> diaphragms = diaphragmOfNodes(*frame_);
    for (size_t i = 0; i < lanes_.size(); ++i)
        for (const LengthAxis axis : {LengthAxis::Major, LengthAxis::Minor}) {
            const auto& lane = lanes_[i].lanes.of(axis);
            for (size_t k = 0; k < lane.size(); ++k)
                if (lane[k].sway && !lane[k].cantilever)
                    columns.push_back(swayColumn(*frame_, diaphragms, members()[i], i, axis, k, lane[k]));
        }
    std::erase_if(columns, [](const SwayColumn& c) { return !(c.high > c.low); });
    if (columns.empty()) return;
    const Leaned* was = before && before->leaned_ && before->forces_ == forces_ && before->restraint_ == restraint_ &&
                                before->formed_ == formed_
                            ? before->leaned_.get()
                            : nullptr;
    if (was && std::equal(columns.begin(), columns.end(), was->columns.begin(), was->columns.end(), alike))
        leaned_ = before->leaned_;
    else
        leaned_ = std::make_shared<const Leaned>(Leaned{columns, factorsOf(columns)});
    const std::vector<double>& factor = leaned_->factor;
    for (size_t k = 0; k < columns.size(); ++k) {
        const SwayColumn& c = columns[k];
        const LaneSegment& s = lanes_[c.member].lanes.of(c.axis)[c.segment];
        const double now = std::isnan(factor[k]) ? c.factor : factor[k];
        if (std::isnan(now) || now == s.alternative(LengthSource::FrameSway)) continue;
        auto item = std::make_shared<MemberLanes>(lanes_[c.member]);
        LaneSegment& mine = item->lanes.axis[static_cast<size_t>(c.axis)][c.segment];
        mine.alternatives[static_cast<size_t>(LengthSource::FrameSway)] = now;
        if (mine.source == LengthSource::FrameSway) {
            mine.k = now;
            mine.length = now * mine.span();
        }
        lanes_.set(c.member, std::move(item));
    }
}

bool CheckModel::restraintKnown(bool buckling) const
{
    if (forces_->empty() || (forces_->given && !frame_->anySupport())) return true;
    return restraint_ && restraint_->knows(members()) && (!buckling || restraint_->bucklingTried());
}

bool CheckModel::wantsBuckling() const
{
    const Design& d = frame_->design;
    return std::any_of(d.briefs.list().begin(), d.briefs.list().end(),
                       [](const Brief& b) { return b.lengthsBy == LengthBy::Buckling; }) ||
           std::any_of(d.lengths.list().begin(), d.lengths.list().end(),
                       [](const DesignLength& l) { return l.way == LengthBy::Buckling; });
}

Joint CheckModel::joint(size_t member, LengthAxis axis, double at) const
{
    if (!joints_) return {};
    int node = -1;
    for (const HoldPoint& p : holds(member).points)
        if (std::abs(p.at - at) < 1e-6 * members()[member].length) node = p.node;
    return jointAt(context(), members()[member], lanes(member).of(axis), axis, at, node);
}

// What of the brief lengths depend on, as of that member of another state.
bool CheckModel::sameFactors(size_t member, const CheckModel& other, size_t there) const
{
    const auto &mine = assignment_->item(member), &its = other.assignment_->item(there);
    return mine == its || (mine->brief.k == its->brief.k && mine->brief.lengthsBy == its->brief.lengthsBy &&
                           mine->brief.along == its->brief.along && mine->brief.atJoints == its->brief.atJoints &&
                           mine->brief.base == its->brief.base && mine->brief.recommendedEnds == its->brief.recommendedEnds &&
                           mine->brief.secondOrderIncluded == its->brief.secondOrderIncluded);
}

} // namespace wr
