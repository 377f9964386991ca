#include "app/bench/result_bench.h"

#include "app/shell/text.h"

#include "app/frameview/result_layer.h"
#include "app/shell/document.h"

#include <QGridLayout>
#include <QHBoxLayout>
#include <QToolButton>
#include <QVBoxLayout>
#include <algorithm>
#include <cmath>

namespace wr {

ResultBench::ResultBench(Document& doc, QWidget* parent)
    : QWidget(parent), doc_(doc), words_(new QLabel), loads_(new QComboBox), modes_(new QComboBox),
      what_(new QButtonGroup(this)), scale_(new QSlider(Qt::Horizontal)), animate_(new QCheckBox("animate")),
      buckling_(new QPushButton("Buckling")), vibration_(new QPushButton("Vibration"))
{
    words_->setObjectName("quiet");
    words_->setWordWrap(true);
    loads_->setAccessibleName("Load shown");
    loads_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    modes_->setAccessibleName("Mode shown");
    modes_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    modes_->hide();
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(5);
    all->addWidget(words_);
    all->addWidget(loads_);
    all->addLayout(buildChoices());
    auto* row = new QHBoxLayout;
    auto* label = new QLabel("size");
    label->setObjectName("quiet");
    scale_->setRange(-20, 20); // tenths of a power of ten
    scale_->setAccessibleName("Size of what is drawn");
    row->addWidget(label);
    row->addWidget(scale_, 1);
    row->addWidget(animate_);
    all->addLayout(row);
    auto* modes = new QHBoxLayout;
    buckling_->setToolTip("Buckling modes of the load shown");
    vibration_->setToolTip("Natural frequencies with the frame's own mass");
    modes->addWidget(buckling_, 1);
    modes->addWidget(vibration_, 1);
    all->addLayout(modes);
    all->addWidget(modes_);
    for (const auto signal : {&Document::opened, &Document::resultsChanged, &Document::modelChanged})
        connect(&doc_, signal, this, [this] { words_->setText(analysisWords()); });
}

// One button for each thing that can be drawn over the frame.
QGridLayout* ResultBench::buildChoices()
{
    auto* grid = new QGridLayout;
    grid->setSpacing(3);
    static const struct
    {
        Shown shown;
        const char* words;
        const char* name;
        int row, column, span;
    } buttons[] = {{Shown::Nothing, "Frame only", "Show no results", 0, 0, 3},
                   {Shown::Loads, "Loads", "Show the loads", 0, 3, 3},
                   {Shown::Deflected, "Deflected", "Show the deflected shape", 1, 0, 3},
                   {Shown::Reactions, "Reactions", "Show the reactions", 1, 3, 3},
                   {Shown::N, "N", "Axial force", 2, 0, 1},
                   {Shown::Vy, "Vy", "Shear along y", 2, 1, 1},
                   {Shown::Vz, "Vz", "Shear along z", 2, 2, 1},
                   {Shown::T, "T", "Torsion", 2, 3, 1},
                   {Shown::My, "My", "Bending about y, major", 2, 4, 1},
                   {Shown::Mz, "Mz", "Bending about z, minor", 2, 5, 1}};
    for (const auto& b : buttons) {
        auto* t = new QToolButton;
        t->setObjectName("view");
        t->setText(b.words);
        t->setAccessibleName(b.name);
        t->setToolTip(b.name);
        t->setCheckable(true);
        t->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        what_->addButton(t, static_cast<int>(b.shown));
        grid->addWidget(t, b.row, b.column, 1, b.span);
    }
    what_->button(static_cast<int>(Shown::Nothing))->setChecked(true);
    return grid;
}

void ResultBench::watch(ResultLayer* layer)
{
    layer_ = layer;
    setEnabled(layer != nullptr);
    if (!layer) return;
    connect(layer_, &ResultLayer::loadsChanged, this, &ResultBench::fillLoads);
    connect(layer_, &ResultLayer::changed, this, &ResultBench::follow);
    connect(layer_, &ResultLayer::modesFound, this, [this] {
        const QSignalBlocker block(modes_);
        modes_->clear();
        for (int i = 0; i < layer_->modes(); ++i)
            modes_->addItem(layer_->modeWords(i));
        if (layer_->modes() == 0) modes_->addItem("nothing buckles under this load");
        modes_->show();
    });
    connect(loads_, &QComboBox::activated, layer_, &ResultLayer::setLoad);
    connect(modes_, &QComboBox::activated, layer_, &ResultLayer::setMode);
    connect(what_, &QButtonGroup::idClicked, layer_, [this](int id) { layer_->setShown(static_cast<Shown>(id)); });
    connect(scale_, &QSlider::valueChanged, layer_, [this](int v) { layer_->setScale(std::pow(10.0, v / 20.0)); });
    connect(animate_, &QCheckBox::clicked, layer_, &ResultLayer::animate);
    connect(buckling_, &QPushButton::clicked, layer_, [this] { layer_->findBuckling(6); });
    connect(vibration_, &QPushButton::clicked, layer_, [this] { layer_->findVibration(8); });
}

void ResultBench::fillLoads()
{
    const QSignalBlocker block(loads_);
    loads_->clear();
    for (const ShownLoad& l : layer_->loads()) {
        const std::string& title =
            l.combination >= 0 ? doc_.frame().combinations[l.combination].title : doc_.frame().cases[l.loadCase].title;
        loads_->addItem(QString::fromStdString(l.name + (title.empty() ? "" : "   " + title)));
    }
    loads_->setCurrentIndex(layer_->load());
    modes_->hide();
    words_->setText(analysisWords());
}

void ResultBench::follow()
{
    loads_->setCurrentIndex(layer_->load());
    if (auto* b = what_->button(static_cast<int>(layer_->shown())))
        b->setChecked(true);
    else { // a mode: none of them
        what_->setExclusive(false);
        for (QAbstractButton* other : what_->buttons())
            other->setChecked(false);
        what_->setExclusive(true);
    }
    const bool moves = layer_->shown() == Shown::Deflected || layer_->shown() == Shown::Mode;
    animate_->setEnabled(moves);
    animate_->setChecked(layer_->animated());
    if (modes_->count() == layer_->modes()) modes_->setCurrentIndex(layer_->mode());
}

QString ResultBench::analysisWords() const
{
    if (!doc_.hasFrame()) return {};
    const FrameForces& r = doc_.analysed();
    if (r.forces.empty()) return "Not analysed: see the findings.";
    if (!doc_.forcesFit()) return "The forces belong to other sizes: analyse again (F5).";
    if (r.forces.given) return "Forces came with the file.";
    QString out = "Analysed in " + QString::fromStdString(choiceWords(doc_.choice()));
    if (r.outcomes.empty())
        return out + QString(": %1 freedoms, error measured %2.").arg(r.freedoms).arg(r.accuracy, 0, 'e', 0);
    int most = 0;
    double tau = 1;
    for (const CombinationOutcome& c : r.outcomes) {
        most = std::max(most, c.iterations);
        tau = std::min(tau, c.leastTau);
    }
    out += QString(": %1 loads one by one, at most %2 iterations").arg(r.outcomes.size()).arg(most);
    if (tau < 1) out += QString(", least τb %1").arg(decimal(tau, 3));
    return out + ".";
}

} // namespace wr
