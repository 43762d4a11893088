"""Writes drawings in which lines and fills are a hair off, doubled, hidden or covered, one in each version, on a sheet of A2.

Usage: make_linework.py FOLDER. Prints, as JSON, the handles of what is wrong in each file by the rule that is to find it, and the
handles of near misses.
"""
import sys

from planting import in_every_version, on_one_sheet


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
    planting.changed_too(line(None, (140, 250.04), (140, 282)))
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
    doc.linetypes.add("THEIRS_2", [4.5, 3, -1.5])
    # A linetype of somebody else's, by which the line looks like something that its layer is not for.
    keep("objects/by-looks", line("linetypes/unknown", (20, 150), (80, 150), linetype="THEIRS_2"))
    # Arcs that overlap, lie on a longer one, follow each other.
    def arc(rule, x, start, end):
        made = sheet.add_arc((x, 155), 10, start, end, dxfattribs=at)
        keep(rule, made.dxf.handle)

    arc("geometry/overlapping", 120, 0, 90)
    arc("geometry/overlapping", 120, 60, 150)
    arc(None, 160, 0, 180)
    arc("geometry/doubled", 160, 20, 70)
    arc(None, 200, 0, 90)
    arc(None, 200, 90, 180)
    # Dashes one by one; too few of them.
    for i in range(8):
        line("lines/dashes", (240 + 8 * i, 165), (246 + 8 * i, 165))
    for i in range(5):
        line(None, (340 + 8 * i, 165), (346 + 8 * i, 165))
    # What a line is by its pattern, by the circle that it runs through, by the words along it.
    doc.linetypes.add("HIDDEN", [4.5, 3, -1.5])
    line("objects/by-looks", (240, 130), (300, 130), linetype="HIDDEN")
    keep(None, sheet.add_circle((340, 135), 8, dxfattribs=at).dxf.handle)
    line("objects/by-looks", (329, 135), (351, 135))
    line("objects/by-looks", (340, 124), (340, 146))
    line("objects/by-looks", (400, 135), (460, 135))
    edge = sheet.add_text("hidden edge", height=2.5, dxfattribs=at).set_placement((415, 136.5))
    keep(None, edge.dxf.handle)
    keep(None, sheet.add_circle((500, 135), 8, dxfattribs=at).dxf.handle)
    line(None, (500, 135), (530, 135))
    # What nothing is drawn with.
    doc.linetypes.add("LEFT_OVER", [3, 2, -1])
    lost = doc.blocks.new("LEFT_OVER").add_line((0, 0), (1, 0), dxfattribs=at)
    planting.changed_too(f"LEFT_OVER/{lost.dxf.handle}")
    if version == "R12":
        return
    if version != "R2000":
        seen_through = sheet.add_line((20, 130), (80, 130), dxfattribs=at)
        seen_through.transparency = 0.5
        keep("objects/own-transparency", seen_through.dxf.handle)

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

    # In a closed line, tied to it and not; lines that run together and just not; a strip that is too thin, and one just not.
    def area(rule, x, spacing=2.0, up=30.0, around=None):
        corners = [(x, 20), (x + 50, 20), (x + 50, 20 + up), (x, 20 + up)]
        made = sheet.add_hatch(color=256, dxfattribs=at)
        if spacing:
            made.set_pattern_fill("ROWS", color=256, definition=[[30, (0, 0), (-spacing / 2, spacing * 0.75**0.5), []]])
        if around:
            closed = sheet.add_lwpolyline(corners, close=True, dxfattribs=at)
            path = made.paths.add_polyline_path(corners, is_closed=True)
            planting.changed_too(closed.dxf.handle)
            if around == "tied":
                made.associate(path, [closed])
        else:
            made.paths.add_polyline_path(corners, is_closed=True)
        keep(rule, made.dxf.handle)

    area("fills/tied", 20, around="loose")
    area(None, 90, around="tied")
    area("fills/dense", 160, spacing=0.4)
    area(None, 230, spacing=0.75)
    area("fills/sliver", 300, spacing=0, up=0.05)
    area(None, 370, spacing=0, up=0.12)


if __name__ == "__main__":
    in_every_version(sys.argv[1], on_one_sheet((594, 420), "LINES", plant))
