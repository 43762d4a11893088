"""Writes drawings in which lines with arrows stand in for leaders, as drawings from outside have them, one in each version.

Usage: make_loose_leaders.py FOLDER. Prints, as JSON, the handles of what is wrong in each file by the rule that is to find it,
and the handles of near misses. The drawing lies in the model, shown at 1:50 on a sheet of A3.
"""
import sys

from ezdxf.enums import TextEntityAlignment
from ezdxf.math import Vec2

from planting import Planting, in_every_version

SCALE = 50
ARROW = 2.5 * SCALE


def plant(planting):
    model, keep = planting.model, planting.keep
    at = {"layer": "NOTES"}
    h = 2.5 * SCALE

    def text(words, x, y, **attribs):
        made = model.add_text(words, height=h, dxfattribs={**at, **attribs}).set_placement((x, y))
        keep(None, made.dxf.handle)
        return made

    def head(rule, tip, towards, kind="solid"):
        """A filled triangle at a tip, its base towards a point."""
        tip, towards = Vec2(tip), Vec2(towards)
        along = (towards - tip).normalize(ARROW)
        half = along.orthogonal().normalize(ARROW / 6)
        corners = [tip, tip + along + half, tip + along - half]
        if kind == "solid":
            made = model.add_solid([*corners, corners[2]], dxfattribs=at)
        else:
            made = model.add_hatch(color=256, dxfattribs=at)
            made.paths.add_polyline_path(corners, is_closed=True)
        keep(rule, made.dxf.handle)
        return tip + along

    def polyline(rule, points, **more):
        if planting.version == "R12":
            made = model.add_polyline2d(points, dxfattribs=at)
        else:
            made = model.add_lwpolyline(points, dxfattribs=at, **more)
        keep(rule, made.dxf.handle)
        return made

    loose = "leaders/loose"
    # What the leaders point at.
    for y in (1000, 2000, 3000, 4500, 6000):
        keep(None, model.add_line((3000, y - 300), (3000, y + 300), dxfattribs=at).dxf.handle)
    # A polyline from the base of its arrow, a text at its end; the same from right to left; an own colour.
    for y, way in ((1000, 1), (2000, -1)):
        tip, knee, end = (3000, y), (3000 + 1200 * way, y + 500), (3000 + 1600 * way, y + 500)
        start = head(loose, tip, knee)
        polyline(loose, [start, knee, end])
        words = text("Concrete kerb", end[0] + 60 * way, end[1] - h / 2)
        if way < 0:
            words.set_placement((end[0] - 60, end[1] - h / 2), align=TextEntityAlignment.RIGHT)
    # Through the arrow up to its tip; a hatched arrow where there are such; a shoulder under the words.
    tip, knee, end = (3000, 3000), (4000, 3600), (5600, 3600)
    head(loose, tip, knee, "solid" if planting.version == "R12" else "hatch")
    polyline(loose, [tip, knee, end])
    text("Steel post", 4050, 3640)
    # Two lines, and three texts one under the other.
    tip, knee, end = (3000, 4500), (3800, 5000), (4200, 5000)
    start = head(loose, tip, knee)
    keep(loose, model.add_line(start, knee, dxfattribs=at).dxf.handle)
    keep(loose, model.add_line(end, knee, dxfattribs=at).dxf.handle)
    for i, words in enumerate(("Paving on", "sand bed", "40 mm")):
        text(words, 4260, 5000 - h / 2 + (1 - i) * 1.6 * h)
    # The arrow is the first piece of the polyline itself, drawn wider.
    points = [(3000, 6000, 0, ARROW / 3), (3000 + ARROW * 0.8, 6000 + ARROW * 0.6, 0, 0), (3800, 6600, 0, 0), (4200, 6600, 0, 0)]
    if planting.version == "R12":
        made = model.add_polyline2d(
            [p[:2] for p in points], dxfattribs=at)
        for vertex, (_, _, start_width, end_width) in zip(made.vertices, points):
            vertex.dxf.start_width, vertex.dxf.end_width = start_width, end_width
        keep(loose, made.dxf.handle)
    else:
        keep(loose, model.add_lwpolyline(points, format="xyse", dxfattribs=at).dxf.handle)
    text("Gravel", 4260, 6600 - h / 2)
    # Open arrows: as one line, on a line without a knee; and as two strokes.
    tip, end = Vec2(5500, 1000), Vec2(6200, 1700)
    keep(None, model.add_line((5500, 700), (5500, 1300), dxfattribs=at).dxf.handle)
    along = (end - tip).normalize(ARROW)
    half = along.orthogonal().normalize(ARROW / 4)
    polyline(loose, [tip + along + half, tip, tip + along - half])
    keep(loose, model.add_line(tip, end, dxfattribs=at).dxf.handle)
    text("Bench", 6260, 1700 - h / 2)
    tip, knee = Vec2(5500, 2500), Vec2(6000, 2900)
    keep(None, model.add_line((5500, 2200), (5500, 2800), dxfattribs=at).dxf.handle)
    along = (knee - tip).normalize(ARROW)
    half = along.orthogonal().normalize(ARROW / 4)
    for side in (half, -half):
        keep(loose, model.add_line(tip, tip + along + side, dxfattribs=at).dxf.handle)
    polyline(loose, [tip, knee, (6300, 2900)])
    text("Bin", 6360, 2900 - h / 2)
    # Without arrows: a leg and a shoulder.
    for i in range(2):
        tip, knee, end = (1000, 6500 + 700 * i), (1400, 6800 + 700 * i), (1700, 6800 + 700 * i)
        keep(None, model.add_line((1000, tip[1] - 100), (1000, tip[1] + 100), dxfattribs=at).dxf.handle)
        polyline(loose, [tip, knee, end])
        text("Drain", 1760, end[1] - h / 2)
    # A dimension line with arrows at both ends, a stair that runs up, an arrow without words, a line to words without an arrow,
    # a north arrow, and a path with its arrow at the words.
    for x in (8000, 10000):
        head(None, (x, 1000), (9000, 1000))
    polyline(None, [(8000 + ARROW, 1000), (10000 - ARROW, 1000)])
    text("2 m wide", 10060, 1000 - h / 2)
    start = head(None, (8000, 2000), (10000, 2000))
    polyline(None, [start, (10000, 2000)])
    text("UP", 10060, 2000 - h / 2)
    start = head(None, (8000, 3000), (10000, 3000))
    polyline(None, [start, (10000, 3000)])
    polyline(None, [(8000, 4000), (9400, 4400)])
    text("Loose line", 9460, 4400 - h / 2)
    # A corner beside words, and a leg and a shoulder between two of them.
    polyline(None, [(8000, 4600), (9000, 4600), (9000, 4900)])
    text("Corner", 9060, 4850)
    polyline(None, [(11000, 4000), (11500, 4400), (12000, 4400)])
    text("Here", 12060, 4400 - h / 2)
    text("There", 0, 0).set_placement((10940, 4000 - h / 2), align=TextEntityAlignment.RIGHT)
    start = head(None, (8000, 6000), (8000, 5000))
    polyline(None, [start, (8000, 5000)])
    text("N", 8000 - h / 3, 6060)
    start = head(None, (9500, 6000), (9000, 6000))
    polyline(None, [start, (9000, 6000)])
    text("Entrance", 9560, 6000 - h / 2)


def make(version):
    planting = Planting(version, (420, 297))
    planting.layer("NOTES")
    plant(planting)
    planting.sheet.add_viewport(center=(210, 148), size=(400, 280), view_center_point=(7000, 3500), view_height=280 * SCALE)
    return planting


if __name__ == "__main__":
    in_every_version(sys.argv[1], make)
