import { foldName } from '../dxf/interner';
import {
  type DimensionValues,
  dimensionValues,
  formatName,
  formatSetting,
  SETTING_NAMES,
  type StandardDimensionStyle,
} from './dimension-settings';
import { SHEETS } from './lettering';
import { NAMED_THINGS, type NamedThing, type NamingField } from './naming';
import { PLAIN_RULE, type RuleSetting } from './rule-settings';
import {
  FIELD,
  FILL,
  LAYER,
  LINE_SYMBOL,
  LINETYPE,
  list,
  MEANING,
  mm,
  PARALLEL_SET,
  type Settings,
  STYLE,
  SYMBOL,
  words,
} from './settings-in-words';
import type { Standard } from './standard';

/** One setting that is not the same in two standards, or a definition that only one of them has. */
export interface Difference {
  /** Kind of definition: "Layer", "Linetype", "Pens" … */
  readonly kind: string;
  /** Its name; empty where a standard has only one. */
  readonly name: string;
  /** The setting; empty where the whole definition is new or gone. */
  readonly setting: string;
  /** What it was, in words; null where it was not there. */
  readonly before: string | null;
  /** What it is, in words; null where it is no longer there. */
  readonly after: string | null;
}

/**
 * Every setting in which two standards differ, in the order of the standard. Definitions are paired by name, whatever
 * its case; a renamed one is one that went and one that came. The names of the editions themselves are not compared.
 */
export function differences(before: Standard, after: Standard): Difference[] {
  return [
    ...settings('Standard', '', [['name', ({ name }: Standard) => name]], before, after),
    ...settings(
      'Pens',
      '',
      [
        ['permitted widths', ({ pens }: Standard) => list(pens.seriesMm.map(mm))],
        ['default width', ({ pens }: Standard) => mm(pens.defaultMm)],
        [
          'widths by colour',
          ({ pens }: Standard) =>
            list(pens.byColour.map(({ number, widthMm }) => `${number}: ${mm(widthMm)}`)),
        ],
        [
          'order of roles',
          ({ pens }: Standard) =>
            list(
              pens.order.map(({ heavier, lighter, ratio }) => `${heavier} ${ratio} times ${lighter} or more`),
            ),
        ],
      ],
      before,
      after,
    ),
    ...named(
      'Pen role',
      [
        ['name', ({ name }) => name],
        ['width', ({ widthMm }) => mm(widthMm)],
      ],
      before.pens.roles.map(({ role, widthMm }) => ({ name: role, widthMm })),
      after.pens.roles.map(({ role, widthMm }) => ({ name: role, widthMm })),
    ),
    ...NAMED_THINGS.flatMap((thing) => naming(thing, before, after)),
    ...settings(
      'Lettering',
      '',
      [
        ['permitted heights', ({ lettering }: Standard) => list(lettering.heightsMm.map(mm))],
        ...SHEETS.map(
          (sheet) =>
            [`smallest on ${sheet}`, ({ lettering }: Standard) => mm(lettering.smallestMm[sheet])] as const,
        ),
      ],
      before,
      after,
    ),
    ...named('Text style', STYLE, before.lettering.styles, after.lettering.styles),
    ...dimensions(before, after),
    ...named('Fill', FILL, before.fills, after.fills),
    ...named('Parallel-line set', PARALLEL_SET, before.parallels, after.parallels),
    ...named('Symbol', SYMBOL, before.symbols, after.symbols),
    ...named('Line mark', LINE_SYMBOL, before.lineMarks, after.lineMarks),
    ...named('Meaning', MEANING, before.meanings, after.meanings),
    ...settings(
      'Working content',
      '',
      [
        ['layers', ({ working }: Standard) => list(working.layers)],
        ['linetypes', ({ working }: Standard) => list(working.linetypes)],
        ['text styles', ({ working }: Standard) => list(working.textStyles)],
        ['words', ({ working }: Standard) => list(working.words)],
      ],
      before,
      after,
    ),
    ...rules(before, after),
    ...named('Linetype', LINETYPE, before.linetypes, after.linetypes),
    ...named('Layer', LAYER, before.layers, after.layers),
  ];
}

