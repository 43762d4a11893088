"""Writes drawings with planted faults of dimensions and leaders, one in each version, on a sheet of A2 in true mm.

Usage: make_faults.py FOLDER. Prints, as JSON, the handles of what is wrong in each file by the kind of fault, and the handles
of near misses.
"""
import sys

from office_style import style_of
from planting import in_every_version, on_one_sheet


def plant(planting):
    """Plants on the layer DIMS, between the corners (0, 0) and (594, 420) of the sheet and near the origin of the model."""
    doc, sheet, model, version = planting.doc, planting.sheet, planting.model, planting.version
    keep, dimension, breaks_too = planting.keep, planting.dimension, planting.breaks_too
    at = {"layer": "DIMS"}
    for name, changed in (
        ("OFFICE", {}), ("THEIRS", {"dimtxt": 3.5}), ("DETAIL", {"dimtxt": 3, "dimexe": 2}),
    ):
        style_of(doc, name, **changed)
    # Words around values are written by this program in the older versions alone.
    wordy = version in ("R12", "R2000")
    if wordy:
        style_of(doc, "METRES", dimpost="<> m")
        style_of(doc, "PREFIX", dimpost="2x <>")

    def level(kind, x, y, length, line=12, style="OFFICE", space=sheet, **more):
        return dimension(kind, space.add_linear_dim(
            base=(x, y + line), p1=(x, y), p2=(x + length, y), dimstyle=style, dxfattribs=dict(at), **more))

    # Styles: one that nobody knows, one that was changed, and settings on a single dimension.
    level("style unknown", 20, 30, 60, style="THEIRS")
    level("style changed", 120, 30, 60, style="DETAIL")
    level("own settings", 220, 30, 60, override={"dimtxt": 3.5})
    level(None, 320, 30, 60, override={"dimtxt": 2.5})
    level(None, 420, 30, 60, override={"dimse1": 1})
    # Its picture shows what it was before it was stretched by 4 mm.
    stale = level("stale", 20, 70, 60)
    stale.dxf.defpoint3 = (84, 70)
    slightly = level(None, 120, 70, 60)
    slightly.dxf.defpoint3 = (180.3, 70)
    # Metres behind millimetres, in the model; the oldest version names no unit to hold them against.
    if version == "R2000":
        level("unit said", 0, 0, 3000, line=500, style="METRES", space=model)
    # A length across a whole circle, and one beside it; a diameter whose words hide its sign.
    breaks_too("dimensions/centre-marks", sheet.add_circle((250, 80), 15, dxfattribs=at).dxf.handle)
    level("across", 235, 80, 30, line=25)
    breaks_too("dimensions/centre-marks", sheet.add_circle((350, 80), 15, dxfattribs=at).dxf.handle)
    # Its extension lines begin 3 mm from the circle.
    breaks_too("dimensions/gap", level(None, 335, 82, 30, line=25).dxf.handle)
    if wordy:
        dimension("no sign", sheet.add_diameter_dim((450, 80), radius=15, angle=45, dimstyle="PREFIX", dxfattribs=dict(at)))
    dimension(None, sheet.add_diameter_dim((520, 80), radius=15, angle=45, dimstyle="OFFICE", dxfattribs=dict(at)))
    # One place twice, and two places nearly the same.
    level("doubled", 20, 130, 70)
    level("doubled", 20, 130, 70, line=-12)
    level(None, 120, 130, 70)
    level(None, 120, 130, 70.1, line=-12)
    # A row that does not add up, and one that does.
    for i in range(3):
        level("chain", 220 + 20.4 * i, 130, 20.4)
    level("chain", 220, 130, 61.2, line=19)
    for i in range(3):
        level(None, 320 + 20 * i, 130, 20)
    level(None, 320, 130, 60, line=19)
    # Two lines 4 mm apart, one 6 mm from the outline, one 9.95 mm.
    level("stack", 20, 190, 60)
    level("stack", 10, 190, 80, line=16)
    level("close", 120, 190, 60, line=6)
    breaks_too("dimensions/first-row", level(None, 220, 190, 60, line=9.95).dxf.handle)
    # What was a dimension: lines, strokes and a number; and beside it one whose number is another.
    for x, words in ((20, "60"), (120, "75")):
        parts = [
            sheet.add_line((x, 241), (x, 253.25), dxfattribs=at),
            sheet.add_line((x + 60, 241), (x + 60, 253.25), dxfattribs=at),
            sheet.add_line((x, 252), (x + 60, 252), dxfattribs=at),
            sheet.add_line((x - 1.2, 250.8), (x + 1.2, 253.2), dxfattribs=at),
            sheet.add_line((x + 58.8, 250.8), (x + 61.2, 253.2), dxfattribs=at),
            sheet.add_text(words, height=2.5, dxfattribs=at).set_placement((x + 27, 253)),
        ]
        for part in parts:
            keep("loose" if x == 20 else None, part.dxf.handle)
    # Callouts: two that cross, two that do not.
    for x, order in ((220, (40, 20)), (400, (20, 40))):
        for i, y in enumerate(order):
            tip = (x, 250 + 20 * i)
            end = (x + 60, 245 + y)
            leader = sheet.add_leader([tip, (end[0] - 6, end[1]), end], dimstyle="OFFICE", dxfattribs=dict(at)) \
                if version != "R12" else None
            if leader is None:
                continue
            keep("crossing" if x == 220 else None, leader.dxf.handle)
            sheet.add_line((tip[0] - 8, tip[1]), tip, dxfattribs=at)
            label = sheet.add_text("Post %d" % i, height=2.5, dxfattribs=at).set_placement((end[0] + 1, end[1] - 1.25))
            if x == 220:
                planting.changed_too(label.dxf.handle)
    # Tips: on their line, 0.6 mm short of it, and beside everything.
    if version != "R12":
        for y, off, kind in ((330, 0.05, None), (350, 0.6, "short"), (370, 5, "at nothing")):
            sheet.add_line((50, y - 8), (50, y + 8), dxfattribs=at)
            leader = sheet.add_leader([(50 + off, y), (80, y + 6), (86, y + 6)], dimstyle="OFFICE", dxfattribs=dict(at))
            keep(kind, leader.dxf.handle)
            sheet.add_text("Wall", height=2.5, dxfattribs=at).set_placement((87, y + 4.75))


if __name__ == "__main__":
    in_every_version(sys.argv[1], on_one_sheet((594, 420), "DIMS", plant))
