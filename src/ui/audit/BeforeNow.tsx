import { useState } from 'react';
import type { ListedFinding } from '@/core/audit/finding';
import { WEIGHTS } from '@/core/standard/standard';
import type { DrawingView } from '../drawings/types';
import { count } from '../kit/format';
import { cell, cellHead } from '../kit/Page';
import { VerdictPlate, WeightShape, WeightTag } from '../kit/WeightTag';
import type { ComparedView, RuleWords } from './types';

interface Props {
  readonly drawing: DrawingView;
  readonly findings: readonly ListedFinding[];
  readonly rules: readonly RuleWords[];
  /** Numbers of the states that are compared. */
  readonly pair: readonly [number, number];
  readonly onPair: (pair: readonly [number, number]) => void;
  readonly compared: ComparedView | null;
  readonly problem: string;
}

/** Two states of the drawing: what each was audited to, rule by rule, and what was changed between them. */
export function BeforeNow({ drawing, findings, rules, pair, onPair, compared, problem }: Props) {
  const [settledShown, setSettledShown] = useState(true);
  const left = findings.filter((finding) => finding.correction !== 'automatic');
  const states = statesOf(drawing);
  const title = (id: string): string => rules.find((rule) => rule.id === id)?.title ?? id;
  const listed = compared?.rules.filter(({ to }) => settledShown || to > 0) ?? [];
  const pick = (side: 0 | 1, number: number): void => {
    const other = pair[1 - side];
    // The earlier one stands at the left whichever was picked.
    onPair(number <= other ? [number, other] : [other, number]);
  };
  return (
    <div className="min-h-0 flex-1 overflow-auto p-3 text-[13px]">
      <table className="mb-3 w-full table-fixed border border-hairline">
        <thead>
          <tr>
            <th className={`${cellHead} w-[46%]`}>What was found</th>
            {([0, 1] as const).map((side) => (
              <th key={side} className={`${cellHead} text-right`}>
                <select
                  aria-label={side === 0 ? 'Earlier state' : 'Later state'}
                  value={pair[side]}
                  onChange={(event) => pick(side, Number(event.target.value))}
                  className="h-7 w-full min-w-0 rounded-md border border-rule bg-white px-1 font-normal text-ink"
                >
                  {states.map(({ number, name }) => (
                    <option key={number} value={number} disabled={number === pair[1 - side]}>
                      {name}
                    </option>
                  ))}
                </select>
              </th>
            ))}
          </tr>
        </thead>
        {compared && (
          <tbody>
            <tr>
              <td className={cell}>Outcome</td>
              {[compared.from, compared.to].map(({ number, verdict, edition }) => (
                <td key={number} className={`${cell} text-right`} title={`Checked with ${edition}`}>
                  <VerdictPlate verdict={verdict} />
                </td>
              ))}
            </tr>
            {WEIGHTS.map((weight) => (
              <tr key={weight}>
                <td className={cell}>
                  <WeightTag weight={weight} />
                </td>
                <td className={`${cell} figures text-right`}>{compared.from.counts[weight]}</td>
                <td className={`${cell} figures text-right font-medium`}>{compared.to.counts[weight]}</td>
              </tr>
            ))}
            {listed.map(({ rule, from, to }) => (
              <tr key={rule}>
                <td className={`${cell} truncate pl-6 text-ink-2`} title={title(rule)}>
                  {title(rule)}
                </td>
                <td className={`${cell} figures text-right text-ink-2`}>{from}</td>
                <td className={`${cell} figures text-right ${to === 0 ? 'text-verdigris' : ''}`}>
                  {to === 0 ? 'settled' : to}
                </td>
              </tr>
            ))}
          </tbody>
        )}
      </table>
      {problem && (
        <p role="alert" className="mb-3 text-oxide">
          {problem}
        </p>
      )}
      {compared && (
        <p className="mb-3 flex items-baseline gap-3">
          <span className="flex-1">
            {count(compared.changes, 'change')} between them. Waived findings are counted here.
          </span>
          <label className="flex items-center gap-1.5 text-ink-2">
            <input
              type="checkbox"
              className="accent-verdigris"
              checked={settledShown}
              onChange={(event) => setSettledShown(event.target.checked)}
            />
            settled too
          </label>
        </p>
      )}
      {left.length > 0 && (
        <>
          <h2 className="mb-1 font-semibold">
            Now {count(left.length, 'finding waits', 'findings wait')} for a person
          </h2>
          <ul>
            {left.slice(0, MOST_LEFT).map((finding: ListedFinding) => (
              <li key={finding.key} className="flex gap-2 border-b border-hairline py-1">
                <span className="pt-1">
                  <WeightShape weight={finding.weight} />
                </span>
                {finding.message}
              </li>
            ))}
          </ul>
          {left.length > MOST_LEFT && (
            <p className="py-1 text-ink-2">And {count(left.length - MOST_LEFT, 'more')}.</p>
          )}
        </>
      )}
      <p className="mt-4 text-ink-2">
        Checked with {drawing.edition}. Everything that no change names is the same in the corrected file,
        byte for byte.
      </p>
      <dl className="figures mt-2 grid grid-cols-[7rem_1fr] gap-y-0.5 break-all text-ink-2">
        <dt>Received</dt>
        <dd>{drawing.originalSha}</dd>
        <dt>Now</dt>
        <dd>{drawing.currentSha}</dd>
      </dl>
    </div>
  );
}

/** Findings for a person that are listed here; the ledger has them all. */
const MOST_LEFT = 100;

/** The states of a drawing, the first as it came, by what was done to get there. */
export const statesOf = ({
  revisions,
}: DrawingView): { readonly number: number; readonly name: string }[] => [
  { number: 0, name: 'As received' },
  ...revisions.map(({ number, note }) => ({
    number,
    name: number === revisions.length ? `${number} Now: ${note}` : `${number} ${note}`,
  })),
];
