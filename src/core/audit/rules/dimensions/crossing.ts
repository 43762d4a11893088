import { z } from 'zod';
import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { identityOf } from '../../../facts/identity';
import { meetingOf } from '../../../geometry/crossings';

import { type AuditContext, groupBy } from '../../context';
import { crossingsOfLines, keptWith, type LineCrossing } from '../../kept-with-dimension';
import { whyNotRedrawn } from '../../redrawing';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { dimensions } from './shared';

const messages = {
  unbroken: (count: number, layer: string) =>
    `Extension lines of ${dimensions(count)} on layer “${layer}” run across dimension lines without a break.`,
  left: (count: number, layer: string) =>
    `Extension lines of ${dimensions(count)} on layer “${layer}” are broken where nothing crosses them any more.`,
  lines: (first: string) => `The dimension lines of 2 dimensions on layer “${first}” cross each other.`,
  other: (count: number) => `whether ${dimensions(count)} along arcs or from origins cross others`,
};

const settings = z.strictObject({
  gap: numberSetting('How wide an extension line is broken', 'mm on paper', 3, {
    min: 0.5,
    max: 20,
    description: 'The dimension line that is crossed runs through the middle.',
  }),
});

/** A gap in a line that is no wider than this is none, mm on paper. */
const NO_GAP_MM = 0.05;

export const dimensionsCrossing: Rule = {
  meta: {
    id: 'dimensions/crossing',
    title: 'Dimension crossed without a break',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Where an extension line crosses a dimension line it is broken; dimension lines cross each other nowhere.',
    why: 'Where lines cross unbroken, the eye takes the crossing for an end and reads another length.',
    // ASME Y14.5 and ISO 129-1, from memory.
    source:
      'ASME Y14.5: extension lines are broken where they cross dimension lines; ISO 129-1: crossings are avoided',
    settings,
  },

  visit(context) {
    const unbroken: number[] = [];
    const left: number[] = [];
    const straight: number[] = [];
    let others = 0;
    return {
      on: {
        dimension(row) {
          const { facts } = context;
          if (!facts.look(row).shows) return;
          const state = stateOf(context, row);
          if (!facts.straight(row)) others++;
          else straight.push(row);
          if (state === 'unbroken') unbroken.push(row);
          else if (state === 'left') left.push(row);
        },
      },
      *finish() {
        const { drawing } = context;
        if (others > 0) context.notChecked(messages.other(others));
        for (const [what, rows] of [
          ['unbroken', unbroken],
          ['left', left],
        ] as const) {
          const can = new Map(rows.map((row) => [row, whyNotRedrawn(context, row) === null]));
          const groups = groupBy(rows, (row) => `${foldName(layerNameOf(drawing, row))}|${can.get(row)}`);
          for (const group of groups.values()) {
            const layer = layerNameOf(drawing, group[0]);
            yield {
              message: messages[what](group.length, layer),
              expected: words(what === 'unbroken' ? 'broken where they cross' : 'unbroken'),
              found: words(what === 'unbroken' ? 'unbroken' : 'broken'),
              rows: group,
              subject: { layer, kind: 'dimension', value: `${what}, ${can.get(group[0])}` },
              ...(can.get(group[0])
                ? {
                    remedy:
                      what === 'unbroken'
                        ? 'Broken in their pictures; the breaks go when the crossings do.'
                        : 'The breaks heal.',
                  }
                : {
                    correction: 'manual' as const,
                    remedy: 'Their pictures are not drawn anew: broken by hand.',
                  }),
            };
          }
        }
        for (const [first, second] of crossingLines(context, straight))
          yield {
            message: messages.lines(layerNameOf(drawing, first)),
            expected: words('dimension lines that do not cross'),
            found: words('2 that cross'),
            rows: [first, second],
            correction: 'manual',
            subject: {
              layer: layerNameOf(drawing, first),
              kind: 'dimension',
              value: 'lines',
              object: `${identityOf(drawing, first)} ${identityOf(drawing, second)}`,
            },
            remedy: 'Which of the two gives way, a person sees: move one of them.',
          };
      },
    };
  },

  settle(context, finding) {
    const { gap } = settings.parse(context.settings);
    const rows = context.rowsOf(finding);
    return {
      operations: [
        {
          type: 'break dimensions',
          rows,
          // What nothing crosses is broken nowhere, and needs no note of it.
          gaps: rows.map((row) => (crossings(context, row).length > 0 ? gap : null)),
        },
      ],
    };
  },
};

