"""Makes drawings with python3-ezdxf that use all its ready linetypes, text styles, dimension styles and fills.

Usage: make_styles.py FOLDER. Prints the files as JSON.
"""
import json
import sys
from pathlib import Path

import ezdxf
from ezdxf.tools import pattern

# Some of the patterns that the library brings along, whatever they are called.
PATTERNS = sorted(pattern.load())[::12][:6]
SHAPE = [(0, 0), (9, 0), (9, 9)]


def make(version, folder):
    doc = ezdxf.new(version, setup=True)
    space = doc.modelspace()
    for i, linetype in enumerate(doc.linetypes):
        if linetype.dxf.name.lower() not in ("bylayer", "byblock"):
            doc.layers.add(f"LINE {i}", linetype=linetype.dxf.name)
            space.add_line((0, i), (99, i), dxfattribs={"layer": f"LINE {i}"})
    for style in doc.styles:
        space.add_text("Quay", dxfattribs={"style": style.dxf.name, "height": 2.5})
    for style in doc.dimstyles:
        space.add_linear_dim(base=(0, 2), p1=(0, 0), p2=(3, 0), dimstyle=style.dxf.name).render()
    if version != "R12":
        for name in PATTERNS:
            fill = space.add_hatch()
            fill.set_pattern_fill(name, scale=2, angle=15)
            fill.paths.add_polyline_path(SHAPE)
        solid = space.add_hatch(color=3)
        solid.paths.add_polyline_path(SHAPE)
        gradient = space.add_hatch()
        gradient.set_gradient((1, 2, 3), (200, 100, 0), rotation=30)
        gradient.paths.add_polyline_path(SHAPE)
        lines = doc.mline_styles.new("KERB").elements
        lines.append(1, 3, "DASHED")
        lines.append(0.5, 4, "BYLAYER")
        lines.append(-1, 5, "CENTER")
        space.add_mline([(0, 0), (5, 0), (5, 5)], dxfattribs={"style_name": "KERB"})
        doc.layout("Layout1").add_text("on a layer of no record", dxfattribs={"layer": "LOOSE", "height": 3})
    file = str(Path(folder) / f"{version}.dxf")
    doc.saveas(file)
    return file


print(json.dumps([make(version, sys.argv[1]) for version in ("R12", "R2004", "R2010", "R2018")]))
