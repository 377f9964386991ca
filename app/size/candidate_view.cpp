#include "app/size/candidate_view.h"

#include "app/shell/document.h"
#include "app/shell/quiet_table.h"
#include "app/shell/text.h"
#include "app/size/sizing_desk.h"

#include <QHeaderView>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

namespace wr {

namespace {

// Of the group at hand; while it is being found anew, what is known of it by now.
const RungTable& tableOf(const SizingDesk& desk)
{
    static const RungTable none;
    const GroupPlan* g = desk.groupPlan();
    if (!g) return none;
    if (const RungTable* p = desk.current() ? nullptr : desk.partial(g->id)) return *p;
    return g->rungs;
}

} // namespace

void RungModel::reset()
{
    beginResetModel();
    rows_.clear();
    const RungTable& table = tableOf(desk_);
    const GroupPlan* g = desk_.groupPlan();
    for (size_t k = 0; k < table.rungs.size(); ++k)
        if (!near_ || (g && table.rungs[k].meets(g->target))) rows_.push_back(static_cast<int>(k));
    if (near_) {
        constexpr size_t kHandful = 8;
        std::stable_sort(rows_.begin(), rows_.end(), [&](int a, int b) {
            return table.rungs[static_cast<size_t>(a)].utilisation > table.rungs[static_cast<size_t>(b)].utilisation;
        });
        if (rows_.size() > kHandful) rows_.resize(kHandful);
    }
    endResetModel();
}

void RungModel::setNear(bool on)
{
    near_ = on;
    reset();
}

int RungModel::rowOf(int rung) const
{
    const auto at = std::find(rows_.begin(), rows_.end(), rung);
    return at == rows_.end() ? -1 : static_cast<int>(at - rows_.begin());
}

int RungModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(rows_.size());
}

QVariant RungModel::headerData(int section, Qt::Orientation o, int role) const
{
    if (o != Qt::Horizontal || role != Qt::DisplayRole) return {};
    const UnitSystem& u = doc_.units();
    const QStringList names{"Section",
                            str(u.symbol(Quantity::MassPerLength)),
                            "Depth " + str(u.section),
                            "Worst",
                            "Governs",
                            "Member",
                            "Group " + str(u.mass),
                            "Limits"};
    return names.value(section);
}

QVariant RungModel::data(const QModelIndex& index, int role) const
{
    const RungTable& table = tableOf(desk_);
    if (static_cast<size_t>(index.row()) >= rows_.size()) return {};
    const auto k = static_cast<size_t>(rungAt(index.row()));
    if (k >= table.rungs.size()) return {};
    const Rung& r = table.rungs[k];
    const UnitSystem& u = doc_.units();
    const Theme& t = theme();
    if (role == Qt::DisplayRole) switch (index.column()) {
        case 0: return str(r.section->designation);
        case 1: return decimal(u.show(Quantity::MassPerLength, r.mass), 1);
        case 2: return decimal(u.show(Quantity::SectionLength, r.depth), u.section == "mm" ? 0 : 2);
        case 3: return r.status == Status::Unchecked ? QString("unchecked") : decimal(r.utilisation, 2);
        case 4: {
            if (r.check < 0 || r.member < 0) return str(r.reason);
            return str(governingKey(doc_.model(), r));
        }
        case 5:
            return r.member >= 0 && static_cast<size_t>(r.member) < doc_.model().members().size()
                       ? str(doc_.model().members()[static_cast<size_t>(r.member)].id)
                       : QString();
        case 6: {
            const GroupPlan* g = desk_.groupPlan(); // settled rungs know the mass of the settled sizes only
            const double change = r.groupMass - (g ? g->massNow : table.massNow);
            const double shown = std::round(u.show(Quantity::Mass, change));
            return shown == 0 ? QString("0") : QString("%1%2").arg(shown > 0 ? "+" : "−").arg(decimal(std::abs(shown), 0));
        }
        case 7: return r.limit.empty() ? QString("—") : str(r.limit);
        default: return {};
        }
    if (role == Qt::ForegroundRole && index.column() == 3) return r.status == Status::Over ? t.red : t.ink;
    if (role == Qt::ForegroundRole && !r.limit.empty()) return t.ink3;
    if (role == Qt::ToolTipRole && !r.reason.empty()) return str(r.reason);
    if (role == Qt::TextAlignmentRole && (index.column() == 1 || index.column() == 2 || index.column() == 6))
        return int(Qt::AlignRight | Qt::AlignVCenter);
    return {};
}

CandidateChart::CandidateChart(Document& doc, SizingDesk& desk, QWidget* parent)
    : Chart(wr::theme(), parent), doc_(doc), desk_(desk)
{
    setMinimumHeight(120);
    setAccessibleName("Candidate chart");
    connect(this, &Chart::markClicked, this, [this](int mark) { desk_.propose(order_[static_cast<size_t>(mark)]); });
}

