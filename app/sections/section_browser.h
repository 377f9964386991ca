// The section browser: every section of the catalogue and of the frame, narrowed by family, words and limits, drawn to scale
// with its properties; or a section of one's own described by its dimensions. It gives what was chosen to the picked members.
#pragma once

#include "app/sections/section_card.h"
#include "app/sections/section_list.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QTableView>
#include <QToolButton>
#include <QWidget>
#include <map>

class QHBoxLayout;

class QVBoxLayout;

namespace wr {

class SectionBrowser : public QWidget
{
    Q_OBJECT
public:
    SectionBrowser(Document& doc, QWidget* parent = nullptr);
    void open();            // for the picked members, at their section
    void describe(bool on); // describe one instead of choosing
    QLineEdit& search() { return *search_; }
    QComboBox& family() { return *family_; }
    QLineEdit& limit(int which) { return *limits_[which]; } // depth from, to, width from, to, mass from, to
    QTableView& table() { return *table_; }
    SectionList& list() { return *list_; }
    SectionCard& card() { return *card_; }
    SectionSheet& sheet() { return *sheet_; }
    QPushButton& use() { return *use_; }
    QComboBox& kind() { return *kind_; }
    QLineEdit& name() { return *name_; }
    QLineEdit* dimensionField(const QString& key);
    QToolButton& describeTab() { return *ownTab_; }
    QString trouble() const { return trouble_->text(); }
    QString count() const { return count_->text(); }
    void useNow();

Q_SIGNALS:
    void closed();

protected:
    void keyPressEvent(QKeyEvent*) override;
    bool eventFilter(QObject* watched, QEvent* e) override;

private:
    QHBoxLayout* buildHead();
    void buildListSide();
    void buildOwnSide();
    void buildTable();
    QVBoxLayout* buildCardSide();
    void connectAll();
    void narrow();
    void chooseRow(int row);
    void present(const CatalogueSection* s, const std::set<size_t>& users);
    void refresh();
    void refreshUse();
    void fillDimensions();
    void drawOwn();
    std::optional<Shape> ownShape(QString* why) const;
    Document& doc_;
    SectionList* list_;
    QToolButton *listTab_, *ownTab_, *close_;
    QLineEdit* search_;
    QComboBox* family_;
    std::array<QLineEdit*, 6> limits_{};
    QLabel *count_, *trouble_;
    QTableView* table_;
    SectionCard* card_;
    SectionSheet* sheet_;
    QPushButton* use_;
    QWidget *left_, *listSide_, *ownSide_;
    QComboBox* kind_;
    QLineEdit* name_;
    QWidget* fieldsHost_;
    std::map<QString, QLineEdit*> fields_;
    bool describing_ = false, filling_ = false;
};

} // namespace wr
