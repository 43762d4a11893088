import { Unzip, UnzipInflate, UnzipPassThrough } from 'fflate';
import { SaxesParser } from 'saxes';
import { fail, ok, type Problem, type Result } from '../core/result';

// Reads the cells of a workbook and nothing else of it: what it says of columns, merged cells and sizes may ask for more
// than there is room for. Everything that grows is counted as it grows.

/** Larger tables are no definitions of a standard. */
const MOST_ROWS = 20_000;
const MOST_COLUMNS = 400;
/** A small archive can unpack to more than a server has room for; what it says of its sizes is not believed. */
const MOST_UNPACKED_BYTES = 40_000_000;
const MOST_ENTRIES = 5000;
/** What one cell may hold in the format, letters. */
const MOST_LETTERS = 32_767;

/** Ends the reading with a problem that a person can act on. */
class Unreadable extends Error {
  constructor(readonly problem: Problem) {
    super(problem.message);
  }
}

const stop = (code: string, message: string, action: string): never => {
  throw new Unreadable({ code, message, action });
};

const ASK_LESS = 'Keep only the sheet with the table.';

/** Unpacks the files of an archive whose names are wanted, piece by piece, and counts what comes out. */
class Archive {
  private unpacked = 0;

  constructor(private readonly bytes: Uint8Array) {}

  /** Calls `take` with the pieces of each wanted file in the order of the archive; the last piece is marked. */
  read(
    wanted: (name: string) => boolean,
    take: (name: string, piece: Uint8Array, last: boolean) => void,
  ): void {
    let failure: unknown = null;
    let entries = 0;
    const unzip = new Unzip((file) => {
      if (++entries > MOST_ENTRIES)
        stop('too-large', 'The spreadsheet is an archive of too many files.', ASK_LESS);
      if (!wanted(file.name)) return;
      file.ondata = (error, piece, last) => {
        if (failure) return;
        try {
          if (error) throw error;
          this.unpacked += piece.length;
          if (this.unpacked > MOST_UNPACKED_BYTES)
            stop(
              'too-large',
              `The spreadsheet has more than ${MOST_UNPACKED_BYTES / 1e6} MB once unpacked.`,
              ASK_LESS,
            );
          take(file.name, piece, last);
        } catch (caught) {
          failure = caught;
          file.terminate();
        }
      };
      file.start();
    });
    unzip.register(UnzipPassThrough);
    unzip.register(UnzipInflate);
    const step = 1 << 14;
    for (let at = 0; at < this.bytes.length && !failure; at += step)
      unzip.push(this.bytes.subarray(at, at + step), at + step >= this.bytes.length);
    if (failure) throw failure;
  }

  /** Reads wanted files as XML. */
  parse(wanted: (name: string) => boolean, begin: (name: string, parser: SaxesParser) => void): void {
    const open = new Map<string, { parser: SaxesParser; decoder: TextDecoder }>();
    this.read(wanted, (name, piece, last) => {
      let one = open.get(name);
      if (!one) {
        const parser = new SaxesParser();
        parser.on('error', (error) => {
          throw error;
        });
        begin(name, parser);
        one = { parser, decoder: new TextDecoder() };
        open.set(name, one);
      }
      one.parser.write(one.decoder.decode(piece, { stream: !last }));
      if (last) one.parser.close();
    });
  }
}

/** The part of a name behind its prefix: workbooks may be written with one. */
const local = (name: string): string => name.slice(name.indexOf(':') + 1);

interface Contents {
  /** Sheets in their order, by name, with the file that holds each. */
  readonly sheets: readonly { readonly name: string; readonly file: string }[];
  /** Texts that cells share, by number. */
  readonly texts: readonly string[];
}

const WORKBOOK = 'xl/workbook.xml';
const RELATIONS = 'xl/_rels/workbook.xml.rels';
const TEXTS = 'xl/sharedStrings.xml';

function contentsOf(archive: Archive): Contents {
  const named: { name: string; id: string }[] = [];
  const files = new Map<string, string>();
  const texts: string[] = [];
  archive.parse(
    (name) => name === WORKBOOK || name === RELATIONS || name === TEXTS,
    (name, parser) => {
      if (name === WORKBOOK)
        parser.on('opentag', ({ name: tag, attributes }) => {
          if (local(tag) !== 'sheet') return;
          const id = Object.entries(attributes).find(([key]) => local(key) === 'id')?.[1];
          named.push({ name: String(attributes.name ?? ''), id: String(id ?? '') });
        });
      else if (name === RELATIONS)
        parser.on('opentag', ({ name: tag, attributes }) => {
          if (local(tag) === 'Relationship')
            files.set(String(attributes.Id ?? ''), inside(String(attributes.Target ?? '')));
        });
      else readTexts(parser, texts);
    },
  );
  return { sheets: named.map(({ name, id }) => ({ name, file: files.get(id) ?? '' })), texts };
}

