'use client';

import { useState } from 'react';
import { toast } from 'sonner';
import { fromRows, TABLES, type TableName } from '@/core/exchange/tables/tables';
import { differences } from '@/core/standard/differences';
import type { Standard } from '@/core/standard/standard';
import { Button, buttonClass } from '../kit/Button';
import { count } from '../kit/format';
import { TableDialog, type TableRead } from '../kit/TableDialog';
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
  const { title, one, columns } = TABLES[kind];
  const as = (form: string): string => `/api/standard/${edition}/tables?of=${kind}&as=${form}`;
  const read = (rows: readonly (readonly string[])[]): TableRead => {
    const found = fromRows(standard, kind, rows);
    if ('faults' in found) return found;
    const changes = differences(standard, found.standard);
    const { unknown } = found;
    return {
      heads: ['Name', 'Setting', 'Is', 'Will be'],
      changes: changes.map(({ name, setting, before, after }) => [
        name,
        setting || (before === null ? 'new' : 'gone'),
        before ?? '—',
        after ?? '—',
      ]),
      notes:
        unknown.length > 0 ? [`${count(unknown.length, 'column')} not taken in: ${unknown.join(', ')}.`] : [],
      async take() {
        const refused = await save(found.standard);
        if (refused.length > 0) return refused.map(({ where, message }) => `${where}: ${message}`);
        toast(`${count(new Set(changes.map(({ name }) => name)).size, one)} taken over into the draft.`);
        return [];
      },
    };
  };
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
          <TableDialog
            open={taking}
            onOpenChange={setTaking}
            title={`${title} from a table`}
            about="Paste rows from a spreadsheet, or choose a CSV or XLSX. The first row names the columns; definitions that it does not name stay."
            sheet={title}
            columns={columns.map(({ head }) => head)}
            same="The draft has all of this already: nothing would change."
            read={read}
          />
        </>
      )}
    </span>
  );
}
