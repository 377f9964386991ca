#include "app/compare/changes_model.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "render/theme.h"

#include <algorithm>
#include <cmath>
#include <map>

namespace wr {

namespace {

QString ratioText(double v)
{
    return std::isfinite(v) ? decimal(v, 2) : QString("–");
}
QString signedText(double v, int decimals)
{
    const QString digits = decimal(std::abs(v), decimals);
    return QString::number(std::abs(v), 'f', decimals).toDouble() == 0 ? QString("=") : (v < 0 ? "−" : "+") + digits;
}

// What folds together: the same group and sizes, and ratios alike to two decimals.
QString foldKey(const MemberChange& c)
{
    return QString("%1|%2|%3|%4|%5|%6")
        .arg(static_cast<int>(c.kind))
        .arg(str(c.group), str(c.sectionThen), str(c.sectionNow), ratioText(c.ratioThen), ratioText(c.ratioNow));
}

} // namespace

ChangesModel::ChangesModel(Document& doc, QObject* parent) : QAbstractTableModel(parent), doc_(doc)
{
    connect(&doc_, &Document::comparisonChanged, this, &ChangesModel::rebuild);
}

void ChangesModel::showAll(bool on)
{
    all_ = on;
    rebuild();
}

void ChangesModel::rebuild()
{
    beginResetModel();
    rows_.clear();
    if (const Document::Beside* b = doc_.beside()) {
        const auto& list = b->changes.members;
        std::map<QString, size_t> at;
        for (size_t k = 0; k < list.size(); ++k) {
            if (list[k].kind == MemberChange::Kind::Same && !all_) continue;
            const auto [it, fresh] = at.try_emplace(foldKey(list[k]), rows_.size());
            if (fresh) rows_.push_back({k, {}});
            rows_[it->second].members.push_back(k);
        }
    }
    endResetModel();
    if (sortBy_ >= 0) sort(sortBy_, order_);
}

size_t ChangesModel::membersShown() const
{
    size_t n = 0;
    for (const Row& r : rows_)
        n += r.members.size();
    return n;
}

const MemberChange& ChangesModel::change(int row) const
{
    return doc_.beside()->changes.members[rows_[static_cast<size_t>(row)].first];
}

int ChangesModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() || !doc_.beside() ? 0 : static_cast<int>(rows_.size());
}

int ChangesModel::columnCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : Columns;
}

QVariant ChangesModel::headerData(int section, Qt::Orientation orientation, int role) const
{
    if (orientation != Qt::Horizontal) return {};
    const QString mass = "Mass, " + str(doc_.hasFrame() ? doc_.units().mass : "kg");
    const QStringList names{"",       "Member", "Group", "Section then → now", "Then", "Now", "Utilisation",
                            "Change", mass,     "Change"};
    if (role == Qt::DisplayRole) return names[section];
    if (role == Qt::TextAlignmentRole) {
        const bool number = section == Then || section == Now || section >= Change;
        return static_cast<int>((number ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
    }
    return {};
}

QVariant ChangesModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || !doc_.beside() || index.row() >= rowCount()) return {};
    const Row& r = rows_[static_cast<size_t>(index.row())];
    const MemberChange& c = change(index.row());
    const Theme& t = theme();
    const UnitSystem& u = doc_.units();
    if (role == KindRole) return static_cast<int>(c.kind);
    if (role == ThenRole) return c.ratioThen;
    if (role == NowRole) return c.ratioNow;
    if (role == Qt::TextAlignmentRole) return headerData(index.column(), Qt::Horizontal, role);
    if (role == Qt::ForegroundRole) {
        if (index.column() == Then) return std::isfinite(c.ratioThen) && c.ratioThen > 1 ? t.red : t.ink2;
        if (index.column() == Now) return std::isfinite(c.ratioNow) && c.ratioNow > 1 ? t.red : t.ink;
        return index.column() == Group || index.column() == Mass ? t.ink2 : t.ink;
    }
    if (role == Qt::FontRole && index.column() == Now) return textFont(12, true);
    if (role == Qt::ToolTipRole && index.column() == Mark) return str(changeWord(c.kind));
    if (role == Qt::AccessibleTextRole && index.column() == Mark) return str(changeWord(c.kind));
    if (role != Qt::DisplayRole) return {};
    const auto mass = [&](double kg) { return decimal(u.show(Quantity::Mass, kg), 0); };
    switch (index.column()) {
    case Member: return r.members.size() > 1 ? QString("%1  ×%2").arg(str(c.id)).arg(r.members.size()) : str(c.id);
    case Group: return str(c.group);
    case Section:
        if (!c.then) return str(c.sectionNow) + ", new";
        if (!c.now) return str(c.sectionThen) + ", gone";
        return c.sectionThen == c.sectionNow ? str(c.sectionNow) + "  as it was"
                                             : str(c.sectionThen) + " → " + str(c.sectionNow);
    case Then: return ratioText(c.ratioThen);
    case Now: return ratioText(c.ratioNow);
    case Change: return std::isfinite(c.ratioChange()) ? signedText(c.ratioChange(), 2) : QString("–");
    case Mass: return std::abs(c.massNow - c.massThen) < 0.5 ? mass(c.massNow) : mass(c.massThen) + " → " + mass(c.massNow);
    case MassChange: return signedText(u.show(Quantity::Mass, c.massNow - c.massThen), 0);
    default: return {};
    }
}

void ChangesModel::sort(int column, Qt::SortOrder order)
{
    sortBy_ = column;
    order_ = order;
    if (!doc_.beside() || rows_.empty()) return;
    const auto& list = doc_.beside()->changes.members;
    const auto less = [&](const Row& a, const Row& b) {
        const MemberChange &x = list[a.first], &y = list[b.first];
        const auto number = [](double v) { return std::isfinite(v) ? v : -1e9; };
        switch (column) {
        case Member: return x.id < y.id;
        case Group: return x.group < y.group;
        case Section: return x.sectionNow < y.sectionNow;
        case Then: return number(x.ratioThen) < number(y.ratioThen);
        case Now:
        case Bar: return number(x.ratioNow) < number(y.ratioNow);
        case Change: return number(x.ratioChange()) < number(y.ratioChange());
        case Mass: return x.massNow < y.massNow;
        case MassChange: return x.massNow - x.massThen < y.massNow - y.massThen;
        default: return a.first < b.first; // as compared: what crossed first
        }
    };
    beginResetModel();
    std::stable_sort(rows_.begin(), rows_.end(),
                     [&](const Row& a, const Row& b) { return order == Qt::AscendingOrder ? less(a, b) : less(b, a); });
    endResetModel();
}

} // namespace wr
