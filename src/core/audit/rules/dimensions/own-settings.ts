import { z } from 'zod';
import { rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { overrideTags } from '../../../dxf/read/dimension-style';
import { codesOf, readDimensionValues } from '../../../records/dimension-record';
import {
  DIMENSION_SETTINGS,
  type DimensionGroup,
  type DimensionSetting,
  formatSetting,
  formatSettings,
  SETTING_NAMES,
} from '../../../standard/dimension-settings';
import { type AuditContext, groupBy } from '../../context';
import type { Rule } from '../../rule';
import { switchSetting } from '../../settings';
import { words } from '../../value';
import { differences, dimensions, namesOf } from './shared';

const messages = {
  own: (count: number, style: string, what: string, all: boolean) =>
    `${dimensions(count)} in style “${style}” ${count === 1 ? 'sets' : 'set'} ${all ? 'a factor' : 'something'} of ${count === 1 ? 'its' : 'their'} own: ${what}.`,
};

const settings = z.strictObject({
  looks: switchSetting('Lines, ends, figures and sizes of their own are reported', true),
  numbers: switchSetting(
    'Numbers written otherwise are reported',
    true,
    'Format, places, zeros, words around the value.',
  ),
  beside: switchSetting(
    'Tolerances and second units of their own are reported',
    false,
    'Where tolerances are set on single dimensions, they are meant.',
  ),
  leftOut: switchSetting(
    'Lines left out on single dimensions are reported',
    false,
    'In chains one extension line is often left out where two would lie on each other.',
  ),
  fitting: switchSetting('Figures fitted by hand where space is short are reported', false),
});
type Settings = z.infer<typeof settings>;

/** Settings by which one line of a single dimension is left out. */
const LEFT_OUT: ReadonlySet<DimensionSetting> = new Set([
  'hideLine1',
  'hideLine2',
  'hideExtension1',
  'hideExtension2',
]);

/** The switch that a group of settings hangs on. */
const SWITCH: Readonly<Record<DimensionGroup, keyof Settings>> = {
  Lines: 'looks',
  Ends: 'looks',
  Figure: 'looks',
  Number: 'numbers',
  'Beside it': 'beside',
  Round: 'looks',
  'Tight places': 'fitting',
  Size: 'looks',
};

export const dimensionsOwnSettings: Rule = {
  meta: {
    id: 'dimensions/own-settings',
    title: 'Dimension with settings of its own',
    stage: 'looks',
    weight: 'should',
    correction: 'automatic',
    what: 'Dimensions and leaders look as their style has it; what may be set on a single one is in the settings of this rule.',
    why: 'A setting on a single dimension stays when the style changes, and nobody sees why this one looks otherwise.',
    source: 'Practice: looks come from the style; tolerances and left-out lines are approved exceptions',
    settings,
  },

  visit(context) {
    const reported = settings.parse(context.settings);
    const found = new Map<number, readonly DimensionSetting[]>();
    const factors: number[] = [];
    const look = (row: number): void => {
      const own = ownOf(context, row);
      if (own.length === 0) return;
      if (own.includes('factor')) factors.push(row);
      const told = own.filter(
        (name) =>
          name !== 'factor' &&
          reported[LEFT_OUT.has(name) ? 'leftOut' : SWITCH[DIMENSION_SETTINGS[name].group]],
      );
      if (told.length > 0) found.set(row, told);
    };
    return {
      on: { dimension: look, leader: look },
      *finish() {
        const { facts } = context;
        const styleOf = (row: number): string => facts.dimension(row).settings.styleName;
        // A factor makes a dimension say another length than its line has: each is looked at by a person.
        for (const rows of groupBy(
          factors,
          (row) => `${styleOf(row)} ${facts.dimension(row).values.factor}`,
        ).values()) {
          const { values } = facts.dimension(rows[0]);
          const style = styleValues(context, rows[0]);
          yield {
            message: messages.own(
              rows.length,
              styleOf(rows[0]),
              formatSetting('factor', values.factor),
              true,
            ),
            expected: words(formatSetting('factor', style.factor)),
            found: words(formatSetting('factor', values.factor)),
            rows,
            weight: 'must',
            correction: 'choice',
            subject: { kind: 'dimension', value: `${styleOf(rows[0])}: factor ${values.factor}` },
            options: [{ id: 'give back', label: 'Count as the style does', needs: null, effect: 'drawing' }],
          };
        }
        const keyOf = (row: number): string =>
          [
            foldName(styleOf(row)),
            ...found.get(row)!.map((name) => `${name} ${facts.dimension(row).values[name]}`),
          ].join('\n');
        for (const rows of groupBy(found.keys(), keyOf).values()) {
          const [row] = rows;
          const names = found.get(row)!;
          const { values } = facts.dimension(row);
          const style = styleValues(context, row);
          yield {
            message: messages.own(rows.length, styleOf(row), namesOf(names), false),
            expected: words(formatSettings(names, style)),
            found: words(formatSettings(names, values)),
            rows,
            subject: {
              kind: 'dimension',
              value: `${styleOf(row)}: ${names.map((name) => `${name} ${String(values[name])}`).join(', ')}`,
            },
            remedy: `${dimensions(rows.length)}: ${namesOf(names)} from the style again.`,
          };
        }
      },
    };
  },

  settle(context, finding) {
    const rows = context.rowsOf(finding);
    return {
      operations: [
        { type: 'clear dimension settings', rows, settings: namedIn(finding.subject.value ?? '') },
      ],
    };
  },
};

/** The settings that a finding names behind its style. */
const namedIn = (value: string): DimensionSetting[] =>
  SETTING_NAMES.filter((name) =>
    new RegExp(`[:,] ${name} `).test(value.slice(Math.max(0, value.lastIndexOf(': ')))),
  );

/** What the style of a dimension says, without what the dimension says itself. */
function styleValues({ drawing, facts }: AuditContext, row: number) {
  const record = drawing.dimensionStyles.get(foldName(facts.dimension(row).settings.styleName));
  return readDimensionValues(drawing.reader, record?.range ?? null, drawing.recordNames);
}

/** The settings that an object has of its own and that differ from its style's. */
function ownOf(context: AuditContext, row: number): DimensionSetting[] {
  const { drawing, facts } = context;
  const own = overrideTags(drawing.reader, rangeOf(drawing, row));
  if (own.size === 0) return [];
  const { values } = facts.dimension(row);
  const style = styleValues(context, row);
  const differing = differences(context, values, style);
  const factor = own.has(codesOf('factor')[0]) && values.factor !== style.factor;
  return [...differing, ...(factor ? (['factor'] as const) : [])].filter((name) =>
    codesOf(name).some((code) => own.has(code)),
  );
}
