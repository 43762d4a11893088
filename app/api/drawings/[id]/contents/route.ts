import { fileResponse } from '@/server/http';
import { contentsFile } from '@/server/kept';
import { route } from '@/server/route';

export const GET = route({
  of: 'drawing',
  async handler({ id, query }) {
    const contents = await contentsFile(id, query.get('as') === 'received');
    return contents.ok
      ? fileResponse(contents.value.file, { 'content-type': 'application/json', 'cache-control': 'no-cache' })
      : contents;
  },
});
