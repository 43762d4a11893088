import { CONTINUOUS } from '../../drawing/effective';
import { foldName } from '../../dxf/interner';
import type { StandardLinetype } from '../../standard/definitions';
import type { Standard } from '../../standard/standard';
import { type NameWord, wordsIn } from '../../standard/words';
import { NOT_LIKELY, NOT_POSSIBLE } from './likely';
import { saidByName, tellsBeside, wordsOfEach } from './name-likeness';
import type { Proposal } from './propose';
import { ranked } from './ranked';

/** How much each ground for a linetype counts: they come to 1. */
const WEIGHTS = { order: 0.35, lengths: 0.1, name: 0.55 } as const;
/** Lengths on paper that differ by less than this share are as good as one. */
const SAME_LENGTH = 0.35;
/** A dash shorter than this share of the longest reads as a dot. */
const LIKE_DOT = 0.2;
/** What is alike where a short dash stands for a dot. */
const NEARLY = 0.9;
/** Words that say that something is a line, and what it looks like: any linetype can be called by them. */
const tells = tellsBeside(
  'line lines edge edges type pattern style dash dashes dashed dot dots dotted gap long short small large fine wide narrow thick thin layer',
  2,
);
const wordsOf = wordsOfEach<StandardLinetype>(({ name, description }) => [name, description], tells);

/**
 * The office's linetypes by what speaks for each: the order of dashes, gaps and dots, their lengths, the name.
 * @param elements of the line that is to be in one of them, mm on paper
 * @param words that its name and description say
 */
export function proposeLinetypes(standard: Standard, elements: readonly number[], words: string): Proposal[] {
  const own = oneRun(elements);
  const said = wordsIn(words).filter(tells);
  return ranked(standard.linetypes.map((linetype) => proposalOf(own, said, linetype)));
}

function proposalOf(own: readonly number[], said: readonly NameWord[], linetype: StandardLinetype): Proposal {
  const reasons: string[] = [];
  let likeness = 0;
  const wanted = oneRun(linetype.elementsMm);
  const order = sameOrder(own, wanted);
  if (order > 0 && own.length > 0) {
    reasons.push(order === 1 ? `both ${inOrder(own)}` : `${inOrder(own)}, like ${inOrder(wanted)}`);
    likeness += WEIGHTS.order * order;
    const alike = own.every((length, i) => Math.abs(length - wanted[i]) <= SAME_LENGTH * Math.abs(wanted[i]));
    if (alike) {
      reasons.push('about as long');
      likeness += WEIGHTS.lengths;
    }
  } else if (order === 1 && foldName(linetype.name) === foldName(CONTINUOUS)) {
    reasons.push('both unbroken');
    likeness += WEIGHTS.order + WEIGHTS.lengths;
  }
  const name = saidByName(said, wordsOf(linetype));
  if (name) {
    reasons.push(name.because);
    likeness += WEIGHTS.name * name.likeness;
  }
  // The order of its dashes alone does not say what a line stands for.
  const most = name?.means && order > 0 ? 1 : name || order > 0 ? NOT_LIKELY : NOT_POSSIBLE;
  return { to: linetype.name, likeness: Math.min(likeness, most), reasons };
}

const kindOf = (length: number): 'dash' | 'gap' | 'dot' => (length > 0 ? 'dash' : length < 0 ? 'gap' : 'dot');

/** 1 where two patterns come in one order; a little less where short dashes of one are dots of the other; else 0. */
function sameOrder(own: readonly number[], wanted: readonly number[]): number {
  if (own.length !== wanted.length) return 0;
  const longest = Math.max(0, ...own);
  let order = 1;
  for (const [i, length] of own.entries()) {
    if (kindOf(length) === kindOf(wanted[i])) continue;
    if (!(length > 0 && length < LIKE_DOT * longest && wanted[i] === 0)) return 0;
    order = NEARLY;
  }
  return order;
}

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
