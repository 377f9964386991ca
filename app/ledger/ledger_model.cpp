#include "app/ledger/ledger_model.h"

#include "app/shell/document.h"
#include "app/shell/text.h"

#include <algorithm>
#include <map>

namespace wr {

namespace {

const std::array<QStringList, 3> kColumns{
    QStringList{"Member", "Group", "Section", "Util.", "Governs", "Comb.", "At", "L/r", "Length"},
    QStringList{"Group", "Members", "Section", "Util.", "Governs", "Worst member", "Length", "Mass"},
    QStringList{"Section", "Members", "Util.", "Governs", "Worst member", "Length", "Mass"}};

const QString kSecond = "second";

} // namespace

LedgerModel::LedgerModel(Document& doc, QObject* parent) : QAbstractTableModel(parent), doc_(doc)
{
    connect(&doc_, &Document::opened, this, &LedgerModel::rebuild);
    connect(&doc_, &Document::modelChanged, this, &LedgerModel::rebuild);
    connect(&doc_, &Document::resultsChanged, this, &LedgerModel::refresh);
    connect(&doc_, &Document::secondChanged, this, &LedgerModel::rebuild);
}

void LedgerModel::show(LedgerKind kind)
{
    kind_ = kind;
    rebuild();
}

int LedgerModel::utilisationColumn() const
{
    return static_cast<int>(columns().indexOf("Util."));
}
int LedgerModel::secondColumn() const
{
    return static_cast<int>(columns().indexOf(kSecond));
}

QStringList LedgerModel::columns() const
{
    QStringList out = kColumns[static_cast<size_t>(kind_)];
    if (doc_.hasSecond()) out.insert(out.indexOf("Util.") + 1, kSecond);
    return out;
}

const MemberResult* LedgerModel::second(size_t member) const
{
    return doc_.hasSecond() && member < doc_.secondReport().results.size() ? &doc_.secondReport().results[member] : nullptr;
}

void LedgerModel::rebuild()
{
    std::vector<Row> rows;
    if (doc_.hasFrame()) {
        const auto& members = doc_.model().members();
        std::map<QString, size_t> at;
        for (size_t i = 0; i < members.size(); ++i) {
            const FrameSection& s = doc_.frame().sections[members[i].section];
            const QString key = kind_ == LedgerKind::Members  ? QString::number(i)
                                : kind_ == LedgerKind::Groups ? str(members[i].group)
                                                              : str(s.name.empty() ? s.id : s.name);
            const auto [it, fresh] = at.try_emplace(key, rows.size());
            if (fresh) rows.push_back({{}, i});
            rows[it->second].members.push_back(i);
        }
    }
    // An edit that leaves the rows what they are changes their texts only: the reader keeps order and place.
    const auto same = [](const Row& a, const Row& b) { return a.members == b.members; };
    if (shownColumns_ != columns() || !std::equal(rows.begin(), rows.end(), rows_.begin(), rows_.end(), same)) {
        beginResetModel();
        rows_ = std::move(rows);
        shownColumns_ = columns();
        endResetModel();
    }
    refresh();
}

void LedgerModel::refresh()
{
    if (rows_.empty()) return;
    for (Row& r : rows_)
        for (const size_t m : r.members)
            if (doc_.report().results[m].utilisation > doc_.report().results[r.worst].utilisation) r.worst = m;
    Q_EMIT dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
}

int LedgerModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(rows_.size());
}
int LedgerModel::columnCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(columns().size());
}

QVariant LedgerModel::headerData(int section, Qt::Orientation o, int role) const
{
    if (o != Qt::Horizontal) return {};
    if (role == Qt::DisplayRole) {
        const QString name = columns().value(section);
        const UnitSystem& u = doc_.units();
        if (name == "At" || name == "Length") return name + " " + str(u.length);
        if (name == "Mass") return name + " " + str(u.mass);
        if (name == kSecond) return str(doc_.secondModel().standard().title);
        return name;
    }
    if (role == Qt::TextAlignmentRole) return int(Qt::AlignLeft | Qt::AlignVCenter);
    return {};
}

