"""Lines with patterns under every combination of factors, and how python3-ezdxf renders them.

Usage: patterns.py make FOLDER | patterns.py read FILE. Prints JSON.
"""
import itertools
import json
import sys
from pathlib import Path

import ezdxf
from ezdxf.addons.drawing.properties import RenderContext

DASHES = [6.0, -2.0]


def make(folder):
    made = []
    for drawing, own, follows, scale in itertools.product((0.5, 1, 25), (1, 2), (0, 1), (1, 50, 200)):
        doc = ezdxf.new("R2010")
        doc.header["$INSUNITS"] = 4
        doc.header["$LTSCALE"] = drawing
        doc.header["$PSLTSCALE"] = follows
        doc.linetypes.add("Broken", pattern=[8.0, 6.0, -2.0])
        line = {"linetype": "Broken", "ltscale": own}
        model = doc.modelspace().add_line((0, 0), (100 * scale, 0), dxfattribs=line)
        layout = doc.layouts.get("Layout1")
        layout.page_setup(size=(420, 297), margins=(0, 0, 0, 0), units="mm")
        layout.add_viewport((210, 150), (400, 280), (50 * scale, 0), 280 * scale)
        sheet = layout.add_line((10, 10), (300, 10), dxfattribs=line)
        path = folder / f"patterns-{drawing}-{own}-{follows}-{scale}.dxf"
        doc.saveas(path)
        # Closed form: the pattern times both factors; through a viewport at 1 : scale, unless patterns follow the paper.
        onSheet = [length * drawing * own for length in DASHES]
        made.append({
            "file": str(path),
            "lines": [
                {"handle": sheet.dxf.handle, "mm": onSheet},
                {"handle": model.dxf.handle, "mm": [length / (1 if follows else scale) for length in onSheet]},
            ],
        })
    return made


def read(file):
    doc = ezdxf.readfile(file)
    context = RenderContext(doc)
    found = {}
    for layout in doc.layouts:
        context.set_current_layout(layout)
        for line in layout.query("LINE"):
            properties = context.resolve_all(line)
            found[line.dxf.handle] = [length * properties.linetype_scale for length in properties.linetype_pattern]
    return found


if __name__ == "__main__":
    print(json.dumps(make(Path(sys.argv[2])) if sys.argv[1] == "make" else read(sys.argv[2])))
