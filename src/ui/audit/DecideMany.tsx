'use client';

import { useState } from 'react';
import { LIKELY } from '@/core/audit/likeness/likely';
import type { KeyedDecision } from '@/core/correct/choices';
import type { NamedKind, OfficeName, OfficeNames } from '@/core/standard/named-kinds';
import { Button } from '../kit/Button';
import { Dialog, DialogFoot } from '../kit/Dialog';
import { Choice, Field } from '../kit/Field';
import { count } from '../kit/format';
import { Sample } from '../kit/Sample';
import { Stroke } from '../kit/Stroke';
import { BARS, becoming, going, isAmong, type ManyFilter, type ManyRow, targetOf } from './many';
import { formatLikeness, formatSureness } from './types';

interface Props {
  readonly onClose: () => void;
  readonly rows: readonly ManyRow[];
  readonly office: OfficeNames;
  readonly onDecide: (decisions: readonly KeyedDecision[], note: string) => void;
}

/** Names that are looked over at once: nobody looks at thousands. */
const MOST_AT_ONCE = 500;

/** Names of the sender that are decided together: as the bar, their beginning or their kind picks them out, each to be looked over. */
export function DecideMany({ onClose, rows, office, onDecide }: Props) {
  const anyLikely = rows.some(({ ranked }) => (ranked[0]?.likeness ?? 0) >= LIKELY);
  const [filter, setFilter] = useState<ManyFilter>({
    bar: anyLikely ? LIKELY : 0,
    beginning: '',
    kind: 'all',
  });
  const [left, setLeft] = useState<ReadonlySet<string>>(new Set());
  const [picked, setPicked] = useState<ReadonlyMap<string, string>>(new Map());
  const [removing, setRemoving] = useState(false);
  const among = rows.filter((row) => isAmong(row, filter));
  const shown = among.slice(0, MOST_AT_ONCE);
  const ticked = shown.filter(({ finding }) => !left.has(finding.key));
  const taken = becoming(ticked, picked, filter);
  const gone = going(ticked);
  const kinds = [...new Set(rows.map(({ kind }) => kind))];
  const [only] = new Set(shown.map(({ kind }) => kind));
  const isOneKind = shown.every(({ kind }) => kind === only);
  const look = (next: Partial<ManyFilter>): void => {
    setFilter({ ...filter, ...next });
    setRemoving(false);
  };
  const tick = (keys: readonly string[], on: boolean): void => {
    setLeft((now) => {
      const next = new Set(now);
      for (const key of keys)
        if (on) next.delete(key);
        else next.add(key);
      return next;
    });
    setRemoving(false);
  };
  return (
    <Dialog
      open
      onOpenChange={(open) => !open && onClose()}
      size="wide"
      title="Decide many names at once"
      about="Untick what you want to decide by itself. One undo takes all of them back."
    >
      <div className="flex flex-wrap items-end gap-3 border-b border-hairline px-5 py-3">
        <Choice
          label="Proposals that are"
          className="w-32"
          value={filter.bar}
          onChange={(event) => look({ bar: Number(event.target.value) })}
        >
          {BARS.map(({ bar, says }) => (
            <option key={bar} value={bar} title={bar > 0 ? formatSureness({ likeness: bar }) : undefined}>
              {says}
            </option>
          ))}
        </Choice>
        <Field
          label="Names that begin with"
          className="w-34"
          mono
          value={filter.beginning}
          onChange={(event) => look({ beginning: event.target.value })}
        />
        {kinds.length > 1 && (
          <Choice
            label="Kind"
            className="w-32"
            value={filter.kind}
            onChange={(event) => look({ kind: event.target.value as NamedKind | 'all' })}
          >
            <option value="all">all kinds</option>
            {kinds.map((kind) => (
              <option key={kind} value={kind}>
                {kind}s
              </option>
            ))}
          </Choice>
        )}
        {isOneKind && only && (
          <Choice
            label="All that are ticked become"
            className="w-44"
            value=""
            disabled={ticked.length === 0}
            onChange={(event) => {
              const to = event.target.value;
              if (to !== '')
                setPicked(
                  (now) => new Map([...now, ...ticked.map(({ finding }) => [finding.key, to] as const)]),
                );
            }}
          >
            <option value="">each its own</option>
            {office[only].map(({ name }) => (
              <option key={name} value={name}>
                {name}
              </option>
            ))}
          </Choice>
        )}
      </div>
      <div className="min-h-0 flex-1 overflow-auto px-5 py-2">
        <table className="w-full table-fixed text-[13px]">
          <thead className="text-left text-ink-2">
            <tr>
              <th className="w-7 py-1">
                <input
                  type="checkbox"
                  className="size-4 accent-verdigris"
                  aria-label="All that are shown"
                  checked={shown.length > 0 && ticked.length === shown.length}
                  onChange={(event) =>
                    tick(
                      shown.map(({ finding }) => finding.key),
                      event.target.checked,
                    )
                  }
                />
              </th>
              <th className="w-[27%] py-1 font-medium">Sender’s</th>
              <th className="w-[27%] py-1 font-medium">Ours</th>
              <th className="py-1 font-medium">Because</th>
            </tr>
          </thead>
          <tbody>
            {shown.map((row) => (
              <Line
                key={row.finding.key}
                row={row}
                to={targetOf(row, picked, filter)}
                names={office[row.kind]}
                ticked={!left.has(row.finding.key)}
                onTick={(on) => tick([row.finding.key], on)}
                onPick={(to) => setPicked((now) => new Map(now).set(row.finding.key, to))}
              />
            ))}
          </tbody>
        </table>
        {shown.length === 0 && <p className="py-2 text-ink-2">No name of this drawing is like that.</p>}
        {among.length > shown.length && (
          <p className="py-2 text-[13px] text-ink-2">
            These are the first {shown.length} of {among.length.toLocaleString('en-GB')}; the next come after
            them.
          </p>
        )}
      </div>
      <DialogFoot>
        <Button onClick={onClose}>Cancel</Button>
        {gone.length > 0 && gone.length === ticked.length && (
          <Button
            look={removing ? 'grave' : 'plain'}
            onClick={() =>
              removing
                ? onDecide(gone, `${count(gone.length, 'name')} removed with what is on them`)
                : setRemoving(true)
            }
          >
            {removing
              ? `Yes, remove ${count(objectsOf(ticked), 'object')}`
              : `Remove ${count(gone.length, 'name')} …`}
          </Button>
        )}
        <Button
          look="main"
          disabled={taken.length === 0}
          onClick={() => onDecide(taken, `${count(taken.length, 'proposal')} taken over`)}
        >
          Take over {count(taken.length, 'proposal')}
        </Button>
      </DialogFoot>
    </Dialog>
  );
}

