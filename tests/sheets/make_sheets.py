"""Drawings whose sheets lie in the model, with what is true of them.

Usage: make_sheets.py SEED COUNT FOLDER
Writes N.dxf and N.json for each: {"sheets": [{"size", "widthMm", "heightMm", "reduction", "box", "number"}], "unitMm"}.
Made by python3-ezdxf; the numbers come from a generator with the seed, so that a drawing can be made again.
"""
import json
import math
import os
import random
import sys

import ezdxf

ISO = {"A0": (1189, 841), "A1": (841, 594), "A2": (594, 420), "A3": (420, 297), "A4": (297, 210)}
INCH = {
    "ANSI B": (17, 11),
    "ANSI C": (22, 17),
    "ANSI D": (34, 22),
    "ANSI E": (44, 34),
    "ARCH B": (18, 12),
    "ARCH C": (24, 18),
    "ARCH D": (36, 24),
    "ARCH E": (48, 36),
}
METRIC_SCALES = [1, 2, 5, 10, 20, 25, 30, 50, 75, 100, 125, 200, 250, 500, 1000, 2000, 5000]
INCH_SCALES = [12, 16, 24, 32, 48, 64, 96, 120, 192, 240, 360, 480, 600]
UNITS = {"mm": (1, 4), "cm": (10, 5), "m": (1000, 6), "in": (25.4, 1), "ft": (304.8, 2)}
WORDS = {
    "en": ("Scale", "Sheet", "Date", "Drawn", "Checked", "Project"),
    "de": ("Maßstab", "Blatt", "Datum", "Gezeichnet", "Geprüft", "Projekt"),
    "fr": ("Échelle", "Planche", "Date", "Dessiné", "Vérifié", "Affaire"),
    "es": ("Escala", "Plano", "Fecha", "Dibujo", "Revisión", "Proyecto"),
    "ru": ("Масштаб", "Лист", "Дата", "Разраб.", "Провер.", "Проект"),
    "zh": ("比例", "图号", "日期", "制图", "审核", "工程"),
    "lv": ("Mērogs", "Lapa", "Datums", "Rasēja", "Pārbaudīja", "Objekts"),
}
TITLES = ["Ground floor plan", "Roof plan", "Section A-A", "North elevation", "Details", "Foundation plan", "Site plan"]
FEET = {12: '1" = 1\'-0"', 16: '3/4" = 1\'-0"', 24: '1/2" = 1\'-0"', 32: '3/8" = 1\'-0"', 48: '1/4" = 1\'-0"',
        64: '3/16" = 1\'-0"', 96: '1/8" = 1\'-0"', 192: '1/16" = 1\'-0"', 120: "1\" = 10'", 240: "1\" = 20'",
        360: "1\" = 30'", 480: "1\" = 40'", 600: "1 = 50'"}


class Plot:
    """Draws in paper mm into a layout or a block: moved, scaled, turned."""

    def __init__(self, space, x, y, k, turned=False, height=0):
        self.space, self.x, self.y, self.k, self.turned, self.height = space, x, y, k, turned, height

    def at(self, x, y):
        if self.turned:
            x, y = self.height - y, x
        return (self.x + x * self.k, self.y + y * self.k)

    def line(self, x0, y0, x1, y1, layer="0"):
        self.space.add_line(self.at(x0, y0), self.at(x1, y1), dxfattribs={"layer": layer})

    def rect(self, x0, y0, x1, y1, how="polyline", layer="0"):
        if how == "lines":
            for a, b in (((x0, y0), (x1, y0)), ((x1, y0), (x1, y1)), ((x1, y1), (x0, y1)), ((x0, y1), (x0, y0))):
                self.line(*a, *b, layer)
        elif how == "pieces":
            middle = (x0 + x1) / 2
            for a, b in (((x0, y0), (middle, y0)), ((middle, y0), (x1, y0)), ((x1, y0), (x1, y1)),
                         ((x1, y1), (x0, y1)), ((x0, y1), (x0, y0))):
                self.line(*a, *b, layer)
        else:
            points = [self.at(x, y) for x, y in ((x0, y0), (x1, y0), (x1, y1), (x0, y1))]
            if self.space.doc.dxfversion == "AC1009":
                self.space.add_polyline2d(points, close=True, dxfattribs={"layer": layer})
            elif how == "open":
                self.space.add_lwpolyline(points + points[:1], dxfattribs={"layer": layer})
            else:
                self.space.add_lwpolyline(points, close=True, dxfattribs={"layer": layer})

    def text(self, words, x, y, height, layer="0"):
        self.space.add_text(words, dxfattribs={
            "insert": self.at(x, y), "height": height * self.k, "layer": layer, "rotation": 90 if self.turned else 0})

    def circle(self, x, y, r, layer="0"):
        self.space.add_circle(self.at(x, y), r * self.k, dxfattribs={"layer": layer})


