#!/usr/bin/env python3
"""Sedge Lane tram depot: a hall of two bays with seven portal frames, a crane in the west bay, a mezzanine office in the east one.
Made up for Wren Rail. Metres and kilonewtons, EN 1993 and EN 1990. Usage: sedge_lane.py OUT"""
import sys

from frame_builder import Frame

f = Frame("Sedge Lane tram depot", {"length": "m", "force": "kN", "section": "mm", "stress": "MPa", "angle": "deg", "mass": "kg"})
f.design["standard"] = "en1993"
f.design["nationalParameters"] = "recommended"
f.design["analysis"] = {"order": "second"}
f.material("S355", "EN 10025-2 S355")
f.material("S275", "EN 10025-2 S275")
f.material("Tube", "EN 10210-1 S355H")
for id, name in [("Column", "HEA 240"), ("Crane column", "HEA 200"), ("Valley column", "HEA 240"), ("Rafter", "IPE 360"), ("Purlin", "IPE 200"), ("Eaves beam", "HEA 160"),
                 ("Valley beam", "HEA 180"), ("Rail", "UPE 160"), ("Gable post", "HEA 220"), ("Bracket", "HEB 200"), ("Runway", "HEB 300"), ("Floor main", "IPE 500"),
                 ("Floor joist", "IPE 300"), ("Floor post", "HEB 160"), ("Roof brace", "CHS 114.3X4"), ("Wall brace", "CHS 114.3X5"), ("Strut", "CHS 101.6X4")]:
    f.section(id, name)
# The haunch of a rafter, cut from the same section: its mean depth over the two metres.
f.data["sections"].append({"id": "Haunch", "name": "Haunch 580", "shape": "i", "h": 580, "b": 180, "tw": 9, "tf": 15, "a": 5})

BAY, SPAN, EAVES, RISE = 6.0, 20.0, 8.0, 1.0
RAIL, CRANE, FLOOR = 2.4, 5.2, 3.2
FRAMES = range(7)
LINES = [0.0, SPAN, 2 * SPAN]                     # column lines
PIN = {"i": ["my", "mz"], "j": ["my", "mz", "t"]}
FLY_BRACE = ["minor", "top", "bottom", "twist"]

f.case("G", "Self-weight", "dead", 1.0)
f.case("G2", "Roofing, cladding, floor", "superimposed")
f.case("Q", "Mezzanine office", "live")
f.case("QR", "Roof maintenance", "roof-live")
f.case("S", "Snow", "snow")
f.case("SD", "Snow drifted into the valley", "snow")
for k, t in (("WE", "Wind from the west"), ("WW", "Wind from the east"), ("WN", "Wind from the south")):
    f.case(k, t, "wind")
f.case("CA", "Crane, crab at the west column", "crane")
f.case("CB", "Crane, crab at the valley column", "crane")
for k, c in f.cases.items():
    if k in ("S", "SD"):
        c["exclusive"] = "snow"
    if k in ("WE", "WW", "WN"):
        c["exclusive"] = "wind"
    if k in ("CA", "CB"):
        c["exclusive"] = "crane"
f.cases["Q"]["category"] = "B"
f.cases["QR"]["category"] = "H"


def roof(x):
    """Height of the roof at x: two gables with the valley between."""
    inside = x % SPAN
    return EAVES + RISE * (1 - abs(inside - SPAN / 2) / (SPAN / 2))


def mezzanine(k):
    return k >= 4


SNOW, DRIFT, ROOFING, WIND = 0.64, 1.28, 0.35, 0.70
PURLINS = [2.0 * i for i in range(21)]            # across both bays; eaves, valley and ridges among them


def share(x):
    return 1.0 if x in (0.0, 2 * SPAN) else 2.0   # width of roof on the line


# Columns, webs in the plane of the frames.
column_nodes = {}
for k in FRAMES:
    y = BAY * k
    for n, x in enumerate(LINES):
        levels = [0.0] + ([RAIL] if n != 1 else []) + ([FLOOR] if mezzanine(k) and n > 0 else []) + [CRANE, EAVES]
        nodes = [f.node(x, y, z) for z in levels]
        column_nodes[k, n] = dict(zip(levels, nodes))
        parts = [f.element(a, b, ["Crane column", "Valley column", "Column"][n], "S355") for a, b in zip(nodes, nodes[1:])]
        f.member(f"C{'WVE'[n]}{k + 1}", parts, ["Columns, west", "Columns, valley", "Columns, east"][n])
        f.support(nodes[0], "ux", "uy", "uz", "ry", "rz")  # bases fixed in the plane of the frames

