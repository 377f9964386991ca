#!/usr/bin/env python3
"""Marrow Hill lookout tower: a tapering four-legged braced tower with three platforms, a stair frame in the middle and a small roof.
Made up for Wren Rail. Feet and kips. Usage: marrow_hill.py OUT"""
import sys

from frame_builder import Frame

f = Frame("Marrow Hill lookout tower", {"length": "ft", "force": "kip", "section": "in", "stress": "ksi", "angle": "deg", "mass": "lb"})
f.material("Tube", "ASTM A500-C-rect")
f.material("Pipe", "ASTM A500-C-round")
f.material("Beam", "ASTM A992")

for id, name in [("Leg low", "HSS6X6X5/16"), ("Leg mid", "HSS5X5X1/4"), ("Leg top", "HSS4X4X1/4"), ("Girt", "HSS4X4X1/4"),
                 ("Brace low", "HSS5.000X0.250"), ("Brace mid", "HSS4.000X0.226"), ("Brace top", "HSS3.500X0.216"), ("Plan brace", "HSS3X3X3/16"), ("Edge", "W12X22"),
                 ("Main", "W10X12"), ("Joist", "W8X10"), ("Stair post", "HSS6X6X3/8"), ("Landing", "W6X12"), ("Roof post", "HSS3X3X1/4"), ("Eaves", "W6X12"), ("Hip", "W6X8.5")]:
    f.section(id, name)

TOP, STEP = 96.0, 12.0
levels = [STEP * k for k in range(9)]
platforms = [36.0, 72.0, 96.0]
corners = [(1, 1), (-1, 1), (-1, -1), (1, -1)]
names = ["NE", "NW", "SW", "SE"]
faces = ["N", "W", "S", "E"]                 # from corner k to corner k+1


def half(z):
    return 15.0 - 8.0 * z / TOP


def corner(k, z, part=1.0):
    x, y = corners[k % 4]
    return f.node(x * half(z) * part, y * half(z) * part, z)


PIN = {"i": ["my", "mz"], "j": ["my", "mz", "t"]}

f.case("D", "Self-weight", "dead", 1.0)
f.case("SD", "Decking, rails, stairs", "superimposed")
f.case("L", "Visitors on the platforms", "live")
f.case("LS", "Visitors on the stairs", "live")
f.case("Lr", "Roof maintenance", "roof-live")
f.case("S", "Snow", "snow")
for k, t in (("WE", "Wind from the west"), ("WN", "Wind from the south"), ("WD", "Wind from the south-west")):
    f.case(k, t, "wind")

# Legs: one member a tier, held at every panel point by girts and bracing of both faces.
tiers = [(0.0, 36.0, "Leg low", "Legs, lower"), (36.0, 72.0, "Leg mid", "Legs, middle"), (72.0, 96.0, "Leg top", "Legs, upper")]
for k in range(4):
    for t, (z0, z1, section, group) in enumerate(tiers):
        parts = [f.element(corner(k, z), corner(k, z + STEP), section, "Tube") for z in levels if z0 <= z < z1]
        f.member(f"LEG-{names[k]}{t + 1}", parts, group)
        for e in parts:
            q = {0: 0.06, 1: 0.07, 2: 0.08}[t]
            f.line("WE", e, [q, 0, 0], "projected")
            f.line("WN", e, [0, q, 0], "projected")
            f.line("WD", e, [0.75 * q, 0.75 * q, 0], "projected")
    f.support(corner(k, 0), "ux", "uy", "uz", "rz")

# Faces: girts between the legs and crossed diagonals in every panel.
for z in levels[:-1]:
    section = "Brace low" if z < 36 else "Brace mid" if z < 72 else "Brace top"
    group = "Bracing, lower" if z < 36 else "Bracing, middle" if z < 72 else "Bracing, upper"
    for k in range(4):
        n = int(z / STEP) + 1
        for a, b, mark in ((k, k + 1, "a"), (k + 1, k, "b")):
            e = f.element(corner(a, z), corner(b, z + STEP), section, "Pipe", behaviour="axial")
            f.member(f"BR-{faces[k]}{n}{mark}", [e], group)
