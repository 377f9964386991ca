// Starting a frame from a few numbers: the kinds, what each asks for, the frame drawn as the numbers change, what its loads
// come to; taken as a frame of its own.
#pragma once

#include "app/report/page_list.h"
#include "core/start/start.h"

#include <QDialog>
#include <QTimer>
#include <functional>
#include <map>
#include <optional>

class QComboBox;
class QGridLayout;
class QLabel;
class QListWidget;
class QPushButton;
class QScrollArea;
class QWidget;

namespace wr {

class StartWindow : public QDialog
{
    Q_OBJECT
public:
    explicit StartWindow(QWidget* parent = nullptr);
    QListWidget& kinds() { return *kinds_; }
    QComboBox& standard() { return *standard_; }
    QComboBox& units() { return *units_; }
    // The field of a key, a line to type in or a list to choose from; null: there is none.
    QWidget* field(const std::string& key) const;
    QPushButton& take() { return *take_; }
    PageList& picture() { return *picture_; }
    QString totals() const;
    QString trouble() const;
    const std::optional<Started>& started() const { return started_; } // of what stands in the fields; none: faults
    bool waiting() const { return soon_.isActive(); }                  // the drawing is of what was typed before

Q_SIGNALS:
    void taken(const QString& name, const wr::Frame& frame);

private:
    void build();
    void ask();     // the fields of the kind
    void refresh(); // the frame of what is typed
    StartSetting setting() const;
    std::string kind() const;
    QListWidget* kinds_;
    QComboBox *standard_, *units_;
    QScrollArea* form_;
    std::map<std::string, QWidget*> fields_;
    std::map<std::string, std::map<std::string, std::string>> typed_; // by kind: what was typed, kept while one looks at others
    PageList* picture_;
    QLabel *totals_, *trouble_, *about_;
    QPushButton* take_;
    QTimer soon_;
    std::optional<Started> started_;
};

} // namespace wr
