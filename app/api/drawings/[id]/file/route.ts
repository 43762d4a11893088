import { drawing, NO_DRAWING } from '@/server/drawings';
import { filePath } from '@/server/files';
import { fileResponse, savedAs } from '@/server/http';
import { route } from '@/server/route';
import { checkStored } from '@/server/stored';

/** The drawing as it came, or as it is now. What was not changed is not called corrected. */
export const GET = route({
  of: 'drawing',
  async handler({ id, query }) {
    const record = drawing(id);
    if (!record) return NO_DRAWING;
    const sha = query.get('which') === 'original' ? record.originalSha : record.currentSha;
    const base = record.name.replace(/\.dxf$/i, '');
    const name = sha === record.originalSha ? `${base}.dxf` : `${base} corrected.dxf`;
    const checked = await checkStored(filePath(sha));
    if (!checked.ok) return checked;
    return fileResponse(filePath(sha), {
      'content-type': 'image/vnd.dxf',
      'content-disposition': savedAs(name),
    });
  },
});
