import { z } from 'zod';
import { fail } from '@/core/result';
import { compareStates } from '@/server/compared';
import { route } from '@/server/route';

const states = z.object({
  from: z.coerce.number().int().min(0).max(1e9),
  to: z.coerce.number().int().min(0).max(1e9),
});

/** Two states of a drawing compared (`?from=0&to=3`). */
export const GET = route({
  of: 'drawing',
  handler({ id, query }) {
    const asked = states.safeParse(Object.fromEntries(query.entries()));
    return asked.success
      ? compareStates(id, asked.data.from, asked.data.to)
      : fail('no-state', 'Two states are needed.', 'Pick two states of the drawing.');
  },
});
