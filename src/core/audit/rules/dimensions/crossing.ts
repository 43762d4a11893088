import { z } from 'zod';
import { type BrokenLines, piecesOf } from '../../../dimension/break-lines';
import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { DimensionLines } from '../../../facts/dimension-lines';
import { identityOf } from '../../../facts/identity';
import type { Point } from '../../../geometry/arc-crossings';
import { type AuditContext, groupBy } from '../../context';
import { crossingsOfLines, keptWith, type Strokes, strokesOf } from '../../kept-with-dimension';
import type { Operation } from '../../operation';
import { lookOf, redrawnParts, whyNotRedrawn } from '../../redrawing';
import type { FindingDraft, Rule, RuleContext, SettleContext } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { linesOfStrokes, pickedDimension, pickedRow } from './candidates';
import { dimensions } from './shared';

const messages = {
  unbroken: (count: number, layer: string) =>
    `Extension lines of ${dimensions(count)} on layer “${layer}” run across dimension lines without a break.`,
  left: (count: number, layer: string) =>
    `Lines of ${dimensions(count)} on layer “${layer}” are broken where nothing crosses them any more.`,
  lines: (first: string) => `The dimension lines of 2 dimensions on layer “${first}” cross each other.`,
  other: (count: number) =>
    `whether ${dimensions(count)} cross others: they lie in planes of their own, or their points make no dimension`,
  unknown: (count: number) =>
    `whether breaks of ${dimensions(count)} still lie where lines cross: their pictures are not drawn anew`,
};

const settings = z.strictObject({
  gap: numberSetting('How wide a line is broken', 'mm on paper', 3, {
    min: 0.5,
    max: 20,
    description: 'The line that is crossed runs through the middle.',
  }),
});

/** Lines whose lengths together differ by no more than this are broken alike, mm on paper. */
const SAME_MM = 0.05;

type State = 'unbroken' | 'left' | 'unknown';

export const dimensionsCrossing: Rule = {
  meta: {
    id: 'dimensions/crossing',
    title: 'Dimension crossed without a break',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Where an extension line crosses a dimension line it is broken; of two dimension lines that cross one is.',
    why: 'Where lines cross unbroken, the eye takes the crossing for an end and reads another length.',
    // ASME Y14.5 and ISO 129-1, from memory.
    source:
      'ASME Y14.5: extension lines are broken where they cross dimension lines; ISO 129-1: crossings are avoided',
    settings,
  },

  visit(context) {
    const { drawing, facts } = context;
    const found: Record<State, number[]> = { unbroken: [], left: [], unknown: [] };
    const rows: number[] = [];
    let others = 0;
    return {
      on: {
        dimension(row) {
          if (!facts.look(row).shows) return;
          const state = stateOf(context, row);
          if (!facts.dimensionLines(row)) others++;
          else rows.push(row);
          if (state) found[state].push(row);
        },
      },
      *finish() {
        if (others > 0) context.notChecked(messages.other(others));
        if (found.unknown.length > 0) context.notChecked(messages.unknown(found.unknown.length));
        for (const what of ['unbroken', 'left'] as const) {
          const can = new Map(found[what].map((row) => [row, whyNotRedrawn(context, row) === null]));
          const groups = groupBy(
            found[what],
            (row) => `${foldName(layerNameOf(drawing, row))}|${can.get(row)}`,
          );
          for (const group of groups.values())
            yield draftOf(what, group, layerNameOf(drawing, group[0]), can.get(group[0]) === true);
        }
        for (const pair of crossingLines(context, rows)) yield pairDraft(context, pair);
      },
    };
  },

  settle(context, finding, decision) {
    const rows = context.rowsOf(finding);
    if (finding.subject.value !== PAIR)
      return {
        operations: [broken(context, rows, (row) => keptWith(context, row).lineBreaksMm !== undefined)],
      };
    const row = pickedRow(context, rows, decision);
    return row === null
      ? { refused: 'Say which of the two gives way.' }
      : { operations: [broken(context, [row], () => true)] };
  },
};

