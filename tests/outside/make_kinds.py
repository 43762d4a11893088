"""Makes drawings with python3-ezdxf that hold every kind of object this project reads, in several versions and forms.

Usage: make_kinds.py FOLDER. Prints the files as JSON.
"""
import json
import sys
from pathlib import Path

import ezdxf
from ezdxf.math import Vec2
from ezdxf.render import mleader

VERSIONS = ["R12", "R2000", "R2004", "R2007", "R2010", "R2013", "R2018"]


def flat(space, modern):
    """Kinds that every version has."""
    space.add_line((0, 0, 3), (40, 25, -4), dxfattribs={"layer": "LINES"})
    space.add_point((3, 4, 5), dxfattribs={"layer": "LINES"})
    space.add_circle((50, 10), 7.5, dxfattribs={"layer": "ROUND"})
    space.add_circle((50, 10, 2), 4, dxfattribs={"layer": "ROUND", "extrusion": (0, 0, -1)})
    space.add_circle((5, 8, 1), 4, dxfattribs={"layer": "ROUND", "extrusion": (0.3, -0.5, 0.8)})
    space.add_arc((70, 10), 9, 30, 290, dxfattribs={"layer": "ROUND"})
    space.add_arc((70, 10), 9, 350, 12, dxfattribs={"layer": "ROUND", "extrusion": (0, 0, -1)})
    space.add_arc((7, 1), 9, -20, 80, dxfattribs={"layer": "ROUND", "extrusion": (1, 0, 0)})
    space.add_solid([(0, 40), (10, 40), (0, 48), (12, 47)], dxfattribs={"layer": "AREAS"})
    space.add_trace([(20, 40), (30, 40), (20, 48), (30, 49)], dxfattribs={"layer": "AREAS"})
    space.add_3dface([(40, 40, 0), (50, 40, 2), (50, 48, 3), (40, 47, 1)], dxfattribs={"layer": "AREAS"})
    space.add_polyline2d([(0, 60), (10, 60), (10, 70), (0, 72)], format="xy", close=True, dxfattribs={"layer": "LINES"})
    bulged = space.add_polyline2d([(20, 60, 0.5), (30, 60, -1.2), (30, 70, 0), (20, 72, 0.1)], format="xyb", dxfattribs={"layer": "LINES"})
    bulged.dxf.elevation = (0, 0, 3)
    space.add_polyline3d([(40, 60, 1), (50, 62, 5), (55, 70, -2)], dxfattribs={"layer": "LINES"})
    mesh = space.add_polymesh((3, 4), dxfattribs={"layer": "AREAS"})
    for i in range(3):
        for j in range(4):
            mesh.set_mesh_vertex((i, j), (60 + i * 3, 60 + j * 2, i * j))
    face = space.add_polyface(dxfattribs={"layer": "AREAS"})
    face.append_faces([[(80, 60, 0), (88, 60, 1), (88, 66, 2), (80, 66, 0)], [(88, 60, 1), (94, 63, 4), (88, 66, 2)]])
    space.add_text("Plan %%c25 %%p0.5", dxfattribs={"layer": "TEXT", "height": 2.5, "rotation": 30}).set_pos((3, 90))
    space.add_text("fitted", dxfattribs={"layer": "TEXT", "height": 2.5}).set_pos((3, 95), (30, 99), align="ALIGNED")
    space.add_text("middle", dxfattribs={"layer": "TEXT", "height": 2.5}).set_pos((40, 95), align="MIDDLE_CENTER")


