// Each kind of shape edit, done.
#pragma once

#include "core/shaping/shape_edit.h"

namespace wr {

using ReshapedOr = std::expected<Reshaped, std::string>;

ReshapedOr reshape(const Frame& f, const DrawElements& e);
ReshapedOr reshape(const Frame& f, const MoveNodes& e);
ReshapedOr reshape(const Frame& f, const DeleteParts& e);
ReshapedOr reshape(const Frame& f, const CopyParts& e);
ReshapedOr reshape(const Frame& f, const DivideElements& e);
ReshapedOr reshape(const Frame& f, const JoinElements& e);
ReshapedOr reshape(const Frame& f, const SetElements& e);
ReshapedOr reshape(const Frame& f, const SetSupports& e);
ReshapedOr reshape(const Frame& f, const PutLoads& e);
ReshapedOr reshape(const Frame& f, const AlterLoads& e);
ReshapedOr reshape(const Frame& f, const DropLoads& e);
ReshapedOr reshape(const Frame& f, const PutCase& e);
ReshapedOr reshape(const Frame& f, const DropCase& e);

// Why places in a table name no row; empty: all do. No place stands twice in `list` afterwards.
std::string outOf(std::vector<int>& list, size_t rows, const char* what);

} // namespace wr
