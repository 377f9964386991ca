// Steps of building a frame as a tutorial writes them, done in the real window with keys and clicks:
//
//   Tool **Draw**: From `0; 0; 0`, To `4 m up`, Section `HEA 180`.
//   Tool **Ends** for `group = Purlins`: First end `pinned`.
//   Tool **Supports** at `0; 0; 0` `6 m; 0; 0`: Support `pinned`.
//
// "for": a pick expression; "at": nodes by their places, each clicked in the view; "in": the case of loads at hand.
#pragma once

#include "app/bench/frame_bench.h"
#include "app/shape/case_bar.h"
#include "app/shape/shape_bench.h"
#include "app/shape/shape_desk.h"
#include "core/base/entry.h"
#include "core/picks/pick_match.h"
#include "tests/app/window.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLineEdit>
#include <QPushButton>
#include <QRegularExpression>
#include <QToolButton>

namespace wr::test {

class Steps
{
public:
    explicit Steps(Window& w) : w_(w) {}

    // Whether the line is a step; then it was done.
    bool run(const QString& line)
    {
        static const QRegularExpression tool("Tool \\*\\*(.+?)\\*\\*"), pair("([A-Z][A-Za-z, -]*?) `([^`]*)`"),
            pick("for `([^`]*)`"), places("at((?: `[^`]*`)+)"), place("`([^`]*)`"), loadCase("in `([^`]*)`");
        const auto named = tool.match(line);
        if (!named.hasMatch()) return false;
        INFO(line.toStdString());
        const ShapeTool& t = toolCalled(named.captured(1));
        const QString rest = line.mid(named.capturedEnd());
        const qsizetype colon = firstColon(rest);
        const QString about = rest.left(colon), said = rest.mid(colon + 1);
        // Drawn once, when the step is done: without a graphics card that is what takes the time.
        w_.window.setUpdatesEnabled(false);
        w_.window.change(std::string(t.key));
        REQUIRE(bench(t).isVisible());
        desk().pickNothing();
        if (const auto m = loadCase.match(about); m.hasMatch()) choose(bench(t).cases().cases(), m.captured(1));
        if (const auto m = pick.match(about); m.hasMatch()) pickBy(m.captured(1));
        if (const auto m = places.match(about); m.hasMatch()) {
            bool first = true;
            for (auto it = place.globalMatch(m.captured(1)); it.hasNext(); first = false)
                clickNode(it.next().captured(1), first ? Qt::NoModifier : Qt::ControlModifier);
        }
        for (auto it = pair.globalMatch(said); it.hasNext();) {
            const auto m = it.next();
            if (m.captured(1) != "You see") set(t, m.captured(1).trimmed(), m.captured(2));
        }
        act(bench(t));
        w_.window.setUpdatesEnabled(true);
        QCoreApplication::processEvents();
        ++done_;
        return true;
    }
    int done() const { return done_; }
    void act(ShapeBench& b)
    {
        INFO(b.trouble().toStdString());
        REQUIRE(b.act().isEnabled());
        b.act().click();
        do
            QCoreApplication::processEvents();
        while (w_.doc().jobs().running());
        CHECK(b.trouble().isEmpty());
    }
    ShapeDesk& desk() const { return w_.window.bench().frame().desk(); }
    ShapeBench& bench(const ShapeTool& t)
    {
        FrameBench& f = w_.window.bench().frame();
        return t.kind == ToolKind::Loads ? f.loads() : f.shape();
    }

private:
    static qsizetype firstColon(const QString& s) // outside what is quoted
    {
        bool quoted = false;
        for (qsizetype k = 0; k < s.size(); ++k) {
            if (s[k] == '`') quoted = !quoted;
            if (s[k] == ':' && !quoted) return k;
        }
        return s.size();
    }
    static const ShapeTool& toolCalled(const QString& title)
    {
        const auto& all = shapeTools();
        const auto at =
            std::find_if(all.begin(), all.end(), [&](const ShapeTool& t) { return QString::fromUtf8(t.title) == title; });
        REQUIRE(at != all.end());
        return *at;
    }
    Vec3 placeOf(const QString& text) const
    {
        const Frame& f = w_.doc().frame();
        const auto v = readVector(text.toStdString(), Quantity::Length, f.units, f.up == Up::Z ? 2 : 1);
        REQUIRE(v.has_value());
        return {(*v)[0], (*v)[1], (*v)[2]};
    }
    void clickNode(const QString& text, Qt::KeyboardModifiers with)
    {
        w_.view().fitFrame();
        const Vec3 at = placeOf(text);
        const auto p = w_.view().onScreen(at);
        REQUIRE(p.has_value());
        QTest::mouseMove(&w_.view(), p->toPoint());
        QTest::mouseClick(&w_.view(), Qt::LeftButton, with, p->toPoint());
        const auto picked = desk().nodes();
        const bool there = std::any_of(picked.begin(), picked.end(), [&](int n) {
            return norm(w_.doc().frame().nodes[static_cast<size_t>(n)].at - at) < 1e-6;
        });
        // Where two lie behind each other on the screen the nearer one is hit: then it is named.
        if (there) return;
        for (size_t n = 0; n < w_.doc().frame().nodes.size(); ++n)
            if (norm(w_.doc().frame().nodes[n].at - at) < 1e-6) {
                if (!picked.empty()) desk().pickNodes({picked.back()}, true); // let go again
                desk().pickNodes({static_cast<int>(n)}, with != Qt::NoModifier);
                return;
            }
        FAIL("no node stands there");
    }
    void pickBy(const QString& words)
    {
        const auto e = parsePick(words.toStdString(), w_.doc().units());
        REQUIRE(e.has_value());
        const auto match = membersOf(*e, {w_.doc().model(), &w_.doc().report()});
        std::set<size_t> out(match.begin(), match.end());
        REQUIRE_FALSE(out.empty());
        w_.doc().setPick(std::move(out));
    }
    static void choose(QComboBox& list, const QString& word)
    {
        for (int k = 0; k < list.count(); ++k)
            if (list.itemText(k) == word || list.itemData(k).toString() == word) {
                list.setCurrentIndex(k);
                Q_EMIT list.activated(k);
                return;
            }
        FAIL("there is no \"" << word.toStdString() << "\" in the list");
    }
    void set(const ShapeTool& t, const QString& title, const QString& value)
    {
        for (const ShapeField& f : shapeFields(t.key, w_.doc().frame())) {
            if (QString::fromStdString(f.title) != title) continue;
            QWidget* field = bench(t).field(f.key);
            REQUIRE(field);
            if (auto* box = qobject_cast<QCheckBox*>(field))
                box->setChecked(value == "yes");
            else if (auto* list = qobject_cast<QComboBox*>(field))
                choose(*list, value);
            else {
                auto* line = qobject_cast<QLineEdit*>(field);
                line->setFocus();
                line->selectAll();
                if (value.isEmpty())
                    QTest::keyClick(line, Qt::Key_Delete);
                else
                    QTest::keyClicks(line, value);
            }
            return;
        }
        FAIL("the tool has no field \"" << title.toStdString() << "\"");
    }
    Window& w_;
    int done_ = 0;
};

} // namespace wr::test