/** "Layer A-WALL: width 0.35 mm → 0.5 mm", "Layer A-ROOF is new". */
export function formatDifference({ kind, name, setting, before, after }: Difference): string {
  const what = name === '' ? kind : `${kind} ${name}`;
  if (before === null) return setting === '' ? `${what} is new` : `${what}: ${setting} is new, ${after}`;
  if (after === null)
    return setting === '' ? `${what} is gone` : `${what}: ${setting} is gone, was ${before}`;
  return `${what}: ${setting} ${before} → ${after}`;
}

function settings<T>(kind: string, name: string, of: Settings<T>, before: T, after: T): Difference[] {
  return of.flatMap(([setting, format]) => {
    const was = format(before);
    const is = format(after);
    return was === is ? [] : [{ kind, name, setting, before: was, after: is }];
  });
}

/** What nearly every definition is: not worth a word where a whole one is said. */
const PLAIN = new Set([
  'sized: on paper',
  'stops short of its ends by: 0 mm',
  'only whole repeats: yes',
  'prints: yes',
  'in every drawing: no',
  'heights of its texts: its own',
  'width factor: 1',
  'slant: 0°',
  'justification: left',
  'angle of the gradient: 0°',
  'second colour: white',
]);

function named<T extends { readonly name: string }>(
  kind: string,
  of: Settings<T>,
  before: readonly T[],
  after: readonly T[],
): Difference[] {
  // What a whole definition says; what it leaves open is not worth a word.
  const sum = (one: T): string =>
    of
      .slice(1)
      .map(([setting, format]) => [setting, format(one)] as const)
      .filter(([setting, words]) => words !== 'none' && words !== 'any' && !PLAIN.has(`${setting}: ${words}`))
      .map(([setting, words]) => (words.startsWith(setting) ? words : `${setting}: ${words}`))
      .join('; ');
  return paired(before, after, (one) => foldName(one.name)).flatMap(([was, is]) => {
    if (was && is) return settings(kind, is.name, of, was, is);
    if (was) return [{ kind, name: was.name, setting: '', before: sum(was), after: null }];
    return is ? [{ kind, name: is.name, setting: '', before: null, after: sum(is) }] : [];
  });
}

type WholeStyle = StandardDimensionStyle & { readonly values: DimensionValues };

const DIMENSION: Settings<WholeStyle> = [
  ['name', ({ name }) => name],
  ['use', ({ use }) => words(use)],
  ['builds on', ({ base }) => base ?? 'none'],
  ...SETTING_NAMES.map(
    (setting) =>
      [formatName(setting), ({ values }: WholeStyle) => formatSetting(setting, values[setting])] as const,
  ),
  ['clause', ({ clause }) => words(clause)],
  ['notes', ({ notes }) => words(notes)],
];

const whole = ({ dimensions: styles }: Standard): WholeStyle[] =>
  styles.map((style) => ({ ...style, values: dimensionValues(styles, style) }));

type Two = (standard: Standard, one: string, other: string) => Difference[];

/** Compares two of a list by their names; the names themselves are not compared. */
const two =
  <T extends { readonly name: string }>(
    kind: string,
    of: Settings<T>,
    list: (standard: Standard) => readonly T[],
  ): Two =>
  (standard, one, other) => {
    const find = (name: string) => list(standard).find((each) => foldName(each.name) === foldName(name));
    const [a, b] = [find(one), find(other)];
    return a && b ? settings(kind, '', of.slice(1), a, b) : [];
  };

const COMPARED = {
  layer: two('Layer', LAYER, ({ layers }) => layers),
  linetype: two('Linetype', LINETYPE, ({ linetypes }) => linetypes),
  'text style': two('Text style', STYLE, ({ lettering }) => lettering.styles),
  'dimension style': two('Dimension style', DIMENSION, whole),
  fill: two('Fill', FILL, ({ fills }) => fills),
  'parallel-line set': two('Parallel-line set', PARALLEL_SET, ({ parallels }) => parallels),
  symbol: two('Symbol', SYMBOL, ({ symbols }) => symbols),
  meaning: two('Meaning', MEANING, ({ meanings }) => meanings),
} as const satisfies Readonly<Record<string, Two>>;

/** Kinds of definition of which two can be compared. */
export type ComparableKind = keyof typeof COMPARED;

/** Every setting in which two definitions of a kind differ, their names apart. Unknown names give none. */
export const compareTwo = (
  standard: Standard,
  kind: ComparableKind,
  one: string,
  other: string,
): Difference[] => COMPARED[kind](standard, one, other);

