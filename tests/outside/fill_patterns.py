"""Makes drawings with fills of another program's patterns, or reads fills.

Usage: fill_patterns.py make FOLDER: writes one drawing in each version and prints their paths, as JSON.
       fill_patterns.py texts FOLDER: the same with a text in each of three fills.
       fill_patterns.py read FILE ...: prints, for each file, its errors and its fills: pattern, lines, boundary, associativity.
"""
import json
import os
import sys

import ezdxf


# Lines of patterns: angle, base point, offset to the next line, dashes.
DIAGONAL = [[45, (0, 0), (-2.2, 2.2), []]]
GRID = [[45, (0, 0), (-2.2, 2.2), []], [135, (0, 0), (-2.2, -2.2), []]]
GROUND = [[0, (0, 0), (6, 6), [6, -6]], [90, (0.8, 5), (-6, 6), [6, -6]]]


def make(version, folder, form, with_texts):
    doc = ezdxf.new(version, units=4)
    doc.layers.add("WALL", color=3)
    model = doc.modelspace()
    square = [(0, 0), (4000, 0), (4000, 3000), (0, 3000)]
    plain = model.add_hatch(color=256, dxfattribs={"layer": "WALL"})
    plain.set_pattern_fill("DIAG_A", definition=DIAGONAL, scale=40)
    plain.paths.add_polyline_path(square, is_closed=True)
    # A hole, an arc in the boundary, and a line that it is tied to.
    holed = model.add_hatch(color=256, dxfattribs={"layer": "WALL"})
    holed.set_pattern_fill("GRID_B", definition=GRID, scale=25, angle=15)
    holed.paths.add_polyline_path([(5000, 0), (9000, 0, 0.4), (9000, 3000), (5000, 3000)], is_closed=True)
    holed.paths.add_polyline_path([(6000, 1000), (7000, 1000), (7000, 2000), (6000, 2000)], is_closed=True, flags=16)
    edged = model.add_hatch(color=256, dxfattribs={"layer": "WALL"})
    edged.set_pattern_fill("GROUND_C", definition=GROUND, scale=30)
    path = edged.paths.add_edge_path()
    path.add_line((0, 4000), (4000, 4000))
    path.add_arc((4000, 5000), radius=1000, start_angle=-90, end_angle=90)
    path.add_line((4000, 6000), (0, 6000))
    path.add_line((0, 6000), (0, 4000))
    edged.dxf.associative = 1
    solid = model.add_hatch(color=256, dxfattribs={"layer": "WALL"})
    solid.paths.add_polyline_path([(5000, 4000), (9000, 4000), (9000, 6000)], is_closed=True)
    sheet = doc.layouts.get("Layout1")
    sheet.page_setup(size=(420, 297), margins=(0, 0, 0, 0), units="mm")
    sheet.add_viewport(center=(200, 150), size=(380, 260), view_center_point=(4500, 3000), view_height=13000)
    if with_texts:
        for x, y in ((1000, 1000), (7500, 500), (2000, 5000)):
            model.add_text("Slab 12", height=175, dxfattribs={"layer": "WALL"}).set_placement((x, y))
        # A line, and a solid fill that is drawn over it.
        model.add_line((12000, 500), (13000, 500), dxfattribs={"layer": "WALL"})
        over = model.add_hatch(color=256, dxfattribs={"layer": "WALL"})
        over.paths.add_polyline_path([(11000, 0), (14000, 0), (14000, 1000), (11000, 1000)], is_closed=True)
    where = os.path.join(folder, path_of(version, form))
    if form == "binary":
        with open(where, "wb") as stream:
            doc.write(stream, fmt="bin")
    else:
        doc.saveas(where)
    return where


def path_of(version, form):
    return f"{version}{'-binary' if form == 'binary' else ''}.dxf"


def read(path):
    doc = ezdxf.readfile(path)
    found = {}
    for hatch in doc.modelspace().query("HATCH"):
        lines = [] if hatch.pattern is None else [
            [round(one.angle, 6), [round(v, 6) for v in one.offset], [round(v, 6) for v in one.dash_length_items]]
            for one in hatch.pattern.lines
        ]
        corners = [[list(v[:2]) for v in getattr(path, "vertices", [])] for path in hatch.paths]
        found[hatch.dxf.handle] = {
            "corners": corners,
            "flags": [path.path_type_flags for path in hatch.paths],
            "pattern": hatch.dxf.pattern_name,
            "solid": hatch.dxf.solid_fill,
            "associative": hatch.dxf.associative,
            "lines": lines,
            "paths": [repr([getattr(path, "vertices", None), [vars(e) for e in getattr(path, "edges", [])],
                            path.path_type_flags]) for path in hatch.paths],
        }
    order = [entity.dxf.handle for entity in doc.modelspace()]
    return {"order": order, "errors": sorted(str(error.message) for error in doc.audit().errors), "fills": found}


if sys.argv[1] in ("make", "texts"):
    forms = [("R2000", "text"), ("R2010", "text"), ("R2018", "text"), ("R2010", "binary")]
    print(json.dumps([make(version, sys.argv[2], form, sys.argv[1] == "texts") for version, form in forms]))
else:
    print(json.dumps([read(path) for path in sys.argv[2:]]))
