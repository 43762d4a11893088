import { useEffect, useMemo, useState } from 'react';
import type { ListedFinding } from '@/core/audit/finding';
import type { PlannedCorrection } from '@/core/correct/plan';
import type { Problem } from '@/core/result';
import type { DrawingView } from '../drawings/types';
import { Button } from '../kit/Button';
import { call } from '../kit/call';
import { Dialog, DialogFoot } from '../kit/Dialog';
import { count } from '../kit/format';
import { WeightShape } from '../kit/WeightTag';
import { ComparedSheet } from '../sheet/ComparedSheet';
import type { RuleWords } from './types';

interface Props {
  readonly drawing: DrawingView;
  readonly findings: readonly ListedFinding[];
  /** They are all that is automatic: what a page does not list goes along. */
  readonly everything: boolean;
  readonly rules: readonly RuleWords[];
  readonly onApply: (which: readonly ListedFinding[], everything: boolean) => void;
  readonly onClose: () => void;
}

/** Findings that are listed with a tick of their own. */
const MOST_TICKS = 300;
/** A tick is followed by a new plan after so many ms. */
const SETTLED_MS = 250;

/** What is about to be corrected: which causes, what would change how often and where, what would be left. */
export function PlanDialog({ drawing, findings, everything, rules, onApply, onClose }: Props) {
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [plan, setPlan] = useState<PlannedCorrection | null>(null);
  /** The last plan stays in sight until the next one is there. */
  const [shown, setShown] = useState<PlannedCorrection | null>(null);
  const [problem, setProblem] = useState<Problem | null>(null);
  const all = everything && left.size === 0;
  const taken = useMemo(() => findings.filter(({ key }) => !left.has(key)), [findings, left]);

  useEffect(() => {
    let live = true;
    setPlan(null);
    setProblem(null);
    if (taken.length === 0) return;
    const timer = setTimeout(() => {
      void call<PlannedCorrection>(`/api/drawings/${drawing.id}/plan`, {
        body: {
          ...(all ? {} : { findings: taken.map(({ key }) => key) }),
          note: '',
          revision: drawing.revision,
        },
      }).then((answer) => {
        if (!live) return;
        if (answer.ok) {
          setPlan(answer.value);
          setShown(answer.value);
        } else setProblem(answer.problem);
      });
    }, SETTLED_MS);
    return () => {
      live = false;
      clearTimeout(timer);
    };
  }, [taken, all, drawing.id, drawing.revision]);

  const titleOf = (id: string): string => rules.find((rule) => rule.id === id)?.title ?? id;
  const tick = (key: string, on: boolean): void =>
    setLeft((now) => {
      const next = new Set(now);
      if (on) next.delete(key);
      else next.add(key);
      return next;
    });
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      size="whole"
      title={`Correct ${count(taken.length, 'finding')}`}
      about="Nothing is written yet. Untick what is to stay as it is. One undo takes all of it back."
    >
      <div className="grid min-h-0 flex-1 grid-cols-[minmax(0,5fr)_minmax(0,6fr)] grid-rows-[minmax(0,2fr)_minmax(0,3fr)] text-[13px]">
        <div className="overflow-auto border-b border-r border-hairline px-5 py-2">
          {findings.slice(0, MOST_TICKS).map((finding) => (
            <label key={finding.key} className="flex min-h-7 items-center gap-2">
              <input
                type="checkbox"
                className="size-4 accent-verdigris"
                checked={!left.has(finding.key)}
                onChange={(event) => tick(finding.key, event.target.checked)}
              />
              <WeightShape weight={finding.weight} />
              <span className="min-w-0 flex-1 truncate" title={finding.message}>
                {finding.message}
              </span>
              <span className="shrink-0 text-ink-3">{titleOf(finding.rule)}</span>
            </label>
          ))}
          {findings.length > MOST_TICKS && (
            <p className="py-1 text-ink-2">And {count(findings.length - MOST_TICKS, 'more')}.</p>
          )}
        </div>
        <div className="col-start-1 overflow-auto border-r border-hairline px-5 py-2" aria-live="polite">
          {problem && (
            <p role="alert" className="text-oxide">
              {problem.message} <span className="text-ink">{problem.action}</span>
            </p>
          )}
          {taken.length === 0 && <p className="text-ink-2">Nothing is ticked.</p>}
          {taken.length > 0 && !plan && !problem && (
            <p className="text-ink-2">Working out what would change …</p>
          )}
          {plan && <Steps plan={plan} />}
        </div>
        <div className="col-start-2 row-span-2 row-start-1 flex min-h-0 min-w-0 bg-desk">
          {shown && (
            <ComparedSheet
              drawingId={drawing.id}
              sheets={drawing.sheets}
              before={{ state: 'now', sha: drawing.currentSha, name: 'As it is' }}
              after={{ state: `plan-${shown.sha}`, sha: shown.sha, name: 'As planned' }}
              touched={shown.touched}
              movements={shown.movements}
            />
          )}
        </div>
      </div>
      <DialogFoot>
        <Button onClick={onClose}>Cancel</Button>
        <Button look="main" disabled={!plan || plan.changes === 0} onClick={() => onApply(taken, all)}>
          {plan ? `Make ${count(plan.changes, 'change')}` : 'Correct'}
        </Button>
      </DialogFoot>
    </Dialog>
  );
}

function Steps({ plan }: { plan: PlannedCorrection }) {
  const farthest = plan.steps.reduce((most, { largestMovementMm }) => Math.max(most, largestMovementMm), 0);
  return (
    <>
      <p className="mb-1 font-medium">
        {count(plan.changes, 'change')} in {count(plan.stepCount, 'step')},{' '}
        {farthest === 0 ? 'nothing moves' : `the farthest moves by ${farthest} mm on paper`}. Then{' '}
        {plan.after.must} of {plan.before.must} must, {plan.after.should} of {plan.before.should} should are
        left.
      </p>
      <table className="w-full">
        <tbody>
          {plan.steps.map((step) => (
            <tr key={`${step.rule} ${step.what} ${step.before} ${step.after}`} className="align-baseline">
              <td className="figures w-14 border-t border-hairline py-0.5 pr-2 text-right">
                {step.objects} ×
              </td>
              <td className="w-44 border-t border-hairline py-0.5 pr-3">{step.what}</td>
              <td className="figures border-t border-hairline py-0.5 pr-3">
                {step.before === '' ? '' : `${step.before} → `}
                {step.after}
              </td>
              <td
                className="max-w-40 truncate border-t border-hairline py-0.5 text-ink-2"
                title={step.where.join(', ')}
              >
                {step.where.join(', ')}
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {plan.stepCount > plan.steps.length && (
        <p className="py-1 text-ink-2">And {count(plan.stepCount - plan.steps.length, 'more step')}.</p>
      )}
      {plan.unsettled.map(({ key, what, why }) => (
        <p key={`${key} ${what}`} className="pt-1 text-oxide">
          Cannot be done: {what}. <span className="text-ink">{why}</span>
        </p>
      ))}
    </>
  );
}
