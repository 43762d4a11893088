"""Reads a drawing with python3-ezdxf and prints what it holds as JSON.

Usage: read_drawing.py FILE …: one file's content as it is, several files' as a list. Errors and repairs of its structural audit are listed; every object of the model, the
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
    elif entity.dxftype() == "LEADER":
        # Its points, and how large its style is drawn.
        style = entity.doc.dimstyles.get(entity.dxf.dimstyle)
        scale = entity.get_acad_dstyle(style).get("dimscale", style.dxf.dimscale)
        extra = [[round(x, 6), round(y, 6)] for x, y, _ in entity.vertices] + [round(scale, 6)]
    elif entity.dxftype() == "MTEXT":
        extra = [entity.text]
    elif entity.dxftype() == "INSERT":
        extra = [describe(attrib) for attrib in entity.attribs]
    elif entity.dxftype() == "VIEWPORT":
        extra = sorted(name.lower() for name in getattr(entity, "frozen_layers", []))
    return {"type": entity.dxftype(), "attribs": attribs, "extra": extra}


def read(path):
    strict = ezdxf.readfile(path)
    # The forgiving reader knows only the text form.
    binary = open(path, "rb").read(6) == b"AutoCA"
    doc = ezdxf.readfile(path) if binary else recover.readfile(path)[0]
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
    styles = {style.dxf.name: style.dxf.font for style in doc.styles}
    dimstyles = {style.dxf.name: style.dxf.get("dimtxsty", "") for style in doc.dimstyles}
    words = {linetype.dxf.name: [plain(tag.value) for tag in linetype.pattern_tags.tags if tag.code in (49, 9, 44, 45, 46)] for linetype in doc.linetypes}
    blocks = sorted(block.name for block in doc.blocks if not block.is_any_layout and not block.name.startswith("*"))
    order = {}
    for layout in [doc.modelspace()]:
        order = [entity.dxf.handle for entity in layout.entities_in_redraw_order()] if doc.dxfversion > "AC1009" else [entity.dxf.handle for entity in layout]
    return {"styles": styles, "dimstyles": dimstyles, "words": words, "blocks": blocks, "order": order, "appids": sorted(appid.dxf.name for appid in doc.appids), "errors": [error.message for error in audit.errors], "repairs": [fix.message for fix in audit.fixes], "objects": objects, "layers": layers, "linetypes": linetypes, "encoding": doc.encoding}


found = [read(path) for path in sys.argv[1:]]
print(json.dumps(found[0] if len(found) == 1 else found))
