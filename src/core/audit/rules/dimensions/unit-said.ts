import type { DimensionFact } from '../../../facts/annotations';
import { groupBy } from '../../context';
import type { Rule } from '../../rule';
import { words } from '../../value';
import { dimensions } from './shared';

const messages = {
  said: (count: number, unit: string, counted: string) =>
    `${dimensions(count)} ${count === 1 ? 'says' : 'say'} “${unit}” behind ${count === 1 ? 'its' : 'their'} value and ${count === 1 ? 'counts' : 'count'} ${counted}.`,
  unknown: 'units behind the values of dimensions: the drawing says no unit to hold them against',
};

/** mm in a unit, by the letters that stand for it. */
const MM: Readonly<Record<string, number | undefined>> = {
  mm: 1,
  cm: 10,
  dm: 100,
  m: 1000,
  km: 1_000_000,
  in: 25.4,
  '"': 25.4,
  '″': 25.4,
  ft: 304.8,
  "'": 304.8,
  '′': 304.8,
};

const NAMES: readonly (readonly [mm: number, name: string])[] = [
  [1, 'mm'],
  [10, 'cm'],
  [100, 'dm'],
  [1000, 'm'],
  [1_000_000, 'km'],
  [25.4, 'inches'],
  [304.8, 'feet'],
];

export const dimensionsUnitSaid: Rule = {
  meta: {
    id: 'dimensions/unit-said',
    title: 'Unit behind a value that it is not counted in',
    stage: 'looks',
    weight: 'must',
    correction: 'manual',
    what: 'The unit that stands behind the value of a dimension is the one that the value counts: suffix and factor agree.',
    why: '“3550 m” for 3.55 m is a thousand times too long, and both numbers are right by themselves.',
    source: 'Practice: suffix and factor of a dimension style agree',
  },

  visit(context) {
    const { drawing, facts } = context;
    const found: number[] = [];
    let unknown = false;
    return {
      on: {
        dimension(row) {
          const fact = facts.dimension(row);
          const said = unitOf(fact);
          if (said === null || fact.measured?.what === 'angle') return;
          if (drawing.containers[drawing.objects.container[row]].kind === 'sheet') return;
          if (drawing.unitMm === null) {
            unknown = true;
            return;
          }
          const counted = drawing.unitMm / (Math.abs(fact.values.factor) || 1);
          if (Math.abs(said / counted - 1) > 1e-6) found.push(row);
        },
      },
      *finish() {
        if (unknown) context.notChecked(messages.unknown);
        const keyOf = (row: number): string => {
          const { values, settings } = facts.dimension(row);
          return `${settings.styleName}|${values.suffix}|${values.factor}`;
        };
        for (const rows of groupBy(found, keyOf).values()) {
          const { values, settings } = facts.dimension(rows[0]);
          const counted = (drawing.unitMm ?? 1) / (Math.abs(values.factor) || 1);
          const name =
            NAMES.find(([mm]) => Math.abs(mm / counted - 1) < 1e-6)?.[1] ?? `units of ${counted} mm`;
          yield {
            message: messages.said(rows.length, values.suffix.trim(), name),
            expected: words(name),
            found: words(values.suffix.trim()),
            rows,
            subject: { kind: 'dimension', value: `${settings.styleName}: ${values.suffix}` },
            remedy: 'Suffix or factor is wrong: which of them, the sender knows.',
          };
        }
      },
    };
  },
};

/** mm in the unit that a style writes behind its values; null where it writes none. */
const unitOf = ({ values }: DimensionFact): number | null => MM[values.suffix.trim()] ?? null;
