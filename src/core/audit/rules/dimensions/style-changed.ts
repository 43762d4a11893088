import { foldName } from '../../../dxf/interner';
import type { DimensionStyleFact } from '../../../facts/dimension-styles';
import { readDimensionValues } from '../../../records/dimension-record';
import {
  DIMENSION_SETTINGS,
  type DimensionSetting,
  type DimensionValues,
  dimensionValues,
  findDimensionStyle,
  type StandardDimensionStyle,
  sizesTimes,
} from '../../../standard/dimension-settings';
import { type AuditContext, clauseOf } from '../../context';
import type { FindingDraft, Rule } from '../../rule';
import { words } from '../../value';
import { differences, dimensions, namesOf, valuesOf } from './shared';

const messages = {
  changed: (name: string, what: string) =>
    `Dimension style “${name}” is not as the standard has it: ${what}.`,
  scale: (name: string, times: number) =>
    `Dimensions in style “${name}” print ${Number(times.toPrecision(3))} times as large as the standard has them: the style is made for another scale than the one that shows them.`,
  oneKind: (name: string, kind: string, what: string) =>
    `Dimension style “${name}” is another one for ${kind}: ${what}.`,
  undefined: (name: string, count: number) =>
    `Dimension style “${name}” is named by ${dimensions(count)} and not defined in the drawing.`,
  noScale: (name: string) =>
    `the size on paper of dimension style “${name}”: no scale shows its dimensions, or several do; its sizes were compared with each other`,
};

/** What the kinds are called that a style can have other settings for, by the figure behind its name. */
const KINDS: Readonly<Record<string, string>> = {
  0: 'lengths',
  2: 'angles',
  3: 'diameters',
  4: 'radii',
  6: 'ordinates',
  7: 'leaders',
};

/** The style and the kind of "Building$4", which is Building for radii; null for a style of its own. */
function ofOneKind(name: string): { readonly style: string; readonly kind: string } | null {
  const match = /^(.+)\$(\d)$/.exec(name);
  return match && KINDS[match[2]] ? { style: match[1], kind: KINDS[match[2]] } : null;
}

export const dimensionsStyleChanged: Rule = {
  meta: {
    id: 'dimensions/style-changed',
    title: 'Dimension style of the standard is another one here',
    stage: 'records',
    weight: 'must',
    correction: 'automatic',
    what: 'Dimension styles with a name of the standard have its settings: sizes on paper, ends, figure, number.',
    why: 'Every dimension of the style looks otherwise than in the drawings beside it, and the style’s name hides it.',
    source: 'Practice: dimension styles are the same in every drawing; sizes as they print',
  },

  *check(context) {
    const { standard, facts } = context;
    for (const use of facts.dimensionStyles) {
      const style = findDimensionStyle(standard.dimensions, use.name);
      if (!style) {
        yield* oneKind(context, use);
        continue;
      }
      const { sized, settings, wanted, times } = compared(context, use, style);
      if (wanted.sizedOnPaper && use.paperMm === null && use.rows.length > 0)
        context.notChecked(messages.noScale(use.name));
      if (use.range === null) {
        yield {
          message: messages.undefined(use.name, use.rows.length),
          expected: words('defined as the standard has it'),
          found: words('no definition'),
          rows: use.rows,
          subject: { kind: 'dimension style', value: use.name },
          ...clauseOf(style),
          remedy: `Dimension style ${use.name} is added as the standard has it.`,
        };
        continue;
      }
      const about = {
        rows: use.rows,
        ...(use.handle === '' ? {} : { records: [use.handle] }),
        ...clauseOf(style),
      };
      if (times !== 1)
        yield {
          ...about,
          message: messages.scale(use.name, times),
          expected: words(valuesOf(['textHeightMm'], wanted)),
          found: words(valuesOf(['textHeightMm'], sizesTimes(sized, times))),
          subject: { kind: 'scale of a dimension style', value: use.name },
          remedy: `Overall scale of the style; ${dimensions(use.rows.length)} drawn anew.`,
        };
      if (settings.length === 0) continue;
      yield {
        message: messages.changed(use.name, namesOf(settings)),
        expected: words(valuesOf(settings, wanted)),
        found: words(valuesOf(settings, sized)),
        ...about,
        subject: { kind: 'dimension style', value: use.name },
        remedy: `${namesOf(settings)}: as the standard has it; ${dimensions(use.rows.length)} drawn anew.`,
      };
    }
  },

  settle(context, { subject }) {
    const use = context.facts.dimensionStyles.find(({ folded }) => folded === foldName(subject.value ?? ''));
    const { dimensions: styles } = context.standard;
    const style =
      findDimensionStyle(styles, subject.value ?? '') ??
      findDimensionStyle(styles, ofOneKind(subject.value ?? '')?.style ?? '');
    if (!use || !style) return { refused: 'The drawing or the standard no longer has this dimension style.' };
    const { settings, mmPerUnit, overallScale } = compared(context, use, style);
    return {
      operations: [
        {
          type: 'set dimension style',
          name: use.name,
          like: style.name,
          settings,
          mmPerUnit,
          overallScale,
          rows: use.rows,
        },
      ],
    };
  },
};

