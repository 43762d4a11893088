"""Makes drawings with python3-ezdxf that hold every kind of object that can be scaled, in three versions.

Usage: make_scaling.py FOLDER. Prints the files as JSON.
"""
import json
import sys
from pathlib import Path

import ezdxf
from ezdxf.math import Vec2
from ezdxf.render import mleader

sys.path.insert(0, str(Path(__file__).resolve().parent.parent / "outside"))
from make_kinds import dimensions, flat, modern_kinds, multi_leader  # noqa: E402


def more(doc, space, modern):
    """What the other drawings do not hold."""
    space.add_lwpolyline([(4, 18), (10, 18), (10, 12)], dxfattribs={"extrusion": (0.2, 0.7, 0.6)}) if modern else None
    space.add_text("tilted", dxfattribs={"height": 3, "extrusion": (0.3, -0.6, 0.7)}).set_pos((5, 6))
    space.add_text("behind", dxfattribs={"height": 3, "extrusion": (0, 0, -1), "rotation": 20}).set_pos((5, 6))
    space.add_circle((2, 3), 4, dxfattribs={"thickness": 2.5})
    space.add_linear_dim(base=(0, 385), p1=(0, 380), p2=(2, 380), dimstyle="PLAIN", dxfattribs={"layer": "DIMS"}).render()
    space.add_linear_dim(base=(20, 385), p1=(20, 380), p2=(22.125, 380), dimstyle="PLAIN", text="<> clear", dxfattribs={"layer": "DIMS"}).render()
    if modern:
        space.add_ordinate_dim(feature_location=(12, 3), offset=(2, 5), dtype=1, origin=(130, 400), dimstyle="PLAIN", dxfattribs={"layer": "DIMS"}).render()
    tagged = space.add_text("with data", dxfattribs={"height": 2}).set_pos((100, 100))
    doc.appids.add("SURVEYOR")
    tagged.set_xdata("SURVEYOR", [(1011, (10, 20, 3)), (1012, (1, 0, 0)), (1013, (0, 1, 0)), (1041, 5.5), (1042, 7.5), (1040, 9.0), (1010, (1, 2, 3)), (1000, "10")])
    if not modern:
        return
    space.add_mtext("{\\H2.5;absolute} \\H1.5x;relative", dxfattribs={"char_height": 2, "width": 50, "insert": (10, 400)})
    space.add_mtext("direction", dxfattribs={"char_height": 2, "insert": (10, 420), "rotation": 30})
    helix = space.new_entity("HELIX", {"axis_base_point": (200, 400, 0), "start_point": (210, 400, 0), "axis_vector": (0, 0, 1), "radius": 10, "turns": 2, "turn_height": 4, "degree": 3})
    helix.control_points = [(210, 400, 0), (200, 410, 1), (190, 400, 2), (200, 390, 3)]
    helix.knots = [0, 0, 0, 0, 1, 1, 1, 1]
    mesh = space.add_mesh()
    with mesh.edit_data() as data:
        data.vertices = [(300, 0, 0), (310, 0, 1), (310, 10, 2), (300, 10, 3)]
        data.faces = [[0, 1, 2, 3]]
    clockwise = space.add_hatch()
    loop = clockwise.paths.add_edge_path()
    loop.add_arc((300, 215), 5, 30, 200, ccw=False)
    loop.add_line((300, 210), (305, 215))
    origin = space.add_hatch()
    origin.set_pattern_fill("DASHED", definition=[[30, (1, 2), (-3, 4), [2, -1]], [120, (0, 1), (5, 1), []]])
    origin.paths.add_polyline_path([(320, 210), (340, 210, 0.4), (340, 225)], is_closed=True)
    # What has no sizes of its own is scaled within a symbol; a group keeps counting it.
    bodies = [space.add_3dsolid(), space.add_region()]
    with doc.groups.new("BODIES").edit_data() as members:
        members.extend([*bodies, tagged])
    symbol = doc.blocks.new("MARK")
    symbol.add_circle((0, 0), 1)
    builder = space.add_multileader_block("Standard")
    builder.set_content("MARK", scale=1.5)
    builder.add_leader_line(mleader.ConnectionSide.right, [Vec2(60, 12), Vec2(40, 4)])
    builder.build(insert=Vec2(360, 260), rotation=15)
    space.add_arc_dim_3p(base=(420, 318), center=(415, 300), p1=(410, 310), p2=(425, 309), dxfattribs={"layer": "DIMS"}).render() if hasattr(space, "add_arc_dim_3p") and doc.dxfversion > "AC1015" else None


