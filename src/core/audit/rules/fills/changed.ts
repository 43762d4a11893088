import { z } from 'zod';
import { rangeOf } from '../../../dxf/drawing';
import { shapeOf } from '../../../dxf/read/decode';
import { type FillLine, formatLines, linesOf, type StandardFill } from '../../../standard/fills';
import { type AuditContext, clauseOf, groupBy } from '../../context';
import type { Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { drawnAs, drawnFill, fillNamed, fills, unitsPerMm } from './shared';

const messages = {
  changed: (count: number, name: string, what: string) =>
    `${fills(count)} “${name}” ${count === 1 ? 'is' : 'are'} not as the standard has ${count === 1 ? 'it' : 'them'}: ${what}.`,
  unseen: (count: number) =>
    `how large the lines of ${fills(count)} print: no scale shows them, or several do`,
  hosted: (count: number) =>
    `where the lines of ${fills(count)} are counted from: the standard ties them to what they fill`,
};

const settings = z.strictObject({
  spacing: numberSetting('Distances of lines may differ by', '%', 5, { max: 100 }),
  angle: numberSetting('Directions of lines may differ by', '°', 1, { max: 45 }),
});
type Settings = z.infer<typeof settings>;

/** What is different where nothing else is: what was moved takes its lines along. */
const ELSEWHERE = 'lines counted from another point';
/** Lengths on paper that nobody can tell apart, mm. */
const UNSEEN_MM = 0.05;

export const fillsChanged: Rule = {
  meta: {
    id: 'fills/changed',
    title: 'Fill drawn otherwise than the standard has it',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'A fill of the standard has its lines: as many, as far apart, at the same angle, broken alike, and counted from the same point where that is fixed.',
    why: 'The distance of the lines is how one material is told from another, and it goes wrong with every change of scale.',
    source: 'Practice: fills by material, with spacing and angle on paper or in the model',
    settings,
  },

  visit(context) {
    const own = settings.parse(context.settings);
    const found = new Map<number, Difference>();
    let unseen = 0;
    let hosted = 0;
    return {
      on: {
        fill(row) {
          const fill = standardFill(context, row);
          if (!fill) return;
          const difference = differenceOf(context, own, row, fill);
          if (difference === 'unseen') unseen++;
          else if (difference) found.set(row, difference);
          else if (fill.kind === 'lines' && fill.origin === 'host') hosted++;
        },
      },
      *finish() {
        if (unseen > 0) context.notChecked(messages.unseen(unseen));
        if (hosted > 0) context.notChecked(messages.hosted(hosted));
        const groups = groupBy(found.keys(), (row) => {
          const { fill, what, found: is } = found.get(row)!;
          return `${fill.name}|${what}|${is}`;
        });
        for (const rows of groups.values()) {
          const { fill, what, found: is } = found.get(rows[0])!;
          yield {
            message: messages.changed(rows.length, fill.name, what),
            expected: words(fill.kind === 'solid' ? 'solid' : formatLines(fill.lines)),
            found: words(is),
            rows,
            subject: { kind: 'fill', value: `${fill.name}, ${is}` },
            ...clauseOf(fill),
            ...(what === ELSEWHERE ? { weight: 'note' as const } : {}),
            remedy: `${fills(rows.length)} drawn with the lines of the standard; boundaries stay as they are.`,
          };
        }
      },
    };
  },

  settle(context, finding) {
    const rows = context.rowsOf(finding);
    return drawnAs(context, rows, standardFill(context, rows[0]));
  },
};

/** The fill of the standard that a fill of the drawing is called by; gradients are known by their colours, and cannot be otherwise. */
function standardFill(context: AuditContext, row: number): StandardFill | undefined {
  const fact = drawnFill(context, row);
  const fill = fact && fillNamed(context.standard.fills, fact);
  return fill && fill.kind !== 'gradient' ? fill : undefined;
}

interface Difference {
  readonly fill: StandardFill;
  /** What differs, in words. */
  readonly what: string;
  readonly found: string;
}

function differenceOf(
  context: AuditContext,
  own: Settings,
  row: number,
  fill: StandardFill,
): Difference | 'unseen' | null {
  const { drawing, facts } = context;
  const fact = facts.fill(row)!;
  if (fact.kind !== fill.kind)
    return {
      fill,
      what: fill.kind === 'solid' ? 'drawn with lines' : 'drawn solid',
      found: fact.kind === 'solid' ? 'solid' : 'lines',
    };
  if (fill.kind === 'solid') return null;
  const units = unitsPerMm(context, row, fill);
  if (units === null) return 'unseen';
  const shape = shapeOf(drawing, row);
  if (shape?.type !== 'fill') return null;
  const turn = fill.angle === 'host' ? drawing.reader.findNumber(rangeOf(drawing, row), 52, 0) : 0;
  const lines = ordered(linesOf(shape.families, units), -turn);
  const wanted = ordered(fill.lines, 0);
  const what =
    whatDiffers(lines, wanted, own) ??
    (fill.origin === 'fixed' && !startAlike(lines, wanted, turn, own) ? ELSEWHERE : null);
  return what === null
    ? null
    : {
        fill,
        what,
        found: formatLines(
          lines.map((line) => ({
            ...line,
            angleDeg: short(line.angleDeg),
            spacingMm: short(line.spacingMm),
            shiftMm: short(line.shiftMm),
            dashesMm: line.dashesMm.map(short),
          })),
        ),
      };
}

/**
 * Whether families that are alike but for where they are counted from begin on the same lines: each of the wanted ones lies on
 * lines of one that is drawn, dash on dash.
 * @param turnDeg by which the wanted ones are turned as a whole
 */
function startAlike(
  lines: readonly FillLine[],
  wanted: readonly FillLine[],
  turnDeg: number,
  own: Settings,
): boolean {
  const [turnCos, turnSin] = [Math.cos((turnDeg * Math.PI) / 180), Math.sin((turnDeg * Math.PI) / 180)];
  const left = [...lines];
  return wanted.every((one) => {
    const from: readonly [number, number] = [
      one.originMm[0] * turnCos - one.originMm[1] * turnSin,
      one.originMm[0] * turnSin + one.originMm[1] * turnCos,
    ];
    const at = left.findIndex(
      (line) =>
        Math.abs(line.spacingMm - one.spacingMm) <= tolerated(one.spacingMm, own) &&
        liesOn(line, from, turnDeg, own),
    );
    if (at < 0) return false;
    left.splice(at, 1);
    return true;
  });
}

const tolerated = (mm: number, own: Settings): number =>
  Math.max(UNSEEN_MM, (own.spacing / 100) * Math.abs(mm));

/** Whether a line of a family runs through a point, with the beginning of a dash there where it is broken. */
function liesOn(line: FillLine, [x, y]: readonly [number, number], turnDeg: number, own: Settings): boolean {
  const angle = ((line.angleDeg + turnDeg) * Math.PI) / 180;
  const [cos, sin] = [Math.cos(angle), Math.sin(angle)];
  const [dx, dy] = [x - line.originMm[0], y - line.originMm[1]];
  const across = dy * cos - dx * sin;
  const count = Math.round(across / line.spacingMm);
  if (Math.abs(across - count * line.spacingMm) > tolerated(line.spacingMm, own)) return false;
  const period = line.dashesMm.reduce((sum, dash) => sum + Math.abs(dash), 0);
  if (period === 0) return true;
  const along = dx * cos + dy * sin - count * line.shiftMm;
  return Math.abs(along - Math.round(along / period) * period) <= tolerated(period, own);
}

const short = (value: number): number => Number(value.toPrecision(3));

/** Families by direction and distance, so that the order in which they are written says nothing. */
const ordered = (lines: readonly FillLine[], turnDeg: number): FillLine[] =>
  lines
    .map((line) => ({ ...line, angleDeg: (((line.angleDeg + turnDeg) % 180) + 180) % 180 }))
    .map((line) => (line.angleDeg > 180 - 1e-6 ? { ...line, angleDeg: 0 } : line))
    .sort((a, b) => a.angleDeg - b.angleDeg || a.spacingMm - b.spacingMm);

function whatDiffers(lines: readonly FillLine[], wanted: readonly FillLine[], own: Settings): string | null {
  if (lines.length !== wanted.length)
    return `${lines.length} ${lines.length === 1 ? 'family' : 'families'} of lines, ${wanted.length} wanted`;
  const apart = (a: number, b: number): boolean =>
    Math.abs(a - b) > Math.max(UNSEEN_MM, (own.spacing / 100) * Math.abs(b));
  for (const [i, line] of lines.entries()) {
    const other = wanted[i];
    const off = Math.abs(line.angleDeg - other.angleDeg);
    if (Math.min(off, 180 - off) > own.angle)
      return `lines at ${short(line.angleDeg)}°, ${short(other.angleDeg)}° wanted`;
    if (apart(line.spacingMm, other.spacingMm))
      return `lines ${short(line.spacingMm)} mm apart, ${short(other.spacingMm)} mm wanted`;
    const dashes = [line, other].map(({ dashesMm }) => dashesMm);
    if (dashes[0].length !== dashes[1].length || dashes[0].some((dash, k) => apart(dash, dashes[1][k])))
      return 'lines broken otherwise';
  }
  return null;
}
