"""What the scripts that plant faults share: the versions they write, the notes of what was planted, and the writing itself."""
import json
import os

import ezdxf

VERSIONS = ["R12", "R2000", "R2010", "R2018"]


def save(doc, path, form):
    """Writes a drawing as text or in binary form."""
    if form == "binary":
        with open(path, "wb") as stream:
            doc.write(stream, fmt="bin")
    else:
        doc.saveas(path)
    return path


class Planting:
    """One drawing in which faults and near misses are planted, with the handles of both by the kind of fault."""

    def __init__(self, version, size):
        """A new drawing in mm with one sheet of `size`, mm wide and high."""
        self.version = version
        self.doc = ezdxf.new(version, units=4)
        self.doc.header["$LUPREC"] = 0
        self.sheet = self.doc.layout() if version == "R12" else self.doc.layouts.get("Layout1")
        if version != "R12":
            self.sheet.page_setup(size=size, margins=(0, 0, 0, 0), units="mm")
        self.model = self.doc.modelspace()
        self.planted = {}
        self.near = []
        self.also = {}
        self.changed = []

    def layer(self, name):
        self.doc.layers.add(name, color=3, **({} if self.version == "R12" else {"lineweight": 25}))

    def keep(self, kind, handle):
        """Notes a planted fault of a kind; a near miss where the kind is None."""
        if kind:
            self.planted.setdefault(kind, []).append(handle)
        else:
            self.near.append(handle)

    def breaks_too(self, rule, handle):
        """Notes what a planted fault or a near miss breaks beside its own rule: asked where all rules are."""
        self.also.setdefault(rule, []).append(handle)

    def changed_too(self, handle):
        """Notes what a correction changes beside the object that a finding names."""
        self.changed.append(handle)

    def dimension(self, kind, made):
        # Rounding of 0 is none in the format; the program that draws here takes it for whole numbers.
        made.dimstyle_attribs.pop("dimrnd", None)
        made.render()
        self.keep(kind, made.dimension.dxf.handle)
        return made.dimension

    def write(self, path, form):
        return {"path": save(self.doc, path, form), "planted": self.planted, "near": self.near, "also": self.also, "changed": self.changed}


def on_one_sheet(size, layer, plant):
    """What makes a drawing of a version for `in_every_version`: one sheet of `size` and one layer, with what `plant` puts there."""
    def make(version):
        planting = Planting(version, size)
        planting.layer(layer)
        plant(planting)
        return planting
    return make


def in_every_version(folder, make):
    """Writes what `make` plants for a version, in each version as text and in one as binary, and prints what was planted as JSON."""
    made = [make(version).write(os.path.join(folder, version + ".dxf"), "text") for version in VERSIONS]
    made.append(make("R2010").write(os.path.join(folder, "R2010-binary.dxf"), "binary"))
    print(json.dumps(made))