# Rafters with haunches at the columns.
for k in FRAMES:
    y = BAY * k
    at = {x: f.node(x, y, roof(x)) for x in PURLINS}
    for h, (start, way) in enumerate(((0.0, 1), (SPAN, -1), (SPAN, 1), (2 * SPAN, -1))):
        xs = [start + 2.0 * way * i for i in range(6)]
        haunch = f.element(at[xs[0]], at[xs[1]], "Haunch", "S355")
        f.member(f"H{k + 1}{'abcd'[h]}", [haunch], "Haunches")
        parts = [f.element(at[a], at[b], "Rafter", "S355") for a, b in zip(xs[1:], xs[2:])]
        f.member(f"R{k + 1}{'abcd'[h]}", parts, "Rafters")
        # A fly brace at the purlin nearest the ridge.
        s = sum(f.length(e) for e in parts[:-1])
        f.design["restraints"].append({"member": f"R{k + 1}{'abcd'[h]}", "at": round(s, 4), "holds": FLY_BRACE})

# Purlins, eaves and valley beams carry the roof's loads.
for k in FRAMES[:-1]:
    for x in PURLINS:
        kind = "Eaves beam" if x in (0.0, 2 * SPAN) else "Valley beam" if x == SPAN else "Purlin"
        e = f.element(f.node(x, BAY * k, roof(x)), f.node(x, BAY * (k + 1), roof(x)), kind, "S275" if kind == "Purlin" else "S355", PIN)
        f.member(f"P{k + 1}-{int(x):02d}", [e], {"Purlin": "Purlins", "Eaves beam": "Eaves beams", "Valley beam": "Valley beams"}[kind])
        if kind == "Purlin":  # the sheeting holds the top flange
            f.design["restraints"].append({"member": f"P{k + 1}-{int(x):02d}", "at": 0, "to": BAY, "holds": ["top"]})
        w = share(x)
        f.line("G2", e, [0, 0, -round(ROOFING * w, 3)])
        f.line("QR", e, [0, 0, -round(0.4 * w, 3)])
        f.line("S", e, [0, 0, -round(SNOW * w, 3)])
        near = max(0.0, 1 - abs(x - SPAN) / 8)
        f.line("SD", e, [0, 0, -round((SNOW * 0.5 + DRIFT * near) * w, 3)])
        # Suction over the roof, most on the windward slope; along the hall everywhere.
        bay = int(x // SPAN) if x < 2 * SPAN else 1
        for case, order in (("WE", 0), ("WW", 1)):
            first = bay == order
            f.line(case, e, [0, 0, round((0.7 if first else 0.45) * WIND * w, 3)])
        f.line("WN", e, [0, 0, round(0.6 * WIND * w, 3)])

# Side rails and the wind on the walls.
for k in FRAMES[:-1]:
    for n in (0, 2):
        x = LINES[n]
        for level, width in ((RAIL, 2.6), (CRANE, 2.8)):
            e = f.element(column_nodes[k, n][level], column_nodes[k + 1, n][level], "Rail", "S275", PIN, roll=90)
            name = f"SR{'W-E'[n]}{k + 1}-{int(10 * level)}"
            f.member(name, [e], "Side rails")
            f.design["restraints"].append({"member": name, "at": BAY / 2, "holds": ["minor", "top", "bottom", "twist"]})  # sag rods
            f.line("G2", e, [0, 0, -round(0.2 * width, 3)])
            for case, sign in (("WE", 1), ("WW", -1)):
                front = (n == 0) == (sign > 0)
                f.line(case, e, [round(sign * (0.7 if front else 0.3) * WIND * width, 3), 0, 0])
            f.line("WN", e, [round((-0.5 if n == 0 else 0.5) * WIND * width, 3), 0, 0])

# Gable posts: they carry wind to the roof and nothing of it down.
for k, side in ((0, "S"), (6, "N")):
    for x in (6.0, 14.0, 26.0, 34.0):
        a, b = f.node(x, BAY * k, 0.0), f.node(x, BAY * k, roof(x))
        e = f.element(a, b, "Gable post", "S275", {"j": ["n", "my", "mz"]}, roll=90)
        f.member(f"GP{side}-{int(x)}", [e], "Gable posts")
        f.support(a, "ux", "uy", "uz", "rz")
        f.line("G2", e, [0, 0, -1.0])
        f.line("WN", e, [0, round((0.7 if k == 0 else 0.3) * WIND * 6.5, 3), 0])
    for n, x in enumerate(LINES):
        f.nodal("WN", column_nodes[k, n][EAVES], [0, round((0.7 if k == 0 else 0.3) * WIND * 3.0 * 4.0, 2), 0])

# Bracing of the end bays: crossed pairs in the slopes and in the three column lines.
for k, tag in ((0, "S"), (5, "N")):
    for h, (start, way) in enumerate(((0.0, 1), (SPAN, -1), (SPAN, 1), (2 * SPAN, -1))):
        for a, b, m in ((0.0, 4.0, 1), (4.0, 10.0, 2)):
            p, q = start + way * a, start + way * b
            for u, v, mark in ((p, q, "a"), (q, p, "b")):
                e = f.element(f.node(u, BAY * k, roof(u)), f.node(v, BAY * (k + 1), roof(v)), "Roof brace", "Tube", behaviour="axial")
                f.member(f"RX{tag}{'abcd'[h]}{m}{mark}", [e], "Roof bracing")
    for n in range(3):
        for lo, hi, m in ((0.0, CRANE, 1), (CRANE, EAVES, 2)):
            for j, mark in ((0, "a"), (1, "b")):
                e = f.element(column_nodes[k + j, n][lo], column_nodes[k + 1 - j, n][hi], "Wall brace", "Tube", behaviour="axial")
                f.member(f"WX{tag}{'WVE'[n]}{m}{mark}", [e], "Wall bracing")
    # Struts between the columns of the valley line at the crane's level, where the crossed pairs meet.
    e = f.element(column_nodes[k, 1][CRANE], column_nodes[k + 1, 1][CRANE], "Strut", "Tube", PIN)
    f.member(f"ST{tag}", [e], "Struts")

# Crane of the west bay: brackets on the columns, runway beams between their tips.
tips = {}
for k in FRAMES:
    for n, way in ((0, 1), (1, -1)):
        tips[k, n] = f.node(LINES[n] + 0.6 * way, BAY * k, CRANE)
        e = f.element(column_nodes[k, n][CRANE], tips[k, n], "Bracket", "S355")
        f.member(f"BK{'WV'[n]}{k + 1}", [e], "Brackets")
runway = {}
for k in FRAMES[:-1]:
    for n in (0, 1):
        runway[k, n] = e = f.element(tips[k, n], tips[k + 1, n], "Runway", "S355", PIN)
        f.member(f"RW{'WV'[n]}{k + 1}", [e], "Runway beams")
        f.line("G2", e, [0, 0, -0.6])
# Two wheels a side, either side of the middle frame; the surge goes with the crab's side.
for case, near in (("CA", 0), ("CB", 1)):
    f.cases[case]["point"] = []
    for n, wheel in ((near, 120.0), (1 - near, 30.0)):
        for k, at in ((2, 4.2), (3, 1.8)):
            surge = (-7.0 if near == 0 else 7.0) if n == near else 0.0
            f.cases[case]["point"].append({"element": runway[k, n], "axes": "global", "at": at, "f": [surge, 0, -wheel]})

# Mezzanine office in the last two bays of the east hall; its concrete floor holds everything on it together in plan.
floor = []
for k in range(4, 7):
    y = BAY * k
    xs = [SPAN + 2.5 * i for i in range(9)]
    nodes = [column_nodes[k, 1][FLOOR]] + [f.node(x, y, FLOOR) for x in xs[1:-1]] + [column_nodes[k, 2][FLOOR]]
    floor += nodes
    es = [f.element(a, b, "Floor main", "S355", {"i": ["my", "mz"]} if i == 0 else {"j": ["my", "mz", "t"]} if i == 7 else None)
          for i, (a, b) in enumerate(zip(nodes, nodes[1:]))]
    f.member(f"MB{k + 1}", es, "Floor main beams")
    for e in es:
        f.line("G2", e, [0, 0, -0.4])
    post = f.element(f.node(SPAN + 10.0, y, 0.0), nodes[4], "Floor post", "S355", {"j": ["my", "mz"]})
    f.member(f"MP{k + 1}", [post], "Floor posts")
    f.support(f.node(SPAN + 10.0, y, 0.0), "ux", "uy", "uz", "rz")
for k in (4, 5):
    for i in range(1, 8):
        x = SPAN + 2.5 * i
        e = f.element(f.node(x, BAY * k, FLOOR), f.node(x, BAY * (k + 1), FLOOR), "Floor joist", "S275", PIN)
        f.member(f"FJ{k + 1}-{i}", [e], "Floor joists")
        f.design["restraints"].append({"member": f"FJ{k + 1}-{i}", "at": 0, "to": BAY, "holds": ["top"]})
        f.line("G2", e, [0, 0, -round(2.2 * 2.5, 3)])
        f.line("Q", e, [0, 0, -round(3.0 * 2.5, 3)])

f.data["diaphragms"] = [{"id": "Mezzanine", "nodes": floor}]

# Sway imperfections, EN 1993-1-1 5.3.2: φ = 1/200·αh·αm, h = 8 m, three columns in a row.
PHI = 1 / 200 * max(2 / 3, min(1.0, 2 / EAVES ** 0.5)) * (0.5 * (1 + 1 / 3)) ** 0.5
GRAVITY = ["G", "G2", "Q", "S", "SD", "QR", "CA", "CB"]
for k in GRAVITY:
    f.case(f"N-{k}", f"sway imperfection of {k}", "notional")
    f.cases[f"N-{k}"]["notional"] = {"of": k, "direction": [1, 0, 0], "factor": round(PHI, 6)}

# EN 1990, Eq. 6.10: every variable action leads once; snow 0.5, wind 0.6, office 0.7, crane 1.0, roof maintenance 0 beside it.
PSI = {"S": 0.5, "SD": 0.5, "WE": 0.6, "WW": 0.6, "WN": 0.6, "Q": 0.7, "CA": 1.0, "CB": 1.0, "QR": 0.0}
number = 0


def strength(lead, beside, sign=1, low=False):
    """One combination with the imperfections that go with its gravity loads, to the east (1) or to the west (-1)."""
    global number
    number += 1
    g = 1.0 if low else 1.35
    terms = {"G": g, "G2": g}
    for k in ([lead] if lead else []) + beside:
        factor = (1.35 if k in ("CA", "CB") else 1.5) * (1.0 if k == lead else PSI[k])
        if factor:
            terms[k] = round(factor, 4)
    for k in [k for k in terms if k in GRAVITY]:
        terms[f"N-{k}"] = round(sign * terms[k], 4)
    name = " + ".join(([lead] if lead else []) + beside) or "permanent"
    f.combination(f"U{number}", f"{name}{', imperfection west' if sign < 0 else ''}", terms, basis="en1990")


for sign in (1, -1):
    strength(None, [], sign)
    strength("S", ["Q", "WE" if sign > 0 else "WW", "CA"], sign)
    strength("S", ["Q", "CB"], sign)
    strength("SD", ["Q", "WE" if sign > 0 else "WW", "CB"], sign)
    strength("QR", [], sign)
    strength("Q", ["S", "CA"], sign)
    strength("CA", ["S", "Q", "WE" if sign > 0 else "WW"], sign)
    strength("CB", ["S", "Q", "WE" if sign > 0 else "WW"], sign)
    strength("WE" if sign > 0 else "WW", ["S", "Q", "CA"], sign)
    strength("WE" if sign > 0 else "WW", ["CB"], sign, True)
    strength("WE" if sign > 0 else "WW", [], sign, True)
    strength("WN", ["S", "Q"], sign)
    strength("WN", [], sign, True)
for id, title, terms, kind in (("V1", "G + S + 0.6 WE", {"G": 1, "G2": 1, "S": 1, "WE": 0.6, "Q": 0.7}, "characteristic"),
                               ("V2", "G + WE + 0.5 S", {"G": 1, "G2": 1, "WE": 1, "S": 0.5, "Q": 0.7}, "characteristic"),
                               ("V3", "G + WW + 0.5 S", {"G": 1, "G2": 1, "WW": 1, "S": 0.5, "Q": 0.7}, "characteristic"),
                               ("V4", "G + CA + 0.7 Q", {"G": 1, "G2": 1, "CA": 1, "Q": 0.7}, "characteristic"),
                               ("V5", "G + 0.3 Q", {"G": 1, "G2": 1, "Q": 0.3}, "quasi-permanent"),
                               ("V6", "G + Q + 0.5 S", {"G": 1, "G2": 1, "Q": 1, "S": 0.5}, "characteristic"),
                               ("V7", "Q alone", {"Q": 1}, "live-only"),
                               ("V8", "CA alone", {"CA": 1}, "live-only"),
                               ("V9", "CB alone", {"CB": 1}, "live-only")):
    f.combination(id, title, terms, "service", None, kind)

# Deflections: what is agreed with the owner (EN 1993-1-1 7.2.1 leaves it open). A crane's runway is the strictest.
f.design["briefs"] = [
    {"id": "Purlin", "loadHeight": "top", "deflection": {"limits": [{"kind": "characteristic", "span": 200, "along": "major"}]}},
    {"id": "Runway", "loadHeight": "top", "deflection": {"limits": [{"kind": "live-only", "span": 600, "of": "variable"}]}},
    {"id": "Floor", "loadHeight": "top", "deflection": {"limits": [{"kind": "characteristic", "span": 250}, {"kind": "live-only", "of": "variable", "span": 300}]}},
    {"id": "Roof frame", "deflection": {"limits": [{"kind": "characteristic", "span": 200, "along": "major"}], "between": "ends"}},
]
BRIEFS = {"Purlins": "Purlin", "Eaves beams": "Purlin", "Runway beams": "Runway", "Floor joists": "Floor", "Floor main beams": "Floor", "Rafters": "Roof frame"}
for m in f.design["members"]:
    if m["group"] in BRIEFS:
        m["brief"] = BRIEFS[m["group"]]
f.write(sys.argv[1])