for z in levels[1:]:
    if z in platforms:
        continue
    for k in range(4):
        e = f.element(corner(k, z), corner(k + 1, z), "Girt", "Tube", {"i": ["my", "mz"], "j": ["my", "mz"]})
        f.member(f"GT-{faces[k]}{int(z / STEP)}", [e], "Girts")
        wind = 0.05
        f.line("WE", e, [wind, 0, 0], "projected")
        f.line("WN", e, [0, wind, 0], "projected")
        f.line("WD", e, [0.75 * wind, 0.75 * wind, 0], "projected")
    for a, mark in ((0, "a"), (1, "b")):
        # Plan bracing runs from leg to leg through the stair frame's clear opening and is hung from it.
        e = f.element(corner(a, z), corner(a + 2, z), "Plan brace", "Tube", behaviour="axial")
        f.member(f"PB-{int(z / STEP)}{mark}", [e], "Plan bracing")
        f.design["lengths"] += [{"member": f"PB-{int(z / STEP)}{mark}", "axis": a_, "k": 0.5} for a_ in ("major", "minor", "torsion")]

# Platforms: edge beams, two main beams, joists between, braced corners.
for p, z in enumerate(platforms):
    w = half(z)
    at = [w, w / 3, -w / 3, -w]
    grid = [[f.node(at[i], at[j], z) for j in range(4)] for i in range(4)]
    live, dead = 0.100, 0.045
    bay = 2 * w / 3

    def load(e, width, rail=0.0):
        f.line("SD", e, [0, 0, -(dead * width + rail)])
        f.line("L", e, [0, 0, -live * width])

    edges = {"E": [grid[0][j] for j in range(4)], "W": [grid[3][j] for j in range(4)],
             "N": [grid[i][0] for i in range(4)], "S": [grid[i][3] for i in range(4)]}
    for side, line in edges.items():
        parts = [f.element(a, b, "Edge", "Beam", {**({"i": ["my", "mz"]} if k == 0 else {}), **({"j": ["my", "mz", "t"]} if k == 2 else {})} or None)
                 for k, (a, b) in enumerate(zip(line, line[1:]))]
        f.member(f"EB-{p + 1}{side}", parts, "Edge beams")
        for e in parts:
            load(e, bay / 2 if side in "NS" else 0.5, 0.06)
    for j in (1, 2):
        line = [grid[i][j] for i in range(4)]
        parts = [f.element(a, b, "Main", "Beam", {**({"i": ["my", "mz"]} if k == 0 else {}), **({"j": ["my", "mz", "t"]} if k == 2 else {})} or None)
                 for k, (a, b) in enumerate(zip(line, line[1:]))]
        f.member(f"MB-{p + 1}{'N' if j == 1 else 'S'}", parts, "Main beams")
        for e in parts:
            load(e, bay / 2)
    for i in (1, 2):
        for j in range(3):
            e = f.element(grid[i][j], grid[i][j + 1], "Joist", "Beam", PIN)
            f.member(f"JO-{p + 1}{'E' if i == 1 else 'W'}{j + 1}", [e], "Joists")
            load(e, bay / 2)
    for k, (i, j) in enumerate([(0, 0), (3, 0), (3, 3), (0, 3)]):
        a = grid[1 if i == 0 else 2][j]
        b = grid[i][1 if j == 0 else 2]
        e = f.element(a, b, "Plan brace", "Tube", behaviour="axial")
        f.member(f"PC-{p + 1}{names[k]}", [e], "Plan bracing")
    gust = [2.0, 2.4, 2.8][p]
    for k in range(4):
        f.nodal("WE", corner(k, z), [gust, 0, 0])
        f.nodal("WN", corner(k, z), [0, gust, 0])
        f.nodal("WD", corner(k, z), [0.75 * gust, 0.75 * gust, 0])

