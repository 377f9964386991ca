#include "app/ledger/ledger_model.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/members/kind.h"
#include "core/picks/pick_match.h"

#include <algorithm>
#include <functional>
#include <map>
#include <utility>

namespace wr {

namespace {

using C = LedgerColumn;

// Columns of a table; the other standard's where there is one.
std::vector<const LedgerColumnRow*> columnsOf(LedgerKind kind, bool second)
{
    std::vector<const LedgerColumnRow*> out;
    for (const LedgerColumnRow& r : ledgerColumns())
        if (placeIn(r, kind) > 0 && (r.column != C::Second || second)) out.push_back(&r);
    return out;
}

} // namespace

LedgerModel::LedgerModel(Document& doc, QObject* parent)
    : QAbstractTableModel(parent), doc_(doc), columns_(columnsOf(LedgerKind::Members, false))
{
    connect(&doc_, &Document::opened, this, [this] { told_.clear(); }); // other units, perhaps
    connect(&doc_, &Document::opened, this, &LedgerModel::rebuild);
    connect(&doc_, &Document::modelChanged, this, &LedgerModel::rebuild);
    connect(&doc_, &Document::resultsChanged, this, &LedgerModel::refresh);
    connect(&doc_, &Document::secondChanged, this, &LedgerModel::rebuild);
    connect(&doc_, &Document::figuresChanged, this, [this] {
        if (!rows_.empty()) Q_EMIT dataChanged(index(0, 0), index(rowCount() - 1, columnCount() - 1));
        Q_EMIT headerDataChanged(Qt::Horizontal, 0, columnCount() - 1);
    });
}

void LedgerModel::show(LedgerKind kind)
{
    kind_ = kind;
    rebuild();
}

int LedgerModel::columnOf(LedgerColumn c) const
{
    for (size_t k = 0; k < columns_.size(); ++k)
        if (columns_[k]->column == c) return static_cast<int>(k);
    return -1;
}
int LedgerModel::utilisationColumn() const
{
    return columnOf(C::Util);
}
int LedgerModel::secondColumn() const
{
    return columnOf(C::Second);
}

const MemberResult* LedgerModel::second(size_t member) const
{
    return doc_.secondOf(member);
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
    std::vector<const LedgerColumnRow*> columns = columnsOf(kind_, doc_.hasSecond());
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
    add(m.id), add(m.group), add(m.brief), add(m.kind.has_value()), add(m.exclude), add(m.length), add(m.section),
        add(m.material), add(doc_.checked());
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
    return parent.isValid() ? 0 : static_cast<int>(columns_.size());
}

QVariant LedgerModel::headerData(int section, Qt::Orientation o, int role) const
{
    if (o != Qt::Horizontal || section < 0 || section >= columnCount()) return {};
    const LedgerColumnRow& c = column(section);
    if (role == Qt::ToolTipRole) return str(c.meaning);
    if (role == Qt::TextAlignmentRole) return int(Qt::AlignLeft | Qt::AlignVCenter);
    if (role != Qt::DisplayRole) return {};
    const UnitSystem& u = doc_.units();
    switch (c.column) {
    case C::At:
    case C::Length:
    case C::Level: return str(c.title) + " " + str(u.length);
    case C::Mass: return str(c.title) + " " + str(u.mass);
    case C::Second: return doc_.secondTitle();
    case C::Util: return doc_.showsReserve() ? QString("Reserve") : str(c.title);
    default: return str(c.title);
    }
}

// A word that all members of a row share, or "several".
template <class F> QString LedgerModel::shared(const Row& r, F&& word) const
{
    const QString first = word(r.members.front());
    const bool same = std::all_of(r.members.begin(), r.members.end(), [&](size_t m) { return word(m) == first; });
    return same ? first : QString("several");
}

QString LedgerModel::resultText(const Row& r, LedgerColumn c) const
{
    const Member& m = doc_.model().members()[r.worst];
    const MemberResult& result = doc_.report().results[r.worst];
    const Standard& st = doc_.model().standardOf(r.worst);
    const CheckOutcome* g = doc_.checked() ? result.govern() : nullptr;
    const UnitSystem& u = doc_.units();
    switch (c) {
    case C::Util:
        if (m.exclude) return "left out";
        if (!doc_.checked()) return "…";
        return g ? doc_.figureOf(result) : "unchecked";
    case C::Second: {
        const MemberResult* other = second(r.worst);
        if (m.exclude || !other) return {};
        return other->governing >= 0 ? doc_.figureOf(*other) : "unchecked";
    }
    case C::Governs: return g ? str(st.checks[g->check].key) + " " + str(g->clause) : QString();
    case C::Combination: return g ? str(doc_.model().combinationOf(r.worst, *g)) : QString();
    case C::At: return g ? decimal(u.show(Quantity::Length, g->at), 2) : QString();
    case C::Slenderness:
        for (const CheckOutcome& o : result.outcomes)
            if (st.kindOf(o) == CheckKind::Slenderness && o.demand > 0 && doc_.checked()) return decimal(o.demand, 0);
        return {};
    case C::Mean: {
        double sum = 0;
        int n = 0;
        for (const double v : spread(r))
            sum += v, ++n;
        return n > 0 ? decimal(sum / n, 2) : QString();
    }
    case C::Over: {
        const auto n = std::count_if(r.members.begin(), r.members.end(),
                                     [&](size_t k) { return doc_.report().results[k].status == Status::Over; });
        return QString::number(n);
    }
    case C::Status: return str(statusOf({doc_.model(), doc_.checked() ? &doc_.report() : nullptr}, r.worst));
    default: return {};
    }
}

QString LedgerModel::text(const Row& r, int column) const
{
    const auto& members = doc_.model().members();
    const Frame& f = doc_.frame();
    const Member& m = members[r.worst];
    const UnitSystem& u = doc_.units();
    const LedgerColumn c = this->column(column).column;
    const PickSource source{doc_.model()};
    switch (c) {
    case C::Member:
    case C::Worst: return str(m.id);
    case C::Group: return m.group.empty() ? "—" : str(m.group);
    case C::Members: return QString::number(r.members.size());
    case C::Section: return shared(r, [&](size_t k) { return str(pickText(PickName::Section, source, k)); });
    case C::Brief: return shared(r, [&](size_t k) { return members[k].brief.empty() ? QString("—") : str(members[k].brief); });
    case C::Kind: return shared(r, [&](size_t k) { return str(pickText(PickName::Kind, source, k)); });
    case C::Grade: return shared(r, [&](size_t k) { return str(pickText(PickName::Grade, source, k)); });
    case C::Standard: return shared(r, [&](size_t k) { return str(doc_.model().standardOf(k).title); });
    case C::Level: return decimal(u.show(Quantity::Length, levelOf(f, m)), 2);
    case C::Length:
    case C::Mass: {
        double length = 0, mass = 0;
        for (const size_t k : r.members) {
            const Member& x = members[k];
            length += x.length;
            mass += x.length * f.sections[x.section].properties.a * f.materials[x.material].density;
        }
        if (c == C::Length) return decimal(u.show(Quantity::Length, length), 2);
        return decimal(u.show(Quantity::Mass, mass), 0);
    }
    case C::Spread: return {};
    default: return resultText(r, c);
    }
}

std::vector<double> LedgerModel::spread(const Row& r) const
{
    std::vector<double> out;
    for (const size_t m : r.members)
        if (const MemberResult& x = doc_.report().results[m];
            doc_.checked() && x.governing >= 0 && !doc_.model().members()[m].exclude)
            out.push_back(x.utilisation);
    return out;
}

QVariant LedgerModel::sortKey(const Row& r, int column) const
{
    const LedgerColumnRow& c = this->column(column);
    if (c.column == C::Util || c.column == C::Spread)
        return doc_.report().results[r.worst].governing < 0 ? -1.0 : doc_.report().results[r.worst].utilisation;
    if (c.column == C::Second) {
        const MemberResult* other = second(r.worst);
        return other && other->governing >= 0 ? other->utilisation : -1.0;
    }
    if (c.number) return text(r, column).replace(',', '.').toDouble();
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
    const bool number = column(index.column()).number;
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
    case SpreadRole: {
        QVariantList list;
        if (column(index.column()).column == C::Spread)
            for (const double v : spread(r))
                list << v;
        return list;
    }
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
