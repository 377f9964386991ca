#include "app/tray/tray.h"

#include "app/briefs/brief_desk.h"
#include "app/briefs/brief_marks.h"
#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/picks/pick_match.h"
#include "render/theme.h"

#include <QContextMenuEvent>
#include <QHelpEvent>
#include <QKeyEvent>
#include <QMenu>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>
#include <algorithm>
#include <cmath>
#include <map>

namespace wr {

Tray::Tray(Document& doc, BriefDesk& desk, QWidget* parent)
    : QWidget(parent), doc_(doc), desk_(desk), sidingName_(new QLineEdit(this))
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName("Briefs, groups, sidings, picks and levels");
    sidingName_->setPlaceholderText("name of the state");
    sidingName_->setAccessibleName("Name of the siding");
    sidingName_->hide();
    connect(sidingName_, &QLineEdit::returnPressed, this, &Tray::nameEntered);
    connect(sidingName_, &QLineEdit::editingFinished, this, [this] {
        if (!sidingName_->hasFocus()) sidingName_->hide();
    });
    for (const auto signal : {&Document::opened, &Document::modelChanged, &Document::resultsChanged, &Document::findingsChanged,
                              &Document::sidingsChanged, &Document::comparisonChanged})
        connect(&doc_, signal, this, &Tray::rebuild);
    connect(&doc_, &Document::pickChanged, this, qOverload<>(&QWidget::update));
    connect(&desk_, &BriefDesk::chosen, this, [this] {
        if (stop_ == Stop::Briefs) rebuild();
    });
}

void Tray::setStop(Stop s)
{
    stop_ = s;
    if (doc_.hasFrame()) rebuild();
}

void Tray::rebuild()
{
    if (!doc_.hasFrame()) return;
    rows_.clear();
    if (stop_ == Stop::Briefs) addBriefs();
    addGroups();
    addSidings();
    addPicks();
    addLevels();
    current_ = std::min(current_, std::max(0, static_cast<int>(rows_.size()) - 1));
    update();
}

void Tray::addBriefs()
{
    std::map<std::string_view, size_t> at;
    for (const Brief& b : doc_.frame().design.briefs.list()) {
        at.emplace(b.id, rows_.size());
        rows_.push_back({str(b.id), {}, -1, -1, false, Row::Kind::Brief, b.id});
    }
    const size_t without = rows_.size();
    rows_.push_back({"without a brief", {}, -1, -1, false, Row::Kind::Brief});
    const auto& members = doc_.model().members();
    for (size_t i = 0; i < members.size(); ++i) {
        const auto row = at.find(members[i].brief);
        rows_[row == at.end() ? without : row->second].members.push_back(i);
    }
}

void Tray::addGroups()
{
    const auto& members = doc_.model().members();
    std::map<std::string_view, size_t> at;
    const auto row = [&](std::string_view id) -> Row& {
        const auto [it, fresh] = at.try_emplace(id, rows_.size());
        if (fresh)
            rows_.push_back({id.empty() ? QString("no group") : str(id), {}, -1, -1, true, Row::Kind::Group, std::string(id)});
        return rows_[it->second];
    };
    for (const Group& g : doc_.frame().design.groups.list())
        row(g.id);
    for (size_t i = 0; i < members.size(); ++i) {
        Row& r = row(members[i].group);
        r.members.push_back(i);
        if (doc_.checked() && doc_.report().results[i].governing >= 0)
            r.worst = std::max(r.worst, doc_.report().results[i].utilisation);
        if (const auto* b = doc_.beside(); b && i < b->rowOf.size() && std::isfinite(b->of(i).ratioThen))
            r.then = std::max(r.then, b->of(i).ratioThen);
    }
    std::erase_if(rows_, [](const Row& r) { return r.kind == Row::Kind::Group && r.members.empty(); });
}

