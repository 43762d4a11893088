"""Writes drawings with all planted faults of layers, looks, lines, fills, geometry, parallel lines and symbols at once, one in each version, on one tall sheet:
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
    doc.linetypes.add("FENCE", [6, 4.5, -1.5])
    layer("FENCED", linetype="FENCE")
    line(None, "FENCED", 90)
    # Two sizes of a pattern that is none of the office's.
    if not old:
        for i in range(3):
            line("lines/two-scales" if i == 2 else None, "FENCED", 100 + 10 * i, **({"ltscale": 2.5} if i == 2 else {}))
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
    # A pattern that a factor of the line alone makes too large.
    layer("HID", linetype="HIDDEN")
    for i in range(4):
        line("lines/own-factor" if i == 3 and not old else None, "HID", 20 + 10 * i, 320, **({"ltscale": 2.5} if i == 3 and not old else {}))
    # The same within a symbol, beside a line there without one.
    if not old:
        for i, more in enumerate(({}, {"ltscale": 2.5})):
            within = symbol.add_line((0, 4 + 4 * i), (60, 4 + 4 * i), dxfattribs={"layer": "HID", **more})
            keep("lines/own-factor" if more else None, within.dxf.handle)
            if more:
                planting.changed_too(f"GATE/{within.dxf.handle}")
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


def plant_more(planting):
    """Plants between the corners (0, 0) and (594, 300) of the sheet, and in the model."""
    doc, sheet, model, keep, version = planting.doc, planting.sheet, planting.model, planting.keep, planting.version
    at = {"layer": "LINES"}

    def keep_all(rule, entities):
        for entity in entities:
            keep(rule, entity.dxf.handle)

    # Symbols: one of the office's, on its layer and on another; one of theirs, twice under two names.
    for name, size in (("TREE", 6), ("BAUM", 8), ("BAUM_2", 8)):
        made = doc.blocks.new(name).add_circle((0, 0), size, dxfattribs={"layer": "0"})
        if name != "TREE":
            planting.changed_too(f"{name}/{made.dxf.handle}")
    for i, (rule, name, layer) in enumerate((
        (None, "TREE", "LINES"),
        ("symbols/layer", "TREE", "ONLY-TREES"),
        ("symbols/unknown", "BAUM", "LINES"),
        ("symbols/unknown", "BAUM", "LINES"),
        ("symbols/unknown", "BAUM_2", "LINES"),
    )):
        keep(rule, sheet.add_blockref(name, (40 + 30 * i, 250), dxfattribs={"layer": layer}).dxf.handle)
    doc.layers.add("ONLY-TREES", color=3, **({} if version == "R12" else {"lineweight": 25}))
    # A pattern that closes up, beside one that does not; what a layer says by its name.
    if version == "R12":
        return
    doc.linetypes.add("AXIS", [11, 8, -1.5, 0, -1.5])
    doc.layers.add("AXES", color=3, lineweight=25, linetype="AXIS")
    for i, factor in enumerate((1, 0.05)):
        made = sheet.add_line((220, 240 + 10 * i), (320, 240 + 10 * i), dxfattribs={"layer": "AXES", "ltscale": factor})
        keep("lines/on-paper" if i else None, made.dxf.handle)
    doc.layers.add("HIDDEN-2", color=3, lineweight=25)
    edge = sheet.add_line((360, 240), (440, 240), dxfattribs={"layer": "HIDDEN-2"}).dxf.handle
    keep("layers/unknown", edge)
    keep("lines/meaning", edge)
    # Yellow on white, on a layer that is not the office's.
    doc.layers.add("PALE", color=2, lineweight=25)
    pale = sheet.add_line((360, 260), (440, 260), dxfattribs={"layer": "PALE"}).dxf.handle
    keep("layers/unknown", pale)
    keep("lines/contrast", pale)
    # Doors in two tongues.
    for i, name in enumerate(("DOORS", "TUEREN")):
        doc.layers.add(name, color=3, lineweight=25)
        door = sheet.add_line((360, 275 + 6 * i), (440, 275 + 6 * i), dxfattribs={"layer": name}).dxf.handle
        keep("layers/unknown", door)
        keep("layers/one-purpose", door)
    # Values of their own, one of each.
    for i, color in enumerate((5, 4, 6, 30, 140, 200)):
        keep("objects/own-colour", sheet.add_circle((460 + 20 * i, 240), 6, dxfattribs={**at, "color": color}).dxf.handle)
    for i, width in enumerate((13, 35, 70, 18, 100)):
        keep("objects/own-width", sheet.add_circle((460 + 20 * i, 265), 6, dxfattribs={**at, "lineweight": width}).dxf.handle)
    # Beside round coordinates, on a layer whose other lines lie on them.
    keep("geometry/place", sheet.add_line((360, 220.02), (440, 220.02), dxfattribs=at).dxf.handle)
    # In two groups at once.
    pair = [sheet.add_circle((40 + 20 * i, 200), 6, dxfattribs=at) for i in range(2)]
    keep_all("geometry/groups", pair)
    for name in ("PAIR", "PAIR_AGAIN"):
        doc.groups.new(name).extend(pair)

    def area(rule, x, corners, around=()):
        made = sheet.add_hatch(color=256, dxfattribs={"layer": "FILLS"})
        made.set_pattern_fill("STONE", color=256, definition=[[45, (0, 0), (-3 * 0.5**0.5, 3 * 0.5**0.5), []]])
        if around:
            path = made.paths.add_edge_path()
            for start, end in around:
                path.add_line((x + start[0], 190 + start[1]), (x + end[0], 190 + end[1]))
        else:
            made.paths.add_polyline_path([(x + dx, 190 + dy) for dx, dy in corners], is_closed=True)
        keep(rule, made.dxf.handle)
        return made

    # Stone that is called brickwork, its words in an island; edges that do not meet.
    square = [(0, 0), (50, 0), (50, 30), (0, 30)]
    for i, (rule, words) in enumerate((("fills/material", "Brickwork"), (None, "Stone"))):
        made = area(rule, 120 + 80 * i, square)
        made.paths.add_polyline_path([(x, y) for x, y in ((128 + 80 * i, 200), (158 + 80 * i, 200), (158 + 80 * i, 210), (128 + 80 * i, 210))], is_closed=True, flags=16)
        keep(None, sheet.add_text(words, height=2.5, dxfattribs={"layer": "TEXTS"}).set_placement((131 + 80 * i, 203)).dxf.handle)
    sides = list(zip(square, square[1:] + square[:1]))
    area(None, 280, square, around=sides)
    area("fills/open", 360, square, around=[(square[0], square[1]), ((50, 0.8), square[2]), *sides[2:]])
    # Colours that run into each other.
    if version != "R2000":
        tint = sheet.add_hatch(color=256, dxfattribs={"layer": "FILLS"})
        tint.set_gradient(color1=(20, 90, 160), color2=(255, 255, 255), rotation=30)
        tint.paths.add_polyline_path([(440 + dx, 190 + dy) for dx, dy in square], is_closed=True)
        keep("fills/unknown", tint.dxf.handle)
    # A body, which not every program can show.
    keep("file/foreign", sheet.add_3dsolid(dxfattribs=at).dxf.handle)

    # The model at a scale that nobody draws at.
    detail = doc.layouts.new("Detail")
    detail.page_setup(size=(420, 297), margins=(0, 0, 0, 0), units="mm")
    view = detail.add_viewport(center=(200, 150), size=(380, 260), view_center_point=(1500, 12500), view_height=260 * 73, dxfattribs={"layer": "LINES"})
    keep("units/scale", view.dxf.handle)
    # Parallel lines of the model, in mm.
    def define(name, offsets):
        made = doc.mline_styles.new(name)
        for offset in offsets:
            made.elements.append(offset, color=256, linetype="BYLAYER")
        return made

    def run(rule, name, up):
        made = model.add_mline([(0, up), (3000, up)], dxfattribs={
            **at, "style_name": name, "style_handle": doc.mline_styles.get(name).dxf.handle, "justification": 1,
        })
        keep(rule, made.dxf.handle)

    define("KERB", [75, -75])
    define("BORD", [70, -70])
    wall = define("WALLS", [80, -80])
    define("DUCT", [200, -200])
    run(None, "KERB", 10000)
    run("parallels/unknown", "BORD", 11000)
    run("parallels/placed", "WALLS", 12000)
    run("parallels/changed", "DUCT", 13000)
    wall.elements.elements = [element._replace(offset=element.offset * 0.75) for element in wall.elements]
    keep_all("parallels/loose", [model.add_line((0, 14000 + up), (3000, 14000 + up), dxfattribs=at) for up in (75, -75)])
    keep_all(None, [model.add_line((0, 15000 + up), (3000, 15000 + up), dxfattribs=at) for up in (90, -90)])


def make(version):
    planting = Planting(version, (594, 1190))
    planting.layer("LINES")
    make_linework.plant(planting)
    below = {entity.dxf.handle for entity in planting.sheet}
    for up, add in ((430, plant), (870, plant_more)):
        add(planting)
        for entity in planting.sheet:
            if entity.dxf.handle not in below and entity.dxftype() not in ("VIEWPORT", "3DSOLID"):
                entity.translate(0, up, 0)
        below.update(entity.dxf.handle for entity in planting.sheet)
    return planting


if __name__ == "__main__":
    in_every_version(sys.argv[1], make)
