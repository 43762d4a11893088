import { findingNoteSchema, noteFinding } from '@/server/finding-notes';
import { route } from '@/server/route';

/** Writes beside a finding. */
export const POST = route({
  of: 'drawing',
  body: findingNoteSchema,
  handler: ({ id, body }) => noteFinding(id, body),
});
