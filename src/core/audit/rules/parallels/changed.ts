import { z } from 'zod';
import type { DrawingParallelSet } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { parallelSetNamed } from '../../../dxf/read/parallel-run';
import type { StandardParallelSet } from '../../../standard/parallels';
import { findParallelSet } from '../../../standard/standard';
import { clauseOf } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { cutByHand, ownLinetype, runs, runsBySet, SETTLE_UNIT, whyCut } from './shared';

const messages = {
  changed: (name: string, what: readonly string[], count: number) =>
    `Parallel-line set “${name}” is not as the standard has it: ${what.join(', ')} (${runs(count)}).`,
  noUnit: (count: number) =>
    `how far the lines of ${runs(count)} lie apart: the drawing names no unit, or its labels speak of another`,
};

const settings = z.strictObject({
  tolerance: numberSetting('Distances may differ by', 'mm', 0.5, { max: 100 }),
});

export const parallelsChanged: Rule = {
  meta: {
    id: 'parallels/changed',
    title: 'Parallel-line set of the standard is another one here',
    stage: 'records',
    weight: 'should',
    correction: 'automatic',
    what: 'A set of parallel lines with a name of the standard has its lines: as many, as far apart, in their colours and linetypes, with its ends and its fill.',
    why: 'The name says a kerb of 150 mm, and what is drawn is another one.',
    source: 'Practice: sets of parallel lines are defined once for the office',
    settings,
  },

  *check(context) {
    const { drawing, standard, excepts } = context;
    const { tolerance } = settings.parse(context.settings);
    const rowsOf = runsBySet(context);
    const unitMm = context.facts.certainUnitMm;
    let unknown = 0;
    for (const set of drawing.parallelSets.values()) {
      const wanted = findParallelSet(standard, set.name);
      const rows = (rowsOf.get(foldName(set.name)) ?? []).filter((row) => !excepts(row));
      if (!wanted || rows.length === 0) continue;
      if (unitMm === null) unknown += rows.length;
      const what = differences(set, wanted, unitMm, tolerance);
      if (what.length === 0) continue;
      yield {
        message: messages.changed(set.name, what, rows.length),
        expected: words(inWords(wanted.lines.map(({ offsetMm }) => offsetMm))),
        found: words(inWords(set.elements.map(({ offset }) => offset * (drawing.unitMm ?? 1)))),
        rows,
        subject: { kind: 'parallel-line set', value: set.name },
        ...clauseOf(wanted),
        ...(unitMm === null
          ? { correction: 'manual' as const, remedy: SETTLE_UNIT }
          : {
              remedy: `The set as the standard has it; ${runs(rows.length)} ${rows.length === 1 ? 'follows' : 'follow'}.`,
            }),
      };
    }
    if (unknown > 0) context.notChecked(messages.noUnit(unknown));
  },

  settle(context, finding) {
    const { drawing, standard } = context;
    const set = parallelSetNamed(drawing, finding.subject.value ?? '');
    const wanted = findParallelSet(standard, finding.subject.value ?? '');
    if (!set || !wanted) return { refused: 'The drawing or the standard no longer has this set.' };
    if (context.facts.certainUnitMm === null) return { refused: SETTLE_UNIT };
    const rows = context.rowsOf(finding);
    const cut = cutByHand(drawing, rows);
    if (cut.length > 0 && set.elements.length !== wanted.lines.length) return { refused: whyCut(cut.length) };
    return {
      operations: [
        {
          type: 'set parallel set',
          name: set.name,
          like: wanted.name,
          rows,
          before: inWords(set.elements.map(({ offset }) => offset * (drawing.unitMm ?? 1))),
          after: inWords(wanted.lines.map(({ offsetMm }) => offsetMm)),
        },
      ],
    };
  },
};

/** "lines at 75, 25 and −75 mm". */
function inWords(offsets: readonly number[]): string {
  const said = [...offsets].sort((a, b) => b - a).map((one) => String(Number(one.toFixed(2))));
  return `lines at ${said.slice(0, -1).join(', ')} and ${said.at(-1)} mm`;
}

/** What of a set differs from the standard's, in words. @param unitMm null where the drawing names none: distances are not compared then */
function differences(
  set: DrawingParallelSet,
  wanted: StandardParallelSet,
  unitMm: number | null,
  tolerance: number,
): string[] {
  if (set.elements.length !== wanted.lines.length)
    return [`${set.elements.length} lines, ${wanted.lines.length} wanted`];
  const own = [...set.elements].sort((a, b) => b.offset - a.offset);
  const office = [...wanted.lines].sort((a, b) => b.offsetMm - a.offsetMm);
  const differ = (of: (i: number) => boolean): boolean => own.some((_, i) => of(i));
  const colourOf = (i: number): number | null => {
    const { colour } = own[i];
    return colour && 'number' in colour ? colour.number : null;
  };
  const cap = (line: boolean, round: boolean): string => (round ? 'round' : line ? 'line' : 'open');
  const what: string[] = [];
  if (unitMm !== null && differ((i) => Math.abs(own[i].offset * unitMm - office[i].offsetMm) > tolerance))
    what.push('distances');
  if (differ((i) => colourOf(i) !== office[i].colour)) what.push('colours');
  if (differ((i) => ownLinetype(own[i].linetype) !== ownLinetype(office[i].linetype))) what.push('linetypes');
  const ends = [cap(set.capStart, set.roundStart), cap(set.capEnd, set.roundEnd)];
  if (ends[0] !== wanted.startCap || ends[1] !== wanted.endCap) what.push('ends');
  if (set.fillColour !== wanted.fillColour) what.push('fill');
  return what;
}