const objectsOf = (rows: readonly ManyRow[]): number =>
  rows.reduce((sum, { finding }) => sum + finding.objectCount, 0);

function Line({
  row,
  to,
  names,
  ticked,
  onTick,
  onPick,
}: {
  row: ManyRow;
  to: string;
  names: readonly OfficeName[];
  ticked: boolean;
  onTick: (on: boolean) => void;
  onPick: (to: string) => void;
}) {
  const { name, ranked, kind } = row;
  const proposal = ranked.find((one) => one.to === to);
  const proposed = ranked.map((one) => one.to);
  return (
    <tr className={ticked ? '' : 'text-ink-3'}>
      <td className="border-t border-hairline py-1.5 align-top">
        <input
          type="checkbox"
          className="mt-0.5 size-4 accent-verdigris"
          aria-label={`${name} becomes ${to || 'nothing yet'}`}
          checked={ticked}
          onChange={(event) => onTick(event.target.checked)}
        />
      </td>
      <td className="figures truncate border-t border-hairline py-1.5 pr-3 align-top" title={name}>
        {name}
        {row.finding.looks && (
          <span className="mt-2.5 block">
            <Stroke look={row.finding.looks.found} width={84} />
          </span>
        )}
      </td>
      <td className="border-t border-hairline py-1 pr-3 align-top">
        <select
          aria-label={`Ours for ${name}`}
          value={to}
          onChange={(event) => onPick(event.target.value)}
          className="figures h-7 w-full rounded-md border border-rule bg-white px-1"
        >
          {to === '' && <option value="">pick one …</option>}
          {proposed.length > 0 && (
            <optgroup label="Proposed">
              {proposed.map((one) => (
                <option key={one} value={one}>
                  {one}
                </option>
              ))}
            </optgroup>
          )}
          <optgroup label={`All ${kind}s`}>
            {names
              .filter((one) => !proposed.includes(one.name))
              .map((one) => (
                <option key={one.name} value={one.name}>
                  {one.name}
                </option>
              ))}
          </optgroup>
        </select>
        <Sample of={names.find((one) => one.name === to)} className="mt-1 block" />
      </td>
      <td className="border-t border-hairline py-1.5 align-top text-ink-2">
        {proposal ? (
          <>
            {proposal.reasons.join('; ')} <span className="text-ink-3">({formatLikeness(proposal)})</span>
          </>
        ) : (
          <span className="text-ink-3">
            {to !== ''
              ? 'picked by you'
              : ranked.length > 0
                ? 'nothing of ours is likely'
                : 'nothing of ours is near'}
          </span>
        )}
      </td>
    </tr>
  );
}
