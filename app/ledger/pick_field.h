// The field over the ledger: a pick expression with completion, or any words to look for in the rows. Says where it is wrong.
#pragma once

#include "core/picks/pick.h"

#include <QLineEdit>
#include <QString>
#include <optional>

class QCompleter;
class QStringListModel;

namespace wr {

class Document;

class PickField : public QLineEdit
{
    Q_OBJECT
public:
    explicit PickField(Document& doc, QWidget* parent = nullptr);
    // What stands in the field: an expression, else words to look for; neither where it is wrong.
    const std::optional<Pick>& pick() const { return pick_; }
    const std::optional<PickFault>& fault() const { return fault_; }
    const QString& hint() const { return hint_; } // of words to look for: why they are no expression
    bool unfinished() const;                      // wrong only in that it ends too early, and still being typed
    QString words() const { return pick_ || fault_ ? QString() : text().trimmed(); }
    QStringList offered() const; // completions, for tests

Q_SIGNALS:
    void read();    // what stands in it has changed
    void entered(); // Return: pick what it stands for
    void left();    // Escape

protected:
    bool event(QEvent* e) override; // Tab would leave the field before it is a key
    void keyPressEvent(QKeyEvent* e) override;
    void paintEvent(QPaintEvent* e) override;

private:
    void readText();
    void offer();
    void insert(const QString& word);
    Document& doc_;
    QCompleter* completer_;
    QStringListModel* list_;
    std::optional<Pick> pick_;
    std::optional<PickFault> fault_;
    QString hint_;
    qsizetype from_ = 0; // characters: what a completion replaces begins there
};

} // namespace wr
