import { deleteDrawing } from '@/server/delete-drawing';
import { drawingDetail, NO_DRAWING } from '@/server/drawings';
import { route } from '@/server/route';

export const GET = route({
  of: 'drawing',
  handler: ({ id }) => {
    const found = drawingDetail(id);
    return found ? Response.json(found) : NO_DRAWING;
  },
});

/** Takes the drawing away for good. */
export const DELETE = route({ of: 'drawing', changes: true, handler: ({ id }) => deleteDrawing(id) });
