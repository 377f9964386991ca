// Drawings to hand over: plans, elevations, the view from aside or the plane through what is picked, lettered as wanted, looked
// at as they will be written.
#pragma once

#include "app/report/page_list.h"
#include "core/reporting/frame_drawing.h"

#include <QCheckBox>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QWidget>
#include <functional>

namespace wr {

class Document;

class DrawingsView : public QWidget
{
    Q_OBJECT
public:
    explicit DrawingsView(Document& doc, QWidget* parent = nullptr);
    void enter(); // comes in sight
    QComboBox& drawings() { return *drawings_; }
    QComboBox& letters() { return *letters_; }
    QComboBox& sheet() { return *sheet_; }
    QCheckBox& widths() { return *widths_; }
    QCheckBox& colours() { return *colours_; }
    QCheckBox& pickedOnly() { return *only_; }
    QPushButton& save() { return *save_; }
    PageList& page() { return *page_; }
    QString said() const { return said_->text(); }
    const FrameDrawing* drawing() const { return made_ ? &*made_ : nullptr; } // null: there is none
    // Asked for a file; a test answers instead of a person.
    std::function<QString()> askWhere;
    QString saveTo(const QString& path); // the trouble, if any

private:
    void fill();
    void refresh();
    DrawingStyle style() const;
    std::optional<DrawnFrom> from(QString* why) const;
    Document& doc_;
    QComboBox *drawings_, *letters_, *sheet_;
    QCheckBox *widths_, *colours_, *only_;
    QPushButton* save_;
    PageList* page_;
    QLabel* said_;
    std::optional<FrameDrawing> made_;
    std::vector<DrawnFrom> all_;
    bool filling_ = false;
};

} // namespace wr
