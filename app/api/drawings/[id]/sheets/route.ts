import { z } from 'zod';
import { route } from '@/server/route';
import { decideSheet } from '@/server/scaling';
import { sheetDecisionSchema } from '@/server/sheet-decisions';
import '@/server/work';

const order = z.strictObject({
  decision: sheetDecisionSchema,
  note: z.string().max(200),
  revision: z.int().min(0),
});

/** Adds a sheet that lies in the model, gives one another scale, or drops what is none. */
export const POST = route({ of: 'drawing', body: order, handler: ({ id, body }) => decideSheet(id, body) });
