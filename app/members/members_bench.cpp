#include "app/members/members_bench.h"

#include "app/members/chain_strip.h"
#include "app/shell/document.h"
#include "app/shell/labels.h"
#include "app/shell/text.h"
#include "core/base/entry.h"
#include "core/members/forming_reason.h"
#include "core/project/member_edits.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QVBoxLayout>
#include <algorithm>
#include <map>
#include <numbers>
#include <set>

namespace wr {

namespace {

constexpr double kDegree = std::numbers::pi / 180;

QPushButton* action(const QString& text, QWidget* parent)
{
    auto* b = new QPushButton(text, parent);
    b->setObjectName("link");
    b->setCursor(Qt::PointingHandCursor);
    return b;
}

std::set<std::pair<int, size_t>> endsOf(const SharedList<Member>& members)
{
    std::set<std::pair<int, size_t>> out; // node, how many members end there
    std::map<int, size_t> count;
    for (const Member& m : members) {
        ++count[m.startNode];
        ++count[m.endNode];
    }
    out.insert(count.begin(), count.end());
    return out;
}

} // namespace

MembersBench::MembersBench(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), title_(label("title", this)), length_(label("title", this)), facts_(label("quiet", this)),
      why_(new QLabel(this)), places_(new QLabel(this)), effect_(label("quiet", this)), trouble_(label("trouble", this)),
      counts_(label("quiet", this)), strip_(new ChainStrip(doc, this)), one_(new QWidget(this)), many_(new QWidget(this))
{
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(16, 10, 14, 10);
    all->setSpacing(6);
    auto* head = new QHBoxLayout;
    length_->setAlignment(Qt::AlignRight);
    head->addWidget(title_, 1);
    head->addWidget(length_);
    all->addLayout(head);
    all->addWidget(facts_);
    all->addWidget(strip_);
    all->addWidget(why_);
    all->addWidget(places_);
    why_->setWordWrap(true);
    places_->setWordWrap(true);
    places_->setTextFormat(Qt::RichText);
    buildChange(*all);
    all->addWidget(trouble_);
    buildRule(*all);
    all->addStretch();
    for (const auto signal : {&Document::opened, &Document::modelChanged, &Document::pickChanged})
        connect(&doc_, signal, this, [this] {
            if (isVisible()) refresh(); // what could be joined is tried out: only where someone looks
        });
}

void MembersBench::buildChange(QVBoxLayout& all)
{
    auto* g = new QGridLayout(one_);
    g->setContentsMargins(0, 0, 0, 0);
    g->setVerticalSpacing(3);
    int row = 0;
    g->addWidget(label("head", one_, "Change it"), row++, 0, 1, 2);
    const auto add = [&](QPushButton*& b, const QString& text, QLabel*& words) {
        b = action(text, one_);
        words = label("quiet", one_);
        words->setAlignment(Qt::AlignRight | Qt::AlignVCenter);
        g->addWidget(b, row, 0, Qt::AlignLeft);
        g->addWidget(words, row++, 1);
    };
    add(join_[0], "Join with", joined_[0]);
    add(join_[1], "Join with", joined_[1]);
    split_ = action("Split at", one_);
    splitAt_ = new QComboBox(one_);
    splitAt_->setAccessibleName("Node to split at");
    g->addWidget(split_, row, 0, Qt::AlignLeft);
    g->addWidget(splitAt_, row++, 1);
    add(turn_, "Turn round", turnWords_);
    add(byRule_, "Back to the rule", byRuleWords_);
    g->setColumnStretch(1, 1);
    auto* m = new QVBoxLayout(many_);
    m->setContentsMargins(0, 0, 0, 0);
    m->setSpacing(3);
    m->addWidget(label("head", many_, "Change them"));
    for (auto [b, text] : {std::pair{&joinPicked_, "Join the picked into one"},
                           {&joinEach_, "Join each with what continues it"},
                           {&turnMany_, "Turn all round"},
                           {&byRuleMany_, "Back to the rule"}}) {
        *b = action(text, many_);
        m->addWidget(*b, 0, Qt::AlignLeft);
    }
    all.addWidget(one_);
    all.addWidget(many_);
    for (const bool end : {false, true})
        connect(join_[end], &QPushButton::clicked, this, [this, end] {
            say(doc_.run(JoinMembers{{pickedIds().front(), joinTo_[end]}}));
        });
    connect(split_, &QPushButton::clicked, this, [this] {
        say(doc_.run(SplitMember{pickedIds().front(), splitAt_->currentData().toInt()}));
    });
    for (QPushButton* b : {turn_, turnMany_})
        connect(b, &QPushButton::clicked, this, [this] { say(doc_.run(TurnMembers{pickedIds()})); });
    for (QPushButton* b : {byRule_, byRuleMany_})
        connect(b, &QPushButton::clicked, this, [this] { say(doc_.run(BackToRule{pickedIds()})); });
    connect(joinPicked_, &QPushButton::clicked, this, [this] { say(doc_.run(JoinMembers{pickedIds()})); });
    connect(joinEach_, &QPushButton::clicked, this, &MembersBench::runJoinEach);
}

void MembersBench::buildRule(QVBoxLayout& all)
{
    angle_ = new QLineEdit(this);
    angle_->setAccessibleName("Angle up to which pieces count as in line, degrees");
    angle_->setFixedWidth(64);
    beams_ = new QCheckBox("Beams break at columns that take bending", this);
    columns_ = new QCheckBox("Columns break at floors", this);
    take_ = new QPushButton("Take this rule", this);
    take_->setObjectName("primary");
    letGo_ = new QPushButton("Let go", this);
    all.addWidget(label("head", this, "Rule for all that no entry lists"));
    all.addWidget(counts_);
    auto* line = new QHBoxLayout;
    line->addWidget(new QLabel("In one line within", this));
    line->addWidget(angle_);
    line->addStretch();
    all.addLayout(line);
    all.addWidget(beams_);
    all.addWidget(columns_);
    all.addWidget(effect_);
    auto* buttons = new QHBoxLayout;
    buttons->addWidget(take_);
    buttons->addWidget(letGo_);
    buttons->addStretch();
    all.addLayout(buttons);
    connect(angle_, &QLineEdit::textEdited, this, &MembersBench::tryRule);
    for (QCheckBox* c : {beams_, columns_})
        connect(c, &QCheckBox::toggled, this, &MembersBench::tryRule);
    connect(take_, &QPushButton::clicked, this, [this] {
        QString why;
        const FormingRule rule = ruleTyped(why);
        say(why.isEmpty() ? doc_.run(SetForming{rule}) : why);
    });
    connect(letGo_, &QPushButton::clicked, this, &MembersBench::refreshRule);
}

std::vector<std::string> MembersBench::pickedIds() const
{
    std::vector<std::string> out;
    for (const size_t i : doc_.pick())
        out.push_back(doc_.model().members()[i].id);
    return out;
}

void MembersBench::say(const QString& trouble)
{
    trouble_->setText(trouble);
    trouble_->setVisible(!trouble.isEmpty());
    if (trouble.isEmpty()) refresh();
}

void MembersBench::refresh()
{
    if (!doc_.hasFrame()) return;
    trouble_->hide();
    const size_t n = doc_.pick().size();
    strip_->setVisible(n == 1);
    why_->setVisible(n <= 1);
    places_->setVisible(n == 1);
    one_->setVisible(n == 1);
    many_->setVisible(n > 1);
    length_->setVisible(n >= 1);
    facts_->setVisible(n >= 1);
    if (n == 0) {
        title_->setText("Members");
        why_->setText("Pick a member to see the chain of elements it is made of, why it is one, and what its ends meet.");
    } else if (n == 1)
        refreshOne();
    else
        refreshMany();
    refreshRule();
    strip_->update();
}

void MembersBench::refreshOne()
{
    const Frame& f = doc_.frame();
    const UnitSystem& u = doc_.units();
    const auto& members = doc_.model().members();
    const Member& m = members[*doc_.pick().begin()];
    const auto elementsAt = elementsAtNodes(f);
    const FormingReason r = formingReason(f, m, elementsAt, memberNames(doc_.model().formed()));
    const FrameSection& s = f.sections[m.section];
    title_->setText(str(m.id));
    length_->setText(str(u.text(Quantity::Length, m.length)));
    facts_->setText(str(s.name.empty() ? s.id : s.name) + (m.group.empty() ? QString() : " · " + str(m.group)));
    QString why = str(r.why);
    if (!why.isEmpty()) why[0] = why[0].toUpper();
    why_->setText(why + ".");
    QString rows;
    const auto nodes = nodesAlong(f, m);
    constexpr size_t kRows = 12;
    for (size_t k = 0; k < nodes.size(); ++k) {
        if (nodes.size() > kRows && k >= kRows - 2 && k + 1 < nodes.size()) {
            if (k == kRows - 2) rows += QString("<br>… %1 more nodes").arg(nodes.size() - kRows + 1);
            continue;
        }
        QString meets;
        if (k == 0 || k + 1 == nodes.size())
            meets = str(endWords(f, r.ends[k > 0], memberNames(doc_.model().formed())));
        else
            for (const int e : elementsAt[nodes[k].first])
                if (std::none_of(m.pieces.begin(), m.pieces.end(), [e](const MemberPiece& p) { return p.element == e; }))
                    meets += (meets.isEmpty() ? "" : ", ") +
                             str(members[static_cast<size_t>(doc_.model().formed().ofElement(e))].id);
        rows += QString("%1<b>%2</b>&nbsp; %3 &nbsp;%4")
                    .arg(rows.isEmpty() ? "" : "<br>", decimal(u.show(Quantity::Length, nodes[k].second), 3),
                         str(f.nodes[nodes[k].first].id).toHtmlEscaped(), meets.toHtmlEscaped());
    }
    places_->setText(rows);
    for (const bool end : {false, true}) {
        const int next = r.ends[end].next;
        const size_t other = next < 0 ? members.size() : static_cast<size_t>(doc_.model().formed().ofElement(next));
        const bool can = other < members.size();
        join_[end]->setVisible(can);
        joined_[end]->setVisible(can);
        if (!can) continue;
        joinTo_[end] = members[other].id;
        join_[end]->setText("Join with " + str(joinTo_[end]));
        // Tried on a copy: what it would come to, or why it cannot be.
        Frame copy = f;
        const auto tried = applyMemberEdit(copy, JoinMembers{{m.id, joinTo_[end]}});
        join_[end]->setEnabled(tried.has_value());
        join_[end]->setToolTip(tried ? QString() : str(tried.error()));
        joined_[end]->setText(tried ? str(u.text(Quantity::Length, m.length + members[other].length))
                                    : QString("cannot be one"));
    }
    splitAt_->clear();
    for (size_t k = 1; k + 1 < nodes.size(); ++k)
        splitAt_->addItem(
            str(fmt::format("{}, node {}", u.text(Quantity::Length, nodes[k].second), f.nodes[nodes[k].first].id)),
            nodes[k].first);
    splitAt_->setCurrentIndex(splitAt_->count() / 2);
    for (QWidget* w : std::initializer_list<QWidget*>{split_, splitAt_})
        w->setVisible(splitAt_->count() > 0);
    turnWords_->setText("begins at node " + str(f.nodes[m.endNode].id));
    byRule_->setVisible(!m.ofRule());
    byRuleWords_->setVisible(!m.ofRule());
    byRuleWords_->setText(m.byHand ? "put together by hand" : "listed in the file");
}

void MembersBench::refreshMany()
{
    const auto& members = doc_.model().members();
    double length = 0;
    size_t elements = 0;
    for (const size_t i : doc_.pick()) {
        length += members[i].length;
        elements += members[i].pieces.size();
    }
    title_->setText(QString("%1 members").arg(doc_.pick().size()));
    length_->setText(str(doc_.units().text(Quantity::Length, length)));
    facts_->setText(QString("%1 elements").arg(elements));
}

void MembersBench::refreshRule()
{
    if (!doc_.hasFrame()) return;
    filling_ = true;
    const FormingRule rule = doc_.frame().design.forming.value_or(FormingRule{});
    angle_->setText(QString::number(rule.angle / kDegree, 'g', 4) + "°");
    beams_->setChecked(rule.beams == FormingRule::Beams::AtColumns);
    columns_->setChecked(rule.columns == FormingRule::Columns::AtLevels);
    filling_ = false;
    int byRule = 0, byHand = 0, file = 0;
    for (const Member& m : doc_.model().members())
        ++(m.ofRule() ? byRule : m.byHand ? byHand : file);
    counts_->setText(QString("%1 by rule · %2 in the file · %3 by hand").arg(byRule).arg(file).arg(byHand));
    effect_->setText("");
    effect_->hide();
    take_->setEnabled(false);
    letGo_->setEnabled(false);
    Q_EMIT tried({});
}

FormingRule MembersBench::ruleTyped(QString& why) const
{
    FormingRule rule;
    const QString text = QString(angle_->text()).remove("°").trimmed();
    bool number = false;
    const double degrees = QString(text).replace(',', '.').toDouble(&number);
    if (!number || !(degrees > 0) || degrees > 30) why = "The angle is a number of degrees over 0 and up to 30.";
    rule.angle = degrees * kDegree;
    rule.beams = beams_->isChecked() ? FormingRule::Beams::AtColumns : FormingRule::Beams::Whole;
    rule.columns = columns_->isChecked() ? FormingRule::Columns::AtLevels : FormingRule::Columns::Whole;
    return rule;
}

// What the rule would make of the frame, before it is taken.
void MembersBench::tryRule()
{
    if (filling_ || !doc_.hasFrame()) return;
    QString why;
    const FormingRule rule = ruleTyped(why);
    effect_->show();
    letGo_->setEnabled(true);
    take_->setEnabled(why.isEmpty());
    if (!why.isEmpty()) {
        effect_->setText(why);
        return;
    }
    Frame copy = doc_.frame();
    if (!applyMemberEdit(copy, SetForming{rule})) return;
    std::vector<Finding> ignored;
    const Formed now = formMembers(copy, ignored);
    const auto& was = doc_.model().members();
    const auto before = endsOf(was), after = endsOf(now.members());
    std::set<int> nodes;
    for (const auto& [a, b] : {std::pair{&before, &after}, {&after, &before}})
        for (const auto& x : *a)
            if (!b->contains(x)) nodes.insert(x.first);
    effect_->setText(nodes.empty() ? "No member would change."
                                   : QString("%1 members become %2: %3 joints ringed in the view")
                                         .arg(was.size())
                                         .arg(now.members().size())
                                         .arg(nodes.size()));
    Q_EMIT tried({nodes.begin(), nodes.end()});
}

void MembersBench::runJoinEach()
{
    const Frame& f = doc_.frame();
    const auto& members = doc_.model().members();
    const auto elementsAt = elementsAtNodes(f);
    // One after the other on a copy; what cannot be joined stays. One edit, one step back.
    Frame next = f;
    int joined = 0;
    QString refused;
    std::map<std::string, std::string> now; // the name a member goes by after the joins before
    const auto nameOf = [&](std::string id) {
        while (now.contains(id))
            id = now[id];
        return id;
    };
    for (const size_t i : doc_.pick())
        for (const MemberEnd& end : formingReason(f, members[i], elementsAt, memberNames(doc_.model().formed())).ends) {
            if (end.next < 0) continue;
            const auto other = static_cast<size_t>(doc_.model().formed().ofElement(end.next));
            const std::string a = nameOf(members[i].id), b = nameOf(members[other].id);
            if (a == b) continue;
            const auto done = applyMemberEdit(next, JoinMembers{{a, b}});
            if (!done) {
                refused = str(done.error());
                continue;
            }
            ++joined;
            const bool keepsA = done->ends_with(" " + a);
            now[keepsA ? b : a] = keepsA ? a : b;
        }
    if (joined == 0) return say(refused.isEmpty() ? "Nothing continues the picked members." : refused);
    say(doc_.run(differences(f, next, fmt::format("{} members joined with what continues them", joined))));
}

} // namespace wr
