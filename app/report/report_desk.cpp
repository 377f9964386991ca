#include "app/report/report_desk.h"

#include "app/shell/document.h"
#include "app/shell/text.h"
#include "core/picks/pick_match.h"
#include "core/reporting/report_writers.h"

#include <QElapsedTimer>
#include <QFileInfo>
#include <algorithm>

namespace wr {

ReportDesk::ReportDesk(Document& doc, QObject* parent) : QObject(parent), doc_(doc)
{
    soon_.setSingleShot(true);
    soon_.setInterval(60);
    connect(&soon_, &QTimer::timeout, this, &ReportDesk::set);
    for (const auto signal :
         {&Document::modelChanged, &Document::resultsChanged, &Document::historyChanged, &Document::comparisonChanged})
        connect(&doc_, signal, this, &ReportDesk::refresh);
    connect(&doc_, &Document::opened, this, [this] {
        made_.reset();
        base_.clear();
        refresh();
    });
}

void ReportDesk::enter(bool here)
{
    here_ = here;
    if (here_ && !current_) set();
}

const ReportChoice& ReportDesk::choice() const
{
    static const ReportChoice none;
    return doc_.hasFrame() ? doc_.frame().design.report : none;
}

QString ReportDesk::setChoice(const ReportChoice& c)
{
    return c == choice() ? QString() : doc_.run(SetReport{c});
}

void ReportDesk::tick(const std::string& key, bool on)
{
    ReportChoice c = choice();
    std::erase_if(c.without, [&](const std::string& w) { return w == key || w.starts_with(key + "."); });
    // One inside a part that is left out: the part comes back with its others left out one by one.
    const std::string part = key.substr(0, key.find('.'));
    if (on && part != key)
        if (const auto it = std::find(c.without.begin(), c.without.end(), part); it != c.without.end()) {
            c.without.erase(it);
            for (const ReportTopic& t : reportTopics())
                if (t.key != key && t.key.starts_with(part + ".")) c.without.push_back(t.key);
        }
    if (!on) c.without.push_back(key);
    std::sort(c.without.begin(), c.without.end());
    setChoice(c);
}

void ReportDesk::setDepth(const std::string& group, ReportDepth d)
{
    ReportChoice c = choice();
    if (d == c.otherDepth)
        c.depth.erase(group);
    else
        c.depth[group] = d;
    setChoice(c);
}

QString ReportDesk::send(const std::vector<std::string>& members)
{
    ReportChoice c = choice();
    for (const std::string& m : members)
        if (std::find(c.members.begin(), c.members.end(), m) == c.members.end()) c.members.push_back(m);
    std::erase(c.without, std::string("calculations"));
    return setChoice(c);
}

void ReportDesk::refresh()
{
    current_ = false;
    doc_.jobs().cancel("report");
    if (here_) soon_.start();
    Q_EMIT changed();
}

// The state at hand with what of it is in depth; nothing, with the trouble, where no report can be made of it.
std::optional<ReportInput> ReportDesk::input()
{
    trouble_.clear();
    if (!doc_.hasFrame()) return std::nullopt;
    if (!doc_.hasForces() || !doc_.checked()) {
        trouble_ = doc_.jobs().running() ? "The members are being checked." : "There are no forces, and so nothing to report.";
        return std::nullopt;
    }
    ReportInput in;
    in.state = doc_.state();
    const std::string& text = choice().pick;
    if (!text.empty()) {
        std::string expression = text;
        for (const SavedPick& p : doc_.frame().design.picks)
            if (p.id == text) expression = p.expression;
        const auto pick = parsePick(expression, doc_.units());
        if (!pick) {
            trouble_ = "For whom: " + QString::fromStdString(pick.error().sentence());
            return std::nullopt;
        }
        in.deep.assign(in.state.model->members().size(), 0);
        for (const size_t i : membersOf(*pick, {*in.state.model, in.state.report.get()}))
            in.deep[i] = 1;
    }
    inDepth_ = 0;
    for (size_t i = 0; i < in.state.model->members().size(); ++i)
        inDepth_ += !in.state.model->members()[i].exclude && reportDepthOf(in, choice(), i) != ReportDepth::Line;
    if (rounds) in.rounds = rounds();
    if (const Document::Beside* b = doc_.beside()) {
        in.against = *b->then;
        in.againstName = doc_.comparedSiding();
    }
    return in;
}

void ReportDesk::set()
{
    auto in = input();
    if (!in) {
        made_.reset();
        Q_EMIT changed();
        return;
    }
    doc_.jobs().start("report", [this, in = std::move(*in), choice = choice()](Progress& p) -> Jobs::Finish {
        QElapsedTimer clock;
        clock.start();
        auto made = std::make_shared<const Made>(buildReport(in, choice), p);
        const double seconds = static_cast<double>(clock.nsecsElapsed()) * 1e-9;
        return [this, made = std::move(made), seconds] {
            made_ = made;
            seconds_ = seconds;
            current_ = true;
            Q_EMIT changed();
        };
    });
    Q_EMIT changed();
}

QStringList ReportDesk::formats() const
{
    QStringList out;
    for (const std::string& f : choice().formats)
        out << QString::fromStdString(f);
    return out.isEmpty() ? QStringList{"pdf"} : out;
}

void ReportDesk::write(const QString& base)
{
    auto in = input();
    if (!in) return Q_EMIT wrote({}, trouble_);
    base_ = base;
    QStringList files;
    for (const QString& f : formats())
        files << base + "." + f;
    doc_.jobs().start(
        "write-report",
        [this, in = std::move(*in), choice = choice(), files, made = current_ ? made_ : nullptr](Progress& p) -> Jobs::Finish {
            QString trouble;
            const auto ready = made ? made : std::make_shared<const Made>(buildReport(in, choice), p);
            for (const QString& f : files) {
                const std::filesystem::path path = f.toStdString();
                const auto done =
                    path.extension() == ".pdf" ? ready->pages.writePdf(path, p) : writeReport(ready->tree, path, p);
                if (!done && trouble.isEmpty()) trouble = QString::fromStdString(done.error());
            }
            return [this, files, trouble] { Q_EMIT wrote(trouble.isEmpty() ? files : QStringList(), trouble); };
        });
}

void ReportDesk::writeAgain()
{
    QString base = base_;
    if (base.isEmpty() && askWhere) base = askWhere();
    if (!base.isEmpty()) write(base);
}

} // namespace wr