def stated(rng, reduction, inch, size, language):
    if inch and reduction in FEET:
        return FEET[reduction]
    text = rng.choice(["1:%g", "1:%g", "1/%g", "1 : %g"]) % reduction
    if reduction < 5:
        text = "1:%g" % reduction
    form = rng.random()
    if form < 0.4:
        return "%s %s" % (WORDS[language][0], text)
    if form < 0.6:
        return "%s : %s" % (size, text) if not inch else "%s %s" % (WORDS[language][0], text)
    return text


def content(rng, plot, width, height, decoys, reduction, views):
    """A plan or a detail in the sheet's middle, with notes of usual heights."""
    left, bottom, right, top = 0.08 * width, 0.3 * height, 0.75 * width, 0.92 * height
    for _ in range(rng.randint(10, 60)):
        x, y = rng.uniform(left, right), rng.uniform(bottom, top)
        kind = rng.random()
        if kind < 0.5:
            plot.line(x, y, min(right, x + rng.uniform(2, 60)), y, "PLAN")
        elif kind < 0.8:
            plot.line(x, y, x, min(top, y + rng.uniform(2, 60)), "PLAN")
        else:
            plot.circle(x, y, rng.uniform(1, 8), "PLAN")
    for _ in range(rng.randint(3, 25)):
        plot.text(rng.choice(["Room", "Hall", "C24", "2.50", "Ø16", "level +3.20", "see detail"]),
                  rng.uniform(left, right), rng.uniform(bottom, top), rng.choice([1.8, 2, 2.5, 2.5, 3, 3.5]), "TEXT")
    if "details" in decoys:
        # Details framed on the sheet, of the proportions of paper.
        for i in range(rng.randint(1, 3)):
            w = rng.choice([60, 80, 105, 120])
            x, y = left + i * 1.1 * w, bottom
            if x + w < right:
                plot.rect(x, y, x + w, y + w / math.sqrt(2), rng.choice(["polyline", "lines"]), "DETAIL")
                plot.text("Detail %d  1:%d" % (i + 1, rng.choice([5, 10, 20])), x + 2, y + 2, 2.5, "TEXT")
    if "table" in decoys:
        x, y, w, h = 0.55 * width, 0.62 * height, 0.18 * width, 0.25 * height
        rows = rng.randint(4, 9)
        for i in range(rows + 1):
            plot.line(x, y + i * h / rows, x + w, y + i * h / rows, "TABLE")
        for i in range(4):
            plot.line(x + i * w / 3, y, x + i * w / 3, y + h, "TABLE")
        for i in range(rows):
            plot.text("W%d" % i, x + 1, y + i * h / rows + 1, 2, "TABLE")
    for i in range(views):
        plot.text("%s 1:%g" % (rng.choice(TITLES), reduction), left + 5, bottom + 4 + i * 9, 5, "TEXT")


def title(rng, plot, width, height, language, scale_text, number, name, layer, strip):
    """A title block in the lower right corner, or a strip along the right side."""
    words = WORDS[language]
    w, h = (60, height) if strip else (min(180, 0.5 * width), min(50, 0.25 * height))
    x, y = width - w, 0
    plot.line(x, y, x, y + h, layer)
    if not strip:
        plot.line(x, y + h, width, y + h, layer)
    for i in range(1, 5):
        plot.line(x, y + i * 10, width, y + i * 10, layer)
    rows = [words[2] + " 2026-03-14", words[3] + " K. Orlan", words[5] + " Harbour shed"]
    if scale_text:
        rows.append(scale_text)
    for i, row in enumerate(rows):
        plot.text(row, x + 2, y + 2 + i * 10, rng.choice([1.8, 2, 2.5]), layer)
    plot.text(number, x + 0.6 * w, y + 2, 5 if not strip else 4, layer)
    plot.text(name, x + 2, y + 42 if strip else min(y + h - 6, y + 42), 3.5, layer)


