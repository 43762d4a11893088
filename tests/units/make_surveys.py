"""Surveys and plans with labelled lines, with the true size of their units.

Usage: make_surveys.py SEED COUNT FOLDER
Writes N.dxf and N.json: {"mmPerUnit": number, "tellable": bool}. Not tellable are drawings without labels that name a unit, and
without a header that says it. Made by python3-ezdxf.
"""
import json
import math
import os
import random
import sys

import ezdxf

UNIT = {"mm": (1, 4), "cm": (10, 5), "m": (1000, 6), "in": (25.4, 1), "ft": (304.8, 2)}
SCALES = {"mm": [50, 100, 200, 250, 500, 1000, 2000, 100], "in": [120, 240, 360, 480, 600, 720, 96, 48]}
NAMES = ["LOT 12", "Main Street", "Hafenstraße", "ул. Портовая", "R/W", "3.20", "BENCH MARK", "120 m²", "el. 12.40", "道路",
         "FND IRON PIN", "24", "C-3", "5+20.00", "asphalt", "0.43 AC"]


def feet_inches(feet):
    whole = int(feet)
    inches = round((feet - whole) * 12)
    if inches == 12:
        whole, inches = whole + 1, 0
    return "%d'-%d\"" % (whole, inches)


def bearing(rng):
    return "%s %d°%02d'%02d\" %s" % (rng.choice("NS"), rng.randint(1, 89), rng.randint(0, 59), rng.randint(0, 59), rng.choice("EW"))


def label(rng, mm, form):
    if form == "feet":
        return "%.2f'" % (mm / 304.8)
    if form == "feet0":
        return "%d'" % round(mm / 304.8)
    if form == "feet-inches":
        return feet_inches(mm / 304.8)
    if form == "ft":
        return "%.1f %s" % (mm / 304.8, rng.choice(["ft", "FT", "ft."]))
    if form == "bearing":
        return "%s  %.2f'" % (bearing(rng), mm / 304.8)
    if form == "metres":
        return ("%.2f m" % (mm / 1000)).replace(".", rng.choice([".", ","]))
    if form == "mm":
        return "%d mm" % round(mm)
    if form == "bare metres":
        return ("%.2f" % (mm / 1000)).replace(".", rng.choice([".", ","]))
    if form == "bare feet":
        return "%.2f" % (mm / 304.8)
    if form == "bare mm":
        return "%d" % round(mm)
    raise ValueError(form)


