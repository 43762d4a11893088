import { degreesIn, judgeTyped, type Shown } from '../../../dimension/typed';
import { formatAngle, formatDimension, formatLength } from '../../../dimension/value';
import type { DimensionFact } from '../../../facts/annotations';
import type { AuditContext } from '../../context';

/** What a text says beside what is measured. */
export type Judged = 'words' | 'the same' | 'another' | 'what is seen';

/** The value as its style writes it. */
export function shownValue({ measured, values }: DimensionFact): string {
  if (!measured) return '';
  if (measured.what === 'angle') return formatAngle(values, measured.value);
  const sign = measured.what === 'radius' ? 'R' : measured.what === 'diameter' ? '⌀' : '';
  return formatDimension(formatLength(scaled(values), Math.abs(measured.value), sign));
}

/** A factor below 0 holds on sheets alone; what is shown has its size. */
const scaled = (values: DimensionFact['values']): DimensionFact['values'] => ({
  ...values,
  factor: Math.abs(values.factor) || 1,
});

/** Degrees in one of the units that angles are shown in. */
const DEGREES_IN: Readonly<Record<string, number | undefined>> = {
  degrees: 1,
  'degrees, minutes, seconds': 1,
  gons: 0.9,
  radians: 180 / Math.PI,
};

/**
 * What a typed text says beside the measure: on a sheet also what a viewport shows there, whatever that is on paper. Null
 * where it is not known.
 */
export function judged(context: AuditContext, fact: DimensionFact, said = fact.typed ?? ''): Judged | null {
  const { measured, values } = fact;
  if (!measured || !Number.isFinite(measured.value)) return null;
  if (measured.what === 'angle') {
    const turn = degreesIn(said);
    if (!turn) return 'words';
    const unit = said.includes('°') ? 1 : DEGREES_IN[values.angleFormat];
    // Bearings count from north, which way round is theirs to say.
    if (unit === undefined) return null;
    const step = Math.max(turn.step, 10 ** -values.angleDecimals) * unit;
    const off = Math.abs(turn.value * unit - measured.value);
    return Math.min(off, Math.abs(360 - off)) <= step / 2 + 1e-9 ? 'the same' : 'another';
  }
  const shown = shownBy(context, fact);
  const { says } = judgeTyped(said, shown);
  if (says !== 'another') return says;
  const seen = throughViewports(context, fact);
  return seen.length > 0 && judgeTyped(said, { ...shown, values: seen, mm: null }).says === 'the same'
    ? 'what is seen'
    : 'another';
}

/** Lengths in the model that a dimension on a sheet can be about: what it measures there, at the scale of each viewport. */
export function throughViewports(
  { drawing, facts }: AuditContext,
  { row, measured }: DimensionFact,
): number[] {
  const { kind, name } = drawing.containers[drawing.objects.container[row]];
  if (kind !== 'sheet') return [];
  return facts.viewports
    .filter(({ sheet }) => sheet === name)
    .map(({ mmPerUnit }) => Math.abs(measured?.value ?? 0) / mmPerUnit);
}

/** The figures that a dimension may show its length in. */
function shownBy({ drawing }: AuditContext, { row, measured, values }: DimensionFact): Shown {
  const length = Math.abs(measured?.value ?? 0);
  const factor = Math.abs(values.factor) || 1;
  const step = Math.max(values.rounding, values.lengthFormat === 'decimal' ? 10 ** -values.decimals : 0);
  const container = drawing.containers[drawing.objects.container[row]];
  const own = [length * factor, ...(values.second ? [length * factor * values.secondFactor] : [])];
  const mm = drawing.unitMm === null ? null : length * drawing.unitMm;
  if (container.kind === 'sheet') return { values: own, step, mm: null };
  return { values: mm === null ? own : [...own, mm / 1000], step, mm };
}
