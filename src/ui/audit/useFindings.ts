import { useEffect, useState } from 'react';
import type { ListedFinding } from '@/core/audit/finding';
import type { DrawingView } from '../drawings/types';
import { call } from '../kit/call';

/** Findings that are fetched at once. */
const PART = 2000;

const NONE: readonly ListedFinding[] = [];

/** The findings of a drawing: those that came with the page, then part by part the rest. */
export function useFindings({ id, auditId, current }: DrawingView): {
  readonly findings: readonly ListedFinding[];
  /** Findings that are still to come. */
  readonly missing: number;
  readonly problem: string;
} {
  const [fetched, setFetched] = useState<{
    readonly audit: number | null;
    readonly all: readonly ListedFinding[];
    readonly problem: string;
  }>({ audit: null, all: NONE, problem: '' });
  const first = current?.findings ?? NONE;
  const total = current?.findingCount ?? 0;
  const own = fetched.audit === auditId ? fetched : null;
  // What came with the page is as of now: what was fetched of the same audit follows it.
  const findings = own && own.all.length > first.length ? own.all : first;
  const missing = Math.max(0, total - findings.length);
  const problem = own?.problem ?? '';

  useEffect(() => {
    if (missing === 0 || auditId === null || problem !== '') return;
    let live = true;
    void call<{ findings: ListedFinding[] }>(
      `/api/drawings/${id}/findings?audit=${auditId}&from=${findings.length}&most=${PART}`,
    ).then((answer) => {
      if (!live) return;
      if (answer.ok) {
        const all = [...findings, ...answer.value.findings];
        // A list that ends before its time is said, not asked for again for ever.
        const ended = answer.value.findings.length === 0;
        setFetched({
          audit: auditId,
          all,
          problem: ended ? 'Some findings are missing. Reload the page.' : '',
        });
      } else setFetched({ audit: auditId, all: findings, problem: answer.problem.message });
    });
    return () => {
      live = false;
    };
  }, [id, auditId, findings, missing, problem]);
  return { findings, missing, problem };
}
