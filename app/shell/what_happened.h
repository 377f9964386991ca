// Help, what happened: the log of the program, the newest lines last, beside the work.
#pragma once

#include <QDialog>

class QComboBox;
class QPlainTextEdit;

namespace wr {

class WhatHappened : public QDialog
{
    Q_OBJECT
public:
    explicit WhatHappened(QWidget* parent = nullptr);
    void refresh();
    QPlainTextEdit& text() { return *text_; }
    QComboBox& which() { return *which_; }

private:
    QPlainTextEdit* text_;
    QComboBox* which_;
};

} // namespace wr
