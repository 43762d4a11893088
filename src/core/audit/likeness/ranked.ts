import { POSSIBLE } from './likely';
import type { Proposal } from './propose';

/** Two proposals nearer to each other than this leave it open which is meant. */
const AS_NEAR = 0.03;
const MOST = 5;

/**
 * Proposals that have a ground, best first. Where others are nearly as good as the best, which is meant is for a person to say: none is
 * likely, and those that nothing tells apart are told to be so many.
 * @param asNear two that are nearer to each other than this leave it open
 */
export function ranked(proposals: readonly Proposal[], asNear: number = AS_NEAR): Proposal[] {
  const sorted = proposals
    .filter(({ reasons }) => reasons.length > 0)
    .sort((a, b) => b.likeness - a.likeness || a.to.localeCompare(b.to));
  const best = sorted.slice(0, MOST);
  const within = (distance: number): number =>
    sorted.filter(({ likeness }) => sorted[0].likeness - likeness < distance).length;
  if (within(asNear) < 2) return best;
  const among = within(AS_NEAR);
  return best.map((one, i) => ({
    ...one,
    likeness: Math.min(one.likeness, POSSIBLE),
    ...(among > 1 && i < among ? { among } : {}),
  }));
}
