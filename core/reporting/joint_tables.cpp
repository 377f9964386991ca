#include "core/reporting/joint_tables.h"

#include <array>

namespace wr {

namespace {

constexpr std::array<std::pair<const char*, bool>, 6> kForces{
    {{"N", false}, {"Vy", false}, {"Vz", false}, {"T", true}, {"My", true}, {"Mz", true}}};

void addForces(Table& t, const UnitSystem& u)
{
    for (const auto& [name, moment] : kForces)
        t.columns.push_back({name, u.symbol(moment ? Quantity::Moment : Quantity::Force), 2});
}

void put(Table::Row& row, const SectionForces& x, const UnitSystem& u)
{
    for (size_t k = 0; k < 6; ++k)
        row.cells.emplace_back(u.show(kForces[k].second ? Quantity::Moment : Quantity::Force, x[k]));
}

void put(Table::Row& row, Vec3 v, Quantity q, const UnitSystem& u)
{
    for (int k = 0; k < 3; ++k)
        row.cells.emplace_back(u.show(q, v[k]));
}

} // namespace

std::string jointEndName(const CheckModel& model, const JointEnd& end)
{
    const Element& e = model.frame().elements[static_cast<size_t>(end.element)];
    const Member& m = model.members()[static_cast<size_t>(end.member)];
    const int node = end.atJ ? e.j : e.i;
    if (node == m.startNode) return m.id + " at its start";
    if (node == m.endNode) return m.id + " at its end";
    return m.id + ", element " + e.id;
}

Table jointForcesTable(const CheckModel& model, const std::vector<JointEnd>& ends, TableSet set)
{
    Table t;
    t.title = "Forces of the ends, own axes";
    t.columns = {{"End", ""}, {"Element", ""}};
    addForces(t, model.frame().units);
    for (const JointEnd& end : ends) {
        Table::Row row{{jointEndName(model, end), model.frame().elements[static_cast<size_t>(end.element)].id}};
        put(row, endForces(model, end, set).own, model.frame().units);
        row.element = end.element;
        t.rows.push_back(std::move(row));
    }
    return t;
}

Table jointBalanceTable(const CheckModel& model, const std::vector<JointEnd>& ends, int node, TableSet set,
                        const NodeMotion& motion)
{
    const UnitSystem& u = model.frame().units;
    Table t;
    t.title = "On the node, global directions";
    t.columns = {{"", ""}};
    for (const char* name : {"Fx", "Fy", "Fz"})
        t.columns.push_back({name, u.symbol(Quantity::Force), 2});
    for (const char* name : {"Mx", "My", "Mz"})
        t.columns.push_back({name, u.symbol(Quantity::Moment), 2});
    const auto add = [&](const std::string& words, Vec3 force, Vec3 moment, int element) {
        Table::Row row{{words}};
        put(row, force, Quantity::Force, u);
        put(row, moment, Quantity::Moment, u);
        row.element = element;
        t.rows.push_back(std::move(row));
    };
    for (const JointEnd& end : ends) {
        const EndForces x = endForces(model, end, set);
        add(jointEndName(model, end), x.force, x.moment, end.element);
    }
    JointSum sum = jointSum(model, ends, set);
    const auto n = static_cast<size_t>(node);
    if (model.frame().nodes[n].supported() && n < motion.f.size()) {
        add("support", motion.f[n], motion.m[n], -1);
        sum.force = sum.force + motion.f[n];
        sum.moment = sum.moment + motion.m[n];
    }
    add("left to loads at the node and what is tied to it", sum.force, sum.moment, -1);
    return t;
}

Table jointLargestTable(const CheckModel& model, const std::vector<JointEnd>& ends)
{
    Table t;
    t.title = "Largest, with what goes with it";
    t.columns = {{"End", ""}, {"Largest", ""}, {"Combination", ""}};
    addForces(t, model.frame().units);
    for (const LargestForce& x : largestAt(model, ends)) {
        const double v = x.with[static_cast<size_t>(x.which)];
        Table::Row row{{jointEndName(model, x.end),
                        std::string(kForces[static_cast<size_t>(x.which)].first) + (v > 0 ? " +" : " −"),
                        setName(model.frame(), model.forces().sets[x.set.at()])}};
        put(row, x.with, model.frame().units);
        row.element = x.end.element;
        t.rows.push_back(std::move(row));
    }
    return t;
}

Table boltTable(const BoltedEnd& b, const CheckModel& model)
{
    Table t;
    t.title = "Bolts";
    t.columns = {{"", ""}, {"Ratio", "", 3}, {"Under", ""}};
    const std::string set = setName(model.frame(), model.forces().sets[b.set.at()]);
    t.rows.push_back({{std::string("shear of the bolts"), b.look.shear, set}});
    t.rows.push_back({{std::string("bearing at the holes"), b.look.bearing, set}});
    t.rows.push_back({{std::string("tension"), b.look.tension, set}});
    if (b.look.together > 0) t.rows.push_back({{std::string("tension and shear"), b.look.together, set}});
    return t;
}

} // namespace wr
