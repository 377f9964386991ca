#include "app/bench/design_editor.h"

#include "app/shell/document.h"
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
constexpr std::array kTitles{"Major", "Minor", "Torsion", "LTB top", "LTB bottom"};

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
    : QWidget(parent), doc_(doc), section_(new QLineEdit(this)), group_(new QComboBox(this)), grade_(new QComboBox(this)),
      browse_(new QToolButton(this)), trouble_(label("", "trouble", this))
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
    g->addWidget(label("Effective lengths", "head", this), row, 0, 1, 2);
    g->addWidget(label("factor", "quiet", this), row, 2);
    g->addWidget(label("length", "quiet", this), row++, 3);
    for (size_t k = 0; k < kAxes.size(); ++k, ++row) {
        const LengthAxis a = kAxes[k];
        g->addWidget(new QLabel(kTitles[k], this), row, 0);
        spans_[k] = label("", "quiet", this);
        g->addWidget(spans_[k], row, 1);
        factors_[k] = new QLineEdit(this);
        lengths_[k] = new QLineEdit(this);
        factors_[k]->setAccessibleName(QString("%1 effective length factor").arg(kTitles[k]));
        lengths_[k]->setAccessibleName(QString("%1 effective length").arg(kTitles[k]));
        factors_[k]->setToolTip("Times each segment between holds. Empty: what the holds give.");
        lengths_[k]->setToolTip("An absolute length, with a unit or an expression if you like: 12 ft 6 in, 85/1.5, 3.35 m. "
                                "Empty: what the holds give.");
        factors_[k]->setFixedWidth(58);
        lengths_[k]->setFixedWidth(74);
        connect(factors_[k], &QLineEdit::editingFinished, this, [this, a] { enterLength(a, true); });
        connect(lengths_[k], &QLineEdit::editingFinished, this, [this, a] { enterLength(a, false); });
        g->addWidget(factors_[k], row, 2);
        g->addWidget(lengths_[k], row, 3);
    }
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

void DesignEditor::enterLength(LengthAxis a, bool asFactor)
{
    QLineEdit& field = asFactor ? factor(a) : length(a);
    if (filling_ || !field.isModified() || doc_.pick().empty()) return;
    field.setModified(false);
    SetLengths e;
    e.members = doc_.pickedRefs();
    e.axis = a;
    if (!field.text().trimmed().isEmpty()) {
        const auto v = readEntry(field.text().toStdString(), asFactor ? Quantity::Ratio : Quantity::Length, doc_.units());
        if (!v) return trouble_->setText(QString::fromStdString(v.error()));
        (asFactor ? e.k : e.length) = *v;
        // A value far off its kind is questioned, not refused.
        const double k = asFactor ? *v : *v / std::max(1e-9, doc_.model().members()[*doc_.pick().begin()].length);
        if (k > 10 || k < 0.05) {
            const QString refused = doc_.run(e);
            say(refused);
            if (!refused.isEmpty()) return;
            trouble_->setText(QString("A factor of %1 is unusual: is the unit right? It is used as given; undo takes it back.")
                                  .arg(k, 0, 'g', 3));
            return;
        }
    }
    say(doc_.run(e));
}

void DesignEditor::refresh()
{
    if (!doc_.hasFrame() || doc_.pick().empty()) return;
    filling_ = true;
    refreshLengths();
    refreshGroup();
    refreshSectionAndGrade();
    filling_ = false;
}

void DesignEditor::refreshLengths()
{
    const auto& pick = doc_.pick();
    const UnitSystem& u = doc_.units();
    const auto shown = [&](double metres) { return QString::number(u.show(Quantity::Length, metres), 'f', 2); };
    for (size_t k = 0; k < kAxes.size(); ++k) {
        const LengthAxis a = kAxes[k];
        const auto factorNow = common(pick, [&](size_t i) {
            double f = 0;
            for (const LaneSegment& s : doc_.model().lanes(i).of(a))
                f = std::max(f, s.k);
            return std::round(f * 1e6) / 1e6;
        });
        const auto lengthNow = common(pick, [&](size_t i) { return std::round(doc_.model().lanes(i).longest(a) * 1e6) / 1e6; });
        const auto segments = common(pick, [&](size_t i) { return doc_.model().lanes(i).of(a).size(); });
        const auto byHand = common(pick, [&](size_t i) { return doc_.model().lanes(i).of(a).front().byHand; });
        // What is being typed stays.
        const auto put = [](QLineEdit& field, const QString& text) {
            if (field.hasFocus() && field.isModified()) return;
            field.setText(text);
            field.setModified(false);
        };
        put(*factors_[k], factorNow ? QString::number(*factorNow, 'g', 4) : QString());
        put(*lengths_[k], lengthNow ? shown(*lengthNow) : QString());
        factors_[k]->setPlaceholderText(factorNow ? "" : "several");
        lengths_[k]->setPlaceholderText(lengthNow ? "" : "several");
        QFont f = factors_[k]->font();
        f.setBold(byHand.value_or(false));
        factors_[k]->setFont(f);
        lengths_[k]->setFont(f);
        spans_[k]->setText(segments ? QString("%1 segment%2%3")
                                          .arg(*segments)
                                          .arg(*segments == 1 ? "" : "s")
                                          .arg(byHand.value_or(false) ? ", by hand" : "")
                                    : "differ");
    }
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
