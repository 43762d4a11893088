import { drawing } from '@/server/drawings';
import { dropUnlessNamed, filePath, storeStream } from '@/server/files';
import { idOf, notFound, problemResponse } from '@/server/http';
import { runTask } from '@/server/pool';
import { route } from '@/server/route';

const learn = (sha: string) => runTask('learn', { path: filePath(sha), name: 'Learnt' });

/** What a good drawing teaches: one on file (`?drawing=`), or the file that is the body. Nothing is taken over or kept. */
export const POST = route({
  changes: true,
  async handler({ request, query }) {
    const wanted = query.get('drawing');
    if (wanted !== null) {
      const id = idOf(wanted);
      const record = id === null ? null : drawing(id);
      if (!record) return notFound();
      const learnt = await learn(record.currentSha);
      return learnt.ok ? Response.json({ standard: learnt.value }) : learnt;
    }
    if (!request.body)
      return problemResponse({
        code: 'empty',
        message: 'The file is empty.',
        action: 'Choose another file.',
      });
    const length = request.headers.get('content-length');
    const stored = await storeStream(request.body, length === null ? null : Number(length));
    if (!stored.ok) return stored;
    const { sha } = stored.value;
    const learnt = await learn(sha);
    dropUnlessNamed(sha);
    return learnt.ok ? Response.json({ standard: learnt.value }) : learnt;
  },
});
