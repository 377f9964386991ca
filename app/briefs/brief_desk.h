// The brief at hand at the stop Briefs, and a change to it that is tried but not made: shared by the sheet, the tray, the view
// and the table under it.
#pragma once

#include "core/project/effect.h"

#include <QObject>
#include <QString>
#include <optional>
#include <string>

namespace wr {

class Document;

class BriefDesk : public QObject
{
    Q_OBJECT
public:
    explicit BriefDesk(Document& doc, QObject* parent = nullptr);

    // The brief on the sheet; null where the frame has none.
    const Brief* current() const;
    const std::string& currentId() const { return current_; }
    void choose(const std::string& brief);
    size_t membersOf(const std::string& brief) const; // how many are checked by it

    // A line with another text: its effect is found in the background and told by tried().
    void tryLine(const std::string& key, const QString& text);
    bool trying() const { return !key_.empty(); }
    const std::string& triedKey() const { return key_; }
    const QString& fault() const { return fault_; }                 // why the text cannot stand, or empty
    const std::optional<Effect>& effect() const { return effect_; } // once it is known
    QString take();                                                 // makes the change; the trouble, if any
    void letGo();

    // Edits of the brief at hand; the trouble, if any.
    QString giveToPicked();
    QString addBrief(Brief b); // under a name that is free, and chosen
    QString rename(const QString& name);
    QString drop(const std::string& to);

Q_SIGNALS:
    void chosen(); // another brief, or another state of it
    void tried();  // the trial, its fault or its effect

private:
    void follow();
    Document& doc_;
    std::string current_, key_;
    std::optional<Edit> edit_;
    std::optional<Effect> effect_;
    QString fault_;
};

} // namespace wr
