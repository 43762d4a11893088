"""Puts all that the model of a drawing holds into one symbol, as a drawing is that was bound into another one, and places it once.

Usage: into_one_symbol.py IN OUT
"""
import sys

import ezdxf

source, out = sys.argv[1:3]
doc = ezdxf.readfile(source)
model = doc.modelspace()
whole = doc.blocks.new("WHOLE")
for entity in list(model):
    model.unlink_entity(entity)
    whole.add_entity(entity)
model.add_blockref("WHOLE", (0, 0), dxfattribs={"layer": "0"})
doc.saveas(out)
print("{}")
