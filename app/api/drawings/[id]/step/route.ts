import { z } from 'zod';
import { step } from '@/server/drawings';
import { route } from '@/server/route';

export const POST = route({
  of: 'drawing',
  body: z.strictObject({ by: z.union([z.literal(-1), z.literal(1)]) }),
  handler: ({ id, body }) => step(id, body.by),
});
