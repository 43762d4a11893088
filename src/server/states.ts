import { z } from 'zod';

/** One state of a drawing: as it is, as it came, one of its revisions, or what a plan would lead to. */
export type StateAsked =
  | { readonly of: 'now' }
  | { readonly of: 'received' }
  | { readonly of: 'revision'; readonly number: number }
  | { readonly of: 'plan'; readonly sha: string };

const state = z.union([
  z.literal('now').transform((): StateAsked => ({ of: 'now' })),
  z.literal('received').transform((): StateAsked => ({ of: 'received' })),
  z
    .string()
    .regex(/^revision-\d{1,9}$/)
    .transform((text): StateAsked => ({ of: 'revision', number: Number(text.slice('revision-'.length)) })),
  z
    .string()
    .regex(/^plan-[0-9a-f]{64}$/)
    .transform((text): StateAsked => ({ of: 'plan', sha: text.slice('plan-'.length) })),
]);

/** Reads a state out of an address: `now`, `received`, `revision-3`, `plan-<sha>`; nothing said is `now`. */
export const stateOf = (text: string | null): StateAsked | null => {
  const read = state.safeParse(text ?? 'now');
  return read.success ? read.data : null;
};
