/** From this likeness on a proposal is worth taking over at a glance, together with others. */
export const LIKELY = 0.5;

/** Below this likeness a layer is no proposal. */
export const POSSIBLE = 0.35;

/** What does not speak for itself stays under what is likely, or even possible, however much is alike. */
export const NOT_LIKELY = LIKELY - 0.01;
export const NOT_POSSIBLE = POSSIBLE - 0.01;

/**
 * How often proposals of a likeness are right, from names of senders that were set against an office's by hand: see
 * docs/crosswalk.md. Between the points it runs straight.
 */
const HOW_OFTEN: readonly (readonly [likeness: number, right: number])[] = [
  [0, 0],
  [0.2, 0.45],
  [0.3, 0.7],
  [0.4, 0.82],
  [0.5, 0.92],
  [0.7, 0.97],
  [0.85, 0.99],
  [1, 1],
];

/** What is said of how like a proposal is to what is meant. */
export interface Likely {
  /** 0 to 1; from {@link LIKELY} on worth taking over at a glance. */
  readonly likeness: number;
  /** How many are as good as this one, itself among them; left out where none is. */
  readonly among?: number;
}

/** How likely it is that a proposal is right, 0 to 1: of several that are as good only one is. */
export const surenessOf = ({ likeness, among = 1 }: Likely): number =>
  Math.min(howOften(likeness), 1 / among);

function howOften(likeness: number): number {
  const next = HOW_OFTEN.findIndex(([at]) => at >= likeness);
  if (next <= 0) return next === 0 ? HOW_OFTEN[0][1] : 1;
  const [[a, low], [b, high]] = [HOW_OFTEN[next - 1], HOW_OFTEN[next]];
  return low + ((likeness - a) / (b - a)) * (high - low);
}
