import { foldName } from '../../dxf/interner';
import type { Standard } from '../../standard/standard';
import type { StandardSymbol } from '../../standard/symbols';
import { wordsIn } from '../../standard/words';
import { LIKELY } from './likely';
import { becauseOf, nameLikeness } from './name-likeness';
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
/** Names of different sizes of one thing are names of two things: this much is left of what is alike. */
const OTHER_SIZE = 0.6;
/** Below this likeness of names a symbol is no proposal. */
const LEAST = 0.25;

/** Figures that stand in a name, as people read them: "0900" is 900. */
const sizesIn = (name: string): string[] =>
  (name.match(/\d+(?:[.,]\d+)?/g) ?? []).map((figures) => String(Number(figures.replace(',', '.'))));

/** Ranks the office's symbols by what speaks for each: words of the name, the sizes in it, the layer that it lies on. */
export function proposeSymbols(standard: Standard, stray: StraySymbol): Proposal[] {
  const words = wordsIn(stray.name);
  const sizes = sizesIn(stray.name);
  return ranked(
    standard.symbols.flatMap((symbol): Proposal[] => {
      const match = nameLikeness(words, {
        ofName: wordsIn(symbol.name),
        ofPurpose: wordsIn(`${symbol.use} ${symbol.division}`).filter(({ word }) => word.length > 2),
      });
      if (!match.pair || match.likeness < LEAST) return [];
      const reasons = [becauseOf(match.pair)];
      let likeness = WEIGHTS.name * match.likeness;
      const known = sizesIn(symbol.name);
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
        reasons.push(`on ${symbol.layer}, where it belongs`);
      }
      const grounded = match.grounded && !(asLarge && shared === undefined);
      return [{ to: symbol.name, likeness: Math.min(likeness, grounded ? 1 : LIKELY - 0.01), reasons }];
    }),
  );
}

const liesWhere = (symbol: StandardSymbol, { layer }: StraySymbol): boolean =>
  symbol.layer !== '' && layer !== undefined && foldName(symbol.layer) === foldName(layer);