/** A dimension style is what all its settings are: those it takes from its base differ with the base. */
function dimensions(before: Standard, after: Standard): Difference[] {
  return named('Dimension style', DIMENSION, whole(before), whole(after)).map((one) =>
    // What a whole style says is too long to be read: its own settings are enough.
    one.setting === ''
      ? {
          ...one,
          before: one.before && formatStyle(before, one.name),
          after: one.after && formatStyle(after, one.name),
        }
      : one,
  );
}

function formatStyle({ dimensions: styles }: Standard, name: string): string {
  const style = styles.find((one) => one.name === name);
  if (!style) return '';
  const own = SETTING_NAMES.filter((setting) => style.settings[setting] !== undefined);
  return [
    style.base === null ? '' : `builds on ${style.base}`,
    ...own.map((setting) => `${formatName(setting)} ${formatSetting(setting, style.settings[setting]!)}`),
  ]
    .filter((part) => part !== '')
    .join('; ');
}

function rules(before: Standard, after: Standard): Difference[] {
  const RULE: Settings<RuleSetting> = [
    ['is', ({ on }) => (on ? 'on' : 'off')],
    ['weight', ({ gravity }) => gravity ?? 'the rule’s own'],
    ['leaves alone', ({ exceptLayers }) => list(exceptLayers)],
    ['leaves symbols alone', ({ exceptSymbols }) => list(exceptSymbols)],
    ['leaves names alone', ({ exceptNames }) => list(exceptNames)],
    ['leaves objects alone', ({ exceptObjects }) => list(exceptObjects)],
    ['disciplines', ({ onlyDisciplines }) => (onlyDisciplines.length > 0 ? list(onlyDisciplines) : 'all')],
    ['settled by', ({ settledBy }) => settledBy ?? 'a person'],
    ['tolerance', ({ tolerance }) => (tolerance === null ? 'the rule’s own' : `${tolerance}`)],
    ['settings', ({ settings: own }) => list(Object.entries(own).map(([name, value]) => `${name} ${value}`))],
  ];
  return [...new Set([...Object.keys(before.rules), ...Object.keys(after.rules)])].flatMap((id) =>
    settings('Rule', id, RULE, before.rules[id] ?? PLAIN_RULE, after.rules[id] ?? PLAIN_RULE),
  );
}

function naming(thing: NamedThing, before: Standard, after: Standard): Difference[] {
  const was = before.naming[thing];
  const is = after.naming[thing];
  const kind = thing === 'layers' ? 'Naming field' : `Naming field of ${thing}`;
  const order = (fields: readonly NamingField[]): string => list(fields.map(({ name }) => name));
  if (!was || !is) {
    if (was === is) return [];
    const scheme = was ?? is!;
    const said = `${scheme.name}: ${order(scheme.fields)}`;
    return [{ kind: 'Naming', name: thing, setting: '', before: was ? said : null, after: is ? said : null }];
  }
  return [
    ...settings(
      'Naming',
      thing,
      [
        ['scheme', ({ name }) => name],
        ['order of the fields', ({ fields }) => order(fields)],
      ],
      was,
      is,
    ),
    ...named(kind, FIELD, was.fields, is.fields),
    ...paired(was.fields, is.fields, (field) => foldName(field.name)).flatMap(([old, field]) =>
      old && field
        ? paired(old.codes, field.codes, ({ code }) => code).flatMap(([had, has]): Difference[] =>
            had?.meaning === has?.meaning && had && has
              ? []
              : [
                  {
                    kind,
                    name: field.name,
                    setting: `code ${(has ?? had)!.code}`,
                    before: had ? words(had.meaning) : null,
                    after: has ? words(has.meaning) : null,
                  },
                ],
          )
        : [],
    ),
  ];
}

/**
 * Pairs of the entries with the same key, in the order of the new list, what went at the end. The second entry with a
 * key is paired with the second.
 */
function paired<T>(
  before: readonly T[],
  after: readonly T[],
  keyOf: (entry: T) => string,
): (readonly [T | null, T | null])[] {
  const waiting = new Map<string, T[]>();
  for (const entry of before) {
    const same = waiting.get(keyOf(entry));
    if (same) same.push(entry);
    else waiting.set(keyOf(entry), [entry]);
  }
  const pairs = after.map((entry) => [waiting.get(keyOf(entry))?.shift() ?? null, entry] as const);
  return [...pairs, ...[...waiting.values()].flat().map((entry) => [entry, null] as const)];
}
