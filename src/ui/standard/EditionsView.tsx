'use client';

import Link from 'next/link';
import { useRouter } from 'next/navigation';
import { useMemo, useRef, useState } from 'react';
import { toast } from 'sonner';
import type { Problem } from '@/core/result';
import { type Difference, differences } from '@/core/standard/differences';
import type { Standard } from '@/core/standard/standard';
import { STARTERS } from '@/core/standard/starters';
import { Button, buttonClass } from '../kit/Button';
import { Field } from '../kit/Field';
import { count, formatDate } from '../kit/format';
import { cell, cellHead, Heads } from '../kit/Page';
import { DiscardDialog, IssueDialog, WithdrawDialog } from './EditionDialogs';
import { Beside, EditorHead } from './parts';
import { type ImportPreview, TakeInDialog } from './TakeInDialog';
import type { EditionHead, EditionView, Save } from './types';

/** What an edition is handed out as, by the name that the server knows. */
const PRODUCTS = [
  {
    about: 'A template to begin drawings with: every definition, sheets of all sizes',
    forms: [
      ['template-2010', 'DXF 2010'],
      ['template-R12', 'DXF R12'],
    ],
  },
  {
    about: 'The whole standard on one sheet, at true size',
    forms: [
      ['specimen-pdf', 'PDF'],
      ['specimen-svg', 'SVG'],
      ['specimen-dxf', 'DXF'],
    ],
  },
  {
    about: 'Every definition in tables, one for each kind',
    forms: [
      ['tables-xlsx', 'XLSX'],
      ['tables-csv', 'CSV'],
    ],
  },
] as const;

/** A file that is to be taken in, and what it would change. */
interface Taking {
  readonly name: string;
  readonly text: string;
  readonly preview: ImportPreview;
}

interface Props {
  readonly editions: readonly EditionHead[];
  readonly shown: EditionView;
  readonly before: EditionView | null;
  readonly standard: Standard;
  /** Version of the draft that the page has reached. */
  readonly version: number;
  readonly save: Save;
}

