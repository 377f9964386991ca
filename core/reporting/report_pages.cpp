#include "core/reporting/report_pages.h"

#include "core/paper/fonts.h"
#include "core/paper/pdf.h"

#include <algorithm>
#include <atomic>
#include <fmt/format.h>
#include <future>
#include <tbb/parallel_for.h>

namespace wr {

namespace {
constexpr size_t kKept = 600; // pages that are kept as they are set
constexpr size_t kBatch = 64; // pieces that are set beside each other

// Has a part something of its own to set, apart from parts on their own pages?
bool hasContent(const ReportPart& p)
{
    return p.later || !p.blocks.empty() || std::any_of(p.parts.begin(), p.parts.end(), [](const ReportPart& x) {
               return !x.ownPages && (hasContent(x) || !x.title.empty());
           });
}
} // namespace

ReportPages::ReportPages(const ReportTree& tree, Progress& progress) : tree_(tree), style_(pageStyle(tree.letter))
{
    // Pieces: parts on their own pages. One with nothing of its own still stands in the outline, at its first piece.
    std::vector<std::pair<size_t, OutlineEntry>> bare; // before which piece
    std::vector<std::string> above;
    walk(tree.parts, [&](const ReportPart& p, int depth) {
        above.resize(static_cast<size_t>(depth));
        above.push_back(p.title);
        if (!p.ownPages && depth > 0) return;
        if (!hasContent(p)) {
            const ReportPart* first = &p;
            while (!hasContent(*first) && !first->parts.empty())
                first = &first->parts.front();
            if (first != &p) bare.emplace_back(pieces_.size(), OutlineEntry{p.title, first->key, depth});
            return;
        }
        pieces_.push_back({&p, depth, depth > 0 ? above.front() : p.title, 0, 0});
    });
    kept_.resize(pieces_.size());
    std::atomic<size_t> pages{0}, done{0};
    std::vector<std::vector<std::pair<std::string, size_t>>> places(pieces_.size());
    tbb::parallel_for(size_t{0}, pieces_.size(), [&](size_t k) {
        if (progress.cancelled()) return;
        SetPart s = set(pieces_[k]);
        pieces_[k].count = s.pages.size();
        for (size_t n = 0; n < s.pages.size(); ++n)
            for (const PagePlace& p : s.pages[n].places)
                places[k].emplace_back(p.name, n);
        if (k == 0 && pieces_[k].part->key == "cover" && s.pages.size() == 1) coverEnd_ = s.end;
        if (pages.fetch_add(s.pages.size()) >= kKept) s.pages.clear();
        kept_[k] = std::move(s);
        progress.at(static_cast<double>(++done) / static_cast<double>(pieces_.size()), "setting pages");
    });
    if (progress.cancelled()) return;
    const bool all = pages <= kKept;
    size_t b = 0;
    for (size_t k = 0; k < pieces_.size(); ++k) {
        for (; b < bare.size() && bare[b].first == k; ++b)
            outline_.push_back(bare[b].second);
        Piece& p = pieces_[k];
        p.first = total_;
        for (const auto& [name, n] : places[k]) {
            places_.emplace(name, total_ + n);
            ranges_.emplace(name, Range{total_ + n, 1});
        }
        ranges_[p.part->key] = {p.first, p.count};
        total_ += p.count;
        outline_.insert(outline_.end(), kept_[k].outline.begin(), kept_[k].outline.end());
        kept_[k].outline.clear();
        if (!all) kept_[k].pages.clear();
    }
    // Parts that only hold others reach from their first to their last.
    walk(tree.parts, [&](const ReportPart& p, int) {
        if (ranges_.contains(p.key) && p.parts.empty()) return;
        size_t first = total_, last = 0;
        walk({p}, [&](const ReportPart& x, int) {
            if (const auto it = ranges_.find(x.key); it != ranges_.end()) {
                first = std::min(first, it->second.first);
                last = std::max(last, it->second.first + it->second.count);
            }
        });
        if (first < last) ranges_[p.key] = {first, last - first};
    });
}

SetPart ReportPages::set(const Piece& p) const
{
    return setPart(*p.part, p.depth, tree_.units, style_, paperFonts());
}

std::optional<size_t> ReportPages::pageOf(const std::string& place) const
{
    const auto it = places_.find(place);
    return it == places_.end() ? std::nullopt : std::optional(it->second);
}

std::optional<ReportPages::Range> ReportPages::rangeOf(const std::string& key) const
{
    const auto it = ranges_.find(key);
    return it == ranges_.end() ? std::nullopt : std::optional(it->second);
}

// Head: project and part, revision; foot: what the forces are, page and how many.
void ReportPages::dress(Page& page, size_t number, const Piece& p) const
{
    const TextMeasure& m = paperFonts();
    constexpr double size = 7.5;
    const double left = style_.left, right = style_.paper.width - style_.right, top = style_.top - 24,
                 bottom = style_.paper.height - style_.bottom + 20;
    const auto at = [&](double x, double y, const std::string& s, Ink ink, bool toRight = false, double room = 1e9) {
        const std::string t = cutToWidth(s, Face::Plain, size, room, m);
        page.marks.emplace_back(TextMark{toRight ? x - m.advance(t, Face::Plain, size) : x, y, size, t, ink, Face::Plain, 0});
        return m.advance(t, Face::Plain, size);
    };
    const std::string of = fmt::format("page {} of {}", number + 1, total_);
    at(right, bottom, of, inks::second, true);
    at(left, bottom, tree_.foot, inks::second, false, style_.width() - 90);
    page.marks.emplace_back(lineMark({left, bottom - 11}, {right, bottom - 11}, inks::hairline));
    if (number == 0 && p.part->key == "cover") { // which has its own head
        if (coverEnd_ > 0) listContents(page, coverEnd_);
        return;
    }
    const double room = style_.width() / 2 - 10;
    at(left, top, tree_.project.empty() ? tree_.title : tree_.project, inks::second, false, room);
    at(right, top, tree_.revision.empty() ? p.running : fmt::format("{} · revision {}", p.running, tree_.revision),
       inks::second, true, room);
    page.marks.emplace_back(lineMark({left, top + 5}, {right, top + 5}, inks::hairline));
}

// Parts and what is in them with their pages, as far as the first page has room: all of two levels, else the parts alone.
void ReportPages::listContents(Page& page, double y) const
{
    const TextMeasure& m = paperFonts();
    constexpr double size = 9, line = 14;
    y += 18;
    const double bottom = style_.paper.height - style_.bottom - 6, right = style_.left + style_.width();
    std::vector<const OutlineEntry*> list;
    for (int levels = 2; levels >= 1; --levels) {
        list.clear();
        for (const OutlineEntry& e : outline_)
            if (e.level < levels && e.place != "cover") list.push_back(&e);
        if (y + 20 + line * static_cast<double>(list.size()) <= bottom) break;
    }
    if (list.empty() || y + 20 + line * static_cast<double>(list.size()) > bottom) return;
    page.marks.emplace_back(TextMark{style_.left, y + size, 10, "Contents", inks::text, Face::Strong, 0});
    y += 20;
    for (const OutlineEntry* e : list) {
        const auto at = pageOf(e->place);
        const std::string number = at ? fmt::format("{}", *at + 1) : "";
        const double x = style_.left + (e->level > 0 ? 14 : 0);
        const Face face = e->level == 0 ? Face::Strong : Face::Plain;
        const std::string title = cutToWidth(e->title, face, size, style_.width() - 60, m);
        page.marks.emplace_back(TextMark{x, y + size, size, title, inks::text, face, 0});
        page.marks.emplace_back(TextMark{right - m.advance(number, face, size), y + size, size, number, inks::text, face, 0});
        PathMark dots =
            lineMark({x + m.advance(title, face, size) + 6, y + size - 1}, {right - 22, y + size - 1}, inks::faint, 0.5);
        dots.dash = {0.5, 3};
        page.marks.emplace_back(std::move(dots));
        page.links.push_back({style_.left, y, style_.width(), line - 1, e->place});
        y += line;
    }
}

std::shared_ptr<const SetPart> ReportPages::recently(size_t piece) const
{
    constexpr size_t kRecent = 4;
    {
        const std::lock_guard lock(guard_);
        for (const auto& [at, part] : recent_)
            if (at == piece) return part;
    }
    auto part = std::make_shared<const SetPart>(set(pieces_[piece]));
    const std::lock_guard lock(guard_);
    recent_.emplace_front(piece, part);
    if (recent_.size() > kRecent) recent_.pop_back();
    return part;
}

Page ReportPages::page(size_t k) const
{
    const auto after =
        std::upper_bound(pieces_.begin(), pieces_.end(), k, [](size_t n, const Piece& p) { return n < p.first; });
    const Piece& p = *(after - 1);
    const auto at = static_cast<size_t>(after - 1 - pieces_.begin());
    Page out = kept_[at].pages.empty() ? recently(at)->pages[k - p.first] : kept_[at].pages[k - p.first];
    dress(out, k, p);
    return out;
}

std::expected<void, std::string> ReportPages::writePdf(const std::filesystem::path& path, Progress& progress) const
{
    PdfWriter pdf(path, style_.paper, {tree_.title, tree_.author, tree_.project});
    const auto ready = [&](size_t from) { // the pages of a batch, as they are printed
        const size_t end = std::min(pieces_.size(), from + kBatch);
        std::vector<std::vector<Page>> out(end - std::min(from, end));
        tbb::parallel_for(from, std::max(from, end), [&](size_t k) {
            if (progress.cancelled()) return;
            std::vector<Page> pages = kept_[k].pages.empty() ? set(pieces_[k]).pages : kept_[k].pages;
            for (size_t n = 0; n < pages.size(); ++n) {
                dress(pages[n], pieces_[k].first + n, pieces_[k]);
                // Links to places that are not in the report lead nowhere.
                std::erase_if(pages[n].links, [&](const PageLink& l) { return !places_.contains(l.to); });
            }
            out[k - from] = std::move(pages);
        });
        return out;
    };
    // The next ones are set while these are written; what is written is let go of by those who set, whose memory it is: let go
    // here, each of the many small pieces would wait for them.
    using Batch = std::vector<std::vector<Page>>;
    Batch batch = ready(0), written;
    for (size_t from = 0; from < pieces_.size(); from += kBatch) {
        std::future<Batch> next = std::async(std::launch::async, [&ready, from, old = std::move(written)]() mutable {
            old.clear();
            return ready(from + kBatch);
        });
        for (const std::vector<Page>& pages : batch)
            for (const Page& p : pages)
                pdf.add(p);
        written = std::move(batch);
        batch = next.get();
        if (progress.cancelled()) return std::unexpected("stopped");
        progress.at(std::min(1.0, static_cast<double>(from + kBatch) / static_cast<double>(pieces_.size())), "writing pages");
    }
    return pdf.finish(outline_);
}

} // namespace wr
