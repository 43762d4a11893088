import { z } from 'zod';
import { fitting } from '../../../dimension/figure';
import { coveredBy } from '../../../dimension/terminators';
import { layerNameOf, rangeOf } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { overrideTags } from '../../../dxf/read/dimension-style';
import { identityOf } from '../../../facts/identity';
import type { StraightDimension } from '../../../facts/straight-dimension';
import { codesOf, readDimensionValues } from '../../../records/dimension-record';
import {
  type DimensionSetting,
  type DimensionValues,
  findDimensionStyle,
  taking,
} from '../../../standard/dimension-settings';
import { type AuditContext, groupBy } from '../../context';
import type { FindingDraft, Rule } from '../../rule';
import { numberSetting } from '../../settings';
import { words } from '../../value';
import { mm } from '../lettering/shared';
import { dimensions } from './shared';
import { stacksOf } from './stacks';

const messages = {
  mixed: (odd: number, count: number, found: string, most: string) =>
    `${odd} of ${dimensions(count)} in a row ${odd === 1 ? 'has' : 'have'} ${found}, the others ${most}.`,
  fitted: (count: number, layer: string) =>
    `The ends of ${dimensions(count)} on layer “${layer}” stand outside by settings of their own; the style fits them inside.`,
  out: (count: number, layer: string) =>
    `The ends of ${dimensions(count)} in rows on layer “${layer}” do not fit, and stand in the dimensions beside them.`,
  size: (count: number, style: string, size: string, height: string) =>
    `The ends of ${dimensions(count)} in “${style}” are ${size} long, beside figures of ${height}.`,
};

const settings = z.strictObject({
  least: numberSetting('Ends are at least this long', 'heights of the figures', 0.5, { max: 10 }),
  most: numberSetting('Ends are at most this long', 'heights of the figures', 1.5, { max: 10 }),
});
type Settings = z.infer<typeof settings>;

/** What a dimension has of its own that decides how it is fitted into its length. */
const FITTING: readonly DimensionSetting[] = [
  'whenShort',
  'textInside',
  'noOutsideTerminators',
  'lineBetween',
];

export const dimensionsTerminators: Rule = {
  meta: {
    id: 'dimensions/terminators',
    title: 'Ends of dimension lines that do not fit or differ',
    stage: 'looks',
    weight: 'note',
    correction: 'choice',
    ways: { 'as the others': 'given the ends that the others have' },
    what: 'Ends of one row are alike, fit between the extension lines, and are about as long as the figures are high.',
    why: 'Two kinds of ends in one row read as two kinds of dimensions; arrows that stand outside lie in the next one.',
    // ISO 129-1 for one kind of terminator on a drawing, from memory; the sizes are common practice.
    source: 'ISO 129-1: one kind of terminator on a drawing; practice: as long as the lettering is high',
    settings,
  },

  *check(context) {
    const own = settings.parse(context.settings);
    const rows = context.facts
      .rowsOfKind('dimension')
      .filter((row) => context.facts.look(row).shows && !context.excepts(row));
    yield* mixedRows(context);
    yield* outside(context, rows);
    yield* sizes(context, rows, own);
  },

  settle(context, finding, decision) {
    const rows = context.rowsOf(finding);
    if (decision === undefined) {
      const own = FITTING.filter((name) => rows.some((row) => ownSettings(context, row).has(name)));
      return { operations: [{ type: 'clear dimension settings', rows, settings: own }] };
    }
    const row = rowsInLine(context).find((one) => one.some(({ row: member }) => rows.includes(member)));
    const style = row && mostStyle(context, row);
    if (!style) return { refused: 'The dimensions no longer stand in one row.' };
    return { operations: [{ type: 'use dimension style', rows, style }] };
  },
};

