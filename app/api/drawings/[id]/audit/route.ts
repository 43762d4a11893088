import { cancelReading, recheck } from '@/server/corrections';
import { route } from '@/server/route';
import '@/server/work';

/** Audits the drawing anew, as it is now, against the edition in force. */
export const POST = route({ of: 'drawing', changes: true, handler: ({ id }) => recheck(id) });

/** Stops reading the drawing. */
export const DELETE = route({ of: 'drawing', changes: true, handler: ({ id }) => cancelReading(id) });