// Parked states, and a row to park this one.
void Tray::addSidings()
{
    for (const Siding& s : doc_.sidings().list()) {
        Row r{str(s.name), {}, -1, -1, false, Row::Kind::Siding, s.name};
        r.figure = s.standing.checked ? QString("%1 · %2 t").arg(s.standing.over).arg(decimal(s.standing.mass / 1000, 1))
                                      : QString("%1 t").arg(decimal(s.standing.mass / 1000, 1));
        rows_.push_back(std::move(r));
    }
    if (const auto& d = doc_.droppedSiding())
        rows_.push_back({"Put back “" + str(d->name) + "”", {}, -1, -1, false, Row::Kind::Siding});
    rows_.push_back({"Park this state", {}, -1, -1, false, Row::Kind::Siding});
}

void Tray::askPark()
{
    if (!doc_.hasFrame()) return;
    renaming_.clear();
    sidingName_->clear();
    placeName();
}

void Tray::askRename(const std::string& siding)
{
    renaming_ = siding;
    sidingName_->setText(str(siding));
    sidingName_->selectAll();
    placeName();
}

// Over the row it is for.
void Tray::placeName()
{
    trouble_.clear();
    for (const Row& r : rows_)
        if (r.kind == Row::Kind::Siding && r.key == renaming_)
            sidingName_->setGeometry(QRectF(10, r.area.top() - 2, width() - 24, 24).toRect()); // the last without a key parks
    sidingName_->show();
    sidingName_->setFocus();
}

void Tray::nameEntered()
{
    const QString name = sidingName_->text();
    trouble_ = renaming_.empty() ? doc_.park(name) : doc_.renameSiding(renaming_, name);
    if (trouble_.isEmpty()) return sidingName_->hide();
    QToolTip::showText(sidingName_->mapToGlobal(QPoint(0, sidingName_->height())), trouble_, sidingName_);
}

// Kept ones first. Of those that come with the program only what there is something of.
void Tray::addPicks()
{
    const PickSource source{doc_.model(), doc_.checked() ? &doc_.report() : nullptr}; // of what is shown
    const auto add = [&](const QString& name, const std::string& expression, bool saved) {
        const auto pick = parsePick(expression, doc_.units());
        Row r{name, pick ? membersOf(*pick, source) : std::vector<size_t>{}, -1, -1, false, Row::Kind::Pick, expression, saved};
        if (saved || !r.members.empty()) rows_.push_back(std::move(r));
    };
    for (const SavedPick& p : doc_.frame().design.picks.list())
        add(str(p.id), p.expression, true);
    for (const ReadyPick& p : readyPicks())
        add(str(p.title), std::string(p.expression), false);
}

// Heights at which horizontal members lie.
void Tray::addLevels()
{
    const auto& members = doc_.model().members();
    const Frame& f = doc_.frame();
    std::map<long, std::vector<size_t>, std::greater<>> levels;
    for (size_t i = 0; i < members.size(); ++i) {
        const double a = dot(f.nodes[members[i].startNode].at, f.upward()), b = dot(f.nodes[members[i].endNode].at, f.upward());
        if (std::abs(a - b) < 0.01 * members[i].length) levels[std::lround((a + b) / 2 * 100)].push_back(i);
    }
    if (levels.size() > 40) return;
    for (const auto& [z, list] : levels)
        if (list.size() >= 3) {
            const double shown = std::abs(f.units.show(Quantity::Length, static_cast<double>(z) / 100));
            rows_.push_back(
                {QString("%1%2").arg(z < 0 ? "−" : "+").arg(decimal(shown, 2)), list, -1, -1, false, Row::Kind::Level});
        }
}

bool Tray::isPicked(const Row& r) const
{
    return !doc_.pick().empty() && doc_.pick().size() == r.members.size() &&
           std::all_of(r.members.begin(), r.members.end(), [&](size_t m) { return doc_.pick().contains(m); });
}