const ownSettings = ({ drawing }: AuditContext, row: number): ReadonlySet<DimensionSetting> => {
  const codes = overrideTags(drawing.reader, rangeOf(drawing, row));
  const names: readonly DimensionSetting[] = [
    ...FITTING,
    'terminator1',
    'terminator2',
    'terminatorSizeMm',
    'tickMm',
  ];
  return new Set(names.filter((name) => codesOf(name).some((code) => codes.has(code))));
};

/** Dimensions that follow each other on one line. */
const rowsInLine = (context: AuditContext): (readonly StraightDimension[])[] =>
  stacksOf(context).stacks.flatMap(({ levels }) => levels.filter((level) => level.length >= 2));

/** The ends of a dimension, in words. */
const endsOf = ({ terminator1, terminator2, tickMm }: DimensionValues): string =>
  tickMm > 0 ? 'slash' : terminator1 === terminator2 ? terminator1 : `${terminator1} and ${terminator2}`;

const styleOf = ({ facts }: AuditContext, row: number): string => facts.dimension(row).settings.styleName;

/** The style that most of a row are in; of as many the first. */
function mostStyle(context: AuditContext, row: readonly StraightDimension[]): string {
  const by = groupBy(
    row.map((one) => one.row),
    (member) => foldName(styleOf(context, member)),
  );
  const [most] = [...by.values()].sort((a, b) => b.length - a.length);
  return styleOf(context, most[0]);
}

/** Rows whose dimensions are in several styles with different ends; ends of single ones are what another rule asks about. */
function* mixedRows(context: AuditContext): Generator<FindingDraft> {
  const { drawing, facts } = context;
  for (const row of rowsInLine(context)) {
    const members = row.map((one) => one.row);
    const style = mostStyle(context, row);
    const model = members.find((member) => foldName(styleOf(context, member)) === foldName(style));
    if (model === undefined) continue;
    const most = endsOf(facts.dimension(model).values);
    const odd = members.filter(
      (member) =>
        foldName(styleOf(context, member)) !== foldName(style) &&
        endsOf(facts.dimension(member).values) !== most,
    );
    // Where as many are in either, nobody can say which is meant.
    if (odd.length === 0) continue;
    const sure = 2 * odd.length < members.length;
    yield {
      message: messages.mixed(odd.length, members.length, endsOf(facts.dimension(odd[0]).values), most),
      expected: words(most),
      found: words(endsOf(facts.dimension(odd[0]).values)),
      rows: odd,
      subject: {
        layer: layerNameOf(drawing, odd[0]),
        kind: 'dimension',
        value: 'in a row',
        object: identityOf(drawing, odd[0]),
      },
      ...(sure
        ? {
            correction: 'choice' as const,
            options: [
              {
                id: 'as the others',
                label: `Put ${odd.length === 1 ? 'it' : 'them'} in ${style}`,
                needs: null,
                effect: 'drawing' as const,
              },
            ],
          }
        : {
            correction: 'manual' as const,
            remedy: 'As many have the one as the other: a person decides.',
          }),
    };
  }
}

/** Whether the ends of a dimension stand outside when it is fitted with values. */
function standsOut({ facts }: AuditContext, row: number, values: DimensionValues): boolean {
  const { measured, letters } = facts.dimension(row);
  const [seen] = facts.appearances(row);
  if (measured?.what !== 'length' || !seen || values.tickMm > 0) return false;
  // Strokes and dots stand on the line itself, wherever the line goes.
  if (coveredBy(values.terminator1) === 0 && coveredBy(values.terminator2) === 0) return false;
  const widths = letters.map((letter) => {
    const box = facts.text(letter)?.box;
    return box ? Math.hypot(box[2] - box[0], box[3] - box[1]) * seen.mmPerUnit : 0;
  });
  return fitting(values, Math.abs(measured.value) * seen.mmPerUnit, Math.max(0, ...widths)).terminatorsOut;
}

