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

const HALF_A_SIGN = /[%^]\d{0,2}$/;
const REST_OF_A_SIGN = /[%JIM dpcuok\d]/i;

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
  let seam = false;
  // What a code kept apart must not become a sign: of `^\C1;J` no new line, of `%%\C1;d` no degrees.
  const keep = (from: number, behind: number) => {
    const first = raw[from] === '\\' ? raw[from + 1] : raw[from];
    if (seam && HALF_A_SIGN.test(made) && REST_OF_A_SIGN.test(first)) made += '{}';
    seam = false;
    made += raw.slice(from, behind);
  };
  for (let at = 0; at < raw.length; ) {
    const code = raw[at] === '\\' ? raw[at + 1] : undefined;
    const kind = code === undefined ? undefined : KIND_OF_CODE[code];
    const withValue = kind !== undefined || (code !== undefined && KEPT_WITH_VALUE.has(code));
    const behind = withValue ? behindSemicolon(raw, at + 2) : at + (code === undefined ? 1 : 2);
    if (kind === undefined) keep(at, behind);
    else {
      kinds.add(kind);
      seam = true;
    }
    at = behind;
  }
  return { raw: made, kinds };
}

/** Where a code ends that runs up to a semicolon; a backslash protects what follows it. */
function behindSemicolon(raw: string, from: number): number {
  let at = from;
  while (at < raw.length && raw[at] !== ';') at += raw[at] === '\\' ? 2 : 1;
  return Math.min(raw.length, at + 1);
}
