#include "core/exports/step_writer.h"

#include "core/exports/ascii_text.h"

#include <array>
#include <charconv>

namespace wr {

std::string stepReal(double v)
{
    if (!(std::abs(v) > 1e-12)) return "0."; // also what is no number: callers leave it out
    std::array<char, 40> text;
    std::string out(text.data(), std::to_chars(text.data(), text.data() + text.size(), v).ptr);
    const size_t e = out.find('e');
    if (out.find('.') == std::string::npos) out.insert(e == std::string::npos ? out.size() : e, ".");
    for (char& c : out)
        if (c == 'e') c = 'E';
    return out;
}

std::string stepWords(std::string_view v)
{
    return "'" +
           asciiText(
               v,
               [](std::string& out, char c) {
                   if (c == '\'' || c == '\\') out += c; // doubled
                   out += c;
               },
               [](std::string& out, unsigned code) {
                   out += code > 0xffff ? fmt::format("\\X4\\{:08X}\\X0\\", code) : fmt::format("\\X2\\{:04X}\\X0\\", code);
               }) +
           "'";
}

StepWriter::StepWriter(std::string_view schema, std::string_view view, const std::string& file, const std::string& moment,
                       const std::string& author)
{
    std::string stamp = moment.substr(0, 19); // without a zone
    text_ = fmt::format("ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION(('ViewDefinition [{}]'),'2;1');\n"
                        "FILE_NAME({},{},({}),(''),'Wren Rail','Wren Rail','');\nFILE_SCHEMA(('{}'));\nENDSEC;\nDATA;\n",
                        view, stepWords(file), stepWords(stamp), stepWords(author), schema);
}

int StepWriter::add(std::string_view keyword, std::string_view attributes)
{
    fmt::format_to(std::back_inserter(text_), "#{}={}({});\n", ++last_, keyword, attributes);
    return last_;
}

int StepWriter::point(Vec3 p)
{
    return put("IFCCARTESIANPOINT", "({},{},{})", stepReal(p.x), stepReal(p.y), stepReal(p.z));
}

int StepWriter::flatPoint(double x, double y)
{
    return put("IFCCARTESIANPOINT", "({},{})", stepReal(x), stepReal(y));
}

int StepWriter::direction(Vec3 d)
{
    return put("IFCDIRECTION", "({},{},{})", stepReal(d.x), stepReal(d.y), stepReal(d.z));
}

std::string StepWriter::list(const std::vector<int>& instances)
{
    std::string out = "(";
    for (const int i : instances)
        out += (out.size() > 1 ? ",#" : "#") + std::to_string(i);
    return out + ")";
}

std::string StepWriter::finish()
{
    text_ += "ENDSEC;\nEND-ISO-10303-21;\n";
    return std::move(text_);
}

} // namespace wr
