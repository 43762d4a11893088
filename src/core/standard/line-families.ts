import { foldName } from '../dxf/interner';
import { basesOf } from './bases';
import type { StandardLinetype } from './definitions';
import type { StandardTextStyle } from './lettering';
import { withWords } from './line-words';

// A family of linetypes is one line with another word for each service: what follows another linetype has its dashes, its
// symbols and the looks of its words, and keeps its own name, word, meaning and notes.

/** What a linetype follows, the root last. */
export const followedBy = (
  linetypes: readonly StandardLinetype[],
  linetype: StandardLinetype,
): readonly StandardLinetype[] => basesOf(linetypes, linetype, ({ follows }) => follows);

/** Why a linetype cannot follow what it says; null where it can, or follows nothing. */
export function followingFault(
  linetypes: readonly StandardLinetype[],
  linetype: StandardLinetype,
): string | null {
  if (linetype.follows === null) return null;
  const [base] = followedBy(linetypes, linetype);
  if (!base)
    return foldName(linetype.follows) === foldName(linetype.name)
      ? 'it cannot follow itself'
      : linetypes.some(({ name }) => foldName(name) === foldName(linetype.follows ?? ''))
        ? 'they follow each other in a circle'
        : `the standard has no linetype “${linetype.follows}”`;
  if (followedBy(linetypes, linetype).at(-1)?.follows != null) return 'they follow each other in a circle';
  if (base.words.length === 0) return `“${base.name}” has no word that could be another one`;
  return linetype.words.length === 0 ? 'it needs a word of its own' : null;
}

/** A linetype as its base makes it: everything but its name, word, meaning, clause and notes. */
const asBase = (
  own: StandardLinetype,
  base: StandardLinetype,
  styles: readonly StandardTextStyle[],
): StandardLinetype => {
  const { name, description, follows, clause, notes, words } = own;
  return { ...withWords(base, name, words[0]?.text ?? '', styles), description, follows, clause, notes };
};

/** The linetypes of a standard, each one that follows another brought in line with it. */
export function followed({
  linetypes,
  lettering,
}: {
  readonly linetypes: readonly StandardLinetype[];
  readonly lettering: { readonly styles: readonly StandardTextStyle[] };
}): { readonly linetypes: StandardLinetype[] } {
  const made = linetypes.map((linetype) =>
    followingFault(linetypes, linetype) !== null
      ? linetype
      : // From the root on: what stands between is brought in line first.
        [...followedBy(linetypes, linetype)]
          .reverse()
          .concat(linetype)
          .reduce((base, own) => asBase(own, base, lettering.styles)),
  );
  return { linetypes: made };
}

/** Linetypes of which those stand on their own, as they are, that cannot follow what they say any more. */
export const onTheirOwn = (linetypes: readonly StandardLinetype[]): StandardLinetype[] =>
  linetypes.map((one) => (followingFault(linetypes, one) === null ? one : { ...one, follows: null }));

/** Names of the linetypes that follow one, near or far. */
export const followersOf = (linetypes: readonly StandardLinetype[], name: string): string[] =>
  linetypes
    .filter((one) => followedBy(linetypes, one).some((base) => foldName(base.name) === foldName(name)))
    .map((one) => one.name);
