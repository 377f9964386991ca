#include "cli/terminal.h"

#include <algorithm>
#include <cstdio>
#include <fmt/format.h>
#include <unistd.h>

namespace wr::cli {

namespace {

bool& quietly()
{
    static bool on = false;
    return on;
}

} // namespace

void beQuiet()
{
    quietly() = true;
}

bool quiet()
{
    return quietly();
}

TerminalProgress::TerminalProgress() : shown_(!quiet() && ::isatty(STDERR_FILENO) == 1) {}

TerminalProgress::~TerminalProgress()
{
    if (written_) std::fputs("\r\033[K", stderr);
}

void TerminalProgress::at(double fraction, std::string_view what)
{
    if (!shown_) return;
    using namespace std::chrono_literals;
    const std::lock_guard lock(mutex_);
    const auto now = Clock::now();
    if (now - start_ < 1s || now - last_ < 200ms) return;
    last_ = now;
    written_ = true;
    std::fputs(fmt::format("\r\033[K{} {:.0f} %", what, 100 * std::clamp(fraction, 0.0, 1.0)).c_str(), stderr);
    std::fflush(stderr);
}

} // namespace wr::cli
