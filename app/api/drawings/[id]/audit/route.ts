import { recheck } from '@/server/drawings';
import { foreign, idOf, notFound, resultResponse } from '@/server/http';

/** Audits the drawing anew, as it is now, against the edition in force. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  const refused = foreign(request);
  if (refused) return refused;
  const id = idOf((await params).id);
  return id === null ? notFound() : resultResponse(await recheck(id));
}
