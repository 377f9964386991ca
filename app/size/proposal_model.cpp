#include "app/size/proposal_model.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "app/size/sizing_desk.h"
#include "render/theme.h"

#include <QPainter>
#include <algorithm>
#include <cmath>

namespace wr {

ProposalModel::ProposalModel(Document& doc, SizingDesk& desk, QObject* parent)
    : QAbstractTableModel(parent), doc_(doc), desk_(desk)
{
}

void ProposalModel::reset()
{
    beginResetModel();
    rows_.clear();
    if (desk_.known())
        for (size_t k = 0; k < desk_.plan().groups.size(); ++k)
            if (const GroupPlan& g = desk_.plan().groups[k]; g.changes() || g.chosen < 0) rows_.push_back(static_cast<int>(k));
    endResetModel();
}

int ProposalModel::rowOf(int group) const
{
    const auto at = std::find(rows_.begin(), rows_.end(), group);
    return at == rows_.end() ? -1 : static_cast<int>(at - rows_.begin());
}

int ProposalModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(rows_.size());
}

QVariant ProposalModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || !desk_.known()) return {};
    const GroupPlan& g = desk_.plan().groups[static_cast<size_t>(groupAt(index.row()))];
    const bool none = g.chosen < 0;
    if (role == Qt::DisplayRole || role == Qt::AccessibleTextRole)
        return none ? QString("%1: nothing fits").arg(str(g.id))
                    : QString("%1: %2 → %3").arg(str(g.id), str(g.from), str(g.to()));
    if (role == Qt::CheckStateRole && !none) return desk_.ticked(g.id) ? Qt::Checked : Qt::Unchecked;
    if (role == Qt::ToolTipRole) {
        if (none) return str(g.why);
        return QString("%1: %2 %3 %4, %5 → %6 %7, %8")
            .arg(str(g.id))
            .arg(g.rungs.members.size())
            .arg(g.rungs.members.size() == 1 ? "member" : "members", str(g.from),
                 str(doc_.units().text(Quantity::Mass, g.massNow)), str(g.to()),
                 str(doc_.units().text(Quantity::Mass, g.massThen())),
                 QString("%1 of %2 rungs fit").arg(g.fitting()).arg(g.rungs.rungs.size()));
    }
    return {};
}

void ProposalDelegate::paint(QPainter* p, const QStyleOptionViewItem& option, const QModelIndex& index) const
{
    QStyleOptionViewItem o = option;
    initStyleOption(&o, index);
    o.text.clear();
    const QStyle* style = o.widget->style();
    style->drawControl(QStyle::CE_ItemViewItem, &o, p, o.widget); // ground, choice and tick
    if (!desk_.known()) return;
    const GroupPlan& g = desk_.plan().groups[static_cast<size_t>(model_.groupAt(index.row()))];
    const Theme& t = theme();
    const bool none = g.chosen<0, grows = g.massThen()> g.massNow * (1 + 1e-12);
    const QColor ink = none ? t.red : grows ? t.heavier : t.lighter;
    const QRectF box = QRectF(o.rect).adjusted(26, 2, -6, -2);
    const QRectF first(box.left(), box.top(), box.width(), 16), second(box.left(), box.top() + 15, box.width(), 16);
    p->save();
    p->setRenderHint(QPainter::Antialiasing);
    // By sign as well as by hue.
    const QPointF at(first.left() + 4, first.center().y());
    p->setPen(none ? QPen(ink, 1.6) : QPen(Qt::NoPen));
    p->setBrush(ink);
    if (none) {
        p->drawLine(at + QPointF(-3.5, -3.5), at + QPointF(3.5, 3.5));
        p->drawLine(at + QPointF(-3.5, 3.5), at + QPointF(3.5, -3.5));
    } else
        p->drawPolygon(grows ? QPolygonF{{at + QPointF(-4.5, 3.5), at + QPointF(4.5, 3.5), at + QPointF(0, -4.5)}}
                             : QPolygonF{{at + QPointF(-4.5, -3.5), at + QPointF(4.5, -3.5), at + QPointF(0, 4.5)}});
    const auto line = [&](const QRectF& where, const QString& left, const QString& right, const QFont& font, const QColor& a,
                          const QColor& b, double shift) {
        p->setFont(font);
        const QFontMetricsF fm(font);
        const double w = right.isEmpty() ? 0 : 82; // ratio and kilograms
        p->setPen(a);
        const QRectF room = where.adjusted(shift, 0, -w, 0);
        p->drawText(room, Qt::AlignLeft | Qt::AlignVCenter, fm.elidedText(left, Qt::ElideRight, room.width()));
        p->setPen(b);
        p->drawText(where, Qt::AlignRight | Qt::AlignVCenter, right);
    };
    const double kg = doc_.units().show(Quantity::Mass, g.massThen() - g.massNow);
    const QString ratio = none ? QString() : decimal(g.rungs.rungs[static_cast<size_t>(g.chosen)].utilisation, 2);
    const QString mass = none ? QString() : QString("%1%2").arg(kg < 0 ? "−" : "+", decimal(std::abs(kg), 0));
    constexpr double kRatio = 34; // px
    line(first, str(g.id), ratio, textFont(12, true), t.ink, t.ink, 14);
    line(first.adjusted(0, 0, -kRatio, 0), {}, mass, textFont(11), ink, ink, 14);
    line(second, none ? "nothing fits: " + str(g.why) : str(g.from) + " → " + str(g.to()), {}, textFont(11),
         none ? t.red : t.ink2, ink, 14);
    p->restore();
}

Qt::ItemFlags ProposalModel::flags(const QModelIndex& index) const
{
    Qt::ItemFlags f = QAbstractTableModel::flags(index);
    if (index.isValid() && index.column() == 0) f |= Qt::ItemIsUserCheckable;
    return f;
}

bool ProposalModel::setData(const QModelIndex& index, const QVariant& value, int role)
{
    if (role != Qt::CheckStateRole || !index.isValid()) return false;
    const std::string id = desk_.plan().groups[static_cast<size_t>(groupAt(index.row()))].id;
    desk_.tick(id, value.toInt() == Qt::Checked);
    return true;
}

} // namespace wr
