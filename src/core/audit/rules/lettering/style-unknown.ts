import type { DrawingTextStyle } from '../../../dxf/drawing';
import { faceOf } from '../../../dxf/fonts';
import { foldName } from '../../../dxf/interner';
import type { StandardTextStyle } from '../../../standard/lettering';
import { findTextStyle } from '../../../standard/lettering';
import { type NameWord, wordsIn } from '../../../standard/words';
import type { AuditContext } from '../../context';
import { ADOPT } from '../../finding';
import { NOT_LIKELY, NOT_POSSIBLE, POSSIBLE } from '../../likeness/likely';
import { saidByName, tellsBeside, wordsOfEach } from '../../likeness/name-likeness';
import type { Proposal } from '../../likeness/propose';
import { ranked } from '../../likeness/ranked';
import type { Rule } from '../../rule';
import { named, words } from '../../value';
import { remembersName } from '../mapped-names';
import { followingTexts, usersOfStyles } from './following';
import { mm, texts } from './shared';

const messages = {
  unknown: (name: string, count: number) => `Text style “${name}” is not in the standard (${texts(count)}).`,
};

/** How much each ground for a style counts: they come to 1. */
const WEIGHTS = { height: 0.4, face: 0.15, shape: 0.1, name: 0.35 } as const;
/** Words that any text style can be called by. */
const tells = tellsBeside('standard text style lettering font letters small large', 3);
/** Heights that differ by less are one. */
const SAME_HEIGHT = 0.02;
/** A style that is used at one height for fewer of its texts says nothing by it. */
const MOSTLY = 0.8;
/** Fewer of its texts say nothing at all. */
const SOME = 0.25;

export const letteringStyleUnknown: Rule = {
  meta: {
    id: 'lettering/style-unknown',
    title: 'Text style not in the standard',
    stage: 'names',
    weight: 'should',
    correction: 'choice',
    what: 'Every text is in a text style of the standard.',
    why: 'A style that nobody defined looks as whoever opened the drawing has it, and no change of the standard reaches it.',
    source: 'Practice: names of the sender set against names of the office, decided once',
  },

  *check(context) {
    const { drawing, standard, excepts } = context;
    if (standard.lettering.styles.length === 0) return;
    const rowsOf = usersOfStyles(context);
    for (const [folded, record] of drawing.textStyles) {
      if (folded === '' || findTextStyle(standard.lettering.styles, record.name)) continue;
      const rows = (rowsOf.get(folded) ?? []).filter((row) => !excepts(row));
      if (rows.length === 0) continue;
      yield {
        message: messages.unknown(record.name, rows.length),
        expected: words('a text style of the standard'),
        found: named(record.name),
        rows,
        subject: { kind: 'text style', value: record.name },
        options: [
          { id: 'become', label: 'Make it {to}', needs: 'office text style', effect: 'drawing' },
          ADOPT,
        ],
      };
    }
  },

  settle(context, { subject }, decision) {
    const { drawing, standard } = context;
    const from = drawing.textStyles.get(foldName(subject.value ?? ''));
    const to = findTextStyle(standard.lettering.styles, decision?.to ?? '');
    if (!from) return { refused: 'The drawing no longer has this text style.' };
    if (!to) return { refused: `The standard has no text style “${decision?.to ?? ''}”.` };
    return {
      operations: [
        { type: 'become text style', from: from.name, to: to.name },
        ...followingTexts(context, from, to),
      ],
    };
  },

  propose(context, { subject }) {
    const record = context.drawing.textStyles.get(foldName(subject.value ?? ''));
    return record ? rank(context, record) : [];
  },

  remembers: remembersName('text style'),
};

/** All that looks can come to. */
const ALL_LOOKS = WEIGHTS.height + WEIGHTS.face + WEIGHTS.shape;
/** Looks alone do not say which style is meant, even where height and letters agree: what is alike in all stays open. */
const byLooks = (likeness: number): number =>
  likeness <= POSSIBLE
    ? likeness
    : POSSIBLE + ((likeness - POSSIBLE) * (NOT_LIKELY - POSSIBLE)) / (ALL_LOOKS - POSSIBLE);
/** A few texts of the height, or a name without it, leave it open too. */
const mostLikeness = (share: number, isNamed: boolean): number =>
  share >= MOSTLY ? 1 : share >= SOME || isNamed ? NOT_LIKELY : NOT_POSSIBLE;

const wordsOf = wordsOfEach<StandardTextStyle>(({ name, use }) => [name, use], tells);

/** The office's styles by what speaks for each: the height that its texts print at, its letters, its name. */
function rank(context: AuditContext, record: DrawingTextStyle): Proposal[] {
  const { facts, standard } = context;
  const rows = usersOfStyles(context).get(foldName(record.name)) ?? [];
  const heights = rows.flatMap((row) => {
    const fact = facts.lettering(row);
    const [first] = facts.appearancesOfText(row);
    return fact && first ? [fact.height * first.mmPerUnit] : [];
  });
  const own = wordsIn(record.name).filter(tells);
  return ranked(standard.lettering.styles.map((style) => proposalOf(record, style, heights, own)));
}

function proposalOf(
  record: DrawingTextStyle,
  style: StandardTextStyle,
  heights: readonly number[],
  own: readonly NameWord[],
): Proposal {
  const reasons: string[] = [];
  // A style whose texts choose their height fits by what it is made for.
  const fitting = heights.filter((one) => Math.abs(one / style.heightMm - 1) <= SAME_HEIGHT).length;
  const share = heights.length === 0 ? 0 : fitting / heights.length;
  if (fitting > 0) reasons.push(`${fitting} of ${texts(heights.length)} print ${mm(style.heightMm)} high`);
  const sameFace = faceOf(record.font, record.family, record.bold) === style.face;
  if (sameFace && fitting > 0) reasons.push('letters of the same kind');
  const sameShape =
    Math.abs(record.widthFactor / style.widthFactor - 1) < 0.01 &&
    Math.abs(record.obliqueDeg - style.slantDeg) < 0.5;
  const name = saidByName(own, wordsOf(style));
  if (name) reasons.push(name.because);
  const likeness =
    WEIGHTS.height * share +
    WEIGHTS.face * Number(sameFace) +
    WEIGHTS.shape * Number(sameShape) +
    WEIGHTS.name * (name?.likeness ?? 0);
  return {
    to: style.name,
    likeness: Math.min(name?.means ? likeness : byLooks(likeness), mostLikeness(share, name !== null)),
    reasons,
  };
}
