"""Draws symbols in symbols with patterned lines and texts, and says how each comes out once python3-ezdxf has taken every placement apart.

Usage: inside_symbols.py FOLDER. Prints, for each version, the file and [handle in the symbol, linetype, factor of its own, mm on paper of a unit of
the model, length in the model] of every line as it is then seen through the one viewport, at 1:50; of every text [handle, mm high on paper].
"""
import json
import os
import sys

import ezdxf
from ezdxf.addons.drawing.properties import RenderContext

SCALE = 50


def taken_apart(context, entities):
    """The lines and texts that remain when placements are resolved, with the looks they take from them."""
    for entity in entities:
        properties = context.resolve_all(entity)
        if entity.dxftype() == "INSERT":
            context.push_state(properties)
            yield from taken_apart(context, entity.virtual_entities())
            context.pop_state()
        elif entity.dxftype() == "TEXT":
            source = entity.source_of_copy or entity
            yield [source.dxf.handle, entity.dxf.height / SCALE]
        elif entity.dxftype() == "LINE":
            source = entity.source_of_copy or entity
            yield [source.dxf.handle, properties.linetype_name, entity.dxf.ltscale, 1 / SCALE, (entity.dxf.end - entity.dxf.start).magnitude]


def draw(version):
    doc = ezdxf.new(version, units=4)
    doc.header["$PSLTSCALE"] = 0
    doc.header["$LTSCALE"] = 2
    doc.linetypes.add("BROKEN", [8, 6, -2])
    doc.linetypes.add("DOTTED", [3, 1, -2])
    for name, linetype in (("A", "BROKEN"), ("B", "DOTTED"), ("PLAIN", "Continuous")):
        doc.layers.add(name, linetype=linetype)
    leaf = doc.blocks.new("LEAF")
    leaf.add_line((0, 0), (100, 0), dxfattribs={"layer": "0"})
    leaf.add_line((0, 10), (70, 10), dxfattribs={"layer": "B", "ltscale": 3})
    leaf.add_line((0, 20), (60, 20), dxfattribs={"layer": "PLAIN", "linetype": "BYBLOCK"})
    leaf.add_text("Level", height=6, dxfattribs={"insert": (10, 30), "rotation": 20, "layer": "PLAIN"})
    twig = doc.blocks.new("TWIG")
    twig.add_text("Twig", height=9, dxfattribs={"insert": (5, 50), "layer": "PLAIN"})
    twig.add_blockref("LEAF", (0, 0), dxfattribs={"layer": "0", "xscale": 2, "yscale": 2, "zscale": 2})
    twig.add_blockref("LEAF", (0, 90), dxfattribs={"layer": "B", "linetype": "BROKEN", "rotation": 30})
    wide = doc.blocks.new("WIDE")
    wide.add_text("Wide", height=7, dxfattribs={"insert": (0, 0), "layer": "PLAIN"})
    model = doc.modelspace()
    model.add_blockref("TWIG", (0, 0), dxfattribs={"layer": "A", "xscale": 5, "yscale": 5, "zscale": 5})
    model.add_blockref("LEAF", (1500, 900), dxfattribs={"layer": "A", "xscale": -4, "yscale": 4, "zscale": 4})
    # Wider than high: the level text in it leans, and is as much lower as it is wider.
    model.add_blockref("WIDE", (100, 1500), dxfattribs={"layer": "A", "xscale": 6, "yscale": 3, "zscale": 3})
    sheet = doc.layouts.get("Layout1")
    sheet.page_setup(size=(420, 297), margins=(0, 0, 0, 0), units="mm")
    sheet.add_viewport((210, 150), (400, 280), (1000, 1000), 280 * SCALE).dxf.status = 2
    path = os.path.join(sys.argv[1], version + ".dxf")
    doc.saveas(path)
    doc = ezdxf.readfile(path)
    context = RenderContext(doc)
    context.set_current_layout(doc.modelspace())
    found = list(taken_apart(context, doc.modelspace()))
    return {
        "version": version,
        "path": path,
        "lines": [one for one in found if len(one) > 2],
        "texts": [one for one in found if len(one) == 2],
    }


print(json.dumps([draw(version) for version in ("R2000", "R2010", "R2018")]))
