import type { ListedFinding } from '@/core/audit/finding';
import { WEIGHTS } from '@/core/standard/standard';
import type { DrawingView } from '../drawings/types';
import { count } from '../kit/format';
import { cell, cellHead } from '../kit/Page';
import { VerdictPlate, WeightShape, WeightTag } from '../kit/WeightTag';
import type { RuleWords } from './types';

const NO_COUNTS = { must: 0, should: 0, note: 0 };

/** The audit of the drawing as it came, against the audit of what it is now. */
export function BeforeNow({ drawing, rules }: { drawing: DrawingView; rules: readonly RuleWords[] }) {
  const now = drawing.current?.findings ?? [];
  const countsBefore = drawing.first?.counts ?? NO_COUNTS;
  const countsNow = drawing.counts ?? NO_COUNTS;
  const left = now.filter((finding) => finding.correction !== 'automatic');
  return (
    <div className="min-h-0 flex-1 overflow-auto p-3 text-[13px]">
      <table className="mb-4 w-full border border-hairline">
        <thead>
          <tr>
            <th className={cellHead}> </th>
            <th className={`${cellHead} text-right`}>As received</th>
            <th className={`${cellHead} text-right`}>Now</th>
          </tr>
        </thead>
        <tbody>
          <tr>
            <td className={cell}>Outcome</td>
            <td className={`${cell} text-right`}>
              <VerdictPlate verdict={drawing.first?.verdict ?? null} />
            </td>
            <td className={`${cell} text-right`}>
              <VerdictPlate verdict={drawing.verdict} />
            </td>
          </tr>
          {WEIGHTS.map((weight) => (
            <tr key={weight}>
              <td className={cell}>
                <WeightTag weight={weight} />
              </td>
              <td className={`${cell} figures text-right`}>{countsBefore[weight]}</td>
              <td className={`${cell} figures text-right font-medium`}>{countsNow[weight]}</td>
            </tr>
          ))}
          {rules.map((rule) => {
            const was = drawing.first?.byRule[rule.id] ?? 0;
            const is = now.filter((finding) => finding.rule === rule.id).length;
            if (was === 0 && is === 0) return null;
            return (
              <tr key={rule.id}>
                <td className={`${cell} pl-6 text-ink-2`}>{rule.title}</td>
                <td className={`${cell} figures text-right text-ink-2`}>{was}</td>
                <td className={`${cell} figures text-right ${is === 0 ? 'text-verdigris' : ''}`}>
                  {is === 0 ? 'settled' : is}
                </td>
              </tr>
            );
          })}
        </tbody>
      </table>
      {left.length > 0 && (
        <>
          <h2 className="mb-1 font-semibold">
            {count(left.length, 'finding waits', 'findings wait')} for a person
          </h2>
          <ul>
            {left.map((finding: ListedFinding) => (
              <li key={finding.key} className="flex gap-2 border-b border-hairline py-1">
                <span className="pt-1">
                  <WeightShape weight={finding.weight} />
                </span>
                {finding.message}
              </li>
            ))}
          </ul>
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
