"""Makes drawings in which layers and objects are named and pointed to from everywhere: saved looks of layers, filters,
groups, dictionaries, clips, images, leaders, reactors and extended data.

Usage: make_correcting.py FOLDER COUNT [FROM]. Prints the files as JSON.
"""
import json
import random
import sys
from pathlib import Path

import ezdxf
from ezdxf.lldxf.extendedtags import ExtendedTags

VERSIONS = ["R12", "R2000", "R2004", "R2010", "R2018"]
OFFICE = ["A-WALL", "A-DOOR"]
STRAY = ["BAD", "Odd", "LEFT OVER", "Unused", "X|Y", "0-TMP"]


def record(doc, text, owner):
    """A record written out as tags, put among the records that the file keeps beside its drawing."""
    from ezdxf.entities import factory

    handle = doc.entitydb.next_handle()
    tags = ExtendedTags.from_text(text.replace("HANDLE", handle).replace("OWNER", owner))
    entity = factory.load(tags, doc)
    doc.entitydb.add(entity)
    doc.objects.add_object(entity)
    return entity


def layer_records(doc, rng, layers):
    """Saved looks of layers, old filters by name, and new ones by expression."""
    table = doc.layers.head
    if not table.has_extension_dict:
        table.new_extension_dict()
    own = table.get_extension_dict().dictionary
    states = own.add_new_dict("ACAD_LAYERSTATES") if hasattr(own, "add_new_dict") else own
    for n in range(rng.randrange(1, 3)):
        names = rng.sample(layers, rng.randrange(2, len(layers)))
        body = "".join(f"8\n{name}\n90\n0\n62\n{i + 1}\n370\n25\n6\nContinuous\n2\nColor_1\n" for i, name in enumerate(names))
        saved = record(doc, f"0\nXRECORD\n5\nHANDLE\n330\nOWNER\n100\nAcDbXrecord\n280\n1\n91\n2047\n301\nsaved\n290\n1\n302\n{rng.choice(names)}\n{body}", states.dxf.handle)
        states[f"LOOKS{n}"] = saved
    filters = own.add_new_dict("ACAD_LAYERFILTERS") if hasattr(own, "add_new_dict") else own
    names = rng.sample(layers, 3)
    expression = " OR ".join(f'NAME=="{name}"' for name in names) + f' OR NAME=="{",".join(names)}"'
    made = record(doc, f"0\nXRECORD\n5\nHANDLE\n330\nOWNER\n100\nAcDbXrecord\n280\n1\n1\nAcLyLayerFilter\n90\n1\n300\nours\n301\n{expression}\n", filters.dxf.handle)
    filters["BY EXPRESSION"] = made
    group = record(doc, "0\nXRECORD\n5\nHANDLE\n330\nOWNER\n100\nAcDbXrecord\n280\n1\n1\nAcLyLayerGroup\n90\n1\n300\nset\n" + "".join(f"330\n{doc.layers.get(name).dxf.handle}\n" for name in names), filters.dxf.handle)
    filters["BY LIST"] = group
    by_name = doc.rootdict.add_new_dict("OUR LAYERS") if hasattr(doc.rootdict, "add_new_dict") else None
    if by_name is not None:
        for name in names:
            by_name[name] = doc.layers.get(name)