QString LedgerModel::text(const Row& r, int column) const
{
    const QString name = columns().value(column);
    const Member& m = doc_.model().members()[r.worst];
    const MemberResult& result = doc_.report().results[r.worst];
    const FrameSection& s = doc_.frame().sections[m.section];
    const Standard& st = doc_.model().standardOf(r.worst);
    const CheckOutcome* g = doc_.checked() ? result.govern() : nullptr;
    const UnitSystem& u = doc_.units();
    if (name == "Member" || name == "Worst member") return str(m.id);
    if (name == "Group") return m.group.empty() ? "—" : str(m.group);
    if (name == "Members") return QString::number(r.members.size());
    if (name == "Section") {
        const auto same = [&](size_t k) { return doc_.model().members()[k].section == m.section; };
        return std::all_of(r.members.begin(), r.members.end(), same) ? str(s.name.empty() ? s.id : s.name) : "several";
    }
    if (name == "Util.") {
        if (m.exclude) return "left out";
        if (!doc_.checked()) return "…";
        return g ? QString::number(result.utilisation, 'f', 2) : "unchecked";
    }
    if (name == kSecond) {
        const MemberResult* other = second(r.worst);
        if (m.exclude || !other) return {};
        return other->governing >= 0 ? QString::number(other->utilisation, 'f', 2) : "unchecked";
    }
    if (name == "Governs") return g ? str(st.checks[g->check].key) + " " + str(g->clause) : QString();
    if (name == "Comb.") return g ? str(doc_.model().combinationOf(r.worst, *g)) : QString();
    if (name == "At") return g ? QString::number(u.show(Quantity::Length, g->at), 'f', 2) : QString();
    if (name == "L/r") {
        for (const CheckOutcome& o : result.outcomes)
            if (st.kindOf(o) == CheckKind::Slenderness && o.demand > 0 && doc_.checked())
                return QString::number(o.demand, 'f', 0);
        return {};
    }
    double length = 0, mass = 0;
    for (const size_t k : r.members) {
        const Member& x = doc_.model().members()[k];
        length += x.length;
        mass += x.length * doc_.frame().sections[x.section].properties.a * doc_.frame().materials[x.material].density;
    }
    if (name == "Length") return QString::number(u.show(Quantity::Length, length), 'f', 2);
    return QString::number(u.show(Quantity::Mass, mass), 'f', 0);
}

QVariant LedgerModel::sortKey(const Row& r, int column) const
{
    const QString name = columns().value(column);
    if (name == "Util.")
        return doc_.report().results[r.worst].governing < 0 ? -1.0 : doc_.report().results[r.worst].utilisation;
    if (name == kSecond) {
        const MemberResult* other = second(r.worst);
        return other && other->governing >= 0 ? other->utilisation : -1.0;
    }
    if (name == "At" || name == "Length" || name == "Mass" || name == "L/r" || name == "Members")
        return text(r, column).toDouble();
    return text(r, column);
}

QVariant LedgerModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || static_cast<size_t>(index.row()) >= rows_.size()) return {};
    const Row& r = rows_[index.row()];
    const bool number = QStringList{"At", "Length", "Mass", "L/r", "Members"}.contains(columns().value(index.column()));
    switch (role) {
    case Qt::DisplayRole: return text(r, index.column());
    case SortRole: return sortKey(r, index.column());
    case UtilisationRole:
        if (index.column() == secondColumn()) {
            const MemberResult* other = second(r.worst);
            return other && other->governing >= 0 ? other->utilisation : -1.0;
        }
        return doc_.checked() && doc_.report().results[r.worst].governing >= 0 ? doc_.report().results[r.worst].utilisation
                                                                               : -1.0;
    case StatusRole: return static_cast<int>(doc_.report().results[r.worst].status);
    case Qt::TextAlignmentRole: return int((number ? Qt::AlignRight : Qt::AlignLeft) | Qt::AlignVCenter);
    case Qt::ToolTipRole:
        if (index.column() == secondColumn())
            if (const MemberResult* other = second(r.worst)) {
                const auto& rows = doc_.secondModel().standardOf(r.worst).checks;
                for (const CheckOutcome& o : other->outcomes)
                    if (o.status == Status::Unchecked) return str(o.reason);
                if (const CheckOutcome* g = other->govern()) return str(rows[g->check].title) + " " + str(g->clause);
            }
        for (const CheckOutcome& o : doc_.report().results[r.worst].outcomes)
            if (o.status == Status::Unchecked) return str(o.reason);
        return {};
    default: return {};
    }
}

} // namespace wr
