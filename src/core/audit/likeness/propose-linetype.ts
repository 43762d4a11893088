import { CONTINUOUS } from '../../drawing/effective';
import { foldName } from '../../dxf/interner';
import type { StandardLinetype } from '../../standard/definitions';
import type { Standard } from '../../standard/standard';
import { wordsIn } from '../../standard/words';
import { NOT_LIKELY, NOT_POSSIBLE } from './likely';
import type { Proposal } from './propose';
import { ranked } from './ranked';

/** How much each ground for a linetype counts: they come to 1. */
const WEIGHTS = { order: 0.4, lengths: 0.2, name: 0.4 } as const;
/** Lengths on paper that differ by less than this share are as good as one. */
const SAME_LENGTH = 0.35;

/**
 * The office's linetypes by what speaks for each: the order of dashes, gaps and dots, their lengths, the name.
 * @param elements of the line that is to be in one of them, mm on paper
 * @param words that its name and description say
 */
export function proposeLinetypes(standard: Standard, elements: readonly number[], words: string): Proposal[] {
  const own = oneRun(elements);
  const said = new Set(wordsIn(words).map(({ word }) => word));
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
  const most = both && order ? 1 : both ? NOT_LIKELY : order ? NOT_LIKELY : NOT_POSSIBLE;
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
