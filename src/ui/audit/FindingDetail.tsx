'use client';

import { useEffect, useId, useState } from 'react';
import type { ListedFinding, StrokeLook } from '@/core/audit/finding';
import { formatValue } from '@/core/audit/value';
import { Button } from '../kit/Button';
import { Stroke } from '../kit/Stroke';
import { isTyping } from '../kit/typing';
import { formatLikeness, type LedgerProps, pickingOption } from './types';

type Props = LedgerProps & { readonly finding: ListedFinding };

/** Expected and found under each other, why it matters, and the way out. */
export function FindingDetail(props: Props) {
  const { finding, rules, edition, busy, onCorrect } = props;
  const rule = rules.find((candidate) => candidate.id === finding.rule);

  useEffect(() => {
    if (finding.correction !== 'automatic' || busy) return;
    const press = (event: KeyboardEvent): void => {
      if (
        event.key !== 'Enter' ||
        isTyping(event.target) ||
        (event.target instanceof HTMLElement && event.target.closest('button, a, [role="dialog"]'))
      )
        return;
      event.preventDefault();
      onCorrect([finding], finding.message);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [finding, busy, onCorrect]);

  return (
    <div className="px-2.5 pb-3 text-[13px]">
      <table className="mb-2">
        <tbody>
          <Side name="Expected" value={formatValue(finding.expected)} look={finding.looks?.expected} />
          <Side name="Found" value={formatValue(finding.found)} look={finding.looks?.found} />
        </tbody>
      </table>
      <p className="text-ink-2">
        {rule?.why}{' '}
        <span className="text-ink-3">
          {edition}
          {finding.clause ? `, clause ${finding.clause}.` : '.'}
        </span>
      </p>
      {finding.correction === 'automatic' && (
        <div className="mt-2.5 flex items-center gap-3">
          <Button
            look="main"
            disabled={busy}
            onClick={() => onCorrect([finding], finding.message)}
            hotkey="Enter"
          >
            Correct
          </Button>
          <span className="text-ink-2">{finding.remedy}</span>
        </div>
      )}
      {finding.correction === 'choice' && <Decision {...props} />}
      {finding.correction === 'manual' && (
        <p className="mt-2 text-ink-2">Nothing to correct here: a person has to settle it with the sender.</p>
      )}
    </div>
  );
}

function Side({ name, value, look }: { name: string; value: string; look?: StrokeLook }) {
  return (
    <tr>
      <th className="w-[4.7rem] py-px text-left align-top font-normal text-ink-3">{name}</th>
      <td className="py-px">
        <span className="flex flex-wrap items-center gap-x-3">
          {look && (
            <span className="border border-hairline">
              <Stroke look={look} />
            </span>
          )}
          <span className="figures">{value}</span>
        </span>
      </td>
    </tr>
  );
}

/** Ranked proposals with their reasons; the person picks, adds to the standard, or removes. */
function Decision({ finding, layers, proposals, busy, onDecide }: Props) {
  const ranked = proposals?.[finding.key] ?? [];
  const picking = pickingOption(finding);
  const others = finding.options?.filter((option) => option !== picking) ?? [];
  const [picked, setPicked] = useState<string | null>(null);
  const [sure, setSure] = useState<string | null>(null);
  const name = useId();
  const to = picked ?? ranked[0]?.to ?? '';
  const other = picked !== null && !ranked.some((one) => one.to === picked);
  const layer = finding.subject.layer ?? '';

  useEffect(() => {
    if (busy || to === '' || !picking) return;
    const press = (event: KeyboardEvent): void => {
      if (
        event.key !== 'Enter' ||
        (event.target instanceof HTMLElement &&
          event.target.closest('button, a, select, [role="dialog"], input[type="search"]'))
      )
        return;
      event.preventDefault();
      onDecide(finding, picking, to);
    };
    window.addEventListener('keydown', press);
    return () => window.removeEventListener('keydown', press);
  }, [finding, busy, to, picking, onDecide]);

  return (
    <div className="mt-2.5">
      {picking && proposals === null && <p className="text-ink-2">Looking for the nearest layers …</p>}
      {picking && proposals !== null && ranked.length === 0 && (
        <p className="text-ink-2">No layer of the standard is near. Pick one, or add this one.</p>
      )}
      {picking && (
        <fieldset className="border border-hairline bg-white">
          <legend className="sr-only">Office layer for {layer}</legend>
          {ranked.map((option) => (
            <label
              key={option.to}
              className="flex min-h-8 items-baseline gap-2 border-b border-hairline px-2 py-1 hover:bg-plate"
            >
              <input
                type="radio"
                name={name}
                className="translate-y-0.5 accent-verdigris"
                checked={to === option.to}
                onChange={() => setPicked(option.to)}
              />
              <span className="figures w-28 shrink-0 truncate font-medium" title={option.to}>
                {option.to}
              </span>
              <span className="min-w-0 flex-1 text-ink-2">{option.reasons.join('; ')}</span>
              <span className="shrink-0 text-[12px] text-ink-3">{formatLikeness(option.likeness)}</span>
            </label>
          ))}
          <label className="flex h-9 items-center gap-2 px-2">
            <input
              type="radio"
              name={name}
              className="accent-verdigris"
              checked={other}
              onChange={() =>
                setPicked(
                  layers.find((candidate) => !ranked.some((one) => one.to === candidate.name))?.name ?? null,
                )
              }
            />
            <span className="text-ink-2">Another</span>
            <select
              value={other ? (picked ?? '') : ''}
              onChange={(event) => setPicked(event.target.value || null)}
              aria-label={`Another office layer for ${layer}`}
              className="h-7 min-w-0 flex-1 rounded-md border border-rule bg-white px-1"
            >
              <option value="">all {layers.length} layers …</option>
              {layers.map((candidate) => (
                <option key={candidate.name} value={candidate.name}>
                  {candidate.name} {candidate.purpose && `(${candidate.purpose})`}
                </option>
              ))}
            </select>
          </label>
        </fieldset>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        {picking && (
          <Button
            look="main"
            disabled={busy || to === ''}
            onClick={() => onDecide(finding, picking, to)}
            hotkey="Enter"
          >
            {picking.label.replace('{to}', to || '…')}
          </Button>
        )}
        {others.map((option) =>
          option.confirm && sure === option.id ? (
            <Button key={option.id} look="grave" disabled={busy} onClick={() => onDecide(finding, option)}>
              {option.confirm}
            </Button>
          ) : (
            <Button
              key={option.id}
              disabled={busy}
              onClick={() => (option.confirm ? setSure(option.id) : onDecide(finding, option))}
            >
              {option.label}
            </Button>
          ),
        )}
      </div>
    </div>
  );
}
