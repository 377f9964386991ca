#include "app/intake/intake_desk.h"

#include "app/intake/fates_view.h"
#include "app/intake/intake_parts.h"
#include "app/intake/mapping_table.h"
#include "app/intake/sign_picture.h"
#include "app/intake/sketch_view.h"
#include "app/shell/document.h"
#include "core/files/recipe_json.h"
#include "core/files/text_file.h"
#include "core/grades/grades.h"
#include "core/intake/guess.h"
#include "core/standards/standard.h"
#include "logging/log.h"
#include "render/theme.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDateTime>
#include <QDir>
#include <QFileDialog>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QListWidget>
#include <QPushButton>
#include <QRadioButton>
#include <QScrollArea>
#include <QSpinBox>
#include <QSplitter>
#include <QStackedWidget>
#include <QTableWidget>
#include <QToolButton>
#include <QVBoxLayout>

namespace wr {

QString recipeFolder()
{
    return QString::fromStdString((stateFolder() / "recipes").string());
}

IntakeDesk::IntakeDesk(Document& doc, QWidget* parent) : QWidget(parent), doc_(doc), session_(this)
{
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(0);
    all->addWidget(buildList());
    all->addWidget(buildMiddle(), 1);
    all->addWidget(buildBench());
    connect(&session_, &IntakeSession::opened, this, &IntakeDesk::opened);
    connect(&session_, &IntakeSession::taken, this, &IntakeDesk::refresh);
    connect(&session_.jobs(), &Jobs::progressed, this, [this](const QString& what, double fraction) {
        if (session_.jobs().running()) counts_->setText(QString("%1 %2 %").arg(what).arg(std::lround(fraction * 100)));
    });
}

QWidget* IntakeDesk::buildList()
{
    auto* side = new QWidget;
    side->setObjectName("ledger");
    side->setFixedWidth(208);
    auto* all = new QVBoxLayout(side);
    all->setContentsMargins(14, 12, 10, 12);
    title_ = words("title", "Take in");
    about_ = words("quiet");
    all->addWidget(title_);
    all->addWidget(about_);
    tablesHead_ = words("head", "Tables");
    all->addWidget(tablesHead_);
    tables_ = new QListWidget;
    tables_->setAccessibleName("Tables of the files");
    tables_->setFrameShape(QFrame::NoFrame);
    tables_->setWordWrap(true);
    all->addWidget(tables_, 1);
    all->addStretch();
    connect(tables_, &QListWidget::currentRowChanged, this, [this](int row) {
        if (filling_) return;
        mapping_->show(row);
        refreshBench();
    });
    return side;
}

QWidget* IntakeDesk::buildMiddle()
{
    sketch_ = new SketchView;
    mapping_ = new MappingTable(session_);
    auto* lower = new QWidget;
    lower->setObjectName("ledger");
    auto* l = new QVBoxLayout(lower);
    l->setContentsMargins(12, 6, 0, 0);
    const auto tab = [](const char* t) {
        auto* b = new QToolButton;
        b->setText(t);
        b->setObjectName("view");
        b->setCheckable(true);
        b->setAutoExclusive(true);
        return b;
    };
    columnsTab_ = tab("Columns");
    fatesTab_ = tab("What differs");
    auto* tabs = new QHBoxLayout;
    tabs->setSpacing(4);
    tabs->addWidget(columnsTab_);
    tabs->addWidget(fatesTab_);
    tableTitle_ = words("head");
    tabs->addSpacing(6);
    tabs->addWidget(tableTitle_, 1);
    tabs->addStretch();
    l->addLayout(tabs);
    fates_ = new FatesView;
    lowerPages_ = new QStackedWidget;
    lowerPages_->addWidget(mapping_);
    lowerPages_->addWidget(fates_);
    l->addWidget(lowerPages_, 1);
    connect(columnsTab_, &QToolButton::clicked, this, [this] { showFates(false); });
    connect(fatesTab_, &QToolButton::clicked, this, [this] { showFates(true); });
    connect(fates_, &FatesView::picked, sketch_, &SketchView::setPicked);
    connect(fates_, &FatesView::filtered, this, [this] { sketch_->setOnly(fates_->only()); });
    lower_ = lower;
    auto* both = new QSplitter(Qt::Vertical);
    both->addWidget(sketch_);
    both->addWidget(lower);
    both->setSizes({330, 330});
    both->setHandleWidth(2);
    return both;
}

int IntakeDesk::current() const
{
    return tables_->currentRow();
}

std::vector<Recipe> IntakeDesk::knownRecipes() const
{
    std::vector<Recipe> out;
    const auto offer = [&](const std::string& json) {
        if (auto r = readRecipe(json); r.ok()) out.push_back(std::move(*r.value));
    };
    for (const std::string& r : doc_.recipes())
        offer(r);
    constexpr int kMost = 40;
    const QDir folder(recipeFolder());
    const auto files = folder.entryInfoList({"*.json"}, QDir::Files, QDir::Time);
    for (qsizetype k = 0; k < std::min<qsizetype>(files.size(), kMost); ++k)
        if (const auto t = readTextFile(files[k].filePath().toStdString())) offer(*t);
    return out;
}

void IntakeDesk::begin(const QStringList& paths)
{
    take_->setEnabled(false);
    tables_->clear();
    faults_->setRowCount(0);
    mapping_->show(-1);
    sketch_->setFrame({});
    counts_->setText("reading …");
    title_->setText("Take in");
    QStringList names;
    for (const QString& p : paths)
        names += QFileInfo(p).fileName();
    about_->setText(names.size() > 4 ? QString("%1 and %2 more").arg(names.mid(0, 3).join(", ")).arg(names.size() - 3)
                                     : names.join(", "));
    chose_ = false;
    again_->hide();
    columnsTab_->hide();
    fatesTab_->hide();
    fates_->show({});
    showFates(false);
    session_.begin(paths, knownRecipes(), doc_.hasFrame() ? std::optional(doc_.state()) : std::nullopt);
}

void IntakeDesk::opened()
{
    refreshList();
    // The first table that something is made of.
    const auto& tables = session_.recipe().tables;
    int first = tables.empty() ? -1 : 0;
    for (size_t k = 0; k < tables.size(); ++k)
        if (tables[k].kind != TableKind::None) {
            first = static_cast<int>(k);
            break;
        }
    showTable(first);
    refreshBench();
    if (session_.books().empty() && !session_.isModel()) {
        counts_->setText("Nothing could be read.");
        refreshFaults();
    }
}

void IntakeDesk::showTable(int table)
{
    tables_->setCurrentRow(table);
    mapping_->show(table);
    refreshBench();
}

void IntakeDesk::refreshList()
{
    const int row = std::max(0, current());
    filling_ = true;
    tables_->clear();
    const Recipe& r = session_.recipe();
    for (size_t k = 0; k < r.tables.size(); ++k) {
        const TableUse& t = r.tables[k];
        const size_t missing = t.kind == TableKind::None ? 0 : missingFields(t).size();
        const size_t rows = session_.known() && k < session_.result().rows.size() ? session_.result().rows[k] : 0;
        QString what = text(tableKindTitle(t.kind));
        if (t.kind != TableKind::None) what += missing ? QString(" · something is missing") : " · " + counted(rows, "row");
        auto* item = new QListWidgetItem(QString("%1\n%2").arg(QString::fromStdString(t.sheet), what), tables_);
        item->setForeground(missing ? theme().red : t.kind == TableKind::None ? theme().ink3 : theme().ink);
    }
    if (row < tables_->count()) tables_->setCurrentRow(row);
    filling_ = false;
}

void IntakeDesk::refresh()
{
    const Intake& t = session_.result();
    const Frame& f = t.frame;
    sketch_->setFrame(f);
    sketch_->setHint(sketch_->unknownElements() > 0
                         ? QString("dashed: %1 elements without a known section or steel").arg(sketch_->unknownElements())
                         : QString());
    size_t errors = 0;
    for (const Finding& x : t.findings)
        errors += x.severity == Severity::Error;
    counts_->setText(QString("%1 · %2 · %3 · %4 · results of %5%6")
                         .arg(counted(f.nodes.size(), "node"), counted(f.elements.size(), "element"),
                              counted(f.cases.size(), "case"), counted(f.combinations.size(), "combination"),
                              counted(f.results.size(), "load"))
                         .arg(errors ? QString(" · %1 to be settled").arg(errors) : QString()));
    take_->setEnabled(t.sound);
    refreshAgain();
    refreshList();
    mapping_->refreshRows();
    refreshNames();
    refreshFaults();
}

void IntakeDesk::setKind(int kind)
{
    if (filling_ || current() < 0) return;
    session_.change([&](Recipe& r) {
        TableUse& t = r.tables[static_cast<size_t>(current())];
        const auto wanted = static_cast<TableKind>(kind);
        const Book* book = nullptr;
        const Sheet* s = sheetOf(session_.books(), t, &book);
        if (wanted == TableKind::None || !s) {
            t.kind = wanted;
            t.columns.clear();
        } else if (!guessRows(t, *book, *s, 0, wanted)) {
            t.kind = wanted;
            t.first = std::max(t.first, t.heading + 1);
            guessColumns(t, *book, *s);
        }
    });
    mapping_->show(current());
    refreshBench();
    refreshList();
}

void IntakeDesk::takeIn()
{
    if (!session_.known() || !session_.result().sound) return;
    const bool again = takesAgain();
    if (again && !session_.isAgainst(doc_.state())) return session_.setAgainst(doc_.state()); // it was changed meanwhile
    if (!again && mayLeave && !mayLeave()) return;
    Recipe r = session_.recipe();
    if (r.name.empty()) r.name = session_.title().toStdString();
    const std::string json = writeRecipe(r);
    if (!session_.isModel()) {
        // For the next file of this shape, whatever project it goes to.
        QDir().mkpath(recipeFolder());
        static_cast<void>(writeTextFile(json, (recipeFolder() + "/" + session_.title() + ".json").toStdString()));
    }
    std::vector<Finding> findings = session_.readFindings();
    findings.insert(findings.end(), session_.result().findings.begin(), session_.result().findings.end());
    const std::string kept = session_.isModel() ? std::string() : json;
    if (again) {
        const TakenAgain& t = session_.again()->taken;
        findings.insert(findings.end(), t.lost.begin(), t.lost.end());
        if (const QString why = doc_.takeAgain(session_.title(), t.frame, std::move(findings), kept); !why.isEmpty())
            return counts_->setText(why);
    } else
        doc_.openTaken(session_.title(), session_.result().frame, std::move(findings), kept);
    session_.end();
    again ? Q_EMIT left() : Q_EMIT taken(); // a new version is of the frame the window shows
}

void IntakeDesk::saveRecipe()
{
    const QString path = QFileDialog::getSaveFileName(this, "Recipe", session_.title() + ".json", "Recipes (*.json)");
    if (path.isEmpty()) return;
    if (const auto done = writeTextFile(writeRecipe(session_.recipe()), path.toStdString()); !done)
        counts_->setText(QString::fromStdString(done.error()));
}

} // namespace wr