/** Path in the archive of what the workbook points to. */
const inside = (target: string): string => (target.startsWith('/') ? target.slice(1) : `xl/${target}`);

function readTexts(parser: SaxesParser, texts: string[]): void {
  let text = '';
  let open = false;
  // How a text is read aloud stands beside it, and is no part of it.
  let aside = 0;
  parser.on('opentag', ({ name }) => {
    const tag = local(name);
    if (tag === 'si') text = '';
    else if (tag === 'rPh') aside++;
    else if (tag === 't') open = true;
  });
  parser.on('text', (part) => {
    if (open && aside === 0) text = upTo(text, part);
  });
  parser.on('closetag', ({ name }) => {
    const tag = local(name);
    if (tag === 't') open = false;
    else if (tag === 'rPh') aside--;
    else if (tag === 'si') texts.push(text);
  });
}

/** A text with more of it behind, as far as a cell may hold it. */
const upTo = (text: string, more: string): string =>
  text.length < MOST_LETTERS ? text + more.slice(0, MOST_LETTERS - text.length) : text;

/** Number of a column by its letters, 0 for A; -1 where a cell does not say where it is. */
function columnOf(reference: string): number {
  const letters = /^[A-Z]{1,3}/.exec(reference)?.[0] ?? '';
  let column = 0;
  for (const letter of letters) column = column * 26 + letter.charCodeAt(0) - 64;
  return column - 1;
}

function rowsOf(archive: Archive, file: string, texts: readonly string[]): string[][] {
  const rows: string[][] = [];
  let cells: string[] = [];
  let seen = 0;
  let cell = { at: 0, type: '', value: '' };
  let reading = false;
  archive.parse(
    (name) => name === file,
    (_, parser) => {
      parser.on('opentag', ({ name, attributes }) => {
        const tag = local(name);
        if (tag === 'row') {
          cells = [];
          if (++seen > MOST_ROWS)
            stop('too-large', `The sheet has more than ${MOST_ROWS} rows.`, `Keep at most ${MOST_ROWS}.`);
        } else if (tag === 'c') {
          const said = columnOf(String(attributes.r ?? ''));
          const at = said < 0 ? cells.length : said;
          if (at >= MOST_COLUMNS)
            stop(
              'too-large',
              `The sheet has a value in column ${String(attributes.r ?? at + 1)}, behind the ${MOST_COLUMNS} that are read.`,
              'Keep the table at the left of the sheet.',
            );
          cell = { at, type: String(attributes.t ?? 'n'), value: '' };
        } else if (tag === 'v' || tag === 't') reading = true;
      });
      parser.on('text', (part) => {
        if (reading) cell.value = upTo(cell.value, part);
      });
      parser.on('closetag', ({ name }) => {
        const tag = local(name);
        if (tag === 'v' || tag === 't') reading = false;
        else if (tag === 'c') {
          while (cells.length < cell.at) cells.push('');
          cells[cell.at] = textOf(cell.type, cell.value, texts);
        } else if (tag === 'row' && cells.some((one) => one.trim() !== '')) rows.push(cells);
      });
    },
  );
  const width = rows.reduce((most, row) => Math.max(most, row.length), 0);
  for (const row of rows) while (row.length < width) row.push('');
  return rows;
}

function textOf(type: string, value: string, texts: readonly string[]): string {
  if (type === 's') return texts[Number(value)] ?? '';
  if (type === 'b') return value.trim() === '1' ? 'true' : 'false';
  if (type !== 'n') return value;
  // 0.35000000000000003 is how a file writes 0.35.
  const number = Number(value);
  return value.trim() === '' || !Number.isFinite(number) ? value : String(Number(number.toPrecision(15)));
}

/** The cells of a workbook's sheet of a name as text; of its first one when none has that name. */
export function readSpreadsheet(bytes: Uint8Array, name = ''): Result<string[][]> {
  try {
    const archive = new Archive(bytes);
    const { sheets, texts } = contentsOf(archive);
    if (sheets.length === 0)
      stop(
        'not-a-spreadsheet',
        'The file is not a spreadsheet that can be read.',
        'Save it as .xlsx or .csv, and choose that file.',
      );
    const wanted = name.toLowerCase();
    const sheet = sheets.find((one) => one.name.toLowerCase() === wanted) ?? sheets[0];
    const rows = rowsOf(archive, sheet.file, texts);
    return rows.length > 0
      ? ok(rows)
      : fail('empty', 'The spreadsheet is empty.', 'Choose one whose first sheet has the table.');
  } catch (error) {
    if (error instanceof Unreadable) return { ok: false, problem: error.problem };
    return fail(
      'not-a-spreadsheet',
      'The file is not a spreadsheet that can be read.',
      'Save it as .xlsx or .csv, and choose that file.',
    );
  }
}
