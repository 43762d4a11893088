import type { ListedFinding, Option } from '@/core/audit/finding';
import { LIKELY, POSSIBLE } from '@/core/audit/likeness/likely';
import type { Proposal } from '@/core/audit/likeness/propose';
import type { KeyedDecision } from '@/core/correct/choices';
import type { NamedKind } from '@/core/standard/named-kinds';
import { kindAsked, type Proposals, pickingOption, subjectOf } from './types';

/** A finding that asks for a name of the office, as one line of those that are decided together. */
export interface ManyRow {
  readonly finding: ListedFinding;
  readonly kind: NamedKind;
  /** As the sender calls it. */
  readonly name: string;
  readonly picking: Option;
  /** The way out by which it goes; undefined where there is none. */
  readonly removal: Option | undefined;
  /** Best first. */
  readonly ranked: readonly Proposal[];
}

/** Which of them are looked at. */
export interface ManyFilter {
  /** Their best proposal is as likely as this; 0 takes in those without one. */
  readonly bar: number;
  readonly beginning: string;
  readonly kind: NamedKind | 'all';
}

/** From how likely on proposals are looked at. */
export const BARS = [
  { bar: 0.75, says: 'very likely' },
  { bar: LIKELY, says: 'likely' },
  { bar: POSSIBLE, says: 'possible' },
  { bar: 0, says: 'any, or none' },
] as const;

/** The findings that ask for a name of the office. */
export const manyRows = (
  findings: readonly ListedFinding[],
  proposals: Proposals | null,
): readonly ManyRow[] =>
  findings.flatMap((finding): ManyRow[] => {
    const picking = pickingOption(finding);
    // What is asked of several names at once is asked of each of them as well.
    if (!picking || picking.id === 'become one' || finding.correction !== 'choice') return [];
    return [
      {
        finding,
        kind: kindAsked(finding),
        name: subjectOf(finding),
        picking,
        removal: finding.options?.find(({ id, effect }) => id === 'remove' && effect === 'drawing'),
        ranked: proposals?.[finding.key]?.ranked ?? [],
      },
    ];
  });

export function isAmong({ kind, name, ranked }: ManyRow, filter: ManyFilter): boolean {
  const likeness = ranked[0]?.likeness ?? 0;
  return (
    (filter.kind === 'all' || kind === filter.kind) &&
    (filter.bar === 0 || likeness >= filter.bar) &&
    name.toLowerCase().startsWith(filter.beginning.trim().toLowerCase())
  );
}

/**
 * What a line becomes: what a person picked for it, else its best proposal where that reaches the bar. Where no bar is set only
 * what is likely is picked beforehand. Empty where there is neither.
 */
export function targetOf(
  { finding, ranked: [best] }: ManyRow,
  picked: ReadonlyMap<string, string>,
  { bar }: Pick<ManyFilter, 'bar'>,
): string {
  // Of several that are as good none is picked by being first in the alphabet.
  const likely = best && best.among === undefined && best.likeness >= (bar > 0 ? bar : LIKELY) ? best.to : '';
  return picked.get(finding.key) ?? likely;
}

/** The decisions by which lines become what is said of them. */
export const becoming = (
  rows: readonly ManyRow[],
  picked: ReadonlyMap<string, string>,
  filter: Pick<ManyFilter, 'bar'>,
): readonly KeyedDecision[] =>
  rows.flatMap((row): KeyedDecision[] => {
    const to = targetOf(row, picked, filter);
    return to === '' ? [] : [{ finding: row.finding.key, option: row.picking.id, to }];
  });

/** The decisions by which lines go. */
export const going = (rows: readonly ManyRow[]): readonly KeyedDecision[] =>
  rows.flatMap(({ finding, removal }): KeyedDecision[] =>
    removal ? [{ finding: finding.key, option: removal.id }] : [],
  );
