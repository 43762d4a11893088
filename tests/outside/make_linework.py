"""Writes drawings in which lines and fills are a hair off, doubled, hidden or covered, one in each version, on a sheet of A2.

Usage: make_linework.py FOLDER. Prints, as JSON, the handles of what is wrong in each file by the rule that is to find it, and the
handles of near misses.
"""
import sys

from planting import Planting, in_every_version


def plant(planting):
    """Plants on the layer LINES, between the corners (0, 0) and (594, 420) of the sheet."""
    doc, sheet, keep, version = planting.doc, planting.sheet, planting.keep, planting.version
    at = {"layer": "LINES"}

    def line(rule, start, end, **more):
        made = sheet.add_line(start, end, dxfattribs={**at, **more})
        keep(rule, made.dxf.handle)
        return made.dxf.handle

    # Frames that are level, plumb and in whole numbers, so that what is not is a slip.
    for i in range(6):
        x = 20 + 90 * i
        for a, b in (((0, 0), (60, 0)), ((60, 0), (60, 40)), ((60, 40), (0, 40)), ((0, 40), (0, 0))):
            line(None, (x + a[0], 350 + a[1]), (x + b[0], 350 + b[1]))
    # Almost level and almost plumb; a slope, and one that lies as it was typed.
    line("geometry/level", (20, 300), (80, 300.2))
    line("geometry/level", (100, 300), (100.1, 340))
    line(None, (120, 300), (180, 301))
    line(None, (200, 300), (260, 300.000001))
    # An end beside a line, an open corner, and ends that stand free.
    planting.changed_too(line(None, (20, 250), (80, 250)))
    line("geometry/ends", (50, 250.04), (50, 282))
    line("geometry/ends", (100, 250), (140, 250))
    planting.changed_too(line(None, (140.03, 250.02), (140.03, 282)))
    line(None, (180, 250), (220, 250))
    line(None, (200, 250.2), (200, 282))
    # A length a hair off; the oldest version names no unit that it could be round in.
    line(None if version == "R12" else "geometry/round", (260, 250), (309.98, 250))
    line(None, (260, 260), (312, 260))
    # Twice, within a longer one, in part, without a length; beside each other.
    line(None, (20, 200), (80, 200))
    line("geometry/doubled", (80, 200), (20, 200))
    line("geometry/doubled", (30, 200), (60, 200))
    line("geometry/overlapping", (120, 200), (180, 200))
    line("geometry/overlapping", (160, 200), (220, 200))
    line("geometry/nothing", (250, 210), (250, 210))
    line(None, (280, 200), (340, 200))
    line("lines/too-near", (280, 200.8), (340, 200.8))
    line(None, (380, 200), (440, 200))
    line(None, (380, 201), (440, 201))
    # Over the plane of the drawing.
    circle = sheet.add_circle((480, 215, 700), 10, dxfattribs=at)
    keep("geometry/heights", circle.dxf.handle)
    keep(None, sheet.add_circle((520, 215, 0), 10, dxfattribs=at).dxf.handle)
    # Frozen content.
    old = doc.layers.add("OLD", color=3, **({} if version == "R12" else {"lineweight": 25}))
    old.freeze()
    keep("layers/hidden", sheet.add_line((500, 250), (560, 250), dxfattribs={"layer": "OLD"}).dxf.handle)
    # A linetype of somebody else's.
    doc.linetypes.add("THEIRS_2", [4.5, 3, -1.5])
    line("linetypes/unknown", (20, 150), (80, 150), linetype="THEIRS_2")
    if version == "R12":
        return

    def fill(rule, x, y, islands=(), solid=False):
        area = sheet.add_hatch(color=256, dxfattribs=at)
        if not solid:
            area.set_pattern_fill("DIAG", color=256, definition=[[45, (0, 0), (-2, 2), []]])
        area.paths.add_polyline_path([(x, y), (x + 60, y), (x + 60, y + 30), (x, y + 30)], is_closed=True)
        for dx, dy, w, h in islands:
            corners = [(x + dx, y + dy), (x + dx + w, y + dy), (x + dx + w, y + dy + h), (x + dx, y + dy + h)]
            area.paths.add_polyline_path(corners, is_closed=True, flags=16)
        keep(rule, area.dxf.handle)
        return area

    def text(rule, words, x, y):
        made = sheet.add_text(words, height=2.5, dxfattribs=at).set_placement((x, y))
        keep(rule, made.dxf.handle)

    # A text in a fill, one in an island, one over a solid fill and one under one.
    planting.changed_too(fill(None, 20, 80).dxf.handle)
    text("fills/over-text", "Slab", 40, 95)
    fill(None, 110, 80, islands=[(15, 10, 30, 10)])
    text(None, "Clear", 130, 93)
    fill(None, 200, 80, solid=True)
    text(None, "Tint", 220, 95)
    # A solid fill over a line, and one behind it.
    line(None, (300, 95), (340, 95))
    fill("fills/in-front", 290, 80, solid=True)
    fill(None, 380, 80, solid=True)
    line(None, (390, 95), (430, 95))
    # One area filled twice.
    fill(None, 470, 80)
    fill("fills/doubled", 470, 80)


def make(version):
    planting = Planting(version, (594, 420))
    planting.layer("LINES")
    plant(planting)
    return planting


if __name__ == "__main__":
    in_every_version(sys.argv[1], make)
