'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { toast } from 'sonner';
import { byKind, type NamedKind, type OfficeNames, REMOVABLE_KINDS } from '@/core/standard/named-kinds';
import { Button } from '../kit/Button';
import { call } from '../kit/call';
import { count, formatDate } from '../kit/format';
import { cell, cellHead, Nothing, Page } from '../kit/Page';
import { Sample } from '../kit/Sample';
import { NameTable } from './NameTable';

interface Entry {
  readonly kind: NamedKind;
  readonly name: string;
  readonly action: 'map' | 'remove';
  readonly target: string;
  readonly decidedAt: string;
  readonly usedIn: readonly { readonly id: number; readonly name: string }[];
}

interface Sender {
  readonly id: number;
  readonly name: string;
  readonly drawings: number;
  readonly held: number;
  readonly released: number;
  readonly crosswalk: readonly Entry[];
  readonly refusals: readonly {
    readonly kind: NamedKind;
    readonly name: string;
    readonly target: string;
    readonly refusedAt: string;
  }[];
}

interface Props {
  readonly senders: readonly Sender[];
  /** Names of the edition in force by their kind, and its label; empty where there is none. */
  readonly office: OfficeNames;
  readonly edition: string;
}

const REMOVE = '|remove';
const ASK = '|ask';
/** Drawings that are named before the rest is counted. */
const NAMED = 2;

/** Each sender with what is remembered of its names: what holds for the next drawing, and what was refused. */
export function SendersPlace({ senders, office, edition }: Props) {
  const router = useRouter();
  const names = byKind((kind) => office[kind].map(({ name }) => name));
  const say = async (body: object, said: string): Promise<void> => {
    const answer = await call('/api/senders/say', { body });
    if (answer.ok) toast(said);
    else toast.error(answer.problem.message, { description: answer.problem.action });
    router.refresh();
  };
  const change = (sender: number, { kind, name }: Entry, to: string): Promise<void> => {
    const own = { sender, kind, name };
    if (to === ASK) return say({ ...own, action: 'ask' }, `“${name}” will be asked again.`);
    if (to === REMOVE) return say({ ...own, action: 'remove' }, `“${name}” is noted as to be removed.`);
    return say({ ...own, action: 'map', target: to }, `“${name}” will be proposed as ${to}.`);
  };
  return (
    <Page
      title="Senders"
      about="What a sender’s names of layers, linetypes, styles, fills and parallel-line sets stand for is decided once, and proposed first with the next drawing. Taken back in a drawing, it is forgotten here too."
    >
      {senders.length === 0 && (
        <Nothing title="No senders yet">They appear with their first drawing.</Nothing>
      )}
      {senders.map((sender) => (
        <section key={sender.id} className={sender.crosswalk.length === 0 ? 'mb-2' : 'mb-6'}>
          <h2 className="flex items-baseline gap-4 border-b border-hairline pb-1.5 font-semibold">
            {sender.name}
            <span className="text-[13px] font-normal text-ink-2">
              {count(sender.drawings, 'drawing')}: {sender.held} held, {sender.released} released
              {sender.crosswalk.length === 0 && '; nothing decided on its names yet'}
            </span>
            <NameTable sender={sender} office={names} edition={edition} />
          </h2>
          {sender.crosswalk.length > 0 && (
            <table className="w-full border border-hairline bg-white text-[13px]">
              <thead>
                <tr>
                  <th className={`${cellHead} w-[26%]`}>Sender’s name</th>
                  <th className={`${cellHead} w-[30%]`}>With the next drawing</th>
                  <th className={cellHead}>Decided in</th>
                  <th className={`${cellHead} w-[14%]`}>On</th>
                </tr>
              </thead>
              <tbody>
                {sender.crosswalk.map((entry) => {
                  const ours = office[entry.kind].find(({ name }) => name === entry.target);
                  const isThere = entry.action === 'remove' || ours !== undefined;
                  return (
                    <tr key={`${entry.kind} ${entry.name}`}>
                      <td className={`${cell} figures max-w-0 truncate`} title={entry.name}>
                        {entry.name}
                        {entry.kind !== 'layer' && (
                          <span className="font-sans text-ink-3"> {entry.kind}</span>
                        )}
                      </td>
                      <td className={cell}>
                        <div className="flex items-center gap-2">
                          <select
                            aria-label={`What ${entry.name} stands for`}
                            value={entry.action === 'map' ? entry.target : REMOVE}
                            onChange={(event) => void change(sender.id, entry, event.target.value)}
                            className="figures h-7 min-w-0 flex-1 rounded-md border border-rule bg-white px-1"
                          >
                            {!isThere && <option value={entry.target}>{entry.target}</option>}
                            {office[entry.kind].map(({ name }) => (
                              <option key={name} value={name}>
                                {name}
                              </option>
                            ))}
                            {REMOVABLE_KINDS.has(entry.kind) && (
                              <option value={REMOVE}>removal is mentioned, not proposed</option>
                            )}
                            <option value={ASK}>ask again</option>
                          </select>
                          {entry.action === 'map' && <Sample of={ours} />}
                        </div>
                        {!isThere && (
                          <p className="mt-0.5 text-[12.5px] text-oxide">
                            Not in {edition || 'any edition in force'}: it will be asked again.
                          </p>
                        )}
                      </td>
                      <td className={`${cell} text-ink-2`}>
                        {entry.usedIn.slice(0, NAMED).map(({ id, name }, i) => (
                          <span key={id}>
                            {i > 0 && ', '}
                            <Link className="underline" href={`/drawings/${id}`}>
                              {name}
                            </Link>
                          </span>
                        ))}
                        {entry.usedIn.length > NAMED && ` and ${entry.usedIn.length - NAMED} more`}
                        {entry.usedIn.length === 0 && 'set here'}
                      </td>
                      <td className={`${cell} figures text-ink-2`}>{formatDate(entry.decidedAt)}</td>
                    </tr>
                  );
                })}
              </tbody>
            </table>
          )}
          {sender.refusals.length > 0 && (
            <ul className="mt-1.5 text-[13px] text-ink-2">
              {sender.refusals.map(({ kind, name, target, refusedAt }) => (
                <li key={`${kind}|${name}|${target}`} className="flex items-baseline gap-2 py-0.5">
                  <span className="min-w-0 truncate">
                    <span className="figures">{name}</span> is not <span className="figures">{target}</span>:
                    refused on {formatDate(refusedAt)}, not proposed any more.
                  </span>
                  <Button
                    look="quiet"
                    className="h-6 shrink-0"
                    aria-label={`Propose ${target} for ${name} again`}
                    onClick={() =>
                      void say(
                        { sender: sender.id, kind, name, target, action: 'offer' },
                        `${target} may be proposed for “${name}” again.`,
                      )
                    }
                  >
                    Propose again
                  </Button>
                </li>
              ))}
            </ul>
          )}
        </section>
      ))}
    </Page>
  );
}
