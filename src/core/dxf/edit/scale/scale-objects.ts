import { ownMap, type PlaneMap } from '../../../geometry/similarity';
import type { Point3 } from '../../../geometry/space';
import { type TagRange, tagIs } from '../../document';
import { type Drawing, entityOf, kindOf, rangeOf } from '../../drawing';
import { foldName } from '../../interner';
import type { NumberEdits } from './number-edits';
import {
  EMBEDDED_PARAGRAPHS,
  FLAT_VERTEX,
  HELIX_AXIS,
  PARAGRAPHS,
  ROLES,
  type Roles,
  VERTEX_IN_SPACE,
} from './roles';
import { FillScaler } from './scale-fill';
import { scaleLabelledLeader } from './scale-labelled-leader';
import { mapViewport } from './scale-viewport';
import type { TagMapper } from './tag-mapper';

/** Where extended data begin. */
const EXTENDED = 1000;
const FACE_RECORD = 128;
/** Kinds of dimension that measure an angle. */
const ANGULAR = new Set([2, 5]);
const IN_SPACE = 8 | 16 | 64;

/** What the values of a dimension are multiplied with, after scaling: see {@link ScaleValues}. */
export type FactorChange = (before: number, lengthUnit: number) => number;

/** Maps the objects of the model, with the pictures of its dimensions, and the views that sheets have of it. */
export class ObjectScaler {
  private readonly fills: FillScaler;

  constructor(
    private readonly drawing: Drawing,
    private readonly numbers: NumberEdits,
    private readonly mapper: TagMapper,
    private readonly factorOf: FactorChange,
  ) {
    this.fills = new FillScaler(drawing.reader, mapper);
  }

  all(): void {
    const { drawing, mapper } = this;
    for (const row of drawing.containers[0].rows) this.row(row, mapper.world);
    for (const [container, isTable] of picturesOf(drawing))
      for (const row of drawing.containers[container].rows)
        this.row(row, isTable ? this.alone() : mapper.world);
    for (const sheet of drawing.sheets)
      for (const row of drawing.containers[sheet.container].rows)
        if (kindOf(drawing, row) === 'viewport') {
          const range = rangeOf(drawing, row);
          mapViewport(drawing.reader, this.numbers, mapper, range, this.plainEnd(range));
        }
  }

  /** A table's picture is placed and turned with its table: it is scaled alone. */
  private alone(): PlaneMap {
    return { factor: this.mapper.world.factor, turnRad: 0, cos: 1, sin: 0, to: [0, 0, 0] };
  }

  private row(row: number, world: PlaneMap): void {
    const { drawing } = this;
    if (kindOf(drawing, row) === 'viewport') return;
    const mapper = world === this.mapper.world ? this.mapper : this.mapper.with(world);
    const range = rangeOf(drawing, row);
    const { objects } = drawing;
    this.record(entityOf(drawing, row), range, mapper);
    this.parts(row, { start: objects.partsFrom(row), end: objects.groupEnd[row] }, range, mapper);
  }

  /** Vertices of a polyline. */
  private parts(row: number, parts: TagRange, own: TagRange, mapper: TagMapper): void {
    const { drawing } = this;
    if (entityOf(drawing, row) !== 'POLYLINE') return;
    const { tags } = drawing.document;
    const inSpace = (drawing.reader.findInt({ ...own, end: this.plainEnd(own) }, 70) & IN_SPACE) !== 0;
    const map = ownMap(mapper.world, this.normalOf(own));
    for (let tag = parts.start; tag < parts.end; ) {
      const start = tag++;
      while (tag < parts.end && tags.codes[tag] !== 0) tag++;
      if (!tagIs(tags, start, 'VERTEX')) continue;
      const range = { start, end: tag };
      const plain = this.plainEnd(range);
      const flags = drawing.reader.findInt({ start, end: plain }, 70);
      // A face names its corners and lies nowhere itself.
      const isFace = (flags & FACE_RECORD) !== 0 && (flags & 64) === 0;
      if (!isFace) mapper.range(start, plain, inSpace ? VERTEX_IN_SPACE : FLAT_VERTEX, map);
      this.extended(range, plain, 'VERTEX', map, mapper);
    }
  }

  private record(entity: string, range: TagRange, mapper: TagMapper): void {
    const { reader } = this.drawing;
    const { codes } = this.drawing.document.tags;
    const plain = this.plainEnd(range);
    const own = ownMap(mapper.world, this.normalOf(range));
    const from = this.behindGroups(range.start + 1, plain);
    if (entity === 'HATCH' || entity === 'MPOLYGON') this.fills.with(mapper).fill(from, plain, own);
    else if (entity === 'MULTILEADER' || entity === 'MLEADER')
      scaleLabelledLeader(reader, mapper, from, plain);
    else if (entity === 'HELIX') this.helix(from, plain, own, mapper);
    else {
      const roles = rolesOf(entity, reader.findInt({ start: from, end: plain }, 70));
      if (roles) mapper.range(from, plain, roles, own);
      if (entity.endsWith('DIMENSION')) this.measured(entity, from, plain, mapper);
    }
    for (let tag = from; tag < plain; tag++)
      if (codes[tag] === 39) mapper.tag(tag, 'length', own);
      else if (codes[tag] === 38 && entity !== 'HATCH') mapper.tag(tag, 'own height', own);
      else if (codes[tag] === 210) mapper.normal(tag);
    this.extended(range, plain, entity, own, mapper);
  }

