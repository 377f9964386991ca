// The frame of the document as it came again: one edit, the state before parked, findings of reading with the steps that read.
#include "app/shell/document.h"

namespace wr {

QString Document::takeAgain(const QString& from, Frame frame, std::vector<Finding> findings, std::string recipe)
{
    if (!hasFrame()) return "open a frame first";
    if (!keeper_->lookOnly().isEmpty()) return keeper_->lookOnly();
    jobs_.start("again",
                [this, s = state_, from, f = std::make_shared<Frame>(std::move(frame)), recipe = std::move(recipe),
                 read = std::make_shared<const std::vector<Finding>>(std::move(findings))](Progress& progress) -> Jobs::Finish {
                    progress.at(0.1, "taking in again");
                    f->units = s.frame->units;
                    f->unitsOfFile = s.frame->unitsOfFile;
                    if (f->title.empty()) f->title = s.frame->title;
                    if (!f->results.empty()) static_cast<void>(takeResults(*f));
                    auto patch = std::make_shared<Patch>(differences(*s.frame, *f, "Take in " + from.toStdString() + " again"));
                    return [this, s, from, f, patch, read, recipe] {
                        if (s.frame != state_.frame || patch->empty()) return;
                        QString name = "before " + from;
                        for (int n = 2; sidings_.find(name.toStdString()); ++n)
                            name = QString("before %1 (%2)").arg(from).arg(n);
                        park(name);
                        std::erase_if(readings_, [&](const Reading& r) { return r.step > history_.made(); });
                        readings_.push_back({history_.made() + 1, state_.read, read});
                        keep(std::move(*f), *patch);
                        if (recipe.empty()) return;
                        recipes_.insert(recipes_.begin(), recipe);
                        keeper_->part({"recipe", from.toStdString(), recipe});
                    };
                });
    return {};
}

// Those of the last step that read it, or of before the first.
void Document::findingsOfReading(DesignState& s) const
{
    for (const Reading& r : readings_) {
        if (r.step > history_.made()) {
            s.read = r.before;
            return;
        }
        s.read = r.after;
    }
}

} // namespace wr
