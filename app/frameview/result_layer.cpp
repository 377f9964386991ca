#include "app/frameview/result_layer.h"

#include "app/shell/document.h"
#include "core/analysis/panels.h"
#include "render/theme.h"

#include <algorithm>
#include <cmath>

namespace wr {

ResultLayer::ResultLayer(Document& doc, QObject* parent) : QObject(parent), doc_(doc)
{
    for (const auto signal : {&Document::opened, &Document::modelChanged})
        connect(&doc_, signal, this, &ResultLayer::refresh);
    timer_.setInterval(33);
    connect(&timer_, &QTimer::timeout, this, &ResultLayer::tick);
}

void ResultLayer::refresh()
{
    const std::string before = load_ >= 0 && load_ < static_cast<int>(loads_.size()) ? loads_[load_].name : "";
    loads_ = doc_.hasFrame() && doc_.hasForces() ? shownLoads(doc_.frame(), doc_.analysed()) : std::vector<ShownLoad>{};
    load_ = 0;
    for (size_t i = 0; i < loads_.size(); ++i)
        if (loads_[i].name == before) load_ = static_cast<int>(i);
    // Modes belong to the sizes and loads they were found with.
    modes_.clear();
    modeWords_.clear();
    buckling_ = {};
    vibration_ = {};
    if (shown_ == Shown::Mode) shown_ = Shown::Nothing;
    rebuild();
    Q_EMIT loadsChanged();
    Q_EMIT changed();
}

void ResultLayer::setLoad(int index)
{
    if (index < 0 || index >= static_cast<int>(loads_.size()) || index == load_) return;
    load_ = index;
    rebuild();
    Q_EMIT changed();
}

void ResultLayer::setShown(Shown s)
{
    if (s == Shown::Mode && modes_.empty()) return;
    shown_ = s;
    if (s != Shown::Deflected && s != Shown::Mode) timer_.stop();
    rebuild();
    Q_EMIT changed();
}

void ResultLayer::setScale(double factor)
{
    scale_ = std::clamp(factor, 0.01, 100.0);
    Q_EMIT changed();
}

void ResultLayer::animate(bool on)
{
    on = on && (shown_ == Shown::Deflected || shown_ == Shown::Mode);
    if (on) {
        clock_.start();
        timer_.start();
    } else
        timer_.stop();
    Q_EMIT changed();
}

void ResultLayer::setMode(int index)
{
    if (index < 0 || index >= modes()) return;
    mode_ = index;
    setShown(Shown::Mode);
}

QString ResultLayer::modeWords(int index) const
{
    return modeWords_[index];
}

// Whether what was found for a frame belongs to the one that is open now: its shapes are told node by node.
bool ResultLayer::fits(const Frame& f) const
{
    return doc_.hasFrame() && f.nodes == doc_.frame().nodes && sizesFingerprint(f) == sizesFingerprint(doc_.frame());
}

void ResultLayer::findBuckling(int count)
{
    if (!doc_.hasFrame() || loads_.empty()) return;
    const ShownLoad load = loads_[load_];
    auto frame = std::make_shared<Frame>(doc_.frame());
    // Only the load at hand: as the one combination of a copy.
    Combination only;
    only.id = load.name;
    only.terms = load.cases;
    frame->combinations = {only};
    frame->results.clear();
    doc_.jobs().start("modes", [this, frame, count](Progress& progress) -> Jobs::Finish {
        auto r = std::make_shared<BucklingResult>(analyseBuckling(*frame, {.modes = count}, progress));
        return [this, frame, r] {
            if (!fits(*frame)) return;
            buckling_ = std::move(*r);
            std::vector<ModeShape> shapes;
            std::vector<QString> words;
            if (!buckling_.combinations.empty())
                for (const BucklingMode& m : buckling_.combinations.front()) {
                    shapes.push_back(m);
                    words.push_back(QString("%1 · buckles at %2 × the load").arg(shapes.size()).arg(m.factor, 0, 'g', 4));
                }
            takeModes(std::move(shapes), std::move(words));
        };
    });
}

void ResultLayer::findVibration(int count)
{
    if (!doc_.hasFrame()) return;
    auto frame = std::make_shared<const Frame>(doc_.frame());
    doc_.jobs().start("modes", [this, frame, count](Progress& progress) -> Jobs::Finish {
        VibrationOptions o;
        o.modes = count;
        auto r = std::make_shared<VibrationResult>(analyseVibration(*frame, o, progress));
        return [this, frame, r] {
            if (!fits(*frame)) return;
            vibration_ = std::move(*r);
            std::vector<ModeShape> shapes;
            std::vector<QString> words;
            for (const VibrationMode& m : vibration_.modes) {
                shapes.push_back({m.frequency, m.u, m.r});
                words.push_back(QString("%1 · %2 Hz").arg(shapes.size()).arg(m.frequency, 0, 'g', 4));
            }
            takeModes(std::move(shapes), std::move(words));
        };
    });
}

void ResultLayer::lend(const ModeShape& shape, const QString& words)
{
    takeModes({shape}, {words});
    lent_ = true;
    Q_EMIT changed();
}

void ResultLayer::takeBack()
{
    if (!lent_) return;
    lent_ = false;
    modes_.clear();
    modeWords_.clear();
    setShown(Shown::Nothing);
    Q_EMIT modesFound();
}

void ResultLayer::takeModes(std::vector<ModeShape> shapes, std::vector<QString> words)
{
    lent_ = false;
    modes_ = std::move(shapes);
    modeWords_ = std::move(words);
    mode_ = 0;
    Q_EMIT modesFound();
    if (!modes_.empty()) setShown(Shown::Mode);
}

double ResultLayer::frameSize() const
{
    Vec3 low{1e30, 1e30, 1e30}, high{-1e30, -1e30, -1e30};
    for (const Node& n : doc_.frame().nodes)
        for (int k = 0; k < 3; ++k) {
            low[k] = std::min(low[k], n.at[k]);
            high[k] = std::max(high[k], n.at[k]);
        }
    return norm(high - low);
}

void ResultLayer::rebuild()
{
    curves_.clear();
    fit_ = 0;
    if (!doc_.hasFrame() || shown_ == Shown::Nothing) return;
    // Forces of other sizes would draw shapes that no frame has.
    if (shown_ != Shown::Mode && (loads_.empty() || !doc_.forcesFit())) return;
    if (shown_ == Shown::Deflected || shown_ == Shown::Mode) buildMovements(shown_ == Shown::Mode);
    if (isDiagram(shown_)) buildDiagram(componentOf(shown_));
    double most = 0;
    for (const Curve& c : curves_)
        for (size_t k = 0; k < c.move.size(); ++k)
            most = std::max(most, isDiagram(shown_) ? std::abs(c.value[k]) : norm(c.move[k]));
    fit_ = most > 0 ? 0.06 * frameSize() / most : 0;
}

void ResultLayer::buildMovements(bool mode)
{
    const Frame& f = doc_.frame();
    NodeMotion motion;
    const ShownLoad* load = nullptr;
    if (mode) {
        motion.u = modes_[mode_].u;
        motion.r = modes_[mode_].r;
    } else {
        load = &loads_[load_];
        motion = motionOf(doc_.analysed(), load->columns);
    }
    if (motion.u.empty()) return;
    for (size_t e = 0; e < f.elements.size(); ++e) {
        const Element& el = f.elements[e];
        Curve c;
        c.element = e;
        const Vec3 a = f.endI(el), x = normalized(f.endJ(el) - a);
        const double l = f.length(el);
        if (mode) {
            // Between the nodes by their turns: cubics.
            const auto i = static_cast<size_t>(el.i), j = static_cast<size_t>(el.j);
            const Vec3 ui = motion.u[i] + cross(motion.r[i], el.offsetI), uj = motion.u[j] + cross(motion.r[j], el.offsetJ);
            const bool turns = el.behaviour == Behaviour::Beam && !el.releaseI[4] && !el.releaseJ[4];
            const Vec3 chord = (1 / l) * (uj - ui);
            const Vec3 si = turns ? cross(motion.r[i], x) + dot(chord, x) * x : chord,
                       sj = turns ? cross(motion.r[j], x) + dot(chord, x) * x : chord;
            for (int k = 0; k <= 10; ++k) {
                const double t = k / 10.0, h1 = t * (1 - t) * (1 - t) * l, h3 = t * t * (t - 1) * l, h2 = t * t * (3 - 2 * t);
                c.base.push_back(a + (t * l) * x);
                c.move.push_back((1 - h2) * ui + h2 * uj + h1 * si + h3 * sj);
            }
        } else {
            const Deflected d = deflected(f, doc_.analysed(), *load, motion, e);
            for (size_t k = 0; k < d.s.size(); ++k) {
                c.base.push_back(a + d.s[k] * x);
                c.move.push_back(d.u[k]);
            }
        }
        curves_.push_back(std::move(c));
    }
}

void ResultLayer::buildDiagram(int component)
{
    const Frame& f = doc_.frame();
    const ForceTable& t = doc_.analysed().forces;
    const ShownLoad& load = loads_[load_];
    for (size_t e = 0; e < f.elements.size(); ++e) {
        const Element& el = f.elements[e];
        const Axes axes = elementAxes(f, el);
        // In the plane in which it bends, moments on the side in tension.
        const Vec3 side = component == 1 || component == 5 ? axes.y : axes.z;
        const double sign = component >= 4 ? -1 : 1;
        Curve c;
        c.element = e;
        for (int k = t.first[e]; k < t.first[e + 1]; ++k) {
            double v = 0;
            for (const auto& [column, factor] : load.columns)
                v += factor * t.at(k, static_cast<size_t>(column))[component];
            if (!std::isfinite(v)) v = 0;
            c.base.push_back(f.endI(el) + t.s[k] * axes.x);
            c.move.push_back((sign * v) * side);
            c.value.push_back(v);
        }
        curves_.push_back(std::move(c));
    }
}

double ResultLayer::phase() const
{
    if (!timer_.isActive()) return 1;
    return std::sin(static_cast<double>(clock_.elapsed()) / 1000 * 2 * 3.14159265358979 / 1.8);
}

Vec3 ResultLayer::drawnMovement(size_t element, size_t station) const
{
    for (const Curve& c : curves_)
        if (c.element == element && station < c.move.size()) return fit_ * scale_ * c.move[station];
    return {};
}

QString ResultLayer::caption() const
{
    if (!doc_.hasFrame() || shown_ == Shown::Nothing) return {};
    const Frame& f = doc_.frame();
    const UnitSystem& u = doc_.units();
    if (shown_ == Shown::Mode) return "Mode " + modeWords_[mode_];
    if (loads_.empty()) return "no forces: analyse the frame first (F5)";
    if (!doc_.forcesFit() && shown_ != Shown::Loads) return "The forces belong to other sizes: analyse again (F5)";
    const QString load = QString::fromStdString(loads_[load_].name);
    if (shown_ == Shown::Loads) return "Loads of " + load;
    if (shown_ == Shown::Reactions) return "Reactions under " + load + ", " + QString::fromStdString(u.symbol(Quantity::Force));
    double most = -1;
    std::string where;
    for (const Curve& c : curves_)
        for (size_t k = 0; k < c.move.size(); ++k)
            if (const double v = isDiagram(shown_) ? std::abs(c.value[k]) : norm(c.move[k]); v > most) {
                most = v;
                where = f.elements[c.element].id;
            }
    if (most < 0) return "the results at hand state no displacements";
    if (shown_ == Shown::Deflected)
        return QString("Deflected under %1 · largest %2 in element %3 · drawn %4 ×")
            .arg(load, QString::fromStdString(u.text(Quantity::SectionLength, most)), QString::fromStdString(where))
            .arg(fit_ * scale_, 0, 'g', 3);
    static const char* names[6] = {"N", "Vy", "Vz", "T", "My", "Mz"};
    const int k = componentOf(shown_);
    return QString("%1 under %2 · largest %3 in element %4%5")
        .arg(names[k], load, QString::fromStdString(u.text(k < 3 ? Quantity::Force : Quantity::Moment, most)),
             QString::fromStdString(where),
             k >= 4   ? " · drawn on the side in tension"
             : k == 0 ? " · tension positive (teal)"
                      : "");
}

} // namespace wr
