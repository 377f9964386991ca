#include "app/briefs/groups_bar.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/base/entry.h"

#include <QHBoxLayout>
#include <QVBoxLayout>
#include <algorithm>

namespace wr {

namespace {

QPushButton* small(const char* text, QWidget* parent)
{
    auto* b = new QPushButton(text, parent);
    b->setObjectName("link");
    b->setAutoDefault(false);
    return b;
}

// A share as it is typed: "5 %", "5", "0.05"; nothing where it is none.
std::optional<double> share(const QString& text)
{
    QString t = text.trimmed();
    const bool percent = t.endsWith('%');
    if (percent) t.chop(1);
    const auto v = readEntry(t.trimmed().toStdString(), Quantity::Ratio, UnitSystem{});
    if (!v || !(*v >= 0)) return std::nullopt;
    const double out = percent || *v >= 1 ? *v / 100 : *v;
    return out <= 1 ? std::optional(out) : std::nullopt;
}

} // namespace

GroupsBar::GroupsBar(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), name_(new QLineEdit(this)), length_(new QLineEdit("5 %", this)),
      forces_(new QLineEdit("25 %", this)), group_(small("Group the picked", this)), rename_(small("Rename", this)),
      leave_(small("Leave out", this)), gather_(small("Gather alike", this)), take_(small("Take these groups", this)),
      letGo_(small("Let go", this)), byButton_(new QToolButton(this)), kindButton_(new QToolButton(this)), by_(new QMenu(this)),
      kind_(new QMenu(this)), words_(new QLabel(this))
{
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(10, 3, 12, 2);
    all->setSpacing(3);
    all->addLayout(buildNames());
    all->addLayout(buildGather());
    words_->setObjectName("quiet");
    words_->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Preferred); // its words never widen the window
    for (const auto signal : {&Document::pickChanged, &Document::modelChanged, &Document::opened})
        connect(&doc_, signal, this, &GroupsBar::refresh);
    refresh();
}

QLayout* GroupsBar::buildNames()
{
    auto* row = new QHBoxLayout;
    row->setSpacing(10);
    name_->setPlaceholderText("name of the group");
    name_->setAccessibleName("Name of the group");
    name_->setFixedWidth(150);
    row->addWidget(name_);
    row->addWidget(group_);
    rename_->setToolTip("The group whose members are picked gets that name; where there is one of it, they are merged");
    row->addWidget(rename_);
    const auto drop = [](QToolButton& b, QMenu& menu, const char* text, const char* name) {
        b.setText(QString(text) + "  ▾");
        b.setObjectName("view");
        b.setPopupMode(QToolButton::InstantPopup);
        b.setMenu(&menu);
        b.setStyleSheet("QToolButton::menu-indicator { image: none; }");
        b.setAccessibleName(name);
        b.setFocusPolicy(Qt::StrongFocus);
    };
    drop(*byButton_, *by_, "Group by", "Group by section, kind or level");
    drop(*kindButton_, *kind_, "Kind", "Kind of the picked members");
    kindButton_->setToolTip("What the picked members are, where slope and releases do not tell");
    const auto kind = [this](std::optional<MemberKind> k) { say(doc_.run(SetKind{doc_.pickedRefs(), k})); };
    for (const MemberKind k : {MemberKind::Column, MemberKind::Beam, MemberKind::Brace, MemberKind::Other})
        kind_->addAction(str(memberKindName(k)), this, [kind, k] { kind(k); });
    kind_->addAction("by slope and releases", this, [kind] { kind({}); });
    byButton_->setToolTip("The picked members, or all where none is picked; a picked group is split so");
    by_->addAction("Section", this, [this] { runBy(GroupBy::Section); });
    by_->addAction("Kind", this, [this] { runBy(GroupBy::Kind); });
    by_->addAction("Kind and level", this, [this] { runBy(GroupBy::Level); });
    row->addWidget(byButton_);
    row->addWidget(kindButton_);
    leave_->setToolTip("Left out of design: still drawn and listed, counted as left out");
    row->addWidget(leave_);
    row->addStretch();
    connect(group_, &QPushButton::clicked, this, [this] {
        const QString name = name_->text().trimmed();
        if (name.isEmpty()) return say("give the group a name");
        say(doc_.run(SetGroup{doc_.pickedRefs(), name.toStdString()}));
    });
    connect(name_, &QLineEdit::returnPressed, group_, &QPushButton::click);
    connect(rename_, &QPushButton::clicked, this, [this] {
        say(doc_.run(RenameGroup{pickedGroup(), name_->text().trimmed().toStdString()}));
    });
    connect(leave_, &QPushButton::clicked, this, [this] {
        const bool out =
            std::any_of(doc_.pick().begin(), doc_.pick().end(), [&](size_t i) { return !doc_.model().members()[i].exclude; });
        say(doc_.run(SetExclude{doc_.pickedRefs(), out}));
    });
    return row;
}

