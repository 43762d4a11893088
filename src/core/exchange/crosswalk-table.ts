import { foldName } from '../dxf/interner';
import { NAMED_KINDS, type NamedKind, REMOVABLE_KINDS } from '../standard/named-kinds';
import type { CellFault } from './tables/tables';

// What a sender's names stand for, as a table that travels: out of one office, or one project, and into another.

/** What is decided on one name of a sender's. */
export interface NameDecision {
  readonly kind: NamedKind;
  readonly name: string;
  readonly action: 'map' | 'remove';
  /** Name of the office; empty for what is removed. */
  readonly target: string;
}

const HEADS = ['Kind', 'Sender’s name', 'Stands for', 'Decided on'] as const;
export const CROSSWALK_HEADS: readonly string[] = HEADS;

/** What stands for what is to be removed; no name of the format can hold it. */
const REMOVED = '(remove)';

/** Decisions of a table, with the lines that say nothing left out. */
export type CrosswalkRead =
  | { readonly decisions: readonly NameDecision[] }
  | { readonly faults: readonly CellFault[] };

/** The decisions on a sender's names as rows, the heads first. */
export const crosswalkRows = (
  decisions: readonly (NameDecision & { readonly decidedAt: string })[],
): string[][] => [
  [...HEADS],
  ...decisions.map(({ kind, name, action, target, decidedAt }) => [
    kind,
    name,
    action === 'remove' ? REMOVED : target,
    decidedAt.slice(0, 10),
  ]),
];

/** Most lines of a table: no sender has more names. */
const MOST_LINES = 5000;
const MOST_LETTERS = 255;
const plain = (text: string): string => foldName(text.trim().replace(/’/g, "'"));

/**
 * Reads decisions from rows whose first names the columns; a line without a name of the office says nothing. What names no kind is
 * of layers.
 * @param office names of the office by their kind
 * @returns the decisions in order, or every cell that is wrong
 */
export function readCrosswalk(
  rows: readonly (readonly string[])[],
  office: Readonly<Record<NamedKind, readonly string[]>>,
): CrosswalkRead {
  const faults: CellFault[] = [];
  const [heads = [], ...lines] = rows;
  const at = HEADS.map((head) => heads.findIndex((one) => plain(one) === plain(head)));
  const [kindAt, nameAt, targetAt] = at;
  for (const [i, head] of HEADS.slice(1, 3).entries())
    if (at[i + 1] < 0) faults.push({ row: 1, column: head, message: 'the first row names no such column' });
  if (lines.length > MOST_LINES)
    faults.push({
      row: MOST_LINES + 2,
      column: HEADS[1],
      message: `a table has at most ${MOST_LINES} lines`,
    });
  if (faults.length > 0) return { faults };
  const decisions: NameDecision[] = [];
  const seen = new Map<string, number>();
  for (const [i, line] of lines.entries()) {
    const row = i + 2;
    const complain = (column: string, message: string): void => void faults.push({ row, column, message });
    const [said, name, target] = [kindAt, nameAt, targetAt].map((column) => (line[column] ?? '').trim());
    if (name === '' && target === '') continue;
    const kind = said === '' ? 'layer' : NAMED_KINDS.find((one) => plain(one) === plain(said));
    if (!kind) {
      complain(HEADS[0], `“${said}” is no kind of name: ${NAMED_KINDS.join(', ')}`);
      continue;
    }
    if (name === '') complain(HEADS[1], 'a name is needed');
    else if (name.length > MOST_LETTERS) complain(HEADS[1], `a name has at most ${MOST_LETTERS} letters`);
    if (target === '') continue;
    const key = `${kind}|${foldName(name)}`;
    const before = seen.get(key);
    if (before !== undefined) complain(HEADS[1], `“${name}” is in row ${before} too`);
    seen.set(key, row);
    if (plain(target) === REMOVED) {
      if (REMOVABLE_KINDS.has(kind)) decisions.push({ kind, name, action: 'remove', target: '' });
      else complain(HEADS[2], `only ${[...REMOVABLE_KINDS].join('s and ')}s can be removed`);
      continue;
    }
    const known = office[kind].find((one) => foldName(one) === foldName(target));
    if (known !== undefined) decisions.push({ kind, name, action: 'map', target: known });
    else complain(HEADS[2], `the standard has no ${kind} “${target}”`);
  }
  return faults.length > 0 ? { faults } : { decisions };
}
