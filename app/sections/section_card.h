// One section to look at: drawn to scale with its dimensions, and its properties with both notations.
#pragma once

#include "core/sections/catalogue.h"

#include <QPushButton>
#include <QWidget>
#include <optional>
#include <set>

namespace wr {

class Document;

// The section drawn to scale with its dimensions.
class SectionSheet : public QWidget
{
    Q_OBJECT
public:
    SectionSheet(Document& doc, QWidget* parent = nullptr);
    void show(const CatalogueSection* s);

protected:
    void paintEvent(QPaintEvent*) override;

private:
    Document& doc_;
    std::optional<CatalogueSection> section_;
};

// Name, source, where the section is used, and its properties in the frame's units and both notations.
class SectionCard : public QWidget
{
    Q_OBJECT
public:
    SectionCard(Document& doc, QWidget* parent = nullptr);
    void show(const CatalogueSection* s, const std::set<size_t>& users);
    const CatalogueSection* shown() const { return section_ ? &*section_ : nullptr; }
    QPushButton& users() { return *users_; }

protected:
    void paintEvent(QPaintEvent*) override;

private:
    Document& doc_;
    std::optional<CatalogueSection> section_;
    std::set<size_t> members_;
    QPushButton* users_;
};

} // namespace wr
