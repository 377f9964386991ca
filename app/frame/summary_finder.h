// What the summary of the analysis needs besides the forces: the first modes of buckling and of vibration, found in the
// background when they are wanted and kept as long as the frame is the one they are of.
#pragma once

#include "core/analysis/modes.h"

#include <QObject>
#include <optional>

namespace wr {

class Document;

class SummaryFinder : public QObject
{
    Q_OBJECT
public:
    explicit SummaryFinder(Document& doc, QObject* parent = nullptr);
    // Finds them by themselves for frames of that many elements, larger ones when `asked`.
    static constexpr size_t kByItself = 2000;
    void want(bool asked = false);
    bool waits() const; // larger than that, and not asked for yet
    const std::optional<BucklingResult>& buckling() const { return buckling_; }
    const std::optional<VibrationResult>& vibration() const { return vibration_; }

Q_SIGNALS:
    void found();

private:
    Document& doc_;
    std::optional<BucklingResult> buckling_;
    std::optional<VibrationResult> vibration_;
    bool running_ = false;
};

} // namespace wr