/** What the subject of two dimension lines that cross is called. */
const PAIR = 'lines';

function draftOf(
  what: 'unbroken' | 'left',
  rows: readonly number[],
  layer: string,
  can: boolean,
): FindingDraft {
  return {
    message: messages[what](rows.length, layer),
    expected: words(what === 'unbroken' ? 'broken where they cross' : 'unbroken'),
    found: words(what === 'unbroken' ? 'unbroken' : 'broken'),
    rows,
    subject: { layer, kind: 'dimension', value: `${what}, ${can}` },
    ...(can
      ? {
          remedy:
            what === 'unbroken'
              ? 'Broken in their pictures; the breaks go when the crossings do.'
              : 'The breaks heal.',
        }
      : { correction: 'manual' as const, remedy: 'Their pictures are not drawn anew: broken by hand.' }),
  };
}

/** Two dimension lines that cross: which of them gives way, a person says, of those that can be drawn anew. */
function pairDraft(context: RuleContext, { rows, at }: CrossingLines): FindingDraft {
  const { drawing } = context;
  const [first, second] = rows;
  const can = rows.filter((row) => whyNotRedrawn(context, row) === null);
  const layer = layerNameOf(drawing, first);
  return {
    message: messages.lines(layer),
    expected: words('dimension lines that do not cross'),
    found: words('2 that cross'),
    rows,
    subject: {
      layer,
      kind: 'dimension',
      value: PAIR,
      object: `${identityOf(drawing, first)} ${identityOf(drawing, second)}`,
    },
    ...(can.length === 0
      ? {
          correction: 'manual' as const,
          remedy: 'Their pictures are not drawn anew: move one of them.',
        }
      : {
          correction: 'choice' as const,
          options: [
            {
              id: 'give way',
              label: 'Break its line',
              needs: null,
              effect: 'drawing' as const,
              picks: pickedDimension(context, 'Gives way', can, (row) => gapsAt(context, row, at)),
            },
          ],
        }),
  };
}

/** The order to break dimensions where they cross others; what nothing crosses is broken nowhere, and needs no note of it. */
function broken(
  context: SettleContext,
  rows: readonly number[],
  givesWay: (row: number) => boolean,
): Extract<Operation, { type: 'break dimensions' }> {
  const { gap } = settings.parse(context.settings);
  const gapOf = (row: number, which: BrokenLines): number | null =>
    isCrossed(context, row, which) ? gap : null;
  return {
    type: 'break dimensions',
    rows,
    gaps: rows.map((row) => gapOf(row, 'extension lines')),
    lineGaps: rows.map((row) => (givesWay(row) ? gapOf(row, 'dimension line') : null)),
  };
}

const scaleOf = ({ facts }: AuditContext, row: number): number | null =>
  facts.appearances(row)[0]?.mmPerUnit ?? null;

/** Whether lines of a dimension would run across lines of others if nothing broke them. */
function isCrossed(context: AuditContext, row: number, which: BrokenLines): boolean {
  const mmPerUnit = scaleOf(context, row);
  const lines = linesDrawnAnew(context, row, {});
  return (
    mmPerUnit !== null &&
    lines !== null &&
    crossingsOfLines(context, row, strokesOf(lines, which), mmPerUnit).length > 0
  );
}

/** The lines that a dimension would be drawn with; null where it is not drawn anew. @param kept what would be kept with it */
function linesDrawnAnew(
  context: AuditContext,
  row: number,
  kept = keptWith(context, row),
): DimensionLines | null {
  const look = lookOf(context, row);
  const { parts } = redrawnParts(context, row, look, undefined, undefined, kept);
  return parts && (context.facts.linesAmong(row)?.(piecesOf(parts, look.unitsPerMm)) ?? null);
}

/**
 * Whether a dimension crosses a line unbroken, or keeps breaks that lie otherwise than it would be drawn now. Only breaks
 * that were made by this rule are asked about: another program's are its own.
 */
