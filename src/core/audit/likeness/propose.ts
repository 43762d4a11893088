import { type Colour, formatColour, sameColour } from '../../dxf/colour';
import type { Drawing } from '../../dxf/drawing';
import { foldName } from '../../dxf/interner';
import { countOf, type ObjectKind } from '../../dxf/object-kinds';
import { oncePer } from '../../once';
import type { StandardLayer } from '../../standard/definitions';
import { isMeantFor } from '../../standard/kind-families';
import { MEANING_WORDS } from '../../standard/meanings';
import { findLinetype, type Standard } from '../../standard/standard';
import { tokens, wordsIn } from '../../standard/words';
import { countOne } from '../../tally';
import { type AuditContext, kindCounts, type LayerUse } from '../context';
import { LIKELY, type Likely, NOT_LIKELY } from './likely';
import { becauseOf, type KnownBy, nameLikeness } from './name-likeness';

/** An office layer that a sender's layer may stand for, with the reasons in words. */
export interface Proposal extends Likely {
  readonly to: string;
  readonly reasons: readonly string[];
}

/** What is known of the layer to be placed. */
export interface Stray {
  readonly name: string;
  readonly colour?: Colour;
  readonly linetype?: string;
  /** mm; null for default. */
  readonly widthMm?: number | null;
  readonly kinds: ReadonlyMap<ObjectKind, number>;
  /** Elements of its linetype, in units of the drawing. */
  readonly elements?: readonly number[];
  /** How much each word of the name says, 0 to 1: a word that all the sender's layers share says little. */
  readonly weights?: ReadonlyMap<string, number>;
}

/** Two proposals nearer to each other than this leave it open which is meant. */
const AS_NEAR = 0.03;
/**
 * Of so many that are as near as this none is better than another. Of two the first was right nine times in ten with the names of
 * docs/crosswalk.md: a drafter would take either.
 */
const MANY = 3;
const ALIKE = 0.005;

interface AmongMeanings {
  readonly layer: StandardLayer;
  readonly meanings: Standard['meanings'];
}

/** Words of a layer of the standard, taken apart once: a drawing can have thousands of names to be held against them. */
const wordsOfLayer = oncePer(
  ({ layer, meanings }: AmongMeanings) => [layer, meanings],
  ({ layer, meanings }): KnownBy => {
    const meaning = foldName(layer.meaning);
    const meant = meanings.find((one) => foldName(one.name) === meaning);
    // Words of ready-made meanings count too, where the office gave its own none.
    const ready = MEANING_WORDS.find((one) => foldName(one.name) === meaning);
    return {
      ofName: wordsIn(layer.name),
      ofPurpose: [layer.purpose, ...(meant ? [meant.name, ...meant.words] : []), ...(ready?.words ?? [])]
        .flatMap(wordsIn)
        .filter(({ word }) => word.length > 2),
    };
  },
);

/** Share of the stray's objects whose kind belongs on the layer; null when either side says nothing. */
function kindLikeness(stray: Stray, layer: StandardLayer): number | null {
  let total = 0;
  let belongs = 0;
  for (const [kind, count] of stray.kinds) {
    total += count;
    if (isMeantFor(layer.kinds, kind)) belongs += count;
  }
  return total === 0 || layer.kinds.length === 0 ? null : belongs / total;
}

/** A layer for few kinds says more when they agree than a layer for nearly all. */
const NAME_WEIGHT = 0.55;
const KIND_WEIGHT = 0.27;
const LOOK_WEIGHT = 0.18;
/** Below this a proposal is noise. */
const LEAST = 0.18;

