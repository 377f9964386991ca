// XML that is rows and rows, read several times faster than event by event: runs of whole rows become small trees, the rest
// goes through the plain reader. The consumer hears the same events in the same order.
#pragma once

#include "core/tables/xml_events.h"

#include <memory>
#include <string>
#include <string_view>

namespace wr {

class RowStream
{
public:
    // `row`: the rows' element without what stands before the colon.
    RowStream(XmlEvents& to, std::string_view row);
    ~RowStream();
    RowStream(const RowStream&) = delete;
    RowStream& operator=(const RowStream&) = delete;

    // A piece of the text; false once it is of no use to go on.
    bool feed(std::string_view piece, bool last = false);
    const std::string& error() const;
    // There is something in it that only the plain reader reads rightly (comments, rows in rows): to be read anew with that.
    bool odd() const;

private:
    struct State;
    std::unique_ptr<State> state_;
};

} // namespace wr
