/** From this likeness on a proposal is worth taking over at a glance, together with others. */
export const LIKELY = 0.5;

/** Below this likeness a layer is no proposal. */
export const POSSIBLE = 0.35;
