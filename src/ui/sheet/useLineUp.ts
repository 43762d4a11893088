import { useCallback, useEffect, useState } from 'react';
import type { Edge, LinedUp } from '@/core/correct/line-up';
import { call } from '../kit/call';
import type { ObjectLine } from './messages';
import type { Setting } from './SettingLines';

/** Texts that a person picks to line them up. */
export interface LiningUp {
  readonly texts: readonly ObjectLine[];
  readonly edge: Edge;
  readonly onEdge: (edge: Edge) => void;
  /** Where they would stand; null while fewer than two are picked, or it is not known yet. */
  readonly plan: LinedUp | null;
  /** Why they cannot be lined up, and what to do; empty where they can. */
  readonly problem: string;
  /** The line that is being set on the sheet; null where there is none. */
  readonly setting: Setting | null;
  /** Begins with one text. */
  readonly onStart: (first: ObjectLine) => void;
  /** Takes a text in, or lets it go. */
  readonly onToggle: (object: ObjectLine) => void;
}

const NONE: readonly ObjectLine[] = [];

/** Whether an object can be picked: a text that is no part of a symbol or a dimension. */
export const isTextAlone = ({ kind, within }: ObjectLine): boolean => kind === 'text' && within === null;

/** @param open the panel is open: what is picked while it is not is not looked up */
export function useLineUp(drawingId: number, sha: string, open: boolean): LiningUp {
  const [texts, setTexts] = useState(NONE);
  const [edge, setEdge] = useState<Edge>('left edges');
  const [value, setValue] = useState(0);
  const [plan, setPlan] = useState<LinedUp | null>(null);
  const [problem, setProblem] = useState('');

  // biome-ignore lint/correctness/useExhaustiveDependencies: the file decides where texts stand
  useEffect(() => {
    setPlan(null);
    setProblem('');
    if (!open || texts.length < 2) return;
    let live = true;
    const body = { texts: texts.map(({ handle }) => handle), edge };
    void call<LinedUp>(`/api/drawings/${drawingId}/line-up`, { body }).then((answer) => {
      if (!live) return;
      if (answer.ok) setPlan(answer.value);
      else setProblem(`${answer.problem.message} ${answer.problem.action}`);
    });
    return () => {
      live = false;
    };
  }, [drawingId, sha, open, texts, edge]);

  // In another state of the drawing the first text may stand elsewhere.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the file decides where texts stand
  useEffect(() => setValue(0), [drawingId, sha]);

  const onToggle = useCallback((object: ObjectLine): void => {
    if (!isTextAlone(object)) {
      setProblem('That is no text by itself: what is part of a symbol or a dimension is moved with it.');
      return;
    }
    setTexts((before) =>
      before.some(({ handle }) => handle === object.handle)
        ? before.filter(({ handle }) => handle !== object.handle)
        : [...before, object],
    );
  }, []);

  return {
    texts,
    edge,
    onEdge: (next) => {
      setEdge(next);
      setValue(0);
    },
    plan,
    problem,
    setting: open && plan ? { sets: plan.sets, value, onValue: setValue } : null,
    onStart: (first) => {
      setTexts([first]);
      setValue(0);
    },
    onToggle,
  };
}
