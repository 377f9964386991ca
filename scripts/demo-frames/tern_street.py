#!/usr/bin/env python3
"""Tern Street market roof: a small hall of 40 members for the tutorial. Made up for Wren Rail. Metres and kilonewtons; European sections,
checked by AISC 360. Usage: tern_street.py OUT"""
import sys

from frame_builder import Frame

f = Frame("Tern Street market roof", {"length": "m", "force": "kN", "section": "mm", "stress": "MPa", "angle": "deg", "mass": "kg"})
f.material("S355", "EN 10025-2 S355")
f.material("Tube", "ASTM A500-B-round")
for id, name in [("Column", "HEA 180"), ("Rafter", "IPE 220"), ("Ridge", "IPE 140"), ("Eaves", "IPE 160"), ("Purlin", "IPE 120"), ("Brace", "HSS2.875X0.203"), ("Tie", "HSS2.375X0.154")]:
    f.section(id, name)

BAY, SPAN, EAVES, RIDGE = 5.0, 9.0, 4.0, 5.6
frames = range(4)
PIN = {"i": ["my", "mz"], "j": ["my", "mz", "t"]}

f.case("G", "Self-weight", "dead", 1.0)
f.case("G2", "Roofing", "superimposed")
f.case("S", "Snow", "snow")
f.case("W", "Wind across", "wind")
f.case("WL", "Wind along", "wind")

foot = [[f.node(x, BAY * k, 0) for x in (0, SPAN)] for k in frames]
head = [[f.node(x, BAY * k, EAVES) for x in (0, SPAN)] for k in frames]
mid = [[f.node(x, BAY * k, (EAVES + RIDGE) / 2) for x in (SPAN / 4, 3 * SPAN / 4)] for k in frames]
ridge = [f.node(SPAN / 2, BAY * k, RIDGE) for k in frames]

for k in frames:
    width = BAY if 0 < k < 3 else BAY / 2
    for s in (0, 1):
        # An upright element's web lies along global X, the plane of the frame.
        c = f.element(foot[k][s], head[k][s], "Column", "S355")
        f.member(f"C{k + 1}{'LR'[s]}", [c], "Columns")
        f.support(foot[k][s], "ux", "uy", "uz", "rz")
        f.line("W", c, [0.6 * width if s == 0 else 0.35 * width, 0, 0])
        parts = [f.element(head[k][s], mid[k][s], "Rafter", "S355"), f.element(mid[k][s], ridge[k], "Rafter", "S355", {"j": ["t"]})]
        f.member(f"R{k + 1}{'LR'[s]}", parts, "Rafters")
        for e in parts:
            f.line("G2", e, [0, 0, -0.35 * width])
            f.line("S", e, [0, 0, -0.95 * width], "projected")
            f.line("W", e, [0, 0, 0.25 * width if s == 0 else 0.45 * width], "local")
for k in range(3):
    e = f.element(ridge[k], ridge[k + 1], "Ridge", "S355", PIN)
    f.member(f"RB{k + 1}", [e], "Ridge beams")
    f.line("G2", e, [0, 0, -0.2])
    for s in (0, 1):
        e = f.element(head[k][s], head[k + 1][s], "Eaves", "S355", PIN)
        f.member(f"EB{k + 1}{'LR'[s]}", [e], "Eaves beams")
        f.line("G2", e, [0, 0, -0.25])
        e = f.element(mid[k][s], mid[k + 1][s], "Purlin", "S355", PIN)
        f.member(f"P{k + 1}{'LR'[s]}", [e], "Purlins")
        f.line("G2", e, [0, 0, -0.4])
        f.line("S", e, [0, 0, -1.1], "projected")
# Bracing of the first bay: one crossed pair in each wall, one in each slope.
for s in (0, 1):
    for a, b, mark in ((foot[0][s], head[1][s], "a"), (foot[1][s], head[0][s], "b")):
        f.member(f"WB{'LR'[s]}{mark}", [f.element(a, b, "Brace", "Tube", behaviour="axial")], "Wall bracing")
    for a, b, mark in ((head[0][s], mid[1][s], "a"), (mid[0][s], ridge[1], "b")):
        f.member(f"RX{'LR'[s]}{mark}", [f.element(a, b, "Brace", "Tube", behaviour="axial")], "Roof bracing")
f.member("T1", [f.element(head[0][0], head[0][1], "Tie", "Tube", behaviour="axial")], "Gable tie")
f.nodal("WL", head[0][0], [0, 4.5, 0])
f.nodal("WL", head[0][1], [0, 4.5, 0])
f.nodal("WL", ridge[0], [0, 5.5, 0])
for k in (1, 2):
    f.nodal("WL", ridge[k], [0, 0.8, 0])

f.combination("U1", "1.4D", {"G": 1.4, "G2": 1.4})
f.combination("U2", "1.2D + 1.0S", {"G": 1.2, "G2": 1.2, "S": 1.0})
f.combination("U3", "1.2D + 1.0S + 0.5W", {"G": 1.2, "G2": 1.2, "S": 1.0, "W": 0.5})
f.combination("U4", "1.2D + 1.0W + 0.3S", {"G": 1.2, "G2": 1.2, "W": 1.0, "S": 0.3})
f.combination("U5", "1.2D + 1.0WL + 0.3S", {"G": 1.2, "G2": 1.2, "WL": 1.0, "S": 0.3})
f.combination("U6", "0.9D + 1.0W", {"G": 0.9, "G2": 0.9, "W": 1.0})
f.combination("U7", "0.9D − 1.0WL", {"G": 0.9, "G2": 0.9, "WL": -1.0})
f.combination("S1", "D + S", {"G": 1, "G2": 1, "S": 1}, "service", None, "characteristic")

f.write(sys.argv[1])