/** A style of the standard that has other settings for one kind of dimensions here. */
function* oneKind(context: AuditContext, use: DimensionStyleFact): Generator<FindingDraft> {
  const of = use.range === null ? null : ofOneKind(use.name);
  const style = of && findDimensionStyle(context.standard.dimensions, of.style);
  if (!of || !style) return;
  const { settings, sized, wanted } = compared(context, use, style);
  if (settings.length === 0) return;
  yield {
    message: messages.oneKind(style.name, of.kind, namesOf(settings)),
    expected: words(valuesOf(settings, wanted)),
    found: words(valuesOf(settings, sized)),
    rows: use.rows,
    ...(use.handle === '' ? {} : { records: [use.handle] }),
    ...clauseOf(style),
    weight: 'should',
    // Some of it can be meant: the standard has one look for all kinds, and a person sees whether that suits.
    correction: 'choice',
    subject: { kind: 'dimension style', value: use.name },
    options: [{ id: 'as all', label: `As ${style.name} has it for all`, needs: null, effect: 'drawing' }],
  };
}

/** A style of the drawing beside one of the standard. */
export interface ComparedStyle {
  readonly wanted: DimensionValues;
  /** Sizes as they print; where all of them are larger or smaller by one factor, as they would without it. */
  readonly sized: DimensionValues;
  /** That factor. */
  readonly times: number;
  readonly settings: readonly DimensionSetting[];
  readonly mmPerUnit: number;
  /** Overall scale that takes the factor away; null where there is none. */
  readonly overallScale: number | null;
}

export function compared(
  context: AuditContext,
  use: DimensionStyleFact,
  style: StandardDimensionStyle,
): ComparedStyle {
  const { drawing, standard } = context;
  const wanted = dimensionValues(standard.dimensions, style);
  const sized = (times: number, mmPerUnit: number): ComparedStyle => {
    // What the record leaves out is counted in its units too.
    const values = sizesTimes(readDimensionValues(drawing.reader, use.range, drawing.recordNames), mmPerUnit);
    return {
      wanted,
      sized: values,
      times,
      settings: differences(context, values, wanted),
      mmPerUnit,
      overallScale: times === 1 ? null : use.overallScale / times,
    };
  };
  // A style of the standard that is made for one scale is as large in the model as its own overall scale makes it.
  const mm = wanted.sizedOnPaper
    ? use.paperMm
    : (use.modelMm * (use.overallScale || 1)) / wanted.overallScale;
  const textMm = sized(1, mm ?? 1).sized.textHeightMm / wanted.textHeightMm;
  // Where nothing says how large it prints, its height of text is taken for the standard's.
  if (mm === null) return sized(1, 1 / textMm);
  const asItIs = sized(1, mm);
  if (use.overallScale === 0 || !asItIs.settings.includes('textHeightMm')) return asItIs;
  // One factor on all sizes, or on most of them, is a scale, not a style with other sizes.
  const without = sized(textMm, mm / textMm);
  const sizesOff = ({ settings }: ComparedStyle): number =>
    settings.filter((name) => DIMENSION_SETTINGS[name].is === 'mm').length;
  return sizesOff(without) + 1 < sizesOff(asItIs) ? without : asItIs;
}
