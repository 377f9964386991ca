#include "app/size/candidate_view.h"

#include "app/bench/size_bench.h"
#include "app/shell/document.h"
#include "app/shell/quiet_table.h"

#include <QHeaderView>
#include <QMouseEvent>
#include <QSplitter>
#include <QVBoxLayout>

namespace wr {

namespace {
QString str(const std::string& s)
{
    return QString::fromStdString(s);
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
    const Rung& r = table.rungs[static_cast<size_t>(index.row())];
    const UnitSystem& u = doc_.units();
    const Theme& t = paperTheme();
    if (role == Qt::DisplayRole) switch (index.column()) {
        case 0: return str(r.section->designation);
        case 1: return QString::number(u.show(Quantity::MassPerLength, r.mass), 'f', 1);
        case 2: return QString::number(u.show(Quantity::SectionLength, r.depth), 'f', u.section == "mm" ? 0 : 2);
        case 3: return r.status == Status::Unchecked ? QString("unchecked") : QString::number(r.utilisation, 'f', 2);
        case 4: {
            if (r.check < 0 || r.member < 0) return str(r.reason);
            const auto key = doc_.model().standardOf(static_cast<size_t>(r.member)).checks[static_cast<size_t>(r.check)].key;
            return QString::fromUtf8(key.data(), static_cast<qsizetype>(key.size()));
        }
        case 5:
            return r.member >= 0 && static_cast<size_t>(r.member) < doc_.model().members().size()
                       ? str(doc_.model().members()[static_cast<size_t>(r.member)].id)
                       : QString();
        case 6: {
            const double change = r.groupMass - table.massNow;
            return QString("%1%2").arg(change >= 0 ? "+" : "−").arg(std::abs(u.show(Quantity::Mass, change)), 0, 'f', 0);
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

CandidateChart::CandidateChart(Document& doc, SizeBench& bench, QWidget* parent) : QWidget(parent), doc_(doc), bench_(bench)
{
    setMouseTracking(true);
    setMinimumHeight(150);
    setAccessibleName("Candidate chart");
}

void CandidateChart::paintEvent(QPaintEvent*)
{
    const Theme& t = paperTheme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), t.panel);
    const RungTable& table = doc_.rungs();
    p.setPen(t.ink);
    p.setFont(textFont(12.5, true));
    const QString group = bench_.group().currentText();
    p.drawText(QRectF(14, 8, 400, 18), Qt::AlignLeft, group);
    const double x = 14 + QFontMetricsF(p.font()).horizontalAdvance(group) + 12;
    p.setFont(textFont(11.5));
    p.setPen(t.ink2);
    p.drawText(QRectF(x, 8.5, width() - x - 14, 18), Qt::AlignLeft,
               QString("%1 members · ladder %2 · %3 rungs")
                   .arg(table.members.size())
                   .arg(bench_.family().currentText())
                   .arg(table.rungs.size()));
    if (table.rungs.empty()) {
        p.drawText(rect(), Qt::AlignCenter,
                   doc_.jobs().running("rungs") ? "evaluating rungs…"
                                                : "nothing to size: no forces, or no members in this group");
        return;
    }
    RungTable shown = table;
    shown.proposed = bench_.chosen();
    picture_ = drawCandidates(p, QRectF(14, 30, width() - 28, height() - 34), shown, bench_.targetValue(), bench_.sectionNow(),
                              hovered_, doc_.units(), t);
    if (hovered_ < 0 || static_cast<size_t>(hovered_) >= table.rungs.size()) return;
    const Rung& r = table.rungs[static_cast<size_t>(hovered_)];
    QString words =
        str(r.section->designation) + " · " + str(doc_.units().text(Quantity::MassPerLength, r.mass)) + " · " +
        (r.status == Status::Unchecked ? QString("unchecked: ") + str(r.reason) : QString::number(r.utilisation, 'f', 2));
    if (r.check >= 0 && r.member >= 0) {
        const auto key = doc_.model().standardOf(static_cast<size_t>(r.member)).checks[static_cast<size_t>(r.check)].key;
        words += " · " + QString::fromUtf8(key.data(), static_cast<qsizetype>(key.size())) + " in " +
                 str(doc_.model().members()[static_cast<size_t>(r.member)].id);
    }
    if (!r.limit.empty()) words += " · " + str(r.limit);
    for (const CandidateMark& m : picture_.marks) {
        if (static_cast<int>(m.rung) != hovered_) continue;
        p.setFont(textFont(12));
        const double w = std::min<double>(QFontMetricsF(p.font()).horizontalAdvance(words) + 16, width() - 20);
        QRectF box(m.at.x() + 12, m.at.y() - 34, w, 22);
        if (box.right() > width() - 8) box.moveRight(width() - 8);
        if (box.top() < 2) box.moveTop(m.at.y() + 12);
        p.setPen(Qt::NoPen);
        p.setBrush(t.tooltip);
        p.drawRoundedRect(box, 4, 4);
        p.setPen(t.tooltipInk);
        p.drawText(box.adjusted(6, 0, -6, 0), Qt::AlignCenter,
                   QFontMetricsF(p.font()).elidedText(words, Qt::ElideRight, w - 12));
    }
}

void CandidateChart::mouseMoveEvent(QMouseEvent* e)
{
    const int now = picture_.nearest(e->position(), 14);
    if (now == hovered_) return;
    hovered_ = now;
    update();
}

void CandidateChart::mousePressEvent(QMouseEvent* e)
{
    if (const int k = picture_.nearest(e->position(), 14); k >= 0) bench_.choose(k);
}

void CandidateChart::leaveEvent(QEvent*)
{
    hovered_ = -1;
    update();
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
    chart_->update();
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
