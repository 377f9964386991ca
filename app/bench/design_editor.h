// What the engineer may change for the picked members: effective length factors and lengths, group, section, grade. Each is one
// edit.
#pragma once

#include "core/frame/design.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QToolButton>
#include <QWidget>
#include <array>

class QGridLayout;

namespace wr {

class Document;

class DesignEditor : public QWidget
{
    Q_OBJECT
public:
    DesignEditor(Document& doc, QWidget* parent = nullptr);
    void refresh();
    QString lengths() const { return lengths_->text(); }
    QToolButton& toRestraint() { return *toRestraint_; }
    QLineEdit& section() { return *section_; }
    QComboBox& brief() { return *brief_; }
    QComboBox& group() { return *group_; }
    QComboBox& grade() { return *grade_; }
    QToolButton& browse() { return *browse_; }
    QString trouble() const { return trouble_->text(); }

Q_SIGNALS:
    void browseSections();
    void wantRestraint();

private:
    void buildLengths(QGridLayout& grid, int& row);
    void buildBelongings(QGridLayout& grid, int& row);
    void connectChoices();
    void refreshLengths();
    void refreshBrief();
    void refreshGroup();
    void refreshSectionAndGrade();
    void say(const QString& words);
    Document& doc_;
    QLabel* lengths_;
    QToolButton* toRestraint_;
    QLineEdit* section_;
    QComboBox *brief_, *group_, *grade_;
    QToolButton* browse_;
    QLabel* trouble_;
    std::string gradesOf_; // standard whose order the list of grades has
    bool filling_ = false;
};

} // namespace wr
