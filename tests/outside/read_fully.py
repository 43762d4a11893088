"""Reads drawings with python3-ezdxf as far as it goes and prints, as a JSON list with one entry for each, what this
project's reader must agree with.

Usage: read_fully.py FILE ... Boxes are worked out by python3-ezdxf's own geometry: curves are flattened finely enough
for a comparison of 1e-6, paths of dimensions, leaders and the like come from its virtual entities.
"""
import json
import sys

import ezdxf
from ezdxf.addons.drawing.properties import RenderContext
from ezdxf.lldxf.encoding import decode_dxf_unicode
from ezdxf.entities import LWPolyline
from ezdxf.math import Vec3, Matrix44, BoundingBox

TEXTS = {"TEXT", "MTEXT", "ATTRIB", "ATTDEF"}
SHARE = 8e-7

# The same curve comes again in every version of a drawing and with every placement of a symbol.
flattened = {}


def once(key, flatten):
    if key not in flattened:
        flattened[key] = list(flatten())
    return flattened[key]


def points_of(spline, distance):
    key = (spline.order, distance, tuple(spline.control_points), tuple(spline.knots()), tuple(spline.weights()))
    return once(key, lambda: spline.flattening(distance, segments=64))


def round_points(entity, size):
    """Points of an arc, circle or ellipse."""
    key = (entity.dxftype(), *((name, value) for name, value in entity.dxfattribs(drop={"handle", "owner"}).items()))
    return once(key, lambda: entity.flattening(abs(size) * SHARE))


def curve(entity):
    """Points of one curve, its extremes found by flattening."""
    kind = entity.dxftype()
    if kind == "LINE":
        return [entity.dxf.start, entity.dxf.end]
    if kind == "POINT":
        return [entity.dxf.location]
    if kind in ("CIRCLE", "ARC"):
        return round_points(entity, entity.dxf.radius)
    if kind == "ELLIPSE":
        return round_points(entity, entity.dxf.major_axis.magnitude)
    if kind == "SPLINE":
        tool = entity.construction_tool()
        if entity.control_point_count() == 0:
            return None
        size = max((a - b).magnitude for a in tool.control_points for b in tool.control_points) or 1
        return points_of(tool, size * 1e-7)
    if kind in ("SOLID", "TRACE"):
        return entity.wcs_vertices()
    if kind == "3DFACE":
        return entity.wcs_vertices()
    if kind == "MLINE" or kind == "LEADER":
        points = []
        for part in entity.virtual_entities():
            inner = curve(part)
            if inner:
                points.extend(inner)
        return points
    return None


def boundary(hatch):
    """Points of a fill's boundary. Arcs and ellipses are taken from their own definition: as Bezier curves they would
    be off by some hundred-thousandths."""
    points = []
    ocs = hatch.ocs()
    elevation = Vec3(hatch.dxf.elevation).z
    for path in hatch.paths:
        own = []
        if hasattr(path, "edges"):
            for edge in path.edges:
                tool = edge.construction_tool() if hasattr(edge, "construction_tool") else None
                if tool is None:
                    own.extend([edge.start, edge.end])
                elif edge.EDGE_TYPE == "ArcEdge":
                    key = (*tool.center, tool.radius, tool.start_angle, tool.end_angle)
                    own.extend(once(key, lambda: tool.flattening(tool.radius * SHARE)))
                elif edge.EDGE_TYPE == "EllipseEdge":
                    own.extend(tool.flattening(tool.major_axis.magnitude * SHARE))
                else:
                    own.extend(points_of(tool, 1e-6))
        else:
            flat = LWPolyline()
            flat.dxf.flags = 1
            flat.set_points([(x, y, b) for x, y, b in path.vertices], format="xyb")
            for part in flat.virtual_entities():
                own.extend(curve(part))
        points.extend(ocs.to_wcs(Vec3(p).replace(z=elevation)) for p in own)
    return points


def box_of(entity, doc, depth=0):
    kind = entity.dxftype()
    box = BoundingBox()
    if depth > 40 or kind in TEXTS:
        return box
    if kind in ("LWPOLYLINE", "POLYLINE"):
        if kind == "POLYLINE" and (entity.is_polygon_mesh or entity.is_poly_face_mesh):
            for part in entity.virtual_entities():
                box.extend(box_of(part, doc, depth))
            return box
        if kind == "POLYLINE" and entity.is_3d_polyline:
            box.extend([v.dxf.location for v in entity.vertices if not v.is_spline_frame_point] if hasattr(entity.vertices[0], "is_spline_frame_point") else [v.dxf.location for v in entity.vertices])
            return box
        for part in entity.virtual_entities():
            box.extend(curve(part))
        return box
    if kind in ("INSERT", "DIMENSION", "ACAD_TABLE"):
        inserts = list(entity.multi_insert()) if kind == "INSERT" and entity.mcount > 1 else [entity]
        for one in inserts:
            if kind == "INSERT":
                # Nested placements are flattened through their matrices: nothing is lost to unequal scales.
                block = doc.blocks.get(one.dxf.name)
                if block is not None:
                    box.extend(through(block, one.matrix44(), doc, depth + 1))
            else:
                for part in one.virtual_entities():
                    box.extend(box_of(part, doc, depth + 1))
        return box
    if kind == "HATCH":
        box.extend(boundary(entity))
        return box
    if kind in ("IMAGE", "WIPEOUT"):
        return BoundingBox(entity.boundary_path_wcs())
    if kind == "VIEWPORT":
        c, w, h = entity.dxf.center, entity.dxf.width / 2, entity.dxf.height / 2
        return BoundingBox([c - Vec3(w, h), c + Vec3(w, h)])
    points = curve(entity)
    if points:
        box.extend(points)
    return box


