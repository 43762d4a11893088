import { route } from '@/server/route';
import { waive, waiverSchema } from '@/server/waivers';

/** Waives a finding of a drawing. */
export const POST = route({ body: waiverSchema, handler: ({ body }) => waive(body) });
