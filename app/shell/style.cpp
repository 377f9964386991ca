#include "app/shell/style.h"
#include "render/theme.h"

#include <QColor>
#include <utility>

namespace wr {

QPalette programPalette()
{
    const Theme& t = theme();
    QPalette p(t.panel, t.window);
    p.setColor(QPalette::Base, t.dark ? t.track : t.field); // an empty box stands out from the dark ground
    p.setColor(QPalette::AlternateBase, t.panel);
    p.setColor(QPalette::Highlight, t.violet);
    p.setColor(QPalette::HighlightedText, t.panel);
    for (const auto role : {QPalette::Text, QPalette::WindowText, QPalette::ButtonText})
        p.setColor(role, t.ink);
    for (const auto role : {QPalette::Text, QPalette::WindowText, QPalette::ButtonText})
        p.setColor(QPalette::Disabled, role, t.ink3);
    return p;
}

QString programStyle()
{
    const Theme& t = theme();
    QString s = R"(
        * { font-family: Inter, sans-serif; font-size: 12px; color: @ink; }
        QMainWindow, QMenuBar, QStatusBar { background: @window; }
        QMenuBar { padding: 2px 8px; } QMenuBar::item { padding: 4px 9px; background: transparent; border-radius: 4px; }
        QMenuBar::item:selected { background: @tint; } QMenu { background: @panel; border: 1px solid @hair; padding: 4px; }
        QMenu::item { padding: 4px 22px; border-radius: 3px; } QMenu::item:selected { background: @tint; } QMenu::item:disabled { color: @ink3; }
        QMenu::separator { height: 1px; background: @hair; margin: 4px 8px; }
        QStatusBar { border-top: 1px solid @hair; } QStatusBar::item { border: none; }
        QStatusBar QLabel, QLabel#bar { color: @ink2; font-size: 11.5px; }
        QWidget#bench, QWidget#ledger, QWidget#start, QScrollArea, QScrollArea > QWidget > QWidget { background: @panel; }
        QWidget#bench { border-left: 1px solid @hair; }
        QLabel#head { font-weight: 600; color: @ink2; padding-top: 6px; } QLabel#quiet { color: @ink2; font-size: 11.5px; }
        QLabel#title { font-size: 15px; font-weight: 600; } QLabel#big { font-size: 21px; font-weight: 600; }
        QLabel#trouble { color: @red; } QLabel#warning { color: @ochreInk; background: @ochreTint; border: 1px solid @ochreEdge; border-radius: 5px; padding: 6px; }
        QTreeWidget { background: @window; outline: 0; } QTreeWidget::item { padding: 1px 0; } QTreeWidget::item:selected { background: @tint; color: @ink; }
        QListView { background: @panel; border: 1px solid @hair; outline: 0; } QListView::item { padding: 2px 6px; } QListView::item:selected { background: @tint; color: @ink; }
        QTableView, QTableWidget, QListWidget { background: @panel; border: none; selection-background-color: @tint; selection-color: @ink; alternate-background-color: @panel; outline: 0; }
        QTableView::item { padding-left: 6px; border: none; } QTableView::item:selected, QListWidget::item:selected { background: @tint; color: @ink; }
        QListWidget::item { padding: 5px 2px; border-bottom: 1px solid @row; }
        QTableCornerButton::section { background: @panel; border: none; border-bottom: 1px solid @hair; }
        QHeaderView { background: @panel; } QHeaderView::section { background: @panel; color: @ink2; border: none; border-bottom: 1px solid @hair; padding: 3px 6px; font-weight: 600; font-size: 11px; }
        QToolButton { border: none; padding: 3px 7px; background: transparent; border-radius: 4px; } QToolButton:hover { background: @tint; }
        QToolButton#tab { border-radius: 0; padding: 3px 1px 4px 1px; color: @ink2; } QToolButton#tab:hover { background: transparent; color: @ink; }
        QToolButton#tab:checked { color: @ink; font-weight: 600; border-bottom: 2px solid @violet; }
        QToolButton#tab:focus { border-bottom: 2px dotted @violet; }
        QToolButton#card { border: 1px solid @hair; background: @window; border-radius: 6px; padding: 6px; } QToolButton#card:hover, QToolButton#card:focus { border-color: @violet; }
        QWidget#shownBar { background: @panel; border: 1px solid @hair; border-radius: 5px; }
        QDialog { background: @panel; } QPlainTextEdit { background: @field; border: 1px solid @hair; font-family: monospace; } QSpinBox { background: @field; border: 1px solid @hair; border-radius: 4px; padding: 2px 5px; min-height: 18px; }
        QLabel#shown { background: @panel; border: 1px solid @hair; border-radius: 4px; padding: 3px 8px; color: @ink2; }
        QToolButton#view { background: @panel; border: 1px solid @hair; color: @ink2; } QToolButton#view:checked { background: @tint; color: @violet; font-weight: 600; }
        QPushButton { background: @panel; border: 1px solid @hair; border-radius: 5px; padding: 5px 12px; } QPushButton:hover { border-color: @violet; } QPushButton:focus { border-color: @violet; }
        QPushButton#primary { background: @violet; color: @panel; border-color: @violet; font-weight: 600; } QPushButton#primary:disabled, QPushButton:disabled { background: @track; color: @ink3; border-color: @track; }
        QPushButton#link { border: none; color: @violet; padding: 2px 0; text-align: left; background: transparent; } QPushButton#link:hover { text-decoration: underline; } QPushButton#link:focus { text-decoration: underline; } QPushButton#link:disabled { background: transparent; border: none; color: @ink3; }
        QLineEdit, QComboBox { background: @field; border: 1px solid @hair; border-radius: 4px; padding: 2px 5px; min-height: 18px; selection-background-color: @violet; selection-color: @panel; }
        QLineEdit:focus, QComboBox:focus { border-color: @violet; }
        QLineEdit#briefName { font-size: 15px; font-weight: 600; background: transparent; border-color: transparent; padding: 1px 2px; } QLineEdit#briefName:hover, QLineEdit#briefName:focus { border-color: @hair; background: @field; }
        QComboBox::drop-down { border: none; width: 16px; } QComboBox::down-arrow { width: 0; height: 0; border-left: 4px solid @panel; border-right: 4px solid @panel; border-top: 5px solid @ink2; }
        QComboBox QAbstractItemView { background: @panel; border: 1px solid @hair; selection-background-color: @tint; selection-color: @ink; }
        QSlider::groove:horizontal { height: 3px; background: @hair; border-radius: 1px; } QSlider::sub-page:horizontal { background: @hair; }
        QSlider::handle:horizontal { width: 11px; height: 11px; margin: -5px 0; border-radius: 6px; background: @violet; border: none; } QSlider::handle:horizontal:focus { background: @ink; } QSlider::handle:horizontal:disabled { background: @ink3; }
        QCheckBox:disabled { color: @ink3; }
        QSplitter::handle { background: @hair; } QToolTip { background: @ink; color: @panel; border: none; padding: 4px; }
        QScrollBar:vertical { background: transparent; width: 9px; margin: 0; } QScrollBar::handle:vertical { background: @scroll; border-radius: 4px; min-height: 30px; }
        QScrollBar:horizontal { background: transparent; height: 9px; } QScrollBar::handle:horizontal { background: @scroll; border-radius: 4px; }
        QScrollBar::add-line, QScrollBar::sub-line { width: 0; height: 0; } QScrollBar::add-page, QScrollBar::sub-page { background: transparent; }
    )";
    const std::pair<const char*, QColor> colours[] = {{"@ochreTint", t.ochreTint},
                                                      {"@ochreInk", t.ochreInk},
                                                      {"@ochreEdge", t.ochreEdge},
                                                      {"@row", t.row},
                                                      {"@scroll", t.scroll},
                                                      {"@field", t.field},
                                                      {"@window", t.window},
                                                      {"@panel", t.panel},
                                                      {"@hair", t.hairline},
                                                      {"@ink2", t.ink2},
                                                      {"@ink3", t.ink3},
                                                      {"@ink", t.ink},
                                                      {"@violet", t.violet},
                                                      {"@tint", t.violetTint},
                                                      {"@red", t.red},
                                                      {"@track", t.track}};
    for (const auto& [name, c] : colours)
        s.replace(name, c.name());
    return s;
}

} // namespace wr