function* outside(context: AuditContext, rows: readonly number[]): Generator<FindingDraft> {
  const { drawing, facts, standard } = context;
  const fitted = rows.filter((row) => {
    const own = FITTING.filter((name) => ownSettings(context, row).has(name));
    if (own.length === 0) return false;
    const record = drawing.dimensionStyles.get(foldName(styleOf(context, row)));
    if (!record) return false;
    const { values } = facts.dimension(row);
    const style = readDimensionValues(drawing.reader, record.range, drawing.recordNames);
    const plain = taking(style, own, values);
    return standsOut(context, row, values) && !standsOut(context, row, plain);
  });
  for (const group of groupBy(fitted, (row) => foldName(layerNameOf(drawing, row))).values()) {
    const layer = layerNameOf(drawing, group[0]);
    yield {
      message: messages.fitted(group.length, layer),
      expected: words('fitted as the style does'),
      found: words('outside'),
      rows: group,
      correction: 'automatic',
      subject: { layer, kind: 'dimension', value: 'fitted' },
      remedy: 'Their settings for tight places are given back to the style.',
    };
  }
  const isFitted = new Set(fitted);
  const tight = new Set(
    rowsInLine(context)
      .flat()
      .map(({ row }) => row),
  );
  const out = rows.filter(
    (row) =>
      tight.has(row) &&
      !isFitted.has(row) &&
      standsOut(context, row, facts.dimension(row).values) &&
      // A style that leaves such ends out has none in the next one.
      !facts.dimension(row).values.noOutsideTerminators,
  );
  for (const group of groupBy(out, (row) => foldName(layerNameOf(drawing, row))).values()) {
    const layer = layerNameOf(drawing, group[0]);
    yield {
      message: messages.out(group.length, layer),
      expected: words('ends that fit'),
      found: words('outside'),
      rows: group,
      correction: 'manual',
      subject: { layer, kind: 'dimension', value: 'outside' },
      remedy:
        standard.dimensions.length > 0
          ? 'A style with slashes or small dots fits: which one, a person says.'
          : 'Slashes or small dots fit where arrows do not.',
    };
  }
}

/** Ends that are much shorter or longer than the figures, in styles that the standard does not have. */
function* sizes(context: AuditContext, rows: readonly number[], own: Settings): Generator<FindingDraft> {
  const { facts, standard } = context;
  const sizeOf = (row: number): number => {
    const { values } = facts.dimension(row);
    return values.tickMm > 0 ? 2 * values.tickMm : values.terminatorSizeMm;
  };
  const off = rows.filter((row) => {
    const { values } = facts.dimension(row);
    if (findDimensionStyle(standard.dimensions, styleOf(context, row)) || !(values.textHeightMm > 0))
      return false;
    if (values.tickMm === 0 && values.terminator1 === 'none' && values.terminator2 === 'none') return false;
    const ratio = sizeOf(row) / values.textHeightMm;
    return ratio < own.least - 1e-9 || ratio > own.most + 1e-9;
  });
  const groups = groupBy(off, (row) => {
    const { values } = facts.dimension(row);
    return `${foldName(styleOf(context, row))}|${(sizeOf(row) / values.textHeightMm).toFixed(3)}`;
  });
  for (const group of groups.values()) {
    const { values } = facts.dimension(group[0]);
    const size = sizeOf(group[0]);
    const [seen] = facts.appearances(group[0]);
    const onPaper = (length: number): string => {
      const { settings: set } = facts.dimension(group[0]);
      const scale = set.number('overallScale');
      return seen && scale > 0 ? mm(Number((length * scale * seen.mmPerUnit).toPrecision(3))) : `${length}`;
    };
    yield {
      message: messages.size(
        group.length,
        styleOf(context, group[0]),
        onPaper(size),
        onPaper(values.textHeightMm),
      ),
      expected: words(`${own.least} to ${own.most} heights of the figures`),
      found: words(`${Number((size / values.textHeightMm).toFixed(2))} heights`),
      rows: group,
      correction: 'manual',
      subject: { kind: 'dimension', value: `size in ${styleOf(context, group[0])}` },
      remedy: 'Comes right with the style, when that becomes one of the standard’s.',
    };
  }
}
