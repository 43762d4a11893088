'use client';

import Link from 'next/link';
import { useEffect, useId, useState } from 'react';
import type { ListedFinding, StrokeLook } from '@/core/audit/finding';
import { formatValue } from '@/core/audit/value';
import { Button } from '../kit/Button';
import { count } from '../kit/format';
import { Sample } from '../kit/Sample';
import { Stroke } from '../kit/Stroke';
import { isTyping } from '../kit/typing';
import { FindingNotes } from './FindingNotes';
import { PickObject } from './PickObject';
import { SetLength } from './SetLength';
import {
  formatLikeness,
  formatSureness,
  kindAsked,
  type LedgerProps,
  likelyTarget,
  objectOption,
  pickingOption,
  settingOption,
} from './types';

type Props = LedgerProps & { readonly finding: ListedFinding };

/** Expected and found under each other, why it matters, and the way out. */
export function FindingDetail(props: Props) {
  const { finding, rules, edition, busy, onCorrect, onDecide, waived, onWaive, notes, length, picking } =
    props;
  const setting = finding.correction === 'manual' ? undefined : settingOption(finding);
  const object = finding.correction === 'manual' ? undefined : objectOption(finding);
  const others = finding.options?.filter(({ sets, picks, needs }) => !sets && !picks && needs === null) ?? [];
  const partly = waived[finding.key];
  const rule = rules.find((candidate) => candidate.id === finding.rule);

  useEffect(() => {
    if (finding.correction !== 'automatic' || busy) return;
    const press = (event: KeyboardEvent): void => {
      if (
        event.key !== 'Enter' ||
        isTyping(event.target) ||
        (event.target instanceof HTMLElement &&
          event.target.closest('button:not([data-finding]), a, [role="dialog"]'))
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
        </span>{' '}
        <Link className="underline" href={`/rules/${finding.rule}`}>
          About this rule
        </Link>
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
      {finding.correction === 'automatic' && others.length > 0 && (
        <div className="mt-2 flex flex-wrap items-center gap-2">
          {others.map((option) => (
            <Button key={option.id} disabled={busy} onClick={() => onDecide(finding, option)}>
              {option.label}
            </Button>
          ))}
        </div>
      )}
      {setting && length && (
        <SetLength
          key={finding.key}
          finding={finding}
          option={setting}
          {...length}
          busy={busy}
          main={finding.correction === 'choice'}
          onDecide={onDecide}
        />
      )}
      {object && picking && (
        <PickObject
          key={finding.key}
          finding={finding}
          option={object}
          {...picking}
          busy={busy}
          onDecide={onDecide}
        />
      )}
      {finding.correction === 'choice' && <Decision {...props} />}
      {finding.correction === 'manual' && (
        <p className="mt-2 text-ink-2">
          {finding.remedy ?? 'Nothing to correct here: a person has to settle it with the sender.'}
        </p>
      )}
      <div className="mt-2 flex items-center gap-3 border-t border-hairline pt-1.5">
        <FindingNotes
          key={`${finding.key} ${notes[finding.key]?.saidAt ?? ''}`}
          note={notes[finding.key]}
          onNote={(status, note) => props.onNote(finding, status, note)}
        />
        <Button className="h-7 shrink-0" disabled={busy} onClick={() => onWaive(finding)}>
          Waive …
        </Button>
      </div>
      {partly && !partly.whole && (
        <p className="mt-1 text-ink-2">
          {partly.objects} of {count(finding.objectCount, 'object')} waived: corrections leave{' '}
          {partly.objects === 1 ? 'it' : 'them'} alone.
        </p>
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

/** Ranked proposals with their reasons; the person picks, refuses, adds to the standard, or removes. */
function Decision({ finding, office, proposals, busy, onDecide, onRefuse }: Props) {
  const offered = proposals?.[finding.key];
  const ranked = offered?.ranked ?? [];
  const picking = pickingOption(finding);
  const others =
    finding.options?.filter((option) => option !== picking && !option.sets && !option.picks) ?? [];
  const [picked, setPicked] = useState<string | null>(null);
  const [another, setAnother] = useState(false);
  const [sure, setSure] = useState<string | null>(null);
  const name = useId();
  // Only what is likely is picked beforehand: whatever else is picked, a person picked.
  const to = picked ?? (another ? '' : (likelyTarget(finding, proposals) ?? ''));
  const named = finding.subject.layer ?? finding.subject.value ?? '';
  const kind = kindAsked(finding);
  const names = office[kind];

  useEffect(() => {
    if (busy || to === '' || !picking) return;
    const press = (event: KeyboardEvent): void => {
      if (
        event.key !== 'Enter' ||
        (event.target instanceof HTMLInputElement && event.target.type !== 'radio') ||
        (event.target instanceof HTMLElement &&
          event.target.closest(
            'button:not([data-finding]), a, select, [role="dialog"], input[type="search"]',
          ))
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
      {picking && proposals === null && <p className="text-ink-2">Looking for the nearest {kind}s …</p>}
      {picking && proposals !== null && ranked.length === 0 && (
        <p className="text-ink-2">No {kind} of the standard is near. Pick one, or add this one.</p>
      )}
      {offered?.removedBefore && (
        <p className="mb-1 text-ink-2">Removed in an earlier drawing of this sender.</p>
      )}
      {picking && (
        <fieldset className="min-w-0 border border-hairline bg-white">
          <legend className="sr-only">
            Office {kind} for {named}
          </legend>
          {ranked.map((option) => (
            <div
              key={option.to}
              className="flex min-h-8 items-baseline border-b border-hairline hover:bg-plate"
            >
              <label className="flex min-w-0 flex-1 items-baseline gap-2 px-2 py-1">
                <input
                  type="radio"
                  name={name}
                  className="translate-y-0.5 accent-verdigris"
                  checked={to === option.to && !another}
                  onChange={() => {
                    setPicked(option.to);
                    setAnother(false);
                  }}
                />
                <span className="figures w-32 shrink-0 truncate font-medium" title={option.to}>
                  {option.to}
                </span>
                <Sample of={names.find(({ name }) => name === option.to)} />
                <span className="min-w-0 flex-1 text-ink-2">{option.reasons.join('; ')}</span>
                <span className="shrink-0 text-[12px] text-ink-3" title={formatSureness(option)}>
                  {formatLikeness(option)}
                </span>
              </label>
              {offered?.asks && (
                <Button
                  look="quiet"
                  className="h-6 shrink-0 px-1.5"
                  title={`${named} is never ${option.to}: do not propose it for this sender again`}
                  aria-label={`${option.to} is wrong for ${named}`}
                  disabled={busy}
                  onClick={() => {
                    if (picked === option.to) setPicked(null);
                    if (offered.asks) onRefuse(offered.asks, option.to, 'refuse');
                  }}
                >
                  Wrong
                </Button>
              )}
            </div>
          ))}
          <label className="flex h-9 items-center gap-2 px-2">
            <input
              type="radio"
              name={name}
              className="accent-verdigris"
              checked={another}
              onChange={() => {
                setPicked(null);
                setAnother(true);
              }}
            />
            <span className="text-ink-2">Another</span>
            <select
              value={another ? (picked ?? '') : ''}
              onChange={(event) => {
                setPicked(event.target.value || null);
                setAnother(true);
              }}
              aria-label={`Another office ${kind} for ${named}`}
              className="h-7 min-w-0 flex-1 rounded-md border border-rule bg-white px-1"
            >
              <option value="">
                all {names.length} {kind}s …
              </option>
              {names.map((candidate) => (
                <option key={candidate.name} value={candidate.name}>
                  {candidate.name} {candidate.purpose && `(${candidate.purpose})`}
                </option>
              ))}
            </select>
            {another && <Sample of={names.find((candidate) => candidate.name === picked)} />}
          </label>
        </fieldset>
      )}
      {offered?.asks && offered.refused.length > 0 && (
        <p className="mt-1 flex flex-wrap items-baseline gap-x-2 text-ink-2">
          Refused for this sender:
          {offered.refused.map((target) => (
            <span key={target} className="inline-flex items-baseline gap-1">
              <span className="figures">{target}</span>
              <Button
                look="quiet"
                className="h-6 px-1"
                aria-label={`Propose ${target} again`}
                disabled={busy}
                onClick={() => offered.asks && onRefuse(offered.asks, target, 'offer')}
              >
                Propose again
              </Button>
            </span>
          ))}
        </p>
      )}
      <div className="mt-2 flex flex-wrap items-center gap-2">
        {picking && (
          <Button
            look="main"
            disabled={busy || to === ''}
            onClick={() => onDecide(finding, picking, to)}
            hotkey={to === '' ? undefined : 'Enter'}
          >
            {to === '' ? `Pick a ${kind}` : picking.label.replace('{to}', to)}
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