def through(block, m, doc, depth):
    points = []
    if depth > 40:
        return points
    for entity in block:
        kind = entity.dxftype()
        if kind in TEXTS:
            continue
        if kind == "INSERT":
            inner = doc.blocks.get(entity.dxf.name)
            ones = list(entity.multi_insert()) if entity.mcount > 1 else [entity]
            for one in ones:
                if inner is not None:
                    points.extend(through(inner, one.matrix44() * m, doc, depth + 1))
            continue
        if kind in ("LWPOLYLINE", "POLYLINE", "DIMENSION"):
            parts = list(entity.virtual_entities())
        else:
            parts = [entity]
        for part in parts:
            if part.dxftype() == "HATCH":
                own = boundary(part)
            else:
                own = curve(part)
            if own:
                points.extend(m.transform_vertices(own))
    return points


def words(entity):
    kind = entity.dxftype()
    if kind in ("MTEXT", "TEXT", "ATTRIB", "ATTDEF"):
        # This version of the reader leaves the fixed blank and the escaped characters of multi-line text as they are.
        return decode_dxf_unicode(entity.plain_text().replace("\\~", " "))
    return None


def placements(layout, doc):
    found = []

    def walk(entities, m, path):
        for entity in entities:
            if entity.dxftype() != "INSERT":
                continue
            block = doc.blocks.get(entity.dxf.name)
            if block is None:
                continue
            for one in (entity.multi_insert() if entity.mcount > 1 else [entity]):
                here = one.matrix44() * m
                rows = [list(here.transform(p)) for p in (Vec3(0, 0, 0), Vec3(1, 0, 0), Vec3(0, 1, 0), Vec3(0, 0, 1))]
                found.append(["/".join([*path, entity.dxf.handle]), block.name, rows])
                walk(block, here, [*path, entity.dxf.handle])

    walk(layout, Matrix44(), [])
    return found


def lines_of(entity):
    """Corners of the lines that a leader with a label is drawn with."""
    found = []
    for part in entity.virtual_entities():
        if part.dxftype() == "LINE":
            found.append([list(part.dxf.start)[:2], list(part.dxf.end)[:2]])
        elif part.dxftype() in ("LWPOLYLINE", "POLYLINE"):
            found.append([[v.x, v.y] for v in map(Vec3, part.vertices_in_wcs() if hasattr(part, "vertices_in_wcs") else part.points())])
    return found


def read(file):
    doc = ezdxf.readfile(file)
    objects = []
    context = RenderContext(doc)
    context.set_current_layout(doc.modelspace())
    context.current_layout_properties.set_colors("#ffffff")
    spaces = [("model", doc.modelspace())]
    spaces += [(f"sheet {name}", doc.layouts.get(name)) for name in doc.layouts.names() if name != "Model"]
    spaces += [(f"symbol {block.name}", block) for block in doc.blocks if not block.is_any_layout]
    for where, space in spaces:
        for entity in space:
            box = box_of(entity, doc)
            row = {
                "where": where,
                "handle": entity.dxf.handle,
                "type": entity.dxftype(),
                "layer": entity.dxf.layer,
                "box": [box.extmin.x, box.extmin.y, box.extmax.x, box.extmax.y] if box.has_data else None,
                "text": words(entity),
                "attribs": [[a.dxf.handle, a.dxf.layer, words(a)] for a in getattr(entity, "attribs", [])],
            }
            if where == "model":
                look = context.resolve_all(entity)
                row["look"] = [look.layer, look.color[:7], look.linetype_name, look.lineweight]
            if entity.dxftype() == "MULTILEADER":
                row["lines"] = lines_of(entity)
            if entity.dxftype() == "DIMENSION":
                measured = entity.get_measurement()
                if entity.dimtype == 6:
                    measured = measured.x if entity.dxf.dimtype & 64 else measured.y
                row["measured"] = measured
            objects.append(row)
    return {"objects": objects, "placements": placements(doc.modelspace(), doc)}


print(json.dumps([read(file) for file in sys.argv[1:]]))
