/** Names that are said before the rest is counted. */
const MOST_SAID = 4;

/** "A, B, C, D and 3 more". */
export const listed = (names: readonly string[], most = MOST_SAID): string =>
  `${names.slice(0, most).join(', ')}${names.length > most ? ` and ${names.length - most} more` : ''}`;
