'use client';

import { Fragment, type ReactNode, useCallback, useEffect, useLayoutEffect, useState } from 'react';
import { Button } from '../kit/Button';

/** What was typed in a form and not saved. */
export interface Typed<T> {
  /** What the form begins with: what was typed before and not saved, else what is saved. */
  readonly begin: T;
  /** Something is typed that is not saved. */
  readonly isTyped: boolean;
  /** Tells what the form holds now. */
  readonly keep: (value: T) => void;
  /** Forgets what was typed once it is saved, or because it is not wanted; then the form begins anew. */
  readonly forget: () => void;
  readonly discard: () => void;
}

const PREFIX = 'zinc-warden typed ';

function read<T>(id: string, original: T): T | null {
  try {
    const stored = JSON.parse(window.sessionStorage.getItem(PREFIX + id) ?? 'null') as {
      base: string;
      value: T;
    } | null;
    // What it was typed upon has changed since, by an undo or by somebody else: it fits no more.
    return stored && stored.base === JSON.stringify(original) ? stored.value : null;
  } catch {
    return null;
  }
}

function write(id: string, stored: object | null): void {
  try {
    if (stored) window.sessionStorage.setItem(PREFIX + id, JSON.stringify(stored));
    else window.sessionStorage.removeItem(PREFIX + id);
  } catch {
    // A browser that keeps nothing loses what is not saved, as ever.
  }
}

/**
 * Keeps what is typed in a form until it is saved: choosing another row, another view, or loading the page anew does not
 * lose it. Give it a key of its own for each thing that is edited.
 */
export function TypedForm<T>({
  id,
  original,
  children,
}: {
  /** What is edited: edition, kind, name. */
  readonly id: string;
  readonly original: T;
  readonly children: (typed: Typed<T>) => ReactNode;
}) {
  const [generation, setGeneration] = useState(0);
  const [restored, setRestored] = useState<T | null>(null);
  const [isTyped, setIsTyped] = useState(false);
  const base = JSON.stringify(original);

  // The server knows nothing of it: what was typed comes back once the page runs. It is read before the form tells what it
  // begins with, which would take its place.
  // biome-ignore lint/correctness/useExhaustiveDependencies: read once for each thing that is edited
  useLayoutEffect(() => {
    const stored = read(id, original);
    if (stored === null) return;
    setRestored(stored);
    setIsTyped(true);
    setGeneration((now) => now + 1);
  }, [id]);

  const keep = useCallback(
    (value: T): void => {
      const differs = JSON.stringify(value) !== base;
      write(id, differs ? { base, value } : null);
      setIsTyped(differs);
    },
    [id, base],
  );
  const forget = useCallback((): void => {
    write(id, null);
    setIsTyped(false);
  }, [id]);
  const discard = useCallback((): void => {
    forget();
    setRestored(null);
    setGeneration((now) => now + 1);
  }, [forget]);

  return (
    <Fragment key={generation}>
      {children({ begin: restored ?? original, isTyped, keep, forget, discard })}
    </Fragment>
  );
}

/** Tells the form's keeper what it holds, whenever that changes. */
export function useKept<T>({ keep }: Pick<Typed<T>, 'keep'>, value: T, editable: boolean): void {
  const text = JSON.stringify(value);
  // biome-ignore lint/correctness/useExhaustiveDependencies: the value is compared by its content
  useEffect(() => {
    if (editable) keep(value);
  }, [text, editable, keep]);
}

/** Says that something is typed and not saved, with the way back. */
export function NotSaved({ isTyped, discard }: Pick<Typed<unknown>, 'isTyped' | 'discard'>) {
  if (!isTyped) return null;
  return (
    <p role="status" className="flex items-baseline gap-1 text-[12.5px] text-ochre">
      Not saved yet.
      <Button look="quiet" className="h-6 px-1.5" onClick={discard}>
        Discard
      </Button>
    </p>
  );
}
