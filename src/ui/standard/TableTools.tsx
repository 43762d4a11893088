'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { readDelimited } from '@/core/exchange/delimited';
import { type CellFault, fromRows, TABLES, type TableName } from '@/core/exchange/tables/tables';
import { differences } from '@/core/standard/differences';
import type { FieldFault, Standard } from '@/core/standard/standard';
import { Button, buttonClass } from '../kit/Button';
import { Dialog, DialogFoot } from '../kit/Dialog';
import { FilePick } from '../kit/FilePick';
import { count } from '../kit/format';
import { cell, Heads } from '../kit/Page';
import type { Save } from './types';

interface Props {
  readonly kind: TableName;
  readonly standard: Standard;
  /** Number by which the edition is asked for. */
  readonly edition: number;
  readonly editable: boolean;
  readonly save: Save;
}

/** A kind of definition to a spreadsheet, and back from one. */
export function TableTools({ kind, standard, edition, editable, save }: Props) {
  const [taking, setTaking] = useState(false);
  const as = (form: string): string => `/api/standard/${edition}/tables?of=${kind}&as=${form}`;
  return (
    <span className="ml-auto flex gap-2">
      <a className={buttonClass('quiet')} href={as('xlsx')} download>
        XLSX
      </a>
      <a className={buttonClass('quiet')} href={as('csv')} download>
        CSV
      </a>
      {editable && (
        <>
          <Button onClick={() => setTaking(true)}>From a table …</Button>
          <TableDialog open={taking} onOpenChange={setTaking} kind={kind} standard={standard} save={save} />
        </>
      )}
    </span>
  );
}

/** Differences that are listed before a table is taken over; more are only counted. */
const MOST_LISTED = 200;

/** Takes in definitions from a table: pasted, CSV or XLSX. What would change is seen before anything is. */
function TableDialog({
  open,
  onOpenChange,
  kind,
  standard,
  save,
}: {
  open: boolean;
  onOpenChange: (open: boolean) => void;
  kind: TableName;
  standard: Standard;
  save: Save;
}) {
  const { title, one, columns } = TABLES[kind];
  const [text, setText] = useState('');
  const [rows, setRows] = useState<readonly (readonly string[])[] | null>(null);
  const [problem, setProblem] = useState('');
  const [wrong, setWrong] = useState<readonly FieldFault[]>([]);

  const take = async (file: File): Promise<void> => {
    setProblem('');
    setWrong([]);
    if (/\.(csv|tsv|txt)$/i.test(file.name)) {
      setRows(readDelimited(await file.text()));
      return;
    }
    const answer = await fetch(`/api/standard/table?sheet=${encodeURIComponent(title)}`, {
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

  const read = rows === null ? null : fromRows(standard, kind, rows);
  const next = read && 'standard' in read ? read.standard : null;
  const faults: readonly CellFault[] = read && 'faults' in read ? read.faults : [];
  const changes = next ? differences(standard, next) : [];
  const close = (stays: boolean): void => {
    onOpenChange(stays);
    if (stays) return;
    setRows(null);
    setText('');
    setProblem('');
    setWrong([]);
  };
  const store = async (): Promise<void> => {
    if (!next) return;
    const refused = await save(next);
    setWrong(refused);
    if (refused.length > 0) return;
    toast(`${count(new Set(changes.map(({ name }) => name)).size, one)} taken over into the draft.`);
    close(false);
  };

  return (
    <Dialog
      size="wide"
      open={open}
      onOpenChange={close}
      title={`${title} from a table`}
      about="Paste rows from a spreadsheet, or choose a CSV or XLSX. The first row names the columns; definitions that it does not name stay."
    >
      <div className="max-h-[60vh] overflow-auto px-5 py-4">
        {rows === null ? (
          <>
            <textarea
              rows={8}
              aria-label="Rows to take in"
              placeholder={columns
                .slice(0, 4)
                .map(({ head }) => head)
                .join('\t')}
              value={text}
              onChange={(event) => setText(event.target.value)}
              className="figures w-full rounded-md border border-rule bg-white px-2 py-1 text-[13px]"
            />
            <div className="mt-3">
              <FilePick
                accept=".csv,.tsv,.txt,.xlsx"
                label="Table to take in"
                onPick={(file) => void take(file)}
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
        ) : changes.length === 0 ? (
          <p>The draft has all of this already: nothing would change.</p>
        ) : (
          <>
            {read && 'unknown' in read && read.unknown.length > 0 && (
              <p className="mb-2 text-[13px] text-ink-2">
                {count(read.unknown.length, 'column')} not taken in: {read.unknown.join(', ')}.
              </p>
            )}
            <Table
              heads={['Name', 'Setting', 'Is', 'Will be']}
              rows={changes
                .slice(0, MOST_LISTED)
                .map(({ name, setting, before, after }) => [
                  name,
                  setting || (before === null ? 'new' : 'gone'),
                  before ?? '—',
                  after ?? '—',
                ])}
            />
            {changes.length > MOST_LISTED && (
              <p className="mt-2 text-[13px] text-ink-2">and {changes.length - MOST_LISTED} more.</p>
            )}
          </>
        )}
        {problem !== '' && (
          <p role="alert" className="mt-3 text-[13px] text-oxide">
            {problem}
          </p>
        )}
        {wrong.map((one) => (
          <p key={`${one.where} ${one.message}`} role="alert" className="mt-2 text-[13px] text-oxide">
            {one.where}: {one.message}
          </p>
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
            <Button look="main" disabled={!next || changes.length === 0} onClick={() => void store()}>
              {faults.length > 0
                ? `${count(faults.length, 'cell')} to mend`
                : `Take over ${count(changes.length, 'change')}`}
            </Button>
          </>
        )}
      </DialogFoot>
    </Dialog>
  );
}

function Table({ heads, rows }: { heads: readonly string[]; rows: readonly (readonly string[])[] }) {
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
