import { oncePer } from '../../once';
import { isKnown, type NameWord, wordMatch, wordsIn } from '../../standard/words';

/** A word of drawing that a layer has nothing for says that the layer is for something else. */
const UNMATCHED = 1.4;
/** Words that tell parts of one thing apart: a layer that has nothing for them can still be for the thing. */
const PARTS = new Set([
  'outline',
  'line',
  'detail',
  'new',
  'edge',
  'area',
  'plan',
  'external',
  'internal',
  'anno',
]);
const PART = 0.4;

/** How like a name is to what the office calls something. */
export interface NameMatch {
  readonly likeness: number;
  /** The two words that are most alike. */
  readonly pair: readonly [NameWord, NameWord] | null;
  /** A word says by what it means that this is the layer. */
  readonly grounded: boolean;
}

/** The words that a definition of the office is known by. */
export interface KnownBy {
  readonly ofName: readonly NameWord[];
  readonly ofPurpose: readonly NameWord[];
}

/**
 * Tells words that say what a definition is for from those that any of its kind can be called by.
 * @param any those words, with blanks between
 * @param least letters of a word that says something
 */
export const tellsBeside = (any: string, least: number): ((word: NameWord) => boolean) => {
  const ofAny = new Set(any.split(' '));
  return ({ word, said }) => word.length >= least && !ofAny.has(word) && !ofAny.has(said);
};

/**
 * The words that definitions are known by, taken apart once for each: a drawing can have thousands of names to be held against them.
 * @param textsOf the name of a definition, and what it is for
 * @param tells whether a word says something of it, and not of any other
 */
export const wordsOfEach = <Definition extends object>(
  textsOf: (definition: Definition) => readonly [name: string, purpose: string],
  tells: (word: NameWord) => boolean,
): ((definition: Definition) => KnownBy) =>
  oncePer(
    (definition: Definition) => [definition],
    (definition) => {
      const [ofName, ofPurpose] = textsOf(definition).map((text) => wordsIn(text).filter(tells));
      return { ofName, ofPurpose };
    },
  );

/** How like the words of a sender's name are to those that a definition of the office is known by. */
export function nameLikeness(
  stray: readonly NameWord[],
  { ofName, ofPurpose }: KnownBy,
  worth?: ReadonlyMap<string, number>,
): NameMatch {
  let sum = 0;
  let weights = 0;
  let grounded = false;
  let top: { likeness: number; pair: readonly [NameWord, NameWord] | null } = { likeness: 0, pair: null };
  for (const own of stray) {
    const { word } = own;
    let best = 0;
    let partner: NameWord | null = null;
    let means = false;
    for (const [others, share] of [
      [ofName, 1],
      [ofPurpose, 0.85],
    ] as const)
      for (const other of others) {
        // A part is itself or nothing: outlines are no lines.
        if (word !== other.word && (PARTS.has(word) || PARTS.has(other.word))) continue;
        const { likeness, by } = wordMatch(word, other.word);
        if (likeness * share > best) {
          best = likeness * share;
          partner = other;
          means = by === 'meaning';
        }
      }
    // One letter is a discipline's mark: it helps when it agrees, and says little when it does not.
    const weight =
      (word.length === 1 && word.charCodeAt(0) < 128 ? 0.25 : (worth?.get(word) ?? 1)) *
      (best >= 0.5 ? 1 : PARTS.has(word) || PARTS.has(own.said) ? PART : isKnown(word) ? UNMATCHED : 1);
    sum += best * weight;
    weights += weight;
    if (word.length === 1 && !isKnown(word)) continue;
    if (means && best >= 0.5 && !PARTS.has(word)) grounded = true;
    if (partner && best * weight > top.likeness) top = { likeness: best * weight, pair: [own, partner] };
  }
  return { likeness: weights === 0 ? 0 : sum / weights, pair: top.pair, grounded };
}

/** Below this likeness of names a name says nothing; a likeness by letters alone has to be greater. */
const LEAST = 0.25;
const LEAST_BY_LETTERS = 0.6;
/** A word that means what a definition is for says at least so much, whatever stands beside it. */
const MEANT = 0.8;

/** How much a name says for a definition by one of its words, and why; null where it says nothing. */
export function saidByName(
  stray: readonly NameWord[],
  known: KnownBy,
): { readonly likeness: number; readonly because: string; readonly means: boolean } | null {
  const { likeness, pair, grounded } = nameLikeness(stray, known);
  if (!pair || likeness < (grounded ? LEAST : LEAST_BY_LETTERS)) return null;
  return {
    likeness: grounded ? Math.max(likeness, MEANT) : likeness,
    because: becauseOf(pair),
    means: grounded,
  };
}

/** Why two words are taken for each other. */
export function becauseOf([own, other]: readonly [NameWord, NameWord]): string {
  if (own.said === other.said) return `both say “${own.said}”`;
  if (own.word === other.word)
    return own.said === own.word
      ? `“${other.said}” means “${own.said}”`
      : `“${own.said}” means “${own.word}”`;
  return wordMatch(own.word, other.word).by === 'letters'
    ? `“${own.said}” is written like “${other.said}”`
    : `“${own.said}” reads like “${other.said}”`;
}
