"""Writes drawings in which lines of dimensions of every kind run across each other, one in each version, on a sheet of A2.

Usage: make_crossings.py FOLDER. Prints, as JSON, the handles of dimensions whose lines are to be broken, of pairs of which
one has to give way, and of near misses.
"""
import sys

from ezdxf.math import Vec2

from office_style import style_of
from planting import in_every_version, on_one_sheet


def plant(planting):
    doc, sheet = planting.doc, planting.sheet
    style_of(doc, "OFFICE")
    at = {"layer": "DIMS"}

    def made(kind, dimension):
        return planting.dimension(kind, dimension)

    def level(kind, x, y, length, line):
        return made(kind, sheet.add_linear_dim(
            base=(x, y + line), p1=(x, y), p2=(x + length, y), dimstyle="OFFICE", dxfattribs=dict(at)))

    def plumb(kind, x, y, length, line):
        return made(kind, sheet.add_linear_dim(
            base=(x + line, y), p1=(x, y), p2=(x, y + length), angle=90, dimstyle="OFFICE", dxfattribs=dict(at)))

    def around(kind, x, y, add):
        """Between 45 and 135 degrees about a centre, its line at a radius of 40 mm, its points at 30."""
        centre = Vec2(x, y)
        first, second = (centre + Vec2.from_deg_angle(deg, 30) for deg in (45, 135))
        return made(kind, add(base=centre + Vec2.from_deg_angle(90, 40), center=centre, p1=first, p2=second,
                              dimstyle="OFFICE", dxfattribs=dict(at)))

    # An extension line across the arc of an angle, right over its corner; beside it one that ends before the arc.
    around(None, 60, 60, sheet.add_angular_dim_3p)
    level("broken", 60, 90, 80, 40)
    level(None, 45, 76, 20, 12)
    # The side of an angle across a dimension line.
    around("broken", 220, 60, sheet.add_angular_dim_3p)
    level(None, 235, 75, 30, 10)
    # The circle of an angle, where its arc is not.
    level(None, 220, 0, 40, 30)
    if planting.version != "R12":
        # The side of the length of an arc across a dimension line.
        around("broken", 380, 60, sheet.add_arc_dim_3p)
        level(None, 395, 75, 30, 10)
    # What leads from an ordinate to its text, across a dimension line.
    made("broken", sheet.add_ordinate_x_dim(
        feature_location=(500, 60), offset=(0, 40), origin=(480, 60), dimstyle="OFFICE", dxfattribs=dict(at)))
    level(None, 485, 75, 30, 10)
    # An extension line across the line of a diameter; two diameters about one centre.
    for angle in (30, 100):
        made(None, sheet.add_diameter_dim(
            center=(60, 240), radius=40, angle=angle, dimstyle="OFFICE", override={"dimtix": 1, "dimtmove": 0},
            dxfattribs=dict(at)))
    level("broken", 80, 225, 100, 70)
    # Dimension lines that cross: straight ones, and one across the arc of an angle.
    level("pair", 220, 200, 100, 20)
    plumb("pair", 250, 190, 60, 20)
    around("arc", 420, 200, sheet.add_angular_dim_3p)
    plumb("arc", 415, 228, 50, 15)


if __name__ == "__main__":
    in_every_version(sys.argv[1], on_one_sheet((594, 420), "DIMS", plant))
