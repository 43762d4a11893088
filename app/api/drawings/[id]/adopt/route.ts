import { z } from 'zod';
import { NAMED_KINDS } from '@/core/standard/named-kinds';
import { adopt } from '@/server/corrections';
import { route } from '@/server/route';

/** Puts a definition of the drawing into the draft standard. */
export const POST = route({
  of: 'drawing',
  body: z.strictObject({ kind: z.enum(NAMED_KINDS), name: z.string().min(1).max(300) }),
  handler: ({ id, body }) => adopt(id, body),
});
