import type { ListedFinding } from '@/core/audit/finding';
import { formatValue } from '@/core/audit/value';
import { WEIGHTS, type Weight } from '@/core/standard/standard';

/** What findings are put together by. */
export const GROUPINGS = ['cause', 'layer', 'sheet', 'weight'] as const;
export type Grouping = (typeof GROUPINGS)[number];

/** Who settles a finding. */
export const SETTLED_BY = ['automatic', 'choice', 'manual'] as const;
export type SettledBy = (typeof SETTLED_BY)[number];

/** What of a ledger is shown and how: all of it stands in the address, so that a link leads to the same place. */
export interface LedgerView {
  readonly by: Grouping;
  readonly find: string;
  readonly weights: readonly Weight[];
  /** Only findings that are settled so; null for all. */
  readonly settledBy: SettledBy | null;
  /** Only findings of one rule; null for all. */
  readonly rule: string | null;
  /** Key of the finding that is looked at. */
  readonly chosen: string | null;
}

export const WHOLE_LEDGER: LedgerView = {
  by: 'cause',
  find: '',
  weights: WEIGHTS,
  settledBy: null,
  rule: null,
  chosen: null,
};

/** Letters of a search that are kept in an address. */
const MOST_LETTERS = 200;

const among = <T extends string>(values: readonly T[], given: string | null): T | null =>
  values.find((value) => value === given) ?? null;

/** Reads a view out of an address; what is not understood there is as if it were not. */
export function viewOf(query: URLSearchParams): LedgerView {
  const weights = query.get('weights')?.split(' ');
  return {
    by: among(GROUPINGS, query.get('by')) ?? 'cause',
    find: (query.get('find') ?? '').slice(0, MOST_LETTERS),
    weights: weights ? WEIGHTS.filter((weight) => weights.includes(weight)) : WEIGHTS,
    settledBy: among(SETTLED_BY, query.get('settled')),
    rule: query.get('rule'),
    chosen: query.get('finding'),
  };
}

/** A view as the query of an address; empty for the whole ledger. */
export function queryOf({ by, find, weights, settledBy, rule, chosen }: LedgerView): string {
  const query = new URLSearchParams();
  if (by !== 'cause') query.set('by', by);
  if (find !== '') query.set('find', find);
  if (weights.length < WEIGHTS.length) query.set('weights', weights.join(' '));
  if (settledBy) query.set('settled', settledBy);
  if (rule) query.set('rule', rule);
  if (chosen) query.set('finding', chosen);
  return query.toString();
}

/** Findings that are shown together, with what they share. */
export interface Group {
  readonly id: string;
  readonly title: string;
  readonly findings: readonly ListedFinding[];
}

const byName = new Intl.Collator('en', { numeric: true });

/** Objects of a finding whose handles are searched. */
const MOST_SEARCHED = 50;

/** The words of a finding that are searched, made once: with thousands of findings each letter counts. */
const searched = new WeakMap<ListedFinding, string>();

function wordsOf(finding: ListedFinding): string {
  const known = searched.get(finding);
  if (known !== undefined) return known;
  const handles = finding.objectCount < MOST_SEARCHED ? finding.handles.join(' ') : '';
  const words =
    `${finding.message} ${formatValue(finding.expected)} ${formatValue(finding.found)} ${handles}`.toLowerCase();
  searched.set(finding, words);
  return words;
}

/** Findings whose words are made ready at once. */
const READY_AT_ONCE = 500;

/** Makes the words of findings ready, some at a time, so that the first letter of a search does not wait for all of them. */
export function readyToSearch(findings: readonly ListedFinding[]): () => void {
  let next = 0;
  let timer: ReturnType<typeof setTimeout>;
  const go = (): void => {
    for (const end = Math.min(findings.length, next + READY_AT_ONCE); next < end; next++)
      wordsOf(findings[next]);
    if (next < findings.length) timer = setTimeout(go, 0);
  };
  timer = setTimeout(go, 0);
  return () => clearTimeout(timer);
}

const matches = (finding: ListedFinding, wanted: string): boolean =>
  wanted === '' || wordsOf(finding).includes(wanted);

/**
 * The findings of a view in groups, as they are listed.
 * @param titleOf title of a rule
 */
export function groupsOf(
  findings: readonly ListedFinding[],
  view: Omit<LedgerView, 'chosen'>,
  titleOf: (rule: string) => string,
): readonly Group[] {
  const wanted = view.find.trim().toLowerCase();
  const groups = new Map<string, { title: string; findings: ListedFinding[] }>();
  for (const finding of findings) {
    if (!view.weights.includes(finding.weight)) continue;
    if (view.settledBy && finding.correction !== view.settledBy) continue;
    if (view.rule && finding.rule !== view.rule) continue;
    if (!matches(finding, wanted)) continue;
    const [id, title] = placeIn(finding, view.by, titleOf);
    const group = groups.get(id);
    if (group) group.findings.push(finding);
    else groups.set(id, { title, findings: [finding] });
  }
  const listed = [...groups].map(([id, group]): Group => ({ id, ...group }));
  return view.by === 'layer' || view.by === 'sheet'
    ? listed.sort(
        (a, b) => Number(a.title === '') - Number(b.title === '') || byName.compare(a.title, b.title),
      )
    : listed;
}

/** What is said where findings are of no layer, or on no sheet. */
export const OF_NONE: Readonly<Record<'layer' | 'sheet', string>> = {
  layer: 'Of no layer',
  sheet: 'Not on a sheet',
};

function placeIn(
  finding: ListedFinding,
  by: Grouping,
  titleOf: (rule: string) => string,
): readonly [id: string, title: string] {
  if (by === 'weight') return [finding.weight, finding.weight];
  if (by === 'cause') return [`${finding.weight} ${finding.rule}`, titleOf(finding.rule)];
  const name = by === 'layer' ? finding.subject.layer : finding.places[0]?.sheet;
  return [`${by} ${name ?? ''}`, name ?? ''];
}

/** What stands between a drawing and its release, counted. */
export function openWork(findings: readonly ListedFinding[]): Readonly<Record<SettledBy, number>> & {
  readonly must: number;
} {
  const counts = { must: 0, automatic: 0, choice: 0, manual: 0 };
  for (const { weight, correction } of findings) {
    counts[correction]++;
    if (weight === 'must') counts.must++;
  }
  return counts;
}