def modern_kinds(doc, space):
    space.add_ellipse((20, 120), (12, 5), 0.4, 0.3, 5.1, dxfattribs={"layer": "ROUND"})
    space.add_ellipse((50, 120), (0, 9), 0.7, dxfattribs={"layer": "ROUND"})
    space.add_ellipse((70, 120, 3), (6, 2, 0), 0.5, 1, 4, dxfattribs={"layer": "ROUND", "extrusion": (0, 0, -1)})
    space.add_open_spline([(0, 140), (10, 160), (20, 120), (30, 150), (45, 141)], degree=3, dxfattribs={"layer": "ROUND"})
    space.add_rational_spline([(50, 140), (60, 160), (70, 120), (80, 150)], [1, 3, 0.5, 1], degree=3, dxfattribs={"layer": "ROUND"})
    space.add_spline(dxfattribs={"layer": "ROUND"}).set_closed([(90, 140, 0), (100, 150, 0), (110, 140, 0), (100, 130, 0)], degree=3)
    space.add_lwpolyline([(0, 180), (10, 180, 0, 0, 0.8), (10, 190, 0, 0, -0.3), (0, 195)], close=True, dxfattribs={"layer": "LINES"})
    space.add_lwpolyline([(20, 180, 1, 2), (30, 180, 2, 0.5), (30, 190)], dxfattribs={"layer": "WIDE"})
    space.add_lwpolyline([(4, 18), (10, 18), (10, 12)], dxfattribs={"layer": "LINES", "elevation": 5, "extrusion": (0.2, 0.7, 0.6)})
    space.add_xline((0, 0), (1, 1), dxfattribs={"layer": "LINES"})
    space.add_ray((5, 5), (1, 0.2), dxfattribs={"layer": "LINES"})
    space.add_mtext("{\\fArial|b1|i0;Notes} \\H1.5x;big\\H1x; \\S1/2; \\C1;red\\P\\Lunder\\l two\\~words \\U+00C4", dxfattribs={"layer": "TEXT", "char_height": 2.5, "width": 40, "insert": (60, 190)})
    plain = space.add_hatch(color=2, dxfattribs={"layer": "FILLS"})
    plain.paths.add_polyline_path([(0, 210), (20, 210, 0.4), (20, 225), (0, 225)], is_closed=True)
    plain.paths.add_polyline_path([(5, 214), (9, 214), (9, 219), (5, 219)], is_closed=True, flags=16)
    edges = space.add_hatch(dxfattribs={"layer": "FILLS"})
    edges.set_pattern_fill("SLANT", definition=[[45, (0, 0), (-1.1, 1.1), []]])
    loop = edges.paths.add_edge_path()
    loop.add_line((30, 210), (45, 210))
    loop.add_arc((45, 215), 5, -90, 90, ccw=True)
    loop.add_line((45, 220), (30, 220))
    loop.add_arc((30, 215), 5, 90, 270, ccw=True)
    back = space.add_hatch(dxfattribs={"layer": "FILLS"})
    loop = back.paths.add_edge_path()
    loop.add_ellipse((70, 215), (9, 3), 0.5, 0, 360, ccw=False)
    curved = space.add_hatch(dxfattribs={"layer": "FILLS"})
    loop = curved.paths.add_edge_path()
    loop.add_spline(control_points=[(90, 210), (95, 230), (105, 205), (110, 215)], knot_values=[0, 0, 0, 0, 1, 1, 1, 1], degree=3)
    loop.add_line((110, 215), (90, 210))
    graded = space.add_hatch(dxfattribs={"layer": "FILLS"})
    graded.paths.add_polyline_path([(120, 210), (140, 210), (140, 225), (120, 225)], is_closed=True)
    if doc.dxfversion > "AC1015":
        graded.set_gradient((10, 100, 200), (250, 240, 200), rotation=30, name="LINEAR")
    doc.mline_styles.get("Standard")
    space.add_mline([(0, 240), (20, 240), (20, 255)], dxfattribs={"layer": "LINES", "scale_factor": 2})
    space.add_leader([(40, 240), (50, 250), (58, 250)], dxfattribs={"layer": "TEXT"})
    image = doc.add_image_def("site\\plan view.png", (640, 480))
    space.add_image(image, (80, 240), (20, 15), 30, dxfattribs={"layer": "AREAS"})
    space.add_wipeout([(110, 240), (125, 243), (120, 255), (108, 250)], dxfattribs={"layer": "AREAS"})
    space.new_entity("TOLERANCE", {"layer": "TEXT", "insert": (0, 270, 0), "content": "{\\Fgdt;j}%%v{\\Fgdt;n}0.05%%vA%%vB", "dimstyle": "Standard"})


def multi_leader(space):
    builder = space.add_multileader_mtext("Standard")
    builder.set_content("Fender type B\\Pbolted", char_height=2.5)
    builder.add_leader_line(mleader.ConnectionSide.left, [Vec2(-30, -12), Vec2(-20, -4)])
    builder.add_leader_line(mleader.ConnectionSide.left, [Vec2(-28, 14)])
    builder.build(insert=Vec2(160, 260))


def dimensions(space, modern):
    style = {"layer": "DIMS"}
    space.add_linear_dim(base=(0, 285), p1=(0, 280), p2=(33, 281), dxfattribs=style).render()
    space.add_linear_dim(base=(0, 285), p1=(40, 280), p2=(63, 291), angle=30, text="typed <> over", dxfattribs=style).render()
    space.add_aligned_dim(p1=(70, 280), p2=(91, 288), distance=4, dxfattribs=style).render()
    if modern:
        space.add_radius_dim(center=(20, 310), radius=8, angle=40, dxfattribs=style).render()
        space.add_diameter_dim(center=(50, 310), radius=8, angle=140, dxfattribs=style).render()
        space.add_angular_dim_2l(base=(85, 320), line1=((75, 300), (80, 310)), line2=((95, 300), (90, 311)), dxfattribs=style).render()
        space.add_angular_dim_3p(base=(120, 318), center=(115, 300), p1=(110, 310), p2=(125, 309), dxfattribs=style).render()
        space.add_ordinate_dim(feature_location=(12, 3), offset=(2, 5), dtype=1, origin=(130, 300), dxfattribs=style).render()


