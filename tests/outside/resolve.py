"""Resolves the looks of every object with python3-ezdxf's own resolver, through nested symbols.

Usage: resolve.py FILE. Prints [path of handles, layer, colour, linetype, width in mm] for each object in the model.
"""
import json
import sys

import ezdxf
from ezdxf.addons.drawing.properties import RenderContext

doc = ezdxf.readfile(sys.argv[1])
context = RenderContext(doc)
context.set_current_layout(doc.modelspace())
# On white paper colour 7 is black.
context.current_layout_properties.set_colors("#ffffff")
rows = []


def walk(entities, path):
    for entity in entities:
        properties = context.resolve_all(entity)
        here = [*path, entity.dxf.handle]
        rows.append([here, properties.layer, properties.color[:7], properties.linetype_name, properties.lineweight])
        if entity.dxftype() == "INSERT":
            context.push_state(properties)
            walk(doc.blocks.get(entity.dxf.name), here)
            context.pop_state()


walk(doc.modelspace(), [])
print(json.dumps(rows))
