#include "app/frame/summary_finder.h"

#include "app/shell/document.h"

#include <memory>

namespace wr {

SummaryFinder::SummaryFinder(Document& doc, QObject* parent) : QObject(parent), doc_(doc)
{
    const auto forget = [this] {
        buckling_.reset();
        vibration_.reset();
        running_ = false;
    };
    connect(&doc_, &Document::opened, this, forget);
    connect(&doc_, &Document::modelChanged, this, forget);
}

bool SummaryFinder::waits() const
{
    return doc_.hasFrame() && !buckling_ && !running_ && doc_.frame().elements.size() > kByItself;
}

void SummaryFinder::want(bool asked)
{
    if (!doc_.hasFrame() || running_ || buckling_ || doc_.frame().elements.empty() || !doc_.forcesFit() || !doc_.hasForces())
        return;
    if (!asked && waits()) return;
    running_ = true;
    auto frame = std::make_shared<Frame>(doc_.frame());
    frame->results.clear();
    const bool shear = doc_.choice().shearDeformation;
    doc_.jobs().start("summary", [this, frame, shear](Progress& progress) -> Jobs::Finish {
        auto b = std::make_shared<BucklingResult>(analyseBuckling(*frame, {.shearDeformation = shear}, progress));
        VibrationOptions o;
        o.modes = 3;
        o.shearDeformation = shear;
        auto v = std::make_shared<VibrationResult>(analyseVibration(*frame, o, progress));
        return [this, frame, b, v] {
            if (!running_ || !doc_.hasFrame()) return; // another frame since
            running_ = false;
            buckling_ = std::move(*b);
            vibration_ = std::move(*v);
            Q_EMIT found();
        };
    });
}

} // namespace wr
