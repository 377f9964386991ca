#include "app/settings/user_settings.h"

#include "render/theme.h"

#include <QSettings>
#include <algorithm>
#include <memory>
#include <tbb/global_control.h>

namespace wr {

namespace {

std::string& member(UnitSystem& u, size_t k)
{
    std::string* const list[] = {&u.length, &u.force, &u.section, &u.stress, &u.mass, &u.angle};
    return *list[k];
}

UserSettings inUse;
std::unique_ptr<tbb::global_control> limit;

} // namespace

const std::vector<SettableQuantity>& settableQuantities()
{
    static const std::vector<SettableQuantity> list{{Quantity::Length, "length", "Lengths, coordinates"},
                                                    {Quantity::SectionLength, "section", "Dimensions of sections"},
                                                    {Quantity::Force, "force", "Forces"},
                                                    {Quantity::Moment, "moment", "Moments"},
                                                    {Quantity::LineLoad, "lineLoad", "Line loads"},
                                                    {Quantity::Stress, "stress", "Stresses"},
                                                    {Quantity::Displacement, "displacement", "Movements"},
                                                    {Quantity::Mass, "mass", "Masses"}};
    return list;
}

UserSettings UserSettings::load()
{
    UserSettings out;
    const QSettings s;
    for (size_t k = 0; k < kUnits.size(); ++k) {
        const QString unit = s.value(QString("units/%1").arg(kUnits[k])).toString();
        const auto allowed = allowedUnits(kUnits[k]);
        if (std::find(allowed.begin(), allowed.end(), unit.toStdString()) != allowed.end()) out.units[k] = unit;
    }
    for (const SettableQuantity& q : settableQuantities()) {
        bool ok = false;
        const int d = s.value(QString("decimals/%1").arg(q.key)).toInt(&ok);
        if (ok && d >= 0 && d <= 6) out.decimals[static_cast<size_t>(q.quantity)] = static_cast<signed char>(d);
    }
    out.dark = s.value("theme").toString() == "slate";
    out.comma = s.value("decimalMark").toString() == ",";
    out.cores = std::clamp(s.value("cores").toInt(), 0, 1024);
    return out;
}

void UserSettings::save() const
{
    QSettings s;
    for (size_t k = 0; k < kUnits.size(); ++k)
        units[k].isEmpty() ? s.remove(QString("units/%1").arg(kUnits[k]))
                           : s.setValue(QString("units/%1").arg(kUnits[k]), units[k]);
    for (const SettableQuantity& q : settableQuantities()) {
        const int d = decimals[static_cast<size_t>(q.quantity)];
        const QString key = QString("decimals/%1").arg(q.key);
        d < 0 ? s.remove(key) : s.setValue(key, d);
    }
    s.setValue("theme", dark ? "slate" : "paper");
    s.setValue("decimalMark", comma ? "," : ".");
    s.setValue("cores", cores);
}

UnitSystem UserSettings::shown(const UnitSystem& file) const
{
    UnitSystem out = file;
    for (size_t k = 0; k < kUnits.size(); ++k)
        if (!units[k].isEmpty()) member(out, k) = units[k].toStdString();
    out.decimals = decimals;
    return out;
}

const UserSettings& userSettings()
{
    return inUse;
}

void useSettings(const UserSettings& s)
{
    inUse = s;
    useTheme(s.dark);
    useDecimalMark(s.comma ? ',' : '.');
    limit.reset();
    if (s.cores > 0)
        limit =
            std::make_unique<tbb::global_control>(tbb::global_control::max_allowed_parallelism, static_cast<size_t>(s.cores));
}

} // namespace wr
