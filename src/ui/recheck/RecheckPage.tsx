'use client';

import Link from 'next/link';
import { count } from '../kit/format';
import { cell, Heads, Nothing, Page } from '../kit/Page';
import { VerdictPlate } from '../kit/WeightTag';
import { type RecheckState, RecheckStrip } from './RecheckStrip';

interface Outcome {
  readonly edition: string;
  readonly verdict: 'released' | 'held';
  readonly findings: number;
}

interface Props {
  readonly state: RecheckState | null;
  readonly changed: readonly {
    readonly id: number;
    readonly name: string;
    readonly sender: string;
    readonly before: Outcome;
    readonly after: Outcome;
  }[];
}

/** Lines that are put on the page. */
const MOST = 500;

/** What the edition in force changed for the drawings on file. */
export function RecheckPage({ state, changed }: Props) {
  const held = changed.filter(
    ({ before, after }) => before.verdict === 'released' && after.verdict === 'held',
  );
  const released = changed.filter(
    ({ before, after }) => before.verdict === 'held' && after.verdict === 'released',
  );
  return (
    <Page
      title="Checked again"
      about={`What ${state?.edition ?? 'the edition in force'} changed for drawings that were checked before. Each check can be taken back in its drawing.`}
    >
      <RecheckStrip state={state} link={false} />
      {changed.length === 0 ? (
        <Nothing title="Nothing came out otherwise">
          {state && state.outdated > 0
            ? 'Drawings that were not checked again yet are not among them.'
            : 'Every drawing on file came out as before, or was not checked before.'}
        </Nothing>
      ) : (
        <>
          <p className="mb-2 text-[13px] text-ink-2">
            {count(held.length, 'drawing is', 'drawings are')} held now, {released.length} released,{' '}
            {changed.length - held.length - released.length} with other findings.
          </p>
          <table className="w-full border border-hairline bg-white text-[13px]">
            <Heads of={['Drawing', 'Sender', 'Before', '', 'Now', '']} />
            <tbody>
              {changed.slice(0, MOST).map(({ id, name, sender, before, after }) => (
                <tr key={id}>
                  <td className={cell}>
                    <Link className="font-medium underline decoration-rule" href={`/drawings/${id}`}>
                      {name}
                    </Link>
                  </td>
                  <td className={`${cell} text-ink-2`}>{sender}</td>
                  <td className={cell}>
                    <VerdictPlate verdict={before.verdict} />
                  </td>
                  <td className={`${cell} text-ink-2`}>
                    {count(before.findings, 'finding')}, {before.edition}
                  </td>
                  <td className={cell}>
                    <VerdictPlate verdict={after.verdict} />
                  </td>
                  <td className={`${cell} text-ink-2`}>
                    {count(after.findings, 'finding')}, {after.edition}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          {changed.length > MOST && (
            <p className="mt-1 text-[13px] text-ink-2">And {count(changed.length - MOST, 'more')}.</p>
          )}
        </>
      )}
    </Page>
  );
}
