"""Compares drawings before and after they were scaled, turned and moved: python3-ezdxf reads both.

Usage: check_scaling.py CASES.json, a list of {before, after, factor, turnDeg, to}. Prints the faults of each as JSON.
"""
import json
import math
import sys

import ezdxf
from ezdxf import disassemble
from ezdxf.math import Matrix44, Vec3

# Kinds that hold their sizes in attributes; the rest is compared point by point.
LENGTHS = {
    "TEXT": ["height", "thickness"],
    "ATTRIB": ["height"],
    "MTEXT": ["char_height", "width"],
    "DIMENSION": ["actual_measurement", "leader_length"],
    "ARC_DIMENSION": ["actual_measurement"],
    "SHAPE": ["size"],
    "CIRCLE": ["radius", "thickness"],
    "ARC": ["radius"],
    "MLINE": ["scale_factor"],
    "LWPOLYLINE": ["const_width"],
    "HELIX": ["radius", "turn_height"],
    "INSERT": ["xscale", "yscale", "zscale", "row_spacing", "column_spacing"],
    "LEADER": ["text_height", "text_width"],
}
ANGULAR = (2, 5)


def close(a, b, size):
    return abs(a - b) <= 1e-9 * max(1.0, size)


def points_of(entity):
    """Points of an object's parts in the drawing, placements and pictures of dimensions resolved."""
    points = []
    try:
        parts = list(disassemble.recursive_decompose([entity]))
    except Exception as error:  # What cannot be taken apart is compared by its attributes.
        return [], str(error)
    for part in parts:
        kind = part.dxftype()
        if kind in ("TEXT", "ATTRIB"):
            ocs = part.ocs()
            points.append(ocs.to_wcs(Vec3(part.dxf.insert)))
            continue
        if kind == "MTEXT":
            points.append(Vec3(part.dxf.insert))
            continue
        if kind in ("HATCH", "MPOLYGON"):
            ocs = part.ocs()
            z = Vec3(part.dxf.elevation).z
            for path in part.paths.paths:
                for x, y in outline(path):
                    points.append(ocs.to_wcs(Vec3(x, y, z)))
            if part.pattern:
                for line in part.pattern.lines:
                    points.append(ocs.to_wcs(Vec3(line.base_point[0], line.base_point[1], z)))
            continue
        if kind == "CIRCLE":  # Where its outline begins says nothing: its middle, and a point above it at its radius.
            ocs = part.ocs()
            middle = Vec3(part.dxf.center)
            points += [ocs.to_wcs(middle), ocs.to_wcs(middle + Vec3(0, 0, part.dxf.radius))]
            continue
        if kind == "ELLIPSE" and abs(part.dxf.end_param - part.dxf.start_param - math.tau) < 1e-9:
            points.append(Vec3(part.dxf.center))
            continue
        if kind in ("XLINE", "RAY", "POINT"):
            points.append(Vec3(part.dxf.start if kind != "POINT" else part.dxf.location))
            continue
        for primitive in disassemble.to_primitives([part], max_flattening_distance=None):
            try:
                if primitive.path is not None:
                    points.extend(primitive.path.control_vertices())
                elif primitive.mesh is not None:
                    points.extend(primitive.mesh.vertices)
            except Exception:
                continue
    return points, None


def outline(path):
    if hasattr(path, "vertices"):
        return [(x, y) for x, y, _ in path.vertices]
    found = []
    for edge in path.edges:
        kind = type(edge).__name__
        if kind == "LineEdge":
            found += [edge.start, edge.end]
        elif kind == "ArcEdge":
            for angle in (edge.start_angle, edge.end_angle):
                found.append((edge.center[0] + edge.radius * math.cos(math.radians(angle)), edge.center[1] + edge.radius * math.sin(math.radians(angle))))
            found.append(edge.center)
        elif kind == "EllipseEdge":
            major = (edge.center[0] + edge.major_axis[0], edge.center[1] + edge.major_axis[1])
            found += [edge.center, major]
        else:
            found += [tuple(point)[:2] for point in edge.control_points]
    return [(point[0], point[1]) for point in found]