void CandidateChart::refresh()
{
    const RungTable& table = tableOf(desk_);
    const GroupPlan* g = desk_.groupPlan();
    const bool any = g && !table.rungs.empty();
    axisRect()->setVisible(any);
    if (any)
        order_ = fillCandidateChart(
            *this, table, desk_.current() ? g->chosen : -1, g->target, str(g->from),
            [this](int rung) { return rungWords(rung); }, doc_.units());
    else
        clear();
    if (g)
        setTitle(str(g->id), QString("%1 %2 · ladder %3 · %4 rungs, %5 fit%6")
                                 .arg(g->members.size())
                                 .arg(g->members.size() == 1 ? "member" : "members", str(g->ladder))
                                 .arg(table.rungs.size())
                                 .arg(g->fitting())
                                 .arg(g->impossible > 0 ? QString(", %1 impossible").arg(g->impossible) : QString()));
    else
        setTitle({}, {});
    if (!any) replot();
}

QString CandidateChart::rungWords(int rung) const
{
    const RungTable& table = tableOf(desk_);
    if (std::cmp_greater_equal(rung, table.rungs.size())) return {};
    const Rung& r = table.rungs[static_cast<size_t>(rung)];
    QString words = str(r.section->designation) + " · " + str(doc_.units().text(Quantity::MassPerLength, r.mass)) + " · " +
                    (r.status == Status::Unchecked ? QString("unchecked: ") + str(r.reason) : decimal(r.utilisation, 2));
    if (r.check >= 0 && r.member >= 0 && static_cast<size_t>(r.member) < doc_.model().members().size())
        words +=
            " · " + str(governingKey(doc_.model(), r)) + " in " + str(doc_.model().members()[static_cast<size_t>(r.member)].id);
    if (!r.limit.empty()) words += " · " + str(r.limit);
    return words;
}

void CandidateChart::paintEvent(QPaintEvent* e)
{
    Chart::paintEvent(e);
    const GroupPlan* g = desk_.groupPlan();
    if (g && !tableOf(desk_).rungs.empty()) return;
    QPainter p(this);
    p.setFont(textFont(11.5));
    p.setPen(theme().ink2);
    const QString words = desk_.finding()                        ? QString("evaluating rungs…")
                          : doc_.hasFrame() && !doc_.hasForces() ? QString("there are no forces yet: analyse the frame first")
                          : g                                    ? str(g->why)
                                                                 : QString("pick a member, or a group in the proposal");
    p.drawText(rect().adjusted(40, 0, -40, 0), Qt::AlignCenter | Qt::TextWordWrap, words);
}

CandidateView::CandidateView(Document& doc, SizingDesk& desk, QWidget* parent)
    : QWidget(parent), doc_(doc), desk_(desk), chart_(new CandidateChart(doc, desk)), table_(new QTableView),
      model_(new RungModel(doc, desk, this))
{
    table_->setModel(model_);
    makeQuiet(*table_, "Rungs of the ladder");
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(chart_, 3);
    all->addWidget(table_, 1);
    table_->setMinimumHeight(86);
    const int widths[] = {126, 60, 66, 74, 120, 76, 76};
    for (int c = 0; c < 7; ++c)
        table_->setColumnWidth(c, widths[c]);
    connect(&desk_, &SizingDesk::planChanged, this, &CandidateView::refresh);
    connect(&desk_, &SizingDesk::groupChanged, this, &CandidateView::refresh);
    connect(&doc_, &Document::resultsChanged, this,
            [this] { // another theme as well: the chart keeps the inks it was filled with
                if (isVisible()) refresh();
            });
    connect(&desk_, &SizingDesk::streamed, this, [this](const QString& group) {
        if (const GroupPlan* g = desk_.groupPlan(); g && str(g->id) == group) refresh();
    });
    connect(table_->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this](const QModelIndex& now) {
        if (!own_ && now.isValid()) desk_.propose(model_->rungAt(now.row()));
    });
}

void CandidateView::setNear(bool on)
{
    own_ = true;
    model_->setNear(on);
    own_ = false;
    refresh();
}

void CandidateView::refresh()
{
    own_ = true;
    model_->reset();
    chart_->refresh();
    const GroupPlan* g = desk_.groupPlan();
    if (const int row = g ? model_->rowOf(g->chosen) : -1; row >= 0) {
        table_->selectRow(row);
        table_->scrollTo(model_->index(row, 0), QAbstractItemView::PositionAtTop);
    } else
        table_->clearSelection();
    own_ = false;
}

} // namespace wr
