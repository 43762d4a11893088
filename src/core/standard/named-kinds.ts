import type { StandardFill } from './fills';
import { findFill, findLinetype, type Standard } from './standard';

/** Kinds of names of a sender's that are set against names of the office, and remembered. */
export const NAMED_KINDS = [
  'layer',
  'linetype',
  'text style',
  'dimension style',
  'fill',
  'parallel-line set',
  'symbol',
] as const;
export type NamedKind = (typeof NAMED_KINDS)[number];

/** Kinds of which what has a name can go, with all that is on it or shows it; what has another kind has to have a name. */
export const REMOVABLE_KINDS: ReadonlySet<NamedKind> = new Set<NamedKind>(['layer', 'symbol']);

/** Names of the office of one kind, with what each is for. */
export function officeNames(
  standard: Standard,
  kind: NamedKind,
): readonly { readonly name: string; readonly purpose: string }[] {
  switch (kind) {
    case 'layer':
      return standard.layers;
    case 'linetype':
      return standard.linetypes.map(({ name, description }) => ({ name, purpose: description }));
    case 'text style':
      return standard.lettering.styles.map(({ name, use, heightMm, heights }) => ({
        name,
        purpose: [heights === 'its own' ? `${heightMm} mm` : heights, use]
          .filter((one) => one !== '')
          .join(', '),
      }));
    case 'dimension style':
      return standard.dimensions.map(({ name, use }) => ({ name, purpose: use }));
    case 'fill':
      return standard.fills.map(({ name, material }) => ({ name, purpose: material }));
    case 'parallel-line set':
      return standard.parallels.map(({ name, use }) => ({ name, purpose: use }));
    case 'symbol':
      return standard.symbols.map(({ name, use }) => ({ name, purpose: use }));
  }
}

/** Something for each kind of names. */
export const byKind = <T>(of: (kind: NamedKind) => T): Readonly<Record<NamedKind, T>> =>
  Object.fromEntries(NAMED_KINDS.map((kind) => [kind, of(kind)])) as Record<NamedKind, T>;

/** A name of the office, with how a linetype or a fill is drawn: whoever picks one sees it. */
export interface OfficeName {
  readonly name: string;
  readonly purpose: string;
  /** Of a linetype: dash above 0, gap below 0, dot 0; mm. */
  readonly elementsMm?: readonly number[];
  readonly fill?: StandardFill;
}

/** Names of the office by their kind. */
export type OfficeNames = Readonly<Record<NamedKind, readonly OfficeName[]>>;

/** All names of an edition by their kind; none where there is no edition. */
export const namesToPick = (standard: Standard | undefined): OfficeNames =>
  byKind((kind) => (standard ? officeNames(standard, kind).map((one) => pickable(standard, kind, one)) : []));

const pickable = (standard: Standard, kind: NamedKind, { name, purpose }: OfficeName): OfficeName => ({
  name,
  purpose,
  ...(kind === 'linetype' ? { elementsMm: findLinetype(standard, name)?.elementsMm } : {}),
  ...(kind === 'fill' ? { fill: findFill(standard, name) } : {}),
});
