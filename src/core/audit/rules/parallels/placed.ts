import { z } from 'zod';
import { farFrom, isCut, parallelRun } from '../../../dxf/read/parallel-run';
import { findParallelSet } from '../../../standard/standard';
import { clauseOf } from '../../context';
import type { Rule, RuleContext, SettleContext } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { runs, runsBySet, whyCut } from './shared';

const messages = {
  far: (name: string, count: number, by: string) =>
    `${runs(count)} in “${name}” ${count === 1 ? 'is' : 'are'} not drawn as the set is: lines lie up to ${by} off.`,
  other: (name: string, count: number, has: string, wants: number) =>
    `${runs(count)} in “${name}” ${count === 1 ? 'has' : 'have'} ${has} lines; the set has ${wants}.`,
};

const settings = z.strictObject({
  tolerance: numberSetting('How far lines may lie off', 'mm', 0.5, {
    max: 100,
    description: 'In a drawing that names no unit: in units.',
  }),
});

export const parallelsPlaced: Rule = {
  meta: {
    id: 'parallels/placed',
    title: 'Placed parallel lines do not follow their set',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Parallel lines that are placed lie where the lines of their set lie, and there are as many.',
    why: 'A set is changed, and what was placed before stays as it was: two kerbs of one name, of two widths.',
    source: 'Practice: change the set and all placed lines follow',
    settings,
  },

  *check(context) {
    const { tolerance } = settings.parse(context.settings);
    for (const all of runsBySet(context).values()) {
      const { far, other } = astray(
        context,
        all.filter((row) => !context.excepts(row)),
        tolerance,
      );
      if (far.length > 0) yield draftOf(context, far, messages.far);
      if (other.length === 0) continue;
      const set = parallelRun(context.drawing, other[0].row).set!;
      const counts = [...new Set(other.map(({ lines }) => lines))].sort((a, b) => a - b);
      yield draftOf(context, other, (name, count) =>
        messages.other(name, count, counts.join(' or '), set.elements.length),
      );
    }
  },

  settle(context, finding) {
    const { drawing } = context;
    const rows = context.rowsOf(finding).filter((row) => !isCut(parallelRun(drawing, row)));
    if (rows.length === 0) return { refused: whyCut(finding.handles.length) };
    const movedUnits = rows.map((row) => {
      const run = parallelRun(drawing, row);
      return run.set ? (farFrom(run, offsetsOf(run.set)) ?? 0) : 0;
    });
    return { operations: [{ type: 'follow parallel set', rows, movedUnits }] };
  },
};

/** A run that is not drawn as its set is. */
interface Astray {
  readonly row: number;
  /** Drawing units; null for another number of lines. */
  readonly far: number | null;
  readonly lines: number;
}

const offsetsOf = ({ elements }: { readonly elements: readonly { readonly offset: number }[] }): number[] =>
  elements.map(({ offset }) => offset);

/** Of runs in one set those whose lines lie elsewhere, and those that have another number of them. */
function astray(
  { drawing }: RuleContext,
  rows: readonly number[],
  toleranceMm: number,
): { far: Astray[]; other: Astray[] } {
  const far: Astray[] = [];
  const other: Astray[] = [];
  for (const row of rows) {
    const run = parallelRun(drawing, row);
    const lines = run.corners[0]?.lines.length ?? 0;
    // A run that draws nothing, and one without a size, is nothing to be put right here.
    if (!run.set || lines === 0 || run.scale === 0 || run.corners.length < 2) continue;
    const offsets = offsetsOf(run.set);
    if (offsets.length === 0) continue;
    if (lines !== offsets.length) {
      other.push({ row, far: null, lines });
      continue;
    }
    const by = farFrom(run, offsets);
    if (by !== null && by * (drawing.unitMm ?? 1) > toleranceMm) far.push({ row, far: by, lines });
  }
  return { far, other };
}

function draftOf(
  context: RuleContext | SettleContext,
  runsOff: readonly Astray[],
  message: (name: string, count: number, by: string) => string,
) {
  const { drawing, standard } = context;
  const { set } = parallelRun(drawing, runsOff[0].row);
  const most = Math.max(...runsOff.map(({ far }) => far ?? 0));
  const by = `${Number((most * (drawing.unitMm ?? 1)).toPrecision(3))} ${drawing.unitMm === null ? 'units' : 'mm'}`;
  const rows = runsOff.map(({ row }) => row);
  const cut = rows.filter((row) => isCut(parallelRun(drawing, row))).length;
  const name = set?.name ?? '';
  return {
    message: message(name, rows.length, by),
    expected: words(`lines where “${name}” has them`),
    found: words(most > 0 ? `up to ${by} off` : 'another number of lines'),
    rows,
    subject: { kind: 'parallel-line set', value: `${name}, ${most > 0 ? 'elsewhere' : 'other lines'}` },
    ...(cut === rows.length
      ? { correction: 'manual' as const, remedy: whyCut(cut) }
      : {
          remedy: `The lines go to where the set has them${most > 0 ? `, by up to ${by}` : ''}.${cut > 0 ? ` ${whyCut(cut)}` : ''}`,
        }),
    ...clauseOf(findParallelSet(standard, name)),
  };
}
