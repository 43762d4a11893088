"""Writes drawings with all planted faults of layers, looks, lines, fills and geometry at once, one in each version, on one tall sheet:
those of `make_linework`, and over them layers and looks that are not the office's, fills, and working content.

Usage: make_looks.py FOLDER. Prints, as JSON, the handles of what is wrong in each file by the rule that is to find it, and the
handles of near misses.
"""
import sys

import make_linework
from planting import Planting, in_every_version


def plant(planting):
    """Plants between the corners (0, 0) and (594, 340) of the sheet."""
    doc, sheet, keep, version = planting.doc, planting.sheet, planting.keep, planting.version
    old = version == "R12"

    def layer(name, color=3, lineweight=25, **more):
        made = doc.layers.add(name, color=color, **({} if old else {"lineweight": lineweight}), **more)
        return made.dxf.handle

    def line(rule, layer, y, x=20, length=60, **more):
        made = sheet.add_line((x, y), (x + length, y), dxfattribs={"layer": layer, **more})
        keep(rule, made.dxf.handle)
        return made.dxf.handle

    # A linetype of the office that is another one here.
    doc.linetypes.add("FENCE", [9, 7, -2])
    layer("FENCED", linetype="FENCE")
    line(None, "FENCED", 90)
    # Records of layers: each with one line on it.
    for i, (name, rule, more) in enumerate((
        ("COLOURED", "layers/colour", {"color": 5}),
        ("PATTERNED", "layers/linetype", {}),
        ("STRANGE", None, {}),
        *(() if old else (
            ("WIDE", "layers/width", {"lineweight": 50}),
            ("DEFAULT", "layers/default-width", {"lineweight": -3}),
        )),
    )):
        record = layer(name, **more)
        drawn = line(None, name, 20 + 10 * i)
        if rule:
            planting.keep(rule, record)
        else:
            planting.keep("layers/unknown", drawn)
    layer("LEFT")
    planting.keep("layers/empty-unknown", doc.layers.get("LEFT").dxf.handle)
    # Values of their own, also within a symbol.
    line("objects/own-colour", "LINES", 20, 120, color=1)
    line(None, "LINES", 30, 120, color=256)
    if not old:
        line("objects/own-width", "LINES", 40, 120, lineweight=50)
    symbol = doc.blocks.new("GATE")
    inside = symbol.add_line((0, 0), (20, 0), dxfattribs={"layer": "LINES", "color": 4})
    keep("objects/own-colour", inside.dxf.handle)
    planting.changed_too(f"GATE/{inside.dxf.handle}")
    sheet.add_blockref("GATE", (120, 60), dxfattribs={"layer": "LINES"})
    # On the layer that is for no content, and a text among lines.
    line("objects/base-layer", "0", 20, 220)
    keep("objects/wrong-layer", sheet.add_text("note", height=2.5, dxfattribs={"layer": "ONLY-LINES"}).set_placement((220, 40)).dxf.handle)
    layer("ONLY-LINES")
    line(None, "ONLY-LINES", 60, 220)
    layer("TEXTS")
    keep(None, sheet.add_text("note", height=2.5, dxfattribs={"layer": "TEXTS"}).set_placement((220, 80)).dxf.handle)
    # Two sizes of one pattern; a pattern longer than its line.
    layer("HID", linetype="HIDDEN")
    for i in range(4):
        line("lines/two-scales" if i == 3 and not old else None, "HID", 20 + 10 * i, 320, **({"ltscale": 2.5} if i == 3 and not old else {}))
    # A hidden line that is drawn unbroken.
    line("objects/own-linetype", "HID", 70, 320, linetype="CONTINUOUS")
    # Far from all else in the model.
    model = planting.model
    for i in range(20):
        keep(None, model.add_line((100 * i, 0), (100 * i + 50, 40), dxfattribs={"layer": "LINES"}).dxf.handle)
    keep("geometry/far", model.add_circle((4_000_000, 0), 50, dxfattribs={"layer": "LINES"}).dxf.handle)
    # Working content.
    work = layer("WORK")
    if not old:
        keep("layers/printing", work)
    keep("working/left", sheet.add_circle((350, 80), 5, dxfattribs={"layer": "WORK"}).dxf.handle)
    if old:
        return
    # Fills: one as the office has it, one whose lines are otherwise, one of nobody, one on another layer than its own.
    def fill(rule, name, x, spacing, layer="FILLS"):
        area = sheet.add_hatch(color=256, dxfattribs={"layer": layer})
        area.set_pattern_fill(name, color=256, definition=[[45, (0, 0), (-spacing * 0.5**0.5, spacing * 0.5**0.5), []]])
        area.paths.add_polyline_path([(x, 20), (x + 40, 20), (x + 40, 50), (x, 50)], is_closed=True)
        keep(rule, area.dxf.handle)

    layer("FILLS")
    fill(None, "STONE", 420, 3)
    fill("fills/changed", "STONE", 470, 4)
    fill("fills/unknown", "THEIRS", 520, 3)
    fill("fills/layer", "STONE", 370, 3, layer="LINES")


def make(version):
    planting = Planting(version, (594, 860))
    planting.layer("LINES")
    make_linework.plant(planting)
    below = {entity.dxf.handle for entity in planting.sheet}
    plant(planting)
    for entity in planting.sheet:
        if entity.dxf.handle not in below and entity.dxftype() != "VIEWPORT":
            entity.translate(0, 430, 0)
    return planting


if __name__ == "__main__":
    in_every_version(sys.argv[1], make)
