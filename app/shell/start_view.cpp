#include "app/shell/start_view.h"

#include <QFileInfo>
#include <QHeaderView>
#include <QPushButton>

namespace wr {

const std::vector<DemoFrame>& demoFrames()
{
    static const std::vector<DemoFrame> list{
        {":/demo/sedge-lane.frame.json", "Sedge Lane tram depot",
         "a hall of two bays with a crane and a mezzanine, metres and kilonewtons, EN 1993"},
        {":/demo/marrow-hill.frame.json", "Marrow Hill lookout tower",
         "a braced tower of tubes and W beams, feet and kips, AISC 360"},
        {":/demo/tern-street.frame.json", "Tern Street market roof", "a small hall of 40 members, metres and kilonewtons"}};
    return list;
}

StartView::StartView(QWidget* parent)
    : QStackedWidget(parent), recent_(new QVBoxLayout), faultTitle_(new QLabel), faultWords_(new QLabel),
      faults_(new QTableWidget)
{
    setObjectName("start");
    addWidget(buildWelcome());
    addWidget(buildFaults());
}

QWidget* StartView::buildWelcome()
{
    auto* welcome = new QWidget;
    auto* w = new QVBoxLayout(welcome);
    w->setContentsMargins(80, 60, 80, 40);
    w->setSpacing(10);
    auto* title = new QLabel("Open an analysed frame");
    title->setObjectName("big");
    auto* words = new QLabel("Wren Rail reads .frame.json files. Drop one here, or open it from the menu. A frame without "
                             "results is analysed on opening.");
    words->setObjectName("quiet");
    words->setWordWrap(true);
    auto* open = new QPushButton("Open a frame file…");
    open->setObjectName("primary");
    open->setMaximumWidth(220);
    connect(open, &QPushButton::clicked, this, [this] { Q_EMIT wantOpen({}); });
    w->addWidget(title);
    w->addWidget(words);
    w->addWidget(open);
    w->addSpacing(16);
    auto* demoHead = new QLabel("Or look round a demo frame");
    demoHead->setObjectName("head");
    w->addWidget(demoHead);
    for (const DemoFrame& d : demoFrames()) {
        auto* b = new QPushButton(d.title + " — " + d.words);
        b->setObjectName("link");
        b->setCursor(Qt::PointingHandCursor);
        connect(b, &QPushButton::clicked, this, [this, path = d.path] { Q_EMIT wantOpen(path); });
        w->addWidget(b, 0, Qt::AlignLeft);
    }
    w->addSpacing(16);
    w->addLayout(recent_);
    w->addStretch();
    return welcome;
}

QWidget* StartView::buildFaults()
{
    auto* page = new QWidget;
    auto* f = new QVBoxLayout(page);
    f->setContentsMargins(60, 40, 60, 30);
    f->setSpacing(10);
    faultTitle_->setObjectName("big");
    faultTitle_->setWordWrap(true);
    faultWords_->setObjectName("quiet");
    faultWords_->setWordWrap(true);
    faults_->setColumnCount(2);
    faults_->setHorizontalHeaderLabels({"Place in the file", "What is wrong"});
    faults_->setAccessibleName("Faults of the file");
    faults_->horizontalHeader()->setStretchLastSection(true);
    faults_->horizontalHeader()->setDefaultAlignment(Qt::AlignLeft);
    faults_->verticalHeader()->hide();
    faults_->verticalHeader()->setSectionResizeMode(QHeaderView::ResizeToContents);
    faults_->setShowGrid(false);
    faults_->setWordWrap(true);
    faults_->setEditTriggers(QAbstractItemView::NoEditTriggers);
    faults_->setSelectionBehavior(QAbstractItemView::SelectRows);
    auto* back = new QPushButton("Back");
    back->setMaximumWidth(120);
    connect(back, &QPushButton::clicked, this, &StartView::wantBack);
    f->addWidget(faultTitle_);
    f->addWidget(faultWords_);
    f->addWidget(faults_, 1);
    f->addWidget(back);
    return page;
}

void StartView::showWelcome(const QStringList& recent)
{
    while (QLayoutItem* i = recent_->takeAt(0)) {
        delete i->widget();
        delete i;
    }
    if (!recent.isEmpty()) {
        auto* head = new QLabel("Recent");
        head->setObjectName("head");
        recent_->addWidget(head);
    }
    for (const QString& path : recent) {
        auto* b = new QPushButton(QFileInfo(path).fileName() + " — " + QFileInfo(path).absolutePath());
        b->setObjectName("link");
        connect(b, &QPushButton::clicked, this, [this, path] { Q_EMIT wantOpen(path); });
        recent_->addWidget(b, 0, Qt::AlignLeft);
    }
    setCurrentIndex(0);
}

void StartView::showFaults(const QString& path, const std::vector<Finding>& faults)
{
    faultTitle_->setText(QString("%1 cannot be opened: %2 fault%3")
                             .arg(QFileInfo(path).fileName())
                             .arg(faults.size())
                             .arg(faults.size() == 1 ? "" : "s"));
    faultWords_->setText(
        "Nothing was loaded. Mend these places and open the file again; the frame that was open before is still there.");
    faults_->setRowCount(static_cast<int>(faults.size()));
    for (size_t i = 0; i < faults.size(); ++i) {
        faults_->setItem(static_cast<int>(i), 0,
                         new QTableWidgetItem(QString::fromStdString(faults[i].place.empty() ? "the file" : faults[i].place)));
        QString words = QString::fromStdString(faults[i].text);
        if (!words.isEmpty()) words[0] = words[0].toUpper();
        auto* item = new QTableWidgetItem(words);
        item->setToolTip(QString::fromStdString(faults[i].code));
        faults_->setItem(static_cast<int>(i), 1, item);
    }
    faults_->setColumnWidth(0, 300);
    setCurrentIndex(1);
}

} // namespace wr
