#include "app/shape/shape_bench.h"

#include "app/shape/case_bar.h"
#include "app/shape/joint_pictures.h"

#include "app/shape/shape_desk.h"
#include "app/shell/document.h"
#include "app/shell/labels.h"
#include "app/shell/text.h"
#include "core/base/entry.h"
#include "core/shaping/load_words.h"

#include <QCheckBox>
#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QPushButton>
#include <QToolButton>
#include <QVBoxLayout>
#include <algorithm>

namespace wr {

ShapeBench::ShapeBench(Document& doc, ShapeDesk& desk, ToolKind kind, QWidget* parent)
    : QWidget(parent), doc_(doc), desk_(desk), kind_(kind), about_(label("quiet", this)), picked_(label("head", this)),
      effect_(label("quiet", this)), trouble_(label("trouble", this)), gridTrouble_(label("trouble", this)),
      act_(new QPushButton("Draw", this)), setGrid_(new QPushButton("Set the grid", this)), gridForm_(new QWidget(this))
{
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(0, 0, 0, 0);
    all->setSpacing(6);
    auto* tools = new QGridLayout;
    tools->setSpacing(3);
    if (kind_ == ToolKind::Loads) {
        cases_ = new CaseBar(doc_, desk_, this);
        all->addWidget(cases_);
    }
    int cell = 0;
    for (const ShapeTool& t : shapeTools()) {
        if (t.kind != kind_) continue;
        auto* b = new QToolButton(this);
        b->setObjectName("view");
        b->setText(str(t.title));
        b->setCheckable(true);
        b->setAutoExclusive(true);
        b->setToolTip(str(t.meaning));
        b->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
        b->setMinimumWidth(84); // room for the longest word beside a scroll bar
        const std::string key(t.key);
        connect(b, &QToolButton::clicked, this, [this, key] { desk_.setTool(key); });
        tools_[key] = b;
        tools->addWidget(b, cell / 3, cell % 3);
        ++cell;
    }
    all->addLayout(tools);
    all->addWidget(about_);
    all->addWidget(picked_);
    form_ = new QWidget(this);
    all->addWidget(form_);
    act_->setObjectName("primary");
    all->addWidget(effect_);
    all->addWidget(trouble_);
    all->addWidget(act_, 0, Qt::AlignLeft);
    gridForm_->setVisible(!cases_);
    setGrid_->setVisible(!cases_);
    if (!cases_) {
        buildGrid();
        all->addWidget(gridForm_);
    }
    connect(act_, &QPushButton::clicked, this, &ShapeBench::runAct);
    connect(&desk_, &ShapeDesk::changed, this, [this] {
        if (isVisible()) refresh();
    });
    connect(&doc_, &Document::opened, this, [this] {
        askedFor_.clear();
        for (auto& [key, line] : grid_)
            line->clear();
        if (isVisible()) refresh();
    });
}

void ShapeBench::buildGrid()
{
    auto* g = new QGridLayout(gridForm_);
    g->setContentsMargins(0, 8, 0, 0);
    g->setVerticalSpacing(3);
    g->addWidget(label("head", gridForm_, "Grid and levels"), 0, 0, 1, 2);
    int row = 1;
    for (const auto& [key, title, hint] : {std::tuple{"x", "Along x", "4 × 6 m, 5 m"},
                                           {"y", "Along y", "2 × 5 m"},
                                           {"levels", "Storeys", "4 m, 2 × 3.5 m"},
                                           {"origin", "Begins at", "0; 0; 0"},
                                           {"turn", "Turned", "0°"}}) {
        auto* line = new QLineEdit(gridForm_);
        line->setPlaceholderText(hint);
        line->setAccessibleName(QString("Grid: %1").arg(title));
        connect(line, &QLineEdit::returnPressed, this, &ShapeBench::runGrid);
        grid_[key] = line;
        g->addWidget(new QLabel(title, gridForm_), row, 0);
        g->addWidget(line, row++, 1);
    }
    g->addWidget(gridTrouble_, row++, 0, 1, 2);
    g->addWidget(setGrid_, row, 0, 1, 2, Qt::AlignLeft);
    gridTrouble_->hide();
    connect(setGrid_, &QPushButton::clicked, this, &ShapeBench::runGrid);
}

void ShapeBench::runGrid()
{
    if (!doc_.hasFrame()) return;
    const auto text = [&](const char* key) { return grid_.at(key)->text().toStdString(); };
    const auto g = typedGrid(text("x"), text("y"), text("levels"), text("origin"), text("turn"), doc_.frame());
    const QString trouble = g ? doc_.run(SetGrid{*g}) : str(g.error().text);
    gridTrouble_->setText(trouble);
    gridTrouble_->setVisible(!trouble.isEmpty());
}

QWidget* ShapeBench::field(const std::string& key) const
{
    const auto at = fields_.find(key);
    return at == fields_.end() ? nullptr : at->second;
}

QString ShapeBench::effect() const
{
    return effect_->text();
}

QString ShapeBench::trouble() const
{
    return trouble_->isHidden() ? QString() : trouble_->text();
}

void ShapeBench::showEvent(QShowEvent*)
{
    desk_.setKind(kind_);
    desk_.use(true);
    refresh();
}

void ShapeBench::hideEvent(QHideEvent*)
{
    desk_.use(false);
}

void ShapeBench::ask()
{
    asked_ = desk_.tool();
    fields_.clear();
    delete form_->layout();
    qDeleteAll(form_->findChildren<QWidget*>(QString(), Qt::FindDirectChildrenOnly));
    auto* g = new QGridLayout(form_);
    g->setContentsMargins(0, 0, 0, 0);
    g->setVerticalSpacing(3);
    g->setHorizontalSpacing(8);
    int row = 0, flag = 0;
    for (const ShapeField& f : shapeFields(asked_, doc_.frame())) {
        if (cases_ && f.key == "case" && asked_ != "case") continue; // the one at hand
        const auto typed = desk_.typed().find(f.key);
        const std::string value = typed != desk_.typed().end() ? typed->second : f.key == "case" ? desk_.loadCase() : f.value;
        const std::string key = f.key;
        QWidget* w = nullptr;
        if (f.kind == ShapeField::Kind::Flag) {
            auto* box = new QCheckBox(str(f.title), form_);
            box->setChecked(value == "yes");
            connect(box, &QCheckBox::toggled, this, [this, key](bool on) { desk_.type(key, on ? "yes" : "no"); });
            if (cases_) // words that want the width
                g->addWidget(box, row++, 0, 1, 2, Qt::AlignLeft);
            else {
                g->addWidget(box, row, flag % 2, Qt::AlignLeft);
                if (++flag % 2 == 0) ++row;
            }
            w = box;
        } else if (f.kind == ShapeField::Kind::Word) {
            auto* list = new QComboBox(form_);
            for (const std::string& word : f.words)
                if (cases_)
                    list->addItem(str(word));
                else
                    list->addItem(f.key == "kind" ? supportPicture(str(word)) : endPicture(str(word)), str(word));
            list->setIconSize({26, 18});
            list->setCurrentText(str(value));
            connect(list, &QComboBox::currentTextChanged, this,
                    [this, key](const QString& t) { desk_.type(key, t.toStdString()); });
            w = list;
        } else {
            auto* line = new QLineEdit(str(value), form_);
            line->setPlaceholderText(standing(key));
            connect(line, &QLineEdit::textEdited, this, [this, key](const QString& t) { desk_.type(key, t.toStdString()); });
            connect(line, &QLineEdit::returnPressed, this, &ShapeBench::runAct);
            w = line;
        }
        w->setAccessibleName(str(f.title));
        w->setToolTip(str(f.meaning));
        fields_[key] = w;
        if (f.kind == ShapeField::Kind::Flag) continue;
        if (flag % 2 == 1) ++row;
        flag = 0;
        g->addWidget(new QLabel(str(f.title), form_), row, 0);
        g->addWidget(w, row++, 1);
    }
    g->setColumnStretch(1, 1);
}

// What the case at hand says now, behind a field of the tool Case that is empty.
QString ShapeBench::standing(const std::string& key) const
{
    if (asked_ != "case") return {};
    const Frame& f = doc_.frame();
    for (const LoadCase& c : f.cases.list()) {
        if (c.id != desk_.loadCase()) continue;
        if (key == "title") return str(c.title);
        if (key == "weight") return QString::number(c.selfWeight);
        if (key == "hand" && c.handSum) return str(vectorText(f, Quantity::Force, *c.handSum));
    }
    return {};
}

void ShapeBench::refresh()
{
    if (!doc_.hasFrame() || desk_.kind() != kind_) return;
    if (cases_) cases_->refresh();
    // The tool Case shows the case at hand: another one, other words.
    const std::string asked = desk_.tool() + (desk_.tool() == "case" ? "/" + desk_.loadCase() : "");
    if (askedFor_ != asked) {
        askedFor_ = asked;
        ask();
    }
    const ShapeTool& t = *shapeTool(desk_.tool());
    // What counts only beside another word is grey until that stands.
    for (const ShapeField& f : shapeFields(desk_.tool(), doc_.frame())) {
        if (f.where.empty()) continue;
        const bool counts = std::any_of(f.where.begin(), f.where.end(), [&](const std::string& key) {
            auto* list = qobject_cast<QComboBox*>(field(key));
            return list && list->currentText() == str(f.word);
        });
        field(f.key)->setEnabled(counts);
    }
    tools_.at(desk_.tool())->setChecked(true);
    about_->setText(desk_.tool() == "draw"
                        ? "Click places in the view, one after the other; Esc ends the line. Or type both ends."
                        : str(t.meaning).replace(0, 1, str(t.meaning).left(1).toUpper()) + ".");
    picked_->setText(desk_.pickWords());
    picked_->setVisible(t.elements || t.nodes);
    effect_->setText(desk_.effectWords());
    effect_->setVisible(!effect_->text().isEmpty());
    const QString trouble = desk_.trouble();
    trouble_->setText(trouble);
    trouble_->setVisible(!trouble.isEmpty());
    static const std::map<std::string, QString> verbs{
        {"section", "Set"}, {"ends", "Set"}, {"stand", "Set"},       {"support", "Set"},    {"nodal", "Put"}, {"line", "Put"},
        {"point", "Put"},   {"area", "Put"}, {"temperature", "Put"}, {"settlement", "Put"}, {"alter", "Do"},  {"case", "Set"}};
    const auto verb = verbs.find(desk_.tool());
    act_->setText(verb == verbs.end() ? str(t.title) : verb->second);
    act_->setEnabled(desk_.canCarryOut());
}

void ShapeBench::runAct()
{
    const QString trouble = desk_.carryOut();
    if (!trouble.isEmpty()) {
        trouble_->setText(trouble);
        trouble_->show();
    }
}

} // namespace wr
