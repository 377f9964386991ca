// The picked members that one strip stands for, and edits of all of them as one step.
#pragma once

#include "app/shell/document.h"

#include <QString>
#include <vector>

namespace wr {

// The first of the picked ones and those of its length (within 0.1 %): what is done at a place of it is done at that of all.
std::vector<size_t> alikePicked(const Document& doc);
std::vector<MemberRef> refsOf(const Document& doc, const std::vector<size_t>& members);
// Applied one after the other, one step of the history. The error is a sentence; then nothing is changed.
QString runTogether(Document& doc, const std::vector<Edit>& edits, const std::string& words);

} // namespace wr
