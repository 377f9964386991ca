#include "core/files/result_writer.h"

#include "core/files/frame_text.h"

#include <algorithm>
#include <charconv>
#include <cmath>

namespace wr {

namespace {

constexpr int kDigits = 12; // as in the rest of the file: unit factors leave no dust behind

class ResultText
{
public:
    ResultText(const Frame& f, TextOutput& out) : f_(f), out_(out)
    {
        for (size_t i = 0; i < StationNumbers::kCount; ++i)
            unit_[i] = 1 / f.units.factor(quantityOf(i));
    }

    void write(const GivenResult& r, ResultForm form)
    {
        head(r);
        if (form == ResultForm::Compact) {
            measure(r);
            text_ += R"(,"columns":["s","n","vy","vz","t","my","mz"])";
        }
        list("elements", r.elements, [&](const GivenElement& e) {
            text_ += R"({"element":)";
            quoted(f_.elements[e.element].id);
            form == ResultForm::Compact ? columns(e) : stations(e);
            text_ += '}';
        });
        list("nodes", r.nodes, [&](const NodeResult& n) { node(n, form); });
        text_ += '}';
        flush();
    }

private:
    static Quantity quantityOf(size_t i) { return i == 0 ? Quantity::Length : i < 4 ? Quantity::Force : Quantity::Moment; }

    void flush()
    {
        out_.write(text_);
        text_.clear();
    }
    void quoted(const std::string& s) { text_ += Json(s).dump(); }
    void number(double v, int digits = kDigits)
    {
        char buffer[32];
        const auto end = std::to_chars(buffer, buffer + sizeof buffer, v, std::chars_format::general, digits).ptr;
        text_.append(buffer, end);
    }
    // As many digits as the largest of a column shows at twelve: behind them there is only rounding.
    void number(double v, double largest)
    {
        if (std::abs(v) <= largest * 1e-13 || largest == 0) {
            text_ += '0';
            return;
        }
        const int behind = static_cast<int>((std::ilogb(largest) - std::ilogb(v)) * 0.30103);
        number(v, std::max(1, kDigits - behind));
    }

    void head(const GivenResult& r)
    {
        text_ += r.combination >= 0 ? R"({"combination":)" : R"({"case":)";
        quoted(r.combination >= 0 ? f_.combinations[r.combination].id : f_.cases[r.loadCase].id);
        if (r.step >= 0) text_ += R"(,"step":)" + std::to_string(r.step);
        if (r.orderSaid || r.secondOrder) text_ += r.secondOrder ? R"(,"order":"second")" : R"(,"order":"first")";
        if (r.amplified) text_ += R"(,"method":"amplified")";
        if (r.reducedStiffness) text_ += R"(,"reducedStiffness":true)";
    }

    template <class T, class F> void list(const char* key, const std::vector<T>& items, F each)
    {
        if (items.empty()) return;
        text_ += ",\"";
        text_ += key;
        text_ += "\":[";
        bool first = true;
        for (const T& t : items) {
            if (!first) text_ += ',';
            first = false;
            each(t);
            if (text_.size() > (1u << 16)) flush();
        }
        text_ += ']';
    }

    double shown(const GivenStation& s, size_t i) const { return (i == 0 ? s.s : s.force[i - 1]) * unit_[i]; }

    void stations(const GivenElement& e)
    {
        text_ += R"(,"stations":[)";
        bool first = true;
        for (const GivenStation& s : e.stations) {
            text_ += first ? "{" : ",{";
            first = false;
            for (size_t i = 0; i < StationNumbers::kCount; ++i) {
                text_ += i == 0 ? "\"" : ",\"";
                text_ += stationKey(i);
                text_ += "\":";
                number(shown(s, i));
            }
            text_ += '}';
        }
        text_ += ']';
    }

