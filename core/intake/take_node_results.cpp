// Displacements and reactions.
#include "core/intake/assembly.h"

#include <charconv>
#include <map>

namespace wr {

namespace {

using ResultKey = std::tuple<int, int, int>; // case, combination, step

class NodeTaking
{
public:
    explicit NodeTaking(Assembly& a) : a_(a)
    {
        const auto& results = std::as_const(a.frame()).results;
        for (size_t r = 0; r < results.size(); ++r)
            result_[{results[r].loadCase, results[r].combination, results[r].step}] = r;
    }

    void table(const TableRows& rows, const std::array<std::string_view, 6>& keys, bool reactions)
    {
        const FieldOfRows node = rows.field("node"), load = rows.field("load"), step = rows.field("step");
        std::array<FieldOfRows, 6> value;
        for (size_t k = 0; k < 6; ++k)
            value[k] = rows.field(keys[k]);
        std::string loadBuffer, stepBuffer;
        rows.each([&](size_t r) {
            const int n = a_.refer(a_.nodes, rows, node, r, "node");
            if (n < 0) return;
            const auto is = a_.load(rows, load, r, rows.nameView(load, r, loadBuffer));
            if (is.loadCase < 0 && is.combination < 0) return;
            const std::string_view words = rows.nameView(step, r, stepBuffer);
            int number = -1;
            if (!words.empty()) {
                const auto [end, error] = std::from_chars(words.data(), words.data() + words.size(), number);
                // Largest and least of an envelope have no place among the results of one load.
                if (error != std::errc{} || end != words.data() + words.size()) {
                    ++leftOut_;
                    return;
                }
            }
            std::array<double, 6> v{};
            for (size_t k = 0; k < 6; ++k)
                v[k] = rows.number(value[k], r).value_or(0);
            NodeResult& to = at({is.loadCase, is.combination, number}, n);
            (reactions ? to.f : to.u) = {v[0], v[1], v[2]};
            (reactions ? to.m : to.r) = {v[3], v[4], v[5]};
        });
        if (leftOut_ > 0) {
            a_.faults.add("intake.left-out", &rows.table(),
                          std::to_string(leftOut_) +
                              " rows of envelopes were left out: what is largest somewhere belongs to no one load");
            leftOut_ = 0;
        }
    }

private:
    NodeResult& at(const ResultKey& key, int node)
    {
        auto found = result_.find(key);
        if (found == result_.end()) {
            GivenResult r;
            std::tie(r.loadCase, r.combination, r.step) = key;
            r.orderSaid = !a_.recipe.order.empty();
            r.secondOrder = a_.recipe.order == "second";
            found = result_.emplace(key, a_.frame().results.size()).first;
            a_.frame().results.push_back(std::move(r));
        }
        GivenResult& r = a_.frame().results[found->second];
        const auto [place, fresh] = node_.try_emplace({found->second, node}, r.nodes.size());
        if (fresh) {
            NodeResult n;
            n.node = node;
            r.nodes.push_back(n);
        }
        return r.nodes[place->second];
    }

    Assembly& a_;
    std::map<ResultKey, size_t> result_;
    std::map<std::pair<size_t, int>, size_t> node_;
    size_t leftOut_ = 0;
};

} // namespace

void takeNodeResults(Assembly& a)
{
    NodeTaking taking(a);
    a.eachTable(TableKind::Displacements, [&](const TableRows& rows) {
        taking.table(rows, {"ux", "uy", "uz", "rx", "ry", "rz"}, false);
    });
    a.eachTable(TableKind::Reactions, [&](const TableRows& rows) {
        taking.table(rows, {"fx", "fy", "fz", "mx", "my", "mz"}, true);
    });
}

} // namespace wr
