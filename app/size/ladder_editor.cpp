#include "app/size/ladder_editor.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/base/entry.h"
#include "core/base/split.h"
#include "core/sizing/ladder.h"
#include "core/sizing/ladder_text.h"

#include <QFormLayout>
#include <QHBoxLayout>
#include <QVBoxLayout>
#include <algorithm>

namespace wr {

namespace {

std::vector<std::string> namesIn(const QString& text)
{
    std::vector<std::string> out;
    for (const std::string& part : split(text.toStdString(), ",;")) {
        const QString name = str(part).trimmed();
        if (!name.isEmpty()) out.push_back(name.toStdString());
    }
    return out;
}

QString joined(const std::vector<std::string>& names)
{
    QStringList out;
    for (const std::string& n : names)
        out << str(n);
    return out.join(", ");
}

QWidget* pair(QWidget* a, const char* between, QWidget* b)
{
    auto* both = new QWidget;
    auto* row = new QHBoxLayout(both);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(6);
    row->addWidget(a);
    row->addWidget(new QLabel(between));
    row->addWidget(b);
    return both;
}

constexpr ShapeKind kMade[] = {ShapeKind::I,   ShapeKind::IUnequal, ShapeKind::Rhs,
                               ShapeKind::Chs, ShapeKind::BarFlat,  ShapeKind::BarRound};

} // namespace

QLineEdit* LadderEditor::field(const char* name, const char* hint)
{
    auto* l = new QLineEdit;
    l->setAccessibleName(name);
    l->setPlaceholderText(hint);
    connect(l, &QLineEdit::textChanged, this, &LadderEditor::count);
    return l;
}

LadderEditor::LadderEditor(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), name_(field("Name of the ladder", "")), families_(field("Families", "IPE, HEA")),
      sections_(field("Sections of the ladder", "IPE 300, IPE 330")), made_(field("Dimensions", "")),
      plates_(field("Plates there are", "6, 8, 10, 12")), minDepth_(field("Least depth", "any")),
      maxDepth_(field("Greatest depth", "any")), minWidth_(field("Least width", "any")),
      maxWidth_(field("Greatest width", "any")), maxMass_(field("Greatest mass", "any")),
      minThickness_(field("Least thickness", "any")), depthWithin_(field("Within of its depth", "any")), shape_(new QComboBox),
      wideAs_(new QComboBox), sameAs_(new QComboBox), overCarried_(new QCheckBox("not shallower than what it carries")),
      stock_(new QCheckBox("only what the stock list has")), told_(new QLabel), keep_(new QPushButton("Keep the ladder")),
      drop_(new QPushButton("Take it away"))
{
    shape_->setAccessibleName("Shape that is made");
    shape_->addItem("none");
    for (const ShapeKind k : kMade)
        shape_->addItem(str(shapeTitle(k)), static_cast<int>(k));
    wideAs_->setAccessibleName("As wide as");
    sameAs_->setAccessibleName("The section of");
    told_->setObjectName("quiet");
    told_->setWordWrap(true);
    for (QComboBox* c : {shape_, wideAs_, sameAs_}) {
        c->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        c->setMinimumContentsLength(10);
        connect(c, &QComboBox::currentIndexChanged, this, &LadderEditor::count);
    }
    for (QCheckBox* c : {overCarried_, stock_})
        connect(c, &QCheckBox::toggled, this, &LadderEditor::count);
    auto* form = new QFormLayout;
    form->setContentsMargins(0, 0, 0, 0);
    form->setHorizontalSpacing(8);
    form->setVerticalSpacing(4);
    form->addRow("Name", name_);
    form->addRow("Families", families_);
    form->addRow("Sections", sections_);
    form->addRow("Made", shape_);
    form->addRow("", made_);
    form->addRow("Plates", plates_);
    form->addRow("Depth", pair(minDepth_, "to", maxDepth_));
    form->addRow("Width", pair(minWidth_, "to", maxWidth_));
    form->addRow("At most", maxMass_);
    form->addRow("Parts from", minThickness_);
    form->addRow("Depth within", depthWithin_);
    form->addRow("As wide as", wideAs_);
    form->addRow("Same as", sameAs_);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(5);
    all->addLayout(form);
    all->addWidget(overCarried_);
    all->addWidget(stock_);
    all->addWidget(told_);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(keep_, 3);
    buttons->addWidget(drop_, 2);
    all->addLayout(buttons);
    connect(drop_, &QPushButton::clicked, this, [this] { Q_EMIT dropped(name_->text().trimmed()); });
    connect(keep_, &QPushButton::clicked, this, [this] {
        const auto l = ladder();
        if (!l) return told_->setText(l.error());
        Q_EMIT kept(*l);
    });
}

void LadderEditor::show(const Ladder& l, const std::string& group)
{
    filling_ = true;
    const UnitSystem& u = doc_.units();
    const auto size = [&](const std::optional<double>& v, Quantity q = Quantity::SectionLength) {
        return v ? str(u.text(q, *v)) : QString();
    };
    name_->setText(str(l.id));
    auto families = l.families;
    if (!l.family.empty()) families.insert(families.begin(), l.family);
    families_->setText(joined(families));
    sections_->setText(joined(l.sections));
    shape_->setCurrentIndex(l.made ? std::max(0, shape_->findData(static_cast<int>(l.made->kind))) : 0);
    made_->setText(l.made ? str(madeText(*l.made, u)) : QString());
    QStringList plates;
    for (const double t : doc_.frame().design.plates)
        plates << QString::number(u.show(Quantity::SectionLength, t), 'g', 6);
    plates_->setText(plates.join(", "));
    minDepth_->setText(size(l.minDepth));
    maxDepth_->setText(size(l.maxDepth));
    minWidth_->setText(size(l.minWidth));
    maxWidth_->setText(size(l.maxWidth));
    maxMass_->setText(size(l.maxMass, Quantity::MassPerLength));
    minThickness_->setText(size(l.minThickness));
    depthWithin_->setText(size(l.depthWithin));
    for (QComboBox* c : {wideAs_, sameAs_}) {
        c->clear();
        c->addItem("–", QString());
        std::set<std::string> names;
        for (const Member& m : doc_.model().members())
            if (!m.group.empty() && m.group != group) names.insert(m.group);
        for (const std::string& n : names)
            c->addItem(str(n), str(n));
        const std::string& wanted = c == wideAs_ ? l.wideAs : l.sameAs;
        c->setCurrentIndex(std::max(0, c->findData(str(wanted))));
    }
    overCarried_->setChecked(l.overCarried);
    stock_->setChecked(l.stock);
    filling_ = false;
    count();
}

std::expected<Ladder, QString> LadderEditor::ladder() const
{
    Ladder l;
    const std::string id = name_->text().trimmed().toStdString();
    for (const Ladder& was : doc_.frame().design.ladders)
        if (was.id == id) l.extras = was.extras, l.target = was.target;
    l.id = id;
    if (l.id.empty()) return std::unexpected("give the ladder a name");
    const UnitSystem& u = doc_.units();
    QString fault;
    const auto read = [&](QLineEdit* from, std::optional<double>& into, Quantity q = Quantity::SectionLength) {
        if (from->text().trimmed().isEmpty() || !fault.isEmpty()) return;
        const auto v = readEntry(from->text().toStdString(), q, u);
        if (!v)
            fault = from->accessibleName() + ": " + str(v.error());
        else if (!(*v > 0))
            fault = from->accessibleName() + ": must be greater than zero";
        else
            into = *v;
    };
    std::vector<std::string> families = namesIn(families_->text());
    for (std::string& f : families) { // as the catalogue writes them
        const auto known = shippedCatalogue().families();
        const auto at = std::find_if(known.begin(), known.end(),
                                     [&](const std::string& k) { return normalisedName(k) == normalisedName(f); });
        if (at == known.end()) return std::unexpected(QString("there is no family \"%1\"").arg(str(f)));
        f = *at;
    }
    if (!families.empty()) {
        l.family = families.front();
        families.erase(families.begin());
        l.families = std::move(families);
    }
    l.sections = namesIn(sections_->text());
    if (shape_->currentIndex() > 0) {
        MadeShape m;
        m.kind = static_cast<ShapeKind>(shape_->currentData().toInt());
        const auto dimensions = readMade(m.kind, made_->text().toStdString(), u);
        if (!dimensions) return std::unexpected(str(dimensions.error()));
        m.dimensions = *dimensions;
        l.made = std::move(m);
    }
    read(minDepth_, l.minDepth), read(maxDepth_, l.maxDepth), read(minWidth_, l.minWidth), read(maxWidth_, l.maxWidth);
    read(maxMass_, l.maxMass, Quantity::MassPerLength);
    read(minThickness_, l.minThickness), read(depthWithin_, l.depthWithin);
    if (!fault.isEmpty()) return std::unexpected(fault);
    l.wideAs = wideAs_->currentData().toString().toStdString();
    l.sameAs = sameAs_->currentData().toString().toStdString();
    l.overCarried = overCarried_->isChecked();
    l.stock = stock_->isChecked();
    return l;
}

// What the form comes to, before anything is made.
void LadderEditor::count()
{
    made_->setEnabled(shape_->currentIndex() > 0);
    plates_->setEnabled(shape_->currentIndex() > 0);
    if (filling_ || !doc_.hasFrame()) return;
    if (shape_->currentIndex() > 0) {
        QStringList keys;
        for (const auto& [key, must] : dimensionKeys(static_cast<ShapeKind>(shape_->currentData().toInt())))
            if (must) keys << str(key);
        made_->setPlaceholderText(keys.join(", ") + "; h 400 to 600 by 50, tw plates");
    }
    const auto l = ladder();
    keep_->setEnabled(l.has_value());
    const auto& there = doc_.frame().design.ladders.list();
    drop_->setEnabled(
        std::any_of(there.begin(), there.end(), [&](const Ladder& x) { return str(x.id) == name_->text().trimmed(); }));
    if (!l) return told_->setText(l.error());
    Frame f = doc_.frame();
    QString fault;
    f.design.plates.clear();
    for (const std::string& p : namesIn(plates_->text()))
        if (const auto v = readEntry(p, Quantity::SectionLength, doc_.units()); v && *v > 0)
            f.design.plates.push_back(*v);
        else
            fault = QString("plates: \"%1\" is no thickness").arg(str(p));
    std::sort(f.design.plates.begin(), f.design.plates.end());
    if (!fault.isEmpty()) return told_->setText(fault);
    constexpr double kQuick = 2000; // more are only counted here: making them takes long
    if (const double n = l->made ? madeCount(*l->made, f.design.plates) : 0; n > kQuick) {
        const bool many = n > static_cast<double>(kMostMade);
        if (many) keep_->setEnabled(false);
        return told_->setText(QString("%1 sections are made%2")
                                  .arg(n, 0, 'f', 0)
                                  .arg(many ? QString(", at most %1 can be").arg(kMostMade) : QString()));
    }
    if (l->sameAs.empty()) {
        const auto found = sectionsOf(*l, f, shippedCatalogue());
        if (!found) return told_->setText(str(found.error()));
        QString words = QString("%1 sections").arg(found->sections.size());
        if (found->impossible > 0)
            words += QString("; %1 are impossible, the first %2").arg(found->impossible).arg(str(found->first));
        told_->setText(words);
    } else
        told_->setText("whatever section " + str(l->sameAs) + " takes");
}

} // namespace wr
