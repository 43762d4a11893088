"""What python3-ezdxf's recovering reader sees in each of many drawings, as JSON.

Usage: recovered.py FILE ... Each answer is a list of [space, type, layer, colour], attributes behind their placement,
or the reader's complaint where it refuses.
"""
import json
import logging
import sys

from ezdxf import recover

logging.disable(logging.CRITICAL)


def seen(file):
    try:
        doc, _ = recover.readfile(file)
    except Exception as error:  # whatever it refuses with is its answer
        return {"refused": f"{type(error).__name__}: {error}"}
    objects = []
    spaces = [("model", doc.modelspace())]
    spaces += [("sheet", doc.layouts.get(name)) for name in doc.layouts.names() if name != "Model"]
    spaces += [(f"symbol {b.name}", b) for b in doc.blocks if not b.is_any_layout]
    for where, space in spaces:
        for entity in space:
            objects.append([where, entity.dxftype(), entity.dxf.layer, entity.dxf.color])
            for attrib in getattr(entity, "attribs", []):
                objects.append([where, "ATTRIB", attrib.dxf.layer, attrib.dxf.color])
    return {"objects": objects, "layers": [layer.dxf.name for layer in doc.layers]}


print(json.dumps([seen(file) for file in sys.argv[1:]]))