def frame(rng, plot, width, height, how, edge, inner, layer, marks):
    if edge:
        plot.rect(0, 0, width, height, how, layer)
    if inner:
        left, other = inner
        plot.rect(left, other, width - other, height - other, how, layer)
        if rng.random() < 0.3:
            plot.rect(left + 1, other + 1, width - other - 1, height - other - 1, how, layer)
    if marks:
        for x in (0, width):
            plot.line(x, -8, x, -2, layer)
            plot.line(x, height + 2, x, height + 8, layer)


def building(rng, space, x, y, unit):
    """A house of the proportions of paper, with its dimensions around it."""
    w = rng.choice([8.41, 11.89, 14.85, 10.0, 12.6]) * 1000 / unit
    h = w / math.sqrt(2)
    attribs = {"layer": "WALLS"}
    for inset in (0, 0.3 * 1000 / unit):
        points = [(x + inset, y + inset), (x + w - inset, y + inset), (x + w - inset, y + h - inset), (x + inset, y + h - inset)]
        for a, b in zip(points, points[1:] + points[:1]):
            space.add_line(a, b, dxfattribs=attribs)
    for i in range(1, 4):
        space.add_line((x + i * w / 4, y), (x + i * w / 4, y + h), dxfattribs=attribs)
    for i in range(12):
        px = x + i * w / 12
        space.add_line((px, y - 0.06 * h), (px, y - 0.02 * h), dxfattribs={"layer": "DIMS"})
        space.add_line((px, y + h * 1.02), (px, y + h * 1.06), dxfattribs={"layer": "DIMS"})
        space.add_text("1.20", dxfattribs={"insert": (px, y - 0.05 * h), "height": 0.01 * w, "layer": "DIMS"})
    space.add_line((x, y - 0.04 * h), (x + w, y - 0.04 * h), dxfattribs={"layer": "DIMS"})
    for i in range(6):
        space.add_text("Room %d" % i, dxfattribs={"insert": (x + w * rng.random() * 0.9, y + h * rng.random()), "height": 0.012 * w, "layer": "DIMS"})
    return w, h