const scaleOf = ({ facts }: AuditContext, row: number): number | null =>
  facts.appearances(row)[0]?.mmPerUnit ?? null;

/** Where extension lines of a dimension run across lines of others, whether they are broken there or not. */
function crossings(context: AuditContext, row: number): LineCrossing[] {
  const mmPerUnit = scaleOf(context, row);
  const lines = wholeLines(context, row).map(({ whole }) => whole);
  return mmPerUnit === null ? [] : crossingsOfLines(context, row, lines, mmPerUnit);
}

/**
 * Whether a dimension crosses a line unbroken, or keeps a break that nothing crosses. Only breaks that were made by this
 * rule are asked about: another program's are its own.
 */
function stateOf(context: AuditContext, row: number): 'unbroken' | 'left' | null {
  const { facts } = context;
  const mmPerUnit = scaleOf(context, row);
  const lines = facts.dimensionLines(row)?.extension ?? [];
  if (mmPerUnit === null || lines.length === 0) return null;
  if (crossingsOfLines(context, row, lines, mmPerUnit).length > 0) return 'unbroken';
  if (keptWith(context, row).breaksMm === undefined) return null;
  const all = crossings(context, row).map(({ at }) => at);
  for (const { gaps } of wholeLines(context, row))
    for (const [x0, y0, x1, y1] of gaps) {
      const length = Math.hypot(x1 - x0, y1 - y0);
      if (length * mmPerUnit <= NO_GAP_MM) continue;
      const crossed = all.some(
        ([x, y]) =>
          Math.abs(Math.hypot(x - x0, y - y0) + Math.hypot(x - x1, y - y1) - length) < 1e-6 * length,
      );
      if (!crossed) return 'left';
    }
  return null;
}

type Piece = readonly [number, number, number, number];

/** The extension lines of a dimension as if nothing broke them, each with the gaps in it. */
function wholeLines({ facts }: AuditContext, row: number): { whole: Piece; gaps: Piece[] }[] {
  const straight = facts.straight(row);
  const pieces = facts.dimensionLines(row)?.extension ?? [];
  if (!straight) return [];
  const { along, across } = straight;
  const bySide = groupBy(pieces.keys(), (i) => {
    const [x0, y0] = pieces[i];
    const u = x0 * along[0] + y0 * along[1];
    return Math.abs(u - straight.from) < Math.abs(u - straight.to) ? 'from' : 'to';
  });
  return [...bySide.values()].map((side) => {
    const spans = side
      .map((i) => {
        const [x0, y0, x1, y1] = pieces[i];
        const ends = [
          { w: x0 * across[0] + y0 * across[1], x: x0, y: y0 },
          { w: x1 * across[0] + y1 * across[1], x: x1, y: y1 },
        ].sort((a, b) => a.w - b.w);
        return { low: ends[0], high: ends[1] };
      })
      .sort((a, b) => a.low.w - b.low.w);
    const gaps: Piece[] = [];
    let top = spans[0].high;
    for (const { low, high } of spans.slice(1)) {
      if (low.w > top.w) gaps.push([top.x, top.y, low.x, low.y]);
      if (high.w > top.w) top = high;
    }
    const [{ low }] = spans;
    return { whole: [low.x, low.y, top.x, top.y], gaps };
  });
}

/** Pairs of dimensions whose dimension lines cross. */
function* crossingLines(
  { drawing, facts }: AuditContext,
  rows: readonly number[],
): Generator<[number, number]> {
  for (const row of rows) {
    const box = facts.box(row);
    const lines = facts.dimensionLines(row)?.line ?? [];
    if (!box || lines.length === 0) continue;
    for (const other of facts.index(drawing.objects.container[row], 'dimension').within(box)) {
      if (other <= row || !facts.look(other).shows) continue;
      const cross = (facts.dimensionLines(other)?.line ?? []).some(([a, b, c, d]) =>
        lines.some(([x0, y0, x1, y1]) => meetingOf(x0, y0, x1, y1, a, b, c, d) === 'cross'),
      );
      if (cross) yield [row, other];
    }
  }
}
