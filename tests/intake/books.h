// Books of tables for tests, from text or from a frame, and the way from them to a frame.
#pragma once

#include "core/intake/frame_book.h"
#include "core/intake/guess.h"
#include "core/intake/intake.h"
#include "core/tables/delimited.h"
#include "tests/support.h"

namespace wr::test {

inline Book bookOf(const std::string& name, const std::string& text)
{
    SilentProgress p;
    auto b = readDelimited(text, name, {}, {}, p);
    if (!b) FAIL(b.error());
    return *std::move(b);
}

// Tables of a frame as an analysis would hand them over, one sheet each.
inline Book bookOf(const std::vector<PlainTable>& tables)
{
    Book out;
    out.file = "frame.xlsx";
    for (const PlainTable& t : tables) {
        Sheet& s = out.sheets.emplace_back();
        s.name = t.name;
        for (size_t k = 0; k < t.headings.size(); ++k)
            s.addWords(0, k, t.headings[k]);
        for (size_t r = 0; r < t.rows.size(); ++r)
            for (size_t k = 0; k < t.rows[r].size(); ++k) {
                if (const auto* v = std::get_if<double>(&t.rows[r][k])) s.addNumber(r + 1, k, *v);
                if (const auto* v = std::get_if<std::string>(&t.rows[r][k])) s.addWords(r + 1, k, *v);
            }
        s.settle();
    }
    return out;
}

inline Intake taken(const std::vector<Book>& books, const Recipe& recipe)
{
    SilentProgress p;
    Intake t = takeIn(books, recipe, p);
    for (const Finding& f : t.findings)
        UNSCOPED_INFO(severityWord(f.severity) << " " << f.code << " at " << f.place << ": " << f.text);
    return t;
}

inline Intake taken(const std::vector<Book>& books)
{
    return taken(books, guessRecipe(books));
}

inline bool has(const Intake& t, std::string_view code, std::string_view place = "", std::string_view text = "")
{
    for (const Finding& f : t.findings)
        if (f.code == code && f.place.find(place) != std::string::npos && f.text.find(text) != std::string::npos) return true;
    return false;
}

// A small frame as tables: a portal of two columns and a beam, in metres and kN.
inline std::vector<Book> portal()
{
    return {bookOf("nodes.csv", "node,x [m],y [m],z [m]\n1,0,0,0\n2,0,0,4\n3,6,0,4\n4,6,0,0\n"),
            bookOf("elements.csv",
                   "element,start,end,section,material\nC1,1,2,HEA 200,S355\nB1,2,3,IPE 300,S355\nC2,4,3,HEA 200,S355\n"),
            bookOf("supports.csv", "node,type\n1,fixed\n4,pinned\n")};
}

} // namespace wr::test
