#include "app/ledger/ledger_model.h"

#include "app/shell/document.h"
#include "app/shell/text.h"

#include <algorithm>
#include <functional>
#include <map>
#include <utility>

namespace wr {

namespace {

const std::array<QStringList, 3> kColumns{
    QStringList{"Member", "Group", "Section", "Util.", "Governs", "Comb.", "At", "L/r", "Length"},
    QStringList{"Group", "Members", "Section", "Util.", "Governs", "Worst member", "Length", "Mass"},
    QStringList{"Section", "Members", "Util.", "Governs", "Worst member", "Length", "Mass"}};

const QString kSecond = "second";

} // namespace

LedgerModel::LedgerModel(Document& doc, QObject* parent) : QAbstractTableModel(parent), doc_(doc), columns_(kColumns[0])
{
    connect(&doc_, &Document::opened, this, [this] { told_.clear(); }); // other units, perhaps
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

const MemberResult* LedgerModel::second(size_t member) const
{
    return doc_.hasSecond() && member < doc_.secondReport().results.size() ? &doc_.secondReport().results[member] : nullptr;
}

void LedgerModel::rebuild()
{
    std::vector<Row> rows;
    if (doc_.hasFrame()) {
        const auto& members = doc_.model().members();
        std::map<std::string_view, size_t> at;
        for (size_t i = 0; i < members.size(); ++i) {
            if (kind_ == LedgerKind::Members) {
                rows.push_back({{i}, i});
                continue;
            }
            const FrameSection& s = doc_.frame().sections[members[i].section];
            const std::string_view key = kind_ == LedgerKind::Groups ? members[i].group : s.name.empty() ? s.id : s.name;
            const auto [it, fresh] = at.try_emplace(key, rows.size());
            if (fresh) rows.push_back({{}, i});
            rows[it->second].members.push_back(i);
        }
    }
    // An edit that leaves the rows what they are changes their texts only: the reader keeps order and place.
    const auto same = [](const Row& a, const Row& b) { return a.members == b.members; };
    QStringList columns = kColumns[static_cast<size_t>(kind_)];
    if (doc_.hasSecond()) columns.insert(columns.indexOf("Util.") + 1, kSecond);
    if (columns_ != columns || !std::equal(rows.begin(), rows.end(), rows_.begin(), rows_.end(), same)) {
        beginResetModel();
        rows_ = std::move(rows);
        columns_ = std::move(columns);
        told_.clear();
        keys_.clear();
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
    // Views sort again what they are told has changed: of thousands of members an edit moves few.
    std::vector<size_t> now;
    if (kind_ == LedgerKind::Members)
        for (const Row& r : rows_)
            now.push_back(told(r));
    const auto tell = [&](size_t from, size_t to) {
        Q_EMIT dataChanged(index(static_cast<int>(from), 0), index(static_cast<int>(to), columnCount() - 1));
    };
    std::vector<size_t> changed;
    for (size_t k = 0; k < now.size() && now.size() == told_.size(); ++k)
        if (now[k] != told_[k]) changed.push_back(k);
    const bool few = !now.empty() && now.size() == told_.size() && changed.size() < 500;
    told_ = std::move(now);
    if (!few) {
        keys_.clear();
        tell(0, rows_.size() - 1);
        return;
    }
    for (const size_t k : changed) {
        for (size_t c = 0; c < keys_.size(); ++c)
            if (!keys_[c].empty()) keys_[c][k] = sortKey(rows_[k], static_cast<int>(c));
        tell(k, k);
    }
}

size_t LedgerModel::told(const Row& r) const
{
    size_t sum = 0;
    const auto add = [&sum](const auto& x) {
        sum ^= std::hash<std::decay_t<decltype(x)>>{}(x) + 0x9e3779b97f4a7c15 + (sum << 6) + (sum >> 2);
    };
    const Member& m = doc_.model().members()[r.worst];
    add(m.id), add(m.group), add(m.exclude), add(m.length), add(m.section), add(m.material), add(doc_.checked());
    const FrameSection& s = doc_.frame().sections[m.section];
    add(s.name.empty() ? s.id : s.name);
    // What the row shows of a result: the governing outcome and the slenderness.
    const auto addResult = [&](const Standard& standard, const MemberResult& result) {
        add(result.governing), add(result.utilisation), add(static_cast<int>(result.status));
        if (const CheckOutcome* g = result.govern()) add(g->at), add(g->clause);
        for (const CheckOutcome& o : result.outcomes)
            if (standard.kindOf(o) == CheckKind::Slenderness) add(o.demand);
    };
    const MemberResult& result = doc_.report().results[r.worst];
    addResult(doc_.model().standardOf(r.worst), result);
    if (const CheckOutcome* g = doc_.checked() ? result.govern() : nullptr) add(doc_.model().combinationOf(r.worst, *g));
    if (const MemberResult* other = second(r.worst)) addResult(doc_.secondModel().standardOf(r.worst), *other);
    return sum;
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

const QVariant& LedgerModel::keptKey(int row, int column) const
{
    keys_.resize(static_cast<size_t>(columnCount()));
    std::vector<QVariant>& keys = keys_[static_cast<size_t>(column)];
    if (keys.empty())
        for (const Row& r : rows_)
            keys.push_back(sortKey(r, column));
    return keys[static_cast<size_t>(row)];
}

QVariant LedgerModel::data(const QModelIndex& index, int role) const
{
    if (!index.isValid() || static_cast<size_t>(index.row()) >= rows_.size()) return {};
    const Row& r = rows_[index.row()];
    const bool number = QStringList{"At", "Length", "Mass", "L/r", "Members"}.contains(columns().value(index.column()));
    switch (role) {
    case Qt::DisplayRole: return text(r, index.column());
    case SortRole: return keptKey(index.row(), index.column());
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