  /** The value that is stored along with a dimension: a length, where it measures no angle. */
  private measured(entity: string, start: number, end: number, mapper: TagMapper): void {
    const { reader } = this.drawing;
    const kind = reader.findInt({ start, end }, 70) & 7;
    const tag = reader.find({ start, end }, 42);
    if (tag >= 0 && !(entity === 'DIMENSION' && ANGULAR.has(kind))) mapper.tag(tag, 'length', mapper.world);
  }

  private helix(start: number, end: number, own: PlaneMap, mapper: TagMapper): void {
    const axis = this.drawing.reader.subclass({ start, end }, 'AcDbHelix');
    const from = axis.start > start ? axis.start : end;
    mapper.range(start, from, ROLES.SPLINE, own);
    mapper.range(from, end, HELIX_AXIS, own);
  }

  /** What stands behind a record's plain tags: lettering that is embedded, and extended data. */
  private extended(range: TagRange, from: number, entity: string, own: PlaneMap, mapper: TagMapper): void {
    const { codes } = this.drawing.document.tags;
    let tag = from;
    if (tag < range.end && codes[tag] === 101) {
      const start = tag;
      while (tag < range.end && codes[tag] < EXTENDED) tag++;
      mapper.range(start, tag, entity === 'MTEXT' ? EMBEDDED_PARAGRAPHS : PARAGRAPHS, own);
    }
    let application = '';
    let overrides = false;
    for (; tag < range.end; tag++) {
      const code = codes[tag];
      if (code === 1001) {
        application = this.drawing.reader.name(tag).toUpperCase();
        overrides = false;
      } else if (code === 1011) mapper.tag(tag, 'world point', own);
      else if (code === 1012) mapper.tag(tag, 'world offset', own);
      else if (code === 1013) mapper.tag(tag, 'direction', own);
      else if (code === 1041 || code === 1042) mapper.tag(tag, 'length', own);
      else if (application === 'ACAD') {
        if (code === 1000) overrides = tagIs(this.drawing.document.tags, tag, 'DSTYLE');
        else if (overrides && code === 1070 && codes[tag + 1] === 1040) this.override(tag, range, mapper);
        else if (entity === 'HATCH' && code === 1010) mapper.tag(tag, 'own point', own);
        else if (entity === 'MTEXT' && code === 1040) mapper.tag(tag, 'length', own);
      }
    }
  }

  /** A setting of a dimension that differs from its style's, by the code it has there. */
  private override(tag: number, range: TagRange, mapper: TagMapper): void {
    const { reader } = this.drawing;
    const code = reader.int(tag);
    if (code === 40) mapper.set(tag + 1, (scale) => scale * mapper.world.factor);
    else if (code === 144)
      mapper.set(tag + 1, (factor) => this.factorOf(factor, lengthUnitIn(this.drawing, range)));
  }

  private normalOf(range: TagRange): Point3 {
    const { reader } = this.drawing;
    const tag = reader.find({ start: range.start, end: this.plainEnd(range) }, 210);
    if (tag < 0) return [0, 0, 1];
    return [0, 1, 2].map((i) => {
      const value = reader.number(tag + i);
      return Number.isFinite(value) ? value : 0;
    }) as unknown as Point3;
  }

  /** One past a record's plain tags: where an embedded object or extended data begin. */
  private plainEnd({ start, end }: TagRange): number {
    const { codes } = this.drawing.document.tags;
    let tag = start + 1;
    while (tag < end && codes[tag] < EXTENDED && codes[tag] !== 101) tag++;
    return tag;
  }

  /** The first tag behind a record's application groups, which stand at its beginning and hold handles alone. */
  private behindGroups(start: number, end: number): number {
    const { codes } = this.drawing.document.tags;
    let last = start;
    for (let tag = start; tag < end && codes[tag] !== 100; tag++) if (codes[tag] === 102) last = tag + 1;
    return last;
  }
}

function rolesOf(entity: string, flags: number): Roles | undefined {
  // A polyline in space has no height and no widths of its own.
  if (entity === 'POLYLINE' && (flags & IN_SPACE) !== 0) return {};
  return ROLES[entity];
}

/** In which way a dimension writes lengths where it differs from its style; 0 where it says nothing. */
function lengthUnitIn({ reader, document }: Drawing, range: TagRange): number {
  const { codes } = document.tags;
  for (let tag = range.start; tag + 1 < range.end; tag++)
    if (codes[tag] === 1070 && reader.int(tag) === 277 && codes[tag + 1] === 1070) return reader.int(tag + 1);
  return 0;
}

/** Containers of the pictures of the model's dimensions, and of its tables. */
export function picturesOf(drawing: Drawing): ReadonlyMap<number, boolean> {
  const pictures = new Map<number, boolean>();
  for (const row of drawing.containers[0].rows) {
    const entity = entityOf(drawing, row);
    const isTable = entity === 'ACAD_TABLE';
    if (!isTable && kindOf(drawing, row) !== 'dimension') continue;
    const symbol = drawing.symbols.get(foldName(drawing.reader.fields.load(rangeOf(drawing, row)).text(2)));
    if (symbol?.anonymous) pictures.set(symbol.container, isTable);
  }
  return pictures;
}
