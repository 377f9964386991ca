// The bench at Report: who, what and which revision; for whom; how deep each group; in which files; what steel there is.
#pragma once

#include "app/report/depth_list.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QWidget>
#include <array>
#include <functional>

class QPrinter;
class QScrollArea;

namespace wr {

class Document;
class PickField;
class ReportDesk;

class ReportBench : public QWidget
{
    Q_OBJECT
public:
    ReportBench(Document& doc, ReportDesk& desk, QWidget* parent = nullptr);
    enum Field { Subject, For, By, Checked, Revision, Date };
    QLineEdit& field(Field f) { return *fields_[f]; }
    PickField& whom() { return *whom_; }
    DepthList& depths() { return *depths_; }
    QCheckBox& format(const QString& ending);
    QCheckBox& everyCombination() { return *every_; }
    QComboBox& paper() { return *paper_; }
    QPushButton& write() { return *write_; }
    QPushButton& print() { return *print_; }
    QPushButton& over() { return *over_; }
    QPushButton& picked() { return *picked_; }
    QPushButton& everybody() { return *all_; }
    QString title() const { return title_->text(); }
    QString pagesWords() const { return count_->text(); }
    QString steel() const { return steel_->text(); }
    QString said() const { return said_->text(); }
    bool printTo(QPrinter& printer); // every page; false where there are none

private:
    void build();
    void connectAll();
    void refresh();
    void refreshDepths();
    void refreshSteel();
    void takeFields();
    void setPick(const std::string& expression);
    void askPrint();
    Document& doc_;
    ReportDesk& desk_;
    std::array<QLineEdit*, 6> fields_;
    PickField* whom_;
    DepthList* depths_;
    QScrollArea* list_ = nullptr; // around them
    std::array<QCheckBox*, 5> formats_;
    QCheckBox* every_;
    QComboBox* paper_;
    QPushButton *write_, *print_, *over_, *picked_, *all_;
    QLabel *title_, *count_, *inDepth_, *steel_, *said_, *trouble_;
    bool filling_ = false;
};

} // namespace wr
