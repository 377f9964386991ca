#include "app/settings/settings_window.h"

#include "app/shell/text.h"

#include <QComboBox>
#include <QGridLayout>
#include <QLabel>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>
#include <thread>

namespace wr {

namespace {
QLabel* head(const char* words)
{
    auto* l = new QLabel(words);
    l->setObjectName("head");
    return l;
}
} // namespace

SettingsWindow::SettingsWindow(QWidget* parent)
    : QDialog(parent), theme_(new QComboBox), mark_(new QComboBox), cores_(new QSpinBox)
{
    setWindowTitle("Settings — Wren Rail");
    setAttribute(Qt::WA_StyledBackground);
    auto* all = new QGridLayout(this);
    all->setContentsMargins(20, 16, 20, 16);
    all->setHorizontalSpacing(26);
    all->setVerticalSpacing(6);
    int left = 0;
    const auto row = [&](const QString& name, QWidget* field, int& at, int column) {
        auto* l = new QLabel(name);
        l->setBuddy(field);
        field->setAccessibleName(name);
        all->addWidget(l, at, column);
        all->addWidget(field, at, column + 1);
        ++at;
    };
    all->addWidget(head("Units on screen and in print"), left++, 0, 1, 2);
    const std::array<const char*, 6> names{"Length", "Force", "Sections", "Stress", "Mass", "Angle"};
    for (size_t k = 0; k < names.size(); ++k) {
        units_[k] = new QComboBox;
        units_[k]->addItem("as the file says", QString());
        for (const std::string_view u : allowedUnits(UserSettings::kUnits[k]))
            units_[k]->addItem(str(u), str(u));
        row(names[k], units_[k], left, 0);
        connect(units_[k], &QComboBox::activated, this, &SettingsWindow::take);
    }
    auto* said = new QLabel("Files are always written in their own units.");
    said->setObjectName("quiet");
    all->addWidget(said, left++, 0, 1, 2);
    all->addWidget(head("Window"), left++, 0, 1, 2);
    theme_->addItems({"Paper, light", "Slate, dark"});
    row("Theme", theme_, left, 0);
    mark_->addItems({"1234.5", "1234,5"});
    row("Numbers", mark_, left, 0);
    const int most = static_cast<int>(std::max(1u, std::thread::hardware_concurrency()));
    cores_->setButtonSymbols(QAbstractSpinBox::NoButtons);
    cores_->setRange(0, most);
    cores_->setSpecialValueText(QString("all %1").arg(most));
    row("Processor cores", cores_, left, 0);
    int right = 0;
    all->addWidget(head("Decimals"), right++, 2, 1, 2);
    for (const SettableQuantity& q : settableQuantities()) {
        auto* d = new QSpinBox;
        d->setButtonSymbols(QAbstractSpinBox::NoButtons);
        d->setRange(-1, 6);
        d->setSpecialValueText("four digits");
        decimals_[q.quantity] = d;
        row(q.title, d, right, 2);
        connect(d, &QSpinBox::valueChanged, this, &SettingsWindow::take);
    }
    auto* close = new QPushButton("Close");
    connect(close, &QPushButton::clicked, this, &QDialog::close);
    all->addWidget(close, std::max(left, right), 3, Qt::AlignRight);
    connect(theme_, &QComboBox::activated, this, &SettingsWindow::take);
    connect(mark_, &QComboBox::activated, this, &SettingsWindow::take);
    connect(cores_, &QSpinBox::valueChanged, this, &SettingsWindow::take);
    read();
}

void SettingsWindow::read()
{
    reading_ = true;
    const UserSettings& s = userSettings();
    for (size_t k = 0; k < units_.size(); ++k)
        units_[k]->setCurrentIndex(std::max(0, units_[k]->findData(s.units[k])));
    for (const auto& [q, d] : decimals_)
        d->setValue(s.decimals[static_cast<size_t>(q)]);
    theme_->setCurrentIndex(s.dark ? 1 : 0);
    mark_->setCurrentIndex(s.comma ? 1 : 0);
    cores_->setValue(s.cores);
    reading_ = false;
}

void SettingsWindow::take()
{
    if (reading_) return;
    UserSettings s = userSettings();
    for (size_t k = 0; k < units_.size(); ++k)
        s.units[k] = units_[k]->currentData().toString();
    for (const auto& [q, d] : decimals_)
        s.decimals[static_cast<size_t>(q)] = static_cast<signed char>(d->value());
    s.dark = theme_->currentIndex() == 1;
    s.comma = mark_->currentIndex() == 1;
    s.cores = cores_->value();
    if (s == userSettings()) return;
    useSettings(s);
    s.save();
    Q_EMIT changed();
}

} // namespace wr