void Tray::drawRow(QPainter& p, const Row& r, const QRectF& line) const
{
    const Theme& t = theme();
    const bool briefs = stop_ == Stop::Briefs;
    const auto name = [&](double indent, double room, bool strong) {
        p.setFont(textFont(12, strong));
        p.drawText(line.adjusted(indent, 0, -room, 0), Qt::AlignLeft | Qt::AlignVCenter,
                   QFontMetricsF(p.font()).elidedText(r.name, Qt::ElideRight, line.width() - indent - room - 2));
    };
    const auto count = [&] {
        p.setFont(textFont(12));
        p.setPen(r.members.empty() ? t.ink3 : t.ink2);
        p.drawText(line, Qt::AlignRight | Qt::AlignVCenter, QString::number(r.members.size()));
    };
    p.setPen(t.ink);
    if (r.kind == Row::Kind::Brief) {
        const bool none = r.key.empty();
        if (!none) drawBriefMark(p, QRectF(line.left(), line.top(), 16, 16), briefMark(doc_.frame(), r.key), true);
        if (none) p.setPen(t.ink3);
        name(24, none ? 28 : 64, r.key == desk_.currentId() && !none);
        if (none) return count();
        const double share = doc_.model().members().empty()
                                 ? 0
                                 : static_cast<double>(r.members.size()) / static_cast<double>(doc_.model().members().size());
        const QRectF bar(line.right() - 62, line.center().y() - 1, 34, 2.6);
        p.fillRect(bar, t.track);
        p.fillRect(QRectF(bar.left(), bar.top(), bar.width() * share, bar.height()), briefMark(doc_.frame(), r.key).hue);
        count();
    } else if (r.kind == Row::Kind::Group && briefs) {
        // The letter of the brief that all of a group have.
        const auto& members = doc_.model().members();
        const std::string& brief = members[r.members.front()].brief;
        const bool same = std::all_of(r.members.begin(), r.members.end(), [&](size_t m) { return members[m].brief == brief; });
        const BriefMark mark = same ? briefMark(doc_.frame(), brief) : BriefMark{"…", t.ink2};
        p.setPen(mark.hue.darker(115));
        p.setFont(textFont(11, true));
        p.drawText(QRectF(line.left(), line.top(), 16, 16), Qt::AlignCenter, mark.letter);
        p.setPen(t.ink);
        name(24, 40, false);
        count();
    } else if (r.kind == Row::Kind::Siding) {
        const bool act = r.key.empty();
        if (act) p.setPen(t.violet);
        name(0, act ? 0 : 74, act || r.key == doc_.comparedSiding());
        p.setFont(textFont(11.5));
        p.setPen(t.ink2);
        p.drawText(line, Qt::AlignRight | Qt::AlignVCenter, r.figure);
    } else if (r.kind == Row::Kind::Group) {
        name(0, r.then < 0 ? 40 : 76, false);
        if (r.worst < 0) return count();
        const bool over = r.worst > 1;
        if (r.then >= 0) {
            p.setFont(textFont(12));
            p.setPen(t.ink3);
            const bool same = std::abs(r.then - r.worst) < 0.005;
            p.drawText(line.adjusted(0, 0, same ? 0 : -38, 0), Qt::AlignRight | Qt::AlignVCenter,
                       same ? decimal(r.then, 2) + " =" : decimal(r.then, 2));
            if (!same) {
                p.setFont(textFont(12, true));
                p.setPen(over ? t.red : t.ink);
                p.drawText(line, Qt::AlignRight | Qt::AlignVCenter, decimal(r.worst, 2));
            }
        }
        p.setFont(textFont(12, over));
        p.setPen(over ? t.red : t.ink);
        if (r.then < 0) p.drawText(line, Qt::AlignRight | Qt::AlignVCenter, decimal(r.worst, 2));
        const double full = line.width();
        p.fillRect(QRectF(line.left(), line.top() + 17, full, 2.4), t.track);
        p.fillRect(QRectF(line.left(), line.top() + 17, full * std::min(r.worst, 1.25) / 1.25, 2.4), t.utilisation(r.worst));
        p.setPen(QPen(t.ink, 1));
        p.drawLine(QPointF(line.left() + full * 0.8, line.top() + 16),
                   QPointF(line.left() + full * 0.8, line.top() + 20.5)); // the limit
        if (r.then >= 0) {                                                // where it stood
            p.setPen(QPen(t.ink2, 1.2));
            p.setBrush(t.panel);
            p.drawEllipse(QPointF(line.left() + full * std::min(r.then, 1.25) / 1.25, line.top() + 18), 3, 3);
        }
    } else {
        name(0, 40, r.saved);
        count();
    }
}

