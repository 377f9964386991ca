"""Writes a demo frame as IFC (ISO 16739): a structural analysis model with its supports, releases, loads and combinations, or a
building model of beams, columns and members whose ends stand at the faces of what they meet.

usage: ifc_writer.py FRAME.frame.json analysis|building IFC4|IFC2X3 OUT.ifc
"""
import csv
import glob
import json
import math
import os
import re
import sys

LENGTH = {"m": 1.0, "ft": 0.3048}
FORCE = {"kN": 1000.0, "kip": 4448.2216152605}
ALPHABET = "0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZabcdefghijklmnopqrstuvwxyz_$"
SOURCES = {"dead": ("PERMANENT_G", "DEAD_LOAD_G"), "superimposed": ("PERMANENT_G", "COMPLETION_G1"), "live": ("VARIABLE_Q", "LIVE_LOAD_Q"),
           "roof-live": ("VARIABLE_Q", "LIVE_LOAD_Q"), "snow": ("VARIABLE_Q", "SNOW_S"), "wind": ("VARIABLE_Q", "WIND_W")}


def catalogue():
    """Dimensions in mm of the shipped sections by their names without blanks."""
    out = {}
    root = os.path.join(os.path.dirname(__file__), "../../data/sections")
    for path in sorted(glob.glob(os.path.join(root, "*.csv"))):
        with open(path, encoding="utf-8") as f:
            lines = f.read().splitlines()
        head = dict(re.match(r"# ([a-z]+): (.*)", l).groups() for l in lines if re.match(r"# [a-z]+: ", l))
        unit = 25.4 if head.get("length") == "in" else 1.0
        for row in csv.DictReader(l for l in lines if not l.startswith("#")):
            d = {}
            for k in ("h", "b", "tw", "tf", "r", "k", "t", "d"):
                if row.get(k):
                    d[k] = float(row[k]) * unit
            if "k" in d:
                d["r"] = d["k"] - d["tf"]
            if "thickness" in head:
                d["t"] *= float(head["thickness"])
            d["shape"] = head["shape"]
            out[row["designation"].replace(" ", "")] = d
    return out


def sub(a, b):
    return [x - y for x, y in zip(a, b)]


def norm(a):
    return math.sqrt(sum(x * x for x in a))


def scaled(s, a):
    return [s * x for x in a]


def add(a, b):
    return [x + y for x, y in zip(a, b)]


def cross(a, b):
    return [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]]


def dot(a, b):
    return sum(x * y for x, y in zip(a, b))


def local_z(i, j, roll):
    """Local z of an element: docs/frame-format.md, default orientation turned by its roll in degrees."""
    x = scaled(1 / norm(sub(j, i)), sub(j, i))
    flat = [x[0], x[1], 0]
    if norm(flat) < 1e-3:
        y = sub([0, 1, 0], scaled(x[1], x))
        y = scaled(1 / norm(y), y)
        z = cross(x, y)
    else:
        z = sub([0, 0, 1], scaled(x[2], x))
        z = scaled(1 / norm(z), z)
        y = cross(z, x)
    c, s = math.cos(math.radians(roll)), math.sin(math.radians(roll))
    return sub(scaled(c, z), scaled(s, y))


