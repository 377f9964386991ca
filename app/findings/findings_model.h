// Findings as rows: open ones first, the gravest first; accepted ones behind. Filtered by stop and severity.
#pragma once

#include "core/base/finding.h"

#include <QAbstractTableModel>
#include <array>
#include <optional>
#include <vector>

namespace wr {

class Document;
struct AuditRow;

struct FindingFilter
{
    std::optional<WorkStop> stop; // none: all
    bool errors = true, warnings = true, notes = true, accepted = true;
    bool operator==(const FindingFilter&) const = default;
    bool takes(const AuditRow& r) const;
};

class FindingsModel : public QAbstractTableModel
{
    Q_OBJECT
public:
    enum Column { Mark, What, About, Where };
    FindingsModel(Document& doc, QObject* parent = nullptr);
    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;
    void refresh();
    void setFilter(const FindingFilter& f);
    const FindingFilter& filter() const { return filter_; }
    const AuditRow* row(int row) const;     // null: there is none
    int rowOf(const std::string& id) const; // the first of that id; -1: not shown
    // How many of each there are at the stop of the filter: errors, warnings, notes, accepted ones.
    std::array<size_t, 4> counts() const;

private:
    Document& doc_;
    FindingFilter filter_;
    std::vector<size_t> rows_; // of Document::audit()
};

// "Frame", "Members" …
QString workStopTitle(WorkStop s);

} // namespace wr
