// Over the table of groups: making groups of the picked members (of all where none is picked), by name, by what they are, or of
// those that are alike with what the sharing costs; renaming, merging, splitting, leaving out.
#pragma once

#include "core/sizing/gather.h"

#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPushButton>
#include <QToolButton>
#include <QWidget>
#include <memory>
#include <vector>

namespace wr {

class Document;

class GroupsBar : public QWidget
{
    Q_OBJECT
public:
    explicit GroupsBar(Document& doc, QWidget* parent = nullptr);
    const std::vector<Alike>& proposals() const { return proposals_; } // empty: none are shown
    // For tests.
    QLineEdit& name() { return *name_; }
    QPushButton& group() { return *group_; }
    QPushButton& rename() { return *rename_; }
    QPushButton& leaveOut() { return *leave_; }
    QMenu& byMenu() { return *by_; }
    QMenu& kindMenu() { return *kind_; }
    QLineEdit& lengthBand() { return *length_; }
    QLineEdit& forceBand() { return *forces_; }
    QPushButton& gather() { return *gather_; }
    QPushButton& take() { return *take_; }
    QPushButton& letGo() { return *letGo_; }
    QString words() const { return words_->text(); }

Q_SIGNALS:
    void changed(); // the proposals

private:
    QLayout* buildNames();
    QLayout* buildGather();
    void refresh();
    void say(const QString& trouble, const QString& words = {});
    std::set<size_t> wanted() const; // the picked, or all
    std::string pickedGroup() const; // whose members, all of them, are picked; empty: none
    void runBy(GroupBy by);
    void runGather();
    void runTake();
    void drop();
    Document& doc_;
    QLineEdit *name_, *length_, *forces_;
    QPushButton *group_, *rename_, *leave_, *gather_, *take_, *letGo_;
    QToolButton *byButton_, *kindButton_;
    QMenu *by_, *kind_;
    QLabel* words_;
    std::vector<Alike> proposals_;
    std::shared_ptr<const CheckModel> of_; // the model they are of
};

} // namespace wr