void Tray::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), t.panel);
    p.setPen(QPen(t.hairline, 1));
    p.drawLine(width() - 1, 0, width() - 1, height());
    if (rows_.empty()) return;
    double y = 12;
    const auto head = [&](Row::Kind kind) {
        const QString unit = QString::fromStdString(doc_.units().length);
        const std::array<QString, 5> names{"Briefs", "Groups", "Sidings", "Picks", "Levels, " + unit};
        p.setFont(textFont(12, true));
        p.setPen(t.ink2);
        p.drawText(QRectF(14, y, 120, 16), Qt::AlignLeft, names[static_cast<size_t>(kind)]);
        p.setFont(textFont(11));
        p.setPen(t.ink3);
        p.drawText(QRectF(14, y, width() - 30, 16), Qt::AlignRight,
                   kind == Row::Kind::Siding                           ? "over · mass"
                   : kind == Row::Kind::Group && stop_ != Stop::Briefs ? (doc_.beside() ? "then    now" : "worst")
                                                                       : "members");
        y += 24;
    };
    for (size_t i = 0; i < rows_.size(); ++i) {
        Row& r = rows_[i];
        if (i == 0 || rows_[i - 1].kind != r.kind) {
            y += i == 0 ? 0 : 10;
            head(r.kind);
        }
        const bool bars = r.kind == Row::Kind::Group && stop_ != Stop::Briefs;
        r.area = QRectF(6, y - 2, width() - 14, bars ? 23 : 20);
        const bool lit = r.kind == Row::Kind::Brief    ? !r.key.empty() && r.key == desk_.currentId()
                         : r.kind == Row::Kind::Siding ? !r.key.empty() && r.key == doc_.comparedSiding()
                                                       : isPicked(r);
        if (lit || (hasFocus() && static_cast<int>(i) == current_)) {
            p.setPen(lit ? Qt::NoPen : QPen(t.violet, 1, Qt::DotLine));
            p.setBrush(lit ? t.violetTint : Qt::transparent);
            p.drawRoundedRect(r.area, 4, 4);
        }
        drawRow(p, r, QRectF(14, y, width() - 30, 16));
        y += bars ? 23.5 : 20;
    }
    setMinimumHeight(static_cast<int>(y) + 8);
}

void Tray::choose(size_t i, bool add)
{
    current_ = static_cast<int>(i);
    const Row row = rows_[i];
    if (row.kind == Row::Kind::Siding) {
        if (!row.key.empty()) return doc_.compareTo(row.key == doc_.comparedSiding() ? std::string() : row.key);
        return i + 1 < rows_.size() && rows_[i + 1].kind == Row::Kind::Siding ? doc_.putBackSiding() : askPark();
    }
    if (row.kind == Row::Kind::Brief && !row.key.empty() && row.key != desk_.currentId() && !add) return desk_.choose(row.key);
    std::set<size_t> pick = add ? doc_.pick() : std::set<size_t>{};
    pick.insert(row.members.begin(), row.members.end());
    if (!add && pick == doc_.pick()) pick.clear(); // a second click lets go
    doc_.setPick(std::move(pick));
    if (row.kind == Row::Kind::Pick) Q_EMIT expressionChosen(doc_.pick().empty() ? QString() : str(row.key));
    update();
}

