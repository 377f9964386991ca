// A ladder as a form: what it holds, what may be made, its limits. Kept by name, shared by the groups that use it.
#pragma once

#include "core/frame/design.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QWidget>
#include <expected>

namespace wr {

class Document;

class LadderEditor : public QWidget
{
    Q_OBJECT
public:
    LadderEditor(Document& doc, QWidget* parent = nullptr);
    void show(const Ladder& l, const std::string& group); // of the group that is at hand
    std::expected<Ladder, QString> ladder() const;        // what the form says
    QLineEdit& name() { return *name_; }
    QLineEdit& families() { return *families_; }
    QLineEdit& sections() { return *sections_; }
    QComboBox& shape() { return *shape_; }
    QLineEdit& made() { return *made_; }
    QLineEdit& plates() { return *plates_; }
    QLineEdit& minDepth() { return *minDepth_; }
    QLineEdit& maxDepth() { return *maxDepth_; }
    QLineEdit& maxMass() { return *maxMass_; }
    QCheckBox& overCarried() { return *overCarried_; }
    QComboBox& sameAs() { return *sameAs_; }
    QComboBox& wideAs() { return *wideAs_; }
    QPushButton& keep() { return *keep_; }
    QPushButton& drop() { return *drop_; }
    QString told() const { return told_->text(); } // how many sections it comes to, or what is wrong

Q_SIGNALS:
    void kept(const Ladder& l);
    void dropped(const QString& id);

private:
    void count();
    QLineEdit* field(const char* name, const char* hint);
    Document& doc_;
    QLineEdit *name_, *families_, *sections_, *made_, *plates_, *minDepth_, *maxDepth_, *minWidth_, *maxWidth_, *maxMass_,
        *minThickness_, *depthWithin_;
    QComboBox *shape_, *wideAs_, *sameAs_;
    QCheckBox *overCarried_, *stock_;
    QLabel* told_;
    QPushButton *keep_, *drop_;
    bool filling_ = false;
};

} // namespace wr
