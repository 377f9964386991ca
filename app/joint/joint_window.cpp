#include "app/joint/joint_window.h"

#include "app/frame/table_model.h"
#include "app/shell/document.h"
#include "app/shell/labels.h"
#include "app/shell/quiet_table.h"
#include "app/shell/text.h"
#include "app/trace/trace_view.h"
#include "core/base/entry.h"
#include "core/reporting/joint_tables.h"

#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QScrollArea>
#include <QSpinBox>
#include <QVBoxLayout>

namespace wr {

namespace {

constexpr std::array<Quantity, 4> kMeasures{Quantity::SectionLength, Quantity::Stress, Quantity::SectionLength,
                                            Quantity::SectionLength};

QTableView* tableOf(TableModel& model, const char* name)
{
    auto* v = new QTableView;
    makeQuiet(*v, name);
    v->horizontalHeader()->setStretchLastSection(false);
    v->setModel(&model);
    v->setWordWrap(false);
    return v;
}

} // namespace

JointWindow::JointWindow(Document& doc, QWidget* parent)
    : QDialog(parent), doc_(doc), field_(new QLineEdit), start_(new QPushButton("start")), last_(new QPushButton("end")),
      combination_(new QComboBox), end_(new QComboBox), grade_(new QComboBox), count_(new QSpinBox), size_(new QLineEdit),
      threads_(new QCheckBox("threads in the shear plane")), planes_(new QCheckBox("two shear planes")),
      forces_(new TableModel(this)), balance_(new TableModel(this)), forcesView_(tableOf(*forces_, "Forces of the ends")),
      balanceView_(tableOf(*balance_, "On the node")), told_(named("quiet")), verdict_(named("head")), trace_(new TraceView)
{
    setWindowTitle("Joint — Wren Rail");
    setAttribute(Qt::WA_StyledBackground);
    resize(1080, 660);
    for (QLineEdit*& m : measures_)
        m = new QLineEdit;
    build();
    connect(field_, &QLineEdit::editingFinished, this, [this] {
        if (!doc_.hasFrame()) return;
        const std::string id = field_->text().trimmed().toStdString();
        const auto& nodes = doc_.frame().nodes;
        for (size_t n = 0; n < nodes.size(); ++n)
            if (nodes[n].id == id) {
                if (static_cast<int>(n) != node_) showNode(static_cast<int>(n));
                return;
            }
        told_->setText(QString("there is no node %1").arg(field_->text()));
    });
    connect(start_, &QPushButton::clicked, this, [this] { showPicked(false); });
    connect(last_, &QPushButton::clicked, this, [this] { showPicked(true); });
    connect(combination_, &QComboBox::currentIndexChanged, this, &JointWindow::refresh);
    for (QComboBox* b : {end_, grade_})
        connect(b, &QComboBox::currentIndexChanged, this, &JointWindow::look);
    connect(count_, &QSpinBox::valueChanged, this, &JointWindow::look);
    for (QLineEdit* f : {size_, measures_[0], measures_[1], measures_[2], measures_[3]})
        connect(f, &QLineEdit::textChanged, this, &JointWindow::look);
    for (QCheckBox* b : {threads_, planes_})
        connect(b, &QCheckBox::toggled, this, &JointWindow::look);
    const auto again = [this] {
        if (!isVisible()) return;
        fill();
        refresh();
    };
    connect(&doc_, &Document::modelChanged, this, again);
    connect(&doc_, &Document::resultsChanged, this, again);
    connect(&doc_, &Document::opened, this, [this] {
        node_ = -1;
        if (isVisible()) showPicked();
    });
    connect(&doc_, &Document::pickChanged, this, [this] {
        for (QPushButton* b : {start_, last_})
            b->setEnabled(doc_.hasFrame() && doc_.pick().size() == 1);
    });
}

void JointWindow::build()
{
    field_->setAccessibleName("Node");
    field_->setMaximumWidth(110);
    combination_->setAccessibleName("Combination");
    combination_->setMinimumWidth(220);
    for (QPushButton* b : {start_, last_}) {
        b->setObjectName("link");
        b->setAutoDefault(false); // Return in a field is for the field
    }
    start_->setAccessibleName("Joint at the start of the picked member");
    last_->setAccessibleName("Joint at the end of the picked member");
    auto* top = new QHBoxLayout;
    top->setSpacing(10);
    top->addWidget(named("head", "Node"));
    top->addWidget(field_);
    auto* of = named("quiet", "of the picked member:");
    of->setWordWrap(false);
    top->addWidget(of);
    top->addWidget(start_);
    top->addWidget(last_);
    top->addStretch();
    top->addWidget(combination_);
    told_->setWordWrap(true);

    count_->setRange(1, 200);
    count_->setButtonSymbols(QAbstractSpinBox::NoButtons);
    count_->setValue(4);
    count_->setAccessibleName("Bolts");
    end_->setAccessibleName("End with the bolts");
    end_->setMinimumWidth(170);
    size_->setAccessibleName("Size of the bolts");
    size_->setMaximumWidth(76);
    grade_->setAccessibleName("Grade of the bolts");
    threads_->setChecked(true);
    constexpr std::array<const char*, 4> names{"plate", "strength", "to the edge", "between holes"};
    auto* bolts = new QGridLayout;
    bolts->setHorizontalSpacing(8);
    bolts->setVerticalSpacing(5);
    const auto put = [&](int row, const char* name, QWidget* w) {
        auto* l = named("quiet", name);
        l->setWordWrap(false);
        bolts->addWidget(l, row, 0);
        bolts->addWidget(w, row, 1, 1, 3);
    };
    bolts->addWidget(named("head", "Bolts of one end"), 0, 0, 1, 4);
    put(1, "end", end_);
    auto* kind = new QHBoxLayout;
    kind->addWidget(count_);
    kind->addWidget(size_);
    kind->addWidget(grade_);
    auto* kinds = new QWidget;
    kind->setContentsMargins(0, 0, 0, 0);
    kinds->setLayout(kind);
    put(2, "bolts", kinds);
    for (size_t k = 0; k < measures_.size(); ++k) {
        measures_[k]->setAccessibleName(names[k]);
        auto* l = named("quiet", names[k]);
        l->setWordWrap(false);
        bolts->addWidget(l, 3 + static_cast<int>(k / 2), k % 2 ? 2 : 0);
        bolts->addWidget(measures_[k], 3 + static_cast<int>(k / 2), k % 2 ? 3 : 1);
    }
    bolts->addWidget(threads_, 5, 0, 1, 2);
    bolts->addWidget(planes_, 5, 2, 1, 2);
    verdict_->setWordWrap(true);
    bolts->addWidget(verdict_, 6, 0, 1, 4);
    bolts->setRowStretch(7, 1);
    auto* scroll = new QScrollArea;
    scroll->setWidget(trace_);
    scroll->setWidgetResizable(true);
    scroll->setFrameShape(QFrame::NoFrame);
    scroll->setMinimumWidth(420);
    auto* low = new QHBoxLayout;
    low->setSpacing(18);
    low->addLayout(bolts, 1);
    low->addWidget(scroll, 1);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(18, 14, 18, 14);
    all->setSpacing(6);
    all->addLayout(top);
    all->addWidget(told_);
    all->addWidget(forcesView_, 2);
    all->addWidget(balanceView_, 2);
    all->addLayout(low, 5);
}

void JointWindow::showEvent(QShowEvent* e)
{
    QDialog::showEvent(e);
    if (node_ < 0) showPicked();
}

void JointWindow::showPicked(bool atEnd)
{
    fill();
    if (!doc_.hasFrame()) return;
    const CheckModel& model = doc_.model();
    if (doc_.pick().size() == 1) {
        const Member& m = model.members()[*doc_.pick().begin()];
        if (const int n = atEnd ? m.endNode : m.startNode; n >= 0) return showNode(n);
    }
    std::vector<int> ends(model.frame().nodes.size(), 0);
    for (const Element& e : model.frame().elements)
        for (const int n : {e.i, e.j})
            if (++ends[static_cast<size_t>(n)] >= 3) return showNode(n);
    if (!ends.empty()) showNode(0);
}

void JointWindow::showNode(int node)
{
    node_ = node;
    fill();
    refresh();
}

void JointWindow::fill()
{
    filling_ = true;
    const QString combination = combination_->currentText(), grade = grade_->currentText(), end = end_->currentText();
    combination_->clear();
    grade_->clear();
    end_->clear();
    ends_.clear();
    for (QPushButton* b : {start_, last_})
        b->setEnabled(doc_.hasFrame() && doc_.pick().size() == 1);
    if (doc_.hasFrame()) {
        const CheckModel& model = doc_.model();
        combination_->addItem("Largest of each force");
        for (const ForceSet& s : model.forces().sets)
            combination_->addItem(QString::fromStdString(setName(model.frame(), s)));
        if (node_ >= 0 && static_cast<size_t>(node_) < model.frame().nodes.size()) {
            ends_ = endsAt(model, node_);
            field_->setText(QString::fromStdString(model.frame().nodes[static_cast<size_t>(node_)].id));
        }
        for (const JointEnd& e : ends_)
            end_->addItem(QString::fromStdString(jointEndName(model, e)));
        const Standard& s = ends_.empty() ? model.standard() : model.standardOf(static_cast<size_t>(ends_.front().member));
        for (const std::string_view g : s.boltGrades)
            grade_->addItem(str(g));
        // What stands where nothing is typed, in the units at hand.
        const UnitSystem& u = doc_.units();
        const BoltLayout usual;
        measures_[Plate]->setPlaceholderText(str(u.text(Quantity::SectionLength, usual.plate)));
        measures_[Strength]->setPlaceholderText(str(u.text(Quantity::Stress, usual.plateFu)));
        for (const Measure m : {Edge, Pitch})
            measures_[m]->setPlaceholderText("least allowed");
        if (size_->text().isEmpty()) size_->setText(u.section == "in" ? "3/4in" : "M20");
    }
    for (const auto& [box, text] : {std::pair{combination_, combination}, {grade_, grade}, {end_, end}})
        box->setCurrentIndex(std::max(0, box->findText(text)));
    filling_ = false;
}

std::optional<TableSet> JointWindow::set() const
{
    return combination_->currentIndex() > 0 ? std::optional(TableSet(static_cast<size_t>(combination_->currentIndex() - 1)))
                                            : std::nullopt;
}

void JointWindow::refresh()
{
    if (filling_) return;
    if (!doc_.hasFrame() || ends_.empty() || !doc_.hasForces()) {
        forces_->set({});
        balance_->set({});
        told_->setText(!doc_.hasFrame()    ? "open a frame first"
                       : !doc_.hasForces() ? "the frame has no forces: analyse it first"
                                           : "no element ends at this node");
        look();
        return;
    }
    const CheckModel& model = doc_.model();
    const auto one = set();
    balanceView_->setVisible(one.has_value());
    if (one) {
        forces_->set(jointForcesTable(model, ends_, *one));
        balance_->set(
            jointBalanceTable(model, ends_, node_, *one, motionOf(doc_.analysed(), model.forces().sets[one->at()].terms)));
        told_->setText(
            "Forces at the same time. Own axes: N tension, My compresses +z, Mz compresses +y. Beneath, what each end does "
            "to the node.");
    } else {
        forces_->set(jointLargestTable(model, ends_));
        balance_->set({});
        told_->setText(
            "The largest and the smallest of each force over all combinations, each with what goes with it at the same "
            "time. Choose a combination for the balance of the node.");
    }
    for (QTableView* v : {forcesView_, balanceView_}) {
        v->resizeColumnsToContents();
        const int most = v == balanceView_ ? 10 : 7; // rows in sight without scrolling; what is left over stands last
        v->setMinimumHeight(30 + v->verticalHeader()->defaultSectionSize() * std::min(most, v->model()->rowCount()));
    }
    look();
}

QString JointWindow::verdict() const
{
    return verdict_->text();
}

void JointWindow::look()
{
    if (filling_) return;
    const auto nothing = [&](const QString& words) {
        trace_->show({}, doc_.hasFrame() ? doc_.units() : UnitSystem{});
        verdict_->setText(words);
    };
    const int at = end_->currentIndex();
    if (!doc_.hasFrame() || !doc_.hasForces() || at < 0 || static_cast<size_t>(at) >= ends_.size()) return nothing("");
    const CheckModel& model = doc_.model();
    const JointEnd& end = ends_[static_cast<size_t>(at)];
    const Standard& s = model.standardOf(static_cast<size_t>(end.member));
    if (!s.bolts) return nothing(QString("%1 has no look at bolts here").arg(str(s.title)));
    const auto read =
        boltsFromWords(QString("%1 %2 %3").arg(count_->value()).arg(size_->text(), grade_->currentText()).toStdString(), s);
    if (!read) return nothing(QString::fromStdString(read.error()));
    BoltLayout b = *read;
    b.threadsInShear = threads_->isChecked();
    b.planes = planes_->isChecked() ? 2 : 1;
    const std::array<double*, 4> into{&b.plate, &b.plateFu, &b.edge, &b.pitch};
    for (size_t k = 0; k < into.size(); ++k) {
        const QString text = measures_[k]->text().trimmed();
        if (text.isEmpty()) continue;
        const auto v = readEntry(text.toStdString(), kMeasures[k], doc_.units());
        if (!v) return nothing(measures_[k]->accessibleName() + ": " + QString::fromStdString(v.error()));
        *into[k] = *v;
    }
    const auto looked = boltsAt(model, end, b, set());
    if (!looked) return nothing("no forces are known at that end");
    if (!looked->look.refused.empty()) return nothing(QString::fromStdString(looked->look.refused));
    trace_->show(looked->look.trace, doc_.units());
    QString words = QString("%1 by %2, %3")
                        .arg(decimal(looked->look.top(), 3), str(s.boltClause),
                             QString::fromStdString(setName(model.frame(), model.forces().sets[looked->set.at()])));
    if (looked->bending > 100) // N·m
        words += QString("; bending of %1 is not shared out to them")
                     .arg(QString::fromStdString(doc_.units().text(Quantity::Moment, looked->bending)));
    verdict_->setText(words + ". A look, no design of the connection.");
}

} // namespace wr
