"""Writes a column of leaders with labels of their own, or reads where the lines and labels of such are.

Usage: own_labels.py write FOLDER, or own_labels.py read FILE. Prints JSON: paths with handles; or by handle the tip, where the line
ends, the end of the shoulder, its length, and where the label is.
"""
import json
import math
import os
import sys

import ezdxf
from ezdxf.math import Vec2, Vec3
from ezdxf.render.mleader import ConnectionSide

# Degrees at which each leader runs, and the length of its shoulder, mm.
COLUMN = [(45, 8), (50, 8), (41, 12), (45.4, 8)]


def write(path, version):
    doc = ezdxf.new(version, units=4)
    doc.layers.add("NOTES", color=3, lineweight=25)
    sheet = doc.layouts.get("Layout1")
    sheet.page_setup(size=(420, 297), margins=(0, 0, 0, 0), units="mm")
    handles = []
    for i, (degrees, shoulder) in enumerate(COLUMN):
        builder = sheet.add_multileader_mtext("Standard", dxfattribs={"layer": "NOTES"})
        builder.set_content("Part %d" % i, char_height=2.5)
        end = Vec2(100, 60 + 30 * i)
        knee = end - Vec2(shoulder, 0)
        tip = knee - Vec2(15 / math.tan(math.radians(degrees)), 15)
        builder.add_leader_line(ConnectionSide.left, [tip])
        builder.build(insert=end + Vec2(1, 0))
        # The builder lays the line out by its style: it is to run at so many degrees, with a shoulder so long.
        group = builder.multileader.context.leaders[0]
        group.last_leader_point, group.dogleg_vector, group.dogleg_length = Vec3(knee), Vec3(1, 0), shoulder
        sheet.add_line((tip.x - 6, tip.y), (tip.x, tip.y), dxfattribs={"layer": "NOTES"})
        handles.append(builder.multileader.dxf.handle)
    doc.saveas(path)
    return {"path": path, "handles": handles}


def read(path):
    doc = ezdxf.readfile(path)
    auditor = doc.audit()
    seen = {}
    for leader in doc.layouts.get("Layout1").query("MULTILEADER"):
        context = leader.context
        group = context.leaders[0]
        end = group.last_leader_point + group.dogleg_vector * group.dogleg_length
        seen[leader.dxf.handle] = {
            "tip": list(group.lines[0].vertices[0])[:2], "knee": list(group.last_leader_point)[:2], "end": list(end)[:2],
            "shoulder": group.dogleg_length, "label": list(context.mtext.insert)[:2],
        }
    return {"errors": len(auditor.errors), "leaders": seen}


if __name__ == "__main__":
    if sys.argv[1] == "write":
        print(json.dumps([write(os.path.join(sys.argv[2], version + ".dxf"), version) for version in ("R2000", "R2010", "R2018")]))
    else:
        print(json.dumps(read(sys.argv[2])))