def drawing(seed, path):
    rng = random.Random(seed)
    version = rng.choice(["R12", "R2000", "R2018"])
    doc = ezdxf.new(version)
    space = doc.modelspace()
    # How the survey lies in the model: as it is, in a symbol (a drawing that was bound), or in a symbol of one.
    how = random.Random(seed * 7919 + 5)
    depth = how.choice([0, 0, 0, 0, 1, 2])
    by_attributes = how.random() < 0.2
    within = []
    for level in range(depth):
        within.append((space, "PART-%d" % level, how.choice([1, 1, 0.5, 2, 25.4, 0.001])))
        space = doc.blocks.new(name="PART-%d" % level)
    if by_attributes:
        doc.blocks.new(name="LABEL").add_attdef("L", (0, 0), dxfattribs={"height": 1})
    american = rng.random() < 0.5
    at_paper = rng.random() < 0.4
    if at_paper:
        unit_name = "in" if american else "mm"
        per_unit = UNIT[unit_name][0] * rng.choice(SCALES[unit_name])
    else:
        unit_name = rng.choice(["ft", "in", "ft"] if american else ["m", "mm", "m", "cm"])
        per_unit = UNIT[unit_name][0]
    true_unit = per_unit
    for _, _, scale in within:
        per_unit *= scale
    header = rng.random()
    if version != "R12":
        doc.header["$INSUNITS"] = UNIT[unit_name][1] if header < 0.5 else 0 if header < 0.8 else rng.choice([1, 2, 4, 6])
    stated = version != "R12" and header < 0.5
    forms = ["feet", "feet0", "feet-inches", "ft", "bearing", "bare feet"] if american else ["metres", "mm", "metres", "bare metres", "bare mm"]
    form = rng.choice(forms)
    none = rng.random() < 0.06
    misleading = rng.choice([0, 0, 0.1, 0.25, 0.4])
    turn = rng.choice([0, 0, rng.uniform(0, 2 * math.pi)])
    x0, y0 = rng.choice([(0, 0), (2_345_600.5, 612_345.25), (-3000, 800)])
    span = rng.uniform(60_000, 400_000)
    height = rng.choice([2, 2.5, 3]) * (span / 300) / per_unit
    count = rng.randint(5, 60)

    def place(x, y):
        x, y = x / per_unit, y / per_unit
        return (x0 + x * math.cos(turn) - y * math.sin(turn), y0 + x * math.sin(turn) + y * math.cos(turn))

    def text(words, x, y, angle):
        if by_attributes and how.random() < 0.8:
            placed = space.add_blockref("LABEL", place(x, y), dxfattribs={"layer": "TEXT"})
            placed.add_attrib("L", words, place(x, y), dxfattribs={"height": height, "rotation": math.degrees(angle + turn), "layer": "TEXT"}).set_pos(place(x, y), align="MIDDLE_CENTER")
            return
        entity = space.add_text(words, dxfattribs={"height": height, "rotation": math.degrees(angle + turn), "layer": "TEXT"})
        if version == "R12" or rng.random() < 0.5:
            entity.set_pos(place(x, y), align="BOTTOM_CENTER")
        else:
            entity.set_pos(place(x, y), align="MIDDLE_CENTER")

    made = 0
    while made < count:
        x, y = rng.uniform(0, span), rng.uniform(0, span * 0.7)
        kind = rng.random()
        wrong = rng.random() < misleading
        factor = rng.uniform(0.2, 5) if wrong else 1
        if kind < 0.55:
            angle = rng.uniform(0, math.pi)
            length = round(rng.uniform(span / 40, span / 6), -1)
            x1, y1 = x + length * math.cos(angle), y + length * math.sin(angle)
            if rng.random() < 0.5:
                space.add_line(place(x, y), place(x1, y1), dxfattribs={"layer": "BOUNDARY"})
            elif version != "R12":
                space.add_lwpolyline([place(x, y), place(x1, y1)], dxfattribs={"layer": "BOUNDARY"})
            else:
                space.add_polyline2d([place(x, y), place(x1, y1)], dxfattribs={"layer": "BOUNDARY"})
            off = rng.uniform(0.4, 1.6) * height * per_unit
            if not none:
                text(label(rng, length * factor, form), (x + x1) / 2 - off * math.sin(angle), (y + y1) / 2 + off * math.cos(angle), angle)
            made += 1
        elif kind < 0.8:
            # A lot with a label along each side.
            w, d = round(rng.uniform(span / 30, span / 10), -1), round(rng.uniform(span / 30, span / 10), -1)
            corners = [(x, y), (x + w, y), (x + w, y + d), (x, y + d)]
            points = [place(*corner) for corner in corners]
            if version != "R12":
                space.add_lwpolyline(points, close=True, dxfattribs={"layer": "LOTS"})
            else:
                space.add_polyline2d(points, close=True, dxfattribs={"layer": "LOTS"})
            off = 0.8 * height * per_unit
            if not none:
                text(label(rng, w * factor, form), x + w / 2, y + off, 0)
                text(label(rng, d, form), x + off, y + d / 2, math.pi / 2)
            made += 2
        else:
            radius = rng.uniform(span / 40, span / 10)
            start, sweep = rng.uniform(0, 360), rng.uniform(30, 120)
            space.add_arc(place(x, y), radius / per_unit, start + math.degrees(turn), start + sweep + math.degrees(turn), dxfattribs={"layer": "CURVES"})
            middle = math.radians(start + sweep / 2)
            off = radius + height * per_unit
            if not none:
                words = label(rng, radius * math.radians(sweep) * factor, form if form != "bearing" else "feet")
                text(rng.choice(["L=", ""]) + words, x + off * math.cos(middle), y + off * math.sin(middle), middle - math.pi / 2)
            made += 1
    for _ in range(rng.randint(0, 20)):
        text(rng.choice(NAMES), rng.uniform(0, span), rng.uniform(0, span * 0.7), rng.choice([0, rng.uniform(0, 3)]))
    if rng.random() < 0.2:
        space.add_point((x0 - 1e7, y0 + 1e7))
    for around, name, scale in reversed(within):
        around.add_blockref(name, (how.uniform(-50, 50), 20), dxfattribs={"xscale": scale, "yscale": scale, "zscale": scale, "rotation": how.choice([0, 30, 90])})
    doc.saveas(path + ".dxf")
    named = not form.startswith("bare")
    with open(path + ".json", "w", encoding="utf-8") as file:
        json.dump({"mmPerUnit": true_unit, "within": depth, "byAttributes": by_attributes, "tellable": not none and (named or stated), "form": form, "unit": unit_name,
                   "atPaper": at_paper, "misleading": misleading, "header": doc.header.get("$INSUNITS", 0), "none": none}, file)


def main():
    seed, count, folder = int(sys.argv[1]), int(sys.argv[2]), sys.argv[3]
    os.makedirs(folder, exist_ok=True)
    for i in range(count):
        drawing(seed + i, os.path.join(folder, str(i)))


main()
