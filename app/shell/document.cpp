#include "app/shell/document.h"

#include "core/audit/audit.h"
#include "core/audit/stability.h"
#include "core/files/frame_reader.h"
#include "core/files/frame_writer.h"
#include "logging/log.h"

#include <QFile>
#include <QFileInfo>
#include <algorithm>
#include <chrono>

namespace wr {

namespace {

Loaded<Frame> readAny(const QString& path)
{
    if (!path.startsWith(":/")) return readFrameFile(path.toStdString());
    QFile f(path); // a demo frame inside the program
    if (!f.open(QIODevice::ReadOnly)) return {};
    const QByteArray bytes = f.readAll();
    return readFrame(std::string_view(bytes.constData(), static_cast<size_t>(bytes.size())));
}

} // namespace

Document::Document(QObject* parent)
    : QObject(parent), standards_(std::make_shared<const std::vector<Standard>>(shippedStandards())), jobs_(this)
{
}

Document::~Document()
{
    jobs_.cancelAll();
}

QString Document::title() const
{
    if (!frame_) return "Wren Rail";
    return frame_->title.empty() ? QFileInfo(path_).fileName() : QString::fromStdString(frame_->title);
}

const UnitSystem& Document::units() const
{
    static const UnitSystem none;
    return frame_ ? frame_->units : none;
}

void Document::open(const QString& path)
{
    for (const char* kind : {"check", "rungs", "drift", "compare", "modes", "analyse"})
        jobs_.cancel(kind);
    jobs_.start("open", [this, path](Progress& progress) -> Jobs::Finish {
        progress.at(0.0, "reading");
        const LogTime time("read and analysed");
        auto loaded = std::make_shared<Loaded<Frame>>(readAny(path));
        if (!loaded->ok())
            return [this, path, loaded] {
                logWarning(path.toStdString() + " has " + std::to_string(loaded->findings.size()) + " faults");
                faults_ = loaded->findings;
                Q_EMIT faulted(path);
            };
        auto frame = std::make_shared<Frame>(std::move(*loaded->value));
        auto analysed = std::make_shared<FrameForces>();
        auto memory = analysisMemory();
        if (!frame->results.empty())
            *analysed = givenResults(*frame, loaded->findings);
        else {
            progress.at(0.2, "analysing");
            *analysed = analyseForces(*frame, choiceFor(*frame), progress, memory);
            loaded->findings.insert(loaded->findings.end(), analysed->findings.begin(), analysed->findings.end());
            if (!analysed->ok) analysed->forces = {};
        }
        return [this, path, frame, analysed, memory, loaded] {
            logInfo("opened " + path.toStdString());
            path_ = path;
            history_ = {};
            pick_.clear();
            rungs_ = {};
            memory_ = memory;
            adopt(frame, analysed, loaded->findings);
            Q_EMIT opened();
            Q_EMIT historyChanged();
            Q_EMIT pickChanged();
            check({});
        };
    });
}

void Document::adopt(std::shared_ptr<Frame> frame, std::shared_ptr<const FrameForces> analysed, std::vector<Finding> findings)
{
    frame_ = std::move(frame);
    analysed_ = std::move(analysed);
    readFindings_ = std::move(findings);
    report_ = {};
    checked_ = false;
    driftKnown_ = false;
    drift_.reset();
    second_.reset();
    secondReport_ = {};
    rebuild();
}

void Document::rebuild()
{
    model_ = std::make_shared<const CheckModel>(frame_, forces(), standards_, motions());
    forcesFit_ = analysed_->forces.empty() || analysed_->forces.sizes == sizesFingerprint(*frame_);
    mass_ = 0;
    for (const Element& e : frame_->elements)
        mass_ += frame_->length(e) * frame_->sections[e.section].properties.a * frame_->materials[e.material].density;
    report_.results.resize(model_->members().size());
    collectFindings();
}

// Results name force sets and members by their place; where those may have moved, the old ones must not be shown for a moment
// longer.
void Document::forgetResults()
{
    report_.results.assign(model_->members().size(), {});
    report_.count(model_->members());
    checked_ = false;
    driftKnown_ = false;
    drift_.reset();
    second_.reset();
    secondReport_ = {};
}

void Document::collectFindings()
{
    findings_ = readFindings_;
    for (auto&& more : {audit(*model_), checked_ ? auditResults(*model_, report_) : std::vector<Finding>{}})
        findings_.insert(findings_.end(), more.begin(), more.end());
    if (drift_) findings_.push_back(*drift_);
}

void Document::compareWith(const std::string& key)
{
    if (key == compared_) return;
    compared_ = key;
    second_.reset();
    secondReport_ = {};
    Q_EMIT secondChanged();
    checkSecond();
}

void Document::checkSecond()
{
    if (compared_.empty() || !model_ || !hasForces()) return;
    auto model = model_;
    jobs_.start("compare",
                [this, model, key = compared_, standards = standards_, table = forces(),
                 moves = motions()](Progress& progress) -> Jobs::Finish {
                    auto frame = std::make_shared<Frame>(model->frame());
                    frame->design.standard = key;
                    auto other = std::make_shared<const CheckModel>(frame, table, standards, moves);
                    auto report = std::make_shared<CheckReport>();
                    other->checkAll(*report, progress);
                    return [this, model, key, other, report] {
                        if (model != model_ || key != compared_) return; // a newer one is on its way
                        second_ = other;
                        secondReport_ = std::move(*report);
                        Q_EMIT secondChanged();
                    };
                });
}

void Document::judgeDrift()
{
    if (driftKnown_ || !hasForces()) return;
    auto model = model_;
    jobs_.start("drift", [this, model](Progress& progress) -> Jobs::Finish {
        progress.at(0, "storey drift");
        auto found = std::make_shared<std::optional<Finding>>(driftRatio(*model, progress));
        if (!*found) *found = criticalFactor(*model, progress);
        return [this, model, found] {
            if (&model->forces() != &model_->forces()) return; // other forces since; a check is on its way
            drift_ = *found;
            driftKnown_ = true;
            if (drift_ && drift_->code == "forces.sway") {
                warnOfSway(*drift_, *model_, report_);
                Q_EMIT resultsChanged();
            }
            collectFindings();
            Q_EMIT findingsChanged();
        };
    });
}

bool Document::save(const QString& path, QString* why)
{
    const auto written = writeFrameFile(*frame_, path.toStdString());
    if (!written) {
        *why = QString::fromStdString(written.error());
        return false;
    }
    logInfo("saved " + path.toStdString());
    path_ = path;
    history_.markSaved();
    Q_EMIT historyChanged();
    return true;
}

QString Document::run(const Edit& e)
{
    if (!frame_) return "open a frame first";
    auto next = std::make_shared<Frame>(*frame_);
    const auto done = history_.run(*next, e);
    if (!done) return QString::fromStdString(done.error());
    frame_ = std::move(next);
    applied(*done);
    return {};
}

void Document::undo()
{
    if (!frame_ || !history_.canUndo()) return;
    auto next = std::make_shared<Frame>(*frame_);
    const auto done = history_.undo(*next);
    frame_ = std::move(next);
    if (done) applied(*done);
}

void Document::redo()
{
    if (!frame_ || !history_.canRedo()) return;
    auto next = std::make_shared<Frame>(*frame_);
    const auto done = history_.redo(*next);
    frame_ = std::move(next);
    if (done) applied(*done);
}

void Document::applied(const Applied& a)
{
    if (a.loads) {
        // Forces that came with the file are looked up again; others are found again.
        const bool given = analysed_->forces.given;
        auto fresh = std::make_shared<FrameForces>();
        std::erase_if(readFindings_, [](const Finding& f) { return f.code.starts_with("forces."); });
        if (given) {
            *fresh = givenResults(*frame_, readFindings_);
            fresh->forces.sizes = analysed_->forces.sizes; // they belong to the sizes they came with
        }
        analysed_ = fresh; // old columns mean nothing under new combinations
        rebuild();
        forgetResults();
        Q_EMIT historyChanged();
        Q_EMIT modelChanged();
        given ? check({}) : analyseAgain();
        return;
    }
    if (a.method) {
        rebuild();
        Q_EMIT historyChanged();
        Q_EMIT modelChanged();
        return analyseAgain();
    }
    const bool sizes = a.sizes;
    const std::vector<std::string> touched = a.members;
    // Declaring members that were formed by rule moves them to the front of the list: the pick follows by name.
    const auto names = [&] {
        std::vector<std::string> out;
        for (const Member& m : model_->members())
            out.push_back(m.id);
        return out;
    };
    const std::vector<std::string> before = names();
    rebuild();
    const std::vector<std::string> after = names();
    const bool all = touched.empty() || before != after;
    if (before != after) {
        std::set<std::string> wanted;
        for (const size_t i : pick_)
            wanted.insert(before[i]);
        pick_.clear();
        for (size_t i = 0; i < after.size(); ++i)
            if (wanted.contains(after[i])) pick_.insert(i);
    }
    if (all) forgetResults();
    if (before != after) Q_EMIT pickChanged();
    Q_EMIT historyChanged();
    Q_EMIT modelChanged();
    if (sizes) Q_EMIT sizesChanged();
    check(all ? std::vector<std::string>{} : touched);
}

void Document::check(const std::vector<std::string>& touched)
{
    const auto& members = model_->members();
    if (touched.empty())
        for (size_t i = 0; i < members.size(); ++i)
            pending_.insert(i);
    else {
        const std::set<std::string> names(touched.begin(), touched.end());
        for (size_t i = 0; i < members.size(); ++i)
            if (names.contains(members[i].id)) pending_.insert(i);
    }
    std::erase_if(pending_, [&](size_t i) { return i >= members.size(); });
    std::vector<size_t> which(pending_.begin(), pending_.end());
    auto model = model_;
    jobs_.start("check", [this, model, which](Progress& progress) -> Jobs::Finish {
        auto report = std::make_shared<CheckReport>();
        const auto begin = std::chrono::steady_clock::now();
        if (!which.empty()) model->checkAll(*report, progress, which);
        const double seconds = std::chrono::duration<double>(std::chrono::steady_clock::now() - begin).count();
        return [this, model, which, report, seconds] {
            if (model != model_) return; // a newer edit is being checked; its pending set holds these members too
            for (const size_t i : which)
                report_.results[i] = std::move(report->results[i]);
            report_.standard = report->standard;
            report_.count(model_->members());
            if (drift_) warnOfSway(*drift_, *model_, report_);
            pending_.clear();
            checked_ = true;
            checkSeconds_ = seconds;
            collectFindings();
            Q_EMIT resultsChanged();
            judgeDrift();
            checkSecond();
        };
    });
}

void Document::setChoice(const AnalysisChoice& c)
{
    if (choice() == c) return;
    run(SetAnalysis{{c.order, c.reducedStiffness}});
}

void Document::analyseAgain()
{
    if (!frame_ || jobs_.running("open")) return; // another frame is on its way: it comes with its own forces
    auto frame = frame_;
    jobs_.start("analyse", [this, frame, choice = choice(), memory = memory_](Progress& progress) -> Jobs::Finish {
        const LogTime time("analysed again");
        auto r = std::make_shared<FrameForces>(analyseForces(*frame, choice, progress, memory));
        return [this, frame, r] {
            if (frame != frame_) return analyseAgain(); // edited meanwhile
            std::erase_if(readFindings_, [](const Finding& f) { return f.code.starts_with("analysis."); });
            readFindings_.insert(readFindings_.end(), r->findings.begin(), r->findings.end());
            if (r->ok) {
                analysed_ = r;
                auto next = std::make_shared<Frame>(*frame_);
                next->results.clear(); // results of the file belong to other sizes
                next->modes.clear();
                frame_ = std::move(next);
            }
            rebuild();
            forgetResults();
            Q_EMIT modelChanged();
            check({});
        };
    });
}

void Document::evaluate(const std::vector<size_t>& members, const LadderLimits& limits)
{
    if (!model_) return;
    auto model = model_;
    jobs_.start("rungs", [this, model, members, limits](Progress& progress) -> Jobs::Finish {
        auto table = std::make_shared<RungTable>(evaluateRungs(*model, shippedCatalogue(), members, limits, progress));
        return [this, model, table] {
            if (table->cancelled) return;
            rungs_ = std::move(*table);
            Q_EMIT rungsReady();
        };
    });
}

void Document::setPick(std::set<size_t> members)
{
    if (model_) std::erase_if(members, [&](size_t i) { return i >= model_->members().size(); });
    if (members == pick_) return;
    pick_ = std::move(members);
    Q_EMIT pickChanged();
}

std::vector<MemberRef> Document::refs(const std::set<size_t>& members) const
{
    std::vector<MemberRef> out;
    for (const size_t i : members) {
        const Member& m = model_->members()[i];
        MemberRef r;
        r.id = m.id;
        for (const MemberPiece& p : m.pieces)
            r.elements.push_back(p.element);
        out.push_back(std::move(r));
    }
    return out;
}

} // namespace wr
