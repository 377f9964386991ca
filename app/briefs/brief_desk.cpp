#include "app/briefs/brief_desk.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/briefs/brief_sheet.h"
#include "core/project/brief_edits.h"

#include <algorithm>

namespace wr {

BriefDesk::BriefDesk(Document& doc, QObject* parent) : QObject(parent), doc_(doc)
{
    connect(&doc_, &Document::opened, this, [this] {
        current_.clear();
        letGo();
    });
    for (const auto signal : {&Document::opened, &Document::modelChanged, &Document::historyChanged})
        connect(&doc_, signal, this, &BriefDesk::follow);
}

// The first where the one at hand is gone.
void BriefDesk::follow()
{
    if (!doc_.hasFrame()) return;
    if (!current()) {
        const auto& list = doc_.frame().design.briefs.list();
        current_ = list.empty() ? std::string() : list.front().id;
    }
    Q_EMIT chosen();
}

const Brief* BriefDesk::current() const
{
    if (!doc_.hasFrame()) return nullptr;
    for (const Brief& b : doc_.frame().design.briefs.list())
        if (b.id == current_) return &b;
    return nullptr;
}

size_t BriefDesk::membersOf(const std::string& brief) const
{
    const auto& list = doc_.model().members();
    return static_cast<size_t>(std::count_if(list.begin(), list.end(), [&](const Member& m) { return m.brief == brief; }));
}

void BriefDesk::choose(const std::string& brief)
{
    if (brief == current_) return;
    letGo();
    current_ = brief;
    Q_EMIT chosen();
}

void BriefDesk::tryLine(const std::string& key, const QString& text)
{
    const Brief* b = current();
    if (!b) return;
    key_ = key;
    effect_.reset();
    edit_.reset();
    fault_.clear();
    auto changed = withLine(*b, key, text.trimmed().toStdString(), doc_.units());
    if (!changed)
        fault_ = str(changed.error());
    else if (!(*changed == *b)) {
        edit_ = PutBrief{*std::move(changed)};
        doc_.tryEdit(*edit_, [this, key](const std::expected<Effect, std::string>& found) {
            if (key != key_ || !edit_) return;
            if (found)
                effect_ = *found;
            else
                fault_ = str(found.error());
            Q_EMIT tried();
        });
    }
    Q_EMIT tried();
}

QString BriefDesk::take()
{
    if (!fault_.isEmpty()) return fault_;
    const std::optional<Edit> edit = std::move(edit_);
    letGo();
    return edit ? doc_.run(*edit) : QString();
}

void BriefDesk::letGo()
{
    const bool was = trying();
    key_.clear();
    edit_.reset();
    effect_.reset();
    fault_.clear();
    if (!was) return;
    doc_.stopTrying();
    Q_EMIT tried();
}

QString BriefDesk::giveToPicked()
{
    return doc_.run(GiveBrief{doc_.pickedRefs(), current_});
}

QString BriefDesk::addBrief(Brief b)
{
    b.id = freeBriefName(doc_.frame(), b.id);
    const std::string id = b.id;
    const QString trouble = doc_.run(PutBrief{std::move(b)});
    if (trouble.isEmpty()) choose(id);
    return trouble;
}

QString BriefDesk::rename(const QString& name)
{
    const Brief* b = current();
    if (!b || name.trimmed().toStdString() == b->id) return {};
    PutBrief e{*b, b->id};
    e.brief.id = name.trimmed().toStdString();
    const std::string was = std::exchange(current_, e.brief.id);
    const QString trouble = doc_.run(e);
    if (!trouble.isEmpty()) current_ = was;
    Q_EMIT chosen();
    return trouble;
}

QString BriefDesk::drop(const std::string& to)
{
    const std::string id = current_;
    letGo();
    return doc_.run(DropBrief{id, to});
}

} // namespace wr
