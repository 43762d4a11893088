"""What python3-ezdxf reads of a template: every record that the standard asked for, and what is wrong with the file."""

import json
import sys

import ezdxf
from ezdxf import recover


def marks(linetype):
    """Elements of a linetype with what stands behind each: flags, style handle, number, scale, offsets, word."""
    found = []
    for tag in linetype.pattern_tags.tags:
        code, value = tag.code, tag.value
        if code == 49:
            found.append({"length": value})
        elif found and code in (74, 75, 46, 50, 44, 45, 9, 340):
            found[-1][str(code)] = value
    return found


def main(path):
    doc, _ = recover.readfile(path)
    doc = ezdxf.readfile(path)
    auditor = doc.audit()
    out = {
        "errors": [str(error.message) for error in auditor.errors],
        "fixes": [str(fix.message) for fix in auditor.fixes],
        "layers": [
            {
                "name": layer.dxf.name,
                "colour": layer.dxf.color,
                "rgb": list(layer.rgb) if layer.rgb else None,
                "linetype": layer.dxf.linetype,
                "width": layer.dxf.lineweight if doc.dxfversion > "AC1009" else None,
                "prints": bool(layer.dxf.plot) if doc.dxfversion > "AC1009" else None,
                "description": layer.description if doc.dxfversion > "AC1009" else "",
            }
            for layer in doc.layers
        ],
        "linetypes": {lt.dxf.name: {"description": lt.dxf.description, "elements": marks(lt)} for lt in doc.linetypes},
        "styles": {
            s.dxf.name: {
                "handle": s.dxf.handle,
                "font": s.dxf.font,
                "width": s.dxf.width,
                "slant": s.dxf.oblique,
                "last": s.dxf.last_height,
                "flags": s.dxf.flags,
            }
            for s in doc.styles
        },
        "dimensions": {},
        "sheets": {},
        "fills": [],
        "parallels": {},
        "placed": {},
    }
    for style in doc.dimstyles:
        values = {k: v for k, v in style.dxfattribs().items() if k not in ("handle", "owner")}
        out["dimensions"][style.dxf.name] = values
    for layout in doc.layouts:
        if layout.name == "Model":
            continue
        out["sheets"][layout.name] = [layout.dxf.get("paper_width"), layout.dxf.get("paper_height")]
        for hatch in layout.query("HATCH"):
            pattern = hatch.pattern
            out["fills"].append(
                {
                    "name": hatch.dxf.pattern_name,
                    "solid": hatch.dxf.solid_fill,
                    "scale": hatch.dxf.pattern_scale,
                    "layer": hatch.dxf.layer,
                    "lines": [
                        [line.angle, list(line.base_point), list(line.offset), list(line.dash_length_items)]
                        for line in (pattern.lines if pattern else [])
                    ],
                }
            )
        # Each set of lines as the reader draws it: where its lines and caps lie, from the middle line.
        for mline in layout.query("MLINE"):
            middle = mline.vertices[0].location
            out["placed"][mline.dxf.style_name] = {
                "layer": mline.dxf.layer,
                "scale": mline.dxf.scale_factor,
                "lines": [
                    [round(e.dxf.start.y - middle.y, 9), round(e.dxf.end.y - middle.y, 9), e.dxf.color, e.dxf.linetype]
                    for e in mline.virtual_entities()
                    if e.dxftype() == "LINE"
                ],
                "arcs": sum(e.dxftype() in ("ARC", "ELLIPSE") for e in mline.virtual_entities()),
            }
    if doc.dxfversion > "AC1009":
        for name, style in doc.mline_styles:
            out["parallels"][name] = {
                "elements": [[e.offset, e.color, e.linetype] for e in style.elements.elements],
                "flags": style.dxf.flags,
            }
    print(json.dumps(out, default=str))


main(sys.argv[1])
