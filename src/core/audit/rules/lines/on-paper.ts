import { hexOf, rgbOf } from '../../../dxf/colour';
import { kindOf, layerNameOf } from '../../../dxf/drawing';
import { SUBCLASSES_FROM } from '../../../dxf/edit/record-bodies';
import { foldName } from '../../../dxf/interner';
import { LINE_KINDS } from '../../../dxf/object-kinds';
import { LEAST_GAP_MM, type PatternOnPaper, patternsOnPaper } from '../../../facts/on-paper';
import { paperMmPerPatternUnit } from '../../../records/linetype-record';
import { findLinetype } from '../../../standard/standard';
import { type AuditContext, groupBy, isPlaced } from '../../context';
import type { FindingDraft, Rule, SettleContext, Settlement } from '../../rule';
import { words } from '../../value';

const lines = (count: number): string => (count === 1 ? '1 line' : `${count} lines`);
const mm = (length: number): string => `${Number(length.toPrecision(2))} mm`;

const messages = {
  closes: (count: number, linetype: string, layer: string, sheet: string, gap: string) =>
    `${lines(count)} of “${linetype}” on layer “${layer}” ${count === 1 ? 'reads' : 'read'} as solid on ${sheet}: the widest gap prints ${gap} wide.`,
  never: (count: number, linetype: string, layer: string, sheet: string, repeat: string) =>
    `${lines(count)} of “${linetype}” on layer “${layer}” ${count === 1 ? 'shows its' : 'show their'} pattern nowhere on ${sheet}: it repeats every ${repeat}.`,
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
    what: 'A line with a pattern shows it on every sheet: its gaps stay open, and it repeats along the line.',
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
          if (!LINE_KINDS.has(kindOf(drawing, row)) || !isPlaced(drawing, row)) return;
          if (!context.facts.isPatterned(row)) return;
          const found = patternsOnPaper(context.facts, row);
          if (found.length === 0 && isSeen(context, row)) unseen++;
          const fault = found.find((one) => isFault(context, row, one));
          if (fault) faults.push({ row, fault });
        },
      },
      *finish() {
        if (unseen > 0) context.notChecked(messages.unseen(unseen));
        const byRow = new Map(faults.map(({ row, fault }) => [row, fault]));
        const groups = groupBy(
          faults.map(({ row }) => row),
          (row) => {
            const { how, appearance, repeatMm } = byRow.get(row)!;
            const linetype = foldName(context.facts.linetype(row).linetype);
            return [
              foldName(layerNameOf(drawing, row)),
              linetype,
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
  const { linetype } = facts.linetype(row);
  const layer = layerNameOf(drawing, row);
  const sheet = `sheet “${fault.appearance.sheet}”`;
  const wanted = wantedOf(context, linetype);
  const { colour, widthMm } = facts.look(row);
  const look = { colour: hexOf(rgbOf(colour)), widthMm, prints: true };
  const closes = fault.how === 'closes up';
  return {
    message: closes
      ? messages.closes(
          rows.length,
          linetype,
          layer,
          sheet,
          mm(Math.max(...fault.elementsMm.map((one) => -one))),
        )
      : messages.never(rows.length, linetype, layer, sheet, mm(fault.repeatMm)),
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
function wantedOf({ standard, drawing }: AuditContext, linetype: string): readonly number[] | null {
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

/** Whether an object is seen at all: one on a layer that is off or frozen need not show its pattern. */
const isSeen = ({ drawing, facts }: AuditContext, row: number): boolean =>
  drawing.objects.invisible[row] !== 1 && facts.look(row).shows;

function isFault(context: AuditContext, row: number, { how, repeatMm }: PatternOnPaper): boolean {
  if (how !== 'never repeats') return how === 'closes up';
  const wanted = wantedOf(context, context.facts.linetype(row).linetype);
  return repeatMm > (wanted ? TOO_LARGE * repeatOf(wanted) : LONGEST_MM);
}

/** By how much the pattern of an object has to grow; null where the office says of no size, or no sheet shows it. */
function growthOf(context: AuditContext, row: number): number | null {
  const wanted = wantedOf(context, context.facts.linetype(row).linetype);
  const [first] = patternsOnPaper(context.facts, row);
  return wanted && first && first.repeatMm > 0 ? repeatOf(wanted) / first.repeatMm : null;
}

/** The factor of the drawing where all lines with patterns want the same one, else the factors of the objects. */
function settlementOf(context: SettleContext, rows: readonly number[]): Settlement {
  const { drawing, facts } = context;
  const own = rows.map((row) => growthOf(context, row));
  if (own.some((growth) => growth === null))
    return { refused: 'Neither the standard nor the drawing defines a length at which this pattern shows.' };
  for (const row of rows) {
    const scales = patternsOnPaper(facts, row).map(({ repeatMm }) => repeatMm);
    if (Math.max(...scales) > APART * Math.min(...scales))
      return {
        refused:
          'Sheets show it at scales too far apart for one factor: let patterns follow the paper, or set them by hand.',
      };
  }
  const all = patternedRows(context).flatMap((row) => growthOf(context, row) ?? []);
  const [growth] = own as number[];
  if (all.every((one) => Math.abs(one / growth - 1) < SAME))
    return {
      operations: [
        {
          type: 'set drawing pattern factor',
          factor: rounded(facts.linetype(rows[0]).drawingFactor * growth),
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
        factors: rows.map((row, i) => rounded(facts.linetype(row).objectFactor * (own[i] as number))),
      },
    ],
  };
}

const patternedRows = (context: SettleContext): number[] => {
  const { drawing } = context;
  const rows: number[] = [];
  for (let row = 0; row < drawing.objects.count; row++)
    if (LINE_KINDS.has(kindOf(drawing, row)) && isPlaced(drawing, row) && context.facts.isPatterned(row))
      rows.push(row);
  return rows;
};

const rounded = (factor: number): number => Number(factor.toPrecision(10));
