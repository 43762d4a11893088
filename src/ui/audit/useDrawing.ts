import { useRouter } from 'next/navigation';
import { useCallback, useEffect, useMemo, useState, useTransition } from 'react';
import { toast } from 'sonner';
import type { ListedFinding, Option } from '@/core/audit/finding';
import type { KeyedDecision } from '@/core/correct/choices';
import type { LineUp } from '@/core/correct/line-up';
import type { Asks } from '@/core/correct/proposals';
import type { SheetDecision } from '@/core/drawing/sheets/decisions';
import type { ScaleRequest } from '@/core/scaling/scale-drawing';
import { type DrawingView, isBeingRead } from '../drawings/types';
import { call, callForLines } from '../kit/call';
import { count } from '../kit/format';
import { useLive } from '../kit/live';
import { kindAsked, type Offered, type Proposals, subjectOf } from './types';

/** What the server answers to something that was done. */
interface Done {
  readonly changes?: number;
  readonly draft?: string;
  readonly objects?: number;
  readonly notes?: readonly string[];
  readonly unsettled?: readonly { readonly what: string; readonly why: string }[];
}

/** One drawing and everything that can be done to it. */
export function useDrawing(
  drawing: DrawingView,
  chosen: string | null,
  setChosen: (key: string | null) => void,
  /** Findings as they are listed, in that order. */
  shown: readonly ListedFinding[],
  /** Findings that ask something of somebody: those that are not waived as a whole. */
  findings: readonly ListedFinding[],
) {
  const router = useRouter();
  const [refreshing, startRefresh] = useTransition();
  const [working, setWorking] = useState(false);
  /** How often the panel of units was asked for. */
  const [unitsAsked, setUnitsAsked] = useState(0);
  const reading = isBeingRead(drawing);

  const refresh = useCallback((): void => startRefresh(() => router.refresh()), [router]);
  useLive(reading, (events) => {
    if (events.length === 0 || events.some((event) => event.type === 'drawing' && event.id === drawing.id))
      refresh();
  });

  const act = useCallback(
    async (
      path: string,
      body: unknown,
      done: (value: Done) => string,
      method: 'POST' | 'DELETE' = 'POST',
    ) => {
      setWorking(true);
      const answer = await call<Done>(`/api/drawings/${drawing.id}/${path}`, { body, method });
      setWorking(false);
      if (answer.ok) {
        const said = done(answer.value);
        if (said) toast(said);
        for (const { what, why } of answer.value.unsettled?.slice(0, 3) ?? [])
          toast.warning(`Not settled: ${what}`, { description: why });
        const more = (answer.value.unsettled?.length ?? 0) - 3;
        if (more > 0) toast.warning(`And ${count(more, 'more is', 'more are')} not settled.`);
      } else toast.error(answer.problem.message, { description: answer.problem.action });
      refresh();
      return answer.ok;
    },
    [drawing.id, refresh],
  );

  const moveOn = useCallback(
    (from: readonly ListedFinding[]): void => {
      const at = shown.findIndex((candidate) => candidate.key === chosen);
      const gone = new Set(from.map((item) => item.key));
      const next = [...shown.slice(at + 1), ...shown.slice(0, Math.max(0, at))].find(
        (candidate) => !gone.has(candidate.key),
      );
      setChosen(next?.key ?? null);
    },
    [shown, chosen, setChosen],
  );

  const automatic = useMemo(
    () => findings.filter(({ correction }) => correction === 'automatic'),
    [findings],
  );

  const order = useCallback(
    async (which: readonly ListedFinding[], body: object): Promise<void> => {
      const did = await act(
        'correct',
        { ...body, revision: drawing.revision },
        (value) => `${count(value.changes ?? 0, 'change')} made. Ctrl Z takes them back.`,
      );
      if (did) moveOn(which);
    },
    [act, moveOn, drawing.revision],
  );

  const correct = useCallback(
    /** @param everything all that is automatic, more than a page lists too */
    (which: readonly ListedFinding[], note: string, everything = false): Promise<void> =>
      order(which, everything ? { note } : { findings: which.map(({ key }) => key), note }),
    [order],
  );

  /** Takes one of a finding's ways out. Those that change the standard leave the drawing as it is. */
  const decide = useCallback(
    async (finding: ListedFinding, option: Option, to?: string): Promise<void> => {
      if (option.effect === 'units panel') {
        setUnitsAsked((before) => before + 1);
        return;
      }
      if (option.effect === 'standard') {
        const name = finding.subject.layer ?? finding.subject.value;
        await act(
          option.id,
          { kind: kindAsked(finding), name },
          (value) => `${name} is in ${value.draft} now. Drawings comply with it once that is issued.`,
        );
        return;
      }
      const decision: KeyedDecision = { finding: finding.key, option: option.id, ...(to ? { to } : {}) };
      const note = option.sets
        ? `${option.sets.what}: ${to} mm`
        : option.picks
          ? `${option.picks.what}: ${option.picks.of.find(({ object }) => object === to)?.says}`
          : to
            ? `${subjectOf(finding)} becomes ${to}`
            : `${subjectOf(finding)}: ${option.id}`;
      await order([finding], { findings: [], decisions: [decision], note: note.slice(0, 200) });
    },
    [act, order],
  );

  /** Takes the ways out of many findings, as one step. */
  const decideMany = useCallback(
    (decisions: readonly KeyedDecision[], note: string): Promise<void> => {
      const keys = new Set(decisions.map(({ finding }) => finding));
      return order(
        findings.filter(({ key }) => keys.has(key)),
        { findings: [], decisions, note },
      );
    },
    [order, findings],
  );

  const step = useCallback(
    (by: -1 | 1) => act('step', { by }, () => (by < 0 ? 'Taken back.' : 'Done again.')),
    [act],
  );

  /** Scales, turns and moves the model, as one step. */
  const scale = useCallback(
    (request: ScaleRequest, note: string) =>
      act(
        'scale',
        { request, note: note.slice(0, 200), revision: drawing.revision },
        ({ objects = 0, notes = [] }) =>
          [`${note}: ${count(objects, 'object')}.`, ...notes, 'Ctrl Z takes it back.'].join(' '),
      ),
    [act, drawing.revision],
  );

  /** Lines up texts that were picked on the sheet. */
  const lineUp = useCallback(
    (asked: LineUp, note: string) =>
      act(
        'correct',
        { findings: [], lineUp: asked, note: note.slice(0, 200), revision: drawing.revision },
        ({ changes = 0 }) => `${note}: ${count(changes, 'change')} made. Ctrl Z takes them back.`,
      ),
    [act, drawing.revision],
  );

  /** Keeps what a person says of a sheet in the model. */
  const decideSheet = useCallback(
    (decision: SheetDecision, note: string) =>
      act(
        'sheets',
        { decision, note: note.slice(0, 200), revision: drawing.revision },
        () => `${note}. Ctrl Z takes it back.`,
      ),
    [act, drawing.revision],
  );

  return {
    automatic,
    reading,
    busy: working || refreshing,
    /** Something was asked of the server and is not answered yet. */
    working,
    refresh,
    act,
    correct,
    decide,
    decideMany,
    step,
    scale,
    decideSheet,
    lineUp,
    unitsAsked,
  };
}

