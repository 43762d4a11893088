import { ownMap, type PlaneMap } from '../../../geometry/similarity';
import type { Point3 } from '../../../geometry/space';
import type { TagRange } from '../../document';
import { type Drawing, entityOf, kindOf, rangeOf } from '../../drawing';
import { foldName } from '../../interner';
import { overrideTags } from '../../read/dimension-style';
import { decimal } from '../../real';
import type { EditBase } from '../edit-base';
import type { NewTag } from '../edits';
import { SUBCLASSES_FROM } from '../record-bodies';
import { picturesOf } from './scale-objects';
import type { ScaleUses } from './scale-uses';

/** Values that a record may leave out, and that a turn changes: the code and what it is when it is left out. */
const TURNED: Readonly<Record<string, readonly NewTag[]>> = {
  TEXT: [{ code: 50, value: '0.0' }],
  ATTRIB: [{ code: 50, value: '0.0' }],
  ATTDEF: [{ code: 50, value: '0.0' }],
  INSERT: [{ code: 50, value: '0.0' }],
  SHAPE: [{ code: 50, value: '0.0' }],
  MTEXT: direction(11),
  TOLERANCE: direction(11),
  ACAD_TABLE: direction(11),
  LEADER: direction(211),
};

function direction(code: number): NewTag[] {
  return [
    { code, value: '1.0' },
    { code: code + 10, value: '0.0' },
    { code: code + 20, value: '0.0' },
  ];
}

/** Scale factors of a placement that it may leave out where they are 1. */
const PLACEMENT_SCALES = [41, 42, 43];
const LINEAR = 0;
const ORDINATE = 6;
const OVERRIDES_FROM = 'AC1009';

/**
 * Writes down what a drawing leaves unsaid and what scaling changes, so that scaling is nothing but new numbers; and what
 * objects that stay as they are took from settings that change.
 */
export function makeExplicit(base: EditBase, world: PlaneMap, uses: ScaleUses): void {
  const { drawing } = base;
  const pictures = picturesOf(drawing);
  const rows = [
    ...drawing.containers[0].rows,
    ...[...pictures.keys()].flatMap((container) => drawing.containers[container].rows),
  ];
  for (const row of rows) {
    explicitObject(base, row, world);
    dropCache(base, rangeOf(drawing, row));
    scaleHeightsInText(base, row, world.factor);
  }
  for (const name of uses.dimensionStyles) explicitStyle(base, name);
  if (drawing.document.version >= OVERRIDES_FROM) for (const row of uses.keeping) keepSizes(base, row);
  if (!uses.patternsFollowPaper && world.factor !== 1) keepPatterns(base, rows, world.factor);
}

function explicitObject(base: EditBase, row: number, world: PlaneMap): void {
  const { drawing, edits } = base;
  const { reader } = drawing;
  const entity = entityOf(drawing, row);
  const f = reader.fields.load(rangeOf(drawing, row));
  const missing: NewTag[] = [];
  if (entity === 'INSERT' && world.factor !== 1)
    for (const code of PLACEMENT_SCALES) if (!f.has(code)) missing.push({ code, value: '1.0' });
  if (world.turnRad !== 0) {
    const turned = TURNED[entity] ?? [];
    // Lettering of several lines can hold its direction as an angle.
    if (turned.length > 0 && !f.has(turned[0].code) && !(entity === 'MTEXT' && f.has(50)))
      missing.push(...turned);
    if (kindOf(drawing, row) === 'dimension') {
      const kind = f.int(70) & 7;
      if (kind === LINEAR && !f.has(50)) missing.push({ code: 50, value: '0.0' });
      if ((kind === ORDINATE || f.has(53)) && !f.has(51)) missing.push({ code: 51, value: '0.0' });
    }
  }
  const at = f.tag(10);
  if (missing.length > 0 && at >= 0) edits.insertBefore(behindPoint(drawing, at), missing);
  if (entity === 'LWPOLYLINE' && !f.has(38) && at >= 0) {
    const normal: Point3 = f.has(210) ? f.point(210) : [0, 0, 1];
    if (ownMap(world, normal).to[2] !== 0) edits.insertBefore(at, { code: 38, value: '0.0' });
  }
}

function behindPoint({ document }: Drawing, at: number): number {
  const { codes } = document.tags;
  let tag = at + 1;
  while (codes[tag] === codes[at] + 10 || codes[tag] === codes[at] + 20) tag++;
  return tag;
}

/** A picture that a program keeps with an object, for programs that do not know its kind: it would show the old place. */
function dropCache(base: EditBase, { start, end }: TagRange): void {
  const { codes } = base.drawing.document.tags;
  let subclasses = 0;
  for (let tag = start; tag < end && codes[tag] < 1000; tag++) {
    if (codes[tag] === 100 && ++subclasses > 1) return;
    if (codes[tag] !== 310) continue;
    const from = codes[tag - 1] === 92 || codes[tag - 1] === 160 ? tag - 1 : tag;
    let to = tag;
    while (to < end && codes[to] === 310) to++;
    base.edits.removeRange(from, to);
    return;
  }
}

