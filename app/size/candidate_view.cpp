#include "app/size/candidate_view.h"

#include "app/bench/size_bench.h"
#include "app/shell/document.h"
#include "app/shell/quiet_table.h"
#include "app/shell/text.h"

#include <QHeaderView>
#include <QVBoxLayout>
#include <cmath>

namespace wr {

namespace {
// Key of what governs a rung, "ltb".
QString checkKey(const Document& doc, const Rung& r)
{
    const auto key = doc.model().standardOf(r.member).checks[r.check].key;
    return str(key);
}
} // namespace

int RungModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(doc_.rungs().rungs.size());
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
    const RungTable& table = doc_.rungs();
    if (static_cast<size_t>(index.row()) >= table.rungs.size()) return {};
    const Rung& r = table.rungs[index.row()];
    const UnitSystem& u = doc_.units();
    const Theme& t = theme();
    if (role == Qt::DisplayRole) switch (index.column()) {
        case 0: return str(r.section->designation);
        case 1: return decimal(u.show(Quantity::MassPerLength, r.mass), 1);
        case 2: return decimal(u.show(Quantity::SectionLength, r.depth), u.section == "mm" ? 0 : 2);
        case 3: return r.status == Status::Unchecked ? QString("unchecked") : decimal(r.utilisation, 2);
        case 4: {
            if (r.check < 0 || r.member < 0) return str(r.reason);
            return checkKey(doc_, r);
        }
        case 5:
            return r.member >= 0 && static_cast<size_t>(r.member) < doc_.model().members().size()
                       ? str(doc_.model().members()[r.member].id)
                       : QString();
        case 6: {
            const double change = r.groupMass - table.massNow;
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

CandidateChart::CandidateChart(Document& doc, SizeBench& bench, QWidget* parent)
    : Chart(wr::theme(), parent), doc_(doc), bench_(bench)
{
    setMinimumHeight(120);
    setAccessibleName("Candidate chart");
    connect(this, &Chart::markClicked, this, [this](int mark) { bench_.choose(order_[mark]); });
}

void CandidateChart::refresh()
{
    const RungTable& table = doc_.rungs();
    const bool any = !table.rungs.empty();
    axisRect()->setVisible(any);
    if (any)
        order_ = fillCandidateChart(
            *this, table, bench_.chosen(), bench_.targetValue(), bench_.sectionNow(),
            [this](int rung) { return rungWords(rung); }, doc_.units());
    else
        clear();
    setTitle(bench_.group().currentText(), QString("%1 members · ladder %2 · %3 rungs")
                                               .arg(table.members.size())
                                               .arg(bench_.family().currentText())
                                               .arg(table.rungs.size()));
    if (!any) replot();
}

QString CandidateChart::rungWords(int rung) const
{
    const RungTable& table = doc_.rungs();
    if (std::cmp_greater_equal(rung, table.rungs.size())) return {};
    const Rung& r = table.rungs[rung];
    QString words = str(r.section->designation) + " · " + str(doc_.units().text(Quantity::MassPerLength, r.mass)) + " · " +
                    (r.status == Status::Unchecked ? QString("unchecked: ") + str(r.reason) : decimal(r.utilisation, 2));
    if (r.check >= 0 && r.member >= 0) words += " · " + checkKey(doc_, r) + " in " + str(doc_.model().members()[r.member].id);
    if (!r.limit.empty()) words += " · " + str(r.limit);
    return words;
}

void CandidateChart::paintEvent(QPaintEvent* e)
{
    Chart::paintEvent(e);
    if (!doc_.rungs().rungs.empty()) return;
    QPainter p(this);
    p.setFont(textFont(11.5));
    p.setPen(theme().ink2);
    p.drawText(rect(), Qt::AlignCenter,
               doc_.jobs().running("rungs") ? "evaluating rungs…" : "nothing to size: no forces, or no members in this group");
}

CandidateView::CandidateView(Document& doc, SizeBench& bench, QWidget* parent)
    : QWidget(parent), doc_(doc), bench_(bench), chart_(new CandidateChart(doc, bench)), table_(new QTableView),
      model_(new RungModel(doc, this))
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
    connect(&doc_, &Document::rungsReady, this, [this] {
        own_ = true;
        model_->reset();
        own_ = false;
        refresh();
    });
    connect(&bench_, &SizeBench::chose, this, &CandidateView::refresh);
    connect(table_->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this](const QModelIndex& now) {
        if (!own_ && now.isValid() && now.row() != bench_.chosen()) bench_.choose(now.row());
    });
}

void CandidateView::refresh()
{
    chart_->refresh();
    own_ = true;
    const int k = bench_.chosen();
    if (k >= 0 && k < model_->rowCount()) {
        table_->selectRow(k);
        table_->scrollTo(model_->index(k, 0), QAbstractItemView::PositionAtTop);
    } else
        table_->clearSelection();
    own_ = false;
}

} // namespace wr
