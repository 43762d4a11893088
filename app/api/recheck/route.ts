import { cancelRecheck, recheckAll } from '@/server/recheck-all';
import { route } from '@/server/route';

/** Checks all drawings on file again with the edition in force, or goes on with it. */
export const POST = route({ changes: true, handler: () => recheckAll() });

/** Breaks it off. */
export const DELETE = route({ changes: true, handler: () => cancelRecheck() });