def make(version, folder):
    doc = ezdxf.new(version, setup=["linetypes", "dimstyles"])
    modern = version != "R12"
    for i, name in enumerate(["LINES", "ROUND", "AREAS", "TEXT", "FILLS", "WIDE", "DIMS", "SYMBOLS"]):
        doc.layers.add(name, color=i + 1)
    plain = doc.dimstyles.new("PLAIN")
    plain.dxf.dimlfac = 1
    plain.dxf.dimtxt = 2.5
    if modern:
        plain.dxf.dimdec = 4
    space = doc.modelspace()
    flat(space, modern)
    if modern:
        modern_kinds(doc, space)
        multi_leader(space)
    dimensions(space, modern)
    more(doc, space, modern)
    leaf = doc.blocks.new("LEAF", base_point=(1, 2, 0.5))
    leaf.add_circle((3, 2), 1.5)
    leaf.add_line((1, 2, 1), (6, 4, 3))
    leaf.add_attdef("NO", (1, 1), dxfattribs={"height": 1})
    branch = doc.blocks.new("BRANCH", base_point=(0.5, 0, 0))
    branch.add_blockref("LEAF", (5, 5), dxfattribs={"rotation": 25, "xscale": 1.5, "yscale": 0.5, "zscale": 2})
    branch.add_line((0, 0), (20, 0))
    # A dimension that is part of a symbol measures the symbol, and stays as it is.
    branch.add_linear_dim(base=(0, 8), p1=(0, 0), p2=(20, 0)).render()
    place = {"layer": "SYMBOLS"}
    space.add_blockref("BRANCH", (200, 0), dxfattribs=place)
    space.add_blockref("BRANCH", (200, 40), dxfattribs={**place, "rotation": 111, "xscale": 2, "yscale": -1.25, "zscale": 0.5})
    space.add_blockref("LEAF", (200, 90), dxfattribs={**place, "row_count": 3, "column_count": 4, "row_spacing": 12, "column_spacing": 9, "rotation": 20})
    space.add_blockref("LEAF", (-220, 120, 4), dxfattribs={**place, "extrusion": (0, 0, -1), "rotation": 70})
    space.add_blockref("BRANCH", (20, 150, 4), dxfattribs={**place, "extrusion": (0.3, -0.6, 0.7), "rotation": 35, "xscale": 2})
    space.add_blockref("BRANCH", (20, 170, 4), dxfattribs={**place, "extrusion": (0.005, -0.006, 1), "rotation": 35})
    tagged = space.add_blockref("LEAF", (240, 150), dxfattribs=place)
    tagged.add_attrib("NO", "B-17", (241, 151), dxfattribs={"layer": "TEXT", "height": 1.5})
    far = 23_456_789.125
    space.add_line((far, far / 3), (far + 12.5, far / 3 + 1e-3), dxfattribs={"layer": "LINES"})
    if modern:
        layout = doc.layouts.get("Layout1")
        layout.page_setup(size=(420, 297), margins=(10, 10, 10, 10), units="mm")
        layout.add_viewport((200, 150), (300, 200), (50, 50), 200)
        turned = layout.add_viewport((60, 230), (80, 80), (150, 50), 200)
        turned.dxf.view_twist_angle = 25
        tilted = layout.add_viewport((160, 230), (80, 80), (15, 5), 100)
        tilted.dxf.view_target_point = (10, 20, 5)
        tilted.dxf.view_direction_vector = (1, -1, 1)
        layout.add_line((0, 0), (100, 50), dxfattribs={"linetype": "DASHED"})
        layout.add_linear_dim(base=(0, 85), p1=(0, 80), p2=(20, 80)).render()
    else:
        doc.layouts.get("Layout1").add_line((0, 0), (100, 50))
        layout = doc.layouts.get("Layout1")
        layout.add_viewport((200, 150), (300, 200), (50, 50), 200)
    path = folder / f"{version}.dxf"
    doc.saveas(path)
    return {"version": version, "file": str(path)}


if __name__ == "__main__":
    target = Path(sys.argv[1])
    print(json.dumps([make(version, target) for version in ("R12", "R2000", "R2018")]))
