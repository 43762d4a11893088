"""Makes drawings with python3-ezdxf, which shares no code with this project: one for each version.

Usage: make_drawings.py FOLDER. Prints the files as JSON.
"""
import json
import sys
from pathlib import Path

import ezdxf

VERSIONS = ["R12", "R2000", "R2004", "R2010", "R2018"]
# Colours, linetypes and widths: from layer, from symbol, own.
COLOURS = [256, 0, 4]
LINETYPES = ["BYLAYER", "BYBLOCK", "DOTTY"]
WIDTHS = [-1, -2, -3, 70]


def looks(modern):
    for colour in COLOURS:
        for linetype in LINETYPES:
            for width in WIDTHS if modern else [None]:
                attribs = {"color": colour, "linetype": linetype}
                if width is not None:
                    attribs["lineweight"] = width
                yield attribs


def make(version, folder):
    doc = ezdxf.new(version, setup=["linetypes"])
    modern = version != "R12"
    if version == "R2004":
        doc.encoding = "cp932"
        doc.header["$DWGCODEPAGE"] = "ANSI_932"
    doc.linetypes.add("DOTTY", [1.0, 0.5, -0.5], description="dots")
    doc.linetypes.add("LAYERLINE", [3.0, 2.0, -1.0], description="of a layer")
    names = {"walls": "Walls", "text": "TXT 25"}
    if version == "R2004":
        names["walls"] = "壁"
    if version == "R2018":
        names["walls"] = "Mauerwerk äöü Ж"
    for name, colour in [(names["walls"], 1), (names["text"], 2), ("Leftover", 5), ("PLAIN", 6), ("A-DIM", 3)]:
        layer = doc.layers.add(name, color=colour, linetype="LAYERLINE" if name == "PLAIN" else "Continuous")
        if modern and name == "PLAIN":
            layer.dxf.lineweight = 35
    msp = doc.modelspace()
    inner = doc.blocks.new("INNER")
    outer = doc.blocks.new("OUTER")
    i = 0
    for layer in ["0", "PLAIN"]:
        for attribs in looks(modern):
            inner.add_line((i, 0), (i, 1), dxfattribs={"layer": layer, **attribs})
            i += 1
    for layer in ["0", names["walls"]]:
        for attribs in looks(modern):
            outer.add_blockref("INNER", (i, 5), dxfattribs={"layer": layer, **attribs})
            i += 1
    # From layer, from symbol and own once more at the top: enough, as the two levels below hold all combinations.
    some = list(looks(modern))
    for layer in ["0", "PLAIN"]:
        for attribs in [some[0], some[len(some) // 2], some[-1]]:
            msp.add_blockref("OUTER", (i, 50), dxfattribs={"layer": layer, "rotation": 30, "xscale": 2, "yscale": -1, **attribs})
            i += 1
    for layer in ["PLAIN", names["walls"]]:
        for attribs in looks(modern):
            msp.add_line((i, 0), (i, 9), dxfattribs={"layer": layer, **attribs})
            i += 1
    for k in range(8):
        msp.add_line((k, 0), (k, 10), dxfattribs={"layer": names["walls"]})
    msp.add_text("EG 壁" if version == "R2004" else "Plan", dxfattribs={"layer": names["text"], "height": 2.5}).set_pos((1, 1))
    msp.add_polyline2d([(0, 0), (5, 0), (5, 5)], dxfattribs={"layer": names["walls"]})
    msp.add_circle((5, 5), 2, dxfattribs={"layer": names["walls"], "color": 6})
    symbol = doc.blocks.new("TAGGED")
    symbol.add_attdef("NO", (0, 0), dxfattribs={"layer": names["text"]})
    symbol.add_circle((0, 0), 1, dxfattribs={"layer": "0"})
    placed = msp.add_blockref("TAGGED", (20, 20), dxfattribs={"layer": names["walls"]})
    placed.add_attrib("NO", "7", (20, 20), dxfattribs={"layer": names["text"]})
    if modern:
        msp.add_lwpolyline([(0, 0), (3, 0, 0, 0, 0.5), (3, 3)], dxfattribs={"layer": names["walls"], "lineweight": 50})
        msp.add_mtext("Notes\\Pline two", dxfattribs={"layer": names["text"], "char_height": 2.5})
        msp.add_hatch(color=2, dxfattribs={"layer": names["walls"]}).paths.add_polyline_path([(0, 0), (3, 0), (3, 3)], is_closed=True)
        group = doc.groups.new("PAIR")
        group.extend(list(msp.query("CIRCLE")) + list(msp.query("TEXT")))
        layout = doc.layouts.get("Layout1")
        layout.page_setup(size=(420, 297), margins=(10, 10, 10, 10), units="mm")
        layout.add_viewport((200, 150), (300, 200), (50, 50), 200, dxfattribs={"layer": "PLAIN"}).frozen_layers = ["Leftover", names["text"]]
    msp.add_linear_dim(base=(0, -3), p1=(0, 0), p2=(5, 0), dxfattribs={"layer": "A-DIM"}).render()
    path = folder / f"{version}.dxf"
    doc.saveas(path)
    return {"version": version, "file": str(path), **names}


if __name__ == "__main__":
    target = Path(sys.argv[1])
    print(json.dumps([make(version, target) for version in VERSIONS]))
