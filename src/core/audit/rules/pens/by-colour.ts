import { z } from 'zod';
import { formatColour } from '../../../dxf/colour';
import { type AuditContext, clauseOf, groupBy, kindsInWords, type LayerUse } from '../../context';
import type { Rule } from '../../rule';
import { choiceSetting } from '../../settings';
import { quantity } from '../../value';
import { isPenned, widthByColour } from './shared';

const messages = {
  other: (what: string, count: number, layer: string, by: number, colour: string, wants: number) =>
    `${what} on layer “${layer}” ${count === 1 ? 'prints' : 'print'} ${by} mm wide, by ${colour}; the layer’s pen is ${wants} mm.`,
  noWidth: (count: number) =>
    `how wide ${count === 1 ? '1 object prints' : `${count} objects print`}: the table of widths by colour has no such colour`,
};

const WHEN = ['in versions without widths', 'always'] as const;

const settings = z.strictObject({
  when: choiceSetting(
    'Widths come from colours',
    WHEN,
    WHEN[0],
    'By the table of widths by colour, where the standard has one.',
  ),
});

export const pensByColour: Rule = {
  meta: {
    id: 'pens/by-colour',
    title: 'Width by colour contradicts the layer',
    stage: 'looks',
    weight: 'should',
    correction: 'choice',
    ways: { take: 'given the colour of the layer' },
    what: 'Where widths come from colours, a colour prints as wide as the layer is meant to: approved colours of single objects, and layers of a sender with widths of their own.',
    why: 'A line that is coloured to stand out on the screen prints with the pen of that colour.',
    source: 'Practice: colour decides the pen (plotting by colour)',
    settings,
  },

  *check(context) {
    if (context.standard.pens.byColour.length === 0) return;
    const { when } = settings.parse(context.settings);
    if (when !== 'always' && context.drawing.holdsWidths) return;
    let noWidth = 0;
    for (const use of context.layers.values()) {
      const strays: Stray[] = [];
      for (const row of use.rows) {
        const { prints, shows } = context.facts.look(row);
        if (!prints || !shows || !isPenned(context, row) || isSeenTo(context, use, row)) continue;
        const wants = wantedOf(context, use, row);
        const by = widthByColour(context, row);
        if (by === null) noWidth++;
        else if (wants !== null && by !== wants && !context.excepts(row)) strays.push({ row, by, wants });
      }
      for (const group of groupBy(strays, ({ by }) => String(by)).values()) {
        const [{ by, wants }] = group;
        const rows = group.map(({ row }) => row);
        const colours = new Set(rows.map((row) => formatColour(context.facts.look(row).colour)));
        const what = kindsInWords(context.drawing, rows);
        const isOwn = rows.every((row) => context.facts.look(row).colourFrom === 'own');
        yield {
          message: messages.other(what, rows.length, use.name, by, [...colours].join(', '), wants),
          expected: quantity(wants, 'mm'),
          found: quantity(by, 'mm'),
          rows,
          subject: { layer: use.name, property: 'width', value: `by colour ${by}` },
          ...clauseOf(use.standard),
          ...(isOwn
            ? {
                options: [
                  {
                    id: 'take',
                    label: 'Give the colour of the layer',
                    needs: null,
                    effect: 'drawing' as const,
                  },
                ],
              }
            : {
                correction: 'manual' as const,
                remedy: 'What the layer stands for comes first: it brings colour and pen along.',
              }),
        };
      }
    }
    if (noWidth > 0) context.notChecked(messages.noWidth(noWidth));
  },

  settle: (context, finding) => ({
    operations: [{ type: 'take from layer', rows: context.rowsOf(finding), property: 'colour' }],
  }),
};

/** An object that prints as wide as its colour has it, and not as its layer is meant to; mm. */
interface Stray {
  readonly row: number;
  readonly by: number;
  readonly wants: number;
}

/** How wide an object is meant to print, mm: as the office's layer has it, else as a sender's layer says itself; null where nobody says. */
function wantedOf({ drawing, facts, standard }: AuditContext, use: LayerUse, row: number): number | null {
  if (use.standard) return use.standard.widthMm ?? standard.pens.defaultMm;
  return drawing.holdsWidths && (use.record?.width ?? -1) >= 0 ? facts.look(row).widthMm : null;
}

/**
 * Whether a rule of its own sees to the colour: one of an object's own that is not approved of, one that the layer should not have. Where the
 * office's own colour contradicts its own width, its page of pens says so.
 */
function isSeenTo({ facts }: AuditContext, { standard }: LayerUse, row: number): boolean {
  const { colourFrom } = facts.look(row);
  if (colourFrom === 'own') return !standard?.ownValuesAllowed.includes('colour');
  return standard !== undefined || colourFrom !== 'layer';
}
