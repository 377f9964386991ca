// Progress and cancel: one small interface with three users (command line, window, tests).
#pragma once

#include <atomic>
#include <string_view>

namespace wr {

class Progress
{
public:
    virtual ~Progress() = default;
    // fraction in 0..1; may be called from any worker thread.
    virtual void at(double fraction, std::string_view what) = 0;
    bool cancelled() const { return cancelled_.load(std::memory_order_relaxed); }
    void cancel() { cancelled_.store(true, std::memory_order_relaxed); }

private:
    std::atomic<bool> cancelled_{false};
};

class SilentProgress final : public Progress
{
public:
    void at(double, std::string_view) override {}
};

} // namespace wr
