#include "app/shell/what_happened.h"

#include "logging/log.h"

#include <QClipboard>
#include <QComboBox>
#include <QDir>
#include <QFile>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QLabel>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QScrollBar>
#include <QVBoxLayout>

namespace wr {

WhatHappened::WhatHappened(QWidget* parent) : QDialog(parent), text_(new QPlainTextEdit), which_(new QComboBox)
{
    setWindowTitle("What happened — Wren Rail");
    resize(820, 460);
    text_->setReadOnly(true);
    text_->setLineWrapMode(QPlainTextEdit::NoWrap);
    text_->setAccessibleName("The log");
    which_->addItems({"everything", "warnings and errors"});
    which_->setAccessibleName("Which lines");
    const QString folder = QDir::toNativeSeparators(QString::fromStdString(stateFolder().string()));
    auto* where = new QLabel("Kept in " + folder);
    where->setObjectName("quiet");
    where->setTextInteractionFlags(Qt::TextSelectableByMouse);
    auto* copy = new QPushButton("Copy");
    auto* again = new QPushButton("Read again");
    auto* head = new QHBoxLayout;
    head->addWidget(which_);
    head->addWidget(where, 1);
    head->addWidget(copy);
    head->addWidget(again);
    auto* all = new QVBoxLayout(this);
    all->setContentsMargins(14, 12, 14, 12);
    all->addLayout(head);
    all->addWidget(text_, 1);
    connect(copy, &QPushButton::clicked, this, [this] { QGuiApplication::clipboard()->setText(text_->toPlainText()); });
    connect(again, &QPushButton::clicked, this, &WhatHappened::refresh);
    connect(which_, &QComboBox::activated, this, &WhatHappened::refresh);
    refresh();
}

void WhatHappened::refresh()
{
    QFile f(QString::fromStdString((stateFolder() / "wrenrail.log").string()));
    if (!f.open(QIODevice::ReadOnly)) {
        text_->setPlainText("There is no log yet: " + f.errorString());
        return;
    }
    QStringList lines = QString::fromUtf8(f.readAll()).split('\n', Qt::SkipEmptyParts);
    if (which_->currentIndex() == 1)
        lines = lines.filter(QRegularExpression("warning|error|critical", QRegularExpression::CaseInsensitiveOption));
    text_->setPlainText(lines.isEmpty() ? "Nothing of that kind." : lines.join('\n'));
    text_->verticalScrollBar()->setValue(text_->verticalScrollBar()->maximum());
}

} // namespace wr
