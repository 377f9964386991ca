#include "app/shell/start_view.h"

#include "app/shell/recent_work.h"
#include "render/theme.h"

#include <QFileInfo>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLocale>
#include <QPushButton>
#include <QScrollArea>

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
    : QStackedWidget(parent), recent_(new QGridLayout), recentHead_(new QLabel("Worked on lately")), faultTitle_(new QLabel),
      faultWords_(new QLabel), faults_(new QTableWidget)
{
    setObjectName("start");
    // Scrolled: much recent work on a low screen must not make the window higher than it.
    auto* welcome = new QScrollArea;
    welcome->setWidget(buildWelcome());
    welcome->setWidgetResizable(true);
    welcome->setFrameShape(QFrame::NoFrame);
    addWidget(welcome);
    addWidget(buildFaults());
}

QWidget* StartView::buildWelcome()
{
    auto* welcome = new QWidget;
    auto* w = new QVBoxLayout(welcome);
    w->setContentsMargins(80, 44, 80, 24);
    w->setSpacing(10);
    auto* title = new QLabel("Open an analysed frame");
    title->setObjectName("big");
    auto* words = new QLabel(
        "Wren Rail reads .frame.json files and its own projects (.wren). Drop one here, or open it from the menu. A frame "
        "without results is analysed on opening; work is kept as it happens.");
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
    recentHead_->setObjectName("head");
    w->addWidget(recentHead_);
    auto* cards = new QHBoxLayout;
    cards->addLayout(recent_);
    cards->addStretch();
    w->addLayout(cards);
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

void StartView::showWelcome()
{
    for (QToolButton* b : cards_)
        b->deleteLater();
    cards_.clear();
    constexpr size_t kMost = 8;
    constexpr int kColumns = 4;
    const std::vector<RecentWork> list = recentWork(kMost);
    recentHead_->setVisible(!list.empty());
    for (const RecentWork& w : list) {
        auto* card = new QToolButton;
        card->setObjectName("card");
        card->setToolButtonStyle(Qt::ToolButtonTextUnderIcon);
        card->setFocusPolicy(Qt::StrongFocus);
        card->setIconSize({196, 112});
        card->setFixedSize(216, 172);
        QPixmap picture(196, 112);
        if (w.picture.isNull())
            picture.fill(theme().view);
        else
            picture = w.picture.scaled(196, 112, Qt::KeepAspectRatioByExpanding, Qt::SmoothTransformation);
        card->setIcon(picture);
        const QFontMetrics fm(textFont(12));
        const QString when = QLocale().toString(w.last, QLocale::ShortFormat);
        card->setText(fm.elidedText(w.untitled ? w.name + ", without a name" : w.name, Qt::ElideMiddle, 200) + "\n" +
                      fm.elidedText(w.state.isEmpty() ? when : w.state, Qt::ElideRight, 200));
        card->setToolTip((w.untitled ? QString("Kept without a name") : w.path) + "\n" + when);
        card->setAccessibleName(w.name + ", " + w.state);
        connect(card, &QToolButton::clicked, this, [this, path = w.path] { Q_EMIT wantOpen(path); });
        const int k = static_cast<int>(cards_.size());
        recent_->addWidget(card, k / kColumns, k % kColumns);
        cards_.push_back(card);
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
