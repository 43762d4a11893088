import { z } from 'zod';
import { numbersIn, type WrittenNumber } from '../../../dimension/typed';
import { layerNameOf, rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import type { DimensionFact } from '../../../facts/annotations';
import { identityOf } from '../../../facts/identity';
import { oneLine } from '../../../one-line';
import { type AuditContext, groupBy } from '../../context';
import type { Option } from '../../finding';
import type { DimensionWords } from '../../operation';
import { isJogged, whyNotRedrawn } from '../../redrawing';
import type { FindingDraft, Rule } from '../../rule';
import { switchSetting } from '../../settings';
import { words } from '../../value';
import { dimensions } from './shared';
import { judged, shownValue, throughViewports } from './shown';

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

/** The line is drawn shorter than what it stands for, on purpose: it has to say so. */
const JOG: Option = {
  id: 'jog',
  label: 'It is drawn shorter: jog its line',
  needs: null,
  effect: 'drawing',
};
/** A number that is larger than the measure by less than this share is no foreshortened line. */
const FORESHORTENED = 1.1;

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
          // A line with a jog says itself that it is drawn shorter than it is.
          if (fact.typed === null || isJogged(context, row)) return;
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
    if (decision?.option === JOG.id) {
      const why = whyNotRedrawn(context, rows[0]);
      return why === null
        ? { operations: [{ type: 'jog dimensions', rows }] }
        : { refused: `It is not drawn anew: ${why}.` };
    }
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
  const [number] = fact.measured?.what === 'length' ? numbersIn(fact.typed ?? '') : [];
  const drawn = Math.abs(fact.measured?.value ?? 0) * (Math.abs(fact.values.factor) || 1);
  const perUnit = number?.unitMm && drawing.unitMm ? number.unitMm / drawing.unitMm : 1;
  const mayBeShorter =
    number !== undefined &&
    facts.straight(row) !== null &&
    number.readings.every(({ value }) => value * perUnit > FORESHORTENED * drawn);
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
      ? { remedy: `It will say “${after}”.`, ...(mayBeShorter ? { options: [JOG] } : {}) }
      : { correction: 'choice' as const, options: mayBeShorter ? [RESTORE, JOG] : [RESTORE] }),
  };
}

const rawOf = ({ drawing }: AuditContext, row: number): string =>
  drawing.reader.findText(rangeOf(drawing, row), 1);

const short = (text: string): string =>
  text.length > MOST_LETTERS ? `${text.slice(0, MOST_LETTERS)} …` : text;

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
