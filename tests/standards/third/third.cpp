#include "tests/standards/third/third.h"

#include "core/standards/common/refusal.h"
#include "core/standards/common/steps.h"

namespace wr::third {

namespace {

struct Options
{
    double stress = 100e6;
};
struct ThirdRules final : Rules
{
    Options options;
};

const std::vector<BoundOption<Options>>& table()
{
    static const std::vector<BoundOption<Options>> rows{
        bind<Options, &Options::stress>({.key = "stress",
                                         .kind = Option::Kind::Number,
                                         .standing = "100 MPa",
                                         .clause = "1",
                                         .meaning = "stress that may be reached",
                                         .quantity = Quantity::Stress,
                                         .least = 0,
                                         .above = true})};
    return rows;
}

std::shared_ptr<const Rules> rulesOf(const Brief& b, const NationalSet* national)
{
    auto out = std::make_shared<ThirdRules>();
    out->deflection = deflectionLimits(b, national);
    if (const auto own = b.options.find("third"); own != b.options.end()) applyStated(table(), own->second, out->options);
    return out;
}

// Clause 1.
template <class Sink> double strength(const MemberInput& in, double share, Sink& sink)
{
    sink.heading("Axial force", "1");
    const double f = given(sink, "f", Quantity::Stress, share * static_cast<const ThirdRules&>(*in.rules).options.stress, "1"),
                 a = given(sink, "A", Quantity::Area, in.section.a);
    return step(sink, "N_c", "f*A", "1-1", Quantity::Force, f * a);
}

enum Row { kAxial, kFire };

const std::vector<CheckRow>& rows()
{
    static const std::vector<CheckRow> list{{CheckKind::Compression, "compression", "Axial force", "1"},
                                            {CheckKind::Other, "fire", "Axial force in a fire", "1"}};
    return list;
}

void takeAll(Outcomes& out, int row, const Demands& d, double n)
{
    for (size_t i = 0; i < d.sets.size(); ++i) {
        const Extreme &push = d.sets[i].compression, &pull = d.sets[i].tension, &x = push.value > pull.value ? push : pull;
        out.take(row, x.value / n, x.value, n, i, -1, x.at, "1");
    }
}

void run(const MemberInput& in, const Demands& d, MemberResult& r)
{
    r = {};
    if (const std::string why = refusal(in, d); !why.empty()) return allUnchecked(r, rows(), why);
    NoTrace none;
    Outcomes out(r, rows());
    takeAll(out, kAxial, d, strength(in, 1, none));
    for (const MemberStage& s : in.stages)
        if (s.name == "fire") {
            takeAll(out, kFire, s.demands, strength(in, 0.5, none));
            out.at(kFire).stage = s.row;
        }
    out.notApplicableIfUntouched(kFire, "no combination for a fire");
    r.settle();
}

Trace explain(const MemberInput& in, const Demands&, const CheckOutcome& o)
{
    Trace t;
    strength(in, o.check == kFire ? 0.5 : 1, t);
    return t;
}

} // namespace

Standard standard()
{
    Standard s;
    s.key = "third-1";
    s.title = "Third 1";
    s.familyTitle = "Third";
    s.family = "third";
    s.basis = "lrfd";
    s.loading = {"en1990-6.10"};
    s.checks = rows();
    s.options = rowsOf(table());
    s.stages = {{"fire", [](const Combination& c) { return c.purpose == Purpose::Fire; }}};
    s.rules = rulesOf;
    s.run = run;
    s.explain = explain;
    return s;
}

} // namespace wr::third
