// What differs from the frame at hand, element by element: a button a kind, which is the key of the sketch too, and the list.
#pragma once

#include "core/project/taken_again.h"

#include <QWidget>
#include <optional>
#include <vector>

class QHBoxLayout;
class QLabel;
class QTableWidget;
class QToolButton;

namespace wr {

class FatesView : public QWidget
{
    Q_OBJECT
public:
    explicit FatesView(QWidget* parent = nullptr);
    void show(std::vector<FateRow> rows);
    const std::vector<FateRow>& rows() const { return rows_; }
    QTableWidget& table() { return *table_; }
    QToolButton* button(FateRow::Kind k); // null: there are none
    std::optional<FateRow::Kind> only() const { return only_; }

Q_SIGNALS:
    void picked(int row); // of rows(); -1: none
    void filtered();      // only() says something else

private:
    void fill();
    std::vector<FateRow> rows_;
    std::vector<std::pair<FateRow::Kind, QToolButton*>> buttons_;
    std::optional<FateRow::Kind> only_;
    QHBoxLayout* bar_;
    QTableWidget* table_;
    QLabel* more_;
};

} // namespace wr
