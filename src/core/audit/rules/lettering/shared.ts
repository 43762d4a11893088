import { wordsOf } from '../../../dxf/read/decode-text';
import type { LetteringFact } from '../../../facts/texts';
import { boxOfPoints } from '../../../geometry/box';
import { contains } from '../../../geometry/hatch';
import type { OrientedBox } from '../../../geometry/oriented-box';
import { oneLine } from '../../../one-line';
import { type AuditContext, isGenerated } from '../../context';
import type { Operation } from '../../operation';

export const texts = (count: number): string => (count === 1 ? '1 text' : `${count} texts`);

/** What is known of a text that a person wrote; null for blanks, and for lettering of pictures that programs make. */
export function writtenText({ drawing, facts }: AuditContext, row: number): LetteringFact | null {
  return isGenerated(drawing, row) ? null : facts.lettering(row);
}

/** The first words of a text, for a message. */
export function saysShort({ drawing }: AuditContext, row: number): string {
  const words = oneLine(wordsOf(drawing, row) ?? '');
  return words.length > MOST_LETTERS ? `${words.slice(0, MOST_LETTERS)} …` : words;
}

const MOST_LETTERS = 40;

/** Figures of sizes on paper: written so that a fault does not disappear, and no longer than that takes. */
export const mm = (length: number): string => `${Number(length.toPrecision(4))} mm`;

/**
 * The value that most of a list agree on within a tolerance, as the middle of those; of several such the lowest.
 * @param values in ascending order
 */
export function majorityOf(values: readonly number[], tolerance: number): number {
  let best = { from: 0, count: 0 };
  let end = 0;
  for (let from = 0; from < values.length; from++) {
    while (end < values.length && values[end] - values[from] <= tolerance) end++;
    if (end - from > best.count) best = { from, count: end - from };
  }
  const [low, high] = [values[best.from], values[best.from + best.count - 1]];
  return (low + high) / 2;
}

/** Whether a mask that is drawn before the text keeps clear what lies under it. */
export function isMasked({ drawing, facts }: AuditContext, row: number, box: OrientedBox): boolean {
  const corners = [0, 2, 4, 6].map((i) => [box[i], box[i + 1]] as const);
  return facts.index(drawing.objects.container[row], 'mask').some(boxOfPoints(box), (mask) => {
    if (mask > row) return false;
    const edges = facts.edges(mask);
    const loop: number[] = [];
    for (let i = 0; i < edges.length; i += 4) loop.push(edges[i], edges[i + 1]);
    return loop.length >= 6 && corners.every(([x, y]) => contains(loop, x, y));
  });
}

/** A text's way to where it is clear, drawing units, and how large it is shown. */
interface Way {
  readonly way: readonly [number, number] | null;
  readonly mmPerUnit: number;
}

/** Moves texts on their ways. @param was what is wrong with where they are: "on a line" */
export function moveTexts(was: string, moves: ReadonlyMap<number, Way>): Operation {
  const list = [...moves];
  return {
    type: 'move texts',
    was,
    rows: list.map(([row]) => row),
    by: list.map(([, { way }]) => way!),
    onPaperMm: list.map(([, { way, mmPerUnit }]) => Math.hypot(...way!) * mmPerUnit),
  };
}
