"""Writes drawings whose records are doubled, whose handles are shared or none, and whose unit is not what its labels say; and the same without those faults.

Usage: make_records.py FOLDER. Prints, as JSON, the handles of what is wrong in each file by the rule that is to find it. No program that draws writes such
files: python3-ezdxf writes the right one, and its tags are changed then.
"""
import json
import os
import sys

import ezdxf

VERSIONS = ["R12", "R2000", "R2010", "R2018"]
NONE = "XYZ"


def draw(version):
    """The right drawing, in mm, and handles of lines of it."""
    doc = ezdxf.new(version, units=4)
    doc.header["$LUPREC"] = 0
    doc.layers.add("WALL", color=3, **({} if version == "R12" else {"lineweight": 25}))
    doc.styles.add("NOTE", font="txt")
    doc.linetypes.add("BROKEN", [8, 6, -2])
    doc.layers.get("WALL").dxf.linetype = "BROKEN"
    model = doc.modelspace()
    handles = []
    for i, metres in enumerate((3, 4, 5, 6, 7, 8)):
        at, length = 2000 * i, 1000 * metres
        handles.append(model.add_line((0, at), (length, at), dxfattribs={"layer": "WALL"}).dxf.handle)
        text = model.add_text(f"{metres} m", height=250, dxfattribs={"layer": "WALL", "style": "NOTE"})
        text.set_placement((length / 2 - 250, at + 150))
    return doc, handles


def records(tags):
    """Where each record begins and ends, among tags as pairs of code and value."""
    starts = [i for i, (code, _) in enumerate(tags) if code == "0"] + [len(tags)]
    return [(tags[a][1], a, b) for a, b in zip(starts, starts[1:])]


def doubled(tags, kind, name, other, handle):
    """The record of a table once more, under a name in other letters."""
    for entity, start, end in records(tags):
        if entity == kind and ("2", name) in tags[start:end]:
            again = [(code, other if (code, value) == ("2", name) else handle if code == "5" else value) for code, value in tags[start:end]]
            return tags[:end] + again + tags[end:]
    raise ValueError(f"no {kind} called {name}")


def with_handle(tags, handle, other):
    """An object with another handle than its own."""
    for entity, start, end in records(tags):
        if entity == "LINE" and ("5", handle) in tags[start:end]:
            return [("5", other) if start <= i < end and tag == ("5", handle) else tag for i, tag in enumerate(tags)]
    raise ValueError(f"no line {handle}")


def with_unit(tags, unit):
    """The unit of the header; a file that names none is given one."""
    for i, tag in enumerate(tags):
        if tag == ("9", "$INSUNITS"):
            return tags[: i + 1] + [("70", str(unit))] + tags[i + 2 :]
    at = tags.index(("9", "$ACADVER")) + 2
    return tags[:at] + [("9", "$INSUNITS"), ("70", str(unit))] + tags[at:]


def make(version, folder):
    doc, lines = draw(version)
    right, wrong = (os.path.join(folder, f"{version}{part}.dxf") for part in ("-right", ""))
    doc.saveas(right)
    with open(right, encoding="cp1252" if version < "R2007" else "utf-8") as stream:
        text = stream.read().splitlines()
    tags = [(text[i].strip(), text[i + 1]) for i in range(0, len(text) - 1, 2)]

    def write(path, own):
        with open(path, "w", encoding="ascii") as stream:
            stream.writelines(f"{code:>3}\n{value}\n" for code, value in own)

    write(right, with_unit(tags, 4))
    tags = doubled(tags, "LAYER", "WALL", "Wall", "F01")
    tags = doubled(tags, "STYLE", "NOTE", "Note", "F02")
    tags = doubled(tags, "LTYPE", "BROKEN", "Broken", "F03")
    tags = with_handle(tags, lines[1], lines[0])
    tags = with_handle(tags, lines[2], NONE)
    write(wrong, with_unit(tags, 1))
    return {"version": version, "right": right, "wrong": wrong, "shared": lines[0], "was": lines[1:3], "doubled": "F01"}


print(json.dumps([make(version, sys.argv[1]) for version in VERSIONS]))
