// The side of the section browser on which a section of one's own is described by its dimensions.
#include "app/sections/section_browser.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/base/entry.h"
#include "core/sections/listing.h"

#include <QGridLayout>
#include <algorithm>

namespace wr {

namespace {

// What a dimension of a described section means, for its field.
QString dimensionWords(const QString& key, ShapeKind k)
{
    const bool angle = k == ShapeKind::Angle || k == ShapeKind::DoubleAngle;
    const bool cross = k == ShapeKind::Cruciform;
    const std::map<QString, QString> words{{"h", angle ? "leg h" : "depth h"},
                                           {"b", angle ? "leg b" : "width b"},
                                           {"tw", cross ? "upright tw" : "web tw"},
                                           {"tf", cross ? "flat tf" : "flange tf"},
                                           {"b2", "lower b2"},
                                           {"tf2", "lower tf2"},
                                           {"r", "root r"},
                                           {"r2", "toe r2"},
                                           {"a", "weld a"},
                                           {"slope", "slope"},
                                           {"t", "wall t"},
                                           {"ro", "corner out"},
                                           {"ri", "corner in"},
                                           {"d", "diameter d"},
                                           {"gap", "gap"}};
    const auto it = words.find(key);
    return it == words.end() ? key : it->second;
}

} // namespace

void SectionBrowser::fillDimensions()
{
    delete fieldsHost_->layout();
    qDeleteAll(fieldsHost_->findChildren<QWidget*>(Qt::FindDirectChildrenOnly));
    fields_.clear();
    auto* grid = new QGridLayout(fieldsHost_);
    grid->setContentsMargins(0, 0, 0, 0);
    grid->setHorizontalSpacing(6);
    grid->setVerticalSpacing(5);
    const auto k = static_cast<ShapeKind>(kind_->currentData().toInt());
    int i = 0;
    QWidget* last = name_;
    for (const auto& [key, must] : dimensionKeys(k)) {
        const QString name = str(key);
        auto* field = new QLineEdit;
        field->setAccessibleName(dimensionWords(name, k));
        field->setPlaceholderText(must ? "needed" : "none");
        field->setToolTip(name == "slope" ? "rise over run: 0.08 for 8 %"
                                          : "a length, with a unit if you like: 300 mm, 12 in, 3/8 in");
        grid->addWidget(new QLabel(dimensionWords(name, k)), i / 2, 2 * (i % 2));
        grid->addWidget(field, i / 2, 2 * (i % 2) + 1);
        connect(field, &QLineEdit::textEdited, this, &SectionBrowser::drawOwn);
        fields_[name] = field;
        setTabOrder(last, field);
        last = field;
        ++i;
    }
}

std::optional<Shape> SectionBrowser::ownShape(QString* why) const
{
    Shape s;
    s.kind = static_cast<ShapeKind>(kind_->currentData().toInt());
    for (const auto& [key, must] : dimensionKeys(s.kind)) {
        const QLineEdit* field = fields_.at(str(key));
        const QString text = field->text().trimmed();
        if (text.isEmpty()) {
            if (!must) continue;
            *why = field->accessibleName() + " is needed";
            return std::nullopt;
        }
        const auto v = readEntry(text.toStdString(), key == "slope" ? Quantity::Ratio : Quantity::SectionLength, doc_.units());
        if (!v) {
            *why = field->accessibleName() + ": " + str(v.error());
            return std::nullopt;
        }
        *dimension(s, key) = *v;
    }
    const bool i = s.kind == ShapeKind::I || s.kind == ShapeKind::IUnequal;
    s.welded = s.a > 0 || (i && s.r == 0);
    if (s.kind == ShapeKind::Rhs && s.ro > 0 && fields_.at("ri")->text().trimmed().isEmpty()) s.ri = std::max(0.0, s.ro - s.t);
    if (s.a > 0 && s.r > 0) {
        *why = "a section is rolled (root radius r) or welded (weld a), not both";
        return std::nullopt;
    }
    if (const auto faults = shapeFaults(s); !faults.empty()) {
        *why = str(faults.front().second);
        return std::nullopt;
    }
    return s;
}

void SectionBrowser::drawOwn()
{
    if (!describing_) return;
    QString why;
    const auto shape = ownShape(&why);
    count_->setText(QString("unit %1, or type another: 300 mm, 12 in, 3/8 in").arg(str(doc_.units().section)));
    trouble_->setText(why);
    if (!shape) {
        present(nullptr, {});
        return refreshUse();
    }
    const double size = std::max(shape->depth(), shape->width());
    if (size > 3 || size < 0.005)
        trouble_->setText(
            QString("%1 across is unusual: is the unit right?").arg(str(doc_.units().text(Quantity::SectionLength, size))));
    CatalogueSection s;
    s.designation = name_->text().trimmed().toStdString();
    s.standard = str(shapeTitle(shape->kind)).toLower().toStdString();
    s.shape = *shape;
    s.listedMass = computeProperties(*shape).a * 7850;
    present(&s, {});
    refreshUse();
}

} // namespace wr
