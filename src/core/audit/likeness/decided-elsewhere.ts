import { foldName } from '../../dxf/interner';
import { wordsIn } from '../../standard/words';
import { LIKELY, NOT_LIKELY, POSSIBLE } from './likely';
import type { Proposal } from './propose';

/** What was decided on a name of one sender's for others who have the same name. */
export interface DecidedElsewhere {
  /** Name of the office. */
  readonly to: string;
  /** Senders for whom it holds. */
  readonly senders: readonly string[];
}

/** What speaks for itself, and was decided so for another sender as well. */
const BOTH = 0.7;
/** Senders who have to agree before their names alone are enough. */
const ENOUGH = 2;

/**
 * Proposals for a name with what was decided for others among them. Two offices can mean two things by one name: decisions alone are
 * likely only where several agree and the name says something, and never where they are divided.
 */
export function withDecidedElsewhere(
  proposals: readonly Proposal[],
  name: string,
  decided: readonly DecidedElsewhere[],
): Proposal[] {
  if (decided.length === 0) return [...proposals];
  const says = wordsIn(name).some(({ word }) => word.length > 2);
  const of = (to: string) => decided.find((one) => foldName(one.to) === foldName(to));
  const because = ({ senders }: DecidedElsewhere): string =>
    senders.length === 1 ? `decided so for ${senders[0]}` : `decided so for ${senders.length} other senders`;
  // What was decided tells one from those that are as good; where others are divided, it is one of what they decided.
  const told = ({ among: _, ...alone }: Proposal): Proposal =>
    decided.length > 1 ? { ...alone, among: decided.length } : alone;
  const known = proposals.map((one): Proposal => {
    const other = of(one.to);
    if (!other) return decided.length === 1 ? { ...one, likeness: Math.min(one.likeness, NOT_LIKELY) } : one;
    const lifted = decided.length === 1 && says ? Math.max(one.likeness, BOTH) : one.likeness;
    return { ...told(one), likeness: lifted, reasons: [because(other), ...one.reasons] };
  });
  const fresh = decided
    .filter(({ to }) => !proposals.some((one) => foldName(one.to) === foldName(to)))
    .map((one): Proposal => {
      const agreed = decided.length === 1 && says && one.senders.length >= ENOUGH;
      return told({ to: one.to, likeness: agreed ? LIKELY : POSSIBLE, reasons: [because(one)] });
    });
  return [...known, ...fresh]
    .map((one) => (decided.length > 1 ? { ...one, likeness: Math.min(one.likeness, NOT_LIKELY) } : one))
    .sort((a, b) => b.likeness - a.likeness);
}
