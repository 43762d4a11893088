'use client';

import { useVirtualizer } from '@tanstack/react-virtual';
import { useCallback, useEffect, useMemo, useRef } from 'react';
import { countByWeight, type ListedFinding } from '@/core/audit/finding';
import { WEIGHTS, type Weight } from '@/core/standard/standard';
import { Button } from '../kit/Button';
import { count } from '../kit/format';
import { Nothing } from '../kit/Page';
import { Scroller } from '../kit/Scroller';
import { WeightShape, WeightTag } from '../kit/WeightTag';
import { FindingDetail } from './FindingDetail';
import { STATUS_WORDS } from './FindingNotes';
import {
  GROUPINGS,
  type Group,
  type Grouping,
  type LedgerView,
  OF_NONE,
  type SettledBy,
} from './ledger-view';
import { type LedgerProps, likelyTarget } from './types';

type Line =
  | { readonly type: 'group'; readonly group: Group }
  | { readonly type: 'finding'; readonly finding: ListedFinding };

const NAMES: Readonly<Record<Grouping, string>> = {
  cause: 'cause',
  layer: 'layer',
  sheet: 'sheet',
  weight: 'weight',
};

interface Props extends LedgerProps {
  readonly view: LedgerView;
  readonly groups: readonly Group[];
  readonly onView: (change: Partial<LedgerView>) => void;
}

