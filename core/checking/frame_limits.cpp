#include "core/checking/frame_limits.h"

#include "core/analysis/storeys.h"
#include "core/base/entry.h"
#include "core/base/nearest.h"
#include "core/base/numbers.h"
#include "core/base/split.h"

#include <algorithm>
#include <cmath>
#include <fmt/format.h>
#include <optional>

namespace wr {

namespace {

using L = FrameLimit;

double sizeAlong(const Frame& f, L::Along along, const Vec3& v)
{
    switch (along) {
    case L::Along::X: return std::abs(v.x);
    case L::Along::Y: return std::abs(v.y);
    case L::Along::Z: return std::abs(v.z);
    case L::Along::Any: return norm(v);
    case L::Along::Plan: break;
    }
    return norm(v - dot(v, f.upward()) * f.upward());
}

double allowedOf(const L& l, double height)
{
    double out = l.most.value_or(1e300);
    if (l.over) out = std::min(out, height / *l.over);
    return out;
}

class Standing
{
public:
    Standing(const Frame& f, const ForceTable& t, std::span<const NodeMotion> motions) : f_(f), t_(t), motions_(motions)
    {
        for (size_t n = 0; n < f.nodes.size(); ++n)
            if (f.nodes[n].supported()) base_ = std::min(base_, height(static_cast<int>(n)));
        if (base_ > 1e299) base_ = 0;
    }

    std::vector<StandingLimit> run()
    {
        if (f_.design.frameLimits.empty()) return {};
        storeys_ = storeysOf(f_);
        pairs_ = plumbPairs(f_, storeys_);
        for (size_t k = 0; k < f_.design.frameLimits.size(); ++k)
            one(k, f_.design.frameLimits.list()[k]);
        return std::move(out_);
    }

private:
    double height(int node) const { return dot(f_.nodes[node].at, f_.upward()); }

    void unchecked(size_t k, std::string why)
    {
        StandingLimit& row = out_.emplace_back();
        row.limit = k;
        row.reason = std::move(why);
    }

    bool meant(const L& l, const Combination& c) const
    {
        return c.purpose == Purpose::Service && (l.kind.empty() ? c.kind != "live-only" : c.kind == l.kind);
    }

    // What the nodes do under a set; empty: not known.
    std::vector<Vec3> moves(const ForceSet& s) const
    {
        std::vector<Vec3> out;
        for (const auto& [column, k] : s.terms) {
            const auto c = static_cast<size_t>(column);
            if (c >= motions_.size() || motions_[c].u.size() != f_.nodes.size()) return {};
            out.resize(f_.nodes.size());
            for (size_t n = 0; n < out.size(); ++n)
                out[n] = out[n] + k * motions_[c].u[n];
        }
        return out;
    }

    void one(size_t k, const L& l)
    {
        if (t_.empty()) return unchecked(k, "the frame has no forces yet: analyse it");
        if (l.of == L::Of::Drift && pairs_.empty())
            return unchecked(k, "no storeys were found: floors are heights at which level elements end or a diaphragm lies");
        std::vector<StandingLimit> rows(l.of == L::Of::Drift ? storeys_.size() : 1);
        bool any = false, moved = false;
        std::string lacks;
        for (size_t s = 0; s < t_.sets.size(); ++s) {
            if (!meant(l, f_.combinations[t_.sets[s].combination])) continue;
            any = true;
            NodeMotion m;
            m.u = moves(t_.sets[s]);
            if (m.u.empty()) {
                lacks = setName(f_, t_.sets[s]);
                continue;
            }
            moved = true;
            l.of == L::Of::Drift ? drifts(l, m, TableSet(s), rows) : nodes(l, m, TableSet(s), rows.front());
        }
        if (!any)
            return unchecked(k, l.kind.empty() ? "no combination has the purpose service: make such combinations, or write one"
                                               : "no service combination is of the kind " + l.kind +
                                                     ": make such combinations, or write one");
        if (!moved || !lacks.empty())
            return unchecked(k, fmt::format("the movements of the nodes are not known under {}: analyse the frame", lacks));
        for (StandingLimit& row : rows) {
            if (row.node < 0) continue; // a storey with nothing plumb under it
            row.limit = k;
            out_.push_back(std::move(row));
        }
    }

