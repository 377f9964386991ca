#include "app/ledger/pick_field.h"

#include "app/shell/document.h"
#include "app/shell/style.h"
#include "app/shell/text.h"
#include "core/picks/pick_completion.h"
#include "render/theme.h"

#include <QAbstractItemView>
#include <QCompleter>
#include <QKeyEvent>
#include <QPainter>
#include <QStringListModel>
#include <QStyleOptionFrame>

namespace wr {

namespace {

// Words that nobody means as an expression: nothing compares and nothing joins.
bool plain(const QString& text)
{
    static const QStringList joins{"and", "or", "not", "in"};
    for (const QChar c : text)
        if (QString("=<>!()\"").contains(c)) return false;
    for (const QString& w : text.split(' ', Qt::SkipEmptyParts))
        if (joins.contains(w.toLower())) return false;
    return true;
}

qsizetype charactersIn(const QString& text, size_t bytes)
{
    return QString::fromUtf8(text.toUtf8().left(static_cast<qsizetype>(bytes))).size();
}

} // namespace

PickField::PickField(Document& doc, QWidget* parent)
    : QLineEdit(parent), doc_(doc), completer_(new QCompleter(this)), list_(new QStringListModel(this))
{
    setPlaceholderText("pick: util > 0.9 and kind = beam  ( / )");
    setAccessibleName("Pick expression for the ledger");
    setClearButtonEnabled(true);
    completer_->setModel(list_);
    completer_->setCompletionMode(QCompleter::UnfilteredPopupCompletion);
    completer_->setWidget(this);
    completer_->setMaxVisibleItems(9);
    completer_->popup()->setStyleSheet(programStyle());
    connect(completer_, qOverload<const QString&>(&QCompleter::activated), this, &PickField::insert);
    connect(this, &QLineEdit::textChanged, this, &PickField::readText);
    connect(this, &QLineEdit::textEdited, this, &PickField::offer);
}

void PickField::readText()
{
    pick_.reset();
    fault_.reset();
    hint_.clear();
    const std::string text = this->text().trimmed().isEmpty() ? std::string() : this->text().toStdString();
    if (!text.empty()) {
        auto p = parsePick(text, doc_.units());
        if (p)
            pick_ = *std::move(p);
        else if (plain(this->text()))
            hint_ = str(p.error().sentence());
        else
            fault_ = std::move(p.error());
    }
    setToolTip(fault_ ? str(fault_->sentence()) : QString());
    update();
    Q_EMIT read();
}

void PickField::offer()
{
    if (!doc_.hasFrame()) return;
    const std::string before = text().left(cursorPosition()).toStdString();
    const PickSource source{doc_.model(), doc_.checked() ? &doc_.report() : nullptr};
    const Completion c = completionsAt(text().toStdString(), before.size(), source);
    from_ = charactersIn(text(), c.from);
    QStringList words;
    for (const std::string& w : c.words)
        words << str(w);
    list_->setStringList(words);
    // Nothing is offered before anything is begun, but for values: their names nobody knows by heart.
    const bool begun = static_cast<size_t>(from_) < before.size() || text().trimmed().endsWith('=');
    if (words.isEmpty() || !begun) return completer_->popup()->hide();
    completer_->complete(QRect(0, height() - 1, std::max(170, width() * 2 / 3), 1));
}

bool PickField::unfinished() const
{
    return fault_ && hasFocus() && static_cast<qsizetype>(fault_->at) >= text().trimmed().toUtf8().size();
}

QStringList PickField::offered() const
{
    return list_->stringList();
}

void PickField::insert(const QString& word)
{
    const QString rest = text().mid(cursorPosition());
    const QString begin = text().left(from_) + word + (rest.startsWith(' ') ? "" : " ");
    setText(begin + rest);
    setCursorPosition(static_cast<int>(begin.size()));
    completer_->popup()->hide();
}

bool PickField::event(QEvent* e)
{
    if (e->type() == QEvent::KeyPress && static_cast<QKeyEvent*>(e)->key() == Qt::Key_Tab && completer_->popup()->isVisible()) {
        keyPressEvent(static_cast<QKeyEvent*>(e));
        return true;
    }
    return QLineEdit::event(e);
}

void PickField::keyPressEvent(QKeyEvent* e)
{
    const bool popup = completer_->popup()->isVisible();
    const bool enter = e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter;
    if (popup && (e->key() == Qt::Key_Tab || (enter && completer_->popup()->currentIndex().isValid()))) {
        const QModelIndex at = completer_->popup()->currentIndex();
        return insert(at.isValid() ? at.data().toString() : list_->stringList().value(0));
    }
    if (enter) {
        completer_->popup()->hide();
        Q_EMIT entered();
        return;
    }
    if (e->key() == Qt::Key_Escape) {
        if (popup) return completer_->popup()->hide();
        clear();
        Q_EMIT left();
        return;
    }
    QLineEdit::keyPressEvent(e);
}

// A line under what is wrong.
void PickField::paintEvent(QPaintEvent* e)
{
    QLineEdit::paintEvent(e);
    if (!fault_ || unfinished()) return;
    const qsizetype at = charactersIn(text(), fault_->at),
                    length = std::max<qsizetype>(1, charactersIn(text(), fault_->at + fault_->length) - at);
    const QFontMetricsF fm(font());
    const double left = 7 + fm.horizontalAdvance(text().left(at)),
                 w = std::max(7.0, fm.horizontalAdvance(text().mid(at, length)));
    if (left > width() - 24) return; // scrolled out of sight: the words under the field tell the column
    QPainter p(this);
    p.setPen(QPen(theme().red, 1.6));
    p.drawLine(QPointF(left, height() - 3.5), QPointF(std::min(left + w, width() - 22.0), height() - 3.5));
}

} // namespace wr