/** Ranks the office's layers for a stray layer, best first. */
export function propose(standard: Standard, stray: Stray, most = 5): Proposal[] {
  const words = wordsIn(stray.name);
  const proposals: Proposal[] = [];
  for (const layer of standard.layers) {
    const reasons: string[] = [];
    const name = nameLikeness(words, wordsOfLayer({ layer, meanings: standard.meanings }), stray.weights);
    const same = foldName(stray.name) === foldName(layer.name);
    if (same) reasons.push('same name');
    else if (name.pair && name.likeness > 0.2) reasons.push(becauseOf(name.pair));
    const kinds = kindLikeness(stray, layer);
    const top = [...stray.kinds].sort((a, b) => b[1] - a[1])[0];
    const narrow = layer.kinds.length <= 4 ? 1 : layer.kinds.length <= 7 ? 0.8 : 0.65;
    if (kinds !== null && kinds >= 0.8 && top)
      reasons.push(`holds ${countOf(top[0], top[1])}, which belong there`);
    else if (kinds !== null && kinds < 0.2 && top)
      reasons.push(`but ${countOf(top[0], top[1])} would not belong there`);
    let looks = 0;
    const alike: string[] = [];
    if (stray.colour && sameColour(stray.colour, layer.colour)) {
      looks += 0.4;
      alike.push(formatColour(layer.colour));
    }
    if (stray.linetype !== undefined && foldName(stray.linetype) === foldName(layer.linetype)) {
      const plain = foldName(layer.linetype) === 'continuous';
      looks += plain ? 0.1 : 0.4;
      if (!plain) alike.push(`linetype ${layer.linetype}`);
    } else if (samePattern(stray.elements ?? [], findLinetype(standard, layer.linetype)?.elementsMm ?? [])) {
      looks += 0.35;
      alike.push('pattern of dashes');
    }
    if (stray.widthMm !== undefined && stray.widthMm === layer.widthMm && stray.widthMm !== null) {
      looks += 0.2;
      alike.push(`${layer.widthMm} mm`);
    }
    if (alike.length > 0) reasons.push(`same ${alike.join(', ')}`);
    const weighed =
      NAME_WEIGHT * name.likeness +
      KIND_WEIGHT * (kinds ?? 0.4) * narrow +
      LOOK_WEIGHT * Math.min(1, looks / 0.8);
    const likeness = name.grounded || same ? Math.min(1, weighed) : Math.min(NOT_LIKELY, weighed);
    if (likeness >= LEAST && reasons.length > 0) proposals.push({ to: layer.name, likeness, reasons });
  }
  const sorted = proposals.sort((a, b) => b.likeness - a.likeness || a.to.localeCompare(b.to));
  const best = sorted.slice(0, most);
  const alike = sorted.filter(({ likeness }) => sorted[0].likeness - likeness < ALIKE).length;
  // Where two that would be likely are so near to each other, or nothing tells many apart, which is meant is left open.
  const open =
    alike >= MANY ||
    (best.length > 1 && best[1].likeness >= LIKELY && best[0].likeness - best[1].likeness < AS_NEAR);
  return best.map((one, i) => ({
    ...one,
    likeness: open ? Math.min(NOT_LIKELY, one.likeness) : one.likeness,
    ...(alike >= MANY && i < alike ? { among: alike } : {}),
  }));
}

/**
 * Ranks the office's layers for objects of one kind that lie on a layer not meant for them. The name of the layer
 * they are on says nothing; what counts is which layers are for their kind, and for few others.
 */
export function proposeForObjects(standard: Standard, kind: ObjectKind, from: string, most = 5): Proposal[] {
  const accepting = standard.layers.filter(
    (layer) => foldName(layer.name) !== foldName(from) && isMeantFor(layer.kinds, kind),
  );
  const [discipline] = tokens(from);
  return accepting
    .map((layer): Proposal => {
      if (accepting.length === 1)
        return {
          to: layer.name,
          likeness: 0.9,
          reasons: [`the only layer for ${countOf(kind, 2).replace(/^2 /, '')}`],
        };
      const first = layer.kinds[0] === kind;
      const same = discipline !== undefined && tokens(layer.name)[0] === discipline;
      return {
        to: layer.name,
        likeness: (first ? 0.36 : 0.2) + (same ? 0.08 : 0) + 0.05 / layer.kinds.length,
        reasons: [
          first
            ? `made for ${countOf(kind, 2).replace(/^2 /, '')} first`
            : `may hold ${countOf(kind, 2).replace(/^2 /, '')}`,
          ...(layer.purpose ? [layer.purpose] : []),
        ],
      };
    })
    .sort((a, b) => b.likeness - a.likeness || a.to.localeCompare(b.to))
    .slice(0, most);
}

/** True when two broken lines are the same sequence of long and short dashes, whatever their lengths. */
function samePattern(a: readonly number[], b: readonly number[]): boolean {
  if (a.length === 0 || a.length !== b.length) return false;
  const shape = (elements: readonly number[]): string => {
    const longest = Math.max(...elements);
    return elements
      .map((length) => (length < 0 ? 'gap' : length > 0.4 * longest ? 'long' : 'short'))
      .join(' ');
  };
  return shape(a) === shape(b);
}

/** How much each word says among the layer names of a drawing: one over the root of how many layers share it. */
const wordWeights = oncePer(
  (drawing: Drawing) => [drawing],
  ({ layers }) => {
    const counts = new Map<string, number>();
    for (const layer of layers) for (const token of new Set(tokens(layer.name))) countOne(counts, token);
    return new Map([...counts].map(([token, count]) => [token, 1 / Math.sqrt(count)] as const));
  },
);

/** What is known of a layer of a drawing that is to be placed. */
export function strayOf({ drawing }: AuditContext, use: LayerUse): Stray {
  const { name, record } = use;
  const kinds = kindCounts(drawing, use.rows);
  const weights = wordWeights(drawing);
  if (!record) return { name, kinds, weights };
  return {
    name,
    kinds,
    weights,
    elements: drawing.linetypes.get(foldName(record.linetype))?.elements ?? [],
    colour: record.colour,
    linetype: record.linetype,
    ...(drawing.holdsWidths ? { widthMm: record.width >= 0 ? record.width / 100 : null } : {}),
  };
}
