// Findings: everything that is noticed about a frame, a file or a member, as values with a code, a place and words.
#pragma once

#include <optional>
#include <string>
#include <string_view>
#include <utility>
#include <vector>

namespace wr {

enum class Severity { Note, Warning, Error };

std::string_view severityWord(Severity s); // "note", "warning", "error"

// The stops of the work, each of which shows its own findings.
enum class WorkStop { Frame, Members, Restraint, Briefs, Check, Size };
inline constexpr int kWorkStops = 6;
std::string_view workStopWord(WorkStop s); // "frame", "members" …
std::optional<WorkStop> workStopFromWord(std::string_view w);

struct Finding
{
    Finding();
    Finding(const Finding&);
    Finding(Finding&&) noexcept;
    Finding& operator=(const Finding&);
    Finding& operator=(Finding&&) noexcept;
    ~Finding();

    Severity severity = Severity::Error;
    std::string code;                                    // one of findingKinds()
    std::string place;                                   // JSON pointer, or "" where the subject says it all
    std::string subject;                                 // id of the member, element or node it is about, or ""
    std::string text;                                    // one sentence in the reader's units, with the way out
    std::vector<std::string> about;                      // all of its kind, where it is about more than the subject
    std::vector<std::pair<std::string, double>> figures; // its numbers by name, SI, for those who judge by them
    double figure(std::string_view name) const;          // NaN: it has none of that name
    bool operator==(const Finding&) const;
};

struct FindingKind
{
    std::string_view code;
    Severity severity;
    WorkStop stop;            // where it is settled
    std::string_view meaning; // what the code stands for, for the documents and the filter list
};

// The one table of codes. A finding with a code that is not in it is a bug (tested).
const std::vector<FindingKind>& findingKinds();
const FindingKind* findKind(std::string_view code);

// Makes a finding; its severity comes from the table.
Finding finding(std::string_view code, std::string place, std::string subject, std::string text);

// What a reader gives back: a value only if nothing is wrong, and everything noticed.
template <class T> struct Loaded
{
    std::optional<T> value;
    std::vector<Finding> findings;
    bool ok() const { return value.has_value(); }
};

bool anyError(const std::vector<Finding>& findings);

} // namespace wr
