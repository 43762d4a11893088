import { CONTINUOUS, isLinetypeFromLayer, isLinetypeFromSymbol } from '../../../drawing/effective';
import type { DrawingLinetype } from '../../../dxf/drawing';
import { foldName } from '../../../dxf/interner';
import { paperMmPerPatternUnit, withJoinedGaps } from '../../../records/linetype-record';
import type { StandardLinetype } from '../../../standard/definitions';
import { formatElements } from '../../../standard/line-words';
import { nameMatcher } from '../../../standard/name-patterns';
import { findLinetype } from '../../../standard/standard';
import { wordsIn } from '../../../standard/words';
import { type AuditContext, isGenerated } from '../../context';
import { LIKELY, POSSIBLE } from '../../likeness/likely';
import type { Proposal } from '../../likeness/propose';
import { ranked } from '../../likeness/ranked';
import type { Rule } from '../../rule';
import { words } from '../../value';

const messages = {
  unknown: (name: string, count: number, layers: number) =>
    `Linetype “${name}” is not in the standard (${count === 1 ? '1 object' : `${count} objects`}${
      layers === 0 ? '' : layers === 1 ? ', 1 layer' : `, ${layers} layers`
    }).`,
};

/** How much each ground for a linetype counts: they come to 1. */
const WEIGHTS = { order: 0.4, lengths: 0.2, name: 0.4 } as const;
/** Lengths on paper that differ by less than this share are as good as one. */
const SAME_LENGTH = 0.35;

export const linetypesUnknown: Rule = {
  meta: {
    id: 'linetypes/unknown',
    title: 'Linetype not in the standard',
    stage: 'names',
    weight: 'should',
    correction: 'choice',
    what: 'Every line is drawn in a linetype of the standard.',
    why: 'A line says by its pattern what it is; a pattern that nobody defined says nothing.',
    source: 'Practice: names of the sender set against names of the office, decided once',
  },

  *check(context) {
    const { drawing, standard } = context;
    if (!standard.linetypes.some(({ elementsMm }) => elementsMm.length > 0)) return;
    // What serves only while drawing has a rule of its own.
    const isWorking = nameMatcher(standard.working.linetypes);
    const users = usersOf(context);
    const mm = paperMmPerPatternUnit(drawing);
    for (const [folded, record] of drawing.linetypes) {
      if (isOfTheFormat(record.name) || isWorking(record.name) || findLinetype(standard, record.name))
        continue;
      const use = users.get(folded);
      if (!use || use.rows.length === 0) continue;
      const pattern = withJoinedGaps(record);
      const elementsMm = pattern.elements.map((length) => Math.round(length * mm * 100) / 100);
      yield {
        message: messages.unknown(record.name, use.rows.length, use.layers),
        expected: words('a linetype of the standard'),
        found: words(elementsMm.length === 0 ? 'unbroken' : formatElements({ elementsMm, words: [] })),
        rows: use.rows,
        subject: { kind: 'linetype', value: record.name },
        looks: {
          expected: { colour: '#000000', widthMm: 0.35, elementsMm: [], prints: true },
          found: { colour: '#000000', widthMm: 0.35, elementsMm, prints: true },
        },
        options: [{ id: 'become', label: 'Make it {to}', needs: 'office linetype', effect: 'drawing' }],
      };
    }
  },

  settle({ drawing, standard }, { subject }, decision) {
    const from = drawing.linetypes.get(foldName(subject.value ?? ''));
    const to = findLinetype(standard, decision?.to ?? '');
    if (!from) return { refused: 'The drawing no longer has this linetype.' };
    if (!to) return { refused: `The standard has no linetype “${decision?.to ?? ''}”.` };
    return { operations: [{ type: 'become linetype', from: from.name, to: to.name }] };
  },

  propose(context, { subject }) {
    const record = context.drawing.linetypes.get(foldName(subject.value ?? ''));
    return record ? rank(context, record) : [];
  },

  remembers: ({ subject }, decision) => ({
    kind: 'linetype',
    name: subject.value ?? '',
    action: 'map',
    target: decision?.to ?? '',
  }),
};

