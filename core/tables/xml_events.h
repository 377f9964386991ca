// XML read as it comes by: elements begin, hold text, end. Nothing is kept, nothing is fetched, no entity of the file's own is
// known: a document type is refused.
#pragma once

#include <expected>
#include <memory>
#include <string>
#include <string_view>

namespace wr {

// Attributes of an element, by their whole name ("office:value").
class XmlAttributes
{
public:
    explicit XmlAttributes(const char** pairs) : pairs_(pairs) {}
    std::string_view operator[](std::string_view name) const; // empty: not there
    bool has(std::string_view name) const;

private:
    const char* find(std::string_view name) const;
    const char** pairs_ = nullptr;
};

class XmlEvents
{
public:
    virtual ~XmlEvents() = default;
    // Names without what stands before the colon.
    virtual void begin(std::string_view name, const XmlAttributes& with) = 0;
    virtual void text(std::string_view) {}
    virtual void end(std::string_view name) = 0;
    void stop() { stopped_ = true; } // nothing more is wanted
    bool stopped() const { return stopped_; }

private:
    bool stopped_ = false;
};

// A name without what stands before its colon.
std::string_view localName(std::string_view whole);

class XmlReader
{
public:
    explicit XmlReader(XmlEvents& to);
    ~XmlReader();
    XmlReader(const XmlReader&) = delete;
    XmlReader& operator=(const XmlReader&) = delete;
    // A piece of the text; false once it is of no use to go on: stopped, or not well formed.
    bool feed(std::string_view piece, bool last = false);
    // What was wrong, with line and column; empty: nothing.
    const std::string& error() const;

private:
    struct State;
    std::unique_ptr<State> state_;
};

} // namespace wr
