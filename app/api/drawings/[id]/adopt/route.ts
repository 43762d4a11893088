import { z } from 'zod';
import { adoptLayer } from '@/server/corrections';
import { route } from '@/server/route';

/** Puts a layer of the drawing into the draft standard. */
export const POST = route({
  of: 'drawing',
  body: z.strictObject({ layer: z.string().min(1).max(300) }),
  handler: ({ id, body }) => adoptLayer(id, body.layer),
});
