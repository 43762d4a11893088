import { modelSheetsOf } from '../../drawing/sheets/model-sheets';
import { USUAL_SCALES, usualScale } from '../../drawing/sheets/paper-sizes';
import type { Drawing } from '../../dxf/drawing';
import { type LengthUnit, type StatedLength, UNIT_MM } from './lengths';
import { type LabelledLine, labelledLines } from './pairs';

/** A label beside a line, and whether it says what the line measures. */
export interface UnitPair {
  readonly text: string;
  readonly line: string;
  readonly edge?: number;
  /** Rows of the label and of the line. */
  readonly rows: readonly number[];
  /** What the label states, mm. */
  readonly mm: number;
  /** What the line measures, drawing units. */
  readonly length: number;
  readonly agrees: boolean;
}

/** The true size of what is drawn. */
export interface DrawingUnits {
  /** True size of one drawing unit, mm; null where it cannot be told. */
  readonly mmPerUnit: number | null;
  /** 0 to 1. */
  readonly sure: number;
  /** In words: "true size, in m", "at 1:600 in inches". */
  readonly drawnAs: string;
  /** Labels and their lines, for and against. */
  readonly pairs: readonly UnitPair[];
  /** True size of a unit as the header says it, mm; null where it says nothing. */
  readonly headerMm: number | null;
}

/** Pairs that are listed; all of them vote. */
const MOST_LISTED = 400;
/** Labels must agree with their lines to this share at the least, more where they are rounded more. */
const CLOSE = 0.004;
const LOOSE = 0.04;
/** A verdict needs this much more than the next factor. */
const SURE_ENOUGH = 0.62;

/** How likely a bare number is in each unit: whole thousands are mm, hundredths m or feet. */
const BARE = {
  thousands: { mm: 0.8, cm: 0.12, m: 0.12, in: 0.12, ft: 0.15 },
  whole: { mm: 0.45, cm: 0.25, m: 0.5, in: 0.3, ft: 0.5 },
  decimal: { mm: 0.1, cm: 0.12, m: 0.65, in: 0.15, ft: 0.5 },
} as const satisfies Readonly<Record<string, Readonly<Record<LengthUnit, number>>>>;

const isMetric = (unitMm: number): boolean => [1, 10, 100, 1000].includes(unitMm);

/** How much a bare number counts in a unit: one of the other system than the header's counts less. */
function bareWeight(
  { decimals, mm, bearing }: StatedLength,
  unit: LengthUnit,
  headerMm: number | null,
): number {
  const number = mm[0].value / UNIT_MM[mm[0].unit];
  const weight = BARE[decimals > 0 ? 'decimal' : number >= 1000 ? 'thousands' : 'whole'][unit];
  const other = headerMm !== null && isMetric(headerMm) !== isMetric(UNIT_MM[unit]);
  return weight * (other ? 0.5 : 1) * (bearing && (unit === 'ft' || unit === 'm') ? 1.3 : 1);
}

interface Vote {
  readonly label: number;
  readonly factor: number;
  readonly weight: number;
  readonly within: number;
  readonly pair: LabelledLine;
  readonly mm: number;
  readonly unit: LengthUnit;
}

const NAMES: Readonly<Record<LengthUnit, string>> = { mm: 'mm', cm: 'cm', m: 'm', in: 'inches', ft: 'feet' };
const UNITS = Object.keys(UNIT_MM) as LengthUnit[];
const BASE_UNITS = UNITS.map((unit) => UNIT_MM[unit]);

/**
 * True size of a drawing's units by the labels beside its lines: they vote for one factor, and what else is known weighs in.
 * @param withFramesAlone frames that state their scale speak where there are no labels too
 */
