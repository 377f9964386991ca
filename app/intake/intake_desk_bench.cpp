// The bench of taking in: what a table is, what its forces are, the frame, names that nobody knows, what is wrong.
#include "app/intake/intake_desk.h"
#include "app/intake/intake_parts.h"
#include "app/intake/mapping_table.h"
#include "app/intake/sign_picture.h"
#include "app/shell/document.h"
#include "core/grades/grades.h"
#include "core/intake/guess.h"
#include "core/standards/standard.h"
#include "render/theme.h"

#include <QCheckBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QScrollArea>
#include <QSpinBox>
#include <QTableWidget>
#include <QVBoxLayout>
#include <algorithm>

namespace wr {

QWidget* IntakeDesk::buildBench()
{
    auto* bench = new QWidget;
    bench->setObjectName("bench");
    bench->setFixedWidth(322);
    auto* outer = benchParts_ = new QVBoxLayout(bench);
    outer->setContentsMargins(1, 0, 0, 0);
    outer->setSpacing(0);
    auto* page = new QWidget;
    auto* all = new QVBoxLayout(page);
    all->setContentsMargins(16, 12, 14, 8);
    all->setSpacing(6);
    offered_ = words("quiet");
    anew_ = new QPushButton("Guess the columns instead");
    anew_->setObjectName("link");
    connect(anew_, &QPushButton::clicked, this, [this] {
        session_.guessAnew();
        opened();
    });
    all->addWidget(offered_);
    all->addWidget(anew_);

    ofTable_ = new QWidget;
    auto* table = new QFormLayout(ofTable_);
    table->setContentsMargins(0, 0, 0, 0);
    table->setVerticalSpacing(5);
    kind_ = choice("What the table is about", {});
    for (size_t k = 0; k < kTableKinds; ++k)
        kind_->addItem(text(tableKindTitle(static_cast<TableKind>(k))));
    heading_ = new QSpinBox;
    first_ = new QSpinBox;
    heading_->setAccessibleName("Row of the headings");
    first_->setAccessibleName("First row of data");
    for (QSpinBox* s : {heading_, first_})
        s->setRange(1, 1'000'000);
    for (QSpinBox* s : {heading_, first_}) {
        s->setButtonSymbols(QAbstractSpinBox::NoButtons);
        s->setKeyboardTracking(false);
        s->setFixedWidth(56);
    }
    fillDown_ = new QCheckBox("an empty name means the one above");
    table->addRow("this table", kind_);
    auto* rows = new QHBoxLayout;
    rows->addWidget(heading_);
    auto* from = new QLabel("data from");
    from->setObjectName("quiet");
    rows->addWidget(from);
    rows->addWidget(first_);
    rows->addStretch();
    table->addRow("headings in row", rows);
    table->addRow(fillDown_);
    all->addWidget(ofTable_);
    connect(kind_, &QComboBox::activated, this, &IntakeDesk::setKind);
    const auto change = [this](auto&& how) {
        if (filling_ || current() < 0) return;
        session_.change([this, how](Recipe& r) { how(r.tables[static_cast<size_t>(current())]); });
        mapping_->show(current());
        refreshBench();
    };
    connect(heading_, &QSpinBox::valueChanged, this, [this, change](int v) {
        change([this, v](TableUse& t) {
            t.heading = static_cast<size_t>(v) - 1;
            t.first = std::max(t.first, t.heading + 1);
            const Book* book = nullptr;
            if (const Sheet* s = sheetOf(session_.books(), t, &book)) guessColumns(t, *book, *s);
        });
    });
    connect(first_, &QSpinBox::valueChanged, this,
            [change](int v) { change([v](TableUse& t) { t.first = static_cast<size_t>(v) - 1; }); });
    connect(fillDown_, &QCheckBox::toggled, this, [change](bool on) { change([on](TableUse& t) { t.fillDown = on; }); });

    ofForces_ = new QWidget;
    auto* forces = new QFormLayout(ofForces_);
    forces->setContentsMargins(0, 0, 0, 0);
    forces->setVerticalSpacing(5);
    signs_ = choice("What the forces are", {"in the section: as slopes and fibres say",
                                            "in the section: right-handed on the +x face", "on the ends of the element"});
    stations_ = choice("What stations are", {"from node i", "from node j", "share of the length"});
    picture_ = new SignPicture;
    forces->addRow("forces", signs_);
    forces->addRow("stations", stations_);
    forces->addRow(picture_);
    all->addWidget(ofForces_);
    connect(signs_, &QComboBox::activated, this,
            [change](int v) { change([v](TableUse& t) { t.signs = static_cast<ForceSigns>(v); }); });
    connect(stations_, &QComboBox::activated, this,
            [change](int v) { change([v](TableUse& t) { t.stations = static_cast<StationAs>(v); }); });

    all->addWidget(words("head", "The frame"));
    auto* frame = frameRows_ = new QFormLayout;
    frame->setVerticalSpacing(5);
    up_ = choice("Vertical axis", {"Z", "Y"});
    grade_ = choice("Steel of what states none", {""});
    grade_->setEditable(true);
    for (const Grade* g : gradesFor(""))
        grade_->addItem(QString::fromStdString(g->name));
    standard_ = choice("Design standard", {});
    for (const Standard& s : shippedStandards())
        standard_->addItem(text(s.title), text(s.key));
    order_ = choice("Order of the analysis the forces come from", {"not known", "first", "second"});
    frame->addRow("vertical", up_);
    frame->addRow("steel, where none", grade_);
    frame->addRow("checked to", standard_);
    frame->addRow("forces of order", order_);
    all->addLayout(frame);
    const auto changeAll = [this](auto&& how) {
        if (!filling_) session_.change(how);
    };
    connect(up_, &QComboBox::activated, this, [changeAll](int v) { changeAll([v](Recipe& r) { r.up = v == 1 ? "y" : "z"; }); });
    connect(grade_, &QComboBox::activated, this,
            [this, changeAll] { changeAll([this](Recipe& r) { r.grade = grade_->currentText().trimmed().toStdString(); }); });
    connect(grade_->lineEdit(), &QLineEdit::editingFinished, this, [this, changeAll] {
        if (grade_->currentText().trimmed().toStdString() != session_.recipe().grade)
            changeAll([this](Recipe& r) { r.grade = grade_->currentText().trimmed().toStdString(); });
    });
    connect(standard_, &QComboBox::activated, this, [this, changeAll] {
        changeAll([this](Recipe& r) { r.standard = standard_->currentData().toString().toStdString(); });
    });
    connect(order_, &QComboBox::activated, this, [this, changeAll](int v) {
        changeAll([this, v](Recipe& r) { r.order = v == 0 ? "" : order_->itemText(v).toStdString(); });
    });

    names_ = new QWidget;
    nameRows_ = new QVBoxLayout(names_);
    nameRows_->setContentsMargins(0, 0, 0, 0);
    nameRows_->setSpacing(4);
    all->addWidget(names_);
    all->addStretch();
    auto* area = new QScrollArea;
    area->setWidget(page);
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    outer->addWidget(area, 3);

    auto* foot = new QWidget;
    foot->setObjectName("bench");
    auto* f = new QVBoxLayout(foot);
    f->setContentsMargins(16, 6, 14, 12);
    f->setSpacing(6);
    counts_ = words("quiet");
    f->addWidget(counts_);
    faults_ = new QTableWidget(0, 2);
    faults_->setAccessibleName("What is wrong, or was assumed");
    faults_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    faults_->setSelectionBehavior(QAbstractItemView::SelectRows);
    faults_->horizontalHeader()->hide();
    faults_->horizontalHeader()->setStretchLastSection(true);
    faults_->verticalHeader()->hide();
    faults_->setShowGrid(false);
    faults_->setWordWrap(true);
    connect(faults_, &QTableWidget::cellClicked, this, [this](int row, int) {
        const auto place = faults_->item(row, 0)->data(Qt::UserRole).toList();
        if (place.size() == 3) {
            showTable(place[0].toInt());
            mapping_->goTo(place[1].toULongLong(), place[2].toULongLong());
        }
    });
    f->addWidget(faults_, 1);
    f->insertWidget(0, buildAgain());
    take_ = new QPushButton("Take in");
    take_->setObjectName("primary");
    auto* leave = new QPushButton("Leave it");
    saveRecipe_ = new QPushButton("Recipe to a file…");
    saveRecipe_->setObjectName("link");
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(take_, 1);
    buttons->addWidget(leave);
    f->addLayout(buttons);
    f->addWidget(saveRecipe_);
    outer->addWidget(foot, 2);
    connect(take_, &QPushButton::clicked, this, &IntakeDesk::takeIn);
    connect(saveRecipe_, &QPushButton::clicked, this, &IntakeDesk::saveRecipe);
    connect(leave, &QPushButton::clicked, this, [this] {
        session_.end();
        Q_EMIT left();
    });
    return bench;
}

void IntakeDesk::refreshBench()
{
    filling_ = true;
    const Recipe& r = session_.recipe();
    const TableUse* t =
        current() >= 0 && current() < static_cast<int>(r.tables.size()) ? &r.tables[static_cast<size_t>(current())] : nullptr;
    ofTable_->setVisible(t != nullptr);
    ofForces_->setVisible(t && t->kind == TableKind::Forces);
    offered_->setText(session_.offered().isEmpty()
                          ? QString()
                          : QString("Read by the recipe “%1”, which fits these tables.").arg(session_.offered()));
    offered_->setVisible(!session_.offered().isEmpty());
    anew_->setVisible(!session_.offered().isEmpty());
    saveRecipe_->setVisible(!session_.isModel());
    if (t) {
        kind_->setCurrentIndex(static_cast<int>(t->kind));
        heading_->setValue(static_cast<int>(t->heading) + 1);
        first_->setValue(static_cast<int>(t->first) + 1);
        fillDown_->setChecked(t->fillDown);
        fillDown_->setVisible(t->kind == TableKind::Forces || t->kind == TableKind::Combinations ||
                              t->kind == TableKind::Displacements || t->kind == TableKind::Reactions);
        signs_->setCurrentIndex(static_cast<int>(t->signs));
        stations_->setCurrentIndex(static_cast<int>(t->stations));
        const ColumnUse *n = t->column("n"), *my = t->column("my");
        const bool turned = my && my->reversed;
        picture_->show(t->signs, t->stations, n && n->reversed, (t->signs == ForceSigns::Ours) != turned);
        QString always;
        for (const auto& [key, value] : t->always)
            if (const FieldRow* f = findField(t->kind, key))
                always += QString(" · %1 is “%2” in every row").arg(text(f->title), QString::fromStdString(value));
        const UnitSystem& u = r.units;
        tableTitle_->setText(QString("%1%2   as it is read, in %3, %4, %5")
                                 .arg(QString::fromStdString(t->sheet), always, QString::fromStdString(u.length),
                                      QString::fromStdString(u.force), QString::fromStdString(u.stress)));
    } else
        tableTitle_->clear();
    up_->setCurrentIndex(r.up == "y" ? 1 : 0);
    // A model says by itself what it is: there are no columns to map.
    lower_->setVisible(!session_.isModel() || takesAgain());
    tablesHead_->setVisible(!session_.isModel());
    tables_->setVisible(!session_.isModel());
    frameRows_->setRowVisible(up_, !session_.isModel());
    frameRows_->setRowVisible(order_, !session_.isModel());
    grade_->setEditText(QString::fromStdString(r.grade));
    const int key = standard_->findData(QString::fromStdString(r.standard));
    standard_->setCurrentIndex(std::max(0, key));
    order_->setCurrentIndex(r.order == "first" ? 1 : r.order == "second" ? 2 : 0);
    filling_ = false;
}

void IntakeDesk::refreshNames()
{
    while (QLayoutItem* item = nameRows_->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    if (!session_.known()) return;
    const auto& unknown = session_.result().unknown;
    if (unknown.empty()) return;
    nameRows_->addWidget(words("head", "Names that nobody knows"));
    constexpr size_t kMost = 30;
    for (size_t k = 0; k < std::min(unknown.size(), kMost); ++k) {
        const UnknownName& u = unknown[k];
        nameRows_->addWidget(
            words("quiet",
                  QString("“%1” in %2 row%3 is").arg(QString::fromStdString(u.name)).arg(u.rows).arg(u.rows == 1 ? "" : "s")));
        auto* box = new QComboBox;
        box->setAccessibleName("What " + QString::fromStdString(u.name) + " is");
        box->setEditable(true);
        box->addItem("");
        for (const std::string& n : u.near)
            box->addItem(QString::fromStdString(n));
        box->lineEdit()->setPlaceholderText("choose, or type a name");
        const auto chosen = [this, box, name = u.name, section = u.section] {
            const std::string meant = box->currentText().trimmed().toStdString();
            if (meant.empty()) return;
            // After this call the box is gone with its row.
            QMetaObject::invokeMethod(
                this,
                [this, name, section, meant] {
                    session_.change([&](Recipe& r) { (section ? r.sections : r.grades)[name] = meant; });
                },
                Qt::QueuedConnection);
        };
        connect(box, &QComboBox::activated, this, chosen);
        connect(box->lineEdit(), &QLineEdit::returnPressed, this, chosen);
        nameRows_->addWidget(box);
    }
    if (unknown.size() > kMost) nameRows_->addWidget(words("quiet", QString("and %1 more").arg(unknown.size() - kMost)));
}

void IntakeDesk::refreshFaults()
{
    std::vector<const Finding*> all;
    for (const Finding& f : session_.readFindings())
        all.push_back(&f);
    if (takesAgain())
        for (const Finding& f : session_.again()->taken.lost)
            all.push_back(&f);
    if (session_.known())
        for (const Finding& f : session_.result().findings)
            all.push_back(&f);
    std::stable_sort(all.begin(), all.end(), [](const Finding* a, const Finding* b) { return a->severity > b->severity; });
    constexpr size_t kMost = 200;
    faults_->setRowCount(static_cast<int>(std::min(all.size(), kMost)));
    const auto& tables = session_.recipe().tables;
    for (int i = 0; i < faults_->rowCount(); ++i) {
        const Finding& f = *all[static_cast<size_t>(i)];
        const bool error = f.severity == Severity::Error;
        auto* mark = new QTableWidgetItem(error ? "✕" : f.severity == Severity::Warning ? "!" : "·");
        mark->setForeground(error ? theme().red : f.severity == Severity::Warning ? theme().ochreInk : theme().ink3);
        mark->setTextAlignment(Qt::AlignTop | Qt::AlignHCenter);
        if (f.about.size() >= 2 && f.figures.size() >= 2)
            for (size_t k = 0; k < tables.size(); ++k)
                if (tables[k].file == f.about[0] && tables[k].sheet == f.about[1] &&
                    static_cast<size_t>(f.figure("row")) >= tables[k].heading)
                    mark->setData(Qt::UserRole, QVariantList{static_cast<int>(k), static_cast<qulonglong>(f.figure("row")),
                                                             static_cast<qulonglong>(std::max(0.0, f.figure("column")))});
        faults_->setItem(i, 0, mark);
        faults_->setItem(i, 1,
                         new QTableWidgetItem((f.place.empty() ? QString() : QString::fromStdString(f.place) + ": ") +
                                              QString::fromStdString(f.text)));
    }
    faults_->setVisible(faults_->rowCount() > 0);
    benchParts_->setStretch(1, faults_->rowCount() > 0 ? 2 : 0);
    faults_->setColumnWidth(0, 20);
    faults_->resizeRowsToContents();
}

} // namespace wr
