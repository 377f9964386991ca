#include "core/intake/fields.h"

#include <algorithm>
#include <array>

namespace wr {

namespace {

using Form = FieldRow::Form;
using Q = Quantity;

struct KindRow
{
    TableKind kind;
    std::string_view word, title, sheets;
};

constexpr std::array<KindRow, kTableKinds> kKinds{{
    {TableKind::None, "", "left out", ""},
    {TableKind::Nodes, "nodes", "Nodes", "node|joint|point|coordinate|knoten|noeud"},
    {TableKind::Elements, "elements", "Elements", "element|bar|connectivity|incidence|stab|line|frame|beam"},
    {TableKind::Sections, "sections", "Sections", "section|profile|querschnitt|property|properties"},
    {TableKind::Materials, "materials", "Materials", "material|steel|grade"},
    {TableKind::Supports, "supports", "Supports", "support|restraint|boundary|lager"},
    {TableKind::Releases, "releases", "Releases", "release|hinge|gelenk|pin"},
    {TableKind::Cases, "cases", "Cases", "case|lastfall|loadcase"},
    {TableKind::Combinations, "combinations", "Combinations", "combination|combo|combinations"},
    {TableKind::Forces, "forces", "Section forces", "force|internal|stress resultant|moment|schnitt|result|action"},
    {TableKind::Displacements, "displacements", "Displacements", "displacement|deflection|deformation|movement"},
    {TableKind::Reactions, "reactions", "Reactions", "reaction|auflager"},
    {TableKind::Members, "members", "Members", "member|column|schedule|design"},
}};

constexpr std::string_view kNodeWords = "node|joint|point|node id|node no|node name|node number|joint id|joint label|joint "
                                        "name|point id|knoten|noeud|nr|id|no|name|label";
constexpr std::string_view kElementWords =
    "element|element id|element no|element name|elem|bar|bar id|bar no|beam|beam id|beam no|frame|frame "
    "id|line|stab|id|no|name|label|nr|member|member id";
constexpr std::string_view kOneElement =
    "element|element id|element no|element name|elem|bar|bar id|bar no|beam|beam no|frame|frame id|line|stab";
constexpr std::string_view kMemberWords = "member|member id|member no|member name|mark|column|column id|column mark|name|id";
constexpr std::string_view kLoadWords = "load|case|load case|loadcase|lc|combination|combo|load combination|load "
                                        "combo|comb|case combo|case combination|load case combination|output "
                                        "case|lastfall|loading|load id|case id|result case";
constexpr std::string_view kStepWords =
    "step|step no|step number|load step|time|step type|max min|min max|envelope|result type|time step|mode";
constexpr std::string_view kStationWords =
    "station|s|x|position|distance|location|loc|dist|at|pos|abs x|x position|distance from start|distance from i|x l|rel "
    "x|relative position|section no|cut|end|rel dist|fraction";

constexpr std::array kNodes{
    FieldRow{"node", "node", Form::Name, Q::Ratio, true, kNodeWords, "its name"},
    FieldRow{"x", "x", Form::Number, Q::Length, false, "x|x coordinate|x coord|coord x|global x|xg|x ordinate|x pos",
             "coordinate along global X"},
    FieldRow{"y", "y", Form::Number, Q::Length, false, "y|y coordinate|y coord|coord y|global y|yg|y ordinate|y pos",
             "coordinate along global Y"},
    FieldRow{"z", "z", Form::Number, Q::Length, false,
             "z|z coordinate|z coord|coord z|global z|zg|z ordinate|z pos|elevation|height|level", "coordinate along global Z"},
    FieldRow{"support", "support", Form::Words, Q::Ratio, false,
             "support|restraint|restraints|boundary|fixity|support type|lager",
             "fixed, pinned, roller, or the held directions: \"ux uy uz\""},
};
constexpr std::array kElements{
    FieldRow{"element", "element", Form::Name, Q::Ratio, true, kElementWords, "its name"},
    FieldRow{"i", "node i", Form::Name, Q::Ratio, true,
             "i|node i|i node|start|start node|node 1|node1|n1|from|from node|joint i|i joint|end i|i end|first "
             "node|node a|point i|ni|start joint|anfang|node start",
             "node at the beginning"},
    FieldRow{"j", "node j", Form::Name, Q::Ratio, true,
             "j|node j|j node|end|end node|node 2|node2|n2|to|to node|joint j|j joint|end j|j end|second node|node "
             "b|point j|nj|end joint|ende|node end|last node",
             "node at the end"},
    FieldRow{"section", "section", Form::Name, Q::Ratio, false,
             "section|sec|profile|section name|size|shape|cross section|section size|querschnitt|section property|section "
             "id|property",
             "name of its section"},
    FieldRow{"material", "material", Form::Name, Q::Ratio, false, "material|grade|steel grade|steel|mat|material name",
             "its material or grade"},
    FieldRow{"roll", "roll", Form::Number, Q::Angle, false,
             "roll|beta|beta angle|angle|rotation|local axis angle|orientation angle|axis angle|gamma",
             "turn about its axis, right-handed from node i to node j"},
    FieldRow{"behaviour", "behaviour", Form::Words, Q::Ratio, false,
             "behaviour|behavior|type|element type|kind|bar type|member type", "beam, axial, tension-only, compression-only"},
    FieldRow{"releaseI", "release i", Form::Words, Q::Ratio, false,
             "release i|releases i|i release|start release|release start|hinge i|release 1|rel i|end i release|i releases",
             "what is let go at i: \"my mz\", pinned, fixed"},
    FieldRow{"releaseJ", "release j", Form::Words, Q::Ratio, false,
             "release j|releases j|j release|end release|release end|hinge j|release 2|rel j|end j release|j releases",
             "what is let go at j"},
    FieldRow{"member", "member", Form::Name, Q::Ratio, false, "member|member id|design member|physical member|mark",
             "the member it is a piece of"},
    FieldRow{"group", "group", Form::Name, Q::Ratio, false, "group|design group|layer|set", "the design group of its member"},
};
constexpr std::array kSections{
    FieldRow{"section", "section", Form::Name, Q::Ratio, true,
             "section|section id|name|section name|id|no|property|label|nr|profile|querschnitt", "name that elements use"},
    FieldRow{"name", "designation", Form::Name, Q::Ratio, false,
             "designation|profile|catalogue|catalog|size|library name|standard name|profile name|shape name|section "
             "size|catalogue name",
             "name in a catalogue: IPE 300, W12X65"},
    FieldRow{"material", "material", Form::Name, Q::Ratio, false, "material|grade|steel grade|steel|mat|material name",
             "material of elements that say none"},
    FieldRow{"shape", "shape", Form::Words, Q::Ratio, false, "shape|type|section type|kind|form",
             "i, channel, tee, angle, rhs, chs …: see the frame file"},
    FieldRow{"h", "h", Form::Number, Q::SectionLength, false, "h|depth|height|total depth|overall depth|outside depth",
             "depth"},
    FieldRow{"b", "b", Form::Number, Q::SectionLength, false,
             "b|width|flange width|bf|top width|outside width|top flange width", "width"},
    FieldRow{"tw", "tw", Form::Number, Q::SectionLength, false, "tw|web thickness|web", "thickness of the web"},
    FieldRow{"tf", "tf", Form::Number, Q::SectionLength, false, "tf|flange thickness|top flange thickness",
             "thickness of the flange"},
    FieldRow{"b2", "b2", Form::Number, Q::SectionLength, false, "b2|bottom width|bottom flange width",
             "width of the bottom flange"},
    FieldRow{"tf2", "tf2", Form::Number, Q::SectionLength, false, "tf2|bottom flange thickness",
             "thickness of the bottom flange"},
    FieldRow{"r", "r", Form::Number, Q::SectionLength, false, "r|fillet|root radius|radius|fillet radius", "root radius"},
    FieldRow{"t", "t", Form::Number, Q::SectionLength, false, "t|thickness|wall|wall thickness", "wall or leg"},
    FieldRow{"d", "d", Form::Number, Q::SectionLength, false, "d|diameter|outside diameter|od", "diameter"},
    FieldRow{"weld", "weld", Form::Number, Q::SectionLength, false, "weld|weld size|throat", "size of the weld between plates"},
    FieldRow{"r2", "r2", Form::Number, Q::SectionLength, false, "r2|toe radius", "toe radius"},
    FieldRow{"ro", "ro", Form::Number, Q::SectionLength, false, "ro|outside radius|corner radius",
             "outside corner radius of a rectangular tube"},
    FieldRow{"ri", "ri", Form::Number, Q::SectionLength, false, "ri|inside radius",
             "inside corner radius of a rectangular tube"},
    FieldRow{"gap", "gap", Form::Number, Q::SectionLength, false, "gap|spacing of parts|back to back",
             "between the angles of a pair"},
    FieldRow{"a", "a", Form::Number, Q::Area, false, "a|area|ax|cross section area|section area", "area"},
    FieldRow{"iy", "I major", Form::Number, Q::Inertia, false, "iy|ixx|i major|i33|i 33|imajor|ix|i strong",
             "second moment of area about the major axis"},
    FieldRow{"iz", "I minor", Form::Number, Q::Inertia, false, "iz|i minor|i22|i 22|iminor|i weak|i22 minor|izz",
             "second moment of area about the minor axis"},
    FieldRow{"wely", "W el major", Form::Number, Q::SectionModulus, false,
             "wely|wel y|sx|s major|s33|zxx|elastic modulus major|w el major", "elastic modulus about the major axis"},
    FieldRow{"welz", "W el minor", Form::Number, Q::SectionModulus, false,
             "welz|wel z|s minor|s22|elastic modulus minor|w el minor", "elastic modulus about the minor axis"},
    FieldRow{"wply", "W pl major", Form::Number, Q::SectionModulus, false,
             "wply|wpl y|zx|z major|z33|sxx|plastic modulus major|w pl major", "plastic modulus about the major axis"},
    FieldRow{"wplz", "W pl minor", Form::Number, Q::SectionModulus, false,
             "wplz|wpl z|z minor|z22|plastic modulus minor|w pl minor", "plastic modulus about the minor axis"},
    FieldRow{"it", "I t", Form::Number, Q::Inertia, false, "it|j|torsion constant|torsional constant|i t",
             "St. Venant's torsion constant"},
    FieldRow{"iw", "I w", Form::Number, Q::Warping, false, "iw|cw|warping constant|i w", "warping constant"},
};
constexpr std::array kMaterials{
    FieldRow{"material", "material", Form::Name, Q::Ratio, true, "material|name|material name|id|no|label|nr",
             "name that elements use"},
    FieldRow{"grade", "grade", Form::Name, Q::Ratio, false, "grade|steel grade|steel|quality",
             "a grade of the list: S355, A992"},
    FieldRow{"e", "E", Form::Number, Q::Stress, false, "e|modulus of elasticity|youngs modulus|young modulus|e modulus|e1",
             "modulus of elasticity"},
    FieldRow{"g", "G", Form::Number, Q::Stress, false, "g|shear modulus|g12", "shear modulus"},
    FieldRow{"density", "density", Form::Number, Q::Density, false, "density|unit mass|mass density|rho|unit weight|weight",
             "mass per volume"},
    FieldRow{"fy", "fy", Form::Number, Q::Stress, false, "fy|yield|yield strength|yield stress|re", "yield strength"},
    FieldRow{"fu", "fu", Form::Number, Q::Stress, false, "fu|ultimate|tensile strength|ultimate strength|rm",
             "tensile strength"},
};
constexpr std::array kSupports{
    FieldRow{"node", "node", Form::Name, Q::Ratio, true, kNodeWords, "the node held"},
    FieldRow{"support", "support", Form::Words, Q::Ratio, false,
             "support|type|restraint|restraints|support type|fixity|boundary", "fixed, pinned, roller, or the held directions"},
    FieldRow{"ux", "ux", Form::Flag, Q::SpringForce, false, "ux|u1|dx|x|tx|kx|trans x|fx|u x", "held along X, or a spring"},
    FieldRow{"uy", "uy", Form::Flag, Q::SpringForce, false, "uy|u2|dy|y|ty|ky|trans y|fy|u y", "held along Y, or a spring"},
    FieldRow{"uz", "uz", Form::Flag, Q::SpringForce, false, "uz|u3|dz|z|tz|kz|trans z|fz|u z", "held along Z, or a spring"},
    FieldRow{"rx", "rx", Form::Flag, Q::SpringMoment, false, "rx|r1|rotx|rot x|rxx|mx|r x|krx",
             "held against turning about X, or a spring"},
    FieldRow{"ry", "ry", Form::Flag, Q::SpringMoment, false, "ry|r2|roty|rot y|ryy|my|r y|kry",
             "held against turning about Y, or a spring"},
    FieldRow{"rz", "rz", Form::Flag, Q::SpringMoment, false, "rz|r3|rotz|rot z|rzz|mz|r z|krz",
             "held against turning about Z, or a spring"},
};
constexpr std::array kReleases{
    FieldRow{"element", "element", Form::Name, Q::Ratio, true, kElementWords, "the element"},
    FieldRow{"end", "end", Form::Words, Q::Ratio, false, "end|at|location|side|node", "i, j or both"},
    FieldRow{"n", "n", Form::Flag, Q::Ratio, false, "n|p|fx|axial|u1|ux", "axial force let go"},
    FieldRow{"vy", "vy", Form::Flag, Q::Ratio, false, "vy|v3|fy|uy|shear minor", "shear along the minor direction let go"},
    FieldRow{"vz", "vz", Form::Flag, Q::Ratio, false, "vz|v2|fz|uz|shear major", "shear along the major direction let go"},
    FieldRow{"t", "t", Form::Flag, Q::Ratio, false, "t|mx|mt|torsion|rx", "torsion let go"},
    FieldRow{"my", "my", Form::Flag, Q::Ratio, false, "my|m3|m33|ry|major moment|m major",
             "moment about the major axis let go"},
    FieldRow{"mz", "mz", Form::Flag, Q::Ratio, false, "mz|m2|m22|rz|minor moment|m minor",
             "moment about the minor axis let go"},
    FieldRow{
        "nI", "n i", Form::Flag, Q::Ratio, false,
        "n i|i n|release i n|n release i|start n|n start|end i n|n at i|p i|i p|release i p|p release i|start p|p start|end i "
        "p|p at i|axial i|i axial|release i axial|axial release i|start axial|axial start|end i axial|axial at i",
        "axial force let go at i"},
    FieldRow{"vyI", "vy i", Form::Flag, Q::Ratio, false,
             "vy i|i vy|release i vy|vy release i|start vy|vy start|end i vy|vy at i|v3 i|i v3|release i v3|v3 release i|start "
             "v3|v3 start|end i v3|v3 at i",
             "shear along the minor direction let go at i"},
    FieldRow{"vzI", "vz i", Form::Flag, Q::Ratio, false,
             "vz i|i vz|release i vz|vz release i|start vz|vz start|end i vz|vz at i|v2 i|i v2|release i v2|v2 release i|start "
             "v2|v2 start|end i v2|v2 at i",
             "shear along the major direction let go at i"},
    FieldRow{"tI", "t i", Form::Flag, Q::Ratio, false,
             "t i|i t|release i t|t release i|start t|t start|end i t|t at i|mx i|i mx|release i mx|mx release i|start mx|mx "
             "start|end i mx|mx at i",
             "torsion let go at i"},
    FieldRow{"myI", "my i", Form::Flag, Q::Ratio, false,
             "my i|i my|release i my|my release i|start my|my start|end i my|my at i|m3 i|i m3|release i m3|m3 release i|start "
             "m3|m3 start|end i m3|m3 at i|m33 i|i m33|release i m33|m33 release i|start m33|m33 start|end i m33|m33 at i",
             "moment about the major axis let go at i"},
    FieldRow{"mzI", "mz i", Form::Flag, Q::Ratio, false,
             "mz i|i mz|release i mz|mz release i|start mz|mz start|end i mz|mz at i|m2 i|i m2|release i m2|m2 release i|start "
             "m2|m2 start|end i m2|m2 at i|m22 i|i m22|release i m22|m22 release i|start m22|m22 start|end i m22|m22 at i",
             "moment about the minor axis let go at i"},
    FieldRow{"nJ", "n j", Form::Flag, Q::Ratio, false,
             "n j|j n|release j n|n release j|end n|n end|end j n|n at j|p j|j p|release j p|p release j|end p|p end|end j p|p "
             "at j|axial j|j axial|release j axial|axial release j|end axial|axial end|end j axial|axial at j",
             "axial force let go at j"},
    FieldRow{"vyJ", "vy j", Form::Flag, Q::Ratio, false,
             "vy j|j vy|release j vy|vy release j|end vy|vy end|end j vy|vy at j|v3 j|j v3|release j v3|v3 release j|end v3|v3 "
             "end|end j v3|v3 at j",
             "shear along the minor direction let go at j"},
    FieldRow{"vzJ", "vz j", Form::Flag, Q::Ratio, false,
             "vz j|j vz|release j vz|vz release j|end vz|vz end|end j vz|vz at j|v2 j|j v2|release j v2|v2 release j|end v2|v2 "
             "end|end j v2|v2 at j",
             "shear along the major direction let go at j"},
    FieldRow{"tJ", "t j", Form::Flag, Q::Ratio, false,
             "t j|j t|release j t|t release j|end t|t end|end j t|t at j|mx j|j mx|release j mx|mx release j|end mx|mx end|end "
             "j mx|mx at j",
             "torsion let go at j"},
    FieldRow{"myJ", "my j", Form::Flag, Q::Ratio, false,
             "my j|j my|release j my|my release j|end my|my end|end j my|my at j|m3 j|j m3|release j m3|m3 release j|end m3|m3 "
             "end|end j m3|m3 at j|m33 j|j m33|release j m33|m33 release j|end m33|m33 end|end j m33|m33 at j",
             "moment about the major axis let go at j"},
    FieldRow{"mzJ", "mz j", Form::Flag, Q::Ratio, false,
             "mz j|j mz|release j mz|mz release j|end mz|mz end|end j mz|mz at j|m2 j|j m2|release j m2|m2 release j|end m2|m2 "
             "end|end j m2|m2 at j|m22 j|j m22|release j m22|m22 release j|end m22|m22 end|end j m22|m22 at j",
             "moment about the minor axis let go at j"},
};
constexpr std::array kCases{
    FieldRow{"case", "case", Form::Name, Q::Ratio, true,
             "case|load case|loadcase|lc|id|name|case name|load|no|nr|lastfall|case id|label", "its name"},
    FieldRow{"title", "title", Form::Words, Q::Ratio, false, "title|description|text|comment|designation|remark|notes",
             "what it is, in words"},
    FieldRow{"action", "action", Form::Words, Q::Ratio, false,
             "action|type|nature|load type|category|kind|design type|case type", "dead, live, snow, wind …"},
    FieldRow{"selfWeight", "self weight", Form::Number, Q::Ratio, false,
             "self weight|selfweight|self weight factor|self weight multiplier|sw", "factor of the frame's own weight"},
    FieldRow{"unsigned", "unsigned", Form::Flag, Q::Ratio, false, "unsigned|magnitudes|spectrum",
             "its results are magnitudes, both signs are possible"},
};
constexpr std::array kCombinations{
    FieldRow{"combination", "combination", Form::Name, Q::Ratio, true,
             "combination|combo|load combination|comb|id|name|no|nr|combination name|combo name|label|combination id",
             "its name"},
    FieldRow{"title", "title", Form::Words, Q::Ratio, false, "title|description|text|comment|remark|notes",
             "what it is, in words"},
    FieldRow{"purpose", "purpose", Form::Words, Q::Ratio, false,
             "purpose|type|limit state|design type|strength service|situation",
             "strength, service, construction, fire, accidental, seismic"},
    FieldRow{"basis", "basis", Form::Words, Q::Ratio, false, "basis|code|standard|loading standard",
             "whose factors they are: lrfd, asd, en1990 …"},
    FieldRow{"kind", "kind", Form::Words, Q::Ratio, false, "kind|service kind|sls type",
             "characteristic, frequent, quasi-permanent, live-only"},
    FieldRow{"terms", "terms", Form::Words, Q::Ratio, false, "terms|formula|expression|definition|factors|content|composition",
             "\"1.35 G + 1.5 Q\""},
    FieldRow{"case", "case", Form::Name, Q::Ratio, false, "case|load case|loadcase|lc|case name|load",
             "a case of it, one a row"},
    FieldRow{"factor", "factor", Form::Number, Q::Ratio, false, "factor|coefficient|scale factor|sf|multiplier",
             "that case's factor"},
    FieldRow{"factorOf", "factor of", Form::Number, Q::Ratio, false, "",
             "a column for one case: its factor in every combination"},
};
constexpr std::array kForces{
    FieldRow{"element", "element", Form::Name, Q::Ratio, false, kOneElement, "the element"},
    FieldRow{"member", "member", Form::Name, Q::Ratio, false, kMemberWords, "the member, where forces are given along members"},
    FieldRow{"load", "load", Form::Name, Q::Ratio, false, kLoadWords, "the case or combination"},
    FieldRow{"step", "step", Form::Words, Q::Ratio, false, kStepWords,
             "step of a case with many; \"max\" and \"min\" are an envelope's"},
    FieldRow{"s", "station", Form::Number, Q::Length, false, kStationWords,
             "distance from the first end; i, j, start, end; a share of the length"},
    FieldRow{"node", "at node", Form::Name, Q::Ratio, false, "node|joint|at node|end node|point|knoten",
             "the end it stands at, by its node"},
    FieldRow{"n", "N", Form::Number, Q::Force, false,
             "n|p|fx|axial|axial force|nx|normal force|normal|n ed|ned|pu|f x|fa|axial load|n force", "axial force"},
    FieldRow{"vy", "V minor", Form::Number, Q::Force, false,
             "vy|v3|fy|v minor|shear y|shear minor|qy|vy ed|f y|shear 3|v 3|vu minor",
             "shear along the minor direction (local y)"},
    FieldRow{"vz", "V major", Form::Number, Q::Force, false,
             "vz|v2|fz|v major|shear z|shear major|qz|vz ed|f z|shear 2|v 2|v|shear|vu|vu major|shear force",
             "shear along the web (local z)"},
    FieldRow{"t", "T", Form::Number, Q::Moment, false, "t|mx|mt|torsion|torque|mxx|m x|torsional moment|t ed|tu", "torsion"},
    FieldRow{"my", "M major", Form::Number, Q::Moment, false,
             "my|m3|m33|m major|moment major|major moment|myy|m y|moment y|moment 3|m 33|my ed|m 3|m|moment|mu|bending "
             "moment|m3 3|m3-3|mu major|strong axis moment",
             "moment about the major axis"},
    FieldRow{"mz", "M minor", Form::Number, Q::Moment, false,
             "mz|m2|m22|m minor|moment minor|minor moment|mzz|m z|moment z|moment 2|m 22|mz ed|m 2|m2 2|m2-2|mu minor|weak "
             "axis moment",
             "moment about the minor axis"},
};
constexpr std::array kDisplacements{
    FieldRow{"node", "node", Form::Name, Q::Ratio, true, kNodeWords, "the node"},
    FieldRow{"load", "load", Form::Name, Q::Ratio, false, kLoadWords, "the case or combination"},
    FieldRow{"step", "step", Form::Words, Q::Ratio, false, kStepWords, "step of a case with many"},
    FieldRow{"ux", "ux", Form::Number, Q::Displacement, false, "ux|u1|dx|x|u x|disp x|d x|trans x|x translation",
             "movement along X"},
    FieldRow{"uy", "uy", Form::Number, Q::Displacement, false, "uy|u2|dy|y|u y|disp y|d y|trans y|y translation",
             "movement along Y"},
    FieldRow{"uz", "uz", Form::Number, Q::Displacement, false, "uz|u3|dz|z|u z|disp z|d z|trans z|z translation",
             "movement along Z"},
    FieldRow{"rx", "rx", Form::Number, Q::Rotation, false, "rx|r1|rot x|rotx|r x|phix|x rotation|phi x", "turn about X"},
    FieldRow{"ry", "ry", Form::Number, Q::Rotation, false, "ry|r2|rot y|roty|r y|phiy|y rotation|phi y", "turn about Y"},
    FieldRow{"rz", "rz", Form::Number, Q::Rotation, false, "rz|r3|rot z|rotz|r z|phiz|z rotation|phi z", "turn about Z"},
};
constexpr std::array kReactions{
    FieldRow{"node", "node", Form::Name, Q::Ratio, true, kNodeWords, "the node"},
    FieldRow{"load", "load", Form::Name, Q::Ratio, false, kLoadWords, "the case or combination"},
    FieldRow{"step", "step", Form::Words, Q::Ratio, false, kStepWords, "step of a case with many"},
    FieldRow{"fx", "fx", Form::Number, Q::Force, false,
             "fx|f1|rx|x|px|f x|x force|force x|global fx|h x|reaction x|horizontal x", "force along X"},
    FieldRow{"fy", "fy", Form::Number, Q::Force, false, "fy|f2|ry|y|py|f y|y force|force y|global fy|reaction y|horizontal y",
             "force along Y"},
    FieldRow{"fz", "fz", Form::Number, Q::Force, false, "fz|f3|rz|z|pz|f z|z force|force z|global fz|reaction z|vertical",
             "force along Z"},
    FieldRow{"mx", "mx", Form::Number, Q::Moment, false, "mx|m1|m x|x moment|moment x|global mx", "moment about X"},
    FieldRow{"my", "my", Form::Number, Q::Moment, false, "my|m2|m y|y moment|moment y|global my", "moment about Y"},
    FieldRow{"mz", "mz", Form::Number, Q::Moment, false, "mz|m3|m z|z moment|moment z|global mz", "moment about Z"},
};
constexpr std::array kMembers{
    FieldRow{"member", "member", Form::Name, Q::Ratio, true,
             "member|member id|member no|member name|mark|column|column mark|name|id|no|label|nr|design member|physical member",
             "its name"},
    FieldRow{"elements", "elements", Form::Words, Q::Ratio, false,
             "elements|element|bars|pieces|element list|frames|analysis elements",
             "the elements it is made of, in their order"},
    FieldRow{"length", "length", Form::Number, Q::Length, false,
             "length|l|span|height|h|member length|total length|system length|len", "its length, where no frame is given"},
    FieldRow{"section", "section", Form::Name, Q::Ratio, false,
             "section|sec|profile|size|section name|shape|section size|querschnitt|cross section",
             "name of its section, where no frame is given"},
    FieldRow{"material", "material", Form::Name, Q::Ratio, false, "material|grade|steel grade|steel|mat",
             "its material or grade"},
    FieldRow{"fy", "fy", Form::Number, Q::Stress, false, "fy|yield|yield strength|yield stress",
             "its yield strength, where no grade is given"},
    FieldRow{"fu", "fu", Form::Number, Q::Stress, false, "fu|ultimate|tensile strength", "its tensile strength"},
    FieldRow{"kind", "kind", Form::Words, Q::Ratio, false, "kind|type|member type|use", "column, beam, brace or other"},
    FieldRow{"group", "group", Form::Name, Q::Ratio, false, "group|design group|set|family", "its design group"},
    FieldRow{"brief", "brief", Form::Name, Q::Ratio, false, "brief", "its brief"},
    FieldRow{"lengthMajor", "length major", Form::Number, Q::Length, false,
             "length major|lcr y|lcry|l major|ly|buckling length y|lx|lxx|effective length major|buckling length major|lc "
             "major|unbraced length major",
             "its effective length about the major axis"},
    FieldRow{"lengthMinor", "length minor", Form::Number, Q::Length, false,
             "length minor|lcr z|lcrz|l minor|lz|buckling length z|effective length minor|buckling length minor|lc "
             "minor|unbraced length minor",
             "its effective length about the minor axis"},
    FieldRow{"lengthLtb", "length for l t b", Form::Number, Q::Length, false,
             "lltb|ltb length|llt|l lt|lb|ltb|length ltb|unbraced length ltb|lateral torsional length|length for l t b",
             "its length between lateral holds of the compressed flange"},
    FieldRow{"kMajor", "K major", Form::Number, Q::Ratio, false, "k major|kx|ky factor|kmajor|k33|ky",
             "its effective length factor about the major axis"},
    FieldRow{"kMinor", "K minor", Form::Number, Q::Ratio, false, "k minor|kz factor|kminor|k22|kz",
             "its effective length factor about the minor axis"},
};

template <size_t N> std::span<const FieldRow> all(const std::array<FieldRow, N>& a)
{
    return {a.data(), a.size()};
}

} // namespace

std::string_view tableKindWord(TableKind k)
{
    return kKinds[static_cast<size_t>(k)].word;
}

std::string_view tableKindTitle(TableKind k)
{
    return kKinds[static_cast<size_t>(k)].title;
}

std::optional<TableKind> tableKindFromWord(std::string_view w)
{
    for (const KindRow& k : kKinds)
        if (k.word == w && !w.empty()) return k.kind;
    return std::nullopt;
}

std::string_view sheetWords(TableKind k)
{
    return kKinds[static_cast<size_t>(k)].sheets;
}

std::span<const FieldRow> fieldsOf(TableKind k)
{
    switch (k) {
    case TableKind::None: return {};
    case TableKind::Nodes: return all(kNodes);
    case TableKind::Elements: return all(kElements);
    case TableKind::Sections: return all(kSections);
    case TableKind::Materials: return all(kMaterials);
    case TableKind::Supports: return all(kSupports);
    case TableKind::Releases: return all(kReleases);
    case TableKind::Cases: return all(kCases);
    case TableKind::Combinations: return all(kCombinations);
    case TableKind::Forces: return all(kForces);
    case TableKind::Displacements: return all(kDisplacements);
    case TableKind::Reactions: return all(kReactions);
    case TableKind::Members: return all(kMembers);
    }
    return {};
}

std::span<const std::pair<std::string_view, std::string_view>> dimensionFields()
{
    static constexpr std::array<std::pair<std::string_view, std::string_view>, 14> kDimensions{{{"h", "h"},
                                                                                                {"b", "b"},
                                                                                                {"tw", "tw"},
                                                                                                {"tf", "tf"},
                                                                                                {"b2", "b2"},
                                                                                                {"tf2", "tf2"},
                                                                                                {"r", "r"},
                                                                                                {"t", "t"},
                                                                                                {"d", "d"},
                                                                                                {"weld", "a"},
                                                                                                {"r2", "r2"},
                                                                                                {"ro", "ro"},
                                                                                                {"ri", "ri"},
                                                                                                {"gap", "gap"}}};
    return kDimensions;
}

const FieldRow* findField(TableKind k, std::string_view key)
{
    const auto rows = fieldsOf(k);
    const auto at = std::find_if(rows.begin(), rows.end(), [&](const FieldRow& r) { return r.key == key; });
    return at == rows.end() ? nullptr : &*at;
}

} // namespace wr