export function unitsOf(drawing: Drawing, withFramesAlone = false): DrawingUnits {
  const lines = labelledLines(drawing);
  const headerMm = drawing.unitMm;
  const votes = lines.flatMap((pair) => votesOf(pair, headerMm));
  const framed = votes.length > 0 || withFramesAlone ? framesOf(drawing) : [];
  const factors = candidates(votes, framed);
  const scored = factors
    .map((factor) => ({ factor, ...scoreOf(factor, votes, framed, headerMm) }))
    .sort((a, b) => b.score - a.score);
  const [best] = scored;
  const labels = new Set(votes.map(({ label }) => label)).size;
  if (!best) return { mmPerUnit: null, sure: 0, drawnAs: 'cannot be told', pairs: [], headerMm };
  const next = scored.find(({ factor }) => Math.abs(Math.log(factor / best.factor)) > 0.02);
  const ahead = best.score / (best.score + Math.max(0, next?.score ?? 0));
  const share = best.labels / Math.max(1, labels);
  const enough =
    best.labels >= 3 || (best.labels >= 1 && (best.known || best.labels === labels)) || framed.length > 0;
  const sure = enough ? Math.min(1, ahead * (0.55 + 0.45 * Math.min(1, share * 1.7))) : 0;
  const isTold = sure >= SURE_ENOUGH && best.named;
  return {
    mmPerUnit: isTold ? best.factor : null,
    sure: Math.round(sure * 100) / 100,
    drawnAs: isTold ? drawnAs(best.factor, headerMm) : 'cannot be told',
    pairs: listed(lines, votes, isTold ? best.factor : null),
    headerMm,
  };
}

/** Every factor that a pair can speak for: what the label states over what the line measures. */
function votesOf(pair: LabelledLine, headerMm: number | null): Vote[] {
  const { stated, length, label, dimension } = pair;
  const within = Math.min(LOOSE, CLOSE + stated.rounding);
  return stated.mm.map(({ value, unit }) => ({
    label,
    factor: value / length,
    weight: (dimension ? 1.2 : 1) * (stated.named ? 1 : bareWeight(stated, unit, headerMm)),
    within,
    pair,
    mm: value,
    unit,
  }));
}

/** Factors that frames speak for: mm of paper to a unit, times the scale that the sheet states. */
function framesOf(drawing: Drawing): number[] {
  return modelSheetsOf(drawing).flatMap(({ mmPerUnit, stated, sure }) =>
    stated?.sure && sure > 0.6 ? [mmPerUnit * stated.reduction] : [],
  );
}

/** Unit factors, alone and at the usual scales: what drawings are drawn in. */
const USUAL_FACTORS: readonly { readonly factor: number; readonly worth: number }[] = [
  ...BASE_UNITS.map((factor) => ({ factor, worth: 0.8 })),
  ...USUAL_SCALES.filter(({ reduction }) => reduction > 1).flatMap(({ reduction, system, rarity }) =>
    UNITS.filter((unit) => (unit === 'in' || unit === 'ft' ? system !== 'metric' : system !== 'inch'))
      .filter((unit) => unit !== 'ft' && unit !== 'm')
      .map((unit) => ({ factor: UNIT_MM[unit] * reduction, worth: Math.max(0.1, 0.5 - rarity * 0.2) })),
  ),
];

/** The usual factor that a factor is, or itself in steps of half a percent. */
function snapped(factor: number): number {
  let best: number | null = null;
  let off = 0.012;
  for (const usual of USUAL_FACTORS) {
    const own = Math.abs(Math.log(factor / usual.factor));
    if (own < off) [best, off] = [usual.factor, own];
  }
  return best ?? Number(Math.exp(Math.round(Math.log(factor) * 200) / 200).toPrecision(6));
}

/** Factors worth weighing: those about which votes gather, and those of frames. */
function candidates(votes: readonly Vote[], framed: readonly number[]): number[] {
  const sorted = votes.map(({ factor }) => factor).sort((a, b) => a - b);
  const found = new Set<number>(framed.map(snapped));
  const tally = new Map<number, number>();
  for (const factor of sorted) {
    const key = snapped(factor);
    tally.set(key, (tally.get(key) ?? 0) + 1);
  }
  for (const [factor] of [...tally].sort((a, b) => b[1] - a[1]).slice(0, 60)) found.add(factor);
  return [...found];
}

