// Rows of a frame as they go into a fingerprint: every field of them (core/project/file/row_bytes.cpp).
#pragma once

#include "core/base/fingerprint.h"
#include "core/frame/frame.h"

namespace wr {

void addRow(Fingerprint& h, const Brief& b);
void addRow(Fingerprint& h, const DesignRestraint& r);
void addRow(Fingerprint& h, const DesignLength& l);
void addRows(Fingerprint& h, const Rows<Combination>& c);
void addRows(Fingerprint& h, const Rows<LoadCase>& c);

} // namespace wr