def make(version, folder, form="asc"):
    doc = ezdxf.new(version, setup=["linetypes", "dimstyles"])
    modern = version != "R12"
    for i, name in enumerate(["LINES", "ROUND", "AREAS", "TEXT", "FILLS", "WIDE", "DIMS", "SYMBOLS"]):
        doc.layers.add(name, color=i + 1)
    space = doc.modelspace()
    flat(space, modern)
    if modern:
        modern_kinds(doc, space)
        multi_leader(space)
    dimensions(space, modern)
    leaf = doc.blocks.new("LEAF", base_point=(1, 2, 0.5))
    leaf.add_circle((3, 2), 1.5, dxfattribs={"layer": "0"})
    leaf.add_line((1, 2, 1), (6, 4, 3), dxfattribs={"layer": "ROUND", "color": 0})
    leaf.add_arc((2, 3), 2, 10, 200)
    if modern:
        leaf.add_lwpolyline([(0, 0), (4, 0, 0, 0, 0.6), (4, 3)])
    leaf.add_attdef("NO", (1, 1), dxfattribs={"height": 1})
    branch = doc.blocks.new("BRANCH", base_point=(0.5, 0, 0))
    branch.add_blockref("LEAF", (5, 5), dxfattribs={"rotation": 25, "xscale": 1.5, "yscale": 0.5, "zscale": 2})
    branch.add_blockref("LEAF", (15, 5), dxfattribs={"xscale": -1})
    branch.add_line((0, 0), (20, 0))
    place = {"layer": "SYMBOLS"}
    space.add_blockref("BRANCH", (200, 0), dxfattribs=place)
    space.add_blockref("BRANCH", (200, 40), dxfattribs={**place, "rotation": 111, "xscale": 2, "yscale": -1.25, "zscale": 0.5})
    space.add_blockref("LEAF", (200, 90), dxfattribs={**place, "row_count": 3, "column_count": 4, "row_spacing": 12, "column_spacing": 9, "rotation": 20})
    space.add_blockref("LEAF", (-220, 120, 4), dxfattribs={**place, "extrusion": (0, 0, -1), "rotation": 70})
    space.add_blockref("BRANCH", (20, 150, 4), dxfattribs={**place, "extrusion": (0.3, -0.6, 0.7), "rotation": 35, "xscale": 2})
    tagged = space.add_blockref("LEAF", (240, 150), dxfattribs=place)
    tagged.add_attrib("NO", "B-17", (241, 151), dxfattribs={"layer": "TEXT", "height": 1.5})
    far = 23_456_789.125
    space.add_line((far, far / 3), (far + 12.5, far / 3 + 1e-3), dxfattribs={"layer": "LINES"})
    if modern:
        layout = doc.layouts.get("Layout1")
        layout.page_setup(size=(420, 297), margins=(10, 10, 10, 10), units="mm")
        layout.add_viewport((200, 150), (300, 200), (50, 50), 200, dxfattribs={"layer": "LINES"})
        layout.add_line((0, 0), (100, 50), dxfattribs={"layer": "LINES"})
        # A window that is bounded by an object, and in which one layer looks different.
        view = layout.add_viewport((60, 230), (80, 80), (50, 50), 200, dxfattribs={"layer": "LINES"})
        edge = layout.add_circle((60, 230), 35, dxfattribs={"layer": "LINES"})
        view.dxf.clipping_boundary_handle = edge.dxf.handle
        view.dxf.flags = view.dxf.flags | 0x10000
        overrides = doc.layers.get("ROUND").get_vp_overrides()
        overrides.set_rgb(view.dxf.handle, (10, 20, 30))
        overrides.set_lineweight(view.dxf.handle, 100)
        overrides.set_linetype(view.dxf.handle, "DASHED")
        overrides.commit()
        second = doc.layouts.new("Zweites Blatt")
        second.add_circle((50, 50), 10)
        doc.groups.new("PAIR").extend(list(space.query("CIRCLE")[:2]))
    name = f"{version}{' binary' if form == 'bin' else ''}.dxf"
    path = folder / name
    doc.saveas(path, fmt=form)
    return {"version": version, "file": str(path), "form": form}


if __name__ == "__main__":
    target = Path(sys.argv[1])
    made = [make(version, target) for version in VERSIONS]
    made += [make(version, target, "bin") for version in ("R12", "R2000", "R2018")]
    print(json.dumps(made))
