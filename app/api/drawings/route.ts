import { listDrawings, takeIn } from '@/server/drawings';
import { whenFree } from '@/server/faults';
import { storeStream } from '@/server/files';
import { problemResponse } from '@/server/http';
import { route } from '@/server/route';
import '@/server/work';

export const dynamic = 'force-dynamic';

export const GET = route({ handler: () => Response.json({ drawings: listDrawings() }) });

/** Takes in one drawing: the body is the file, its name and sender are in the query. */
export const POST = route({
  changes: true,
  async handler({ request, query }) {
    const name =
      (query.get('name') ?? '')
        .replace(/[\\/\0]/g, ' ')
        .trim()
        .slice(0, 200) || 'Unnamed.dxf';
    if (!request.body)
      return problemResponse({
        code: 'empty',
        message: 'The file is empty.',
        action: 'Ask for the drawing again, or export it again as DXF.',
      });
    const length = request.headers.get('content-length');
    const stored = await storeStream(request.body, length === null ? null : Number(length));
    if (!stored.ok) return stored;
    const id = await whenFree(() =>
      takeIn(
        stored.value,
        name,
        (query.get('sender') ?? '').slice(0, 120),
        (query.get('project') ?? '').slice(0, 120),
      ),
    );
    return Response.json({ id }, { status: 201 });
  },
});
