"""Makes drawings with sets of parallel lines and runs in them, or reads both.

Usage: parallel_runs.py make FOLDER: writes one drawing in each version and prints their paths, as JSON.
       parallel_runs.py read FILE ...: prints, for each file, its errors, its sets, and its runs as they are drawn and as this
       program would draw them in their sets.
"""
import json
import os
import sys

import ezdxf
from ezdxf.math import Vec2, offset_vertices_2d

from planting import save

VERSIONS = [("R2000", "text"), ("R2010", "text"), ("R2018", "text"), ("R2010", "binary")]
BENT = [(0, 0), (3000, 0), (5000, 1500), (5000, 4000), (4000, 4200)]


def make(version, folder, form):
    doc = ezdxf.new(version, units=4)
    doc.layers.add("ROAD", color=3, lineweight=50)
    model = doc.modelspace()

    def define(name, offsets):
        made = doc.mline_styles.new(name)
        for offset in offsets:
            made.elements.append(offset, color=256, linetype="BYLAYER")
        return made

    define("Kerb", [60, -60])
    wall = define("Wall", [100, -100])
    define("BORD_20", [50, 40, -50])
    define("Spare", [1, -1])
    for name, up in (("Kerb", 0), ("Wall", 20000), ("BORD_20", 40000)):
        for justification in (0, 1, 2):
            for i, (points, closed, scale) in enumerate(
                [(BENT[:2], False, 1), (BENT, False, 1), (BENT, True, 1), (BENT, False, 0.5)]
            ):
                x, y = 10000 * i, up + 6000 * justification
                model.add_mline(
                    [(px + x, py + y) for px, py in points],
                    close=closed,
                    dxfattribs={
                        "layer": "ROAD",
                        "style_name": name,
                        "style_handle": doc.mline_styles.get(name).dxf.handle,
                        "justification": justification,
                        "scale_factor": scale,
                    },
                )
    # Ducts that nobody drew in a set: two lines each, 30 to either side of a line through (8000 i, 70000).
    for i, degrees in enumerate((0, 90, 30)):
        along = Vec2.from_deg_angle(degrees)
        for side in (30, -30):
            start = Vec2(8000 * i, 70000) + along.orthogonal() * side
            ends = (start, start + along * 3000)
            model.add_line(*(ends if side > 0 else reversed(ends)), dxfattribs={"layer": "ROAD"})
    # The same with corners, open and closed: one side drawn against the other.
    for i, closed in enumerate((False, True)):
        through = [(x + 8000 * i, y + 80000) for x, y in BENT]
        for side in (30, -30):
            beside = list(offset_vertices_2d(through, side, closed=closed))
            model.add_lwpolyline(beside if side > 0 else beside[::-1], close=closed, dxfattribs={"layer": "ROAD"})
    # The set of walls is made narrower after its runs were drawn.
    wall.elements.elements = [element._replace(offset=element.offset * 0.8) for element in wall.elements]
    doc.header["$CMLSTYLE"] = "BORD_20"
    return save(doc, os.path.join(folder, f"{version}-{form}.dxf"), form)


def drawn(run):
    return [
        [vertex.location.round(6).vec2, [params[0] for params in vertex.line_params]] for vertex in run.vertices
    ]


def plain(run):
    return [[[at.x, at.y], params] for at, params in drawn(run)]


def read(path):
    doc = ezdxf.readfile(path)
    auditor = doc.audit()
    runs = {}
    for run in doc.modelspace().query("MLINE"):
        own = plain(run)
        run.update_geometry()
        runs[run.dxf.handle] = {
            "set": run.dxf.style_name,
            "pointsTo": run.dxf.style_handle,
            "count": run.dxf.style_element_count,
            "drawn": own,
            "anew": plain(run),
        }
    return {
        "errors": [str(error.message) for error in auditor.errors],
        "current": doc.header.get("$CMLSTYLE"),
        "sets": {
            style.dxf.name: {
                "handle": style.dxf.handle,
                "offsets": [element.offset for element in style.elements],
                "colours": [element.color for element in style.elements],
                "linetypes": [element.linetype for element in style.elements],
                "flags": style.dxf.flags,
            }
            for _, style in doc.mline_styles
        },
        "runs": runs,
    }


if sys.argv[1] == "make":
    print(json.dumps([make(version, sys.argv[2], form) for version, form in VERSIONS]))
else:
    print(json.dumps([read(path) for path in sys.argv[2:]]))
