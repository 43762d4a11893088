"""Writes drawings as they come in: sheets side by side in the model, a third of everything on the base layer, names in four
scripts, frames as symbols with the texts loose on top, dimensions in styles that nobody chose, loose dimensions, nested symbols
without names, fills on whatever layer was current, stray points, wrong headers.

Usage: make_unruly.py FOLDER. Prints, as JSON, the path of each with the numbers and titles of its sheets.
"""
import json
import os
import random
import sys

import ezdxf
from ezdxf.enums import TextEntityAlignment as Align

from office_style import OFFICE

LAYERS = ["00 KB-2", "WORDS", "tmp1", "图层1", "ОСИ", "стены", "Texte-Möbel", "DIM", "DIM1", "COLUMN", "轴线"]
CURRENT = ["0"] * 9 + LAYERS
STYLES = ["BUILD", "BUILD-2", "SITE", "Standard"]
STOREYS = "一二三四五六七八"


class Sheets:
    """Sheets of A2 at 1:100 that lie beside each other in a model of mm."""

    def __init__(self, version, seed, origin):
        self.rnd = random.Random(seed)
        self.doc = ezdxf.new(version, setup=True, units=4)
        self.model = self.doc.modelspace()
        self.origin = origin
        self.version = version
        for name in LAYERS + ["L%02d" % i for i in range(40)]:
            self.doc.layers.add(name, color=self.rnd.choice([1, 2, 3, 4, 6, 7, 8, 30, 140]))
        for name, font in (("HAND", "simplex.shx"), ("黑体", "simhei.ttf")):
            self.doc.styles.new(name, dxfattribs={"font": font})
        for i, name in enumerate(STYLES[:-1]):
            style = self.doc.dimstyles.new(name)
            for key, value in {**OFFICE, "dimscale": 100, "dimtsz": i % 2, "dimtxt": 2.5 + 0.5 * (i == 2)}.items():
                style.set_dxf_attrib(key, value)
        self.symbols = self.nested()
        self.frame()

    def nested(self):
        """A chair, in a symbol without a name, in another one."""
        blocks = self.doc.blocks
        chair = blocks.new("112211")
        chair.add_circle((0, 0), 300)
        chair.add_line((-300, 0), (300, 0), dxfattribs={"color": 2})
        one = blocks.new_anonymous_block(type_char="U")
        one.add_blockref("112211", (0, 0))
        one.add_lwpolyline([(-500, -500), (500, -500), (500, 500), (-500, 500)], close=True, dxfattribs={"color": 1})
        two = blocks.new_anonymous_block(type_char="U")
        for x in (0, 1500):
            two.add_blockref(one.name, (x, 0))
        return [chair.name, one.name, two.name]

    def frame(self):
        block = self.doc.blocks.new("A2-FRAME")
        for left, bottom, right, top in ((0, 0, 59400, 42000), (2500, 1000, 58400, 41000)):
            block.add_lwpolyline([(left, bottom), (right, bottom), (right, top), (left, top)], close=True)
        for i in range(6):
            block.add_line((46400, 1000 + 800 * i), (58400, 1000 + 800 * i))
        for i, heading in enumerate(["比例", "图号", "日期", "设计", "审核"]):
            block.add_text(heading, height=350).set_placement((46600, 1200 + 800 * i))

    def on_any(self, **more):
        return {"layer": self.rnd.choice(CURRENT), **more}

    def sheet(self, i):
        """One storey of a building in its frame; its number and title."""
        rnd, model = self.rnd, self.model
        left, low = self.origin[0] + (i % 4) * 65000, self.origin[1] - (i // 4) * 48000
        number, title = "建施-%02d" % (i + 1), "%s层平面图" % STOREYS[i]
        model.add_blockref("A2-FRAME", (left, low), dxfattribs={"layer": "WORDS"})
        for words, height, at in ((number, 500, (51000, 2000)), ("1:100", 350, (51000, 1200)), (title + " 1:100", 700, (20000, 3000))):
            model.add_text(words, height=height, dxfattribs={"style": "黑体"}).set_placement((left + at[0], low + at[1]))
        grid = [[0], [0]]
        for axis, steps, count in ((0, (3300, 3600, 4200, 5400), 6), (1, (4200, 5100, 2400, 6000), 4)):
            for _ in range(count):
                grid[axis].append(grid[axis][-1] + rnd.choice(steps))
        self.storey(grid[0], grid[1], lambda x, y: (left + 8000 + x, low + 9000 + y))
        return number, title

    def storey(self, xs, ys, at):
        rnd, model = self.rnd, self.model
        for x in xs:
            model.add_line(at(x, -2600), at(x, ys[-1] + 2600), dxfattribs={"layer": "轴线", "linetype": rnd.choice(["CENTER", "BYLAYER"])})
            for a, b in zip(ys, ys[1:]):
                for side in (-120, 120):
                    model.add_line(at(x + side, a + 120), at(x + side, b - 120), dxfattribs=self.on_any())
            for y in ys:
                corners = [at(x + dx, y + dy) for dx, dy in ((-250, -250), (250, -250), (250, 250), (-250, 250))]
                fill = model.add_hatch(color=rnd.choice([8, 252, 256]), dxfattribs=self.on_any())
                fill.paths.add_polyline_path(corners, is_closed=True)
                model.add_lwpolyline(corners, close=True, dxfattribs={"layer": "COLUMN"})
        for a, b in zip(xs, xs[1:]):
            (self.dimension if rnd.random() < 0.75 else self.loose)(at, a, b)
        for words in ["客厅", "厨房", "WC", "C1518", "M0921", "详见结施"] * 4:
            place = at(rnd.uniform(0, xs[-1]), rnd.uniform(0, ys[-1]))
            look = self.on_any(style=rnd.choice(["HAND", "Standard", "黑体"]), rotation=rnd.choice([0, 0, 0, 90]))
            model.add_text(words, height=rnd.choice([300, 300, 250, 350]), dxfattribs=look).set_placement(place)
        for _ in range(12):
            place = at(rnd.uniform(0, xs[-1]), rnd.uniform(0, ys[-1]))
            model.add_blockref(rnd.choice(self.symbols), place, dxfattribs=self.on_any(rotation=rnd.choice([0, 90, 37])))

    def dimension(self, at, a, b):
        style = self.rnd.choice(STYLES)
        made = self.model.add_linear_dim(
            base=at(a, -1800), p1=at(a, -600), p2=at(b, -600), dimstyle=style,
            override={"dimscale": 100} if style == "Standard" else {}, dxfattribs=self.on_any())
        made.dimstyle_attribs.pop("dimrnd", None)
        made.render()

    def loose(self, at, a, b):
        """What was a dimension: its lines, strokes and figure."""
        look = self.on_any()
        self.model.add_line(at(a, -1800), at(b, -1800), dxfattribs=look)
        for x in (a, b):
            self.model.add_line(at(x, -800), at(x, -1950), dxfattribs=look)
            self.model.add_line(at(x - 80, -1880), at(x + 80, -1720), dxfattribs=look)
        self.model.add_text(str(b - a), height=250, dxfattribs={**look, "style": "HAND"}).set_placement(
            at((a + b) / 2, -1740), align=Align.BOTTOM_CENTER)

    def write(self, folder, count):
        sheets = [self.sheet(i) for i in range(count)]
        x, y = self.origin
        self.model.add_blockref("A2-FRAME", (x + 3.2e6, y + 2.1e6), dxfattribs={"layer": "tmp1"})
        for _ in range(4):
            self.model.add_point((x + self.rnd.uniform(-1e7, 1e7), y + self.rnd.uniform(-1e7, 1e7)))
        self.doc.header["$EXTMIN"], self.doc.header["$EXTMAX"] = (1e20, 1e20, 1e20), (-1e20, -1e20, -1e20)
        path = os.path.join(folder, self.version + ".dxf")
        self.doc.saveas(path)
        return {"path": path, "sheets": sheets}


if __name__ == "__main__":
    print(json.dumps([
        Sheets(version, seed, origin).write(sys.argv[1], count)
        for version, seed, origin, count in (
            ("R2010", 1, (0, 0), 4), ("R2018", 3, (-812345.678, 9.9e6), 5))
    ]))
