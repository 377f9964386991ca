#include "core/tables/xml_events.h"

#include <expat.h>
#include <fmt/format.h>

namespace wr {

std::string_view localName(std::string_view whole)
{
    const size_t colon = whole.rfind(':');
    return colon == std::string_view::npos ? whole : whole.substr(colon + 1);
}

namespace {

constexpr int kDeepest = 200; // elements in elements

} // namespace

const char* XmlAttributes::find(std::string_view name) const
{
    for (const char** p = pairs_; p && *p; p += 2)
        if (name == *p) return p[1];
    return nullptr;
}

std::string_view XmlAttributes::operator[](std::string_view name) const
{
    const char* v = find(name);
    return v ? std::string_view(v) : std::string_view();
}

bool XmlAttributes::has(std::string_view name) const
{
    return find(name) != nullptr;
}

struct XmlReader::State
{
    XML_Parser parser = nullptr;
    XmlEvents* to = nullptr;
    std::string error;
    int depth = 0;

    void fail(std::string words)
    {
        if (error.empty()) error = std::move(words);
        XML_StopParser(parser, XML_FALSE);
    }
    void afterEvent()
    {
        if (to->stopped()) XML_StopParser(parser, XML_FALSE);
    }

    static void onBegin(void* data, const char* name, const char** attributes)
    {
        auto& s = *static_cast<State*>(data);
        if (++s.depth > kDeepest) return s.fail("elements stand too deep in one another");
        if (s.to->stopped()) return;
        s.to->begin(localName(name), XmlAttributes(attributes));
        s.afterEvent();
    }
    static void onEnd(void* data, const char* name)
    {
        auto& s = *static_cast<State*>(data);
        --s.depth;
        if (s.to->stopped() || !s.error.empty()) return;
        s.to->end(localName(name));
        s.afterEvent();
    }
    static void onText(void* data, const char* text, int length)
    {
        auto& s = *static_cast<State*>(data);
        if (!s.to->stopped() && s.error.empty()) s.to->text({text, static_cast<size_t>(length)});
    }
    static void onDoctype(void* data, const char*, const char*, const char*, int)
    {
        static_cast<State*>(data)->fail("it has a document type of its own, which a spreadsheet has not: not read");
    }
};

XmlReader::XmlReader(XmlEvents& to) : state_(std::make_unique<State>())
{
    state_->parser = XML_ParserCreate(nullptr);
    state_->to = &to;
    XML_SetUserData(state_->parser, state_.get());
    XML_SetElementHandler(state_->parser, State::onBegin, State::onEnd);
    XML_SetCharacterDataHandler(state_->parser, State::onText);
    XML_SetStartDoctypeDeclHandler(state_->parser, State::onDoctype);
}

XmlReader::~XmlReader()
{
    XML_ParserFree(state_->parser);
}

bool XmlReader::feed(std::string_view piece, bool last)
{
    State& s = *state_;
    if (!s.error.empty() || s.to->stopped()) return false;
    const XML_Status done = XML_Parse(s.parser, piece.data(), static_cast<int>(piece.size()), last);
    if (done == XML_STATUS_OK) return !s.to->stopped();
    if (s.to->stopped()) return false;
    const auto place =
        fmt::format("line {}, column {}", XML_GetCurrentLineNumber(s.parser), XML_GetCurrentColumnNumber(s.parser) + 1);
    s.error = fmt::format("{} ({})", s.error.empty() ? XML_ErrorString(XML_GetErrorCode(s.parser)) : s.error.c_str(), place);
    return false;
}

const std::string& XmlReader::error() const
{
    return state_->error;
}

} // namespace wr