class Writer:
    def __init__(self, schema, length):
        self.schema, self.length = schema, length  # length: m of one unit of the file
        self.lines = []
        self.guids = 0
        self.shared = {}

    def put(self, text):
        self.lines.append(f"#{len(self.lines) + 1}={text};")
        return f"#{len(self.lines)}"

    def once(self, text):
        if text not in self.shared:
            self.shared[text] = self.put(text)
        return self.shared[text]

    def guid(self):
        self.guids += 1
        n, out = self.guids, ""
        for _ in range(22):
            out = ALPHABET[n % 64] + out
            n //= 64
        return f"'{out}'"

    @staticmethod
    def number(v):
        text = repr(float(f"{v:.12g}"))
        return text.replace("e", "E") if "e" in text else text

    def numbers(self, values):
        return "(" + ",".join(self.number(v) for v in values) + ")"

    def text(self, t):
        out = ""
        for c in t:
            out += "''" if c == "'" else "\\\\" if c == "\\" else c if ord(c) < 128 else "\\X2\\%04X\\X0\\" % ord(c)
        return f"'{out}'"

    def point(self, p):
        return self.once(f"IFCCARTESIANPOINT({self.numbers([v / self.length for v in p])})")

    def direction(self, d):
        return self.once(f"IFCDIRECTION({self.numbers(d)})")

    def root(self, name):
        return f"{self.guid()},$,{self.text(name) if name else '$'},$"

    def head(self, title, prefix):
        self.world = self.once(f"IFCAXIS2PLACEMENT3D({self.point([0, 0, 0])},$,$)")
        self.context = self.put(f"IFCGEOMETRICREPRESENTATIONCONTEXT($,'Model',3,1.E-05,{self.world},$)")
        units = [f"IFCSIUNIT(*,.LENGTHUNIT.,{prefix},.METRE.)", "IFCSIUNIT(*,.FORCEUNIT.,.KILO.,.NEWTON.)", "IFCSIUNIT(*,.PLANEANGLEUNIT.,$,.RADIAN.)"]
        refs = [self.put(u) for u in units]
        # Loads along members and moments in kN/m and kNm whatever the unit of length is.
        metre = self.put("IFCSIUNIT(*,.LENGTHUNIT.,$,.METRE.)")
        force = refs[1]
        for kind, power in (("LINEARFORCEUNIT", -1), ("TORQUEUNIT", 1)):
            parts = [self.once(f"IFCDERIVEDUNITELEMENT({force},1)"), self.once(f"IFCDERIVEDUNITELEMENT({metre},{power})")]
            refs.append(self.put(f"IFCDERIVEDUNIT(({','.join(parts)}),.{kind}.,$)"))
        assignment = self.put(f"IFCUNITASSIGNMENT(({','.join(refs)}))")
        self.project = self.put(f"IFCPROJECT({self.root(title)},$,$,$,({self.context}),{assignment})")

    def save(self, path, title):
        with open(path, "w", encoding="ascii", newline="\n") as f:
            f.write("ISO-10303-21;\nHEADER;\nFILE_DESCRIPTION(('ViewDefinition [StructuralAnalysisView]'),'2;1');\n")
            f.write(f"FILE_NAME({self.text(title)},'',(''),(''),'','','');\nFILE_SCHEMA(('{self.schema}'));\nENDSEC;\nDATA;\n")
            f.write("\n".join(self.lines))
            f.write("\nENDSEC;\nEND-ISO-10303-21;\n")


