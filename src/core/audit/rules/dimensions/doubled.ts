import { layerNameOf, rangeOf } from '../../../dxf/drawing';
import { identityOf } from '../../../facts/identity';
import type { AuditContext } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { allLinesOf, pickedDimension, pickedRow } from './candidates';
import { dimensions } from './shared';
import { shownValue } from './shown';

const messages = {
  doubled: (count: number, value: string) => `${dimensions(count)} measure the same two points: ${value}.`,
};

export const dimensionsDoubled: Rule = {
  meta: {
    id: 'dimensions/doubled',
    title: 'One place dimensioned twice',
    stage: 'looks',
    weight: 'should',
    correction: 'choice',
    what: 'Each length is dimensioned once: no two dimensions measure between the same points in the same direction.',
    why: 'When the drawing changes, one of the two is forgotten, and the drawing says two lengths for one place.',
    // ISO 129-1, from memory.
    source: 'ISO 129-1: each feature is dimensioned once only',
  },

  visit(context) {
    const { facts } = context;
    const places = new Map<string, number[]>();
    return {
      on: {
        dimension(row) {
          const key = placeOf(context, row);
          if (key === null) return;
          const rows = places.get(key);
          if (rows) rows.push(row);
          else places.set(key, [row]);
        },
      },
      *finish() {
        for (const rows of places.values()) {
          if (rows.length < 2) continue;
          const value = shownValue(facts.dimension(rows[0]));
          yield {
            message: messages.doubled(rows.length, value),
            expected: words('one dimension'),
            found: words(dimensions(rows.length)),
            rows,
            subject: {
              layer: layerNameOf(context.drawing, rows[0]),
              kind: 'dimension',
              object: identityOf(context.drawing, rows[0]),
            },
            options: [
              {
                id: 'keep one',
                label: rows.length === 2 ? 'Remove the other' : `Remove the ${rows.length - 1} others`,
                needs: null,
                effect: 'drawing',
                picks: pickedDimension(context, 'Stays', rows, (row) =>
                  rows.filter((other) => other !== row).flatMap((other) => allLinesOf(context, other)),
                ),
              },
            ],
          };
        }
      },
    };
  },

  settle(context, finding, decision) {
    const rows = context.rowsOf(finding);
    const stays = pickedRow(context, rows, decision);
    return stays === null
      ? { refused: 'Say which of them stays.' }
      : { operations: [{ type: 'remove objects', rows: rows.filter((row) => row !== stays) }] };
  },
};

/** Coordinates that differ by less than this share of what is measured are one. */
const SAME = 1e-6;

/** What a dimension measures: its space, its direction and its points, whichever comes first; null for other kinds. */
function placeOf({ drawing, facts }: AuditContext, row: number): string | null {
  const { measured } = facts.dimension(row);
  if (!measured || !(Math.abs(measured.value) > 0)) return null;
  const f = drawing.reader.fields.load(rangeOf(drawing, row));
  const kind = f.int(70) & 7;
  const grain = Math.abs(measured.value) * SAME;
  const place = (code: number): string =>
    f
      .point(code)
      .map((one) => Math.round(one / grain) || 0)
      .join(' ');
  const space = drawing.objects.container[row];
  const codes = POINTS[kind];
  if (measured.what === 'angle' || measured.what === 'arc length' || !codes) return null;
  const direction = kind === 0 ? Math.round((((f.num(50) % 180) + 180) % 180) * 1e6) % 180_000_000 : '';
  // Places are counted in a grain of what is measured: the same count of another grain is another place.
  const size = Math.abs(measured.value).toPrecision(6);
  return [space, kind, direction, size, ...codes.map(place).sort()].join('|');
}

/** The points that each kind measures between, by the code of the kind. */
const POINTS: Readonly<Record<number, readonly number[] | undefined>> = {
  0: [13, 14],
  1: [13, 14],
  3: [10, 15],
};