def compare(case):
    before = ezdxf.readfile(case["before"])
    after = ezdxf.readfile(case["after"])
    factor, turn = case["factor"], math.radians(case["turnDeg"])
    m = Matrix44.scale(factor, factor, factor) @ Matrix44.z_rotate(turn) @ Matrix44.translate(*case["to"])
    faults = []
    counted = {}
    errors = len(after.audit().errors) - len(before.audit().errors)
    if errors > 0:
        faults.append(f"{errors} errors more")
    for entity in before.modelspace():
        kind = entity.dxftype()
        handle = entity.dxf.handle
        other = after.entitydb.get(handle)
        if other is None:
            faults.append(f"{kind} {handle} is gone")
            continue
        counted[kind] = counted.get(kind, 0) + 1
        old, problem = points_of(entity)
        new, _ = points_of(other)
        if problem:
            faults.append(f"{kind} {handle}: {problem}")
        if len(old) != len(new):
            faults.append(f"{kind} {handle}: {len(old)} points, then {len(new)}")
        for a, b in zip(old, new):
            wanted = m.transform(a)
            size = max(abs(wanted.x), abs(wanted.y), abs(wanted.z))
            if not all(close(p, q, size) for p, q in zip(wanted, b)):
                faults.append(f"{kind} {handle}: {a} became {b}, not {wanted}")
                break
        for name in LENGTHS.get(kind, []):
            if kind == "DIMENSION" and name == "actual_measurement" and (entity.dxf.dimtype & 7) in ANGULAR:
                if entity.dxf.hasattr(name) and not close(entity.dxf.get(name), other.dxf.get(name), 1):
                    faults.append(f"{kind} {handle}: the angle became {other.dxf.get(name)}")
                continue
            if entity.dxf.hasattr(name):
                a, b = entity.dxf.get(name), other.dxf.get(name)
                if not close(a * factor, b, abs(a * factor)):
                    faults.append(f"{kind} {handle}: {name} {a} became {b}")
        faults.extend(own_checks(kind, handle, entity, other, factor, turn))
        for a, b in zip(getattr(entity, "attribs", []), getattr(other, "attribs", [])):
            p = m.transform(a.ocs().to_wcs(Vec3(a.dxf.insert)))
            q = b.ocs().to_wcs(Vec3(b.dxf.insert))
            if not p.isclose(q, abs_tol=1e-8 * max(1, p.magnitude)) or not close(a.dxf.height * factor, b.dxf.height, 1):
                faults.append(f"attribute {a.dxf.handle}: {q}, not {p}")
    faults.extend(styles(before, after, case, factor))
    faults.extend(values(before, after, factor))
    faults.extend(viewports(before, after, m, case))
    faults.extend(symbols(before, after))
    faults.extend(bodies(before, after, case))
    return {"file": case["after"], "faults": faults[:40], "kinds": counted}


BODIES = ("3DSOLID", "REGION")


def bodies(before, after, case):
    """What has no sizes of its own lies in a symbol that is placed with the factor, and groups count the symbol."""
    faults = []
    old = [entity for entity in before.modelspace() if entity.dxftype() in BODIES]
    for entity in old:
        block = after.entitydb.get(entity.dxf.handle).get_layout()
        placed = [one for one in after.modelspace().query("INSERT") if block is not None and one.dxf.name == block.name]
        if len(placed) != 1:
            faults.append(f"{entity} is placed {len(placed)} times")
            continue
        one = placed[0].dxf
        turned = (one.rotation - case["turnDeg"] + 180) % 360 - 180
        if not (close(one.xscale, case["factor"], 1) and close(one.yscale, case["factor"], 1) and close(one.zscale, case["factor"], 1)):
            faults.append(f"{entity} is scaled by {one.xscale}")
        if abs(turned) > 1e-9 or not Vec3(one.insert).isclose(Vec3(*case["to"]), abs_tol=1e-6):
            faults.append(f"{entity} is placed at {one.insert}, turned by {one.rotation}")
        if not any(placed[0] in list(group) for _, group in after.groups):
            faults.append(f"{entity}: no group counts its symbol")
    return faults