# Stair frame: four posts through the platforms' inner corners, landings with stiff joints at the levels between.
for k in range(4):
    for t, (z0, z1, _, _) in enumerate(tiers):
        parts = [f.element(corner(k, z, 1 / 3), corner(k, z + STEP, 1 / 3), "Stair post", "Tube") for z in levels if z0 <= z < z1]
        f.member(f"SP-{names[k]}{t + 1}", parts, "Stair posts")
    f.support(corner(k, 0, 1 / 3), "ux", "uy", "uz", "rz")
for z in levels[1:]:
    if z in platforms:
        continue
    for k in range(4):
        e = f.element(corner(k, z, 1 / 3), corner(k + 1, z, 1 / 3), "Landing", "Beam", {"j": ["t"]})
        f.member(f"LD-{faces[k]}{int(z / STEP)}", [e], "Landings")
        f.line("SD", e, [0, 0, -0.08])
        f.line("LS", e, [0, 0, -0.30])

# Roof: posts on the corners of the top platform, eaves, hips to an apex.
apex = f.node(0, 0, 112.0)
heads = [f.node(x * 7.0, y * 7.0, 106.0) for x, y in corners]
for k in range(4):
    e = f.element(corner(k, TOP), heads[k], "Roof post", "Tube")
    f.member(f"RP-{names[k]}", [e], "Roof posts")
    e = f.element(heads[k], heads[(k + 1) % 4], "Eaves", "Beam", {"j": ["t"]})
    f.member(f"EV-{faces[k]}", [e], "Eaves beams")
    f.line("SD", e, [0, 0, -0.05])
    f.line("Lr", e, [0, 0, -0.08])
    f.line("S", e, [0, 0, -0.24])
    f.line("WE", e, [0.14, 0, 0], "projected")
    f.line("WN", e, [0, 0.14, 0], "projected")
    f.line("WD", e, [0.105, 0.105, 0], "projected")
    e = f.element(heads[k], apex, "Hip", "Beam", {"j": ["t"]})
    f.member(f"HP-{names[k]}", [e], "Hips")
    f.line("SD", e, [0, 0, -0.06])
    f.line("Lr", e, [0, 0, -0.10], "projected")
    f.line("S", e, [0, 0, -0.30], "projected")

dead = {"D": 1.2, "SD": 1.2}
f.combination("U1", "1.4D", {"D": 1.4, "SD": 1.4})
f.combination("U2a", "1.2D + 1.6L + 0.5Lr", {**dead, "L": 1.6, "LS": 1.6, "Lr": 0.5})
f.combination("U2b", "1.2D + 1.6L + 0.3S", {**dead, "L": 1.6, "LS": 1.6, "S": 0.3})
f.combination("U3a", "1.2D + 1.6Lr + L", {**dead, "Lr": 1.6, "L": 1.0, "LS": 1.0})
f.combination("U3b", "1.2D + 1.0S + L", {**dead, "S": 1.0, "L": 1.0, "LS": 1.0})
for case, mark in (("WE", "E"), ("WN", "N"), ("WD", "D")):
    for sign, s in ((1, "+"), (-1, "−")):
        f.combination(f"U4{mark}{s}", f"1.2D {s} 1.0{case} + L + 0.5Lr", {**dead, case: 1.0 * sign, "L": 1.0, "LS": 1.0, "Lr": 0.5})
        f.combination(f"U5{mark}{s}", f"0.9D {s} 1.0{case}", {"D": 0.9, "SD": 0.9, case: 1.0 * sign})
f.combination("S1", "D + L", {"D": 1, "SD": 1, "L": 1, "LS": 1}, "service", None, "characteristic")
f.combination("S2", "D + 0.42W", {"D": 1, "SD": 1, "WD": 0.42}, "service", None, "characteristic")

# Platforms: visitors alone L/360, everything L/240.
f.design["briefs"] = [{"id": "Platform", "deflection": {"limits": [{"of": "variable", "span": 360, "members": "level"}, {"span": 240, "members": "level"}]}}]
for m in f.design["members"]:
    if m["group"] in ("Edge beams", "Main beams", "Joists"):
        m["brief"] = "Platform"

f.write(sys.argv[1])
