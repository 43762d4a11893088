import { z } from 'zod';
import { degreesIn, judgeTyped, numbersIn, type Shown, type WrittenNumber } from '../../../dimension/typed';
import { formatAngle, formatDimension, formatLength } from '../../../dimension/value';
import { layerNameOf, rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { DimensionFact } from '../../../facts/annotations';
import { identityOf } from '../../../facts/identity';
import { oneLine } from '../../../one-line';
import { type AuditContext, groupBy } from '../../context';
import type { Option } from '../../finding';
import type { DimensionWords } from '../../operation';
import type { FindingDraft, Rule } from '../../rule';
import { switchSetting } from '../../settings';
import { words } from '../../value';

const dimensions = (count: number): string => (count === 1 ? '1 dimension' : `${count} dimensions`);

const messages = {
  lies: (said: string, measured: string) => `The dimension says “${said}” and measures ${measured}.`,
  same: (count: number, layer: string) =>
    `${dimensions(count)} on layer “${layer}” ${count === 1 ? 'says its' : 'say their'} value as typed text.`,
  words: (count: number, said: string, layer: string) =>
    `${dimensions(count)} on layer “${layer}” ${count === 1 ? 'says' : 'say'} “${said}” in place of ${count === 1 ? 'its' : 'their'} value.`,
  unmeasured: (count: number) =>
    `${dimensions(count)} with typed text that cannot be measured: points are missing, or the kind is not known`,
};

const settings = z.strictObject({
  words: switchSetting(
    'Words in place of the value are reported too',
    true,
    'For example “VARIES”: the drawing says no length there.',
  ),
});

/** Words that are shown of a text. */
const MOST_LETTERS = 60;

const RESTORE: Option = {
  id: 'restore',
  label: 'Show the measured value',
  needs: null,
  effect: 'drawing',
};

export const dimensionsTypedOver: Rule = {
  meta: {
    id: 'dimensions/typed-over',
    title: 'Value of a dimension typed over',
    stage: 'looks',
    weight: 'must',
    correction: 'automatic',
    what: 'A dimension says what it measures: no number is typed in place of its value.',
    why: 'The number on the drawing is not the length of the line, and whoever builds from it builds wrong.',
    source: 'Practice: a dimension shows its measure; text beside the value is kept',
    settings,
  },

  visit(context) {
    const { drawing, facts } = context;
    const wordsToo = settings.parse(context.settings).words;
    const lies: number[] = [];
    const same: number[] = [];
    const worded: number[] = [];
    let unmeasured = 0;
    return {
      on: {
        dimension(row) {
          const raw = rawOf(context, row);
          // Most dimensions show their value: they are not looked at further.
          if (raw === '' || raw.includes('<>')) return;
          const fact = facts.dimension(row);
          if (fact.typed === null) return;
          const says = judged(context, fact);
          if (says === null) unmeasured++;
          else if (says === 'what is seen') return;
          else if (says === 'another') lies.push(row);
          else if (says === 'the same') same.push(row);
          else if (wordsToo) worded.push(row);
        },
      },
      *finish() {
        if (unmeasured > 0) context.notChecked(messages.unmeasured(unmeasured));
        for (const row of lies) yield liar(context, row);
        for (const rows of groupBy(same, (row) => foldName(layerNameOf(drawing, row))).values()) {
          const layer = layerNameOf(drawing, rows[0]);
          yield {
            message: messages.same(rows.length, layer),
            expected: words('the measured value'),
            found: words(short(facts.dimension(rows[0]).typed ?? '')),
            rows,
            weight: 'should',
            subject: { layer, kind: 'dimension', value: 'says the same' },
            remedy: `${dimensions(rows.length)}: the measured value is shown.`,
          };
        }
        const byWords = groupBy(
          worded,
          (row) => `${foldName(layerNameOf(drawing, row))}\n${oneLine(facts.dimension(row).typed ?? '')}`,
        );
        for (const rows of byWords.values()) {
          const layer = layerNameOf(drawing, rows[0]);
          const said = short(oneLine(facts.dimension(rows[0]).typed ?? '')) || ' ';
          yield {
            message: messages.words(rows.length, said, layer),
            expected: words('a value'),
            found: words(said),
            rows,
            weight: 'note',
            correction: 'choice',
            subject: { layer, kind: 'dimension', value: said },
            options: [RESTORE],
          };
        }
      },
    };
  },

  settle(context, finding, decision) {
    const rows = context.rowsOf(finding);
    const alone = decision?.option === 'restore';
    return {
      operations: [
        {
          type: 'set dimension texts',
          rows,
          texts: rows.map((row) => restored(context, context.facts.dimension(row), alone)),
        },
      ],
    };
  },
};

/** A dimension that says another length than it measures: one finding each, whatever it says. */
function liar(context: AuditContext, row: number): FindingDraft {
  const { drawing, facts } = context;
  const fact = facts.dimension(row);
  const said = short(oneLine(fact.typed ?? ''));
  const shown = shownValue(fact);
  // Where several numbers stand, nobody can say which of them was to be the value.
  // On a sheet the value can be meant for what a viewport shows, which the dimension itself does not measure.
  const isPlain =
    (fact.measured?.what === 'angle' || numbersIn(fact.typed ?? '').length === 1) &&
    throughViewports(context, fact).length === 0;
  const after = restored(context, fact, !isPlain).shown;
  return {
    message: messages.lies(said, shown),
    expected: words(shown),
    found: words(said),
    rows: [row],
    subject: {
      layer: layerNameOf(drawing, row),
      kind: 'dimension',
      object: identityOf(drawing, row),
    },
    ...(isPlain
      ? { remedy: `It will say “${after}”.` }
      : { correction: 'choice' as const, options: [RESTORE] }),
  };
}

const rawOf = ({ drawing }: AuditContext, row: number): string =>
  drawing.reader.findText(rangeOf(drawing, row), 1);

const short = (text: string): string =>
  text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS)} …` : text;

/** The value as its style writes it. */
function shownValue({ measured, values }: DimensionFact): string {
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

/**
 * What a typed text says beside the measure: on a sheet also what a viewport shows there, whatever that is on paper. Null
 * where it is not known.
 */
function judged(
  context: AuditContext,
  fact: DimensionFact,
): 'words' | 'the same' | 'another' | 'what is seen' | null {
  const { measured, typed, values } = fact;
  if (!measured || !Number.isFinite(measured.value)) return null;
  if (measured.what === 'angle') {
    const said = degreesIn(typed ?? '');
    if (!said) return 'words';
    const step = Math.max(said.step, 10 ** -values.angleDecimals);
    const off = Math.abs(said.value - measured.value);
    return Math.min(off, Math.abs(360 - off)) <= step / 2 + 1e-9 ? 'the same' : 'another';
  }
  const shown = shownBy(context, fact);
  const { says } = judgeTyped(typed ?? '', shown);
  if (says !== 'another') return says;
  const seen = throughViewports(context, fact);
  return seen.length > 0 && judgeTyped(typed ?? '', { ...shown, values: seen, mm: null }).says === 'the same'
    ? 'what is seen'
    : 'another';
}

/** Lengths in the model that a dimension on a sheet can be about: what it measures there, at the scale of each viewport. */
function throughViewports({ drawing, facts }: AuditContext, { row, measured }: DimensionFact): number[] {
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

/**
 * What a dimension is to say when its value shows again: words around the number are kept.
 * @param alone the value without anything around it
 */
function restored({ facts }: AuditContext, fact: DimensionFact, alone: boolean): DimensionWords {
  const value = shownValue(fact);
  const typed = oneLine(fact.typed ?? '');
  const [number] = fact.measured?.what === 'angle' ? [] : numbersIn(typed);
  if (alone || !number) return { typed: '', shown: value };
  const [before, after] = around(typed, number, facts.dimension(fact.row).values);
  return before.trim() === '' && after.trim() === ''
    ? { typed: '', shown: value }
    : { typed: `${before}<>${after}`, shown: `${before}${value}${after}` };
}

/** What stands before and behind a number: its unit and the style's own affixes belong to it. */
function around(
  text: string,
  { start, end }: WrittenNumber,
  { prefix, suffix }: DimensionFact['values'],
): readonly [string, string] {
  let before = text.slice(0, start);
  let after = text.slice(end);
  for (const own of [prefix.trim(), 'R', '⌀', 'Ø', 'ø'])
    if (own !== '' && before.trimEnd().endsWith(own)) {
      before = before.trimEnd().slice(0, -own.length);
      break;
    }
  const behind = suffix.trim();
  if (behind !== '' && after.trimStart().startsWith(behind)) after = after.trimStart().slice(behind.length);
  else after = after.replace(/^\s*(?:mm|cm|km|m|in|ft|"|″|'|′)(?![a-z])/i, '');
  return [before, after];
}
