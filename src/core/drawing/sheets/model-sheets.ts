import type { Drawing } from '../../dxf/drawing';
import { foldName } from '../../dxf/interner';
import type { Box } from '../../geometry/box';
import { isScale } from './judge';
import { type FoundSheet, recogniseSheets } from './recognise';
import type { StatedScale } from './stated-scale';
import { titleOf } from './title-block';

/** A sheet that lies in the model: its frame among the objects, all of it at one scale. */
export interface ModelSheet {
  /** Number and title where it says them, else its size and place; no two sheets of a drawing have the same. */
  readonly name: string;
  readonly number: string | null;
  readonly title: string | null;
  readonly sizeName: string;
  readonly widthMm: number;
  readonly heightMm: number;
  /** Paper mm of one drawing unit. */
  readonly mmPerUnit: number;
  /** 1 : reduction, counted in the unit that the drawing is drawn in. */
  readonly reduction: number;
  /** mm of that unit. */
  readonly unitMm: number;
  /** The scale that the sheet states, where it states one. */
  readonly stated: StatedScale | null;
  /** Whether that is the scale of its frame; null where none is stated. */
  readonly agrees: boolean | null;
  /** 0 to 1. */
  readonly sure: number;
  /** The paper, drawing units. */
  readonly box: Box;
}

const known = new WeakMap<Drawing, readonly ModelSheet[]>();

/** The sheets that lie in the model, in reading order. Worked out once for a drawing. */
export function modelSheetsOf(drawing: Drawing): readonly ModelSheet[] {
  let sheets = known.get(drawing);
  if (!sheets) {
    sheets = named(drawing, recogniseSheets(drawing));
    known.set(drawing, sheets);
  }
  return sheets;
}

function named(drawing: Drawing, found: readonly FoundSheet[]): ModelSheet[] {
  const taken = new Set(['model', ...drawing.sheets.map(({ name }) => foldName(name))]);
  const unused = (name: string): string => {
    let own = name;
    for (let i = 2; taken.has(foldName(own)); i++) own = `${name} (${i})`;
    taken.add(foldName(own));
    return own;
  };
  return found.map(({ box, match, stated, texts, sure }, i) => {
    const { number, title } = titleOf(drawing, box, texts);
    const said = [number, title].filter((part) => part !== null).join(' ');
    const scale = spoken(stated, match.reduction);
    return {
      name: unused(said === '' ? `Frame ${i + 1}, ${match.size.name}` : said),
      number,
      title,
      sizeName: match.size.name,
      widthMm: match.widthMm,
      heightMm: match.heightMm,
      mmPerUnit: match.mmPerUnit,
      reduction: match.reduction,
      unitMm: match.unitMm,
      stated: scale,
      agrees: scale && isScale(scale.reduction, match.reduction),
      sure,
      box,
    };
  });
}

/** The scale that a sheet states: the frame's own where it is among them, else the one said most often. */
function spoken(stated: readonly StatedScale[], reduction: number): StatedScale | null {
  const counted = stated.some(({ sure }) => sure) ? stated.filter(({ sure }) => sure) : [];
  const own = counted.find((scale) => isScale(scale.reduction, reduction));
  if (own) return own;
  const times = (scale: StatedScale): number =>
    counted.filter((one) => one.reduction === scale.reduction).length;
  return [...counted].sort((a, b) => times(b) - times(a))[0] ?? null;
}