    // The largest force and moment of the result: a column that is nothing beside them is rounding.
    void measure(const GivenResult& r)
    {
        force_ = moment_ = move_ = turn_ = push_ = twist_ = 0;
        const auto most = [](double& m, const Vec3& v) { m = std::max({m, std::abs(v.x), std::abs(v.y), std::abs(v.z)}); };
        for (const GivenElement& e : r.elements)
            for (const GivenStation& s : e.stations)
                for (size_t i = 1; i < StationNumbers::kCount; ++i)
                    (i < 4 ? force_ : moment_) = std::max(i < 4 ? force_ : moment_, std::abs(shown(s, i)));
        for (const NodeResult& n : r.nodes) {
            most(move_, n.u);
            most(turn_, n.r);
            most(push_, n.f);
            most(twist_, n.m);
        }
    }

    void columns(const GivenElement& e)
    {
        text_ += R"(,"values":[)";
        for (size_t i = 0; i < StationNumbers::kCount; ++i) {
            if (i > 0) text_ += ',';
            if (i == 0 && equallySpaced(e)) {
                text_ += std::to_string(e.stations.size());
                continue;
            }
            // How far the column is from one number, and from a straight line.
            double most = 0, change = 0, bend = 0;
            const double first = shown(e.stations.front(), i), last = shown(e.stations.back(), i), from = e.stations.front().s,
                         length = e.stations.back().s - from;
            for (const GivenStation& s : e.stations) {
                const double v = shown(s, i);
                most = std::max(most, std::abs(v));
                change = std::max(change, std::abs(v - first));
                bend = std::max(bend, std::abs(v - (first + (last - first) * (s.s - from) / length)));
            }
            const double dust = 1e-13 * (i == 0 ? 0 : i < 4 ? force_ : moment_), within = std::max(dust, 1e-12 * most);
            if (i > 0 && most <= dust)
                text_ += '0';
            else if (i > 0 && change <= within)
                number(first);
            else if (i > 0 && bend <= within && e.stations.size() > 2) {
                text_ += '[';
                number(first, most);
                text_ += ',';
                number(last, most);
                text_ += ']';
            } else {
                text_ += '[';
                for (size_t k = 0; k < e.stations.size(); ++k) {
                    if (k > 0) text_ += ',';
                    number(shown(e.stations[k], i), most);
                }
                text_ += ']';
            }
        }
        text_ += ']';
    }

    bool equallySpaced(const GivenElement& e) const
    {
        const double l = f_.length(f_.elements[e.element]), step = l / static_cast<double>(e.stations.size() - 1);
        for (size_t k = 0; k < e.stations.size(); ++k)
            if (std::abs(e.stations[k].s - step * static_cast<double>(k)) > 1e-12 * l) return false;
        return true;
    }

    void vec(const char* key, const Vec3& v, Quantity q, double largest, ResultForm form)
    {
        if (form == ResultForm::Compact && v.x == 0 && v.y == 0 && v.z == 0) return;
        const double unit = 1 / f_.units.factor(q);
        text_ += key;
        bool first = true;
        for (const double x : {v.x, v.y, v.z}) {
            text_ += first ? '[' : ',';
            first = false;
            form == ResultForm::Compact ? number(x * unit, largest * unit) : number(x * unit);
        }
        text_ += ']';
    }

    void node(const NodeResult& n, ResultForm form)
    {
        text_ += R"({"node":)";
        quoted(f_.nodes[n.node].id);
        vec(R"(,"u":)", n.u, Quantity::Length, move_, form);
        vec(R"(,"r":)", n.r, Quantity::Rotation, turn_, form);
        vec(R"(,"f":)", n.f, Quantity::Force, push_, form);
        vec(R"(,"m":)", n.m, Quantity::Moment, twist_, form);
        text_ += '}';
    }

    const Frame& f_;
    TextOutput& out_;
    std::string text_;
    double unit_[StationNumbers::kCount];
    double force_ = 0, moment_ = 0, move_ = 0, turn_ = 0, push_ = 0, twist_ = 0;
};

} // namespace

void writeResult(const Frame& f, const GivenResult& r, ResultForm form, TextOutput& out)
{
    ResultText(f, out).write(r, form);
}

} // namespace wr
