// What stands in the window without a frame: the first thing to do, recent files, the demo frames; or the faults of a file.
#pragma once

#include "core/base/finding.h"

#include <QGridLayout>
#include <QLabel>
#include <QStackedWidget>
#include <QTableWidget>
#include <QToolButton>
#include <QVBoxLayout>

namespace wr {

struct DemoFrame
{
    QString path, title, words;
};
const std::vector<DemoFrame>& demoFrames();

class StartView : public QStackedWidget
{
    Q_OBJECT
public:
    explicit StartView(QWidget* parent = nullptr);
    void showWelcome(); // with what was worked on lately
    const std::vector<QToolButton*>& cards() const { return cards_; }
    void showFaults(const QString& path, const std::vector<Finding>& faults);
    QTableWidget& faults() { return *faults_; }

Q_SIGNALS:
    void wantOpen(const QString& path); // empty: ask
    void wantBack();

private:
    QWidget* buildWelcome();
    QWidget* buildFaults();
    QGridLayout* recent_;
    QLabel* recentHead_;
    std::vector<QToolButton*> cards_;
    QLabel *faultTitle_, *faultWords_;
    QTableWidget* faults_;
};

} // namespace wr
