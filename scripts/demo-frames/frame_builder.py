"""Small helper for the generators of the demo frames: collects nodes, elements, members and loads and writes a frame file."""
import json


class Frame:
    def __init__(self, title, units):
        self.data = {"format": "wren-frame", "version": 1, "title": title, "units": units, "up": "z",
                     "materials": [], "sections": [], "nodes": [], "elements": [], "cases": [], "combinations": []}
        self.design = {"standard": "aisc360-22-lrfd", "members": [], "restraints": [], "lengths": [], "groups": []}
        self.nodes = {}
        self.at = {}
        self.cases = {}
        self.ends = {}

    def material(self, id, grade):
        self.data["materials"].append({"id": id, "grade": grade})

    def section(self, id, name):
        self.data["sections"].append({"id": id, "name": name})

    def node(self, x, y, z):
        key = (round(x, 4), round(y, 4), round(z, 4))
        if key not in self.nodes:
            id = str(len(self.nodes) + 1)
            self.nodes[key] = id
            self.at[id] = key
            self.data["nodes"].append({"id": id, "at": list(key)})
        return self.nodes[key]

    def support(self, node, *directions):
        self.data["nodes"][int(node) - 1]["support"] = {d: True for d in directions}

    def element(self, a, b, section, material, release=None, behaviour=None, roll=None):
        id = f"e{len(self.data['elements']) + 1}"
        e = {"id": id, "nodes": [a, b], "section": section, "material": material}
        if roll:
            e["roll"] = roll
        if release:
            e["release"] = release
        if behaviour:
            e["behaviour"] = behaviour
        self.data["elements"].append(e)
        self.ends[id] = (a, b)
        return id

    def length(self, element):
        a, b = (self.at[n] for n in self.ends[element])
        return sum((p - q) ** 2 for p, q in zip(a, b)) ** 0.5

    def member(self, id, elements, group):
        self.design["members"].append({"id": id, "elements": elements, "group": group})
        if group not in [g["id"] for g in self.design["groups"]]:
            self.design["groups"].append({"id": group})

    def case(self, id, title, action, self_weight=0):
        c = {"id": id, "title": title, "action": action}
        if self_weight:
            c["selfWeight"] = self_weight
        c["nodal"], c["line"] = [], []
        self.data["cases"].append(c)
        self.cases[id] = c

    def line(self, case, element, q, axes="global"):
        self.cases[case]["line"].append({"element": element, "axes": axes, "q": [q, q]})

    def nodal(self, case, node, f):
        self.cases[case]["nodal"].append({"node": node, "f": f})

    def combination(self, id, title, terms, purpose="strength", basis="lrfd", kind=None):
        c = {"id": id, "title": title, "purpose": purpose}
        if basis:
            c["basis"] = basis
        if kind:
            c["kind"] = kind
        c["terms"] = terms
        self.data["combinations"].append(c)

    def write(self, path):
        for c in self.data["cases"]:
            for k in ("nodal", "line"):
                if not c[k]:
                    del c[k]
        if not self.design["lengths"]:
            del self.design["lengths"]
        self.data["design"] = self.design
        with open(path, "w", encoding="utf-8") as out:
            out.write("{\n")
            keys = list(self.data)
            for i, key in enumerate(keys):
                value = self.data[key]
                end = "" if i == len(keys) - 1 else ","
                if isinstance(value, list):
                    rows = ",\n".join("    " + json.dumps(v, ensure_ascii=False) for v in value)
                    out.write(f"  {json.dumps(key)}: [\n{rows}\n  ]{end}\n")
                elif key == "design":
                    parts = []
                    for k, v in value.items():
                        if isinstance(v, list):
                            rows = ",\n".join("      " + json.dumps(x, ensure_ascii=False) for x in v)
                            parts.append(f"    {json.dumps(k)}: [\n{rows}\n    ]")
                        else:
                            parts.append(f"    {json.dumps(k)}: {json.dumps(v)}")
                    out.write("  \"design\": {\n" + ",\n".join(parts) + f"\n  }}{end}\n")
                else:
                    out.write(f"  {json.dumps(key)}: {json.dumps(value, ensure_ascii=False)}{end}\n")
            out.write("}\n")
