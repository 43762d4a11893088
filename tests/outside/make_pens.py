"""Writes drawings whose pens are out of order, come from colours that contradict them, or are none that the office has, one in each version.

Usage: make_pens.py FOLDER. Prints, as JSON, the handles of what is wrong in each file by the rule that is to find it, and the
handles of near misses. R12 holds no widths: there the colours of layers decide how heavy their lines print.
"""
import sys

from planting import Planting, in_every_version

#: Colour numbers by the width that the office prints them with, 1/100 mm.
COLOUR = {100: 1, 50: 3, 25: 4, 18: 6}


def plant(planting):
    """Plants between the corners (0, 0) and (297, 210) of the sheet."""
    doc, sheet, keep, old = planting.doc, planting.sheet, planting.keep, planting.version == "R12"

    def layer(name, width, printed=None):
        """A layer that the office prints with one width; it prints with another here where that is said."""
        shown = printed or width
        record = doc.layers.add(name, color=COLOUR[shown if old else width], **({} if old else {"lineweight": shown}))
        if printed:
            keep("layers/colour" if old else "layers/width", record.dxf.handle)

    def line(rule, on, y, x=20, **more):
        made = sheet.add_line((x, y), (x + 60, y), dxfattribs={"layer": on, **more})
        keep(rule, made.dxf.handle)
        return made.dxf.handle

    # A hidden line that prints heavier than the outline; what is cut stays above both.
    layer("CUT", 100)
    layer("OUTLINE", 50, 25)
    layer("HIDDEN", 25, 50)
    line(None, "CUT", 20)
    line("pens/order", "OUTLINE", 30)
    line("pens/order", "HIDDEN", 40)
    # One line with a width of its own is no pen of its layer.
    if not old:
        line("objects/own-width", "CUT", 50, lineweight=25)
    # 1.39 times as heavy, where √2 is wanted: as near as the series comes.
    layer("SECTION", 25)
    layer("FINE", 18)
    line(None, "SECTION", 60)
    line(None, "FINE", 70)
    # Where lines may stand out, by a width of their own or by colour.
    layer("FREE", 50)
    line(None, "FREE", 20, 120)
    if not old:
        line(None, "FREE", 30, 120, lineweight=35)
        line("pens/not-permitted", "FREE", 40, 120, lineweight=40)
    line(None, "FREE", 50, 120, color=7)
    line("pens/by-colour", "FREE", 60, 120, color=1)
    # The colour that prints wider, where nobody may use one of his own.
    line("objects/own-colour", "SECTION", 70, 120, color=1)
    # A sender's layer whose width its colour contradicts, and one that says none: R12 knows widths of neither.
    for i, width in enumerate((50, -3)):
        doc.layers.add(f"THEIRS-{i}", color=COLOUR[25], **({} if old else {"lineweight": width}))
        handle = line("layers/unknown", f"THEIRS-{i}", 20 + 10 * i, 220)
        if width > 0 and not old:
            keep("pens/by-colour", handle)


def make(version):
    planting = Planting(version, (297, 210))
    plant(planting)
    return planting


in_every_version(sys.argv[1], make)
