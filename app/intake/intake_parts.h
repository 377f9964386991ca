// What the files of the page of taking in share.
#pragma once

#include <QComboBox>
#include <QLabel>
#include <QString>
#include <string_view>

namespace wr {

inline QString text(std::string_view t)
{
    return QString::fromUtf8(t.data(), static_cast<int>(t.size()));
}

inline QLabel* words(const char* name, const QString& t = {})
{
    auto* l = new QLabel(t);
    l->setObjectName(name);
    l->setWordWrap(true);
    return l;
}

inline QComboBox* choice(const char* name, const QStringList& items)
{
    auto* b = new QComboBox;
    b->setAccessibleName(name);
    b->addItems(items);
    // Long choices do not make the bench wider.
    b->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    b->setMinimumContentsLength(10);
    return b;
}

inline QString counted(size_t n, const char* one)
{
    return QString("%1 %2%3").arg(n).arg(one).arg(n == 1 ? "" : "s");
}

} // namespace wr
