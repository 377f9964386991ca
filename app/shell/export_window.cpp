#include "app/shell/export_window.h"

#include "app/shell/document.h"
#include "app/shell/labels.h"
#include "app/shell/text.h"
#include "core/exports/exports.h"

#include <QCheckBox>
#include <QDateTime>
#include <QFileDialog>
#include <QFileInfo>
#include <QGridLayout>
#include <QPushButton>
#include <QRadioButton>
#include <algorithm>

namespace wr {

ExportWindow::ExportWindow(Document& doc, QWidget* parent)
    : QDialog(parent), doc_(doc), all_(new QRadioButton("All members")), picked_(new QRadioButton),
      write_(new QPushButton("Write…")), said_(named("quiet"))
{
    setWindowTitle("Hand over — Wren Rail");
    setAttribute(Qt::WA_StyledBackground);
    auto* grid = new QGridLayout(this);
    grid->setContentsMargins(20, 16, 20, 16);
    grid->setHorizontalSpacing(18);
    grid->setVerticalSpacing(7);
    int row = 0;
    grid->addWidget(named("head", "As"), row++, 0, 1, 3);
    for (const ExportFormat& f : exportFormats()) {
        if (f.drawing) continue; // those stand at the stop Report, with what they show
        auto* b = new QCheckBox(str(f.title));
        formats_[str(f.ending)] = b;
        connect(b, &QCheckBox::toggled, this, &ExportWindow::refresh);
        grid->addWidget(b, row, 0);
        grid->addWidget(named("quiet", str(f.ending)), row, 1);
        auto* says = named("quiet", str(f.says));
        says->setWordWrap(false);
        grid->addWidget(says, row++, 2);
    }
    grid->addWidget(named("head", "Which"), row++, 0, 1, 3);
    grid->addWidget(all_, row, 0);
    grid->addWidget(picked_, row++, 1, 1, 2);
    all_->setChecked(true);
    said_->setMinimumWidth(420);
    grid->addWidget(said_, row, 0, 1, 2);
    write_->setObjectName("primary");
    grid->addWidget(write_, row, 2, Qt::AlignRight);
    connect(&doc_, &Document::pickChanged, this, &ExportWindow::refresh);
    connect(&doc_, &Document::opened, this, &ExportWindow::refresh);
    connect(&doc_, &Document::resultsChanged, this, &ExportWindow::refresh);
    connect(write_, &QPushButton::clicked, this, [this] {
        if (const QString base = askWhere ? askWhere() : QString(); !base.isEmpty()) writeTo(base);
    });
    connect(this, &ExportWindow::wrote, this, [this](const QStringList& files, const QString& trouble) {
        QStringList names;
        for (const QString& f : files)
            names << QFileInfo(f).fileName();
        said_->setText(trouble.isEmpty() ? "written: " + names.join(", ") : trouble);
        write_->setEnabled(true);
    });
    askWhere = [this] {
        const QString path =
            QFileDialog::getSaveFileName(this, "Hand over, name of the files", QFileInfo(doc_.path()).completeBaseName());
        for (const auto& [ending, box] : formats_)
            if (path.endsWith(ending)) return path.chopped(ending.size());
        return path;
    };
    refresh();
}

QString ExportWindow::said() const
{
    return said_->text();
}

void ExportWindow::refresh()
{
    const size_t n = doc_.pick().size();
    picked_->setText(n == 1 ? QString("The picked one") : QString("The %1 picked").arg(n));
    picked_->setEnabled(n > 0);
    if (n == 0) all_->setChecked(true);
    const bool any = std::any_of(formats_.begin(), formats_.end(), [](const auto& f) { return f.second->isChecked(); });
    write_->setEnabled(any && doc_.hasFrame());
    said_->setText(!doc_.hasFrame()  ? "open a frame first"
                   : !doc_.checked() ? "the members are not checked yet: results stay empty"
                   : !any            ? "tick what is wanted"
                                     : "");
}

void ExportWindow::writeTo(const QString& base)
{
    ExportInput in;
    in.state = doc_.state();
    in.author = doc_.frame().design.report.by;
    in.moment = QDateTime::currentDateTimeUtc().toString(Qt::ISODate).toStdString();
    if (picked_->isChecked()) {
        in.members.assign(doc_.model().members().size(), 0);
        for (const size_t m : doc_.pick())
            in.members[m] = 1;
    }
    QStringList files;
    for (const auto& [ending, box] : formats_)
        if (box->isChecked()) files << base + ending;
    write_->setEnabled(false);
    said_->setText("writing…");
    doc_.jobs().start("export", [this, in = std::move(in), files](Progress& p) -> Jobs::Finish {
        QString trouble;
        for (const QString& f : files)
            if (const Exported done = exportFrame(in, {}, {}, f.toStdString(), p); !done && trouble.isEmpty())
                trouble = QString::fromStdString(done.error());
        return [this, files, trouble] { Q_EMIT wrote(trouble.isEmpty() ? files : QStringList(), trouble); };
    });
}

} // namespace wr