const isOfTheFormat = (name: string): boolean =>
  foldName(name) === foldName(CONTINUOUS) || isLinetypeFromLayer(name) || isLinetypeFromSymbol(name);

/** Objects that are drawn in each linetype, by its folded name, and how many of the layers that they lie on have it. */
function usersOf(context: AuditContext): Map<string, { rows: number[]; layers: number }> {
  const { drawing, facts, layers } = context;
  const users = new Map<string, { rows: number[]; layers: number }>();
  for (let row = 0; row < drawing.objects.count; row++) {
    if (isGenerated(drawing, row)) continue;
    const name = foldName(facts.look(row).linetype);
    const use = users.get(name) ?? { rows: [], layers: 0 };
    use.rows.push(row);
    users.set(name, use);
  }
  for (const { record, rows } of layers.values()) {
    const use = record && rows.length > 0 ? users.get(foldName(record.linetype)) : undefined;
    if (use) use.layers++;
  }
  return users;
}

/** The office's linetypes by what speaks for each: the order of dashes, gaps and dots, their lengths, the name. */
function rank({ drawing, standard }: AuditContext, record: DrawingLinetype): Proposal[] {
  const mm = paperMmPerPatternUnit(drawing);
  const own = oneRun(withJoinedGaps(record).elements.map((length) => length * mm));
  const said = new Set(wordsIn(`${record.name} ${record.description}`).map(({ word }) => word));
  return ranked(standard.linetypes.map((linetype) => proposalOf(own, said, linetype)));
}

function proposalOf(
  own: readonly number[],
  said: ReadonlySet<string>,
  { name, description, elementsMm }: StandardLinetype,
): Proposal {
  const reasons: string[] = [];
  let likeness = 0;
  const wanted = oneRun(elementsMm);
  const order =
    own.length === wanted.length && own.every((length, i) => kindOf(length) === kindOf(wanted[i]));
  if (order && own.length > 0) {
    reasons.push(`both ${inOrder(own)}`);
    likeness += WEIGHTS.order;
    const alike = own.every((length, i) => Math.abs(length - wanted[i]) <= SAME_LENGTH * Math.abs(wanted[i]));
    if (alike) {
      reasons.push('about as long');
      likeness += WEIGHTS.lengths;
    }
  } else if (order && foldName(name) === foldName(CONTINUOUS)) {
    reasons.push('both unbroken');
    likeness += WEIGHTS.order + WEIGHTS.lengths;
  }
  const both = wordsIn(`${name} ${description}`).find(({ word }) => word.length > 2 && said.has(word));
  if (both) {
    reasons.push(`both say “${both.said}”`);
    likeness += WEIGHTS.name;
  }
  // The order of its dashes alone does not say what a line stands for.
  const most = both && order ? 1 : both ? LIKELY - 0.01 : order ? LIKELY - 0.01 : POSSIBLE - 0.01;
  return { to: name, likeness: Math.min(likeness, most), reasons };
}

const kindOf = (length: number): 'dash' | 'gap' | 'dot' => (length > 0 ? 'dash' : length < 0 ? 'gap' : 'dot');

/** A pattern written once: many are written two or three times over, which draws the same. It begins with its longest dash. */
function oneRun(elements: readonly number[]): readonly number[] {
  const same = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-6 * Math.max(1, Math.abs(a));
  let run = elements;
  for (let length = 2; length <= elements.length / 2; length++) {
    if (elements.length % length !== 0) continue;
    if (elements.every((one, i) => same(one, elements[i % length]))) {
      run = elements.slice(0, length);
      break;
    }
  }
  const longest = run.reduce((best, one, i) => (one > run[best] ? i : best), 0);
  return [...run.slice(longest), ...run.slice(0, longest)];
}

/** "dash, gap, dot, gap". */
const inOrder = (elements: readonly number[]): string => elements.map(kindOf).join(', ');