    void take(StandingLimit& row, const StandingLimit& now) const
    {
        if (row.node < 0 || now.ratio > row.ratio) row = now;
    }

    void drifts(const L& l, const NodeMotion& m, TableSet set, std::vector<StandingLimit>& rows) const
    {
        for (const PlumbPair& p : pairs_) {
            StandingLimit now;
            now.level = storeys_[static_cast<size_t>(p.storey)].level;
            now.height = height(p.node) - height(p.under);
            now.node = p.node;
            now.under = p.under;
            now.set = set;
            now.value = sizeAlong(f_, l.along, driftOf(f_, p, m));
            now.allowed = allowedOf(l, now.height);
            now.ratio = now.value / now.allowed;
            take(rows[static_cast<size_t>(p.storey)], now);
        }
    }

    void nodes(const L& l, const NodeMotion& m, TableSet set, StandingLimit& row) const
    {
        const auto look = [&](int n) {
            StandingLimit now;
            now.level = height(n);
            now.height = height(n) - base_;
            now.node = n;
            now.set = set;
            now.value = sizeAlong(f_, l.along, m.u[static_cast<size_t>(n)]);
            now.allowed = allowedOf(l, now.height);
            if (!(now.allowed > 0)) return; // at the feet nothing over the height is left
            now.ratio = now.value / now.allowed;
            take(row, now);
        };
        if (l.nodes.empty())
            for (size_t n = 0; n < f_.nodes.size(); ++n)
                look(static_cast<int>(n));
        else
            std::for_each(l.nodes.begin(), l.nodes.end(), look);
    }

