'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useRef, useState } from 'react';
import type { Change } from '@/core/audit/rule';
import { buttonClass } from '../kit/Button';
import { call } from '../kit/call';
import { count, formatTime } from '../kit/format';
import { Nothing } from '../kit/Page';
import { Scroller } from '../kit/Scroller';

interface Props {
  readonly drawingId: number;
  readonly sha: string;
  readonly revisions: readonly {
    readonly number: number;
    readonly note: string;
    readonly madeAt: string;
    readonly changeCount: number;
  }[];
}

/** Changes that are fetched at once. */
const PART = 500;
const NO_PARTS: ReadonlyMap<number, readonly Change[]> = new Map();

/** Where in the list of all changes those of a step begin. */
const firstOf = (revisions: Props['revisions'], step: number): number =>
  revisions.slice(0, step).reduce((sum, { changeCount }) => sum + changeCount, 0);

/** Every change made to the drawing: object, property, before, after. */
export function ChangeList({ drawingId, sha, revisions }: Props) {
  const [parts, setParts] = useState<ReadonlyMap<number, readonly Change[]>>(NO_PARTS);
  const [failed, setFailed] = useState('');
  const scroller = useRef<HTMLElement>(null);
  const total = revisions.reduce((sum, { changeCount }) => sum + changeCount, 0);
  const virtualizer = useVirtualizer({
    count: total,
    getScrollElement: () => scroller.current,
    estimateSize: () => 30,
    overscan: 20,
  });
  const items = virtualizer.getVirtualItems();
  const wanted = items.find(({ index }) => !parts.has(Math.floor(index / PART)));
  const part = wanted ? Math.floor(wanted.index / PART) : -1;

  // biome-ignore lint/correctness/useExhaustiveDependencies: the file decides the list
  useEffect(() => {
    setParts(NO_PARTS);
    setFailed('');
  }, [drawingId, sha]);
  // What is scrolled to is fetched; a drawing can have a million changes.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the file decides the list
  useEffect(() => {
    if (part < 0) return;
    let live = true;
    void call<{ changes: Change[] }>(
      `/api/drawings/${drawingId}/changes?from=${part * PART}&most=${PART}`,
    ).then((answer) => {
      if (!live) return;
      if (answer.ok) setParts((known) => new Map(known).set(part, answer.value.changes));
      else setFailed(answer.problem.message);
    });
    return () => {
      live = false;
    };
  }, [drawingId, sha, part]);

  if (revisions.length === 0)
    return (
      <div className="p-4">
        <Nothing title="Nothing was changed yet">
          Each correction is listed here: object, property, before and after.
        </Nothing>
      </div>
    );
  return (
    <>
      <div className="flex items-start gap-3 border-b border-hairline px-3 py-2 text-[13px]">
        <ol className="max-h-24 min-w-0 flex-1 overflow-auto">
          {revisions.map((revision, i) => (
            <li key={revision.number}>
              <button
                type="button"
                disabled={revision.changeCount === 0}
                title={revision.changeCount === 0 ? undefined : 'Show what this step changed'}
                onClick={() => virtualizer.scrollToIndex(firstOf(revisions, i), { align: 'start' })}
                className="flex w-full gap-2 text-left enabled:hover:bg-plate"
              >
                <span className="figures shrink-0 text-ink-3">
                  {revision.number} {formatTime(revision.madeAt)}
                </span>
                <span className="truncate">{revision.note}</span>
                <span className="figures ml-auto shrink-0 text-ink-2">
                  {count(revision.changeCount, 'change')}
                </span>
              </button>
            </li>
          ))}
        </ol>
        <a
          className={buttonClass('plain', 'h-7')}
          href={`/api/drawings/${drawingId}/changes?format=csv`}
          download
        >
          Save as table
        </a>
      </div>
      {failed && <p className="px-3 py-2 text-oxide">{failed}</p>}
      <Scroller ref={scroller} label="Changes">
        <div className="sticky top-0 z-10 grid h-7 grid-cols-[6rem_3.25rem_4.5rem_1fr] items-center gap-2 border-b border-rule bg-shade px-3 text-[12.5px] text-ink-2">
          <span>Object</span>
          <span>Handle</span>
          <span>Property</span>
          <span>Before → after</span>
        </div>
        <div className="relative" style={{ height: virtualizer.getTotalSize() }}>
          {items.map((item) => {
            const change = parts.get(Math.floor(item.index / PART))?.[item.index % PART];
            if (!change) return null;
            return (
              <div
                key={item.key}
                className="absolute inset-x-0 grid h-[30px] grid-cols-[6rem_3.25rem_4.5rem_1fr] items-center gap-2 border-b border-hairline px-3 text-[13px]"
                style={{ transform: `translateY(${item.start}px)` }}
              >
                <span className="truncate" title={`${change.kind}, ${change.where}`}>
                  {change.kind === 'layer' && change.where !== 'layers' ? change.where : change.kind}
                </span>
                <span className="figures truncate text-ink-2">{change.handle || '—'}</span>
                <span className="truncate text-ink-2">{change.property}</span>
                <span className="figures truncate text-[12.5px]" title={`${change.before} → ${change.after}`}>
                  {change.before} <span className="text-ink-3">→</span> {change.after}
                </span>
              </div>
            );
          })}
        </div>
      </Scroller>
    </>
  );
}
