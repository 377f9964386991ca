#include "app/report/drawings_view.h"

#include "app/shell/document.h"
#include "app/shell/labels.h"
#include "app/shell/text.h"
#include "core/exports/exports.h"
#include "core/paper/fonts.h"

#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QVBoxLayout>
#include <array>

namespace wr {

namespace {

struct SheetRow
{
    const char* name;
    double width, height; // pt, lying
};
constexpr std::array<SheetRow, 4> kSheets{
    {{"A4", 841.89, 595.28}, {"A3", 1190.55, 841.89}, {"A2", 1683.78, 1190.55}, {"Letter", 792, 612}}};

constexpr int kThrough = -2; // in the list of drawings: the plane through the picked

} // namespace

DrawingsView::DrawingsView(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), drawings_(new QComboBox), letters_(new QComboBox), sheet_(new QComboBox),
      widths_(new QCheckBox("true widths")), colours_(new QCheckBox("utilisation")), only_(new QCheckBox("picked only")),
      save_(new QPushButton("Save…")), page_(new PageList(PageList::Fit::Whole)), said_(named("quiet"))
{
    page_->setAccessibleName("Drawing");
    page_->setProperty("picture", true);
    drawings_->setAccessibleName("Drawing shown");
    drawings_->setMinimumWidth(170);
    letters_->setAccessibleName("Letters along members");
    for (const auto& [words, lettering] : {std::pair{"sections", Lettering::Section},
                                           {"key of sections", Lettering::Key},
                                           {"members", Lettering::Member},
                                           {"utilisation", Lettering::Utilisation},
                                           {"lengths", Lettering::Length},
                                           {"no letters", Lettering::None}})
        letters_->addItem(words, static_cast<int>(lettering));
    sheet_->setAccessibleName("Sheet");
    for (const SheetRow& s : kSheets)
        sheet_->addItem(s.name);
    colours_->setToolTip("members in the colour of their utilisation");
    save_->setObjectName("primary");
    auto* bar = new QHBoxLayout;
    bar->setContentsMargins(10, 2, 10, 6);
    bar->setSpacing(8);
    bar->addWidget(drawings_, 2);
    bar->addWidget(letters_, 1);
    bar->addWidget(sheet_);
    for (QCheckBox* b : {widths_, colours_, only_})
        bar->addWidget(b);
    bar->addWidget(save_);
    said_->setContentsMargins(12, 0, 12, 8);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addLayout(bar);
    all->addWidget(page_, 1);
    all->addWidget(said_);
    for (QComboBox* b : {drawings_, letters_, sheet_})
        connect(b, &QComboBox::currentIndexChanged, this, &DrawingsView::refresh);
    for (QCheckBox* b : {widths_, colours_, only_})
        connect(b, &QCheckBox::toggled, this, &DrawingsView::refresh);
    connect(save_, &QPushButton::clicked, this, [this] {
        QString path = askWhere ? askWhere() : QString();
        if (path.isEmpty()) return;
        if (!exportFormatOf(path.toStdString())) path += ".pdf";
        const QString trouble = saveTo(path);
        said_->setText(trouble.isEmpty() ? "written: " + QFileInfo(path).fileName() : trouble);
    });
    askWhere = [this] {
        return QFileDialog::getSaveFileName(this, "Save the drawing", QFileInfo(doc_.path()).completeBaseName() + ".pdf",
                                            "Pages (*.pdf);;Drawing for the web (*.svg);;Drafting (*.dxf);;Picture (*.png)");
    };
    connect(&doc_, &Document::opened, this, [this] {
        fill();
        refresh();
    });
    for (const auto signal :
         {&Document::modelChanged, &Document::resultsChanged, &Document::sizesChanged, &Document::pickChanged})
        connect(&doc_, signal, this, [this] {
            if (isVisible()) enter();
        });
}

void DrawingsView::enter()
{
    fill();
    refresh();
}

// The drawings there are now; the one that is shown stays.
void DrawingsView::fill()
{
    filling_ = true;
    const QString shown = drawings_->currentText();
    drawings_->clear();
    all_.clear();
    if (doc_.hasFrame()) {
        all_ = drawingsOf(doc_.frame());
        for (size_t k = 0; k < all_.size(); ++k)
            drawings_->addItem(QString::fromStdString(all_[k].title), static_cast<int>(k));
        drawings_->addItem("Plane through the picked", kThrough);
    }
    const int at = drawings_->findText(shown);
    drawings_->setCurrentIndex(at >= 0 ? at : 0);
    filling_ = false;
}

DrawingStyle DrawingsView::style() const
{
    DrawingStyle s;
    const SheetRow& sheet = kSheets[static_cast<size_t>(std::max(0, sheet_->currentIndex()))];
    s.width = sheet.width;
    s.height = sheet.height;
    s.lettering = static_cast<Lettering>(letters_->currentData().toInt());
    s.trueWidth = widths_->isChecked();
    s.byUtilisation = colours_->isChecked();
    if (doc_.hasFrame()) {
        s.project = doc_.frame().title;
        s.revision = doc_.frame().design.report.revision;
        if (only_->isChecked()) {
            s.only.assign(doc_.model().members().size(), 0);
            for (const size_t m : doc_.pick())
                s.only[m] = 1;
        }
    }
    return s;
}

std::optional<DrawnFrom> DrawingsView::from(QString* why) const
{
    const int at = drawings_->currentData().toInt();
    if (!doc_.hasFrame() || drawings_->count() == 0) {
        *why = "open a frame to draw it";
        return std::nullopt;
    }
    if (at != kThrough) return all_[static_cast<size_t>(at)];
    std::vector<int> nodes;
    for (const size_t m : doc_.pick())
        for (const int n : {doc_.model().members()[m].startNode, doc_.model().members()[m].endNode})
            if (n >= 0 && std::find(nodes.begin(), nodes.end(), n) == nodes.end()) nodes.push_back(n);
    if (nodes.empty()) {
        *why = "pick the members whose plane it is to be";
        return std::nullopt;
    }
    const auto through = drawnThrough(doc_.frame(), nodes);
    if (!through) {
        *why = QString::fromStdString(through.error());
        return std::nullopt;
    }
    return *through;
}

void DrawingsView::refresh()
{
    if (filling_) return;
    QString why;
    const auto d = from(&why);
    made_.reset();
    if (d) {
        const CheckReport* report = doc_.checked() ? &doc_.worstReport() : nullptr;
        made_ = drawFrame(doc_.model(), report, *d, style(), paperFonts());
    }
    save_->setEnabled(made_.has_value());
    if (!made_) {
        page_->show(0, {}, nullptr);
        said_->setText(why);
        return;
    }
    const auto marks = std::make_shared<const std::vector<Mark>>(made_->picture.marks);
    page_->show(1, {made_->picture.width, made_->picture.height}, [marks](size_t) { return Page{*marks, {}, {}}; });
    QString words = made_->scale > 0 ? QString("1 m is %1 mm on paper, 1 : %2")
                                           .arg(decimal(made_->scale * 25.4 / 72, 1))
                                           .arg(std::lround(72 / 0.0254 / made_->scale))
                                     : QString("nothing stands in this plane");
    if (made_->unlettered > 0)
        words += QString(" · %1 without room for letters: a larger sheet has more").arg(made_->unlettered);
    said_->setText(words);
}

QString DrawingsView::saveTo(const QString& path)
{
    QString why;
    const auto d = from(&why);
    if (!d) return why;
    ExportInput in;
    in.state = doc_.state();
    DrawingStyle s = style();
    in.members = s.only;
    const Exported done = exportDrawing(in, *d, s, path.toStdString());
    return done ? QString() : QString::fromStdString(done.error());
}

} // namespace wr