    const Frame& f_;
    const ForceTable& t_;
    std::span<const NodeMotion> motions_;
    double base_ = 1e300;
    std::vector<Storey> storeys_;
    std::vector<PlumbPair> pairs_;
    std::vector<StandingLimit> out_;
};

std::optional<double> overHeight(const std::string& word)
{
    if (word.size() < 3 || word[0] != 'h' || word[1] != '/') return std::nullopt;
    const double n = numberFrom(std::string_view(word).substr(2));
    return std::isfinite(n) && n > 0 ? std::optional(n) : std::nullopt;
}

std::expected<L, std::string> readOne(const Frame& f, const std::string& text)
{
    L out;
    const std::vector<std::string> words = split(text, " \t,");
    const std::string first = words.empty() ? "" : lowered(words.front());
    if (first != "drift" && first != "nodes" && first != "node")
        return std::unexpected(fmt::format("\"{}\": a limit of the frame begins with drift or nodes, as in drift h/300", text));
    out.of = first == "drift" ? L::Of::Drift : L::Of::Nodes;
    for (size_t k = 1; k < words.size(); ++k) {
        const std::string word = lowered(words[k]);
        const bool unit = k + 1 < words.size() && unitLength(words[k + 1]).has_value();
        const auto along = frameLimitAlongFromName(word);
        const auto node = std::find_if(f.nodes.begin(), f.nodes.end(), [&](const Node& n) { return n.id == words[k]; });
        const bool number = std::isfinite(numberFrom(word));
        if (word == "and") continue;
        if (const auto n = overHeight(word))
            out.over = *n;
        else if (number && unit) {
            const auto most = readEntry(words[k] + " " + words[k + 1], Quantity::Displacement, f.units);
            if (!most) return std::unexpected(most.error());
            if (!(*most > 0)) return std::unexpected("a movement that may not be passed must be greater than zero");
            out.most = *most;
            ++k;
        } else if (along)
            out.along = *along;
        else if (std::find(kServiceKinds.begin(), kServiceKinds.end(), word) != kServiceKinds.end())
            out.kind = word;
        else if (out.of == L::Of::Nodes && node != f.nodes.end())
            out.nodes.push_back(static_cast<int>(node - f.nodes.begin()));
        else if (number)
            return std::unexpected(
                out.of == L::Of::Nodes
                    ? fmt::format("there is no node \"{}\"; a movement needs its unit, as in 20 mm", words[k])
                    : fmt::format("\"{}\": a movement needs its unit, as in 20 mm", words[k]));
        else {
            const std::string near = didYouMean(
                word, {"drift", "nodes", "plan", "any", "characteristic", "frequent", "quasi-permanent", "live-only"});
            return std::unexpected(fmt::format("\"{}\" is not known in a limit of the frame{}", words[k],
                                               near.empty() ? "; write it like drift h/300, or nodes 5 z 20 mm" : near));
        }
    }
    if (!out.over && !out.most)
        return std::unexpected(fmt::format("\"{}\": a limit needs h/n, a movement with its unit, or both", text));
    return out;
}

} // namespace

std::vector<StandingLimit> standingLimits(const Frame& f, const ForceTable& t, std::span<const NodeMotion> motions)
{
    return Standing(f, t, motions).run();
}

std::string frameLimitText(const Frame& f, const FrameLimit& l)
{
    std::string out(frameLimitOfName(l.of));
    const auto add = [&](std::string_view word) { out += " " + std::string(word); };
    for (const int n : l.nodes)
        add(f.nodes[n].id);
    if (l.along != L::Along::Plan) add(frameLimitAlongName(l.along));
    if (l.over) add(fmt::format("h/{:.10g}", *l.over));
    if (l.over && l.most) add("and");
    if (l.most)
        add(fmt::format("{:.10g} {}", f.units.show(Quantity::Displacement, *l.most), f.units.symbol(Quantity::Displacement)));
    if (!l.kind.empty()) add(l.kind);
    return out;
}

std::string frameLimitsText(const Frame& f)
{
    std::string out;
    for (const FrameLimit& l : f.design.frameLimits.list())
        out += (out.empty() ? "" : "; ") + frameLimitText(f, l);
    return out;
}

std::expected<std::vector<FrameLimit>, std::string> readFrameLimits(const Frame& f, std::string_view text)
{
    std::vector<FrameLimit> out;
    for (const std::string& one : split(text, ";")) {
        if (one.find_first_not_of(" \t,") == std::string::npos) continue;
        auto l = readOne(f, one);
        if (!l) return std::unexpected(l.error());
        l->id = frameLimitText(f, *l);
        if (std::any_of(out.begin(), out.end(), [&](const FrameLimit& x) { return x.id == l->id; })) continue;
        // One that stood before under a name of its own keeps it.
        for (const FrameLimit& was : f.design.frameLimits.list())
            if (frameLimitText(f, was) == l->id) {
                l = was;
                break;
            }
        out.push_back(*std::move(l));
    }
    return out;
}

std::vector<Finding> frameLimitFindings(const Frame& f, const ForceTable& t, std::span<const StandingLimit> rows)
{
    std::vector<Finding> out;
    for (const StandingLimit& r : rows) {
        const FrameLimit& l = f.design.frameLimits.list()[r.limit];
        const std::string place = fmt::format("/design/frameLimits/{}", r.limit);
        if (!r.reason.empty()) {
            out.push_back(finding("limit.unchecked", place, l.id, fmt::format("{}: {}", frameLimitText(f, l), r.reason)));
            continue;
        }
        if (!r.over()) continue;
        const auto mm = [&](double v) { return f.units.text(Quantity::Displacement, v); };
        const std::string where = l.of == L::Of::Drift
                                      ? fmt::format("the storey below {} drifts by {} at node {}",
                                                    f.units.text(Quantity::Length, r.level), mm(r.value), f.nodes[r.node].id)
                                      : fmt::format("node {} moves by {}", f.nodes[r.node].id, mm(r.value));
        out.push_back(finding("limit.over", place, l.id,
                              fmt::format("{}: {} under {}, {} may be reached ({:.2f})", frameLimitText(f, l), where,
                                          setName(f, t.sets[r.set.at()]), mm(r.allowed), r.ratio)));
    }
    return out;
}

} // namespace wr
