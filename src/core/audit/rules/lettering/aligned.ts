import { z } from 'zod';
import { layerNameOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { identityOf } from '../../../facts/identity';
import type { LetteringFact } from '../../../facts/texts';
import { type AuditContext, groupBy, isPlaced } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { majorityOf, mm, saysShort, texts, writtenText } from './shared';

const messages = {
  column: (off: number, first: string, most: string, distance: string) =>
    off === 1
      ? `“${first}” stands ${distance} beside the ${most} it is listed with.`
      : `“${first}” and ${texts(off - 1)} more stand up to ${distance} beside the ${most} they are listed with.`,
  row: (off: number, first: string, most: string, distance: string) =>
    off === 1
      ? `“${first}” stands ${distance} over or under the ${most} in its row.`
      : `“${first}” and ${texts(off - 1)} more stand up to ${distance} over or under the ${most} in their row.`,
};

const settings = z.strictObject({
  nearly: numberSetting(
    'Texts that are no farther off than this are meant to be lined up',
    'mm on paper',
    1,
    {
      max: 10,
    },
  ),
  tolerance: numberSetting('Lined up within', 'mm on paper', 0.1, { max: 5 }),
});
type Settings = z.infer<typeof settings>;

/** Texts of a list are no farther from each other than this, in heights of their letters. */
const COLUMN_PITCH = 5;
const ROW_PITCH = 30;
/** Directions that differ by less than this are one, degrees. */
const TURN_PLACES = 1;
/** What is lined up is so to this, mm on paper: texts that stand anywhere come as near by chance. */
const EXACT_MM = 0.02;
/** Fewer texts than this are no list. */
const LEAST = 3;

/** A text by where its point lies along its letters and up from them, mm on paper. */
interface Standing {
  readonly row: number;
  readonly u: number;
  readonly v: number;
  readonly heightMm: number;
  /** Drawing units of 1 mm on paper along the letters. */
  readonly along: readonly [number, number];
}

/** Texts that most of a list stand in line with, and those that are a little off. */
interface List {
  readonly way: 'column' | 'row';
  readonly lined: readonly Standing[];
  /** How far each is off, mm on paper. */
  readonly off: ReadonlyMap<Standing, number>;
}

export const letteringAligned: Rule = {
  meta: {
    id: 'lettering/aligned',
    title: 'Texts almost in line',
    stage: 'looks',
    weight: 'note',
    correction: 'automatic',
    what: 'Texts that are listed under each other, or stand in one row, stand in line.',
    why: 'A list with one line a hair off is seen as a list that nobody looked at.',
    source: 'Practice: almost is the fault; what stands clearly elsewhere is meant to',
    settings,
  },

  visit(context) {
    const { drawing } = context;
    const own = settings.parse(context.settings);
    const rows: number[] = [];
    return {
      on: {
        text(row) {
          if (isPlaced(drawing, row) && writtenText(context, row)) rows.push(row);
        },
      },
      *finish() {
        for (const list of listsOf(context, rows, own)) {
          const off = [...list.off.keys()].sort((a, b) => a.row - b.row);
          const farthest = mm(Number(Math.max(...[...list.off.values()].map(Math.abs)).toFixed(2)));
          yield {
            message: messages[list.way](
              off.length,
              saysShort(context, off[0].row),
              texts(list.lined.length),
              farthest,
            ),
            expected: words('in line'),
            found: words(`${farthest} off`),
            rows: off.map(({ row }) => row),
            subject: {
              layer: layerNameOf(drawing, off[0].row),
              kind: 'text',
              value: list.way,
              object: identityOf(drawing, off[0].row),
            },
            remedy: `Moved in line with the ${list.lined.length} that are, by ${farthest} on paper${off.length > 1 ? ' at most' : ''}.`,
          };
        }
      },
    };
  },

  settle(context, finding) {
    const own = settings.parse(context.settings);
    const { drawing } = context;
    const rows = new Set(context.rowsOf(finding));
    const all = context.facts.rowsOfKind('text').filter((row) => isPlaced(drawing, row));
    const list = listsOf(context, all, own).find(
      ({ way, off }) => way === finding.subject.value && [...off.keys()].every(({ row }) => rows.has(row)),
    );
    if (!list) return { refused: 'The texts no longer stand in a list.' };
    const off = [...list.off];
    return {
      operations: [
        {
          type: 'move texts',
          was: 'almost in line',
          rows: off.map(([{ row }]) => row),
          by: off.map(([{ along }, by]) =>
            list.way === 'column' ? [-by * along[0], -by * along[1]] : [by * along[1], -by * along[0]],
          ),
          onPaperMm: off.map(([, by]) => Math.abs(by)),
        },
      ],
    };
  },
};

function listsOf(context: AuditContext, rows: readonly number[], own: Settings): List[] {
  const standing = new Map<number, Standing>();
  const families = groupBy(rows, (row) => {
    const fact = context.facts.lettering(row);
    const one = fact && standingOf(context, row, fact);
    if (!fact || !one) return '';
    standing.set(row, one);
    const { across, up, paragraphs } = fact.shape;
    const turn = ((fact.angleRad * 180) / Math.PI).toFixed(TURN_PLACES);
    const layer = foldName(layerNameOf(context.drawing, row));
    const container = context.drawing.objects.container[row];
    // What is set about another point of its own, or in another height, is another list.
    return `${container}|${layer}|${fact.style}|${one.heightMm.toFixed(2)}|${turn}|${across}|${up}|${paragraphs.length > 1}`;
  });
  const lists: List[] = [];
  for (const [key, family] of families) {
    if (key === '' || family.length < LEAST) continue;
    const ones = family.map((row) => standing.get(row)!);
    const taken = new Set<number>();
    for (const way of ['column', 'row'] as const)
      for (const run of runsOf(ones, way, own)) {
        const list = listOf(run, way, own);
        // What is moved one way is looked at the other way afterwards.
        if (!list || run.some(({ row }) => taken.has(row))) continue;
        for (const { row } of run) taken.add(row);
        lists.push(list);
      }
  }
  return lists;
}

function standingOf(context: AuditContext, row: number, fact: LetteringFact): Standing | null {
  const { facts } = context;
  const seen = facts.appearancesOfText(row);
  if (seen.length === 0 || !facts.look(row).shows || !(fact.height > 0)) return null;
  // Where several scales show it, the largest shows the most.
  const mmPerUnit = Math.max(...seen.map((one) => one.mmPerUnit));
  const [c, s] = [Math.cos(fact.angleRad), Math.sin(fact.angleRad)];
  const [x, y] = fact.at;
  return {
    row,
    u: (x * c + y * s) * mmPerUnit,
    v: (y * c - x * s) * mmPerUnit,
    heightMm: fact.height * mmPerUnit,
    along: [c / mmPerUnit, s / mmPerUnit],
  };
}

/** Texts that stand nearly in line and one after the other. */
function runsOf(ones: readonly Standing[], way: List['way'], { nearly }: Settings): Standing[][] {
  const across = (one: Standing): number => (way === 'column' ? one.u : one.v);
  const onwards = (one: Standing): number => (way === 'column' ? one.v : one.u);
  const pitch = (way === 'column' ? COLUMN_PITCH : ROW_PITCH) * ones[0].heightMm;
  const beside: Standing[][] = [];
  for (const one of [...ones].sort((a, b) => across(a) - across(b))) {
    const run = beside.at(-1);
    if (run && across(one) - across(run[0]) <= 2 * nearly) run.push(one);
    else beside.push([one]);
  }
  return beside
    .flatMap((run) => {
      const parts: Standing[][] = [];
      for (const one of run.sort((a, b) => onwards(a) - onwards(b))) {
        const part = parts.at(-1);
        // Texts on one place are one line of a list: two of them tell no line.
        if (part && isOnePlace(part[part.length - 1], one)) continue;
        if (part && onwards(one) - onwards(part[part.length - 1]) <= pitch) part.push(one);
        else parts.push([one]);
      }
      return parts;
    })
    .filter((run) => run.length >= LEAST);
}

/** Steps of a list differ by no more than this share. */
const SAME_STEP = 0.05;

function hasOneStep(run: readonly Standing[], way: List['way']): boolean {
  const at = run.map((one) => (way === 'column' ? one.v : one.u)).sort((a, b) => a - b);
  const steps = at.slice(1).map((value, i) => value - at[i]);
  return Math.max(...steps) - Math.min(...steps) <= SAME_STEP * Math.max(...steps);
}

const isOnePlace = (a: Standing, b: Standing): boolean =>
  Math.abs(a.u - b.u) <= EXACT_MM && Math.abs(a.v - b.v) <= EXACT_MM;

/** A list of which at least half, and two, are in line; null where all are, or where nothing tells the line. */
function listOf(run: readonly Standing[], way: List['way'], { tolerance, nearly }: Settings): List | null {
  const across = (one: Standing): number => (way === 'column' ? one.u : one.v);
  const line = majorityOf(
    run.map(across).sort((a, b) => a - b),
    EXACT_MM,
  );
  const lined = run.filter((one) => Math.abs(across(one) - line) <= EXACT_MM);
  const off = new Map(
    run
      .filter((one) => !lined.includes(one))
      .flatMap((one) => {
        const by = across(one) - line;
        // What stands farther off is meant to.
        return Math.abs(by) > tolerance && Math.abs(by) < nearly - EXACT_MM ? [[one, by] as const] : [];
      }),
  );
  if (off.size === 0 || lined.length < 2 || lined.length < off.size) return null;
  // Two of many come to stand in line by chance; in a list they follow each other at one step too.
  return lined.length > 2 || hasOneStep(run, way) ? { way, lined, off } : null;
}
