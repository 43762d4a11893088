import { hexOf, rgbOf } from '../../../dxf/colour';
import { kindOf, layerNameOf } from '../../../dxf/drawing';
import { SUBCLASSES_FROM } from '../../../dxf/edit/record-bodies';
import { foldName } from '../../../dxf/interner';
import { LINE_KINDS } from '../../../dxf/object-kinds';
import { LEAST_GAP_MM, type PatternOnPaper, patternsOnPaper } from '../../../facts/on-paper';
import { placementsBySymbol } from '../../../facts/ways-in';
import { oncePer } from '../../../once';
import { paperMmPerPatternUnit } from '../../../records/linetype-record';
import { findLinetype } from '../../../standard/standard';
import { type AuditContext, groupBy, isPlaced, symbolsAround } from '../../context';
import type { FindingDraft, Rule, SettleContext, Settlement } from '../../rule';
import { words } from '../../value';

const lines = (count: number): string => (count === 1 ? '1 line' : `${count} lines`);
const mm = (length: number): string => `${Number(length.toPrecision(2))} mm`;

const messages = {
  closes: (what: string, count: number, layer: string, sheet: string, gap: string) =>
    `${what} on layer “${layer}” ${count === 1 ? 'reads' : 'read'} as solid on ${sheet}: the widest gap prints ${gap} wide.`,
  never: (what: string, count: number, layer: string, sheet: string, repeat: string) =>
    `${what} on layer “${layer}” ${count === 1 ? 'shows its' : 'show their'} pattern nowhere on ${sheet}: it repeats every ${repeat}.`,
  unseen: (count: number) =>
    `${lines(count)} with a pattern that no sheet shows: how large it prints is not known`,
};

/** A pattern that the office does not define is too long when it repeats less often than this, paper mm. */
const LONGEST_MM = 60;
/** A line that is shorter than a pattern of the office's size is short, and its pattern is right. */
const TOO_LARGE = 1.5;
/** Factors that differ by less are one. */
const SAME = 0.02;
/** One factor suits scales that are no further apart. */
const APART = 2;

export const linesOnPaper: Rule = {
  meta: {
    id: 'lines/on-paper',
    title: 'Pattern that does not show on paper',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'A line with a pattern, also inside a symbol, shows it on every sheet: its gaps stay open, and it repeats along the line.',
    why: 'A hidden edge whose dashes print 0.03 mm long is taken for an outline.',
    source: 'Practice: a gap below 0.3 mm closes up in print (common practice, no published source)',
  },

  visit(context) {
    const { drawing } = context;
    const faults: { row: number; fault: PatternOnPaper }[] = [];
    let unseen = 0;
    return {
      on: {
        any(row) {
          if (!LINE_KINDS.has(kindOf(drawing, row))) return;
          const found = patternsOnPaper(context.facts, row);
          if (found.length === 0 && isSeen(context, row)) unseen++;
          const fault = found.find((one) => isFault(context, one));
          if (fault) faults.push({ row, fault });
        },
      },
      *finish() {
        if (unseen > 0) context.notChecked(messages.unseen(unseen));
        const byRow = new Map(faults.map(({ row, fault }) => [row, fault]));
        const groups = groupBy(
          faults.map(({ row }) => row),
          (row) => {
            const { how, appearance, linetype, repeatMm } = byRow.get(row)!;
            return [
              String(isPlaced(drawing, row)),
              foldName(layerNameOf(drawing, row)),
              foldName(linetype),
              how,
              appearance.sheet,
              repeatMm.toPrecision(3),
            ].join('\n');
          },
        );
        for (const rows of groups.values()) yield draftOf(context, rows, byRow.get(rows[0])!);
      },
    };
  },

  settle(context, finding) {
    return settlementOf(context, context.rowsOf(finding));
  },
};

function draftOf(context: AuditContext, rows: readonly number[], fault: PatternOnPaper): FindingDraft {
  const { drawing, facts, standard } = context;
  const [row] = rows;
  const { linetype } = fault;
  const layer = layerNameOf(drawing, row);
  const around = symbolsAround(drawing, rows);
  const what = `${lines(rows.length)} of “${linetype}”${around ? ` inside ${around},` : ''}`;
  const sheet = `sheet “${fault.appearance.sheet}”`;
  const wanted = wantedOf(context, linetype);
  const { colour, widthMm } = facts.look(row);
  const look = { colour: hexOf(rgbOf(colour)), widthMm, prints: true };
  const closes = fault.how === 'closes up';
  return {
    message: closes
      ? messages.closes(what, rows.length, layer, sheet, mm(Math.max(...fault.elementsMm.map((one) => -one))))
      : messages.never(what, rows.length, layer, sheet, mm(fault.repeatMm)),
    expected: words(
      wanted
        ? formatPattern(wanted)
        : closes
          ? `gaps of ${LEAST_GAP_MM} mm or more`
          : 'a pattern that repeats',
    ),
    found: words(formatPattern(fault.elementsMm)),
    rows,
    subject: {
      layer,
      property: 'linetype',
      value: `${linetype}, ${fault.how}, ${mm(fault.repeatMm)} on ${fault.appearance.sheet}`,
      ...(around ? { symbol: 'inside' } : {}),
    },
    looks: {
      expected: { ...look, elementsMm: wanted ?? [3, -1.5] },
      found: { ...look, elementsMm: fault.elementsMm },
    },
    ...(wanted ? {} : { correction: 'manual' as const }),
    remedy: wanted
      ? `${lines(rows.length)}: repeats every ${mm(fault.repeatMm)} → ${mm(repeatOf(wanted))}.`
      : findLinetype(standard, linetype)?.elementsMm.some((length) => length < 0)
        ? `“${linetype}” closes up as ${standard.name} defines it: give it wider gaps there.`
        : `Neither ${standard.name} nor the drawing defines a length at which “${linetype}” shows.`,
  };
}