def drawing(seed, path):
    rng = random.Random(seed)
    version = rng.choice(["R12", "R2000", "R2010", "R2018"])
    doc = ezdxf.new(version)
    space = doc.modelspace()
    inch = rng.random() < 0.25
    unit_name = rng.choice(["in", "in", "ft"]) if inch else rng.choice(["mm", "mm", "mm", "m", "m", "cm"])
    unit, code = UNITS[unit_name]
    header = rng.random()
    if version != "R12":
        # Headers are right, silent, or wrong.
        doc.header["$INSUNITS"] = code if header < 0.55 else 0 if header < 0.85 else rng.choice([1, 4, 6])
    language = "en" if inch else rng.choice(list(WORDS))
    count = rng.choice([1, 1, 2, 3, 4, 6, 8, 12, 20, 40])
    how = rng.choice(["polyline", "polyline", "open", "lines", "pieces", "symbol", "symbol", "nested"])
    one_size = rng.random() < 0.5
    sizes = INCH if inch else ISO
    names = list(sizes)
    common = rng.choice(names)
    edge = rng.random() < 0.8
    inner = (rng.choice([(12.7, 12.7), (38.1, 12.7)]) if inch else rng.choice([(20, 10), (10, 10), (20, 5), (25, 10), (5, 5)]))
    if edge and rng.random() < 0.3:
        inner = None
    layer = rng.choice(["0", "FRAME", "A-ANNO-TTLB", "Title block", "рамка", "1", "TB", "Defpoints2"])
    decoys = {one for one in ("details", "table", "building", "outline") if rng.random() < 0.3}
    says = rng.random()
    x0, y0 = rng.choice([(0, 0), (0, 0), (512_340.5, 6_230_117.25), (-40_000, 12_000)])
    gap = rng.choice([0.05, 0.1, 0.3, 1.0])
    truth = []
    x, y, row_height = x0, y0, 0
    per_row = rng.choice([3, 5, 8, 100])
    marks = rng.random() < 0.2
    strip = rng.random() < 0.3
    turned_all = rng.random() < 0.15
    blocks = {}
    for i in range(count):
        size = common if one_size else rng.choice(names)
        reduction = rng.choice(INCH_SCALES if inch else METRIC_SCALES)
        long_mm, short_mm = (side * (25.4 if inch else 1) for side in sizes[size])
        upright = size == "A4" and rng.random() < 0.6 or rng.random() < 0.1
        width, height = (short_mm, long_mm) if upright else (long_mm, short_mm)
        # Drawing units of a mm of paper.
        k = reduction / unit
        turned = turned_all or rng.random() < 0.05
        lies_w, lies_h = (height, width) if turned else (width, height)
        number = "%s-%03d" % (rng.choice("ASML"), i + 101)
        name = rng.choice(TITLES)
        scale_text = stated(rng, reduction, inch, size, language) if says < 0.85 else None
        plot = Plot(space, x, y, k, turned, height)
        if how in ("symbol", "nested"):
            key = "%s-%s-%s" % (size, "P" if upright else "L", how)
            if key not in blocks:
                block = doc.blocks.new(rng.choice(["FRAME %s", "112-%s", "X%s", "TITLE_%s"]) % key.replace(" ", ""))
                frame(rng, Plot(block, 0, 0, 1), width, height, rng.choice(["polyline", "lines"]), edge, inner, layer, marks)
                if how == "nested":
                    outer = doc.blocks.new("N" + key.replace(" ", ""))
                    outer.add_blockref(block.name, (0, 0))
                    block = outer
                blocks[key] = block
            insert = plot.at(0, 0)
            space.add_blockref(blocks[key].name, insert, dxfattribs={
                "xscale": k, "yscale": k, "zscale": k, "rotation": 90 if turned else 0, "layer": layer})
        else:
            frame(rng, plot, width, height, how, edge, inner, layer, marks)
        title(rng, plot, width - (inner[1] if inner else 0), height, language, scale_text, number, name, layer, strip)
        content(rng, plot, width, height, decoys, reduction, rng.choice([0, 0, 1, 2]))
        truth.append({"size": size, "widthMm": lies_w, "heightMm": lies_h, "reduction": reduction,
                      "box": [x, y, x + lies_w * k, y + lies_h * k], "number": number})
        row_height = max(row_height, lies_h * k)
        x += lies_w * k * (1 + gap)
        if (i + 1) % per_row == 0:
            x, y, row_height = x0, y - row_height * (2 + gap) * 1.5, 0
            # The next row hangs below: room for the largest sheet and scale is made by the row's own height.
            y -= 0
    boxes = [sheet["box"] for sheet in truth]
    overlapping = any(a is not b and a[0] < b[2] and b[0] < a[2] and a[1] < b[3] and b[1] < a[3] for a in boxes for b in boxes)
    if overlapping:
        return None
    left, top = min(b[0] for b in boxes), max(b[3] for b in boxes)
    if "building" in decoys:
        for i in range(rng.randint(1, 3)):
            w, h = 30_000 / unit, 22_000 / unit
            building(rng, space, left + i * 1.6 * w, top + 10_000 / unit, unit)
    if "outline" in decoys:
        right, low = max(b[2] for b in boxes), min(b[1] for b in boxes)
        pad = 0.05 * (right - left)
        Plot(space, 0, 0, 1).rect(left - pad, low - pad, right + pad, top + pad + 50_000 / unit, "polyline", "SITE")
    if rng.random() < 0.3:
        space.add_point((left - 1e7 / unit, top + 1e7 / unit))
    doc.saveas(path + ".dxf")
    with open(path + ".json", "w", encoding="utf-8") as file:
        json.dump({"sheets": truth, "unitMm": unit, "how": how, "decoys": sorted(decoys), "edge": edge,
                   "inner": inner, "stated": says < 0.85}, file)
    return truth


def main():
    seed, count, folder = int(sys.argv[1]), int(sys.argv[2]), sys.argv[3]
    os.makedirs(folder, exist_ok=True)
    made = 0
    while made < count:
        if drawing(seed, os.path.join(folder, str(made))):
            made += 1
        seed += 1


main()
