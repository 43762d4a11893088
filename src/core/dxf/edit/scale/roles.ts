/**
 * What a group code of an object holds, as far as it changes when the object is scaled, turned and moved.
 * World: in the drawing's coordinates; own: in the object's own system, which follows from its normal.
 */
export type Role =
  /** x of a point; y and z follow. */
  | 'world point'
  | 'own point'
  /** x of a distance with a direction. */
  | 'world offset'
  | 'own offset'
  /** x of a direction whose length says nothing. */
  | 'direction'
  /** z alone: x and y are place holders. */
  | 'own height'
  | 'length'
  /** Degrees and radians from the x axis of the object's own system. */
  | 'angle'
  | 'angle in radians'
  /** Degrees, from the other side. */
  | 'opposite angle';

export type Roles = Readonly<Record<number, Role>>;

const PLACED: Roles = { 10: 'own point', 50: 'angle' };
const CORNERS: Roles = { 10: 'own point', 11: 'own point', 12: 'own point', 13: 'own point' };
const LETTERING: Roles = { 10: 'own point', 11: 'own point', 40: 'length', 50: 'angle' };
const DIMENSION_POINTS: Roles = {
  10: 'world point',
  11: 'own point',
  12: 'own offset',
  13: 'world point',
  14: 'world point',
  15: 'world point',
  51: 'opposite angle',
};
const DIMENSIONED: Roles = { ...DIMENSION_POINTS, 16: 'own point', 40: 'length', 50: 'angle' };
const RASTER: Roles = { 10: 'world point', 11: 'world offset', 12: 'world offset' };
const ENDLESS: Roles = { 10: 'world point', 11: 'direction' };
const UNDERLAY: Roles = { 10: 'own point', 41: 'length', 42: 'length', 43: 'length', 50: 'angle' };

/** Lettering of several lines, as an object of its own and inside an attribute. */
export const PARAGRAPHS: Roles = {
  10: 'world point',
  11: 'direction',
  40: 'length',
  41: 'length',
  42: 'length',
  43: 'length',
  46: 'length',
  48: 'length',
  49: 'length',
  50: 'angle',
};

/** What lettering of several lines keeps behind its embedded object: direction first, then place, sizes and columns. */
export const EMBEDDED_PARAGRAPHS: Roles = {
  10: 'direction',
  11: 'world point',
  40: 'length',
  41: 'length',
  42: 'length',
  43: 'length',
  44: 'length',
  45: 'length',
  46: 'length',
};

/**
 * Roles by entity, from the exchange format's published reference; those of fills, leaders with labels and viewports are
 * in modules of their own, because there a code's role depends on where it stands.
 */
export const ROLES: Readonly<Record<string, Roles>> = {
  LINE: { 10: 'world point', 11: 'world point' },
  POINT: { 10: 'world point', 50: 'angle' },
  CIRCLE: { 10: 'own point', 40: 'length' },
  ARC: { 10: 'own point', 40: 'length', 50: 'angle', 51: 'angle' },
  ELLIPSE: { 10: 'world point', 11: 'world offset' },
  SPLINE: {
    10: 'world point',
    11: 'world point',
    12: 'direction',
    13: 'direction',
    43: 'length',
    44: 'length',
  },
  LWPOLYLINE: { 10: 'own point', 40: 'length', 41: 'length', 43: 'length' },
  POLYLINE: { 30: 'own height', 40: 'length', 41: 'length' },
  TEXT: LETTERING,
  ATTRIB: LETTERING,
  ATTDEF: LETTERING,
  MTEXT: PARAGRAPHS,
  INSERT: {
    ...PLACED,
    41: 'length',
    42: 'length',
    43: 'length',
    44: 'length',
    45: 'length',
  },
  SHAPE: { ...PLACED, 40: 'length' },
  SOLID: CORNERS,
  TRACE: CORNERS,
  '3DFACE': { 10: 'world point', 11: 'world point', 12: 'world point', 13: 'world point' },
  XLINE: ENDLESS,
  RAY: ENDLESS,
  MLINE: {
    10: 'world point',
    11: 'world point',
    12: 'direction',
    13: 'direction',
    40: 'length',
    41: 'length',
    42: 'length',
  },
  LEADER: {
    10: 'world point',
    40: 'length',
    41: 'length',
    211: 'direction',
    212: 'world offset',
    213: 'world offset',
  },
  TOLERANCE: ENDLESS,
  DIMENSION: DIMENSIONED,
  // Its 40 and 41 are the ends of the arc as parameters, and nothing of it is turned by an angle of its own.
  ARC_DIMENSION: {
    ...DIMENSIONED,
    16: 'world point',
    17: 'world point',
    40: 'angle in radians',
    41: 'angle in radians',
  },
  // Its 40 is the angle of the jog.
  LARGE_RADIAL_DIMENSION: DIMENSION_POINTS,
  IMAGE: RASTER,
  WIPEOUT: RASTER,
  PDFUNDERLAY: UNDERLAY,
  DWFUNDERLAY: UNDERLAY,
  DGNUNDERLAY: UNDERLAY,
  MESH: { 10: 'world point' },
  ACAD_TABLE: {
    10: 'world point',
    11: 'direction',
    40: 'length',
    41: 'length',
    140: 'length',
    141: 'length',
    142: 'length',
    144: 'length',
  },
};

/** A helix is a spline with an axis: one code means two things in its two parts. */
export const HELIX_AXIS: Roles = {
  10: 'world point',
  11: 'world point',
  12: 'direction',
  40: 'length',
  42: 'length',
};

/** Vertices lie in their polyline's own system, those of polylines in space in the drawing's. */
export const FLAT_VERTEX: Roles = { 10: 'own point', 40: 'length', 41: 'length', 50: 'angle' };
export const VERTEX_IN_SPACE: Roles = { 10: 'world point' };

/** Entities whose roles depend on where a code stands. */
export const OWN_MODULES: ReadonlySet<string> = new Set([
  'HATCH',
  'MPOLYGON',
  'MULTILEADER',
  'MLEADER',
  'HELIX',
  'VIEWPORT',
]);

/** Whether an entity can be scaled: solid bodies, embedded documents and what a program added of its own cannot. */
export const isScalable = (entity: string): boolean => entity in ROLES || OWN_MODULES.has(entity);
