#include "app/findings/findings_model.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "render/theme.h"

#include <algorithm>

namespace wr {

QString workStopTitle(WorkStop s)
{
    QString out = str(workStopWord(s));
    out[0] = out[0].toUpper();
    return out;
}

namespace {
WorkStop stopOf(const AuditRow& r)
{
    const FindingKind* kind = findKind(r.finding.code);
    return kind ? kind->stop : WorkStop::Frame;
}
} // namespace

bool FindingFilter::takes(const AuditRow& r) const
{
    if (stop && *stop != stopOf(r)) return false;
    if (r.accepted) return accepted;
    return r.finding.severity == Severity::Error ? errors : r.finding.severity == Severity::Warning ? warnings : notes;
}

FindingsModel::FindingsModel(Document& doc, QObject* parent) : QAbstractTableModel(parent), doc_(doc) {}

void FindingsModel::refresh()
{
    beginResetModel();
    rows_.clear();
    const std::vector<AuditRow>& all = doc_.audit();
    if (doc_.hasFrame())
        for (size_t i = 0; i < all.size(); ++i)
            if (filter_.takes(all[i])) rows_.push_back(i);
    std::stable_sort(rows_.begin(), rows_.end(), [&](size_t a, size_t b) {
        if (all[a].open() != all[b].open()) return all[a].open();
        return all[a].finding.severity > all[b].finding.severity;
    });
    endResetModel();
}

void FindingsModel::setFilter(const FindingFilter& f)
{
    filter_ = f;
    refresh();
}

const AuditRow* FindingsModel::row(int row) const
{
    if (row < 0 || static_cast<size_t>(row) >= rows_.size() || rows_[static_cast<size_t>(row)] >= doc_.audit().size())
        return nullptr;
    return &doc_.audit()[rows_[static_cast<size_t>(row)]];
}

int FindingsModel::rowOf(const std::string& id) const
{
    for (int k = 0; k < rowCount(); ++k)
        if (row(k)->id == id) return k;
    return -1;
}

std::array<size_t, 4> FindingsModel::counts() const
{
    std::array<size_t, 4> out{};
    for (const AuditRow& r : doc_.audit()) {
        if (filter_.stop && *filter_.stop != stopOf(r)) continue;
        ++out[r.accepted ? 3 : r.finding.severity == Severity::Error ? 0 : r.finding.severity == Severity::Warning ? 1 : 2];
    }
    return out;
}

int FindingsModel::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(rows_.size());
}

int FindingsModel::columnCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : 4;
}

QVariant FindingsModel::headerData(int section, Qt::Orientation orientation, int role) const
{
    if (orientation != Qt::Horizontal || role != Qt::DisplayRole) return {};
    constexpr std::array names{"", "Finding", "About", "Settled at"};
    return names[static_cast<size_t>(section)];
}

QVariant FindingsModel::data(const QModelIndex& index, int role) const
{
    const AuditRow* r = row(index.row());
    if (!r) return {};
    const Finding& x = r->finding;
    const Theme& t = theme();
    if (role == Qt::DisplayRole) {
        switch (index.column()) {
        case Mark: return r->accepted ? "✓" : x.severity == Severity::Error ? "▲" : x.severity == Severity::Warning ? "◆" : "·";
        case What: {
            QString words = QString::fromStdString(x.text);
            if (!words.isEmpty()) words[0] = words[0].toUpper();
            return words;
        }
        case About:
            return x.about.size() > 1 ? QString("%1 +%2").arg(str(x.about.front())).arg(x.about.size() - 1)
                                      : QString::fromStdString(x.subject);
        default: return workStopTitle(stopOf(*r));
        }
    }
    if (role == Qt::ForegroundRole) {
        if (r->accepted) return t.ink3;
        if (index.column() > What) return t.ink2;
        if (index.column() == What) return t.ink;
        return x.severity == Severity::Error ? t.red : x.severity == Severity::Warning ? t.ochreInk : t.ink3;
    }
    if (role == Qt::AccessibleTextRole && index.column() == Mark)
        return r->accepted ? QString("accepted") : str(severityWord(x.severity));
    if (role == Qt::ToolTipRole) return str(findKind(x.code) ? findKind(x.code)->meaning : std::string_view());
    if (role == Qt::TextAlignmentRole && index.column() == Mark) return Qt::AlignCenter;
    return {};
}

} // namespace wr