/** Findings by cause, layer, sheet or weight; the chosen one unfolds where it stands. */
export function FindingLedger(props: Props) {
  const { findings, firstCount, rules, chosen, onChoose, busy, onCorrect, proposals, view, groups, onView } =
    props;
  const scroller = useRef<HTMLElement>(null);
  const search = useRef<HTMLInputElement>(null);

  const lines = useMemo(
    (): Line[] =>
      groups.flatMap((group): Line[] => [
        { type: 'group', group },
        ...group.findings.map((finding): Line => ({ type: 'finding', finding })),
      ]),
    [groups],
  );

  // The same functions as long as the lines are the same: each new one would have all of them measured again.
  const estimateSize = useCallback((i: number) => (lines[i].type === 'group' ? 32 : 34), [lines]);
  const getItemKey = useCallback(
    (i: number) => {
      const line = lines[i];
      return line.type === 'group' ? `group ${line.group.id}` : line.finding.key;
    },
    [lines],
  );
  const virtualizer = useVirtualizer({
    count: lines.length,
    getScrollElement: () => scroller.current,
    estimateSize,
    getItemKey,
    overscan: 6,
    // Rows follow within the frame anyway; drawn at once, each step down the list would draw them twice.
    useFlushSync: false,
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

  // Counted once for a list, not with every step down it.
  const counts = useMemo(() => countByWeight(findings), [findings]);

  if (findings.length === 0)
    return (
      <div className="p-4">
        <Nothing title="Nothing to find: the drawing complies">
          {firstCount > 0 && `${count(firstCount, 'finding')} when it came, none now.`}
        </Nothing>
      </div>
    );

  const toggle = (weight: Weight): void =>
    onView({
      weights: view.weights.includes(weight)
        ? view.weights.filter((one) => one !== weight)
        : [...view.weights, weight],
    });
  const titleOf = (id: string): string => rules.find((rule) => rule.id === id)?.title ?? id;
  const filtered = view.settledBy !== null || view.rule !== null;

  return (
    <>
      <div className="flex items-center gap-1 border-b border-hairline px-3 py-1.5">
        {WEIGHTS.map((weight) => (
          <button
            key={weight}
            type="button"
            aria-pressed={view.weights.includes(weight)}
            onClick={() => toggle(weight)}
            className={`h-7 rounded-sm border px-2 ${view.weights.includes(weight) ? 'border-hairline bg-white' : 'border-transparent line-through opacity-60'}`}
          >
            <WeightTag weight={weight} count={counts[weight]} />
          </button>
        ))}
        <label className="ml-auto flex items-center gap-1 text-[13px] text-ink-2">
          by
          <select
            value={view.by}
            onChange={(event) => onView({ by: event.target.value as Grouping })}
            aria-label="Put together by"
            className="h-7 rounded-md border border-rule bg-white px-1 text-ink"
          >
            {GROUPINGS.map((grouping) => (
              <option key={grouping} value={grouping}>
                {NAMES[grouping]}
              </option>
            ))}
          </select>
        </label>
        <input
          ref={search}
          type="search"
          value={view.find}
          onChange={(event) => onView({ find: event.target.value })}
          placeholder="Find  /"
          aria-label="Find in the findings"
          className="h-7 w-28 min-w-0 rounded-md border border-rule px-2 text-[13px]"
        />
      </div>
      {filtered && (
        <p className="flex items-baseline gap-2 border-b border-hairline bg-plate px-3 py-1 text-[13px] text-ink-2">
          <span className="min-w-0 flex-1">
            Only {view.rule ? `“${titleOf(view.rule)}”` : ''}
            {view.rule && view.settledBy ? ', ' : ''}
            {view.settledBy ? SHOWN[view.settledBy] : ''}.
          </span>
          <Button look="quiet" className="h-6" onClick={() => onView({ settledBy: null, rule: null })}>
            Show all
          </Button>
        </p>
      )}
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
                {line.type === 'group' ? (
                  <GroupHead
                    group={line.group}
                    by={view.by}
                    busy={busy}
                    onCorrect={(which) =>
                      onCorrect(which, `${line.group.title}: ${count(which.length, 'finding')} corrected`)
                    }
                  />
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

/** What is shown when only some findings are, by who settles them. */
const SHOWN: Readonly<Record<SettledBy, string>> = {
  automatic: 'what settles by itself',
  choice: 'what asks for a decision',
  manual: 'what is settled with the sender',
};

/** What a group shares, how many it holds, and one press for all of them that settle by themselves. */
function GroupHead({
  group,
  by,
  busy,
  onCorrect,
}: {
  readonly group: Group;
  readonly by: Grouping;
  readonly busy: boolean;
  readonly onCorrect: (which: readonly ListedFinding[]) => void;
}) {
  const { title, findings } = group;
  const automatic = useMemo(
    () => findings.filter(({ correction }) => correction === 'automatic'),
    [findings],
  );
  const none = by === 'layer' || by === 'sheet' ? OF_NONE[by] : '';
  return (
    <div className="flex h-8 items-center gap-2 border-b border-hairline bg-shade pl-3 pr-1.5 text-[13px]">
      {(by === 'cause' || by === 'weight') && <WeightShape weight={findings[0].weight} />}
      <span
        className={`truncate font-medium ${by === 'layer' && title !== '' ? 'figures' : ''}`}
        title={title}
      >
        {title === '' ? none : title}
      </span>
      <span className="figures text-ink-2">{findings.length}</span>
      {automatic.length > 1 && (
        <button
          type="button"
          disabled={busy}
          onClick={() => onCorrect(automatic)}
          className="ml-auto h-6 whitespace-nowrap rounded-sm px-2 text-[12.5px] font-medium text-verdigris hover:bg-white"
        >
          Correct these {automatic.length}
        </button>
      )}
    </div>
  );
}

function FindingLine({
  finding,
  on,
  onToggle,
  likely,
  ...rest
}: LedgerProps & { finding: ListedFinding; on: boolean; onToggle: () => void; likely: string | null }) {
  const note = rest.notes[finding.key];
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
        data-finding
        aria-expanded={on}
        onClick={onToggle}
        className="flex min-h-[33px] w-full items-center gap-2 px-2.5 py-1 text-left text-[13px] leading-[18px] hover:bg-plate"
      >
        <span className="min-w-0 flex-1">{finding.message}</span>
        {note && !on && (
          <span className="max-w-[30%] shrink-0 truncate text-ink-2" title={note.note || undefined}>
            {note.status === 'open' ? note.note : STATUS_WORDS[note.status]}
          </span>
        )}
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
