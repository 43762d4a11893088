"""Strokes of a file of compiled shapes as python3-ezdxf draws them."""

import json
import sys

from ezdxf import shapefile

with open(sys.argv[1], "rb") as file:
    shapes = shapefile.shx_load(file.read())
out = {}
for number in shapes.shapes:
    path = shapes.render_shape(number)
    points = [list(path.start)[:2]]
    moves = []
    for command in path.commands():
        points.append(list(command.end)[:2])
        moves.append(command.type.name)
    out[number] = {"name": bytes(shapes.shapes[number].name).decode("ascii"), "points": points, "moves": moves}
print(json.dumps(out))
