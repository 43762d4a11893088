import { composeSpace, IDENTITY_SPACE, moved, type Space } from '../../geometry/space';
import { type Drawing, entityOf, rangeOf } from '../drawing';
import type { Fields } from '../fields';
import type { PathShape, PlacementShape, Shape } from '../shapes';
import { fill } from './decode-fill';
import { image, mask, parallelLines, tablePicture, viewport } from './decode-frame';
import { arc, ellipse, endless, heavyPolyline, lightPolyline, solid, spline, straight } from './decode-lines';
import { leader, multiLeader, toleranceFrame } from './decode-note';
import { decodeText, normalOf } from './decode-text';

const RADIANS = Math.PI / 180;
/** Copies of an array beyond this are a fault of the file, not a drawing. */
const MOST_COPIES = 10_000;

/** An object that is understood and shows nothing: a blank text, a hidden attribute. */
const EMPTY_PATH: PathShape = {
  type: 'path',
  vertices: [],
  closed: false,
  width: 0,
  system: IDENTITY_SPACE,
};

/**
 * Kinds that are kept and counted, but whose inside is not understood: bodies and surfaces, objects of other programs,
 * embedded documents, underlays.
 */
const UNDERSTOOD = new Set([
  ...[
    'LINE',
    'LWPOLYLINE',
    'POLYLINE',
    'CIRCLE',
    'ARC',
    'ELLIPSE',
    'SPLINE',
    'HELIX',
    'POINT',
    'SOLID',
    'TRACE',
  ],
  ...[
    '3DFACE',
    'LEADER',
    'MULTILEADER',
    'MLEADER',
    'TEXT',
    'MTEXT',
    'ATTRIB',
    'ATTDEF',
    'INSERT',
    'DIMENSION',
  ],
  ...[
    'ARC_DIMENSION',
    'LARGE_RADIAL_DIMENSION',
    'HATCH',
    'MPOLYGON',
    'VIEWPORT',
    'WIPEOUT',
    'IMAGE',
    'MLINE',
  ],
  ...['TOLERANCE', 'ACAD_TABLE', 'XLINE', 'RAY'],
]);

export const isUnderstood = (entity: string): boolean => UNDERSTOOD.has(entity);

/** The object that was decoded last: its box, its lines and its words are mostly asked for one after the other. */
let last: { readonly drawing: Drawing; readonly row: number; readonly shape: Shape | null } | null = null;

/** What an object draws, in the coordinates of the space or symbol it lies in. Null for what cannot be drawn. */
export function shapeOf(drawing: Drawing, row: number): Shape | null {
  if (last?.row === row && last.drawing === drawing) return last.shape;
  const shape = decode(drawing, row);
  last = { drawing, row, shape };
  return shape;
}

function decode(drawing: Drawing, row: number): Shape | null {
  const { reader } = drawing;
  const fields = (): Fields => reader.fields.load(rangeOf(drawing, row));
  switch (entityOf(drawing, row)) {
    case 'LINE':
      return straight(fields());
    case 'LWPOLYLINE':
      return lightPolyline(reader, fields());
    case 'POLYLINE':
      return heavyPolyline(drawing, row);
    case 'CIRCLE':
    case 'ARC':
      return arc(fields());
    case 'ELLIPSE':
      return ellipse(fields());
    case 'SPLINE':
    case 'HELIX':
      return spline(reader, fields());
    case 'POINT': {
      const [x, y, z] = fields().point(10);
      return { type: 'point', x, y, z };
    }
    case 'SOLID':
    case 'TRACE':
    case '3DFACE':
      return solid(reader, fields());
    case 'XLINE':
      return endless(fields(), true);
    case 'RAY':
      return endless(fields(), false);
    case 'LEADER':
      return leader(drawing, row);
    case 'MULTILEADER':
    case 'MLEADER':
      return multiLeader(drawing, row);
    case 'TOLERANCE':
      return toleranceFrame(drawing, row);
    case 'MLINE':
      return parallelLines(drawing, row);
    case 'TEXT':
    case 'MTEXT':
    case 'ATTRIB':
    case 'ATTDEF':
      return decodeText(drawing, row) ?? EMPTY_PATH;
    case 'INSERT':
      return placement(fields());
    case 'DIMENSION':
    case 'ARC_DIMENSION':
    case 'LARGE_RADIAL_DIMENSION':
      return dimensionPicture(fields());
    case 'ACAD_TABLE':
      return tablePicture(fields());
    case 'HATCH':
    case 'MPOLYGON':
      return fill(reader, fields());
    case 'WIPEOUT':
      return mask(drawing, row);
    case 'IMAGE':
      return image(drawing, row);
    case 'VIEWPORT':
      return viewport(reader, fields());
    default:
      return null;
  }
}

function placement(f: Fields): PlacementShape {
  const angle = f.num(50) * RADIANS;
  const [c, s] = [Math.cos(angle), Math.sin(angle)];
  const [sx, sy, sz] = [f.num(41, 1) || 1, f.num(42, 1) || 1, f.num(43, 1) || 1];
  const normal = normalOf(f);
  const [x, y, z] = f.point(10);
  const columns = Math.max(1, f.int(70, 1));
  const rows = Math.max(1, f.int(71, 1));
  const [stepX, stepY] = [f.num(44), f.num(45)];
  const spaces: Space[] = [];
  for (let i = 0; i < rows && spaces.length < MOST_COPIES; i++)
    for (let j = 0; j < columns && spaces.length < MOST_COPIES; j++) {
      const [dx, dy] = [j * stepX, i * stepY];
      spaces.push(
        composeSpace(normal, [
          c * sx,
          -s * sy,
          0,
          x + c * dx - s * dy,
          s * sx,
          c * sy,
          0,
          y + s * dx + c * dy,
          0,
          0,
          sz,
          z,
        ]),
      );
    }
  return { type: 'placement', symbol: f.text(2), spaces };
}

/** A dimension is drawn as the symbol that was made for it; a copy of it is moved by its own insertion point. */
function dimensionPicture(f: Fields): PlacementShape | null {
  const symbol = f.text(2);
  if (symbol === '') return null;
  const space = f.has(12) ? composeSpace(normalOf(f), moved(...f.point(12))) : IDENTITY_SPACE;
  const [dx, dy, dz] = [space[3], space[7], space[11]];
  return { type: 'placement', symbol, spaces: [moved(dx, dy, dz)] };
}
