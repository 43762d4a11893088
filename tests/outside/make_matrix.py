"""Writes drawings with all planted faults of lettering, dimensions and leaders at once, one in each version, on one tall sheet.

Usage: make_matrix.py FOLDER. Prints, as JSON, the handles of what is wrong in each file by the kind of fault, and the handles
of near misses.
"""
import sys

import make_faults
import make_lettering
import make_placing
import make_variants
from office_style import style_of
from planting import Planting, in_every_version


def make(version):
    planting = Planting(version, (594, 1700))
    planting.layer("DIMS")
    planting.layer("NOTES")
    style_of(planting.doc, "OFFICE")
    spaces = (planting.sheet, planting.model)
    seen = set()
    for plant, up in (
        (lambda: make_variants.plant(planting), (1180, 0)),
        (lambda: make_lettering.plant(planting, "OFFICE"), (880, 0)),
        (lambda: make_faults.plant(planting), (440, -9000)),
        (lambda: make_placing.plant(planting), (0, 0)),
    ):
        plant()
        for space, dy in zip(spaces, up):
            for entity in space:
                if entity.dxf.handle not in seen:
                    seen.add(entity.dxf.handle)
                    if dy and entity.dxftype() != "VIEWPORT":
                        entity.translate(0, dy, 0)
    return planting


if __name__ == "__main__":
    in_every_version(sys.argv[1], make)
