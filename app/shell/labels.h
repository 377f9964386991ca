// Labels that the style sheet knows by name: "title", "head", "quiet", "trouble", "warning".
#pragma once

#include <QLabel>

namespace wr {

inline QLabel* label(const char* name, QWidget* parent = nullptr, const QString& text = {})
{
    auto* l = new QLabel(text, parent);
    l->setObjectName(name);
    l->setWordWrap(true);
    return l;
}
inline QLabel* named(const char* name, const QString& text = {})
{
    return label(name, nullptr, text);
}

} // namespace wr
