import { z } from 'zod';
import type { ViewportFact } from '../../../facts/paper';
import { INCH_REDUCTIONS, METRIC_REDUCTIONS } from '../../../standard/scales';
import { type AuditContext, groupBy } from '../../context';
import type { Rule } from '../../rule';
import { choiceSetting } from '../../settings';
import { words } from '../../value';
import { UNITS_OPTION } from './shared';

const SERIES = ['any', 'metric', 'feet and inches', 'metric, feet and inches'] as const;
type Series = (typeof SERIES)[number];

const views = (count: number): string => (count === 1 ? '1 viewport' : `${count} viewports`);
/** "1:137.5", "2:1". */
const formatScale = (reduction: number): string =>
  reduction >= 1 ? `1:${Number(reduction.toPrecision(4))}` : `${Number((1 / reduction).toPrecision(4))}:1`;

const messages = {
  off: (count: number, sheet: string, at: string) =>
    `${views(count)} of sheet “${sheet}” ${count === 1 ? 'shows' : 'show'} the model at ${at}, which is no permitted scale.`,
  noUnit: (count: number) => `the scales of ${views(count)}: the drawing names no unit`,
};

const settings = z.strictObject({
  scales: choiceSetting('Permitted scales', SERIES, 'metric, feet and inches'),
});

/** Scales that differ by less are one. */
const SAME = 0.005;

export const unitsScale: Rule = {
  meta: {
    id: 'units/scale',
    title: 'Scale not permitted',
    stage: 'looks',
    weight: 'should',
    correction: 'choice',
    what: 'Sheets show the model at permitted scales.',
    why: 'At 1:137 nobody can measure; and where no view comes to a scale that people use, the unit of the model is mostly wrong.',
    // From memory.
    source:
      'ISO 5455: 1:1, 2, 5, 10, 20, 50 and so on; with them 1:25, 1:250, 1:1250, 1:2500 and the scales of feet and inches, by common practice',
    settings,
  },

  idle: (own) => (settings.parse(own).scales === 'any' ? 'the edition permits any scale' : null),

  *check(context) {
    const { scales } = settings.parse(context.settings);
    const { facts } = context;
    if (scales === 'any') return;
    const shown = facts.viewports.filter(({ row }) => !context.excepts(row));
    const unitMm = unitOf(context);
    if (unitMm === null) {
      if (shown.length > 0) context.notChecked(messages.noUnit(shown.length));
      return;
    }
    const off = shown.filter(({ mmPerUnit }) => !isPermitted(unitMm / mmPerUnit, scales));
    // Where every view is off, and would not be in another unit, it is the unit that is wrong.
    const unit = off.length === shown.length ? otherUnit(off, scales) : null;
    for (const group of groupBy(off, ({ sheet }) => sheet).values()) {
      const at = [...new Set(group.map(({ mmPerUnit }) => formatScale(unitMm / mmPerUnit)))];
      const said = at.length <= MOST_SAID ? at.join(' and ') : `${at.length} scales, such as ${at[0]}`;
      yield {
        message: messages.off(group.length, group[0].sheet, said),
        expected: words(unit === null ? 'a permitted scale' : `a permitted scale: in ${unit} they all are`),
        found: words(said),
        rows: group.map(({ row }) => row),
        subject: { kind: 'viewport', value: group[0].sheet },
        ...(unit === null
          ? {
              correction: 'manual' as const,
              remedy:
                'The view at a permitted scale shows more or less of the model: a person decides which.',
            }
          : { options: [UNITS_OPTION] }),
      };
    }
  },
};

/** Scales that are named before the rest is counted. */
const MOST_SAID = 3;

/** The unit that the model is drawn in, mm: as its labels say, or else as its header does. */
const unitOf = ({ drawing, facts }: AuditContext): number | null => facts.units.mmPerUnit ?? drawing.unitMm;

function isPermitted(reduction: number, series: Series): boolean {
  const permitted = [
    ...(series === 'feet and inches' ? [] : METRIC_REDUCTIONS),
    ...(series === 'metric' ? [] : INCH_REDUCTIONS),
  ];
  // Enlargements are the reductions the other way round.
  return permitted.some((one) => {
    const is = reduction >= 1 ? reduction : 1 / reduction;
    return Math.abs(is / one - 1) <= SAME;
  });
}

/** The one unit in which all views would be at a permitted reduction; null where there is none, or several. */
function otherUnit(off: readonly ViewportFact[], series: Series): string | null {
  const fitting = UNITS.filter(([, mm]) =>
    off.every(({ mmPerUnit }) => mm / mmPerUnit >= 1 && isPermitted(mm / mmPerUnit, series)),
  );
  return fitting.length === 1 ? fitting[0][0] : null;
}
const UNITS: readonly (readonly [string, number])[] = [
  ['mm', 1],
  ['cm', 10],
  ['m', 1000],
  ['inches', 25.4],
  ['feet', 304.8],
];
