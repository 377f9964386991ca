// What happened, for the day something went wrong: a file that turns over in the user's state folder, and standard error with
// --verbose. No answer depends on it: a log that cannot be written is silent.
#pragma once

#include <filesystem>
#include <string_view>

namespace wr {

// $XDG_STATE_HOME/wrenrail, else ~/.local/state/wrenrail; the temporary folder where neither is known.
std::filesystem::path stateFolder();

struct LogOptions
{
    std::string_view name = "wrenrail"; // of the file: NAME.log, NAME.1.log … of 1 MB each
    bool toFile = true;
    bool verbose = false; // everything to standard error too
};

void startLog(const LogOptions& options);

// Without startLog nothing happens.
void logInfo(std::string_view text);
void logWarning(std::string_view text);
void logError(std::string_view text);

// Says "TEXT: 0.123 s" when it goes out of scope.
class LogTime
{
public:
    explicit LogTime(std::string_view text);
    ~LogTime();
    LogTime(const LogTime&) = delete;
    LogTime& operator=(const LogTime&) = delete;

private:
    std::string_view text_;
    long long start_;
};

} // namespace wr
