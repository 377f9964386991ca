// Copying, moving, comparing and destroying the large types: compiled here once instead of wherever one is copied.
#include "core/frame/frame.h"

namespace wr {

Node::Node() = default;
Node::Node(const Node&) = default;
Node::Node(Node&&) noexcept = default;
Node& Node::operator=(const Node&) = default;
Node& Node::operator=(Node&&) noexcept = default;
Node::~Node() = default;
bool Node::operator==(const Node&) const = default;

Element::Element() = default;
Element::Element(const Element&) = default;
Element::Element(Element&&) noexcept = default;
Element& Element::operator=(const Element&) = default;
Element& Element::operator=(Element&&) noexcept = default;
Element::~Element() = default;
bool Element::operator==(const Element&) const = default;

GivenResult::GivenResult() = default;
GivenResult::GivenResult(const GivenResult&) = default;
GivenResult::GivenResult(GivenResult&&) noexcept = default;
GivenResult& GivenResult::operator=(const GivenResult&) = default;
GivenResult& GivenResult::operator=(GivenResult&&) noexcept = default;
GivenResult::~GivenResult() = default;
bool GivenResult::operator==(const GivenResult&) const = default;

Frame::Frame() = default;
Frame::Frame(const Frame&) = default;
Frame::Frame(Frame&&) noexcept = default;
Frame& Frame::operator=(const Frame&) = default;
Frame& Frame::operator=(Frame&&) noexcept = default;
Frame::~Frame() = default;
bool Frame::operator==(const Frame&) const = default;

LoadCase::LoadCase() = default;
LoadCase::LoadCase(const LoadCase&) = default;
LoadCase::LoadCase(LoadCase&&) noexcept = default;
LoadCase& LoadCase::operator=(const LoadCase&) = default;
LoadCase& LoadCase::operator=(LoadCase&&) noexcept = default;
LoadCase::~LoadCase() = default;
bool LoadCase::operator==(const LoadCase&) const = default;

NationalSet::NationalSet() = default;
NationalSet::NationalSet(const NationalSet&) = default;
NationalSet::NationalSet(NationalSet&&) noexcept = default;
NationalSet& NationalSet::operator=(const NationalSet&) = default;
NationalSet& NationalSet::operator=(NationalSet&&) noexcept = default;
NationalSet::~NationalSet() = default;
bool NationalSet::operator==(const NationalSet&) const = default;

Brief::Brief() = default;
Brief::Brief(const Brief&) = default;
Brief::Brief(Brief&&) noexcept = default;
Brief& Brief::operator=(const Brief&) = default;
Brief& Brief::operator=(Brief&&) noexcept = default;
Brief::~Brief() = default;
bool Brief::operator==(const Brief&) const = default;

Design::Design() = default;
Design::Design(const Design&) = default;
Design::Design(Design&&) noexcept = default;
Design& Design::operator=(const Design&) = default;
Design& Design::operator=(Design&&) noexcept = default;
Design::~Design() = default;
bool Design::operator==(const Design&) const = default;

} // namespace wr
