import { wordsOf } from '../../dxf/read/decode-text';
import type { Joints } from '../../facts/joints';
import { oncePer } from '../../once';
import { type LineMeaning, meaningOf } from '../../standard/meanings';
import { type AuditContext, isPlaced } from '../context';

/** What a line is by the words that stand along it. */
export interface LineLabel {
  readonly meaning: LineMeaning;
  /** As the text says them. */
  readonly words: string;
}

/** A note that only mentions a line is longer. */
const MOST_LETTERS = 40;
/** How far a text may stand off the line that it is along: its middle, in heights of it. */
const OFF = 2.2;
/** Directions that differ by less are one, radians. */
const PARALLEL = (2 * Math.PI) / 180;
/** Another line that is nearer than so many times the nearest leaves it open which is meant. */
const AS_NEAR = 1.4;

/** Lines with a text along them that says what they mean, by row: "setback", "site boundary". */
export const lineLabels: (context: AuditContext) => ReadonlyMap<number, LineLabel> = oncePer(
  ({ facts, standard }) => [facts, standard],
  read,
);

function read({ drawing, facts, standard }: AuditContext): Map<number, LineLabel> {
  const labels = new Map<number, LineLabel>();
  const { meanings } = standard;
  if (!meanings.some(({ words }) => words.length > 0)) return labels;
  for (const row of facts.rowsOfKind('text')) {
    if (!isPlaced(drawing, row)) continue;
    const words = wordsOf(drawing, row)?.trim() ?? '';
    if (words === '' || words.length > MOST_LETTERS || words.includes('\n')) continue;
    const meaning = meaningOf(meanings, words);
    const lettering = meaning && facts.lettering(row);
    const box = lettering && facts.box(row);
    if (!meaning || !lettering || !box) continue;
    const line = lineAlong(
      facts.joints(drawing.objects.container[row]),
      [(box.minX + box.maxX) / 2, (box.minY + box.maxY) / 2],
      lettering.angleRad,
      OFF * lettering.height,
    );
    // Two labels that say different things leave it open which is right.
    if (line === null) continue;
    const before = labels.get(line);
    if (before && before.meaning !== meaning) labels.delete(line);
    else labels.set(line, { meaning, words });
  }
  return labels;
}

/** The straight line that runs along a point in a direction, nearer than any other; null where there is none, or it is open which. */
function lineAlong(
  joints: Joints,
  [x, y]: readonly [number, number],
  angleRad: number,
  reach: number,
): number | null {
  const { pieces, vertices } = joints;
  let nearest: { readonly row: number; readonly off: number } | null = null;
  let second = Number.POSITIVE_INFINITY;
  for (const piece of joints.piecesNear(x, y, x, y, reach)) {
    const { row, from, to } = pieces[piece];
    const [a, b] = [vertices[from], vertices[to]];
    const length = Math.hypot(b.x - a.x, b.y - a.y);
    if (!(length > 0)) continue;
    const [u, v] = [(b.x - a.x) / length, (b.y - a.y) / length];
    const turned = Math.abs(u * Math.sin(angleRad) - v * Math.cos(angleRad));
    const along = (x - a.x) * u + (y - a.y) * v;
    const off = Math.abs((y - a.y) * u - (x - a.x) * v);
    if (turned > Math.sin(PARALLEL) || along < 0 || along > length || off > reach) continue;
    if (!nearest || off < nearest.off) {
      if (nearest && nearest.row !== row) second = nearest.off;
      nearest = { row, off };
    } else if (row !== nearest.row) second = Math.min(second, off);
  }
  return nearest && second >= AS_NEAR * nearest.off ? nearest.row : null;
}
