import { FACES } from '../../dxf/fonts';
import {
  DIMENSION_SETTINGS,
  type DimensionSetting,
  type DimensionSpec,
  type DimensionValues,
  formatSetting,
  SETTING_NAMES,
  type StandardDimensionStyle,
  TERMINATORS,
} from '../../standard/dimension-settings';
import {
  HEIGHTS_OF_STYLE,
  JUSTIFICATIONS,
  type StandardTextStyle,
  textStyleOf,
} from '../../standard/lettering';
import type { LineMeaning } from '../../standard/meanings';
import { type Column, columnsOf, formatNumber, partsOf, readNumber, readYes, type TableKind } from './column';

const style = columnsOf<StandardTextStyle>();

export const TEXT_STYLE_TABLE: TableKind<StandardTextStyle> = {
  key: 'text-styles',
  title: 'Text styles',
  one: 'text style',
  listOf: ({ lettering }) => lettering.styles,
  put: (standard, styles) => ({ ...standard, lettering: { ...standard.lettering, styles } }),
  blank: textStyleOf,
  columns: [
    style.text('name', 'Name', 'style', 'text style'),
    style.text('use', 'What it is for', 'use'),
    style.text('font', 'Font'),
    style.choice('face', FACES, 'Face'),
    style.number('heightMm', 'Height, mm', 'height'),
    style.choice('heights', HEIGHTS_OF_STYLE, 'Heights of its texts'),
    style.number('widthFactor', 'Width factor'),
    style.number('slantDeg', 'Slant, °', 'slant'),
    style.number('lineSpacing', 'Line spacing'),
    style.choice('justification', JUSTIFICATIONS, 'Justification', 'set'),
    style.text('notes', 'Notes'),
    style.text('clause', 'Clause'),
  ],
};

const meaning = columnsOf<LineMeaning>();

export const MEANING_TABLE: TableKind<LineMeaning> = {
  key: 'meanings',
  title: 'Meanings',
  one: 'meaning',
  listOf: ({ meanings }) => meanings,
  put: (standard, meanings) => ({ ...standard, meanings }),
  blank: (name) => ({ name, linetype: 'Continuous', role: '', words: [], clause: '', notes: '' }),
  columns: [
    meaning.text('name', 'Name', 'meaning'),
    meaning.text('linetype', 'Linetype'),
    meaning.text('role', 'Role of its pen', 'role'),
    {
      head: 'Words in names of layers',
      also: ['words'],
      format: ({ words }) => words.join(', '),
      read: (cell, now) => ({ ...now, words: partsOf(cell) }),
    },
    meaning.text('notes', 'Notes'),
    meaning.text('clause', 'Clause'),
  ],
};

/** A setting's value in a cell; what follows its base has an empty one. Text is quoted: blanks in it count. */
function formatCell(name: DimensionSetting, value: DimensionValues[DimensionSetting] | undefined): string {
  const spec: DimensionSpec = DIMENSION_SETTINGS[name];
  if (value === undefined) return '';
  if (spec.is === 'text') return `“${value}”`;
  if (typeof value === 'number' && spec.is !== 'colour') return formatNumber(value);
  return formatSetting(name, value);
}

/** What a cell says of a setting; undefined where it follows its base; a fault in words. */
function readCell(name: DimensionSetting, cell: string): { value: unknown } | string | undefined {
  const spec: DimensionSpec = DIMENSION_SETTINGS[name];
  const text = cell.trim();
  if (text === '') return undefined;
  const says = (words: string): boolean => text.toLowerCase() === words;
  switch (spec.is) {
    case 'yes': {
      const value = readYes(text);
      return typeof value === 'string' ? value : { value };
    }
    case 'text':
      return { value: /^“.*”$/s.test(text) || /^".*"$/s.test(text) ? text.slice(1, -1) : text };
    case 'linetype':
      return { value: says('as the dimension') ? '' : text };
    case 'style':
      return { value: says('the plain one') ? '' : text };
    case 'choice':
    case 'terminator': {
      const options: readonly string[] = spec.is === 'choice' ? spec.options : TERMINATORS;
      const value = options.find(
        (option) => says(option) || says(formatSetting(name, option as DimensionValues[DimensionSetting])),
      );
      return value === undefined ? `“${cell}” is none of ${options.join(', ')}` : { value };
    }
    default: {
      if ((spec.is === 'colour' || spec.is === 'pen') && says('as the dimension')) return { value: null };
      const value = readNumber(text);
      return typeof value === 'string' ? value : { value };
    }
  }
}

const unitOf = (spec: DimensionSpec): string =>
  spec.is === 'mm' || spec.is === 'pen'
    ? ', mm'
    : spec.is === 'number' && spec.unit !== ''
      ? `, ${spec.unit}`
      : '';

const settingColumn = (name: DimensionSetting): Column<StandardDimensionStyle> => {
  const spec: DimensionSpec = DIMENSION_SETTINGS[name];
  return {
    head: `${spec.group}: ${spec.label}${unitOf(spec)}`,
    also: [`${spec.group}: ${spec.label}`.toLowerCase()],
    format: ({ settings }) => formatCell(name, settings[name]),
    read: (cell, now) => {
      const read = readCell(name, cell);
      if (typeof read === 'string') return read;
      const { [name]: _, ...rest } = now.settings;
      return { ...now, settings: read === undefined ? rest : { ...rest, [name]: read.value } };
    },
  };
};

const dimension = columnsOf<StandardDimensionStyle>();

export const DIMENSION_STYLE_TABLE: TableKind<StandardDimensionStyle> = {
  key: 'dimension-styles',
  title: 'Dimension styles',
  one: 'dimension style',
  listOf: ({ dimensions }) => dimensions,
  put: (standard, dimensions) => ({ ...standard, dimensions }),
  blank: (name) => ({ name, use: '', base: null, settings: {}, clause: '', notes: '' }),
  columns: [
    dimension.text('name', 'Name', 'style', 'dimension style'),
    dimension.text('use', 'Use'),
    {
      head: 'Builds on',
      also: ['base'],
      format: ({ base }) => base ?? '',
      read: (cell, now) => ({ ...now, base: cell.trim() || null }),
    },
    ...SETTING_NAMES.map(settingColumn),
    dimension.text('notes', 'Notes'),
    dimension.text('clause', 'Clause'),
  ],
};
