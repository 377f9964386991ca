// Over the frame view while a siding is compared: the sentence, whose counts are picks, and what the view shows.
#pragma once

#include "core/project/compare.h"

#include <QWidget>
#include <array>
#include <vector>

class QHBoxLayout;
class QLabel;
class QToolButton;

namespace wr {

class Document;

enum class Compared { Change, Then, Now };

class CompareBanner : public QWidget
{
    Q_OBJECT
public:
    CompareBanner(Document& doc, QWidget* parent = nullptr);
    QToolButton& show(Compared c) { return *shows_[static_cast<size_t>(c)]; }
    QToolButton* count(MemberChange::Kind k); // null: there is none of that kind
    Compared shown() const { return shown_; }
    void setShown(Compared c);

Q_SIGNALS:
    void changed();

protected:
    void resizeEvent(QResizeEvent*) override;

private:
    void fit();
    void refresh();
    Document& doc_;
    QLabel *words_, *mass_;
    QHBoxLayout* counts_;
    std::vector<std::pair<MemberChange::Kind, QToolButton*>> buttons_;
    std::array<QToolButton*, 3> shows_{};
    Compared shown_ = Compared::Change;
};

} // namespace wr
