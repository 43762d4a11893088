'use client';

import { useRouter } from 'next/navigation';
import { useState } from 'react';
import { toast } from 'sonner';
import { foldName } from '@/core/dxf/interner';
import { CROSSWALK_HEADS, type NameDecision, readCrosswalk } from '@/core/exchange/crosswalk-table';
import type { NamedKind } from '@/core/standard/named-kinds';
import { Button, buttonClass } from '../kit/Button';
import { call } from '../kit/call';
import { count } from '../kit/format';
import { TableDialog, type TableRead } from '../kit/TableDialog';

interface Props {
  readonly sender: {
    readonly id: number;
    readonly name: string;
    readonly crosswalk: readonly NameDecision[];
  };
  /** Names of the edition in force by their kind. */
  readonly office: Readonly<Record<NamedKind, readonly string[]>>;
  readonly edition: string;
}

const said = ({ action, target }: Pick<NameDecision, 'action' | 'target'>): string =>
  action === 'remove' ? 'to be removed' : target;

/** What holds for a sender's names to a spreadsheet, and back from one. */
export function NameTable({ sender, office, edition }: Props) {
  const router = useRouter();
  const [taking, setTaking] = useState(false);
  const read = (rows: readonly (readonly string[])[]): TableRead => {
    const found = readCrosswalk(rows, office);
    if ('faults' in found) return found;
    const keyOf = ({ kind, name }: Pick<NameDecision, 'kind' | 'name'>): string =>
      `${kind}|${foldName(name)}`;
    const holds = new Map(sender.crosswalk.map((entry) => [keyOf(entry), entry]));
    const changes = found.decisions.filter((decision) => {
      const now = holds.get(keyOf(decision));
      return now?.action !== decision.action || foldName(now.target) !== foldName(decision.target);
    });
    return {
      heads: ['Sender’s name', 'Kind', 'Stands for', 'Will stand for'],
      changes: changes.map((decision) => {
        const now = holds.get(keyOf(decision));
        return [decision.name, decision.kind, now ? said(now) : '—', said(decision)];
      }),
      notes: [],
      async take() {
        const answer = await call(`/api/senders/${sender.id}/crosswalk`, { body: { decisions: changes } });
        if (!answer.ok) return [`${answer.problem.message} ${answer.problem.action}`];
        toast(`${count(changes.length, 'name')} of ${sender.name} decided.`);
        router.refresh();
        return [];
      },
    };
  };
  return (
    <span className="ml-auto flex gap-2 font-normal">
      {sender.crosswalk.length > 0 &&
        ['xlsx', 'csv'].map((form) => (
          <a
            key={form}
            className={buttonClass('quiet')}
            href={`/api/senders/${sender.id}/crosswalk?as=${form}`}
            download
            aria-label={`Names of ${sender.name} as ${form.toUpperCase()}`}
          >
            {form.toUpperCase()}
          </a>
        ))}
      {edition !== '' && (
        <>
          <Button
            look="quiet"
            aria-label={`Names of ${sender.name} from a table`}
            onClick={() => setTaking(true)}
          >
            From a table …
          </Button>
          <TableDialog
            open={taking}
            onOpenChange={setTaking}
            title={`Names of ${sender.name} from a table`}
            about={`Paste rows from a spreadsheet, or choose a CSV or XLSX. The first row names the columns; names of the office are those of ${edition}. What the table does not name stays.`}
            sheet="Names"
            columns={CROSSWALK_HEADS}
            same="All of this holds already: nothing would change."
            read={read}
          />
        </>
      )}
    </span>
  );
}
