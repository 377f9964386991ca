// A quick look at a joint: forces of all ends there at the same time, their balance, the largest of each, and what bolts of one
// end come to. No design of the connection, and it says so.
#pragma once

#include "core/joints/joint_look.h"

#include <QDialog>
#include <array>
#include <optional>
#include <vector>

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPushButton;
class QSpinBox;
class QTableView;

namespace wr {

class Document;
class TableModel;
class TraceView;

class JointWindow : public QDialog
{
    Q_OBJECT
public:
    explicit JointWindow(Document& doc, QWidget* parent = nullptr);
    // The joint at the start of the picked member; without one the first node that several elements end at.
    void showPicked(bool atEnd = false);
    void showNode(int node);
    int node() const { return node_; }
    QLineEdit& nodeField() { return *field_; }
    QComboBox& combination() { return *combination_; }
    QComboBox& end() { return *end_; }
    QSpinBox& count() { return *count_; }
    QLineEdit& size() { return *size_; }
    QComboBox& grade() { return *grade_; }
    enum Measure { Plate, Strength, Edge, Pitch };
    QLineEdit& measure(Measure m) { return *measures_[m]; }
    QCheckBox& threads() { return *threads_; }
    QCheckBox& twoPlanes() { return *planes_; }
    const TableModel& forces() const { return *forces_; }
    const TableModel& balance() const { return *balance_; }
    TraceView& trace() { return *trace_; }
    QString verdict() const;
    QPushButton& atStart() { return *start_; }
    QPushButton& atEnd() { return *last_; }

protected:
    void showEvent(QShowEvent* e) override;

private:
    void build();
    void fill(); // combinations and grades of the frame at hand
    void refresh();
    void look();
    std::optional<TableSet> set() const;
    Document& doc_;
    int node_ = -1;
    std::vector<JointEnd> ends_;
    QLineEdit* field_;
    QPushButton *start_, *last_;
    QComboBox *combination_, *end_, *grade_;
    QSpinBox* count_;
    QLineEdit* size_;
    std::array<QLineEdit*, 4> measures_;
    QCheckBox *threads_, *planes_;
    TableModel *forces_, *balance_;
    QTableView *forcesView_, *balanceView_;
    QLabel *told_, *verdict_;
    TraceView* trace_;
    bool filling_ = false;
};

} // namespace wr