function stateOf(context: AuditContext, row: number): State | null {
  const { facts } = context;
  const mmPerUnit = scaleOf(context, row);
  const lines = facts.dimensionLines(row);
  if (mmPerUnit === null || !lines) return null;
  const crosses = (which: BrokenLines): boolean =>
    crossingsOfLines(context, row, strokesOf(lines, which), mmPerUnit).length > 0;
  if (crosses('extension lines')) return 'unbroken';
  const { breaksMm, lineBreaksMm } = keptWith(context, row);
  if (breaksMm === undefined && lineBreaksMm === undefined) return null;
  // Somebody said that it gives way: that holds for whatever crosses it later.
  if (lineBreaksMm !== undefined && crosses('dimension line')) return 'unbroken';
  const anew = linesDrawnAnew(context, row);
  if (!anew) return 'unknown';
  const differs = (['extension lines', 'dimension line'] as const).some(
    (which) =>
      Math.abs(lengthOf(strokesOf(lines, which)) - lengthOf(strokesOf(anew, which))) * mmPerUnit > SAME_MM,
  );
  return differs ? 'left' : null;
}

const lengthOf = ({ pieces, arcs }: Strokes): number =>
  pieces.reduce((sum, [x0, y0, x1, y1]) => sum + Math.hypot(x1 - x0, y1 - y0), 0) +
  arcs.reduce((sum, { radius, from, to }) => sum + radius * (to - from), 0);

/** Two dimensions whose lines cross, and where. */
interface CrossingLines {
  readonly rows: readonly [number, number];
  readonly at: readonly Point[];
}

/** Pairs of dimensions whose dimension lines cross, and of which none is known to give way. */
function* crossingLines(context: AuditContext, rows: readonly number[]): Generator<CrossingLines> {
  const { facts } = context;
  const givesWay = (row: number): boolean => keptWith(context, row).lineBreaksMm !== undefined;
  // Diameters and radii of circles about one centre all run through it.
  const isRound = (row: number): boolean =>
    ['diameter', 'radius'].includes(facts.dimension(row).measured?.what ?? '');
  for (const row of rows) {
    const lines = facts.dimensionLines(row);
    const mmPerUnit = scaleOf(context, row);
    if (!lines || mmPerUnit === null) continue;
    const crossings = crossingsOfLines(context, row, strokesOf(lines, 'dimension line'), mmPerUnit);
    const later = crossings.filter(({ other }) => other > row && !(isRound(row) && isRound(other)));
    if (later.length === 0 || givesWay(row)) continue;
    for (const all of groupBy(later, ({ other }) => String(other)).values()) {
      const [{ other }] = all;
      if (!givesWay(other)) yield { rows: [row, other], at: all.map(({ at }) => at) };
    }
  }
}

/** The pieces of its line that a dimension would lose at crossings, as they are drawn over the sheet. */
function gapsAt(context: RuleContext, row: number, at: readonly Point[]): number[][] {
  const { gap } = settings.parse(context.settings);
  const mmPerUnit = scaleOf(context, row);
  const lines = context.facts.dimensionLines(row);
  if (!lines || mmPerUnit === null) return [];
  const half = gap / mmPerUnit / 2;
  return at.flatMap(([x, y]) => {
    const piece = lines.line.find(([x0, y0, x1, y1]) => {
      const length = Math.hypot(x1 - x0, y1 - y0);
      return Math.abs(Math.hypot(x - x0, y - y0) + Math.hypot(x - x1, y - y1) - length) <= 1e-6 * length;
    });
    if (piece) {
      const [x0, y0, x1, y1] = piece;
      const length = Math.hypot(x1 - x0, y1 - y0);
      const [ux, uy] = [(half * (x1 - x0)) / length, (half * (y1 - y0)) / length];
      return [[x - ux, y - uy, x + ux, y + uy]];
    }
    const arc = lines.arcs.find((one) => Math.abs(Math.hypot(x - one.x, y - one.y) / one.radius - 1) <= 1e-6);
    if (!arc) return [];
    const [turn, by] = [Math.atan2(y - arc.y, x - arc.x), half / arc.radius];
    return linesOfStrokes({ pieces: [], arcs: [{ ...arc, from: turn - by, to: turn + by }] });
  });
}
