import { fail } from '@/core/result';
import { fileResponse } from '@/server/http';
import { pictureFile } from '@/server/kept';
import { route } from '@/server/route';
import { stateOf } from '@/server/states';

export const GET = route({
  of: 'drawing',
  async handler({ id, query }) {
    const sheet = Number(query.get('sheet') ?? -1);
    if (!Number.isInteger(sheet) || sheet < -1)
      return fail('no-sheet', `“${query.get('sheet')}” is no number of a sheet.`, 'Reload the page.');
    const state = stateOf(query.get('as'));
    if (!state) return fail('no-state', `“${query.get('as')}” is no state of a drawing.`, 'Reload the page.');
    const picture = await pictureFile(id, sheet, state);
    return picture.ok
      ? fileResponse(picture.value.file, {
          'content-type': 'application/octet-stream',
          'cache-control': 'no-cache',
        })
      : picture;
  },
});
