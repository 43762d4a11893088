"""Writes a drawing with dimensions of all kinds as another program draws them, for 1:50, and says what it drew.

Usage: make_dimensions.py FOLDER. Prints, as JSON, for each file the picture of each dimension by its handle: its lines,
arcs, terminators and text, in drawing units. Widths of letters are worked out otherwise there: all dimensions are wide
enough for their text, so that nothing hangs on them.
"""
import json
import os
import sys

import ezdxf

SETTINGS = {
    "dimscale": 50, "dimtxt": 2.5, "dimasz": 2.5, "dimexo": 1.0, "dimexe": 1.25, "dimgap": 0.8, "dimtad": 1,
    "dimdec": 0, "dimzin": 8, "dimtih": 0, "dimtoh": 0, "dimtofl": 1, "dimtix": 0, "dimdle": 0, "dimcen": 2,
    "dimlunit": 2, "dimadec": 0, "dimazin": 2, "dimlfac": 1,
}


def style_of(doc, name, **changed):
    style = doc.dimstyles.new(name)
    for key, value in {**SETTINGS, **changed}.items():
        if style.dxf.is_supported(key):
            style.set_dxf_attrib(key, value)
    style.dxf.dimtxsty = "Standard"
    return name


def make(version, path):
    doc = ezdxf.new(version, units=4)
    # Where a style cannot say how many places are shown, the drawing does.
    doc.header["$LUPREC"] = 0
    msp = doc.modelspace()
    made = []

    def keep(kind, override):
        override.render()
        made.append((kind, override.dimension))

    for n, (name, changed) in enumerate((
        ("ARROWS", {}),
        ("IN LINE", {"dimtad": 0, "dimdec": 1, "dimzin": 0}),
        ("SLASHES", {"dimtsz": 1.5, "dimdle": 1}),
        ("FIXED", {"dimfxlon": 1, "dimfxl": 4, "dimexe": 2}),
    )):
        # What a version's styles cannot hold is drawn there, and lost.
        if (name == "FIXED" and version in ("R12", "R2000")) or (name == "IN LINE" and version == "R12"):
            continue
        style = style_of(doc, name, **changed)
        y = 20000 * n
        keep("level", msp.add_linear_dim((0, y + 900), (0, y), (3550.4, y + 100), dimstyle=style))
        keep("below", msp.add_linear_dim((0, y - 900), (0, y), (3550, y + 100), dimstyle=style))
        keep("plumb", msp.add_linear_dim((-900, y), (0, y), (200, y + 2400), angle=90, dimstyle=style))
        keep("backwards", msp.add_linear_dim((9000, y + 900), (9000, y), (6000, y), angle=180, dimstyle=style))
        keep("turned", msp.add_linear_dim((12000, y + 2500), (12000, y), (15000, y + 1500), angle=30, dimstyle=style))
        keep("aligned", msp.add_aligned_dim((18000, y), (21000, y + 2000), 700, dimstyle=style))
        keep("radius", msp.add_radius_dim((26000, y), radius=2000, angle=40, dimstyle=style))
        keep("diameter", msp.add_diameter_dim((34000, y), radius=2000, angle=50, dimstyle=style))
        if name != "SLASHES":
            keep("lines", msp.add_angular_dim_2l(
                (43000, y + 1500), ((40000, y), (41500, y + 1500)), ((40000, y), (42000, y)), dimstyle=style))
            keep("corner", msp.add_angular_dim_3p(
                (52000, y + 3000), (50000, y), (53000, y), (50500, y + 2500), dimstyle=style))
        if name == "ARROWS":
            keep("ordinate x", msp.add_ordinate_x_dim((60500, y + 300), (500, 2500), origin=(60000, y), dimstyle=style))
            keep("ordinate y", msp.add_ordinate_y_dim((60500, y + 300), (2500, 600), origin=(60000, y), dimstyle=style))
            if version in ("R2010", "R2018"):
                keep("arc", msp.add_arc_dim_cra(
                    (70000, y), 3000, 30, 110, 800, dimstyle=style))
    doc.saveas(path)
    return {"path": path, "dimensions": {d.dxf.handle: {"kind": kind, **picture(d)} for kind, d in made}}


def picture(dimension):
    seen = {"lines": [], "arcs": [], "ends": [], "texts": []}
    for e in dimension.get_geometry_block():
        kind, dxf = e.dxftype(), e.dxf
        if kind == "LINE":
            seen["lines"].append([*dxf.start.vec2, *dxf.end.vec2])
        elif kind == "ARC":
            seen["arcs"].append([*dxf.center.vec2, dxf.radius, dxf.start_angle, dxf.end_angle])
        elif kind == "INSERT":
            seen["ends"].append([dxf.name, *dxf.insert.vec2, dxf.rotation, dxf.xscale])
        elif kind == "MTEXT":
            seen["texts"].append([e.text, *dxf.insert.vec2, dxf.char_height, e.get_rotation()])
        elif kind == "TEXT":
            align, at, _ = e.get_placement()
            seen["texts"].append([dxf.text, *at.vec2, dxf.height, dxf.get("rotation", 0)])
    return seen


if __name__ == "__main__":
    folder = sys.argv[1]
    print(json.dumps([make(v, os.path.join(folder, "dimensions %s.dxf" % v)) for v in ("R12", "R2000", "R2010", "R2018")]))
