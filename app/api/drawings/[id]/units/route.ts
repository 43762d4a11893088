import { fileResponse } from '@/server/http';
import { unitsFile } from '@/server/kept';
import { route } from '@/server/route';

/** What the labels of a drawing say of its units. */
export const GET = route({
  of: 'drawing',
  async handler({ id }) {
    const units = await unitsFile(id);
    return units.ok
      ? fileResponse(units.value.file, { 'content-type': 'application/json', 'cache-control': 'no-cache' })
      : units;
  },
});
