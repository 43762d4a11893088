"""Reads a drawing with python3-ezdxf and prints what it holds as JSON.

Usage: read_drawing.py FILE. Errors and repairs of its structural audit are listed; every object of the model, the
sheets and the symbols is given with all its attributes, so that two files can be compared.
"""
import json
import sys

import ezdxf
from ezdxf import recover


def plain(value):
    if isinstance(value, (int, str)):
        return value
    if isinstance(value, float):
        return round(value, 9)
    return [round(part, 9) for part in value]


def describe(entity):
    attribs = {key: plain(value) for key, value in entity.dxfattribs().items()}
    extra = []
    if entity.dxftype() == "LWPOLYLINE":
        extra = [[round(part, 9) for part in point] for point in entity.get_points()]
    elif entity.dxftype() == "POLYLINE":
        extra = [describe(vertex) for vertex in entity.vertices]
    elif entity.dxftype() == "MTEXT":
        extra = [entity.text]
    elif entity.dxftype() == "INSERT":
        extra = [describe(attrib) for attrib in entity.attribs]
    elif entity.dxftype() == "VIEWPORT":
        extra = sorted(name.lower() for name in getattr(entity, "frozen_layers", []))
    return {"type": entity.dxftype(), "attribs": attribs, "extra": extra}


def main(path):
    doc, _ = recover.readfile(path)
    strict = ezdxf.readfile(path)
    audit = strict.audit()
    objects = {}
    for layout in [doc.modelspace(), *(doc.layouts.get(name) for name in doc.layouts.names() if name != "Model")]:
        for entity in layout:
            objects[entity.dxf.handle] = describe(entity)
    for block in doc.blocks:
        if block.is_any_layout:
            continue
        for entity in block:
            objects[f"{block.name}/{entity.dxf.handle}"] = describe(entity)
    layers = {layer.dxf.name: {"color": layer.dxf.color, "linetype": layer.dxf.linetype, "lineweight": layer.dxf.get("lineweight", -3), "rgb": layer.dxf.get("true_color"), "plot": layer.dxf.get("plot", 1)} for layer in doc.layers}
    linetypes = sorted(linetype.dxf.name for linetype in doc.linetypes)
    print(json.dumps({"errors": [error.message for error in audit.errors], "repairs": len(audit.fixes), "objects": objects, "layers": layers, "linetypes": linetypes, "encoding": doc.encoding}))


main(sys.argv[1])
