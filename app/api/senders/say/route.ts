import { z } from 'zod';
import { fail } from '@/core/result';
import { NAMED_KINDS } from '@/core/standard/named-kinds';
import { hasSender, sayIfFitting } from '@/server/crosswalk';
import { editionInForce } from '@/server/editions';
import { route } from '@/server/route';

/** Changes or takes back what is remembered of one of a sender's names. */
export const POST = route({
  body: z
    .strictObject({
      sender: z.int(),
      kind: z.enum(NAMED_KINDS),
      name: z.string().max(300),
      action: z.enum(['map', 'remove', 'ask', 'offer']),
      target: z.string().max(300).default(''),
    })
    .refine(
      ({ action, target }) => (action === 'map' || action === 'offer') === (target !== ''),
      'a target is needed',
    ),
  handler({ body: { sender, ...saying } }) {
    if (!hasSender(sender)) return fail('no-sender', 'There is no such sender.', 'Reload the page.');
    return sayIfFitting(sender, saying, editionInForce());
  },
});
