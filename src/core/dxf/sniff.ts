import { fail, ok, type Result } from '../result';

/** How the binary form of DXF begins; the format fixes these words. */
export const BINARY_SENTINEL = 'AutoCAD Binary DXF';
const CLOSED_FORMAT = /^AC[0-9.]{4}/;

const KNOWN_OTHERS: ReadonlyArray<readonly [RegExp, string]> = [
  [/^%PDF-/, 'a PDF'],
  [/^PK[^a-z]{2}/, 'a ZIP archive'],
  [/^\x89PNG/, 'a PNG picture'],
  [/^\xff\xd8\xff/, 'a JPEG picture'],
  [/^(II\*|MM)[^a-z]{1,2}/, 'a TIFF picture'],
  [/^\xd0\xcf[^a-z]\xe0/, 'an office document'],
  [/^\s*<(\?xml|svg|!doctype|html)/i, 'an XML or web page'],
  [/^ISO-10303-21/, 'a STEP file'],
  [/^\s*\{/, 'a JSON file'],
];

/** How many bytes {@link sniff} wants to see. */
export const SNIFF_LENGTH = 512;

/**
 * Tells from its first bytes whether a file can be a DXF, and in which form.
 * @param head the first bytes of the file, {@link SNIFF_LENGTH} or the whole file if shorter
 */
export function sniff(head: Uint8Array): Result<'text' | 'binary'> {
  if (head.length === 0)
    return fail('empty', 'The file is empty.', 'Ask for the drawing again, or export it again as DXF.');
  const text = latin1(head.subarray(0, SNIFF_LENGTH));
  if (text.startsWith(BINARY_SENTINEL))
    return head.length > 24
      ? ok('binary')
      : fail('cut', 'The file is cut off behind its first mark.', 'Ask for the drawing again.');
  if (CLOSED_FORMAT.test(text) && !/^AC[0-9.]{4}\s*\r?\n/.test(text))
    return fail(
      'closed-binary',
      `This is a drawing in a closed binary format (mark ${text.slice(0, 6)}), not DXF.`,
      'Open it in the program it was made with and export it as DXF, version 2000 or later.',
    );
  for (const [pattern, what] of KNOWN_OTHERS)
    if (pattern.test(text))
      return fail('not-dxf', `This is ${what}, not a DXF drawing.`, 'Choose the DXF export of the drawing.');
  if (/^(\xff\xfe|\xfe\xff)/.test(text))
    return fail(
      'utf16',
      'This text is stored as UTF-16, which no DXF is.',
      'Export the drawing again as DXF; do not save it from a text editor.',
    );
  if (text.includes('\0'))
    return fail(
      'not-dxf',
      'This is a binary file, not a DXF drawing.',
      'Choose the DXF export of the drawing.',
    );
  const first = text
    .replace(/^\xef\xbb\xbf/, '')
    .split(/\r\n|\n|\r/)
    .find((line) => line.trim() !== '');
  if (first === undefined || !/^\s*-?\d{1,4}\s*$/.test(first))
    return fail(
      'not-dxf',
      'This is not a DXF drawing: it does not begin with a group code.',
      'Choose the DXF export of the drawing.',
      1,
    );
  return ok('text');
}

function latin1(bytes: Uint8Array): string {
  let text = '';
  for (const byte of bytes) text += String.fromCharCode(byte);
  return text;
}
