// What the stop Report works on: the choice kept with the project, and the pages it comes to, set in the background while the
// stop is looked at.
#pragma once

#include "core/reporting/report_builder.h"
#include "core/reporting/report_pages.h"

#include <QObject>
#include <QString>
#include <QStringList>
#include <QTimer>
#include <memory>
#include <optional>

namespace wr {

class Document;

class ReportDesk : public QObject
{
    Q_OBJECT
public:
    explicit ReportDesk(Document& doc, QObject* parent = nullptr);
    void enter(bool here); // the stop: from then on the pages follow every change

    const ReportChoice& choice() const;
    QString setChoice(const ReportChoice& c); // an edit; the trouble, if any
    void tick(const std::string& key, bool on);
    void setDepth(const std::string& group, ReportDepth d); // "" of members in none
    // Members in full whatever their group says: "send to the report".
    QString send(const std::vector<std::string>& members);

    // The pages at hand; null before the first are set. They may be of a state that has changed since.
    const ReportPages* pages() const { return made_ ? &made_->pages : nullptr; }
    // The same, kept alive by who shows them.
    std::shared_ptr<const ReportPages> sharedPages() const
    {
        return made_ ? std::shared_ptr<const ReportPages>(made_, &made_->pages) : nullptr;
    }
    const ReportTree* tree() const { return made_ ? &made_->tree : nullptr; }
    bool current() const { return current_; }
    double seconds() const { return seconds_; }
    QString trouble() const { return trouble_; } // why there are no pages
    // Members in depth now: how many of the pick, of all.
    size_t inDepth() const { return inDepth_; }

    // Writes every format wanted beside each other under one name without ending, in the background; wrote() follows.
    void write(const QString& base);
    // Again where they were written last; asks where that is not known.
    void writeAgain();
    QString lastBase() const { return base_; }
    std::function<std::vector<SettleRound>()> rounds; // that led to the sizes at hand
    std::function<QString()> askWhere;                // a path without ending, or nothing; a test answers instead of a person
    QStringList formats() const;                      // endings that are wanted

Q_SIGNALS:
    void changed(); // choice, pages, or that they are being set
    void wrote(const QStringList& files, const QString& trouble);

private:
    void refresh();
    void set();
    std::optional<ReportInput> input();
    struct Made
    {
        Made(ReportTree t, Progress& p) : tree(std::move(t)), pages(tree, p) {}
        ReportTree tree;
        ReportPages pages;
    };
    Document& doc_;
    QTimer soon_;
    bool here_ = false, current_ = false;
    std::shared_ptr<const Made> made_;
    double seconds_ = 0;
    size_t inDepth_ = 0;
    QString trouble_, base_;
};

} // namespace wr