const repeatOf = (elements: readonly number[]): number =>
  elements.reduce((sum, length) => sum + Math.abs(length), 0);

/** "dash 6 mm, gap 2 mm, dot". */
function formatPattern(elements: readonly number[]): string {
  const parts = elements.map((length) =>
    length === 0 ? 'dot' : `${length > 0 ? 'dash' : 'gap'} ${mm(Math.abs(length))}`,
  );
  return parts.length > 6 ? `${parts.slice(0, 6).join(', ')} …` : parts.join(', ');
}

/**
 * Elements that a linetype is meant to have on paper, mm: as the office defines it, else as the drawing does, whose definitions
 * are sizes on paper by usual practice. Null where that would not show either.
 */
function wantedOf(context: AuditContext, linetype: string): readonly number[] | null {
  const known = wantedByLinetype(context);
  let wanted = known.get(linetype);
  if (wanted === undefined) {
    wanted = workedOut(context, linetype);
    known.set(linetype, wanted);
  }
  return wanted;
}

/** What was worked out, by linetype: a drawing has few of them, and very many lines. */
const wantedByLinetype = oncePer<AuditContext, Map<string, readonly number[] | null>>(
  ({ drawing, standard }) => [drawing, standard],
  () => new Map(),
);

function workedOut({ standard, drawing }: AuditContext, linetype: string): readonly number[] | null {
  const office = findLinetype(standard, linetype)?.elementsMm ?? [];
  if (office.some((length) => length < 0)) return closesUp(office) ? null : office;
  const mmPerUnit = paperMmPerPatternUnit(drawing);
  const own = (drawing.linetypes.get(foldName(linetype))?.elements ?? []).map((length) => length * mmPerUnit);
  const shows = !closesUp(own) && repeatOf(own) <= LONGEST_MM;
  return shows ? own : null;
}

/** Whether not even the widest gap of a pattern shows on paper. */
const closesUp = (elementsMm: readonly number[]): boolean =>
  Math.max(...elementsMm.map((length) => -length)) < LEAST_GAP_MM;

/**
 * Whether an object with a pattern is seen at all: one on a layer that is off or frozen need not show it, nor one in a symbol that is nowhere placed.
 */
const isSeen = ({ drawing, facts }: AuditContext, row: number): boolean =>
  facts.isPatterned(row) &&
  drawing.objects.invisible[row] !== 1 &&
  facts.look(row).shows &&
  (isPlaced(drawing, row) || placementsBySymbol(drawing).has(drawing.objects.container[row]));

function isFault(context: AuditContext, { how, linetype, repeatMm }: PatternOnPaper): boolean {
  if (how !== 'never repeats') return how === 'closes up';
  const wanted = wantedOf(context, linetype);
  return repeatMm > (wanted ? TOO_LARGE * repeatOf(wanted) : LONGEST_MM);
}

/** By how much a pattern has to grow where it is seen; null where the office says of no size. */
function growthOf(context: AuditContext, { linetype, repeatMm }: PatternOnPaper): number | null {
  const wanted = wantedOf(context, linetype);
  return wanted && repeatMm > 0 ? repeatOf(wanted) / repeatMm : null;
}

/** The factor of the drawing where all lines with patterns want the same one, else the factors of the objects. */
function settlementOf(context: SettleContext, rows: readonly number[]): Settlement {
  const { drawing, facts } = context;
  const own: number[] = [];
  for (const row of rows) {
    const shown = patternsOnPaper(facts, row);
    const [growth = null] = shown.map((one) => growthOf(context, one));
    if (growth === null)
      return {
        refused: 'Neither the standard nor the drawing defines a length at which this pattern shows.',
      };
    const scales = shown.map(({ repeatMm }) => repeatMm);
    if (Math.max(...scales) > APART * Math.min(...scales))
      return {
        refused:
          'Sheets show it at scales too far apart for one factor: let patterns follow the paper, or set them by hand.',
      };
    if (shown.some(({ linetype }) => foldName(linetype) !== foldName(shown[0].linetype)))
      return { refused: 'Placements of its symbol show it in several linetypes: no one factor suits them.' };
    own.push(growth);
  }
  if (allGrowths(context).every((one) => Math.abs(one / own[0] - 1) < SAME))
    return {
      operations: [
        {
          type: 'set drawing pattern factor',
          factor: rounded(facts.linetype(rows[0]).drawingFactor * own[0]),
        },
      ],
    };
  if (drawing.document.version < SUBCLASSES_FROM)
    return { refused: 'This version has one factor for all lines, and they want different ones.' };
  return {
    operations: [
      {
        type: 'set pattern factors',
        rows,
        factors: rows.map((row, i) => rounded(facts.linetype(row).objectFactor * own[i])),
      },
    ],
  };
}

/** By how much each pattern of a drawing has to grow where it is first seen: the factor of the drawing is that of all of them. */
function allGrowths(context: SettleContext): number[] {
  const { drawing, facts } = context;
  const all: number[] = [];
  for (let row = 0; row < drawing.objects.count; row++) {
    if (!LINE_KINDS.has(kindOf(drawing, row))) continue;
    const [first] = patternsOnPaper(facts, row);
    const growth = first && growthOf(context, first);
    if (growth) all.push(growth);
  }
  return all;
}

const rounded = (factor: number): number => Number(factor.toPrecision(10));