QLayout* GroupsBar::buildGather()
{
    auto* row = new QHBoxLayout;
    row->setSpacing(8);
    const auto label = [&](const char* text) {
        auto* l = new QLabel(text, this);
        l->setObjectName("quiet");
        row->addWidget(l);
    };
    row->addWidget(gather_);
    label("length within");
    length_->setFixedWidth(48);
    length_->setAccessibleName("Band of lengths");
    row->addWidget(length_);
    label("forces within");
    forces_->setFixedWidth(48);
    forces_->setAccessibleName("Band of forces");
    row->addWidget(forces_);
    row->addWidget(take_);
    row->addWidget(letGo_);
    row->addWidget(words_, 1);
    gather_->setToolTip("Members of one kind, brief and family whose lengths and largest forces are nearly the same");
    connect(gather_, &QPushButton::clicked, this, &GroupsBar::runGather);
    connect(take_, &QPushButton::clicked, this, &GroupsBar::runTake);
    connect(letGo_, &QPushButton::clicked, this, [this] {
        drop();
        say({});
    });
    return row;
}

std::set<size_t> GroupsBar::wanted() const
{
    if (!doc_.pick().empty()) return doc_.pick();
    std::set<size_t> out;
    for (size_t i = 0; i < doc_.model().members().size(); ++i)
        out.insert(out.end(), i);
    return out;
}

std::string GroupsBar::pickedGroup() const
{
    if (doc_.pick().empty()) return {};
    const auto& members = doc_.model().members();
    const std::string& group = members[*doc_.pick().begin()].group;
    for (size_t i = 0; i < members.size(); ++i)
        if ((members[i].group == group) != doc_.pick().contains(i)) return {};
    return group;
}

void GroupsBar::refresh()
{
    if (!doc_.hasFrame()) return;
    if (!proposals_.empty() && of_ != doc_.sharedModel()) drop(); // of another state
    const bool picked = !doc_.pick().empty();
    group_->setEnabled(picked);
    leave_->setEnabled(picked);
    kindButton_->setEnabled(picked);
    const std::string group = pickedGroup();
    rename_->setEnabled(!group.empty());
    rename_->setText(group.empty() ? QString("Rename") : QString("Rename %1").arg(str(group)));
    const bool out = picked && std::all_of(doc_.pick().begin(), doc_.pick().end(),
                                           [&](size_t i) { return doc_.model().members()[i].exclude; });
    leave_->setText(out ? "Take in again" : "Leave out");
    for (QPushButton* b : {take_, letGo_})
        b->setVisible(!proposals_.empty());
}

void GroupsBar::say(const QString& trouble, const QString& words)
{
    words_->setObjectName(trouble.isEmpty() ? "quiet" : "trouble");
    words_->setStyleSheet(trouble.isEmpty() ? "" : "color: #B3330A");
    words_->setText(trouble.isEmpty() ? words : trouble);
    words_->setToolTip(words_->text());
    refresh();
}

void GroupsBar::drop()
{
    proposals_.clear();
    of_.reset();
    Q_EMIT changed();
}

void GroupsBar::runBy(GroupBy by)
{
    const std::set<size_t> which = wanted();
    const std::vector<size_t> list(which.begin(), which.end());
    const std::string split = pickedGroup(); // a group is split: its name stays in front
    SetGroups e;
    for (const auto& [member, name] : groupNames(doc_.model(), list, by))
        e.members.emplace_back(doc_.refs({member}).front(), split.empty() ? name : split + ", " + name);
    constexpr std::array kWords{"section", "kind", "kind and level"};
    e.words = (split.empty() ? std::string("Groups") : "Group " + split + " split") + " by " + kWords[static_cast<size_t>(by)];
    say(doc_.run(e));
}

void GroupsBar::runGather()
{
    const auto length = share(length_->text()), forces = share(forces_->text());
    if (!length || !forces) return say("a band is a share between 0 and 100 %");
    if (!doc_.hasForces()) return say("the frame has no forces yet: analyse it");
    const std::set<size_t> which = wanted();
    say({}, "looking for members that are alike …");
    doc_.jobs().start("gather",
                      [this, model = doc_.sharedModel(), list = std::vector<size_t>(which.begin(), which.end()),
                       limits = GatherLimits{*length, *forces}](Progress& progress) -> Jobs::Finish {
                          auto found = std::make_shared<std::vector<Alike>>(gatherAlike(*model, list, limits));
                          if (!costOfSharing(*found, *model, shippedCatalogue(), 1.0, progress)) return {};
                          return [this, model, found] {
                              if (model != doc_.sharedModel()) return say({}, "the frame has changed meanwhile: gather again");
                              proposals_ = std::move(*found);
                              of_ = model;
                              double cost = 0;
                              size_t unknown = 0;
                              for (const Alike& a : proposals_) {
                                  if (a.costed) cost += a.shared - a.alone;
                                  unknown += !a.costed;
                              }
                              QString words = "sharing costs " + str(doc_.units().text(Quantity::Mass, cost));
                              if (unknown > 0) words += QString(", not known of %1").arg(unknown);
                              say({}, words);
                              Q_EMIT changed();
                          };
                      });
}

void GroupsBar::runTake()
{
    SetGroups e;
    e.words = "Groups of members that are alike";
    for (const Alike& a : proposals_)
        for (const size_t m : a.members)
            e.members.emplace_back(doc_.refs({m}).front(), a.name);
    drop();
    say(doc_.run(e));
}

} // namespace wr
