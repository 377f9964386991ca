#include "app/sections/section_card.h"

#include "app/shell/document.h"
#include "render/section_picture.h"

#include <QPainter>

namespace wr {

namespace {
constexpr int kHead = 44;
}

SectionCard::SectionCard(Document& doc, QWidget* parent) : QWidget(parent), doc_(doc), users_(new QPushButton(this))
{
    users_->setObjectName("link");
    users_->setAccessibleName("Pick the members of this section");
    connect(users_, &QPushButton::clicked, this, [this] { doc_.setPick(members_); });
    setMinimumWidth(200);
}

void SectionCard::show(const CatalogueSection* s, const std::set<size_t>& users)
{
    section_ = s ? std::optional(*s) : std::nullopt;
    members_ = users;
    users_->setVisible(s && !users.empty());
    users_->setText(users.size() == 1 ? "used by 1 member" : QString("used by %1 members").arg(users.size()));
    users_->setGeometry(5, 22, width() - 10, 20);
    setMinimumHeight(s ? static_cast<int>(kHead + 6 + sectionTableHeight(*s)) : 60);
    update();
}

void SectionCard::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    if (!section_) return;
    p.setFont(textFont(14, true));
    p.setPen(t.ink);
    const QString title = section_->designation.empty() ? "unnamed" : QString::fromStdString(section_->designation);
    const double used = QFontMetricsF(p.font()).horizontalAdvance(title) + 14;
    p.drawText(QRectF(6, 2, width() - 12, 20), Qt::AlignLeft | Qt::AlignVCenter, title);
    p.setFont(textFont(11));
    p.setPen(t.ink3);
    p.drawText(
        QRectF(6, 2, width() - 12, 20), Qt::AlignRight | Qt::AlignVCenter,
        QFontMetricsF(p.font()).elidedText(QString::fromStdString(section_->standard), Qt::ElideRight, width() - 12 - used));
    if (members_.empty())
        p.drawText(QRectF(6, 22, width() - 12, 18), Qt::AlignLeft | Qt::AlignVCenter, "not used in this frame");
    drawSectionTable(p, QRectF(6, kHead, width() - 16, 10), *section_, doc_.units(), t);
}

SectionSheet::SectionSheet(Document& doc, QWidget* parent) : QWidget(parent), doc_(doc)
{
    setMinimumHeight(120);
    setAccessibleName("The section drawn to scale");
}

void SectionSheet::show(const CatalogueSection* s)
{
    section_ = s ? std::optional(*s) : std::nullopt;
    update();
}

void SectionSheet::paintEvent(QPaintEvent*)
{
    if (!section_) return;
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const double side = std::min<double>(width(), 1.5 * height());
    drawSectionSheet(p, QRectF((width() - side) / 2, 0, side, height()), *section_, doc_.units(), theme());
}

} // namespace wr
