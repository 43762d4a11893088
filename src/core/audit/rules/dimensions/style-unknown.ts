import { foldName } from '../../../dxf/interner';
import type { DimensionStyleFact } from '../../../facts/dimension-styles';
import { findDimensionStyle, type StandardDimensionStyle } from '../../../standard/dimension-settings';
import { wordsIn } from '../../../standard/words';
import type { AuditContext } from '../../context';
import { ADOPT } from '../../finding';
import { NOT_LIKELY, NOT_POSSIBLE } from '../../likeness/likely';
import { saidByName, tellsBeside, wordsOfEach } from '../../likeness/name-likeness';
import type { Proposal } from '../../likeness/propose';
import { ranked } from '../../likeness/ranked';
import type { Rule } from '../../rule';
import { named, words } from '../../value';
import { mm } from '../lettering/shared';
import { remembersName } from '../mapped-names';
import { dimensions } from './shared';
import { compared } from './style-changed';

const messages = {
  unknown: (name: string, count: number) =>
    `Dimension style “${name}” is not in the standard (${dimensions(count)}).`,
};

/** How much each ground for a style counts: they come to 1. */
const WEIGHTS = { ends: 0.25, height: 0.25, number: 0.15, place: 0.15, name: 0.2 } as const;
/** Words that any dimension style can be called by. */
const tells = tellsBeside('dim dims dimension dimensions style standard', 2);
const wordsOf = wordsOfEach<StandardDimensionStyle>(({ name, use }) => [name, use], tells);
/** Heights that differ by less are one. */
const SAME_HEIGHT = 0.02;

export const dimensionsStyleUnknown: Rule = {
  meta: {
    id: 'dimensions/style-unknown',
    title: 'Dimension style not in the standard',
    stage: 'names',
    weight: 'should',
    correction: 'choice',
    what: 'Every dimension and every leader is in a dimension style of the standard.',
    why: 'Dimensions in styles of others have ends, figures and distances of their own, and no change of the standard reaches them.',
    source: 'Practice: names of the sender set against names of the office, decided once',
  },

  *check(context) {
    const { standard, facts, excepts } = context;
    if (standard.dimensions.length === 0) return;
    for (const use of facts.dimensionStyles) {
      if (use.folded === '' || findDimensionStyle(standard.dimensions, familyName(use.name))) continue;
      const rows = use.rows.filter((row) => !excepts(row));
      if (rows.length === 0) continue;
      yield {
        message: messages.unknown(use.name, rows.length),
        expected: words('a dimension style of the standard'),
        found: named(use.name),
        rows,
        subject: { kind: 'dimension style', value: use.name },
        options: [
          { id: 'become', label: 'Make it {to}', needs: 'office dimension style', effect: 'drawing' },
          ADOPT,
        ],
      };
    }
  },

  settle(context, { subject }, decision) {
    const use = styleCalled(context, subject.value);
    const style = findDimensionStyle(context.standard.dimensions, decision?.to ?? '');
    if (!use) return { refused: 'The drawing no longer has this dimension style.' };
    if (!style) return { refused: `The standard has no dimension style “${decision?.to ?? ''}”.` };
    const { settings, mmPerUnit, overallScale } = compared(context, use, style);
    return {
      operations: [
        {
          type: 'become dimension style',
          from: use.name,
          to: style.name,
          settings,
          mmPerUnit,
          overallScale,
          rows: use.rows,
        },
      ],
    };
  },

  propose(context, { subject }) {
    const use = styleCalled(context, subject.value);
    return use ? rank(context, use) : [];
  },

  remembers: remembersName('dimension style'),
};

/** A style for one kind of dimension has the name of its family, and a number behind it. */
const familyName = (name: string): string => name.replace(/\$\d$/, '');

const styleCalled = (context: AuditContext, name: string | undefined): DimensionStyleFact | undefined =>
  context.facts.dimensionStyles.find(({ folded }) => folded === foldName(name ?? ''));

/** The office's styles by what speaks for each: ends, height of the figure, how numbers are written, where they stand. */
function rank(context: AuditContext, use: DimensionStyleFact): Proposal[] {
  const { standard } = context;
  return ranked(standard.dimensions.map((style) => proposalOf(context, use, style)));
}

function proposalOf(context: AuditContext, use: DimensionStyleFact, style: StandardDimensionStyle): Proposal {
  const { name, paperMm } = use;
  const { wanted: v, sized: values, times } = compared(context, use, style);
  // A style that is made for another scale is of no height on paper that says anything.
  const isSized = times === 1 && (paperMm !== null || !v.sizedOnPaper);
  const reasons: string[] = [];
  const sameEnds =
    values.terminator1 === v.terminator1 &&
    values.terminator2 === v.terminator2 &&
    values.tickMm > 0 === v.tickMm > 0;
  const sameHeight = isSized && Math.abs(values.textHeightMm / v.textHeightMm - 1) <= SAME_HEIGHT;
  const sameNumber =
    values.lengthFormat === v.lengthFormat &&
    values.decimals === v.decimals &&
    values.decimalMark === v.decimalMark &&
    values.suffix === v.suffix;
  const samePlace = values.textAcross === v.textAcross && values.textAlong === v.textAlong;
  if (sameEnds) reasons.push(`ends: ${values.tickMm > 0 ? 'slash' : values.terminator1}`);
  if (sameHeight) reasons.push(`figures print ${mm(v.textHeightMm)} high`);
  if (sameNumber) reasons.push('numbers written alike');
  const said = saidByName(wordsIn(name).filter(tells), wordsOf(style));
  if (said) reasons.push(said.because);
  const likeness =
    WEIGHTS.ends * Number(sameEnds) +
    WEIGHTS.height * Number(sameHeight) +
    WEIGHTS.number * Number(sameNumber) +
    WEIGHTS.place * Number(samePlace) +
    WEIGHTS.name * (said?.likeness ?? 0);
  // Looks alone are shared by many styles: likely takes the ends, the height, and something more.
  const most = sameEnds && sameHeight ? 1 : sameEnds || sameHeight || said ? NOT_LIKELY : NOT_POSSIBLE;
  return { to: style.name, likeness: Math.min(likeness, most), reasons };
}
