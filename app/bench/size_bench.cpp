#include "app/bench/size_bench.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/base/entry.h"

#include <QFormLayout>
#include <QHBoxLayout>
#include <QVBoxLayout>
#include <algorithm>

namespace wr {

namespace {
QLabel* named(const char* name, const QString& text = {})
{
    auto* l = new QLabel(text);
    l->setObjectName(name);
    l->setWordWrap(true);
    return l;
}
} // namespace

SizeBench::SizeBench(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), group_(new QComboBox), family_(new QComboBox), target_(new QLineEdit("0.95")),
      minDepth_(new QLineEdit), maxDepth_(new QLineEdit), title_(named("title", "Proposal")), words_(named("quiet")),
      trouble_(named("trouble")), stale_(named("warning")), adopt_(new QPushButton("Adopt")),
      both_(new QPushButton("Adopt and analyse")), again_(new QPushButton("Analyse again")),
      browse_(new QPushButton("Any other section…"))
{
    for (const auto& f : shippedCatalogue().families())
        family_->addItem(str(f));
    group_->setAccessibleName("Group to size");
    family_->setAccessibleName("Family of the ladder");
    target_->setAccessibleName("Target utilisation");
    minDepth_->setAccessibleName("Least depth");
    maxDepth_->setAccessibleName("Greatest depth");
    both_->setObjectName("primary");
    auto* form = new QFormLayout;
    form->setHorizontalSpacing(10);
    form->setVerticalSpacing(6);
    form->addRow("Group", group_);
    form->addRow("Ladder", family_);
    form->addRow("Target", target_);
    form->addRow("Depth from", minDepth_);
    form->addRow("Depth to", maxDepth_);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(both_, 2);
    buttons->addWidget(adopt_, 1);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(16, 10, 14, 12);
    all->setSpacing(8);
    all->addWidget(title_);
    all->addWidget(words_);
    all->addLayout(buttons);
    browse_->setObjectName("link");
    all->addWidget(browse_);
    all->addWidget(named("head", "Ladder and limits"));
    all->addLayout(form);
    all->addWidget(trouble_);
    all->addWidget(stale_);
    all->addWidget(again_);
    all->addStretch();
    connectAll();
}

void SizeBench::connectAll()
{
    connect(group_, &QComboBox::activated, this, [this] {
        const auto m = members();
        doc_.setPick({m.begin(), m.end()});
        refill();
        evaluate();
    });
    connect(family_, &QComboBox::activated, this, &SizeBench::evaluate);
    for (auto* l : {target_, minDepth_, maxDepth_})
        connect(l, &QLineEdit::editingFinished, this, &SizeBench::evaluate);
    connect(adopt_, &QPushButton::clicked, this, [this] { adoptNow(false); });
    connect(both_, &QPushButton::clicked, this, [this] { adoptNow(true); });
    connect(browse_, &QPushButton::clicked, this, [this] {
        const auto m = members();
        doc_.setPick({m.begin(), m.end()});
        Q_EMIT browseSections();
    });
    connect(again_, &QPushButton::clicked, &doc_, &Document::analyseAgain);
    connect(&doc_, &Document::rungsReady, this, &SizeBench::ready);
    connect(&doc_, &Document::resultsChanged, this, [this] {
        if (active_) evaluate();
    });
    connect(&doc_, &Document::opened, this, [this] {
        chosen_ = -1;
        group_->clear();
        if (active_) enter();
    });
}

std::vector<size_t> SizeBench::members() const
{
    std::vector<size_t> out;
    if (!doc_.hasFrame()) return out;
    const std::string wanted = group_->currentData().toString().toStdString();
    for (size_t i = 0; i < doc_.model().members().size(); ++i)
        if (doc_.model().members()[i].group == wanted) out.push_back(i);
    return out;
}

QString SizeBench::sectionNow() const
{
    const auto m = members();
    if (m.empty()) return {};
    const FrameSection& s = doc_.frame().sections[doc_.model().members()[m.front()].section];
    return str(s.name.empty() ? s.id : s.name);
}

void SizeBench::refill()
{
    const CatalogueSection* now = shippedCatalogue().find(sectionNow().toStdString());
    if (now) family_->setCurrentIndex(family_->findText(str(now->family)));
    for (const Group& g : doc_.frame().design.groups) {
        if (g.id != group_->currentData().toString().toStdString()) continue;
        for (const Ladder& l : doc_.frame().design.ladders) {
            if (l.id != g.ladder) continue;
            const auto depth = [&](const std::optional<double>& d) {
                return d ? str(doc_.units().text(Quantity::SectionLength, *d)) : QString();
            };
            if (const int i = family_->findText(str(l.family)); i >= 0) family_->setCurrentIndex(i);
            minDepth_->setText(depth(l.minDepth));
            maxDepth_->setText(depth(l.maxDepth));
            if (l.target) target_->setText(QString::number(*l.target));
        }
    }
}

void SizeBench::enter()
{
    active_ = true;
    if (!doc_.hasFrame()) return;
    QStringList groups;
    for (const Member& m : doc_.model().members())
        if (!groups.contains(str(m.group))) groups << str(m.group);
    std::string wanted = group_->currentData().toString().toStdString();
    if (!doc_.pick().empty())
        wanted = doc_.model().members()[*doc_.pick().begin()].group;
    else if (group_->count() == 0 && doc_.checked()) {
        // Nothing picked: the group with the worst member.
        size_t worst = 0;
        for (size_t i = 0; i < doc_.worstReport().results.size(); ++i)
            if (doc_.worstReport().results[i].utilisation > doc_.worstReport().results[worst].utilisation) worst = i;
        wanted = doc_.model().members()[worst].group;
    }
    group_->clear();
    for (const QString& g : groups)
        group_->addItem(g.isEmpty() ? "no group" : g, g);
    group_->setCurrentIndex(std::max(0, group_->findData(str(wanted))));
    for (auto* l : {minDepth_, maxDepth_})
        l->setPlaceholderText("any, " + str(doc_.units().section));
    refill();
    evaluate();
}

void SizeBench::evaluate()
{
    if (!doc_.hasFrame() || !active_) return;
    trouble_->clear();
    const auto read = [&](QLineEdit* l, Quantity q) -> std::optional<double> {
        if (l->text().trimmed().isEmpty()) return std::nullopt;
        const auto v = readEntry(l->text().toStdString(), q, doc_.units());
        if (!v)
            trouble_->setText(str(v.error()));
        else if (!(*v > 0))
            trouble_->setText("must be greater than zero");
        else
            return *v;
        return std::nullopt;
    };
    limits_ = {};
    limits_.family = family_->currentText().toStdString();
    limits_.target = read(target_, Quantity::Ratio).value_or(1.0);
    limits_.minDepth = read(minDepth_, Quantity::SectionLength);
    limits_.maxDepth = read(maxDepth_, Quantity::SectionLength);
    doc_.evaluate(members(), limits_);
}

void SizeBench::ready()
{
    chosen_ = doc_.rungs().proposed;
    describe();
    Q_EMIT chose(chosen_);
}

void SizeBench::choose(int rung)
{
    chosen_ = rung;
    describe();
    Q_EMIT chose(rung);
}

void SizeBench::describe()
{
    const RungTable& table = doc_.rungs();
    const UnitSystem& u = doc_.units();
    stale_->setText(
        doc_.forcesFit()
            ? ""
            : "Forces belong to other sizes: the ratios are those of the present forces. Analyse again to be sure.");
    stale_->setVisible(!doc_.forcesFit());
    again_->setVisible(!doc_.forcesFit());
    const bool some = chosen_ >= 0 && static_cast<size_t>(chosen_) < table.rungs.size();
    const bool stays = some && str(table.rungs[chosen_].section->designation) == sectionNow();
    adopt_->setEnabled(some && !stays);
    both_->setEnabled(some && !stays);
    if (!some) {
        title_->setText("No proposal");
        words_->setText(
            doc_.hasForces()
                ? QString("No rung of %1 meets the target %2 within the limits. Widen the limits or take another family.")
                      .arg(family_->currentText())
                      .arg(limits_.target)
                : QString("There are no forces yet: analyse the frame first."));
        return;
    }
    const Rung& r = table.rungs[chosen_];
    title_->setText(stays ? sectionNow() + " stays" : sectionNow() + " → " + str(r.section->designation));
    const double change = r.groupMass - table.massNow;
    const bool same = std::abs(change) < 1e-6 * table.massNow; // rounding of sums
    const QString by = same ? "no change" : (change >= 0 ? "+" : "") + str(u.text(Quantity::Mass, change));
    QString words = QString("%1 %2 · %3 → %4 (%5)")
                        .arg(table.members.size())
                        .arg(table.members.size() == 1 ? "member" : "members", str(u.text(Quantity::Mass, table.massNow)),
                             str(u.text(Quantity::Mass, r.groupMass)), by);
    words += QString("\nworst %1 in %2")
                 .arg(decimal(r.utilisation, 2))
                 .arg(r.member >= 0 ? str(doc_.model().members()[r.member].id) : "");
    if (!r.limit.empty()) words += "\nbreaks a limit: " + str(r.limit);
    if (!r.reason.empty()) words += "\nnot fully checked: " + str(r.reason);
    words_->setText(words);
}

void SizeBench::adoptNow(bool analyse)
{
    if (chosen_ < 0) return;
    const auto m = members();
    const std::string name = doc_.rungs().rungs[chosen_].section->designation;
    trouble_->setText(doc_.run(SetSection{doc_.refs({m.begin(), m.end()}), name}));
    if (analyse && trouble_->text().isEmpty()) doc_.analyseAgain();
}

} // namespace wr
