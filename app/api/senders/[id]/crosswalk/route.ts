import { z } from 'zod';
import { crosswalkRows } from '@/core/exchange/crosswalk-table';
import { writeDelimited } from '@/core/exchange/delimited';
import { NAMED_KINDS } from '@/core/standard/named-kinds';
import { crosswalkOf, sayAll, senderName } from '@/server/crosswalk';
import { editionInForce } from '@/server/editions';
import { attachment, noSender } from '@/server/http';
import { route } from '@/server/route';
import { writeSpreadsheet, XLSX } from '@/server/spreadsheet';

/** What holds for a sender's names as a table: `?as=xlsx`, or CSV. */
export const GET = route({
  of: 'sender',
  async handler({ id, query }) {
    const sender = senderName(id);
    if (sender === null) return noSender();
    const rows = crosswalkRows(crosswalkOf(id));
    const name = `Names of ${sender}`;
    if (query.get('as') === 'xlsx')
      return attachment(await writeSpreadsheet([{ name: 'Names', rows }]), XLSX, `${name}.xlsx`);
    return attachment(writeDelimited(rows), 'text/csv; charset=utf-8', `${name}.csv`);
  },
});

/** Decisions on a sender's names, all of them or none. */
export const POST = route({
  of: 'sender',
  body: z.strictObject({
    decisions: z
      .array(
        z
          .strictObject({
            kind: z.enum(NAMED_KINDS),
            name: z.string().min(1).max(300),
            action: z.enum(['map', 'remove']),
            target: z.string().max(300),
          })
          .refine(({ action, target }) => (action === 'map') === (target !== ''), 'a target is needed'),
      )
      .max(5000),
  }),
  handler({ id, body: { decisions } }) {
    return senderName(id) === null ? noSender() : sayAll(id, decisions, editionInForce());
  },
});
