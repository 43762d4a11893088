/** What formatting within a multi-line text can set instead of its style. */
export const INLINE_KINDS = ['font', 'height', 'colour', 'width', 'slant', 'spacing'] as const;
export type InlineKind = (typeof INLINE_KINDS)[number];

const KIND_OF_CODE: Readonly<Record<string, InlineKind>> = {
  f: 'font',
  F: 'font',
  H: 'height',
  C: 'colour',
  c: 'colour',
  W: 'width',
  Q: 'slant',
  T: 'spacing',
};

/** Codes that run up to a semicolon and say nothing of how letters look: stacked parts, paragraphs, place in the line. */
const KEPT_WITH_VALUE = new Set(['S', 'p', 'A']);

/**
 * A multi-line text without the formatting that sets font, height, colour, width, slant or spacing. Its words, its line
 * breaks, lines under, over and through letters and stacked fractions stay as they are.
 */
export function withoutOverrides(raw: string): {
  readonly raw: string;
  readonly kinds: ReadonlySet<InlineKind>;
} {
  const kinds = new Set<InlineKind>();
  let made = '';
  for (let at = 0; at < raw.length; ) {
    if (raw[at] !== '\\') {
      made += raw[at++];
      continue;
    }
    const code = raw[at + 1];
    const kind = KIND_OF_CODE[code];
    if (kind === undefined && !KEPT_WITH_VALUE.has(code)) {
      made += raw.slice(at, at + 2);
      at += 2;
      continue;
    }
    const end = behindSemicolon(raw, at + 2);
    if (kind === undefined) made += raw.slice(at, end);
    else kinds.add(kind);
    at = end;
  }
  return { raw: made, kinds };
}

/** Where a code ends that runs up to a semicolon; a backslash protects what follows it. */
function behindSemicolon(raw: string, from: number): number {
  let at = from;
  while (at < raw.length && raw[at] !== ';') at += raw[at] === '\\' ? 2 : 1;
  return Math.min(raw.length, at + 1);
}
