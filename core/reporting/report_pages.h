// A report on pages: parts set side by side on all cores, heads and feet with the page and how many there are, an outline. What
// has many pages is set twice, once to count them, so that they are never all in memory.
#pragma once

#include "core/base/progress.h"
#include "core/paper/pages.h"
#include "core/reporting/page_setter.h"
#include "core/reporting/report_tree.h"

#include <deque>
#include <expected>
#include <filesystem>
#include <map>
#include <memory>
#include <mutex>
#include <string>
#include <vector>

namespace wr {

class ReportPages
{
public:
    // Sets and counts; stopped: cancelled() of `progress`, and there are no pages.
    ReportPages(const ReportTree& tree, Progress& progress);

    size_t count() const { return total_; }
    const std::vector<OutlineEntry>& outline() const { return outline_; }
    // Page a place stands on, from 0; nothing for unknown ones.
    std::optional<size_t> pageOf(const std::string& place) const;
    // Pages of a part that begins on its own, or of the part it stands in: first and how many.
    struct Range
    {
        size_t first = 0, count = 0;
    };
    std::optional<Range> rangeOf(const std::string& key) const;

    Page page(size_t k) const; // with head and foot
    std::expected<void, std::string> writePdf(const std::filesystem::path& path, Progress& progress) const;
    const PageStyle& style() const { return style_; }

private:
    struct Piece
    {
        const ReportPart* part = nullptr;
        int depth = 0;
        std::string running; // what the head says of it
        size_t first = 0, count = 0;
    };
    SetPart set(const Piece& p) const;
    std::shared_ptr<const SetPart> recently(size_t piece) const;
    void dress(Page& page, size_t number, const Piece& p) const;
    void listContents(Page& page, double y) const;

    const ReportTree& tree_;
    PageStyle style_;
    std::vector<Piece> pieces_;
    std::vector<SetPart> kept_; // of the pieces; where there are few pages
    std::vector<OutlineEntry> outline_;
    std::map<std::string, size_t> places_;
    std::map<std::string, Range> ranges_;
    size_t total_ = 0;
    // Long parts that were looked at last, newest first: their pages are asked for one by one.
    mutable std::mutex guard_;
    mutable std::deque<std::pair<size_t, std::shared_ptr<const SetPart>>> recent_;
    double coverEnd_ = 0; // of the first page, where contents have room; 0: they have none
};

} // namespace wr
