#include "app/sections/section_list.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/sections/names.h"

#include <algorithm>

namespace wr {

namespace {
const std::set<size_t> kNobody;
} // namespace

SectionList::SectionList(Document& doc, QObject* parent) : QAbstractTableModel(parent), doc_(doc) {}

void SectionList::refresh()
{
    beginResetModel();
    own_.clear();
    users_.clear();
    shown_.clear();
    if (doc_.hasFrame()) {
        const Frame& f = doc_.frame();
        std::vector<const CatalogueSection*> of(f.sections.size(), nullptr);
        own_.reserve(f.sections.size());
        for (size_t i = 0; i < f.sections.size(); ++i) {
            const FrameSection& s = f.sections[i];
            const CatalogueSection* listed = s.name.empty() ? nullptr : shippedCatalogue().find(s.name);
            if (listed && listed->shape == s.shape && s.stated.empty()) {
                of[i] = listed;
                continue;
            }
            if (s.shape.kind == ShapeKind::None) continue;
            CatalogueSection o;
            o.designation = s.name.empty() ? s.id : s.name;
            o.family = kInFrame.toStdString();
            o.standard = "described in this frame";
            o.shape = s.shape;
            o.stated = s.stated;
            o.listedMass = s.properties.a * 7850;
            own_.push_back(std::move(o));
            of[i] = &own_.back();
        }
        const auto& members = doc_.model().members();
        for (size_t m = 0; m < members.size(); ++m)
            if (const auto* s = of[members[m].section]) users_[s].insert(m);
        for (const auto* s : of)
            if (s) users_[s];
    }
    endResetModel();
    narrow(limits_);
}

void SectionList::narrow(const SectionLimits& limits)
{
    beginResetModel();
    limits_ = limits;
    shown_.clear();
    const std::string key = nameKey(limits.words.toStdString());
    const CatalogueSection* exact = key.empty() ? nullptr : shippedCatalogue().find(limits.words.toStdString());
    const auto outside = [](double v, const std::optional<double>& low, const std::optional<double>& high) {
        return (low && v < *low * (1 - 1e-9)) || (high && v > *high * (1 + 1e-9));
    };
    const auto offer = [&](const CatalogueSection& s) {
        if (limits.family == kInFrame ? !users_.contains(&s) : !limits.family.isEmpty() && str(s.family) != limits.family)
            return;
        if (!key.empty() && &s != exact && nameKey(s.designation).find(key) == std::string::npos) return;
        if (outside(s.shape.depth(), limits.minDepth, limits.maxDepth) ||
            outside(s.shape.width(), limits.minWidth, limits.maxWidth) || outside(s.listedMass, limits.minMass, limits.maxMass))
            return;
        shown_.push_back(&s);
    };
    for (const CatalogueSection& s : own_)
        offer(s);
    for (const CatalogueSection& s : shippedCatalogue().sections())
        offer(s);
    endResetModel();
    if (sortColumn_ >= 0)
        sort(sortColumn_, order_);
    else if (exact && !shown_.empty()) // what was meant stands first
        if (const auto at = std::find(shown_.begin(), shown_.end(), exact); at != shown_.end())
            std::rotate(shown_.begin(), at, at + 1);
}

void SectionList::sort(int column, Qt::SortOrder order)
{
    sortColumn_ = column;
    order_ = order;
    if (column < 0) return narrow(limits_);
    Q_EMIT layoutAboutToBeChanged();
    const auto value = [&](const CatalogueSection* s) {
        switch (column) {
        case Mass: return s->listedMass;
        case Depth: return s->shape.depth();
        case Width: return s->shape.width();
        case Inertia: return s->properties().iy;
        case Used: return -static_cast<double>(users(*s).size());
        default: return 0.0;
        }
    };
    std::stable_sort(shown_.begin(), shown_.end(), [&](const CatalogueSection* a, const CatalogueSection* b) {
        if (order == Qt::DescendingOrder) std::swap(a, b);
        if (column != Name) return value(a) < value(b);
        const NameParts x = nameParts(nameKey(a->designation)), y = nameParts(nameKey(b->designation));
        return std::tie(x.letters, x.numbers) < std::tie(y.letters, y.numbers);
    });
    Q_EMIT layoutChanged();
}

int SectionList::rowCount(const QModelIndex& parent) const
{
    return parent.isValid() ? 0 : static_cast<int>(shown_.size());
}

int SectionList::rowOf(const std::string& designation) const
{
    for (size_t i = 0; i < shown_.size(); ++i)
        if (shown_[i]->designation == designation) return static_cast<int>(i);
    return -1;
}

const std::set<size_t>& SectionList::users(const CatalogueSection& s) const
{
    const auto it = users_.find(&s);
    return it == users_.end() ? kNobody : it->second;
}

QVariant SectionList::data(const QModelIndex& index, int role) const
{
    if (!index.isValid()) return {};
    const CatalogueSection& s = section(index.row());
    if (role == Qt::TextAlignmentRole)
        return static_cast<int>((index.column() == Name ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter);
    if (role == Qt::ToolTipRole) return str(s.standard);
    if (role != Qt::DisplayRole) return {};
    const UnitSystem& u = doc_.units();
    switch (index.column()) {
    case Name: return str(s.designation);
    case Mass: return str(u.text(Quantity::MassPerLength, s.listedMass, false));
    case Depth: return str(u.text(Quantity::SectionLength, s.shape.depth(), false));
    case Width: return str(u.text(Quantity::SectionLength, s.shape.width(), false));
    case Inertia: return str(u.text(Quantity::Inertia, s.properties().iy, false));
    case Used: return users(s).empty() ? QString() : QString::number(users(s).size());
    default: return {};
    }
}

QVariant SectionList::headerData(int section, Qt::Orientation o, int role) const
{
    if (o != Qt::Horizontal) return {};
    if (role == Qt::TextAlignmentRole)
        return static_cast<int>((section == Name ? Qt::AlignLeft : Qt::AlignRight) | Qt::AlignVCenter);
    if (role != Qt::DisplayRole) return {};
    const UnitSystem& u = doc_.units();
    switch (section) {
    case Name: return "Section";
    case Mass: return str(u.symbol(Quantity::MassPerLength));
    case Depth: return "h " + str(u.symbol(Quantity::SectionLength));
    case Width: return "b " + str(u.symbol(Quantity::SectionLength));
    case Inertia: return "major I " + str(u.symbol(Quantity::Inertia));
    case Used: return "used";
    default: return {};
    }
}

} // namespace wr
