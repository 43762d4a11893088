import { foldName } from '../../dxf/interner';
import { oncePer } from '../../once';
import type { Standard } from '../../standard/standard';
import type { StandardSymbol } from '../../standard/symbols';
import { wordMatch, wordsIn } from '../../standard/words';
import { NOT_LIKELY } from './likely';
import { becauseOf, type KnownBy, nameLikeness } from './name-likeness';
import type { Proposal } from './propose';
import { ranked } from './ranked';

/** What is known of a symbol to be placed in the library. */
export interface StraySymbol {
  readonly name: string;
  /** The one layer that its placements lie on; undefined where they lie on several. */
  readonly layer?: string;
}

/** How much each ground for a symbol counts: they come to 1. */
const WEIGHTS = { name: 0.8, size: 0.1, layer: 0.1 } as const;
/** What the layer says that it lies on counts as much as half a name, where the name says nothing. */
const BY_LAYER = 0.4;
/** Words that are less alike say nothing of each other. */
const ALIKE = 0.75;
/** Names of different sizes of one thing are names of two things: this much is left of what is alike. */
const OTHER_SIZE = 0.6;
/** A library has several lights and several doors: which of them a word means is open where others are so near. */
const AS_NEAR = 0.15;
/** Below this likeness of names a symbol is no proposal. */
const LEAST = 0.25;

/** Figures that stand in a name, as people read them: "0900" is 900. */
const sizesIn = (name: string): string[] =>
  (name.match(/\d+(?:[.,]\d+)?/g) ?? []).map((figures) => String(Number(figures.replace(',', '.'))));

/** Words and sizes of a symbol of the library, taken apart once: a drawing can have thousands of names to be held against them. */
const wordsOfSymbol = oncePer(
  (symbol: StandardSymbol) => [symbol],
  ({ name, use, division }): KnownBy & { readonly sizes: readonly string[] } => ({
    ofName: wordsIn(name),
    ofPurpose: wordsIn(`${use} ${division}`).filter(({ word }) => word.length > 2),
    sizes: sizesIn(name),
  }),
);

/** Ranks the office's symbols by what speaks for each: words of the name, the sizes in it, the layer that it lies on. */
export function proposeSymbols(standard: Standard, stray: StraySymbol): Proposal[] {
  const words = wordsIn(stray.name);
  const sizes = sizesIn(stray.name);
  const ofLayer = wordsIn(stray.layer ?? '').filter(({ word }) => word.length > 2);
  return ranked(
    standard.symbols.flatMap((symbol): Proposal[] => {
      const own = wordsOfSymbol(symbol);
      const match = nameLikeness(words, own);
      if (!match.pair || match.likeness < LEAST) {
        const home = liesWhere(symbol, stray);
        const said = [...own.ofName, ...own.ofPurpose].find(({ word }) =>
          ofLayer.some((other) => wordMatch(word, other.word).likeness >= ALIKE),
        );
        return home || said
          ? [
              {
                to: symbol.name,
                likeness: BY_LAYER,
                reasons: [home ? atHome(symbol) : `lies on ${stray.layer}`],
              },
            ]
          : [];
      }
      const reasons = [becauseOf(match.pair)];
      let likeness = WEIGHTS.name * match.likeness;
      const known = own.sizes;
      const asLarge = sizes.length > 0 && known.length > 0;
      const shared = sizes.find((size) => known.includes(size));
      if (asLarge && shared !== undefined) {
        likeness += WEIGHTS.size;
        reasons.push(`both ${shared}`);
      } else if (asLarge) {
        likeness *= OTHER_SIZE;
        reasons.push(`but ${known.join(', ')} for ${sizes.join(', ')}`);
      } else likeness += WEIGHTS.size / 2;
      if (liesWhere(symbol, stray)) {
        likeness += WEIGHTS.layer;
        reasons.push(atHome(symbol));
      }
      const grounded = match.grounded && !(asLarge && shared === undefined);
      return [{ to: symbol.name, likeness: Math.min(likeness, grounded ? 1 : NOT_LIKELY), reasons }];
    }),
    AS_NEAR,
  );
}

const atHome = ({ layer }: StandardSymbol): string => `lies on ${layer}, where it belongs`;

const liesWhere = (symbol: StandardSymbol, { layer }: StraySymbol): boolean =>
  symbol.layer !== '' && layer !== undefined && foldName(symbol.layer) === foldName(layer);
