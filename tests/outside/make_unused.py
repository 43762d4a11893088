"""Makes drawings with definitions that are used in every way there is, and with some that are not, or reads what there is.

Usage: make_unused.py make FOLDER: writes one drawing in each version and prints their paths, as JSON.
       make_unused.py read FILE ...: prints, for each file, its errors, its definitions and its objects.
"""
import json
import os
import sys

import ezdxf

from planting import save

VERSIONS = [("R12", "text"), ("R2000", "text"), ("R2010", "text"), ("R2018", "text"), ("R2010", "binary")]


def make(version, folder, form):
    doc = ezdxf.new(version, units=4)
    model = doc.modelspace()
    doc.layers.add("WALL", color=3)
    at = {"layer": "WALL"}
    for name in ("BY_LAYER", "BY_LINE", "IN_SYMBOL", "BY_HEADER", "IN_SET", "NOWHERE_1", "NOWHERE_2"):
        doc.linetypes.add(name, [2, 1, -1])
    for name in ("BY_TEXT", "BY_DIMENSION_STYLE", "IN_ATTRIBUTE", "NOWHERE_3"):
        doc.styles.add(name, font="txt")
    doc.layers.add("DASHED", color=1, linetype="BY_LAYER")
    doc.header["$CELTYPE"] = "BY_HEADER"
    model.add_line((0, 0), (10, 0), dxfattribs={**at, "linetype": "BY_LINE"})
    model.add_text("a", height=2.5, dxfattribs={**at, "style": "BY_TEXT"})
    inner = doc.blocks.new("INNER")
    inner.add_line((0, 0), (1, 0), dxfattribs={**at, "linetype": "IN_SYMBOL"})
    inner.add_attdef("TAG", (0, 0), dxfattribs={**at, "style": "IN_ATTRIBUTE"})
    doc.blocks.new("OUTER").add_blockref("INNER", (0, 0), dxfattribs=at)
    model.add_blockref("OUTER", (5, 5), dxfattribs=at)
    # A mark at the ends of dimension lines, which only a style of dimensions has.
    doc.blocks.new("ENDMARK").add_circle((0, 0), 0.5, dxfattribs=at)
    style = doc.dimstyles.duplicate_entry("Standard", "MEASURES")
    style.dxf.dimtxsty = "BY_DIMENSION_STYLE"
    style.set_arrows(blk="ENDMARK")
    dimension = model.add_linear_dim(base=(0, 10), p1=(0, 0), p2=(10, 0), dimstyle="MEASURES", dxfattribs=at)
    dimension.dimstyle_attribs.pop("dimrnd", None)
    dimension.render()
    doc.dimstyles.duplicate_entry("Standard", "NOWHERE_4")
    if version != "R12":
        both = [model.add_circle((20 + 5 * i, 0), 2, dxfattribs=at) for i in range(2)]
        for name, members in (("BOTH", both), ("ONE", both[:1])):
            with doc.groups.new(name).edit_data() as group:
                group.extend(members)
        doc.mline_styles.new("ROAD").elements.append(0.5, color=256, linetype="IN_SET")
    lost = doc.blocks.new("NOWHERE_5")
    lost.add_line((0, 0), (1, 0), dxfattribs={**at, "linetype": "NOWHERE_2"})
    doc.blocks.new("NOWHERE_6").add_blockref("NOWHERE_5", (0, 0), dxfattribs=at)
    return save(doc, os.path.join(folder, f"{version}-{form}.dxf"), form)


def read(path):
    doc = ezdxf.readfile(path)
    auditor = doc.audit()
    return {
        "errors": sorted(str(error.message) for error in auditor.errors + auditor.fixes),
        "linetypes": sorted(one.dxf.name for one in doc.linetypes),
        "textStyles": sorted(one.dxf.name for one in doc.styles),
        "dimensionStyles": sorted(one.dxf.name for one in doc.dimstyles),
        "symbols": sorted(block.name for block in doc.blocks if not block.name.startswith("*")),
        "groups": {name: len(group) for name, group in doc.groups},
        "objects": [
            [entity.dxftype(), {key: str(value) for key, value in entity.dxfattribs().items() if key != "owner"}]
            for entity in doc.modelspace()
        ],
    }


if sys.argv[1] == "make":
    print(json.dumps([make(version, sys.argv[2], form) for version, form in VERSIONS]))
else:
    print(json.dumps([read(path) for path in sys.argv[2:]]))
