import { z } from 'zod';
import { layerNameOf } from '../../../dxf/drawing';
import { identityOf } from '../../../facts/identity';
import type { AuditContext } from '../../context';
import { whyNotRedrawn } from '../../redrawing';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { mm } from '../lettering/shared';
import { dimensions } from './shared';
import { countNear, firstRows, type Stack } from './stacks';

const messages = {
  off: (count: number, distance: string, most: string, wanted: string) =>
    `${dimensions(count)} ${count === 1 ? 'stands' : 'stand'} ${distance} from the object; ${most || 'the office has'} ${wanted}.`,
};

const settings = z.strictObject({
  distance: numberSetting('Distance of the first dimension line', 'mm on paper', 0, {
    max: 100,
    description: '0: the distance that most of a drawing have.',
  }),
  tolerance: numberSetting('Distances may differ by', 'mm on paper', 0.5, { max: 20 }),
  nearly: numberSetting('What differs by more is meant to', 'mm on paper', 4, { max: 100 }),
});
type Settings = z.infer<typeof settings>;

/** A stack whose first row stands off the usual distance. */
interface Off {
  readonly stack: Stack;
  /** Both mm on paper. */
  readonly distance: number;
  readonly wanted: number;
  /** How many stand at the usual distance. */
  readonly usual: number;
}

export const dimensionsFirstRow: Rule = {
  meta: {
    id: 'dimensions/first-row',
    title: 'First dimension lines at different distances',
    stage: 'looks',
    weight: 'note',
    correction: 'automatic',
    what: 'All over a drawing the first dimension line stands at one distance from its object.',
    why: 'Where each row stands a little farther or nearer than the next, the sheet looks unsettled.',
    source: 'Practice: one distance from the object for the whole drawing',
    settings,
  },

  *check(context) {
    const own = settings.parse(context.settings);
    for (const { stack, distance, wanted, usual } of offIn(context, own)) {
      const rows = stack.levels.flat().map(({ row }) => row);
      if (rows.some((row) => context.excepts(row))) continue;
      const first = stack.levels[0].length;
      const stuck = rows.map((row) => whyNotRedrawn(context, row)).find((why) => why !== null);
      yield {
        message: messages.off(
          first,
          mm(Number(distance.toFixed(2))),
          own.distance > 0 ? '' : `${usual} rows of this drawing stand at`,
          mm(Number(wanted.toFixed(2))),
        ),
        expected: words(mm(Number(wanted.toFixed(2)))),
        found: words(mm(Number(distance.toFixed(2)))),
        rows: [...rows].sort((a, b) => a - b),
        subject: {
          layer: layerNameOf(context.drawing, rows[0]),
          kind: 'dimension',
          object: identityOf(context.drawing, rows[0]),
        },
        ...(stuck === undefined
          ? {
              remedy:
                rows.length === first
                  ? `Moved to ${mm(Number(wanted.toFixed(2)))}; what they measure stays.`
                  : 'The stack is moved as a whole; what it measures stays.',
            }
          : {
              correction: 'manual' as const,
              remedy: `Moved by hand: a dimension is not drawn anew, ${stuck}.`,
            }),
      };
    }
  },

  settle(context, finding) {
    const own = settings.parse(context.settings);
    const rows = new Set(context.rowsOf(finding));
    const off = offIn(context, own).find(({ stack }) =>
      stack.levels.flat().every(({ row }) => rows.has(row)),
    );
    if (!off) return { refused: 'The dimensions no longer stand in a row of their own.' };
    const { stack, distance, wanted } = off;
    const by = ((wanted - distance) / stack.mmPerUnit) * stack.side;
    const all = stack.levels.flat();
    return {
      operations: [
        {
          type: 'move in dimensions',
          was: 'at another distance from the object',
          rows: all.map(({ row }) => row),
          moves: all.map(({ across }) => ({ line: [across[0] * by, across[1] * by] as const })),
          onPaperMm: all.map(() => Math.abs(wanted - distance)),
        },
      ],
    };
  },
};

/** Stacks of each space whose first row is nearly, and not quite, where most of the space are. */
function offIn(context: AuditContext, own: Settings): Off[] {
  return firstRows(context, own.tolerance).flatMap(({ distances, usual }) => {
    const wanted = own.distance > 0 ? own.distance : usual;
    if (wanted === null) return [];
    const there = countNear([...distances.values()], wanted, own.tolerance);
    return [...distances].flatMap(([stack, distance]) => {
      const off = Math.abs(distance - wanted);
      return off > own.tolerance && off <= own.nearly ? [{ stack, distance, wanted, usual: there }] : [];
    });
  });
}
