import { writeStandard } from '@/core/standard/standard';
import { edition } from '@/server/editions';
import { attachment, idOf, noEdition } from '@/server/http';

export async function GET(_: Request, { params }: { params: Promise<{ id: string }> }): Promise<Response> {
  const id = idOf((await params).id);
  const found = id === null ? null : edition(id);
  if (!found) return noEdition();
  return attachment(
    writeStandard(found.standard),
    'application/json; charset=utf-8',
    `${found.standard.name} ${found.label}.json`,
  );
}
