"""Writes drawings with planted faults of lettering and dimensions, one in each version.

Usage: make_lettering.py FOLDER. Prints, as JSON, the handles of what is wrong in each file by the kind of fault, and the
handles of near misses. Texts lie on a sheet of A3, in true mm; dimensions of all kinds lie in the model.
"""
import sys

from planting import in_every_version, on_one_sheet


def text(space, words, at, **attribs):
    attribs = {"layer": "NOTES", "style": "NOTE", "height": 2.5, **attribs}
    return space.add_text(words, dxfattribs=attribs).set_placement(at).dxf.handle


def plant(planting, style):
    """Plants on the layer NOTES, between the corners (0, 0) and (420, 297) of the sheet, and in the model dimensions in a style."""
    doc, sheet, model, version = planting.doc, planting.sheet, planting.model, planting.version
    keep, planted, near = planting.keep, planting.planted, planting.near
    for name, factor in (("NOTE", 1), ("TITLE", 0.5), ("THEIRS", 1)):
        doc.styles.add(name, font="txt").dxf.width = factor
    # Heights: 1.8 and 4 mm are not the style's 2.5; 2 % off is.
    keep("height", text(sheet, "low", (20, 20), height=1.8))
    keep("height", text(sheet, "high", (20, 30), height=4))
    near.append(text(sheet, "near", (20, 40), height=2.549))
    theirs = text(sheet, "theirs", (20, 50), height=3, style="THEIRS")
    keep("height of theirs", theirs)
    keep("style of theirs", theirs)
    # A permitted height, in a style that is not the office's.
    keep("style of theirs", text(sheet, "permitted", (20, 60), height=3.5, style="THEIRS"))
    # Reading direction: beyond plumb by more than 1°.
    for i, angle in enumerate((180, 91.5, 270)):
        keep("upside down", text(sheet, "turned %d" % i, (80 + 20 * i, 60), rotation=angle))
    near.append(text(sheet, "plumb", (150, 60), rotation=90.9))
    # Letters squeezed by hand.
    keep("own looks", text(sheet, "squeezed", (20, 80), width=0.7))
    near.append(text(sheet, "as it is", (20, 90), width=1.004))
    # Empty, and twice on one place.
    keep("empty", text(sheet, "  ", (20, 100)))
    near.append(text(sheet, "twice", (20, 110)))
    keep("text twice", text(sheet, "twice", (20, 110)))
    # Over another one by 1.5 mm; the next one touches it by less than 0.2 mm.
    near.append(text(sheet, "UNDER", (20, 130)))
    keep("overlap", text(sheet, "OVER", (22, 131)))
    near.append(text(sheet, "BESIDE", (20, 127.6)))
    if version != "R12":
        for i, words in enumerate((r"{\fArial|b0|i0;a font}", r"\H1.5x;a height", r"\C1;a colour")):
            mtext = sheet.add_mtext(words, dxfattribs={"layer": "NOTES", "style": "NOTE", "char_height": 2.5})
            mtext.set_location((200, 40 + 20 * i))
            keep("inline", mtext.dxf.handle)
        mtext = sheet.add_mtext(r"\Lunder\l \S1/2; \Pnext", dxfattribs={"layer": "NOTES", "style": "NOTE", "char_height": 2.5})
        mtext.set_location((200, 120))
        near.append(mtext.dxf.handle)

    more = {"dimstyle": style, "dxfattribs": {"layer": "NOTES"}}
    dimension = planting.dimension

    def linear(y, words):
        return model.add_linear_dim(base=(0, y + 50), p1=(0, y), p2=(3550, y), text=words, **more)

    dimension("lies", linear(0, "3600"))
    dimension("lies", linear(500, "3.62 m"))
    dimension("lies with words", linear(1000, "3650 TYP"))
    dimension("says the same", linear(1500, "3550"))
    dimension("words", linear(2000, "VARIES"))
    dimension(None, linear(2500, "<>"))
    dimension(None, linear(3000, "<> TYP"))
    dimension("lies", model.add_aligned_dim(p1=(0, 4000), p2=(300, 4400), distance=50, text="600", **more))
    dimension("lies", model.add_radius_dim(center=(6000, 0), radius=250, angle=45, text="R300", **more))
    dimension("lies", model.add_diameter_dim(center=(7000, 0), radius=250, angle=45, text="%%c600", **more))
    dimension(
        "lies",
        model.add_angular_dim_3p(
            base=(8200, 200), center=(8000, 0), p1=(8400, 0), p2=(8000, 400), text="80%%d", **more
        ),
    )
    dimension(
        None,
        model.add_angular_dim_3p(
            base=(9200, 200), center=(9000, 0), p1=(9400, 0), p2=(9000, 400), text="<>", **more
        ),
    )


if __name__ == "__main__":
    in_every_version(sys.argv[1], on_one_sheet((420, 297), "NOTES", lambda planting: plant(planting, "EZDXF")))
