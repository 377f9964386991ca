#include "core/project/row_fingerprint.h"

#include "core/project/file/row_json.h"

namespace wr {

namespace {
template <class T> void addBytes(Fingerprint& h, const T& v)
{
    std::string bytes;
    nlohmann::json::to_cbor(nlohmann::json(v), bytes);
    h.add(bytes);
}
} // namespace

void addRow(Fingerprint& h, const Brief& b)
{
    addBytes(h, b);
}
void addRow(Fingerprint& h, const DesignRestraint& r)
{
    addBytes(h, r);
}
void addRow(Fingerprint& h, const DesignLength& l)
{
    addBytes(h, l);
}
void addRows(Fingerprint& h, const Rows<Combination>& c)
{
    addBytes(h, c);
}
void addRows(Fingerprint& h, const Rows<LoadCase>& c)
{
    addBytes(h, c);
}

} // namespace wr
