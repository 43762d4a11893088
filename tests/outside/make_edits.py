"""Makes drawings with python3-ezdxf in which every kind of record is used in every place that can name it.

Usage: make_edits.py FOLDER. Prints the files as JSON.
"""
import json
import sys
from pathlib import Path

import ezdxf

VERSIONS = [("R12", "asc"), ("R2000", "asc"), ("R2004", "asc"), ("R2010", "asc"), ("R2018", "asc"), ("R12", "bin"), ("R2018", "bin")]


def make(version, form, folder):
    doc = ezdxf.new(version)
    modern = version != "R12"
    if version == "R2004":
        doc.encoding = "cp932"
        doc.header["$DWGCODEPAGE"] = "ANSI_932"
    doc.appids.add("OURAPP")
    for name, colour in [("WALL", 1), ("OTHER", 2), ("EMPTY", 3)]:
        doc.layers.add(name, color=colour)
    doc.styles.add("LETTERS", font="arial.ttf")
    doc.styles.add("WORDS", font="txt")
    doc.linetypes.add("DASHY", [1.5, 1.0, -0.5])
    doc.linetypes.add("DOTTY", [1.0, 0.5, -0.5])
    doc.layers.get("OTHER").dxf.linetype = "DASHY"
    if modern:
        doc.linetypes.add("GASLINE", 'A,.5,-.2,["GAS",LETTERS,S=.1,U=0.0,X=-0.1,Y=-.05],-.25', length=0.95)
    for name in ("DIMA", "DIMB"):
        style = doc.dimstyles.new(name)
        if modern:
            style.dxf.dimtxsty = "LETTERS"
    msp = doc.modelspace()
    mark = doc.blocks.new("MARK", base_point=(1, 1))
    mark.add_circle((0, 0), 2, dxfattribs={"layer": "WALL", "linetype": "DASHY"})
    mark.add_attdef("NO", (0, 0), dxfattribs={"style": "LETTERS", "height": 1})
    other = doc.blocks.new("SIGN")
    other.add_line((0, 0), (3, 0), dxfattribs={"layer": "OTHER"})
    other.add_blockref("MARK", (5, 5))
    lines = [msp.add_line((i, 0), (i, 10), dxfattribs={"layer": "WALL" if i % 2 else "OTHER", "linetype": "DASHY" if i % 3 == 0 else "BYLAYER"}) for i in range(8)]
    lines[0].set_xdata("OURAPP", [(1000, "kept"), (1003, "WALL"), (1005, lines[1].dxf.handle)])
    msp.add_text("Kaimauer", dxfattribs={"style": "LETTERS", "layer": "WALL", "height": 2.5}).set_pos((0, 20))
    msp.add_text("Wort", dxfattribs={"style": "WORDS", "layer": "OTHER", "height": 2.5}).set_pos((0, 25))
    placed = msp.add_blockref("MARK", (20, 20), dxfattribs={"layer": "WALL"})
    placed.add_attrib("NO", "7", (20, 20), dxfattribs={"style": "LETTERS", "height": 1, "layer": "OTHER"})
    msp.add_blockref("SIGN", (30, 20), dxfattribs={"layer": "OTHER"})
    msp.add_linear_dim(base=(0, -5), p1=(0, 0), p2=(7, 0), dimstyle="DIMA", dxfattribs={"layer": "WALL"}).render()
    msp.add_linear_dim(base=(0, -9), p1=(0, 0), p2=(7, 0), dimstyle="DIMB", override={"dimtxsty": "LETTERS", "dimtxt": 3} if modern else None).render()
    msp.add_polyline2d([(40, 0), (50, 0), (50, 9)], dxfattribs={"layer": "WALL", "linetype": "DASHY"})
    if modern:
        msp.add_mtext("{\\fArial;Text}", dxfattribs={"style": "LETTERS", "layer": "WALL", "char_height": 2})
        msp.add_leader([(0, 30), (5, 35)], dimstyle="DIMA", dxfattribs={"layer": "OTHER"})
        msp.add_line((60, 0), (90, 0), dxfattribs={"linetype": "GASLINE"})
        hatch = msp.add_hatch(dxfattribs={"layer": "WALL"})
        border = msp.add_lwpolyline([(60, 10), (70, 10), (70, 20)], close=True, dxfattribs={"layer": "OTHER"})
        path = hatch.paths.add_polyline_path([(60, 10), (70, 10), (70, 20)], is_closed=True, flags=1)
        hatch.associate(path, [border])
        style = doc.mline_styles.new("TWIN")
        style.elements.append(0.5, linetype="DASHY")
        style.elements.append(-0.5, linetype="BYLAYER")
        msp.add_mline([(0, 40), (20, 40)], dxfattribs={"style_name": "TWIN"})
        doc.groups.new("PAIR").extend(lines[:3])
        layout = doc.layouts.get("Layout1")
        view = layout.add_viewport((100, 100), (80, 80), (10, 10), 40, dxfattribs={"layer": "OTHER"})
        view.frozen_layers = ["WALL", "EMPTY"]
        layout.add_line((0, 0), (50, 50), dxfattribs={"layer": "WALL"})
        second = doc.layouts.new("Second")
        second.add_circle((5, 5), 2, dxfattribs={"layer": "WALL"})
        overrides = doc.layers.get("WALL").get_vp_overrides()
        overrides.set_color(view.dxf.handle, 5)
        overrides.commit()
        msp.set_redraw_order({lines[0].dxf.handle: "FFFF"}) if form == "asc" and version == "R2010" else None
    path = folder / f"{version}-{form}.dxf"
    doc.saveas(path, fmt=form)
    return {"version": version, "form": form, "file": str(path)}


if __name__ == "__main__":
    print(json.dumps([make(version, form, Path(sys.argv[1])) for version, form in VERSIONS]))
