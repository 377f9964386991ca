#include "app/shell/copying.h"

#include "app/frameview/frame_view.h"
#include "app/trace/trace_view.h"

#include <QAbstractItemView>
#include <QApplication>
#include <QClipboard>
#include <QHeaderView>
#include <QMimeData>
#include <QTableView>
#include <QTreeView>
#include <set>

namespace wr {

namespace {

struct InSight
{
    std::vector<int> columns;
    std::vector<QModelIndex> rows; // their first columns; of trees with what is open in them
};

void gather(const QAbstractItemView& v, const QModelIndex& under, std::vector<QModelIndex>& rows)
{
    const QAbstractItemModel& m = *v.model();
    const auto* table = qobject_cast<const QTableView*>(&v);
    const auto* tree = qobject_cast<const QTreeView*>(&v);
    for (int r = 0; r < m.rowCount(under); ++r) {
        const QModelIndex i = m.index(r, 0, under);
        if ((table && table->isRowHidden(r)) || (tree && tree->isRowHidden(r, under))) continue;
        rows.push_back(i);
        if (tree && tree->isExpanded(i)) gather(v, i, rows);
    }
}

InSight shownOf(const QAbstractItemView& v)
{
    InSight out;
    if (!v.model()) return out;
    const auto* table = qobject_cast<const QTableView*>(&v);
    const auto* tree = qobject_cast<const QTreeView*>(&v);
    const QHeaderView* head = table ? table->horizontalHeader() : tree ? tree->header() : nullptr;
    for (int k = 0; k < v.model()->columnCount(); ++k) {
        const int c = head ? head->logicalIndex(k) : k;
        if (!head || !head->isSectionHidden(c)) out.columns.push_back(c);
    }
    gather(v, {}, out.rows);
    std::set<QModelIndex> picked;
    if (v.selectionModel())
        for (const QModelIndex& i : v.selectionModel()->selectedIndexes())
            picked.insert(i.siblingAtColumn(0));
    if (picked.size() > 1) std::erase_if(out.rows, [&](const QModelIndex& i) { return !picked.contains(i); });
    return out;
}

QString cellOf(const QModelIndex& i)
{
    QString s = i.data(Qt::DisplayRole).toString();
    if (s.isEmpty() && i.data(Qt::CheckStateRole).isValid())
        s = i.data(Qt::CheckStateRole).toInt() == Qt::Checked ? "yes" : "no";
    return s.replace(QChar::ParagraphSeparator, ' ').replace('\n', ' ').replace('\t', ' ');
}

bool headings(const QAbstractItemView& v)
{
    const auto* table = qobject_cast<const QTableView*>(&v);
    const auto* tree = qobject_cast<const QTreeView*>(&v);
    return (table && !table->horizontalHeader()->isHidden()) || (tree && !tree->header()->isHidden());
}

bool inSight(const QWidget& w)
{
    return w.isVisible() && w.width() > 60 && w.height() > 40 && !w.visibleRegion().isEmpty();
}

// Of a kind, that with the focus or around it, else the largest in sight.
template <class Kind> Kind* kindInSight(QWidget& window)
{
    for (QWidget* w = window.focusWidget(); w; w = w->parentWidget())
        if (auto* v = qobject_cast<Kind*>(w)) return v;
    Kind* best = nullptr;
    for (Kind* v : window.findChildren<Kind*>())
        if (inSight(*v) && (!best || v->width() * v->height() > best->width() * best->height())) best = v;
    return best;
}

} // namespace

QString rowsOf(const QAbstractItemView& v)
{
    const InSight s = shownOf(v);
    QString out;
    const auto line = [&](auto&& cell) {
        for (size_t k = 0; k < s.columns.size(); ++k)
            out += (k ? "\t" : "") + cell(s.columns[k]);
        out += "\n";
    };
    if (headings(v)) line([&](int c) { return v.model()->headerData(c, Qt::Horizontal).toString().replace('\n', ' '); });
    for (const QModelIndex& i : s.rows)
        line([&](int c) { return cellOf(i.siblingAtColumn(c)); });
    return out;
}

QString rowsHtmlOf(const QAbstractItemView& v)
{
    const InSight s = shownOf(v);
    QString out = "<table>";
    const auto line = [&](const char* tag, auto&& cell) {
        out += "<tr>";
        for (const int c : s.columns)
            out += QString("<%1>%2</%1>").arg(tag, QString(cell(c)).toHtmlEscaped());
        out += "</tr>";
    };
    if (headings(v)) line("th", [&](int c) { return v.model()->headerData(c, Qt::Horizontal).toString(); });
    for (const QModelIndex& i : s.rows)
        line("td", [&](int c) { return cellOf(i.siblingAtColumn(c)); });
    return out + "</table>";
}

QImage pictureOf(QWidget& w)
{
    // What the graphics card draws has the pixels of the screen; the rest is drawn anew at twice the size.
    const bool card = qobject_cast<FrameView*>(&w) || w.findChild<FrameView*>();
    if (card) return w.grab().toImage();
    constexpr int kTwice = 2;
    QImage out(w.size() * kTwice, QImage::Format_ARGB32_Premultiplied);
    out.setDevicePixelRatio(kTwice);
    out.fill(w.palette().color(QPalette::Window));
    w.render(&out);
    return out;
}

QWidget* viewInSight(QWidget& window)
{
    // A view is a list, a picture or a calculation: a field or a button in it is not.
    for (QWidget* w = window.focusWidget(); w && w != &window; w = w->parentWidget())
        if (qobject_cast<QAbstractItemView*>(w) || qobject_cast<FrameView*>(w) || qobject_cast<TraceView*>(w) ||
            w->property("picture").toBool())
            return w;
    QWidget* best = nullptr;
    if (auto* frame = kindInSight<FrameView>(window)) return frame;
    for (QWidget* w : window.findChildren<QWidget*>())
        if (w->property("picture").toBool() && inSight(*w) &&
            (!best || w->width() * w->height() > best->width() * best->height()))
            best = w;
    if (!best) best = kindInSight<QAbstractItemView>(window);
    return best;
}

QAbstractItemView* tableInSight(QWidget& window)
{
    return kindInSight<QAbstractItemView>(window);
}

QString copyPicture(QWidget& window)
{
    QWidget* v = viewInSight(window);
    if (!v) return {};
    const QImage image = pictureOf(*v);
    QApplication::clipboard()->setImage(image);
    const QString name = v->accessibleName().isEmpty() ? QString("view") : v->accessibleName();
    return QString("copied as a picture: %1, %2 × %3 pixels").arg(name).arg(image.width()).arg(image.height());
}

QString copyTable(QWidget& window)
{
    QAbstractItemView* v = tableInSight(window);
    if (!v || !v->model()) return {};
    const QString rows = rowsOf(*v);
    auto* data = new QMimeData;
    data->setText(rows);
    data->setHtml(rowsHtmlOf(*v));
    QApplication::clipboard()->setMimeData(data);
    const auto n = rows.count('\n') - (headings(*v) ? 1 : 0);
    return QString("copied as a table: %1, %2 rows")
        .arg(v->accessibleName().isEmpty() ? QString("list") : v->accessibleName())
        .arg(n);
}

QString copyText(QWidget& window)
{
    // What has the focus, else the largest list in sight, else a calculation.
    TraceView* calculation = nullptr;
    QAbstractItemView* v = nullptr;
    for (QWidget* w = window.focusWidget(); w && !v && !calculation; w = w->parentWidget()) {
        calculation = qobject_cast<TraceView*>(w);
        v = qobject_cast<QAbstractItemView*>(w);
    }
    if (!v && !calculation) v = tableInSight(window);
    if (!v && !calculation) calculation = kindInSight<TraceView>(window);
    if (calculation) {
        QApplication::clipboard()->setText(calculation->plainText());
        return QString("copied as text: %1").arg(calculation->accessibleName());
    }
    if (!v || !v->model()) return {};
    // Columns beside each other, for what knows no tables.
    const QStringList lines = rowsOf(*v).split('\n', Qt::SkipEmptyParts);
    QList<qsizetype> wide;
    for (const QString& l : lines) {
        const QStringList cells = l.split('\t');
        wide.resize(std::max(wide.size(), cells.size()));
        for (qsizetype k = 0; k < cells.size(); ++k)
            wide[k] = std::max(wide[k], cells[k].size());
    }
    QString out;
    for (const QString& l : lines) {
        const QStringList cells = l.split('\t');
        QString line;
        for (qsizetype k = 0; k < cells.size(); ++k)
            line += (k ? "  " : "") + cells[k].leftJustified(wide[k]);
        while (line.endsWith(' '))
            line.chop(1);
        out += line + "\n";
    }
    QApplication::clipboard()->setText(out);
    return QString("copied as text: %1").arg(v->accessibleName().isEmpty() ? QString("list") : v->accessibleName());
}

} // namespace wr