class Model:
    def __init__(self, frame, schema, prefix):
        self.f = frame
        self.unit = LENGTH[frame["units"]["length"]]
        self.force = FORCE[frame["units"]["force"]] / 1000
        self.w = Writer(schema, {"$": 1.0, ".MILLI.": 0.001}[prefix])
        self.w.head(frame["title"], prefix)
        self.at = {n["id"]: scaled(self.unit, n["at"]) for n in frame["nodes"]}
        self.names = {s["id"]: s["name"] for s in frame["sections"]}
        self.grades = {m["id"]: m["grade"] for m in frame["materials"]}
        self.dimensions = catalogue()
        self.profiles = {}

    def profile(self, section):
        name = self.names[section].replace(" ", "")
        if name not in self.profiles:
            w, d = self.w, self.dimensions[name]
            mm = {k: w.number(v / 1000 / w.length) for k, v in d.items() if k != "shape"}
            head = f".AREA.,{w.text(self.names[section])},$"
            if d["shape"] == "i":
                last = f"{mm['r']},$,$" if w.schema == "IFC4" else mm["r"]
                self.profiles[name] = w.put(f"IFCISHAPEPROFILEDEF({head},{mm['b']},{mm['h']},{mm['tw']},{mm['tf']},{last})")
            elif d["shape"] == "rhs":
                self.profiles[name] = w.put(f"IFCRECTANGLEHOLLOWPROFILEDEF({head},{mm['b']},{mm['h']},{mm['t']},$,$)")
            else:
                self.profiles[name] = w.put(f"IFCCIRCLEHOLLOWPROFILEDEF({head},{w.number(d['d'] / 2000 / w.length)},{mm['t']})")
        return self.profiles[name]

    def made_of(self, objects, section, material):
        w = self.w
        steel = w.once(f"IFCMATERIAL({w.text(self.grades[material])}" + (",$,$)" if w.schema == "IFC4" else ")"))
        profile = self.profile(section)
        if w.schema == "IFC4":
            part = w.put(f"IFCMATERIALPROFILE($,$,{steel},{profile},$,$)")
            usage = w.put(f"IFCMATERIALPROFILESETUSAGE({w.put(f'IFCMATERIALPROFILESET($,$,({part}),$)')},5,$)")
            w.put(f"IFCRELASSOCIATESMATERIAL({w.root('')},({','.join(objects)}),{usage})")
        else:
            w.put(f"IFCRELASSOCIATESMATERIAL({w.root('')},({','.join(objects)}),{steel})")
            properties = w.put(f"IFCGENERALPROFILEPROPERTIES({w.text(self.names[section])},{profile},$,$,$,$,$)")
            w.put(f"IFCRELASSOCIATESPROFILEPROPERTIES({w.root('')},({','.join(objects)}),{properties},$,$)")

    def analysis(self):
        w, f = self.w, self.f
        ifc4 = w.schema == "IFC4"
        held = (lambda yes: f"IFCBOOLEAN(.{'T' if yes else 'F'}.)") if ifc4 else (lambda yes: "-1." if yes else "0.")
        placement = w.put(f"IFCLOCALPLACEMENT($,{w.world})")
        vertices, connections = {}, {}
        for n in f["nodes"]:
            vertices[n["id"]] = w.put(f"IFCVERTEXPOINT({w.point(self.at[n['id']])})")
            shape = w.put(f"IFCTOPOLOGYREPRESENTATION({self.w.context},'Reference','Vertex',({vertices[n['id']]}))")
            shape = w.put(f"IFCPRODUCTDEFINITIONSHAPE($,$,({shape}))")
            condition = "$"
            if n.get("support"):
                s = n["support"]
                condition = w.put("IFCBOUNDARYNODECONDITION($," + ",".join(held(s.get(d, False)) for d in ("ux", "uy", "uz", "rx", "ry", "rz")) + ")")
            connections[n["id"]] = w.put(f"IFCSTRUCTURALPOINTCONNECTION({w.root(n['id'])},$,{placement},{shape},{condition}" + (",$)" if ifc4 else ")"))
        members, made = {}, {}
        for e in f["elements"]:
            i, j = e["nodes"]
            edge = w.put(f"IFCEDGE({vertices[i]},{vertices[j]})")
            shape = w.put(f"IFCTOPOLOGYREPRESENTATION({w.context},'Reference','Edge',({edge}))")
            shape = w.put(f"IFCPRODUCTDEFINITIONSHAPE($,$,({shape}))")
            kind = {"axial": "PIN_JOINED_MEMBER", "tension-only": "TENSION_MEMBER", "compression-only": "COMPRESSION_MEMBER"}.get(e.get("behaviour"), "RIGID_JOINED_MEMBER")
            axis = "," + w.direction(local_z(self.at[i], self.at[j], e.get("roll", 0))) if ifc4 else ""
            members[e["id"]] = w.put(f"IFCSTRUCTURALCURVEMEMBER({w.root(e['id'])},$,{placement},{shape},.{kind}.{axis})")
            for end, node in (("i", i), ("j", j)):
                let = e.get("release", {}).get(end, [])
                condition = "$"
                if let:
                    condition = w.put("IFCBOUNDARYNODECONDITION($," + ",".join(held(d not in let) for d in ("n", "vy", "vz", "t", "my", "mz")) + ")")
                w.put(f"IFCRELCONNECTSSTRUCTURALMEMBER({w.root('')},{members[e['id']]},{connections[node]},{condition},$,$,$)")
            made.setdefault((e["section"], e["material"]), []).append(members[e["id"]])
        for (section, material), objects in made.items():
            self.made_of(objects, section, material)
        model = w.put(f"IFCSTRUCTURALANALYSISMODEL({w.root(f['title'])},$,.LOADING_3D.,$,$,$" + (",$)" if ifc4 else ")"))
        w.put(f"IFCRELASSIGNSTOGROUP({w.root('')},({','.join(list(members.values()) + list(connections.values()))}),$,{model})")
        self.loads(members, connections, placement, ifc4)

    def loads(self, members, connections, placement, ifc4):
        w, f = self.w, self.f
        cases = {}
        for c in f["cases"]:
            kind, source = SOURCES[c["action"]]
            head = f"{w.guid()},$,{w.text(c['id'])},{w.text(c.get('title', ''))},$,.LOAD_CASE.,.{kind}.,.{source}.,$,$"
            if ifc4:
                weight = w.numbers([0, 0, -c["selfWeight"]]) if c.get("selfWeight") else "$"
                cases[c["id"]] = w.put(f"IFCSTRUCTURALLOADCASE({head},{weight})")
            else:
                cases[c["id"]] = w.put(f"IFCSTRUCTURALLOADGROUP({head})")
            actions = []
            for l in c.get("line", []):
                q = [scaled(self.force / self.unit, v) for v in l["q"]]
                assert q[0] == q[1] and "from" not in l
                load = w.once(f"IFCSTRUCTURALLOADLINEARFORCE($,{','.join(w.number(v) for v in q[0])},0.,0.,0.)")
                where = "LOCAL_COORDS" if l["axes"] == "local" else "GLOBAL_COORDS"
                along = "PROJECTED_LENGTH" if l["axes"] == "projected" else "TRUE_LENGTH"
                tail = f".F.,.{along}.,.CONST." if ifc4 else f".F.,$,.{along}."
                actions.append((w.put(f"IFCSTRUCTURALLINEARACTION({w.root('')},$,{placement},$,{load},.{where}.,{tail})"), members[l["element"]]))
            for l in c.get("nodal", []):
                values = scaled(self.force, l.get("f", [0, 0, 0])) + scaled(self.force * self.unit, l.get("m", [0, 0, 0]))
                load = w.once(f"IFCSTRUCTURALLOADSINGLEFORCE($,{','.join(w.number(v) for v in values)})")
                tail = ".F." if ifc4 else ".F.,$"
                actions.append((w.put(f"IFCSTRUCTURALPOINTACTION({w.root('')},$,{placement},$,{load},.GLOBAL_COORDS.,{tail})"), connections[l["node"]]))
            for action, on in actions:
                w.put(f"IFCRELCONNECTSSTRUCTURALACTIVITY({w.root('')},{on},{action})")
            if actions:
                w.put(f"IFCRELASSIGNSTOGROUP({w.root('')},({','.join(a for a, _ in actions)}),$,{cases[c['id']]})")
        for k in f["combinations"]:
            purpose = "'SLS'" if k.get("purpose") == "service" else "'ULS'"
            group = w.put(f"IFCSTRUCTURALLOADGROUP({w.guid()},$,{w.text(k['id'])},{w.text(k.get('title', ''))},$,.LOAD_COMBINATION.,.NOTDEFINED.,.NOTDEFINED.,$,{purpose})")
            for case, factor in k["terms"].items():
                if ifc4:
                    w.put(f"IFCRELASSIGNSTOGROUPBYFACTOR({w.root('')},({cases[case]}),$,{group},{w.number(factor)})")
                else:  # a group within it that carries the factor
                    part = w.put(f"IFCSTRUCTURALLOADGROUP({w.guid()},$,$,$,$,.LOAD_COMBINATION_GROUP.,.NOTDEFINED.,.NOTDEFINED.,{w.number(factor)},$)")
                    w.put(f"IFCRELASSIGNSTOGROUP({w.root('')},({cases[case]}),$,{part})")
                    w.put(f"IFCRELASSIGNSTOGROUP({w.root('')},({part}),$,{group})")

    def building(self):
        """Every member of the design as one extrusion, shortened at both ends to the faces of the columns it meets."""
        w, f = self.w, self.f
        elements = {e["id"]: e for e in f["elements"]}
        chains = [m["elements"] for m in f["design"]["members"]]
        chained = {e for c in chains for e in c}
        chains += [[e["id"]] for e in f["elements"] if e["id"] not in chained]
        names = [m["id"] for m in f["design"]["members"]] + [e["id"] for e in f["elements"] if e["id"] not in chained]
        column_at = {}
        for c in chains:
            for e in (elements[x] for x in c):
                i, j = (self.at[n] for n in e["nodes"])
                if abs(j[2] - i[2]) > 0.9 * norm(sub(j, i)):
                    d = self.dimensions[self.names[e["section"]].replace(" ", "")]
                    for n in e["nodes"]:
                        column_at[n] = max(d.get("h", d.get("d", 0)), column_at.get(n, 0)) / 2000 if n not in column_at else column_at[n]
        site = w.put(f"IFCSITE({w.root('')},$,{w.put(f'IFCLOCALPLACEMENT($,{w.world})')},$,$,.ELEMENT.,$,$,$,$,$)")
        storey = w.put(f"IFCBUILDINGSTOREY({w.root('Ground')},$,{w.put(f'IFCLOCALPLACEMENT($,{w.world})')},$,$,.ELEMENT.,0.)")
        w.put(f"IFCRELAGGREGATES({w.root('')},{self.w.project},({site}))")
        w.put(f"IFCRELAGGREGATES({w.root('')},{site},({storey}))")
        products = []
        for name, chain in zip(names, chains):
            first, last = elements[chain[0]], elements[chain[-1]]
            start, end = first["nodes"][0], last["nodes"][1]
            if len(chain) > 1 and first["nodes"][0] in elements[chain[1]]["nodes"]:
                start = first["nodes"][1]
            if len(chain) > 1 and last["nodes"][1] in elements[chain[-2]]["nodes"]:
                end = last["nodes"][0]
            a, b = self.at[start], self.at[end]
            x = scaled(1 / norm(sub(b, a)), sub(b, a))
            upright = abs(x[2]) > 0.9
            z = local_z(a, b, first.get("roll", 0))
            if not upright:  # at the faces of columns
                a = add(a, scaled(column_at.get(start, 0), x))
                b = sub(b, scaled(column_at.get(end, 0), x))
            y = cross(z, x)
            place = w.put(f"IFCAXIS2PLACEMENT3D({w.point(a)},{w.direction(x)},{w.direction(y)})")
            solid = w.put(f"IFCEXTRUDEDAREASOLID({self.profile(first['section'])},{w.once(f'IFCAXIS2PLACEMENT3D({w.point([0, 0, 0])},$,$)')},{w.direction([0, 0, 1])},{w.number(norm(sub(b, a)) / w.length)})")
            body = w.put(f"IFCSHAPEREPRESENTATION({w.context},'Body','SweptSolid',({solid}))")
            shape = w.put(f"IFCPRODUCTDEFINITIONSHAPE($,$,({body}))")
            placement = w.put(f"IFCLOCALPLACEMENT($,{place})")
            kind = "IFCCOLUMN" if upright else "IFCBEAM" if abs(x[2]) < 0.5 else "IFCMEMBER"
            product = w.put(f"{kind}({w.root(name)},$,{placement},{shape},$,$)")
            products.append(product)
            self.made_of([product], first["section"], first["material"])
        w.put(f"IFCRELCONTAINEDINSPATIALSTRUCTURE({w.root('')},({','.join(products)}),{storey})")


def main():
    source, kind, schema, out = sys.argv[1:]
    with open(source, encoding="utf-8") as f:
        frame = json.load(f)
    model = Model(frame, schema, ".MILLI." if schema == "IFC2X3" or kind == "building" else "$")
    if kind == "analysis":
        model.analysis()
    else:
        model.building()
    model.w.save(out, frame["title"])


main()