def own_checks(kind, handle, a, b, factor, turn):
    faults = []
    if kind == "MTEXT":
        x = Vec3(direction(a)).rotate(turn)
        if not x.isclose(direction(b), abs_tol=1e-9):
            faults.append(f"MTEXT {handle} reads along {direction(b)}, not {x}")
        if "\\H2.5;" in a.text and f"\\H{2.5 * factor:.12g};" not in b.text:
            faults.append(f"MTEXT {handle}: a height in its text is {b.text}")
    if kind in ("TEXT", "ATTRIB"):
        x = a.ocs().to_wcs(Vec3.from_deg_angle(a.dxf.rotation)).rotate(turn)
        y = b.ocs().to_wcs(Vec3.from_deg_angle(b.dxf.rotation))
        if not x.isclose(y, abs_tol=1e-9):
            faults.append(f"{kind} {handle} reads along {y}, not {x}")
    if kind in ("XLINE", "RAY"):
        if not Vec3(a.dxf.unit_vector).rotate(turn).isclose(b.dxf.unit_vector, abs_tol=1e-9):
            faults.append(f"{kind} {handle}: direction {b.dxf.unit_vector}")
    if kind == "LWPOLYLINE":
        for p, q in zip(a.get_points(), b.get_points()):
            if not (close(p[2] * factor, q[2], 1) and close(p[3] * factor, q[3], 1) and close(p[4], q[4], 1)):
                faults.append(f"LWPOLYLINE {handle}: widths or arcs {q}")
                break
    if kind == "HATCH" and a.pattern:
        for p, q in zip(a.pattern.lines, b.pattern.lines):
            want = Vec3(p.offset).rotate(turn) * factor
            if a.dxf.extrusion.z > 0.99 and not want.isclose(Vec3(q.offset), abs_tol=1e-9):
                faults.append(f"HATCH {handle}: lines {q.offset} apart, not {want}")
            if any(not close(u * factor, v, 1) for u, v in zip(p.dash_length_items, q.dash_length_items)):
                faults.append(f"HATCH {handle}: dashes {q.dash_length_items}")
            if a.dxf.extrusion.z > 0.99 and abs(((q.angle - p.angle - math.degrees(turn)) + 180) % 360 - 180) > 1e-9:
                faults.append(f"HATCH {handle}: angle {q.angle}")
    if kind in ("IMAGE", "WIPEOUT"):
        for name in ("u_pixel", "v_pixel"):
            if not (Vec3(a.dxf.get(name)).rotate(turn) * factor).isclose(b.dxf.get(name), abs_tol=1e-9):
                faults.append(f"{kind} {handle}: {name} {b.dxf.get(name)}")
    if kind == "MULTILEADER":
        for name in ("char_height", "arrow_head_size", "landing_gap_size"):
            if not close(getattr(a.context, name) * factor, getattr(b.context, name), 1):
                faults.append(f"MULTILEADER {handle}: {name} {getattr(b.context, name)}")
    if kind == "MESH":
        pass
    if a.has_xdata("SURVEYOR"):
        old = {code: value for code, value in a.get_xdata("SURVEYOR")}
        new = {code: value for code, value in b.get_xdata("SURVEYOR")}
        for code in (1041, 1042):
            if not close(old[code] * factor, new[code], 1):
                faults.append(f"extended data {code}: {new[code]}")
        if old[1040] != new[1040] or Vec3(old[1010]) != Vec3(new[1010]):
            faults.append("extended data that are no lengths changed")
        if not (Vec3(old[1012]).rotate(turn) * factor).isclose(new[1012], abs_tol=1e-9):
            faults.append(f"extended data 1012: {new[1012]}")
    return faults


def direction(mtext):
    if mtext.dxf.hasattr("text_direction"):
        return Vec3(mtext.dxf.text_direction).normalize()
    return Vec3.from_deg_angle(mtext.dxf.get("rotation", 0))


def styles(before, after, case, factor):
    """Sizes of dimensions as they are drawn: text height times overall scale, of each dimension by its own settings."""
    faults = []
    scaled = set(e.dxf.handle for e in before.modelspace())
    for e in before.entitydb.values():
        if e.dxftype() != "DIMENSION":
            continue
        other = after.entitydb.get(e.dxf.handle)
        a, b = e.override(), other.override()
        want = factor if e.dxf.handle in scaled else 1
        old = a.get("dimscale", 1) * a.get("dimtxt", 2.5)
        new = b.get("dimscale", 1) * b.get("dimtxt", 2.5)
        if not close(old * want, new, 1):
            faults.append(f"DIMENSION {e.dxf.handle}: letters of {new}, not {old * want}")
    return faults


