"""Makes small drawings with a little of everything, one for each version, to be mutated.

Usage: make_bases.py FOLDER. Prints the names as JSON.
"""
import json
import os
import sys

import ezdxf


def make(version):
    doc = ezdxf.new(version)
    doc.layers.add("A-WALL", color=1, linetype="Continuous")
    doc.layers.add("A-DOOR", color=3)
    doc.layers.add("A-NOTE", color=2)
    block = doc.blocks.new("MARK")
    block.add_line((0, 0), (5, 0), dxfattribs={"layer": "A-DOOR"})
    block.add_circle((0, 0), 2, dxfattribs={"layer": "0", "color": 0})
    msp = doc.modelspace()
    for i in range(4):
        msp.add_line((i, 0), (i, 10), dxfattribs={"layer": "A-WALL", "color": [256, 1, 5, 6][i]})
    msp.add_circle((20, 5), 3, dxfattribs={"layer": "A-DOOR"})
    msp.add_arc((30, 5), 3, 0, 90, dxfattribs={"layer": "A-DOOR", "color": 4})
    msp.add_text("NOTE", dxfattribs={"layer": "A-NOTE", "height": 2.5, "insert": (0, 20)})
    msp.add_point((7, 7), dxfattribs={"layer": "A-WALL"})
    if version != "R12":
        msp.add_lwpolyline([(0, 0), (4, 0), (4, 3)], dxfattribs={"layer": "A-WALL", "color": 6})
        msp.add_ellipse((50, 0), (3, 0), 0.5, dxfattribs={"layer": "A-DOOR"})
    else:
        msp.add_polyline2d([(0, 0), (4, 0), (4, 3)], dxfattribs={"layer": "A-WALL", "color": 6})
    for i in range(2):
        msp.add_blockref("MARK", (10 * i, 40), dxfattribs={"layer": "A-DOOR"}).add_attrib("NO", str(i), (0, 0), dxfattribs={"layer": "A-NOTE"})
    if version != "R12":
        paper = doc.layouts.get("Layout1")
        paper.add_line((0, 0), (100, 0), dxfattribs={"layer": "A-NOTE"})
    return doc


names = []
for version in ["R12", "R2000", "R2010", "R2018"]:
    name = f"base-{version}.dxf"
    make(version).saveas(os.path.join(sys.argv[1], name))
    names.append(name)
print(json.dumps(names))
