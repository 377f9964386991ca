// Handing the frame over: models, coordination topics and tables in files others open, of all members or the picked ones.
#pragma once

#include <QDialog>
#include <functional>
#include <map>

class QCheckBox;
class QLabel;
class QPushButton;
class QRadioButton;

namespace wr {

class Document;

class ExportWindow : public QDialog
{
    Q_OBJECT
public:
    explicit ExportWindow(Document& doc, QWidget* parent = nullptr);
    void refresh();
    QCheckBox& format(const QString& ending) { return *formats_.at(ending); } // ".glb"
    QRadioButton& all() { return *all_; }
    QRadioButton& picked() { return *picked_; }
    QPushButton& write() { return *write_; }
    QString said() const;
    std::function<QString()> askWhere; // a path without ending; a test answers instead of a person
    void writeTo(const QString& base); // in the background; wrote() follows

Q_SIGNALS:
    void wrote(const QStringList& files, const QString& trouble);

private:
    Document& doc_;
    std::map<QString, QCheckBox*> formats_;
    QRadioButton *all_, *picked_;
    QPushButton* write_;
    QLabel* said_;
};

} // namespace wr
