"""Makes a sender's drawing with python3-ezdxf: two layers that the office does not know, and a few habits.

Usage: make_upload.py FILE
"""
import sys

import ezdxf

doc = ezdxf.new("R2010", units=4)
doc.layers.add("Mauer", color=1)
doc.layers.add("Beschriftung", color=2)
doc.layers.add("VIEWPORTS", color=8)
msp = doc.modelspace()
bay = doc.blocks.new("BAY")
bay.add_line((0, 0), (0, 3000), dxfattribs={"layer": "0"})
bay.add_line((0, 3000), (4000, 3000), dxfattribs={"layer": "Mauer", "color": 5})
for i in range(12):
    msp.add_line((i * 1000, 0), (i * 1000, 8000), dxfattribs={"layer": "Mauer", "color": 4 if i % 3 == 0 else 256})
    msp.add_text(f"R{i}", dxfattribs={"layer": "Beschriftung", "height": 250}).set_pos((i * 1000 + 100, 4000))
for i in range(3):
    msp.add_blockref("BAY", (i * 4000, 9000), dxfattribs={"layer": "Mauer", "lineweight": 70})
doc.saveas(sys.argv[1])