def make(number, folder):
    rng = random.Random(number)
    version = VERSIONS[number % len(VERSIONS)]
    modern = version != "R12"
    doc = ezdxf.new(version)
    doc.appids.add("OURAPP")
    layers = OFFICE + STRAY
    for i, name in enumerate(layers):
        doc.layers.add(name, color=i + 1)
    stray = lambda: rng.choice(layers)
    msp = doc.modelspace()
    mark = doc.blocks.new("MARK")
    mark.add_circle((0, 0), 2, dxfattribs={"layer": stray()})
    mark.add_line((0, 0), (2, 0), dxfattribs={"layer": "0"})
    mark.add_attdef("NO", (0, 0), dxfattribs={"layer": stray(), "height": 1})
    things = []
    for i in range(rng.randrange(6, 14)):
        things.append(msp.add_line((i, 0), (i, 10), dxfattribs={"layer": stray(), "color": rng.choice([256, 256, 1, 5])}))
    for i in range(3):
        placed = msp.add_blockref("MARK", (10 * i, 30), dxfattribs={"layer": stray()})
        placed.add_attrib("NO", str(i), (10 * i, 30), dxfattribs={"layer": rng.choice(OFFICE)})
        things.append(placed)
    things.append(msp.add_polyline2d([(40, 0), (50, 0), (50, 9)], dxfattribs={"layer": stray()}))
    doc.header["$CLAYER"] = stray()
    if modern:
        layer_records(doc, rng, layers)
        for n in range(2):
            doc.groups.new(f"SET{n}").extend(rng.sample(things, rng.randrange(1, 4)))
        layout = doc.layouts.get("Layout1")
        view = layout.add_viewport((100, 100), (80, 80), (10, 10), 40, dxfattribs={"layer": stray()})
        view.frozen_layers = rng.sample(STRAY, 2)
        clip = layout.add_lwpolyline([(60, 60), (140, 60), (140, 140), (60, 140)], close=True, dxfattribs={"layer": stray()})
        view.dxf.clipping_boundary_handle = clip.dxf.handle
        view.dxf.flags = view.dxf.get("flags", 0) | 65536
        clip.append_reactor_handle(view.dxf.handle)
        overrides = doc.layers.get(stray()).get_vp_overrides()
        overrides.set_color(view.dxf.handle, 5)
        overrides.commit()
        note = msp.add_mtext("label", dxfattribs={"layer": stray(), "char_height": 2, "insert": (6, 36)})
        leader = msp.add_leader([(0, 30), (5, 35)], dxfattribs={"layer": stray(), "annotation_type": 0, "annotation_handle": note.dxf.handle})
        note.append_reactor_handle(leader.dxf.handle)
        border = msp.add_lwpolyline([(60, 10), (70, 10), (70, 20)], close=True, dxfattribs={"layer": stray()})
        hatch = msp.add_hatch(dxfattribs={"layer": stray()})
        hatch.associate(hatch.paths.add_polyline_path([(60, 10), (70, 10), (70, 20)], is_closed=True, flags=1), [border])
        definition = doc.add_image_def("picture.png", size_in_pixel=(64, 64))
        for i in range(2):
            things.append(msp.add_image(definition, (80, 10 * i), (5, 5), dxfattribs={"layer": stray()}))
        dimension = msp.add_linear_dim(base=(0, -5), p1=(0, 0), p2=(7, 0), dxfattribs={"layer": stray()}).render().dimension
        things += [note, leader, border, hatch, dimension]
        for thing in rng.sample(things, 4):
            if not thing.has_extension_dict:
                thing.new_extension_dict()
            inner = thing.get_extension_dict().dictionary
            kept = inner.add_xrecord("OURS") if hasattr(inner, "add_xrecord") else None
            if kept is not None:
                kept.reset([(1, "kept"), (330, rng.choice(things).dxf.handle)])
        msp.set_redraw_order({thing.dxf.handle: thing.dxf.handle for thing in rng.sample(things, 5)})
    for thing in rng.sample(things, 4):
        thing.set_xdata("OURAPP", [(1000, "tied"), (1003, stray()), (1005, rng.choice(things).dxf.handle)])
    path = Path(folder) / f"{number}-{version}.dxf"
    doc.saveas(path)
    return {"number": number, "version": version, "file": str(path)}


if __name__ == "__main__":
    start = int(sys.argv[3]) if len(sys.argv) > 3 else 0
    print(json.dumps([make(number, sys.argv[1]) for number in range(start, start + int(sys.argv[2]))]))
