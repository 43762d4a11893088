"""Writes drawings in which dimensions, texts and leaders stand where they should not, one in each version, on a sheet of A2.

Usage: make_placing.py FOLDER. Prints, as JSON, the handles of what is wrong in each file by the rule that is to find it, and
the handles of near misses.
"""
import math
import sys

from ezdxf.math import Vec2
from ezdxf.render.mleader import ConnectionSide

from office_style import style_of
from planting import in_every_version, on_one_sheet


def plant(planting):
    """Plants on the layer DIMS, between the corners (0, 0) and (594, 420) of the sheet, by the rule that is to find it."""
    doc, sheet, keep = planting.doc, planting.sheet, planting.keep
    style_of(doc, "OFFICE")
    style_of(doc, "TICKS", dimtsz=2.5)
    at = {"layer": "DIMS"}

    def level(rule, x, y, length, line=12, style="OFFICE", rise=0, says="<>"):
        made = sheet.add_linear_dim(
            base=(x, y + line), p1=(x, y), p2=(x + length, y + rise), text=says, dimstyle=style,
            dxfattribs=dict(at))
        planting.dimension(rule, made)

    def text(rule, words, x, y, height=2.5, **more):
        made = sheet.add_text(words, height=height, dxfattribs={**at, **more}).set_placement((x, y))
        keep(rule, made.dxf.handle)
        return made

    def slanted(leader):
        """Leaders with labels of their own run as they come to: what of them is off steps of 15 degrees is asked apart."""
        planting.breaks_too("leaders/angle", leader.dxf.handle)

    # An extension line across a dimension line and through its figure; one across the line alone; one that does neither.
    level("dimensions/text-on-line", 20, 30, 60)
    level("dimensions/crossing", 50, 30, 60, line=24)
    level(None, 200, 30, 60)
    level("dimensions/crossing", 215, 30, 60, line=24)
    level(None, 360, 30, 40)
    level(None, 400, 30, 40)
    level(None, 360, 30, 80, line=19)
    # A point 5 mm over the edge that it measures, and one a hair over it.
    for x, rule, rise in ((20, "dimensions/gap", 5), (120, None, 0.4)):
        sheet.add_line((x, 100), (x + 60, 100), dxfattribs=at)
        level(rule, x, 100, 60, line=17 if rise > 1 else 12, rise=rise)
    # One row nearer to its object than the others, and one by as little as nobody sees.
    for x, line, rule in ((220, 12, None), (310, 10.6, "dimensions/first-row"), (400, 12.4, None), (490, 12, None)):
        sheet.add_line((x, 100), (x + 60, 100), dxfattribs=at)
        level(rule, x, 100, 60, line=line)
    # A number that the line is not as long as, one that it is, and words.
    level("dimensions/typed-over", 480, 30, 60, says="90")
    level(None, 480, 60, 60, says="<> TYP")
    # Slashes in a row of arrows.
    for i, style in enumerate(("OFFICE", "TICKS", "OFFICE")):
        level("dimensions/terminators" if style == "TICKS" else None, 20 + 40 * i, 150, 40, style=style)
    # Holes with and without centre lines.
    for x, rule in ((200, "dimensions/centre-marks"), (260, None)):
        circle = sheet.add_circle((x, 160), 12, dxfattribs=at)
        keep(rule, circle.dxf.handle)
        if rule is None:
            sheet.add_line((x - 15, 160.12), (x + 15, 160.12), dxfattribs=at)
            sheet.add_line((x, 145), (x, 175), dxfattribs=at)
    # A text on a line, one that a line underlines, one beside an edge.
    sheet.add_line((320, 161.2), (380, 161.2), dxfattribs=at)
    text("lettering/on-line", "NOTE", 340, 160)
    sheet.add_line((400, 159.7), (440, 159.7), dxfattribs=at)
    text(None, "page", 410, 160)
    sheet.add_line((480, 150), (480, 170), dxfattribs=at)
    text(None, "EDGE", 481, 160)
    # A list with one line beside the others, and a list with one set in on purpose.
    for x, off, rule in ((20, 0.6, "lettering/aligned"), (120, 1.4, None)):
        for i in range(4):
            text(rule if i == 2 else None, "Line %d" % i, x + (off if i == 2 else 0), 230 - 5 * i)
    if planting.version != "R12":
        heavy = text("lettering/stroke", "HEAVY", 200, 220, lineweight=70)
        fine = text(None, "FINE", 240, 220, lineweight=25)
        for own in (heavy, fine):
            planting.breaks_too("objects/own-width", own.dxf.handle)
        # Columns of callouts: one ragged, one with shoulders of three lengths, one in order; all led at 45 degrees.
        for x, ends, shoulders, rule in (
            (20, (0, 1.6, 0, -0.9), (6, 6, 6, 6), "leaders/column"),
            (200, (0, 0, 0, 0), (6, 8, 6, 5), "leaders/column"),
            (380, (0, 0, 0.1, 0), (6, 6, 6.1, 6), None),
        ):
            for i in range(4):
                end = (x + 60 + ends[i], 280 + 25 * i)
                knee = (end[0] - shoulders[i], end[1])
                tip = (knee[0] - 15, knee[1] - 15)
                sheet.add_line((tip[0] - 8, tip[1]), tip, dxfattribs=at)
                leader = sheet.add_leader([tip, knee, end], dimstyle="OFFICE", dxfattribs=dict(at))
                label = text(rule, "Part %d" % i, end[0] + 1, end[1] - 1.25)
                keep(rule, leader.dxf.handle)
                assert label.dxf.handle != leader.dxf.handle
        # A leader at 50 degrees, and one at 45.6.
        for x, degrees, rule in ((300, 50, "leaders/angle"), (340, 45.6, None)):
            tip = (x, 200)
            knee = (x + 15 / math.tan(math.radians(degrees)), 215)
            sheet.add_line((tip[0] - 8, tip[1]), tip, dxfattribs=at)
            leader = sheet.add_leader([tip, knee, (knee[0] + 8, 215)], dimstyle="OFFICE", dxfattribs=dict(at))
            keep(rule, leader.dxf.handle)
            text(None, "Rail", knee[0] + 9, 213.75)
        # Labels of their own in one column, whose leaders cross.
        for i, (tip, end) in enumerate((((45, 185), 230), ((45, 207), 207), ((45, 229), 185))):
            sheet.add_line((37, tip[1]), tip, dxfattribs=at)
            builder = sheet.add_multileader_mtext("Standard", dxfattribs=dict(at))
            builder.set_content("Panel %d" % i, char_height=2.5)
            builder.add_leader_line(ConnectionSide.left, [Vec2(tip)])
            builder.build(insert=Vec2(95, end))
            keep("leaders/crossing", builder.multileader.dxf.handle)
            slanted(builder.multileader)
        # Labels of their own in one column, one of which stands out of it.
        for i in range(4):
            tip = (285, 14 + 12 * i)
            sheet.add_line((281, tip[1]), tip, dxfattribs=at)
            builder = sheet.add_multileader_mtext("Standard", dxfattribs=dict(at))
            builder.set_content("Bolt %d" % i, char_height=2.5)
            builder.add_leader_line(ConnectionSide.left, [Vec2(tip)])
            builder.build(insert=Vec2(320 + (1.2 if i == 2 else 0), tip[1] + 4))
            keep("leaders/column", builder.multileader.dxf.handle)
            slanted(builder.multileader)
        # Leaders with labels of their own: one on what it points at, one beside everything, one that ends short with a second line
        # that does not.
        for x, off, rule in ((420, 0, None), (500, 6, "leaders/tip"), (460, 0.6, "leaders/tip")):
            sheet.add_line((x, 205), (x, 225), dxfattribs=at)
            builder = sheet.add_multileader_mtext("Standard", dxfattribs=dict(at))
            builder.set_content("Gate", char_height=2.5)
            builder.add_leader_line(ConnectionSide.left, [Vec2(x + off, 215)])
            if x == 460:
                builder.add_leader_line(ConnectionSide.left, [Vec2(x, 209)])
            builder.build(insert=Vec2(x + 30, 225))
            keep(rule, builder.multileader.dxf.handle)
            if x != 460:
                slanted(builder.multileader)


if __name__ == "__main__":
    in_every_version(sys.argv[1], on_one_sheet((594, 420), "DIMS", plant))
