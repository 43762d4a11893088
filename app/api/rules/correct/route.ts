import { z } from 'zod';
import { cancelBatch, correctMany, correctManySchema, takeBackBatch } from '@/server/correct-many';
import { route } from '@/server/route';

/** Corrects one cause in several drawings, each as a step of its own. */
export const POST = route({
  changes: true,
  body: correctManySchema,
  handler: ({ body }) => correctMany(body),
});

const endSchema = z.strictObject({ batch: z.int(), action: z.enum(['stop', 'take back']) });

/** Breaks it off, or takes it back. */
export const PUT = route({
  changes: true,
  body: endSchema,
  handler: ({ body: { batch, action } }) => (action === 'stop' ? cancelBatch(batch) : takeBackBatch(batch)),
});
