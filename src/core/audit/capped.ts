import type { Weight } from '../standard/rule-settings';
import { countOne } from '../tally';
import type { Finding } from './finding';
import { words } from './value';

/** Weights by how much they hold back, the heaviest first. */
export const RANK: Readonly<Record<Weight, number>> = { must: 0, should: 1, note: 2 };

/** Findings of a drawing that are listed one by one, and of any one rule at the least. */
const MOST_LISTED_OF_DRAWING = 25_000;
const LEAST_LISTED_OF_RULE = 1000;

/** A finding that stands for all that are not listed one by one. */
export const restOf = (rule: string, count: number, weight: Weight): Finding => ({
  rule,
  // The number is no part of it: it is the same finding when there are fewer.
  key: `${rule}|more`,
  weight,
  message: `${count.toLocaleString('en-GB')} more findings of this rule are not listed one by one.`,
  expected: words('none'),
  found: words(`${count.toLocaleString('en-GB')} more`),
  handles: [],
  places: [],
  correction: 'manual',
  subject: { kind: 'more', value: String(count) },
  sure: 1,
});

/** Findings as a page lists them one by one. Rules share the room there is; what few of them leave, the others have. */
export function listedFindings(findings: readonly Finding[]): readonly Finding[] {
  const counts = new Map<string, number>();
  for (const { rule } of findings) countOne(counts, rule);
  let room = MOST_LISTED_OF_DRAWING;
  let share = room;
  for (const [i, count] of [...counts.values()].sort((a, b) => a - b).entries()) {
    share = Math.floor(room / (counts.size - i));
    room -= Math.min(count, share);
  }
  return cappedFindings(findings, Math.max(LEAST_LISTED_OF_RULE, share));
}

/**
 * The first findings of each rule, and one that counts the rest: a page that lists half a million of them would serve
 * nobody. Corrections do not go by this list; they settle what is not listed too.
 */
export function cappedFindings(findings: readonly Finding[], mostOfRule: number): readonly Finding[] {
  const seen = new Map<string, number>();
  const rest = new Map<string, { count: number; weight: Weight }>();
  const kept = findings.filter(({ rule, weight, subject }) => {
    const count = (seen.get(rule) ?? 0) + 1;
    seen.set(rule, count);
    if (count <= mostOfRule) return true;
    const left = rest.get(rule) ?? { count: 0, weight };
    left.count += subject.kind === 'more' ? Number(subject.value ?? 1) : 1;
    if (RANK[weight] < RANK[left.weight]) left.weight = weight;
    rest.set(rule, left);
    return false;
  });
  return rest.size === 0
    ? findings
    : [...kept, ...[...rest].map(([rule, of]) => restOf(rule, of.count, of.weight))];
}
