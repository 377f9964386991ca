#include "app/bench/design_editor.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/base/entry.h"
#include "core/grades/grades.h"
#include "core/sections/catalogue.h"

#include <QCompleter>
#include <QGridLayout>
#include <QHBoxLayout>
#include <cmath>

namespace wr {

namespace {

constexpr std::array kAxes{LengthAxis::Major, LengthAxis::Minor, LengthAxis::Torsion, LengthAxis::Top, LengthAxis::Bottom};
constexpr std::array kTitles{"major", "minor", "torsion", "LTB top", "LTB bottom"};

// The one value all picked members have, or nothing.
template <class F> auto common(const std::set<size_t>& pick, F value) -> std::optional<decltype(value(size_t{}))>
{
    std::optional<decltype(value(size_t{}))> out;
    for (const size_t i : pick) {
        auto v = value(i);
        if (out && !(*out == v)) return std::nullopt;
        out = std::move(v);
    }
    return out;
}

QLabel* label(const QString& text, const char* name, QWidget* parent)
{
    auto* l = new QLabel(text, parent);
    l->setObjectName(name);
    return l;
}

} // namespace

DesignEditor::DesignEditor(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), section_(new QLineEdit(this)), brief_(new QComboBox(this)), group_(new QComboBox(this)),
      grade_(new QComboBox(this)), browse_(new QToolButton(this)), trouble_(label("", "trouble", this))
{
    auto* g = new QGridLayout(this);
    g->setContentsMargins(0, 4, 0, 4);
    g->setHorizontalSpacing(6);
    g->setVerticalSpacing(5);
    int row = 0;
    buildLengths(*g, row);
    buildBelongings(*g, row);
    trouble_->setWordWrap(true);
    g->addWidget(trouble_, row++, 0, 1, 4);
    g->setColumnStretch(1, 1);
    connectChoices();
}

void DesignEditor::buildLengths(QGridLayout& grid, int& row)
{
    QGridLayout* g = &grid;
    g->addWidget(label("Holds and lengths", "head", this), row, 0, 1, 2);
    toRestraint_ = new QToolButton(this);
    toRestraint_->setText("To Restraint");
    toRestraint_->setObjectName("view");
    toRestraint_->setToolTip("Ride to the stop Restraint (3)");
    toRestraint_->setAccessibleName("Change holds and lengths at the stop Restraint");
    g->addWidget(toRestraint_, row++, 3, Qt::AlignRight);
    lengths_ = label("", "quiet", this);
    lengths_->setWordWrap(true);
    g->addWidget(lengths_, row++, 0, 1, 4);
    connect(toRestraint_, &QToolButton::clicked, this, &DesignEditor::wantRestraint);
}

// Group, section and grade.
void DesignEditor::buildBelongings(QGridLayout& grid, int& row)
{
    QGridLayout* g = &grid;
    g->addWidget(label("Belongs to", "head", this), row++, 0, 1, 4);
    const auto field = [&](const char* title, QWidget* w) {
        g->addWidget(new QLabel(title, this), row, 0);
        g->addWidget(w, row++, 1, 1, 3);
        w->setAccessibleName(title);
    };
    field("Brief", brief_);
    field("Group", group_);
    g->addWidget(new QLabel("Section", this), row, 0);
    auto* both = new QHBoxLayout;
    both->setSpacing(4);
    both->addWidget(section_, 1);
    both->addWidget(browse_);
    g->addLayout(both, row++, 1, 1, 3);
    section_->setAccessibleName("Section");
    browse_->setText("Browse");
    browse_->setObjectName("view");
    browse_->setToolTip("All sections with their outlines and properties, or one of your own (B)");
    connect(browse_, &QToolButton::clicked, this, &DesignEditor::browseSections);
    field("Grade", grade_);
    group_->setEditable(true);
    group_->setInsertPolicy(QComboBox::NoInsert);
    QStringList names;
    for (const CatalogueSection& s : shippedCatalogue().sections())
        names << QString::fromStdString(s.designation);
    auto* completer = new QCompleter(names, this);
    completer->setCaseSensitivity(Qt::CaseInsensitive);
    completer->setFilterMode(Qt::MatchContains);
    section_->setCompleter(completer);
}

void DesignEditor::connectChoices()
{
    connect(section_, &QLineEdit::editingFinished, this, [this] {
        if (filling_ || section_->text().isEmpty() || !section_->isModified()) return;
        section_->setModified(false);
        say(doc_.run(SetSection{doc_.pickedRefs(), section_->text().toStdString()}));
    });
    connect(group_->lineEdit(), &QLineEdit::editingFinished, this, [this] {
        if (filling_ || !group_->lineEdit()->isModified()) return;
        group_->lineEdit()->setModified(false);
        say(doc_.run(SetGroup{doc_.pickedRefs(), group_->currentText().toStdString()}));
    });
    connect(group_, &QComboBox::activated, this, [this](int i) {
        if (!filling_) say(doc_.run(SetGroup{doc_.pickedRefs(), group_->itemText(i).toStdString()}));
    });
    connect(brief_, &QComboBox::activated, this, [this](int i) {
        if (!filling_) say(doc_.run(GiveBrief{doc_.pickedRefs(), brief_->itemData(i).toString().toStdString()}));
    });
    connect(grade_, &QComboBox::activated, this, [this](int i) {
        if (!filling_) say(doc_.run(SetGrade{doc_.pickedRefs(), grade_->itemText(i).toStdString()}));
    });
}

void DesignEditor::say(const QString& words)
{
    trouble_->setText(words);
    if (!words.isEmpty()) return;
    refresh();
}

void DesignEditor::refresh()
{
    if (!doc_.hasFrame() || doc_.pick().empty()) return;
    filling_ = true;
    refreshLengths();
    refreshBrief();
    refreshGroup();
    refreshSectionAndGrade();
    filling_ = false;
}

// "major 8.00 (sway), minor 5.20 + 2.80, top flange 5.20 + 2.80 …"
void DesignEditor::refreshLengths()
{
    const auto& pick = doc_.pick();
    const UnitSystem& u = doc_.units();
    QStringList out;
    for (size_t k = 0; k < kAxes.size(); ++k) {
        const auto longest =
            common(pick, [&](size_t i) { return std::round(doc_.model().lanes(i).longest(kAxes[k]) * 1e6) / 1e6; });
        const auto& lane = doc_.model().lanes(*pick.begin()).of(kAxes[k]);
        const bool byHand = std::any_of(lane.begin(), lane.end(), [](const LaneSegment& s) { return s.byHand; });
        out << QString("%1 %2%3").arg(QString(kTitles[k]),
                                      longest ? decimal(u.show(Quantity::Length, *longest), 2) : QString("several"),
                                      longest && byHand ? " by hand" : "");
    }
    lengths_->setText(QString("Longest, %1: %2.").arg(str(u.length), out.join(", ")));
}

void DesignEditor::refreshBrief()
{
    brief_->clear();
    brief_->addItem("none: what stands by itself", QString());
    for (const Brief& b : doc_.frame().design.briefs.list())
        brief_->addItem(str(b.id), str(b.id));
    const auto brief = common(doc_.pick(), [&](size_t i) { return doc_.model().members()[i].brief; });
    brief_->setCurrentIndex(brief ? std::max(0, brief_->findData(str(*brief))) : -1);
    brief_->setPlaceholderText("several");
}

void DesignEditor::refreshGroup()
{
    group_->clear();
    QStringList groups;
    for (const Member& m : doc_.model().members())
        if (!m.group.empty() && !groups.contains(QString::fromStdString(m.group))) groups << QString::fromStdString(m.group);
    group_->addItems(groups);
    const auto group = common(doc_.pick(), [&](size_t i) { return doc_.model().members()[i].group; });
    group_->setCurrentText(group ? QString::fromStdString(*group) : QString());
    group_->lineEdit()->setPlaceholderText(group ? "none" : "several");
    group_->lineEdit()->setModified(false);
}

void DesignEditor::refreshSectionAndGrade()
{
    const auto& pick = doc_.pick();
    const auto section = common(pick, [&](size_t i) {
        const FrameSection& s = doc_.frame().sections[doc_.model().members()[i].section];
        return s.name.empty() ? s.id : s.name;
    });
    if (!section_->isModified()) {
        section_->setText(section ? QString::fromStdString(*section) : QString());
        section_->setModified(false);
    }
    section_->setPlaceholderText(section ? "" : "several");
    const auto grade = common(pick, [&](size_t i) {
        const Material& m = doc_.frame().materials[doc_.model().members()[i].material];
        return m.grade.empty() ? m.id : m.grade;
    });
    // Steels of the design standard's own region first.
    if (const std::string standard(doc_.model().standardOf(*pick.begin()).key); standard != gradesOf_) {
        gradesOf_ = standard;
        grade_->clear();
        for (const Grade* gr : gradesFor(gradeRegion(standard)))
            grade_->addItem(QString::fromStdString(gr->name));
    }
    grade_->setCurrentIndex(grade ? grade_->findText(QString::fromStdString(*grade)) : -1);
    grade_->setPlaceholderText(grade ? QString::fromStdString(*grade) : "several");
}

} // namespace wr
