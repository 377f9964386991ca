// Packages of parts for tests of spreadsheets: whole ones, and ones that nobody should trust.
#pragma once

#include "core/tables/spreadsheet.h"

#include <cstdlib>
#include <string>
#include <utility>
#include <vector>
#include <zip.h>

namespace wr::test {

using Parts = std::vector<std::pair<std::string, std::string>>;

inline std::string zipped(const Parts& parts)
{
    zip_error_t error;
    zip_error_init(&error);
    zip_source_t* into = zip_source_buffer_create(nullptr, 0, 0, &error);
    zip_t* zip = zip_open_from_source(into, ZIP_TRUNCATE, &error);
    zip_source_keep(into);
    for (const auto& [name, text] : parts)
        zip_file_add(zip, name.c_str(), zip_source_buffer(zip, text.data(), text.size(), 0), ZIP_FL_ENC_UTF_8);
    zip_close(zip);
    zip_source_open(into);
    zip_stat_t s;
    zip_source_stat(into, &s);
    std::string out(s.size, '\0');
    zip_source_read(into, out.data(), out.size());
    zip_source_close(into);
    zip_source_free(into);
    return out;
}

// A workbook of one sheet "Data" whose rows are given as XML; `more`: behind them ("<mergeCells>…"); `shared`: texts as XML.
inline Parts workbook(const std::string& rows, const std::string& more = "", const std::string& shared = "",
                      const std::string& styles = "")
{
    return {{"[Content_Types].xml", "<Types/>"},
            {"xl/workbook.xml",
             R"(<workbook xmlns:r="r"><sheets><sheet name="Data" sheetId="1" r:id="rId1"/></sheets></workbook>)"},
            {"xl/_rels/workbook.xml.rels",
             R"(<Relationships><Relationship Id="rId1" Type="a/worksheet" Target="worksheets/sheet1.xml"/>
<Relationship Id="rId2" Type="a/sharedStrings" Target="/xl/sharedStrings.xml"/>
<Relationship Id="rId3" Type="a/styles" Target="styles.xml"/></Relationships>)"},
            {"xl/worksheets/sheet1.xml", "<worksheet><sheetData>" + rows + "</sheetData>" + more + "</worksheet>"},
            {"xl/sharedStrings.xml", "<sst>" + shared + "</sst>"},
            {"xl/styles.xml", "<styleSheet>" + styles + "</styleSheet>"}};
}

inline Parts openDocument(const std::string& tables)
{
    return {{"mimetype", "application/vnd.oasis.opendocument.spreadsheet"},
            {"content.xml", R"(<office:document-content xmlns:office="o" xmlns:table="t" xmlns:text="x" xmlns:calcext="c">
<office:body><office:spreadsheet>)" +
                                tables + "</office:spreadsheet></office:body></office:document-content>"}};
}

inline std::expected<Spreadsheet, std::string> readParts(const Parts& parts, const TableLimits& limits = {})
{
    SilentProgress progress;
    auto p = Package::ofBytes(zipped(parts), limits);
    if (!p) return std::unexpected(p.error());
    return isOpenDocument(*p) ? readOpenDocument(*p, "book.ods", limits, progress)
                              : readWorkbook(*p, "book.xlsx", limits, progress);
}

} // namespace wr::test
