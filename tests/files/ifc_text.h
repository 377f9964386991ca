// Small IFC files for tests, and the way from them to a frame.
#pragma once

#include "core/files/ifc/ifc_reader.h"
#include "core/files/ifc/step_file.h"
#include "tests/support.h"

namespace wr::test::ifcfile {

inline std::string step(const std::string& data, const std::string& schema = "IFC4")
{
    return "ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION((''),'2;1');\nFILE_NAME('','',(''),(''),'','','');\nFILE_SCHEMA(('" +
           schema + "'));\nENDSEC;\nDATA;\n" + data + "ENDSEC;\nEND-ISO-10303-21;\n";
}

inline StepFile file(const std::string& text)
{
    SilentProgress p;
    auto f = StepFile::read(text, p);
    if (!f) FAIL(f.error());
    return *std::move(f);
}

inline Intake ifc(const std::string& text, const Recipe& recipe = {}, const IfcChoice& choice = {})
{
    SilentProgress p;
    Intake t = readIfc(text, "model.ifc", recipe, choice, p);
    for (const Finding& f : t.findings)
        UNSCOPED_INFO(f.code << ": " << f.text);
    return t;
}

inline bool told(const Intake& t, std::string_view code, std::string_view words = "")
{
    return std::any_of(t.findings.begin(), t.findings.end(),
                       [&](const Finding& f) { return f.code == code && f.text.find(words) != std::string::npos; });
}

// Units of a model in mm and kN, its project, a placement at the origin (#9) and a turned one (#19: x to Y, moved by 1 m along
// Z).
inline const std::string kHead = R"(#1=IFCSIUNIT(*,.LENGTHUNIT.,.MILLI.,.METRE.);
#2=IFCSIUNIT(*,.FORCEUNIT.,.KILO.,.NEWTON.);
#3=IFCUNITASSIGNMENT((#1,#2));
#4=IFCPROJECT('p',$,'A small frame',$,$,$,$,$,#3);
#5=IFCCARTESIANPOINT((0.,0.,0.));
#6=IFCAXIS2PLACEMENT3D(#5,$,$);
#9=IFCLOCALPLACEMENT($,#6);
#10=IFCCARTESIANPOINT((0.,0.,1000.));
#11=IFCDIRECTION((0.,0.,1.));
#12=IFCDIRECTION((0.,1.,0.));
#13=IFCAXIS2PLACEMENT3D(#10,#11,#12);
#19=IFCLOCALPLACEMENT(#9,#13);
)";

// Two connections 4 m apart along the local x of a placement and a member between them.
inline std::string member(const std::string& placement, const std::string& type = "RIGID_JOINED_MEMBER",
                          const std::string& axis = "$", const std::string& conditionJ = "$")
{
    return R"(#20=IFCCARTESIANPOINT((0.,0.,0.));
#21=IFCCARTESIANPOINT((4000.,0.,0.));
#22=IFCVERTEXPOINT(#20);
#23=IFCVERTEXPOINT(#21);
#24=IFCEDGE(#22,#23);
#25=IFCTOPOLOGYREPRESENTATION($,'Reference','Edge',(#24));
#26=IFCPRODUCTDEFINITIONSHAPE($,$,(#25));
#27=IFCTOPOLOGYREPRESENTATION($,'Reference','Vertex',(#22));
#28=IFCPRODUCTDEFINITIONSHAPE($,$,(#27));
#29=IFCTOPOLOGYREPRESENTATION($,'Reference','Vertex',(#23));
#30=IFCPRODUCTDEFINITIONSHAPE($,$,(#29));
#31=IFCBOUNDARYNODECONDITION($,IFCBOOLEAN(.T.),IFCBOOLEAN(.T.),IFCLINEARSTIFFNESSMEASURE(2.),IFCBOOLEAN(.F.),IFCBOOLEAN(.F.),IFCBOOLEAN(.T.));
#32=IFCSTRUCTURALPOINTCONNECTION('c1',$,'N1',$,$,)" +
           placement + R"(,#28,#31,$);
#33=IFCSTRUCTURALPOINTCONNECTION('c2',$,'N2',$,$,)" +
           placement + R"(,#30,$,$);
#34=IFCSTRUCTURALCURVEMEMBER('m1',$,'B\X2\00FC\X0\1',$,$,)" +
           placement + ",#26,." + type + ".," + axis + R"();
#35=IFCRELCONNECTSSTRUCTURALMEMBER('r1',$,$,$,#34,#32,$,$,$,$);
#36=IFCRELCONNECTSSTRUCTURALMEMBER('r2',$,$,$,#34,#33,)" +
           conditionJ + R"(,$,$,$);
#37=IFCMATERIAL('S355',$,$);
#38=IFCISHAPEPROFILEDEF(.AREA.,'IPE 300',$,150.,300.,7.1,10.7,15.,$,$);
#39=IFCMATERIALPROFILE($,$,#37,#38,$,$);
#40=IFCMATERIALPROFILESET($,$,(#39),$);
#41=IFCRELASSOCIATESMATERIAL('a1',$,$,$,(#34),#40);
)";
}

} // namespace wr::test::ifcfile
