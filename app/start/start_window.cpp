#include "app/start/start_window.h"

#include "app/shell/labels.h"
#include "app/shell/text.h"
#include "core/base/counted.h"
#include "core/paper/fonts.h"
#include "core/reporting/frame_drawing.h"
#include "core/standards/standard.h"
#include "render/theme.h"

#include <QComboBox>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QListWidget>
#include <QLocale>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>
#include <algorithm>

namespace wr {

namespace {

constexpr double kWide = 560, kHigh = 360; // of the drawing, pt

// The frame without forces, for its drawing.
std::shared_ptr<const std::vector<Mark>> marksOf(const Frame& f)
{
    static const auto standards = std::make_shared<const std::vector<Standard>>(shippedStandards());
    const CheckModel model(std::make_shared<const Frame>(f), std::make_shared<const ForceTable>(), standards);
    const std::vector<DrawnFrom> all = drawingsOf(f);
    if (all.empty()) return std::make_shared<const std::vector<Mark>>();
    DrawingStyle style;
    style.width = kWide;
    style.height = kHigh;
    style.lettering = f.elements.size() <= 60 ? Lettering::Section : Lettering::None;
    style.titleBlock = false;
    // Flat frames are seen from the front.
    const bool flat = std::all_of(f.nodes.begin(), f.nodes.end(), [](const Node& n) { return std::abs(n.at.y) < 1e-9; });
    const DrawnFrom front{"Front", {1, 0, 0}, {0, 0, 1}, {}};
    return std::make_shared<const std::vector<Mark>>(
        drawFrame(model, nullptr, flat ? front : all.back(), style, paperFonts()).picture.marks);
}

} // namespace

StartWindow::StartWindow(QWidget* parent)
    : QDialog(parent), kinds_(new QListWidget), standard_(new QComboBox), units_(new QComboBox), form_(new QScrollArea),
      picture_(new PageList(PageList::Fit::Whole)), totals_(named("quiet")), trouble_(named("trouble")), about_(named("quiet")),
      take_(new QPushButton("Take this frame"))
{
    setWindowTitle("Start from numbers — Wren Rail");
    setAttribute(Qt::WA_StyledBackground);
    resize(1080, 680);
    build();
    soon_.setSingleShot(true);
    soon_.setInterval(150);
    connect(&soon_, &QTimer::timeout, this, &StartWindow::refresh);
    connect(kinds_, &QListWidget::currentRowChanged, this, &StartWindow::ask);
    connect(standard_, &QComboBox::currentIndexChanged, this, [this] {
        // Feet and pounds go with the standards of their steels, until somebody says otherwise.
        units_->setCurrentIndex(gradeRegion(standard_->currentData().toString().toStdString()) == "ASTM" ? 1 : 0);
        typed_.clear();
        ask();
    });
    connect(units_, &QComboBox::currentIndexChanged, this, [this] {
        typed_.clear();
        ask();
    });
    connect(take_, &QPushButton::clicked, this, [this] {
        if (soon_.isActive()) refresh();
        if (!started_) return;
        Q_EMIT taken(kinds_->currentItem()->text(), started_->frame);
    });
    // Where people measure in metres, the first standard whose steels are not sold in inches.
    const bool metric = QLocale::system().measurementSystem() == QLocale::MetricSystem;
    for (int k = 0; k < standard_->count(); ++k)
        if ((gradeRegion(standard_->itemData(k).toString().toStdString()) != "ASTM") == metric) {
            standard_->setCurrentIndex(k);
            break;
        }
    kinds_->setCurrentRow(1);
}

void StartWindow::build()
{
    kinds_->setAccessibleName("Kinds of frames");
    kinds_->setFrameShape(QFrame::NoFrame);
    kinds_->setFixedWidth(150);
    for (const StartKind& k : startKinds()) {
        auto* item = new QListWidgetItem(str(k.title), kinds_);
        item->setData(Qt::UserRole, str(k.key));
        item->setToolTip(str(k.meaning));
    }
    standard_->setAccessibleName("Standard");
    for (const Standard& s : shippedStandards())
        standard_->addItem(str(s.title), str(s.key));
    units_->setAccessibleName("Units");
    units_->addItems({"m, kN, mm, MPa", "ft, kip, in, ksi"});
    form_->setWidgetResizable(true);
    form_->setFrameShape(QFrame::NoFrame);
    form_->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    form_->setFixedWidth(330);
    picture_->setAccessibleName("The frame as it would be");
    take_->setObjectName("primary");
    take_->setAutoDefault(false);
    auto* left = new QVBoxLayout;
    left->addWidget(named("head", "Start from numbers"));
    left->addWidget(kinds_, 1);
    left->addWidget(standard_);
    left->addWidget(units_);
    auto* middle = new QVBoxLayout;
    middle->addWidget(about_);
    middle->addWidget(form_, 1);
    auto* right = new QVBoxLayout;
    right->addWidget(picture_, 1);
    right->addWidget(totals_);
    right->addWidget(trouble_);
    right->addWidget(take_, 0, Qt::AlignRight);
    auto* all = new QHBoxLayout(this);
    all->setContentsMargins(16, 14, 16, 14);
    all->setSpacing(14);
    all->addLayout(left);
    all->addLayout(middle);
    all->addLayout(right, 1);
}

std::string StartWindow::kind() const
{
    return kinds_->currentItem() ? kinds_->currentItem()->data(Qt::UserRole).toString().toStdString() : std::string();
}

StartSetting StartWindow::setting() const
{
    StartSetting s;
    s.standard = standard_->currentData().toString().toStdString();
    if (units_->currentIndex() == 1)
        s.units = {.length = "ft", .force = "kip", .section = "in", .stress = "ksi", .angle = "deg", .mass = "lb"};
    return s;
}

QWidget* StartWindow::field(const std::string& key) const
{
    const auto it = fields_.find(key);
    return it == fields_.end() ? nullptr : it->second;
}

QString StartWindow::totals() const
{
    return totals_->text();
}

QString StartWindow::trouble() const
{
    return trouble_->text();
}

void StartWindow::ask()
{
    fields_.clear();
    auto* page = new QWidget;
    auto* grid = new QGridLayout(page);
    grid->setContentsMargins(0, 0, 8, 0);
    grid->setVerticalSpacing(4);
    int row = 0;
    const std::string k = kind();
    for (const StartField& f : startFields(k, setting())) {
        auto* name = named("quiet", str(f.title));
        name->setToolTip(str(f.meaning));
        name->setWordWrap(false);
        grid->addWidget(name, row, 0);
        std::string value = f.value;
        if (const auto it = typed_[k].find(f.key); it != typed_[k].end()) value = it->second;
        const auto keep = [this, k, key = f.key](const QString& text) {
            typed_[k][key] = text.toStdString();
            soon_.start();
        };
        QWidget* w = nullptr;
        if (f.kind == StartField::Kind::Word) {
            auto* box = new QComboBox;
            for (const std::string& word : f.words)
                box->addItem(str(word));
            box->setCurrentText(str(value));
            connect(box, &QComboBox::currentTextChanged, this, keep);
            w = box;
        } else {
            auto* line = new QLineEdit(str(value));
            connect(line, &QLineEdit::textChanged, this, keep);
            w = line;
        }
        w->setAccessibleName(str(f.title));
        w->setToolTip(str(f.meaning));
        grid->addWidget(w, row++, 1);
        fields_[f.key] = w;
    }
    grid->setRowStretch(row, 1);
    form_->setWidget(page); // the page before goes with its fields
    for (const StartKind& s : startKinds())
        if (s.key == k) about_->setText(str(s.meaning));
    refresh();
}

void StartWindow::refresh()
{
    soon_.stop();
    const std::string k = kind();
    auto made = startFrame(k, typed_[k], setting());
    for (const auto& [key, w] : fields_)
        w->setStyleSheet({});
    if (!made) {
        started_.reset();
        QStringList words;
        for (const StartFault& f : made.error()) {
            words << str(f.text);
            if (QWidget* w = field(f.key)) w->setStyleSheet("border: 1px solid " + theme().red.name());
        }
        trouble_->setText(words.join("\n"));
        totals_->clear();
        take_->setEnabled(false);
        picture_->show(0, {}, nullptr);
        return;
    }
    started_ = std::move(*made);
    trouble_->clear();
    take_->setEnabled(true);
    const Frame& f = started_->frame;
    const auto marks = marksOf(f);
    picture_->show(1, {kWide, kHigh}, [marks](size_t) { return Page{*marks, {}, {}}; });
    QString words = QString("%1 · %2 · %3")
                        .arg(str(counted(f.nodes.size(), "node")), str(counted(f.design.members.size(), "member")),
                             str(counted(f.combinations.size(), "combination")));
    for (const StartTotal& t : started_->totals) {
        QStringList parts;
        constexpr std::array<const char*, 3> names{"x", "y", "z"};
        for (int c = 0; c < 3; ++c)
            if (t.force[c] != 0)
                parts << QString("%1 %2").arg(names[static_cast<size_t>(c)], str(f.units.text(Quantity::Force, t.force[c])));
        words += QString("\n%1, %2: %3").arg(str(t.loadCase), str(t.title), parts.join(", "));
    }
    totals_->setText(words);
}

} // namespace wr
