// Forces: whether there are any, whose they are, and of which order.
#include "core/audit/families.h"

#include "core/restraint/thrust.h"

#include <algorithm>
#include <fmt/format.h>

namespace wr {

namespace {

// Elements that can take only one sign, and carry the other in forces that came with the file.
void auditSlack(const CheckModel& model, std::vector<Finding>& out)
{
    const Frame& f = model.frame();
    const ForceTable& t = model.forces();
    if (!t.given) return;
    const auto oneWay = [](const Element& e) {
        return e.behaviour == Behaviour::TensionOnly || e.behaviour == Behaviour::CompressionOnly;
    };
    if (std::none_of(f.elements.list().begin(), f.elements.list().end(), oneWay)) return;
    struct Worst
    {
        double force = 0;
        int set = -1;
    };
    std::vector<Worst> worst(f.elements.size());
    for (size_t k = 0; k < t.sets.size(); ++k) {
        const std::vector<ElementPress> press = pressOf(f, t, t.sets[k]);
        for (size_t e = 0; e < press.size(); ++e) {
            const double wrong = f.elements[e].behaviour == Behaviour::TensionOnly ? -press[e].axial : press[e].axial;
            if (oneWay(f.elements[e]) && wrong > worst[e].force) worst[e] = {wrong, static_cast<int>(k)};
        }
    }
    for (size_t e = 0; e < worst.size(); ++e) {
        const Element& x = f.elements[e];
        // What an analysis leaves over of nothing is no force.
        const double yields = f.sections[x.section].properties.a * f.materials[x.material].fy.value_or(235e6);
        if (worst[e].set < 0 || worst[e].force <= 1e-4 * yields) continue;
        const bool tension = x.behaviour == Behaviour::TensionOnly;
        Finding out1 = finding("element.slack-compressed", "", x.id,
                               fmt::format("element {} takes {} only, but the forces of the file have {} of {} in it ({}): the "
                                           "analysis they came from let it act both ways, or it is no such element",
                                           x.id, tension ? "tension" : "compression", tension ? "a compression" : "a tension",
                                           f.units.text(Quantity::Force, worst[e].force),
                                           setName(f, t.sets[static_cast<size_t>(worst[e].set)])));
        out1.about = {model.members()[static_cast<size_t>(model.formed().ofElement(static_cast<int>(e)))].id};
        out.push_back(std::move(out1));
    }
}

} // namespace

void auditForces(const CheckModel& model, std::vector<Finding>& out)
{
    const ForceTable& t = model.forces();
    if (t.empty()) {
        out.push_back(
            finding("forces.none", "/results", "", "the frame has no forces: analyse it, or give results with the file"));
        return;
    }
    if (t.sizes != sizesFingerprint(model.frame()))
        out.push_back(
            finding("forces.stale", "", "", "the forces belong to other sizes than the frame has now: analyse again"));
    auditSlack(model, out);
    if (t.given && !t.orderSaid)
        out.push_back(finding("forces.order", "/results", "",
                              "of which order the forces are that came with the file is not said: they are taken as first "
                              "order. Say what analysis they are of, here or in the file (order)"));
    if (!model.standard().wantsSecondOrder) return;
    const bool first = std::any_of(t.sets.begin(), t.sets.end(), [&](const ForceSet& s) { return !t.inSecond(s.combination); });
    const bool amplifies = model.standard().amplifiesMembers != nullptr;
    if (first && amplifies && model.swayMatters())
        out.push_back(finding("forces.sway", "", "",
                              fmt::format("the forces are first order; {} asks for second order ({}): {} is applied to the "
                                          "members' own moments, what sway adds ({}) is missing. Analyse in second order or "
                                          "amplified, give second-order results, say in the briefs that it is in the forces "
                                          "(secondOrderIncluded), or that the frame does not sway (design.sway)",
                                          model.standard().title, model.standard().secondOrderClause,
                                          model.standard().amplifiesMembers, model.standard().amplifiesSway)));
    else if (first)
        out.push_back(finding("forces.first-order", "", "",
                              fmt::format("the forces are first order; {} asks for second-order effects ({}): amplify them, "
                                          "or give second-order results",
                                          model.standard().title, model.standard().secondOrderClause)));
}

} // namespace wr
