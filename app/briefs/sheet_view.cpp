#include "app/briefs/sheet_view.h"

#include "app/briefs/brief_desk.h"
#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/grades/grades.h"
#include "render/theme.h"

#include <QAbstractItemView>
#include <QCompleter>
#include <QHelpEvent>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>
#include <algorithm>

namespace wr {

namespace {

constexpr double kTop = 16, kHead = 22, kLine = 17.5, kTrial = 60, kLeft = 14;

bool chosenFrom(const Option& o)
{
    return o.kind == Option::Kind::Flag || (o.kind == Option::Kind::Word && !o.words.empty()) || !o.numbers.empty();
}

} // namespace

SheetView::SheetView(Document& doc, BriefDesk& desk, QWidget* parent)
    : QWidget(parent), doc_(doc), desk_(desk), field_(new QLineEdit(this)), choice_(new QComboBox(this))
{
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName("Sheet of the brief");
    setMouseTracking(true);
    for (QWidget* w : std::initializer_list<QWidget*>{field_, choice_}) {
        w->hide();
        w->installEventFilter(this);
    }
    field_->setAccessibleName("Value of the line");
    choice_->setAccessibleName("Value of the line");
    choice_->view()->installEventFilter(this);
    connect(field_, &QLineEdit::textChanged, this, [this](const QString& text) {
        if (open_ >= 0 && field_->isVisible()) tryText(text);
    });
    connect(choice_, &QComboBox::currentTextChanged, this, [this](const QString& text) {
        if (open_ >= 0 && choice_->isVisible()) tryText(text);
    });
    connect(&desk_, &BriefDesk::chosen, this, &SheetView::rebuild);
    connect(&desk_, &BriefDesk::tried, this, qOverload<>(&QWidget::update));
}

void SheetView::setOnlyDiffering(bool on)
{
    onlyDiffering_ = on;
    place();
}

void SheetView::rebuild()
{
    const std::string key = open_ >= 0 ? lines_[static_cast<size_t>(open_)].key : "";
    lines_.clear();
    open_ = -1;
    if (const Brief* b = desk_.current()) {
        lines_ = sheetOf(*b, familiesInUse(doc_.frame().design), doc_.units());
        if (desk_.trying()) // another state of the frame under an open line
            for (size_t k = 0; k < lines_.size(); ++k)
                if (lines_[k].key == key) open_ = static_cast<int>(k);
    }
    place();
}

void SheetView::place()
{
    rows_.clear();
    double y = kTop;
    std::string heading;
    for (size_t k = 0; k < lines_.size(); ++k) {
        const SheetLine& l = lines_[k];
        const bool openLine = static_cast<int>(k) == open_;
        if (onlyDiffering_ && !l.differs && !openLine) continue;
        if (l.heading != heading) {
            heading = l.heading;
            rows_.push_back({-1, str(heading), y, kHead});
            y += kHead;
        }
        if (folded_.contains(str(heading)) && !openLine) continue;
        const double h = openLine ? kTrial : kLine;
        rows_.push_back({static_cast<int>(k), {}, y, h});
        y += h;
    }
    setFixedHeight(static_cast<int>(y) + 6);
    current_ = std::min(current_, static_cast<int>(rows_.size()) - 1);
    if (open_ < 0) {
        field_->hide();
        choice_->hide();
    } else if (const QRectF r = lineRect(lines_[static_cast<size_t>(open_)].key); r.isValid()) {
        const bool narrow = chosenFrom(*lines_[static_cast<size_t>(open_)].option);
        const double left = narrow ? 0.42 * width() : 0.34 * width();
        const QRect box(static_cast<int>(left), static_cast<int>(r.top()) + 2, static_cast<int>(width() - left) - 14, 22);
        field_->setGeometry(box);
        choice_->setGeometry(box);
    }
    update();
}

QRectF SheetView::lineRect(const std::string& key) const
{
    for (const Row& r : rows_)
        if (r.line >= 0 && lines_[static_cast<size_t>(r.line)].key == key)
            return {0, r.top, static_cast<double>(width()), r.height};
    return {};
}

int SheetView::rowAt(double y) const
{
    for (size_t k = 0; k < rows_.size(); ++k)
        if (y >= rows_[k].top && y < rows_[k].top + rows_[k].height) return static_cast<int>(k);
    return -1;
}

void SheetView::open(const std::string& key)
{
    letGo();
    for (size_t k = 0; k < lines_.size(); ++k)
        if (lines_[k].key == key) open_ = static_cast<int>(k);
    if (open_ < 0) return;
    const SheetLine& l = lines_[static_cast<size_t>(open_)];
    const Option& o = *l.option;
    was_ = str(l.here);
    for (size_t k = 0; k < rows_.size(); ++k)
        if (rows_[k].line == open_) current_ = static_cast<int>(k);
    if (chosenFrom(o)) {
        choice_->clear();
        if (o.kind == Option::Kind::Flag)
            choice_->addItems({"no", "yes"});
        else {
            // What stands by itself is one of the words, or stands apart from them.
            QStringList words;
            for (const std::string_view w : o.words)
                if (!w.empty()) words << str(w);
            for (const double n : o.numbers)
                words << QString::number(n);
            if (!words.contains(str(l.standing))) words.prepend(str(l.standing));
            choice_->addItems(words);
        }
        choice_->setCurrentText(was_);
        choice_->show();
        place();
        choice_->setFocus();
        Q_EMIT opened(lineRect(key));
    } else {
        field_->setText(l.differs ? was_ : QString());
        complete(o);
        field_->setPlaceholderText(str(l.standing));
        field_->selectAll();
        field_->show();
        place();
        field_->setFocus();
        Q_EMIT opened(lineRect(key));
    }
}

// Names that can stand in the line, where it is a name.
void SheetView::complete(const Option& o)
{
    QStringList names;
    if (o.key.starts_with("settings."))
        for (const Brief& b : doc_.frame().design.briefs.list())
            if (b.id != desk_.currentId()) names << str(b.id);
    if (o.key == "grade")
        for (const Grade& g : shippedGrades())
            names << str(g.name);
    delete field_->completer();
    if (names.isEmpty()) return;
    auto* completer = new QCompleter(names, field_);
    completer->setCaseSensitivity(Qt::CaseInsensitive);
    completer->setFilterMode(Qt::MatchContains);
    field_->setCompleter(completer);
}

void SheetView::tryText(const QString& text)
{
    desk_.tryLine(lines_[static_cast<size_t>(open_)].key, text);
}

void SheetView::take()
{
    if (open_ < 0) return;
    if (!desk_.fault().isEmpty()) return; // it stands under the line
    open_ = -1;
    setFocus();
    const QString words = desk_.take();
    rebuild();
    Q_EMIT trouble(words);
}

void SheetView::letGo()
{
    if (open_ < 0) return;
    open_ = -1;
    desk_.letGo();
    place();
}

QString SheetView::effectWords() const
{
    if (open_ < 0) return {};
    if (!desk_.fault().isEmpty()) return desk_.fault();
    if (!desk_.trying()) return {};
    return desk_.effect() ? str(desk_.effect()->words()) : QString();
}

void SheetView::drawTrial(QPainter& p, const Row& r) const
{
    const Theme& t = theme();
    const SheetLine& l = lines_[static_cast<size_t>(r.line)];
    p.fillRect(QRectF(4, r.top, width() - 8, r.height - 2), t.violetTint);
    p.fillRect(QRectF(4, r.top, 3, r.height - 2), t.violet);
    p.setPen(t.ink);
    p.setFont(textFont(11.5, true));
    const double left = field_->isVisible() ? field_->x() : choice_->x();
    p.drawText(QRectF(kLeft, r.top + 4, left - kLeft - 4, 18), Qt::AlignVCenter | Qt::AlignLeft,
               QFontMetricsF(p.font()).elidedText(str(l.option->title), Qt::ElideRight, left - kLeft - 4));
    const QRectF words(kLeft, r.top + 25, width() - 28, 15), keys(kLeft, r.top + 40, width() - 28, 15);
    const bool fault = !desk_.fault().isEmpty();
    const bool over = desk_.effect() && !desk_.effect()->comesOver.empty();
    p.setPen(fault || over ? t.red : t.ink);
    p.setFont(textFont(11.5, !fault));
    QString say = effectWords();
    if (say.isEmpty()) say = desk_.trying() && doc_.jobs().running("effect") ? "…" : "nothing changes yet";
    if (fault) {
        p.drawText(words | keys, Qt::AlignTop | Qt::AlignLeft | Qt::TextWordWrap, say);
        return;
    }
    p.drawText(words, Qt::AlignVCenter | Qt::AlignLeft, QFontMetricsF(p.font()).elidedText(say, Qt::ElideRight, words.width()));
    p.setPen(t.ink2);
    p.setFont(textFont(11));
    p.drawText(keys, Qt::AlignVCenter | Qt::AlignLeft, "Enter takes it · Esc lets it go");
    p.drawText(keys, Qt::AlignVCenter | Qt::AlignRight,
               QFontMetricsF(p.font()).elidedText("was " + was_, Qt::ElideRight, keys.width() / 2 - 8));
}

void SheetView::drawLine(QPainter& p, const Row& r) const
{
    const Theme& t = theme();
    const SheetLine& l = lines_[static_cast<size_t>(r.line)];
    if (l.differs) p.fillRect(QRectF(6, r.top + 2, 2.4, r.height - 4), t.ink);
    const double here = 0.44 * width(), standing = 0.71 * width(), right = width() - 14;
    const auto put = [&](double from, double to, const QString& text, const QColor& ink, bool strong) {
        p.setFont(textFont(11.5, strong));
        p.setPen(ink);
        p.drawText(QRectF(from, r.top, to - from, r.height), Qt::AlignVCenter | Qt::AlignLeft,
                   QFontMetricsF(p.font()).elidedText(text, Qt::ElideRight, to - from));
    };
    put(kLeft, here - 4, str(l.option->title), l.differs ? t.ink : t.ink2, l.differs);
    if (l.differs) {
        put(here, standing - 4, str(l.here), t.ink, true);
        put(standing, right, str(l.standing), t.ink3, false);
    } else {
        const QString clause = str(l.option->clause);
        p.setFont(textFont(11));
        const double w = std::min(QFontMetricsF(p.font()).horizontalAdvance(clause), 0.3 * width());
        put(here, right - w - 6, str(l.standing), t.ink3, false);
        p.setFont(textFont(11));
        p.setPen(t.ink3);
        p.drawText(QRectF(right - w, r.top, w, r.height), Qt::AlignVCenter | Qt::AlignRight,
                   QFontMetricsF(p.font()).elidedText(clause, Qt::ElideRight, w));
    }
}

void SheetView::paintEvent(QPaintEvent*)
{
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.fillRect(rect(), t.panel);
    p.setFont(textFont(10.5));
    p.setPen(t.ink3);
    p.drawText(QPointF(0.44 * width(), 11), "here");
    p.drawText(QPointF(0.71 * width(), 11), "default");
    p.drawText(QRectF(0, 0, width() - 14, 15), Qt::AlignRight | Qt::AlignVCenter, "clause");
    for (size_t k = 0; k < rows_.size(); ++k) {
        const Row& r = rows_[k];
        if (r.line < 0) {
            const bool folded = folded_.contains(r.heading);
            p.setPen(QPen(t.hairline, 1));
            p.drawLine(QPointF(kLeft, r.top + kHead - 3), QPointF(width() - 14, r.top + kHead - 3));
            p.setPen(Qt::NoPen);
            p.setBrush(t.ink3);
            const double y = r.top + 11;
            p.drawPolygon(folded ? QPolygonF{{kLeft, y - 3}, {kLeft, y + 4}, {kLeft + 5, y + 0.5}}
                                 : QPolygonF{{kLeft, y - 2}, {kLeft + 7, y - 2}, {kLeft + 3.5, y + 3}});
            p.setPen(t.ink2);
            p.setFont(textFont(11.5, true));
            p.drawText(QRectF(kLeft + 12, r.top, width() - 40, kHead - 2), Qt::AlignVCenter | Qt::AlignLeft, r.heading);
        } else if (r.line == open_)
            drawTrial(p, r);
        else
            drawLine(p, r);
        if (hasFocus() && static_cast<int>(k) == current_ && r.line != open_) {
            p.setPen(QPen(t.violet, 1, Qt::DotLine));
            p.setBrush(Qt::NoBrush);
            p.drawRoundedRect(QRectF(9, r.top + 0.5, width() - 20, r.height - 1), 3, 3);
        }
    }
}

void SheetView::mousePressEvent(QMouseEvent* e)
{
    const int k = rowAt(e->position().y());
    if (k < 0) return;
    current_ = k;
    const Row r = rows_[static_cast<size_t>(k)];
    if (r.line == open_ && open_ >= 0) return;
    if (r.line >= 0) return open(lines_[static_cast<size_t>(r.line)].key);
    letGo();
    if (!folded_.erase(r.heading)) folded_.insert(r.heading);
    place();
}

void SheetView::keyPressEvent(QKeyEvent* e)
{
    if (rows_.empty()) return QWidget::keyPressEvent(e);
    const int last = static_cast<int>(rows_.size()) - 1;
    if (e->key() == Qt::Key_Down)
        current_ = std::min(current_ + 1, last);
    else if (e->key() == Qt::Key_Up)
        current_ = std::max(current_ - 1, 0);
    else if (e->key() == Qt::Key_Return || e->key() == Qt::Key_Enter || e->key() == Qt::Key_Space) {
        if (current_ < 0) return;
        const Row r = rows_[static_cast<size_t>(current_)];
        if (r.line >= 0) return open(lines_[static_cast<size_t>(r.line)].key);
        if (!folded_.erase(r.heading)) folded_.insert(r.heading);
        place();
    } else if ((e->key() == Qt::Key_Delete || e->key() == Qt::Key_Backspace) && current_ >= 0 &&
               rows_[static_cast<size_t>(current_)].line >= 0) {
        const SheetLine l = lines_[static_cast<size_t>(rows_[static_cast<size_t>(current_)].line)];
        if (!l.differs) return;
        desk_.tryLine(l.key, {});
        Q_EMIT trouble(desk_.take());
    } else
        return QWidget::keyPressEvent(e);
    update();
}

bool SheetView::eventFilter(QObject* watched, QEvent* e)
{
    if (open_ >= 0 && (e->type() == QEvent::KeyPress || e->type() == QEvent::ShortcutOverride) &&
        (watched == field_ || watched == choice_)) {
        auto* k = static_cast<QKeyEvent*>(e);
        const bool enter = k->key() == Qt::Key_Return || k->key() == Qt::Key_Enter, escape = k->key() == Qt::Key_Escape;
        if (e->type() == QEvent::ShortcutOverride) {
            // Digits and letters are for the choice that is open, not for riding and looking.
            if (enter || escape || watched == choice_) e->accept();
            return enter || escape || watched == choice_;
        }
        if (enter) {
            take();
            return true;
        }
        if (escape) {
            letGo();
            setFocus();
            return true;
        }
    }
    return QWidget::eventFilter(watched, e);
}

QString SheetView::explain(const SheetLine& l) const
{
    QString out = QString("<b>%1</b>: %2").arg(str(l.option->title).toHtmlEscaped(), str(l.option->meaning).toHtmlEscaped());
    out += QString("<br>%1; by itself: %2").arg(str(rangeOf(*l.option)).toHtmlEscaped(), str(l.standing).toHtmlEscaped());
    if (l.differs) out += QString("<br>here: %1").arg(str(l.here).toHtmlEscaped());
    if (!l.option->clause.empty()) out += "<br>" + str(l.option->clause).toHtmlEscaped();
    return out;
}

bool SheetView::event(QEvent* e)
{
    if (e->type() == QEvent::ToolTip) {
        auto* help = static_cast<QHelpEvent*>(e);
        const int k = rowAt(help->pos().y());
        if (k >= 0 && rows_[static_cast<size_t>(k)].line >= 0)
            QToolTip::showText(help->globalPos(), explain(lines_[static_cast<size_t>(rows_[static_cast<size_t>(k)].line)]),
                               this);
        else
            QToolTip::hideText();
        return true;
    }
    return QWidget::event(e);
}

} // namespace wr