function explicitStyle(base: EditBase, name: string): void {
  const { drawing, edits } = base;
  const { reader } = drawing;
  const record = drawing.dimensionStyles.get(name);
  if (!record || reader.find(record.range, 40) >= 0) return;
  const after = reader.find(record.range, 70);
  const at = after >= 0 ? after + 1 : reader.find(record.range, 2) + 1;
  edits.insertBefore(at, { code: 40, value: '1.0' });
}

/** Gives a dimension that is not scaled, but whose style is, the sizes that it has now. */
function keepSizes(base: EditBase, row: number): void {
  const { drawing, edits } = base;
  const { reader, document } = drawing;
  const range = rangeOf(drawing, row);
  const own = overrideTags(reader, range);
  const record = drawing.dimensionStyles.get(foldName(reader.fields.load(range).text(3, 'Standard')))?.range;
  const kept: NewTag[] = [];
  for (const code of [40, 144]) {
    if (own.has(code)) continue;
    const value = record ? reader.findNumber(record, code, 1) : 1;
    kept.push({ code: 1070, value: code }, { code: 1040, value: decimal(value) });
  }
  if (kept.length === 0) return;
  const [first] = own.values();
  if (first !== undefined) {
    edits.insertBefore(first - 1, kept);
    return;
  }
  const { tags } = document;
  let application = -1;
  for (let tag = range.start; tag < range.end; tag++)
    if (tags.codes[tag] === 1001 && reader.name(tag).toUpperCase() === 'ACAD') application = tag;
  edits.insertBefore(application >= 0 ? application + 1 : range.end, [
    ...(application >= 0 ? [] : [{ code: 1001, value: 'ACAD' }]),
    { code: 1000, value: 'DSTYLE' },
    { code: 1002, value: '{' },
    ...kept,
    { code: 1002, value: '}' },
  ]);
}

/** Objects outside the model keep their patterns although the factor of the whole drawing changes. */
function keepPatterns(base: EditBase, scaled: readonly number[], factor: number): void {
  const { drawing, edits } = base;
  // The oldest versions know no factor of an object's own.
  if (drawing.document.version < SUBCLASSES_FROM) return;
  const { objects, reader } = drawing;
  const inModel = new Set(scaled);
  for (const sheet of drawing.sheets)
    for (const row of drawing.containers[sheet.container].rows) {
      const kind = kindOf(drawing, row);
      if (inModel.has(row) || kind === 'viewport' || kind === 'text' || kind === 'attribute') continue;
      const own = objects.linetypeScale[row] / factor;
      const tag = reader.find(rangeOf(drawing, row), 48);
      if (tag >= 0) edits.update(tag, decimal(own));
      else {
        const layer = reader.find(rangeOf(drawing, row), 8);
        if (layer >= 0) edits.insertBefore(layer + 1, { code: 48, value: decimal(own) });
      }
    }
}

/** Codes that hold lettering with marks in it, by entity. */
const MARKED_TEXT: Readonly<Record<string, readonly number[]>> = {
  MTEXT: [3, 1],
  DIMENSION: [1],
  ARC_DIMENSION: [1],
  LARGE_RADIAL_DIMENSION: [1],
  MULTILEADER: [304],
  MLEADER: [304],
  ACAD_TABLE: [2, 1, 302],
};
/** Lettering of one object is held in pieces of so many letters. */
const PIECE = 250;
/** A height in drawing units; one that ends in x is a share of the height around it. */
const HEIGHT = /\\H(\d*\.?\d+(?:[eE][-+]?\d+)?);/g;

/** Scales heights that are written within a text. */
function scaleHeightsInText(base: EditBase, row: number, factor: number): void {
  const { drawing, edits } = base;
  const codesOfText = MARKED_TEXT[entityOf(drawing, row)];
  if (!codesOfText || factor === 1) return;
  const { reader, document } = drawing;
  const { codes } = document.tags;
  const { start, end } = rangeOf(drawing, row);
  const pieces: number[] = [];
  for (let tag = start; tag < end && codes[tag] < 1000; tag++)
    if (codesOfText.includes(codes[tag])) pieces.push(tag);
  const words = pieces.map((tag) => reader.text(tag));
  const scaled = (text: string): string =>
    text.replace(HEIGHT, (_, height: string) => `\\H${Number((Number(height) * factor).toPrecision(12))};`);
  // The pieces of one text are read as one, for a mark can be cut in two.
  const whole = codes[pieces[0]] === 3 ? words.join('') : '';
  if (whole === '') {
    for (const [i, tag] of pieces.entries())
      if (scaled(words[i]) !== words[i]) edits.replace(tag, scaled(words[i]));
    return;
  }
  const next = scaled(whole);
  if (next === whole) return;
  for (const [i, tag] of pieces.entries())
    edits.replace(tag, next.slice(i * PIECE, i === pieces.length - 1 ? undefined : (i + 1) * PIECE));
}