def values(before, after, factor):
    """What dimensions say: those that count units of the drawing are measured anew, those with a factor keep their values."""
    faults = []
    for e in before.modelspace().query("DIMENSION"):
        other = after.entitydb.get(e.dxf.handle)
        old, new = words(e), words(other)
        if (e.dxf.dimtype & 7) in ANGULAR or e.override().get("dimlfac", 1) != 1:
            if old != new:
                faults.append(f"DIMENSION {e.dxf.handle} says {new}, not {old}")
            continue
        for a, b in zip(old, new):
            if "<>" in a:  # The library that made it left the place of the value empty.
                continue
            a, b = (one.split()[0].replace(",", ".") for one in (a, b))
            if abs(float(a) * factor - float(b)) > 0.00501 * max(1, factor):
                faults.append(f"DIMENSION {e.dxf.handle} says {b}, not {float(a) * factor}")
    return faults


def words(dimension):
    block = dimension.get_geometry_block()
    return [e.text if e.dxftype() == "MTEXT" else e.dxf.text for e in block or [] if e.dxftype() in ("MTEXT", "TEXT")]


def old_views(path):
    """Views of the oldest version, which are kept in extended data that ezdxf passes over: target, twist, height, middle."""
    with open(path, encoding="utf8", errors="replace") as file:
        lines = [line.strip() for line in file]
    found, handle, points, reals = {}, None, [], []
    for code, value in list(zip(lines[::2], lines[1::2])) + [("0", "")]:
        if code == "0":
            if handle and len(reals) > 3:
                found[handle] = (points[0], reals[0], reals[1], reals[2], reals[3])
            handle, points, reals = None, [], []
            inside = value == "VIEWPORT"
        elif inside and code == "5":
            handle = value
        elif inside and code == "1010":
            points.append([float(value)])
        elif inside and code in ("1020", "1030"):
            points[-1].append(float(value))
        elif inside and code == "1040":
            reals.append(float(value))
    return found


def view(viewport, old):
    """From the model to the sheet, for views from above: the formula of ezdxf's own drawing, with the target taken off."""
    d = viewport.dxf
    height, target, centre, twist = d.view_height, Vec3(d.view_target_point), Vec3(d.view_center_point), d.view_twist_angle
    if d.handle in old:
        target, twist, height, x, y = old[d.handle]
        target, centre = Vec3(target), Vec3(x, y)
    scale = d.height / height
    return (
        Matrix44.translate(-target.x, -target.y, 0)
        @ Matrix44.z_rotate(math.radians(twist))
        @ Matrix44.translate(-centre.x, -centre.y, 0)
        @ Matrix44.scale(scale, scale, 1)
        @ Matrix44.translate(d.center.x, d.center.y, 0)
    )


def viewports(before, after, m, case):
    faults = []
    old_before, old_after = old_views(case["before"]), old_views(case["after"])
    for layout in before.layouts:
        if layout.name == "Model":
            continue
        for a in layout.query("VIEWPORT"):
            b = after.entitydb.get(a.dxf.handle)
            if a.dxf.id == 1 or Vec3(a.dxf.view_direction_vector).vec2.magnitude > 0:
                continue
            for p in (Vec3(0, 0, 0), Vec3(100, 20, 0)):
                old = view(a, old_before).transform(p)
                new = view(b, old_after).transform(m.transform(p))
                if not (close(old.x, new.x, 1e3) and close(old.y, new.y, 1e3)):
                    faults.append(f"VIEWPORT {a.dxf.handle}: {p} is seen at {new}, not {old}")
                    break
    return faults


def symbols(before, after):
    """What lies in symbols stays as it is: their placements are scaled."""
    faults = []
    for block in before.blocks:
        if block.name.startswith("*"):
            continue
        for e in block:
            other = after.entitydb.get(e.dxf.handle)
            if e.dxftype() in ("LINE", "CIRCLE") and e.dxfattribs() != other.dxfattribs():
                faults.append(f"{e.dxftype()} of symbol {block.name} changed")
    return faults


if __name__ == "__main__":
    with open(sys.argv[1], encoding="utf8") as handle:
        print(json.dumps([compare(case) for case in json.load(handle)]))
