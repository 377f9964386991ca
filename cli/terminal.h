// What the terminal is told while a command works.
#pragma once

#include "core/base/progress.h"

#include <chrono>
#include <mutex>

namespace wr::cli {

// --quiet: nothing but errors.
void beQuiet();
bool quiet();

// A line on standard error for work that takes longer than a second, where that is a terminal; gone when the work is done.
class TerminalProgress final : public Progress
{
public:
    TerminalProgress();
    ~TerminalProgress() override;
    TerminalProgress(const TerminalProgress&) = delete;
    TerminalProgress& operator=(const TerminalProgress&) = delete;
    void at(double fraction, std::string_view what) override;

private:
    using Clock = std::chrono::steady_clock;
    const bool shown_;
    const Clock::time_point start_ = Clock::now();
    std::mutex mutex_;
    Clock::time_point last_ = start_;
    bool written_ = false;
};

} // namespace wr::cli
