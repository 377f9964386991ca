// The whole calculations of 1 000 members as PDF: the time over that of the PDF writer alone, given the same pages ready set.
#include "benchmarks/frames.h"
#include "core/paper/pdf.h"
#include "core/reporting/report_builder.h"
#include "core/reporting/report_pages.h"

#include <filesystem>
#include <fmt/format.h>

using namespace wr;
using namespace wr::benchmark;

int main()
{
    const auto standards = std::make_shared<const std::vector<Standard>>(shippedStandards());
    const auto folder = std::filesystem::temp_directory_path();
    const auto path = folder / "benchmark_report.pdf", alone = folder / "benchmark_report_alone.pdf";
    for (const char* standard : {"aisc360-22-lrfd", "en1993"}) {
        Frame f = *manyMembers(1000, 8, 20);
        f.hasDesign = true;
        f.design.standard = standard;
        SilentProgress progress;
        // Forces of their own, as if they had come: an analysis is not what is measured.
        const auto table = randomForces(f, 11);
        ReportInput in;
        in.state.frame = std::make_shared<const Frame>(std::move(f));
        auto results = std::make_shared<FrameResults>();
        results->forces.forces = *table;
        results->forces.forces.belongTo(*in.state.frame);
        in.state.results = results;
        in.state.model = std::make_shared<const CheckModel>(
            in.state.frame, std::shared_ptr<const ForceTable>(results, &results->forces.forces), standards);
        auto report = std::make_shared<CheckReport>();
        in.state.model->checkAll(*report, progress);
        report->count(in.state.model->members());
        in.state.report = report;
        in.state.read = in.state.analysis = in.state.audited = in.state.ofReport = in.state.geometry =
            std::make_shared<const std::vector<Finding>>();
        ReportChoice choice;
        choice.otherDepth = ReportDepth::Full;
        choice.without = {"cover",   "basis",     "frame",   "members",  "briefs",
                          "results", "movements", "changes", "findings", "takeoff"};
        size_t pages = 0;
        double set = 0;
        const double whole = seconds(1,
                                     [&] {
                                         const ReportTree tree = buildReport(in, choice);
                                         set = seconds(1, [&] { pages = ReportPages(tree, progress).count(); });
                                         const ReportPages all(tree, progress);
                                         if (!all.writePdf(path, progress)) fmt::print("not written\n");
                                     }) -
                             set;
        // The same pages, ready.
        const ReportTree tree = buildReport(in, choice);
        const ReportPages all(tree, progress);
        std::vector<Page> ready;
        for (size_t k = 0; k < all.count(); ++k)
            ready.push_back(all.page(k));
        const double writer = seconds(1, [&] {
            PdfWriter pdf(alone, all.style().paper, {});
            for (const Page& p : ready)
                pdf.add(p);
            if (!pdf.finish({})) fmt::print("not written\n");
        });
        fmt::print("{}: 1000 members, {} pages: {:.1f} s, of them {:.1f} s the PDF writer alone; {:.1f} s over it (limit 5); "
                   "set alone {:.1f} s\n",
                   standard, pages, whole, writer, whole - writer, set);
    }
    std::filesystem::remove(path);
    std::filesystem::remove(alone);
    return 0;
}
