// Sizes by brute force, for scripts/long-runs: for every group of a frame, each section of its ladder up to the one that is
// proposed is put into the frame by an edit, held and checked whole with the forces at hand. The proposal is right where it is
// within and every lighter one is not. Names what differs; exit status 1 then.
#include "core/files/frame_reader.h"
#include "core/project/member_ref.h"
#include "core/project/proven.h"

#include <fmt/format.h>
#include <fstream>
#include <sstream>

using namespace wr;

namespace {

struct Whole
{
    double worst = 0;
    bool within = false;
};

Whole checkedWith(const DesignState& s, const GroupPlan& g, const Rung& r)
{
    SetSection one;
    one.designation = r.section->designation;
    for (const size_t m : g.rungs.members)
        one.members.push_back(refOf(s.model->members()[m]));
    Frame changed = *s.frame;
    const auto patch = applyEdit(changed, Edit{one});
    SilentProgress p;
    if (!patch) return {};
    const DesignState then = checkedState(heldState(advance(s, *patch, std::move(changed), ResultStore{}).state, p), p).first;
    Whole out{0, true};
    for (const size_t m : g.rungs.members) {
        const MemberResult& x = then.report->results[m];
        if (x.status != Status::Ok && x.status != Status::Warned && x.status != Status::NotApplicable) out.within = false;
        if (x.govern()) out.worst = std::max(out.worst, x.utilisation);
    }
    out.within = out.within && out.worst <= g.target * (1 + 1e-9);
    return out;
}

} // namespace

int main(int argc, char** argv)
{
    int wrong = 0;
    for (int a = 1; a < argc; ++a) {
        std::ifstream in(argv[a]);
        std::stringstream text;
        text << in.rdbuf();
        auto read = readFrame(text.str());
        if (!read.ok()) {
            fmt::print("{}: cannot be read\n", argv[a]);
            return 2;
        }
        const AnalysisChoice choice = choiceFor(*read.value);
        SilentProgress p;
        DesignState s = beginState(std::move(*read.value), {},
                                   std::make_shared<const std::vector<Standard>>(shippedStandards()), choice, p);
        s = checkedState(heldState(s, p), p).first;
        const SizingPlan all = planSizes(*s.model, shippedCatalogue(), {}, p);
        for (const GroupPlan& one : all.groups) {
            SizingChoice only;
            only.groups = {one.id};
            if (one.ofMember) only.groups.clear(), only.members = {one.members.front()};
            const Proven proven = provenSizes(s, shippedCatalogue(), only, p);
            const GroupPlan& g = proven.plan.groups.front();
            if (g.rungs.rungs.empty()) {
                fmt::print("{:<22} {}\n", g.id, g.why);
                continue;
            }
            // Lightest first: the first that is within is the cheapest.
            int cheapest = -1;
            size_t checks = 0;
            for (size_t k = 0; k < g.rungs.rungs.size() && cheapest < 0; ++k) {
                ++checks;
                if (checkedWith(s, g, g.rungs.rungs[k]).within) cheapest = static_cast<int>(k);
            }
            const bool same = cheapest == g.chosen;
            wrong += !same;
            const auto name = [&](int k) {
                return k < 0 ? std::string("none") : g.rungs.rungs[static_cast<size_t>(k)].section->designation;
            };
            fmt::print("{:<22} proposed {:<18} cheapest of {:>3} whole checks {:<18} {}\n", g.id, name(g.chosen), checks,
                       name(cheapest), same ? "" : "DIFFERS");
            std::fflush(stdout);
        }
    }
    return wrong == 0 ? 0 : 1;
}
