// The sections a browser shows: the catalogue and the frame's own, narrowed by family, words and limits.
#pragma once

#include "core/sections/catalogue.h"

#include <QAbstractTableModel>
#include <map>
#include <optional>
#include <set>
#include <vector>

namespace wr {

class Document;

struct SectionLimits
{
    QString family; // empty: all; kInFrame: those of the frame
    QString words;
    std::optional<double> minDepth, maxDepth, minWidth, maxWidth, minMass, maxMass; // SI
};

inline const QString kInFrame = QStringLiteral("In this frame");

class SectionList : public QAbstractTableModel
{
    Q_OBJECT
public:
    enum Column { Name, Mass, Depth, Width, Used, Inertia, Columns };
    SectionList(Document& doc, QObject* parent);
    void refresh(); // the frame changed
    void narrow(const SectionLimits& limits);
    void sort(int column, Qt::SortOrder order) override;

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& = {}) const override { return Columns; }
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation o, int role) const override;

    const CatalogueSection& section(int row) const { return *shown_[row]; }
    int rowOf(const std::string& designation) const;                // -1 if not shown
    const std::set<size_t>& users(const CatalogueSection& s) const; // members of the frame

private:
    Document& doc_;
    std::vector<CatalogueSection> own_; // the frame's sections that the catalogue does not have
    std::vector<const CatalogueSection*> shown_;
    std::map<const CatalogueSection*, std::set<size_t>> users_;
    SectionLimits limits_;
    int sortColumn_ = -1; // file order
    Qt::SortOrder order_ = Qt::AscendingOrder;
};

} // namespace wr
