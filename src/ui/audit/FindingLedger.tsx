'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { useEffect, useMemo, useRef, useState } from 'react';
import type { ListedFinding } from '@/core/audit/finding';
import { formatValue } from '@/core/audit/value';
import { WEIGHTS, type Weight } from '@/core/standard/standard';
import { count } from '../kit/format';
import { Nothing } from '../kit/Page';
import { Scroller } from '../kit/Scroller';
import { WeightShape, WeightTag } from '../kit/WeightTag';
import { FindingDetail } from './FindingDetail';
import { type LedgerProps, likelyTarget } from './types';

type Line =
  | { readonly type: 'rule'; readonly rule: string; readonly findings: readonly ListedFinding[] }
  | { readonly type: 'finding'; readonly finding: ListedFinding };

/** Findings by weight and rule; the chosen one unfolds where it stands. */
export function FindingLedger(props: LedgerProps) {
  const { findings, firstCount, rules, chosen, onChoose, busy, onCorrect, proposals } = props;
  const [wanted, setWanted] = useState('');
  const [weights, setWeights] = useState<ReadonlySet<Weight>>(new Set(WEIGHTS));
  const scroller = useRef<HTMLElement>(null);
  const search = useRef<HTMLInputElement>(null);

  const lines = useMemo((): Line[] => {
    const key = wanted.trim().toLowerCase();
    const shown = findings.filter(
      (finding) =>
        weights.has(finding.weight) &&
        (key === '' ||
          `${finding.message} ${formatValue(finding.expected)} ${formatValue(finding.found)} ${finding.objectCount < 50 ? finding.handles.join(' ') : ''}`
            .toLowerCase()
            .includes(key)),
    );
    const groups = new Map<string, ListedFinding[]>();
    for (const finding of shown) {
      const group = groups.get(`${finding.weight}|${finding.rule}`);
      if (group) group.push(finding);
      else groups.set(`${finding.weight}|${finding.rule}`, [finding]);
    }
    return [...groups.values()].flatMap((group): Line[] => [
      { type: 'rule', rule: group[0].rule, findings: group },
      ...group.map((finding): Line => ({ type: 'finding', finding })),
    ]);
  }, [findings, wanted, weights]);

  const virtualizer = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize: (i) => (lines[i].type === 'rule' ? 32 : 34),
    getItemKey: (i) => {
      const line = lines[i];
      return line.type === 'rule' ? `rule ${line.findings[0].weight} ${line.rule}` : line.finding.key;
    },
    overscan: 12,
  });

  // Walking with the keys brings the chosen line into sight.
  // biome-ignore lint/correctness/useExhaustiveDependencies: only the choice scrolls, not each new list
  useEffect(() => {
    const at = lines.findIndex((line) => line.type === 'finding' && line.finding.key === chosen);
    if (at >= 0) virtualizer.scrollToIndex(at, { align: 'auto' });
  }, [chosen]);

  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.key !== '/' || event.ctrlKey || event.metaKey || event.target instanceof HTMLInputElement)
        return;
      event.preventDefault();
      search.current?.focus();
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, []);

  if (findings.length === 0)
    return (
      <div className="p-4">
        <Nothing title="Nothing to find: the drawing complies">
          {firstCount > 0 && `${count(firstCount, 'finding')} when it came, none now.`}
        </Nothing>
      </div>
    );

  const titleOf = (id: string): string => rules.find((rule) => rule.id === id)?.title ?? id;
  const toggle = (weight: Weight): void =>
    setWeights((now) => {
      const next = new Set(now);
      if (next.has(weight)) next.delete(weight);
      else next.add(weight);
      return next;
    });

  return (
    <>
      <div className="flex items-center gap-1 border-b border-hairline px-3 py-1.5">
        {WEIGHTS.map((weight) => (
          <button
            key={weight}
            type="button"
            aria-pressed={weights.has(weight)}
            onClick={() => toggle(weight)}
            className={`h-7 rounded-sm border px-2 ${weights.has(weight) ? 'border-hairline bg-white' : 'border-transparent line-through opacity-60'}`}
          >
            <WeightTag
              weight={weight}
              count={findings.filter((finding) => finding.weight === weight).length}
            />
          </button>
        ))}
        <input
          ref={search}
          type="search"
          value={wanted}
          onChange={(event) => setWanted(event.target.value)}
          placeholder="Find  /"
          aria-label="Find in the findings"
          className="ml-auto h-7 w-36 min-w-0 rounded-md border border-rule px-2 text-[13px]"
        />
      </div>
      <Scroller ref={scroller} label="Findings">
        {lines.length === 0 && <p className="px-4 py-6 text-ink-2">No finding matches.</p>}
        <div className="relative" style={{ height: virtualizer.getTotalSize() }}>
          {virtualizer.getVirtualItems().map((item) => {
            const line = lines[item.index];
            return (
              <div
                key={item.key}
                data-index={item.index}
                ref={virtualizer.measureElement}
                className="absolute inset-x-0 top-0"
                style={{ transform: `translateY(${item.start}px)` }}
              >
                {line.type === 'rule' ? (
                  <div className="flex h-8 items-center gap-2 border-b border-hairline bg-shade pl-3 pr-1.5 text-[13px]">
                    <WeightShape weight={line.findings[0].weight} />
                    <span className="truncate font-medium">{titleOf(line.rule)}</span>
                    <span className="figures text-ink-2">{line.findings.length}</span>
                    {line.findings[0].correction === 'automatic' && line.findings.length > 1 && (
                      <button
                        type="button"
                        disabled={busy}
                        onClick={() =>
                          onCorrect(line.findings, `${titleOf(line.rule)}: ${line.findings.length} corrected`)
                        }
                        className="ml-auto h-6 whitespace-nowrap rounded-sm px-2 text-[12.5px] font-medium text-verdigris hover:bg-white"
                      >
                        Correct these {line.findings.length}
                      </button>
                    )}
                  </div>
                ) : (
                  <FindingLine
                    {...props}
                    finding={line.finding}
                    on={line.finding.key === chosen}
                    onToggle={() => onChoose(line.finding.key === chosen ? null : line.finding.key)}
                    likely={likelyTarget(line.finding, proposals)}
                  />
                )}
              </div>
            );
          })}
        </div>
      </Scroller>
    </>
  );
}

function FindingLine({
  finding,
  on,
  onToggle,
  likely,
  ...rest
}: LedgerProps & { finding: ListedFinding; on: boolean; onToggle: () => void; likely: string | null }) {
  return (
    <div
      className={
        on
          ? 'border-b border-rule border-l-[3px] border-l-verdigris bg-plate'
          : 'border-b border-hairline border-l-[3px] border-l-transparent'
      }
    >
      <button
        type="button"
        aria-expanded={on}
        onClick={onToggle}
        className="flex min-h-[33px] w-full items-center gap-2 px-2.5 py-1 text-left text-[13px] leading-[18px] hover:bg-plate"
      >
        <span className="min-w-0 flex-1">{finding.message}</span>
        {likely && !on && (
          <span className="figures max-w-[40%] shrink-0 truncate text-verdigris">→ {likely}</span>
        )}
        {finding.objectCount > 1 && !on && !likely && (
          <span className="figures shrink-0 text-ink-3">{finding.objectCount}</span>
        )}
      </button>
      {on && <FindingDetail {...rest} finding={finding} />}
    </div>
  );
}
