import { drawing } from '@/server/drawings';
import { filePath, storeStream } from '@/server/files';
import { foreign, idOf, notFound, problemResponse, resultResponse } from '@/server/http';
import { runTask } from '@/server/pool';

/** What a good drawing teaches: one on file (`?drawing=`), or the file that is the body. Nothing is taken over. */
export async function POST(request: Request): Promise<Response> {
  const refused = foreign(request);
  if (refused) return refused;
  const { searchParams } = new URL(request.url);
  const wanted = searchParams.get('drawing');
  let sha: string;
  if (wanted !== null) {
    const id = idOf(wanted);
    const record = id === null ? null : drawing(id);
    if (!record) return notFound();
    sha = record.currentSha;
  } else {
    if (!request.body)
      return problemResponse({
        code: 'empty',
        message: 'The file is empty.',
        action: 'Choose another file.',
      });
    const length = request.headers.get('content-length');
    const stored = await storeStream(request.body, length === null ? null : Number(length));
    if (!stored.ok) return problemResponse(stored.problem);
    sha = stored.value.sha;
  }
  const learnt = await runTask('learn', { path: filePath(sha), name: 'Learnt' });
  return resultResponse(learnt.ok ? { ok: true, value: { standard: learnt.value } } : learnt);
}