/** What speaks for a factor. Each label counts once, whichever of the lines beside it agrees. */
function scoreOf(
  factor: number,
  votes: readonly Vote[],
  framed: readonly number[],
  headerMm: number | null,
): { score: number; labels: number; known: boolean; named: boolean } {
  const agreeing = new Map<number, Vote>();
  for (const vote of votes)
    if (
      Math.abs(vote.factor / factor - 1) <= vote.within &&
      (agreeing.get(vote.label)?.weight ?? 0) < vote.weight
    )
      agreeing.set(vote.label, vote);
  const worth = USUAL_FACTORS.reduce(
    (most, usual) => (Math.abs(usual.factor / factor - 1) < 1e-3 ? Math.max(most, usual.worth) : most),
    0,
  );
  let score = 0;
  for (const { weight } of agreeing.values()) score += weight;
  const frames = framed.filter((one) => Math.abs(one / factor - 1) < 0.01).length;
  const isHeader = headerMm !== null && Math.abs(headerMm / factor - 1) < 1e-3;
  const hasNamed = [...agreeing.values()].some(({ pair }) => pair.stated.named);
  score *= 0.7 + 0.5 * worth;
  score += Math.min(3, frames) * 1.2;
  // The header is often wrong: it decides where labels leave it open, and outvotes none that name their unit.
  if (isHeader) score = score * (hasNamed ? 1.25 : 1.6) + 0.3;
  // A header that names the paper's unit speaks for a usual scale of it.
  // Numbers that are the lengths themselves say of no scale.
  const same = [...agreeing.values()].filter(
    ({ unit }) => Math.abs(UNIT_MM[unit] / factor - 1) < 0.01,
  ).length;
  const isScaled =
    headerMm !== null &&
    !isHeader &&
    same * 2 < agreeing.size &&
    isUsual(factor / headerMm, isMetric(headerMm));
  if (isScaled) score *= 1.2;
  return {
    score,
    labels: agreeing.size,
    known: isHeader || frames > 0,
    // Bare numbers alone do not say in which unit they are.
    named: hasNamed || isHeader || isScaled || frames > 0,
  };
}

/** Whether a reduction is a usual scale of a system. */
function isUsual(reduction: number, metric: boolean): boolean {
  const scale = reduction > 1.5 ? usualScale(reduction, 1e-3) : null;
  return scale !== null && scale.system !== (metric ? 'inch' : 'metric');
}

function listed(lines: readonly LabelledLine[], votes: readonly Vote[], factor: number | null): UnitPair[] {
  const byLabel = new Map<number, Vote>();
  const agrees = (vote: Vote): boolean =>
    factor !== null && Math.abs(vote.factor / factor - 1) <= vote.within;
  for (const vote of votes) {
    const known = byLabel.get(vote.label);
    if (!known || (agrees(vote) && !agrees(known))) byLabel.set(vote.label, vote);
  }
  const unit = factor === null ? null : [...byLabel.values()].find(agrees);
  return [...new Set(lines.map(({ label }) => label))].slice(0, MOST_LISTED).flatMap((label) => {
    const vote = byLabel.get(label);
    if (!vote) return [];
    const { pair } = vote;
    // What does not agree is shown in the unit that the others are in.
    const shown = agrees(vote) ? vote.mm : (sameUnit(pair, unit) ?? vote.mm);
    return [
      {
        text: pair.text,
        line: pair.line,
        ...(pair.edge === undefined ? {} : { edge: pair.edge }),
        rows: pair.rows,
        mm: shown,
        length: pair.length,
        agrees: agrees(vote),
      },
    ];
  });
}

/** What a label states in the unit that another one is in. */
function sameUnit(pair: LabelledLine, other: Vote | undefined | null): number | undefined {
  const unit = other?.pair.stated.mm.find(({ value }) => value === other.mm)?.unit;
  return pair.stated.mm.find((one) => one.unit === unit)?.value;
}

/** A factor in words: a unit at true size, or a scale and the unit of its paper. */
function drawnAs(factor: number, headerMm: number | null): string {
  const unit = UNITS.find((one) => Math.abs(UNIT_MM[one] / factor - 1) < 1e-3);
  if (unit) return `true size, in ${NAMES[unit]}`;
  const ways = USUAL_SCALES.flatMap(({ reduction, system, rarity }) =>
    (['mm', 'cm', 'in'] as const)
      .filter((one) => Math.abs((UNIT_MM[one] * reduction) / factor - 1) < 1e-3)
      .map((one) => ({
        words: `at 1:${reduction} in ${NAMES[one]}`,
        odd:
          rarity +
          (system === (one === 'in' ? 'metric' : 'inch') ? 2 : 0) +
          (UNIT_MM[one] === headerMm ? 0 : 0.5),
      })),
  ).sort((a, b) => a.odd - b.odd);
  return ways[0]?.words ?? `at ${Number(factor.toPrecision(6))} mm to the unit`;
}
