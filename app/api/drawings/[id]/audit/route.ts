import { drawing, readAndAudit } from '@/server/drawings';
import { foreign, idOf, notFound } from '@/server/http';

/** Audits the drawing as it came, anew, against the edition in force. */
export async function POST(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  const refused = foreign(request);
  if (refused) return refused;
  const id = idOf((await params).id);
  if (id === null || !drawing(id)) return notFound();
  await readAndAudit(id);
  return Response.json({});
}
