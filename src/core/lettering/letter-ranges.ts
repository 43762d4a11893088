/** A file of a face, with the ranges of letters that it is loaded for: "U+4E00,U+4E03-4E05". */
interface Ranged {
  readonly ranges: string;
}

/** The files whose ranges name some letters, in the order in which they are given. */
export function filesNaming<F extends Ranged>(letters: string, files: readonly F[]): F[] {
  const codes = [...letters].map((letter) => letter.codePointAt(0)!);
  if (codes.length === 0) return [];
  // A range can name letters that its file lacks: the next one that names them has them then.
  return files.filter(({ ranges }) => {
    const parsed = rangesOf(ranges);
    return codes.some((code) => parsed.some(([from, to]) => code >= from && code <= to));
  });
}

const rangesOf = (text: string): (readonly [number, number])[] =>
  text.split(',').map((range) => {
    const [from, to] = range.replace(/^\s*U\+/i, '').split('-');
    return [Number.parseInt(from, 16), Number.parseInt(to ?? from, 16)];
  });
