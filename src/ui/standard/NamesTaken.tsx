'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef } from 'react';
import { type NamingScheme, takeApart } from '@/core/standard/naming';
import { count } from '../kit/format';
import { Scroller } from '../kit/Scroller';
import { NameParts } from './NameParts';

const COLUMNS = 'grid grid-cols-[minmax(10rem,1fr)_minmax(12rem,1fr)_minmax(10rem,1.2fr)] gap-4 px-6';

/** The office's own names taken apart by their scheme, those that break it first. Only rows in sight are drawn. */
export function NamesTaken({
  scheme,
  names,
  one,
  many,
}: {
  scheme: NamingScheme;
  names: readonly string[];
  /** What is named, in words: "layer", "layers". */
  one: string;
  many: string;
}) {
  const scroller = useRef<HTMLElement>(null);
  const key = names.join('\n');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the names are their text
  const rows = useMemo(() => {
    const all = names.map((name) => ({ name, taken: takeApart(scheme, name) }));
    const wrong = all.filter(({ taken }) => taken.faults.length > 0);
    return { wrong: wrong.length, list: [...wrong, ...all.filter(({ taken }) => taken.faults.length === 0)] };
  }, [scheme, key]);
  const virtualizer = useVirtualizer({
    count: rows.list.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => 32,
    overscan: 15,
  });
  return (
    <>
      <p className="bg-white px-6 py-2 text-[13px] text-ink-2" role="status">
        {names.length === 0
          ? `The standard has no ${many} of its own to take apart: try a name beside.`
          : rows.wrong === 0
            ? `All ${names.length} ${many} of the standard follow the scheme.`
            : `${count(rows.wrong, one)} of ${names.length} ${rows.wrong === 1 ? 'does' : 'do'} not follow the scheme.`}
      </p>
      <div
        className={`${COLUMNS} h-8 shrink-0 items-center border-y border-rule bg-shade text-[12.5px] text-ink-2`}
      >
        <span>Name</span>
        <span>Taken apart</span>
        <span>What it says</span>
      </div>
      <Scroller ref={scroller} label="Names taken apart" className="bg-white">
        <div className="relative" style={{ height: virtualizer.getTotalSize() }}>
          {virtualizer.getVirtualItems().map((item) => {
            const { name, taken } = rows.list[item.index];
            return (
              <div
                key={name}
                ref={virtualizer.measureElement}
                data-index={item.index}
                className={`${COLUMNS} absolute inset-x-0 min-h-8 items-center border-b border-hairline py-1 text-[13px]`}
                style={{ transform: `translateY(${item.start}px)` }}
              >
                <span className="figures wrap-anywhere">{name}</span>
                <span className="min-w-0">
                  <NameParts scheme={scheme} taken={taken} />
                </span>
                <span className="min-w-0 text-ink-2 wrap-anywhere">
                  {taken.faults.length > 0 ? (
                    <span className="text-oxide">{taken.faults.join('; ')}</span>
                  ) : (
                    taken.parts
                      .filter((part) => part.meaning !== '')
                      .map((part) => part.meaning)
                      .join(', ')
                  )}
                </span>
              </div>
            );
          })}
        </div>
      </Scroller>
    </>
  );
}
