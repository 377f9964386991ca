#include "core/exports/export_tables.h"
#include "core/reporting/report_writers.h"

#include <fmt/format.h>

namespace wr {

Exported exportWorkbook(const ExportInput& in, const std::filesystem::path& path, Progress& progress)
{
    constexpr size_t kSheetRows = 1'000'000; // of a sheet, with some to spare
    const Frame& f = in.state.model->frame();
    ReportTree tree;
    tree.title = f.title.empty() ? "Frame" : f.title;
    tree.author = in.author.empty() ? "Wren Rail" : in.author;
    tree.units = f.units;
    ReportPart about;
    about.key = "about";
    about.title = "About";
    about.blocks.emplace_back(Facts{{{"Frame", tree.title},
                                     {"Standard", std::string(in.state.model->standard().title)},
                                     {"Units", fmt::format("{}, {}, {}, {}, sections in {}", f.units.length, f.units.force,
                                                           f.units.stress, f.units.mass, f.units.section)},
                                     {"Upwards", f.up == Up::Z ? "+z" : "+y"}}});
    std::vector<ReportPart> parts;
    for (ExportTable& t : exportTables(in)) {
        if (t.table.rows.size() > kSheetRows) {
            about.blocks.emplace_back(Paragraph{fmt::format("{}: a sheet holds {} of the {} rows; a SQLite file holds all.",
                                                            t.table.title, kSheetRows, t.table.rows.size())});
            t.table.rows.resize(kSheetRows);
        }
        ReportPart p;
        p.key = t.key;
        p.title = t.table.title;
        p.blocks.emplace_back(TableBlock{.table = std::move(t.table)});
        parts.push_back(std::move(p));
    }
    tree.parts.push_back(std::move(about));
    for (ReportPart& p : parts)
        tree.parts.push_back(std::move(p));
    return writeReportXlsx(tree, path, progress);
}

} // namespace wr
