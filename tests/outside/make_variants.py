"""What the planted faults of lettering, dimensions and leaders have beside the first of each kind: every setting, way and side that
a rule names apart. `make_matrix` puts them on its sheet; standing alone, this writes them on a sheet of A2.

Usage: make_variants.py FOLDER. Prints, as JSON, the handles of what is wrong in each file by the rule that is to find it, and
the handles of near misses.
"""
import sys

from ezdxf.enums import TextEntityAlignment

from office_style import style_of
from planting import in_every_version, on_one_sheet

# Settings that a single dimension has of its own, each one alone.
OWN = (
    {"dimdec": 2}, {"dimdsep": 44}, {"dimzin": 0}, {"dimasz": 4}, {"dimtsz": 2}, {"dimexe": 3}, {"dimtad": 0}, {"dimgap": 2},
    {"dimclrd": 1}, {"dimclre": 1}, {"dimclrt": 1}, {"dimtih": 1},
)


def plant(planting):
    """Plants on the layers NOTES and DIMS, between the corners (0, 0) and (594, 420) of the sheet."""
    doc, sheet, keep, version = planting.doc, planting.sheet, planting.keep, planting.version
    style_of(doc, "OFFICE")
    for name, attribs in (("NOTE", {}), ("FONT", {"font": "isocp.shx"}), ("SLANT", {"oblique": 15}), ("FIXED", {"height": 5})):
        if name not in doc.styles:
            doc.styles.add(name, **{"font": "txt", **attribs} if "font" in attribs else {"font": "txt"}).update_dxf_attribs(
                {key: value for key, value in attribs.items() if key != "font"})
    at = {"layer": "DIMS"}

    def text(rule, words, x, y, align=TextEntityAlignment.LEFT, **attribs):
        attribs = {"layer": "NOTES", "style": "NOTE", "height": 2.5, **attribs}
        made = sheet.add_text(words, dxfattribs=attribs).set_placement((x, y), align=align)
        keep(rule, made.dxf.handle)
        return made

    for i, style in enumerate(("FONT", "SLANT", "FIXED")):
        made = text(None, "in " + style.lower(), 60, 20 + 10 * i, style=style, oblique=15 if style == "SLANT" else 0)
        # A single line of text holds the slant of its style: it follows.
        if style == "SLANT":
            planting.changed_too(made.dxf.handle)
    # Letters that lean by hand, and by less than anybody sees.
    text("lettering/own-looks", "leaning", 20, 20, oblique=20)
    text(None, "upright", 20, 30, oblique=0.3)
    # Lists in line on the right and in the middle, and a row on one base line, each with one a little off.
    for x, align in ((100, TextEntityAlignment.RIGHT), (160, TextEntityAlignment.CENTER)):
        for i, words in enumerate(("Bed", "Kitchen", "Hall", "Bathroom")):
            text("lettering/aligned" if i == 1 else None, words, x + (0.7 if i == 1 else 0), 40 - 5 * i, align)
    for i in range(5):
        text("lettering/aligned" if i == 3 else None, "Row %d" % i, 200 + 25 * i, 20 + (0.5 if i == 3 else 0))
    # On the edge of a fill, and beside one; on the line of a dimension.
    for x, rule in ((350, "lettering/on-line"), (420, None)):
        text(rule, "STONE", x, 20)
        left = x + (5 if rule else -25)
        fill = sheet.add_solid if version == "R12" else None
        corners = [(left, 10), (left + 20, 10), (left + 20, 30), (left, 30)]
        if fill:
            fill([corners[0], corners[1], corners[3], corners[2]], dxfattribs={"layer": "NOTES"})
        else:
            sheet.add_hatch(color=256, dxfattribs={"layer": "NOTES"}).paths.add_polyline_path(corners, is_closed=True)
    planting.dimension(None, sheet.add_linear_dim(
        base=(480, 32), p1=(480, 20), p2=(560, 20), dimstyle="OFFICE", dxfattribs=dict(at)))
    text("lettering/on-line", "OVER", 490, 31, layer="DIMS")
    # On the figure of a dimension alone, over its line.
    planting.dimension(None, sheet.add_linear_dim(
        base=(480, 52), p1=(480, 40), p2=(560, 40), dimstyle="OFFICE", dxfattribs=dict(at)))
    text("lettering/on-line", "ON IT", 520, 53.5)
    # What a single dimension sets of its own.
    # The oldest version holds neither places nor mark of a single dimension.
    for i, override in enumerate(OWN[2:] if version == "R12" else OWN):
        x, y = 20 + 110 * (i % 5), 70 + 35 * (i // 5)
        planting.dimension("dimensions/own-settings", sheet.add_linear_dim(
            base=(x, y + 12), p1=(x, y), p2=(x + 70, y), dimstyle="OFFICE", override=override, dxfattribs=dict(at)))
    # Values typed over on what is no straight dimension.
    more = {"dimstyle": "OFFICE", "dxfattribs": dict(at)}
    planting.dimension("dimensions/typed-over", sheet.add_ordinate_x_dim(
        feature_location=(40, 240), offset=(0, 20), origin=(20, 240), text="25", **more))
    planting.dimension("dimensions/typed-over", sheet.add_angular_dim_2l(
        base=(120, 275), line1=((100, 240), (130, 240)), line2=((100, 240), (100, 270)), text="60%%d", **more))
    if version != "R12":
        planting.dimension("dimensions/typed-over", sheet.add_arc_dim_3p(
            base=(200, 275), center=(200, 240), p1=(225, 240), p2=(200, 265), text="45", **more))
    # What was a dimension, plumb.
    for part in (
        sheet.add_line((261, 240), (248.75, 240), dxfattribs=at),
        sheet.add_line((261, 290), (248.75, 290), dxfattribs=at),
        sheet.add_line((250, 240), (250, 290), dxfattribs=at),
        sheet.add_line((248.8, 238.8), (251.2, 241.2), dxfattribs=at),
        sheet.add_line((248.8, 288.8), (251.2, 291.2), dxfattribs=at),
        sheet.add_text("50", height=2.5, rotation=90, dxfattribs=at).set_placement((249, 263)),
    ):
        keep("dimensions/loose", part.dxf.handle)
    # Plumb lines too near to the outline, and to each other.
    for x, lines, rule in ((320, (6,), "dimensions/spacing"), (400, (12, 16), "dimensions/spacing"), (480, (12, 19), None)):
        for i, line in enumerate(lines):
            planting.dimension(rule, sheet.add_linear_dim(
                base=(x - line, 240), p1=(x, 240 - 10 * i), p2=(x, 280 + 10 * i), angle=90, **more))
    if version != "R12":
        for i, words in enumerate((r"{\W0.7;a width}", r"{\Q20;a slant}")):
            mtext = sheet.add_mtext(words, dxfattribs={"layer": "NOTES", "style": "NOTE", "char_height": 2.5})
            mtext.set_location((20 + 60 * i, 200))
            keep("lettering/own-looks", mtext.dxf.handle)
        # A leader through a text, and one across the line of a dimension.
        for x, rule in ((200, "leaders/crossing"), (320, "leaders/crossing")):
            leader = sheet.add_leader([(x, 180), (x + 40, 210), (x + 46, 210)], dimstyle="OFFICE", dxfattribs=dict(at))
            sheet.add_line((x, 172), (x, 180), dxfattribs=at)
            label = sheet.add_text("Beam", height=2.5, dxfattribs=at).set_placement((x + 47, 208.75))
            planting.changed_too(label.dxf.handle)
            keep(rule, leader.dxf.handle)
        text(None, "CROSSED", 213, 193)
        planting.dimension(None, sheet.add_linear_dim(
            base=(300, 197), p1=(300, 185), p2=(360, 185), dimstyle="OFFICE", dxfattribs=dict(at)))


if __name__ == "__main__":
    in_every_version(sys.argv[1], on_one_sheet((594, 420), "DIMS", plant))
