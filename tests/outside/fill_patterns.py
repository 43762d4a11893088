"""Makes drawings with fills of another program's patterns, or reads fills.

Usage: fill_patterns.py make FOLDER: writes one drawing in each version and prints their paths, as JSON.
       fill_patterns.py texts FOLDER: the same with a text in each of three fills.
       fill_patterns.py ties FOLDER: fills that lie in closed lines, tied and not.
       fill_patterns.py read FILE ...: prints, for each file, its errors and its fills: pattern, lines, boundary, associativity.
"""
import json
import os
import sys

import ezdxf

from planting import save


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
    return save(doc, os.path.join(folder, path_of(version, form)), form)


def tie(version, folder, form):
    """Five fills: in a polyline with an island, in a circle, in a polyline with arcs, tied already, and beside its line."""
    doc = ezdxf.new(version, units=4)
    doc.layers.add("WALL", color=3)
    model = doc.modelspace()
    at = {"layer": "WALL"}
    square = [(0, 0), (4000, 0), (4000, 3000), (0, 3000)]
    island = [(1000, 1000), (2000, 1000), (2000, 2000), (1000, 2000)]
    model.add_lwpolyline(square[2:] + square[:2], close=True, dxfattribs=at)
    model.add_lwpolyline(list(reversed(island)), close=True, dxfattribs=at)
    holed = model.add_hatch(color=256, dxfattribs=at)
    path = holed.paths.add_edge_path()
    for start, end in zip(square, square[1:] + square[:1]):
        path.add_line(start, end)
    holed.paths.add_polyline_path(island, is_closed=True, flags=16)
    model.add_circle((7000, 1500), 1000, dxfattribs=at)
    round_one = model.add_hatch(color=256, dxfattribs=at)
    round_one.paths.add_edge_path().add_arc((7000, 1500), radius=1000, start_angle=0, end_angle=360)
    slot = [(10000, 0, 0), (13000, 0, 1), (13000, 1000, 0), (10000, 1000, 1)]
    model.add_lwpolyline(slot, format="xyb", close=True, dxfattribs=at)
    slotted = model.add_hatch(color=256, dxfattribs=at)
    slotted.paths.add_polyline_path(slot, is_closed=True)
    tied = model.add_hatch(color=256, dxfattribs=at)
    around = model.add_lwpolyline([(x + 20000, y) for x, y in square], close=True, dxfattribs=at)
    tied.associate(tied.paths.add_polyline_path([(x + 20000, y) for x, y in square], is_closed=True), [around])
    beside = model.add_hatch(color=256, dxfattribs=at)
    beside.paths.add_polyline_path([(x + 30000, y) for x, y in square], is_closed=True)
    model.add_lwpolyline([(x + 30001, y) for x, y in square], close=True, dxfattribs=at)
    return save(doc, os.path.join(folder, path_of(version, form)), form)


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
    def bounds(handle):
        entity = doc.entitydb.get(handle)
        return None if entity is None else [entity.dxftype(), sorted(entity.get_reactors())]

    ties = {
        hatch.dxf.handle: [[bounds(one) for one in path.source_boundary_objects] for path in hatch.paths]
        for hatch in doc.modelspace().query("HATCH")
    }
    order = [entity.dxf.handle for entity in doc.modelspace()]
    return {"order": order, "errors": sorted(str(error.message) for error in doc.audit().errors), "fills": found, "ties": ties}


if sys.argv[1] in ("make", "texts"):
    forms = [("R2000", "text"), ("R2010", "text"), ("R2018", "text"), ("R2010", "binary")]
    print(json.dumps([make(version, sys.argv[2], form, sys.argv[1] == "texts") for version, form in forms]))
elif sys.argv[1] == "ties":
    forms = [("R2000", "text"), ("R2010", "text"), ("R2018", "text"), ("R2010", "binary")]
    print(json.dumps([tie(version, sys.argv[2], form) for version, form in forms]))
else:
    print(json.dumps([read(path) for path in sys.argv[2:]]))
