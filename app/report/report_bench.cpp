#include "app/report/report_bench.h"

#include "app/ledger/pick_field.h"
#include "app/report/report_desk.h"
#include "app/shell/document.h"
#include "app/shell/labels.h"
#include "app/shell/text.h"
#include "core/paper/fonts.h"
#include "core/takeoff/take_off.h"

#include <QFileDialog>
#include <QFileInfo>
#include <QFormLayout>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QPainter>
#include <QPrintDialog>
#include <QPrinter>
#include <QScrollArea>
#include <QTimer>
#include <QVBoxLayout>
#include <algorithm>
#include <map>

namespace wr {

namespace {

constexpr std::array<std::pair<const char*, const char*>, 5> kFormats{
    {{"pdf", "PDF"}, {"xlsx", "Spreadsheet"}, {"html", "HTML"}, {"odt", "Text document"}, {"csv", "CSV"}}};

QPushButton* link(const QString& text)
{
    auto* b = new QPushButton(text);
    b->setObjectName("link");
    return b;
}

std::string ReportChoice::*memberOf(ReportBench::Field f)
{
    constexpr std::array<std::string ReportChoice::*, 6> all{&ReportChoice::subject,  &ReportChoice::forWhom,
                                                             &ReportChoice::by,       &ReportChoice::checkedBy,
                                                             &ReportChoice::revision, &ReportChoice::date};
    return all[static_cast<size_t>(f)];
}

} // namespace

ReportBench::ReportBench(Document& doc, ReportDesk& desk, QWidget* parent)
    : QWidget(parent), doc_(doc), desk_(desk), whom_(new PickField(doc)), depths_(new DepthList),
      every_(new QCheckBox("What each combination alone comes to")), paper_(new QComboBox), write_(new QPushButton("Write")),
      print_(new QPushButton("Print…")), over_(link("Over")), picked_(link("The picked")), all_(link("All")),
      title_(named("title", "Report")), count_(named("title")), inDepth_(named("quiet")), steel_(named("quiet")),
      said_(named("quiet")), trouble_(named("trouble"))
{
    constexpr std::array<const char*, 6> names{"Subject", "For", "By", "Checked by", "Revision", "Date"};
    for (size_t k = 0; k < fields_.size(); ++k) {
        fields_[k] = new QLineEdit;
        fields_[k]->setAccessibleName(names[k]);
    }
    for (size_t k = 0; k < kFormats.size(); ++k)
        formats_[k] = new QCheckBox(kFormats[k].second);
    build();
    connectAll();
    refresh();
}

void ReportBench::build()
{
    count_->setAlignment(Qt::AlignRight);
    count_->setWordWrap(false);
    write_->setObjectName("primary");
    write_->setToolTip("again under the same name: F8");
    whom_->setAccessibleName("Members in depth");
    whom_->setPlaceholderText("all members");
    paper_->setAccessibleName("Paper");
    paper_->addItems({"A4", "Letter"});
    auto* head = new QHBoxLayout;
    head->addWidget(title_);
    head->addWidget(count_, 1);
    auto* form = new QGridLayout;
    form->setHorizontalSpacing(8);
    form->setVerticalSpacing(4);
    const auto put = [&](int row, int column, const char* name, QWidget* w, int span = 1) {
        auto* l = named("quiet", name);
        l->setWordWrap(false);
        form->addWidget(l, row, column);
        form->addWidget(w, row, column + 1, 1, span);
    };
    put(0, 0, "Subject", fields_[Subject], 3);
    put(1, 0, "For", fields_[For], 3);
    put(2, 0, "By", fields_[By]);
    put(2, 2, "checked", fields_[Checked]);
    put(3, 0, "Revision", fields_[Revision]);
    put(3, 2, "date", fields_[Date]);
    form->setColumnStretch(1, 3);
    form->setColumnStretch(3, 2);
    auto* quick = new QHBoxLayout;
    quick->setSpacing(12);
    for (QPushButton* b : {picked_, over_, all_})
        quick->addWidget(b);
    quick->addStretch();
    auto* formats = new QGridLayout;
    formats->setVerticalSpacing(3);
    for (size_t k = 0; k < formats_.size(); ++k)
        formats->addWidget(formats_[k], static_cast<int>(k / 3), static_cast<int>(k % 3));
    formats->addWidget(paper_, 1, 2);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(write_, 3);
    buttons->addWidget(print_, 2);
    auto* whom = new QHBoxLayout;
    whom->addWidget(named("head", "For whom"));
    inDepth_->setAlignment(Qt::AlignRight | Qt::AlignBottom);
    whom->addWidget(inDepth_, 1);
    auto* deep = new QHBoxLayout;
    deep->addWidget(named("head", "How deep"));
    auto* stops = named("quiet", "line · summary · full      pages");
    stops->setAlignment(Qt::AlignRight | Qt::AlignBottom);
    deep->addWidget(stops, 1);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(16, 12, 14, 12);
    all->setSpacing(6);
    all->addLayout(head);
    all->addLayout(form);
    all->addLayout(whom);
    all->addWidget(whom_);
    all->addLayout(quick);
    all->addLayout(deep);
    // A long list scrolls by itself: what is written stays in sight.
    list_ = new QScrollArea;
    list_->setWidget(depths_);
    list_->setWidgetResizable(true);
    list_->setFrameShape(QFrame::NoFrame);
    list_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    all->addWidget(list_);
    all->addWidget(every_);
    all->addWidget(named("head", "As"));
    all->addLayout(formats);
    all->addWidget(named("head", "Take-off"));
    all->addWidget(steel_);
    all->addWidget(trouble_);
    all->addLayout(buttons);
    all->addWidget(said_);
    all->addStretch();
}

void ReportBench::connectAll()
{
    for (QLineEdit* f : fields_)
        connect(f, &QLineEdit::editingFinished, this, &ReportBench::takeFields);
    // As it is typed, once it reads and the typing rests: the list that completes names takes the key of Return for itself.
    auto* rests = new QTimer(this);
    rests->setSingleShot(true);
    rests->setInterval(400);
    connect(rests, &QTimer::timeout, this, &ReportBench::takeFields);
    connect(whom_, &PickField::read, rests, [this, rests] {
        if (!filling_ && (whom_->pick() || whom_->text().trimmed().isEmpty())) rests->start();
    });
    connect(whom_, &PickField::entered, this, &ReportBench::takeFields);
    connect(whom_, &QLineEdit::editingFinished, this, &ReportBench::takeFields);
    connect(depths_, &DepthList::chosen, this,
            [this](const QString& group, ReportDepth d) { desk_.setDepth(group.toStdString(), d); });
    connect(every_, &QCheckBox::toggled, this, &ReportBench::takeFields);
    connect(paper_, &QComboBox::activated, this, &ReportBench::takeFields);
    for (QCheckBox* b : formats_)
        connect(b, &QCheckBox::toggled, this, &ReportBench::takeFields);
    connect(all_, &QPushButton::clicked, this, [this] { setPick(""); });
    connect(over_, &QPushButton::clicked, this, [this] { setPick("over"); });
    connect(picked_, &QPushButton::clicked, this, [this] {
        if (doc_.pick().empty()) return said_->setText("Nothing is picked.");
        std::string list;
        for (const size_t i : doc_.pick())
            list += (list.empty() ? "id in (\"" : ", \"") + doc_.model().members()[i].id + "\"";
        setPick(list + ")");
    });
    connect(write_, &QPushButton::clicked, this, [this] {
        const QString base = desk_.askWhere ? desk_.askWhere() : QString();
        if (!base.isEmpty()) desk_.write(base);
    });
    desk_.askWhere = [this] {
        const QString from = desk_.lastBase().isEmpty()
                                 ? QFileInfo(doc_.path()).completeBaseName().section('.', 0, 0) + "-report"
                                 : desk_.lastBase();
        QString path = QFileDialog::getSaveFileName(this, "Write the report", from, "All files (*)");
        for (const auto& [ending, name] : kFormats) // the endings are those that are ticked
            if (path.endsWith(QString(".") + ending, Qt::CaseInsensitive)) path.chop(static_cast<int>(qstrlen(ending)) + 1);
        return path;
    };
    connect(&desk_, &ReportDesk::wrote, this, [this](const QStringList& files, const QString& trouble) {
        trouble_->setText(trouble);
        trouble_->setVisible(!trouble.isEmpty());
        QStringList names;
        for (const QString& f : files)
            names << QFileInfo(f).fileName();
        said_->setText(files.isEmpty() ? QString() : "Written: " + names.join(", ") + ". Again after a change: F8.");
    });
    connect(print_, &QPushButton::clicked, this, &ReportBench::askPrint);
    connect(&desk_, &ReportDesk::changed, this, &ReportBench::refresh);
    for (const auto signal :
         {&Document::opened, &Document::modelChanged, &Document::sizesChanged, &Document::comparisonChanged})
        connect(&doc_, signal, this, &ReportBench::refreshSteel);
}

QCheckBox& ReportBench::format(const QString& ending)
{
    size_t k = 0;
    while (k + 1 < kFormats.size() && ending != kFormats[k].first)
        ++k;
    return *formats_[k];
}

void ReportBench::setPick(const std::string& expression)
{
    ReportChoice c = desk_.choice();
    c.pick = expression;
    desk_.setChoice(c);
}

// What stands in the fields as the choice: one edit for all that differs.
void ReportBench::takeFields()
{
    if (filling_ || !doc_.hasFrame()) return;
    ReportChoice c = desk_.choice();
    for (size_t k = 0; k < fields_.size(); ++k) {
        if (!fields_[k]->isModified()) continue; // what was undone since is not taken again
        c.*memberOf(static_cast<Field>(k)) = fields_[k]->text().trimmed().toStdString();
        fields_[k]->setModified(false);
    }
    if (whom_->pick() || whom_->text().trimmed().isEmpty()) c.pick = whom_->text().trimmed().toStdString();
    c.everyCombination = every_->isChecked();
    c.letter = paper_->currentIndex() == 1;
    std::vector<std::string> formats;
    for (size_t k = 0; k < formats_.size(); ++k)
        if (formats_[k]->isChecked()) formats.emplace_back(kFormats[k].first);
    if (formats == std::vector<std::string>{"pdf"}) formats.clear(); // what stands by itself
    c.formats = formats;
    desk_.setChoice(c);
}

void ReportBench::refresh()
{
    filling_ = true;
    const ReportChoice& c = desk_.choice();
    for (size_t k = 0; k < fields_.size(); ++k)
        if (!fields_[k]->isModified()) fields_[k]->setText(QString::fromStdString(c.*memberOf(static_cast<Field>(k))));
    if (!whom_->hasFocus()) whom_->setText(QString::fromStdString(c.pick));
    every_->setChecked(c.everyCombination);
    paper_->setCurrentIndex(c.letter ? 1 : 0);
    const QStringList formats = desk_.formats();
    for (size_t k = 0; k < formats_.size(); ++k)
        formats_[k]->setChecked(formats.contains(kFormats[k].first));
    filling_ = false;
    const ReportPages* pages = desk_.pages();
    count_->setText(!pages ? QString() : desk_.current() ? QString("%1 pages").arg(pages->count()) : "…");
    write_->setText(formats.size() == 1 ? "Write the file…" : QString("Write %1 files…").arg(formats.size()));
    write_->setEnabled(desk_.trouble().isEmpty() && doc_.hasFrame());
    print_->setEnabled(pages && desk_.current());
    trouble_->setText(desk_.trouble());
    trouble_->setVisible(!desk_.trouble().isEmpty());
    refreshDepths();
    refreshSteel();
}

void ReportBench::refreshDepths()
{
    if (!doc_.hasFrame()) return depths_->show({});
    struct Count
    {
        size_t all = 0, deep = 0;
    };
    std::map<std::string, Count> groups;
    const auto& members = doc_.model().members();
    // Which are in depth shows in the tree; before it is there, all of the group count.
    std::map<std::string, size_t> inTree;
    if (desk_.tree())
        for (const ReportPart& p : desk_.tree()->parts)
            if (p.key == "calculations")
                for (const ReportPart& g : p.parts)
                    inTree[g.key] = g.parts.size();
    for (const Member& m : members)
        if (!m.exclude) ++groups[m.group].all;
    std::vector<DepthList::Row> rows;
    size_t deep = 0, all = 0;
    for (const auto& [group, n] : groups) {
        DepthList::Row r;
        r.group = group;
        r.name = group.empty() ? "in no group" : QString::fromStdString(group);
        r.depth = desk_.choice().depthOf(group);
        const std::string key = "calculations." + group;
        const size_t shown = inTree.contains(key) ? inTree[key] : 0;
        deep += shown, all += n.all;
        r.members = shown > 0 && shown < n.all ? QString("%1 of %2").arg(shown).arg(n.all) : QString::number(n.all);
        if (const ReportPages* pages = desk_.pages())
            if (const auto range = pages->rangeOf(key); range && shown > 0) r.pages = QString::number(range->count);
        rows.push_back(std::move(r));
    }
    depths_->show(std::move(rows));
    list_->setFixedHeight(std::min(232, depths_->sizeHint().height()));
    inDepth_->setText(QString("%1 of %2 members in depth").arg(deep).arg(all));
}

void ReportBench::refreshSteel()
{
    if (!doc_.hasFrame()) return steel_->clear();
    const UnitSystem& u = doc_.units();
    const TakeOff t = takeOff(doc_.model(), TakeOffBy::Section);
    QString words = QString("%1 · %2 · %3 painted · %4 sections")
                        .arg(str(u.text(Quantity::Mass, t.total.mass)), str(u.text(Quantity::Length, t.total.length)),
                             str(u.text(Quantity::FloorArea, t.total.painted)))
                        .arg(t.lines.size());
    if (t.priced)
        words += QString(" · cost %1%2")
                     .arg(decimal(t.total.cost, 0),
                          t.total.unpriced > 0 ? QString(", %1 without a price").arg(t.total.unpriced) : QString());
    if (const Document::Beside* b = doc_.beside()) {
        const double change = t.total.mass - b->changes.then.mass;
        words += QString(" · %1%2 against %3")
                     .arg(change < 0 ? "−" : "+", str(u.text(Quantity::Mass, std::abs(change))), str(doc_.comparedSiding()));
    }
    steel_->setText(words);
}

bool ReportBench::printTo(QPrinter& printer)
{
    const ReportPages* pages = desk_.pages();
    if (!pages || pages->count() == 0) return false;
    const PaperSize size = pages->style().paper;
    printer.setPageSize(QPageSize(QSizeF(size.width, size.height), QPageSize::Point, QString(), QPageSize::FuzzyMatch));
    printer.setFullPage(true);
    QPainter p(&printer);
    constexpr double dpi = 300;
    const auto from = static_cast<size_t>(std::max(1, printer.fromPage())) - 1;
    const size_t end = printer.toPage() > 0 ? std::min(pages->count(), static_cast<size_t>(printer.toPage())) : pages->count();
    for (size_t k = from; k < end; ++k) {
        if (k > from) printer.newPage();
        const Pixels x = paint(pages->page(k).marks, size.width, size.height, dpi / 72);
        const QImage image(reinterpret_cast<const uchar*>(x.values.data()), x.width, x.height, QImage::Format_RGB32);
        p.drawImage(QRectF(p.viewport()), image);
    }
    return true;
}

void ReportBench::askPrint()
{
    QPrinter printer(QPrinter::HighResolution);
    QPrintDialog ask(&printer, this);
    if (ask.exec() == QDialog::Accepted) printTo(printer);
}

} // namespace wr