void Tray::mousePressEvent(QMouseEvent* e)
{
    if (e->button() != Qt::LeftButton) return;
    for (size_t i = 0; i < rows_.size(); ++i)
        if (rows_[i].area.contains(e->position())) return choose(i, e->modifiers() & (Qt::ControlModifier | Qt::ShiftModifier));
}

void Tray::forget(const Row& r)
{
    if (r.saved) doc_.run(DropPick{r.name.toStdString()});
}

void Tray::contextMenuEvent(QContextMenuEvent* e)
{
    for (const Row& r : rows_) {
        if (!r.area.contains(QPointF(e->pos()))) continue;
        QMenu menu;
        if (r.kind == Row::Kind::Siding) {
            if (r.key.empty()) return;
            menu.addAction(r.key == doc_.comparedSiding() ? "End comparing" : "Compare with it", this,
                           [this, key = r.key] { doc_.compareTo(key == doc_.comparedSiding() ? std::string() : key); });
            menu.addAction("Return to it", this, [this, key = r.key] { doc_.returnTo(key); });
            menu.addAction("Rename…", this, [this, key = r.key] { askRename(key); });
            menu.addAction("Delete", this, [this, key = r.key] { doc_.dropSiding(key); });
            menu.exec(e->globalPos());
            return;
        }
        menu.addAction("Pick these", this, [this, r] { doc_.setPick({r.members.begin(), r.members.end()}); });
        if (r.saved) menu.addAction("Forget this pick", this, [this, r] { forget(r); });
        if (r.kind == Row::Kind::Group && !r.key.empty())
            menu.addAction("Dissolve this group", this, [this, r] { doc_.run(RenameGroup{r.key, ""}); });
        if (r.kind == Row::Kind::Group && !r.members.empty()) {
            const bool out = !doc_.model().members()[r.members.front()].exclude;
            menu.addAction(out ? "Leave out of design" : "Take into design again", this, [this, r, out] {
                doc_.run(SetExclude{doc_.refs({r.members.begin(), r.members.end()}), out});
            });
        }
        menu.exec(e->globalPos());
        return;
    }
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
    else if (e->key() == Qt::Key_Delete && rows_[static_cast<size_t>(current_)].saved)
        forget(rows_[static_cast<size_t>(current_)]);
    else if (const Row& r = rows_[static_cast<size_t>(current_)];
             r.kind == Row::Kind::Siding && !r.key.empty() && e->key() == Qt::Key_Delete)
        doc_.dropSiding(std::string(r.key));
    else if (r.kind == Row::Kind::Siding && !r.key.empty() && e->key() == Qt::Key_F2)
        askRename(r.key);
    else
        return QWidget::keyPressEvent(e);
    update();
}

QString Tray::hint(const Row& r) const
{
    switch (r.kind) {
    case Row::Kind::Brief:
        return r.key.empty() ? QString("Checked by what stands by itself. Click: pick them")
                             : QString("Click: lay it on the sheet; again: pick its members");
    case Row::Kind::Group: return "Click: pick its members; Ctrl: besides what is picked";
    case Row::Kind::Siding:
        return r.key.empty() ? QString() : QString("Click: compare it with this state   (F2: rename, Delete: take it away)");
    case Row::Kind::Pick: return str(r.key) + (r.saved ? "   (Delete: forget it)" : "");
    case Row::Kind::Level: return "Level members at this height";
    }
    return {};
}

bool Tray::event(QEvent* e)
{
    if (e->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(e);
        for (const Row& r : rows_)
            if (r.area.contains(QPointF(help->pos()))) {
                QToolTip::showText(help->globalPos(), hint(r), this);
                return true;
            }
        QToolTip::hideText();
        return true;
    }
    return QWidget::event(e);
}

} // namespace wr
