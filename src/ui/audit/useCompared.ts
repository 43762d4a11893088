import { useEffect, useState } from 'react';
import type { DrawingView } from '../drawings/types';
import { call } from '../kit/call';
import type { ComparedView } from './types';

/** Two states of a drawing, compared while somebody looks: at first as it came, and as it is now. */
export function useCompared(drawing: DrawingView, looking: boolean) {
  const last = drawing.revisions.length;
  const [picked, setPicked] = useState<readonly [number, number] | null>(null);
  const [answer, setAnswer] = useState<{ compared: ComparedView | null; problem: string }>(NOTHING);
  const pair: readonly [number, number] = picked && picked[1] <= last ? picked : [0, last];
  const [from, to] = pair;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the file and the edition decide what is compared
  useEffect(() => {
    if (!looking) return;
    let live = true;
    setAnswer(NOTHING);
    void call<ComparedView>(`/api/drawings/${drawing.id}/compare?from=${from}&to=${to}`).then((got) => {
      if (live)
        setAnswer(
          got.ok ? { compared: got.value, problem: '' } : { compared: null, problem: got.problem.message },
        );
    });
    return () => {
      live = false;
    };
  }, [looking, drawing.id, drawing.revision, drawing.currentSha, from, to]);
  return { pair, setPair: setPicked, ...answer };
}

const NOTHING = { compared: null, problem: '' } as const;