/** What was issued when, by whom and why; issuing, exporting and importing. */
export function EditionsView({ editions, shown, before, standard, version, save }: Props) {
  const router = useRouter();
  const [issuing, setIssuing] = useState(false);
  const [discarding, setDiscarding] = useState(false);
  const [withdrawing, setWithdrawing] = useState<EditionHead | null>(null);
  const [name, setName] = useState(standard.name);
  const [problem, setProblem] = useState<Problem | null>(null);
  const [taking, setTaking] = useState<Taking | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const editable = shown.state === 'draft';
  const changes = useMemo(() => (before ? differences(before.standard, standard) : []), [before, standard]);

  const kept = editions.find((edition) => edition.state === 'draft');
  const draft = kept ? (kept.id === shown.id ? { ...kept, version } : kept) : null;

  const send = async <T,>(query: string, text: string): Promise<(T & { problem?: Problem }) | null> => {
    const response = await fetch(`/api/standard/import${query}`, { method: 'POST', body: text }).catch(
      () => null,
    );
    const body = (await response?.json().catch(() => null)) as (T & { problem?: Problem }) | null;
    if (!body || body.problem)
      setProblem(
        body?.problem ?? { code: 'offline', message: 'The server does not answer.', action: 'Try again.' },
      );
    return body?.problem ? null : body;
  };

  /** Shows what a file would change, before anything happens. */
  const look = async (file: File): Promise<void> => {
    setProblem(null);
    const text = await file.text();
    const preview = await send<ImportPreview>('?preview=1', text);
    if (preview) setTaking({ name: file.name, text, preview });
  };

  const take = async ({ name: file, text }: Taking): Promise<void> => {
    setTaking(null);
    const seen = draft && draft.id > 0 ? `?draft=${draft.id}&version=${draft.version}` : '';
    const body = await send<{ edition?: EditionView }>(seen, text);
    if (!body?.edition) return;
    toast(`${file} is in ${body.edition.label} now.`, { description: 'Undo brings back what was there.' });
    router.push(`/standard?edition=${body.edition.id}&view=layers`);
  };

  return (
    <Beside
      editor={
        <>
          <EditorHead title="Office" />
          <form
            onSubmit={(event) => {
              event.preventDefault();
              void save({ ...standard, name }).then((wrong) => {
                if (wrong.length === 0) {
                  toast('Saved in the draft.');
                  router.refresh();
                }
              });
            }}
          >
            <fieldset disabled={!editable}>
              <Field
                label="Name of the standard"
                value={name}
                onChange={(event) => setName(event.target.value)}
                required
                maxLength={120}
              />
            </fieldset>
            {editable && name !== standard.name && (
              <Button type="submit" className="mt-2">
                Save the name
              </Button>
            )}
          </form>
          <div className="mt-6">
            <EditorHead title={`${shown.label} to hand out`} />
            <ul className="space-y-2 text-[13px]">
              {PRODUCTS.map(({ about, forms }) => (
                <li key={about}>
                  <p className="mb-1 text-ink-2">{about}</p>
                  <span className="flex flex-wrap gap-2">
                    {forms.map(([name, words]) => (
                      <a
                        key={name}
                        className={buttonClass('plain')}
                        href={`/api/standard/${shown.id}/product?as=${name}`}
                        download
                      >
                        {words}
                      </a>
                    ))}
                  </span>
                </li>
              ))}
            </ul>
          </div>
          {editable && (
            <div className="mt-6">
              <EditorHead title="Begin from something" />
              <p className="mb-2 text-[13px] text-ink-2">
                A drawing known to be good is shown against the draft, and taken over one by one.
              </p>
              <Link className={buttonClass('plain')} href={`/standard?edition=${shown.id}&view=learn`}>
                Learn from a drawing …
              </Link>
              <ul className="mt-3 space-y-2">
                {STARTERS.map(({ id, name: starter, about, standard: ready }) => (
                  <li key={id} className="border border-hairline bg-white p-2 text-[13px]">
                    <p className="flex items-center justify-between gap-2 font-medium">
                      {starter}
                      <Button
                        className="h-6"
                        onClick={() =>
                          void save({ ...ready, name: standard.name }).then((faults) => {
                            if (faults.length === 0) toast(`The draft is a copy of “${starter}” now.`);
                          })
                        }
                      >
                        Copy {starter}
                      </Button>
                    </p>
                    <p className="mt-0.5 text-[12.5px] text-ink-2">{about}</p>
                  </li>
                ))}
              </ul>
              <p className="mt-1 text-[12px] text-ink-3">
                A copy takes the place of everything in the draft; Undo brings it back.
              </p>
            </div>
          )}
          <div className="mt-6">
            <EditorHead title="Take in from a file" />
            <p className="mb-2 text-[13px] text-ink-2">
              A standard in JSON: exported here, or learnt from a good drawing with the command line. It
              becomes the content of the draft.
            </p>
            <Button onClick={() => input.current?.click()}>Choose a file</Button>
            <input
              ref={input}
              type="file"
              accept=".json,application/json"
              aria-label="Standard to take in"
              className="sr-only"
              tabIndex={-1}
              onChange={(event) => {
                const file = event.target.files?.[0];
                event.target.value = '';
                if (file) void look(file);
              }}
            />
            {problem && (
              <p role="alert" className="mt-2 text-[13px] text-oxide">
                {problem.message} <span className="text-ink">{problem.action}</span>
              </p>
            )}
          </div>
        </>
      }
    >
      <div className="min-h-0 flex-1 overflow-auto bg-white">
        <table className="w-full text-[13px]">
          <thead>
            <tr>
              {['Edition', 'State', 'Layers', 'Issued', 'By', 'Why', ''].map((head) => (
                <th key={head} className={cellHead}>
                  {head || <span className="sr-only">Actions</span>}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {editions.map((edition) => (
              <tr key={edition.id}>
                <td className={`${cell} figures font-medium`}>{edition.label}</td>
                <td
                  className={cell}
                  title={
                    edition.withdrawnAt
                      ? `by ${edition.withdrawnBy} on ${formatDate(edition.withdrawnAt)}${edition.withdrawnNote === '' ? '' : `: ${edition.withdrawnNote}`}`
                      : undefined
                  }
                >
                  {edition.state}
                </td>
                <td className={`${cell} figures`}>{edition.layerCount}</td>
                <td className={`${cell} figures text-ink-2`}>
                  {edition.issuedAt ? formatDate(edition.issuedAt) : '—'}
                </td>
                <td className={`${cell} text-ink-2`}>{edition.issuedBy ?? '—'}</td>
                <td className={`${cell} max-w-72 truncate text-ink-2`} title={edition.note}>
                  {edition.note || '—'}
                </td>
                <td className={`${cell} text-right`}>
                  <span className="inline-flex gap-2 py-1">
                    <a
                      className={buttonClass('plain', 'h-6')}
                      href={`/api/standard/${edition.id}/export`}
                      download
                    >
                      Export
                    </a>
                    {edition.state === 'issued' && (
                      <Button className="h-6" onClick={() => setWithdrawing(edition)}>
                        Withdraw …
                      </Button>
                    )}
                    {edition.state === 'draft' && (
                      <>
                        <Button className="h-6" onClick={() => setDiscarding(true)}>
                          Discard …
                        </Button>
                        <Button look="main" className="h-6" onClick={() => setIssuing(true)}>
                          Issue …
                        </Button>
                      </>
                    )}
                  </span>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
        <Changes editions={editions} shown={shown} before={before} changes={changes} />
      </div>
      {taking && (
        <TakeInDialog
          file={taking.name}
          into={draft?.label ?? 'the next draft'}
          preview={taking.preview}
          onTake={() => void take(taking)}
          onClose={() => setTaking(null)}
        />
      )}
      <WithdrawDialog edition={withdrawing} onClose={() => setWithdrawing(null)} />
      <DiscardDialog
        open={discarding}
        onClose={() => setDiscarding(false)}
        draft={draft}
        changes={
          editable && before
            ? `${count(changes.length, 'change')} since ${before.label} would be lost.`
            : `All of ${draft?.label ?? 'the draft'} would be lost.`
        }
      />
      <IssueDialog
        open={issuing}
        onOpenChange={setIssuing}
        draft={draft}
        since={editable && before ? `, ${count(changes.length, 'change')} since ${before.label}` : ''}
      />
    </Beside>
  );
}

/** What is not the same in the edition shown as in another one, setting by setting. */
function Changes({
  editions,
  shown,
  before,
  changes,
}: Pick<Props, 'editions' | 'shown' | 'before'> & { changes: readonly Difference[] }) {
  const router = useRouter();
  const others = editions.filter((edition) => edition.id !== shown.id);
  if (!before || others.length === 0) return null;
  return (
    <section className="mt-6 border-t border-rule" aria-label="Changes">
      <h2 className="flex flex-wrap items-center gap-2 px-3 py-3 text-[15px] font-semibold">
        From
        <select
          aria-label="Compared with"
          value={before.id}
          onChange={(event) =>
            router.push(`/standard?edition=${shown.id}&view=editions&from=${event.target.value}`)
          }
          className="h-7 rounded-md border border-rule bg-white px-2 text-[13px] font-normal"
        >
          {others.map((edition) => (
            <option key={edition.id} value={edition.id}>
              {edition.label}
            </option>
          ))}
        </select>
        to {shown.label}: {changes.length === 0 ? 'nothing changed' : count(changes.length, 'change')}
      </h2>
      {changes.length > 0 && (
        <table className="w-full table-fixed text-[13px]">
          <colgroup>
            <col className="w-[32%]" />
            <col className="w-[16%]" />
            <col className="w-[26%]" />
            <col className="w-[26%]" />
          </colgroup>
          <Heads of={['Definition', 'Setting', `In ${before.label}`, `In ${shown.label}`]} />
          <tbody>
            {changes.map((change) => (
              <tr key={`${change.kind} ${change.name} ${change.setting} ${change.before} ${change.after}`}>
                <td className={`${cell} py-1.5 align-top wrap-anywhere`}>
                  {change.kind} <span className="figures font-medium">{change.name}</span>
                </td>
                <td className={`${cell} py-1.5 align-top wrap-anywhere`}>
                  {change.setting || (change.before === null ? 'new' : 'gone')}
                </td>
                <td className={`${cell} py-1.5 align-top wrap-anywhere text-ink-2`}>
                  {change.before ?? '—'}
                </td>
                <td className={`${cell} py-1.5 align-top wrap-anywhere`}>{change.after ?? '—'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
