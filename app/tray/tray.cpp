#include "app/tray/tray.h"

#include "app/shell/document.h"
#include "render/theme.h"

#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <algorithm>
#include <cmath>
#include <map>

namespace wr {

Tray::Tray(Document& doc, QWidget* parent) : QWidget(parent), doc_(doc)
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName("Groups and levels");
    for (const auto signal :
         {&Document::opened, &Document::modelChanged, &Document::resultsChanged, &Document::findingsChanged})
        connect(&doc_, signal, this, &Tray::rebuild);
    connect(&doc_, &Document::pickChanged, this, qOverload<>(&QWidget::update));
}

void Tray::rebuild()
{
    rows_.clear();
    const auto& members = doc_.model().members();
    const Frame& f = doc_.frame();
    const auto row = [&](const QString& name, bool group) -> Row& {
        for (Row& r : rows_)
            if (r.name == name && r.group == group) return r;
        return rows_.emplace_back(Row{name, {}, -1, group, {}});
    };
    for (const Group& g : f.design.groups)
        row(QString::fromStdString(g.id), true);
    for (size_t i = 0; i < members.size(); ++i) {
        Row& r = row(members[i].group.empty() ? "no group" : QString::fromStdString(members[i].group), true);
        r.members.push_back(i);
        if (doc_.checked() && doc_.report().results[i].governing >= 0)
            r.worst = std::max(r.worst, doc_.report().results[i].utilisation);
    }
    std::erase_if(rows_, [](const Row& r) { return r.members.empty(); });
    // Levels: heights at which horizontal members lie.
    std::map<long, std::vector<size_t>, std::greater<>> levels;
    for (size_t i = 0; i < members.size(); ++i) {
        const double a = dot(f.nodes[members[i].startNode].at, f.upward()), b = dot(f.nodes[members[i].endNode].at, f.upward());
        if (std::abs(a - b) < 0.01 * members[i].length) levels[std::lround((a + b) / 2 * 100)].push_back(i);
    }
    if (levels.size() <= 40)
        for (const auto& [z, list] : levels)
            if (list.size() >= 3)
                rows_.push_back({QString("%1%2")
                                     .arg(z < 0 ? "−" : "+")
                                     .arg(std::abs(f.units.show(Quantity::Length, static_cast<double>(z) / 100)), 0, 'f', 2),
                                 list,
                                 -1,
                                 false,
                                 {}});
    current_ = std::min(current_, std::max(0, static_cast<int>(rows_.size()) - 1));
    update();
}

void Tray::paintEvent(QPaintEvent*)
{
    const Theme& t = paperTheme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), t.panel);
    p.setPen(QPen(t.hairline, 1));
    p.drawLine(width() - 1, 0, width() - 1, height());
    if (rows_.empty()) return;
    double y = 12;
    bool groups = true;
    const auto head = [&](const QString& left, const QString& right) {
        p.setFont(textFont(12, true));
        p.setPen(t.ink2);
        p.drawText(QRectF(14, y, 120, 16), Qt::AlignLeft, left);
        p.setFont(textFont(11));
        p.setPen(t.ink3);
        p.drawText(QRectF(14, y, width() - 30, 16), Qt::AlignRight, right);
        y += 24;
    };
    head("Groups", "worst");
    for (size_t i = 0; i < rows_.size(); ++i) {
        Row& r = rows_[i];
        if (groups && !r.group) {
            groups = false;
            y += 12;
            head(QString("Levels, %1").arg(QString::fromStdString(doc_.units().length)), "members");
        }
        r.area = QRectF(6, y - 2, width() - 14, r.group ? 23 : 20);
        const bool picked = !doc_.pick().empty() && doc_.pick().size() == r.members.size() &&
                            std::all_of(r.members.begin(), r.members.end(), [&](size_t m) { return doc_.pick().contains(m); });
        if (picked || (hasFocus() && static_cast<int>(i) == current_)) {
            p.setPen(picked ? Qt::NoPen : QPen(t.violet, 1, Qt::DotLine));
            p.setBrush(picked ? t.violetTint : Qt::transparent);
            p.drawRoundedRect(r.area, 4, 4);
        }
        const QRectF line(14, y, width() - 30, 16);
        p.setFont(textFont(12));
        p.setPen(t.ink);
        p.drawText(line.adjusted(0, 0, -40, 0), Qt::AlignLeft | Qt::AlignVCenter,
                   QFontMetricsF(p.font()).elidedText(r.name, Qt::ElideRight, line.width() - 42));
        if (r.group && r.worst >= 0) {
            const bool over = r.worst > 1;
            p.setFont(textFont(12, over));
            p.setPen(over ? t.red : t.ink);
            p.drawText(line, Qt::AlignRight | Qt::AlignVCenter, QString::number(r.worst, 'f', 2));
            const double full = line.width();
            p.fillRect(QRectF(14, y + 17, full, 2.4), t.track);
            p.fillRect(QRectF(14, y + 17, full * std::min(r.worst, 1.25) / 1.25, 2.4), t.utilisation(r.worst));
            p.setPen(QPen(t.ink, 1));
            p.drawLine(QPointF(14 + full * 0.8, y + 16), QPointF(14 + full * 0.8, y + 20.5)); // the limit
        } else {
            p.setPen(t.ink2);
            p.drawText(line, Qt::AlignRight | Qt::AlignVCenter, QString::number(r.members.size()));
        }
        y += r.group ? 23.5 : 20;
    }
    setMinimumHeight(static_cast<int>(y) + 8);
}

void Tray::choose(size_t i, bool add)
{
    current_ = static_cast<int>(i);
    std::set<size_t> pick = add ? doc_.pick() : std::set<size_t>{};
    pick.insert(rows_[i].members.begin(), rows_[i].members.end());
    if (!add && pick == doc_.pick()) pick.clear(); // a second click lets go
    doc_.setPick(std::move(pick));
    update();
}

void Tray::mousePressEvent(QMouseEvent* e)
{
    for (size_t i = 0; i < rows_.size(); ++i)
        if (rows_[i].area.contains(e->position())) return choose(i, e->modifiers() & (Qt::ControlModifier | Qt::ShiftModifier));
}

void Tray::keyPressEvent(QKeyEvent* e)
{
    if (rows_.empty()) return QWidget::keyPressEvent(e);
    if (e->key() == Qt::Key_Down)
        current_ = std::min(current_ + 1, static_cast<int>(rows_.size()) - 1);
    else if (e->key() == Qt::Key_Up)
        current_ = std::max(current_ - 1, 0);
    else if (e->key() == Qt::Key_Space || e->key() == Qt::Key_Return)
        choose(static_cast<size_t>(current_), e->modifiers() & Qt::ControlModifier);
    else
        return QWidget::keyPressEvent(e);
    update();
}

} // namespace wr
