import { SIDES } from '@/core/audit/examples/picture';
import { fail } from '@/core/result';
import { runTask } from '@/server/pool';
import { route } from '@/server/route';

/** Longest id of a rule that is asked for. */
const MOST = 80;

/** One of the two small drawings of a rule, as SVG. */
export const GET = route({
  async handler({ query }) {
    const side = SIDES.find((one) => one === query.get('side'));
    const rule = query.get('rule') ?? '';
    if (!side || rule.length > MOST)
      return fail('no-rule', 'There is no such picture.', 'Go back to the list of rules.');
    const picture = await runTask('example', { rule, side });
    return picture.ok
      ? new Response(picture.value, {
          headers: { 'content-type': 'image/svg+xml', 'cache-control': 'max-age=3600' },
        })
      : picture;
  },
});
