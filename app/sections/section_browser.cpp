#include "app/sections/section_browser.h"

#include "app/shell/document.h"
#include "app/shell/quiet_table.h"
#include "app/shell/text.h"
#include "core/base/entry.h"
#include "core/sections/listing.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QKeyEvent>
#include <QScrollArea>
#include <QVBoxLayout>
#include <algorithm>

namespace wr {

namespace {

constexpr int kLeft = 180;

QLabel* unwrapped(const char* name, const QString& text = {})
{
    auto* l = new QLabel(text);
    l->setObjectName(name);
    return l;
}

// Families by where their sections are rolled; the others stand at the end.
int region(const std::string& standard)
{
    return standard.starts_with("ASTM") ? 0 : standard.starts_with("EN") ? 1 : 2;
}

} // namespace

SectionBrowser::SectionBrowser(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), list_(new SectionList(doc, this)), listTab_(new QToolButton), ownTab_(new QToolButton),
      close_(new QToolButton), search_(new QLineEdit), family_(new QComboBox), count_(unwrapped("quiet")),
      trouble_(unwrapped("trouble")), table_(new QTableView), card_(new SectionCard(doc)), sheet_(new SectionSheet(doc)),
      use_(new QPushButton("Use")), left_(new QWidget), listSide_(new QWidget), ownSide_(new QWidget), kind_(new QComboBox),
      name_(new QLineEdit), fieldsHost_(new QWidget)
{
    setObjectName("ledger"); // the ledger's place and look
    setAttribute(Qt::WA_StyledBackground);
    QHBoxLayout* head = buildHead();
    buildListSide();
    buildOwnSide();
    buildTable();
    auto* row = new QHBoxLayout;
    row->setSpacing(6);
    auto* left = new QVBoxLayout(left_);
    left->setContentsMargins(16, 6, 4, 8);
    left->setSpacing(6);
    left->addWidget(listSide_);
    left->addWidget(ownSide_);
    left->addWidget(sheet_, 1);
    left_->setFixedWidth(kLeft);
    row->addWidget(left_);
    row->addWidget(table_, 1);
    row->addLayout(buildCardSide());
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(2);
    all->addLayout(head);
    all->addLayout(row, 1);
    connectAll();
    fillDimensions();
}

QHBoxLayout* SectionBrowser::buildHead()
{
    for (auto* b : {listTab_, ownTab_}) {
        b->setObjectName("tab");
        b->setCheckable(true);
        b->setAutoExclusive(true);
    }
    listTab_->setText("Catalogue");
    ownTab_->setText("Describe one");
    listTab_->setChecked(true);
    close_->setText("Back to the ledger");
    close_->setAccessibleName("Close the section browser");
    auto* head = new QHBoxLayout;
    head->setContentsMargins(16, 6, 10, 0);
    head->setSpacing(14);
    head->addWidget(listTab_);
    head->addWidget(ownTab_);
    head->addWidget(count_, 1);
    head->addWidget(close_);
    return head;
}

// Left: how the list is narrowed.
void SectionBrowser::buildListSide()
{
    search_->setPlaceholderText("w12, 310x97, HE 300 B");
    search_->setAccessibleName("Search sections");
    family_->setAccessibleName("Family");
    family_->setMaxVisibleItems(24);
    family_->addItem("All families", QString());
    family_->addItem(kInFrame, kInFrame);
    const Catalogue& c = shippedCatalogue();
    for (int r = 0; r < 3; ++r) {
        family_->insertSeparator(family_->count());
        for (const auto& f : c.families()) {
            const auto of = c.family(f);
            if (region(of.front()->standard) != r) continue;
            family_->addItem(QString("%1  (%2)").arg(str(f)).arg(of.size()), str(f));
        }
    }
    auto* form = new QGridLayout(listSide_);
    form->setContentsMargins(0, 0, 0, 0);
    form->setHorizontalSpacing(6);
    form->setVerticalSpacing(5);
    form->addWidget(search_, 0, 0, 1, 3);
    form->addWidget(family_, 1, 0, 1, 3);
    const char* titles[] = {"Depth", "Width", "Mass"};
    for (int k = 0; k < 3; ++k) {
        form->addWidget(new QLabel(titles[k]), 2 + k, 0);
        for (int side = 0; side < 2; ++side) {
            auto* l = limits_[2 * k + side] = new QLineEdit;
            l->setPlaceholderText(side == 0 ? "from" : "to");
            l->setAccessibleName(QString("%1 %2").arg(titles[k], side == 0 ? "from" : "to"));
            form->addWidget(l, 2 + k, 1 + side);
            connect(l, &QLineEdit::editingFinished, this, &SectionBrowser::narrow);
        }
    }
}

// Left, describing: kind, name and the dimensions of that kind.
void SectionBrowser::buildOwnSide()
{
    for (const ShapeKind k :
         {ShapeKind::I, ShapeKind::IUnequal, ShapeKind::Channel, ShapeKind::Tee, ShapeKind::Angle, ShapeKind::DoubleAngle,
          ShapeKind::Rhs, ShapeKind::Chs, ShapeKind::BarRound, ShapeKind::BarFlat, ShapeKind::Cruciform})
        kind_->addItem(str(shapeTitle(k)), static_cast<int>(k));
    kind_->setAccessibleName("Kind of section");
    name_->setPlaceholderText("a name of its own");
    name_->setAccessibleName("Name of the section");
    auto* own = new QVBoxLayout(ownSide_);
    own->setContentsMargins(0, 0, 0, 0);
    own->setSpacing(5);
    own->addWidget(kind_);
    own->addWidget(name_);
    own->addWidget(fieldsHost_);
    ownSide_->setVisible(false);
    connect(kind_, &QComboBox::activated, this, [this] {
        fillDimensions();
        drawOwn();
    });
    connect(name_, &QLineEdit::textEdited, this, &SectionBrowser::drawOwn);
}

void SectionBrowser::buildTable()
{
    table_->setModel(list_);
    makeQuiet(*table_, "Sections");
    table_->horizontalHeader()->setSortIndicatorShown(true);
    table_->horizontalHeader()->setSortIndicator(-1, Qt::AscendingOrder);
    table_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    table_->setSortingEnabled(true);
    table_->sortByColumn(-1, Qt::AscendingOrder);
    const int widths[] = {98, 47, 47, 47, 42};
    for (int i = 0; i < 5; ++i)
        table_->setColumnWidth(i, widths[i]);
    table_->installEventFilter(this);
    search_->installEventFilter(this);
}

QVBoxLayout* SectionBrowser::buildCardSide()
{
    auto* area = new QScrollArea;
    area->setWidget(card_);
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    area->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    area->setFixedWidth(250);
    use_->setObjectName("primary");
    trouble_->setWordWrap(true);
    auto* right = new QVBoxLayout;
    right->setContentsMargins(4, 0, 10, 8);
    right->setSpacing(5);
    right->addWidget(area, 1);
    right->addWidget(trouble_);
    right->addWidget(use_);
    return right;
}

void SectionBrowser::connectAll()
{
    connect(search_, &QLineEdit::textChanged, this, &SectionBrowser::narrow);
    connect(family_, &QComboBox::activated, this, &SectionBrowser::narrow);
    connect(listTab_, &QToolButton::clicked, this, [this] { describe(false); });
    connect(ownTab_, &QToolButton::clicked, this, [this] { describe(true); });
    connect(close_, &QToolButton::clicked, this, &SectionBrowser::closed);
    connect(use_, &QPushButton::clicked, this, &SectionBrowser::useNow);
    connect(table_, &QTableView::doubleClicked, this, &SectionBrowser::useNow);
    connect(table_->selectionModel(), &QItemSelectionModel::currentRowChanged, this, [this](const QModelIndex& now) {
        if (!filling_) chooseRow(now.isValid() ? now.row() : -1);
    });
    for (const auto signal : {&Document::opened, &Document::modelChanged, &Document::sizesChanged})
        connect(&doc_, signal, this, [this] {
            if (isVisible()) refresh();
        });
    connect(&doc_, &Document::pickChanged, this, &SectionBrowser::refreshUse);
}

void SectionBrowser::open()
{
    describe(false);
    for (size_t k = 0; k < limits_.size(); ++k)
        limits_[k]->clear();
    filling_ = true;
    search_->clear();
    filling_ = false;
    std::string now;
    if (doc_.hasFrame() && !doc_.pick().empty()) {
        const FrameSection& s = doc_.frame().sections[doc_.model().members()[*doc_.pick().begin()].section];
        now = s.name.empty() ? s.id : s.name;
    }
    const CatalogueSection* listed = shippedCatalogue().find(now);
    const int at = listed ? family_->findData(str(listed->family)) : now.empty() ? 0 : 1;
    family_->setCurrentIndex(std::max(0, at));
    refresh();
    if (const int row = list_->rowOf(now); row >= 0) chooseRow(row);
    search_->setFocus();
}

void SectionBrowser::describe(bool on)
{
    describing_ = on;
    (on ? ownTab_ : listTab_)->setChecked(true);
    listSide_->setVisible(!on);
    ownSide_->setVisible(on);
    table_->setVisible(!on);
    left_->setMinimumWidth(kLeft);
    left_->setMaximumWidth(on ? QWIDGETSIZE_MAX : kLeft);
    trouble_->clear();
    if (on) {
        // Begin with what is in view: its kind and dimensions are a good first guess.
        if (const CatalogueSection* s = card_->shown(); s && s->shape.kind != ShapeKind::None) {
            kind_->setCurrentIndex(kind_->findData(static_cast<int>(s->shape.kind)));
            fillDimensions();
            Shape shape = s->shape;
            for (auto& [key, field] : fields_) {
                const double v = *dimension(shape, key.toStdString());
                if (v != 0)
                    field->setText(key == "slope" ? QString::number(v, 'g', 4)
                                                  : str(doc_.units().text(Quantity::SectionLength, v, false)));
            }
        }
        drawOwn();
    } else
        chooseRow(table_->currentIndex().isValid() ? table_->currentIndex().row() : -1);
}

void SectionBrowser::refresh()
{
    const CatalogueSection* s = card_->shown();
    const std::string before = s ? s->designation : "";
    for (int k = 0; k < 6; ++k)
        limits_[k]->setToolTip(
            str("in " + doc_.units().symbol(k < 4 ? Quantity::SectionLength : Quantity::MassPerLength) + ", or with a unit"));
    filling_ = true;
    list_->refresh();
    filling_ = false;
    narrow();
    if (describing_)
        drawOwn();
    else if (const int row = list_->rowOf(before); row >= 0)
        chooseRow(row);
}

void SectionBrowser::narrow()
{
    if (filling_) return;
    trouble_->clear();
    SectionLimits l;
    l.family = family_->currentData().toString();
    l.words = search_->text();
    std::optional<double>* into[] = {&l.minDepth, &l.maxDepth, &l.minWidth, &l.maxWidth, &l.minMass, &l.maxMass};
    for (size_t k = 0; k < limits_.size(); ++k) {
        const QString text = limits_[k]->text().trimmed();
        if (text.isEmpty()) continue;
        const auto v = readEntry(text.toStdString(), k < 4 ? Quantity::SectionLength : Quantity::MassPerLength, doc_.units());
        if (v)
            *into[k] = *v;
        else
            trouble_->setText(limits_[k]->accessibleName() + ": " + str(v.error()));
    }
    const CatalogueSection* s = card_->shown();
    const std::string before = s ? s->designation : "";
    filling_ = true;
    list_->narrow(l);
    filling_ = false;
    const int n = list_->rowCount();
    QString words = n == 1 ? "1 section" : QString("%1 sections").arg(n);
    if (n == 0 && !l.words.isEmpty()) {
        // Words that fit no name here: say what is near, or that the family hides it.
        const CatalogueSection* hidden = shippedCatalogue().find(l.words.toStdString());
        QStringList near;
        for (const auto& name : shippedCatalogue().suggestions(l.words.toStdString()))
            near << str(name);
        words = hidden           ? QString("%1 is outside the family or the limits").arg(str(hidden->designation))
                : near.isEmpty() ? QString("no section is named so")
                                 : "no section is named so; near it: " + near.join(", ");
    }
    count_->setText(words);
    // Words typed mean the first row that fits; else the section in view stays if it is still listed.
    const int row = list_->rowOf(before);
    if (!describing_) chooseRow(!l.words.isEmpty() && n > 0 ? 0 : row >= 0 ? row : n > 0 ? 0 : -1);
}

void SectionBrowser::chooseRow(int row)
{
    filling_ = true;
    if (row >= 0) {
        if (table_->currentIndex().row() != row || !table_->selectionModel()->isRowSelected(row)) table_->selectRow(row);
        table_->scrollTo(list_->index(row, 0));
    } else
        table_->clearSelection();
    filling_ = false;
    if (row >= 0)
        present(&list_->section(row), list_->users(list_->section(row)));
    else
        present(nullptr, {});
    refreshUse();
}

void SectionBrowser::present(const CatalogueSection* s, const std::set<size_t>& users)
{
    card_->show(s, users);
    sheet_->show(s);
}

void SectionBrowser::refreshUse()
{
    const size_t n = doc_.hasFrame() ? doc_.pick().size() : 0;
    const CatalogueSection* s = card_->shown();
    bool same = s && n > 0;
    if (same)
        for (const size_t i : doc_.pick()) {
            const FrameSection& now = doc_.frame().sections[doc_.model().members()[i].section];
            same = same && (now.name.empty() ? now.id : now.name) == s->designation && now.shape == s->shape;
        }
    use_->setEnabled(s && n > 0 && !same);
    use_->setText(n == 0   ? "Pick members to use it"
                  : same   ? "In use"
                  : n == 1 ? QString("Use for %1").arg(str(doc_.model().members()[*doc_.pick().begin()].id))
                           : QString("Use for %1 members").arg(n));
}

void SectionBrowser::useNow()
{
    const CatalogueSection* s = card_->shown();
    if (!s || doc_.pick().empty() || !use_->isEnabled()) return;
    SetSection e{doc_.pickedRefs(), s->designation, {}};
    if (describing_) e.shape = s->shape;
    const QString refused = doc_.run(e);
    trouble_->setText(refused);
    if (refused.isEmpty()) refreshUse();
}

QLineEdit* SectionBrowser::dimensionField(const QString& key)
{
    const auto it = fields_.find(key);
    return it == fields_.end() ? nullptr : it->second;
}

void SectionBrowser::keyPressEvent(QKeyEvent* e)
{
    if (e->key() == Qt::Key_Escape) {
        Q_EMIT closed();
        return;
    }
    QWidget::keyPressEvent(e);
}

bool SectionBrowser::eventFilter(QObject* watched, QEvent* e)
{
    if (e->type() == QEvent::KeyPress) {
        const auto* k = static_cast<QKeyEvent*>(e);
        const bool enter = k->key() == Qt::Key_Return || k->key() == Qt::Key_Enter;
        if (enter && (watched == table_ || watched == search_)) {
            useNow();
            return true;
        }
        // From the search words the arrows walk the list.
        if (watched == search_ && (k->key() == Qt::Key_Down || k->key() == Qt::Key_Up)) {
            const int row = table_->currentIndex().row() + (k->key() == Qt::Key_Down ? 1 : -1);
            if (row >= 0 && row < list_->rowCount()) chooseRow(row);
            return true;
        }
    }
    return QWidget::eventFilter(watched, e);
}

} // namespace wr
