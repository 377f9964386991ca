// Settings of the user, beside the work: what is chosen takes effect at once.
#pragma once

#include "app/settings/user_settings.h"

#include <QDialog>
#include <array>
#include <map>

class QComboBox;
class QSpinBox;

namespace wr {

class SettingsWindow : public QDialog
{
    Q_OBJECT
public:
    explicit SettingsWindow(QWidget* parent = nullptr);
    QComboBox& unit(size_t k) { return *units_[k]; }
    QSpinBox& decimals(Quantity q) { return *decimals_.at(q); }
    QComboBox& theme() { return *theme_; }
    QComboBox& mark() { return *mark_; }
    QSpinBox& cores() { return *cores_; }

Q_SIGNALS:
    void changed(); // userSettings() are others

private:
    void read();
    void take();
    std::array<QComboBox*, 6> units_{};
    std::map<Quantity, QSpinBox*> decimals_;
    QComboBox *theme_, *mark_;
    QSpinBox* cores_;
    bool reading_ = false;
};

} // namespace wr
