/** Rows of text between separators, as spreadsheets write and paste them. Source of the quoting: RFC 4180. */

/** The separator of a text: the one that its first line has most of; a tab before a semicolon before a comma. */
export function separatorOf(text: string): string {
  const [line = ''] = text.split(/\r\n|\r|\n/, 1);
  const bare = line.replace(/"(?:[^"]|"")*"/g, '');
  const counted = ['\t', ';', ','].map((mark) => [mark, bare.split(mark).length] as const);
  return counted.reduce((best, one) => (one[1] > best[1] ? one : best))[0];
}

/** Cells by rows; a byte order mark and empty rows are left out. */
export function readDelimited(
  text: string,
  separator = separatorOf(text.replace(/^\uFEFF/, '')),
): string[][] {
  const rows: string[][] = [];
  let row: string[] = [];
  let cell = '';
  let quoted = false;
  const source = text.replace(/^\uFEFF/, '');
  const endRow = (): void => {
    row.push(fromText(cell));
    if (row.some((one) => one.trim() !== '')) rows.push(row);
    row = [];
    cell = '';
  };
  for (let i = 0; i < source.length; i++) {
    const letter = source[i];
    if (quoted) {
      if (letter !== '"') cell += letter;
      else if (source[i + 1] === '"') {
        cell += '"';
        i++;
      } else quoted = false;
    } else if (letter === '"' && cell === '') quoted = true;
    else if (letter === separator) {
      row.push(fromText(cell));
      cell = '';
    } else if (letter === '\n' || letter === '\r') {
      if (letter === '\r' && source[i + 1] === '\n') i++;
      endRow();
    } else cell += letter;
  }
  if (cell !== '' || row.length > 0) endRow();
  return rows;
}

/** What a spreadsheet takes for the beginning of a formula, behind any marks of text. */
const FORMULA = /^'*[=+\-@\t\r]/;
const NUMBER = /^[+-]?\d+(?:[.,]\d+)?$/;

/** A cell that a spreadsheet would take for a formula, and run, is marked as text; numbers stay numbers. */
const asText = (cell: string): string => (FORMULA.test(cell) && !NUMBER.test(cell) ? `'${cell}` : cell);

/** The cell behind such a mark. */
const fromText = (cell: string): string =>
  cell.startsWith("'") && FORMULA.test(cell) ? cell.slice(1) : cell;

/** Cells as text. A byte order mark tells spreadsheets that it is UTF-8. */
export function writeDelimited(rows: readonly (readonly string[])[], separator = ','): string {
  const cell = (content: string): string => quoted(asText(content));
  const quoted = (text: string): string =>
    text.includes(separator) || /["\r\n]/.test(text) || text !== text.trim()
      ? `"${text.replaceAll('"', '""')}"`
      : text;
  return `\uFEFF${rows.map((row) => row.map(cell).join(separator)).join('\r\n')}\r\n`;
}
