"""Makes drawings whose sheets look at the model in many ways, and prints what python3-ezdxf says of them as JSON.

Usage: make_viewports.py FOLDER. Viewports at several scales, turned, clipped by a polygon and by a circle, with frozen
layers, with the model millions of units from the origin.
"""
import json
import sys

import ezdxf
from ezdxf.math import Matrix44, Vec3

folder = sys.argv[1]
out = []
for version, (ox, oy) in [("R2000", (0, 0)), ("R2010", (4_500_000, 5_600_000)), ("R2018", (-120_000, 80_000))]:
    doc = ezdxf.new(version, setup=True)
    for name in ("WALL", "GRID", "NOTE"):
        doc.layers.add(name)
    model = doc.modelspace()
    for i in range(6):
        model.add_line((ox + i * 1000, oy), (ox + i * 1000 + 800, oy + 600), dxfattribs={"layer": "WALL"})
        model.add_circle((ox + i * 1000, oy + 2000), 100, dxfattribs={"layer": "GRID"})
        model.add_text("A", dxfattribs={"layer": "NOTE", "height": 250, "insert": (ox + i * 1000, oy + 3000)})
    sheets = []
    for number, scale in enumerate((100, 50, 20, 12.5)):
        layout = doc.layouts.new(f"Plan {number}")
        layout.page_setup(size=(420, 297), margins=(10, 10, 10, 10), units="mm")
        view = layout.add_viewport((200, 150), (160, 120), (ox + 2500 - number * 300, oy + 1500), 120 * scale)
        view.dxf.status = number + 2
        if number == 1:
            view.frozen_layers = ["GRID"]
        if number == 2:
            view.dxf.view_twist_angle = 30
        if number == 3 and version != "R2000":
            edge = layout.add_lwpolyline([(120, 90), (280, 90), (280, 210), (200, 150), (120, 210)], close=True)
            view.dxf.clipping_boundary_handle = edge.dxf.handle
            view.dxf.flags = view.dxf.flags | 0x10000
        low, high = view.get_modelspace_limits()[0:2], view.get_modelspace_limits()[2:4]
        sheets.append({
            "name": layout.name,
            "handle": view.dxf.handle,
            "scale": view.get_scale(),
            "twist": view.dxf.view_twist_angle,
            "limits": [*low, *high],
            "frozen": sorted(name.lower() for name in view.frozen_layers),
            "clip": [[120, 90], [280, 90], [280, 210], [200, 150], [120, 210]] if number == 3 and version != "R2000" else None,
            "center": [view.dxf.center.x, view.dxf.center.y],
            "size": [view.dxf.width, view.dxf.height],
            "look_at": [view.dxf.view_center_point.x, view.dxf.view_center_point.y],
        })
    file = f"{folder}/viewports {version}.dxf"
    doc.saveas(file)
    out.append({"version": version, "file": file, "sheets": sheets, "origin": [ox, oy]})
print(json.dumps(out))