/** What is proposed for the findings that ask, as the drawing is now; and refusing some of it. */
export function useProposals(
  drawing: DrawingView,
  /** Some finding asks for a choice. */
  asks: boolean,
): {
  readonly proposals: Proposals | null;
  readonly refuse: (asks: Asks, target: string, action: 'refuse' | 'offer') => void;
} {
  const [proposals, setProposals] = useState<Proposals | null>(null);
  const [said, setSaid] = useState(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the file decides what is proposed, and what was refused
  useEffect(() => {
    if (drawing.state !== 'ready' || !asks) return;
    let live = true;
    void callForLines<Offered>(`/api/drawings/${drawing.id}/proposals`).then((answer) => {
      if (live) setProposals(answer.ok ? answer.value : {});
    });
    return () => {
      live = false;
    };
  }, [drawing.id, drawing.state, drawing.currentSha, drawing.edition, drawing.revision, asks, said]);
  const refuse = useCallback(
    async (asks: Asks, target: string, action: 'refuse' | 'offer'): Promise<void> => {
      const answer = await call(`/api/drawings/${drawing.id}/refuse`, { body: { ...asks, target, action } });
      if (!answer.ok) toast.error(answer.problem.message, { description: answer.problem.action });
      setSaid((before) => before + 1);
    },
    [drawing.id],
  );
  return { proposals, refuse: (...what) => void refuse(...what) };
}

/** Every object of a finding: those that came with it, and the rest when it is chosen. */
export function useHandles(drawing: DrawingView, finding: ListedFinding | null): readonly string[] {
  const [all, setAll] = useState<{ readonly key: string; readonly handles: readonly string[] } | null>(null);
  const missing = finding && finding.objectCount > finding.handles.length ? finding.key : null;
  useEffect(() => {
    if (missing === null) return;
    let live = true;
    void call<{ handles: string[] }>(
      `/api/drawings/${drawing.id}/objects?key=${encodeURIComponent(missing)}`,
    ).then((answer) => {
      if (live && answer.ok) setAll({ key: missing, handles: answer.value.handles });
    });
    return () => {
      live = false;
    };
  }, [missing, drawing.id]);
  return finding ? (all?.key === finding.key ? all.handles : finding.handles) : NO_HANDLES;
}

const NO_HANDLES: readonly string[] = [];
