import { drawing } from '@/server/drawings';
import { idOf, notFound } from '@/server/http';

/** Every object of one finding, by handle. */
export async function GET(
  request: Request,
  { params }: { params: Promise<{ id: string }> },
): Promise<Response> {
  const id = idOf((await params).id);
  const record = id === null ? null : drawing(id);
  if (!record) return notFound();
  const key = new URL(request.url).searchParams.get('key');
  const finding = record.current?.findings.find((one) => one.key === key);
  return Response.json({ handles: finding?.handles ?? [] });
}
