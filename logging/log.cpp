#include "logging/log.h"

#include <chrono>
#include <cstdlib>
#include <memory>
#include <spdlog/sinks/rotating_file_sink.h>
#include <spdlog/sinks/stdout_sinks.h>
#include <spdlog/spdlog.h>

namespace wr {

namespace {

constexpr size_t kFileSize = 1u << 20;
constexpr size_t kFiles = 3;

std::shared_ptr<spdlog::logger>& logger()
{
    static std::shared_ptr<spdlog::logger> one;
    return one;
}

void say(spdlog::level::level_enum level, std::string_view text)
{
    if (const auto& l = logger()) l->log(level, spdlog::string_view_t(text.data(), text.size()));
}

long long nanoseconds()
{
    return std::chrono::steady_clock::now().time_since_epoch() / std::chrono::nanoseconds(1);
}

} // namespace

std::filesystem::path stateFolder()
{
    if (const char* state = std::getenv("XDG_STATE_HOME"); state && *state) return std::filesystem::path(state) / "wrenrail";
    if (const char* home = std::getenv("HOME"); home && *home) return std::filesystem::path(home) / ".local/state/wrenrail";
    std::error_code none;
    return std::filesystem::temp_directory_path(none) / "wrenrail";
}

void startLog(const LogOptions& o)
{
    std::vector<spdlog::sink_ptr> sinks;
    if (o.toFile) try {
            const auto folder = stateFolder();
            std::filesystem::create_directories(folder);
            sinks.push_back(std::make_shared<spdlog::sinks::rotating_file_sink_mt>(
                (folder / (std::string(o.name) + ".log")).string(), kFileSize, kFiles));
            sinks.back()->set_pattern("%Y-%m-%d %H:%M:%S.%e [%P] %l: %v");
        } catch (const std::exception&) {
            // A read-only home: the program works without its log.
        }
    if (o.verbose) {
        sinks.push_back(std::make_shared<spdlog::sinks::stderr_sink_mt>());
        sinks.back()->set_pattern("%v");
    }
    logger() = std::make_shared<spdlog::logger>("wrenrail", sinks.begin(), sinks.end());
    logger()->set_error_handler([](const std::string&) {});
    logger()->flush_on(spdlog::level::info);
}

void logInfo(std::string_view text)
{
    say(spdlog::level::info, text);
}

void logWarning(std::string_view text)
{
    say(spdlog::level::warn, text);
}

void logError(std::string_view text)
{
    say(spdlog::level::err, text);
}

LogTime::LogTime(std::string_view text) : text_(text), start_(nanoseconds()) {}

LogTime::~LogTime()
{
    if (logger()) logger()->info("{}: {:.3f} s", text_, static_cast<double>(nanoseconds() - start_) * 1e-9);
}

} // namespace wr
