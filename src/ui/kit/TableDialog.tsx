'use client';

import { type ReactNode, useState } from 'react';
import { readDelimited } from '@/core/exchange/delimited';
import type { CellFault } from '@/core/exchange/tables/tables';
import { Button } from './Button';
import { Dialog, DialogFoot } from './Dialog';
import { FilePick } from './FilePick';
import { count } from './format';
import { cell, Heads } from './Page';

type Rows = readonly (readonly string[])[];

/** What a table would change, or what is wrong with it. */
export type TableRead =
  | { readonly faults: readonly CellFault[] }
  | {
      readonly heads: readonly string[];
      /** What would change, one line for each. */
      readonly changes: Rows;
      /** What is to be known of it besides. */
      readonly notes: readonly string[];
      /** Takes it over. @returns what is wrong with it after all; nothing where it was taken */
      readonly take: () => Promise<readonly string[]>;
    };

interface Props {
  readonly open: boolean;
  readonly onOpenChange: (open: boolean) => void;
  readonly title: string;
  readonly about: string;
  /** Name of the sheet that is looked for in a workbook first. */
  readonly sheet: string;
  /** Heads of columns, to show how a row begins. */
  readonly columns: readonly string[];
  /** What is said where a table changes nothing. */
  readonly same: string;
  readonly read: (rows: Rows) => TableRead;
}

/** Changes that are listed before a table is taken over; more are only counted. */
const MOST_LISTED = 200;

/** Takes in a table: pasted, CSV or XLSX. What would change is seen before anything is. */
export function TableDialog({ open, onOpenChange, title, about, sheet, columns, same, read }: Props) {
  const [text, setText] = useState('');
  const [rows, setRows] = useState<Rows | null>(null);
  const [problem, setProblem] = useState('');
  const [wrong, setWrong] = useState<readonly string[]>([]);

  const pick = async (file: File): Promise<void> => {
    setProblem('');
    setWrong([]);
    if (/\.(csv|tsv|txt)$/i.test(file.name)) {
      setRows(readDelimited(await file.text()));
      return;
    }
    const answer = await fetch(`/api/standard/table?sheet=${encodeURIComponent(sheet)}`, {
      method: 'POST',
      body: await file.arrayBuffer(),
    }).catch(() => null);
    const body = (await answer?.json().catch(() => null)) as {
      rows?: string[][];
      problem?: { message: string; action: string };
    } | null;
    if (body?.rows) setRows(body.rows);
    else
      setProblem(
        body?.problem ? `${body.problem.message} ${body.problem.action}` : 'The server does not answer.',
      );
  };

  const found = rows === null ? null : read(rows);
  const faults = found && 'faults' in found ? found.faults : [];
  const next = found && 'changes' in found ? found : null;
  const close = (stays: boolean): void => {
    onOpenChange(stays);
    if (stays) return;
    setRows(null);
    setText('');
    setProblem('');
    setWrong([]);
  };
  const take = async (): Promise<void> => {
    const refused = (await next?.take()) ?? [];
    setWrong(refused);
    if (refused.length === 0) close(false);
  };

  return (
    <Dialog size="wide" open={open} onOpenChange={close} title={title} about={about}>
      <div className="max-h-[60vh] overflow-auto px-5 py-4">
        {rows === null ? (
          <>
            <textarea
              rows={8}
              aria-label="Rows to take in"
              placeholder={columns.slice(0, 4).join('\t')}
              value={text}
              onChange={(event) => setText(event.target.value)}
              className="figures w-full rounded-md border border-rule bg-white px-2 py-1 text-[13px]"
            />
            <div className="mt-3">
              <FilePick
                accept=".csv,.tsv,.txt,.xlsx"
                label="Table to take in"
                onPick={(file) => void pick(file)}
              >
                Choose a CSV or XLSX
              </FilePick>
            </div>
          </>
        ) : faults.length > 0 ? (
          <Table
            heads={['Row', 'Column', 'What is wrong']}
            rows={faults.map(({ row, column, message }) => [String(row), column, message])}
          />
        ) : next && next.changes.length === 0 ? (
          <p>{same}</p>
        ) : (
          next && (
            <>
              {next.notes.map((note) => (
                <p key={note} className="mb-2 text-[13px] text-ink-2">
                  {note}
                </p>
              ))}
              <Table heads={next.heads} rows={next.changes.slice(0, MOST_LISTED)} />
              {next.changes.length > MOST_LISTED && (
                <p className="mt-2 text-[13px] text-ink-2">and {next.changes.length - MOST_LISTED} more.</p>
              )}
            </>
          )
        )}
        {problem !== '' && <Alert>{problem}</Alert>}
        {wrong.map((one) => (
          <Alert key={one}>{one}</Alert>
        ))}
      </div>
      <DialogFoot>
        {rows === null ? (
          <>
            <Button onClick={() => close(false)}>Cancel</Button>
            <Button look="main" disabled={text.trim() === ''} onClick={() => setRows(readDelimited(text))}>
              Check it
            </Button>
          </>
        ) : (
          <>
            <Button
              onClick={() => {
                setRows(null);
                setWrong([]);
              }}
            >
              Back
            </Button>
            <Button look="main" disabled={!next || next.changes.length === 0} onClick={() => void take()}>
              {faults.length > 0
                ? `${count(faults.length, 'cell')} to mend`
                : `Take over ${count(next?.changes.length ?? 0, 'change')}`}
            </Button>
          </>
        )}
      </DialogFoot>
    </Dialog>
  );
}

const Alert = ({ children }: { children: ReactNode }) => (
  <p role="alert" className="mt-3 text-[13px] text-oxide">
    {children}
  </p>
);

function Table({ heads, rows }: { heads: readonly string[]; rows: Rows }) {
  return (
    <table className="w-full text-[13px]">
      <Heads of={heads} />
      <tbody>
        {rows.map((row) => (
          <tr key={row.join('\n')}>
            {row.map((one, i) => (
              <td
                key={heads[i]}
                className={`${cell} py-1 align-top wrap-anywhere ${i === 0 ? 'figures min-w-28' : 'min-w-20'}`}
              >
                {one}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
