import { POSSIBLE } from './likely';
import type { Proposal } from './propose';

/** Two proposals nearer to each other than this leave it open which is meant. */
const AS_NEAR = 0.03;
const MOST = 5;

/**
 * Proposals that have a ground, best first. Where the two best are as good as each other, which is meant is for a person to say, and none is
 * likely.
 * @param asNear two that are nearer to each other than this leave it open
 */
export function ranked(proposals: readonly Proposal[], asNear: number = AS_NEAR): Proposal[] {
  const best = proposals
    .filter(({ reasons }) => reasons.length > 0)
    .sort((a, b) => b.likeness - a.likeness || a.to.localeCompare(b.to))
    .slice(0, MOST);
  const [first, second] = best;
  const open = second !== undefined && first.likeness - second.likeness < asNear;
  return open ? best.map((one) => ({ ...one, likeness: Math.min(one.likeness, POSSIBLE) })) : best;
}
