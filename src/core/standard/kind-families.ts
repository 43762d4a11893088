import { LINE_KINDS, OBJECT_KINDS, type ObjectKind } from '../dxf/object-kinds';

/**
 * What a layer is for is said in families: a layer for polylines takes lines and arcs as well, since which of them draws an outline is
 * a matter of habit.
 */
const FAMILIES = {
  linework: [...LINE_KINDS, 'parallel-line set'],
  lettering: ['text', 'attribute', 'table'],
  dimensions: ['dimension', 'tolerance frame'],
  leaders: ['leader'],
  fills: ['solid', 'fill', 'mask'],
  symbols: ['symbol'],
  points: ['point'],
  images: ['image'],
  viewports: ['viewport'],
  'anything else': ['other'],
} satisfies Readonly<Record<string, readonly ObjectKind[]>>;

export type KindFamily = keyof typeof FAMILIES;
export const KIND_FAMILIES = Object.keys(FAMILIES) as KindFamily[];
export const kindsOfFamily = (family: KindFamily): readonly ObjectKind[] => FAMILIES[family];

const FAMILY_OF = new Map(
  KIND_FAMILIES.flatMap((family) => kindsOfFamily(family).map((kind) => [kind, family] as const)),
);

/** The families that kinds belong to, in their order. */
export const familiesOfKinds = (kinds: readonly ObjectKind[]): KindFamily[] =>
  KIND_FAMILIES.filter((family) => kinds.some((kind) => FAMILY_OF.get(kind) === family));

/** Whether a layer that is for some kinds takes one: any of their families. None at all means any kind. */
export const takesKind = (kinds: readonly ObjectKind[], kind: ObjectKind): boolean =>
  kinds.length === 0 || isMeantFor(kinds, kind);

/** Whether a layer is for a kind, and not merely open to any. What stands in a symbol's attributes belongs where symbols do, too. */
export function isMeantFor(kinds: readonly ObjectKind[], kind: ObjectKind): boolean {
  const family = FAMILY_OF.get(kind);
  return kinds.some(
    (one) => FAMILY_OF.get(one) === family || (kind === 'attribute' && FAMILY_OF.get(one) === 'symbols'),
  );
}

/** "linework, text": whole families by their names, what is there of others by kind, in the order that they have. */
export function formatKinds(kinds: readonly ObjectKind[]): string {
  const words: string[] = [];
  for (let i = 0; i < kinds.length; ) {
    const whole = KIND_FAMILIES.find((family) =>
      kindsOfFamily(family).every((kind, j) => kinds[i + j] === kind),
    );
    words.push(whole ?? kinds[i]);
    i += whole ? kindsOfFamily(whole).length : 1;
  }
  return words.join(', ');
}

/** Kinds out of words, each a family or a kind, in their order; null where one is neither. */
export function readKinds(words: readonly string[]): ObjectKind[] | null {
  const found = new Set<ObjectKind>();
  for (const word of words) {
    const family = KIND_FAMILIES.find((one) => one === word);
    const kind = OBJECT_KINDS.find((one) => one === word);
    if (family) for (const one of kindsOfFamily(family)) found.add(one);
    else if (kind) found.add(kind);
    else return null;
  }
  return [...found];
}
