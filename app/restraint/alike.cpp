#include "app/restraint/alike.h"

#include "app/shell/text.h"

#include <cmath>

namespace wr {

std::vector<size_t> alikePicked(const Document& doc)
{
    std::vector<size_t> out;
    const auto& members = doc.model().members();
    for (const size_t i : doc.pick())
        if (out.empty() || std::abs(members[i].length - members[out.front()].length) < 1e-3 * members[out.front()].length)
            out.push_back(i);
    return out;
}

std::vector<MemberRef> refsOf(const Document& doc, const std::vector<size_t>& members)
{
    return doc.refs({members.begin(), members.end()});
}

QString runTogether(Document& doc, const std::vector<Edit>& edits, const std::string& words)
{
    Frame next = doc.frame();
    for (const Edit& e : edits)
        if (const auto done = applyEdit(next, e); !done) return str(done.error());
    return doc.run(differences(doc.frame(), next, words));
}

} // namespace wr
