/** What a drawing is looked at for, in the order in which it is said. */
export const FAMILIES = [
  'layers',
  'pens',
  'linetypes',
  'lettering',
  'dimensions',
  'leaders',
  'fills',
  'parallel lines',
  'symbols',
  'sheets',
  'geometry',
  'units',
] as const;
export type Family = (typeof FAMILIES)[number];

/** Whether an audit looked at a family, and why not at all of it. */
export interface Looked {
  readonly family: Family;
  readonly looked: 'checked' | 'partly' | 'not';
  /** Why not all of it; for a family that is checked, what there is to know. */
  readonly why: readonly string[];
}

/** Families that the audit did not look at, or not wholly: what a released drawing is released without. */
export const leftOpen = (looked: readonly Looked[]): readonly Looked[] =>
  looked.filter((one) => one.looked !== 'checked');
