/** What an object is, in the trade's words. The order is the order of lists on screen. */
export const OBJECT_KINDS = [
  'line',
  'polyline',
  'arc',
  'circle',
  'ellipse',
  'spline',
  'point',
  'construction line',
  'parallel-line set',
  'solid',
  'fill',
  'text',
  'attribute',
  'dimension',
  'leader',
  'tolerance frame',
  'table',
  'symbol',
  'viewport',
  'image',
  'mask',
  'other',
] as const;

export type ObjectKind = (typeof OBJECT_KINDS)[number];

/** Kinds that are drawn as lines. */
export const LINE_KINDS: ReadonlySet<ObjectKind> = new Set([
  'line',
  'polyline',
  'arc',
  'circle',
  'ellipse',
  'spline',
  'construction line',
]);

/** Plural for counts: "3 lines", "1 line". */
export function countOf(kind: string, count: number): string {
  const irregular: Readonly<Record<string, string>> = {
    text: 'texts',
    other: 'other objects',
    leader: 'leaders',
  };
  if (kind === 'other') return count === 1 ? '1 other object' : `${count} other objects`;
  return count === 1 ? `1 ${kind}` : `${count} ${irregular[kind] ?? `${kind}s`}`;
}
