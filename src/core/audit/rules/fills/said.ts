import { wordsOf } from '../../../dxf/read/decode-text';
import { oncePer } from '../../../once';
import type { StandardFill } from '../../../standard/fills';
import { type NameWord, wordsIn } from '../../../standard/words';
import { type AuditContext, isPlaced } from '../../context';
import { drawnFill, isInFill } from './shared';

// What is written in fills, and which material it names.

/** A text that only mentions a material is longer. */
const MOST_LETTERS = 40;
/** Words of materials that say how they are shown, and not what they are. */
const SHOWN = new Set([
  'cut',
  'seen',
  'end',
  'courses',
  'section',
  'plan',
  'fill',
  'hatch',
  'line',
  'area',
  'new',
  'existing',
]);

/** A text in a fill, and the one fill of the standard whose material it names. */
export interface MaterialSaid {
  readonly says: string;
  readonly wanted: StandardFill;
}

/** The texts that name a material, by the row of the smallest fill that each lies in. */
export const materialsSaid = oncePer<AuditContext, ReadonlyMap<number, readonly MaterialSaid[]>>(
  ({ facts, standard }) => [facts, standard],
  (context) => {
    const { drawing, facts } = context;
    const found = new Map<number, MaterialSaid[]>();
    if (facts.rowsOfKind('fill').length === 0) return found;
    for (const row of facts.rowsOfKind('text')) {
      if (!isPlaced(drawing, row)) continue;
      const says = wordsOf(drawing, row)?.trim() ?? '';
      const wanted = says.length > MOST_LETTERS ? null : fillSaid(context, says);
      const fill = wanted && fillAround(context, row);
      if (wanted === null || fill === null) continue;
      const known = found.get(fill);
      if (known) known.push({ says, wanted });
      else found.set(fill, [{ says, wanted }]);
    }
    return found;
  },
);

/** Whether a word of a name says what a fill stands for, and not how it is shown. */
export const tellsMaterial = ({ word }: NameWord): boolean => word.length > 2 && !SHOWN.has(word);

/** Whether a text names the material of a fill. */
export const saysMaterial = (fill: StandardFill, says: string): boolean => {
  const own = saidWords(says);
  return materialWords(fill).some(({ word }) => own.has(word));
};

const saidWords = (said: string): ReadonlySet<string> => new Set(wordsIn(said).map(({ word }) => word));

/** The words that say what a fill stands for. */
const materialWords = oncePer(
  (fill: StandardFill) => [fill],
  ({ material }) => wordsIn(material).filter(tellsMaterial),
);

/** The one fill of the standard whose material a text names; null where it names none, or several. */
function fillSaid({ standard }: AuditContext, said: string): StandardFill | null {
  const own = saidWords(said);
  const named = standard.fills.filter((fill) => materialWords(fill).some(({ word }) => own.has(word)));
  return named.length === 1 ? named[0] : null;
}

/** The smallest fill that the middle of a text lies in. */
function fillAround({ drawing, facts, ...context }: AuditContext, row: number): number | null {
  const box = facts.box(row);
  if (!box) return null;
  const [x, y] = [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2];
  let smallest: number | null = null;
  let least = Number.POSITIVE_INFINITY;
  const near = facts
    .index(drawing.objects.container[row], 'fill')
    .within({ minX: x, minY: y, maxX: x, maxY: y });
  for (const fill of near) {
    const around = facts.box(fill);
    const size = around ? (around.maxX - around.minX) * (around.maxY - around.minY) : least;
    if (size >= least || !drawnFill({ drawing, facts, ...context }, fill)) continue;
    // An island around the text belongs to the fill as well: it was cut out for it.
    if (isInFill(facts, fill, x, y) || isInIsland(facts, fill, x, y)) {
      smallest = fill;
      least = size;
    }
  }
  return smallest;
}

/** Whether a point lies in a hole of a fill with the fill all around it. */
function isInIsland(facts: AuditContext['facts'], fill: number, x: number, y: number): boolean {
  const { near, pieces } = facts.piecesNear(fill);
  const crossed = (minX: number, maxX: number): number =>
    [...near.within({ minX, minY: y, maxX, maxY: y })].filter((i) => {
      const [x0, y0, x1, y1] = [pieces[i], pieces[i + 1], pieces[i + 2], pieces[i + 3]];
      const at = x0 + ((y - y0) / (y1 - y0)) * (x1 - x0);
      return y0 > y !== y1 > y && at >= minX && at <= maxX;
    }).length;
  // To the left and to the right the edge of the hole, and then that of the fill.
  return crossed(x, Number.MAX_VALUE) === 2 && crossed(-Number.MAX_VALUE, x) === 2;
}
