"""The dimension style of the office that planted drawings are held against: its settings are those of the plain style."""

OFFICE = {
    "dimscale": 1, "dimtxt": 2.5, "dimasz": 2.5, "dimexo": 1.0, "dimexe": 1.25, "dimgap": 0.8, "dimtad": 1,
    "dimdec": 0, "dimzin": 8, "dimtih": 0, "dimtoh": 0, "dimtofl": 1, "dimtix": 0, "dimdle": 0, "dimcen": 2.5,
    "dimlunit": 2, "dimadec": 0, "dimazin": 2, "dimlfac": 1, "dimdli": 7, "dimdsep": 46, "dimtdec": 2,
    "dimaltd": 2, "dimaltz": 0, "dimtzin": 0, "dimtolj": 0, "dimatfit": 3, "dimtmove": 0, "dimrnd": 0,
    "dimtvp": 0, "dimtfac": 1, "dimclrd": 0, "dimclre": 0, "dimclrt": 0, "dimlwd": -2, "dimlwe": -2,
}


def style_of(doc, name, **changed):
    if name in doc.dimstyles:
        return name
    style = doc.dimstyles.new(name)
    for key, value in {**OFFICE, **changed}.items():
        if style.dxf.is_supported(key):
            style.set_dxf_attrib(key, value)
    style.dxf.dimtxsty = "Standard"
    return name
